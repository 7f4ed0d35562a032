// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/draft_saver.h"

#include <QElapsedTimer>

#include <functional>

namespace gravin {

class LiveRecords;

// Undo and redo of what is done to drafts: typing, pasting, beginning, discarding. A step ends with
// the turn of the event loop; typing on in one field is one step. What was saved is undone by
// rolling back, not here: it leaves the history. Lives in the interface's thread.
class DraftHistory : public QObject {
    Q_OBJECT
public:
    // Both must outlive it.
    DraftHistory(Workspace* workspace, LiveRecords* live);

    bool canUndo() const { return m_done > 0; }
    bool canRedo() const { return m_done < m_steps.size(); }
    // Where the next undo or redo will be seen. Require: it is possible.
    DraftPlace undoPlace() const { return m_steps[m_done - 1].edits.front().place; }
    DraftPlace redoPlace() const { return m_steps[m_done].edits.front().place; }
    void undo();
    void redo();
    // What is done to drafts now belongs to the steps that are there: it ends what they began.
    void quietly(const std::function<void()>& work);

Q_SIGNALS:
    void changed();

private:
    struct Edit {
        DraftPlace place;
        std::optional<DraftEdits> before;
        std::optional<DraftEdits> after;
    };
    struct Step {
        QList<Edit> edits;
        qint64 endedAt = 0; // milliseconds
    };
    void note(const DraftPlace& place);
    void closeStep();
    bool continuesLast(const Step& step) const;
    void forget(const DraftPlace& place);
    std::optional<DraftEdits> editsOf(const DraftPlace& place) const;
    static QList<DraftPlace> placesOf(const Step& step);
    void putBack(const DraftPlace& place, const std::optional<DraftEdits>& edits);

    Workspace* m_workspace;
    QList<Step> m_steps;
    qsizetype m_done = 0;    // the steps before it are done, the others undone
    QSet<DraftPlace> m_open; // in the step that is being made
    Step m_step;
    bool m_replaying = false;
    QElapsedTimer m_clock;
};

} // namespace gravin
