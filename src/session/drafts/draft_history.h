// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/drafts/draft_store.h"
#include "session/drafts/draft_ref.h"

#include <QElapsedTimer>
#include <QObject>
#include <QPointer>
#include <QSet>

#include <functional>
#include <memory>

namespace gravin {

class LiveRecords;
class Records;

// Undo and redo of what is done to drafts: typing, pasting, beginning, discarding. A step ends with
// the turn of the event loop; typing on in one field is one step. What was saved is undone by
// rolling back, not here: it leaves the history. Lives in the interface's thread.
class DraftHistory : public QObject {
    Q_OBJECT
public:
    // Both must outlive it.
    DraftHistory(Records* records, LiveRecords* live);

    bool canUndo() const { return m_heldOpen == 0 && m_done > 0; }
    bool canRedo() const { return m_heldOpen == 0 && m_done < m_steps.size(); }
    // Where the next undo or redo will be seen. Require: it is possible.
    DraftRef undoPlace() const { return m_steps[m_done - 1].edits.front().place; }
    DraftRef redoPlace() const { return m_steps[m_done].edits.front().place; }
    void undo();
    void redo();
    // What is done to drafts now belongs to the steps that are there: it ends what they began.
    void quietly(const std::function<void()>& work);
    // While it is held, all that is done to drafts is one step, over turns of the event loop; until
    // then nothing can be undone. The history must outlive it or be gone with it.
    class OneStep {
    public:
        explicit OneStep(DraftHistory* history);
        ~OneStep();
        OneStep(const OneStep&) = delete;
        OneStep& operator=(const OneStep&) = delete;

    private:
        QPointer<DraftHistory> m_history;
    };
    std::unique_ptr<OneStep> oneStep() { return std::make_unique<OneStep>(this); }

Q_SIGNALS:
    // What can be undone or put back, or its name, may have become another.
    void changed();

private:
    struct Edit {
        DraftRef place;
        std::optional<DraftEdits> before;
        std::optional<DraftEdits> after;
        // The record that is edited, as it was read: it may have left memory by the time the edit
        // is put back. Empty: a new one, or not known.
        std::vector<Value> was = {};
    };
    struct Step {
        QList<Edit> edits;
        qint64 endedAt = 0; // milliseconds
    };
    void hold();
    void release();
    void note(const DraftRef& place);
    void closeStep();
    bool continuesLast(const Step& step) const;
    void forget(const DraftRef& place);
    std::optional<DraftEdits> editsOf(const DraftRef& place) const;
    static QList<DraftRef> placesOf(const Step& step);
    void keepRecord(Edit& edit) const;
    void putBack(const Edit& edit, const std::optional<DraftEdits>& edits);

    Records* m_records;
    QList<Step> m_steps;
    qsizetype m_done = 0;  // the steps before it are done, the others undone
    QSet<DraftRef> m_open; // in the step that is being made
    Step m_step;
    int m_heldOpen = 0; // how many OneSteps are held
    bool m_replaying = false;
    QElapsedTimer m_clock;
};

} // namespace gravin
