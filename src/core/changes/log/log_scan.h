// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"
#include "core/changes/log/log_layout.h"

namespace gravin {

// Reads the records of a log by what narrows them. Requires: the log's tables exist. Belongs to
// its session's thread.
class LogScan {
public:
    using Take = std::function<bool(qint64 change, qint64 sequence, RecordChange&& record)>;

    LogScan(Session& session, const Catalog& catalog);

    // As ChangeLog::scan() says.
    Status run(const LogScope& scope, const Take& take);
    // Of a scope with a key: all changes that touch the record under any of its keys, and all that
    // change keys of its table, newest first. Fails where run() does.
    Result<std::vector<qint64>> changesOf(const LogScope& scope);

private:
    Status scanPart(const LogRows& rows, const SqlFragment& where, const Take& take);

    Session& m_session;
    const Catalog& m_catalog;
};

} // namespace gravin
