// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/indirect_writes.h"

#include "core/base/text.h"
#include "core/database/record_statements.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

Result<FieldValues, NotDone> IndirectWrites::call(const Table& table, Operation operation,
                                                  const Key& key, const FieldValues& values) const {
    const RoutineUse use = table.writtenThrough.value(operation);
    const Routine* routine = m_run.catalog.routine(use.routine);
    if (!routine)
        return ChangeRun::failed(
            {ErrorKind::ReadOnly, coreTr("The database has no routine %1, by which %2 is written.")
                                      .arg(use.routine, table.name)});
    RoutineValues handed;
    for (const Routine::Parameter& parameter : routine->parameters) {
        if (!parameter.isGiven())
            continue;
        const auto column = use.columns.constFind(parameter.column.name);
        if (column != use.columns.constEnd() && values.contains(*column))
            handed.emplace_back(values.value(*column));
        else if (parameter.mayBeLeftOut)
            handed.emplace_back(std::nullopt);
        else
            handed.emplace_back(Value());
    }
    auto told = m_run.writer.call(*routine, handed);
    if (!told)
        return m_run.refusedByEngine(told.error(), table, key, values);
    FieldValues answers;
    for (const ToldValue& each : *told) {
        const bool isAnswer = routine->isFunction() && each.name == routine->answer.name;
        const QString column =
            isAnswer ? keyColumnOf(table, use, *routine) : use.columns.value(each.name);
        if (table.column(column))
            answers.insert(column, each.value);
    }
    return answers;
}

Result<FieldValues, NotDone> IndirectWrites::stored(const Table& table, const Key& key) const {
    auto record = TableReader(m_run.session, table).record(key);
    if (!record)
        return ChangeRun::failed(record.error());
    return *record ? fieldValues(table, **record) : FieldValues();
}

Result<Key, NotDone> IndirectWrites::insert(const Table& table, const FieldValues& written,
                                            FieldValues keyParts) const {
    const auto told = call(table, Operation::Insert, {}, written);
    if (!told)
        return told.error();
    keyParts.insert(*told);
    std::vector<Value> key;
    for (const QString& column : table.key)
        key.push_back(keyParts.value(column));
    return Key(std::move(key));
}

Step IndirectWrites::update(const Table& table, const Key& key, const FieldValues& now,
                            const FieldValues& written) const {
    if (table.writtenThrough.contains(Operation::Update)) {
        // One parameter cannot say both which record it is and what it is to be called.
        const auto moved =
            std::find_if(table.key.begin(), table.key.end(),
                         [&](const QString& column) { return written.contains(column); });
        if (moved != table.key.end())
            return ChangeRun::failed(
                {ErrorKind::ReadOnly,
                 coreTr("%1 is written through %2, which cannot change %3, by which it knows the "
                        "record.")
                     .arg(table.name, table.writtenThrough.value(Operation::Update).routine,
                          *moved)});
        FieldValues values = now;
        values.insert(written);
        if (auto told = call(table, Operation::Update, key, values); !told)
            return told.error();
    } else {
        const SqlFragment statement =
            updateStatement(m_run.session.dialect(), table, key, now, written);
        if (auto executed = m_run.writer.execute(statement.sql, statement.values); !executed)
            return m_run.refusedByEngine(executed.error(), table, key, written);
    }
    const Key after =
        RecordChange{Operation::Update, table.name, key, now, written}.keyAfter(table.key);
    const auto then = stored(table, after);
    if (!then)
        return then.error();
    const bool isOther =
        std::any_of(written.keyBegin(), written.keyEnd(), [&](const QString& column) {
            return then->value(column) != now.value(column);
        });
    // One that went is for who reads it back.
    if (!then->isEmpty() && !isOther)
        return ChangeRun::failed(
            {ErrorKind::Database,
             coreTr("The database took the change of %1 and did nothing with it.")
                 .arg(table.name)});
    return Success{};
}

Step IndirectWrites::remove(const Table& table, const Key& key, const FieldValues& now,
                            const FieldValues& guarded) const {
    if (table.writtenThrough.contains(Operation::Delete)) {
        if (auto told = call(table, Operation::Delete, key, now); !told)
            return told.error();
    } else {
        const SqlFragment statement = deleteStatement(m_run.session.dialect(), table, key, guarded);
        if (auto executed = m_run.writer.execute(statement.sql, statement.values); !executed)
            return m_run.refusedByEngine(executed.error(), table, key);
    }
    const auto then = stored(table, key);
    if (!then)
        return then.error();
    if (!then->isEmpty())
        return ChangeRun::failed(
            {ErrorKind::Database, coreTr("The database took the deletion from %1 and kept the "
                                         "record.")
                                      .arg(table.name)});
    return Success{};
}

QString keyColumnOf(const Table& table, const RoutineUse& use, const Routine& routine) {
    const QString named = use.columns.value(routine.answer.name);
    return named.isEmpty() && table.key.size() == 1 ? table.key.front() : named;
}

} // namespace gravin
