// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/binding_check.h"

#include "core/base/text.h"
#include "core/project/binding.h"
#include "core/project/check_rules.h"
#include "core/project/field_input.h"
#include "core/project/screen_generator.h"
#include "core/project/screen_links.h"
#include "core/value/display_format.h"

#include <algorithm>

namespace gravin {

namespace {

using FindingSeverity = Finding::Severity;

QString nearest(const QString& mistyped, const QStringList& names) {
    QList<ExpressionColumn> columns;
    for (const QString& name : names)
        columns += ExpressionColumn{name, {}};
    return nearestName(mistyped, columns);
}

QStringList columnNames(const Table& table) {
    QStringList names;
    for (const Column& column : table.columns)
        names += column.name;
    return names;
}

// Collects what is found about one project and one catalog.
class BindingCheck {
public:
    BindingCheck(const Project& project, const Catalog& catalog)
        : m_project(project)
        , m_catalog(catalog) {}

    Findings run() {
        if (!m_project.startScreen.isEmpty() && !m_project.screenById(m_project.startScreen))
            add({.kind = QStringLiteral("start_screen"),
                 .severity = FindingSeverity::Risks,
                 .place = say("The project"),
                 .cause = say("There is no screen “%1” to begin with.").arg(m_project.startScreen),
                 .consequence = say("The first screen of the list is shown instead."),
                 .mend = say("Begin with the first screen of the list"),
                 .apply = [](Project& project) { project.startScreen.clear(); }});
        for (const QuerySource& source : m_project.sources)
            checkSource(source);
        for (const Screen& screen : m_project.screens)
            checkScreen(screen);
        for (auto table = m_project.checks.begin(); table != m_project.checks.end(); ++table) {
            checkChecks(table.key(), table.value());
            checkTags(table.key(), table.value().tags);
        }
        for (auto table = m_project.computed.begin(); table != m_project.computed.end(); ++table)
            checkComputed(table.key(), table.value());
        return std::move(m_findings);
    }

private:
    void add(Finding finding) {
        const auto isSame = [id = finding.id()](const Finding& known) { return known.id() == id; };
        if (std::none_of(m_findings.begin(), m_findings.end(), isSame))
            m_findings.push_back(std::move(finding));
    }

    void checkSource(const QuerySource& source) {
        const Table* table = m_catalog.table(source.name);
        if (!table || (table->isQuery() && table->columns.isEmpty()))
            add({.kind = QStringLiteral("source_broken"),
                 .table = source.name,
                 .place = source.name,
                 .cause = table ? table->hindrance
                                : say("The SELECT %1 cannot be described.").arg(source.name),
                 .consequence = say("Screens that show it stay empty.")});
        else if (!table->isQuery())
            add({.kind = QStringLiteral("source_hidden"),
                 .table = source.name,
                 .place = source.name,
                 .cause = say("The database has a table %1 now.").arg(source.name),
                 .consequence = say("The table is shown instead of the SELECT.")});
    }

    void checkScreen(const Screen& screen) {
        const Table* table = m_catalog.table(screen.table);
        if (!table) {
            checkLostTable(screen);
            return;
        }
        if (table->isQuery() && table->columns.isEmpty())
            return; // said of the source
        checkRights(screen, *table);
        QSet<QString> seen;
        for (const ScreenField& field : screen.fields) {
            if (seen.contains(field.column))
                addRepeated(screen, field.column);
            else if (const Column* column = table->column(field.column))
                checkField(screen, *table, *column);
            else if (!isComputed(table->name, field.column))
                addMissing(screen, *table, field.column);
            seen += field.column;
        }
        checkInserting(screen, *table);
        checkLinks(screen, *table);
    }

