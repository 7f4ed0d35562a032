// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_reach.h"

#include "core/database/reach.h"
#include "core/records/reached.h"
#include "session/database.h"
#include "session/records.h"

namespace gravin {

DraftReach::DraftReach(Database* database, Records* records)
    : m_database(database)
    , m_records(records) {}

void DraftReach::follow(const QString& table, const RecordId& id) {
    const Place place{table, id};
    if (m_known.contains(place) || m_records->drafts(table)->wantedReached(id).isEmpty())
        return;
    if (m_waiting.isEmpty())
        QMetaObject::invokeMethod(this, &DraftReach::askAll, Qt::QueuedConnection);
    m_known.insert(place);
    m_waiting += place;
}

void DraftReach::askAll() {
    m_known.clear();
    for (const Place& place : std::exchange(m_waiting, {})) {
        // A source may have gone since.
        if (m_database->catalog().table(place.first))
            ask(place);
    }
}

// One question for each reference that leads on.
void DraftReach::ask(const Place& place) {
    const auto& [name, id] = place;
    const auto table = m_records->table(name);
    const Draft* draft = m_records->drafts(name)->find(id);
    QMap<QStringList, QList<int>> through;
    for (const int wanted : m_records->drafts(name)->wantedReached(id))
        through[table->columns[wanted].reach->steps.front().from] += wanted;
    for (auto reference = through.begin(); reference != through.end(); ++reference) {
        const QList<int>& places = *reference;
        const Value refersTo = draft->reached[places.front()].reference;
        std::vector<Value> asked;
        for (const QString& column : reference.key())
            asked.push_back(draft->value(table->indexOf(column)));
        m_database->reader()->run<std::vector<Value>>(
            this,
            [table, places, asked](Session& session) {
                return readReached(session, *table, places, asked);
            },
            [this, table, name = name, id = id, places,
             refersTo](const Result<std::vector<Value>>& values) {
                // A table that was laid out anew meanwhile counts its columns otherwise.
                if (values && m_database->catalog().table(name) && m_records->table(name) == table)
                    m_records->drafts(name)->setReached(id, places, refersTo, *values);
            });
    }
}

} // namespace gravin
