// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QIODevice>
#include <QStringList>

namespace gravin {

// Writes rows as RFC 4180 says: UTF-8, commas, every cell quoted, CR LF behind each row. A text
// that a spreadsheet would take for a formula gets an apostrophe before it.
class CsvWriter {
public:
    // Requires: `out` is open for writing and outlives this.
    explicit CsvWriter(QIODevice& out)
        : m_out(out) {}
    // False: it could not be written; the device knows why.
    bool putRow(const QStringList& cells);

private:
    QIODevice& m_out;
};

} // namespace gravin
