// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/export_dialog.h"

#include "app/look/theme.h"
#include "core/base/text.h"
#include "core/exchange/files_beside.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialogButtonBox>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QProgressBar>
#include <QPushButton>
#include <QStandardPaths>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr Distance ExportWidth(560);

QString suffixOf(FileKind kind) { return u'.' + fileKindName(kind).toLower(); }

// A name that a file can have.
QString fileNameFor(const QString& label) {
    QString name;
    for (const QChar character : label)
        name += character.isLetterOrNumber() ? character : QChar(u' ');
    name = name.simplified();
    return name.isEmpty() ? QStringLiteral("list") : name;
}

} // namespace

ExportDialog::ExportDialog(Workspace* workspace, What what, QWidget* parent)
    : QDialog(parent)
    , m_workspace(workspace)
    , m_what(std::move(what))
    , m_reader(workspace->database()->startReader())
    , m_kind(new QComboBox)
    , m_fields(new QComboBox)
    , m_heads(new QComboBox)
    , m_lookups(new QComboBox)
    , m_form(new QComboBox)
    , m_separator(new QComboBox)
    , m_encoding(new QComboBox)
    , m_mark(new QCheckBox(tr("Begin with a mark by which some programs know UTF-8")))
    , m_totals(new QCheckBox(tr("Lines for groups and totals among the records")))
    , m_bytes(new QComboBox)
    , m_path(new QLineEdit)
    , m_reason(new QLabel)
    , m_progress(new QProgressBar) {
    setObjectName(QStringLiteral("export-dialog"));
    setAttribute(Qt::WA_DeleteOnClose);
    setWindowTitle(tr("Export %1").arg(m_what.screen.screen.label));
    setMinimumWidth(ExportWidth);
    m_reason->setObjectName(QStringLiteral("export-reason"));
    m_reason->setTextFormat(Qt::PlainText);
    m_reason->setWordWrap(true);
    m_progress->setVisible(false);
    auto* records = new QLabel(tr("%1, as the list has them: searched, narrowed and in its order.")
                                   .arg(countedRecords(m_what.records)));
    records->setWordWrap(true);
    auto* layout = new QVBoxLayout(this);
    layout->addWidget(records);
    layout->addWidget(makeForm());
    layout->addWidget(makeFile());
    layout->addWidget(m_progress);
    layout->addWidget(m_reason);
    layout->addStretch(1);
    layout->addWidget(makeButtons());
    connect(m_kind, &QComboBox::currentIndexChanged, this, &ExportDialog::followKind);
    connect(m_path, &QLineEdit::textChanged, this, &ExportDialog::refresh);
    connect(m_bytes, &QComboBox::currentIndexChanged, this, &ExportDialog::refresh);
    followKind();
}

