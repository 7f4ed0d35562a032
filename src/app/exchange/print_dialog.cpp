// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/print_dialog.h"

#include "app/bulk/gaps_dialog.h"
#include "app/exchange/card_setting.h"
#include "app/look/theme.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "paper/card_paper.h"

#include <QComboBox>
#include <QDialogButtonBox>
#include <QDir>
#include <QFileDialog>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QInputDialog>
#include <QLabel>
#include <QPrintDialog>
#include <QPrinter>
#include <QProgressBar>
#include <QPushButton>
#include <QScrollArea>
#include <QStandardPaths>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance PrintWidth(980);
constexpr Distance PrintHeight(720);
constexpr Distance FormWidth(300);
constexpr int PagesLookedAt = 6;
constexpr qsizetype FieldsUpright = 8;
constexpr double DotsAPoint = 0.95; // of what is looked at

QString withoutSlashes(QString name) {
    return name.replace(u'/', u' ').replace(QChar(u'\0'), u' ');
}

} // namespace

PrintDialog::PrintDialog(Workspace* workspace, What what, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_what(std::move(what))
    , m_reader(workspace->database()->startReader())
    , m_as(new QComboBox)
    , m_which(new QComboBox)
    , m_page(new QComboBox)
    , m_orientation(new QComboBox)
    , m_onGap(new QComboBox)
    , m_cards(new CardSetting(m_what.screen))
    , m_said(new QLabel)
    , m_progress(new QProgressBar) {
    setObjectName(QStringLiteral("print-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Print %1").arg(m_what.screen.screen.label));
    resize(PrintWidth, PrintHeight);
    m_said->setObjectName(QStringLiteral("print-said"));
    m_said->setTextFormat(Qt::PlainText);
    m_said->setWordWrap(true);
    m_progress->setVisible(false);
    auto* pages = new QWidget;
    pages->setObjectName(QStringLiteral("print-pages"));
    m_pages = new QVBoxLayout(pages);
    auto* area = new QScrollArea;
    area->setWidget(pages);
    area->setWidgetResizable(true);
    area->setAccessibleName(tr("The first pages"));
    auto* left = new QVBoxLayout;
    left->addWidget(makeForm());
    left->addWidget(m_said);
    left->addWidget(m_progress);
    left->addStretch(1);
    auto* middle = new QHBoxLayout;
    middle->addLayout(left);
    middle->addWidget(area, 1);
    auto* layout = new QVBoxLayout(this);
    layout->addLayout(middle, 1);
    layout->addWidget(makeButtons());
    preview();
}

PrintDialog::~PrintDialog() = default;

QWidget* PrintDialog::makeForm() {
    m_as->setObjectName(QStringLiteral("print-as"));
    listForms();
    m_as->setCurrentIndex(m_what.asSheet ? 0 : 1);
    m_which->setObjectName(QStringLiteral("print-which"));
    if (!m_what.selected.empty())
        m_which->addItem(
            tr("%1, as selected").arg(countedRecords(static_cast<qint64>(m_what.selected.size()))),
            true);
    m_which->addItem(tr("%1, as listed").arg(countedRecords(m_what.records)), false);
    // A list is of all of them, unless somebody says otherwise.
    if (!m_what.asSheet)
        m_which->setCurrentIndex(m_which->count() - 1);
    m_page->addItem(tr("A4"), QStringLiteral("A4"));
    m_page->addItem(tr("Letter"), QStringLiteral("Letter"));
    // ISO 216 nearly everywhere.
    const QLocale::Country country = QLocale().country();
    m_page->setCurrentIndex(country == QLocale::UnitedStates || country == QLocale::Canada ? 1 : 0);
    m_orientation->addItem(tr("upright"), static_cast<int>(QPageLayout::Portrait));
    m_orientation->addItem(tr("across"), static_cast<int>(QPageLayout::Landscape));
    m_onGap->setObjectName(QStringLiteral("print-on-gap"));
    m_onGap->addItem(tr("as its check says"), static_cast<int>(OnGap::AsChecked));
    m_onGap->addItem(tr("is left out"), static_cast<int>(OnGap::LeaveOut));
    m_onGap->addItem(tr("stops the run"), static_cast<int>(OnGap::Stop));
    m_onGap->setToolTip(tr("Checks of the stage “output” say what a record must have before it is "
                           "printed"));
    auto* widget = new QWidget;
    widget->setFixedWidth(FormWidth);
    auto* form = new QFormLayout(widget);
    form->setContentsMargins(0, 0, 0, 0);
    form->setRowWrapPolicy(QFormLayout::WrapAllRows);
    form->addRow(tr("Print"), m_as);
    m_ofCards = makeCards();
    form->addRow(m_ofCards);
    form->addRow(tr("Records"), m_which);
    form->addRow(tr("Page"), m_page);
    form->addRow(tr("Held"), m_orientation);
    form->addRow(tr("A record that lacks something"), m_onGap);
    connect(m_as, &QComboBox::currentIndexChanged, this, &PrintDialog::followForm);
    connect(m_cards, &CardSetting::edited, this, &PrintDialog::preview);
    m_orientation->setCurrentIndex(!m_what.asSheet && m_what.shown.size() > FieldsUpright ? 1 : 0);
    for (QComboBox* box : {m_as, m_which, m_page, m_orientation})
        connect(box, &QComboBox::currentIndexChanged, this, &PrintDialog::preview);
    return widget;
}

QWidget* PrintDialog::makeCards() {
    auto* part = new QWidget;
    auto* column = new QVBoxLayout(part);
    column->setContentsMargins(0, 0, 0, 0);
    auto* keep = new QPushButton(tr("Keep these cards as…"));
    keep->setObjectName(QStringLiteral("keep-cards"));
    keep->setAutoDefault(false);
    connect(keep, &QPushButton::clicked, this, &PrintDialog::askForName);
    column->addWidget(m_cards);
    column->addWidget(keep, 0, Qt::AlignLeft);
    part->hide();
    return part;
}

void PrintDialog::listForms() {
    m_as->clear();
    m_as->addItem(tr("a sheet for each record, as its form"), static_cast<int>(PaperForm::Sheet));
    m_as->addItem(tr("one list"), static_cast<int>(PaperForm::List));
    m_as->addItem(tr("labels or cards"), static_cast<int>(PaperForm::Cards));
    for (const KeptCards& kept : m_workspace->project().cards) {
        if (kept.screen == m_what.screen.screen.id)
            m_as->addItem(kept.name, static_cast<int>(PaperForm::Cards));
    }
}

PaperForm PrintDialog::paperForm() const {
    return static_cast<PaperForm>(m_as->currentData().toInt());
}

void PrintDialog::followForm() {
    // Many fields side by side want the longer edge.
    const bool isWide = paperForm() == PaperForm::List && m_what.shown.size() > FieldsUpright;
    m_orientation->setCurrentIndex(isWide ? 1 : 0);
    m_ofCards->setVisible(paperForm() == PaperForm::Cards);
    const KeptCards* kept =
        m_workspace->project().cardsNamed(m_what.screen.screen.id, m_as->currentText());
    if (paperForm() == PaperForm::Cards && kept)
        m_cards->setForm(kept->form);
}

void PrintDialog::askForName() {
    auto* dialog = new QInputDialog(this);
    dialog->setObjectName(QStringLiteral("cards-name"));
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    dialog->setWindowTitle(tr("Keep these cards"));
    dialog->setLabelText(tr("Under this name, in the project:"));
    connect(dialog, &QInputDialog::textValueSelected, this,
            [this](const QString& name) { keepCards(name.trimmed()); });
    dialog->open();
}

void PrintDialog::keepCards(const QString& name) {
    if (name.isEmpty())
        return;
    const KeptCards kept{name, m_what.screen.screen.id, m_cards->form()};
    m_workspace->document()->change(tr("Keep the cards “%1”").arg(name), [&](Project& project) {
        for (KeptCards& each : project.cards) {
            if (each.isCalled(kept.screen, name)) {
                each.form = kept.form;
                return;
            }
        }
        project.cards += kept;
    });
    {
        const QSignalBlocker quiet(m_as);
        listForms();
        m_as->setCurrentIndex(m_as->findText(name, Qt::MatchFixedString));
    }
    say(tr("Kept as “%1”. It stands in the project once that is saved.").arg(name), false);
}

QWidget* PrintDialog::makeButtons() {
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    m_printerButton = buttons->addButton(tr("Printer…"), QDialogButtonBox::ActionRole);
    m_printerButton->setObjectName(QStringLiteral("print-printer"));
    m_pdf = buttons->addButton(tr("PDF file…"), QDialogButtonBox::ActionRole);
    m_pdf->setObjectName(QStringLiteral("print-pdf"));
    m_pdf->setProperty("main", true);
    connect(m_pdf, &QPushButton::clicked, this, &PrintDialog::askForFile);
    connect(m_printerButton, &QPushButton::clicked, this, &PrintDialog::askForPrinter);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    return buttons;
}

PrintSetUp PrintDialog::setUp() const {
    PrintSetUp setUp;
    setUp.as = paperForm();
    setUp.cards = m_cards->form();
    setUp.columns = m_what.shown;
    setUp.query = m_what.query;
    setUp.groupedBy = m_what.groupedBy;
    if (m_which->currentData().toBool())
        setUp.keys = m_what.selected;
    setUp.onGap =
        m_leavesOut ? OnGap::LeaveOut : static_cast<OnGap>(m_onGap->currentData().toInt());
    setUp.said = QStringLiteral("%1 · %2").arg(
        m_workspace->project().name,
        m_what.screen.form.text(Value::date(QDate::currentDate()), {TypeKind::Date}));
    return setUp;
}

QPageLayout PrintDialog::page() const {
    const QPageLayout page =
        *pageNamed(m_page->currentData().toString(),
                   static_cast<QPageLayout::Orientation>(m_orientation->currentData().toInt()));
    return paperForm() == PaperForm::Cards ? pageOf(m_cards->form(), page) : page;
}

void PrintDialog::say(const QString& text, bool isProblem) {
    setStyleProperty(m_said, "role", isProblem ? "problem" : "faint");
    m_said->setText(text);
}

void PrintDialog::setBusy(bool busy) {
    m_progress->setVisible(busy);
    m_progress->setRange(0, 0);
    m_pdf->setEnabled(!busy);
    m_printerButton->setEnabled(!busy);
}

// The first pages, of all records whatever they lack.
void PrintDialog::preview() {
    PrintSetUp looked = setUp();
    looked.onGap = OnGap::LeaveOut;
    m_looking.run(
        m_reader.get(), this,
        [looked, page = page(), screen = m_what.screen,
         catalog = m_workspace->database()->sharedCatalog(),
         dots = DotsAPoint * devicePixelRatioF()](Session& session) -> Result<QList<QImage>> {
            PicturedPages pages(page, dots, PagesLookedAt);
            const auto printed = printRecords(session, *catalog, {}, screen, looked, pages);
            if (!printed)
                return printed.error();
            return pages.images();
        },
        [this](const Result<QList<QImage>>& pages) {
            if (pages) {
                showPages(*pages);
                say({}, false);
            } else {
                showPages({});
                say(pages.error().sentence, true);
            }
        });
}

void PrintDialog::showPages(const QList<QImage>& pages) {
    while (QLayoutItem* item = m_pages->takeAt(0)) {
        delete item->widget();
        delete item;
    }
    for (QImage page : pages) {
        page.setDevicePixelRatio(devicePixelRatioF());
        auto* label = new QLabel;
        label->setPixmap(QPixmap::fromImage(page));
        label->setAlignment(Qt::AlignHCenter);
        m_pages->addWidget(label);
    }
    if (pages.size() == PagesLookedAt)
        m_pages->addWidget(new QLabel(tr("Pages behind these are not shown here.")));
    m_pages->addStretch(1);
}

void PrintDialog::askForFile() {
    QString folder = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation);
    if (!QFileInfo::exists(folder))
        folder = QDir::homePath();
    const QString path = QFileDialog::getSaveFileName(
        this, tr("Print into a file"),
        QDir(folder).filePath(withoutSlashes(m_what.screen.screen.label) + QStringLiteral(".pdf")),
        QStringLiteral("PDF (*.pdf)"));
    if (!path.isEmpty())
        printTo(path);
}

