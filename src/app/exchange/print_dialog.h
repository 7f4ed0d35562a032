// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "paper/print_run.h"
#include "session/workspace.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLabel;
class QProgressBar;
class QPushButton;
class QPrinter;
class QVBoxLayout;

namespace gravin {

class CardSetting;

// Records on paper: as sheets, as a list, or on labels or cards, to a printer or into a PDF file,
// with the first pages to look at before. What a check of the stage "output" asks for is asked,
// saved as one change, and printed then.
class PrintDialog : public QDialog {
    Q_OBJECT
public:
    struct What {
        BoundScreen screen;
        RecordQuery query;
        QStringList shown;          // the fields that the list shows, in its order
        qint64 records = 0;         // of the list
        std::vector<Key> selected;  // stored ones
        bool asSheet = true;        // to begin with
        QStringList groupedBy = {}; // columns, of the list
    };
    // `workspace` must outlive it. Deletes itself when closed. While it prints or saves it can only
    // be stopped: what came of it is said first.
    PrintDialog(Workspace* workspace, What what, QWidget* parent);
    ~PrintDialog() override;

    // As if this file had been chosen.
    void printTo(const QString& path);
    void reject() override;

private:
    QWidget* makeForm();
    QWidget* makeCards();
    void listForms();
    void followForm();
    PaperForm paperForm() const;
    void askForName();
    void keepCards(const QString& name);
    QWidget* makeButtons();
    PrintSetUp setUp() const;
    QPageLayout page() const;
    void preview();
    void showPages(const QList<QImage>& pages);
    void askForFile();
    void askForPrinter();
    // Looks at the gaps, and asks for what is missing, before anything is printed.
    void begin(std::function<void()> print);
    void meetGaps(const std::vector<PrintGap>& gaps);
    void askFor(const std::vector<PrintGap>& gaps);
    void saveFilled(const class GapsDialog& dialog);
    void print();
    void toPdf(const QString& path);
    void toPrinter();
    void finish(const Result<PrintReport>& report, const QString& where);
    void say(const QString& text, bool isProblem);
    void setBusy(bool busy);

    Workspace* m_workspace;
    What m_what;
    WorkerHandle m_reader;
    QComboBox* m_as;
    QComboBox* m_which;
    QComboBox* m_page;
    QComboBox* m_orientation;
    QComboBox* m_onGap;
    CardSetting* m_cards;
    QWidget* m_ofCards = nullptr;
    QVBoxLayout* m_pages = nullptr;
    QLabel* m_said;
    QProgressBar* m_progress;
    QPushButton* m_pdf = nullptr;
    QPushButton* m_printerButton = nullptr;
    std::shared_ptr<QPrinter> m_printer; // lives as long as what prints to it
    std::function<void()> m_print;       // when nothing stands in the way
    bool m_leavesOut = false;            // gaps that were met, for this run
    bool m_isSaving = false;             // what was asked for
    bool m_isToStop = false;             // asked while it saves
    LatestJob<QList<QImage>> m_looking;
    LatestJob<std::vector<PrintGap>> m_question;
    LatestJob<PrintReport> m_job;
};

} // namespace gravin
