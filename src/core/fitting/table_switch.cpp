// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/table_switch.h"

#include "core/base/text.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/given_fields.h"
#include "core/fitting/list_query.h"
#include "core/project/field_conditions.h"
#include "core/project/offering.h"
#include "core/project/project_catalog.h"
#include "core/records/bound_expression.h"

#include <algorithm>

namespace gravin {

namespace {

QString listedNames(const QStringList& names) { return names.join(QStringLiteral(", ")); }

class Switching {
public:
    Switching(const Project& project, const Catalog& catalog, QString screenId,
              const QString& table)
        : m_catalog(catalog)
        , m_before(*catalog.table(project.screenById(screenId)->table))
        , m_screenId(std::move(screenId))
        , m_name(table) {
        m_result.project = project;
    }

    TableSwitch run() {
        screen().table = m_name;
        takeComputedAlong();
        // What is computed and reached is among its columns from here on.
        extendCatalog(m_catalog, m_result.project);
        followNames();
        keepFields();
        keepListsAndRuns();
        keepLinks();
        for (const QString& column : std::as_const(m_gone))
            takeOffColumn(screen(), column);
        noteRest();
        return std::move(m_result);
    }

private:
    Screen& screen() { return *m_result.project.screenById(m_screenId); }
    const Table& table() const { return *m_catalog.table(m_name); }

    const Column* columnLike(const QString& name) const {
        const auto& columns = table().columns;
        if (const Column* same = table().column(name))
            return same;
        const auto found = std::find_if(columns.begin(), columns.end(), [&](const Column& column) {
            return !column.isBeyond() && column.name.compare(name, Qt::CaseInsensitive) == 0;
        });
        return found == columns.end() ? nullptr : &*found;
    }

    // The label that people know a field of the former table by.
    QString labelOf(const QString& column) const {
        const Column* known = m_before.column(column);
        const FieldDefinition* field =
            known ? m_result.project.definition(m_before.definitionTable(*known), column) : nullptr;
        return field ? field->shownLabel() : column;
    }

    // The computed fields that the screen shows, where the other table has what they read.
    void takeComputedAlong() {
        Project& project = m_result.project;
        const Table plain = table().stored();
        for (const ComputedField& field : project.computed.value(m_before.name)) {
            const bool isShown = std::as_const(screen()).field(field.name);
            if (isShown && !plain.column(field.name) && !hasComputed(field.name) &&
                reasonAgainst(field, table()).isEmpty())
                project.computed[m_name] += field;
        }
    }

    bool hasComputed(const QString& name) const {
        const auto fields = m_result.project.computed.value(m_name);
        return std::any_of(fields.begin(), fields.end(),
                           [&](const ComputedField& field) { return field.name == name; });
    }

    // Columns that differ in case only are the same field.
    void followNames() {
        for (const ScreenField& field : QList<ScreenField>(screen().fields)) {
            const Column* column = columnLike(field.column);
            if (column && column->name != field.column &&
                !std::as_const(screen()).field(column->name)) {
                m_formerName.insert(column->name, field.column);
                renameColumn(screen(), field.column, column->name);
            }
        }
    }

    void keepFields() {
        for (const ScreenField& field : QList<ScreenField>(screen().fields)) {
            const QString former = m_formerName.value(field.column, field.column);
            const Column* column = table().column(field.column);
            if (!column) {
                m_result.lost +=
                    coreTr("%1: %2 has no column %3.").arg(labelOf(former), m_name, field.column);
                m_gone += field.column;
                continue;
            }
            m_result.kept += labelOf(former);
            defineField(*column, former);
            keepPlacement(*screen().field(field.column), *column, former);
        }
    }

