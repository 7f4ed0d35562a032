// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/token_reader.h"

#include "core/base/text.h"
#include "core/expression/expression.h"

namespace gravin {

const Token& TokenReader::peek(int ahead) const {
    return m_tokens[std::min<qsizetype>(m_next + ahead, m_tokens.size() - 1)];
}

Token TokenReader::take() {
    Token token = peek();
    if (token.kind != Token::Kind::End)
        ++m_next;
    return token;
}

bool TokenReader::isWord(const char* word, int ahead) const {
    return peek(ahead).kind == Token::Kind::Word && peek(ahead).upper == QLatin1String(word);
}

bool TokenReader::isSymbol(const char* symbol) const {
    return peek().kind == Token::Kind::Symbol && peek().text == QLatin1String(symbol);
}

void TokenReader::expectWord(const char* word) {
    if (!takeWord(word))
        failExpected(QLatin1String(word));
}

void TokenReader::expectSymbol(const char* symbol) {
    if (!takeSymbol(symbol))
        failExpected(u'“' + QLatin1String(symbol) + u'”');
}

void TokenReader::fail(const Token& token, const QString& sentence, const QString& suggestion) {
    throw ExpressionError{token.at, std::max(1, token.length), sentence, suggestion};
}

void TokenReader::failExpected(const QString& what) const {
    fail(peek(), peek().kind == Token::Kind::End
                     ? coreTr("The expression ends here, but %1 is expected.").arg(what)
                     : coreTr("%1 is expected here, not “%2”.").arg(what, peek().text));
}

int TokenReader::lengthFrom(const Token& from) const {
    const Token& last = m_next > 0 ? m_tokens[m_next - 1] : from;
    return std::max(1, last.at + last.length - from.at);
}

int TokenReader::limit(int least, int most) {
    const Token token = take();
    bool ok = false;
    const int value = token.text.toInt(&ok);
    if (token.kind != Token::Kind::Number || !ok || value < least || value > most)
        fail(token, coreTr("A whole number from %1 to %2 is expected here.").arg(least).arg(most));
    return value;
}

} // namespace gravin
