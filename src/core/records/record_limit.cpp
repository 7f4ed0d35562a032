// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_limit.h"

#include "core/base/text.h"
#include "core/database/literal.h"
#include "core/records/filter.h"

namespace gravin {

namespace {

// The texts put where a mark stands for each, outside of names and texts.
std::optional<QString> spelledOut(const SqlFragment& fragment, Engine engine) {
    QString sql;
    QChar quote;
    qsizetype next = 0;
    for (const QChar letter : fragment.sql) {
        if (quote.isNull() && letter == u'?') {
            const QVariant value = fragment.values.value(next++);
            // Nothing but a text is ever bound.
            const auto literal = textLiteral(value.toString(), engine);
            if (value.typeId() != QMetaType::QString || !literal)
                return std::nullopt;
            sql += *literal;
            continue;
        }
        if (quote.isNull() && (letter == u'\'' || letter == u'"' || letter == u'`'))
            quote = letter;
        else if (letter == quote)
            quote = QChar();
        sql += letter;
    }
    return next == fragment.values.size() ? std::optional(sql) : std::nullopt;
}

} // namespace

std::optional<QString> recordLimit(const QString& condition, const Table& table, Engine engine,
                                   QString* why) {
    const auto fail = [why](const QString& reason) -> std::optional<QString> {
        if (why)
            *why = reason;
        return std::nullopt;
    };
    const auto bound = bindCondition(condition, table.stored());
    if (!bound)
        return fail(bound.error().sentence);
    const Filter filter(*bound, Filter::Wants::Holding, table.stored(), engine);
    const auto sql =
        filter.isHandedOver() ? spelledOut(filter.where(), engine) : std::optional<QString>();
    return sql ? sql
               : fail(coreTr("The database itself has to ask it of every record, and cannot say "
                             "this exactly."));
}

} // namespace gravin
