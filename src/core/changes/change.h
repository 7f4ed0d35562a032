// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/operation.h"
#include "core/records/record.h"
#include "core/records/rules.h"

#include <QMap>

#include <functional>
#include <memory>

namespace gravin {

using FieldValues = QMap<QString, Value>; // by column name

// Every value of a record but those the database computes.
FieldValues fieldValues(const Table& table, const Record& record);

// A value that an insert of the same change gives: a child gets its new parent's key.
struct HandedDown {
    QString column;
    size_t from = 0; // the place of the insert among the edits, before this one
    QString fromColumn;
};

// What is to be done to one record.
struct RecordEdit {
    Operation operation = Operation::Update;
    QString table;
    Key key; // of the record as it is now; empty for an insert
    // Update and delete: what the person saw. A write happens only while these columns still hold
    // these very values; columns not named are not compared.
    FieldValues before;
    // Insert and update: the columns to write. Columns that the database gives may be left out.
    FieldValues after;
    // Delete: also delete what refers to the record and would have to go with it.
    bool cascade = false;
    // Insert: the hidden row number a deleted record had (see Table::rowNumber).
    std::optional<qint64> rowNumber = std::nullopt;
    // Insert and update: more columns to write.
    QList<HandedDown> handedDown = {};
    // Columns whose value a default gave, or what the field is filled with, whoever may write
    // there.
    QSet<QString> given = {};
};

// Edits of more records than should be in memory at once: each call gives the next ones, none at
// the end. Called within the writing transaction, by the session's thread.
using EditSource = std::function<Result<std::vector<RecordEdit>>(class Session& session)>;
// A source of them from the beginning.
using EditSources = std::function<EditSource()>;

// How a long change is followed: `done` records so far. Answers false to stop it: nothing is
// changed then. Called in the session's thread.
using ChangeProgress = std::function<bool(qint64 done)>;

// What became of the records of a run that somebody changed, in what it reads or writes, after they
// were looked at; their keys as texts.
struct Meanwhile {
    QStringList computedAnew;
    QStringList leftOut;
};

// A record: its table and key.
using RecordPlace = std::pair<QString, Key>;

// A routine to be called, and what is known to be its matter.
struct RoutineCall {
    QString routine; // its name in the catalog
    RoutineValues values;
    // What it does to these is logged; to others, where their tables are watched.
    std::vector<RecordPlace> records;
};

// What an engine may do by itself instead of `more`; see set_wise_update.h.
struct SetWiseOffer;

// A unit of work before it is done: all of it happens, with its log entry, or none.
struct ChangeRequest {
    QString person;
    QString screen; // as people call it; "" from outside any screen
    // What that screen says of edits of its own table; null: of none in particular, or that of the
    // table itself.
    std::shared_ptr<const ScreenRules> screenRules = {};
    QString action; // "edit", "add", "delete", "bulk update", "roll back", …
    QString note;
    std::optional<qint64> refersTo;
    std::vector<RecordEdit> edits;
    // Warnings that somebody has seen and lets pass: these ones (the record's key does not count),
    // or all there are.
    std::vector<Problem> acceptedWarnings = {};
    bool acceptsAllWarnings = false;
    // A run over many records: those that fail only checks which say so are left out.
    bool isRun = false;
    // What it is to the roles that people have, beside adding, changing and deleting: a bulk
    // update, an import, a rollback.
    std::optional<Act> act = {};
    // Fields are filled as they are while a person types; for edits that nobody typed into a form.
    bool fills = false;
    // A rollback restores what was, also where today's checks would refuse it.
    bool restoring = false;
    // Names the change in the log, wherever it is asked for again; empty: it is named when it is
    // written.
    QString uid = {};
    // After `edits`; in one change with them.
    std::vector<RoutineCall> calls = {};
    // After `edits`.
    EditSources more = {};
    // Filled by `more`; null: it stops at such records.
    std::shared_ptr<Meanwhile> meanwhile = {};
    // The same as `more`, in a way that the engine may take; null: there is none.
    std::shared_ptr<const SetWiseOffer> setWise = {};
    // An engine that can writes this many records, or more, by itself; they stand in the log only,
    // not in the committed change.
    qint64 fewestSetWise = 1001;
    ChangeProgress progress = {};
    // Whoever asks sees to the chain of hashes afterwards (LogSeal::chainWaiting()), so that nobody
    // waits for it.
    bool chainsLater = false;
    // The answer to an earlier write of this uid was lost: if the log has it, it is not done again.
    bool isRepeated = false;

    const ScreenRules* rulesFor(const QString& table) const {
        return screenRules && screenRules->table == table ? screenRules.get() : nullptr;
    }
};

// What a committed change did to one record: only what really changed, values as stored.
struct RecordChange {
    Operation operation = Operation::Update;
    QString table;
    Key key;            // before the change; of an insert: the new one
    FieldValues before; // empty for an insert
    FieldValues after;  // empty for a delete
    std::optional<qint64> rowNumber = std::nullopt;
    // Of a change that was just written: a trigger of the database did it. Not read back from the
    // log.
    bool isEffect = false;

    // The key after the change, which differs when a key column was changed.
    Key keyAfter(const QStringList& keyColumns) const;
};

struct CommittedChange {
    qint64 id = 0; // 0: nothing had to be written
    QString at;    // UTC, ISO 8601 with microseconds
    QString person;
    QString screen;
    QString action;
    QString note;
    std::optional<qint64> refersTo;
    std::vector<RecordChange> records;
    std::vector<Problem> leftOut = {}; // of a run: why, and of which records
    Meanwhile meanwhile = {};          // of a run
    // Of a rollback, by table: columns that the database set again by itself, so that they are not
    // as they were.
    QMap<QString, QStringList> setAgain = {};
    QString uid = {}; // not read back from the log
    // By each call: what it told. Not read back from the log.
    std::vector<QList<ToldValue>> told = {};
    // By which account of the database it was written; empty: the log was begun before it said so.
    QString account = {};
    // Of a change with so many records that they stand in the log only: how many, of which tables.
    std::optional<qint64> recordCount = {};
    QStringList touched = {};

    bool isWhole() const { return !recordCount; }
    qint64 count() const { return recordCount.value_or(static_cast<qint64>(records.size())); }
    // In the order of their first record.
    QStringList tables() const;
};

// A field that somebody else has changed since it was read.
struct FieldConflict {
    QString column;
    Value before; // as it was read
    Value theirs; // as it is now
    Value mine;   // as it was to be written
};

struct RecordConflict {
    QString table;
    Key key;
    bool gone = false; // the record was deleted; no fields then
    std::vector<FieldConflict> fields;
};

// Why a change did not happen; the database is as before.
struct WriteFailure {
    Error error;
    std::vector<Problem> problems;         // with ErrorKind::Refused
    std::vector<RecordConflict> conflicts; // with ErrorKind::Conflict
    // The place of the edit that stands in the way; nothing: it is not one of them.
    std::optional<size_t> edit = std::nullopt;
};

using WriteResult = Result<CommittedChange, WriteFailure>;

} // namespace gravin
