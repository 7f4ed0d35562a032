// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/records/drafts/draft_store.h"
#include "session/drafts/draft_ref.h"

#include <QObject>

namespace gravin {

class Database;
class Notices;
class Records;
class Writing;

// Makes changes of drafts: of one, or of several that are saved all or not at all. Keys that the
// database gives to new parents are handed down to their new children.
class DraftSaver : public QObject {
    Q_OBJECT
public:
    // All must outlive it; `writing` may still be in the making.
    DraftSaver(Notices* notices, Database* database, Records* records, Writing* writing);

    // Saves these drafts and their families as one change. `first` is the one that the person
    // means, by which the change is called. Tells what came of it with
    // a notice and Records::saved().
    void save(const QString& screenLabel, const DraftRef& first,
              const QList<DraftRef>& others = {});

Q_SIGNALS:
    // Drafts were saved as this change.
    void savedAs(qint64 change);

private:
    struct Written {
        DraftRef place;
        QMap<int, Value> values;
    };
    struct Batch {
        ChangeRequest request;
        // One for each edit, in their order; behind these stand edits of records that fields of
        // the drafts stand in.
        std::vector<Written> written;
        bool holds(const DraftRef& place) const;
    };
    const Draft* draft(const DraftRef& place) const;
    // False when it was said why it cannot be saved now.
    bool mayBeSaved(const QList<DraftRef>& places, std::vector<Problem>& warnings);
    Batch batchOf(const QString& screenLabel, const QList<DraftRef>& places) const;
    // False: two drafts write different things into one field of another record.
    bool addFarEdits(Batch& batch) const;
    // The draft that an edit came from, and the column of it that a column of the edit is.
    DraftRef placeOf(const Batch& batch, size_t edit) const;
    QString columnIn(const Batch& batch, size_t edit, const QString& column) const;
    // `former`: what was sent under the same name before, and may have been done.
    void send(const Batch& batch, const std::optional<Batch>& former);
    std::optional<Batch> takeUnanswered(const QList<DraftRef>& places);
    void askForUnanswered();
    void finish(const Batch& batch, const std::optional<Batch>& former, const WriteResult& result);
    void succeed(const Batch& batch, const CommittedChange& change);
    void fail(const Batch& batch, const WriteFailure& failure);
    void warn(const QList<DraftRef>& places, const std::vector<Problem>& warnings);
    void refuse(const QString& sentence, const QString& detail = {});

    Notices* m_notices;
    Database* m_database;
    Records* m_records;
    Writing* m_writing;
    // Saves whose answer was lost with the connection: done or not, nobody knows yet.
    std::vector<Batch> m_unanswered;
};

} // namespace gravin
