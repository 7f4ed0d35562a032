// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/copy/copy_plan.h"

#include <functional>

namespace gravin {

// A table that was copied and read again: as many records as here, of the same values.
struct CopiedTable {
    QString name;
    qint64 records = 0;
    QString checksum; // of all its values, whatever their order; hexadecimal
};

struct DatabaseCopied {
    QList<CopiedTable> tables;
    QStringList views;
    QStringList notes; // what did not come along, or came in another way
};

// What is done now, of which table, and how many records of it; false stops it.
enum class CopyStep { Copying, Verifying };
using CopyProgress = std::function<bool(CopyStep step, const QString& table, qint64 records)>;

// Where a copy may be made: a file that is not there yet or is empty, or a server's database.
// Usage, in words: it is the source itself, or a file that is there.
Status verifyCopyTarget(const ConnectionSpec& source, const ConnectionSpec& target);

// What would be made, without making it.
Result<CopyPlan> planCopyTo(Session& source, const ConnectionSpec& target);

// Copies tables, keys, references, indexes and rows, as they are at one moment, and reads all of it
// again. The target has all of it afterwards, or nothing. The change log stays where it is.
// Refused, with table and record: a value that the target cannot keep as it is.
Result<DatabaseCopied> copyTables(Session& source, const ConnectionSpec& target,
                                  const CopyProgress& progress = {});

} // namespace gravin
