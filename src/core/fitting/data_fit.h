// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/project/project.h"

namespace gravin {

// What the stored records of a table forbid of what its catalog proposes.
struct DataFit {
    QSet<QString> holdingBlank; // columns in which an empty text, or one of blanks, is stored
    QSet<QString> otherwise;    // columns whose proposed editor would refuse what is stored
    bool isEmpty() const { return holdingBlank.isEmpty() && otherwise.isEmpty(); }
};

// Looks at the columns for which a proposal goes beyond what the database itself refuses: one pass
// over the table for all blanks, and at most MostLookedAt records for each editor that comes from a
// name.
Result<DataFit> dataFitOf(Session& session, const Catalog& catalog, const Table& table);
constexpr qint64 MostLookedAt = 200'000;

// Takes back from the table's definitions what the data forbids, where they still are as proposed:
// a field is not required then, or is edited as a plain text.
void fitToData(Project& project, const Catalog& catalog, const Table& table, const DataFit& fit);

} // namespace gravin