    void checkLostTable(const Screen& screen) {
        QStringList names;
        for (const Table& table : m_catalog.tables)
            names += table.name;
        const QString near = nearest(screen.table, names);
        Finding finding{
            .kind = QStringLiteral("table_missing"),
            .screen = screen.id,
            .table = screen.table,
            .place = screen.label,
            .cause =
                say("The database has no table %1 that this account may read.").arg(screen.table),
            .consequence = say("The screen cannot be opened.")};
        if (!near.isEmpty()) {
            finding.cause += u' ' + say("Did you mean “%1”?").arg(near);
            finding.mend = say("Show %1 instead").arg(near);
            finding.apply = [id = screen.id, from = screen.table, near](Project& project) {
                if (Screen* changed = project.screenById(id))
                    changed->table = near;
                if (!project.fields.contains(near))
                    project.fields.insert(near, project.fields.value(from));
            };
        }
        add(std::move(finding));
    }

    QString placeOf(const Screen& screen, const QString& column) const {
        const Table* table = m_catalog.table(screen.table);
        const FieldDefinition* shared =
            m_project.definition(table ? table->written() : screen.table, column);
        return screen.label + QStringLiteral(" · ") + (shared ? shared->label : column);
    }

    Finding onField(const char* kind, FindingSeverity severity, const Screen& screen,
                    const QString& column) const {
        return {.kind = QLatin1String(kind),
                .severity = severity,
                .screen = screen.id,
                .table = screen.table,
                .column = column,
                .place = placeOf(screen, column)};
    }

    void addRepeated(const Screen& screen, const QString& column) {
        Finding finding = onField("column_twice", FindingSeverity::Breaks, screen, column);
        finding.cause = say("Two fields of the screen are bound to the column %1.").arg(column);
        finding.consequence = say("Only the first of them is shown.");
        finding.mend = say("Take the second one off");
        finding.apply = [id = screen.id, column](Project& project) {
            Screen* changed = project.screenById(id);
            bool first = true;
            changed->fields.removeIf([&](const ScreenField& field) {
                return field.column == column && !std::exchange(first, false);
            });
        };
        add(std::move(finding));
    }

    void addMissing(const Screen& screen, const Table& table, const QString& column) {
        QStringList free = columnNames(table);
        for (const ScreenField& field : screen.fields)
            free.removeAll(field.column);
        const QString near = nearest(column, free);
        Finding finding = onField("column_missing", FindingSeverity::Breaks, screen, column);
        finding.cause = say("%1 has no column %2.").arg(table.name, column);
        finding.consequence = say("The field is not shown.");
        if (near.isEmpty()) {
            finding.mend = say("Take the field off the screen");
            finding.apply = [id = screen.id, column](Project& project) {
                takeOffColumn(*project.screenById(id), column);
            };
        } else {
            finding.cause += u' ' + say("Did you mean “%1”?").arg(near);
            finding.mend = say("Bind the field to %1").arg(near);
            finding.apply = [id = screen.id, home = table.written(), column,
                             near](Project& project) {
                renameColumn(*project.screenById(id), column, near);
                FieldDefinition* definition = project.definition(home, column);
                if (definition && !project.definition(home, near))
                    definition->column = near;
            };
        }
        add(std::move(finding));
    }

    // Changes the field's shared definition and what the screen has of its own.
    std::function<void(Project&)> onDefinition(const Screen& screen, const Table& table,
                                               const Column& column,
                                               std::function<void(FieldDefinition&)> change) const {
        return [id = screen.id, home = table.homeOf(column), name = column.name,
                change = std::move(change)](Project& project) {
            if (FieldDefinition* shared = project.definition(home, name))
                change(*shared);
            Screen* changed = project.screenById(id);
            if (ScreenField* field = changed ? changed->field(name) : nullptr)
                change(field->own);
        };
    }

