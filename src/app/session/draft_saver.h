// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/project/binding.h"
#include "core/records/draft_store.h"

#include <QMultiHash>

namespace gravin {

class Workspace;

// The draft of a record of a table.
struct DraftPlace {
    QString table;
    RecordId id;
    friend bool operator==(const DraftPlace&, const DraftPlace&) = default;
};
inline size_t qHash(const DraftPlace& place, size_t seed = 0) {
    return qHashMulti(seed, place.table, place.id);
}

// Makes changes of drafts: of one, or of several that are saved all or not at all. Keys that the
// database gives to new parents are handed down to their new children.
class DraftSaver : public QObject {
    Q_OBJECT
public:
    // `workspace` must outlive it.
    explicit DraftSaver(Workspace* workspace);

    // What the record is called as it would be saved; "New record" without a name.
    QString nameOf(const DraftPlace& place) const;
    // What cannot be saved without this draft, nor it without them: the new record that it belongs
    // to, and the new ones that belong to it, at any depth. With itself; parents come first.
    QList<DraftPlace> family(const DraftPlace& place) const;
    // The new records that belong to this one, at any depth, after itself.
    QList<DraftPlace> descendants(const DraftPlace& place) const;
    // The drafts of records that hang on this one by the screen's children, and on those in turn,
    // besides its own.
    QList<DraftPlace> draftsBelow(const BoundScreen& screen, const RecordId& id) const;

    // While they are held, the tables of these drafts tell of changes once.
    std::vector<std::unique_ptr<DraftStore::Batch>>
    batchesOf(const QList<DraftPlace>& places) const;

    // Saves these drafts and their families as one change. `first` is the one that the person
    // means, by which the change is called. Says what came of it with the workspace's notice() and
    // saved().
    void save(const QString& screenLabel, const DraftPlace& first,
              const QList<DraftPlace>& others = {});

Q_SIGNALS:
    // Drafts were saved as this change.
    void savedAs(qint64 change);

private:
    struct Written {
        DraftPlace place;
        QMap<int, Value> values;
    };
    struct Batch {
        ChangeRequest request;
        std::vector<Written> written; // one for each edit
        bool holds(const DraftPlace& place) const;
    };
    const Draft* draft(const DraftPlace& place) const;
    // New records by the new record that they belong to.
    using Broods = QMultiHash<DraftPlace, DraftPlace>;
    Broods broods() const;
    DraftPlace eldestOf(const DraftPlace& place) const;
    // All that has to be saved together when these are, parents first.
    QList<DraftPlace> withFamilies(const QList<DraftPlace>& places) const;
    void addBelow(const BoundScreen& screen, const std::vector<Value>& values, int depth,
                  QList<DraftPlace>& below) const;
    // False when it was said why it cannot be saved now.
    bool mayBeSaved(const QList<DraftPlace>& places, std::vector<Problem>& warnings);
    Batch batchOf(const QString& screenLabel, const QList<DraftPlace>& places) const;
    // `former`: what was sent under the same name before, and may have been done.
    void send(const Batch& batch, const std::optional<Batch>& former);
    std::optional<Batch> takeUnanswered(const QList<DraftPlace>& places);
    void askForUnanswered();
    void finish(const Batch& batch, const std::optional<Batch>& former, const WriteResult& result);
    void succeed(const Batch& batch, const CommittedChange& change);
    void fail(const Batch& batch, const WriteFailure& failure);
    void warn(const QList<DraftPlace>& places, const std::vector<Problem>& warnings);
    void refuse(const QString& sentence, const QString& detail = {});

    Workspace* m_workspace;
    // Saves whose answer was lost with the connection: done or not, nobody knows yet.
    std::vector<Batch> m_unanswered;
};

} // namespace gravin
