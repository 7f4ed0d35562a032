// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/key.h"

#include <vector>

namespace gravin {

// One row as it was read: a value for each column of its table, in the catalog's order.
struct Record {
    Key key;
    std::vector<Value> values;
};

// Names a record on the screen: one of the database by its key, or one not saved yet by a number
// that is unique in its table while the process runs.
struct RecordId {
    Key key;
    int newNumber = 0; // > 0: not saved yet, and the key is empty

    bool isNew() const { return newNumber > 0; }
    bool isNone() const { return newNumber == 0 && key.isEmpty(); }
    friend bool operator==(const RecordId& a, const RecordId& b) {
        return a.newNumber == b.newNumber && a.key == b.key;
    }
};

inline size_t qHash(const RecordId& id, size_t seed = 0) {
    return qHash(id.key, seed) + static_cast<size_t>(id.newNumber);
}

} // namespace gravin