    void checkField(const Screen& screen, const Table& table, const Column& column) {
        const ScreenField& placement = *screen.field(column.name);
        const FieldDefinition generated = generateDefinition(m_catalog, table, column);
        const FieldDefinition* shared = m_project.definition(table.homeOf(column), column.name);
        const BoundField field{column, table.indexOf(column.name),
                               placement.applied(shared ? *shared : generated), placement, false};
        const FieldDefinition& definition = field.definition;
        checkType(screen, table, field, generated);

        if (definition.editable != Editable::Never && (column.computed || column.givenAlways) &&
            definition.shownAs != ShownAs::FixedText) {
            Finding finding =
                onField("editable_generated", FindingSeverity::Risks, screen, column.name);
            finding.cause = say("%1 is given by the database.").arg(column.name);
            finding.consequence =
                say("It is offered for editing here, and every such edit would be refused.");
            finding.mend = say("Only show it");
            finding.apply = onDefinition(screen, table, column, [](FieldDefinition& changed) {
                changed.editable = Editable::Never;
            });
            add(std::move(finding));
        }
        const FieldDefault& standard = definition.standard;
        const bool isFixed = standard.kind == FieldDefault::Kind::Fixed;
        const bool isComputed = standard.kind == FieldDefault::Kind::Computed;
        if ((isFixed && !inputValue(field, standard.text)) ||
            (isComputed && !defaultFromText(field, table, defaultText(field)))) {
            Finding finding =
                onField("default_misfit", FindingSeverity::Risks, screen, column.name);
            finding.cause =
                say("The default “%1” cannot be a value of %2.").arg(standard.text, column.name);
            finding.consequence = say("New records begin without it.");
            finding.mend = say("Remove the default");
            finding.apply = onDefinition(screen, table, column,
                                         [](FieldDefinition& changed) { changed.standard = {}; });
            add(std::move(finding));
        }
        if (const Status fits = checkFormat(definition.format, column.type); !fits) {
            Finding finding = onField("format_misfit", FindingSeverity::Risks, screen, column.name);
            finding.cause = say("The format “%1” does not fit: %2")
                                .arg(definition.format, fits.error().sentence);
            finding.consequence = say("Values are shown as they are stored.");
            finding.mend = say("Remove the format");
            finding.apply = onDefinition(screen, table, column,
                                         [](FieldDefinition& changed) { changed.format.clear(); });
            add(std::move(finding));
        }
        if (definition.shownAs == ShownAs::Lookup)
            checkLookup(screen, table, field, generated);
    }

    void checkType(const Screen& screen, const Table& table, const BoundField& field,
                   const FieldDefinition& generated) {
        const Column& column = field.column;
        const FieldDefinition& definition = field.definition;
        const QString now = describe(column.type);
        const bool fits = canShowAs(definition.shownAs, column.type);
        if (!fits) {
            Finding finding =
                onField("editor_misfit", FindingSeverity::Breaks, screen, column.name);
            finding.cause = say("%1 holds %2, which cannot be shown as %3.")
                                .arg(column.name, now, shownAsLabel(definition.shownAs).toLower());
            finding.consequence = say("Values cannot be read or keyed in as they are.");
            finding.mend = say("Show it as %1").arg(shownAsLabel(generated.shownAs).toLower());
            finding.apply =
                onDefinition(screen, table, column, [generated](FieldDefinition& changed) {
                    changed.shownAs = generated.shownAs;
                    changed.lookup = generated.lookup;
                    changed.type = generated.type;
                });
            add(std::move(finding));
            return;
        }
        if (definition.type.isEmpty() || definition.type == now)
            return;
        Finding finding = onField("type_changed", FindingSeverity::Risks, screen, column.name);
        finding.cause = say("%1 was %2 when the screen was made, and is %3 now.")
                            .arg(column.name, definition.type, now);
        finding.consequence = say("What fitted before may be refused, cut or ordered otherwise.");
        finding.mend = say("Accept %1").arg(now);
        finding.apply = onDefinition(screen, table, column,
                                     [now](FieldDefinition& changed) { changed.type = now; });
        add(std::move(finding));
    }