    // How the field is shown comes along where the other table says nothing of it yet.
    void defineField(const Column& column, const QString& former) {
        Project& project = m_result.project;
        const QString& home = table().definitionTable(column);
        if (project.definition(home, column.name))
            return;
        FieldDefinition field = generateDefinition(m_catalog, table(), column);
        const Column* was = m_before.column(former);
        const FieldDefinition* known =
            was ? project.definition(m_before.definitionTable(*was), former) : nullptr;
        if (known && describe(was->type) == describe(column.type)) {
            const QString type = field.type;
            field = *known;
            field.column = column.name;
            field.type = type;
            dropUnfit(field, column);
        } else if (known) {
            field.label = known->label;
            field.labels = known->labels;
            field.help = known->help;
            m_result.notes += coreTr("%1 is %2 there: how it is shown begins anew.")
                                  .arg(known->shownLabel(), describe(column.type));
        }
        project.fields[home] += field;
    }

    // Says what goes where its condition cannot be asked of the other table.
    void dropIf(bool unfit, QString& text, const QString& label, const QString& what) {
        if (!unfit)
            return;
        m_result.lost += coreTr("%1: %2, “%3”, does not fit %4.").arg(label, what, text, m_name);
        text.clear();
    }

    void dropUnfit(FieldDefinition& field, const Column& column) {
        const QString& label = field.shownLabel();
        dropIf(!reasonAgainstWhen(field.requiredWhen, table()).isEmpty(), field.requiredWhen, label,
               coreTr("required if"));
        dropIf(!reasonAgainstWhen(field.editableWhen, table()).isEmpty(), field.editableWhen, label,
               coreTr("editable if"));
        dropIf(!reasonAgainstFillingField(table(), column, field.filledWith).isEmpty(),
               field.filledWith, label, coreTr("filled with"));
        dropIf(!reasonAgainstOffering(field.lookup, table(), m_catalog).isEmpty(),
               field.lookup.where, label, coreTr("offers only"));
        if (field.defaultValue.kind == FieldDefault::Kind::Computed)
            dropIf(!bindExpression(field.defaultValue.text, table()), field.defaultValue.text,
                   label, coreTr("default"));
        if (field.defaultValue.kind == FieldDefault::Kind::Computed &&
            field.defaultValue.text.isEmpty())
            field.defaultValue = {};
        if (field.stamp.when != Stamp::When::Never && (column.computed || column.givenByDatabase))
            field.stamp = {};
    }

    void keepPlacement(ScreenField& field, const Column& column, const QString& former) {
        const QString label = labelOf(former);
        dropIf(!reasonAgainstShowing(field.visibleWhen, table(), column.name).isEmpty(),
               field.visibleWhen, label, coreTr("visible if"));
        dropIf(!reasonAgainstWhen(field.own.editableWhen, table()).isEmpty(),
               field.own.editableWhen, label, coreTr("editable if"));
        const Column* was = m_before.column(former);
        if (was && describe(was->type) == describe(column.type))
            return;
        const auto before = field.overridden.size();
        field.overridden.removeIf([](FieldSetting setting) {
            return setting == FieldSetting::ShownAs || setting == FieldSetting::Format ||
                   setting == FieldSetting::Default;
        });
        if (field.overridden.size() != before)
            m_result.lost +=
                coreTr("%1: what only this screen says of how it is shown.").arg(label);
    }

    void keepListsAndRuns() {
        Project& project = m_result.project;
        keepSetUp(screen().list, coreTr("this list"));
        for (KeptList& kept : project.lists) {
            if (kept.screen == m_screenId)
                keepSetUp(kept.setUp, coreTr("the kept list “%1”").arg(kept.name));
        }
        project.bulkUpdates.removeIf([&](const KeptBulkUpdate& kept) {
            const bool goes = kept.screen == m_screenId && !fits(kept);
            if (goes)
                m_result.lost += coreTr("The kept bulk update “%1”.").arg(kept.name);
            return goes;
        });
        project.cards.removeIf([&](const KeptCards& kept) {
            const bool goes = kept.screen == m_screenId && !hasAll(kept.form.columns);
            if (goes)
                m_result.lost += coreTr("The kept cards “%1”.").arg(kept.name);
            return goes;
        });
        project.imports.removeIf([&](const KeptImport& kept) {
            const bool goes = kept.screen == m_screenId && !hasAll(kept.columns.values());
            if (goes)
                m_result.lost += coreTr("The kept import “%1”.").arg(kept.name);
            return goes;
        });
    }

