// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/lexer.h"

namespace gravin {

// Reads tokens one after another. What is not as it must be is thrown as an ExpressionError, which
// the parser catches: the first mistake ends the reading.
class TokenReader {
public:
    TokenReader() = default;
    explicit TokenReader(QList<Token> tokens)
        : m_tokens(std::move(tokens)) {}

    // The next one, or one behind it; at the end that of the end.
    const Token& peek(int ahead = 0) const;
    Token take();
    void putBack() { --m_next; }
    bool isWord(const char* word, int ahead = 0) const;
    bool isSymbol(const char* symbol) const;
    // Whether it was there, and is taken.
    bool takeWord(const char* word) { return isWord(word) && (++m_next, true); }
    bool takeSymbol(const char* symbol) { return isSymbol(symbol) && (++m_next, true); }
    void expectWord(const char* word);
    void expectSymbol(const char* symbol);
    // A whole number within these limits, both included.
    int limit(int least, int most);
    // From this token to the last one that was taken.
    int lengthFrom(const Token& from) const;

    [[noreturn]] static void fail(const Token& token, const QString& sentence,
                                  const QString& suggestion = {});
    [[noreturn]] void failExpected(const QString& what) const;

private:
    QList<Token> m_tokens;
    qsizetype m_next = 0;
};

} // namespace gravin
