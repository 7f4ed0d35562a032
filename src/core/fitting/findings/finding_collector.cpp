// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/findings/finding_collector.h"

#include "core/expression/expression.h"

#include <algorithm>

namespace gravin {

namespace {
// "Visits · Cost"
QString placeOf(const Project& project, const Catalog& catalog, const Screen& screen,
                const QString& column) {
    const Table* table = catalog.table(screen.table);
    const FieldDefinition* shared =
        project.definition(table ? table->written() : screen.table, column);
    return screen.label + QStringLiteral(" · ") + (shared ? shared->label : column);
}

} // namespace

void FindingCollector::add(Finding finding) {
    const auto isSame = [id = finding.id()](const Finding& known) { return known.id() == id; };
    if (std::none_of(m_findings.begin(), m_findings.end(), isSame))
        m_findings.push_back(std::move(finding));
}

Finding FindingCollector::onField(const char* kind, Finding::Severity severity,
                                  const Screen& screen, const QString& column) const {
    return {.kind = QLatin1String(kind),
            .severity = severity,
            .screen = screen.id,
            .table = screen.table,
            .column = column,
            .place = placeOf(m_project, m_catalog, screen, column)};
}

std::function<void(Project&)>
FindingCollector::onDefinition(const Screen& screen, const Table& table, const Column& column,
                               std::function<void(FieldDefinition&)> change) const {
    return [id = screen.id, home = table.definitionTable(column), name = column.name,
            change = std::move(change)](Project& project) {
        if (FieldDefinition* shared = project.definition(home, name))
            change(*shared);
        Screen* changed = project.screenById(id);
        if (ScreenField* field = changed ? changed->field(name) : nullptr)
            change(field->own);
    };
}

std::function<void(Project&)>
FindingCollector::onPlacement(const Screen& screen, const QString& column,
                              std::function<void(ScreenField&)> change) {
    return [id = screen.id, column, change = std::move(change)](Project& project) {
        Screen* changed = project.screenById(id);
        if (ScreenField* field = changed ? changed->field(column) : nullptr)
            change(*field);
    };
}

QString nearest(const QString& mistyped, const QStringList& names) {
    QList<ExpressionColumn> columns;
    for (const QString& name : names)
        columns += ExpressionColumn{name, {}};
    return nearestName(mistyped, columns);
}

QStringList columnNames(const Table& table) {
    QStringList names;
    for (const Column& column : table.columns) {
        if (!column.isBeyond())
            names += column.name;
    }
    return names;
}

} // namespace gravin
