// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_numbers.h"

#include "core/fitting/next_number.h"
#include "session/database.h"
#include "session/records.h"

#include <algorithm>
#include <limits>

namespace gravin {

namespace {

// Whether both belong to the same: to one new record, or to what is stored by the same values.
bool areSiblings(const Draft& one, const Draft& other, const Table& table,
                 const QStringList& shared) {
    return std::all_of(shared.begin(), shared.end(), [&](const QString& column) {
        const auto isHandedDown = [&](const Draft& draft) {
            return draft.parent && draft.parent->columns.contains(column);
        };
        if (isHandedDown(one) || isHandedDown(other))
            return one.parent && other.parent && one.parent->id == other.parent->id &&
                   one.parent->table == other.parent->table;
        const int at = table.indexOf(column);
        return one.value(at) == other.value(at);
    });
}

} // namespace

DraftNumbers::DraftNumbers(Database* database, Records* records)
    : m_database(database)
    , m_records(records) {}

void DraftNumbers::number(const BoundScreen& screen, const RecordId& id) {
    const Table& table = *screen.table;
    for (const BoundField& field : screen.fields) {
        const auto shared = countsWithin(table, field.name());
        const Draft* draft = m_records->drafts(table.name)->find(id);
        if (field.definition.defaultValue.kind != FieldDefault::Kind::NextNumber || !shared ||
            !draft || !draft->value(field.columnIndex).isNull())
            continue;
        QMap<QString, Value> values;
        bool isOfNew = false;
        for (const QString& column : *shared) {
            isOfNew = isOfNew || (draft->parent && draft->parent->columns.contains(column));
            values.insert(column, draft->value(table.indexOf(column)));
        }
        const bool isKnown = std::none_of(values.begin(), values.end(),
                                          [](const Value& value) { return value.isNull(); });
        // Nothing is stored yet of what is new.
        if (isOfNew)
            give(table.name, id, field.name(), *shared, 1);
        else if (isKnown)
            ask(table.name, id, field.name(), values);
    }
}

void DraftNumbers::ask(const QString& table, const RecordId& id, const QString& column,
                       const QMap<QString, Value>& shared) {
    m_database->reader()->run<std::optional<qint64>>(
        this,
        [table = m_records->table(table), column, shared](Session& session) {
            return nextNumber(session, *table, column, shared);
        },
        [this, table, id, column, shared](const Result<std::optional<qint64>>& next) {
            // Without an answer the field stays empty, and says itself that it is needed.
            if (next && *next)
                give(table, id, column, shared.keys(), **next);
        });
}

void DraftNumbers::give(const QString& table, const RecordId& id, const QString& column,
                        const QStringList& shared, qint64 storedNext) {
    if (!m_records->tablesInUse().contains(table))
        return;
    DraftStore* drafts = m_records->drafts(table);
    const Table& columns = *m_records->table(table);
    const int at = columns.indexOf(column);
    const Draft* draft = drafts->find(id);
    if (at < 0 || !draft || draft->saving || !draft->value(at).isNull() || draft->bad.contains(at))
        return;
    qint64 next = storedNext;
    for (const RecordId& other : drafts->newRecords()) {
        const Draft* sibling = drafts->find(other);
        if (other == id || !sibling || !areSiblings(*draft, *sibling, columns, shared))
            continue;
        const Value& taken = sibling->value(at);
        if (taken.kind() == Value::Kind::Integer &&
            taken.asInteger() < std::numeric_limits<qint64>::max())
            next = std::max(next, taken.asInteger() + 1);
    }
    drafts->give(id, at, Value::integer(next));
}

} // namespace gravin
