// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_dialog.h"

#include "app/exchange/import_outcome.h"
#include "app/look/deliberate_button.h"
#include "app/look/theme.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QSignalBlocker>
#include <QSplitter>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance ImportWidth(1080);
constexpr Distance ImportHeight(720);
constexpr int RowsLookedAt = 50;

} // namespace

ImportDialog::ImportDialog(Workspace* workspace, BoundScreen screen, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_screen(std::move(screen))
    , m_reader(workspace->database()->startReader())
    , m_path(new QLineEdit)
    , m_sheet(new QComboBox)
    , m_separator(new QComboBox)
    , m_encoding(new QComboBox)
    , m_form(new QComboBox)
    , m_hasHeads(new QCheckBox(tr("The first row has the heads")))
    , m_rows(makeLookTable(QStringLiteral("import-rows"), {}))
    , m_mapping(makeLookTable(QStringLiteral("import-mapping"),
                              {tr("Column of the file"), tr("Goes to"), tr("Finds the record")}))
    , m_does(new QComboBox)
    , m_leavesOut(new QCheckBox(tr("Leave out rows that are refused")))
    , m_acceptsWarnings(new QCheckBox(tr("Take what is unusual")))
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
    layout->addWidget(makeFileLine());
    layout->addWidget(makeTables(), 3);
    layout->addWidget(makeWays());
    layout->addWidget(m_counts);
    layout->addWidget(m_progress);
    layout->addWidget(m_outcome, 2);
    layout->addWidget(makeButtons());
    makeDeliberate(this, m_run);
    say(tr("Choose a file: CSV, a spreadsheet (XLSX, ODS) or JSON."), false);
    refresh();
}

QWidget* ImportDialog::makeFileLine() {
    m_path->setObjectName(QStringLiteral("import-path"));
    m_path->setPlaceholderText(tr("the file that the rows are in"));
    m_path->setAccessibleName(tr("File"));
    auto* choose = new QPushButton(tr("Choose…"));
    m_sheet->setObjectName(QStringLiteral("import-sheet"));
    m_sheet->setAccessibleName(tr("Sheet"));
    m_sheet->setVisible(false);
    m_separator->addItem(tr("comma"), QChar(u','));
    m_separator->addItem(tr("semicolon"), QChar(u';'));
    m_separator->addItem(tr("tab"), QChar(u'\t'));
    m_separator->addItem(tr("bar"), QChar(u'|'));
    m_separator->setAccessibleName(tr("Separator"));
    m_encoding->addItem(QStringLiteral("UTF-8"), static_cast<int>(CsvForm::Encoding::Utf8));
    m_encoding->addItem(QStringLiteral("UTF-16"), static_cast<int>(CsvForm::Encoding::Utf16));
    m_encoding->addItem(QStringLiteral("Latin-1"), static_cast<int>(CsvForm::Encoding::Latin1));
    m_encoding->setAccessibleName(tr("Encoding"));
    m_form->setObjectName(QStringLiteral("import-form"));
    m_form->setAccessibleName(tr("Dates and figures"));
    m_form->setToolTip(tr("How dates and figures are written in the file; ISO dates and points are "
                          "always understood"));
    m_form->addItem(tr("written as here"), QString());
    for (const char* other : {"de", "en-GB", "en-US", "fr", "es", "C"}) {
        const auto locale = localeNamed(QLatin1String(other));
        m_form->addItem(locale->language() == QLocale::C ? tr("ISO and points")
                                                         : locale->nativeLanguageName(),
                        QLatin1String(other));
    }
    auto* widget = new QWidget;
    auto* row = new QHBoxLayout(widget);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(m_path, 1);
    row->addWidget(choose);
    row->addWidget(m_sheet);
    row->addWidget(m_separator);
    row->addWidget(m_encoding);
    row->addWidget(m_form);
    row->addWidget(m_hasHeads);
    connect(m_form, &QComboBox::currentIndexChanged, this, &ImportDialog::takeWays);
    connect(choose, &QPushButton::clicked, this, &ImportDialog::askForFile);
    connect(m_path, &QLineEdit::editingFinished, this, [this] {
        if (!m_path->text().isEmpty() && m_path->text() != m_file)
            take(m_path->text());
    });
    const auto formChosen = [this] {
        if (m_isShowing || m_file.isEmpty())
            return;
        FileForm form = m_setUp.file;
        form.sheet = m_sheet->currentText();
        form.csv.separator = m_separator->currentData().toChar();
        form.csv.encoding = static_cast<CsvForm::Encoding>(m_encoding->currentData().toInt());
        form.hasHeads = m_hasHeads->isChecked();
        look(form);
    };
    connect(m_sheet, &QComboBox::currentIndexChanged, this, formChosen);
    connect(m_separator, &QComboBox::currentIndexChanged, this, formChosen);
    connect(m_encoding, &QComboBox::currentIndexChanged, this, formChosen);
    connect(m_hasHeads, &QCheckBox::toggled, this, formChosen);
    return widget;
}

