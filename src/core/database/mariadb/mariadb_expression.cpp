// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_expression.h"

namespace gravin {

namespace {

constexpr int MostMariaDbDigits = 65;
constexpr int MostMariaDbScale = 30;

QString mariaDbName(const QString& name) {
    QString inside = name;
    return u'`' + inside.replace(u'`', QStringLiteral("``")) + u'`';
}

// Compared by code point, blanks at the end included, whatever the column's own collation.
QString byCodePoint(const QString& text) {
    return QStringLiteral("CONVERT(%1 USING utf8mb4) COLLATE utf8mb4_nopad_bin").arg(text);
}

} // namespace

QString MariaDbTranslator::column(const Column& column, Type type) {
    const QString name = mariaDbName(column.name);
    switch (type) {
    case Type::Integer:
    case Type::Boolean:
        if (column.baseType == u"bit" || column.baseType == u"year")
            refuse();
        return name;
    case Type::Decimal:
    case Type::Date:
    case Type::Time:
    case Type::Timestamp:
    case Type::Instant:
        return name;
    case Type::Double:
        // A float is read as the shortest text that stands for it, and compared as another number.
        if (column.baseType != u"double")
            refuse();
        return name;
    case Type::Text:
        return byCodePoint(name);
    default:
        return name;
    }
}

QString MariaDbTranslator::literal(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Boolean:
        return value.asBoolean() ? QStringLiteral("TRUE") : QStringLiteral("FALSE");
    case Value::Kind::Integer:
        return QStringLiteral("(%1)").arg(value.asInteger());
    case Value::Kind::Decimal: {
        const Decimal& number = value.asDecimal();
        require({number.wholeDigits(), number.scale()});
        return QStringLiteral("(%1)").arg(number.toText());
    }
    case Value::Kind::Double:
        return QStringLiteral("(%1)").arg(value.asDouble(), 0, 'e', 16);
    case Value::Kind::Date:
        return QStringLiteral("DATE'%1'").arg(isoText(value.asDate()));
    case Value::Kind::Time:
        return QStringLiteral("TIME'%1'").arg(isoText(value.asTime()));
    case Value::Kind::Timestamp:
        return QStringLiteral("TIMESTAMP'%1'").arg(isoText(value.asTimestamp()));
    case Value::Kind::Instant: // sessions speak UTC
        return QStringLiteral("TIMESTAMP'%1'").arg(isoText(value.asInstant().utc));
    default:
        refuse();
    }
}

QString MariaDbTranslator::text(const QString& text) { return byCodePoint(bind(text)); }

// Without a type it makes floating-point numbers of the decimals beside it.
QString MariaDbTranslator::null(Type type) {
    switch (type) {
    case Type::Integer:
        return QStringLiteral("CAST(NULL AS SIGNED)");
    case Type::Decimal:
        return QStringLiteral("CAST(NULL AS DECIMAL(65,0))");
    case Type::Double:
        return QStringLiteral("CAST(NULL AS DOUBLE)");
    case Type::Text:
        return byCodePoint(QStringLiteral("NULL"));
    case Type::Date:
        return QStringLiteral("CAST(NULL AS DATE)");
    case Type::Time:
        return QStringLiteral("CAST(NULL AS TIME(6))");
    case Type::Timestamp:
    case Type::Instant:
        return QStringLiteral("CAST(NULL AS DATETIME(6))");
    default:
        return QStringLiteral("NULL");
    }
}

QString MariaDbTranslator::distinct(const QString& a, const QString& b) {
    return QStringLiteral("(NOT (%1 <=> %2))").arg(a, b);
}

void MariaDbTranslator::require(const Digits& digits) {
    if (digits.whole + digits.scale > MostMariaDbDigits || digits.scale > MostMariaDbScale)
        refuse();
}

QString MariaDbTranslator::remainder(const QString& a, const QString& b) {
    // What is left of a negative number can be −0 there, which is not equal to 0.
    return QStringLiteral("(MOD(%1, NULLIF(%2, 0)) + 0)").arg(a, b);
}

QString MariaDbTranslator::rounded(const QString& number, int places) {
    if (places > MostMariaDbScale)
        refuse();
    return QStringLiteral("ROUND(%1, %2)").arg(number, QString::number(places));
}

QString MariaDbTranslator::whole(Operation operation, const QString& number) {
    switch (operation) {
    case Operation::Negate:
        return QStringLiteral("(-(%1))").arg(number);
    case Operation::Absolute:
        return QStringLiteral("ABS(%1)").arg(number);
    case Operation::Floor:
        return QStringLiteral("FLOOR(%1)").arg(number);
    case Operation::Ceiling:
        return QStringLiteral("CEILING(%1)").arg(number);
    default:
        refuse();
    }
}

