// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/filled_fields.h"

#include "core/base/text.h"
#include "core/database/aggregate.h"
#include "core/database/reach.h"

#include <algorithm>

namespace gravin {

namespace {

// The columns of the record that an expression hangs on.
QStringList columnsBehind(const Table& table, const BoundExpression& expression) {
    QStringList columns;
    const auto add = [&](const QString& name) {
        const Column* column = table.column(name);
        columns += column && column->reach ? column->reach->steps.front().from : QStringList{name};
    };
    for (const int place : expression.places) {
        const Column& column = table.columns[place];
        if (!column.aggregate) {
            add(column.name);
            continue;
        }
        for (const QString& name : column.aggregate->subquery->columnsOfRecord())
            add(name);
    }
    return columns;
}

// Whether a column can hold what an expression of this type gives.
bool takes(const Column& column, ExpressionType type) {
    const auto isNumber = [](ExpressionType each) {
        return each == ExpressionType::Integer || each == ExpressionType::Decimal ||
               each == ExpressionType::Double;
    };
    const auto isMoment = [](ExpressionType each) {
        return each == ExpressionType::Timestamp || each == ExpressionType::Instant;
    };
    const ExpressionType wanted = expressionTypeOf(column.type);
    return type == wanted || type == ExpressionType::Null || (isNumber(type) && isNumber(wanted)) ||
           (isMoment(type) && isMoment(wanted));
}

QString reasonAgainstGiving(const Table& table, const QString& column, const QString& text) {
    const Column* filled = table.column(column);
    if (!filled || filled->computed || filled->givenByDatabase)
        return coreTr("%1 is given by the database.").arg(column);
    const auto bound = bindExpression(text, table);
    if (!bound)
        return bound.error().sentence;
    if (!takes(*filled, bound->expression->type()))
        return coreTr("The expression gives %1, which %2 cannot hold.")
            .arg(expressionTypeText(bound->expression->type()), column);
    return {};
}

} // namespace

std::vector<Value> FilledField::readFrom(const std::vector<Value>& values) const {
    std::vector<Value> read;
    for (const int column : expression.places)
        read.push_back(values[static_cast<size_t>(column)]);
    return read;
}

FilledFields::FilledFields(const Table& table) {
    for (int place = 0; place < table.columns.size(); ++place) {
        const Column& column = table.columns[place];
        if (column.filledWith.isEmpty() ||
            !reasonAgainstFilling(table, column.name, column.filledWith).isEmpty())
            continue;
        BoundExpression expression = *bindExpression(column.filledWith, table);
        QStringList hangsOn = columnsBehind(table, expression);
        m_fields.push_back({place, std::move(expression), std::move(hangsOn)});
    }
}

Result<Value> FilledFields::valueOf(const FilledField& field, const Table& table,
                                    const std::vector<Value>& values, const Present& present) {
    RecordValues pointers;
    for (const Value& value : values)
        pointers.push_back(&value);
    const auto value = evaluate(field.expression, pointers, present);
    return value ? valueFor(table.columns[field.place], *value) : value;
}

QString reasonAgainstFilling(const Table& table, const QString& column, const QString& expression) {
    if (QString reason = reasonAgainstGiving(table, column, expression); !reason.isEmpty())
        return reason;
    const BoundExpression bound = *bindExpression(expression, table);
    if (columnsBehind(table, bound).contains(column))
        return coreTr("%1 cannot be filled with what is made of itself.").arg(column);
    return {};
}

QString reasonAgainstStamp(const Table& table, const QString& column, const Stamp& stamp) {
    return stamp.when == Stamp::When::Never ? QString()
                                            : reasonAgainstGiving(table, column, stamp.expression);
}

QStringList fillingCircle(const Table& table) {
    QHash<QString, QStringList> reads;
    for (const Column& column : table.columns) {
        const auto bound = column.filledWith.isEmpty()
                               ? Result<BoundExpression, ExpressionError>(BoundExpression{})
                               : bindExpression(column.filledWith, table);
        if (!column.filledWith.isEmpty() && bound)
            reads.insert(column.name, columnsBehind(table, *bound));
    }
    // From each column along the first way that leads to another filled one, until one comes again.
    for (auto start = reads.keyBegin(); start != reads.keyEnd(); ++start) {
        QList<QStringList> ways{{*start}};
        QSet<QString> seen;
        while (!ways.isEmpty()) {
            const QStringList way = ways.takeLast();
            for (const QString& next : reads.value(way.back())) {
                if (next == *start)
                    return way;
                if (reads.contains(next) && !seen.contains(next)) {
                    seen.insert(next);
                    ways += way + QStringList{next};
                }
            }
        }
    }
    return {};
}

} // namespace gravin
