// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/dialect.h"

#include "core/base/text.h"
#include "core/database/mariadb/mariadb_dialect.h"
#include "core/database/postgres/postgres_dialect.h"
#include "core/database/sqlite/sqlite_dialect.h"

#include <algorithm>

namespace gravin {

bool hasExtremes(const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Integer:
    case TypeKind::Decimal:
    case TypeKind::Double:
    case TypeKind::Date:
    case TypeKind::Time:
    case TypeKind::Timestamp:
    case TypeKind::Instant:
        return true;
    default:
        return false;
    }
}

SqlFragment Dialect::keyCondition(const Table& table, const Key& key) const {
    SqlFragment condition;
    for (qsizetype i = 0; i < table.key.size(); ++i) {
        const Column& column = *table.column(table.key[i]);
        const Value& value = key[static_cast<size_t>(i)];
        if (i > 0)
            condition.sql += QStringLiteral(" AND ");
        // The plain comparison is what an index serves; the exact one tells 'Abc' from 'abc'.
        if (!value.isNull()) {
            condition.sql += quoted(column.name) + QStringLiteral(" = ") + placeholder(column);
            condition.values += encode(value, column.type);
            if (isPlainlyExact(column, value))
                continue;
            condition.sql += QStringLiteral(" AND ");
        }
        const SqlFragment exact = exactly(column, value);
        condition.sql += exact.sql;
        condition.values += exact.values;
    }
    return condition;
}

QString Dialect::asSource(const QString& select) {
    // A comment at its end must not swallow the bracket.
    return QStringLiteral("(\n%1\n)").arg(select);
}

QString Dialect::rowsOf(const Table& table) const {
    const bool isPlain = !table.isQuery() && table.only.isEmpty();
    return isPlain ? quoted(table) : rowsOf(table, nameOfRows(table));
}

QString Dialect::rowsOf(const Table& table, const QString& alias) const {
    const QString as = QStringLiteral(" AS ");
    const QString all = table.isQuery() ? asSource(table.select) : quoted(table);
    if (table.only.isEmpty())
        return all + as + alias;
    // A hidden row number is no column of its own.
    const QString number =
        table.rowNumber.isEmpty() ? QString() : QStringLiteral(", %1 AS %1").arg(table.rowNumber);
    return asSource(QStringLiteral("SELECT *%1 FROM %2 WHERE %3")
                        .arg(number, all + as + alias, table.only)) +
           as + alias;
}

QString Dialect::nameOfRows(const Table& table) const {
    return table.only.isEmpty() ? quoted(table) : quoted(table.relation);
}

QString Dialect::addLogName() const {
    return QStringLiteral("INSERT INTO gravin_name (name) VALUES (?) ON CONFLICT DO NOTHING");
}

QString Dialect::updateJoined(const QString& target, const QString& rows, const QString& on,
                              const QString& set) const {
    return QStringLiteral("UPDATE %1 SET %2 FROM %3 WHERE %4").arg(target, set, rows, on);
}

QString Dialect::insertStatement(const Table& table, const QList<const Column*>& columns,
                                 size_t rows) const {
    QString sql = QStringLiteral("INSERT INTO ") + quoted(table);
    if (columns.isEmpty())
        return sql + u' ' + insertWithoutValues();
    QStringList names;
    QStringList marks;
    for (const Column* column : columns) {
        names += quoted(column->name);
        marks += placeholder(*column);
    }
    const bool meansIdentity = std::any_of(
        columns.begin(), columns.end(), [](const Column* column) { return column->givenAlways; });
    sql += QStringLiteral(" (%1)").arg(names.join(QStringLiteral(", ")));
    if (meansIdentity)
        sql += u' ' + insertMeaningIdentity();
    const QString row = QStringLiteral("(%1)").arg(marks.join(QStringLiteral(", ")));
    return sql + QStringLiteral(" VALUES ") +
           QStringList(static_cast<qsizetype>(rows), row).join(QStringLiteral(", "));
}

QString Dialect::addColumnStatement(const Table& table, const QString& name, const QString& type,
                                    const QString& reference) const {
    QString sql =
        QStringLiteral("ALTER TABLE %1 ADD COLUMN %2 %3").arg(quoted(table), quoted(name), type);
    if (!reference.isEmpty())
        sql += QStringLiteral(", ADD FOREIGN KEY (%1) %2").arg(quoted(name), reference);
    return sql;
}

Result<QList<ToldValue>> Dialect::call(QSqlDatabase&, const Routine& routine,
                                       const RoutineValues&) const {
    return Error{ErrorKind::Usage,
                 coreTr("This engine has no routines: %1 cannot be called.").arg(routine.name)};
}

std::unique_ptr<Dialect> dialectFor(const ConnectionSpec& spec) {
    switch (spec.engine) {
    case Engine::Sqlite:
        return std::make_unique<SqliteDialect>(spec.path);
    case Engine::PostgreSql:
        return std::make_unique<PostgresDialect>(spec);
    case Engine::MariaDb:
        return std::make_unique<MariaDbDialect>(spec);
    }
    return nullptr;
}

} // namespace gravin
