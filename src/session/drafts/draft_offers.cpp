// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_offers.h"

#include "core/project/offering.h"
#include "session/database.h"
#include "session/notices.h"
#include "session/project_document.h"
#include "session/records.h"

#include <algorithm>

namespace gravin {

DraftOffers::DraftOffers(Database* database, ProjectDocument* document, Records* records,
                         Notices* notices)
    : m_database(database)
    , m_document(document)
    , m_records(records)
    , m_notices(notices) {}

void DraftOffers::follow(const QString& table, const RecordId& id) {
    const Place place{table, id};
    if (!m_records->drafts(table)->find(id)) {
        m_emptied.remove(place);
        return;
    }
    for (const FieldDefinition& field :
         m_document->project().fields.value(m_records->table(table)->written())) {
        if (field.shownAs == ShownAs::Lookup && field.lookup.empties &&
            !field.lookup.where.isEmpty())
            look(place, field);
    }
}

void DraftOffers::look(const Place& place, const FieldDefinition& field) {
    const auto& [name, id] = place;
    const Draft& draft = *m_records->drafts(name)->find(id);
    const Table& table = *m_records->table(name);
    const int column = table.indexOf(field.column);
    if (column < 0 || draft.saving || draft.value(column).isNull())
        return;
    std::vector<Value> decides;
    bool isChanged = false;
    for (const QString& each : columnsThatDecide(field.lookup, table, m_database->catalog())) {
        const int at = table.indexOf(each);
        if (at < 0)
            continue;
        decides.push_back(draft.value(at));
        isChanged = isChanged || draft.changed.contains(at) || draft.reached.contains(at);
    }
    if (!isChanged || m_emptied.value(place).value(column) == decides)
        return;
    const std::vector<Problem> problems = m_records->problems(name, id);
    const bool isUnfit = std::any_of(problems.begin(), problems.end(), [&](const Problem& problem) {
        return problem.field == field.column && problem.check == QLatin1String(OfferedCheck);
    });
    if (!isUnfit)
        return;
    m_emptied[place].insert(column, decides);
    // Not in the midst of the edit that led here.
    QMetaObject::invokeMethod(
        this, [this, place, column, label = field.label] { empty(place, column, label); },
        Qt::QueuedConnection);
}

void DraftOffers::empty(const Place& place, int column, const QString& label) {
    const auto& [name, id] = place;
    if (!m_records->tablesInUse().contains(name))
        return;
    const Draft* draft = m_records->drafts(name)->find(id);
    if (!draft || draft->saving || draft->value(column).isNull())
        return;
    m_records->drafts(name)->setValue(id, nullptr, column, Value());
    m_notices->tell({Notice::Kind::Done,
                     tr("%1 was emptied: what it held is not offered here any more.").arg(label)});
}

} // namespace gravin
