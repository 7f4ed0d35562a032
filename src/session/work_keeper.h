// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/changes/work_journal.h"

#include <QObject>

#include <functional>
#include <memory>

namespace gravin {

class Database;
class Notices;

// Remembers, over the end of the program, which long changes of a workspace wait for their answer,
// and says on the next start what became of them.
class WorkKeeper : public QObject {
    Q_OBJECT
public:
    // `projectFile` names whose work it is. All must outlive it.
    WorkKeeper(const QString& projectFile, Notices* notices, Database* database);

    // What notes a long change while it is written, around the writing, in the thread that does
    // it: the disk is waited for there. Requires: the request has a uid.
    std::function<WriteResult(const std::function<WriteResult()>&)>
    noting(const ChangeRequest& request);

    // Asks the log for what a run that was cut off has left, and tells it. Nothing is
    // told where there is nothing.
    void tellWhatBecame();

private:
    void sayNotNoted(const Error& error);
    QString told(const LongWork& work, qint64 change) const;

    Notices* m_notices;
    Database* m_database;
    std::shared_ptr<WorkJournal> m_journal; // a write may end later than its workspace
};

} // namespace gravin
