// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/changes/routine_calls.h"
#include "core/fitting/routine_step.h"

namespace gravin::cli {

namespace {

QString kindOf(const Routine& routine) {
    return !routine.isFunction() ? coreTr("procedure")
           : routine.answersRows ? coreTr("function that gives rows")
                                 : coreTr("function");
}

Json jsonOf(const Routine& routine) {
    Json entry = {
        {"name", utf8(routine.name)},  {"kind", routine.isFunction() ? "function" : "procedure"},
        {"rows", routine.answersRows}, {"only_reads", routine.onlyReads},
        {"may_call", routine.mayCall}, {"comment", utf8(routine.comment)}};
    entry["parameters"] = Json::array();
    for (const Routine::Parameter& each : routine.parameters) {
        const char* direction = !each.isGiven() ? "out" : each.isTold() ? "inout" : "in";
        entry["parameters"].push_back({{"name", utf8(each.column.name)},
                                       {"declared", utf8(each.column.declaredType)},
                                       {"type", utf8(describe(each.column.type))},
                                       {"direction", direction},
                                       {"may_be_left_out", each.mayBeLeftOut}});
    }
    return entry;
}

} // namespace

int runRoutines(const RoutinesOptions& options) {
    const auto spec = connectionOf(options.source);
    if (!spec)
        return report(spec.error(), options.json);
    const auto opened = openDatabase(*spec, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    if (options.json) {
        Json routines = Json::array();
        for (const Routine& routine : opened->catalog.routines)
            routines.push_back(jsonOf(routine));
        print({{"routines", routines}});
        return Done;
    }
    QList<QStringList> rows;
    for (const Routine& routine : opened->catalog.routines)
        rows += {routine.described(), kindOf(routine), routine.answer.declaredType,
                 routine.onlyReads ? coreTr("only reads")
                 : routine.mayCall ? QString()
                                   : coreTr("no right to call it")};
    printTable({coreTr("routine"), coreTr("kind"), coreTr("gives"), {}}, rows);
    return Done;
}

int runCall(const CallOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return report(opened.error(), options.json);
    // Screens offer routines as actions; any of them by its name is for who builds them.
    if (const Status may = mayDo(*opened, Act::Build); !may)
        return report(may.error(), options.json);
    const Routine* routine = opened->catalog.routine(options.routine);
    if (!routine)
        return report({ErrorKind::Usage,
                       coreTr("The database has no routine %1. “gravin routines” lists them.")
                           .arg(options.routine)},
                      options.json);
    if (!routine->mayCall)
        return report({ErrorKind::ReadOnly,
                       coreTr("This account has no right to call %1.").arg(routine->name)},
                      options.json);
    const auto values = givenTo(*routine, options.with, opened->project.form());
    if (!values)
        return report(values.error(), options.json);
    const auto handed = handedTo(*routine, *values);
    if (!handed)
        return report(handed.error(), options.json);
    if (!agreesToCall(noteOnCall(*routine, opened->catalog, {}), options.yes))
        return report({ErrorKind::Usage, coreTr("Nothing was called.")}, options.json);
    ChangeRequest request;
    request.person = personName();
    request.action = CallAction;
    request.note = routine->name;
    request.calls.push_back({routine->name, *handed, {}});
    const auto written =
        ChangeWriter(*opened->session, opened->catalog, opened->rules).write(request);
    if (!written)
        return report(written.error(), opened->catalog, options.json);
    if (options.json) {
        Json told = Json::object();
        for (const ToldValue& each : written->told.front())
            told[utf8(each.name)] = utf8(opened->project.form().text(each.value, each.type));
        print({{"change", written->id}, {"records", written->count()}, {"told", told}});
        return Done;
    }
    printLine(coreTr("Change %1: %2.").arg(written->id).arg(countedRecords(written->count())));
    if (const QString told = toldText(written->told, opened->project.form()); !told.isEmpty())
        printLine(coreTr("It told: %1.").arg(told));
    return Done;
}

} // namespace gravin::cli