QWidget* ExportDialog::makeForm() {
    m_kind->setObjectName(QStringLiteral("export-kind"));
    m_kind->addItem(tr("Text with separators (CSV)"), static_cast<int>(FileKind::Csv));
    m_kind->addItem(tr("Spreadsheet (XLSX)"), static_cast<int>(FileKind::Xlsx));
    m_kind->addItem(tr("JSON"), static_cast<int>(FileKind::Json));
    m_fields->setObjectName(QStringLiteral("export-fields"));
    m_fields->addItem(
        tr("%1, as the list shows them").arg(counted(m_what.shown.size(), "field", "fields")),
        false);
    m_fields->addItem(
        tr("all %1 of the screen").arg(counted(m_what.screen.fields.size(), "field", "fields")),
        true);
    m_heads->addItem(tr("labels"), static_cast<int>(ExportOptions::Heads::Labels));
    m_heads->addItem(tr("the columns' names"), static_cast<int>(ExportOptions::Heads::Columns));
    using Lookups = ExportOptions::Lookups;
    m_lookups->setObjectName(QStringLiteral("export-lookups"));
    m_lookups->addItem(tr("what they show"), static_cast<int>(Lookups::Shown));
    m_lookups->addItem(tr("what is stored"), static_cast<int>(Lookups::Stored));
    m_lookups->addItem(tr("both, side by side"), static_cast<int>(Lookups::Both));
    m_form->addItem(tr("as people write them here"), false);
    m_form->addItem(tr("ISO dates, and points in figures"), true);
    m_separator->addItem(tr("comma"), QChar(u','));
    m_separator->addItem(tr("semicolon"), QChar(u';'));
    m_separator->addItem(tr("tab"), QChar(u'\t'));
    // Where the comma divides figures, spreadsheets expect the semicolon.
    if (m_what.screen.form.locale().decimalPoint() == u",")
        m_separator->setCurrentIndex(1);
    m_encoding->addItem(QStringLiteral("UTF-8"), static_cast<int>(CsvForm::Encoding::Utf8));
    m_encoding->addItem(QStringLiteral("UTF-16"), static_cast<int>(CsvForm::Encoding::Utf16));
    m_encoding->addItem(QStringLiteral("Latin-1"), static_cast<int>(CsvForm::Encoding::Latin1));
    using Bytes = ExportOptions::Bytes;
    m_bytes->setObjectName(QStringLiteral("export-bytes"));
    m_bytes->addItem(tr("left out"), static_cast<int>(Bytes::LeftOut));
    m_bytes->addItem(tr("as files in a folder beside"), static_cast<int>(Bytes::Beside));
    m_bytes->addItem(tr("as texts"), static_cast<int>(Bytes::Texts));
    m_totals->setObjectName(QStringLiteral("export-totals"));
    auto* widget = new QWidget;
    auto* form = new QFormLayout(widget);
    form->setContentsMargins(0, 0, 0, 0);
    form->addRow(tr("File"), m_kind);
    form->addRow(tr("Fields"), m_fields);
    form->addRow(tr("Heads"), m_heads);
    form->addRow(tr("Lookups and choices"), m_lookups);
    form->addRow(tr("Dates and figures"), m_form);
    form->addRow(tr("Separator"), m_separator);
    form->addRow(tr("Encoding"), m_encoding);
    form->addRow(QString(), m_mark);
    form->addRow(tr("Pictures and files"), m_bytes);
    form->addRow(QString(), m_totals);
    return widget;
}

QWidget* ExportDialog::makeFile() {
    m_path->setObjectName(QStringLiteral("export-path"));
    m_path->setAccessibleName(tr("Write to"));
    QString folder = QStandardPaths::writableLocation(QStandardPaths::DocumentsLocation);
    if (!QFileInfo::exists(folder))
        folder = QDir::homePath();
    m_path->setText(
        QDir(folder).filePath(fileNameFor(m_what.screen.screen.label) + suffixOf(FileKind::Csv)));
    auto* choose = new QPushButton(tr("Choose…"));
    connect(choose, &QPushButton::clicked, this, &ExportDialog::askForFile);
    auto* widget = new QWidget;
    auto* row = new QHBoxLayout(widget);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(new QLabel(tr("Write to")));
    row->addWidget(m_path, 1);
    row->addWidget(choose);
    return widget;
}

QWidget* ExportDialog::makeButtons() {
    auto* buttons = new QDialogButtonBox(QDialogButtonBox::Cancel);
    m_run = buttons->addButton(tr("Export"), QDialogButtonBox::AcceptRole);
    m_run->setObjectName(QStringLiteral("export-run"));
    m_run->setProperty("main", true);
    connect(buttons, &QDialogButtonBox::accepted, this, &ExportDialog::run);
    connect(buttons, &QDialogButtonBox::rejected, this, &QDialog::reject);
    return buttons;
}

void ExportDialog::askForFile() {
    const QString path = QFileDialog::getSaveFileName(
        this, tr("Export to"), m_path->text(),
        QStringLiteral("%1 (*%2)").arg(fileKindName(kind()), suffixOf(kind())), nullptr,
        QFileDialog::DontConfirmOverwrite);
    if (!path.isEmpty())
        m_path->setText(path);
}

FileKind ExportDialog::kind() const { return static_cast<FileKind>(m_kind->currentData().toInt()); }

void ExportDialog::followKind() {
    for (QWidget* ofCsv : {static_cast<QWidget*>(m_separator), static_cast<QWidget*>(m_encoding),
                           static_cast<QWidget*>(m_mark)})
        ofCsv->setEnabled(kind() == FileKind::Csv);
    m_form->setEnabled(kind() == FileKind::Csv);
    m_totals->setEnabled(kind() == FileKind::Xlsx);
    m_totals->setToolTip(kind() == FileKind::Xlsx
                             ? tr("Such a file is to be read by people: an import takes the lines "
                                  "for records")
                             : tr("Only a spreadsheet has lines that are no records"));
    const QFileInfo file(m_path->text());
    if (fileKindOf(m_path->text()))
        m_path->setText(QDir(file.path()).filePath(file.completeBaseName() + suffixOf(kind())));
    refresh();
}