void PrintDialog::printTo(const QString& path) {
    begin([this, path] { toPdf(path); });
}

void PrintDialog::askForPrinter() {
    m_printer = std::make_shared<QPrinter>(QPrinter::HighResolution);
    m_printer->setPageLayout(page());
    m_printer->setDocName(m_what.screen.screen.label);
    auto* dialog = new QPrintDialog(m_printer.get(), this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::accepted, this, [this] {
        if (!m_printer->isValid())
            say(tr("There is no such printer."), true);
        else
            begin([this] { toPrinter(); });
    });
    dialog->open();
}

void PrintDialog::begin(std::function<void()> print) {
    m_print = std::move(print);
    m_leavesOut = false;
    setBusy(true);
    say(tr("Looking at what the records must have…"), false);
    m_question.runInParts(
        m_reader.get(), this,
        [looked = setUp(), screen = m_what.screen, rules = m_workspace->document()->rules(),
         catalog = m_workspace->database()->sharedCatalog()](
            Session& session, const LatestJob<std::vector<PrintGap>>::Meanwhile& meanwhile) {
            return outputGaps(session, *catalog, rules, screen, looked,
                              [&](qint64, qint64) { return !meanwhile.isCancelled(); });
        },
        [this](const Result<std::vector<PrintGap>>& gaps) {
            setBusy(false);
            if (gaps)
                meetGaps(*gaps);
            else
                say(gaps.error().sentence, true);
        });
}

