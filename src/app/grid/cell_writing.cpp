// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/cell_writing.h"

#include "core/base/text.h"

#include <QElapsedTimer>
#include <QTimer>

#include <algorithm>
#include <limits>

namespace gravin {

namespace {

// Nanoseconds. A frame has room for what follows from the shortest; where that takes longer, as on
// a slow machine, a slice is half as long as that, so that all of it does not take for ever.
constexpr qint64 ShortestSlice = 3'000'000;
constexpr qint64 LongestSlice = 60'000'000;

} // namespace

CellWriting::CellWriting(GridPart part, CellContents contents, QObject* parent)
    : QObject(parent)
    , m_part(std::move(part))
    , m_contents(std::move(contents))
    , m_step(workspace().records()->history()->oneStep()) {
    // What the columns stand for is another then, or nothing any more.
    connect(m_part.binding, &ScreenBinding::rebound, this, &CellWriting::stop);
    connect(m_part.grid, &QObject::destroyed, this, &CellWriting::stop);
}

CellWriting::~CellWriting() = default;

DraftStore* CellWriting::drafts() const {
    return workspace().records()->drafts(m_part.binding->tableName());
}

// Not in the turn in which the records arrived.
void CellWriting::start() {
    QTimer::singleShot(0, this, [this] { writeSlice(ShortestSlice); });
}

void CellWriting::finish() { writeSlice(std::numeric_limits<qint64>::max()); }

void CellWriting::writeSlice(qint64 nanoseconds) {
    if (!m_step)
        return; // it has ended
    QElapsedTimer timer;
    timer.start();
    {
        const DraftStore::Batch batch(drafts());
        while (!m_isStopped && m_next < m_contents.rows && timer.nsecsElapsed() < nanoseconds)
            writeRow(m_next++);
    }
    if (m_isStopped || m_next == m_contents.rows)
        end();
    else
        QTimer::singleShot(0, this, [this] { writeSlice(ShortestSlice); });
}

void CellWriting::writeRow(int row) {
    const auto at = static_cast<size_t>(row);
    const bool isThere = at < m_contents.there.size();
    if (isThere && m_contents.there[at].id.isNone())
        return; // the head of a group
    if (isThere ? !begin(m_contents.there[at]) : !beginNew())
        return;
    for (int column = 0; column < m_contents.columns.size(); ++column) {
        if (const auto content = m_contents.at(row, column))
            put(m_part.binding->fields()[m_contents.columns[column]], *content);
    }
}

// False where the record can take nothing: it is gone.
bool CellWriting::begin(const CellRow& row) {
    const bool isHere = row.stored || drafts()->find(row.id);
    m_id = row.id;
    m_stored = row.stored.get();
    m_gone += isHere ? 0 : 1;
    return isHere;
}

// False where no record can be added.
bool CellWriting::beginNew() {
    const BoundScreen& screen = m_part.binding->screen();
    QString reason = screen.reasonAgainst(Operation::Insert);
    if (reason.isEmpty())
        reason = m_part.noNewReason;
    if (!reason.isEmpty()) {
        ++m_notAdded;
        m_reason = reason;
        return false;
    }
    m_id = workspace().records()->newRecord(screen, m_part.presets, m_part.parent);
    m_stored = nullptr;
    return true;
}

void CellWriting::put(const BoundField& field, const CellContents::Content& content) {
    const QString* text = std::get_if<QString>(&content);
    if (text && field.column.type.kind == TypeKind::Binary)
        return; // no text stands for a picture
    if (const QString reason = m_part.binding->readOnlyReason(field, m_id); !reason.isEmpty()) {
        ++m_locked;
        m_reason = reason;
        return;
    }
    const BoundScreen& screen = m_part.binding->screen();
    if (text)
        workspace().records()->type(screen, m_id, field, *text, m_stored);
    else
        workspace().records()->choose(screen, m_id, field, std::get<Value>(content), m_stored);
    ++m_cells;
    if (!(m_id == m_last))
        ++m_records;
    m_last = m_id;
    const Draft* draft = drafts()->find(m_id);
    if (draft && draft->bad.contains(field.editIndex()) &&
        field.definition.shownAs != ShownAs::Lookup) {
        ++m_bad;
        if (m_firstBad.isEmpty())
            m_firstBad = draft->bad[field.editIndex()].message;
    }
}

void CellWriting::stop() {
    if (!m_step)
        return;
    m_isStopped = true;
    end();
}

// The words in a turn of their own: to lay them out takes as long as a slice.
void CellWriting::end() {
    m_step.reset();
    QTimer::singleShot(0, this, [this] {
        Q_EMIT ended(words());
        deleteLater();
    });
}

Notice CellWriting::words() const {
    QStringList words;
    if (m_cells > 0)
        words += m_contents.done(m_cells, m_records);
    if (m_bad > 0)
        words += tr("%1 cannot be taken as they are, and are marked: %2")
                     .arg(counted(m_bad, "text", "texts"), m_firstBad);
    if (m_locked > 0)
        words += tr("%1 left alone: %2").arg(counted(m_locked, "cell", "cells"), m_reason);
    if (m_notAdded > 0)
        words +=
            tr("%1 of it found no record: %2").arg(counted(m_notAdded, "row", "rows"), m_reason);
    if (m_gone > 0)
        words += tr("%1 gone meanwhile.").arg(countedRecords(m_gone));
    const int left = m_contents.rows - m_next;
    if (left > 0)
        words += tr("The screen was changed meanwhile: %1 left alone.")
                     .arg(counted(left, "row", "rows"));
    const bool allWell = m_bad + m_locked + m_notAdded + m_gone + left == 0;
    return {allWell ? Notice::Kind::Done : Notice::Kind::Refused, words.join(u' ')};
}

} // namespace gravin
