// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/evaluator.h"

#include "core/base/person.h"
#include "core/base/text.h"
#include "core/expression/evaluation/cast.h"
#include "core/expression/evaluation/number_operations.h"
#include "core/expression/evaluation/operands.h"
#include "core/expression/evaluation/text_operations.h"
#include "core/expression/evaluation/time_operations.h"
#include "core/value/text_form.h"

#include <QDateTime>

#include <chrono>

namespace gravin {

namespace {

using NodeOperation = ExpressionNode::Operation;
using Type = ExpressionType;

// One evaluation over one record. The parser has limited the depth of the tree.
class Evaluation {
public:
    Evaluation(const Expression& expression, const std::vector<const Value*>& values,
               const Present& present, Misfits misfits)
        : m_expression(expression)
        , m_values(values)
        , m_present(present)
        , m_misfits(misfits) {}

    Result<Value> value(int index) const {
        const ExpressionNode& node = at(index);
        switch (node.operation) {
        case NodeOperation::Literal:
            return node.literal;
        case NodeOperation::IntervalLiteral:
            return Value::null(); // read by the operation beside it
        case NodeOperation::Column:
            return column(node);
        case NodeOperation::And:
        case NodeOperation::Or:
            return junction(node);
        case NodeOperation::Case:
            return caseOf(node);
        case NodeOperation::Coalesce:
            return coalesced(node);
        case NodeOperation::In:
            return in(node);
        case NodeOperation::Equal:
        case NodeOperation::NotEqual:
        case NodeOperation::Less:
        case NodeOperation::LessOrEqual:
        case NodeOperation::Greater:
        case NodeOperation::GreaterOrEqual:
            return compared(node);
        case NodeOperation::IsNull:
            return isNull(node);
        case NodeOperation::CurrentUser:
            return Value::text(m_present.person);
        case NodeOperation::CurrentDate:
            return Value::date(m_present.today);
        case NodeOperation::CurrentTimestamp:
            return Value::instant(m_present.now);
        case NodeOperation::LocalTimestamp:
            return Value::timestamp(m_present.local);
        default:
            return computed(node);
        }
    }

private:
    const ExpressionNode& at(int index) const {
        return m_expression.nodes()[static_cast<size_t>(index)];
    }

    Result<Value> column(const ExpressionNode& node) const {
        const Value& value = *m_values[static_cast<size_t>(node.column)];
        if (isOfType(value, node.type))
            return value;
        return Error{ErrorKind::Refused,
                     coreTr("%1 holds “%2”, which is not %3.")
                         .arg(m_expression.columns()[node.column], toText(value, {}),
                              expressionTypeText(node.type))};
    }

    // The operand where it stands, else computed into `room`. Checks compare columns with literals
    // most of the time: copying those would take longer than comparing them.
    Result<const Value*> operand(int index, Value& room) const {
        const ExpressionNode& node = at(index);
        if (node.operation == NodeOperation::Literal)
            return &node.literal;
        if (node.operation == NodeOperation::Column) {
            const Value* stored = m_values[static_cast<size_t>(node.column)];
            if (isOfType(*stored, node.type))
                return stored;
        }
        auto computed = value(index);
        if (!computed)
            return computed.error();
        room = std::move(*computed);
        return &room;
    }

    // The value of a column that is compared as it is stored; null: it is not.
    const Value* misfit(int index) const {
        const ExpressionNode& node = at(index);
        if (m_misfits == Misfits::Fail || node.operation != NodeOperation::Column)
            return nullptr;
        const Value* stored = m_values[static_cast<size_t>(node.column)];
        return isOfType(*stored, node.type) ? nullptr : stored;
    }

    // Below 0, 0 or above; nothing: one of them is NULL.
    Result<std::optional<int>> order(int left, int right) const {
        Value room[2];
        const Value* as[2] = {misfit(left), misfit(right)};
        const bool isAsStored = as[0] || as[1];
        for (const int side : {0, 1}) {
            if (as[side])
                continue;
            const auto found = operand(side == 0 ? left : right, room[side]);
            if (!found)
                return found.error();
            as[side] = *found;
        }
        if (as[0]->isNull() || as[1]->isNull())
            return std::optional<int>();
        return std::optional(isAsStored ? compareAsStored(*as[0], *as[1])
                                        : compareValues(*as[0], *as[1]));
    }

