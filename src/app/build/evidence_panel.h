// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/generation/proposals.h"
#include "session/column_profiles.h"
#include "session/screen_binding.h"

#include <QDialog>

class QLabel;
class QProgressBar;
class QPushButton;
class QTreeWidget;

namespace gravin {

class EvidenceBars;

// What the stored values say of a screen's fields: one line a field, all that is known of the
// chosen one beside it, and below what the values suggest to set. Nothing is set before somebody
// accepts it; what is accepted at once is one step of undo.
class EvidencePanel : public QDialog {
    Q_OBJECT
public:
    // `binding` must outlive the panel. Deletes itself when closed. `column`: the field that is
    // chosen first; empty: the first.
    EvidencePanel(ScreenBinding* binding, const QString& column, QWidget* parent);

private:
    QWidget* makeFields();
    QWidget* makeProposals();
    const ColumnProfiles::Entry& entry() const;
    QString chosenColumn() const;
    void refresh();
    void refreshFields();
    void refreshFacts();
    void refreshProposals();
    void refreshButtons();
    void accept(bool onlyTicked);
    void takeBack();

    ScreenBinding* m_binding;
    QString m_column; // to be chosen when its line is there
    QLabel* m_basis;
    QProgressBar* m_progress;
    QPushButton* m_look;
    QTreeWidget* m_fields;
    QLabel* m_facts;
    EvidenceBars* m_bars;
    QLabel* m_proposed;
    QTreeWidget* m_list;
    QPushButton* m_accept;
    QPushButton* m_acceptAll;
    QPushButton* m_takeBack;
    Proposals m_proposals;
    QStringList m_unticked; // by id: what somebody does not want stays so
    QList<int> m_accepted;  // places in the undo stack behind each step that was made here
    bool m_filling = false;
};

} // namespace gravin
