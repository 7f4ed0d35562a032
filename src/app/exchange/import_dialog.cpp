// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_dialog.h"

#include "app/look/deliberate_button.h"
#include "app/look/theme.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/base/visible_text.h"
#include "core/exchange/cell_text.h"

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
#include <QTabWidget>
#include <QTableWidget>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance ImportWidth(1080);
constexpr Distance ImportHeight(720);
constexpr Distance NameWidthHere(220);
constexpr int RowsLookedAt = 50;
constexpr int MostRefusedShown = 500; // lines of what would come of it

QTableWidget* makeTable(const QString& name, const QStringList& heads) {
    auto* table = new QTableWidget(0, static_cast<int>(heads.size()));
    table->setObjectName(name);
    table->setHorizontalHeaderLabels(heads);
    table->verticalHeader()->setVisible(false);
    table->setEditTriggers(QAbstractItemView::NoEditTriggers);
    table->setSelectionBehavior(QAbstractItemView::SelectRows);
    table->setTabKeyNavigation(false);
    table->horizontalHeader()->setStretchLastSection(true);
    return table;
}

void addRow(QTableWidget* table, const QStringList& cells) {
    const int row = table->rowCount();
    table->insertRow(row);
    for (int column = 0; column < cells.size(); ++column) {
        auto* item = new QTableWidgetItem(visibleText(cells[column]));
        item->setToolTip(visibleText(cells[column]));
        table->setItem(row, column, item);
    }
}

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
    , m_rows(makeTable(QStringLiteral("import-rows"), {}))
    , m_mapping(makeTable(QStringLiteral("import-mapping"),
                          {tr("Column of the file"), tr("Goes to"), tr("Finds the record")}))
    , m_does(new QComboBox)
    , m_leavesOut(new QCheckBox(tr("Leave out rows that are refused")))
    , m_note(new QLineEdit)
    , m_counts(new QLabel)
    , m_outcome(new QTabWidget)
    , m_changes(makeTable(QStringLiteral("import-changes"),
                          {tr("Row"), tr("What"), tr("Record"), tr("Fields")}))
    , m_refused(makeTable(QStringLiteral("import-refused"),
                          {tr("Row"), tr("Field"), tr("What stands there"), tr("Reason")}))
    , m_progress(new QProgressBar) {
    setObjectName(QStringLiteral("import-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Import into %1").arg(m_screen.screen.label));
    resize(ImportWidth, ImportHeight);
    m_progress->setVisible(false);
    m_progress->setRange(0, 0);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(makeFileLine());
    layout->addWidget(makeTables(), 3);
    layout->addWidget(makeWays());
    layout->addWidget(m_counts);
    layout->addWidget(m_progress);
    layout->addWidget(makeOutcome(), 2);
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
        form.separator = m_separator->currentData().toChar();
        form.encoding = static_cast<CsvForm::Encoding>(m_encoding->currentData().toInt());
        form.hasHeads = m_hasHeads->isChecked();
        lookAt(form);
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
    m_note->setPlaceholderText(tr("a note for the log"));
    m_note->setAccessibleName(tr("Note"));
    auto* widget = new QWidget;
    auto* row = new QHBoxLayout(widget);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(m_does);
    row->addWidget(m_leavesOut);
    row->addWidget(m_note, 1);
    connect(m_does, &QComboBox::currentIndexChanged, this, &ImportDialog::takeWays);
    connect(m_leavesOut, &QCheckBox::toggled, this, &ImportDialog::takeWays);
    return widget;
}

QWidget* ImportDialog::makeOutcome() {
    m_counts->setObjectName(QStringLiteral("import-counts"));
    m_counts->setTextFormat(Qt::PlainText);
    m_counts->setWordWrap(true);
    m_changes->setColumnWidth(2, NameWidthHere);
    m_refused->setColumnWidth(2, NameWidthHere);
    m_outcome->addTab(m_changes, tr("What changes"));
    m_outcome->addTab(m_refused, tr("Refused"));
    return m_outcome;
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
    const auto form = guessedForm(path);
    if (!form) {
        m_file.clear();
        m_preview.reset();
        say(form.error().sentence, true);
        refresh();
        return;
    }
    m_note->setText(QFileInfo(path).fileName());
    showSheets(form->kind);
    lookAt(*form);
}

void ImportDialog::showSheets(FileKind kind) {
    const auto names = sheetNames(m_file, kind);
    const QSignalBlocker blocker(m_sheet);
    m_sheet->clear();
    m_sheet->addItems(names ? *names : QStringList());
    m_sheet->setVisible(m_sheet->count() > 1);
}

