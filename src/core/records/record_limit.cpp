// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_limit.h"

#include "core/base/text.h"
#include "core/records/filter.h"

namespace gravin {

namespace {

// Within quotes every engine writes a quote twice; MariaDB takes a backslash for more than itself.
QString literalOf(QString text, Engine engine) {
    if (engine == Engine::MariaDb)
        text.replace(u'\\', QStringLiteral("\\\\"));
    return u'\'' + text.replace(u'\'', QStringLiteral("''")) + u'\'';
}

// The texts put where a mark stands for each, outside of names and texts.
std::optional<QString> spelledOut(const SqlFragment& fragment, Engine engine) {
    QString sql;
    QChar quote;
    qsizetype next = 0;
    for (const QChar letter : fragment.sql) {
        if (quote.isNull() && letter == u'?') {
            const QVariant value = fragment.values.value(next++);
            // No statement can hold one; nor is anything but a text ever bound.
            if (value.typeId() != QMetaType::QString || value.toString().contains(QChar(0)))
                return std::nullopt;
            sql += literalOf(value.toString(), engine);
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
