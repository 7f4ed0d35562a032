// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_rows.h"

namespace gravin::test {

// Every row of the file as it is read by what was guessed: cells between bars, nothing as a dash, a
// formula's error with a '!', what stands behind the last column with a '+', rows between strokes;
// or the sentence that says what is wrong.
inline QString rowsAsText(const QString& path, const QString& sheet = {}) {
    auto form = guessedForm(path);
    if (!form)
        return form.error().sentence;
    form->sheet = sheet;
    const auto rows = openRows(path, *form);
    if (!rows)
        return rows.error().sentence;
    QStringList lines{(*rows)->heads().join(u'|')};
    std::vector<FileInput> row;
    for (;;) {
        const auto isThere = (*rows)->next(row);
        if (!isThere)
            return isThere.error().sentence;
        if (!*isThere)
            return lines.join(u'/');
        QStringList cells;
        for (const FileInput& cell : row)
            cells += cell.isNull    ? QStringLiteral("-")
                     : cell.isError ? u'!' + cell.text
                                    : cell.text;
        if (const QStringList beyond = (*rows)->beyond(); !beyond.isEmpty())
            cells += u'+' + beyond.join(u'+');
        lines += cells.join(u'|');
    }
}

} // namespace gravin::test
