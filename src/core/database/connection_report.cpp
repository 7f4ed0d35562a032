// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/connection_report.h"

#include "core/base/text.h"

#include <QFile>
#include <QFileInfo>

#include <algorithm>

namespace gravin {

QString ConnectionReport::contents() const {
    const QString tableCount = counted(tables, "table", "tables");
    const QString all = views == 0
                            ? tableCount
                            : coreTr("%1 and %2").arg(tableCount, counted(views, "view", "views"));
    if (tables + views == 0)
        return coreTr("It has no tables yet.");
    if (editable == tables)
        return coreTr("%1; records may be changed in every table.").arg(all);
    if (editable == 0)
        return coreTr("%1; no record may be changed.").arg(all);
    return coreTr("%1; records may be changed in %2 of the tables.")
        .arg(all, QLocale().toString(editable));
}

Result<ConnectionReport> reportOf(Session& session) {
    auto facts = session.facts();
    if (!facts)
        return facts.error();
    auto catalog = session.readCatalog();
    if (!catalog)
        return catalog.error();
    ConnectionReport report{*facts, 0, 0, 0, {}};
    for (const Table& table : catalog->tables) {
        (table.isView() ? report.views : report.tables) += 1;
        report.editable += table.readOnlyReason().isEmpty() ? 1 : 0;
    }
    if (session.spec().isFile())
        report.size = QLocale().formattedDataSize(QFileInfo(session.spec().path).size(), 1,
                                                  QLocale::DataSizeTraditionalFormat);
    return report;
}

Status copyDatabase(Session& session, const QString& target) {
    if (QFileInfo::exists(target))
        return Error{ErrorKind::File,
                     coreTr("%1 is already there. Choose another name for the copy.").arg(target)};
    if (Status copied = session.copyTo(target); !copied) {
        QFile::remove(target);
        if (copied.error().kind == ErrorKind::Cancelled)
            return copied.error();
        return Error{ErrorKind::File, coreTr("The copy could not be written to %1.").arg(target),
                     copied.error().detail};
    }
    return ok();
}

} // namespace gravin
