// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/screen_statements.h"

#include "core/base/text.h"
#include "core/database/record_statements.h"
#include "core/records/table_reader.h"

namespace gravin {

namespace {

constexpr qsizetype LongestValue = 80;

QString valueText(const QVariant& value) {
    if (value.isNull())
        return QStringLiteral("NULL");
    if (value.typeId() == QMetaType::QByteArray)
        return counted(value.toByteArray().size(), "byte", "bytes");
    const QString text = value.toString();
    return text.size() > LongestValue ? text.left(LongestValue) + u'…' : text;
}

ScreenStatement shown(const QString& title, const SqlFragment& statement, const QString& reason) {
    ScreenStatement made{title, statement.sql, {}, reason};
    for (const QVariant& value : statement.values)
        made.values += valueText(value);
    return made;
}

// The record, or one without any value.
Record exampleOf(const Table& table, const Record* example) {
    if (example)
        return *example;
    std::vector<Value> key(static_cast<size_t>(table.key.size()));
    return {Key(std::move(key)), std::vector<Value>(static_cast<size_t>(table.columns.size()))};
}

} // namespace

QList<ScreenStatement> statementsOf(const Dialect& dialect, const BoundScreen& screen,
                                    const Record* example) {
    const Table table = screen.table->stored();
    const Record record = exampleOf(table, example);
    QMap<QString, Value> editable;
    for (const BoundField& field : screen.fields) {
        if (field.isEditable() && !field.column.givenByDatabase)
            editable.insert(field.name(), record.values[static_cast<size_t>(field.columnIndex)]);
    }
    QMap<QString, Value> all;
    for (qsizetype i = 0; i < table.columns.size(); ++i)
        all.insert(table.columns[i].name, record.values[static_cast<size_t>(i)]);

    QList<ScreenStatement> statements{
        shown(coreTr("Read the keys, in order"), keysStatement(dialect, table, {}), {}),
        shown(coreTr("Read records by their keys"), recordsStatement(dialect, table, {record.key}),
              table.key.isEmpty() ? table.readOnlyReason() : QString())};

    SqlFragment insert;
    QList<const Column*> columns;
    for (auto field = editable.begin(); field != editable.end(); ++field) {
        const Column* column = table.column(field.key());
        columns += column;
        insert.values += dialect.encode(field.value(), column->type);
    }
    insert.sql = dialect.insertStatement(table, columns);
    statements += shown(coreTr("Add a record"), insert, screen.reasonAgainst(Operation::Insert));
    if (!table.key.isEmpty()) {
        statements += shown(coreTr("Change a record"),
                            updateStatement(dialect, table, record.key, editable, editable),
                            screen.reasonAgainst(Operation::Update));
        statements +=
            shown(coreTr("Delete a record"), deleteStatement(dialect, table, record.key, all),
                  screen.reasonAgainst(Operation::Delete));
    }
    return statements;
}

} // namespace gravin
