// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "core/exchange/import/file_import.h"
#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QLineEdit;
class QProgressBar;
class QPushButton;
class QTableWidget;

namespace gravin {

class GapsDialog;
class ImportFileLine;
class ImportMapping;
class ImportOutcomeView;
class ImportWays;
class KeptImportChoice;

// Brings the rows of a file into a screen's table: the file as it was read, to which field each of
// its columns goes, and what would come of it, on one page. Nothing is written before its button is
// chosen; what is written is one change.
class ImportDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed. While it writes it can only be
    // stopped: what came of it is said first.
    ImportDialog(Workspace* workspace, BoundScreen screen, QWidget* parent);

    // As if it had been chosen.
    void take(const QString& path);
    void reject() override;

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
    QWidget* makeTables();
    QWidget* makeNoteLine();
    QWidget* makeButtons();
    void beginReading();
    void look(const std::optional<FileForm>& form);
    // `isNew`: another file than before.
    void show(const Looked& looked, bool isNew);
    void showRows(const Looked& looked);
    void takeKept();
    LocaleForm chosenForm() const;
    void takeEdits();
    // `runsThen`: writes it as well, where nothing stands in the way.
    void preview(bool runsThen = false);
    void say(const QString& text, bool isProblem);
    QString reasonNotToRun() const;
    void refresh();
    // Asks for what is missing first.
    void run();
    void askForGaps();
    void askForNew();
    void takeAnswers(const GapsDialog& dialog);
    void import();
    void finish(const WriteResult& written);
    void saveRefused();

    Workspace* m_workspace;
    BoundScreen m_screen;
    WorkerHandle m_reader;
    ImportSetUp m_setUp;
    QStringList m_heads;
    std::shared_ptr<const ImportPreview> m_preview; // null: of what is set now there is none
    std::function<qint64(const WriteFailure&)> m_line;
    ImportFileLine* m_file;
    QTableWidget* m_rows;
    ImportMapping* m_mapping;
    ImportWays* m_ways;
    KeptImportChoice* m_kept;
    QLineEdit* m_note;
    QLabel* m_counts;
    ImportOutcomeView* m_outcome;
    QProgressBar* m_progress;
    QPushButton* m_run = nullptr;
    QPushButton* m_keep = nullptr;
    QPushButton* m_save = nullptr;
    LatestJob<Looked> m_looking;
    LatestJob<ImportPreview> m_question;
    LatestJob<Success> m_saving;
    Worker::JobId m_writing = 0; // 0: nothing is written now
};

} // namespace gravin
