// SPDX-License-Identifier: GPL-3.0-or-later
// What follows the edits of a draft by itself: what it reaches, what is made of its lines, and what
// its fields are filled with.
#include "core/database/reach.h"
#include "core/records/drafts/draft_store.h"

#include <algorithm>

namespace gravin {

// What a reference refers to, as one value; NULL: nothing.
Value DraftStore::referenceOf(const Draft& draft, const QList<int>& columns) {
    std::vector<Value> values;
    for (const int column : columns) {
        values.push_back(draft.value(column));
        if (values.back().isNull())
            return {};
    }
    return columns.size() == 1 ? values.front() : Value::text(Key(std::move(values)).encoded());
}

// What is reached through a reference that was edited, or is as it was again.
void DraftStore::followReferences(Draft& draft) const {
    for (auto reached = m_reached.begin(); reached != m_reached.end(); ++reached) {
        const auto known = draft.reached.constFind(reached.key());
        const Value reference = referenceOf(draft, *reached);
        if (known != draft.reached.cend() && known->reference == reference)
            continue;
        if (std::any_of(reached->begin(), reached->end(),
                        [&](int column) { return draft.changed.contains(column); }))
            draft.reached.insert(reached.key(), {reference, {}});
        else
            draft.reached.remove(reached.key());
    }
    followAggregates(draft);
}

// A new record has no lines but new ones, and one that is edited may have others than were read.
void DraftStore::followAggregates(Draft& draft) const {
    for (auto aggregate = m_aggregates.begin(); aggregate != m_aggregates.end(); ++aggregate) {
        const bool isTouched =
            draft.id.isNew() || std::any_of(aggregate->begin(), aggregate->end(), [&](int column) {
                return draft.changed.contains(column) || draft.reached.contains(column);
            });
        const auto known = draft.reached.constFind(aggregate.key());
        std::vector<Value> read;
        for (const int column : *aggregate)
            read.push_back(draft.value(column));
        const Value as = Value::text(Key(std::move(read)).encoded());
        if (isTouched && (known == draft.reached.cend() || known->reference != as))
            draft.reached.insert(aggregate.key(), {as, {}});
        else if (!isTouched && known != draft.reached.cend() && !known->reference.isNull())
            draft.reached.remove(aggregate.key());
    }
}

// A field may be filled with what another one is filled with.
void DraftStore::fill(Draft& draft) const {
    for (size_t round = 0; round < m_filled.all().size(); ++round) {
        bool isAnother = false;
        for (const FilledField& field : m_filled.all())
            isAnother = fill(draft, field) || isAnother;
        if (!isAnother)
            break;
    }
}

// Whether the field became another one.
bool DraftStore::fill(Draft& draft, const FilledField& field) const {
    const int place = field.place;
    const bool isOnItsWay = std::any_of(
        field.expression.places.begin(), field.expression.places.end(), [&](int column) {
            const auto reached = draft.reached.constFind(column);
            return draft.bad.contains(column) ||
                   (reached != draft.reached.cend() && !reached->value);
        });
    if (isOnItsWay)
        return false;
    const std::vector<Value> read = field.readFrom(draft.values());
    const std::vector<Value> before = field.readFrom(draft.was);
    if (read == draft.filledFor.value(place, before))
        return false;
    draft.filledFor.insert(place, read);
    const Value held = draft.value(place);
    // An emptied field follows again.
    const bool isTyped =
        !draft.given.contains(place) &&
        (draft.bad.contains(place) || (draft.changed.contains(place) && !isEmptyValue(held)));
    if (isTyped)
        return false;
    const auto value =
        !draft.id.isNew() && read == before
            ? Result<Value>(draft.was[static_cast<size_t>(place)])
            : FilledFields::valueOf(field, *m_table, draft.values(), Present::take());
    if (!value) {
        draft.bad.insert(place, {QString(), value.error().sentence});
        draft.given.insert(place);
        return true;
    }
    draft.bad.remove(place);
    if (draft.was[static_cast<size_t>(place)] == *value)
        draft.changed.remove(place);
    else
        draft.changed.insert(place, *value);
    draft.given.insert(place);
    return !(held == *value);
}

// What was put back stands as it is, and follows what is edited from now on.
void DraftStore::keepFilled(Draft& draft) const {
    const std::vector<Value> values = draft.values();
    for (const FilledField& field : m_filled.all())
        draft.filledFor.insert(field.place, field.readFrom(values));
}

QList<int> DraftStore::wantedReached(const RecordId& id) const {
    QList<int> wanted;
    if (const Draft* draft = find(id)) {
        for (auto reached = draft->reached.begin(); reached != draft->reached.end(); ++reached) {
            if (!reached->value && m_reached.contains(reached.key()))
                wanted += reached.key();
        }
    }
    return wanted;
}

void DraftStore::setReached(const RecordId& id, const QList<int>& places, const Value& reference,
                            const std::vector<Value>& values) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end())
        return;
    bool isAnother = false;
    for (qsizetype i = 0; i < places.size(); ++i) {
        const auto wanted = (*found)->reached.find(places[i]);
        if (wanted == (*found)->reached.end() || !(wanted->reference == reference))
            continue;
        wanted->value = values[static_cast<size_t>(i)];
        // What somebody else wrote there while it is edited from here is not passed over.
        Draft& draft = **found;
        if (draft.changed.contains(places[i]) && !(draft.before(places[i]) == *wanted->value))
            draft.theirs.insert(places[i], *wanted->value);
        isAnother = true;
    }
    if (isAnother)
        tell(id);
}

void DraftStore::setAggregate(const RecordId& id, int place, const Value& value) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end())
        return;
    Draft::Reached& reached = (*found)->reached[place];
    if (reached.value == value)
        return;
    reached.value = value;
    tell(id);
}

void DraftStore::forgetReached(const QString& table) {
    for (const RecordId& id : all()) {
        Draft& draft = **m_drafts.find(id);
        bool isAnother = false;
        for (auto reached = m_reached.begin(); reached != m_reached.end(); ++reached) {
            if (!table.isEmpty() && !leadsTo(*m_table->columns[reached.key()].reach, table))
                continue;
            draft.reached.insert(reached.key(), {referenceOf(draft, *reached), {}});
            isAnother = true;
        }
        if (isAnother)
            tell(id);
    }
}

// What the other record holds is what the edit is measured by, whatever it holds later.
void DraftStore::beginFar(Draft& draft, int column) const {
    if (m_reached.contains(column) && !draft.farWas.contains(column))
        draft.farWas.insert(column, draft.before(column));
}

// With another reference another record is meant, which nobody edited.
void DraftStore::endFarBehind(Draft& draft, int reference) const {
    for (auto reached = m_reached.begin(); reached != m_reached.end(); ++reached) {
        if (!reached->contains(reference))
            continue;
        draft.changed.remove(reached.key());
        draft.bad.remove(reached.key());
        draft.theirs.remove(reached.key());
        draft.farWas.remove(reached.key());
    }
}

} // namespace gravin
