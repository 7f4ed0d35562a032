// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"
#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/fitting/action_steps.h"
#include "core/fitting/routine_step.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QDir>

#include <algorithm>

namespace gravin::cli {

namespace {

using StepDoes = ActionStep::Does;

struct Acting {
    Opened opened;
    BoundScreen screen;
    ScreenAction action;
    std::vector<Key> keys;
    QString name; // of the first record
    QStringList with;
    bool yes = false;
};

// The records are there, and the action may be used on each.
Status look(Acting& acting) {
    const Table& table = *acting.screen.table;
    TableReader reader(*acting.opened.session, table);
    const auto when = bindCondition(acting.action.when, table);
    for (const Key& key : acting.keys) {
        const auto record = reader.record(key);
        if (!record)
            return record.error();
        const QString shown = keyText(key, table.keyTypes());
        if (!*record)
            return Error{ErrorKind::NotFound,
                         coreTr("%1 has no record with the key %2.").arg(table.name, shown)};
        if (!acting.action.when.isEmpty() &&
            !(when && isTrueOf(*when, (*record)->values, Present::take())))
            return Error{
                ErrorKind::Refused,
                coreTr("Not in the record %1 as it is: %2").arg(shown, acting.action.when)};
        if (acting.name.isEmpty())
            acting.name = acting.screen.nameOf((*record)->values);
    }
    return Success{};
}

// Each value is for one of the routines that the action calls.
Status isAskedFor(const ScreenAction& action, const Catalog& catalog, const QStringList& with) {
    for (const QString& text : with) {
        const auto pair = givenPair(text);
        if (!pair)
            return pair.error();
        const bool isTaken =
            std::any_of(action.steps.begin(), action.steps.end(), [&](const ActionStep& step) {
                const Routine* routine =
                    step.does == StepDoes::Call ? catalog.routine(step.name) : nullptr;
                const Routine::Parameter* parameter =
                    routine ? routine->parameter(pair->first) : nullptr;
                return parameter && parameter->isGiven();
            });
        if (!isTaken)
            return Error{ErrorKind::Usage,
                         coreTr("Nothing that “%1” calls takes %2.").arg(action.name, pair->first)};
    }
    return Success{};
}

Result<Acting> prepare(const ActOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return opened.error();
    auto screen = findScreen(*opened, options.screen);
    if (!screen)
        return screen.error();
    const QList<ScreenAction>& all = screen->screen.ownActions;
    const auto action = std::find_if(all.begin(), all.end(), [&](const ScreenAction& each) {
        return each.name.compare(options.action, Qt::CaseInsensitive) == 0;
    });
    if (action == all.end()) {
        QStringList names;
        for (const ScreenAction& each : all)
            names += each.name;
        return Error{ErrorKind::Usage,
                     coreTr("The screen %1 has no action “%2”. It has: %3.")
                         .arg(screen->screen.label, options.action,
                              names.isEmpty() ? coreTr("none") : names.join(QStringLiteral(", ")))};
    }
    if (const QString reason = reasonAgainst(*action, opened->project, opened->catalog, *screen);
        !reason.isEmpty())
        return Error{ErrorKind::Usage, reason};
    if (const Status asked = isAskedFor(*action, opened->catalog, options.with); !asked)
        return asked.error();
    std::vector<Key> keys;
    for (const QString& text : options.keys) {
        auto key = keyFrom(*opened, *screen->table, text);
        if (!key)
            return key.error();
        keys.push_back(std::move(*key));
    }
    Acting acting{std::move(*opened), std::move(*screen), *action, std::move(keys), {},
                  options.with,       options.yes};
    if (const Status there = look(acting); !there)
        return there.error();
    return acting;
}

Result<ChangeRequest, WriteFailure> callOf(const Acting& acting, const ActionStep& step) {
    const Routine* routine = acting.opened.catalog.routine(step.name);
    if (!routine)
        return WriteFailure{
            {ErrorKind::Usage, coreTr("The database has no routine %1.").arg(step.name)}, {}, {}};
    // The values are for all routines of the action: each takes those that it asks for.
    QStringList with;
    for (const Routine::Parameter& parameter : routine->parameters) {
        for (const QString& text : acting.with) {
            if (text.startsWith(parameter.column.name + u'='))
                with += text;
        }
    }
    const auto asked = givenTo(*routine, with, acting.opened.project.form());
    if (!asked)
        return WriteFailure{asked.error(), {}, {}};
    if (!agreesToCall(noteOnCall(*routine, acting.opened.catalog, acting.screen.table->written()),
                      acting.yes))
        return WriteFailure{{ErrorKind::Usage, coreTr("Nothing was called.")}, {}, {}};
    return callRequest(*acting.opened.session, acting.opened.catalog, acting.screen, acting.action,
                       step, acting.keys, *asked);
}

Result<QString, WriteFailure> write(const Acting& acting, const ActionStep& step) {
    auto request = step.does == StepDoes::Call
                       ? callOf(acting, step)
                       : requestOf(*acting.opened.session, acting.opened.project, acting.screen,
                                   acting.opened.rules.value(acting.screen.table->written()),
                                   acting.action, step, acting.keys);
    if (!request)
        return request.error();
    request->person = personName();
    const auto written =
        ChangeWriter(*acting.opened.session, acting.opened.catalog, acting.opened.rules)
            .write(*request);
    if (!written)
        return written.error();
    if (step.does == StepDoes::Call) {
        const QString told = toldText(written->told, acting.opened.project.form());
        const QString said =
            coreTr("Change %1: %2.").arg(written->id).arg(countedRecords(written->count()));
        return told.isEmpty() ? said : said + u' ' + coreTr("It told: %1.").arg(told);
    }
    return written->id > 0
               ? coreTr("Change %1: %2.").arg(written->id).arg(countedRecords(written->count()))
               : coreTr("Nothing to change: the record already is so.");
}

Result<QString, WriteFailure> printed(const Acting& acting, const ActionStep& step) {
    if (step.text.isEmpty())
        return coreTr("Left to the window: %1.").arg(actionStepLabel(step.does));
    if (const QString reason = acting.screen.reasonAgainst(Act::Print); !reason.isEmpty())
        return WriteFailure{{ErrorKind::Refused, reason}, {}, {}};
    const QString path = printedFile(step, acting.action.name, acting.name);
    const auto report = printToPdf(
        *acting.opened.session, acting.opened.catalog, acting.opened.rules, acting.screen,
        printSetUpOf(step, acting.opened.project, acting.screen.screen.id, acting.keys),
        *pageNamed(QStringLiteral("A4"), QPageLayout::Portrait), path);
    if (!report)
        return WriteFailure{report.error(), {}, {}};
    if (!report->gaps.empty())
        return WriteFailure{
            {ErrorKind::Refused, coreTr("Not printed: %1").arg(report->gaps.front().reason)},
            {},
            {}};
    return coreTr("Printed to %1.").arg(path);
}

} // namespace

int runAct(const ActOptions& options) {
    auto acting = prepare(options);
    if (!acting)
        return report(acting.error(), options.json);
    Json done = Json::array();
    for (const ActionStep& step : acting->action.steps) {
        const auto said =
            writes(step.does) ? write(*acting, step)
            : step.does == StepDoes::Print
                ? printed(*acting, step)
                : Result<QString, WriteFailure>(
                      coreTr("Left to the window: %1.").arg(actionStepLabel(step.does)));
        if (!said)
            return report(said.error(), acting->opened.catalog, options.json);
        if (options.json)
            done.push_back(utf8(*said));
        else
            printLine(*said);
    }
    if (options.json)
        print({{"done", done}});
    return Done;
}

} // namespace gravin::cli
