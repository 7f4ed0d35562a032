// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/changes/work_journal.h"

#include <QObject>

namespace gravin {

class Workspace;

// Remembers, over the end of the program, which long changes of a workspace wait for their answer,
// and says on the next start what became of them.
class WorkKeeper : public QObject {
    Q_OBJECT
public:
    // `workspace` must outlive it.
    explicit WorkKeeper(Workspace* workspace);

    // Requires: the request has a uid.
    void begin(const ChangeRequest& request);
    // An answer that was lost with the connection is none.
    void end(const QString& uid, const WriteResult& result);

    // Asks the log for what a run that was cut off has left, and says it with the workspace's
    // notice(). Nothing is said where there is nothing.
    void tellWhatBecame();

private:
    QString told(const LongWork& work, qint64 change) const;

    Workspace* m_workspace;
    WorkJournal m_journal;
};

} // namespace gravin