// The first rows only; files of any size are looked at here.
void ImportDialog::lookAt(const FileForm& form) {
    m_preview.reset();
    m_question.cancel();
    m_setUp.file = form;
    const auto rows = openRows(m_file, form);
    if (!rows) {
        m_heads.clear();
        showFile({});
        showMapping();
        say(rows.error().sentence, true);
        refresh();
        return;
    }
    Looked looked{(*rows)->heads(), {}};
    std::vector<FileInput> cells;
    while (looked.rows.size() < RowsLookedAt) {
        const auto isThere = (*rows)->next(cells);
        if (!isThere || !*isThere)
            break; // what cannot be read is told by the preview
        QStringList row;
        for (const FileInput& cell : cells)
            row += cell.isNull ? QString() : cell.text;
        looked.rows += row;
    }
    m_heads = looked.heads;
    const ImportSetUp before = m_setUp;
    m_setUp = guessedSetUp(m_screen, form, m_heads);
    m_setUp.does = before.does;
    m_setUp.leavesOut = before.leavesOut;
    m_setUp.form = chosenForm();
    showFile(looked);
    showMapping();
    preview();
}

void ImportDialog::showFile(const Looked& looked) {
    m_isShowing = true;
    m_separator->setCurrentIndex(m_separator->findData(m_setUp.file.separator));
    m_encoding->setCurrentIndex(m_encoding->findData(static_cast<int>(m_setUp.file.encoding)));
    m_hasHeads->setChecked(m_setUp.file.hasHeads);
    const bool isCsv = m_setUp.file.kind == FileKind::Csv;
    m_separator->setVisible(isCsv);
    m_encoding->setVisible(isCsv);
    m_hasHeads->setEnabled(m_setUp.file.kind != FileKind::Json);
    m_rows->clear();
    m_rows->setRowCount(0);
    m_rows->setColumnCount(static_cast<int>(looked.heads.size()));
    m_rows->setHorizontalHeaderLabels(looked.heads);
    for (const QStringList& row : looked.rows)
        addRow(m_rows, row);
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
            if (!field.column.computed && (field.isEditable() || field.isKey))
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
            showPreview(*m_preview);
            refresh();
        });
}

void ImportDialog::showPreview(const ImportPreview& preview) {
    const QLocale locale;
    QStringList parts{
        tr("%1 to add").arg(locale.toString(preview.count(ImportOutcome::Add))),
        tr("%1 to change").arg(locale.toString(preview.count(ImportOutcome::Change))),
        tr("%1 as they are").arg(locale.toString(preview.count(ImportOutcome::Same)))};
    if (const qint64 passed = preview.count(ImportOutcome::PassOver); passed > 0)
        parts += tr("%1 passed over").arg(locale.toString(passed));
    if (const qint64 refused = preview.count(ImportOutcome::Refuse); refused > 0)
        parts += tr("%1 refused").arg(locale.toString(refused));
    say(parts.join(QStringLiteral(" · ")), false);
    m_changes->setRowCount(0);
    m_refused->setRowCount(0);
    for (const ImportRow& row : preview.rows) {
        QStringList fields;
        for (auto field = row.after.begin(); field != row.after.end(); ++field) {
            const BoundField* bound = m_screen.field(field.key());
            if (!bound || row.given.contains(field.key()))
                continue;
            const auto text = [&](const Value& value) {
                return value.isNull() ? QStringLiteral("–")
                                      : m_screen.form.text(value, bound->column.type);
            };
            if (row.outcome == ImportOutcome::Change)
                fields +=
                    QStringLiteral("%1: %2 → %3")
                        .arg(bound->label(), text(row.before.value(field.key())), text(*field));
            else if (!field->isNull())
                fields += QStringLiteral("%1: %2").arg(bound->label(), text(*field));
        }
        addRow(m_changes, {QString::number(row.line),
                           row.outcome == ImportOutcome::Add ? tr("added") : tr("changed"),
                           row.name, fields.join(QStringLiteral(" · "))});
    }
    int shown = 0;
    for (const ImportRow& row : preview.refused) {
        for (const ImportProblem& problem : row.problems)
            addRow(m_refused,
                   {QString::number(row.line), problem.label, problem.text, problem.reason});
        if (++shown == MostRefusedShown)
            break;
    }
    m_outcome->setTabText(0, tr("What changes (%1)").arg(locale.toString(preview.writing())));
    m_outcome->setTabText(
        1, tr("Refused (%1)").arg(locale.toString(preview.count(ImportOutcome::Refuse))));
    if (preview.refused.empty())
        m_outcome->setCurrentWidget(m_changes);
    else if (preview.writing() == 0)
        m_outcome->setCurrentWidget(m_refused);
}

void ImportDialog::refresh() {
    QString reason;
    if (!m_preview)
        reason = tr("There is nothing to import yet.");
    else if (m_preview->writing() == 0)
        reason = tr("No row changes anything.");
    else if (!m_preview->refused.empty() && !m_setUp.leavesOut)
        reason = tr("Some rows are refused. Leave them out, or mend the file.");
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
    const Status written = writeRefused(*m_preview, path);
    if (!written)
        say(written.error().sentence, true);
    else
        say(tr("Saved %1 to %2. Mend them there and import that file.")
                .arg(counted(m_preview->count(ImportOutcome::Refuse), "row", "rows"), path),
            false);
}

// What is being written is stopped first, and says so.
void ImportDialog::stop() {
    if (m_writing != 0)
        m_workspace->writing()->cancel(m_writing);
    else
        reject();
}

} // namespace gravin
