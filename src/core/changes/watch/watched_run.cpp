// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/watch/watched_run.h"

#include "core/changes/log/change_log.h"
#include "core/changes/log/log_entry.h"

#include <algorithm>

namespace gravin {

struct WatchedRun::Happening {
    QString table;
    Key key;
    Operation operation;
    friend bool operator==(const Happening&, const Happening&) = default;
};

size_t qHash(const WatchedRun::Happening& each, size_t seed) {
    return qHashMulti(seed, each.table, each.key, static_cast<int>(each.operation));
}

namespace {

// How many rows are in memory at once.
constexpr int SeenAtOnce = 5000;

// Whether one of the fields that the change wrote became just that.
bool doesTheSame(const RecordChange& seen, const RecordChange& own) {
    return std::any_of(own.after.keyValueBegin(), own.after.keyValueEnd(), [&](const auto& field) {
        const auto found = seen.after.constFind(field.first);
        return found != seen.after.constEnd() && *found == field.second;
    });
}

bool isNothing(const RecordChange& record) {
    return record.operation == Operation::Update && record.before.isEmpty() &&
           record.after.isEmpty();
}

} // namespace

WatchedRun::WatchedRun(SessionWriter& writer, const Catalog& catalog)
    : m_writer(writer)
    , m_catalog(catalog)
    , m_seen(writer, catalog) {}

WatchedRun::~WatchedRun() = default;

Status WatchedRun::begin() {
    const auto newest = m_seen.newest();
    if (!newest)
        return newest.error();
    m_floor = *newest;
    return ok();
}

Result<int> WatchedRun::gatherOthers() {
    const auto groups = m_seen.others(m_floor);
    if (!groups)
        return groups.error();
    int gathered = 0;
    for (const SeenRows::Group& group : *groups) {
        bool isThere = false;
        if (Status done = gather(group, isThere); !done)
            return done.error();
        gathered += isThere ? 1 : 0;
    }
    return gathered;
}

Status WatchedRun::gather(const SeenRows::Group& group, bool& isThere) {
    std::optional<LogEntry> entry;
    CommittedChange change;
    change.action = OutsideAction;
    change.account = group.account;
    for (qint64 after = 0;;) {
        auto rows = m_seen.next(group, after, SeenAtOnce);
        if (!rows)
            return rows.error();
        if (rows->empty())
            break;
        const qint64 upTo = rows->back().id;
        change.at = rows->back().at;
        change.records.clear();
        for (SeenRow& row : *rows) {
            if (!isNothing(row.record))
                change.records.push_back(std::move(row.record));
        }
        if (!entry && !change.records.empty()) {
            entry.emplace(m_writer, m_catalog);
            if (Status begun = entry->begin(change); !begun)
                return begun;
        }
        if (Status added = entry ? entry->add(change.records) : ok(); !added)
            return added;
        if (Status removed = m_seen.remove(group, after, upTo); !removed)
            return removed;
        after = upTo;
    }
    isThere = entry.has_value();
    return entry ? entry->end(change) : ok();
}

Status WatchedRun::fit(const std::vector<RecordChange>& own) {
    auto rows = m_seen.ownAfter(m_rows.empty() ? m_floor : m_rows.back().id);
    if (!rows)
        return rows.error();
    for (SeenRow& row : *rows) {
        const RecordChange& record = row.record;
        m_waiting[{record.table, record.key, record.operation}] += m_rows.size();
        m_rows.push_back(std::move(row));
    }
    m_isOwn.resize(m_rows.size());
    for (size_t i = m_ofOwn.size(); i < own.size(); ++i) {
        const auto found = m_waiting.find({own[i].table, own[i].key, own[i].operation});
        const bool isSeen = found != m_waiting.end() && !found->isEmpty();
        if (!isSeen) {
            m_ofOwn.push_back(-1);
            continue;
        }
        // A trigger may have touched the record before.
        const auto wrote = std::find_if(found->begin(), found->end(), [&](size_t row) {
            return doesTheSame(m_rows[row].record, own[i]);
        });
        const auto row = wrote == found->end() ? found->begin() : wrote;
        m_isOwn[*row] = true;
        m_ofOwn.push_back(static_cast<qint64>(*row));
        found->erase(row);
    }
    return ok();
}

Status WatchedRun::complete(std::vector<RecordChange>& records) {
    if (Status fitted = fit(records); !fitted)
        return fitted;
    if (m_rows.empty())
        return ok();
    std::vector<RecordChange> complete;
    size_t told = 0; // of the rows that are nobody's
    const auto tellUpTo = [&](size_t end) {
        for (; told < end; ++told) {
            RecordChange& record = m_rows[told].record;
            if (m_isOwn[told] || isNothing(record))
                continue;
            record.isEffect = true;
            complete.push_back(std::move(record));
        }
    };
    for (size_t i = 0; i < records.size(); ++i) {
        if (m_ofOwn[i] < 0) {
            complete.push_back(std::move(records[i]));
            continue;
        }
        const auto row = static_cast<size_t>(m_ofOwn[i]);
        tellUpTo(row);
        RecordChange& seen = m_rows[row].record;
        if (!isNothing(seen))
            complete.push_back(std::move(seen));
    }
    tellUpTo(m_rows.size());
    records = std::move(complete);
    const qint64 upTo = m_rows.back().id;
    if (Status removed = m_seen.removeOwn(m_floor, upTo); !removed)
        return removed;
    m_floor = upTo;
    m_rows.clear();
    m_isOwn.clear();
    m_ofOwn.clear();
    m_waiting.clear();
    m_effectsTold = 0;
    return ok();
}

Result<std::vector<RecordChange>> WatchedRun::newEffects(const std::vector<RecordChange>& own) {
    if (Status fitted = fit(own); !fitted)
        return fitted.error();
    std::vector<RecordChange> effects;
    for (; m_effectsTold < m_rows.size(); ++m_effectsTold) {
        const RecordChange& record = m_rows[m_effectsTold].record;
        if (!m_isOwn[m_effectsTold] && !isNothing(record))
            effects.push_back(record);
    }
    m_waiting.clear(); // all that was written itself has been found
    return effects;
}

} // namespace gravin
