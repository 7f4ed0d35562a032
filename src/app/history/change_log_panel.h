// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

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
class QTreeWidget;

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
    qint64 chosen() const; // 0: none
    void focusList();
    // What can be done to the chosen change, record or field.
    QMenu* makeMenu();

Q_SIGNALS:
    void closeRequested();
    void rollbackRequested(const gravin::LogScope& scope, const QString& words);
    // The screen as it was right after this change.
    void asItWasRequested(qint64 change);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    // A record of a change, by its place, or one field of it.
    struct Part {
        qint64 change;
        size_t place;
        QString column; // empty: all of the record
    };
    QWidget* makeHead();
    void load();
    void goToRow(int row);
    void fill(const std::vector<ChangeSummary>& changes);
    void offerNarrowing(const std::vector<ChangeSummary>& changes);
    LogFilter filter() const;
    std::vector<qint64> selected() const;
    void loadDetails();
    void showDetails(const Result<CommittedChange>& change);
    void addRecord(size_t place);
    QString shownValue(const QString& table, const QString& column, const Value& value) const;
    void rollBackSelected();
    const RecordChange* recordOf(const Part& part) const; // null: another change is shown by now
    void rollBackPart(const Part& part);
    void showFieldHistory(const Part& part);
    void addNote();
    void verify();
    void exportAll();

    Workspace* m_workspace;
    WorkerHandle m_worker; // reading all of the log must not hold up the screens
    QTableWidget* m_list;
    QTreeWidget* m_details;
    QLabel* m_empty;
    QLineEdit* m_text;
    QComboBox* m_by;
    QComboBox* m_table;
    QPushButton* m_rollback;
    QToolButton* m_more;
    QTimer m_soon;
    CommittedChange m_shown;
    qint64 m_wanted = 0;
};

} // namespace gravin
