// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "core/exchange/import/file_import.h"
#include "session/workspace.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;
class QTableWidget;

namespace gravin {

class ImportOutcomeView;

// Brings the rows of a file into a screen's table: the file as it was read, to which field each of
// its columns goes, and what would come of it, on one page. Nothing is written before its button is
// chosen; what is written is one change.
class ImportDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed.
    ImportDialog(Workspace* workspace, BoundScreen screen, QWidget* parent);

    // As if it had been chosen.
    void take(const QString& path);

private:
    // The file as it is read: its first rows.
    struct Looked {
        FileForm form;
        QStringList sheets; // of a workbook
        QStringList heads;
        QList<QStringList> rows;
    };
    // Nothing chosen: it is guessed. For any thread.
    static Result<Looked> lookAt(const QString& path, const std::optional<FileForm>& chosen);
    QWidget* makeFileLine();
    QWidget* makeTables();
    QWidget* makeWays();
    QWidget* makeButtons();
    void askForFile();
    void look(const std::optional<FileForm>& form);
    // `isNew`: another file than before.
    void show(const Looked& looked, bool isNew);
    void showFile(const Looked& looked);
    void showMapping();
    void setField(int column, const QString& field);
    void setMatch(const QString& field, bool matches);
    void takeWays();
    LocaleForm chosenForm() const;
    void preview();
    void say(const QString& text, bool isProblem);
    void refresh();
    void import();
    void finish(const WriteResult& written);
    void saveRefused();
    void stop();

    Workspace* m_workspace;
    BoundScreen m_screen;
    WorkerHandle m_reader;
    QString m_file;
    ImportSetUp m_setUp;
    QStringList m_heads;
    std::shared_ptr<const ImportPreview> m_preview; // null: of what is set now there is none
    std::function<qint64(const WriteFailure&)> m_line;
    QLineEdit* m_path;
    QComboBox* m_sheet; // of a workbook with several
    QComboBox* m_separator;
    QComboBox* m_encoding;
    QComboBox* m_form; // how dates and figures are written
    QCheckBox* m_hasHeads;
    QTableWidget* m_rows;
    QTableWidget* m_mapping;
    QComboBox* m_does;
    QCheckBox* m_leavesOut;
    QCheckBox* m_acceptsWarnings; // where there are some
    QLineEdit* m_note;
    QLabel* m_counts;
    ImportOutcomeView* m_outcome;
    QProgressBar* m_progress;
    QPushButton* m_run = nullptr;
    QPushButton* m_save = nullptr;
    LatestJob<Looked> m_looking;
    LatestJob<ImportPreview> m_question;
    LatestJob<Success> m_saving;
    Worker::JobId m_writing = 0; // 0: nothing is written now
    bool m_isShowing = false;    // widgets are filled, not used
};

} // namespace gravin