QWidget* ImportDialog::makeTables() {
    m_rows->setAccessibleName(tr("The file as it was read"));
    m_mapping->setAccessibleName(tr("Which column goes to which field"));
    m_mapping->horizontalHeader()->setStretchLastSection(false);
    m_mapping->horizontalHeader()->setSectionResizeMode(1, QHeaderView::Stretch);
    auto* splitter = new QSplitter;
    splitter->addWidget(m_rows);
    splitter->addWidget(m_mapping);
    splitter->setStretchFactor(0, 1);
    splitter->setStretchFactor(1, 1);
    return splitter;
}

QWidget* ImportDialog::makeWays() {
    using Does = ImportSetUp::Does;
    m_does->setObjectName(QStringLiteral("import-does"));
    m_does->addItem(tr("Add and change records"), static_cast<int>(Does::Both));
    m_does->addItem(tr("Only add records"), static_cast<int>(Does::AddOnly));
    m_does->addItem(tr("Only change records"), static_cast<int>(Does::ChangeOnly));
    m_leavesOut->setObjectName(QStringLiteral("import-leaves-out"));
    m_acceptsWarnings->setObjectName(QStringLiteral("import-accepts-warnings"));
    m_acceptsWarnings->setVisible(false);
    m_note->setPlaceholderText(tr("a note for the log"));
    m_note->setAccessibleName(tr("Note"));
    auto* widget = new QWidget;
    auto* row = new QHBoxLayout(widget);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(m_does);
    row->addWidget(m_leavesOut);
    row->addWidget(m_acceptsWarnings);
    row->addWidget(m_note, 1);
    connect(m_does, &QComboBox::currentIndexChanged, this, &ImportDialog::takeWays);
    connect(m_leavesOut, &QCheckBox::toggled, this, &ImportDialog::takeWays);
    connect(m_acceptsWarnings, &QCheckBox::toggled, this, &ImportDialog::refresh);
    return widget;
}

QWidget* ImportDialog::makeButtons() {
    auto* buttons = new QDialogButtonBox;
    auto* close = buttons->addButton(tr("Close"), QDialogButtonBox::RejectRole);
    close->setObjectName(QStringLiteral("import-close"));
    m_save = buttons->addButton(tr("Save the refused rows…"), QDialogButtonBox::ActionRole);
    m_save->setObjectName(QStringLiteral("import-save-refused"));
    m_run = buttons->addButton(tr("Import"), QDialogButtonBox::ActionRole);
    m_run->setObjectName(QStringLiteral("import-run"));
    m_run->setProperty("main", true);
    connect(m_save, &QPushButton::clicked, this, &ImportDialog::saveRefused);
    connect(m_run, &QPushButton::clicked, this, &ImportDialog::import);
    connect(buttons, &QDialogButtonBox::rejected, this, &ImportDialog::stop);
    return buttons;
}

void ImportDialog::say(const QString& text, bool isProblem) {
    setStyleProperty(m_counts, "role", isProblem ? "problem" : "");
    m_counts->setText(text);
}

void ImportDialog::askForFile() {
    const QString path =
        QFileDialog::getOpenFileName(this, tr("Import from"), QFileInfo(m_file).path(),
                                     tr("Files of rows (*.csv *.tsv *.txt *.xlsx *.ods *.json)"));
    if (!path.isEmpty())
        take(path);
}

void ImportDialog::take(const QString& path) {
    m_file = path;
    const QSignalBlocker blocker(m_path);
    m_path->setText(path);
    m_note->setText(QFileInfo(path).fileName());
    look({});
}

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

