// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/written_through.h"

#include "core/base/text.h"
#include "core/changes/indirect_writes.h"

#include <algorithm>

namespace gravin {

namespace {

// What parameters are marked by, to be told from columns.
QStringList namesOf(const QString& parameter, const Table& table) {
    QStringList names{parameter};
    for (const QString& mark : {QStringLiteral("p_"), QStringLiteral("in_"), QStringLiteral("_"),
                                QStringLiteral("v_"), table.relation + u'_'}) {
        if (parameter.startsWith(mark, Qt::CaseInsensitive))
            names += parameter.mid(mark.size());
    }
    return names;
}

} // namespace

RoutineUse proposedUse(const Routine& routine, const Table& table) {
    RoutineUse use{routine.name, {}};
    for (const Routine::Parameter& parameter : routine.parameters) {
        for (const QString& name : namesOf(parameter.column.name, table)) {
            const auto found =
                std::find_if(table.columns.begin(), table.columns.end(), [&](const Column& column) {
                    return column.expression.isEmpty() &&
                           column.name.compare(name, Qt::CaseInsensitive) == 0;
                });
            if (found == table.columns.end())
                continue;
            use.columns.insert(parameter.column.name, found->name);
            break;
        }
    }
    return use;
}

QString reasonAgainstUse(const RoutineUse& use, Operation operation, const Catalog& catalog,
                         const Table& table) {
    const Routine* routine = catalog.routine(use.routine);
    if (!routine)
        return coreTr("The database has no routine %1.").arg(use.routine);
    if (!routine->mayCall)
        return coreTr("This account has no right to call %1.").arg(routine->name);
    if (routine->answersRows)
        return coreTr("%1 gives rows: it is a source, and writes no record.").arg(routine->name);
    for (auto column = use.columns.begin(); column != use.columns.end(); ++column) {
        const bool isAnswer = routine->isFunction() && column.key() == routine->answer.name;
        if (!isAnswer && !routine->parameter(column.key()))
            return coreTr("%1 has no parameter %2.").arg(routine->name, column.key());
        if (!table.column(*column))
            return coreTr("%1 has no column %2.").arg(table.name, *column);
    }
    for (const Routine::Parameter& parameter : routine->parameters) {
        if (parameter.isGiven() && !parameter.mayBeLeftOut &&
            !use.columns.contains(parameter.column.name))
            return coreTr("Say which field %1 gets for %2.")
                .arg(routine->name, parameter.column.name);
    }
    const QStringList mapped = use.columns.values();
    for (const QString& part : table.key) {
        const bool isTold = operation == Operation::Insert && routine->isFunction() &&
                            keyColumnOf(table, use, *routine) == part;
        const bool isGiven = operation == Operation::Insert && table.column(part)->mayBeLeftOut();
        if (!mapped.contains(part) && !isTold)
            return isGiven ? coreTr("%1 does not tell the key %2 of the new record, so that nobody "
                                    "would know which it is.")
                                 .arg(routine->name, part)
                           : coreTr("%1 does not take the key %2, by which it would know the "
                                    "record.")
                                 .arg(routine->name, part);
    }
    return {};
}

} // namespace gravin
