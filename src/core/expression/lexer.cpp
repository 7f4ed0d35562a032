// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/lexer.h"

#include "core/base/text.h"

namespace gravin {

namespace {

bool isAsciiDigit(QChar c) { return c >= u'0' && c <= u'9'; }
bool isWordStart(QChar c) { return c.isLetter() || c == u'_' || c.isSurrogate(); }
bool isWordPart(QChar c) { return isWordStart(c) || c.isDigit() || c.isMark() || c == u'$'; }

class Lexer {
public:
    explicit Lexer(const QString& text)
        : m_text(text) {}

    Result<QList<Token>, ExpressionError> run() {
        while (true) {
            if (!skipBlanks())
                return m_error;
            m_begin = m_at;
            if (m_at >= m_text.size()) {
                add(Token::Kind::End, {});
                return m_tokens;
            }
            const bool read = isWordStart(peek()) ? word()
                              : isAsciiDigit(peek()) || (peek() == u'.' && isAsciiDigit(peek(1)))
                                  ? number()
                              : peek() == u'\'' ? quoted(Token::Kind::Text)
                              : peek() == u'"'  ? quoted(Token::Kind::QuotedName)
                                                : symbol();
            if (!read)
                return m_error;
        }
    }

private:
    QChar peek(int ahead = 0) const {
        return m_at + ahead < m_text.size() ? m_text[m_at + ahead] : QChar();
    }

    void add(Token::Kind kind, const QString& text) {
        m_tokens.append({kind, text, kind == Token::Kind::Word ? text.toUpper() : QString(),
                         static_cast<int>(m_begin), static_cast<int>(m_at - m_begin)});
    }

    bool fail(const QString& sentence) {
        m_error = {static_cast<int>(m_begin),
                   static_cast<int>(std::max<qsizetype>(1, m_at - m_begin)), sentence};
        return false;
    }

    // Comments are blanks too: ISO's of one line, and those in brackets.
    bool skipBlanks() {
        while (true) {
            const bool isLine = peek() == u'-' && peek(1) == u'-';
            const bool isBracketed = peek() == u'/' && peek(1) == u'*';
            if (!isLine && !isBracketed && !peek().isSpace())
                return true;
            if (isLine) {
                const qsizetype end = m_text.indexOf(u'\n', m_at);
                m_at = end < 0 ? m_text.size() : end;
            } else if (isBracketed) {
                m_begin = m_at;
                const qsizetype end = m_text.indexOf(QStringLiteral("*/"), m_at + 2);
                m_at = end < 0 ? m_at + 2 : end + 2;
                if (end < 0)
                    return fail(coreTr("This comment has no end (*/)."));
            } else {
                ++m_at;
            }
        }
    }

    bool word() {
        while (isWordPart(peek()))
            ++m_at;
        add(Token::Kind::Word, m_text.mid(m_begin, m_at - m_begin));
        return true;
    }

    bool number() {
        while (isAsciiDigit(peek()))
            ++m_at;
        if (peek() == u'.') {
            ++m_at;
            while (isAsciiDigit(peek()))
                ++m_at;
        }
        const bool hasExponent = (peek() == u'e' || peek() == u'E') &&
                                 (isAsciiDigit(peek(1)) ||
                                  ((peek(1) == u'+' || peek(1) == u'-') && isAsciiDigit(peek(2))));
        if (hasExponent) {
            m_at += 2;
            while (isAsciiDigit(peek()))
                ++m_at;
        }
        if (isWordStart(peek())) {
            ++m_at;
            return fail(coreTr("A number ends here and a name begins; put a blank or an operator "
                               "between them."));
        }
        add(Token::Kind::Number, m_text.mid(m_begin, m_at - m_begin));
        return true;
    }

    // A doubled quote stands for one.
    bool quoted(Token::Kind kind) {
        const QChar quote = peek();
        QString inside;
        for (++m_at; m_at < m_text.size(); ++m_at) {
            if (peek() != quote) {
                inside += peek();
            } else if (peek(1) == quote) {
                inside += quote;
                ++m_at;
            } else {
                ++m_at;
                if (kind == Token::Kind::QuotedName && inside.isEmpty())
                    return fail(coreTr("A name cannot be empty."));
                add(kind, notNull(inside));
                return true;
            }
        }
        return fail(kind == Token::Kind::Text ? coreTr("This text has no closing quote (').")
                                              : coreTr("This name has no closing quote (\")."));
    }

    bool symbol() {
        for (const char* two : {"<=", ">=", "<>", "!=", "||", "->"}) {
            if (QStringView(m_text).mid(m_at, 2) == QLatin1String(two)) {
                m_at += 2;
                // The spelling of some engines for what ISO writes <>.
                add(Token::Kind::Symbol, QLatin1String(two) == QLatin1String("!=")
                                             ? QStringLiteral("<>")
                                             : QString(QLatin1String(two)));
                return true;
            }
        }
        if (!QStringView(u"+-*/=<>(),.").contains(peek())) {
            ++m_at;
            return fail(coreTr("“%1” has no meaning here.").arg(m_text.mid(m_begin, 1)));
        }
        ++m_at;
        add(Token::Kind::Symbol, m_text.mid(m_begin, 1));
        return true;
    }

    const QString& m_text;
    qsizetype m_at = 0;
    qsizetype m_begin = 0;
    QList<Token> m_tokens;
    ExpressionError m_error;
};

} // namespace

Result<QList<Token>, ExpressionError> tokensOf(const QString& text) { return Lexer(text).run(); }

} // namespace gravin
