// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "core/exchange/list_export.h"
#include "session/workspace.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;

namespace gravin {

// Writes a list as it stands into a file.
class ExportDialog : public QDialog {
    Q_OBJECT
public:
    // What is to be written.
    struct What {
        BoundScreen screen;
        RecordQuery query;
        QStringList shown; // the fields that the list shows, in its order
        qint64 records = 0;
        QStringList groupedBy; // columns
    };
    // `workspace` must outlive it. Deletes itself when closed. While it writes it can only be
    // stopped: what came of it is said first.
    ExportDialog(Workspace* workspace, What what, QWidget* parent);

    void reject() override;

private:
    QWidget* makeForm();
    QWidget* makeFile();
    QWidget* makeButtons();
    void askForFile();
    ExportOptions options() const;
    FileKind kind() const;
    void followKind();
    void refresh();
    void run();
    void finish(const Result<qint64>& written, const QString& path);

    Workspace* m_workspace;
    What m_what;
    WorkerHandle m_reader; // of its own: a long list holds up nobody
    QComboBox* m_kind;
    QComboBox* m_fields;
    QComboBox* m_heads;
    QComboBox* m_lookups;
    QComboBox* m_form;
    QComboBox* m_separator;
    QComboBox* m_encoding;
    QCheckBox* m_mark;
    QCheckBox* m_totals; // where there are groups or totals
    QComboBox* m_bytes;
    QLineEdit* m_path;
    QLabel* m_reason;
    QProgressBar* m_progress;
    QPushButton* m_run = nullptr;
    LatestJob<qint64> m_job;
};

} // namespace gravin
