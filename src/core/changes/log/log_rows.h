// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"

class QSqlQuery;

namespace gravin {

// The columns of gravin_change c from which the two that follow are read, in their order.
QString loggedHeads(Session::LogLayout layout);
// One row of loggedHeads().
struct LoggedHead {
    CommittedChange change; // without its records
    QString tables;         // as the log writes them
    QString op;
};
LoggedHead headFrom(const QSqlQuery& row);
ChangeSummary summaryFrom(const QSqlQuery& row);

// `record`: its key as it is written in the log.
Error damagedAt(qint64 change, const QString& record);

} // namespace gravin
