// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "core/changes/watch/table_watching.h"

namespace gravin::cli {

namespace {

const char* wordOf(WatchState state) {
    switch (state) {
    case WatchState::Off:
        return "no";
    case WatchState::On:
        return "yes";
    case WatchState::Outgrown:
        return "outgrown";
    }
    return "";
}

int listWatched(const Opened& opened, bool json) {
    const Dialect& dialect = opened.session->dialect();
    Json list = Json::array();
    QList<QStringList> rows;
    for (const Table& table : opened.catalog.tables) {
        if (table.isQuery() || table.kind != Table::Kind::Table)
            continue;
        const WatchState state = watchStateOf(dialect, table);
        const QString reason = dialect.tableWatch().reasonAgainst(table);
        list.push_back(
            {{"table", utf8(table.name)}, {"watched", wordOf(state)}, {"reason", utf8(reason)}});
        rows += {table.name,
                 state == WatchState::Off  ? coreTr("no")
                 : state == WatchState::On ? coreTr("yes")
                                           : coreTr("its columns are others now: watch it anew"),
                 state == WatchState::Off ? reason : QString()};
    }
    if (json)
        print(list);
    else
        printTable({coreTr("table"), coreTr("watched"), coreTr("why it cannot be")}, rows);
    return Done;
}

// The tables that are meant.
QStringList tablesOf(const Opened& opened, const WatchOptions& options) {
    if (!options.all)
        return options.tables;
    QStringList tables;
    const TableWatch& watch = opened.session->dialect().tableWatch();
    for (const Table& table : opened.catalog.tables) {
        const bool isMeant = options.off ? !table.watchers.isEmpty()
                                         : !table.isQuery() && watch.reasonAgainst(table).isEmpty();
        if (isMeant)
            tables += table.name;
    }
    return tables;
}

void printPlan(const QStringList& statements, bool isWatched, Engine engine) {
    if (isWatched) {
        for (const QString& sentence : TableWatching::consequences(engine))
            printLine(QStringLiteral("-- ") + sentence);
    }
    for (const QString& statement : statements)
        printLine(statement + u';');
}

} // namespace

int runWatch(const WatchOptions& options) {
    const bool writes = !options.dryRun && (options.all || !options.tables.isEmpty());
    auto opened =
        openProject(options.file, writes ? Session::Access::ReadWrite : Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    if (const Status may = mayDo(*opened, Act::Build); writes && !may)
        return report(may.error(), options.json);
    if (!options.all && options.tables.isEmpty())
        return listWatched(*opened, options.json);
    if (!opened->project.connection.changeLog)
        return report({ErrorKind::ReadOnly,
                       coreTr("This project only reads its database, because keeping a change log "
                              "in it was not agreed to.")},
                      options.json);
    const QStringList tables = tablesOf(*opened, options);
    TableWatching watching(*opened->session, opened->catalog);
    const auto statements = watching.statements(tables, !options.off);
    if (!statements)
        return report(statements.error(), options.json);
    const Engine engine = opened->session->spec().engine;
    if (options.dryRun) {
        if (options.json)
            print({{"tables", listOf(tables)},
                   {"statements", listOf(*statements)},
                   {"consequences",
                    listOf(options.off ? QStringList() : TableWatching::consequences(engine))}});
        else
            printPlan(*statements, !options.off, engine);
        return Done;
    }
    if (!options.off && !options.yes) {
        for (const QString& sentence : TableWatching::consequences(engine))
            complain(sentence);
        if (!agrees(coreTr("Watch %1? [yes/no] ").arg(tables.join(QStringLiteral(", ")))))
            return report({ErrorKind::Usage,
                           coreTr("Nothing was changed. Read the statements with --dry-run, and "
                                  "say --yes to run them without being asked.")},
                          options.json);
    }
    if (Status set = watching.set(tables, !options.off); !set)
        return report(set.error(), options.json);
    if (options.json)
        print({{"tables", listOf(tables)}, {"watched", !options.off}});
    else
        printLine(
            (options.off ? coreTr("Not watched any more: %1.") : coreTr("Watched from now on: %1."))
                .arg(tables.join(QStringLiteral(", "))));
    return Done;
}

} // namespace gravin::cli
