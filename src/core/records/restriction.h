// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/value.h"

#include <QStringList>

#include <vector>

namespace gravin {

// Only records with these values in these columns, compared as the engine compares references.
// Without columns: all records.
struct Restriction {
    QStringList columns;
    std::vector<Value> values; // as many

    bool isEmpty() const { return columns.isEmpty(); }
    friend bool operator==(const Restriction&, const Restriction&) = default;
};

} // namespace gravin
