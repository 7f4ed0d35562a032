// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/exchange/import_gaps.h"

#include "core/base/text.h"

namespace gravin {

std::vector<Gap> importGaps(Workspace& workspace, const BoundScreen& screen,
                            const ImportPreview& preview) {
    std::vector<Gap> gaps;
    for (const ImportRow& row : preview.refused) {
        if (row.gate() != InRuns::Ask)
            continue;
        const QString name = row.name.isEmpty() ? coreTr("Row %1").arg(row.line)
                                                : coreTr("Row %1: %2").arg(row.line).arg(row.name);
        for (const ImportProblem& problem : row.problems) {
            if (!screen.table->column(problem.column))
                continue;
            const BoundField* shown = screen.field(problem.column);
            const BoundField field = shown ? *shown
                                           : bindField(workspace.project(), workspace.catalog(),
                                                       *screen.table, ScreenField{problem.column});
            gaps.push_back({Key({Value::integer(row.line)}), name, field,
                            row.after.value(problem.column), problem.reason});
        }
    }
    return gaps;
}

std::vector<Gap> makingGaps(Workspace& workspace, const BoundScreen& screen,
                            const ImportPreview& preview) {
    std::vector<Gap> gaps;
    for (auto lacking = preview.lacks.begin(); lacking != preview.lacks.end(); ++lacking) {
        const BoundField* lookup = screen.field(lacking.key());
        const Table* table =
            lookup ? workspace.catalog().table(lookup->definition.lookup.table) : nullptr;
        if (!table)
            continue;
        for (const QString& text : preview.unknown.value(lacking.key())) {
            for (const QString& column : *lacking) {
                const BoundField field = bindField(workspace.project(), workspace.catalog(), *table,
                                                   ScreenField{column});
                gaps.push_back({Key({Value::text(lacking.key()), Value::text(text)}),
                                coreTr("%1: %2").arg(lookup->label(), text),
                                field,
                                {},
                                coreTr("A new record has to have it.")});
            }
        }
    }
    return gaps;
}

} // namespace gravin
