// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/fitting/findings/finding_collector.h"
#include "core/fitting/written_through.h"

namespace gravin {

namespace {

void findOnKeys(FindingCollector& found) {
    const QMap<QString, QStringList>& keys = found.project().viewKeys;
    for (auto view = keys.begin(); view != keys.end(); ++view) {
        const Table* table = found.catalog().table(view.key());
        QString missing;
        for (const QString& column : *view) {
            if (table && !table->column(column))
                missing = column;
        }
        if (table && missing.isEmpty())
            continue;
        found.add(
            {.kind = QStringLiteral("view_key"),
             .table = view.key(),
             .column = missing,
             .place = view.key(),
             .cause = table ? coreTr("The view %1 has no column %2, by which its records "
                                     "would be known.")
                                  .arg(view.key(), missing)
                            : coreTr("There is no view %1.").arg(view.key()),
             .consequence = coreTr("Its records can only be read."),
             .mend = coreTr("Read it only"),
             .apply = [name = view.key()](Project& project) { project.viewKeys.remove(name); }});
    }
}

} // namespace

void findOnWriting(FindingCollector& found) {
    findOnKeys(found);
    const auto& through = found.project().writtenThrough;
    for (auto table = through.begin(); table != through.end(); ++table) {
        const Table* written = found.catalog().table(table.key());
        for (auto use = table->begin(); use != table->end(); ++use) {
            const QString reason =
                written ? reasonAgainstUse(*use, use.key(), found.catalog(), *written)
                        : coreTr("There is no table %1.").arg(table.key());
            if (reason.isEmpty())
                continue;
            found.add({.kind = QStringLiteral("written_through"),
                       .table = table.key(),
                       .column = operationName(use.key()),
                       .place = coreTr("%1 · %2").arg(table.key(), use->routine),
                       .cause = reason,
                       .consequence = coreTr("Its records cannot be written so."),
                       .mend = coreTr("Write the table itself"),
                       .apply = [name = table.key(), operation = use.key()](Project& project) {
                           project.writtenThrough[name].remove(operation);
                           if (project.writtenThrough[name].isEmpty())
                               project.writtenThrough.remove(name);
                       }});
        }
    }
}

} // namespace gravin
