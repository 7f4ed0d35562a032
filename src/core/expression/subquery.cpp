// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/subquery.h"

#include "core/expression/lexer.h"
#include "core/expression/references.h"

#include <algorithm>

namespace gravin {

namespace {

QString recordPrefix() { return QStringLiteral("record."); }

bool isSymbolOf(const Token& token, const char* symbol) {
    return token.kind == Token::Kind::Symbol && token.text == QLatin1String(symbol);
}

bool isWordOf(const Token& token, const char* word) {
    return token.kind == Token::Kind::Word && token.upper == QLatin1String(word);
}

} // namespace

bool Expression::isBeyond(const QString& column) const {
    return m_reached.contains(column) ||
           std::any_of(m_subqueries.begin(), m_subqueries.end(),
                       [&](const auto& subquery) { return subquery->name == column; });
}

QList<std::shared_ptr<const Expression>> Subquery::parts() const {
    QList<std::shared_ptr<const Expression>> parts{what, condition, order};
    parts.removeIf([](const auto& part) { return !part; });
    return parts;
}

QStringList Subquery::columnsOfRecord() const {
    QStringList columns;
    for (const auto& part : parts()) {
        for (const QString& each : part->columns()) {
            if (const QString column = columnOfRecord(each); !column.isNull())
                columns += column;
        }
    }
    columns.removeDuplicates();
    return columns;
}

QString ofRecord(const QString& column) { return recordPrefix() + column; }

QString columnOfRecord(const QString& name) {
    return name.startsWith(recordPrefix()) ? name.mid(recordPrefix().size()) : QString();
}

qsizetype subqueryEnd(const QList<Token>& tokens, qsizetype at) {
    if (at + 1 >= tokens.size() || !isSymbolOf(tokens[at], "(") ||
        !isWordOf(tokens[at + 1], "SELECT"))
        return -1;
    int depth = 0;
    for (qsizetype end = at; end < tokens.size(); ++end) {
        depth += isSymbolOf(tokens[end], "(") ? 1 : isSymbolOf(tokens[end], ")") ? -1 : 0;
        if (depth == 0)
            return end;
    }
    return -1;
}

QList<std::shared_ptr<const Subquery>> subqueriesIn(const QString& text,
                                                    const QList<ExpressionColumn>& columns,
                                                    const References& references) {
    QList<std::shared_ptr<const Subquery>> found;
    const auto tokens = tokensOf(text);
    if (!tokens)
        return found;
    for (qsizetype at = 0; at < tokens->size(); ++at) {
        const qsizetype end = subqueryEnd(*tokens, at);
        if (end < 0)
            continue;
        const bool isExists = at > 0 && isWordOf((*tokens)[at - 1], "EXISTS");
        const int from = (*tokens)[isExists ? at - 1 : at].at;
        const int to = (*tokens)[end].at + (*tokens)[end].length;
        const auto parsed = parseExpression(text.mid(from, to - from), columns, &references);
        for (const auto& subquery :
             parsed ? parsed->subqueries() : QList<std::shared_ptr<const Subquery>>()) {
            const bool isKnown = std::any_of(found.begin(), found.end(), [&](const auto& other) {
                return other->name == subquery->name;
            });
            if (!isKnown)
                found += subquery;
        }
        at = end;
    }
    return found;
}

} // namespace gravin
