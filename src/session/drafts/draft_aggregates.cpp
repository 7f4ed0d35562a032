// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_aggregates.h"

#include "session/database.h"
#include "session/live_records.h"
#include "session/records.h"

#include <algorithm>

namespace gravin {

DraftAggregates::DraftAggregates(Database* database, Records* records, LiveRecords* live)
    : m_database(database)
    , m_records(records)
    , m_live(live) {
    // Told of in the midst of what is done here, too.
    connect(live, &LiveRecords::recordsArrived, this, &DraftAggregates::follows,
            Qt::QueuedConnection);
}

QList<DraftAggregates::Site> DraftAggregates::sitesOver(const QString& lines) const {
    QList<Site> sites;
    for (const QString& name : m_live->inUse()) {
        for (const int place : aggregatesOver(*m_live->table(name), lines))
            sites += Site{name, place};
    }
    return sites;
}

const Aggregate& DraftAggregates::aggregateAt(const Site& site) const {
    return *m_live->table(site.first)->columns[site.second].aggregate;
}

// Whose line the draft's record is as it is stored, and as it is edited.
QSet<DraftAggregates::Owner> DraftAggregates::ownersOf(const Site& site, const QString& linesTable,
                                                       const RecordId& id) const {
    QSet<Owner> owners;
    const DraftStore* drafts = m_live->draftsInUse(linesTable);
    const Draft* draft = drafts ? drafts->find(id) : nullptr;
    if (!draft)
        return owners;
    const Aggregate& aggregate = aggregateAt(site);
    const Table& table = *m_live->table(linesTable);
    std::vector<Value> before;
    std::vector<Value> now;
    bool isOfParent = draft->parent && draft->parent->table == m_live->table(site.first)->written();
    for (const Aggregate::Link& link : aggregate.links) {
        const int column = table.indexOf(link.column);
        before.push_back(draft->was[static_cast<size_t>(column)]);
        now.push_back(draft->value(column));
        isOfParent = isOfParent && draft->parent->columns.contains(link.column);
    }
    if (isOfParent)
        return {draft->parent->id};
    if (!id.isNew())
        owners.insert({Key(std::move(before)), 0});
    owners.insert({Key(std::move(now)), 0});
    return owners;
}

// A table that is laid out anew, or in use only since a moment ago, may have lines that are edited
// already.
DraftAggregates::Lines& DraftAggregates::linesAt(const Site& site) {
    const auto aggregate = m_live->table(site.first)->columns[site.second].aggregate;
    if (m_lines[site].aggregate == aggregate)
        return m_lines[site];
    m_lines[site] = Lines{aggregate, {}, {}, {}, {}, {}};
    for (const QString& name : m_live->inUse()) {
        if (m_live->table(name)->written() != aggregate->from.name)
            continue;
        for (const RecordId& id : m_records->drafts(name)->all())
            followLine(site, name, id);
    }
    return m_lines[site];
}

void DraftAggregates::follow(const QString& table, const RecordId& id) {
    if (!m_live->inUse().contains(table))
        return; // of a table that was laid out anew since
    for (const Site& site : sitesOver(m_live->table(table)->written()))
        followLine(site, table, id);
    followRecord(table, id);
}

void DraftAggregates::followLine(const Site& site, const QString& linesTable, const RecordId& id) {
    Lines& lines = linesAt(site);
    const QSet<Owner> former = lines.owners.take(id);
    for (const Owner& owner : former) {
        lines.drafts[owner].remove(id);
        if (lines.drafts[owner].isEmpty())
            lines.drafts.remove(owner);
    }
    const QSet<Owner> owners = ownersOf(site, linesTable, id);
    if (!owners.isEmpty())
        lines.owners.insert(id, owners);
    for (const Owner& owner : owners)
        lines.drafts[owner].insert(id);
    lines.touched.unite(former).unite(owners);
    if (!lines.touched.isEmpty())
        askSoon();
}

void DraftAggregates::followRecord(const QString& table, const RecordId& id) {
    const Table& laidOut = *m_live->table(table);
    const Draft* draft = m_records->drafts(table)->find(id);
    for (int place = 0; draft && place < laidOut.columns.size(); ++place) {
        const auto reached = draft->reached.constFind(place);
        if (!laidOut.columns[place].aggregate || reached == draft->reached.cend() || reached->value)
            continue;
        linesAt({table, place}).touchedRecords.insert(id);
        askSoon();
    }
}

void DraftAggregates::follows(const QString& table, const QList<Key>& arrived) {
    if (!m_live->inUse().contains(table))
        return;
    const std::shared_ptr<const Table> laidOut = m_live->table(table);
    for (int place = 0; place < laidOut->columns.size(); ++place) {
        const auto& aggregate = laidOut->columns[place].aggregate;
        if (!aggregate)
            continue;
        const Site site{table, place};
        Lines& lines = linesAt(site);
        for (const Key& key : lines.drafts.isEmpty() ? QList<Key>() : arrived) {
            const auto values = valuesOfRecord(site, {key, 0});
            if (!values)
                continue;
            const Owner owner{Key({values->begin(), values->begin() + aggregate->links.size()}), 0};
            if (!lines.drafts.contains(owner) || lines.told[owner].contains(key))
                continue;
            lines.touched.insert(owner);
            askSoon();
        }
    }
}

void DraftAggregates::askAgain() {
    for (Lines& lines : m_lines) {
        for (auto owner = lines.drafts.keyBegin(); owner != lines.drafts.keyEnd(); ++owner)
            lines.touched.insert(*owner);
        if (!lines.touched.isEmpty())
            askSoon();
    }
}

void DraftAggregates::askSoon() {
    if (std::exchange(m_isWaiting, true))
        return;
    QMetaObject::invokeMethod(this, &DraftAggregates::askAll, Qt::QueuedConnection);
}

void DraftAggregates::askAll() {
    m_isWaiting = false;
    const QStringList inUse = m_live->inUse();
    for (auto lines = m_lines.begin(); lines != m_lines.end();) {
        const auto& [name, place] = lines.key();
        // A source that was laid out anew counts its columns otherwise, or is gone.
        const bool isThere = inUse.contains(name) && place < m_live->table(name)->columns.size() &&
                             m_live->table(name)->columns[place].aggregate == lines->aggregate;
        if (isThere)
            askFor(lines.key(), *lines);
        lines = isThere ? std::next(lines) : m_lines.erase(lines);
    }
}

void DraftAggregates::askFor(const Site& site, Lines& lines) {
    const QSet<Owner> touched = std::exchange(lines.touched, {});
    QSet<RecordId> records = std::exchange(lines.touchedRecords, {});
    const QHash<Owner, QSet<RecordId>> showing = recordsWith(site, touched);
    for (const Owner& owner : touched) {
        if (owner.isNew()) {
            records.insert(owner);
        } else if (!lines.drafts.contains(owner)) {
            letGo(site, lines, owner);
            for (const RecordId& id : showing.value(owner)) {
                if (m_records->drafts(site.first)->find(id))
                    records.insert(id);
            }
        } else {
            for (const RecordId& id : showing.value(owner)) {
                records.remove(id);
                if (!id.isNew())
                    lines.told[owner].insert(id.key);
                ask(site, id, lines.drafts.value(owner));
            }
        }
    }
    const auto links = aggregateAt(site).links.size();
    for (const RecordId& id : std::as_const(records)) {
        const auto values = valuesOfRecord(site, id);
        if (!values)
            continue;
        const Owner owner =
            id.isNew() ? id : Owner{Key({values->begin(), values->begin() + links}), 0};
        ask(site, id, lines.drafts.value(owner));
    }
}

// The records that are here whose lines are those of these owners.
QHash<DraftAggregates::Owner, QSet<RecordId>>
DraftAggregates::recordsWith(const Site& site, const QSet<Owner>& owners) const {
    QHash<Owner, QSet<RecordId>> found;
    if (owners.isEmpty())
        return found;
    QSet<RecordId> here;
    for (const Key& key : m_records->store(site.first)->here())
        here.insert({key, 0});
    for (const RecordId& id : m_records->drafts(site.first)->all())
        here.insert(id);
    const auto links = aggregateAt(site).links.size();
    for (const RecordId& id : std::as_const(here)) {
        const auto values = id.isNew() ? std::nullopt : valuesOfRecord(site, id);
        if (!values)
            continue;
        const Owner owner{Key({values->begin(), values->begin() + links}), 0};
        if (owners.contains(owner))
            found[owner].insert(id);
    }
    return found;
}

// What is stored is right again.
void DraftAggregates::letGo(const Site& site, Lines& lines, const Owner& owner) {
    for (const Key& key : lines.told.take(owner)) {
        m_asked.remove({site, {key, 0}});
        m_records->store(site.first)->setAggregate(key, site.second, {});
    }
}

std::optional<std::vector<Value>> DraftAggregates::valuesOfRecord(const Site& site,
                                                                  const RecordId& id) const {
    const Draft* draft = m_records->drafts(site.first)->find(id);
    const Record* record =
        draft || id.isNew() ? nullptr : m_records->store(site.first)->record(id.key);
    if (!draft && !record)
        return std::nullopt;
    std::vector<Value> values;
    const LineQuestion question(aggregateAt(site), *m_live->table(site.first));
    for (const int column : question.ofRecord())
        values.push_back(draft ? draft->value(column)
                               : record->values[static_cast<size_t>(column)]);
    return values;
}

ComingLines DraftAggregates::comingOf(const QString& linesTable,
                                      const QSet<RecordId>& drafts) const {
    ComingLines coming;
    for (const QString& name : m_live->inUse()) {
        const Table& table = *m_live->table(name);
        if (table.written() != linesTable)
            continue;
        for (const RecordId& id : drafts) {
            const Draft* draft = m_live->draftsInUse(name)->find(id);
            if (!draft)
                continue;
            if (!id.isNew())
                coming.without.insert(id.key);
            QHash<QString, Value> values;
            for (int column = 0; column < table.columns.size(); ++column) {
                if (table.columns[column].expression.isEmpty())
                    values.insert(table.columns[column].name, draft->value(column));
            }
            if (!draft->gone && !draft->removed)
                coming.with.push_back(std::move(values));
        }
    }
    return coming;
}

void DraftAggregates::ask(const Site& site, const RecordId& id, const QSet<RecordId>& drafts) {
    const auto values = valuesOfRecord(site, id);
    if (!values)
        return;
    const std::shared_ptr<const Table> table = m_live->table(site.first);
    const int number = ++m_questions;
    m_asked.insert({site, id}, number);
    m_database->reader()->run<Value>(
        this,
        [table, place = site.second, values = *values, isNew = id.isNew(),
         coming = comingOf(aggregateAt(site).from.name, drafts)](Session& session) {
            return readAggregate(session, *table, place, values, isNew, coming);
        },
        [this, table, site, id, number](const Result<Value>& value) {
            const auto asked = m_asked.constFind({site, id});
            if (asked == m_asked.constEnd() || *asked != number)
                return;
            m_asked.erase(asked);
            // A table that was laid out anew meanwhile counts its columns otherwise.
            if (!value || !m_live->inUse().contains(site.first) ||
                m_live->table(site.first) != table)
                return;
            m_records->drafts(site.first)->setAggregate(id, site.second, *value);
            const auto lines = m_lines.constFind(site);
            const bool isTold =
                lines != m_lines.constEnd() &&
                std::any_of(lines->told.begin(), lines->told.end(),
                            [&](const QSet<Key>& keys) { return keys.contains(id.key); });
            if (!id.isNew() && isTold)
                m_records->store(site.first)->setAggregate(id.key, site.second, *value);
        });
}

} // namespace gravin