void PrintDialog::meetGaps(const std::vector<PrintGap>& gaps) {
    const auto onGap = static_cast<OnGap>(m_onGap->currentData().toInt());
    std::vector<PrintGap> asked;
    for (const PrintGap& gap : gaps) {
        const bool isAsked =
            onGap == OnGap::AsChecked && gap.inRuns == InRuns::Ask && !gap.column.isEmpty();
        const bool isLeftOut = onGap == OnGap::LeaveOut ||
                               (onGap == OnGap::AsChecked && gap.inRuns == InRuns::LeaveOut);
        if (!isAsked && !isLeftOut) {
            say(tr("Nothing was printed. %1: %2").arg(gap.name, gap.reason), true);
            return;
        }
        if (isAsked)
            asked.push_back(gap);
    }
    if (!asked.empty()) {
        askFor(asked);
        return;
    }
    m_leavesOut = true;
    print();
}

void PrintDialog::askFor(const std::vector<PrintGap>& gaps) {
    std::vector<Gap> asked;
    for (const PrintGap& gap : gaps) {
        if (const BoundField* field = m_what.screen.field(gap.column))
            asked.push_back({gap.key, gap.name, *field, gap.now, gap.reason});
        else
            asked.push_back({gap.key, gap.name,
                             bindField(m_workspace->project(), m_workspace->catalog(),
                                       *m_what.screen.table, ScreenField{gap.column}),
                             gap.now, gap.reason});
    }
    auto* dialog = new GapsDialog(m_workspace, std::move(asked), this);
    dialog->setAttribute(Qt::WA_DeleteOnClose);
    connect(dialog, &QDialog::accepted, this, [this, dialog] { saveFilled(*dialog); });
    connect(dialog, &QDialog::rejected, this, [this] { say(tr("Nothing was printed."), false); });
    dialog->open();
}