    Result<Value> compared(const ExpressionNode& node) const {
        const auto found = order(node.operands[0], node.operands[1]);
        if (!found)
            return found.error();
        return *found ? Value::boolean(holds(node.operation, **found)) : Value::null();
    }

    // What decides comes first: after it nothing is asked.
    Result<Value> junction(const ExpressionNode& node) const {
        const bool decides = node.operation == NodeOperation::Or;
        bool unknown = false;
        for (const int operand : node.operands) {
            auto part = value(operand);
            if (!part)
                return part;
            if (part->isNull())
                unknown = true;
            else if (part->asBoolean() == decides)
                return Value::boolean(decides);
        }
        return unknown ? Value::null() : Value::boolean(!decides);
    }

    Result<Value> caseOf(const ExpressionNode& node) const {
        const qsizetype last = node.operands.size() - 1;
        for (qsizetype i = 0; i < last; i += 2) {
            auto condition = value(node.operands[i]);
            if (!condition)
                return condition;
            if (!condition->isNull() && condition->asBoolean())
                return widened(value(node.operands[i + 1]), node.type);
        }
        return widened(value(node.operands[last]), node.type);
    }

    Result<Value> coalesced(const ExpressionNode& node) const {
        for (const int operand : node.operands) {
            auto part = value(operand);
            if (!part || !part->isNull())
                return widened(std::move(part), node.type);
        }
        return Value::null();
    }

    Result<Value> in(const ExpressionNode& node) const {
        if (misfit(node.operands[0]))
            return misfitIn(node);
        auto wanted = value(node.operands[0]);
        if (!wanted || wanted->isNull())
            return wanted;
        bool unknown = false;
        for (qsizetype i = 1; i < node.operands.size(); ++i) {
            auto part = value(node.operands[i]);
            if (!part)
                return part;
            if (part->isNull())
                unknown = true;
            else if (compareValues(*wanted, *part) == 0)
                return Value::boolean(true);
        }
        return unknown ? Value::null() : Value::boolean(false);
    }

    Result<Value> misfitIn(const ExpressionNode& node) const {
        bool unknown = false;
        for (qsizetype i = 1; i < node.operands.size(); ++i) {
            const auto found = order(node.operands[0], node.operands[i]);
            if (!found)
                return found.error();
            if (*found && **found == 0)
                return Value::boolean(true);
            unknown = unknown || !*found;
        }
        return unknown ? Value::null() : Value::boolean(false);
    }

    // A whole number among decimals becomes one, so that a column of results has one type.
    static Result<Value> widened(Result<Value> value, Type type) {
        if (!value || value->isNull())
            return value;
        if (type == Type::Decimal && value->kind() == Value::Kind::Integer)
            return Value::decimal(Decimal(value->asInteger()));
        if (type == Type::Double && value->kind() != Value::Kind::Double)
            return Value::real(toDouble(*value));
        if (type == Type::Timestamp && value->kind() == Value::Kind::Date)
            return Value::timestamp(toTimestamp(*value));
        return value;
    }

    // Whether a column is empty can be told whatever it holds, fit for its type or not.
    Result<Value> isNull(const ExpressionNode& node) const {
        const ExpressionNode& asked = at(node.operands.front());
        if (asked.operation == NodeOperation::Column)
            return Value::boolean(m_values[static_cast<size_t>(asked.column)]->isNull());
        return computed(node);
    }

    // IS DISTINCT FROM of what is compared as it is stored: NULL is beside a value here.
    Result<Value> misfitDistinct(const ExpressionNode& node) const {
        const auto found = order(node.operands[0], node.operands[1]);
        if (!found)
            return found.error();
        return Value::boolean(*found != std::optional(0));
    }

    // Operations that ask for all their operands first.
    Result<Value> computed(const ExpressionNode& node) const {
        if (node.operation == NodeOperation::Distinct &&
            (misfit(node.operands[0]) || misfit(node.operands[1])))
            return misfitDistinct(node);
        std::vector<Value> operands;
        operands.reserve(static_cast<size_t>(node.operands.size()));
        bool anyNull = false;
        for (const int operand : node.operands) {
            auto part = value(operand);
            if (!part)
                return part;
            anyNull = anyNull || (part->isNull() && at(operand).type != Type::Interval);
            operands.push_back(std::move(*part));
        }
        if (auto answer = ofNulls(node, operands, anyNull))
            return std::move(*answer);
        return anyNull ? Value::null() : ofValues(node, operands);
    }

