// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/fitting/binding.h"
#include "core/fitting/far_field.h"
#include "core/fitting/field_input.h"
#include "core/fitting/findings/finding_collector.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/given_fields.h"
#include "core/fitting/next_number.h"
#include "core/project/field_conditions.h"
#include "core/project/offering.h"
#include "core/value/display_format.h"

#include <algorithm>

namespace gravin {

namespace {

struct LookupTrouble {
    QString cause; // empty: none
    Finding::Severity severity;
};

bool isKeyOf(const Table& table, const QString& column) {
    // Of a view nobody knows what is unique in it.
    return table.key == QStringList{column} || table.uniqueKeys.contains(QStringList{column}) ||
           table.isView() || table.isQuery();
}

// What is wrong with the table that a lookup looks in; null: it is not there.
LookupTrouble lookupTrouble(const Table* target, const Lookup& lookup) {
    QString cause;
    Finding::Severity severity = Finding::Severity::Breaks;
    if (!target) {
        cause = coreTr("There is no table %1 to look in.").arg(lookup.table);
    } else if (!target->column(lookup.storedColumn)) {
        cause = coreTr("%1 has no column %2, which is stored here.")
                    .arg(target->name, lookup.storedColumn);
    } else {
        QStringList gone = lookup.shownColumns;
        if (!lookup.sortColumn.isEmpty())
            gone += lookup.sortColumn;
        for (const LookupCondition& condition : lookup.conditions)
            gone += condition.column;
        const Table stored = target->stored(); // what Gravin computes cannot be looked up
        gone.removeIf([&](const QString& name) { return stored.column(name) != nullptr; });
        if (!gone.isEmpty()) {
            cause = coreTr("%1 has no column %2, which the lookup uses.")
                        .arg(target->name, gone.front());
        } else if (!isKeyOf(*target, lookup.storedColumn)) {
            severity = Finding::Severity::Risks;
            cause = coreTr("%1.%2, which is stored here, is no key: several records may have the "
                           "same value.")
                        .arg(target->name, lookup.storedColumn);
        }
    }
    return {cause, severity};
}

// A child's reference to its parent is filled in by where the record is added.
bool isLinked(const Project& project, const Screen& screen, const QString& column) {
    return std::any_of(project.screens.begin(), project.screens.end(), [&](const Screen& parent) {
        return parent.children && std::any_of(parent.children->begin(), parent.children->end(),
                                              [&](const RecordLink& link) {
                                                  return link.screen == screen.id &&
                                                         link.targetColumns.contains(column);
                                              });
    });
}

void checkType(FindingCollector& found, const Screen& screen, const Table& table,
               const BoundField& field, const FieldDefinition& generated) {
    const Column& column = field.column;
    const FieldDefinition& definition = field.definition;
    const QString now = describe(column.type);
    const bool fits = canShowAs(definition.shownAs, column.type);
    if (!fits) {
        Finding finding =
            found.onField("editor_misfit", Finding::Severity::Breaks, screen, column.name);
        finding.cause = coreTr("%1 holds %2, which cannot be shown as %3.")
                            .arg(column.name, now, shownAsLabel(definition.shownAs).toLower());
        finding.consequence = coreTr("Values cannot be read or keyed in as they are.");
        finding.mend = coreTr("Show it as %1").arg(shownAsLabel(generated.shownAs).toLower());
        finding.apply =
            found.onDefinition(screen, table, column, [generated](FieldDefinition& changed) {
                changed.shownAs = generated.shownAs;
                changed.lookup = generated.lookup;
                changed.type = generated.type;
            });
        found.add(std::move(finding));
        return;
    }
    if (definition.type.isEmpty() || definition.type == now)
        return;
    Finding finding = found.onField("type_changed", Finding::Severity::Risks, screen, column.name);
    finding.cause = coreTr("%1 was %2 when the screen was made, and is %3 now.")
                        .arg(column.name, definition.type, now);
    finding.consequence = coreTr("What fitted before may be refused, cut or ordered otherwise.");
    finding.mend = coreTr("Accept %1").arg(now);
    finding.apply = found.onDefinition(screen, table, column,
                                       [now](FieldDefinition& changed) { changed.type = now; });
    found.add(std::move(finding));
}

void checkLookup(FindingCollector& found, const Screen& screen, const Table& table,
                 const BoundField& field, const FieldDefinition& generated) {
    const Lookup& lookup = field.definition.lookup;
    const auto [cause, severity] = lookupTrouble(found.catalog().table(lookup.table), lookup);
    if (cause.isEmpty())
        return;
    Finding finding = found.onField("lookup_target", severity, screen, field.name());
    finding.cause = cause;
    finding.consequence = severity == Finding::Severity::Breaks
                              ? coreTr("The list stays empty, and the field shows what is stored.")
                              : coreTr("The field may show another record than was meant.");
    if (generated.shownAs == ShownAs::Lookup && !(generated.lookup == lookup)) {
        finding.mend = coreTr("Look in %1 by %2")
                           .arg(generated.lookup.table,
                                generated.lookup.shownColumns.join(QStringLiteral(", ")));
        finding.apply =
            found.onDefinition(screen, table, field.column, [generated](FieldDefinition& changed) {
                changed.lookup = generated.lookup;
            });
    } else if (severity == Finding::Severity::Breaks) {
        finding.mend = coreTr("Show it as %1").arg(shownAsLabel(ShownAs::Text).toLower());
        finding.apply =
            found.onDefinition(screen, table, field.column, [](FieldDefinition& changed) {
                changed.shownAs = ShownAs::Text;
                changed.lookup = {};
            });
    }
    found.add(std::move(finding));
}

void checkGenerated(FindingCollector& found, const Screen& screen, const Table& table,
                    const BoundField& field) {
    const Column& column = field.column;
    const FieldDefinition& definition = field.definition;
    const bool isFar = definition.editable == Editable::Always &&
                       farFieldOf(table, column, found.catalog()).has_value();
    if (definition.editable != Editable::Never && (column.computed || column.givenAlways) &&
        !isOnlyShown(definition.shownAs) && !isFar) {
        Finding finding =
            found.onField("editable_generated", Finding::Severity::Risks, screen, column.name);
        finding.cause = coreTr("%1 is given by the database.").arg(column.name);
        finding.consequence =
            coreTr("It is offered for editing here, and every such edit would be refused.");
        finding.mend = coreTr("Only show it");
        finding.apply = found.onDefinition(screen, table, column, [](FieldDefinition& changed) {
            changed.editable = Editable::Never;
        });
        found.add(std::move(finding));
    }
}

void checkDefault(FindingCollector& found, const Screen& screen, const Table& table,
                  const BoundField& field) {
    const Column& column = field.column;
    const FieldDefinition& definition = field.definition;
    const FieldDefault& standard = definition.defaultValue;
    const bool isFixed = standard.kind == FieldDefault::Kind::Fixed;
    const bool isComputed = standard.kind == FieldDefault::Kind::Computed;
    const bool counts = standard.kind != FieldDefault::Kind::NextNumber ||
                        countsWithin(table, column.name).has_value();
    if ((isFixed && !storedInputValue(field, standard.text)) || !counts ||
        (isComputed && !defaultFromText(field, table, defaultText(field)))) {
        Finding finding =
            found.onField("default_misfit", Finding::Severity::Risks, screen, column.name);
        finding.cause = coreTr("The default “%1” cannot be a value of %2.")
                            .arg(defaultText(field), column.name);
        finding.consequence = coreTr("New records begin without it.");
        finding.mend = coreTr("Remove the default");
        finding.apply = found.onDefinition(
            screen, table, column, [](FieldDefinition& changed) { changed.defaultValue = {}; });
        found.add(std::move(finding));
    }
}

void checkTotal(FindingCollector& found, const Screen& screen, const Table& table,
                const BoundField& field) {
    const FieldTotal total = field.definition.total;
    if (canTotal(total, field.column.type))
        return;
    Finding finding =
        found.onField("total_misfit", Finding::Severity::Risks, screen, field.column.name);
    finding.cause = coreTr("%1 holds %2, of which there is no total “%3”.")
                        .arg(field.column.name, describe(field.column.type), fieldTotalText(total));
    finding.consequence = coreTr("The foot of the list says nothing there.");
    finding.mend = coreTr("Total nothing there");
    finding.apply = found.onDefinition(screen, table, field.column, [](FieldDefinition& changed) {
        changed.total = FieldTotal::None;
    });
    found.add(std::move(finding));
}

// What a field is filled or stamped with.
void checkGiven(FindingCollector& found, const Screen& screen, const Table& table,
                const BoundField& field) {
    const Column& column = field.column;
    const FieldDefinition& definition = field.definition;
    if (const QString reason = reasonAgainstFillingField(table, column, definition.filledWith);
        !reason.isEmpty()) {
        Finding finding =
            found.onField("filling_broken", Finding::Severity::Breaks, screen, column.name);
        finding.cause = coreTr("“%1” cannot fill the field: %2").arg(definition.filledWith, reason);
        finding.consequence = coreTr("The field stays as it is typed.");
        finding.mend = coreTr("Fill it with nothing");
        finding.apply = found.onDefinition(
            screen, table, column, [](FieldDefinition& changed) { changed.filledWith.clear(); });
        found.add(std::move(finding));
    }
    const auto stamp = stampFromText(table, column, stampText(definition.stamp));
    if (!stamp) {
        Finding finding =
            found.onField("stamp_broken", Finding::Severity::Breaks, screen, column.name);
        finding.cause = coreTr("“%1” cannot be stamped: %2")
                            .arg(stampText(definition.stamp), stamp.error().sentence);
        finding.consequence = coreTr("Records are saved without it, and nobody can type there.");
        finding.mend = coreTr("Stamp nothing there");
        finding.apply = found.onDefinition(screen, table, column,
                                           [](FieldDefinition& changed) { changed.stamp = {}; });
        found.add(std::move(finding));
    }
}

// When a field is shown, can be edited and has to be filled in.
void checkConditions(FindingCollector& found, const Screen& screen, const Table& table,
                     const BoundField& field) {
    const auto add = [&](const char* kind, const QString& condition, const QString& reason,
                         const QString& then, const QString& mend,
                         std::function<void(Project&)> apply) {
        if (reason.isEmpty())
            return;
        Finding finding = found.onField(kind, Finding::Severity::Breaks, screen, field.column.name);
        finding.cause = coreTr("“%1” is no condition here: %2").arg(condition, reason);
        finding.consequence = then;
        finding.mend = mend;
        finding.apply = std::move(apply);
        found.add(std::move(finding));
    };
    const FieldDefinition& definition = field.definition;
    add("required_when_broken", definition.requiredWhen,
        reasonAgainstWhen(definition.requiredWhen, table), coreTr("Records are saved without it."),
        coreTr("Do not require it"),
        found.onDefinition(screen, table, field.column,
                           [](FieldDefinition& changed) { changed.requiredWhen.clear(); }));
    add("editable_when_broken", definition.editableWhen,
        reasonAgainstWhen(definition.editableWhen, table),
        coreTr("The field can be edited whatever the record says."), coreTr("Remove the condition"),
        found.onDefinition(screen, table, field.column,
                           [](FieldDefinition& changed) { changed.editableWhen.clear(); }));
    add("visible_when_broken", field.placement.visibleWhen,
        reasonAgainstShowing(field.placement.visibleWhen, table, field.name()),
        coreTr("The field is shown for all records."), coreTr("Show it always"),
        found.onPlacement(screen, field.name(),
                          [](ScreenField& changed) { changed.visibleWhen.clear(); }));
}

void checkOffering(FindingCollector& found, const Screen& screen, const Table& table,
                   const BoundField& field) {
    const Lookup& lookup = field.definition.lookup;
    const QString reason = reasonAgainstOffering(lookup, table, found.catalog());
    if (reason.isEmpty())
        return;
    Finding finding =
        found.onField("offering_broken", Finding::Severity::Breaks, screen, field.column.name);
    finding.cause = coreTr("“%1” cannot choose what is offered: %2").arg(lookup.where, reason);
    finding.consequence = coreTr("All records of %1 are offered.").arg(lookup.table);
    finding.mend = coreTr("Offer all of them");
    finding.apply = found.onDefinition(screen, table, field.column, [](FieldDefinition& changed) {
        changed.lookup.where.clear();
    });
    found.add(std::move(finding));
}

void checkFormatOf(FindingCollector& found, const Screen& screen, const Table& table,
                   const BoundField& field) {
    const Column& column = field.column;
    const FieldDefinition& definition = field.definition;
    if (const Status fits = checkFormat(definition.format, column.type); !fits) {
        Finding finding =
            found.onField("format_misfit", Finding::Severity::Risks, screen, column.name);
        finding.cause = coreTr("The format “%1” does not fit: %2")
                            .arg(definition.format, fits.error().sentence);
        finding.consequence = coreTr("Values are shown as they are stored.");
        finding.mend = coreTr("Remove the format");
        finding.apply = found.onDefinition(
            screen, table, column, [](FieldDefinition& changed) { changed.format.clear(); });
        found.add(std::move(finding));
    }
}

} // namespace

void findOnField(FindingCollector& found, const Screen& screen, const Table& table,
                 const Column& column) {
    const ScreenField& placement = *screen.field(column.name);
    const FieldDefinition generated = generateDefinition(found.catalog(), table, column);
    const FieldDefinition* shared =
        found.project().definition(table.definitionTable(column), column.name);
    const BoundField field{column, table.indexOf(column.name),
                           placement.applied(shared ? *shared : generated), placement, false};
    checkType(found, screen, table, field, generated);
    checkGenerated(found, screen, table, field);
    checkDefault(found, screen, table, field);
    checkTotal(found, screen, table, field);
    checkGiven(found, screen, table, field);
    checkConditions(found, screen, table, field);
    checkFormatOf(found, screen, table, field);
    if (field.definition.shownAs == ShownAs::Lookup)
        checkLookup(found, screen, table, field, generated);
    if (field.definition.shownAs == ShownAs::Lookup)
        checkOffering(found, screen, table, field);
}

void findMissingFields(FindingCollector& found, const Screen& screen, const Table& table) {
    const bool canInsert = screen.allowed.insert && found.project().connection.allowed.insert &&
                           found.project().connection.changeLog &&
                           table.reasonAgainst(Operation::Insert).isEmpty();
    if (!canInsert)
        return;
    for (const Column& column : table.columns) {
        const ScreenField* field = screen.field(column.name);
        const FieldDefinition* shared =
            found.project().definition(table.definitionTable(column), column.name);
        const bool hasDefault =
            field && shared &&
            field->applied(*shared).defaultValue.kind != FieldDefault::Kind::None;
        const bool isOffered =
            field && (screen.arrangement == Arrangement::Form ? field->inForm()
                                                              : field->inForm() || field->inGrid());
        if (column.mayBeLeftOut() || hasDefault || isOffered ||
            isLinked(found.project(), screen, column.name))
            continue;
        Finding finding =
            found.onField("required_missing", Finding::Severity::Breaks, screen, column.name);
        finding.cause = coreTr("The database asks for %1 in every new record, and the screen has "
                               "no field for it.")
                            .arg(column.name);
        finding.consequence = coreTr("No record can be added here.");
        finding.mend = field ? coreTr("Show the field in grid and form") : coreTr("Add the field");
        finding.apply = [id = screen.id, name = column.name, home = table.definitionTable(column),
                         generated =
                             generateDefinition(found.catalog(), table, column)](Project& project) {
            Screen* changed = project.screenById(id);
            if (ScreenField* placed = changed->field(name))
                placed->shownIn = ShownIn::GridAndForm;
            else
                changed->fields += ScreenField{name};
            if (!project.definition(home, name))
                project.fields[home] += generated;
        };
        found.add(std::move(finding));
    }
}

} // namespace gravin
