// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"

#include <QIODevice>

namespace gravin {

enum class LogFormat { Csv, Json };
// By the end of the file's name; nothing: it is neither.
std::optional<LogFormat> logFormatOf(const QString& fileName);

// Writes what the filter lets through, newest first, every field before and after. CSV (RFC 4180,
// UTF-8) has a line for each field; a text that a spreadsheet would take for a formula has an
// apostrophe before it. `isCancelled` is asked between changes. Answers how many changes.
Result<qint64> exportLog(Session& session, const Catalog& catalog, const LogFilter& filter,
                         LogFormat format, QIODevice& out,
                         const std::function<bool()>& isCancelled = {});

} // namespace gravin
