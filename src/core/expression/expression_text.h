// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

#include <functional>

namespace gravin {

// The expression written anew, without brackets it does not need. `nameOf` writes a column: with
// nameText() the result reads as the same expression again.
QString expressionText(const Expression& expression,
                       const std::function<QString(const QString& column)>& nameOf);
// The same with a column called otherwise from now on.
QString renamedColumn(const Expression& expression, const QString& from, const QString& to);

} // namespace gravin
