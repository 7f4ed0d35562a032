// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/changes/as_it_was.h"
#include "core/changes/change_writer.h"
#include "core/changes/log/known_heads.h"
#include "core/changes/log/log_marks.h"
#include "core/changes/log/log_verification.h"
#include "core/exchange/log_export.h"
#include "core/value/text_form.h"

namespace gravin::cli {

namespace {

int verifyLog(Opened& opened, const LogOptions& options) {
    auto found = LogVerifier(*opened.session).verify(options.head);
    if (!found)
        return report(found.error(), options.json);
    if (options.accept) {
        if (Status accepted = personsHeads().accept(*opened.session); !accepted)
            return report(accepted.error(), options.json);
    } else if (!opened.lostLog.isEmpty()) {
        found->damages.push_back({0, opened.lostLog});
    }
    if (options.json) {
        Json damages = Json::array();
        for (const LogDamage& damage : found->damages)
            damages.push_back({{"change", damage.change > 0 ? Json(damage.change) : Json(nullptr)},
                               {"message", utf8(damage.reason)}});
        print({{"intact", found->isIntact()},
               {"changes", found->changes},
               {"trimmed", found->trimmed},
               {"trimmed_without_head", found->headless},
               {"unsealed", found->unsealed},
               {"head", utf8(found->head)},
               {"damages", damages}});
    } else {
        for (const LogDamage& damage : found->damages)
            printLine(damage.reason);
        if (found->isIntact())
            printLine(coreTr("The change log is intact: %1. Its newest hash is %2.")
                          .arg(counted(found->changes, "change", "changes"),
                               found->head.isEmpty() ? QStringLiteral("–") : found->head));
    }
    return found->isIntact() ? Done : RefusedExit;
}

int writeLog(Opened& opened, const LogOptions& options, const LogFilter& filter) {
    const auto format = logFormatOf(options.out);
    if (!format)
        return report(
            {ErrorKind::Usage, coreTr("--out takes a file that ends with .csv or .json.")},
            options.json);
    WholeFile file(options.out);
    if (Status begun = file.open(); !begun)
        return report(begun.error(), options.json);
    const auto written = exportLog(*opened.session, opened.catalog, filter, *format, file.device());
    if (!written)
        return report(written.error(), options.json);
    if (Status kept = file.commit(); !kept)
        return report(kept.error(), options.json);
    if (options.json)
        print({{"changes", *written}, {"file", utf8(options.out)}});
    else
        printLine(
            coreTr("Wrote %1 to %2.").arg(counted(*written, "change", "changes"), options.out));
    return Done;
}

// Who set a field, and to what, newest first.
int fieldHistory(Opened& opened, const LogOptions& options, const Table& table, const Key& key) {
    const Column* column = table.column(options.field);
    if (!column)
        return report(
            {ErrorKind::Usage, coreTr("%1 has no column %2.").arg(table.name, options.field)},
            options.json);
    const auto history =
        ChangeLog(*opened.session).historyOf(table, key, options.field, opened.catalog);
    if (!history)
        return report(history.error(), options.json);
    if (options.json) {
        Json list = Json::array();
        for (const FieldHistory& each : *history) {
            Json entry = jsonOf(each.change);
            entry["before"] = jsonOf(each.before);
            entry["after"] = jsonOf(each.after);
            list.push_back(entry);
        }
        print(list);
        return Done;
    }
    QList<QStringList> rows;
    for (const FieldHistory& each : *history)
        rows += {QString::number(each.change.id), each.change.at, each.change.person,
                 toText(each.before, column->type), toText(each.after, column->type)};
    printTable({coreTr("change"), coreTr("at"), coreTr("by"), coreTr("before"), coreTr("after")},
               rows);
    return Done;
}

int printLog(Opened& opened, const LogOptions& options, const LogFilter& filter) {
    const auto changes = ChangeLog(*opened.session).list(filter);
    if (!changes)
        return report(changes.error(), options.json);
    if (options.json) {
        Json list = Json::array();
        for (const ChangeSummary& change : *changes)
            list.push_back(jsonOf(change));
        print(list);
        return Done;
    }
    QList<QStringList> rows;
    for (const ChangeSummary& change : *changes)
        rows += {QString::number(change.id),
                 change.at,
                 whoWrote(change),
                 change.screen,
                 change.action,
                 QString::number(change.records),
                 change.tables.join(QStringLiteral(", "))};
    if (rows.isEmpty())
        printLine(coreTr("The change log is empty."));
    else
        printTable({coreTr("change"), coreTr("at"), coreTr("by"), coreTr("screen"),
                    coreTr("action"), coreTr("records"), coreTr("tables")},
                   rows);
    return Done;
}

} // namespace

int runLog(const LogOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    if (const Status may = mayDo(*opened, Act::History); !may)
        return report(may.error(), options.json);
    gatherSeen(*opened);
    if (options.verify)
        return verifyLog(*opened, options);
    LogFilter filter;
    filter.table = options.table;
    filter.person = options.by;
    if (!options.table.isEmpty() && !opened->catalog.table(options.table))
        return report({ErrorKind::Usage, coreTr("There is no table %1.").arg(options.table)},
                      options.json);
    if (!options.since.isEmpty()) {
        const auto since = logTimeFrom(options.since, LogTimeEnd::First, Qt::UTC);
        if (!since)
            return report({ErrorKind::Usage, coreTr("“%1” is no time. Write one like "
                                                    "2026-03-04T14:00.")
                                                 .arg(options.since)},
                          options.json);
        filter.since = *since;
    }
    filter.limit = options.limit;
    if (!options.key.isEmpty()) {
        const Table* table = opened->catalog.table(options.table);
        if (!table)
            return report(
                {ErrorKind::Usage, coreTr("--key needs --table with a table of the database.")},
                options.json);
        auto key = keyFrom(*opened, *table, options.key);
        if (!key)
            return report(key.error(), options.json);
        filter.key = *key;
        if (!options.field.isEmpty())
            return fieldHistory(*opened, options, *table, *key);
    }
    if (!options.field.isEmpty())
        return report({ErrorKind::Usage, coreTr("--field needs --table and --key.")}, options.json);
    filter.text = options.text;
    if (!options.out.isEmpty())
        return writeLog(*opened, options, filter);
    return printLog(*opened, options, filter);
}

int runShow(const ChangeOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    if (const Status may = mayDo(*opened, Act::History); !may)
        return report(may.error(), options.json);
    gatherSeen(*opened);
    const auto change = ChangeLog(*opened->session).change(options.change, opened->catalog);
    if (!change)
        return report(change.error(), options.json);
    const Status whole = LogVerifier(*opened->session).verifyChanges({options.change});
    if (!whole && whole.error().kind != ErrorKind::Damaged)
        return report(whole.error(), options.json);
    const int exitCode = whole ? Done : RefusedExit;
    if (options.json) {
        Json json = jsonOf(*change, opened->catalog);
        if (!whole)
            json["damage"] = utf8(whole.error().sentence);
        print(json);
        return exitCode;
    }
    if (!whole)
        complain(whole.error().sentence);
    printLine(coreTr("Change %1: %2 by %3 at %4")
                  .arg(change->id)
                  .arg(change->action, change->person, change->at));
    for (const RecordChange& record : change->records) {
        const Table* table = opened->catalog.table(record.table);
        printLine(
            coreTr("%1 %2 %3")
                .arg(operationName(record.operation), record.table,
                     keyText(record.key, table ? table->keyTypes() : std::vector<ColumnType>{})));
        const FieldValues& columns =
            record.operation == Operation::Delete ? record.before : record.after;
        for (auto field = columns.begin(); field != columns.end(); ++field) {
            const Column* column = table ? table->column(field.key()) : nullptr;
            const ColumnType type = column ? column->type : ColumnType{};
            printLine(QStringLiteral("  %1: %2 → %3")
                          .arg(field.key(), toText(record.before.value(field.key()), type),
                               toText(record.after.value(field.key()), type)));
        }
    }
    return exitCode;
}

namespace {

// What the options of a rollback mean; Usage where they say too little or too much.
Result<LogScope> scopeOf(Opened& opened, const RollbackOptions& options) {
    LogScope scope;
    scope.changes = options.changes;
    scope.person = options.by;
    scope.table = options.table;
    scope.column = options.field;
    if (options.changes.empty() && options.to.isEmpty())
        return Error{ErrorKind::Usage,
                     coreTr("Name changes to take back, or --to: everything since then.")};
    if (!options.to.isEmpty()) {
        const auto moment = momentFrom(*opened.session, options.to);
        if (!moment)
            return moment.error();
        scope.afterId = *moment;
    }
    const Table* table = opened.catalog.table(options.table);
    if (!options.table.isEmpty() && !table)
        return Error{ErrorKind::Usage, coreTr("There is no table %1.").arg(options.table)};
    if (!table && !(options.key.isEmpty() && options.field.isEmpty()))
        return Error{ErrorKind::Usage, coreTr("--key and --field need --table.")};
    if (!options.field.isEmpty() && !table->column(options.field))
        return Error{ErrorKind::Usage,
                     coreTr("%1 has no column %2.").arg(table->name, options.field)};
    if (!options.key.isEmpty()) {
        auto key = keyFrom(opened, *table, options.key);
        if (!key)
            return key.error();
        scope.key = *key;
    }
    return scope;
}

void printSteps(const RollbackPlan& plan, const Catalog& catalog) {
    for (const RollbackStep& step : plan.steps) {
        const Table* table = catalog.table(step.table);
        printLine(coreTr("%1 %2 %3: %4 %5")
                      .arg(operationName(step.operation), step.table,
                           keyText(step.key, table ? table->keyTypes() : std::vector<ColumnType>{}),
                           stateName(step.state), step.reason)
                      .trimmed());
    }
}

void printRolledBack(const RollbackPlan& plan, const CommittedChange& written) {
    QStringList names;
    for (auto change = plan.changes.rbegin(); change != plan.changes.rend(); ++change)
        names += QString::number(*change);
    if (written.id > 0)
        printLine(coreTr("Change %1: rolled back %2 of %3 %4.")
                      .arg(written.id)
                      .arg(countedRecords(written.count()),
                           names.size() == 1 ? coreTr("change") : coreTr("changes"),
                           names.join(QStringLiteral(", "))));
    else
        printLine(coreTr("Nothing to roll back: the records already are as they were."));
    for (auto table = written.setAgain.begin(); table != written.setAgain.end(); ++table)
        printLine(coreTr("The database set %1 of %2 again by itself.")
                      .arg(table->join(QStringLiteral(", ")), table.key()));
}

} // namespace

int runRollback(const RollbackOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return report(opened.error(), options.json);
    gatherSeen(*opened);
    const auto scope = scopeOf(*opened, options);
    if (!scope)
        return report(scope.error(), options.json);
    const RollbackChoices choices(options.onConflict);
    const auto plan = planRollback(*opened->session, opened->catalog, *scope, choices);
    if (!plan)
        return report(plan.error(), options.json);

    const QStringList notes = notesOn(*plan, opened->catalog, opened->rules);
    Json answer = jsonOf(*plan, opened->catalog, notes);
    answer["change"] = nullptr;
    auto request = rollbackRequest(*plan, choices);
    if (!request || options.dryRun) {
        if (options.json)
            print(answer);
        else
            printSteps(*plan, opened->catalog);
        if (!options.json)
            for (const QString& note : notes)
                printLine(note);
        if (options.dryRun)
            return plan->isClean() ? Done : RefusedExit;
        if (!options.json)
            return report(request.error(), false);
        return RefusedExit;
    }
    request->person = personName();
    if (!options.note.isEmpty())
        request->note =
            request->note.isEmpty() ? options.note : request->note + u' ' + options.note;
    ChangeWriter writer(*opened->session, opened->catalog, opened->rules);
    const auto written = writer.write(*request);
    if (!written)
        return report(written.error(), opened->catalog, options.json);
    if (written->id > 0)
        answer["change"] = written->id;
    for (auto table = written->setAgain.begin(); table != written->setAgain.end(); ++table)
        answer["set_again"][utf8(table.key())] = listOf(*table);
    if (options.json)
        print(answer);
    else
        printRolledBack(*plan, *written);
    return Done;
}

int runNote(const NoteOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return report(opened.error(), options.json);
    if (const Status may = mayDo(*opened, Act::Note); !may)
        return report(may.error(), options.json);
    const auto written = LogMarks(*opened->session, opened->catalog)
                             .addNote(options.change, options.text, personName());
    if (!written)
        return report(written.error(), opened->catalog, options.json);
    if (options.json)
        print({{"change", written->id}});
    else
        printLine(coreTr("Change %1: a note on change %2.").arg(written->id).arg(options.change));
    return Done;
}

int runTrim(const TrimOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return report(opened.error(), options.json);
    if (const Status may = mayDo(*opened, Act::Trim); !may)
        return report(may.error(), options.json);
    gatherSeen(*opened);
    const auto moment = momentFrom(*opened->session, options.upTo);
    if (!moment)
        return report(moment.error(), options.json);
    LogFilter filter;
    filter.upToId = *moment;
    const auto concerned = ChangeLog(*opened->session).list(filter);
    if (!concerned)
        return report(concerned.error(), options.json);
    const auto count = static_cast<qint64>(concerned->size());
    if (options.dryRun || count == 0) {
        if (options.json)
            print({{"change", nullptr}, {"changes", count}});
        else
            printLine(coreTr("%1 could not be rolled back any more.")
                          .arg(counted(count, "change", "changes")));
        return Done;
    }
    if (!options.yes &&
        !agrees(coreTr("%1 up to change %2 could never be rolled back again. Trim the "
                       "log? [yes/no] ")
                    .arg(counted(count, "change", "changes"))
                    .arg(*moment)))
        return report(
            {ErrorKind::Usage,
             coreTr("Nothing was trimmed: what is trimmed cannot be had back. Say --yes to "
                    "trim without being asked.")},
            options.json);
    const auto written = LogMarks(*opened->session, opened->catalog).trim(*moment, personName());
    if (!written)
        return report(written.error(), opened->catalog, options.json);
    if (options.json)
        print({{"change", written->id}, {"changes", count}});
    else
        printLine(coreTr("Change %1: %2, up to change %3, cannot be rolled back any more.")
                      .arg(written->id)
                      .arg(counted(count, "change", "changes"))
                      .arg(*moment));
    return Done;
}

} // namespace gravin::cli
