// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QIODevice>
#include <QStringEncoder>
#include <QStringList>

#include <vector>

namespace gravin {

// How a file of rows and cells is written; what RFC 4180 says, unless it is said otherwise.
struct CsvForm {
    enum class Encoding { Utf8, Utf16, Latin1 };
    QChar separator = u',';
    Encoding encoding = Encoding::Utf8;
    bool hasMark = false;   // a byte order mark, by which some programs know UTF-8; UTF-16 has it
    bool endsInCrLf = true; // otherwise a line feed alone

    friend bool operator==(const CsvForm&, const CsvForm&) = default;
};

struct CsvCell {
    enum class Kind {
        Text,  // in quotes; one that a spreadsheet would run gets an apostrophe before it
        Plain, // a figure or a date; in quotes where it has to be
        Null   // nothing at all, not even quotes
    };
    QString text = {};
    Kind kind = Kind::Text;
};

// Writes rows in this form.
class CsvWriter {
public:
    // Requires: `out` is open for writing and outlives this.
    explicit CsvWriter(QIODevice& out, const CsvForm& form = {});

    // False: it could not be written; the device knows why, or hasUnknown() is true.
    bool putRow(const QStringList& cells); // all of them texts
    bool putCells(const std::vector<CsvCell>& cells);
    // Whether a character is none of the encoding's.
    bool hasUnknown() const { return m_hasUnknown; }

private:
    bool put(const QString& row);

    QIODevice& m_out;
    CsvForm m_form;
    QStringEncoder m_encoder;
    bool m_hasUnknown = false;
    bool m_isFirst = true;
};

} // namespace gravin
