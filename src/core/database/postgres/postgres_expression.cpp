// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_expression.h"

namespace gravin {

namespace {

constexpr int MostPostgresDigits =
    900; // more than it could need; the evaluator's own limit is near

QString postgresName(const QString& name) {
    QString inside = name;
    return u'"' + inside.replace(u'"', QStringLiteral("\"\"")) + u'"';
}

// Compared by bytes, which in UTF-8 are in the order of code points.
QString byBytes(const QString& text) { return text + QStringLiteral(" COLLATE \"C\""); }

} // namespace

// Numbers are numeric throughout, so that none can leave its range; a plain comparison keeps the
// column as it is, for its index.
QString PostgresTranslator::column(const Column& column, Type type) {
    const QString name = postgresName(column.name);
    switch (type) {
    case Type::Integer:
    case Type::Boolean:
    case Type::Double:
    case Type::Date:
    case Type::Time:
    case Type::Timestamp:
    case Type::Instant:
        return name;
    case Type::Decimal:
        return column.baseType == u"money" || column.baseType == u"pg_catalog.money"
                   ? QStringLiteral("%1::numeric").arg(name)
                   : name;
    case Type::Text:
        // Blanks and case are folded by these, and the text itself is not what is compared.
        if (column.foldsText)
            refuse();
        return byBytes(QStringLiteral("%1::text").arg(name));
    default:
        return name; // can only be asked whether it is empty
    }
}

QString PostgresTranslator::literal(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Boolean:
        return value.asBoolean() ? QStringLiteral("TRUE") : QStringLiteral("FALSE");
    case Value::Kind::Integer:
        return QStringLiteral("(%1)").arg(value.asInteger());
    case Value::Kind::Decimal:
        return QStringLiteral("(%1)::numeric").arg(value.asDecimal().toText());
    case Value::Kind::Double:
        return QStringLiteral("'%1'::float8").arg(value.asDouble(), 0, 'e', 16);
    case Value::Kind::Date:
        return QStringLiteral("DATE '%1'").arg(isoText(value.asDate()));
    case Value::Kind::Time:
        return QStringLiteral("TIME '%1'").arg(isoText(value.asTime()));
    case Value::Kind::Timestamp:
        return QStringLiteral("TIMESTAMP '%1'").arg(isoText(value.asTimestamp()));
    case Value::Kind::Instant:
        return QStringLiteral("TIMESTAMPTZ '%1+00'").arg(isoText(value.asInstant().utc));
    default:
        refuse();
    }
}

QString PostgresTranslator::text(const QString& text) {
    if (text.contains(QChar(0)))
        refuse();
    return byBytes(QStringLiteral("CAST(%1 AS text)").arg(bind(text)));
}

QString PostgresTranslator::null(Type type) {
    switch (type) {
    case Type::Boolean:
        return QStringLiteral("NULL::boolean");
    case Type::Integer:
    case Type::Decimal:
        return QStringLiteral("NULL::numeric");
    case Type::Double:
        return QStringLiteral("NULL::float8");
    case Type::Text:
        return byBytes(QStringLiteral("NULL::text"));
    case Type::Date:
        return QStringLiteral("NULL::date");
    case Type::Time:
        return QStringLiteral("NULL::time");
    case Type::Timestamp:
        return QStringLiteral("NULL::timestamp");
    case Type::Instant:
        return QStringLiteral("NULL::timestamptz");
    default:
        return QStringLiteral("NULL");
    }
}

QString PostgresTranslator::distinct(const QString& a, const QString& b) {
    return QStringLiteral("(%1 IS DISTINCT FROM %2)").arg(a, b);
}

void PostgresTranslator::require(const Digits& digits) {
    if (digits.whole + digits.scale > MostPostgresDigits)
        refuse();
}

// Its own division would be rounded twice, first as it likes and then as asked: whole parts are
// divided instead, with half a unit of the last digit added.
QString PostgresTranslator::divided(const Digits& result, const QString& a, const QString& b) {
    constexpr int QuotientScale = 6;
    // Each stands there more than once, a placeholder could not.
    if (result.scale != QuotientScale || a.contains(u'?') || b.contains(u'?'))
        refuse();
    return QStringLiteral("(sign((%1)::numeric) * sign((%2)::numeric) * "
                          "div(2000000 * abs((%1)::numeric) + abs((%2)::numeric), "
                          "NULLIF(2 * abs((%2)::numeric), 0)) * 0.000001)")
        .arg(a, b);
}

QString PostgresTranslator::remainder(const QString& a, const QString& b) {
    return QStringLiteral("mod((%1)::numeric, NULLIF((%2)::numeric, 0))").arg(a, b);
}

QString PostgresTranslator::rounded(const QString& number, int places) {
    return QStringLiteral("round((%1)::numeric, %2)").arg(number, QString::number(places));
}

QString PostgresTranslator::whole(Operation operation, const QString& number) {
    switch (operation) {
    case Operation::Negate:
        return QStringLiteral("(-(%1)::numeric)").arg(number);
    case Operation::Absolute:
        return QStringLiteral("abs((%1)::numeric)").arg(number);
    case Operation::Floor:
        return QStringLiteral("floor((%1)::numeric)").arg(number);
    case Operation::Ceiling:
        return QStringLiteral("ceiling((%1)::numeric)").arg(number);
    default:
        refuse();
    }
}

