// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/references.h"

#include "core/base/text.h"
#include "core/expression/literal.h"
#include "core/expression/names.h"
#include "core/expression/subquery.h"

#include <algorithm>

namespace gravin {

namespace {

bool isName(const Token& token) {
    return token.kind == Token::Kind::Word || token.kind == Token::Kind::QuotedName;
}

bool isArrow(const Token& token) {
    return token.kind == Token::Kind::Symbol && token.text == u"->";
}

bool isOfRecord(const QList<Token>& tokens, qsizetype at) {
    return at + 2 < tokens.size() && tokens[at].kind == Token::Kind::Word &&
           tokens[at].upper == u"RECORD" && tokens[at + 1].kind == Token::Kind::Symbol &&
           tokens[at + 1].text == u"." && isName(tokens[at + 2]);
}

} // namespace

QString severalNamed(const References& references, const QStringList& path, const Token& token) {
    QList<ExpressionColumn> names;
    for (const QString& name : references.ofSeveralColumns(path))
        names += ExpressionColumn{name, {}};
    const NamedColumn named = columnNamed(names, token);
    return named.column ? named.column->name : QString();
}

QString reachedName(const QStringList& path) {
    QStringList names;
    for (const QString& name : path)
        names += nameText(name);
    return names.join(QStringLiteral(" -> "));
}

std::optional<QString> behindReference(const QString& text, const QList<ExpressionColumn>& columns,
                                       const References& references, const QStringList& path) {
    const auto parsed = parseExpression(text, columns, &references);
    if (!parsed || !parsed->subqueries().isEmpty())
        return std::nullopt;
    std::vector<ExpressionNode> named = parsed->nodes();
    std::erase_if(named, [](const ExpressionNode& node) {
        return node.operation != ExpressionNode::Operation::Column;
    });
    // From behind, so that the places of those before stay what they are.
    std::sort(named.begin(), named.end(),
              [](const ExpressionNode& a, const ExpressionNode& b) { return a.at > b.at; });
    QString behind = text;
    for (const ExpressionNode& node : named) {
        const QString& name = parsed->columns()[node.column];
        behind.replace(node.at, node.length,
                       reachedName(path) + QStringLiteral(" -> ") +
                           (parsed->reached().contains(name) ? name : nameText(name)));
    }
    return behind;
}

QList<QStringList> reachedPaths(const QString& text, const QList<ExpressionColumn>& columns,
                                const References& references) {
    QList<QStringList> paths;
    const auto tokens = tokensOf(text);
    if (!tokens)
        return paths;
    qsizetype subqueryUntil = -1;
    for (qsizetype at = 0; at < tokens->size(); ++at) {
        subqueryUntil = std::max(subqueryUntil, subqueryEnd(*tokens, at));
        // Within a subquery only what stands behind `record.` is the record's.
        if (isOfRecord(*tokens, at))
            at += 2;
        else if (at <= subqueryUntil)
            continue;
        if (!isName((*tokens)[at]))
            continue;
        QStringList path;
        std::optional<QList<ExpressionColumn>> here = columns;
        while (here && path.size() <= References::MostSteps) {
            const bool goesOn =
                at + 2 < tokens->size() && isArrow((*tokens)[at + 1]) && isName((*tokens)[at + 2]);
            const NamedColumn named = columnNamed(*here, (*tokens)[at]);
            const QString several =
                named.column || !goesOn ? QString() : severalNamed(references, path, (*tokens)[at]);
            if (!named.column && several.isEmpty())
                break;
            path += named.column ? named.column->name : several;
            if (!goesOn) {
                if (path.size() > 1 && !paths.contains(path))
                    paths += path;
                break;
            }
            at += 2;
            here = references.behind(path);
        }
    }
    return paths;
}

} // namespace gravin
