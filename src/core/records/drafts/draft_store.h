// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/drafts/draft.h"
#include "core/records/filled_fields.h"

#include <QMap>
#include <QObject>
#include <QSet>

#include <memory>
#include <optional>

namespace gravin {

// The drafts of one table: a record has at most one, however many views show it. A draft lives
// until it is saved or discarded on purpose. Lives in the interface's thread.
class DraftStore : public QObject {
    Q_OBJECT
public:
    explicit DraftStore(std::shared_ptr<const Table> table, QObject* parent = nullptr);

    const Draft* find(const RecordId& id) const;
    QList<RecordId> all() const;
    // In the order in which they were begun.
    const QList<RecordId>& newRecords() const { return m_newRecords; }

    RecordId addNew();
    // Takes up a draft that an earlier run left. Its id is one of a stored record, or comes from
    // addNew(). A record that has a draft already keeps it.
    void takeUp(Draft draft);
    // Sets a field. `record` is the record as it is shown, for a draft that begins with this edit;
    // null only for new records. Setting the former value ends the edit of that field.
    void setValue(const RecordId& id, const Record* record, int column, const Value& value);
    void setBadText(const RecordId& id, const Record* record, int column, const BadText& bad);
    void revertField(const RecordId& id, int column);
    void discard(const RecordId& id);
    // These fields hold what a default gave, until somebody edits them.
    void setGiven(const RecordId& id, const QSet<int>& columns);
    // The record is to be deleted with the next save, or not any more. Requires: it is stored.
    void setRemoved(const RecordId& id, const Record* record, bool removed);
    // Sets a field of a draft that is there without anybody having edited it; it holds what was
    // given until somebody does.
    void give(const RecordId& id, int column, const Value& value);
    // The new record belongs to one that is not saved yet, until it is given another parent.
    void setParent(const RecordId& id, const DraftParent& parent);
    std::optional<DraftEdits> edits(const RecordId& id) const;
    // Puts back what edits() gave at another time, also where the draft has ended since; nothing:
    // the draft ends. Requires `record` as setValue() does.
    void putBack(const RecordId& id, const Record* record, const std::optional<DraftEdits>& edits);
    // While it is held, what is told of changed drafts waits; each is told of once, at its end.
    static constexpr qsizetype MostToldSingly = 50;
    class Batch {
    public:
        explicit Batch(DraftStore* store);
        ~Batch();
        Batch(const Batch&) = delete;
        Batch& operator=(const Batch&) = delete;

    private:
        DraftStore* m_store;
    };

    // What a draft reaches through references that are edited, and nobody has said yet what it is.
    // Places are those of the table's columns.
    QList<int> wantedReached(const RecordId& id) const;
    // Says it, as it is of this reference; what the draft refers to otherwise by now is left alone.
    void setReached(const RecordId& id, const QList<int>& places, const Value& reference,
                    const std::vector<Value>& values);
    // Says what a subquery gives for a record as it will be.
    void setAggregate(const RecordId& id, int place, const Value& value);
    // Records of this table were changed, empty: of any; what is reached there is wanted anew by
    // every draft.
    void forgetReached(const QString& table = {});

    void setSaving(const RecordId& id, bool saving);
    void setRefusals(const RecordId& id, std::vector<Problem> problems);
    void setAnswers(const RecordId& id, std::vector<Problem> problems);
    void setWarned(const RecordId& id, std::vector<Problem> warnings);
    // Marks a field as changed elsewhere too.
    void setTheirs(const RecordId& id, int column, const Value& theirs);
    void setGone(const RecordId& id);
    // Begins a new record with what a draft holds whose record was deleted, all of it but what
    // `leavesOut` says, and ends that draft. Requires: it is gone.
    RecordId addAnew(const RecordId& id, const QSet<int>& leavesOut);
    // The person decided: mine is to replace theirs, or theirs stays.
    void keepMine(const RecordId& id, int column);
    void takeTheirs(const RecordId& id, int column);

    // A save of these values succeeded: what was typed since stays a draft on top of them.
    void saved(const RecordId& id, const QMap<int, Value>& written);
    // The record is now as given, by another change: takes over what the draft does not touch.
    void rebase(const Key& key, const std::vector<Value>& now);

    // All that stands in the way of saving: bad texts, failed checks, refusals, conflicts.
    // `besides`: columns that come to be others although nobody edited them.
    std::vector<Problem> problems(const RecordId& id, const TableRules& rules,
                                  const QSet<QString>& besides = {}) const;

Q_SIGNALS:
    // A person's edit is about to be made, or what is called the same: begun, put back, discarded.
    void aboutToEdit(const gravin::RecordId& id);
    void changed(const gravin::RecordId& id);
    // The same of many at once, instead of each: at the end of a Batch that changed more than
    // MostToldSingly.
    void manyChanged(const QList<gravin::RecordId>& ids);
    void newRecordAboutToBeAdded();
    void newRecordAdded(const gravin::RecordId& id);
    void newRecordAboutToBeRemoved(int position);
    void newRecordRemoved();

private:
    Draft& begin(const RecordId& id, const Record* record);
    void touch(Draft& draft, int column);
    static Value referenceOf(const Draft& draft, const QList<int>& columns);
    void beginFar(Draft& draft, int column) const;
    void endFarBehind(Draft& draft, int reference) const;
    void endIfEmpty(const RecordId& id);
    void followReferences(Draft& draft) const;
    void followAggregates(Draft& draft) const;
    void fill(Draft& draft) const;
    bool fill(Draft& draft, const FilledField& field) const;
    void keepFilled(Draft& draft) const;
    void tell(const RecordId& id);
    void beginNew(const RecordId& id);
    void end(const RecordId& id);

    std::shared_ptr<const Table> m_table;
    QMap<int, QList<int>> m_aggregates; // places of aggregates, and of what they read of the record
    FilledFields m_filled;
    // Places of reached columns, and of the columns of the references they begin with.
    QMap<int, QList<int>> m_reached;
    QHash<RecordId, std::shared_ptr<Draft>> m_drafts;
    QList<RecordId> m_newRecords;
    int m_nextNew = 1;
    int m_batches = 0;
    QList<RecordId> m_untold;
    QSet<RecordId> m_untoldSet;
};

} // namespace gravin
