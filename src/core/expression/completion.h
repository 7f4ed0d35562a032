// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/references.h"

namespace gravin {

// What may stand where somebody types in an expression.
struct Completions {
    QStringList names;  // as an expression writes them
    bool alone = false; // nothing else can stand there: behind an arrow, a dot, FROM
};

// At `cursor`, in code units: the names that can stand in the place of the word that ends there.
// The text need not be an expression yet. `columns`: those of the record that the expression is
// about; `references` may be null.
Completions completionsAt(const QString& text, int cursor, const QList<ExpressionColumn>& columns,
                          const References* references);

} // namespace gravin