void ExportDialog::refresh() {
    const QFileInfo file(m_path->text());
    QString reason;
    if (m_path->text().trimmed().isEmpty() || file.fileName().isEmpty())
        reason = tr("Say into which file.");
    else if (!file.absoluteDir().exists())
        reason = tr("There is no folder %1.").arg(file.absolutePath());
    else if (options().bytes == ExportOptions::Bytes::Beside &&
             QFileInfo::exists(folderBeside(m_path->text())))
        reason = tr("There is a folder %1 already, where pictures and files would go.")
                     .arg(folderBeside(m_path->text()));
    m_run->setEnabled(reason.isEmpty() && !m_job.isRunning());
    m_run->setToolTip(reason);
    const bool isThere = reason.isEmpty() && file.exists();
    m_run->setText(isThere ? tr("Replace the file") : tr("Export"));
    setStyleProperty(m_reason, "role", "faint");
    m_reason->setText(isThere ? tr("%1 is there; it is replaced.").arg(file.fileName()) : reason);
}

ExportOptions ExportDialog::options() const {
    ExportOptions options;
    options.kind = kind();
    options.heads = static_cast<ExportOptions::Heads>(m_heads->currentData().toInt());
    options.lookups = static_cast<ExportOptions::Lookups>(m_lookups->currentData().toInt());
    options.bytes = static_cast<ExportOptions::Bytes>(m_bytes->currentData().toInt());
    options.withTotals = m_totals->isChecked();
    options.groupedBy = m_what.groupedBy;
    options.form = m_form->currentData().toBool() || kind() != FileKind::Csv ? LocaleForm::plain()
                                                                             : m_what.screen.form;
    options.csv.separator = m_separator->currentData().toChar();
    options.csv.encoding = static_cast<CsvForm::Encoding>(m_encoding->currentData().toInt());
    options.csv.hasMark = m_mark->isChecked();
    return options;
}

void ExportDialog::run() {
    QStringList columns = m_what.shown;
    if (m_fields->currentData().toBool()) {
        columns.clear();
        for (const BoundField& field : m_what.screen.fields)
            columns += field.name();
    }
    const QString path = QFileInfo(m_path->text()).absoluteFilePath();
    m_progress->setVisible(true);
    m_progress->setRange(0, 0);
    setStyleProperty(m_reason, "role", "faint");
    m_reason->setText(tr("Exporting…"));
    m_job.runInParts(
        m_reader.get(), this,
        [this, columns, path, options = options(), what = m_what,
         catalog = m_workspace->database()->sharedCatalog()](
            Session& session, const LatestJob<qint64>::Meanwhile& meanwhile) {
            return exportList(session, *catalog, what.screen, what.query, columns, options, path,
                              [&](qint64 done, qint64 of) {
                                  meanwhile.tell([this, done, of] {
                                      m_progress->setRange(0, static_cast<int>(of));
                                      m_progress->setValue(static_cast<int>(done));
                                  });
                                  return !meanwhile.isCancelled();
                              });
        },
        [this, path](const Result<qint64>& written) { finish(written, path); });
    m_run->setEnabled(false);
}

// The file may be there in this very moment; the answer says so.
void ExportDialog::reject() {
    if (!m_job.isRunning()) {
        QDialog::reject();
        return;
    }
    m_job.stop();
    m_reason->setText(tr("Stopping…"));
}

void ExportDialog::finish(const Result<qint64>& written, const QString& path) {
    m_progress->setVisible(false);
    if (written) {
        m_workspace->notices()->done(tr("Exported %1 to %2.").arg(countedRecords(*written), path));
        accept();
        return;
    }
    refresh();
    const bool isStopped = written.error().kind == ErrorKind::Cancelled;
    setStyleProperty(m_reason, "role", isStopped ? "faint" : "problem");
    m_reason->setText((written.error().sentence + u' ' + written.error().detail).trimmed());
}

} // namespace gravin
