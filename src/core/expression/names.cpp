// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/names.h"

#include <algorithm>

namespace gravin {

NamedColumn columnNamed(const QList<ExpressionColumn>& columns, const Token& token) {
    const auto exact =
        std::find_if(columns.begin(), columns.end(),
                     [&](const ExpressionColumn& column) { return column.name == token.text; });
    if (exact != columns.end())
        return {&*exact};
    NamedColumn found;
    if (token.kind == Token::Kind::QuotedName)
        return found;
    for (const ExpressionColumn& column : columns) {
        if (column.name.compare(token.text, Qt::CaseInsensitive) != 0)
            continue;
        if (found.column)
            return {nullptr, true};
        found.column = &column;
    }
    return found;
}

} // namespace gravin
