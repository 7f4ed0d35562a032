// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/completion.h"

#include "core/expression/lexer.h"
#include "core/expression/literal.h"
#include "core/expression/names.h"

#include <algorithm>

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
        const QList<qsizetype> selects = selectsAround();
        if (m_here > 0 && !selects.isEmpty() && isWord(m_tokens[m_here - 1], "FROM"))
            return {tables(), true};
        for (const qsizetype select : selects) {
            if (const Lines lines = linesOf(select); !lines.table.isEmpty())
                m_around += lines;
        }
        if (m_here > 0 && isSymbol(m_tokens[m_here - 1], "->"))
            return {namesOf(behind()), true};
        if (m_here > 1 && isSymbol(m_tokens[m_here - 1], ".") && isName(m_tokens[m_here - 2]))
            return {namesOf(columnsOf(meantBy(m_tokens[m_here - 2].text))), true};
        QStringList names = namesOf(columnsOf(m_around.isEmpty() ? Record : 0));
        // Of a subquery in a subquery the lines of the outer one are what it is about.
        if (!m_around.isEmpty())
            names +=
                (m_around.size() > 1 ? nameText(m_around[1].called) : QStringLiteral("record")) +
                u'.';
        return {names, false};
    }

private:
    // A subquery around the cursor: whose records it is made of.
    struct Lines {
        QString table;
        QString called; // before a dot
    };
    // Places among those around the cursor, the innermost first, or one of these.
    static constexpr qsizetype Record = -1;
    static constexpr qsizetype Nothing = -2;

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

    // The places of the SELECTs whose brackets are open here, the innermost first.
    QList<qsizetype> selectsAround() const {
        QList<qsizetype> open;
        for (qsizetype at = 0; at < m_here; ++at) {
            if (isSymbol(m_tokens[at], "("))
                open += at;
            else if (isSymbol(m_tokens[at], ")") && !open.isEmpty())
                open.removeLast();
        }
        QList<qsizetype> selects;
        while (!open.isEmpty()) {
            const qsizetype first = open.takeLast() + 1;
            if (first < m_tokens.size() && isWord(m_tokens[first], "SELECT"))
                selects += first;
        }
        return selects;
    }

    // Which table's records a subquery is about; it may be named behind the cursor. No table: none
    // that is known.
    Lines linesOf(qsizetype select) const {
        int depth = 0;
        for (qsizetype at = select; at + 1 < m_tokens.size() && depth >= 0; ++at) {
            depth += isSymbol(m_tokens[at], "(") ? 1 : isSymbol(m_tokens[at], ")") ? -1 : 0;
            if (depth != 0 || !isWord(m_tokens[at], "FROM") || !isName(m_tokens[at + 1]))
                continue;
            QString name = m_tokens[at + 1].text;
            Lines lines{{}, name};
            qsizetype behind = at + 2;
            if (at + 3 < m_tokens.size() && isSymbol(m_tokens[at + 2], ".")) {
                lines.called = m_tokens[at + 3].text;
                name += u'.' + lines.called;
                behind = at + 4;
            }
            if (behind + 1 < m_tokens.size() && isWord(m_tokens[behind], "AS") &&
                isName(m_tokens[behind + 1]))
                lines.called = m_tokens[behind + 1].text;
            for (const QString& table : m_references->tables()) {
                if (table.compare(name, Qt::CaseInsensitive) == 0)
                    lines.table = table;
            }
            return lines;
        }
        return {};
    }

    QList<ExpressionColumn> columnsOf(qsizetype place) const {
        return place == Nothing  ? QList<ExpressionColumn>()
               : place == Record ? m_columns
                                 : m_references->columnsOf(m_around[place].table);
    }

    // Whose columns stand behind this word and a dot.
    qsizetype meantBy(const QString& word) const {
        for (qsizetype place = 0; place < std::min<qsizetype>(2, m_around.size()); ++place) {
            if (word.compare(m_around[place].called, Qt::CaseInsensitive) == 0)
                return place;
        }
        const bool isRecord =
            m_around.size() < 2 && word.compare(QLatin1String("record"), Qt::CaseInsensitive) == 0;
        return isRecord ? Record : Nothing;
    }

    // Of the record that the names and arrows before the cursor lead to.
    QList<ExpressionColumn> behind() const {
        qsizetype first = m_here - 1;
        while (first >= 1 && isSymbol(m_tokens[first], "->") && isName(m_tokens[first - 1]))
            first -= 2;
        const bool isQualified = first >= 1 && isSymbol(m_tokens[first], ".");
        const qsizetype of = isQualified          ? meantBy(m_tokens[first - 1].text)
                             : m_around.isEmpty() ? Record
                                                  : 0;
        QList<ExpressionColumn> here = columnsOf(of);
        const auto ofLine = of >= 0 ? m_references->of(m_around[of].table) : nullptr;
        const References* leads = of >= 0 ? ofLine.get() : m_references;
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
    QList<Lines> m_around; // the innermost first
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
