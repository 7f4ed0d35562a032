// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/exchange/csv_writer.h"
#include "core/exchange/list_export.h"
#include "core/value/value.h"

#include <memory>
#include <optional>

namespace gravin {

// How a file of rows is read: guessed from it, and changeable.
struct FileForm {
    FileKind kind = FileKind::Csv;
    CsvForm csv = {};     // of CSV: its separator and encoding
    bool hasHeads = true; // the first row says what the columns are
    QString sheet = {};   // of a workbook; empty: its first one

    friend bool operator==(const FileForm&, const FileForm&) = default;
};

// What stands in one cell.
struct FileInput {
    QString text = {};
    bool isNull = true; // nothing stands there
    // Where the kind of file says more than a text: a number, a truth value.
    std::optional<Value> value = {};
    // Of a sheet's moment: in days since 1899-12-30.
    std::optional<double> days = {};
    bool isError = false; // a formula of a sheet that came to none; the text says which
};

// Reads a file row by row. Rows without any cell are left out. Belongs to the thread that uses it.
class FileRows {
public:
    virtual ~FileRows() = default;
    // What the columns are called; where there are no heads, "1", "2", ….
    virtual QStringList heads() const = 0;
    // The next row, with as many cells as there are heads; false: there is none. Damaged, with the
    // row: it cannot be read, or is too large.
    virtual Result<bool> next(std::vector<FileInput>& row) = 0;
    // What stood in it behind the last of them.
    virtual QStringList beyond() const { return {}; }
    // Of the row that was read last, counted from 1, its heads among them.
    virtual qint64 line() const = 0;
};

// One whose first row with anything in it has the heads, or is the first of all rows.
class HeadedRows : public FileRows {
public:
    QStringList heads() const override { return m_heads; }
    Result<bool> next(std::vector<FileInput>& row) override;
    QStringList beyond() const override { return m_beyond; }

protected:
    // Reads the heads. Damaged: there is no row, or two heads are alike.
    Status begin(const QString& path, bool hasHeads);
    // The next row in which anything stands, whatever its length; false: there is none.
    virtual Result<bool> readRow(std::vector<FileInput>& row) = 0;

private:
    QStringList m_heads;
    QStringList m_beyond;
    std::optional<std::vector<FileInput>> m_kept; // the first row, where it is no head
};

// Refused: no kind of file that is read. Damaged: it is none of its kind.
Result<FileForm> guessedForm(const QString& path);
Result<std::unique_ptr<FileRows>> openRows(const QString& path, const FileForm& form);
// Of a workbook, in their order; none of any other kind.
Result<QStringList> sheetNames(const QString& path, FileKind kind);

// The same for each kind. Workbooks: of formulas what they last came to counts. Damaged: one cannot
// be read, is encrypted, or comes to more than memory should hold.
Result<std::unique_ptr<FileRows>> openCsvRows(const QString& path, const FileForm& form);
Result<std::unique_ptr<FileRows>> openJsonRows(const QString& path);
Result<std::unique_ptr<FileRows>> openXlsxRows(const QString& path, const FileForm& form);
Result<std::unique_ptr<FileRows>> openOdsRows(const QString& path, const FileForm& form);
Result<QStringList> xlsxSheetNames(const QString& path);
Result<QStringList> odsSheetNames(const QString& path);

} // namespace gravin
