// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/record_run.h"

#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/fitting/lookup_store.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

namespace {

using TakeRecords = std::function<Status(std::vector<Record>&& records, qint64 of)>;

// Records that are read together.
constexpr qsizetype RecordsTogether = 1000;
// Shown texts of a lookup that are remembered.
constexpr qsizetype MostTexts = 50'000;

// Reads records with some of their columns only, but for their places; the others are NULL.
class NarrowReader {
public:
    // All must outlive it. `needed`: empty: all.
    NarrowReader(Session& session, const Table& table, const QSet<QString>& needed)
        : m_table(table)
        , m_narrow(table)
        , m_reader(session, m_narrow) {
        const auto isNeeded = [&](const Column& column) {
            return needed.contains(column.name) || table.key.contains(column.name);
        };
        // What Gravin computes may be made of any of the others.
        m_isNarrow =
            !needed.isEmpty() &&
            std::none_of(table.columns.begin(), table.columns.end(), [&](const Column& column) {
                return isNeeded(column) && !column.expression.isEmpty();
            });
        if (!m_isNarrow)
            return;
        m_narrow.columns.removeIf([&](const Column& column) { return !isNeeded(column); });
        for (const Column& column : std::as_const(m_narrow.columns))
            m_places.push_back(static_cast<size_t>(table.indexOf(column.name)));
    }

    // Its reader refers to its table.
    NarrowReader(const NarrowReader&) = delete;
    NarrowReader& operator=(const NarrowReader&) = delete;

    // Of these keys, in their order.
    Result<std::vector<Record>> inTheirOrder(const std::vector<Key>& keys) {
        auto records = m_reader.records(keys);
        if (!records)
            return records.error();
        QHash<Key, size_t> places;
        places.reserve(static_cast<qsizetype>(records->size()));
        for (size_t i = 0; i < records->size(); ++i)
            places.insert((*records)[i].key, i);
        std::vector<Record> ordered;
        ordered.reserve(keys.size());
        for (const Key& key : keys) {
            if (const auto place = places.constFind(key); place != places.constEnd())
                ordered.push_back(whole(std::move((*records)[*place])));
        }
        return ordered;
    }

private:
    Record whole(Record record) const {
        if (!m_isNarrow)
            return record;
        std::vector<Value> values(static_cast<size_t>(m_table.columns.size()));
        for (size_t i = 0; i < m_places.size(); ++i)
            values[m_places[i]] = std::move(record.values[i]);
        return {std::move(record.key), std::move(values)};
    }

    const Table& m_table;
    Table m_narrow;
    TableReader m_reader;
    bool m_isNarrow = false;
    std::vector<size_t> m_places; // in the table, of each column that is read
};

// Of a source without a key, which is neither searched nor filtered.
Status eachByPosition(TableReader& reader, const Table& table, const RecordQuery& query,
                      const TakeRecords& take) {
    if (query.isFiltered())
        return Error{ErrorKind::Usage,
                     coreTr("%1 has no key, so that it cannot be searched.").arg(table.name)};
    const auto total = reader.count();
    if (!total)
        return total.error();
    for (qint64 offset = 0; offset < *total; offset += RecordsTogether) {
        auto records = reader.range(query.sort, offset, RecordsTogether);
        if (!records)
            return records.error();
        if (Status taken = take(std::move(*records), *total); !taken)
            return taken;
    }
    return ok();
}

} // namespace

Status eachRecord(Session& session, const Table& table, const RecordQuery& query,
                  const TakeRecords& take, const QSet<QString>& needed) {
    const Session::Reading reading(session);
    TableReader reader(session, table);
    if (table.key.isEmpty())
        return eachByPosition(reader, table, query, take);
    std::vector<KeyIndex> runs;
    qint64 total = 0;
    const Status scanned = reader.scanKeys(query, [&](KeyIndex&& run) {
        total += run.size();
        runs.push_back(std::move(run));
        return true;
    });
    if (!scanned)
        return scanned;
    std::vector<Key> keys;
    NarrowReader narrow(session, table, needed);
    const auto flush = [&]() -> Status {
        auto records = narrow.inTheirOrder(keys);
        keys.clear();
        return records ? take(std::move(*records), total) : Status(records.error());
    };
    for (const KeyIndex& run : runs) {
        for (qsizetype place = 0; place < run.size(); ++place) {
            keys.push_back(run.at(place));
            if (static_cast<qsizetype>(keys.size()) < RecordsTogether)
                continue;
            if (Status flushed = flush(); !flushed)
                return flushed;
        }
    }
    return keys.empty() ? ok() : flush();
}

Status eachRecord(Session& session, const Table& table, const std::vector<Key>& keys,
                  const TakeRecords& take) {
    const Session::Reading reading(session);
    NarrowReader reader(session, table, {});
    const auto total = static_cast<qint64>(keys.size());
    for (size_t first = 0; first < keys.size(); first += RecordsTogether) {
        const size_t end = std::min<size_t>(keys.size(), first + RecordsTogether);
        auto records = reader.inTheirOrder({keys.begin() + static_cast<qsizetype>(first),
                                            keys.begin() + static_cast<qsizetype>(end)});
        if (!records)
            return records.error();
        if (Status taken = take(std::move(*records), total); !taken)
            return taken;
    }
    return ok();
}

bool ShownTexts::isSeenOtherwise(const BoundField& field) {
    return field.definition.shownAs == ShownAs::Lookup || !field.definition.choices.isEmpty();
}

Status ShownTexts::lookUp(const QList<const BoundField*>& fields,
                          const std::vector<Record>& records) {
    for (const BoundField* field : fields) {
        if (field->definition.shownAs != ShownAs::Lookup)
            continue;
        QHash<Key, QString>& shown = m_shown[field->name()];
        if (shown.size() > MostTexts)
            shown.clear();
        QSet<Key> wanted;
        for (const Record& record : records) {
            const Value& value = record.values[static_cast<size_t>(field->columnIndex)];
            if (!value.isNull() && !shown.contains(Key({value})))
                wanted.insert(Key({value}));
        }
        if (wanted.isEmpty())
            continue;
        std::vector<Value> values;
        for (const Key& key : std::as_const(wanted))
            values.push_back(key[0]);
        const auto entries = LookupStore::shownEntries(m_session, field->definition.lookup, m_form,
                                                       m_catalog, values);
        if (!entries)
            return entries.error();
        for (const LookupStore::Entry& entry : *entries)
            shown.insert(Key({entry.stored}), entry.shown.value(0));
    }
    return ok();
}

std::optional<QString> ShownTexts::of(const BoundField& field, const Value& value) const {
    if (value.isNull())
        return std::nullopt;
    if (field.definition.shownAs != ShownAs::Lookup) {
        const Choice* choice = choiceOf(field, value);
        return choice ? std::optional(choice->label) : std::nullopt;
    }
    const auto texts = m_shown.constFind(field.name());
    if (texts == m_shown.constEnd())
        return std::nullopt;
    const auto text = texts->constFind(Key({value}));
    return text == texts->constEnd() ? std::nullopt : std::optional(*text);
}

} // namespace gravin
