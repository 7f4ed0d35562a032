// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/binding.h"

#include "core/base/text.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/field_conditions.h"
#include "core/project/offering.h"
#include "core/value/text_form.h"

#include <algorithm>
#include <functional>

namespace gravin {

namespace {

QString notAllowed(Operation operation, const QString& by) {
    switch (operation) {
    case Operation::Insert:
        return coreTr("%1 does not allow adding records.").arg(by);
    case Operation::Update:
        return coreTr("%1 does not allow changing records.").arg(by);
    case Operation::Delete:
        return coreTr("%1 does not allow deleting records.").arg(by);
    }
    return {};
}

// The database narrows first, then the connection, then the screen.
QString reasonFor(const Project& project, const Standing& standing, const Screen& screen,
                  const Table& table, Operation operation) {
    if (const QString reason = table.reasonAgainst(operation); !reason.isEmpty())
        return reason;
    if (!project.connection.changeLog)
        return coreTr(
            "This project only reads its database, because keeping a change log in it was "
            "not agreed to.");
    if (!project.connection.allowed.allow(operation))
        return notAllowed(operation, coreTr("This connection"));
    if (!screen.allowed.allow(operation))
        return notAllowed(operation, coreTr("This screen"));
    return standing.reasonAgainst(actOf(operation), screen.id, screen.label);
}

} // namespace

bool BoundField::isEditable() const {
    return definition.editable != Editable::Never && !isOnlyShown(definition.shownAs) &&
           !column.computed && column.type.kind != TypeKind::Foreign &&
           column.stamp.when == Stamp::When::Never && (column.mayUpdate || column.mayInsert);
}

QString BoundScreen::reasonAgainst(Operation operation) const { return reasons.value(operation); }

const BoundField* BoundScreen::field(const QString& column) const {
    const auto found = std::find_if(fields.begin(), fields.end(), [&](const BoundField& field) {
        return field.name() == column;
    });
    return found == fields.end() ? nullptr : &*found;
}

QString nameFrom(const Value& value, const ColumnType& type, const LocaleForm& form) {
    constexpr qsizetype Longest = 200;
    return beginningOf(form.text(value, type), Longest);
}

QString BoundScreen::nameOf(const std::vector<Value>& values) const {
    const int naming = table->indexOf(namingColumn);
    if (naming >= 0 && static_cast<size_t>(naming) < values.size()) {
        const QString name =
            nameFrom(values[static_cast<size_t>(naming)], table->columns[naming].type, form);
        if (!name.trimmed().isEmpty())
            return name;
    }
    std::vector<Value> key;
    for (const QString& column : table->key)
        key.push_back(values[static_cast<size_t>(table->indexOf(column))]);
    return keyText(Key(std::move(key)), table->keyTypes());
}

QList<Tag> BoundScreen::tagsOf(const std::vector<Value>& values) const {
    QList<Tag> found;
    if (tags.isEmpty())
        return found;
    const Present present = Present::take();
    for (const BoundTag& each : tags) {
        if (isTrueOf(each.when, values, present))
            found += each.tag;
    }
    return found;
}

namespace {

std::optional<BoundExpression> conditionFrom(const QString& text, const Table& table) {
    if (text.isEmpty())
        return std::nullopt;
    auto bound = bindCondition(text, table);
    return bound ? std::optional(std::move(*bound)) : std::nullopt; // the binding check says why
}

} // namespace

BoundField bindField(const Project& project, const Catalog& catalog, const Table& table,
                     const ScreenField& placement) {
    const int index = table.indexOf(placement.column);
    const Column& column = table.columns[index];
    const FieldDefinition* definition =
        project.definition(table.definitionTable(column), column.name);
    BoundField field{
        column,
        index,
        placement.applied(definition ? *definition : generateDefinition(catalog, table, column)),
        placement,
        table.key.contains(column.name),
        project.form()};
    if (field.definition.editable == Editable::Always)
        field.far = farFieldOf(table, column, catalog);
    field.visibleWhen = conditionFrom(placement.visibleWhen, table);
    field.editableWhen = conditionFrom(field.definition.editableWhen, table);
    field.requiredWhen = conditionFrom(field.definition.requiredWhen, table);
    return field;
}

namespace {

QMap<Act, QString> forbiddenOn(const Standing& standing, const Screen& screen) {
    QMap<Act, QString> forbidden;
    for (const Act act : allActs()) {
        const QString reason =
            isOfScreens(act) ? standing.reasonAgainst(act, screen.id, screen.label) : QString();
        if (!reason.isEmpty())
            forbidden.insert(act, reason);
    }
    return forbidden;
}

} // namespace

Result<BoundScreen> bindScreen(const Project& project, const Catalog& catalog,
                               const Screen& screen) {
    const Table* table = catalog.table(screen.table);
    if (!table)
        return Error{ErrorKind::NotFound,
                     coreTr("The screen %1 shows the table %2, which the database does not have.")
                         .arg(screen.label, screen.table)};
    const Standing standing = Standing::of(project, catalog);
    if (const QString reason = standing.reasonAgainst(Act::Open, screen.id, screen.label);
        !reason.isEmpty())
        return Error{ErrorKind::Refused, reason};
    BoundScreen bound;
    bound.screen = screen;
    bound.forbidden = forbiddenOn(standing, screen);
    bound.table = std::make_shared<const Table>(*table);
    bound.computed = std::make_shared<const ComputedColumns>(*table);
    for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete})
        bound.reasons.insert(operation, reasonFor(project, standing, screen, *table, operation));
    const auto& reasons = bound.reasons;
    if (std::none_of(reasons.begin(), reasons.end(), std::mem_fn(&QString::isEmpty)))
        bound.readOnlyReason = reasons[Operation::Update];
    bound.form = project.form();
    bound.namingColumn = namingColumn(*table);
    for (const ScreenField& placement : screen.fields) {
        const int index = table->indexOf(placement.column);
        if (index < 0) {
            bound.missingColumns += placement.column;
            continue;
        }
        if (bound.field(placement.column) || standing.isHidden(screen.id, placement.column))
            continue; // a column is shown once
        bound.fields += bindField(project, catalog, *table, placement);
        if (standing.isLocked(screen.id, placement.column))
            bound.fields.back().definition.editable = Editable::Never;
    }
    for (const Tag& tag : project.checks.value(table->written()).tags) {
        if (reasonAgainst(tag, *table).isEmpty())
            bound.tags.append({tag, *bindCondition(tag.when, *table)});
    }
    // What is frozen stands first, in its own order.
    std::stable_partition(bound.fields.begin(), bound.fields.end(),
                          [](const BoundField& field) { return field.placement.frozen; });
    return bound;
}