// By the one door, as one change; then all is looked at again.
void PrintDialog::saveFilled(const GapsDialog& dialog) {
    ChangeRequest request;
    request.person = personName();
    request.screen = m_what.screen.screen.label;
    request.screenRules = screenRulesOf(m_what.screen);
    request.action = QStringLiteral("edit");
    request.note = tr("asked for while %1 was printed").arg(m_what.screen.screen.label);
    request.fills = true;
    for (const GapsDialog::Filled& filled : dialog.filled()) {
        const auto same =
            std::find_if(request.edits.begin(), request.edits.end(),
                         [&](const RecordEdit& edit) { return edit.key == filled.key; });
        RecordEdit& edit =
            same != request.edits.end()
                ? *same
                : request.edits.emplace_back(
                      RecordEdit{Operation::Update, m_what.screen.table->name, filled.key, {}, {}});
        edit.before.insert(filled.column, filled.before);
        edit.after.insert(filled.column, filled.after);
    }
    setBusy(true);
    m_isSaving = true;
    m_isToStop = false;
    m_workspace->writing()->write(std::move(request), this, [this](const WriteResult& written) {
        setBusy(false);
        m_isSaving = false;
        if (written && m_isToStop)
            say(tr("What was asked for is saved. Nothing was printed."), false);
        else if (written)
            begin(m_print);
        else
            say(tr("Nothing was printed. %1").arg(written.error().error.sentence), true);
    });
}

