// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/sources/table_plan_model.h"
#include "session/workspace.h"

#include <QWidget>

class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QTableView;

namespace gravin {

// A table that does not exist yet, typed in as a list of fields with a few first records; the
// statements stand beside it before they run.
class NewTablePage : public QWidget {
    Q_OBJECT
public:
    // `workspace` must outlive the page.
    explicit NewTablePage(Workspace* workspace, QWidget* parent = nullptr);

    void focusName();
    QUndoStack* undoStack() { return m_draft->undoStack(); }

Q_SIGNALS:
    // The table is in the database, its first records too unless `notice` says why not.
    void created(const QString& table, const gravin::Notice& notice);
    void cancelled();

private:
    void nameParts();
    QTableView* makeGrid(TablePlanModel* model, const char* name, const QString& accessibleName);
    void refresh();
    void create();

    Workspace* m_workspace;
    TablePlanDraft* m_draft;
    QLineEdit* m_name;
    QTableView* m_fields;
    QTableView* m_rows;
    QPlainTextEdit* m_statements;
    QPushButton* m_create;
    QLabel* m_reason;
    bool m_creating = false;
};

} // namespace gravin
