// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/fitting/findings/finding_collector.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/list_query.h"
#include "core/fitting/screen_links.h"

#include <algorithm>

namespace gravin {

namespace {

// Whether the project computes a field of this name; what is wrong with it is said there.
bool isComputed(const Project& project, const QString& table, const QString& name) {
    const QList<ComputedField> fields = project.computed.value(table);
    return std::any_of(fields.begin(), fields.end(),
                       [&](const ComputedField& field) { return field.name == name; });
}

void checkLostTable(FindingCollector& found, const Screen& screen) {
    QStringList names;
    for (const Table& table : found.catalog().tables)
        names += table.name;
    const QString near = nearest(screen.table, names);
    Finding finding{
        .kind = QStringLiteral("table_missing"),
        .screen = screen.id,
        .table = screen.table,
        .place = screen.label,
        .cause =
            coreTr("The database has no table %1 that this account may read.").arg(screen.table),
        .consequence = coreTr("The screen cannot be opened.")};
    if (!near.isEmpty()) {
        finding.cause += u' ' + coreTr("Did you mean “%1”?").arg(near);
        finding.mend = coreTr("Show %1 instead").arg(near);
        finding.apply = [id = screen.id, from = screen.table, near](Project& project) {
            if (Screen* changed = project.screenById(id))
                changed->table = near;
            if (!project.fields.contains(near))
                project.fields.insert(near, project.fields.value(from));
        };
    }
    found.add(std::move(finding));
}

void addRepeated(FindingCollector& found, const Screen& screen, const QString& column) {
    Finding finding = found.onField("column_twice", Finding::Severity::Breaks, screen, column);
    finding.cause = coreTr("Two fields of the screen are bound to the column %1.").arg(column);
    finding.consequence = coreTr("Only the first of them is shown.");
    finding.mend = coreTr("Take the second one off");
    finding.apply = [id = screen.id, column](Project& project) {
        Screen* changed = project.screenById(id);
        bool first = true;
        changed->fields.removeIf([&](const ScreenField& field) {
            return field.column == column && !std::exchange(first, false);
        });
    };
    found.add(std::move(finding));
}

void addMissing(FindingCollector& found, const Screen& screen, const Table& table,
                const QString& column) {
    QStringList free = columnNames(table);
    for (const ScreenField& field : screen.fields)
        free.removeAll(field.column);
    const QString near = nearest(column, free);
    Finding finding = found.onField("column_missing", Finding::Severity::Breaks, screen, column);
    finding.cause = coreTr("%1 has no column %2.").arg(table.name, column);
    finding.consequence = coreTr("The field is not shown.");
    if (near.isEmpty()) {
        finding.mend = coreTr("Take the field off the screen");
        finding.apply = [id = screen.id, column](Project& project) {
            takeOffColumn(*project.screenById(id), column);
        };
    } else {
        finding.cause += u' ' + coreTr("Did you mean “%1”?").arg(near);
        finding.mend = coreTr("Bind the field to %1").arg(near);
        finding.apply = [id = screen.id, home = table.written(), column, near](Project& project) {
            renameColumn(*project.screenById(id), column, near);
            FieldDefinition* definition = project.definition(home, column);
            if (definition && !project.definition(home, near))
                definition->column = near;
        };
    }
    found.add(std::move(finding));
}

void checkRights(FindingCollector& found, const Screen& screen, const Table& table) {
    if (table.kind == Table::Kind::Table && table.key.isEmpty())
        found.add(
            {.kind = QStringLiteral("no_key"),
             .severity = Finding::Severity::Risks,
             .screen = screen.id,
             .table = table.name,
             .place = screen.label,
             .cause = coreTr("%1 has neither a primary key nor a unique key without empty values.")
                          .arg(table.name),
             .consequence = coreTr("Its records can be read, not changed.")});
    if (!table.notWritableReason.isEmpty())
        found.add({.kind = QStringLiteral("hindered"),
                   .severity = Finding::Severity::Risks,
                   .screen = screen.id,
                   .table = table.name,
                   .place = screen.label,
                   .cause = table.notWritableReason,
                   .consequence = coreTr("Its records can be read, not changed.")});
    if (table.kind != Table::Kind::Table || table.key.isEmpty())
        return;
    Rights missing{false, false, false};
    QStringList names;
    for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
        const bool wanted = screen.allowed.allow(operation) &&
                            found.project().connection.allowed.allow(operation) &&
                            found.project().connection.changeLog;
        if (wanted && !table.rights.allow(operation)) {
            missing.set(operation, true);
            names += operationName(operation);
        }
    }
    if (names.isEmpty())
        return;
    found.add({.kind = QStringLiteral("rights_missing"),
               .severity = Finding::Severity::Risks,
               .screen = screen.id,
               .table = table.name,
               .place = screen.label,
               .cause = coreTr("The account may not do this to %1: %2.")
                            .arg(table.name, names.join(QStringLiteral(", "))),
               .consequence = coreTr("The screen says so, and offers the rest."),
               .mend = coreTr("Do not offer it on the screen"),
               .apply = [id = screen.id, missing](Project& project) {
                   Screen* changed = project.screenById(id);
                   for (const auto operation :
                        {Operation::Insert, Operation::Update, Operation::Delete}) {
                       if (missing.allow(operation))
                           changed->allowed.set(operation, false);
                   }
               }});
}

// Why a link leads nowhere; empty: it does not.
QString brokenLink(const FindingCollector& found, const Table& table, const RecordLink& link) {
    // A table without a screen of its own can be shown too.
    const QString standsIn = standInTable(link.screen);
    const Screen* other = found.project().screenById(link.screen);
    if (!other && standsIn.isEmpty())
        return coreTr("There is no screen “%1”.").arg(link.screen);
    const Table* target = found.catalog().table(other ? other->table : standsIn);
    if (!target)
        return other ? QString() // said of that screen
                     : coreTr("The database has no table %1.").arg(standsIn);
    for (const QString& column : link.columns) {
        if (!table.column(column))
            return coreTr("%1 has no column %2.").arg(table.name, column);
    }
    for (const QString& column : link.targetColumns) {
        if (!target->column(column))
            return coreTr("%1 has no column %2.").arg(target->name, column);
    }
    return {};
}

void checkChildren(FindingCollector& found, const Screen& screen, const Table& table) {
    if (!screen.children)
        return;
    for (const RecordLink& link : *screen.children) {
        const QString cause = brokenLink(found, table, link);
        if (cause.isEmpty())
            continue;
        // A screen that is yet to be made may be named.
        const bool isMade = found.project().screenById(link.screen) != nullptr;
        found.add({.kind = QStringLiteral("child_broken"),
                   .severity = isMade ? Finding::Severity::Breaks : Finding::Severity::Risks,
                   .screen = screen.id,
                   .table = table.name,
                   .column = link.screen,
                   .place = screen.label,
                   .cause = coreTr("The children shown by %1: %2").arg(link.screen, cause),
                   .consequence = coreTr("They are not shown."),
                   .mend = coreTr("Show no such children"),
                   .apply = [id = screen.id, link](Project& project) {
                       project.screenById(id)->children->removeAll(link);
                   }});
    }
}

void checkActions(FindingCollector& found, const Screen& screen, const Table& table) {
    if (!screen.actions)
        return;
    for (const RowAction& action : *screen.actions) {
        const QString cause = action.kind == RowAction::Kind::GoTo
                                  ? brokenLink(found, table, action.link)
                                  : QString();
        if (cause.isEmpty())
            continue;
        found.add({.kind = QStringLiteral("action_broken"),
                   .screen = screen.id,
                   .table = table.name,
                   .column = action.link.screen,
                   .place = screen.label,
                   .cause = coreTr("The way to %1: %2").arg(action.link.screen, cause),
                   .consequence = coreTr("It leads nowhere."),
                   .mend = coreTr("Do not offer it"),
                   .apply = [id = screen.id, action](Project& project) {
                       project.screenById(id)->actions->removeAll(action);
                   }});
    }
}

// Why a set-up does not fit the table; empty: it does.
QString brokenSetUp(const ListSetUp& setUp, const Table& table) {
    for (const ListFilter& filter : setUp.filters) {
        if (const QString reason = reasonAgainst(filter, table); !reason.isEmpty())
            return coreTr("“%1” cannot be asked: %2").arg(filter.condition, reason);
    }
    QStringList named = setUp.groupedBy + setUp.hidden;
    for (const SortBy& by : setUp.sort)
        named += by.column;
    for (const QString& column : std::as_const(named)) {
        if (!table.column(column))
            return coreTr("%1 has no column %2.").arg(table.name, column);
    }
    return {};
}

void checkLists(FindingCollector& found, const Screen& screen, const Table& table) {
    const auto add = [&](const QString& list, const QString& reason,
                         std::function<void(Project&)> apply) {
        if (!reason.isEmpty())
            found.add({.kind = QStringLiteral("list_broken"),
                       .screen = screen.id,
                       .table = table.name,
                       .column = list,
                       .place = screen.label,
                       .cause = list.isEmpty() ? coreTr("What the list begins with: %1").arg(reason)
                                               : coreTr("The kept list “%1”: %2").arg(list, reason),
                       .consequence = coreTr("The list is shown without that part."),
                       .mend = coreTr("Leave out what does not fit"),
                       .apply = std::move(apply)});
    };
    const auto fitted = [table = std::make_shared<const Table>(table)](ListSetUp& setUp) {
        setUp = fittingSetUp(setUp, *table);
    };
    add({}, brokenSetUp(screen.list, table), [id = screen.id, fitted](Project& project) {
        if (Screen* changed = project.screenById(id))
            fitted(changed->list);
    });
    for (const KeptList& kept : found.project().lists) {
        if (kept.screen == screen.id)
            add(kept.name, brokenSetUp(kept.setUp, table), [kept, fitted](Project& project) {
                for (KeptList& each : project.lists) {
                    if (each.isCalled(kept.screen, kept.name))
                        fitted(each.setUp);
                }
            });
    }
}

} // namespace

