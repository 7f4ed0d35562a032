// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/csv_writer.h"

#include <csv.h>

namespace gravin {

namespace {

bool isTakenForFormula(const QString& text) {
    static const QString beginnings = QStringLiteral("=+-@\t\r");
    if (text.isEmpty() || !beginnings.contains(text[0]))
        return false;
    bool isNumber = false;
    (void)text.toDouble(&isNumber);
    return !isNumber;
}

void appendQuoted(QByteArray& row, const QByteArray& cell) {
    const size_t length = static_cast<size_t>(cell.size());
    const size_t quotedLength = csv_write(nullptr, 0, cell.constData(), length);
    const qsizetype before = row.size();
    row.resize(before + static_cast<qsizetype>(quotedLength));
    csv_write(row.data() + before, quotedLength, cell.constData(), length);
}

} // namespace

bool CsvWriter::putRow(const QStringList& cells) {
    QByteArray row;
    for (const QString& cell : cells) {
        if (!row.isEmpty())
            row += ',';
        appendQuoted(row,
                     ((isTakenForFormula(cell) ? QStringLiteral("'") : QString()) + cell).toUtf8());
    }
    row += "\r\n";
    return m_out.write(row) == row.size();
}

} // namespace gravin
