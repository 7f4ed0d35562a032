// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/field_adder.h"

#include "core/database/reach.h"
#include "core/fitting/generation/screen_generator.h"
#include "session/project_document.h"

namespace gravin {

FieldAdder::FieldAdder(ScreenBinding* binding, QObject* parent)
    : QObject(parent)
    , m_binding(binding) {}

namespace {

void show(Project& project, const Catalog& catalog, const QString& screenId,
          const QString& column) {
    Screen* screen = project.screenById(screenId);
    const Table* table = screen ? catalog.table(screen->table) : nullptr;
    if (!table || !table->column(column) || std::as_const(*screen).field(column))
        return;
    const QString& home = table->definitionTable(*table->column(column));
    if (!project.definition(home, column))
        project.fields[home] += generateDefinition(catalog, *table, *table->column(column));
    screen->fields += ScreenField{column};
}

} // namespace

void FieldAdder::addField(const QString& column) {
    const Workspace* workspace = m_binding->workspace();
    m_binding->workspace()->document()->change(tr("field %1").arg(column), [&](Project& project) {
        show(project, workspace->catalog(), m_binding->screenId(), column);
    });
}

void FieldAdder::addNewField(Workspace* workspace, const QString& screenId, const QString& column,
                             bool required) {
    workspace->document()->change(tr("field %1").arg(column), [&](Project& project) {
        show(project, workspace->catalog(), screenId, column);
        const Screen* screen = project.screenById(screenId);
        const Table* table = screen ? workspace->catalog().table(screen->table) : nullptr;
        if (FieldDefinition* field = table ? project.definition(table->written(), column) : nullptr)
            field->required = required;
    });
}

namespace {

// "sector_id", "name" → "sector_name", and a number behind it where that is taken.
QString proposedName(const Table& table, const QStringList& path) {
    QStringList parts;
    for (const QString& column : path) {
        const bool isReference = parts.size() + 1 < path.size();
        const QString suffix = QStringLiteral("_id");
        parts += isReference && column.endsWith(suffix) ? column.chopped(suffix.size()) : column;
    }
    const QString wanted = parts.join(u'_');
    QString name = wanted;
    for (int n = 2; table.column(name); ++n)
        name = wanted + QString::number(n);
    return name;
}

} // namespace

void FieldAdder::addReached(const QStringList& path) {
    Workspace& workspace = *m_binding->workspace();
    const Table& table = *m_binding->screen().table;
    const Table* behind =
        table.references ? table.references->tableBehind(path.mid(0, path.size() - 1)) : nullptr;
    const Table* there = behind ? workspace.catalog().table(behind->name) : nullptr;
    const Column* column = there ? there->column(path.back()) : nullptr;
    if (!column)
        return;
    const QString name = proposedName(table, path);
    m_binding->workspace()->document()->change(tr("field %1").arg(name), [&](Project& project) {
        Screen* screen = project.screenById(m_binding->screenId());
        if (!screen)
            return;
        const FieldDefinition* known =
            project.definition(there->definitionTable(*column), column->name);
        FieldDefinition field =
            known ? *known : generateDefinition(workspace.catalog(), *there, *column);
        field.column = name;
        field.label =
            tr("%1: %2", "a reference, and the field of what it refers to")
                .arg(workspace.document()->rules(table.name).labelOf(path.front()), field.label);
        field.editable = Editable::Never;
        field.required = false;
        field.defaultValue = {};
        // What is given by itself there, or offered, speaks of that record's own fields.
        field.filledWith.clear();
        field.stamp = {};
        field.total = FieldTotal::None;
        field.lookup.where.clear();
        field.type.clear(); // what is computed has no limits of its own
        project.fields[table.name] += field;
        project.computed[table.name] += ComputedField{name, reachedName(path)};
        screen->fields += ScreenField{name};
    });
}

void FieldAdder::addOfLines(const LinesOffer& lines, Subquery::Function function,
                            const QString& column) {
    Workspace& workspace = *m_binding->workspace();
    const Table& table = *m_binding->screen().table;
    const Table* there = workspace.catalog().table(lines.table);
    if (!there)
        return;
    const Column* of = there->column(column);
    const QString word =
        functionText(function, of ? expressionTypeOf(of->type) : ExpressionType::Integer);
    const QString name = proposedName(table, {lines.table, column.isEmpty() ? word : column});
    workspace.document()->change(tr("field %1").arg(name), [&](Project& project) {
        Screen* screen = project.screenById(m_binding->screenId());
        if (!screen)
            return;
        FieldDefinition field;
        field.label = labelFromName(lines.table);
        if (of) {
            const FieldDefinition* known = project.definition(there->definitionTable(*of), column);
            const FieldDefinition far =
                known ? *known : generateDefinition(workspace.catalog(), *there, *of);
            field.label = tr("%1: %2", "lines, and the field of them").arg(field.label, far.label);
            field.format = far.format;
        }
        field.label = tr("%1, %2", "what it is made of, and how: sum").arg(field.label, word);
        field.column = name;
        field.editable = Editable::Never;
        project.fields[table.name] += field;
        project.computed[table.name] +=
            ComputedField{name, lineExpression(lines, function, column)};
        screen->fields += ScreenField{name};
    });
}

} // namespace gravin
