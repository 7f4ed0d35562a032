// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/evaluation/value_order.h"

namespace gravin {

// What CURRENT_DATE, CURRENT_TIMESTAMP, LOCALTIMESTAMP and CURRENT_USER mean, the same for a whole
// run.
struct Present {
    QDate today; // as the person's clock reads it
    Instant now;
    Timestamp local; // now, as the person's clock reads it
    QString person;  // as the change log names them
    static Present take();
};

// The value of an expression for one record. `values` are those of expression.columns(), in their
// order. Fails, with a sentence, where the value cannot be had: a result out of range (whole
// numbers and decimals have up to a thousand digits), a text that a CAST cannot read, a stored
// value that is not of its column's type. Division by zero gives NULL.
Result<Value> evaluate(const Expression& expression, const std::vector<const Value*>& values,
                       const Present& present);
// What becomes of a stored value that is not of its column's type where the column itself is
// compared with something else.
enum class Misfits {
    Fail,
    CompareAsStored // as SQLite, which alone stores such: numbers, then texts, then bytes
};
// The same of the part that begins at this node.
Result<Value> evaluatePart(const Expression& expression, int node,
                           const std::vector<const Value*>& values, const Present& present,
                           Misfits misfits = Misfits::Fail);

} // namespace gravin