// Beside the interface: a file may be large, or far away.
void ImportDialog::look(const std::optional<FileForm>& form) {
    m_preview.reset();
    m_question.cancel();
    refresh();
    say(tr("Reading the file…"), false);
    m_looking.run(
        m_reader.get(), this, [path = m_file, form](Session&) { return lookAt(path, form); },
        [this, isNew = !form](const Result<Looked>& looked) {
            if (!looked)
                say(looked.error().sentence, true);
            // What was chosen for a file stays to be chosen otherwise; another file has none of it.
            show(looked ? *looked : Looked{m_setUp.file, {}, {}, {}}, isNew || !looked);
            if (looked)
                preview();
        });
}

void ImportDialog::show(const Looked& looked, bool isNew) {
    if (isNew) {
        const QSignalBlocker blocker(m_sheet);
        m_sheet->clear();
        m_sheet->addItems(looked.sheets);
        m_sheet->setVisible(m_sheet->count() > 1);
        // What was taken of another file says nothing of this one.
        m_acceptsWarnings->setChecked(false);
    }
    m_heads = looked.heads;
    const ImportSetUp before = m_setUp;
    m_setUp = guessedSetUp(m_screen, looked.form, m_heads);
    m_setUp.does = before.does;
    m_setUp.leavesOut = before.leavesOut;
    m_setUp.form = chosenForm();
    showFile(looked);
    showMapping();
    refresh();
}

void ImportDialog::showFile(const Looked& looked) {
    m_isShowing = true;
    m_separator->setCurrentIndex(m_separator->findData(m_setUp.file.csv.separator));
    m_encoding->setCurrentIndex(m_encoding->findData(static_cast<int>(m_setUp.file.csv.encoding)));
    m_hasHeads->setChecked(m_setUp.file.hasHeads);
    const bool isCsv = m_setUp.file.kind == FileKind::Csv;
    m_separator->setVisible(isCsv);
    m_encoding->setVisible(isCsv);
    m_hasHeads->setEnabled(m_setUp.file.kind != FileKind::Json);
    m_rows->clear();
    m_rows->setRowCount(0);
    m_rows->setColumnCount(static_cast<int>(looked.heads.size()));
    QStringList heads;
    for (const QString& head : looked.heads)
        heads += visibleText(head);
    m_rows->setHorizontalHeaderLabels(heads);
    for (const QStringList& row : looked.rows)
        addLookRow(m_rows, row);
    m_isShowing = false;
}

void ImportDialog::showMapping() {
    m_isShowing = true;
    m_mapping->setRowCount(0);
    m_mapping->setRowCount(static_cast<int>(m_heads.size()));
    for (int i = 0; i < m_heads.size(); ++i) {
        m_mapping->setItem(i, 0, new QTableWidgetItem(visibleText(m_heads[i])));
        auto* fields = new QComboBox;
        fields->setObjectName(QStringLiteral("import-field-%1").arg(i));
        fields->setAccessibleName(tr("Field for %1").arg(m_heads[i]));
        fields->addItem(tr("(nothing)"), QString());
        for (const BoundField& field : m_screen.fields) {
            if (isImportable(field))
                fields->addItem(field.label(), field.name());
        }
        fields->setCurrentIndex(std::max(0, fields->findData(m_setUp.columns.value(i))));
        connect(fields, &QComboBox::currentIndexChanged, this,
                [this, i, fields] { setField(i, fields->currentData().toString()); });
        m_mapping->setCellWidget(i, 1, fields);
        auto* match = new QCheckBox;
        match->setObjectName(QStringLiteral("import-match-%1").arg(i));
        match->setAccessibleName(tr("%1 finds the record").arg(m_heads[i]));
        match->setChecked(m_setUp.match.contains(m_setUp.columns.value(i)) &&
                          !m_setUp.columns.value(i).isEmpty());
        match->setEnabled(!m_setUp.columns.value(i).isEmpty());
        connect(match, &QCheckBox::toggled, this,
                [this, i](bool on) { setMatch(m_setUp.columns.value(i), on); });
        m_mapping->setCellWidget(i, 2, match);
    }
    m_mapping->resizeColumnToContents(0);
    m_mapping->resizeColumnToContents(2);
    m_isShowing = false;
}

