// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/references.h"

#include "core/base/text.h"
#include "core/expression/literal.h"
#include "core/expression/names.h"

namespace gravin {

namespace {

bool isName(const Token& token) {
    return token.kind == Token::Kind::Word || token.kind == Token::Kind::QuotedName;
}

bool isArrow(const Token& token) {
    return token.kind == Token::Kind::Symbol && token.text == u"->";
}

} // namespace

QString reachedName(const QStringList& path) {
    QStringList names;
    for (const QString& name : path)
        names += nameText(name);
    return names.join(QStringLiteral(" -> "));
}

QList<QStringList> reachedPaths(const QString& text, const QList<ExpressionColumn>& columns,
                                const References& references) {
    QList<QStringList> paths;
    const auto tokens = tokensOf(text);
    if (!tokens)
        return paths;
    for (qsizetype at = 0; at < tokens->size(); ++at) {
        if (!isName((*tokens)[at]))
            continue;
        QStringList path;
        std::optional<QList<ExpressionColumn>> here = columns;
        while (here && path.size() <= References::MostSteps) {
            const NamedColumn named = columnNamed(*here, (*tokens)[at]);
            if (!named.column)
                break;
            path += named.column->name;
            const bool goesOn =
                at + 2 < tokens->size() && isArrow((*tokens)[at + 1]) && isName((*tokens)[at + 2]);
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
