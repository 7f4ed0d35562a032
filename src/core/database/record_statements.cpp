// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/record_statements.h"

namespace gravin {

SqlFragment guardOf(const Dialect& dialect, const Table& table, const Key& key,
                    const QMap<QString, Value>& before) {
    SqlFragment guard = dialect.keyCondition(table, key);
    for (auto field = before.begin(); field != before.end(); ++field) {
        const Column* column = table.column(field.key());
        if (!column)
            continue;
        const SqlFragment unchanged = dialect.exactly(*column, field.value());
        guard.sql += QStringLiteral(" AND ") + unchanged.sql;
        guard.values += unchanged.values;
    }
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

SqlFragment deleteStatement(const Dialect& dialect, const Table& table, const Key& key,
                            const QMap<QString, Value>& before) {
    const SqlFragment guard = guardOf(dialect, table, key, before);
    return {QStringLiteral("DELETE FROM %1 WHERE %2").arg(dialect.quoted(table), guard.sql),
            guard.values};
}

} // namespace gravin
