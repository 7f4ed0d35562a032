// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/database_overlay.h"

#include "core/records/table_reader.h"

namespace gravin {

namespace {
// Values that one statement asks for.
constexpr qsizetype ValuesAsked = 300;

// What the engine finds equal is equal here too.
bool areExact(const Table& table, const QStringList& columns) {
    return std::all_of(columns.begin(), columns.end(), [&](const QString& column) {
        return table.column(column)->type.kind == TypeKind::Integer;
    });
}
} // namespace

Status DatabaseOverlay::read(const Table& table, const std::vector<Key>& keys) {
    std::vector<Key> unread;
    QSet<Key> asked;
    for (const Key& key : keys) {
        if (m_stored.contains({table.name, key}) || asked.contains(key))
            continue;
        asked.insert(key);
        unread.push_back(key);
    }
    auto records = TableReader(m_session, table).records(unread);
    if (!records)
        return records.error();
    // Only now is it known which are not there.
    for (const Key& key : unread)
        m_stored.insert({table.name, key}, std::nullopt);
    for (const Record& record : *records)
        m_stored.insert({table.name, record.key}, fieldValues(table, record));
    return ok();
}

Result<DatabaseOverlay::State> DatabaseOverlay::at(const Table& table, const Key& key) {
    const Place place{table.name, key};
    if (const auto put = m_overlay.constFind(place); put != m_overlay.constEnd())
        return *put;
    if (!m_stored.contains(place)) {
        if (Status asked = read(table, {key}); !asked)
            return asked.error();
    }
    return m_stored.value(place);
}

void DatabaseOverlay::takeBack() {
    m_overlay.clear();
    for (Holders& each : m_holders) {
        each.overlaid.clear();
        each.isCounted = false;
    }
}

Status DatabaseOverlay::readHolders(const Table& table, const QStringList& columns,
                                    const QSet<Key>& values) {
    const Dialect& dialect = m_session.dialect();
    QList<Column> wanted;
    for (const QString& name : table.key + columns) {
        const Column* column = table.column(name);
        if (!column)
            return ok();
        wanted += *column;
    }
    Holders& known = holders(table, columns);
    QList<Key> asked;
    for (const Key& each : values) {
        if (!known.stored.contains(each)) {
            known.stored.insert(each, {});
            asked += each;
        }
    }
    // The engine compares as it does for a reference, which for a text may find another spelling:
    // then only who asks for one knows what was found for it.
    const bool isExact = areExact(table, columns);
    const qsizetype atOnce = isExact ? ValuesAsked : 1;
    const RowPlan plan(dialect, table, wanted, {});
    for (qsizetype first = 0; first < asked.size(); first += atOnce) {
        QStringList conditions;
        QVariantList bound;
        for (const Key& each : asked.mid(first, atOnce)) {
            QStringList parts;
            for (qsizetype i = 0; i < columns.size(); ++i) {
                const Column& column = *table.column(columns[i]);
                parts += QStringLiteral("%1 = %2").arg(dialect.quoted(columns[i]),
                                                       dialect.placeholder(column));
                bound += dialect.encode(each[static_cast<size_t>(i)], column.type);
            }
            conditions += u'(' + parts.join(QStringLiteral(" AND ")) + u')';
        }
        Status selected = m_session.select(
            plan.select() + QStringLiteral(" WHERE ") + conditions.join(QStringLiteral(" OR ")),
            bound, [&](const QSqlQuery& row) {
                const std::vector<Value> read = plan.values(row);
                const auto keyEnd = read.begin() + static_cast<std::ptrdiff_t>(table.key.size());
                const Key held = isExact ? Key({keyEnd, read.end()}) : asked[first];
                known.stored[held] += Key({read.begin(), keyEnd});
                return true;
            });
        if (!selected)
            return selected;
    }
    return ok();
}

bool DatabaseOverlay::mayBeHeld(const Table& table, const QStringList& columns, const Key& values) {
    if (countHolders(table, columns, values) > 0)
        return true;
    return !areExact(table, columns) &&
           std::any_of(m_overlay.keyValueBegin(), m_overlay.keyValueEnd(), [&](const auto& record) {
               return record.first.first == table.name && record.second;
           });
}

qint64 DatabaseOverlay::countHolders(const Table& table, const QStringList& columns,
                                     const Key& values) {
    Holders& known = holders(table, columns);
    if (!known.isCounted) {
        known.isCounted = true;
        for (auto record = m_overlay.begin(); record != m_overlay.end(); ++record) {
            if (record.key().first != table.name || !record.value())
                continue;
            std::vector<Value> held;
            for (const QString& column : columns)
                held.push_back(record.value()->value(column));
            ++known.overlaid[Key(std::move(held))];
        }
    }
    const QList<Key> stored = known.stored.value(values);
    return known.overlaid.value(values) +
           std::count_if(stored.begin(), stored.end(),
                         [&](const Key& key) { return !isPut(table.name, key); });
}

} // namespace gravin
