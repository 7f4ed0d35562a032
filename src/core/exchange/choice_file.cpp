// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/choice_file.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/csv_reader.h"
#include "core/value/hex_colour.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

// A list that people pick from; a table belongs into a lookup.
constexpr qint64 LargestChoiceFile = 1024 * 1024;
constexpr qsizetype MostFileChoices = 1000;

bool isHeading(const QStringList& row) {
    return row.size() > 1 && row[0].trimmed().compare(u"stored", Qt::CaseInsensitive) == 0 &&
           row[1].trimmed().compare(u"label", Qt::CaseInsensitive) == 0;
}

QString colourFrom(const QString& text) {
    return isHexColour(text.trimmed()) ? text.trimmed() : QString();
}

} // namespace

Result<ChoiceFile> readChoiceFile(const QString& path, const ColumnType& type) {
    const auto content = readWholeFile(path, LargestChoiceFile);
    if (!content && content.error().kind == ErrorKind::Damaged)
        return Error{ErrorKind::Refused,
                     coreTr("%1 is too large for a list of choices.").arg(path)};
    if (!content)
        return content.error();
    auto rows = rowsFromCsv(*content);
    if (!rows)
        return Error{rows.error().kind, coreTr("%1: %2").arg(path, rows.error().sentence)};
    if (!rows->isEmpty() && isHeading(rows->front()))
        rows->removeFirst();

    ChoiceFile read;
    qsizetype repeated = 0;
    QStringList unfit;
    for (const QStringList& row : *rows) {
        const QString stored = row.value(0).trimmed();
        if (stored.isEmpty())
            continue;
        const bool known =
            std::any_of(read.choices.begin(), read.choices.end(),
                        [&](const Choice& choice) { return choice.stored == stored; });
        if (known) {
            ++repeated;
        } else if (!fromText(stored, type)) {
            unfit += stored;
        } else if (read.choices.size() < MostFileChoices) {
            const QString label = row.value(1).trimmed();
            read.choices.append(
                {stored, label.isEmpty() ? stored : label, colourFrom(row.value(2))});
        }
    }
    if (repeated > 0)
        read.remarks +=
            coreTr("%1 left out.").arg(counted(repeated, "repeated value", "repeated values"));
    if (!unfit.isEmpty())
        read.remarks += coreTr("The column cannot hold %1.").arg(unfit.mid(0, 5).join(u", "));
    if (read.choices.size() == MostFileChoices)
        read.remarks +=
            coreTr("Only the first %1 were taken; a longer list belongs into a table with "
                   "a lookup.")
                .arg(MostFileChoices);
    if (read.choices.isEmpty())
        return Error{
            ErrorKind::Refused,
            coreTr("%1 holds no choices. %2").arg(path, read.remarks.join(u' ')).trimmed()};
    return read;
}

} // namespace gravin
