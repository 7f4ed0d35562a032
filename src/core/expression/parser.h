// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/expression/names.h"
#include "core/expression/references.h"
#include "core/expression/subquery.h"
#include "core/expression/token_reader.h"
#include "core/expression/tree_builder.h"

namespace gravin {

// Recursive descent over the tokens; nesting is limited before the stack could be. Every function
// answers the index of the node it has read.
class ExpressionParser {
public:
    // Columns and where their references lead; null: nowhere.
    struct Names {
        const QList<ExpressionColumn>& columns;
        const References* references;
    };
    // What may be named before a dot within a subquery.
    struct Around {
        QString table; // the subquery's own, or what it calls it
        Names record;
        // What the record is called: of a subquery in a subquery, the other one's own table.
        QString recordIs = QStringLiteral("record");
        bool isInner = false; // it is a subquery in a subquery
    };

    // All must outlive it. `around`, null: it is no part of a subquery.
    ExpressionParser(QString text, const Names& names, const Around* around = nullptr)
        : m_names(names)
        , m_around(around) {
        m_expression.m_text = std::move(text);
    }

    // Once. `condition`: what is read has to be true or false.
    Result<Expression, ExpressionError> parse(bool condition);

private:
    using Operation = ExpressionNode::Operation;

    // Guards every descent.
    class Level {
    public:
        explicit Level(ExpressionParser& parser);
        ~Level() { --m_parser.m_level; }
        Level(const Level&) = delete;
        Level& operator=(const Level&) = delete;

    private:
        ExpressionParser& m_parser;
    };

    int node(Operation operation, const QList<int>& operands, const Token& from) {
        return m_tree.add(operation, operands, from.at, m_read.lengthFrom(from));
    }

    // Operators, from those that bind least to those that bind most.
    int disjunction();
    int conjunction();
    int negation();
    int predicate();
    int isPredicate(int left, const Token& from);
    int between(int left, const Token& from);
    int in(int left, const Token& from);
    int like(int left, const Token& from);
    int likeRegex(int left, const Token& from);
    int sum();
    int product();
    int sign();
    int primary();
    int caseOf(const Token& from);

    // Values. `token` has been taken.
    int number(const Token& token);
    int word(const Token& token);
    int moment(const Token& token);
    int interval(const Token& token);
    int column(const Token& token);
    int qualified(const Token& qualifier);
    [[noreturn]] void failQualifier(const Token& qualifier) const;
    // `name` has been taken; `from` is where what names it begins.
    int named(const Token& from, const Token& name, const Names& names, bool isOfRecord);
    int reached(const Token& from, const QString& reference, const Names& names, bool isOfRecord);
    static QString referenceNamed(const QList<ExpressionColumn>& columns, const Names& names,
                                  const QStringList& path, const Token& token);
    int columnNode(const QString& name, const ColumnType& type, const Token& from);
    static const ExpressionColumn& known(const QList<ExpressionColumn>& columns,
                                         const Token& token);

    // Subqueries; `from` and the bracket have been taken.
    int subquery(const Token& from, bool isExists);
    void selected(Subquery& subquery, QList<Token>& what, QList<Token>& order);
    QString fromTable(Subquery& subquery);
    QList<Token> tokensUntil(const QList<const char*>& symbols);
    std::shared_ptr<const Expression> part(const QList<Token>& tokens, const Names& names,
                                           const Around& around, bool isCondition) const;

    // Functions; behind `name`, which has been taken, stands a bracket.
    int call(const Token& name);
    int function(const Token& name);
    int cast(const Token& from);
    int extract(const Token& from);
    int position(const Token& from);
    int substring(const Token& from);
    int trim(const Token& from);
    ExpressionNode castType();
    [[noreturn]] static void failUnknown(const Token& name);

    Names m_names;
    const Around* m_around;
    Expression m_expression;
    TokenReader m_read;
    int m_level = 0;
    TreeBuilder m_tree;
};

} // namespace gravin