void ImportDialog::setField(int column, const QString& field) {
    if (m_isShowing)
        return;
    m_setUp.match.removeAll(m_setUp.columns[column]);
    m_setUp.columns[column] = field;
    auto* match = static_cast<QCheckBox*>(m_mapping->cellWidget(column, 2));
    const QSignalBlocker blocker(match);
    match->setChecked(false);
    match->setEnabled(!field.isEmpty());
    preview();
}

void ImportDialog::setMatch(const QString& field, bool matches) {
    if (m_isShowing || field.isEmpty())
        return;
    m_setUp.match.removeAll(field);
    if (matches)
        m_setUp.match += field;
    preview();
}

LocaleForm ImportDialog::chosenForm() const {
    const QString name = m_form->currentData().toString();
    return name.isEmpty() ? m_screen.form : LocaleForm(*localeNamed(name));
}

void ImportDialog::takeWays() {
    const auto does = static_cast<ImportSetUp::Does>(m_does->currentData().toInt());
    const LocaleForm form = chosenForm();
    const bool isOther = does != m_setUp.does || !(form == m_setUp.form);
    m_setUp.does = does;
    m_setUp.form = form;
    m_setUp.leavesOut = m_leavesOut->isChecked();
    if (isOther && !m_file.isEmpty())
        preview();
    else
        refresh();
}

void ImportDialog::preview() {
    m_preview.reset();
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
        [this, screen = m_screen, setUp = m_setUp, path = m_file,
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
        [this](Result<ImportPreview> preview) {
            m_progress->setVisible(false);
            if (!preview) {
                say(preview.error().sentence, true);
                return;
            }
            m_preview = std::make_shared<const ImportPreview>(std::move(*preview));
            say(ImportOutcomeView::inWords(*m_preview), false);
            m_outcome->show(*m_preview);
            m_acceptsWarnings->setVisible(m_preview->unusual > 0);
            refresh();
        });
}

void ImportDialog::refresh() {
    QString reason;
    if (!m_preview)
        reason = tr("There is nothing to import yet.");
    else if (m_preview->writing() == 0)
        reason = tr("No row changes anything.");
    else if (!m_preview->refused.empty() && !m_setUp.leavesOut)
        reason = tr("Some rows are refused. Leave them out, or mend the file.");
    else if (m_preview->unusual > 0 && !m_acceptsWarnings->isChecked())
        reason = tr("Something is unusual. Look at it, and take it or mend the file.");
    m_run->setEnabled(reason.isEmpty() && m_writing == 0);
    m_run->setToolTip(reason);
    m_run->setText(reason.isEmpty()
                       ? tr("Import %1").arg(counted(m_preview->writing(), "row", "rows"))
                       : tr("Import"));
    m_save->setEnabled(m_preview && !m_preview->refused.empty());
}

void ImportDialog::import() {
    ImportRun run = importRun(m_workspace->database()->sharedCatalog(),
                              std::make_shared<const RuleBook>(m_workspace->document()->rules()),
                              m_screen, m_setUp, m_file, *m_preview);
    run.request.person = personName();
    run.request.note = m_note->text().trimmed();
    run.request.acceptsAllWarnings = m_acceptsWarnings->isChecked();
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
                        .arg(countedRecords(written->count()), QFileInfo(m_file).fileName())
                        .arg(written->id)};
        said.change = written->id;
        m_workspace->notices()->tell(said);
        accept();
        return;
    }
    const Error& error = written.error().error;
    const qint64 line = m_line(written.error());
    refresh();
    say(line > 0 ? tr("Nothing was written. Row %1: %2").arg(line).arg(error.sentence)
                 : tr("Nothing was written. %1").arg(error.sentence),
        true);
}

void ImportDialog::saveRefused() {
    const QFileInfo file(m_file);
    const QString path = QFileDialog::getSaveFileName(this, tr("Save the refused rows"),
                                                      file.path() + u'/' + file.completeBaseName() +
                                                          tr(" refused") + QStringLiteral(".csv"),
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
void ImportDialog::stop() {
    if (m_writing != 0)
        m_workspace->writing()->cancel(m_writing);
    else
        reject();
}

} // namespace gravin
