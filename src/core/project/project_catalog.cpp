// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_catalog.h"

#include "core/database/reach.h"
#include "core/project/offering.h"
#include "core/project/standing.h"
#include "core/records/record_limit.h"

#include <algorithm>

namespace gravin {

namespace {

// A lookup says what a column refers to where the database does not.
QList<StatedReference> statedReferences(const Project& project) {
    QList<StatedReference> stated;
    for (auto table = project.fields.begin(); table != project.fields.end(); ++table) {
        for (const FieldDefinition& field : *table) {
            if (field.shownAs == ShownAs::Lookup)
                stated += StatedReference{table.key(), field.column, field.lookup.table,
                                          field.lookup.storedColumn};
        }
    }
    return stated;
}

QMap<QString, QStringList> givenByItself(const Project& project) {
    QMap<QString, QStringList> given;
    for (auto table = project.fields.begin(); table != project.fields.end(); ++table) {
        for (const FieldDefinition& field : *table) {
            const bool isSigned = field.shownAs == ShownAs::Signature;
            if (!field.filledWith.isEmpty() || field.stamp.when != Stamp::When::Never || isSigned)
                given[table.key()] +=
                    {field.column, field.filledWith, stampWhenName(field.stamp.when),
                     field.stamp.expression, isSigned ? shownAsName(field.shownAs) : QString()};
        }
    }
    return given;
}

// Fields that are filled, stamped or signed.
void giveByItself(Table& table, const Project& project) {
    for (Column& column : table.columns) {
        const FieldDefinition* field =
            project.definition(table.definitionTable(column), column.name);
        column.filledWith = field ? field->filledWith : QString();
        column.stamp = field ? field->stamp : Stamp();
        column.isSignature = field && field->shownAs == ShownAs::Signature;
    }
}

// A role's condition that cannot be asked leaves nothing to see: the binding check says why. Of a
// SELECT over a table that has one, its records are held to it too.
void limitRecords(Catalog& catalog, const Project& project) {
    const Standing standing = Standing::of(project, catalog);
    for (Table& table : catalog.tables) {
        QString condition = standing.recordsOf(table.name);
        if (condition.isEmpty() && table.written() != table.name)
            condition = standing.recordsOf(table.written());
        table.only = condition.isEmpty() ? QString()
                                         : recordLimit(condition, table, project.connection.engine)
                                               .value_or(QStringLiteral("1 = 0"));
    }
}

// A view that can be written is written by the key that the project gives it.
void giveKeys(Catalog& catalog, const Project& project) {
    for (Table& table : catalog.tables) {
        // One that is kept as rows may have a key of its own.
        if (table.kind != Table::Kind::View)
            continue;
        table.key = project.viewKeys.value(table.name);
        const bool isThere =
            std::all_of(table.key.begin(), table.key.end(),
                        [&](const QString& column) { return table.column(column); });
        if (!isThere)
            table.key.clear();
    }
}

bool standsFor(const RoutineUse& use, const QString& column) {
    return std::any_of(use.columns.begin(), use.columns.end(),
                       [&](const QString& each) { return each == column; });
}

// A parameter that only comes out takes nothing.
bool isTaken(const RoutineUse& use, const QString& column, const Catalog& catalog) {
    const Routine* routine = catalog.routine(use.routine);
    return std::any_of(use.columns.keyValueBegin(), use.columns.keyValueEnd(),
                       [&](const auto& each) {
                           const Routine::Parameter* parameter =
                               routine ? routine->parameter(each.first) : nullptr;
                           return each.second == column && parameter && parameter->isGiven();
                       });
}

// Where a routine does it, it counts what that takes, and not what the account may do by itself.
void writeThrough(Table& table, const QMap<Operation, RoutineUse>& uses, const Catalog& catalog) {
    if (table.asGranted) {
        table.rights = table.asGranted->rights;
        for (Column& column : table.columns) {
            const Column* granted = table.asGranted->column(column.name);
            if (!granted)
                continue;
            column.mayInsert = granted->mayInsert;
            column.mayUpdate = granted->mayUpdate;
            column.givenByDatabase = granted->givenByDatabase;
        }
    }
    table.asGranted.reset();
    table.writtenThrough = uses;
    if (uses.isEmpty())
        return;
    table.asGranted = std::make_shared<const Table>(table.stored());
    for (auto use = uses.begin(); use != uses.end(); ++use) {
        const Routine* routine = catalog.routine(use->routine);
        table.rights.set(use.key(), routine && routine->mayCall);
    }
    for (Column& column : table.columns) {
        if (uses.contains(Operation::Update))
            column.mayUpdate = standsFor(uses.value(Operation::Update), column.name) &&
                               !table.key.contains(column.name);
        if (!uses.contains(Operation::Insert))
            continue;
        const RoutineUse adds = uses.value(Operation::Insert);
        column.mayInsert = isTaken(adds, column.name, catalog);
        // What the routine does not take, it or the database gives.
        column.givenByDatabase = column.givenByDatabase || !column.mayInsert;
    }
}

} // namespace

QStringList expressionsOf(const Project& project, const QString& table) {
    QStringList texts;
    for (const ComputedField& field : project.computed.value(table))
        texts += field.expression;
    for (const FieldDefinition& field : project.fields.value(table))
        texts +=
            {field.filledWith, field.stamp.expression, field.requiredWhen, field.editableWhen,
             field.lookup.where.isEmpty() ? QString() : offeredCheck(field.column, field.lookup)};
    for (const Screen& screen : project.screens) {
        // What a SELECT shows is written to its table, where the door asks.
        const QuerySource* source = project.source(screen.table);
        if (screen.table != table && (!source || source->table != table))
            continue;
        for (const ScreenField& field : screen.fields)
            texts += {field.visibleWhen, field.own.editableWhen};
        for (const ScreenAction& action : screen.ownActions) {
            texts += action.when;
            for (const ActionStep& step : action.steps)
                texts +=
                    step.values.values() +
                    QStringList{step.does == ActionStep::Does::OpenLink ? step.text : QString()};
        }
    }
    texts.removeAll(QString());
    const TableChecks checks = project.checks.value(table);
    for (const Check& check : checks.checks)
        texts += check.condition;
    for (const Stage& stage : checks.stages)
        texts += stage.when;
    for (const Tag& tag : checks.tags)
        texts += tag.when;
    for (const KeptBulkUpdate& kept : project.bulkUpdates) {
        const Screen* screen = project.screenById(kept.screen);
        if (!screen || screen->table != table)
            continue;
        texts += kept.where;
        for (const KeptBulkUpdate::Line& line : kept.lines) {
            if (line.gets == KeptBulkUpdate::Line::Gets::Expression)
                texts += line.text;
        }
    }
    return texts;
}

bool readsOtherwise(const Project& before, const Project& after) {
    if (before.viewKeys != after.viewKeys || before.writtenThrough != after.writtenThrough ||
        before.roles != after.roles || before.computed != after.computed ||
        statedReferences(before) != statedReferences(after) ||
        givenByItself(before) != givenByItself(after))
        return true;
    const auto following = [](const Project& project) {
        QStringList tables = project.checks.keys();
        for (const Screen& screen : project.screens)
            tables += screen.table;
        QMap<QString, QStringList> texts;
        for (const QString& table : std::as_const(tables)) {
            texts[table] = expressionsOf(project, table);
            texts[table].removeIf([](const QString& text) {
                return !text.contains(QStringLiteral("->")) &&
                       !text.contains(QStringLiteral("SELECT"), Qt::CaseInsensitive);
            });
        }
        texts.removeIf([](const auto& table) { return table->isEmpty(); });
        return texts;
    };
    return following(before) != following(after);
}

void extendCatalog(Catalog& catalog, const Project& project) {
    giveKeys(catalog, project);
    for (Table& table : catalog.tables) {
        if (const auto uses = project.writtenThrough.value(table.name);
            uses != table.writtenThrough)
            writeThrough(table, uses, catalog);
    }
    // Before its tables are copied for those that refer to them.
    limitRecords(catalog, project);
    const QList<StatedReference> stated = statedReferences(project);
    const auto extend = [&](const std::shared_ptr<const CatalogReferences>& references) {
        for (Table& table : catalog.tables) {
            table.columns.removeIf(
                [](const Column& column) { return !column.expression.isEmpty(); });
            giveByItself(table, project);
            table.references = std::make_shared<const TableReferences>(references, table.name);
            addReachedColumns(table, expressionsOf(project, table.name));
            addComputedFields(table, project.computed.value(table.name));
        }
    };
    // What subqueries read of other tables is computed without subqueries: no circle can arise.
    extend(std::make_shared<const CatalogReferences>(catalog, stated));
    extend(std::make_shared<const CatalogReferences>(catalog, stated, catalog.tables));
}

} // namespace gravin
