// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/reached.h"

#include "core/database/aggregate.h"
#include "core/database/reach.h"

#include <QSqlQuery>

#include <algorithm>
#include <functional>

namespace gravin {

QList<int> reachedThrough(const Table& table, const QSet<QString>& columns) {
    QList<int> places;
    const auto isWritten = [&](const QString& name) {
        const Column* column = table.column(name);
        const QStringList read =
            column && column->reach ? column->reach->steps.front().from : QStringList{name};
        return std::any_of(read.begin(), read.end(),
                           [&](const QString& each) { return columns.contains(each); });
    };
    for (int place = 0; place < table.columns.size(); ++place) {
        const Column& column = table.columns[place];
        const QStringList read = column.aggregate ? column.aggregate->subquery->columnsOfRecord()
                                                  : QStringList{column.name};
        if (column.isReadBeyond() && std::any_of(read.begin(), read.end(), isWritten))
            places += place;
    }
    return places;
}

bool reachesTo(const Table& table, const QString& reached) {
    return std::any_of(table.columns.begin(), table.columns.end(), [&](const Column& column) {
        return (column.reach && leadsTo(*column.reach, reached)) ||
               (column.aggregate && (column.aggregate->from.name == reached ||
                                     reachesTo(column.aggregate->from, reached)));
    });
}

void leaveOutReached(const Table& table, ProposedValues& values, QSet<QString>& written) {
    for (const int place : reachedThrough(table, written)) {
        values[static_cast<size_t>(place)].reset();
        written += table.columns[place].name;
    }
}

Result<std::vector<Value>> readReached(Session& session, const Table& table,
                                       const QList<int>& places,
                                       const std::vector<Value>& reference) {
    std::vector<Value> values(static_cast<size_t>(places.size()));
    if (std::any_of(reference.begin(), reference.end(), std::mem_fn(&Value::isNull)))
        return values;
    const Dialect& dialect = session.dialect();
    const Reach::Step first = table.columns[places.front()].reach->steps.front();
    QStringList names;
    for (const int place : places) {
        const Reach& reach = *table.columns[place].reach;
        const Reach rest{reach.steps.mid(1), reach.column};
        names += rest.steps.isEmpty()
                     ? dialect.readable(reach.column)
                     : reachedSql(dialect, first.to, rest,
                                  [&](const Column& reached) { return dialect.readable(reached); });
    }
    QStringList conditions;
    QVariantList asked;
    for (qsizetype i = 0; i < first.key.size(); ++i) {
        const Column& key = *first.to.column(first.key[i]);
        conditions += dialect.quoted(key.name) + QStringLiteral(" = ") + dialect.placeholder(key);
        asked += dialect.encode(reference[static_cast<size_t>(i)], key.type);
    }
    const Status read =
        session.select(QStringLiteral("SELECT %1 FROM %2 WHERE %3")
                           .arg(names.join(QStringLiteral(", ")), dialect.rowsOf(first.to),
                                conditions.join(QStringLiteral(" AND "))),
                       asked, [&](const QSqlQuery& row) {
                           for (qsizetype i = 0; i < places.size(); ++i)
                               values[static_cast<size_t>(i)] = dialect.decode(
                                   row.value(static_cast<int>(i)), table.columns[places[i]].type);
                           return false;
                       });
    if (!read)
        return read.error();
    return values;
}

} // namespace gravin
