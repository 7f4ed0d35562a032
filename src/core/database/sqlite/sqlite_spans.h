// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QVariant>

#include <vector>

struct sqlite3_stmt;

namespace gravin {

// What a column's stored values span. `smallest` and `largest` are invalid when it was not asked
// for, or nothing of the asked storage class is there.
struct StoredSpan {
    enum class Order {
        None,
        Number, // integers and reals
        Text    // by bytes, as texts of dates and times are ordered
    };
    Order order = Order::None;
    qint64 filled = 0; // not NULL, and no empty text
    QVariant smallest = {};
    QVariant largest = {};
};

// Steps through the rows of a prepared statement, whose first columns are those of `spans`, and
// fills these in. Faster than the engine's aggregates, which call functions for each value. Answers
// the engine's code: SQLITE_DONE when all rows were read.
int readSpans(sqlite3_stmt* statement, std::vector<StoredSpan>& spans);

} // namespace gravin
