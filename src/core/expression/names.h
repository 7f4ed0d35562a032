// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/lexer.h"

namespace gravin {

// The column that a token means: the one that is called just so, else, where the name stands
// without quotes, the only one that is called so without regard to case.
struct NamedColumn {
    const ExpressionColumn* column = nullptr; // among those that were given; null: none, or several
    bool couldBeSeveral = false;
};
NamedColumn columnNamed(const QList<ExpressionColumn>& columns, const Token& token);

} // namespace gravin
