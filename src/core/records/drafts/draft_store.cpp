// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/drafts/draft_store.h"

#include "core/base/text.h"
#include "core/database/reach.h"
#include "core/records/aggregate_lines.h"
#include "core/records/reached.h"

#include <algorithm>

namespace gravin {

DraftStore::DraftStore(std::shared_ptr<const Table> table, QObject* parent)
    : QObject(parent)
    , m_table(std::move(table))
    , m_filled(*m_table) {
    for (int place = 0; place < m_table->columns.size(); ++place) {
        if (const auto& reach = m_table->columns[place].reach) {
            for (const QString& from : reach->steps.front().from)
                m_reached[place] += m_table->indexOf(from);
        }
        if (const auto& aggregate = m_table->columns[place].aggregate)
            m_aggregates.insert(place, LineQuestion(*aggregate, *m_table).ofRecord());
    }
}

const Draft* DraftStore::find(const RecordId& id) const {
    const auto found = m_drafts.find(id);
    return found == m_drafts.end() ? nullptr : found->get();
}

QList<RecordId> DraftStore::all() const { return m_drafts.keys(); }

DraftStore::Batch::Batch(DraftStore* store)
    : m_store(store) {
    ++m_store->m_batches;
}

DraftStore::Batch::~Batch() {
    if (--m_store->m_batches > 0)
        return;
    m_store->m_untoldSet.clear();
    const QList<RecordId> untold = std::exchange(m_store->m_untold, {});
    if (untold.size() > MostToldSingly) {
        Q_EMIT m_store->manyChanged(untold);
        return;
    }
    for (const RecordId& id : untold)
        Q_EMIT m_store->changed(id);
}

void DraftStore::tell(const RecordId& id) {
    if (const auto found = m_drafts.find(id); found != m_drafts.end()) {
        followReferences(**found);
        if (!m_filled.isEmpty()) {
            fill(**found);
            followReferences(**found);
            // What was filled may have been all that was left of it.
            if ((*found)->isEmpty())
                m_drafts.erase(found);
        }
    }
    if (m_batches == 0) {
        Q_EMIT changed(id);
    } else if (!m_untoldSet.contains(id)) {
        m_untoldSet.insert(id);
        m_untold += id;
    }
}

RecordId DraftStore::addNew() {
    const RecordId id{{}, m_nextNew++};
    Q_EMIT aboutToEdit(id);
    beginNew(id);
    return id;
}

void DraftStore::beginNew(const RecordId& id) {
    Q_EMIT newRecordAboutToBeAdded();
    begin(id, nullptr);
    m_newRecords += id;
    Q_EMIT newRecordAdded(id);
}

Draft& DraftStore::begin(const RecordId& id, const Record* record) {
    auto& draft = m_drafts[id];
    if (!draft) {
        draft = std::make_shared<Draft>();
        draft->id = id;
        draft->was = record ? record->values
                            : std::vector<Value>(static_cast<size_t>(m_table->columns.size()));
    }
    return *draft;
}

// An old refusal goes when its field is edited again.
void DraftStore::touch(Draft& draft, int column) {
    const QString name = m_table->columns[column].name;
    draft.warned.clear();
    const auto isOver = [&](const Problem& problem) {
        return problem.field == name || problem.field.isEmpty();
    };
    std::erase_if(draft.refusals, isOver);
    std::erase_if(draft.answers, isOver);
}

void DraftStore::endIfEmpty(const RecordId& id) {
    const Draft* draft = find(id);
    if (draft && draft->isEmpty())
        m_drafts.remove(id);
    tell(id);
}

void DraftStore::takeUp(Draft draft) {
    const RecordId id = draft.id;
    const Draft* present = find(id);
    if (present && !(id.isNew() && present->changed.isEmpty()))
        return;
    m_drafts.insert(id, std::make_shared<Draft>(std::move(draft)));
    keepFilled(**m_drafts.find(id));
    endIfEmpty(id);
}

void DraftStore::setValue(const RecordId& id, const Record* record, int column,
                          const Value& value) {
    const Draft* present = find(id);
    if (!present && record && record->values[static_cast<size_t>(column)] == value)
        return;
    Q_EMIT aboutToEdit(id);
    Draft& draft = begin(id, record);
    touch(draft, column);
    beginFar(draft, column);
    if (!(draft.value(column) == value))
        endFarBehind(draft, column);
    // Leaving the field empty is choosing no other parent.
    if (draft.parent && !value.isNull() &&
        draft.parent->columns.contains(m_table->columns[column].name))
        draft.parent.reset();
    draft.bad.remove(column);
    draft.given.remove(column);
    const bool asBefore = draft.before(column) == value;
    if (asBefore)
        draft.changed.remove(column);
    else
        draft.changed.insert(column, value);
    if (asBefore) {
        draft.theirs.remove(column);
        draft.farWas.remove(column);
    }
    endIfEmpty(id);
}

void DraftStore::setBadText(const RecordId& id, const Record* record, int column,
                            const BadText& bad) {
    Q_EMIT aboutToEdit(id);
    Draft& draft = begin(id, record);
    touch(draft, column);
    beginFar(draft, column);
    draft.bad.insert(column, bad);
    draft.given.remove(column);
    tell(id);
}

void DraftStore::revertField(const RecordId& id, int column) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end())
        return;
    Q_EMIT aboutToEdit(id);
    Draft& draft = **found;
    touch(draft, column);
    draft.bad.remove(column);
    if (draft.changed.remove(column) > 0)
        endFarBehind(draft, column);
    draft.given.remove(column);
    draft.theirs.remove(column);
    draft.farWas.remove(column);
    endIfEmpty(id);
}

