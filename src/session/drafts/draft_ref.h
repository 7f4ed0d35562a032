// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/record.h"

#include <QHash>

namespace gravin {

// The draft of a record of a table.
struct DraftRef {
    QString table;
    RecordId id;
    friend bool operator==(const DraftRef&, const DraftRef&) = default;
};
inline size_t qHash(const DraftRef& ref, size_t seed = 0) {
    return qHashMulti(seed, ref.table, ref.id);
}

} // namespace gravin
