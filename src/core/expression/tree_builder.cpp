// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/tree_builder.h"

#include "core/base/text.h"

#include <algorithm>

namespace gravin {

namespace {

using NodeOperation = ExpressionNode::Operation;
using Type = ExpressionType;

bool isNumber(Type type) {
    return type == Type::Integer || type == Type::Decimal || type == Type::Double;
}

bool isMoment(Type type) {
    return type == Type::Date || type == Type::Timestamp || type == Type::Instant;
}

// The type that both fit into without loss of meaning; nothing when there is none.
std::optional<Type> commonType(Type a, Type b) {
    if (a == b || b == Type::Null)
        return a;
    if (a == Type::Null)
        return b;
    if (isNumber(a) && isNumber(b))
        return std::max(a, b); // in the order of the enumeration
    if ((a == Type::Date && b == Type::Timestamp) || (a == Type::Timestamp && b == Type::Date))
        return Type::Timestamp;
    return std::nullopt;
}

int editDistance(const QString& a, const QString& b) {
    std::vector<int> row(static_cast<size_t>(b.size()) + 1);
    for (size_t j = 0; j < row.size(); ++j)
        row[j] = static_cast<int>(j);
    for (qsizetype i = 0; i < a.size(); ++i) {
        int diagonal = row[0]++;
        for (size_t j = 1; j < row.size(); ++j) {
            const bool same = a[i] == b[static_cast<qsizetype>(j) - 1];
            const int next = std::min({row[j] + 1, row[j - 1] + 1, diagonal + (same ? 0 : 1)});
            diagonal = std::exchange(row[j], next);
        }
    }
    return row.back();
}

} // namespace

QString expressionTypeText(ExpressionType type) {
    switch (type) {
    case Type::Null:
        return coreTr("empty");
    case Type::Boolean:
        return coreTr("true or false");
    case Type::Integer:
        return coreTr("a whole number");
    case Type::Decimal:
        return coreTr("a decimal number");
    case Type::Double:
        return coreTr("a floating-point number");
    case Type::Text:
        return coreTr("a text");
    case Type::Date:
        return coreTr("a date");
    case Type::Time:
        return coreTr("a time of day");
    case Type::Timestamp:
        return coreTr("a date and time");
    case Type::Instant:
        return coreTr("a moment");
    case Type::Interval:
        return coreTr("an interval");
    case Type::Other:
        return coreTr("of a type that can only be asked whether it is empty");
    }
    return {};
}

ExpressionType expressionTypeOf(const ColumnType& type) {
    switch (type.kind) {
    case TypeKind::Boolean:
        return Type::Boolean;
    case TypeKind::Integer:
        return Type::Integer;
    case TypeKind::Decimal:
        return Type::Decimal;
    case TypeKind::Double:
        return Type::Double;
    case TypeKind::Text:
    case TypeKind::Enumeration:
    case TypeKind::Uuid:
        return Type::Text;
    case TypeKind::Date:
        return Type::Date;
    case TypeKind::Time:
        return Type::Time;
    case TypeKind::Timestamp:
        return Type::Timestamp;
    case TypeKind::Instant:
        return Type::Instant;
    case TypeKind::Any:
    case TypeKind::Binary:
    case TypeKind::Json:
    case TypeKind::Foreign:
        return Type::Other;
    }
    return Type::Other;
}

std::optional<ColumnType> columnTypeOf(ExpressionType type) {
    switch (type) {
    case ExpressionType::Boolean:
        return ColumnType{TypeKind::Boolean};
    case ExpressionType::Integer:
        return ColumnType{TypeKind::Integer};
    case ExpressionType::Decimal:
        return ColumnType{TypeKind::Decimal};
    case ExpressionType::Double:
        return ColumnType{TypeKind::Double};
    case ExpressionType::Text:
        return ColumnType{TypeKind::Text};
    case ExpressionType::Date:
        return ColumnType{TypeKind::Date};
    case ExpressionType::Time:
        return ColumnType{TypeKind::Time};
    case ExpressionType::Timestamp:
        return ColumnType{TypeKind::Timestamp};
    case ExpressionType::Instant:
        return ColumnType{TypeKind::Instant};
    case ExpressionType::Null:
    case ExpressionType::Interval:
    case ExpressionType::Other:
        break;
    }
    return std::nullopt;
}

QString nearestName(const QString& mistyped, const QList<ExpressionColumn>& names) {
    constexpr qsizetype LongestCompared = 64;
    if (mistyped.size() > LongestCompared)
        return {};
    // A third of the letters may be wrong.
    int nearest = std::max(1, static_cast<int>(mistyped.size()) / 3) + 1;
    QString found;
    for (const ExpressionColumn& name : names) {
        if (name.name.size() > LongestCompared)
            continue;
        const int distance = editDistance(mistyped.toLower(), name.name.toLower());
        if (distance < nearest) {
            nearest = distance;
            found = name.name;
        }
    }
    return found;
}

void TreeBuilder::fail(int node, const QString& sentence) const {
    const ExpressionNode& culprit = m_nodes[static_cast<size_t>(node)];
    throw ExpressionError{culprit.at, culprit.length, sentence};
}

void TreeBuilder::require(int node, ExpressionType type, const QString& why) const {
    if (typeOf(node) != type && typeOf(node) != Type::Null)
        fail(node, coreTr("%1, and this is %2.").arg(why, expressionTypeText(typeOf(node))));
}

void TreeBuilder::requireText(int node) const {
    require(node, Type::Text, coreTr("A text is expected here"));
}

void TreeBuilder::requireNumber(int node) const {
    if (!isNumber(typeOf(node)) && typeOf(node) != Type::Null)
        fail(node, coreTr("A number is expected here, and this is %1.")
                       .arg(expressionTypeText(typeOf(node))));
}

void TreeBuilder::requireAll(const QList<int>& operands, ExpressionType type,
                             const QString& why) const {
    for (const int operand : operands)
        require(operand, type, why);
}

void TreeBuilder::requireComparable(int left, int right, bool ordered) const {
    const auto type = commonType(typeOf(left), typeOf(right));
    if (!type) {
        const bool isQuotedMoment =
            typeOf(right) == Type::Text && (isMoment(typeOf(left)) || typeOf(left) == Type::Time) &&
            m_nodes[static_cast<size_t>(right)].operation == NodeOperation::Literal;
        if (isQuotedMoment)
            fail(right, coreTr("This is a text. Write %1 before it to compare it with %2.")
                            .arg(typeOf(left) == Type::Date   ? QStringLiteral("DATE")
                                 : typeOf(left) == Type::Time ? QStringLiteral("TIME")
                                                              : QStringLiteral("TIMESTAMP"),
                                 expressionTypeText(typeOf(left))));
        fail(right, coreTr("This is %1, which cannot be compared with %2.")
                        .arg(expressionTypeText(typeOf(right)), expressionTypeText(typeOf(left))));
    }
    const bool cannot =
        *type == Type::Other || *type == Type::Interval || (ordered && *type == Type::Boolean);
    if (cannot)
        fail(left, coreTr("This is %1, which has no order.").arg(expressionTypeText(*type)));
}

// Its results and what stands behind ELSE.
ExpressionType TreeBuilder::resultOfCase(const QList<int>& operands) const {
    QList<int> results{operands.back()};
    for (qsizetype i = 1; i < operands.size(); i += 2)
        results += operands[i];
    std::sort(results.begin(), results.end());
    return common(results);
}

ExpressionType TreeBuilder::common(const QList<int>& operands) const {
    Type type = Type::Null;
    for (qsizetype i = 0; i < operands.size(); ++i) {
        const auto both = commonType(type, typeOf(operands[i]));
        if (!both)
            fail(operands[i],
                 coreTr("This is %1; the values before it are %2.")
                     .arg(expressionTypeText(typeOf(operands[i])), expressionTypeText(type)));
        type = *both;
    }
    return type;
}

ExpressionType TreeBuilder::arithmetic(NodeOperation operation, int left, int right) const {
    const Type a = typeOf(left);
    const Type b = typeOf(right);
    const bool addsOrTakes =
        operation == NodeOperation::Add || operation == NodeOperation::Subtract;
    if (addsOrTakes && b == Type::Interval && (isMoment(a) || a == Type::Null)) {
        const Interval& interval = m_nodes[static_cast<size_t>(right)].interval;
        if (a == Type::Date && interval.microseconds != 0)
            fail(right,
                 coreTr("A date has no time of day: add whole days, months or years, or CAST "
                        "it to TIMESTAMP."));
        return a;
    }
    if (operation == NodeOperation::Add && a == Type::Interval && b != Type::Interval)
        return arithmetic(operation, right, left);
    // Days between two dates.
    if (operation == NodeOperation::Subtract && a == Type::Date && b == Type::Date)
        return Type::Integer;
    requireNumber(left);
    requireNumber(right);
    if (a == Type::Null && b == Type::Null)
        return Type::Null;
    const Type type = *commonType(a, b);
    return operation == NodeOperation::Divide && type == Type::Integer ? Type::Decimal : type;
}

ExpressionType TreeBuilder::resultOf(NodeOperation operation, const QList<int>& operands) const {
    switch (operation) {
    case NodeOperation::Literal:
    case NodeOperation::Column:
    case NodeOperation::Cast:
    case NodeOperation::Extract:
        return Type::Null; // said by whoever adds them
    case NodeOperation::IntervalLiteral:
        return Type::Interval;
    case NodeOperation::Not:
    case NodeOperation::And:
    case NodeOperation::Or:
    case NodeOperation::IsTrue:
    case NodeOperation::IsFalse:
        requireAll(operands, Type::Boolean, coreTr("A condition is expected here"));
        return Type::Boolean;
    case NodeOperation::Negate:
    case NodeOperation::Absolute:
    case NodeOperation::Floor:
    case NodeOperation::Ceiling:
        requireNumber(operands[0]);
        return typeOf(operands[0]);
    case NodeOperation::Add:
    case NodeOperation::Subtract:
    case NodeOperation::Multiply:
    case NodeOperation::Divide:
        return arithmetic(operation, operands[0], operands[1]);
    case NodeOperation::Modulo: {
        const Type type = arithmetic(operation, operands[0], operands[1]);
        if (type == Type::Double)
            fail(operands[0], coreTr("MOD takes whole and decimal numbers only."));
        return type;
    }
    case NodeOperation::Equal:
    case NodeOperation::NotEqual:
    case NodeOperation::Distinct:
        requireComparable(operands[0], operands[1], false);
        return Type::Boolean;
    case NodeOperation::Less:
    case NodeOperation::LessOrEqual:
    case NodeOperation::Greater:
    case NodeOperation::GreaterOrEqual:
        requireComparable(operands[0], operands[1], true);
        return Type::Boolean;
    case NodeOperation::In:
        for (qsizetype i = 1; i < operands.size(); ++i)
            requireComparable(operands[0], operands[i], false);
        return Type::Boolean;
    case NodeOperation::IsNull:
        return Type::Boolean;
    case NodeOperation::Like:
    case NodeOperation::LikeRegex:
        requireAll(operands, Type::Text, coreTr("A text is expected here"));
        return Type::Boolean;
    case NodeOperation::Case:
        for (qsizetype i = 0; i + 1 < operands.size(); i += 2)
            require(operands[i], Type::Boolean, coreTr("A condition is expected here"));
        return resultOfCase(operands);
    case NodeOperation::Coalesce:
        return common(operands);
    case NodeOperation::NullIf:
        requireComparable(operands[0], operands[1], false);
        return typeOf(operands[0]);
    case NodeOperation::Concatenate:
    case NodeOperation::Upper:
    case NodeOperation::Lower:
    case NodeOperation::Trim:
    case NodeOperation::TrimLeft:
    case NodeOperation::TrimRight:
    case NodeOperation::Replace:
        requireAll(operands, Type::Text, coreTr("A text is expected here"));
        return Type::Text;
    case NodeOperation::Substring:
        requireText(operands[0]);
        for (qsizetype i = 1; i < operands.size(); ++i)
            require(operands[i], Type::Integer, coreTr("A whole number is expected here"));
        return Type::Text;
    case NodeOperation::Power:
    case NodeOperation::SquareRoot:
        for (const int operand : operands)
            requireNumber(operand);
        return Type::Double;
    case NodeOperation::Position:
    case NodeOperation::CharLength:
    case NodeOperation::OctetLength:
        requireAll(operands, Type::Text, coreTr("A text is expected here"));
        return Type::Integer;
    case NodeOperation::Round:
        requireNumber(operands[0]);
        if (operands.size() > 1)
            require(operands[1], Type::Integer, coreTr("A whole number is expected here"));
        return typeOf(operands[0]);
    case NodeOperation::CurrentUser:
        return Type::Text;
    case NodeOperation::CurrentDate:
        return Type::Date;
    case NodeOperation::LocalTimestamp:
        return Type::Timestamp;
    case NodeOperation::CurrentTimestamp:
        return Type::Instant;
    }
    return Type::Null;
}

int TreeBuilder::push(ExpressionNode node) {
    for (const int operand : std::as_const(node.operands))
        node.depth = std::max(node.depth, m_nodes[static_cast<size_t>(operand)].depth + 1);
    if (m_nodes.size() >= Expression::MostNodes)
        throw ExpressionError{node.at, node.length, coreTr("This expression has too many parts.")};
    if (node.depth > Expression::DeepestNesting)
        throw ExpressionError{node.at, node.length, coreTr("This is nested too deeply.")};
    m_nodes.push_back(std::move(node));
    return static_cast<int>(m_nodes.size()) - 1;
}

int TreeBuilder::literal(ExpressionType type, const Value& value, int at, int length) {
    ExpressionNode node;
    node.type = type;
    node.literal = value;
    node.at = at;
    node.length = length;
    return push(std::move(node));
}

int TreeBuilder::column(int column, ExpressionType type, int at, int length) {
    ExpressionNode node;
    node.operation = NodeOperation::Column;
    node.type = type;
    node.column = column;
    node.at = at;
    node.length = length;
    return push(std::move(node));
}

int TreeBuilder::cast(int operand, const ExpressionNode& wanted, int at, int length) {
    const Type from = typeOf(operand);
    const Type to = wanted.type;
    const bool canBe = from == Type::Null || from == to || from == Type::Text || to == Type::Text ||
                       (isNumber(from) && isNumber(to)) ||
                       (from == Type::Date && to == Type::Timestamp) ||
                       (from == Type::Timestamp && (to == Type::Date || to == Type::Time));
    if (!canBe || from == Type::Other || from == Type::Interval)
        fail(operand,
             coreTr("%1 cannot become %2.").arg(expressionTypeText(from), expressionTypeText(to)));
    ExpressionNode node = wanted;
    node.operation = NodeOperation::Cast;
    node.operands = {operand};
    node.at = at;
    node.length = length;
    return push(std::move(node));
}

int TreeBuilder::extract(ExpressionNode::Part part, int operand, int at, int length) {
    using Part = ExpressionNode::Part;
    const Type from = typeOf(operand);
    const bool ofDate = part == Part::Year || part == Part::Month || part == Part::Day;
    const bool has = from == Type::Null || from == Type::Timestamp || from == Type::Instant ||
                     (ofDate ? from == Type::Date : from == Type::Time);
    if (!has)
        fail(operand, coreTr("This is %1, which has no such part.").arg(expressionTypeText(from)));
    ExpressionNode node;
    node.operation = NodeOperation::Extract;
    node.type = part == Part::Second ? Type::Decimal : Type::Integer;
    node.operands = {operand};
    node.part = part;
    node.at = at;
    node.length = length;
    return push(std::move(node));
}

int TreeBuilder::add(NodeOperation operation, const QList<int>& operands, int at, int length) {
    ExpressionNode node;
    node.operation = operation;
    node.operands = operands;
    node.at = at;
    node.length = length;
    node.type = resultOf(operation, operands);
    return push(std::move(node));
}

} // namespace gravin
