// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/routine_calls.h"

#include "core/base/text.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

const QString CallAction = QStringLiteral("call");

Step RoutineCalls::apply() {
    if (m_run.request.calls.empty())
        return Success{};
    if (!m_run.session.spec().allowed.any())
        return ChangeRun::failed(
            {ErrorKind::ReadOnly, coreTr("This connection does not allow it.")});
    for (const RoutineCall& each : m_run.request.calls) {
        if (const Step goesOn = m_run.mayContinue(); !goesOn)
            return goesOn;
        if (const Step called = call(each); !called)
            return called;
    }
    return Success{};
}

Step RoutineCalls::call(const RoutineCall& call) {
    const Routine* routine = m_run.catalog.routine(call.routine);
    if (!routine)
        return ChangeRun::failed(
            {ErrorKind::NotFound, coreTr("The database has no routine %1.").arg(call.routine)});
    const auto given = std::count_if(routine->parameters.begin(), routine->parameters.end(),
                                     [](const auto& each) { return each.isGiven(); });
    if (given != static_cast<qsizetype>(call.values.size()))
        return ChangeRun::failed(
            {ErrorKind::Usage,
             coreTr("%1 takes %2.").arg(routine->name, counted(given, "value", "values"))});
    if (const QString reason = reasonAgainst(call); !reason.isEmpty())
        return ChangeRun::failed({ErrorKind::ReadOnly, reason});
    const auto before = read(call);
    if (!before)
        return before.error();
    auto told = m_run.writer.call(*routine, call.values);
    if (!told) {
        Error error = told.error();
        if (error.kind == ErrorKind::Refused)
            error.sentence = coreTr("%1 was refused: %2").arg(routine->name, error.sentence);
        return ChangeRun::failed(std::move(error));
    }

    m_run.change.told.push_back(std::move(*told));
    return log(*before);
}

// Whoever may not change the records that it is for does not have them changed.
QString RoutineCalls::reasonAgainst(const RoutineCall& call) const {
    for (const auto& [name, key] : call.records) {
        const Table* table = m_run.catalog.table(name);
        const QString written = table ? table->written() : name;
        const ScreenRules* screen = m_run.request.rulesFor(written);
        const auto& reasons = screen ? screen->reasons : m_run.rules.value(written).reasons;
        if (const QString reason = reasons.value(Operation::Update); !reason.isEmpty())
            return reason;
    }
    return {};
}

Result<RoutineCalls::Known, NotDone> RoutineCalls::read(const RoutineCall& call) const {
    Known known;
    for (const auto& [name, key] : call.records) {
        const Table* table = m_run.catalog.table(name);
        if (table && table->isQuery())
            table = m_run.catalog.table(table->base);
        if (!table || table->key.isEmpty())
            continue;
        auto record = TableReader(m_run.session, *table).recordToChange(key);
        if (!record)
            return ChangeRun::failed(record.error());
        if (!*record)
            return m_run.conflicting({table->name, key, true, {}});
        known.emplace_back(table, std::move(**record));
    }
    return known;
}

Step RoutineCalls::log(const Known& before) {
    for (const auto& [table, record] : before) {
        const auto now = TableReader(m_run.session, *table).record(record.key);
        if (!now)
            return ChangeRun::failed(now.error());
        const FieldValues was = fieldValues(*table, record);
        if (!*now) {
            // Hidden from this person's role is not gone; nothing is known of it then.
            if (!table->only.isEmpty())
                continue;
            m_run.deleted.insert({table->name, record.key});
            m_run.change.records.push_back({Operation::Delete, table->name, record.key, was, {}});
            continue;
        }
        m_run.addUpdate(*table, record.key, was, fieldValues(*table, **now));
    }
    return Success{};
}

} // namespace gravin
