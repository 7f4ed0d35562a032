// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_rows.h"

#include "core/base/text.h"
#include "core/exchange/csv_reader.h"

#include <QFile>
#include <QFileInfo>
#include <QSet>

#include <algorithm>

namespace gravin {

namespace {

Status verifyIsFile(const QString& path) {
    const QFileInfo file(path);
    if (!file.exists())
        return Error{ErrorKind::NotFound, coreTr("There is no file %1.").arg(path)};
    // A pipe would wait, and a device has no end.
    if (!file.isFile())
        return Error{ErrorKind::Refused, coreTr("%1 is no ordinary file.").arg(path)};
    return ok();
}

class CsvRows : public HeadedRows {
public:
    CsvRows(const QString& path, const CsvForm& form)
        : m_file(path)
        , m_form(form) {}

    Status open(bool hasHeads) {
        if (!m_file.open(QIODevice::ReadOnly))
            return Error{
                ErrorKind::File,
                coreTr("%1 cannot be read: %2").arg(m_file.fileName(), m_file.errorString())};
        m_reader = std::make_unique<CsvReader>(m_file, m_form);
        return begin(m_file.fileName(), hasHeads);
    }
    qint64 line() const override { return m_reader->line(); }

protected:
    Result<bool> readRow(std::vector<FileInput>& row) override {
        QStringList cells;
        auto isThere = m_reader->next(cells);
        row.clear();
        for (const QString& cell : std::as_const(cells))
            row.push_back({cell, cell.isNull()});
        return isThere;
    }

private:
    QFile m_file;
    CsvForm m_form;
    std::unique_ptr<CsvReader> m_reader;
};

} // namespace

Status HeadedRows::begin(const QString& path, bool hasHeads) {
    std::vector<FileInput> first;
    const auto isThere = readRow(first);
    if (!isThere)
        return isThere.error();
    if (!*isThere)
        return Error{ErrorKind::Damaged, coreTr("%1 is empty.").arg(path)};
    QSet<QString> seen;
    for (size_t i = 0; i < first.size(); ++i) {
        const bool isHead = hasHeads && !first[i].isNull;
        const QString head = isHead ? first[i].text.trimmed() : QString::number(i + 1);
        if (seen.contains(head.toCaseFolded()))
            return Error{ErrorKind::Damaged,
                         coreTr("Two columns of the file are called “%1”.").arg(head)};
        seen.insert(head.toCaseFolded());
        m_heads += head;
    }
    if (!hasHeads)
        m_kept = std::move(first);
    return ok();
}

Result<bool> HeadedRows::next(std::vector<FileInput>& row) {
    if (m_kept) {
        row = *std::exchange(m_kept, std::nullopt);
        return true;
    }
    auto isThere = readRow(row);
    if (!isThere || !*isThere)
        return isThere;
    m_beyond.clear();
    const auto heads = static_cast<size_t>(m_heads.size());
    for (size_t i = heads; i < row.size(); ++i) {
        if (!row[i].isNull)
            m_beyond += row[i].text;
    }
    row.resize(heads);
    return true;
}

Result<QStringList> sheetNames(const QString& path, FileKind kind) {
    if (kind == FileKind::Xlsx)
        return xlsxSheetNames(path);
    return kind == FileKind::Ods ? odsSheetNames(path) : Result<QStringList>(QStringList());
}

Result<FileForm> guessedForm(const QString& path) {
    if (Status file = verifyIsFile(path); !file)
        return file.error();
    const auto kind = fileKindOf(path);
    if (!kind)
        return Error{ErrorKind::Refused, coreTr("Rows are read from files that end with .csv, "
                                                ".tsv, .txt, .xlsx, .ods or .json.")};
    FileForm form;
    form.kind = *kind;
    if (*kind != FileKind::Csv)
        return form;
    QFile file(path);
    if (!file.open(QIODevice::ReadOnly))
        return Error{ErrorKind::File,
                     coreTr("%1 cannot be read: %2").arg(path, file.errorString())};
    const auto csv = guessedCsvForm(file);
    if (!csv)
        return csv.error();
    form.csv = *csv;
    return form;
}

Result<std::unique_ptr<FileRows>> openCsvRows(const QString& path, const FileForm& form) {
    auto rows = std::make_unique<CsvRows>(path, form.csv);
    if (Status opened = rows->open(form.hasHeads); !opened)
        return opened.error();
    return std::unique_ptr<FileRows>(std::move(rows));
}

Result<std::unique_ptr<FileRows>> openRows(const QString& path, const FileForm& form) {
    if (Status file = verifyIsFile(path); !file)
        return file.error();
    switch (form.kind) {
    case FileKind::Json:
        return openJsonRows(path);
    case FileKind::Xlsx:
        return openXlsxRows(path, form);
    case FileKind::Ods:
        return openOdsRows(path, form);
    case FileKind::Csv:
        break;
    }
    return openCsvRows(path, form);
}

} // namespace gravin