namespace {

FieldRule fieldRuleOf(const FieldDefinition& field) {
    const bool isFixed = isOnlyShown(field.shownAs);
    return FieldRule{field.column,
                     field.shownLabel(),
                     field.required,
                     field.editable == Editable::Always && !isFixed,
                     field.editable != Editable::Never && !isFixed,
                     {},
                     field.message};
}

// What all screens share. What one of them lets people write, they may write.
void addFieldRules(const Project& project, const Standing& standing, const QString& table,
                   TableRules& rules) {
    for (const FieldDefinition& field : project.fields.value(table)) {
        if (rules.rule(field.column))
            continue;
        FieldRule rule = fieldRuleOf(field);
        rule.editableWhen = field.editableWhen;
        bool isShown = false;
        bool isOpen = false;
        for (const Screen& screen : project.screens) {
            const ScreenField* placed =
                screen.table == table ? screen.field(field.column) : nullptr;
            if (!placed)
                continue;
            isShown = true;
            if (!standing.may(Act::Open, screen.id) || standing.isLocked(screen.id, field.column))
                continue;
            isOpen = true;
            const FieldDefinition applied = placed->applied(field);
            const FieldRule there = fieldRuleOf(applied);
            rule.editable = rule.editable || there.editable;
            rule.settable = rule.settable || there.settable;
            if (applied.editableWhen != field.editableWhen)
                rule.editableWhen.clear();
        }
        // What roles close on each screen that shows it is closed.
        if (standing.isLimited() && isShown && !isOpen)
            rule.editable = rule.settable = false;
        rules.fields += rule;
    }
}

// What no screen of a table lets people do, though there are some.
void addReasons(const Project& project, const Standing& standing, const Table& table,
                TableRules& rules) {
    for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        bool isShown = false;
        bool isAllowed = false;
        for (const Screen& screen : project.screens) {
            if (screen.table != table.name)
                continue;
            isShown = true;
            isAllowed = isAllowed || (screen.allowed.allow(operation) &&
                                      standing.may(actOf(operation), screen.id));
        }
        if (isShown && !isAllowed)
            rules.reasons.insert(operation,
                                 notAllowed(operation, coreTr("No screen of %1").arg(table.name)));
    }
}

