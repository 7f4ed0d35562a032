// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_file_line.h"

#include "core/base/whole_file.h"

#include <QCheckBox>
#include <QClipboard>
#include <QComboBox>
#include <QDir>
#include <QFileDialog>
#include <QFileInfo>
#include <QGuiApplication>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QLocale>
#include <QPushButton>
#include <QSignalBlocker>

namespace gravin {

ImportFileLine::ImportFileLine(QWidget* parent)
    : QWidget(parent)
    , m_path(new QLineEdit)
    , m_sheet(new QComboBox)
    , m_separator(new QComboBox)
    , m_encoding(new QComboBox)
    , m_locale(new QComboBox)
    , m_hasHeads(new QCheckBox(tr("The first row has the heads"))) {
    m_path->setObjectName(QStringLiteral("import-path"));
    m_path->setPlaceholderText(tr("the file that the rows are in"));
    m_path->setAccessibleName(tr("File"));
    auto* choose = new QPushButton(tr("Choose…"));
    auto* paste = new QPushButton(tr("Paste"));
    paste->setObjectName(QStringLiteral("import-paste"));
    paste->setToolTip(tr("Take the rows that the clipboard has, as a spreadsheet copies them"));
    for (QPushButton* button : {choose, paste})
        button->setAutoDefault(false);
    makeForm();
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 0, 0);
    row->addWidget(m_path, 1);
    for (QWidget* widget : std::initializer_list<QWidget*>{choose, paste, m_sheet, m_separator,
                                                           m_encoding, m_locale, m_hasHeads})
        row->addWidget(widget);
    connect(choose, &QPushButton::clicked, this, &ImportFileLine::ask);
    connect(paste, &QPushButton::clicked, this, &ImportFileLine::paste);
    connect(m_path, &QLineEdit::editingFinished, this, [this] {
        const bool isOther = m_path->text() != (m_pasted ? fileName() : m_file);
        if (!m_path->text().isEmpty() && isOther)
            take(m_path->text());
    });
    const auto changed = [this] {
        if (!m_isShowing && !m_file.isEmpty())
            Q_EMIT formChosen();
    };
    for (QComboBox* box : {m_sheet, m_separator, m_encoding})
        connect(box, &QComboBox::currentIndexChanged, this, changed);
    connect(m_hasHeads, &QCheckBox::toggled, this, changed);
    connect(m_locale, &QComboBox::currentIndexChanged, this, &ImportFileLine::localeChosen);
}

void ImportFileLine::makeForm() {
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
    m_locale->setObjectName(QStringLiteral("import-form"));
    m_locale->setAccessibleName(tr("Dates and figures"));
    m_locale->setToolTip(tr("How dates and figures are written in the file; ISO dates and points "
                            "are always understood"));
    m_locale->addItem(tr("written as here"), QString());
    for (const char* other : {"de", "en-GB", "en-US", "fr", "es", "C"}) {
        const auto locale = localeNamed(QLatin1String(other));
        m_locale->addItem(locale->language() == QLocale::C ? tr("ISO and points")
                                                           : locale->nativeLanguageName(),
                          QLatin1String(other));
    }
}

void ImportFileLine::ask() {
    const QString path =
        QFileDialog::getOpenFileName(this, tr("Import from"), folder(),
                                     tr("Files of rows (*.csv *.tsv *.txt *.xlsx *.ods *.json)"));
    if (!path.isEmpty())
        take(path);
}

void ImportFileLine::take(const QString& path) {
    m_pasted.reset();
    m_file = path;
    const QSignalBlocker blocker(m_path);
    m_path->setText(path);
    Q_EMIT chosen();
}

void ImportFileLine::paste() {
    const QString text = QGuiApplication::clipboard()->text();
    if (text.trimmed().isEmpty()) {
        Q_EMIT problem(tr("The clipboard has no rows."));
        return;
    }
    auto folder = std::make_unique<QTemporaryDir>();
    WholeFile file(folder->filePath(QStringLiteral("clipboard.csv")));
    Status written = file.open();
    if (written && file.device().write(text.toUtf8()) < 0)
        written = Error{ErrorKind::File, file.device().errorString()};
    if (written)
        written = file.commit();
    if (!written) {
        Q_EMIT problem(written.error().sentence);
        return;
    }
    m_file = folder->filePath(QStringLiteral("clipboard.csv"));
    m_pasted = std::move(folder);
    const QSignalBlocker blocker(m_path);
    m_path->setText(fileName());
    Q_EMIT chosen();
}

QString ImportFileLine::fileName() const {
    return m_pasted ? tr("clipboard") : QFileInfo(m_file).fileName();
}

QString ImportFileLine::folder() const {
    return m_pasted ? QDir::homePath() : QFileInfo(m_file).path();
}

void ImportFileLine::showSheets(const QStringList& sheets) {
    const QSignalBlocker blocker(m_sheet);
    m_sheet->clear();
    m_sheet->addItems(sheets);
    m_sheet->setVisible(m_sheet->count() > 1);
}

void ImportFileLine::show(const FileForm& form) {
    m_isShowing = true;
    m_separator->setCurrentIndex(m_separator->findData(form.csv.separator));
    m_encoding->setCurrentIndex(m_encoding->findData(static_cast<int>(form.csv.encoding)));
    if (!form.sheet.isEmpty())
        m_sheet->setCurrentText(form.sheet);
    m_hasHeads->setChecked(form.hasHeads);
    const bool isCsv = form.kind == FileKind::Csv;
    m_separator->setVisible(isCsv);
    m_encoding->setVisible(isCsv);
    m_hasHeads->setEnabled(form.kind != FileKind::Json);
    m_isShowing = false;
}

FileForm ImportFileLine::form(FileForm before) const {
    before.sheet = m_sheet->currentText();
    before.csv.separator = m_separator->currentData().toChar();
    before.csv.encoding = static_cast<CsvForm::Encoding>(m_encoding->currentData().toInt());
    before.hasHeads = m_hasHeads->isChecked();
    return before;
}

QString ImportFileLine::localeName() const { return m_locale->currentData().toString(); }

void ImportFileLine::setLocaleName(const QString& name) {
    const QSignalBlocker blocker(m_locale);
    if (m_locale->findData(name) < 0)
        m_locale->addItem(name, name);
    m_locale->setCurrentIndex(m_locale->findData(name));
}

} // namespace gravin
