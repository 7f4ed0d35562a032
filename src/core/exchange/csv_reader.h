// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/exchange/csv_writer.h"

#include <QByteArray>
#include <QIODevice>
#include <QList>
#include <QStringDecoder>
#include <QStringList>

#include <memory>

namespace gravin {

// Reads rows one after the other, as RFC 4180 writes them and as they are met in the wild; of the
// form its separator and encoding count. A byte order mark is skipped, and lines without anything
// are left out. Belongs to the thread that uses it.
class CsvReader {
public:
    // Requires: `in` is open for reading and outlives this.
    CsvReader(QIODevice& in, const CsvForm& form);
    ~CsvReader();
    CsvReader(const CsvReader&) = delete;
    CsvReader& operator=(const CsvReader&) = delete;

    // Cells without anything, not even quotes, are null. False: there is no more row. Damaged, with
    // the row: what is no text of the encoding, a quote that never ends, too many cells, too long.
    Result<bool> next(QStringList& row);
    // Of the row that was read last, counted from 1.
    qint64 line() const { return m_line; }

private:
    struct Parsing;
    Status readPart();
    Status parse(const QByteArray& utf8);
    Error notReadable() const;

    QIODevice& m_in;
    QStringDecoder m_decoder;
    std::unique_ptr<Parsing> m_parsing;
    qint64 m_line = 0;
    bool m_isFirst = true;
    bool m_isAtEnd = false;
};

// What separates the cells, seen from the first row, and the encoding: by its mark, else UTF-8,
// else Latin-1. Reads all of it, and stands at its beginning again. Requires: `in` can be sought.
Result<CsvForm> guessedCsvForm(QIODevice& in);

// The rows of a text in UTF-8, which is small. Damaged as above.
Result<QList<QStringList>> rowsFromCsv(const QByteArray& bytes);

} // namespace gravin