QString MariaDbTranslator::cast(const Node& node, const QString& sql, Type from) {
    if (from == node.type && node.type != Type::Text && node.type != Type::Decimal)
        return sql;
    if (from == Type::Text && node.type == Type::Text && node.textLength < 0)
        return sql;
    if (node.type == Type::Decimal && (from == Type::Integer || from == Type::Decimal)) {
        require({MostMariaDbDigits - MostMariaDbScale, node.scale});
        return QStringLiteral("ROUND(%1, %2)")
            .arg(from == Type::Integer ? widened(sql, from, Type::Decimal) : sql,
                 QString::number(node.scale));
    }
    if (from == Type::Date && node.type == Type::Timestamp)
        return QStringLiteral("CAST(%1 AS DATETIME(6))").arg(sql);
    if (from == Type::Timestamp && node.type == Type::Date)
        return QStringLiteral("CAST(%1 AS DATE)").arg(sql);
    if (from == Type::Timestamp && node.type == Type::Time)
        return QStringLiteral("CAST(%1 AS TIME(6))").arg(sql);
    refuse();
}

QString MariaDbTranslator::daysBetween(const QString& later, const QString& earlier) {
    return QStringLiteral("DATEDIFF(%1, %2)").arg(later, earlier);
}

QString MariaDbTranslator::extracted(const Node& node, const QString& moment, Type) {
    using Part = ExpressionNode::Part;
    switch (node.part) {
    case Part::Year:
        return QStringLiteral("EXTRACT(YEAR FROM %1)").arg(moment);
    case Part::Month:
        return QStringLiteral("EXTRACT(MONTH FROM %1)").arg(moment);
    case Part::Day:
        return QStringLiteral("EXTRACT(DAY FROM %1)").arg(moment);
    case Part::Hour:
        return QStringLiteral("EXTRACT(HOUR FROM %1)").arg(moment);
    case Part::Minute:
        return QStringLiteral("EXTRACT(MINUTE FROM %1)").arg(moment);
    case Part::Second:
        refuse(); // whole seconds only
    }
    refuse();
}

QString MariaDbTranslator::concatenated(const QString& a, const QString& b) {
    return QStringLiteral("CONCAT(%1, %2)").arg(a, b);
}

QString MariaDbTranslator::ofText(const Node& node, const QStringList& operands) {
    switch (node.operation) {
    case Operation::CharLength:
        return QStringLiteral("CHAR_LENGTH(%1)").arg(operands[0]);
    case Operation::Position:
        return QStringLiteral("LOCATE(%1, %2)").arg(operands[0], operands[1]);
    case Operation::Replace:
        // Where nothing is found it does not look whether the others are NULL.
        for (const int operand : {node.operands[1], node.operands[2]}) {
            if (!isConstant(operand) || constant(operand).isNull())
                refuse();
        }
        return QStringLiteral("REPLACE(%1, %2, %3)").arg(operands[0], operands[1], operands[2]);
    case Operation::Substring:
        return operands.size() > 2
                   ? QStringLiteral("SUBSTRING(%1, %2, %3)")
                         .arg(operands[0], operands[1], operands[2])
                   : QStringLiteral("SUBSTRING(%1, %2)").arg(operands[0], operands[1]);
    default:
        refuse(); // TRIM takes off a whole text there, not characters
    }
}

QString MariaDbTranslator::like(const QString& subject, const QString& pattern) {
    return QStringLiteral("(%1 LIKE %2 ESCAPE '!')").arg(subject, pattern);
}

QString MariaDbTranslator::widened(const QString& sql, Type from, Type to) {
    if (from == Type::Integer && to == Type::Decimal)
        return QStringLiteral("CAST(%1 AS DECIMAL(65,0))").arg(sql);
    if (from == Type::Date && to == Type::Timestamp)
        return QStringLiteral("CAST(%1 AS DATETIME(6))").arg(sql);
    refuse(); // how it makes a floating-point number of a decimal is its own affair
}

std::optional<QString> MariaDbTranslator::conforming(const Column& column) {
    const QString name = mariaDbName(column.name);
    const auto orNull = [&](const QString& condition) {
        return QStringLiteral("(%1 IS NULL OR %2)").arg(name, condition.arg(name));
    };
    switch (expressionTypeOf(column.type)) {
    case ExpressionType::Boolean:
        return orNull(QStringLiteral("%1 IN (0, 1)"));
    case ExpressionType::Integer:
        return column.declaredType.contains(u"unsigned")
                   ? orNull(QStringLiteral("%1 <= 9223372036854775807"))
                   : QString();
    case ExpressionType::Date:
    case ExpressionType::Timestamp:
    case ExpressionType::Instant:
        return orNull(QStringLiteral("(%1 >= '0001-01-01' AND MONTH(%1) > 0 AND "
                                     "DAYOFMONTH(%1) > 0)"));
    case ExpressionType::Time:
        return orNull(QStringLiteral("(%1 >= '00:00:00' AND %1 < '24:00:00')"));
    default:
        return QString();
    }
}

} // namespace gravin