    void keepSetUp(ListSetUp& setUp, const QString& of) {
        for (const ListFilter& filter : std::as_const(setUp.filters)) {
            if (!reasonAgainst(filter, table()).isEmpty())
                m_result.lost +=
                    coreTr("A filter of %1: %2.")
                        .arg(of, filter.words.isEmpty() ? filter.condition : filter.words);
        }
        const ListSetUp before = setUp;
        setUp = fittingSetUp(setUp, table());
        if (before.sort != setUp.sort || before.groupedBy != setUp.groupedBy)
            m_result.lost += coreTr("Part of how %1 is sorted and grouped.").arg(of);
    }

    bool hasAll(const QStringList& columns) const {
        return std::all_of(columns.begin(), columns.end(),
                           [&](const QString& column) { return table().column(column); });
    }

    bool fits(const KeptBulkUpdate& kept) const {
        using Gets = KeptBulkUpdate::Line::Gets;
        if (!reasonAgainstWhen(kept.where, table()).isEmpty())
            return false;
        return std::all_of(kept.lines.begin(), kept.lines.end(), [&](const auto& line) {
            const Column* column = table().column(line.column);
            const Column* was = m_before.column(line.column);
            return column && was && describe(column->type) == describe(was->type) &&
                   (line.gets != Gets::Expression || bindExpression(line.text, table()));
        });
    }

    // Children and ways to other screens, where the other table has the columns that they go by.
    void keepLinks() {
        const auto has = [this](const RecordLink& link) {
            return std::all_of(link.columns.begin(), link.columns.end(),
                               [this](const QString& name) { return table().column(name); });
        };
        if (screen().children)
            screen().children->removeIf([&](const RecordLink& link) {
                if (has(link))
                    return false;
                m_result.lost += coreTr("Children of %1, which go by %2.")
                                     .arg(link.screen, listedNames(link.columns));
                return true;
            });
        if (screen().actions)
            screen().actions->removeIf([&](const RowAction& action) {
                if (action.kind != RowAction::Kind::GoTo || has(action.link))
                    return false;
                m_result.lost += coreTr("The row action to %1, which goes by %2.")
                                     .arg(action.link.screen, listedNames(action.link.columns));
                return true;
            });
    }

    void noteRest() {
        for (const Screen& other : std::as_const(m_result.project.screens)) {
            QList<RecordLink> links = other.children.value_or(QList<RecordLink>());
            for (const RowAction& action : other.actions.value_or(QList<RowAction>()))
                links += action.link;
            for (const RecordLink& link : std::as_const(links)) {
                if (link.screen != m_screenId)
                    continue;
                for (const QString& column : link.targetColumns) {
                    if (!table().column(column))
                        m_result.notes += coreTr("%1 leads here by %2, which %3 does not have.")
                                              .arg(other.label, column, m_name);
                }
            }
        }
        qsizetype more = 0;
        for (const Column& column : table().columns) {
            if (!column.isBeyond() && !std::as_const(screen()).field(column.name))
                ++more;
        }
        if (more > 0)
            m_result.notes += coreTr("%1 that the screen does not show: “Add field” has them.")
                                  .arg(counted(more, "column", "columns"));
    }

    Catalog m_catalog;
    Table m_before;
    QString m_screenId;
    QString m_name;
    QMap<QString, QString> m_formerName; // by the name there
    QStringList m_gone;                  // what goes off the screen
    TableSwitch m_result;
};

} // namespace

TableSwitch switchedTable(const Project& project, const Catalog& catalog, const QString& screenId,
                          const QString& table) {
    return Switching(project, catalog, screenId, table).run();
}

} // namespace gravin
