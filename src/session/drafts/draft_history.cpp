// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_history.h"

#include "session/live_records.h"
#include "session/records.h"

#include <utility>

namespace gravin {

namespace {

constexpr qsizetype MostSteps = 500;
constexpr qint64 TypingPause = 1500; // milliseconds; a longer one ends the step

// The fields in which the two differ.
QList<int> differing(const std::optional<DraftEdits>& a, const std::optional<DraftEdits>& b) {
    QList<int> columns;
    const DraftEdits none;
    const DraftEdits& one = a ? *a : none;
    const DraftEdits& other = b ? *b : none;
    for (const QList<int>& keys :
         {one.changed.keys(), other.changed.keys(), one.bad.keys(), other.bad.keys()}) {
        for (const int column : keys) {
            const bool same = one.changed.contains(column) == other.changed.contains(column) &&
                              one.changed.value(column) == other.changed.value(column) &&
                              one.bad.value(column) == other.bad.value(column);
            if (!same && !columns.contains(column))
                columns += column;
        }
    }
    return columns;
}

} // namespace

DraftHistory::OneStep::OneStep(DraftHistory* history)
    : m_history(history) {
    history->hold();
}

DraftHistory::OneStep::~OneStep() {
    if (m_history)
        m_history->release();
}

void DraftHistory::hold() {
    ++m_heldOpen;
    Q_EMIT changed();
}

void DraftHistory::release() {
    if (--m_heldOpen > 0)
        return;
    closeStep();
    Q_EMIT changed();
}

DraftHistory::DraftHistory(Records* records, LiveRecords* live)
    : m_records(records) {
    m_clock.start();
    connect(live, &LiveRecords::draftAboutToBeEdited, this,
            [this](const QString& table, const RecordId& id) {
                if (!m_replaying)
                    note({table, id});
            });
    connect(records, &Records::saved, this, [this](const QString& table, const RecordId& before) {
        forget({table, before});
    });
}

void DraftHistory::note(const DraftRef& place) {
    if (m_open.contains(place))
        return;
    if (m_open.isEmpty())
        QMetaObject::invokeMethod(this, &DraftHistory::closeStep, Qt::QueuedConnection);
    m_open.insert(place);
    m_step.edits.append({place, editsOf(place), {}});
    keepRecord(m_step.edits.back());
}

void DraftHistory::closeStep() {
    if (m_heldOpen > 0)
        return;
    m_open.clear();
    Step step = std::exchange(m_step, {});
    for (Edit& edit : step.edits) {
        edit.after = editsOf(edit.place);
        keepRecord(edit);
    }
    step.edits.removeIf([](const Edit& edit) { return edit.before == edit.after; });
    if (step.edits.isEmpty())
        return;
    step.endedAt = m_clock.elapsed();
    m_steps.remove(m_done, m_steps.size() - m_done);
    if (continuesLast(step)) {
        m_steps.last().edits.front().after = step.edits.front().after;
        m_steps.last().endedAt = step.endedAt;
    } else {
        m_steps.append(std::move(step));
    }
    if (m_steps.size() > MostSteps)
        m_steps.removeFirst();
    m_done = m_steps.size();
    Q_EMIT changed();
}

bool DraftHistory::continuesLast(const Step& step) const {
    if (m_steps.isEmpty() || step.edits.size() != 1 || m_steps.last().edits.size() != 1)
        return false;
    const Edit& last = m_steps.last().edits.front();
    const Edit& now = step.edits.front();
    const QList<int> columns = differing(now.before, now.after);
    return last.place == now.place && last.before && now.after && columns.size() == 1 &&
           columns == differing(last.before, last.after) &&
           step.endedAt - m_steps.last().endedAt < TypingPause;
}

void DraftHistory::forget(const DraftRef& place) {
    // In a step that is held open too: what is saved is not put back with the rest of it.
    if (m_heldOpen > 0 && m_open.remove(place))
        m_step.edits.removeIf([&](const Edit& edit) { return edit.place == place; });
    qsizetype done = 0;
    QList<Step> kept;
    for (qsizetype i = 0; i < m_steps.size(); ++i) {
        Step& step = m_steps[i];
        step.edits.removeIf([&](const Edit& edit) { return edit.place == place; });
        if (step.edits.isEmpty())
            continue;
        kept.append(std::move(step));
        done += i < m_done ? 1 : 0;
    }
    m_steps = std::move(kept);
    m_done = done;
    Q_EMIT changed();
}

std::optional<DraftEdits> DraftHistory::editsOf(const DraftRef& place) const {
    return m_records->drafts(place.table)->edits(place.id);
}

void DraftHistory::keepRecord(Edit& edit) const {
    const Draft* draft = m_records->drafts(edit.place.table)->find(edit.place.id);
    if (draft && !edit.place.id.isNew())
        edit.was = draft->was;
}

void DraftHistory::putBack(const Edit& edit, const std::optional<DraftEdits>& edits) {
    const DraftRef& place = edit.place;
    const Record* record =
        place.id.isNew() ? nullptr : m_records->store(place.table)->record(place.id.key);
    std::optional<Record> kept;
    // As it was then: what others changed meanwhile is met when it is saved. Not where the table
    // has other columns now.
    const auto columns = static_cast<size_t>(m_records->table(place.table)->columns.size());
    if (!record && !place.id.isNew() && edit.was.size() == columns)
        record = &kept.emplace(Record{place.id.key, edit.was});
    m_records->drafts(place.table)->putBack(place.id, record, edits);
}

QList<DraftRef> DraftHistory::placesOf(const Step& step) {
    QList<DraftRef> places;
    for (const Edit& edit : step.edits)
        places += edit.place;
    return places;
}

void DraftHistory::undo() {
    if (!m_open.isEmpty())
        closeStep();
    if (!canUndo())
        return;
    m_replaying = true;
    Step& step = m_steps[--m_done];
    {
        const auto batches = m_records->batchesOf(placesOf(step));
        for (auto edit = step.edits.rbegin(); edit != step.edits.rend(); ++edit) {
            // A lookup's text may have found its record since.
            edit->after = editsOf(edit->place);
            keepRecord(*edit);
            putBack(*edit, edit->before);
        }
    }
    m_replaying = false;
    Q_EMIT changed();
}

void DraftHistory::redo() {
    if (!canRedo())
        return;
    m_replaying = true;
    Step& step = m_steps[m_done++];
    {
        const auto batches = m_records->batchesOf(placesOf(step));
        for (const Edit& edit : step.edits)
            putBack(edit, edit.after);
    }
    m_replaying = false;
    Q_EMIT changed();
}

void DraftHistory::quietly(const std::function<void()>& work) {
    const bool before = std::exchange(m_replaying, true);
    work();
    m_replaying = before;
}

} // namespace gravin
