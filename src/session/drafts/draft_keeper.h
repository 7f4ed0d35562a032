// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/mailbox.h"
#include "core/base/task_thread.h"
#include "core/records/drafts/draft_journal.h"
#include "session/drafts/draft_ref.h"

#include <QHash>
#include <QObject>
#include <QTimer>

#include <mutex>
#include <optional>

namespace gravin {

class Database;
class Records;

// Keeps the drafts of a workspace in the person's own folder while they are typed, and offers again
// what a run that was cut off has left.
class DraftKeeper : public QObject {
    Q_OBJECT
public:
    // `projectFile` names whose drafts they are. All must outlive it.
    DraftKeeper(const QString& projectFile, Database* database, Records* records);
    // An orderly end: what is not saved by then was given up on purpose. What was left over and not
    // decided on stays.
    ~DraftKeeper() override;

    const QList<JournalledDraft>& leftOver() const { return m_left; }
    // Why some of it could not be read, or nothing can be kept; empty: nothing is wrong.
    const QString& problem() const { return m_problem; }

    // Takes up those at these places as drafts, and gives up the others; none: all are given up.
    // What cannot be taken up, because its record or table is gone, stays. `answer` is told how
    // many were, while `context` lives.
    void decide(const QList<int>& takenUp, QObject* context, std::function<void(int)> answer);

Q_SIGNALS:
    // Edits cannot be kept; they are safe only as long as the program runs.
    void failed(const gravin::Error& error);

private:
    void write();
    void writeNext();
    void tell(const Status& written);
    void takeUp(const JournalledDraft& kept, const Record* now);
    void takeUpParents();

    Database* m_database;
    Records* m_records;
    DraftJournal m_journal; // after the beginning touched by m_disk only, and at the end
    std::mutex m_mutex;     // guards the two that follow
    std::optional<QList<JournalledDraft>> m_next; // that is to be kept
    bool m_isWriting = false;
    QString m_run; // names what is kept by this one
    QTimer m_soon;
    QList<JournalledDraft> m_left;
    // What became of new records that were taken up, and which belong to which.
    QHash<QString, RecordId> m_takenUp;
    QList<std::pair<DraftRef, JournalledDraft::Parent>> m_orphans;
    QString m_problem;
    bool m_hasFailed = false;
    Mailbox m_answers;
    TaskThread m_disk; // ends before what it touches
};

} // namespace gravin
