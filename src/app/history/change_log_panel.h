// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/history/change_details.h"
#include "core/changes/log/change_log.h"
#include "session/workspace.h"

#include <QTimer>
#include <QWidget>

class QComboBox;
class QLabel;
class QLineEdit;
class QMenu;
class QPushButton;
class QTableWidget;
class QToolButton;

namespace gravin {

// The change log, newest first, narrowed by text, person and table, and every field of the chosen
// change before and after; the way to roll back changes, single records and fields, to see a table
// as it was, to add notes, and to verify and export the log.
class ChangeLogPanel : public QWidget {
    Q_OBJECT
public:
    static constexpr int MaximumListed = 2000;

    explicit ChangeLogPanel(Workspace* workspace, QWidget* parent = nullptr);

    void choose(qint64 id);
    void chooseNewest();
    // Only what was done to this record, until the person asks for all again.
    void narrowTo(const QString& table, const Key& key, const QString& name);
    qint64 chosen() const; // 0: none
    void focusList();
    // What can be done to the chosen change, record or field.
    QMenu* makeMenu();

Q_SIGNALS:
    void closeRequested();
    // `words` name the scope for people.
    void rollbackRequested(const gravin::LogScope& scope, const QString& words);
    // The screen as it was right after this change.
    void asItWasRequested(qint64 change);

protected:
    void keyPressEvent(QKeyEvent* event) override;
    void showEvent(QShowEvent* event) override;

private:
    QWidget* makeHead();
    void load();
    void goToRow(int row);
    void fill(const std::vector<ChangeSummary>& changes);
    void offerNarrowing(const std::vector<ChangeSummary>& changes);
    LogFilter filter() const;
    std::vector<qint64> selected() const;
    void loadDetails();
    void rollBackSelected();
    void rollBackPart(const ChangeDetails::Part& part);
    void showFieldHistory(const ChangeDetails::Part& part);
    void addNote();
    void verify();
    void exportAll();

    Workspace* m_workspace;
    WorkerHandle m_worker; // reading all of the log must not hold up the screens
    QTableWidget* m_list;
    ChangeDetails* m_details;
    QLabel* m_empty;
    QLineEdit* m_text;
    QComboBox* m_by;
    QComboBox* m_table;
    QPushButton* m_onlyRecord; // shown while it is narrowed to one record; ends it
    std::optional<std::pair<QString, Key>> m_record;
    QPushButton* m_rollback;
    QToolButton* m_more;
    QTimer m_soon;
    qint64 m_wanted = 0;
};

} // namespace gravin