// Pages may be there, or a change saved, in this very moment; the answer says so.
void PrintDialog::reject() {
    if (!m_job.isRunning() && !m_isSaving) {
        QDialog::reject();
        return;
    }
    m_job.stop();
    m_isToStop = true;
    say(tr("Stopping…"), false);
}

void PrintDialog::print() {
    setBusy(true);
    say(tr("Printing…"), false);
    m_print();
}

void PrintDialog::toPdf(const QString& path) {
    m_job.runInParts(
        m_reader.get(), this,
        [this, path, what = setUp(), layout = page(), screen = m_what.screen,
         rules = m_workspace->document()->rules(),
         catalog = m_workspace->database()->sharedCatalog()](
            Session& session, const LatestJob<PrintReport>::Meanwhile& meanwhile) {
            return printToPdf(session, *catalog, rules, screen, what, layout, path,
                              [&](qint64 done, qint64 of) {
                                  meanwhile.tell([this, done, of] {
                                      m_progress->setRange(0, static_cast<int>(of));
                                      m_progress->setValue(static_cast<int>(done));
                                  });
                                  return !meanwhile.isCancelled();
                              });
        },
        [this, path](const Result<PrintReport>& report) { finish(report, path); });
}

void PrintDialog::toPrinter() {
    m_job.runInParts(
        m_reader.get(), this,
        [what = setUp(), printer = m_printer, screen = m_what.screen,
         rules = m_workspace->document()->rules(),
         catalog = m_workspace->database()->sharedCatalog()](
            Session& session, const LatestJob<PrintReport>::Meanwhile& meanwhile) {
            auto report = printToDevice(session, *catalog, rules, screen, what, *printer,
                                        [&](qint64, qint64) { return !meanwhile.isCancelled(); });
            if (!report)
                printer->abort();
            return report;
        },
        [this](const Result<PrintReport>& report) { finish(report, m_printer->printerName()); });
}

void PrintDialog::finish(const Result<PrintReport>& report, const QString& where) {
    setBusy(false);
    if (!report) {
        say((report.error().sentence + u' ' + report.error().detail).trimmed(),
            report.error().kind != ErrorKind::Cancelled);
        return;
    }
    QStringList left;
    for (const PrintGap& gap : report->gaps)
        left += QStringLiteral("%1: %2").arg(gap.name, gap.reason);
    if (report->printed == 0) {
        say((tr("There is no record to print.") + u' ' + left.join(u' ')).trimmed(), true);
        return;
    }
    Notice said{Notice::Kind::Done, tr("Printed %1 to %2: %3.")
                                        .arg(countedRecords(report->printed), where,
                                             counted(report->pages, "page", "pages"))};
    if (!left.isEmpty()) {
        said.text += u' ' + tr("Left out: %1").arg(left.join(u' '));
        said.detail = left.join(u'\n');
    }
    m_workspace->notices()->tell(said);
    accept();
}

} // namespace gravin