// What roles forbid on every screen of a table; of one that no screen shows, all, but to who
// builds.
void addForbidden(const Project& project, const Standing& standing, const Table& table,
                  TableRules& rules) {
    if (!standing.isLimited())
        return;
    const bool isShown =
        std::any_of(project.screens.begin(), project.screens.end(),
                    [&](const Screen& screen) { return screen.table == table.name; });
    for (const Act act : allActs()) {
        const bool may =
            isShown && isOfScreens(act)
                ? std::any_of(project.screens.begin(), project.screens.end(),
                              [&](const Screen& screen) {
                                  return screen.table == table.name && standing.may(act, screen.id);
                              })
                : standing.may(act) && (isShown || standing.may(Act::Build));
        if (!may)
            rules.forbidden.insert(act, coreTr("“%1” is not among what your role may do with %2.")
                                            .arg(actLabel(act), table.name));
    }
    if (isShown)
        return;
    for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        const QString reason = rules.forbidden.value(actOf(operation));
        if (!reason.isEmpty())
            rules.reasons.insert(operation, reason);
    }
}

// Of a SELECT that lacks some of the table's columns, only what can be asked of it: the one door
// asks the rest of the table itself.
void addCheckRules(const Project& project, const Catalog& catalog, const Table& table,
                   TableRules& rules) {
    const Table* written = catalog.table(table.written());
    const TableChecks checks = project.checks.value(table.written());
    QList<CheckRule> all;
    for (const Check& check : checks.checks) {
        const bool fits = reasonAgainst(check, checks.stages, table).isEmpty();
        if (fits || !table.isQuery())
            all += ruleOf(check, checks.stages, table, rules, project.form());
    }
    const auto addOfField = [&](const FieldDefinition& field, const char* name,
                                const QString& condition, const QString& message) {
        Check check;
        check.kind = CheckKind::Condition;
        check.column = field.column;
        check.condition = condition;
        check.message = message;
        if (!reasonAgainst(check, checks.stages, table).isEmpty())
            return; // the binding check says why
        all += ruleOf(check, checks.stages, table, rules, project.form());
        all.back().name = QLatin1String(name);
    };
    for (const FieldDefinition& field : project.fields.value(table.written())) {
        const Column* column = table.column(field.column);
        if (field.shownAs == ShownAs::Lookup && !field.lookup.where.isEmpty())
            addOfField(
                field, OfferedCheck, offeredCheck(field.column, field.lookup),
                coreTr("%1 is none of those that are offered here.").arg(field.shownLabel()));
        if (!field.requiredWhen.isEmpty() && column)
            addOfField(field, "required", requiredCheck(field, *column),
                       field.message.isEmpty()
                           ? coreTr("%1 is missing. Fill it in.").arg(field.shownLabel())
                           : field.message);
    }
    if (written && written == &table)
        all += databaseRules(table, project.connection.engine, rules, project.form());
    rules.checks += all;
}

} // namespace

std::shared_ptr<const ScreenRules> screenRulesOf(const BoundScreen& screen) {
    ScreenRules rules;
    rules.table = screen.table->written();
    for (const BoundField& field : screen.fields) {
        rules.fields += fieldRuleOf(field.definition);
        rules.fields.back().editableWhen = field.definition.editableWhen;
    }
    for (auto reason = screen.reasons.begin(); reason != screen.reasons.end(); ++reason) {
        if (!reason->isEmpty())
            rules.reasons.insert(reason.key(), *reason);
    }
    rules.forbidden = screen.forbidden;
    return std::make_shared<const ScreenRules>(std::move(rules));
}

RuleBook rulesOf(const Project& project, const Catalog& catalog) {
    const Standing standing = Standing::of(project, catalog);
    RuleBook book;
    for (auto table = project.fields.begin(); table != project.fields.end(); ++table)
        addFieldRules(project, standing, table.key(), book[table.key()]);
    for (const Table& table : catalog.tables) {
        TableRules& rules = book[table.name];
        if (table.isQuery())
            addFieldRules(project, standing, table.written(), rules);
        addReasons(project, standing, table, rules);
        addForbidden(project, standing, table, rules);
        addCheckRules(project, catalog, table, rules);
    }
    return book;
}

} // namespace gravin
