// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/given_fields.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/records/filled_fields.h"

namespace gravin {

namespace {

QString addedWord() { return coreTr("added"); }
QString changedWord() { return coreTr("changed"); }

} // namespace

QString reasonAgainstFillingField(const Table& table, const Column& column, const QString& text) {
    if (text.isEmpty())
        return {};
    Table filled = withReached(table, {text});
    const QString reason = reasonAgainstFilling(filled, column.name, text);
    if (!reason.isEmpty())
        return reason;
    filled.columns[filled.indexOf(column.name)].filledWith = text;
    const QStringList circle = fillingCircle(filled);
    return circle.isEmpty() ? QString()
                            : coreTr("These would be filled with each other in a circle: %1.")
                                  .arg(circle.join(QStringLiteral(", ")));
}

QString stampText(const Stamp& stamp) {
    switch (stamp.when) {
    case Stamp::When::Added:
        return addedWord() + u' ' + stamp.expression;
    case Stamp::When::Changed:
        return changedWord() + u' ' + stamp.expression;
    case Stamp::When::Never:
        break;
    }
    return {};
}

Result<Stamp> stampFromText(const Table& table, const Column& column, const QString& text) {
    const QString typed = text.trimmed();
    if (typed.isEmpty())
        return Stamp{};
    Stamp stamp;
    for (const auto& [word, when] : {std::pair(addedWord(), Stamp::When::Added),
                                     std::pair(changedWord(), Stamp::When::Changed)}) {
        if (typed.startsWith(word + u' ', Qt::CaseInsensitive))
            stamp = {when, typed.mid(word.size()).trimmed()};
    }
    if (stamp.when == Stamp::When::Never)
        return Error{ErrorKind::Refused,
                     coreTr("Write when it is set, and what to: %1 CURRENT_USER, or %2 "
                            "CURRENT_TIMESTAMP.")
                         .arg(addedWord(), changedWord())};
    const QString reason =
        reasonAgainstStamp(withReached(table, {stamp.expression}), column.name, stamp);
    if (!reason.isEmpty())
        return Error{ErrorKind::Refused, reason};
    return stamp;
}

QStringList usualFillings(const Table& table, const Column& column) {
    QStringList usual;
    for (const Column& reference : table.columns) {
        const auto behind = table.references && reference.expression.isEmpty()
                                ? table.references->behind({reference.name})
                                : std::nullopt;
        for (const ExpressionColumn& far : behind.value_or(QList<ExpressionColumn>())) {
            const QString path = reachedName({reference.name, far.name});
            if (expressionTypeOf(far.type) == expressionTypeOf(column.type) &&
                reasonAgainstFillingField(table, column, path).isEmpty())
                usual += path;
        }
    }
    return usual;
}

QStringList usualStamps(const Table& table, const Column& column) {
    QStringList usual;
    for (const char* value :
         {"CURRENT_USER", "CURRENT_TIMESTAMP", "LOCALTIMESTAMP", "CURRENT_DATE"}) {
        for (const Stamp::When when : {Stamp::When::Changed, Stamp::When::Added}) {
            const Stamp stamp{when, QLatin1String(value)};
            if (reasonAgainstStamp(table, column.name, stamp).isEmpty())
                usual += stampText(stamp);
        }
    }
    return usual;
}

} // namespace gravin