    // Those that have an answer where an operand is NULL; nothing: it is none of them.
    static std::optional<Value> ofNulls(const ExpressionNode& node,
                                        const std::vector<Value>& operands, bool anyNull) {
        switch (node.operation) {
        case NodeOperation::IsNull:
            return Value::boolean(operands[0].isNull());
        case NodeOperation::IsTrue:
            return Value::boolean(!operands[0].isNull() && operands[0].asBoolean());
        case NodeOperation::IsFalse:
            return Value::boolean(!operands[0].isNull() && !operands[0].asBoolean());
        case NodeOperation::Distinct:
            return Value::boolean(anyNull ? operands[0].isNull() != operands[1].isNull()
                                          : compareValues(operands[0], operands[1]) != 0);
        case NodeOperation::NullIf:
            return !anyNull && compareValues(operands[0], operands[1]) == 0 ? Value::null()
                                                                            : operands[0];
        default:
            return std::nullopt;
        }
    }

    Result<Value> ofValues(const ExpressionNode& node, const std::vector<Value>& operands) const {
        switch (node.operation) {
        case NodeOperation::Not:
            return Value::boolean(!operands[0].asBoolean());
        case NodeOperation::Add:
        case NodeOperation::Subtract:
            if (node.type == Type::Date || node.type == Type::Timestamp ||
                node.type == Type::Instant)
                return movedBy(node, operands);
            if (at(node.operands[0]).type == Type::Date)
                return Value::integer(operands[1].asDate().daysTo(operands[0].asDate()));
            return arithmetic(node, operands[0], operands[1]);
        case NodeOperation::Multiply:
        case NodeOperation::Divide:
        case NodeOperation::Modulo:
            return arithmetic(node, operands[0], operands[1]);
        case NodeOperation::Negate:
        case NodeOperation::Absolute:
        case NodeOperation::Floor:
        case NodeOperation::Ceiling:
        case NodeOperation::Round:
            return ofNumber(node, operands);
        case NodeOperation::Power:
        case NodeOperation::SquareRoot:
            return root(node, operands);
        case NodeOperation::Cast:
            return cast(node, operands[0]);
        case NodeOperation::Extract:
            return extracted(node, operands[0]);
        default:
            return ofText(node, operands);
        }
    }

    Result<Value> movedBy(const ExpressionNode& node, const std::vector<Value>& operands) const {
        const bool intervalFirst = at(node.operands[0]).type == Type::Interval;
        return moved(operands[intervalFirst ? 1 : 0],
                     at(node.operands[intervalFirst ? 0 : 1]).interval,
                     node.operation == NodeOperation::Subtract);
    }

    static bool holds(NodeOperation operation, int order) {
        switch (operation) {
        case NodeOperation::Equal:
            return order == 0;
        case NodeOperation::NotEqual:
            return order != 0;
        case NodeOperation::Less:
            return order < 0;
        case NodeOperation::LessOrEqual:
            return order <= 0;
        case NodeOperation::Greater:
            return order > 0;
        default:
            return order >= 0;
        }
    }

    const Expression& m_expression;
    const std::vector<const Value*>& m_values;
    const Present& m_present;
    Misfits m_misfits;
};

} // namespace

Present Present::take() {
    using namespace std::chrono;
    const auto now = duration_cast<microseconds>(system_clock::now().time_since_epoch()).count();
    const QDate epoch(1970, 1, 1);
    const qint64 local = now + qint64{QDateTime::currentDateTime().offsetFromUtc()} * 1'000'000;
    const auto momentOf = [&](qint64 microseconds) {
        return Timestamp{epoch.addDays(microseconds / MicrosecondsPerDay),
                         {microseconds % MicrosecondsPerDay}};
    };
    return {momentOf(local).date, Instant{momentOf(now)}, momentOf(local), personName()};
}

Result<Value> evaluate(const Expression& expression, const std::vector<const Value*>& values,
                       const Present& present) {
    return evaluatePart(expression, expression.root(), values, present);
}

Result<Value> evaluatePart(const Expression& expression, int node,
                           const std::vector<const Value*>& values, const Present& present,
                           Misfits misfits) {
    return Evaluation(expression, values, present, misfits).value(node);
}

} // namespace gravin