    void checkLookup(const Screen& screen, const Table& table, const BoundField& field,
                     const FieldDefinition& generated) {
        const Lookup& lookup = field.definition.lookup;
        const Table* target = m_catalog.table(lookup.table);
        QString cause;
        FindingSeverity severity = FindingSeverity::Breaks;
        if (!target) {
            cause = say("There is no table %1 to look in.").arg(lookup.table);
        } else if (!target->column(lookup.storedColumn)) {
            cause = say("%1 has no column %2, which is stored here.")
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
                cause = say("%1 has no column %2, which the lookup uses.")
                            .arg(target->name, gone.front());
            } else if (!isKeyOf(*target, lookup.storedColumn)) {
                severity = FindingSeverity::Risks;
                cause = say("%1.%2, which is stored here, is no key: several records may have the "
                            "same value.")
                            .arg(target->name, lookup.storedColumn);
            }
        }
        if (cause.isEmpty())
            return;
        Finding finding = onField("lookup_target", severity, screen, field.name());
        finding.cause = cause;
        finding.consequence = severity == FindingSeverity::Breaks
                                  ? say("The list stays empty, and the field shows what is stored.")
                                  : say("The field may show another record than was meant.");
        if (generated.shownAs == ShownAs::Lookup && !(generated.lookup == lookup)) {
            finding.mend = say("Look in %1 by %2")
                               .arg(generated.lookup.table,
                                    generated.lookup.shownColumns.join(QStringLiteral(", ")));
            finding.apply =
                onDefinition(screen, table, field.column, [generated](FieldDefinition& changed) {
                    changed.lookup = generated.lookup;
                });
        } else if (severity == FindingSeverity::Breaks) {
            finding.mend = say("Show it as %1").arg(shownAsLabel(ShownAs::Text).toLower());
            finding.apply = onDefinition(screen, table, field.column, [](FieldDefinition& changed) {
                changed.shownAs = ShownAs::Text;
                changed.lookup = {};
            });
        }
        add(std::move(finding));
    }

    static bool isKeyOf(const Table& table, const QString& column) {
        // Of a view nobody knows what is unique in it.
        return table.key == QStringList{column} || table.uniqueKeys.contains(QStringList{column}) ||
               table.isView() || table.isQuery();
    }

    // Records are added here: everything that the database asks for has to be there.
    void checkInserting(const Screen& screen, const Table& table) {
        const bool canInsert = screen.allowed.insert && m_project.connection.allowed.insert &&
                               m_project.connection.changeLog &&
                               table.reasonAgainst(Operation::Insert).isEmpty();
        if (!canInsert)
            return;
        for (const Column& column : table.columns) {
            const ScreenField* field = screen.field(column.name);
            const FieldDefinition* shared = m_project.definition(table.homeOf(column), column.name);
            const bool hasDefault =
                field && shared &&
                field->applied(*shared).standard.kind != FieldDefault::Kind::None;
            const bool isOffered = field && (screen.arrangement == Arrangement::Form
                                                 ? field->inForm()
                                                 : field->inForm() || field->inGrid());
            if (column.mayBeLeftOut() || hasDefault || isOffered || isLinked(screen, column.name))
                continue;
            Finding finding =
                onField("required_missing", FindingSeverity::Breaks, screen, column.name);
            finding.cause = say("The database asks for %1 in every new record, and the screen has "
                                "no field for it.")
                                .arg(column.name);
            finding.consequence = say("No record can be added here.");
            finding.mend = field ? say("Show the field in grid and form") : say("Add the field");
            finding.apply = [id = screen.id, name = column.name, home = table.homeOf(column),
                             generated =
                                 generateDefinition(m_catalog, table, column)](Project& project) {
                Screen* changed = project.screenById(id);
                if (ScreenField* placed = changed->field(name))
                    placed->shownIn = ShownIn::GridAndForm;
                else
                    changed->fields += ScreenField{name};
                if (!project.definition(home, name))
                    project.fields[home] += generated;
            };
            add(std::move(finding));
        }
    }

