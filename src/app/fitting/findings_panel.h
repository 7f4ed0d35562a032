// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/fitting/findings_list.h"
#include "session/data_question.h"
#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QPushButton;

namespace gravin {

// Where the project does not fit its database: each finding with its cause, what it means for the
// person who enters data, and its mend. The stored data is asked when somebody wants it, in the
// background.
class FindingsPanel : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive the panel. Deletes itself when closed.
    FindingsPanel(Workspace* workspace, QWidget* parent);

Q_SIGNALS:
    // Where a finding stands is to be shown.
    void screenWanted(const QString& screenId);

private:
    void askData();
    void refresh();
    void refreshButtons();
    void mend(bool all);

    Workspace* m_workspace;
    DataQuestion m_question;
    Findings m_ofData;
    bool m_dataAsked = false;
    QLabel* m_summary;
    FindingsList* m_list;
    QPushButton* m_ask;
    QPushButton* m_mend;
    QPushButton* m_mendAll;
    QPushButton* m_show;
};

} // namespace gravin
