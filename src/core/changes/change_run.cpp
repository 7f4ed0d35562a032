// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change_run.h"

#include "core/base/text.h"
#include "core/changes/log/log_entry.h"
#include "core/changes/log/log_time.h"
#include "core/changes/watch/watched_run.h"
#include "core/database/aggregate.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// The columns that the engine's refusal is about.
QStringList concerned(const ConstraintFailure& failure, const Table& table,
                      const FieldValues& written) {
    QStringList columns = failure.columns.isEmpty()
                              ? table.constraintColumns.value(failure.constraint)
                              : failure.columns;
    if (!columns.isEmpty() || failure.value.isEmpty())
        return columns;
    // An engine that only tells the value has told the field when one alone was to hold it.
    for (auto field = written.begin(); field != written.end(); ++field) {
        const Column* held = table.column(field.key());
        if (held && toText(field.value(), held->type) == failure.value)
            columns += field.key();
    }
    return columns.size() > 1 ? QStringList() : columns;
}

void explain(Problem& problem, ConstraintFailure::Kind kind) {
    switch (kind) {
    case ConstraintFailure::Kind::Unique:
        problem.check = QStringLiteral("unique");
        problem.message = coreTr("%1: another record already has this value.").arg(problem.label);
        break;
    case ConstraintFailure::Kind::NotNull:
        problem.check = QStringLiteral("required");
        problem.message = coreTr("%1 is missing. Fill it in.").arg(problem.label);
        break;
    case ConstraintFailure::Kind::Reference:
        problem.check = QStringLiteral("reference");
        problem.message = coreTr("A reference between records would point nowhere.");
        break;
    case ConstraintFailure::Kind::Check:
        problem.message = coreTr("A rule of the database forbids these values.");
        break;
    case ConstraintFailure::Kind::Value:
        problem.check = QStringLiteral("value");
        if (!problem.label.isEmpty())
            problem.message = coreTr("%1: the database cannot take this value.").arg(problem.label);
        break;
    case ConstraintFailure::Kind::Other:
        break;
    }
}

QSet<QString> tablesOf(const ChangeRequest& request) {
    QSet<QString> tables;
    for (const RecordEdit& edit : request.edits)
        tables += edit.table;
    return tables;
}

} // namespace

ChangeRun::ChangeRun(SessionWriter& writing, const Catalog& known, const RuleBook& book,
                     const ChangeRequest& asked)
    : writer(writing)
    , session(writing.session())
    , catalog(known)
    , rules(book)
    , request(asked)
    , editedTables(tablesOf(asked))
    , change{0,
             logTime(session.clockAhead()),
             asked.person,
             asked.screen,
             asked.action,
             asked.note,
             asked.refersTo,
             {}} {
    change.uid = asked.uid;
}

ChangeRun::~ChangeRun() = default;

Status ChangeRun::addToLog(LogEntry& entry) {
    if (watched) {
        // What was there before has the lower numbers.
        const auto gathered = change.id == 0 ? watched->gatherOthers() : 0;
        if (!gathered)
            return gathered.error();
        if (Status complete = watched->complete(change.records); !complete)
            return complete;
    }
    if (Status begun = change.id == 0 ? entry.begin(change) : ok(); !begun)
        return begun;
    return entry.add(change.records);
}

void ChangeRun::addUpdate(const Table& table, const Key& key, const FieldValues& was,
                          const FieldValues& is) {
    RecordChange update{Operation::Update, table.name, key, {}, {}};
    for (auto field = is.begin(); field != is.end(); ++field) {
        if (was.value(field.key()) == field.value())
            continue;
        update.before.insert(field.key(), was.value(field.key()));
        update.after.insert(field.key(), field.value());
    }
    if (!update.after.isEmpty())
        change.records.push_back(std::move(update));
}

void ChangeRun::forgetFrom(size_t records) {
    for (size_t i = records; i < change.records.size(); ++i) {
        if (change.records[i].operation == Operation::Delete)
            deleted.remove({change.records[i].table, change.records[i].key});
    }
    change.records.resize(records);
}

QSet<QString> ChangeRun::knownLater(const Table& table) const {
    QSet<QString> later;
    for (const Column& column : table.columns) {
        if (column.aggregate && !request.restoring &&
            editedTables.contains(column.aggregate->from.name))
            later += column.name;
    }
    return later;
}

Step ChangeRun::mayContinue() const {
    const auto written = logged + static_cast<qint64>(change.records.size());
    if (!request.progress || request.progress(written))
        return Success{};
    return failed({ErrorKind::Cancelled, coreTr("Stopped. Nothing was changed.")});
}

NotDone ChangeRun::failed(Error error) { return {{std::move(error), {}, {}}}; }

NotDone ChangeRun::refused(std::vector<Problem> problems, const Table& table, const Key& key) {
    const QString record = key.isEmpty() ? QString() : keyText(key, table.keyTypes());
    for (Problem& problem : problems)
        problem.record = record;
    Error error{ErrorKind::Refused, problems.front().message};
    return {{std::move(error), std::move(problems), {}}};
}

NotDone ChangeRun::refused(const Problem& problem, const Table& table, const Key& key) {
    return refused(std::vector<Problem>{problem}, table, key);
}

NotDone ChangeRun::refusedByEngine(const Error& error, const Table& table, const Key& key,
                                   const FieldValues& written) const {
    if (error.kind != ErrorKind::Refused)
        return failed(error);
    const ConstraintFailure failure = session.dialect().constraintFailure(error);
    const QString column = concerned(failure, table, written).value(0);
    const QString label = column.isEmpty() ? QString() : rules.value(table.name).labelOf(column);
    Problem problem{{}, column, QStringLiteral("database"), error.sentence, label};
    explain(problem, failure.kind);
    NotDone refusal = refused(problem, table, key);
    refusal.failure.error.detail = error.detail;
    return refusal;
}

NotDone ChangeRun::conflicting(RecordConflict conflict) const {
    const Table& table = *catalog.table(conflict.table);
    const QString key = keyText(conflict.key, table.keyTypes());
    // A record that the person may not see is never called deleted.
    if (conflict.gone && !table.only.isEmpty())
        return failed(
            {ErrorKind::NotFound,
             coreTr("%1 has no record with the key %2 among those that your role lets you "
                    "work on.")
                 .arg(table.name, key)});
    QStringList labels;
    for (const FieldConflict& field : conflict.fields)
        labels += rules.value(conflict.table).labelOf(field.column);
    const QString sentence =
        conflict.gone
            ? coreTr("The record %1 of %2 was deleted meanwhile. Nothing was written.")
                  .arg(key, conflict.table)
            : coreTr("Somebody else changed %1 of the record %2 meanwhile. Nothing was written.")
                  .arg(labels.join(QStringLiteral(", ")), key);
    return {{{ErrorKind::Conflict, sentence}, {}, {std::move(conflict)}}};
}

NotDone ChangeRun::unknownColumn(const Table& table, const QString& column) const {
    return failed({ErrorKind::Usage, coreTr("%1 has no column %2.").arg(table.name, column)});
}

std::vector<Value> pick(const Table& table, const Record& record, const QStringList& columns) {
    std::vector<Value> picked;
    for (const QString& column : columns) {
        const int at = table.indexOf(column);
        picked.push_back(at < 0 ? Value() : record.values[static_cast<size_t>(at)]);
    }
    return picked;
}

} // namespace gravin
