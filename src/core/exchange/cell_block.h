// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QList>
#include <QStringList>

namespace gravin {

// A block of cells as spreadsheets put it on the clipboard: rows end with a line feed, cells are
// separated by tabs, and a cell that holds one of these, or begins with a quote, stands in quotes
// that are doubled within (as RFC 4180 quotes). The last row's end may be missing.
QList<QStringList> cellBlockFromText(const QString& text);
// No row, or rows of any lengths. cellBlockFromText() gives the same back where there is a cell.
QString textFromCellBlock(const QList<QStringList>& rows);

} // namespace gravin
