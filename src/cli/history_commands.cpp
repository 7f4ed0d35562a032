// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "core/changes/change_log.h"
#include "core/changes/change_writer.h"
#include "core/project/field_input.h"
#include "core/value/text_form.h"

namespace gravin::cli {

int runLog(const LogOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    LogFilter filter{options.table, options.by, options.since, {}, {}, options.limit};
    if (!options.key.isEmpty()) {
        const Table* table = opened->catalog.table(options.table);
        if (!table)
            return report(
                {ErrorKind::Usage, say("--key needs --table with a table of the database.")},
                options.json);
        auto key = keyFromText(options.key, table->keyTypes());
        if (!key)
            return report(key.error(), options.json);
        filter.key = *key;
    }
    const auto changes = ChangeLog(*opened->session).list(filter);
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
                 change.person,
                 change.screen,
                 change.action,
                 QString::number(change.records),
                 change.tables.join(QStringLiteral(", "))};
    if (rows.isEmpty())
        printLine(say("The change log is empty."));
    else
        printTable({say("change"), say("at"), say("by"), say("screen"), say("action"),
                    say("records"), say("tables")},
                   rows);
    return Done;
}

int runShow(const ChangeOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    const auto change = ChangeLog(*opened->session).change(options.change, opened->catalog);
    if (!change)
        return report(change.error(), options.json);
    if (options.json) {
        print(jsonOf(*change, opened->catalog));
        return Done;
    }
    printLine(say("Change %1: %2 by %3 at %4")
                  .arg(change->id)
                  .arg(change->action, change->person, change->at));
    for (const RecordChange& record : change->records) {
        const Table* table = opened->catalog.table(record.table);
        printLine(
            say("%1 %2 %3")
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
    return Done;
}

int runRollback(const ChangeOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return report(opened.error(), options.json);
    const auto plan = planRollback(*opened->session, opened->catalog, options.change);
    if (!plan)
        return report(plan.error(), options.json);

    Json answer = jsonOf(*plan, opened->catalog);
    answer["change"] = nullptr;
    auto request = rollbackRequest(*plan, options.onConflict);
    if (!request || options.dryRun) {
        if (options.json)
            print(answer);
        else
            for (const RollbackStep& step : plan->steps)
                printLine(say("%1 %2 %3: %4 %5")
                              .arg(operationName(step.operation), step.table, keyText(step.key, {}),
                                   stateName(step.state), step.reason)
                              .trimmed());
        if (options.dryRun)
            return plan->isClean() ? Done : RefusedExit;
        if (!options.json)
            return report(request.error(), false);
        return RefusedExit;
    }
    request->person = personName();
    ChangeWriter writer(*opened->session, opened->catalog, opened->rules);
    const auto written = writer.write(*request);
    if (!written)
        return report(written.error(), opened->catalog, options.json);
    if (written->id > 0)
        answer["change"] = written->id;
    if (options.json)
        print(answer);
    else if (written->id > 0)
        printLine(say("Change %1: rolled back %2 of change %3.")
                      .arg(written->id)
                      .arg(countedRecords(static_cast<qint64>(written->records.size())))
                      .arg(options.change));
    else
        printLine(say("Nothing to roll back: the records already are as they were."));
    return Done;
}

} // namespace gravin::cli
