// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/kept_bulk_update.h"

#include "core/base/text.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/database/reach.h"
#include "core/value/text_form.h"

#include <array>

namespace gravin {

namespace {

using KeptLine = KeptBulkUpdate::Line;

constexpr std::array<std::pair<KeptLine::Gets, QLatin1String>, 4> GetsWords{
    {{KeptLine::Gets::Value, QLatin1String("value")},
     {KeptLine::Gets::Expression, QLatin1String("expression")},
     {KeptLine::Gets::Replaced, QLatin1String("replaced")},
     {KeptLine::Gets::Nothing, QLatin1String("nothing")}}};
constexpr std::array<std::pair<KeptLine::Found, QLatin1String>, 3> FoundWords{
    {{KeptLine::Found::AsItStands, QLatin1String("as_it_stands")},
     {KeptLine::Found::AnyCase, QLatin1String("any_case")},
     {KeptLine::Found::Pattern, QLatin1String("pattern")}}};

template <typename Words, typename T>
QString wordAmong(const Words& words, T wanted) {
    for (const auto& [each, word] : words) {
        if (each == wanted)
            return word;
    }
    return {};
}

template <typename T, size_t Count>
std::optional<T> among(const std::array<std::pair<T, QLatin1String>, Count>& words,
                       const QString& wanted) {
    for (const auto& [each, word] : words) {
        if (word == wanted)
            return each;
    }
    return std::nullopt;
}

Error wrong(const QString& sentence) { return {ErrorKind::Usage, sentence}; }

Status addReplacement(BulkValues& values, const KeptLine& line, const Column& column,
                      const QString& label) {
    if (column.type.kind != TypeKind::Text)
        return wrong(coreTr("%1 is no text in which something could be replaced.").arg(label));
    if (line.text.isEmpty())
        return wrong(coreTr("Write the text that is to be found."));
    BulkReplacement replacement;
    replacement.find = line.text;
    replacement.with = line.with;
    if (line.found == KeptLine::Found::AnyCase)
        replacement.matches = Qt::CaseInsensitive;
    if (line.found == KeptLine::Found::Pattern) {
        replacement.pattern.emplace(line.text, QRegularExpression::UseUnicodePropertiesOption);
        if (!replacement.pattern->isValid())
            return wrong(coreTr("This is no pattern: %1").arg(replacement.pattern->errorString()));
    }
    values.replace.insert(column.name, replacement);
    return ok();
}

} // namespace

QString wordOf(KeptLine::Gets gets) { return wordAmong(GetsWords, gets); }
QString wordOf(KeptLine::Found found) { return wordAmong(FoundWords, found); }
std::optional<KeptLine::Gets> keptGets(const QString& word) { return among(GetsWords, word); }
std::optional<KeptLine::Found> keptFound(const QString& word) { return among(FoundWords, word); }

Status addTo(BulkValues& values, const KeptLine& line, const Table& table, const QString& label) {
    const Column* column = table.column(line.column);
    if (!column)
        return wrong(coreTr("%1 has no column “%2” any more.").arg(table.name, line.column));
    const QString& name = column->name;
    if (values.put.contains(name) || values.set.contains(name) || values.replace.contains(name))
        return wrong(coreTr("%1 stands in two lines.").arg(label));
    switch (line.gets) {
    case KeptLine::Gets::Value: {
        auto value = fromText(line.text, column->type);
        if (!value)
            return value.error();
        values.put.insert(name, *value);
        return ok();
    }
    case KeptLine::Gets::Expression: {
        auto bound = bindExpression(line.text, withReached(table, {line.text}));
        if (!bound)
            return wrong(bound.error().sentence);
        values.set.insert(name, *bound);
        return ok();
    }
    case KeptLine::Gets::Replaced:
        return addReplacement(values, line, *column, label);
    case KeptLine::Gets::Nothing: {
        const bool isText = column->type.kind == TypeKind::Text;
        values.put.insert(name, column->nullable || !isText ? Value::null()
                                                            : Value::text(QStringLiteral("")));
        return ok();
    }
    }
    return ok();
}

} // namespace gravin