QString PostgresTranslator::cast(const Node& node, const QString& sql, Type from) {
    if (from == node.type && node.type != Type::Text && node.type != Type::Decimal)
        return sql;
    if (from == Type::Text && node.type == Type::Text && node.textLength < 0)
        return sql;
    if (node.type == Type::Decimal && (from == Type::Integer || from == Type::Decimal))
        return QStringLiteral("round((%1)::numeric, %2)").arg(sql, QString::number(node.scale));
    if (from == Type::Date && node.type == Type::Timestamp)
        return QStringLiteral("(%1)::timestamp").arg(sql);
    if (from == Type::Timestamp && node.type == Type::Date)
        return QStringLiteral("(%1)::date").arg(sql);
    if (from == Type::Timestamp && node.type == Type::Time)
        return QStringLiteral("(%1)::time").arg(sql);
    refuse();
}

QString PostgresTranslator::daysBetween(const QString& later, const QString& earlier) {
    return QStringLiteral("(%1 - %2)").arg(later, earlier);
}

QString PostgresTranslator::extracted(const Node& node, const QString& moment, Type from) {
    using Part = ExpressionNode::Part;
    const QString subject =
        from == Type::Instant ? QStringLiteral("(%1 AT TIME ZONE 'UTC')").arg(moment) : moment;
    const char* part = node.part == Part::Year     ? "year"
                       : node.part == Part::Month  ? "month"
                       : node.part == Part::Day    ? "day"
                       : node.part == Part::Hour   ? "hour"
                       : node.part == Part::Minute ? "minute"
                                                   : "second";
    return QStringLiteral("(extract(%1 FROM %2))::numeric").arg(QLatin1String(part), subject);
}

QString PostgresTranslator::concatenated(const QString& a, const QString& b) {
    return byBytes(QStringLiteral("(%1 || %2)").arg(a, b));
}

QString PostgresTranslator::ofText(const Node& node, const QStringList& operands) {
    switch (node.operation) {
    case Operation::CharLength:
        return QStringLiteral("char_length(%1)").arg(operands[0]);
    case Operation::Position:
        return QStringLiteral("position((%1) IN (%2))").arg(operands[0], operands[1]);
    case Operation::Replace:
        return byBytes(
            QStringLiteral("replace(%1, %2, %3)").arg(operands[0], operands[1], operands[2]));
    case Operation::Substring:
        return byBytes(
            operands.size() > 2
                ? QStringLiteral("substr(%1, %2, %3)").arg(operands[0], operands[1], operands[2])
                : QStringLiteral("substr(%1, %2)").arg(operands[0], operands[1]));
    case Operation::Trim:
        return byBytes(QStringLiteral("btrim(%1, %2)").arg(operands[0], operands[1]));
    case Operation::TrimLeft:
        return byBytes(QStringLiteral("ltrim(%1, %2)").arg(operands[0], operands[1]));
    case Operation::TrimRight:
        return byBytes(QStringLiteral("rtrim(%1, %2)").arg(operands[0], operands[1]));
    default:
        refuse();
    }
}

QString PostgresTranslator::like(const QString& subject, const QString& pattern) {
    return QStringLiteral("(%1 LIKE %2 ESCAPE '!')").arg(subject, pattern);
}

QString PostgresTranslator::widened(const QString& sql, Type from, Type to) {
    // Whole numbers among decimals are numbers of the same worth; a comparison takes both.
    if (from == Type::Integer && to == Type::Decimal)
        return QStringLiteral("(%1)::numeric").arg(sql);
    if (from == Type::Decimal && to == Type::Integer)
        return sql;
    if (to == Type::Double)
        return QStringLiteral("(%1)::float8").arg(sql);
    if (from == Type::Date && to == Type::Timestamp)
        return QStringLiteral("(%1)::timestamp").arg(sql);
    refuse();
}

std::optional<QString> PostgresTranslator::conforming(const Column& column) {
    const QString name = postgresName(column.name);
    const auto orNull = [&](const QString& condition) {
        return QStringLiteral("(%1 IS NULL OR %2)").arg(name, condition.arg(name));
    };
    switch (expressionTypeOf(column.type)) {
    case ExpressionType::Double:
        return orNull(QStringLiteral("%1 NOT IN ('NaN', 'Infinity', '-Infinity')"));
    case ExpressionType::Decimal:
        return column.type.precision < 0 ? orNull(QStringLiteral("%1::text ~ '^[-0-9.]+$'"))
                                         : orNull(QStringLiteral("%1::text <> 'NaN'"));
    case ExpressionType::Date:
        return orNull(QStringLiteral("%1 BETWEEN DATE '0001-01-01' AND DATE '9999-12-31'"));
    case ExpressionType::Timestamp:
        return orNull(QStringLiteral("(%1 >= TIMESTAMP '0001-01-01' AND %1 < TIMESTAMP "
                                     "'9999-12-31' + INTERVAL '1' DAY)"));
    case ExpressionType::Instant:
        return orNull(QStringLiteral("(%1 >= TIMESTAMPTZ '0001-01-01 00:00+00' AND %1 < "
                                     "TIMESTAMPTZ '9999-12-31 00:00+00' + INTERVAL '1' DAY)"));
    case ExpressionType::Time:
        return orNull(QStringLiteral("%1 < TIME '24:00'"));
    default:
        return QString();
    }
}

} // namespace gravin