void DraftStore::setGiven(const RecordId& id, const QSet<int>& columns) {
    if (const auto found = m_drafts.find(id); found != m_drafts.end())
        (*found)->given.unite(columns);
}

void DraftStore::setRemoved(const RecordId& id, const Record* record, bool removed) {
    if (!find(id) && (!record || !removed))
        return;
    Q_EMIT aboutToEdit(id);
    begin(id, record).removed = removed;
    endIfEmpty(id);
}

void DraftStore::give(const RecordId& id, int column, const Value& value) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end())
        return;
    touch(**found, column);
    (*found)->changed.insert(column, value);
    (*found)->given.insert(column);
    tell(id);
}

void DraftStore::setParent(const RecordId& id, const DraftParent& parent) {
    if (const auto found = m_drafts.find(id); found != m_drafts.end()) {
        (*found)->parent = parent;
        tell(id);
    }
}

std::optional<DraftEdits> DraftStore::edits(const RecordId& id) const {
    const Draft* draft = find(id);
    return draft ? std::optional(DraftEdits{draft->changed, draft->bad, draft->parent, draft->given,
                                            draft->removed})
                 : std::nullopt;
}

void DraftStore::putBack(const RecordId& id, const Record* record,
                         const std::optional<DraftEdits>& edits) {
    if (!edits) {
        discard(id);
        return;
    }
    const bool isThere = m_drafts.contains(id);
    if (!isThere && !id.isNew() && !record)
        return;
    Q_EMIT aboutToEdit(id);
    if (!isThere && id.isNew())
        beginNew(id);
    Draft& draft = begin(id, record);
    draft.refusals.clear();
    draft.answers.clear();
    draft.warned.clear();
    draft.changed = edits->changed;
    draft.bad = edits->bad;
    draft.parent = edits->parent;
    draft.given = edits->given;
    draft.removed = edits->removed;
    draft.changed.removeIf([&](const auto& field) {
        return !id.isNew() && draft.was[static_cast<size_t>(field.key())] == *field;
    });
    keepFilled(draft);
    endIfEmpty(id);
}

void DraftStore::discard(const RecordId& id) {
    if (!m_drafts.contains(id))
        return;
    Q_EMIT aboutToEdit(id);
    end(id);
}

void DraftStore::end(const RecordId& id) {
    const int position = static_cast<int>(m_newRecords.indexOf(id));
    if (position >= 0)
        Q_EMIT newRecordAboutToBeRemoved(position);
    m_drafts.remove(id);
    if (position >= 0) {
        m_newRecords.removeAt(position);
        Q_EMIT newRecordRemoved();
    }
    tell(id);
}

void DraftStore::setSaving(const RecordId& id, bool saving) {
    if (const auto found = m_drafts.find(id); found != m_drafts.end()) {
        (*found)->saving = saving;
        tell(id);
    }
}

void DraftStore::setRefusals(const RecordId& id, std::vector<Problem> problems) {
    if (const auto found = m_drafts.find(id); found != m_drafts.end()) {
        (*found)->refusals = std::move(problems);
        tell(id);
    }
}

void DraftStore::setAnswers(const RecordId& id, std::vector<Problem> problems) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end() || (*found)->answers == problems)
        return;
    (*found)->answers = std::move(problems);
    tell(id);
}

void DraftStore::setWarned(const RecordId& id, std::vector<Problem> warnings) {
    if (const auto found = m_drafts.find(id); found != m_drafts.end()) {
        (*found)->warned = std::move(warnings);
        tell(id);
    }
}

void DraftStore::setTheirs(const RecordId& id, int column, const Value& theirs) {
    if (const auto found = m_drafts.find(id); found != m_drafts.end()) {
        (*found)->theirs.insert(column, theirs);
        tell(id);
    }
}

void DraftStore::setGone(const RecordId& id) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end())
        return;
    if ((*found)->removed)
        return end(id); // that is what was wanted
    (*found)->gone = true;
    tell(id);
}

