// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/expression.h"

namespace gravin {

struct Token {
    enum class Kind { End, Word, QuotedName, Number, Text, Symbol };
    Kind kind = Kind::End;
    QString text;  // a word as written; names and texts without their quotes
    QString upper; // of a word, for keywords
    int at = 0;
    int length = 0;
};

// Splits an expression into tokens, the last one of kind End. Fails at a character that cannot
// stand there and at a text or name that is not closed.
Result<QList<Token>, ExpressionError> tokensOf(const QString& text);

} // namespace gravin
