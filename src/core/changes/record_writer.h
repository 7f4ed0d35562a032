// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/given_values.h"
#include "core/changes/indirect_writes.h"
#include "core/changes/write_checks.h"

namespace gravin {

// Writes one record of a change: merged with what others did, checked, guarded, read back and
// logged, together with what the database lets follow it.
class RecordWriter {
public:
    // Both must outlive it.
    RecordWriter(ChangeRun& run, WriteChecks& checks)
        : m_run(run)
        , m_checks(checks)
        , m_given(run)
        , m_indirect(run) {}

    Step apply(const RecordEdit& edit);

    // A new record as its statement writes it.
    struct NewRow {
        FieldValues written; // with what is given
        QSet<QString> given; // of these, what nobody typed
        QList<const Column*> columns;
        QVariantList bound;   // in their order
        FieldValues keyParts; // what is known of its key before it is there
    };
    // Filled and stamped, checked as far as it can be before it is there.
    Result<NewRow, NotDone> newRow(const Table& table, const RecordEdit& edit);
    // Of the key's columns, as the statement tells them.
    QStringList toldOfKey(const Table& table) const;
    // The key of a row; `told` begins with what the statement told of it.
    Key keyOf(const Table& table, const NewRow& row, const QVariantList& told) const;
    // Asks what can be asked once it is there, and adds it to the change.
    Step logInsert(const Table& table, const NewRow& row, const Record& stored);

    // What an update comes to on the record as it is now.
    struct Merged {
        FieldValues now;
        FieldValues written; // empty: it is so already
        QSet<QString> given; // of these, what nobody typed
    };
    // Three ways, field by field: what they did not touch is mine, the same value is no clash.
    Result<Merged, NotDone> merged(const Table& table, const RecordEdit& edit,
                                   const Record& current);
    // All values of the record as they will be.
    Result<ProposedValues, NotDone> proposed(const Table& table, const Record& current,
                                             const FieldValues& written) const;
    // Where the edit is written; it may be.
    Result<const Table*, NotDone> tableFor(const RecordEdit& edit,
                                           const ChangeRequest& request) const;
    // With what the database made of it.
    void logUpdate(const Table& table, const Key& key, const Merged& merged, const Record& stored,
                   const ChangeRequest& request);

private:
    // A record that the database changes by itself when one changes that it refers to.
    struct Following {
        const Table* table;
        Record before;
        FieldValues after; // what is known of it: its reference
    };
    Step insert(const Table& table, const RecordEdit& edit);
    Result<Key, NotDone> insertRow(const Table& table, const NewRow& row);
    Step updateRow(const Table& table, const Key& key, const Merged& merged);
    Step addRowNumber(const Table& table, const RecordEdit& edit, Column& rowNumber, NewRow& row);
    Step addKey(const Table& table, NewRow& row);
    Step update(const Table& table, const RecordEdit& edit, const ChangeRequest& request);
    Step remove(const Table& table, const RecordEdit& edit);
    Result<std::optional<Record>, NotDone> recordToRemove(const Table& table,
                                                          const RecordEdit& edit) const;
    Result<Record, NotDone> releasedFor(const Table& table, const RecordEdit& edit, Record record,
                                        FieldValues& guarded);
    Step removeRow(const Table& table, const RecordEdit& edit, const Record& record,
                   const FieldValues& guarded);
    // What refers to a record that is about to go: references that the database would empty are
    // emptied here, so that the log has them; what would have to be deleted is deleted with it when
    // the person agreed, and forbids the deletion otherwise.
    Step releaseReferences(const Table& table, const Record& record, bool cascade);
    Result<std::vector<Key>, NotDone> referring(const Table& child, const ForeignKey& reference,
                                                const std::vector<Value>& values) const;
    Step release(const Table& child, const ForeignKey& reference, const std::vector<Key>& keys,
                 bool cascade);
    // The records that refer to this one by what is about to change, where the database itself lets
    // them follow; they belong to the change, and nobody else would log them.
    Step collectFollowing(const Table& table, const Record& record, const FieldValues& written,
                          std::vector<Following>& following) const;
    Step logFollowing(const std::vector<Following>& following);
    // Why the project's screens let nobody do that; empty: they do. A rollback restores what was,
    // whatever they say.
    QString reasonOfProject(const Table& table, Operation operation,
                            const ChangeRequest& request) const;
    Result<Record, NotDone> readBack(const Table& table, const Key& key) const;

    ChangeRun& m_run;
    WriteChecks& m_checks;
    GivenValues m_given;
    IndirectWrites m_indirect;
};

} // namespace gravin
