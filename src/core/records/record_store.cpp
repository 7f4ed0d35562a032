// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_store.h"

#include <algorithm>

namespace gravin {

namespace {
// What was asked for longer ago has been scrolled out of sight.
constexpr size_t MostWanted = 400;
} // namespace

RecordStore::RecordStore(std::shared_ptr<const Table> table, Worker* reader, QObject* parent)
    : QObject(parent)
    , m_table(std::move(table))
    , m_reader(reader)
    , m_computed(*m_table) {
    m_fetchSoon.setSingleShot(true);
    m_fetchSoon.setInterval(0);
    connect(&m_fetchSoon, &QTimer::timeout, this, &RecordStore::fetch);
}

const Record* RecordStore::record(const Key& key) {
    if (const Record* here = m_cache.object(key)) {
        if (m_outdated.contains(key))
            want(key);
        return here;
    }
    if (!m_gone.contains(key) && !m_underWay.contains(key) && !key.isEmpty())
        want(key);
    return nullptr;
}

void RecordStore::want(const Key& key) {
    m_outdated.remove(key);
    if (std::find(m_wanted.begin(), m_wanted.end(), key) == m_wanted.end()) {
        m_wanted.push_back(key);
        if (m_wanted.size() > MostWanted)
            m_wanted.erase(m_wanted.begin());
    }
    if (m_underWay.isEmpty())
        m_fetchSoon.start();
}

void RecordStore::fetch() {
    if (!m_underWay.isEmpty() || m_wanted.empty())
        return;
    std::vector<Key> keys = std::exchange(m_wanted, {});
    m_underWay = QSet<Key>(keys.begin(), keys.end());
    m_reader->run<std::vector<Record>>(
        this,
        [table = m_table, keys, sort = m_sort](Session& session) {
            return TableReader(session, *table).records(keys, sort);
        },
        [this, keys](Result<std::vector<Record>> records) {
            m_underWay.clear();
            if (!records) {
                for (const Key& key : keys) {
                    if (m_cache.contains(key))
                        m_outdated.insert(key);
                }
                Q_EMIT failed(records.error());
                return;
            }
            QList<Key> arrived;
            QSet<Key> missing(keys.begin(), keys.end());
            for (Record& record : *records) {
                missing.remove(record.key);
                arrived += record.key;
                keep(std::move(record));
            }
            if (!arrived.isEmpty())
                Q_EMIT recordsArrived(arrived);
            for (const Key& key : missing) {
                m_cache.remove(key);
                m_gone.insert(key);
                Q_EMIT recordGone(key);
            }
            if (!m_wanted.empty())
                m_fetchSoon.start();
        });
}

void RecordStore::keep(Record&& record) {
    const Key key = record.key;
    if (const auto coming = m_coming.constFind(key); coming != m_coming.constEnd()) {
        for (auto value = coming->begin(); value != coming->end(); ++value)
            record.values[static_cast<size_t>(value.key())] = *value;
        m_computed.fillIn(record.values, Present::take());
    }
    m_cache.insert(key, new Record(std::move(record)));
}

void RecordStore::setAggregate(const Key& key, int place, const std::optional<Value>& value) {
    if (!value) {
        const auto coming = m_coming.find(key);
        if (coming == m_coming.end() || !coming->remove(place))
            return;
        if (coming->isEmpty())
            m_coming.erase(coming);
        invalidate(key);
        return;
    }
    QMap<int, Value>& coming = m_coming[key];
    if (const auto known = coming.constFind(place); known != coming.cend() && *known == *value)
        return;
    coming.insert(place, *value);
    if (std::unique_ptr<Record> record{m_cache.take(key)}) {
        keep(std::move(*record));
        Q_EMIT recordsArrived({key});
    }
}

QSet<QString> RecordStore::comingAggregates(const Key& key) const {
    QSet<QString> columns;
    const QMap<int, Value> coming = m_coming.value(key);
    for (auto each = coming.begin(); each != coming.end(); ++each)
        columns += m_table->columns[each.key()].name;
    return columns;
}

void RecordStore::put(const Record& record) {
    m_gone.remove(record.key);
    Record computed = record;
    m_computed.fillIn(computed.values, Present::take());
    keep(std::move(computed));
    Q_EMIT recordsArrived({record.key});
}

void RecordStore::change(const Key& key, const Key& newKey, const QMap<QString, Value>& values) {
    m_gone.remove(newKey);
    if (!(newKey == key))
        m_gone.insert(key);
    std::unique_ptr<Record> here(m_cache.take(key));
    if (here) {
        here->key = newKey;
        for (auto value = values.begin(); value != values.end(); ++value) {
            if (const int column = m_table->indexOf(value.key()); column >= 0)
                here->values[static_cast<size_t>(column)] = *value;
        }
        m_computed.fillIn(here->values, Present::take());
        m_cache.insert(newKey, here.release());
    }
    Q_EMIT recordsArrived({newKey});
}

void RecordStore::forget(const Key& key) {
    m_cache.remove(key);
    m_gone.insert(key);
    Q_EMIT recordGone(key);
}

void RecordStore::invalidate(const Key& key) {
    m_gone.remove(key);
    m_outdated.insert(key);
    Q_EMIT recordsArrived({key});
}

void RecordStore::forgetAll() {
    m_cache.clear();
    m_outdated.clear();
    m_gone.clear();
}

void RecordStore::invalidateAll() {
    const QList<Key> here = m_cache.keys();
    m_outdated.unite({here.begin(), here.end()});
    m_gone.clear();
    if (!here.isEmpty())
        Q_EMIT recordsArrived(here);
}

} // namespace gravin
