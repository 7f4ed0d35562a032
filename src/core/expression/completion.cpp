// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/completion.h"

#include "core/expression/lexer.h"
#include "core/expression/literal.h"
#include "core/expression/names.h"

namespace gravin {

namespace {

bool isName(const Token& token) {
    return token.kind == Token::Kind::Word || token.kind == Token::Kind::QuotedName;
}

bool isSymbol(const Token& token, const char* symbol) {
    return token.kind == Token::Kind::Symbol && token.text == QLatin1String(symbol);
}

bool isWord(const Token& token, const char* word) {
    return token.kind == Token::Kind::Word && token.upper == QLatin1String(word);
}

class Completer {
public:
    Completer(QList<Token> tokens, int cursor, const QList<ExpressionColumn>& columns,
              const References* references)
        : m_tokens(std::move(tokens))
        , m_columns(columns)
        , m_references(references) {
        while (m_here < m_tokens.size() && m_tokens[m_here].kind != Token::Kind::End &&
               m_tokens[m_here].at < cursor)
            ++m_here;
        // The word that is being typed is what is asked for.
        if (m_here > 0 && isName(m_tokens[m_here - 1]) &&
            m_tokens[m_here - 1].at + m_tokens[m_here - 1].length == cursor)
            --m_here;
    }

    Completions answer() {
        if (!m_references)
            return {namesOf(m_columns), false};
        const qsizetype select = selectAround();
        if (m_here > 0 && select >= 0 && isWord(m_tokens[m_here - 1], "FROM"))
            return {tables(), true};
        readTable(select);
        const QList<ExpressionColumn> here =
            m_table.isEmpty() ? m_columns : m_references->columnsOf(m_table);
        if (m_here > 0 && isSymbol(m_tokens[m_here - 1], "->"))
            return {namesOf(behind(here)), true};
        if (m_here > 1 && isSymbol(m_tokens[m_here - 1], ".") && isName(m_tokens[m_here - 2]))
            return {namesOf(qualifiedBy(m_tokens[m_here - 2].text, here)), true};
        QStringList names = namesOf(here);
        if (!m_table.isEmpty())
            names += QStringLiteral("record.");
        return {names, false};
    }

private:
    QStringList tables() const {
        QStringList names;
        for (const QString& table : m_references->tables())
            names += nameText(table);
        return names;
    }

    static QStringList namesOf(const QList<ExpressionColumn>& columns) {
        QStringList names;
        for (const ExpressionColumn& column : columns)
            names += nameText(column.name);
        return names;
    }

    // The place of the SELECT whose brackets are open here; −1: none.
    qsizetype selectAround() const {
        QList<qsizetype> open;
        for (qsizetype at = 0; at < m_here; ++at) {
            if (isSymbol(m_tokens[at], "("))
                open += at;
            else if (isSymbol(m_tokens[at], ")") && !open.isEmpty())
                open.removeLast();
        }
        while (!open.isEmpty()) {
            const qsizetype first = open.takeLast() + 1;
            if (first < m_tokens.size() && isWord(m_tokens[first], "SELECT"))
                return first;
        }
        return -1;
    }

    // Which table's records a subquery is about; it may be named behind the cursor.
    void readTable(qsizetype select) {
        int depth = 0;
        for (qsizetype at = select; at >= 0 && at + 1 < m_tokens.size() && depth >= 0; ++at) {
            depth += isSymbol(m_tokens[at], "(") ? 1 : isSymbol(m_tokens[at], ")") ? -1 : 0;
            if (depth != 0 || !isWord(m_tokens[at], "FROM") || !isName(m_tokens[at + 1]))
                continue;
            QString name = m_tokens[at + 1].text;
            m_calls = name;
            if (at + 3 < m_tokens.size() && isSymbol(m_tokens[at + 2], ".")) {
                m_calls = m_tokens[at + 3].text;
                name += u'.' + m_calls;
            }
            for (const QString& table : m_references->tables()) {
                if (table.compare(name, Qt::CaseInsensitive) == 0)
                    m_table = table;
            }
            return;
        }
    }

    QList<ExpressionColumn> qualifiedBy(const QString& word,
                                        const QList<ExpressionColumn>& here) const {
        if (!m_table.isEmpty() && word.compare(m_calls, Qt::CaseInsensitive) == 0)
            return here;
        return word.compare(QLatin1String("record"), Qt::CaseInsensitive) == 0
                   ? m_columns
                   : QList<ExpressionColumn>();
    }

    // Of the record that the names and arrows before the cursor lead to.
    QList<ExpressionColumn> behind(QList<ExpressionColumn> here) const {
        qsizetype first = m_here - 1;
        while (first >= 1 && isSymbol(m_tokens[first], "->") && isName(m_tokens[first - 1]))
            first -= 2;
        if (first >= 0 && isSymbol(m_tokens[first], ".") && first >= 1)
            here = qualifiedBy(m_tokens[first - 1].text, here);
        const bool isOfLine =
            !m_table.isEmpty() &&
            !(first >= 1 && isSymbol(m_tokens[first], ".") &&
              m_tokens[first - 1].text.compare(u"record", Qt::CaseInsensitive) == 0);
        const auto ofLine = isOfLine ? m_references->of(m_table) : nullptr;
        const References* leads = isOfLine ? ofLine.get() : m_references;
        QStringList path;
        for (qsizetype at = std::max<qsizetype>(first + 1, 0); at + 1 < m_here; at += 2) {
            const NamedColumn named = columnNamed(here, m_tokens[at]);
            path += named.column ? named.column->name : QString();
            const auto next = named.column && leads ? leads->behind(path) : std::nullopt;
            if (!next)
                return {};
            here = *next;
        }
        return here;
    }

    QList<Token> m_tokens;
    qsizetype m_here = 0; // of what stands at the cursor
    const QList<ExpressionColumn>& m_columns;
    const References* m_references;
    QString m_table; // of the subquery around; empty: none
    QString m_calls; // what that is called before a dot
};

} // namespace

Completions completionsAt(const QString& text, int cursor, const QList<ExpressionColumn>& columns,
                          const References* references) {
    auto tokens = tokensOf(text);
    // A text or name that is not closed is no place for names.
    if (!tokens)
        tokens = tokensOf(text.left(cursor));
    if (!tokens)
        return {{}, true};
    return Completer(std::move(*tokens), cursor, columns, references).answer();
}

} // namespace gravin