RecordId DraftStore::addAnew(const RecordId& id, const QSet<int>& leavesOut) {
    const std::vector<Value> values = find(id)->values();
    const QMap<int, BadText> bad = find(id)->bad;
    const RecordId made = addNew();
    for (size_t i = 0; i < values.size(); ++i) {
        const int column = static_cast<int>(i);
        if (!values[i].isNull() && !leavesOut.contains(column) &&
            m_table->columns[column].expression.isEmpty())
            setValue(made, nullptr, column, values[i]);
    }
    for (auto text = bad.begin(); text != bad.end(); ++text)
        setBadText(made, nullptr, text.key(), *text);
    discard(id);
    return made;
}

void DraftStore::keepMine(const RecordId& id, int column) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end() || !(*found)->theirs.contains(column))
        return;
    // From now on the draft was begun on what they wrote, and replaces just that.
    const Value theirs = (*found)->theirs.take(column);
    if ((*found)->farWas.contains(column))
        (*found)->farWas[column] = theirs;
    else
        (*found)->was[static_cast<size_t>(column)] = theirs;
    tell(id);
}

void DraftStore::takeTheirs(const RecordId& id, int column) {
    keepMine(id, column);
    revertField(id, column);
}

void DraftStore::saved(const RecordId& id, const QMap<int, Value>& written) {
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end())
        return;
    Draft& draft = **found;
    draft.saving = false;
    draft.refusals.clear();
    draft.answers.clear();
    draft.warned.clear();
    for (auto field = written.begin(); field != written.end(); ++field) {
        draft.was[static_cast<size_t>(field.key())] = field.value();
        if (draft.changed.value(field.key()) == field.value()) {
            draft.changed.remove(field.key());
            draft.farWas.remove(field.key());
        }
    }
    if (id.isNew() || draft.removed)
        end(id);
    else
        endIfEmpty(id);
}

void DraftStore::rebase(const Key& key, const std::vector<Value>& now) {
    const RecordId id{key, 0};
    const auto found = m_drafts.find(id);
    if (found == m_drafts.end() || (*found)->saving)
        return;
    Draft& draft = **found;
    for (size_t i = 0; i < now.size(); ++i) {
        const int column = static_cast<int>(i);
        if (draft.was[i] == now[i])
            continue;
        if (!draft.changed.contains(column)) {
            draft.was[i] = now[i];
        } else if (draft.changed[column] == now[i]) {
            draft.changed.remove(column);
            draft.theirs.remove(column);
            draft.was[i] = now[i];
        } else {
            draft.theirs.insert(column, now[i]);
        }
    }
    endIfEmpty(id);
}

std::vector<Problem> DraftStore::problems(const RecordId& id, const TableRules& rules,
                                          const QSet<QString>& besides) const {
    const Draft* draft = find(id);
    if (!draft)
        return {};
    if (draft->removed)
        return draft->refusals; // what goes need not be right
    std::vector<Problem> problems;
    for (auto bad = draft->bad.begin(); bad != draft->bad.end(); ++bad) {
        const QString& column = m_table->columns[bad.key()].name;
        problems.push_back(
            {{}, column, QStringLiteral("type"), bad->message, rules.labelOf(column)});
    }
    Occasion occasion = occasionOf(*draft, *m_table);
    occasion.written.unite(besides);
    for (Problem& problem : problemsOf(*m_table, rules, draft->proposed(), occasion))
        problems.push_back(std::move(problem));
    QSet<QString> typed;
    for (auto field = draft->changed.begin(); field != draft->changed.end(); ++field) {
        if (!draft->given.contains(field.key()))
            typed += m_table->columns[field.key()].name;
    }
    for (Problem& problem : FieldLocks(*m_table, rules)
                                .problems(typed, &draft->was, draft->values(), occasion.present))
        problems.push_back(std::move(problem));
    for (auto theirs = draft->theirs.begin(); theirs != draft->theirs.end(); ++theirs) {
        const QString& column = m_table->columns[theirs.key()].name;
        problems.push_back({{},
                            column,
                            QStringLiteral("conflict"),
                            coreTr("Changed elsewhere meanwhile. Keep yours or take theirs."),
                            rules.labelOf(column)});
    }
    if (draft->gone)
        problems.push_back(
            {{},
             {},
             QStringLiteral("gone"),
             coreTr("The record was deleted meanwhile. Add it anew, or discard the edits."),
             {}});
    problems.insert(problems.end(), draft->answers.begin(), draft->answers.end());
    for (const Problem& refusal : draft->refusals) {
        const bool isAnswered =
            std::any_of(draft->answers.begin(), draft->answers.end(), [&](const Problem& answer) {
                return answer.field == refusal.field && answer.check == refusal.check;
            });
        if (!isAnswered)
            problems.push_back(refusal);
    }
    return problems;
}

} // namespace gravin
