// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/value/column_type.h"
#include "core/value/value.h"

#include <QList>
#include <QRegularExpression>
#include <QStringList>

#include <memory>
#include <optional>
#include <vector>

namespace gravin {

// What a part of an expression gives. `Null` is the type of a bare NULL, which fits everywhere;
// `Other` is a column that can only be asked whether it is empty.
enum class ExpressionType {
    Null,
    Boolean,
    Integer,
    Decimal,
    Double,
    Text,
    Date,
    Time,
    Timestamp,
    Instant,
    Interval,
    Other
};
QString expressionTypeText(ExpressionType type); // "a whole number"
ExpressionType expressionTypeOf(const ColumnType& type);
// The type of a column that holds what expressions of this type give; nothing: none can.
std::optional<ColumnType> columnTypeOf(ExpressionType type);

// A span of time as ISO 8601 counts it: months are not days, and days are not hours.
struct Interval {
    qint64 months = 0;
    qint64 days = 0;
    qint64 microseconds = 0;
};

// One part of an expression; its operands stand before it in the same list.
struct ExpressionNode {
    enum class Operation {
        Literal,
        IntervalLiteral,
        Column,
        Negate,
        Not,
        And, // of two operands or more
        Or,
        Add,
        Subtract,
        Multiply,
        Divide,
        Concatenate,
        Equal,
        NotEqual,
        Less,
        LessOrEqual,
        Greater,
        GreaterOrEqual,
        Distinct,
        IsNull,
        IsTrue,
        IsFalse,
        In,        // the first operand among the others
        Like,      // text, pattern, escape (may be missing)
        LikeRegex, // text; the pattern is compiled
        Case,      // condition, result, condition, result, …, result otherwise
        Coalesce,
        NullIf,
        Cast, // to the node's type
        Upper,
        Lower,
        Trim,     // text, what is trimmed
        TrimLeft, // the same, at one end
        TrimRight,
        Substring, // text, from, length (may be missing)
        Position,  // what, in text
        CharLength,
        OctetLength, // of its UTF-8
        Replace,
        Round, // number, digits
        Absolute,
        Modulo,
        Power, // both give a double
        SquareRoot,
        Floor,
        Ceiling,
        Extract,
        CurrentUser,
        CurrentDate,
        CurrentTimestamp,
        LocalTimestamp
    };
    enum class Part { Year, Month, Day, Hour, Minute, Second }; // of Extract

    Operation operation = Operation::Literal;
    ExpressionType type = ExpressionType::Null;
    QList<int> operands = {};
    int at = 0; // where it stands in the text, in code units
    int length = 0;
    Value literal = {};
    Interval interval = {};
    int column = -1; // among the expression's columns
    Part part = Part::Year;
    int scale = -1;        // Cast to a decimal
    int textLength = -1;   // Cast to a text of limited length
    bool isPadded = false; // Cast to a text of fixed length: with blanks behind
    std::shared_ptr<const QRegularExpression> regex = {};
    int depth = 1;
};

// A column that an expression may name.
struct ExpressionColumn {
    QString name;
    ColumnType type;
};

// Why a text is no expression, and where.
struct ExpressionError {
    int at = 0; // code units of the text
    int length = 0;
    QString sentence;
    QString suggestion = {}; // what was probably meant, to stand there instead; may be empty
};

struct Subquery;

// A parsed and typed expression. A plain value.
class Expression {
public:
    // Hard limits, so that no text can exhaust the program.
    static constexpr int LongestText = 10'000;
    static constexpr int MostNodes = 2'000;
    static constexpr int DeepestNesting = 100;

    const QString& text() const { return m_text; }
    ExpressionType type() const { return m_nodes[static_cast<size_t>(m_root)].type; }
    // The names of the columns it reads, each once; of what is reached by a path its
    // reachedName(), of what a subquery gives the subquery as it stands in the text, and in what a
    // subquery asks, of a column of the record ofRecord().
    const QStringList& columns() const { return m_columns; }
    // Those of them that are reached by a path.
    const QStringList& reached() const { return m_reached; }
    // Those of them that are subqueries, each once.
    const QList<std::shared_ptr<const Subquery>>& subqueries() const { return m_subqueries; }
    // Whether this one of its columns is none of the record itself; whether there is such a one.
    bool isBeyond(const QString& column) const;
    bool reachesBeyond() const { return !m_reached.isEmpty() || !m_subqueries.isEmpty(); }
    const std::vector<ExpressionNode>& nodes() const { return m_nodes; }
    int root() const { return m_root; }

private:
    friend class ExpressionParser;
    friend class ExpressionExpander;
    QString m_text;
    QStringList m_columns;
    QStringList m_reached;
    QList<std::shared_ptr<const Subquery>> m_subqueries;
    std::vector<ExpressionNode> m_nodes;
    int m_root = 0;
};

class References;

// Reads an expression over these columns, and what their references lead to; null: they lead
// nowhere. Types are checked here: what is read can be evaluated.
Result<Expression, ExpressionError> parseExpression(const QString& text,
                                                    const QList<ExpressionColumn>& columns,
                                                    const References* references = nullptr);
// The same, and the answer has to be true or false.
Result<Expression, ExpressionError> parseCondition(const QString& text,
                                                   const QList<ExpressionColumn>& columns,
                                                   const References* references = nullptr);

// The name of this list that is probably meant by a mistyped one; empty: none is near.
QString nearestName(const QString& mistyped, const QList<ExpressionColumn>& names);

} // namespace gravin
