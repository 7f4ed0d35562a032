// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/drafts/draft_store.h"

#include <QLockFile>

namespace gravin {

// What the journal keeps of a draft: only the fields that were edited.
struct JournalledDraft {
    QString table;
    Key key; // empty: a new record
    QMap<QString, Value> was;
    QMap<QString, Value> changed;
    QMap<QString, QString> bad; // texts that their fields cannot take, as typed
    // Of a new record: unique among all that is kept; and the new record it belongs to, if any.
    QString id = {};
    struct Parent {
        QString id;
        QString table;
        QStringList columns;
        QStringList targetColumns;
        friend bool operator==(const Parent&, const Parent&) = default;
    };
    std::optional<Parent> parent = {};
    QStringList given = {}; // of a new record: fields that a default filled
    bool removed = false;   // it was to be deleted
    friend bool operator==(const JournalledDraft&, const JournalledDraft&) = default;
};
// `run`: unique to the process and the project it works on.
JournalledDraft journalled(const Draft& draft, const Table& table, const QString& run);
// The draft as it can be taken up again. `now`: the record as it is stored now; null: it is gone.
// What somebody else changed meanwhile in an edited field stands as theirs. Columns that the table
// has no more are left out.
Draft takenUp(const JournalledDraft& kept, const Table& table, const Record* now,
              const RecordId& id);

// The drafts of one process at work on one project, in a file of the person's own, so that they
// outlive a crash. One process has one file, held by a lock that goes with the process; files that
// nobody holds any more are what a crash left. Lives in one thread.
class DraftJournal {
public:
    // `folder` is made when it is first written to.
    DraftJournal(const QString& folder, const QString& projectFile);

    // What earlier processes left, read once; their files are this one's from now on, and go with
    // the next write. A damaged file is set aside, never thrown away; `problem` then says so.
    QList<JournalledDraft> takeLeftOver(QString& problem);
    // Replaces what is kept, in one step; without drafts the file goes. On failure the former
    // content stays.
    Status write(const QList<JournalledDraft>& drafts);

private:
    QString path(int slot, const char* suffix) const;
    QList<JournalledDraft> read(int slot, QString& problem) const;

    QString m_folder;
    QString m_name; // of the project, as a file's name
    int m_slot = -1;
    QString m_reason; // why the folder cannot be used; empty: it can
    std::unique_ptr<QLockFile> m_lock;
};

} // namespace gravin