    // A child's reference to its parent is filled in by where the record is added.
    bool isLinked(const Screen& screen, const QString& column) const {
        return std::any_of(m_project.screens.begin(), m_project.screens.end(),
                           [&](const Screen& parent) {
                               return parent.children &&
                                      std::any_of(parent.children->begin(), parent.children->end(),
                                                  [&](const RecordLink& link) {
                                                      return link.screen == screen.id &&
                                                             link.targetColumns.contains(column);
                                                  });
                           });
    }

    void checkRights(const Screen& screen, const Table& table) {
        if (table.kind == Table::Kind::Table && table.key.isEmpty())
            add({.kind = QStringLiteral("no_key"),
                 .severity = FindingSeverity::Risks,
                 .screen = screen.id,
                 .table = table.name,
                 .place = screen.label,
                 .cause = say("%1 has neither a primary key nor a unique key without empty values.")
                              .arg(table.name),
                 .consequence = say("Its records can be read, not changed.")});
        if (!table.hindrance.isEmpty())
            add({.kind = QStringLiteral("hindered"),
                 .severity = FindingSeverity::Risks,
                 .screen = screen.id,
                 .table = table.name,
                 .place = screen.label,
                 .cause = table.hindrance,
                 .consequence = say("Its records can be read, not changed.")});
        if (table.kind != Table::Kind::Table || table.key.isEmpty())
            return;
        Rights missing{false, false, false};
        QStringList names;
        for (const auto operation : {Operation::Insert, Operation::Update, Operation::Delete}) {
            const bool wanted = screen.allowed.allow(operation) &&
                                m_project.connection.allowed.allow(operation) &&
                                m_project.connection.changeLog;
            if (wanted && !table.rights.allow(operation)) {
                missing.set(operation, true);
                names += operationName(operation);
            }
        }
        if (names.isEmpty())
            return;
        add({.kind = QStringLiteral("rights_missing"),
             .severity = FindingSeverity::Risks,
             .screen = screen.id,
             .table = table.name,
             .place = screen.label,
             .cause = say("The account may not do this to %1: %2.")
                          .arg(table.name, names.join(QStringLiteral(", "))),
             .consequence = say("The screen says so, and offers the rest."),
             .mend = say("Do not offer it on the screen"),
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
    QString brokenLink(const Table& table, const RecordLink& link) const {
        // A table without a screen of its own can be shown too.
        const QString standsIn = standInTable(link.screen);
        const Screen* other = m_project.screenById(link.screen);
        if (!other && standsIn.isEmpty())
            return say("There is no screen “%1”.").arg(link.screen);
        const Table* target = m_catalog.table(other ? other->table : standsIn);
        if (!target)
            return other ? QString() // said of that screen
                         : say("The database has no table %1.").arg(standsIn);
        for (const QString& column : link.columns) {
            if (!table.column(column))
                return say("%1 has no column %2.").arg(table.name, column);
        }
        for (const QString& column : link.targetColumns) {
            if (!target->column(column))
                return say("%1 has no column %2.").arg(target->name, column);
        }
        return {};
    }

    void checkLinks(const Screen& screen, const Table& table) {
        if (screen.children) {
            for (const RecordLink& link : *screen.children) {
                const QString cause = brokenLink(table, link);
                if (cause.isEmpty())
                    continue;
                // A screen that is yet to be made may be named.
                const bool isMade = m_project.screenById(link.screen) != nullptr;
                add({.kind = QStringLiteral("child_broken"),
                     .severity = isMade ? FindingSeverity::Breaks : FindingSeverity::Risks,
                     .screen = screen.id,
                     .table = table.name,
                     .column = link.screen,
                     .place = screen.label,
                     .cause = say("The children shown by %1: %2").arg(link.screen, cause),
                     .consequence = say("They are not shown."),
                     .mend = say("Show no such children"),
                     .apply = [id = screen.id, link](Project& project) {
                         project.screenById(id)->children->removeAll(link);
                     }});
            }
        }
        if (!screen.actions)
            return;
        for (const RowAction& action : *screen.actions) {
            const QString cause =
                action.kind == RowAction::Kind::GoTo ? brokenLink(table, action.link) : QString();
            if (cause.isEmpty())
                continue;
            add({.kind = QStringLiteral("action_broken"),
                 .screen = screen.id,
                 .table = table.name,
                 .column = action.link.screen,
                 .place = screen.label,
                 .cause = say("The way to %1: %2").arg(action.link.screen, cause),
                 .consequence = say("It leads nowhere."),
                 .mend = say("Do not offer it"),
                 .apply = [id = screen.id, action](Project& project) {
                     project.screenById(id)->actions->removeAll(action);
                 }});
        }
    }

    void checkChecks(const QString& tableName, const TableChecks& checks) {
        const Table* table = m_catalog.table(tableName);
        if (!table) {
            add({.kind = QStringLiteral("checks_lost"),
                 .severity = FindingSeverity::Risks,
                 .table = tableName,
                 .place = tableName,
                 .cause = say("There are checks for %1, which the database does not have.")
                              .arg(tableName),
                 .consequence = say("They are asked of nothing."),
                 .mend = say("Remove them"),
                 .apply = [tableName](Project& project) { project.checks.remove(tableName); }});
            return;
        }
        for (qsizetype i = 0; i < checks.checks.size(); ++i) {
            const Check& check = checks.checks[i];
            const QString reason = reasonAgainst(check, checks.stages, *table);
            if (reason.isEmpty()) {
                checkTarget(tableName, check);
                continue;
            }
            Finding finding{.kind = QStringLiteral("check_broken"),
                            .table = tableName,
                            .column = checkName(check.kind) + QString::number(i + 1),
                            .place = tableName + QStringLiteral(" · ") + checkSummary(check),
                            .cause = reason,
                            .consequence =
                                say("No record that it concerns can be saved until it is mended.")};
            mendCheck(finding, tableName, i, check, *table);
            add(std::move(finding));
        }
    }

    void checkTags(const QString& tableName, const QList<Tag>& tags) {
        const Table* table = m_catalog.table(tableName);
        for (qsizetype i = 0; table && i < tags.size(); ++i) {
            const QString reason = reasonAgainst(tags[i], *table);
            if (reason.isEmpty())
                continue;
            add({.kind = QStringLiteral("tag_broken"),
                 .severity = FindingSeverity::Risks,
                 .table = tableName,
                 .column = QString::number(i + 1),
                 .place = say("%1 · the tag “%2”").arg(tableName, tags[i].words),
                 .cause = reason,
                 .consequence = say("No record bears the tag."),
                 .mend = say("Remove the tag"),
                 .apply = [tableName, i](Project& project) {
                     QList<Tag>& all = project.checks[tableName].tags;
                     if (i < all.size())
                         all.removeAt(i);
                 }});
        }
    }

    void checkComputed(const QString& tableName, const QList<ComputedField>& fields) {
        const Table* found = m_catalog.table(tableName);
        if (!found)
            return; // said of the screens that show it
        Table table = found->stored();
        for (qsizetype i = 0; i < fields.size(); ++i) {
            const ComputedField& field = fields[i];
            const QString reason =
                i < MostComputedFields
                    ? reasonAgainst(field, table)
                    : say("A table can have %1 computed fields.").arg(MostComputedFields);
            if (reason.isEmpty()) {
                addComputedFields(table, {field});
                continue;
            }
            Finding finding{.kind = QStringLiteral("computed_broken"),
                            .table = tableName,
                            .column = field.name,
                            .place = tableName + QStringLiteral(" · ") + field.name,
                            .cause = reason,
                            .consequence = say("The field is not shown.")};
            const auto bound = bindExpression(field.expression, table);
            if (!bound && !bound.error().suggestion.isEmpty()) {
                QString mended = field.expression;
                mended.replace(bound.error().at, bound.error().length, bound.error().suggestion);
                finding.mend = say("Write %1 instead").arg(bound.error().suggestion);
                finding.apply = [tableName, i, mended](Project& project) {
                    project.computed[tableName][i].expression = mended;
                };
            }
            add(std::move(finding));
        }
    }

    // Whether the project computes a field of this name; what is wrong with it is said there.
    bool isComputed(const QString& table, const QString& name) const {
        const QList<ComputedField> fields = m_project.computed.value(table);
        return std::any_of(fields.begin(), fields.end(),
                           [&](const ComputedField& field) { return field.name == name; });
    }

    void checkTarget(const QString& tableName, const Check& check) {
        if (check.kind != CheckKind::Reference)
            return;
        const Table* target = m_catalog.table(check.table);
        if (target && target->column(check.target))
            return;
        add({.kind = QStringLiteral("check_target"),
             .table = tableName,
             .column = check.column,
             .place = tableName + QStringLiteral(" · ") + checkSummary(check),
             .cause = target ? say("%1 has no column %2.").arg(target->name, check.target)
                             : say("There is no table %1.").arg(check.table),
             .consequence = say("Every value of the field is refused.")});
    }

    // A column with a near name is probably the one that is meant.
    static void mendCheck(Finding& finding, const QString& tableName, qsizetype at,
                          const Check& check, const Table& table) {
        if (!check.column.isEmpty() && !table.column(check.column)) {
            const QString near = nearest(check.column, columnNames(table));
            if (near.isEmpty())
                return;
            finding.mend = say("Ask %1 instead").arg(near);
            finding.apply = [tableName, at, near](Project& project) {
                project.checks[tableName].checks[at].column = near;
            };
            return;
        }
        if (check.kind != CheckKind::Condition)
            return;
        const auto condition = bindCondition(check.condition, table);
        if (condition || condition.error().suggestion.isEmpty())
            return;
        QString mended = check.condition;
        mended.replace(condition.error().at, condition.error().length,
                       condition.error().suggestion);
        finding.mend = say("Write %1 instead").arg(condition.error().suggestion);
        finding.apply = [tableName, at, mended](Project& project) {
            project.checks[tableName].checks[at].condition = mended;
        };
    }

    const Project& m_project;
    const Catalog& m_catalog;
    Findings m_findings;
};

} // namespace

QString Finding::id() const {
    QStringList parts{screen.isEmpty() ? table : screen};
    if (!column.isEmpty())
        parts += column;
    parts.removeAll(QString());
    return parts.isEmpty() ? kind : kind + u':' + parts.join(u'.');
}

QString summaryOf(const Findings& findings) {
    const auto breaking = std::count_if(findings.begin(), findings.end(), [](const Finding& each) {
        return each.severity == Finding::Severity::Breaks;
    });
    const auto risking = static_cast<qint64>(findings.size()) - breaking;
    QStringList parts;
    if (breaking > 0)
        parts += counted(breaking, say("finding that breaks something"),
                         say("findings that break something"));
    if (risking > 0)
        parts += counted(risking, say("risk"), say("risks"));
    return parts.isEmpty() ? say("The project fits its database.")
                           : parts.join(QStringLiteral(", ")) + u'.';
}

Findings bindingFindings(const Project& project, const Catalog& catalog) {
    return BindingCheck(project, catalog).run();
}

Status mendFindings(Project& project, const Findings& findings, const QStringList& ids) {
    Project mended = project;
    for (const QString& id : ids) {
        const auto found = std::find_if(findings.begin(), findings.end(),
                                        [&](const Finding& each) { return each.id() == id; });
        if (found == findings.end())
            return Error{ErrorKind::Usage, say("There is no finding “%1”.").arg(id)};
        if (!found->apply)
            return Error{ErrorKind::Refused,
                         say("%1 cannot be mended at once: %2").arg(id, found->cause)};
        found->apply(mended);
    }
    project = std::move(mended);
    return done();
}

} // namespace gravin
