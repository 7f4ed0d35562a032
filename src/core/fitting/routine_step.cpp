// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/routine_step.h"

#include "core/base/text.h"
#include "core/changes/routine_calls.h"
#include "core/fitting/action_steps.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

constexpr size_t CallsToldOf = 3;

WriteFailure failure(const Error& error) { return {error, {}, {}}; }

Error noRoutine(const QString& name) {
    return {ErrorKind::Usage, coreTr("The database has no routine %1.").arg(name)};
}

// What each parameter gets from a record.
Result<QMap<QString, Value>> fromRecord(const ActionStep& step, const Routine& routine,
                                        const Table& table, const Record& record) {
    QMap<QString, Value> values;
    for (auto each = step.values.begin(); each != step.values.end(); ++each) {
        const Routine::Parameter* parameter = routine.parameter(each.key());
        if (!parameter)
            return Error{ErrorKind::Usage,
                         coreTr("%1 has no parameter %2.").arg(routine.name, each.key())};
        const auto computed = stepValue(*each, table, record.values);
        if (!computed)
            return computed.error();
        auto value = valueFor(parameter->column, *computed);
        if (!value)
            return value.error();
        values.insert(each.key(), *value);
    }
    return values;
}

} // namespace

QList<Routine::Parameter> askedBy(const ActionStep& step, const Routine& routine) {
    QList<Routine::Parameter> asked;
    for (const Routine::Parameter& parameter : routine.parameters) {
        if (parameter.isGiven() && !parameter.mayBeLeftOut &&
            !step.values.contains(parameter.column.name))
            asked += parameter;
    }
    return asked;
}

QString noteOnCall(const Routine& routine, const Catalog& catalog, const QString& table) {
    if (routine.onlyReads)
        return {};
    QStringList watched;
    bool isAllWatched = true;
    for (const Table& each : catalog.tables) {
        if (each.kind != Table::Kind::Table)
            continue;
        if (!each.watchers.isEmpty())
            watched += each.name;
        isAllWatched = isAllWatched && !each.watchers.isEmpty();
    }
    if (isAllWatched && !watched.isEmpty())
        return {};
    QStringList known;
    if (!table.isEmpty())
        known += coreTr("to the chosen record of %1").arg(table);
    if (!watched.isEmpty())
        known += coreTr("to watched tables (%1)").arg(watched.join(QStringLiteral(", ")));
    if (known.isEmpty())
        return coreTr("What %1 does is in no change log and cannot be rolled back.")
            .arg(routine.name);
    return coreTr("What %1 does %2 is in the change log. What else it does is not, and cannot be "
                  "rolled back.")
        .arg(routine.name, known.join(coreTr(" and ")));
}

QString reasonAgainstCall(const ActionStep& step, const Catalog& catalog, const Table& table) {
    const Routine* routine = catalog.routine(step.name);
    if (!routine)
        return noRoutine(step.name).sentence;
    if (!routine->mayCall)
        return coreTr("This account has no right to call %1.").arg(routine->name);
    if (routine->answersRows)
        return coreTr("%1 gives rows: it is a source, and no step.").arg(routine->name);
    for (auto each = step.values.begin(); each != step.values.end(); ++each) {
        const Routine::Parameter* parameter = routine->parameter(each.key());
        if (!parameter || !parameter->isGiven())
            return coreTr("%1 takes no parameter %2.").arg(routine->name, each.key());
        const auto bound = bindExpression(*each, table);
        if (!bound)
            return bound.error().sentence;
    }
    for (const Routine::Parameter& parameter : askedBy(step, *routine)) {
        if (parameter.column.name.isEmpty())
            return coreTr("A parameter of %1 has no name by which it could be asked for.")
                .arg(routine->name);
    }
    return {};
}

Result<RoutineValues> handedTo(const Routine& routine, const QMap<QString, Value>& values) {
    for (auto each = values.keyBegin(); each != values.keyEnd(); ++each) {
        const Routine::Parameter* parameter = routine.parameter(*each);
        if (!parameter || !parameter->isGiven())
            return Error{ErrorKind::Usage,
                         coreTr("%1 takes no parameter %2.").arg(routine.described(), *each)};
    }
    RoutineValues handed;
    for (const Routine::Parameter& parameter : routine.parameters) {
        if (!parameter.isGiven())
            continue;
        const auto found = values.constFind(parameter.column.name);
        if (found != values.constEnd())
            handed.emplace_back(*found);
        else if (parameter.mayBeLeftOut)
            handed.emplace_back(std::nullopt);
        else
            return Error{
                ErrorKind::Usage,
                coreTr("%1 needs a value for %2.").arg(routine.described(), parameter.column.name)};
    }
    return handed;
}

Result<ChangeRequest, WriteFailure> callRequest(Session& session, const Catalog& catalog,
                                                const BoundScreen& screen,
                                                const ScreenAction& action, const ActionStep& step,
                                                const std::vector<Key>& keys,
                                                const QMap<QString, Value>& asked) {
    const Table& table = *screen.table;
    if (const QString reason = reasonAgainstCall(step, catalog, table); !reason.isEmpty())
        return failure({ErrorKind::Usage, reason});
    const Routine& routine = *catalog.routine(step.name);
    ChangeRequest request;
    request.screen = screen.screen.label;
    request.screenRules = screenRulesOf(screen);
    request.action = CallAction;
    request.note = QStringLiteral("%1: %2").arg(action.name, routine.name);
    for (const Key& key : keys) {
        const auto record = TableReader(session, table).record(key);
        if (!record)
            return failure(record.error());
        if (!*record)
            return failure(
                {ErrorKind::NotFound, coreTr("%1 has no record with the key %2.")
                                          .arg(table.name, keyText(key, table.keyTypes()))});
        auto values = fromRecord(step, routine, table, **record);
        if (!values)
            return failure(values.error());
        values->insert(asked);
        auto handed = handedTo(routine, *values);
        if (!handed)
            return failure(handed.error());
        request.calls.push_back({routine.name, std::move(*handed), {{table.name, key}}});
    }
    return request;
}

QString toldText(const std::vector<QList<ToldValue>>& told, const LocaleForm& form) {
    QStringList parts;
    for (size_t i = 0; i < std::min(told.size(), CallsToldOf); ++i) {
        for (const ToldValue& each : told[i]) {
            if (!each.value.isNull())
                parts += QStringLiteral("%1 %2").arg(each.name, form.text(each.value, each.type));
        }
    }
    return parts.join(QStringLiteral(", "));
}

} // namespace gravin
