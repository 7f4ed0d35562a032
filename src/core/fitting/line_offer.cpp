// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/line_offer.h"

#include "core/base/text.h"
#include "core/expression/literal.h"

#include <algorithm>

namespace gravin {

QList<LinesOffer> linesOf(const Catalog& catalog, const Table& table) {
    QList<LinesOffer> offers;
    for (const auto& [lines, key] : catalog.referencesTo(table.written())) {
        if (!lines->isQuery())
            offers += LinesOffer{lines->name, key->columns, key->referencedColumns};
    }
    for (LinesOffer& offer : offers) {
        const auto ways = std::count_if(offers.begin(), offers.end(), [&](const LinesOffer& other) {
            return other.table == offer.table;
        });
        offer.isOneOfSeveral = ways > 1;
    }
    return offers;
}

QList<Subquery::Function> functionsFor(ExpressionType type) {
    using Function = Subquery::Function;
    switch (type) {
    case ExpressionType::Integer:
    case ExpressionType::Decimal:
    case ExpressionType::Double:
        return {Function::Sum, Function::Average, Function::Smallest, Function::Largest};
    case ExpressionType::Date:
    case ExpressionType::Time:
    case ExpressionType::Timestamp:
    case ExpressionType::Instant:
        return {Function::Largest, Function::Smallest};
    case ExpressionType::Text:
        return {Function::List};
    case ExpressionType::Boolean:
    case ExpressionType::Null:
    case ExpressionType::Interval:
    case ExpressionType::Other:
        break;
    }
    return {};
}

QString functionText(Subquery::Function function, ExpressionType type) {
    using Function = Subquery::Function;
    const bool isTime = type == ExpressionType::Date || type == ExpressionType::Time ||
                        type == ExpressionType::Timestamp || type == ExpressionType::Instant;
    switch (function) {
    case Function::Count:
        return coreTr("count");
    case Function::Sum:
        return coreTr("sum");
    case Function::Average:
        return coreTr("average");
    case Function::Smallest:
        return isTime ? coreTr("earliest") : coreTr("smallest");
    case Function::Largest:
        return isTime ? coreTr("latest") : coreTr("largest");
    case Function::List:
        return coreTr("list");
    case Function::Exists:
        break;
    }
    return coreTr("any");
}

QString lineExpression(const LinesOffer& lines, Subquery::Function function,
                       const QString& column) {
    using Function = Subquery::Function;
    const QString name = nameText(column);
    const QString what = column.isEmpty()                 ? QStringLiteral("COUNT(*)")
                         : function == Function::Sum      ? QStringLiteral("SUM(%1)").arg(name)
                         : function == Function::Average  ? QStringLiteral("AVG(%1)").arg(name)
                         : function == Function::Smallest ? QStringLiteral("MIN(%1)").arg(name)
                         : function == Function::Largest  ? QStringLiteral("MAX(%1)").arg(name)
                         : function == Function::List
                             ? QStringLiteral("LISTAGG(%1, ', ')").arg(name)
                             : QStringLiteral("COUNT(%1)").arg(name);
    QStringList links;
    for (qsizetype i = 0; i < lines.columns.size(); ++i)
        links += QStringLiteral("%1.%2 = record.%3")
                     .arg(nameText(lines.table), nameText(lines.columns[i]),
                          nameText(lines.targetColumns[i]));
    return QStringLiteral("(SELECT %1 FROM %2 WHERE %3)")
        .arg(what, nameText(lines.table), links.join(QStringLiteral(" AND ")));
}

} // namespace gravin
