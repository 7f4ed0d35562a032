// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QByteArray>
#include <QList>
#include <QStringList>

namespace gravin {

// The rows of a text in UTF-8 as RFC 4180 writes them; a byte order mark is skipped and rows
// without any cell are left out. What separates the cells (comma, semicolon or tab) is seen from
// the first row. Damaged: not UTF-8, or a quote that never ends.
Result<QList<QStringList>> rowsFromCsv(const QByteArray& bytes);

} // namespace gravin
