// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/cell_block.h"

#include <utility>

namespace gravin {

namespace {

bool needsQuotes(const QString& cell) {
    return cell.startsWith(u'"') || cell.contains(u'\t') || cell.contains(u'\n') ||
           cell.contains(u'\r');
}

// Reads from behind the opening quote to behind the closing one. A quote that never ends was meant
// as a letter: false, and `at` stays.
bool readQuoted(const QString& text, qsizetype& at, QString& cell) {
    QString read;
    for (qsizetype i = at + 1; i < text.size(); ++i) {
        if (text[i] != u'"') {
            read += text[i];
        } else if (i + 1 < text.size() && text[i + 1] == u'"') {
            read += u'"';
            ++i;
        } else {
            cell = read;
            at = i + 1;
            return true;
        }
    }
    return false;
}

} // namespace

QList<QStringList> cellBlockFromText(const QString& text) {
    QList<QStringList> rows;
    QStringList row;
    QString cell;
    bool begun = false; // the row has a cell, be it an empty one
    for (qsizetype i = 0; i < text.size();) {
        const QChar letter = text[i];
        if (letter == u'"' && cell.isEmpty() && readQuoted(text, i, cell)) {
            begun = true;
            continue;
        }
        ++i;
        if (letter == u'\t') {
            row += std::exchange(cell, {});
            begun = true;
        } else if (letter == u'\n' || letter == u'\r') {
            if (letter == u'\r' && i < text.size() && text[i] == u'\n')
                ++i;
            row += std::exchange(cell, {});
            rows += std::exchange(row, {});
            begun = false;
        } else {
            cell += letter;
            begun = true;
        }
    }
    if (begun) {
        row += cell;
        rows += row;
    }
    return rows;
}

QString textFromCellBlock(const QList<QStringList>& rows) {
    QString text;
    for (const QStringList& row : rows) {
        QStringList cells;
        for (QString cell : row) {
            if (needsQuotes(cell))
                cell = u'"' + cell.replace(u'"', QStringLiteral("\"\"")) + u'"';
            cells += cell;
        }
        text += cells.join(u'\t') + u'\n';
    }
    return text;
}

} // namespace gravin
