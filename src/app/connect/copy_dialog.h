// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "core/exchange/copy/database_copy.h"

#include <QDialog>

#include <atomic>

class QLabel;
class QPlainTextEdit;
class QProgressBar;
class QPushButton;
class QStackedWidget;
class QTableWidget;

namespace gravin {

// Takes the tables of a project's database along to another one: what would run, to read first;
// then the copying, which can be stopped; then what was verified.
class CopyDialog : public QDialog {
    Q_OBJECT
public:
    // Deletes itself when closed. While it copies it can only be stopped: what came of it is said
    // here.
    CopyDialog(const ConnectionSpec& source, const ConnectionSpec& target, QWidget* parent);

Q_SIGNALS:
    // All of it is there, and the person goes on to work there.
    void goesThere(const gravin::ConnectionSpec& target);

public Q_SLOTS:
    void reject() override;

private:
    void build();
    void ask();
    void run();
    void finish(const Result<DatabaseCopied>& copied);
    void show(const DatabaseCopied& copied);
    void say(const QString& text, const char* role);

    ConnectionSpec m_source;
    ConnectionSpec m_target;
    WorkerHandle m_reader;
    QStackedWidget* m_pages;
    QPlainTextEdit* m_statements;
    QTableWidget* m_tables;
    QPlainTextEdit* m_notes;
    QLabel* m_notesHead;
    QLabel* m_state;
    QProgressBar* m_progress;
    QPushButton* m_run = nullptr;
    QPushButton* m_close = nullptr;
    bool m_isCopied = false;
    LatestJob<CopyPlan> m_planning;
    LatestJob<DatabaseCopied> m_copying;
};

} // namespace gravin
