// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"
#include "core/changes/log/log_entry.h"
#include "core/database/session_writer.h"
#include "core/records/rules.h"

namespace gravin {

// A record that is to be updated, and what it was when somebody looked at it.
struct SetWiseTarget {
    Key key;
    qint64 fingerprint = 0; // as the engine tells it
};

// Updates of one table that were looked at record by record before, so that the engine can be
// trusted with them: whatever does not come to the very same is taken back and done the other way.
struct SetWiseOffer {
    std::shared_ptr<const Table> table;
    QStringList watched = {}; // what fingerprints are of
    QStringList columns;      // those that are written
    qint64 records = 0;
    quint64 content = 0; // the sum of stepContent() over all fields that change
    // By which rules each record was checked. None of them had to be passed over or asked for.
    TableRules checkedBy;
    // At most `most` of them, from the one at this place on.
    std::function<std::vector<SetWiseTarget>(qint64 first, qint64 most)> targets;
    // The expressions that give the new values, in the order of `columns`; nothing: this engine
    // cannot say them.
    std::function<std::optional<std::vector<SqlFragment>>(Session& session)> values;
};

// The expression that gives the fingerprint of a record, of these columns; of all that are stored
// where there are none.
QString fingerprintSql(Session& session, const Table& table, const QStringList& columns);
// The fingerprints of those of these records that exist.
Result<QHash<Key, qint64>> fingerprintsOf(Session& session, const Table& table,
                                          const QStringList& columns, const std::vector<Key>& keys);

// The sum of stepContent() over the fields that an update changes. `recordKey`: Key::encoded().
quint64 contentOf(const Dialect& dialect, const Table& table, const QString& recordKey,
                  const FieldValues& before, const FieldValues& after);

// Whether this engine can write these columns of many records of the table at once, and log it,
// so that the result is provably what record by record would give.
bool canWriteTogether(Session& session, const Catalog& catalog, const Table& table,
                      const QStringList& columns);

// Writes and logs many updates of one table by a few statements. Any failure leaves the transaction
// to be taken back to where it was. Belongs to its session's thread.
class SetWiseUpdate {
public:
    // Records that are written by one round of statements.
    static constexpr size_t AtOnce = 2'000;

    // All must outlive the update. Requires: canWriteTogether().
    SetWiseUpdate(SessionWriter& writer, const Table& table, QStringList columns, LogEntry& entry,
                  QStringList watched = {});

    // Its temporary tables.
    Status begin();
    // What the expressions give, to records that are still what they were.
    Status write(const std::vector<SetWiseTarget>& targets, const std::vector<SqlFragment>& values);
    // What the edits say, to records that still hold what the edits say they held. Requires: each
    // edit writes these columns and says what they were.
    Status write(const std::vector<const RecordEdit*>& edits);
    // Before the transaction ends.
    Status end();

    // The sum of stepContent() over what was written; and, of edits, over what they say.
    quint64 content() const { return m_content; }
    quint64 contentOfEdits() const { return m_contentOfEdits; }

private:
    // What every row begins with: its place, the key as the log has it and in its parts.
    QVariantList row(qint64 place, const Key& key, const QString& recordKey,
                     qint64 fingerprint) const;
    Status writeFilled(qint64 count, const QString& guard);
    QStringList stepColumns() const;
    QString onKeys(const QString& rows) const;

    SessionWriter& m_writer;
    Session& m_session;
    const Table& m_table;
    QStringList m_watched; // of the fingerprints; none: all columns
    LogEntry& m_entry;
    std::vector<ColumnType> m_keyTypes;
    StepTable m_steps;
    QString m_targets; // quoted
    quint64 m_content = 0;
    quint64 m_contentOfEdits = 0;
};

} // namespace gravin
