// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/action_steps.h"

#include "core/base/text.h"
#include "core/fitting/routine_step.h"
#include "core/project/kept_bulk_update.h"

#include <algorithm>

namespace gravin {

namespace {

using StepDoes = ActionStep::Does;
using SetLine = KeptBulkUpdate::Line;

QString reasonAgainstExpression(const QString& text, const Table& table) {
    const auto bound = bindExpression(text, table);
    return bound ? QString() : bound.error().sentence;
}

QString reasonAgainstGoing(const ActionStep& step, const Project& project, const Catalog& catalog,
                           const Table& table) {
    const Screen* there = project.screenById(step.screen);
    const Table* target = there ? catalog.table(there->table) : nullptr;
    if (!target)
        return coreTr("There is no screen %1.").arg(step.screen);
    for (const QString& column : step.columns) {
        if (!table.column(column))
            return coreTr("%1 has no column %2.").arg(table.name, column);
    }
    for (const QString& column : step.match + step.values.keys()) {
        if (!target->column(column))
            return coreTr("%1 has no column %2.").arg(target->name, column);
    }
    if (step.where.isEmpty())
        return {};
    const auto bound = bindCondition(step.where, *target);
    return bound ? QString() : bound.error().sentence;
}

} // namespace

Result<BulkValues> valuesOf(const ActionStep& step, const Project& project,
                            const BoundScreen& screen) {
    QList<SetLine> lines;
    bool fills = true;
    if (step.does == StepDoes::BulkUpdate) {
        const KeptBulkUpdate* kept = project.bulkUpdate(screen.screen.id, step.name);
        if (!kept)
            return Error{ErrorKind::Usage,
                         coreTr("No bulk update “%1” is kept here.").arg(step.name)};
        lines = kept->lines;
        fills = kept->fills;
    }
    for (auto value = step.values.begin(); value != step.values.end(); ++value)
        lines += SetLine{value.key(), SetLine::Gets::Expression, *value};
    BulkValues values;
    values.fills = fills;
    for (const SetLine& line : std::as_const(lines)) {
        const BoundField* field = screen.field(line.column);
        if (!field)
            return Error{ErrorKind::Usage,
                         coreTr("%1 has no field %2.").arg(screen.screen.label, line.column)};
        if (Status added = addTo(values, line, *screen.table, field->label()); !added)
            return added.error();
    }
    if (lines.isEmpty())
        return Error{ErrorKind::Usage, coreTr("It sets no field.")};
    return values;
}

Result<ChangeRequest, WriteFailure> requestOf(Session& session, const Project& project,
                                              const BoundScreen& screen, const TableRules& rules,
                                              const ScreenAction& action, const ActionStep& step,
                                              const std::vector<Key>& keys) {
    const auto values = valuesOf(step, project, screen);
    if (!values)
        return WriteFailure{values.error(), {}, {}};
    BulkScope scope;
    scope.keys = keys;
    auto preview = previewBulkUpdate(session, screen.table, rules, scope, *values);
    if (!preview)
        return WriteFailure{preview.error(), {}, {}};
    if (preview->refused > 0 && !preview->problems.empty())
        return WriteFailure{
            {ErrorKind::Refused, preview->problems.front().message}, preview->problems, {}};
    ChangeRequest request =
        bulkUpdateRequest(std::make_shared<const BulkPreview>(std::move(*preview)));
    request.screen = screen.screen.label;
    request.screenRules = screenRulesOf(screen);
    request.note = action.name;
    // Setting fields is no more than a person could do by hand there.
    if (step.does == StepDoes::Set) {
        request.action = QStringLiteral("edit");
        request.act.reset();
    }
    return request;
}

Result<Value> stepValue(const QString& expression, const Table& table,
                        const std::vector<Value>& values) {
    const auto bound = bindExpression(expression, table);
    if (!bound)
        return Error{ErrorKind::Usage, bound.error().sentence};
    RecordValues places;
    for (const Value& value : values)
        places.push_back(&value);
    return evaluate(*bound, places, Present::take());
}

QString reasonAgainst(const ScreenAction& action, const Project& project, const Catalog& catalog,
                      const BoundScreen& screen) {
    const Table& table = *screen.table;
    if (!action.when.isEmpty()) {
        const auto bound = bindCondition(action.when, table);
        if (!bound)
            return bound.error().sentence;
    }
    if (action.steps.isEmpty())
        return coreTr("It has no steps.");
    for (const ActionStep& step : action.steps) {
        QString reason;
        switch (step.does) {
        case StepDoes::Set:
        case StepDoes::BulkUpdate:
            if (const auto values = valuesOf(step, project, screen); !values)
                reason = values.error().sentence;
            break;
        case StepDoes::NewRecord:
            reason = reasonAgainstGoing(step, project, catalog, table);
            for (auto value = step.values.begin(); reason.isEmpty() && value != step.values.end();
                 ++value)
                reason = reasonAgainstExpression(*value, table);
            break;
        case StepDoes::GoTo:
            reason = reasonAgainstGoing(step, project, catalog, table);
            break;
        case StepDoes::OpenLink:
            reason = reasonAgainstExpression(step.text, table);
            break;
        case StepDoes::Call:
            reason = reasonAgainstCall(step, catalog, table);
            break;
        case StepDoes::Print:
            if (!step.name.isEmpty() && !project.cardsNamed(screen.screen.id, step.name))
                reason = coreTr("No cards “%1” are kept here.").arg(step.name);
            break;
        case StepDoes::Next:
        case StepDoes::Close:
            break;
        }
        if (!reason.isEmpty())
            return reason;
    }
    return {};
}

} // namespace gravin
