// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_dialog.h"

#include "app/exchange/import_file_line.h"
#include "app/exchange/import_gaps.h"
#include "app/exchange/import_mapping.h"
#include "app/exchange/import_outcome.h"
#include "app/exchange/import_ways.h"
#include "app/exchange/kept_import_choice.h"
#include "app/look/deliberate_button.h"
#include "app/look/theme.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"

#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QSplitter>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance ImportWidth(1080);
constexpr Distance ImportHeight(720);
constexpr int RowsLookedAt = 50;
constexpr size_t MostAsked = 200; // values, each with its editor

} // namespace

ImportDialog::ImportDialog(Workspace* workspace, BoundScreen screen, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screen(std::move(screen))
    , m_reader(workspace->database()->startReader())
    , m_file(new ImportFileLine)
    , m_rows(makeLookTable(QStringLiteral("import-rows"), {}))
    , m_mapping(new ImportMapping(m_screen))
    , m_ways(new ImportWays(m_screen))
    , m_kept(new KeptImportChoice(workspace, m_screen.screen.id))
    , m_note(new QLineEdit)
    , m_counts(new QLabel)
    , m_outcome(new ImportOutcomeView(m_screen))
    , m_progress(new QProgressBar) {
    setObjectName(QStringLiteral("import-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Import into %1").arg(m_screen.screen.label));
    resize(ImportWidth, ImportHeight);
    m_progress->setVisible(false);
    m_progress->setRange(0, 0);
    m_counts->setObjectName(QStringLiteral("import-counts"));
    m_counts->setTextFormat(Qt::PlainText);
    m_counts->setWordWrap(true);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(m_file);
    layout->addWidget(makeTables(), 3);
    layout->addWidget(m_ways);
    layout->addWidget(makeNoteLine());
    layout->addWidget(m_counts);
    layout->addWidget(m_progress);
    layout->addWidget(m_outcome, 2);
    layout->addWidget(makeButtons());
    makeDeliberate(this, m_run);
    connect(m_file, &ImportFileLine::chosen, this, [this] {
        m_note->setText(m_file->fileName());
        look({});
    });
    connect(m_file, &ImportFileLine::formChosen, this,
            [this] { look(m_file->form(m_setUp.file)); });
    connect(m_file, &ImportFileLine::problem, this,
            [this](const QString& sentence) { say(sentence, true); });
    connect(m_file, &ImportFileLine::localeChosen, this, &ImportDialog::takeEdits);
    connect(m_mapping, &ImportMapping::edited, this, &ImportDialog::takeEdits);
    connect(m_ways, &ImportWays::edited, this, &ImportDialog::takeEdits);
    connect(m_ways, &ImportWays::makesWanted, this, &ImportDialog::askForNew);
    connect(m_ways, &ImportWays::accepted, this, [this] {
        m_ways->apply(m_setUp);
        refresh();
    });
    say(tr("Choose a file: CSV, a spreadsheet (XLSX, ODS) or JSON. Or paste rows."), false);
    refresh();
}

QWidget* ImportDialog::makeTables() {
    m_rows->setAccessibleName(tr("The file as it was read"));
    auto* splitter = new QSplitter;
    splitter->addWidget(m_rows);
    splitter->addWidget(m_mapping);
    splitter->setStretchFactor(0, 1);
    splitter->setStretchFactor(1, 1);
    return splitter;
}

QWidget* ImportDialog::makeNoteLine() {
    m_note->setPlaceholderText(tr("a note for the log"));
    m_note->setAccessibleName(tr("Note"));
    connect(m_kept, &QComboBox::currentIndexChanged, this, &ImportDialog::takeKept);
    connect(m_kept, &KeptImportChoice::kept, this, [this](const QString& name) {
        say(tr("Kept as “%1”. It stands in the project once that is saved.").arg(name), false);
    });
    auto* widget = new QWidget;
    auto* row = new QHBoxLayout(widget);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(m_kept);
    row->addWidget(new QLabel(tr("Note")));
    row->addWidget(m_note, 1);
    return widget;
}

QWidget* ImportDialog::makeButtons() {
    auto* buttons = new QDialogButtonBox;
    auto* close = buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    close->setObjectName(QStringLiteral("import-close"));
    m_keep = buttons->addButton(tr("Keep as…"), QDialogButtonBox::ActionRole);
    m_keep->setObjectName(QStringLiteral("import-keep"));
    m_keep->setToolTip(tr("Keep in the project where columns go and what is done, for files like "
                          "this one"));
    m_save = buttons->addButton(tr("Save the refused rows…"), QDialogButtonBox::ActionRole);
    m_save->setObjectName(QStringLiteral("import-save-refused"));
    m_run = buttons->addButton(tr("Import"), QDialogButtonBox::ActionRole);
    m_run->setObjectName(QStringLiteral("import-run"));
    m_run->setProperty("main", true);
    connect(m_keep, &QPushButton::clicked, this, [this] {
        m_kept->askToKeep([this](const QString& name) {
            return keptImport(name, m_screen, m_setUp, m_heads, m_file->localeName());
        });
    });
    connect(m_save, &QPushButton::clicked, this, &ImportDialog::saveRefused);
    connect(m_run, &QPushButton::clicked, this, &ImportDialog::run);
    connect(buttons, &QDialogButtonBox::rejected, this, &ImportDialog::reject);
    return buttons;
}

void ImportDialog::say(const QString& text, bool isProblem) {
    setStyleProperty(m_counts, "role", isProblem ? "problem" : "");
    m_counts->setText(text);
}

void ImportDialog::take(const QString& path) { m_file->take(path); }

Result<ImportDialog::Looked> ImportDialog::lookAt(const QString& path,
                                                  const std::optional<FileForm>& chosen) {
    const auto form = chosen ? Result<FileForm>(*chosen) : guessedForm(path);
    if (!form)
        return form.error();
    const auto sheets = sheetNames(path, form->kind);
    if (!sheets)
        return sheets.error();
    const auto rows = openRows(path, *form);
    if (!rows)
        return rows.error();
    Looked looked{*form, *sheets, (*rows)->heads(), {}};
    std::vector<FileInput> cells;
    while (looked.rows.size() < RowsLookedAt) {
        const auto isThere = (*rows)->next(cells);
        if (!isThere || !*isThere)
            break; // what cannot be read is told by the preview
        QStringList row;
        for (const FileInput& cell : cells)
            row += cell.text;
        looked.rows += row;
    }
    return looked;
}

void ImportDialog::beginReading() {
    m_preview.reset();
    m_question.cancel();
    m_progress->setVisible(false);
    refresh();
    say(tr("Reading the file…"), false);
}

// Beside the interface: a file may be large, or far away.
void ImportDialog::look(const std::optional<FileForm>& form) {
    beginReading();
    m_looking.run(
        m_reader.get(), this,
        [path = m_file->path(), form](Session&) { return lookAt(path, form); },
        [this, isNew = !form](const Result<Looked>& looked) {
            if (!looked)
                say(looked.error().sentence, true);
            // What was chosen for a file stays to be chosen otherwise; another file has none of it.
            show(looked ? *looked : Looked{m_setUp.file, {}, {}, {}}, isNew || !looked);
            if (!looked)
                return;
            if (isNew && m_kept->currentIndex() > 0)
                takeKept();
            else
                preview();
        });
}

void ImportDialog::show(const Looked& looked, bool isNew) {
    if (isNew) {
        m_file->showSheets(looked.sheets);
        // What was taken of another file says nothing of this one.
        m_ways->forget();
    }
    m_heads = looked.heads;
    m_setUp = guessedSetUp(m_screen, looked.form, m_heads);
    m_setUp.given = makingDefaults(m_workspace->project(), m_workspace->catalog(), m_screen);
    m_ways->apply(m_setUp);
    m_setUp.form = chosenForm();
    m_file->show(m_setUp.file);
    showRows(looked);
    m_mapping->show(m_setUp, m_heads);
    refresh();
}

void ImportDialog::showRows(const Looked& looked) {
    m_rows->clear();
    m_rows->setRowCount(0);
    m_rows->setColumnCount(static_cast<int>(looked.heads.size()));
    QStringList heads;
    for (const QString& head : looked.heads)
        heads += visibleText(head);
    m_rows->setHorizontalHeaderLabels(heads);
    for (const QStringList& row : looked.rows)
        addLookRow(m_rows, row);
}

// The file is read anew, as the kept import says.
void ImportDialog::takeKept() {
    if (m_heads.isEmpty())
        return; // once there is a file
    const auto kept = m_kept->chosen();
    if (!kept) {
        look({});
        return;
    }
    const FileForm form = keptForm(*kept, m_setUp.file);
    beginReading();
    m_looking.run(
        m_reader.get(), this,
        [path = m_file->path(), form](Session&) { return lookAt(path, form); },
        [this, entry = *kept](const Result<Looked>& looked) {
            const auto setUp =
                looked ? keptSetUp(entry, m_workspace->project(), m_workspace->catalog(), m_screen,
                                   looked->form, looked->heads)
                       : Result<ImportSetUp>(looked.error());
            if (!setUp) {
                say(setUp.error().sentence, true);
                refresh();
                return;
            }
            m_heads = looked->heads;
            m_setUp = *setUp;
            m_file->show(m_setUp.file);
            m_file->setLocaleName(entry.locale);
            m_ways->show(m_setUp);
            showRows(*looked);
            m_mapping->show(m_setUp, m_heads);
            preview();
        });
}

LocaleForm ImportDialog::chosenForm() const {
    const QString name = m_file->localeName();
    const auto locale = localeNamed(name);
    return name.isEmpty() || !locale ? m_screen.form : LocaleForm(*locale);
}

void ImportDialog::takeEdits() {
    m_ways->apply(m_setUp);
    m_setUp.form = chosenForm();
    m_setUp.columns = m_mapping->columns();
    m_setUp.match = m_mapping->match();
    m_setUp.makes = m_ways->makes();
    if (m_heads.isEmpty())
        refresh();
    else
        preview();
}

void ImportDialog::preview(bool runsThen) {
    m_preview.reset();
    m_ways->wait();
    refresh();
    if (const QString reason = reasonAgainst(m_setUp, m_screen); !reason.isEmpty()) {
        m_question.cancel();
        m_progress->setVisible(false);
        say(reason, true);
        return;
    }
    say(tr("Reading the file…"), false);
    m_progress->setVisible(true);
    m_question.runInParts(
        m_reader.get(), this,
        [this, screen = m_screen, setUp = m_setUp, path = m_file->path(),
         rules = m_workspace->document()->rules(),
         catalog = m_workspace->database()->sharedCatalog()](
            Session& session, const LatestJob<ImportPreview>::Meanwhile& meanwhile) {
            return previewImport(session, *catalog, rules, screen, setUp, path, [&](qint64 rows) {
                meanwhile.tell([this, rows] {
                    say(tr("Reading the file… %1 rows").arg(QLocale().toString(rows)), false);
                });
                return !meanwhile.isCancelled();
            });
        },
        [this, runsThen](Result<ImportPreview> preview) {
            m_progress->setVisible(false);
            if (!preview) {
                say(preview.error().sentence, true);
                return;
            }
            m_preview = std::make_shared<const ImportPreview>(std::move(*preview));
            const QString& obstacle = m_preview->obstacle;
            say(obstacle.isEmpty() ? ImportOutcomeView::inWords(*m_preview) : obstacle,
                !obstacle.isEmpty());
            m_outcome->show(*m_preview);
            m_ways->follow(*m_preview);
            refresh();
            if (runsThen && m_run->isEnabled())
                run();
        });
}

// Empty: it may be written.
QString ImportDialog::reasonNotToRun() const {
    if (!m_preview)
        return tr("There is nothing to import yet.");
    if (!m_preview->obstacle.isEmpty())
        return m_preview->obstacle;
    if (m_preview->stopping(m_setUp) > 0)
        return tr("Some rows are refused. Leave them out, or mend the file.");
    if (m_preview->writing() + m_preview->asking(m_setUp) == 0)
        return tr("No row changes anything.");
    if (m_preview->unusual > 0 && !m_ways->acceptsWarnings())
        return tr("Something is unusual. Look at it, and take it or mend the file.");
    return {};
}

void ImportDialog::refresh() {
    const QString reason = reasonNotToRun();
    m_run->setEnabled(reason.isEmpty() && m_writing == 0);
    m_run->setToolTip(reason);
    const qint64 deleting = m_preview ? m_preview->count(ImportOutcome::Delete) : 0;
    const qint64 asking = m_preview ? m_preview->asking(m_setUp) : 0;
    if (!reason.isEmpty())
        m_run->setText(tr("Import"));
    else if (deleting > 0)
        m_run->setText(tr("Import %1, delete %2")
                           .arg(counted(m_preview->writing() - deleting, "row", "rows"),
                                countedRecords(deleting)));
    else
        m_run->setText((asking > 0 ? tr("Import %1…") : tr("Import %1"))
                           .arg(counted(m_preview->writing() + asking, "row", "rows")));
    m_keep->setEnabled(!m_heads.isEmpty());
    m_save->setEnabled(m_preview && !m_preview->refused.empty());
}

void ImportDialog::run() {
    if (m_preview->asking(m_setUp) > 0)
        askForGaps();
    else
        import();
}

void ImportDialog::askForGaps() {
    std::vector<Gap> gaps = importGaps(*m_workspace, m_screen, *m_preview);
    if (gaps.empty() || gaps.size() > MostAsked) {
        say(tr("More is missing than can be asked for here. Leave these rows out, or mend the "
               "file."),
            true);
        return;
    }
    auto* dialog = new GapsDialog(m_workspace, std::move(gaps), this);
    connect(dialog, &QDialog::accepted, this, [this, dialog] { takeAnswers(*dialog); });
    connect(dialog, &QDialog::rejected, this, [this] { say(tr("Nothing was written."), false); });
    dialog->open();
}

// What records that are made for lookups must have beside what they show.
void ImportDialog::askForNew() {
    std::vector<Gap> gaps =
        m_preview ? makingGaps(*m_workspace, m_screen, *m_preview) : std::vector<Gap>();
    if (gaps.empty()) {
        takeEdits();
        return;
    }
    if (gaps.size() > MostAsked) {
        m_ways->makeNothing();
        say(tr("More is missing than can be asked for here. Add these records first, or import "
               "them."),
            true);
        return;
    }
    auto* dialog = new GapsDialog(m_workspace, std::move(gaps), this);
    connect(dialog, &QDialog::rejected, m_ways, &ImportWays::makeNothing);
    connect(dialog, &QDialog::accepted, this, [this, dialog] {
        for (const GapsDialog::Filled& filled : dialog->filled()) {
            const std::vector<Value>& of = filled.key.values();
            m_setUp.givenFor[of[0].asText()][of[1].asText()].insert(filled.column, filled.after);
        }
        takeEdits();
    });
    dialog->open();
}

void ImportDialog::takeAnswers(const GapsDialog& dialog) {
    for (const GapsDialog::Filled& filled : dialog.filled())
        m_setUp.answers[filled.key.values().front().asInteger()].insert(filled.column,
                                                                        filled.after);
    m_setUp.answeredOf = m_preview->file;
    preview(true);
}

void ImportDialog::import() {
    ImportRun run = importRun(m_workspace->database()->sharedCatalog(),
                              std::make_shared<const RuleBook>(m_workspace->document()->rules()),
                              m_screen, m_setUp, m_file->path(), *m_preview);
    run.request.person = personName();
    run.request.note = m_note->text().trimmed();
    run.request.acceptsAllWarnings = m_ways->acceptsWarnings();
    m_line = run.line;
    m_progress->setVisible(true);
    say(tr("Importing…"), false);
    m_writing = m_workspace->writing()->writeLong(
        std::move(run.request), this,
        [this](qint64 done) {
            say(tr("Importing… %1 records").arg(QLocale().toString(done)), false);
        },
        [this](const WriteResult& written) { finish(written); });
    refresh();
}

void ImportDialog::finish(const WriteResult& written) {
    m_writing = 0;
    m_progress->setVisible(false);
    if (written) {
        Notice said{Notice::Kind::Done,
                    tr("Imported %1 from %2: change %3. It can be rolled back.")
                        .arg(countedRecords(written->count()), m_file->fileName())
                        .arg(written->id)};
        said.change = written->id;
        m_workspace->notices()->tell(said);
        accept();
        return;
    }
    const Error& error = written.error().error;
    const qint64 line = m_line(written.error());
    const auto& problems = written.error().problems;
    const QString record = problems.empty() ? QString() : problems.front().record;
    refresh();
    if (line > 0)
        say(tr("Nothing was written. Row %1: %2").arg(line).arg(error.sentence), true);
    else if (!record.isEmpty())
        say(tr("Nothing was written. Record %1: %2").arg(record, error.sentence), true);
    else
        say(tr("Nothing was written. %1").arg(error.sentence), true);
}

void ImportDialog::saveRefused() {
    const QString name = QFileInfo(m_file->fileName()).completeBaseName() + tr(" refused");
    const QString path = QFileDialog::getSaveFileName(
        this, tr("Save the refused rows"), m_file->folder() + u'/' + name + QStringLiteral(".csv"),
        QStringLiteral("CSV (*.csv)"));
    if (path.isEmpty())
        return;
    m_saving.run(
        m_reader.get(), this,
        [preview = m_preview, path](Session&) { return writeRefused(*preview, path); },
        [this, path, count = m_preview->count(ImportOutcome::Refuse)](const Status& written) {
            if (!written)
                say(written.error().sentence, true);
            else
                say(tr("Saved %1 to %2. Mend them there and import that file.")
                        .arg(counted(count, "row", "rows"), path),
                    false);
        });
}

// What is being written is stopped first, and says so.
void ImportDialog::reject() {
    if (m_writing == 0) {
        QDialog::reject();
        return;
    }
    m_workspace->writing()->cancel(m_writing);
    say(tr("Stopping…"), false);
}

} // namespace gravin
