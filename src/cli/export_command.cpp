// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/list_options.h"
#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "core/exchange/list_export.h"

namespace gravin::cli {

namespace {

// Those that are named, or those that the list shows; all there are with --all-fields.
Result<QStringList> columnsFor(const ExportFileOptions& options, const BoundScreen& screen) {
    QStringList columns;
    for (const QString& name : options.fields) {
        const BoundField* field = findField(screen, name);
        if (!field)
            return unknownField(screen, name);
        columns += field->name();
    }
    for (const BoundField& field : screen.fields) {
        if (options.fields.isEmpty() && (options.allFields || field.placement.inGrid()))
            columns += field.name();
    }
    return columns;
}

} // namespace

int runExport(const ExportFileOptions& options) {
    const auto kind = fileKindOf(options.out);
    if (!kind)
        return report(
            {ErrorKind::Usage, coreTr("--out takes a file that ends with .csv, .xlsx or .json.")},
            options.json);
    auto opened =
        openProject(options.file, Session::Access::ReadOnly, options.locale, options.with);
    if (!opened)
        return report(opened.error(), options.json);
    auto screen = findScreen(*opened, options.screen, Act::Export);
    if (!screen)
        return report(screen.error(), options.json);
    const auto list = listFor(options, *screen, *opened);
    if (!list)
        return report(list.error(), options.json);
    const auto columns = columnsFor(options, *screen);
    if (!columns)
        return report(columns.error(), options.json);
    ExportOptions how;
    how.kind = *kind;
    how.heads = options.columnHeads ? ExportOptions::Heads::Columns : ExportOptions::Heads::Labels;
    how.lookups = options.lookups;
    how.bytes = options.bytes;
    how.withTotals = options.withTotals;
    how.groupedBy = list->groupedBy;
    how.form = screen->form;
    how.csv = options.csv;
    const auto written = exportList(*opened->session, opened->catalog, *screen, list->query,
                                    *columns, how, options.out);
    if (!written)
        return report(written.error(), options.json);
    if (options.json)
        print({{"records", *written}, {"file", utf8(options.out)}});
    else
        printLine(coreTr("Wrote %1 to %2.").arg(countedRecords(*written), options.out));
    return Done;
}

} // namespace gravin::cli
