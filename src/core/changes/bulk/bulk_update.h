// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session.h"
#include "core/records/key_index.h"
#include "core/records/record_query.h"
#include "core/records/totals.h"

#include <QHash>
#include <QRegularExpression>

namespace gravin {

// Which records a bulk update is about.
struct BulkScope {
    std::optional<std::vector<Key>> keys = {}; // these; nothing: those of the query
    RecordQuery query = {};                    // its order is not asked for
};

// What is found in a text is replaced: a plain text as it stands, or a pattern, where `with` may
// name what its brackets caught: \1.
struct BulkReplacement {
    QString find;
    Qt::CaseSensitivity matches = Qt::CaseSensitive;
    std::optional<QRegularExpression> pattern = {}; // instead of `find`
    QString with;

    QString applied(QString text) const {
        return pattern ? text.replace(*pattern, with) : text.replace(find, with, matches);
    }
};

// What a bulk update puts into the records: a value, what an expression over the record's fields
// gives, or the field's own text with something replaced. Expressions read the record as it was
// before.
struct BulkValues {
    FieldValues put = {};
    QMap<QString, BoundExpression> set = {};
    QMap<QString, BulkReplacement> replace = {};
    // What fields are filled with follows what is put into others.
    bool fills = false;
};

// What a bulk update would do to one record: only the fields that really change.
struct BulkStep {
    Key key;
    QString name; // filled by who shows it
    FieldValues before;
    FieldValues after;
};

// What the changed values of one field come to, before and after.
struct BulkSpread {
    static constexpr int MostValues = 24;
    ColumnTotals before;
    ColumnTotals after;
    // How many of each value, as a key of one, where there are few different ones; else empty.
    QHash<Key, qint64> valuesBefore;
    QHash<Key, qint64> valuesAfter;
};

// What a bulk update would do, for any number of records; single ones are listed up to a limit. A
// plain value, made in a worker.
struct BulkPreview {
    static constexpr size_t MostListed = 500;

    std::shared_ptr<const Table> table;
    BulkValues values;
    Present present; // the moment that expressions speak of, in the run too
    qint64 records = 0;
    qint64 unchanged = 0;
    std::vector<Key> gone;       // keys that no record has
    std::vector<BulkStep> steps; // the first ones
    // Records that checks would refuse, or whose values no field could hold; one problem each at
    // least, the first ones. What a run itself leaves out or asks for is not counted, and warnings
    // are not.
    qint64 refused = 0;
    std::vector<Problem> problems;
    QMap<QString, BulkSpread> spreads; // by column
    // Every record that changes, and what it was: the run changes these and no others.
    KeyIndex changing;
    std::vector<quint64> fingerprints;
    std::vector<bool> isRefused; // by a check that stops a run; for each of `changing`

    // What decides about a record: its key, what is written, what is read for it, and what checks
    // read. Fingerprints are of these columns.
    QStringList watched;

    // For an engine that may do it by itself (SetWiseOffer).
    TableRules rules;
    bool isPlain = true;                 // no check warned, asked or left a record out
    std::vector<qint64> engineSays = {}; // fingerprints; empty: the engine tells none
    quint64 content = 0;                 // of what would not be refused
    quint64 contentRefused = 0;

    // How many of those that change would be refused.
    qint64 refusedChanging() const;
};

// Reads the records and says what these values would change. Writes nothing. `progress` is told of
// records read; its answer false ends it with Cancelled. Checks that only the database can answer
// are not asked. Requires: the table has a key.
Result<BulkPreview> previewBulkUpdate(Session& session, std::shared_ptr<const Table> table,
                                      const TableRules& rules, const BulkScope& scope,
                                      const BulkValues& values,
                                      const ChangeProgress& progress = {});

// Whether fields of the table are filled with what these values change, so that it matters whether
// they follow.
bool couldFill(const Table& table, const BulkValues& values);

// What whoever runs it should know beside its steps, a sentence each: triggers, as in a rollback.
QStringList notesOn(const BulkPreview& preview);

// What a run does with a record that somebody changed since the preview, in what the run reads or
// writes.
enum class OnMeanwhile {
    Stop,        // Conflict: nothing is changed
    ComputeAnew, // from what it holds now
    LeaveOut,    // and one that is gone
};

// The change that carries the preview out, in parts: each record is computed again as it is then.
// `filled`: more values for single records.
// `leavesOutRefused`: without those that the preview says would be refused.
ChangeRequest bulkUpdateRequest(const std::shared_ptr<const BulkPreview>& preview,
                                const QHash<Key, FieldValues>& filled = {},
                                bool leavesOutRefused = false,
                                OnMeanwhile onMeanwhile = OnMeanwhile::Stop);

} // namespace gravin
