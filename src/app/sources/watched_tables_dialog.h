// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QPlainTextEdit;
class QPushButton;
class QTreeWidget;

namespace gravin {

// Which tables the database keeps the change log of by itself. What it brings and the statements
// stand there before anything runs.
class WatchedTablesDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed; what was begun is finished then.
    WatchedTablesDialog(Workspace* workspace, QWidget* parent);

private:
    void addTables();
    QWidget* makeButtons();
    // What is ticked and not watched, or outgrown; and what is watched and not ticked.
    QStringList toWatch() const;
    QStringList notToWatch() const;
    QStringList named(bool isTicked) const;
    void refresh();
    void showStatements(const Result<QStringList>& statements);
    void watch();

    Workspace* m_workspace;
    QTreeWidget* m_tables;
    QPlainTextEdit* m_statements;
    QLabel* m_reason;
    QPushButton* m_watch = nullptr;
    LatestJob<QStringList> m_question;
    bool m_isRunning = false;
};

} // namespace gravin
