// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/record_statements.h"

namespace gravin {

namespace {

// Engines limit how deep an expression may be, and a chain of ANDs is as deep as it is long.
QString conjunction(const QStringList& parts) {
    constexpr qsizetype AtOnce = 40;
    if (parts.size() <= AtOnce)
        return parts.join(QStringLiteral(" AND "));
    QStringList groups;
    for (qsizetype first = 0; first < parts.size(); first += AtOnce)
        groups += u'(' + parts.mid(first, AtOnce).join(QStringLiteral(" AND ")) + u')';
    return conjunction(groups);
}

} // namespace

SqlFragment guardOf(const Dialect& dialect, const Table& table, const Key& key,
                    const QMap<QString, Value>& before) {
    SqlFragment guard = dialect.keyCondition(table, key);
    QStringList parts{guard.sql};
    for (auto field = before.begin(); field != before.end(); ++field) {
        const Column* column = table.column(field.key());
        if (!column)
            continue;
        const SqlFragment unchanged = dialect.exactly(*column, field.value());
        parts += unchanged.sql;
        guard.values += unchanged.values;
    }
    guard.sql = conjunction(parts);
    return guard;
}

SqlFragment updateStatement(const Dialect& dialect, const Table& table, const Key& key,
                            const QMap<QString, Value>& before, const QMap<QString, Value>& after) {
    QStringList assignments;
    QVariantList values;
    QMap<QString, Value> guarded;
    for (auto field = after.begin(); field != after.end(); ++field) {
        const Column* column = table.column(field.key());
        if (!column)
            continue;
        assignments +=
            dialect.quoted(field.key()) + QStringLiteral(" = ") + dialect.placeholder(*column);
        values += dialect.encode(field.value(), column->type);
        guarded.insert(field.key(), before.value(field.key()));
    }
    const SqlFragment guard = guardOf(dialect, table, key, guarded);
    return {QStringLiteral("UPDATE %1 SET %2 WHERE %3")
                .arg(dialect.quoted(table), assignments.join(QStringLiteral(", ")), guard.sql),
            values + guard.values};
}

SqlFragment updateManyStatement(const Dialect& dialect, const Table& table,
                                const QStringList& columns, const std::vector<Key>& keys,
                                const std::vector<const QMap<QString, Value>*>& after) {
    // The rows as one source: SELECT ? AS k0, ? AS c0 UNION ALL SELECT ?, ? …
    QStringList first;
    QStringList other;
    QStringList on;
    QStringList set;
    const auto add = [&](const QString& column, const QString& alias) {
        const QString placeholder = dialect.placeholder(*table.column(column));
        first += placeholder + QStringLiteral(" AS ") + alias;
        other += placeholder;
    };
    for (qsizetype i = 0; i < table.key.size(); ++i) {
        const QString alias = QStringLiteral("k%1").arg(i);
        add(table.key[i], alias);
        on += QStringLiteral("gravin_target.%1 = gravin_rows.%2")
                  .arg(dialect.quoted(table.key[i]), alias);
    }
    for (qsizetype i = 0; i < columns.size(); ++i) {
        const QString alias = QStringLiteral("c%1").arg(i);
        add(columns[i], alias);
        set += QStringLiteral("%1 = gravin_rows.%2").arg(dialect.quoted(columns[i]), alias);
    }
    SqlFragment statement;
    QString rows;
    for (size_t row = 0; row < keys.size(); ++row) {
        rows += row == 0 ? QStringLiteral("SELECT ") + first.join(QStringLiteral(", "))
                         : QStringLiteral(" UNION ALL SELECT ") + other.join(QStringLiteral(", "));
        for (size_t i = 0; i < keys[row].size(); ++i)
            statement.values += dialect.encode(
                keys[row][i], table.column(table.key[static_cast<qsizetype>(i)])->type);
        for (const QString& column : columns)
            statement.values +=
                dialect.encode(after[row]->value(column), table.column(column)->type);
    }
    statement.sql =
        dialect.updateJoined(dialect.quoted(table) + QStringLiteral(" AS gravin_target"),
                             u'(' + rows + QStringLiteral(") AS gravin_rows"),
                             on.join(QStringLiteral(" AND ")), set.join(QStringLiteral(", ")));
    return statement;
}

SqlFragment deleteStatement(const Dialect& dialect, const Table& table, const Key& key,
                            const QMap<QString, Value>& before) {
    const SqlFragment guard = guardOf(dialect, table, key, before);
    return {QStringLiteral("DELETE FROM %1 WHERE %2").arg(dialect.quoted(table), guard.sql),
            guard.values};
}

} // namespace gravin