void findOnSource(FindingCollector& found, const QuerySource& source) {
    const Table* table = found.catalog().table(source.name);
    if (!table || (table->isQuery() && table->columns.isEmpty()))
        found.add({.kind = QStringLiteral("source_broken"),
                   .table = source.name,
                   .place = source.name,
                   .cause = table ? table->notWritableReason
                                  : coreTr("The SELECT %1 cannot be described.").arg(source.name),
                   .consequence = coreTr("Screens that show it stay empty.")});
    else if (!table->isQuery())
        found.add({.kind = QStringLiteral("source_hidden"),
                   .table = source.name,
                   .place = source.name,
                   .cause = coreTr("The database has a table %1 now.").arg(source.name),
                   .consequence = coreTr("The table is shown instead of the SELECT.")});
}

void findOnScreen(FindingCollector& found, const Screen& screen) {
    const Table* table = found.catalog().table(screen.table);
    if (!table) {
        checkLostTable(found, screen);
        return;
    }
    if (table->isQuery() && table->columns.isEmpty())
        return; // said of the source
    checkRights(found, screen, *table);
    QSet<QString> seen;
    for (const ScreenField& field : screen.fields) {
        if (seen.contains(field.column))
            addRepeated(found, screen, field.column);
        else if (const Column* column = table->column(field.column))
            findOnField(found, screen, *table, *column);
        else if (!isComputed(found.project(), table->name, field.column))
            addMissing(found, screen, *table, field.column);
        seen += field.column;
    }
    findMissingFields(found, screen, *table);
    checkChildren(found, screen, *table);
    checkActions(found, screen, *table);
    checkLists(found, screen, *table);
}

} // namespace gravin
