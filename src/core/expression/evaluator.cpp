// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluator.h"

#include "core/base/text.h"
#include "core/expression/text_functions.h"
#include "core/value/decimal_arithmetic.h"
#include "core/value/text_form.h"

#include <QDateTime>

#include <chrono>
#include <cmath>

namespace gravin {

namespace {

using NodeOperation = ExpressionNode::Operation;
using Type = ExpressionType;

constexpr qint64 MicrosecondsPerDay = 86'400'000'000;
// Digits behind the point of a quotient, or those of what is divided if they are more.
constexpr int QuotientScale = 6;
// Code units of a text that an expression makes: nested functions could make any length.
constexpr qsizetype LongestText = 10'000'000;

Error outOfRange() { return {ErrorKind::Refused, say("A result is out of range.")}; }

Decimal toDecimal(const Value& number) {
    return number.kind() == Value::Kind::Integer ? Decimal(number.asInteger()) : number.asDecimal();
}

// Nothing: it does not fit into 64 bits.
std::optional<qint64> wholeOf(const Value& number) {
    return number.kind() == Value::Kind::Integer ? number.asInteger()
                                                 : number.asDecimal().toInteger();
}

double toDouble(const Value& number) {
    switch (number.kind()) {
    case Value::Kind::Integer:
        return static_cast<double>(number.asInteger());
    case Value::Kind::Decimal:
        return number.asDecimal().toDouble();
    default:
        return number.asDouble();
    }
}

Timestamp toTimestamp(const Value& moment) {
    switch (moment.kind()) {
    case Value::Kind::Date:
        return {moment.asDate(), {}};
    case Value::Kind::Instant:
        return moment.asInstant().utc;
    default:
        return moment.asTimestamp();
    }
}

Result<Value> fromDecimal(const std::optional<Decimal>& decimal) {
    if (!decimal)
        return outOfRange();
    return Value::decimal(*decimal);
}

Result<Value> fromDouble(double number) {
    if (!std::isfinite(number))
        return outOfRange();
    return Value::real(number == 0 ? 0.0 : number); // there is one zero
}

int sign(std::strong_ordering ordering) {
    return std::is_lt(ordering) ? -1 : std::is_gt(ordering) ? 1 : 0;
}

// In SQLite's order: numbers, texts by their characters, bytes. Requires: neither is NULL.
int compareAsStored(const Value& a, const Value& b) {
    using Kind = Value::Kind;
    const auto stored = [](const Value& value) {
        switch (value.kind()) {
        case Kind::Boolean:
            return Value::integer(value.asBoolean() ? 1 : 0);
        case Kind::Date:
            return Value::text(isoText(value.asDate()));
        case Kind::Time:
            return Value::text(isoText(value.asTime()));
        case Kind::Timestamp:
            return Value::text(isoText(value.asTimestamp()));
        case Kind::Instant:
            return Value::text(isoText(value.asInstant().utc));
        default:
            return value;
        }
    };
    const auto rank = [](const Value& value) {
        return value.kind() == Kind::Text ? 1 : value.kind() == Kind::Binary ? 2 : 0;
    };
    const Value left = stored(a);
    const Value right = stored(b);
    if (rank(left) != rank(right))
        return rank(left) - rank(right);
    if (left.kind() == Kind::Binary)
        return left.asBinary().compare(right.asBinary());
    return compareValues(left, right);
}

// One run over one record. The parser has limited the depth of the tree.
class Run {
public:
    Run(const Expression& expression, const std::vector<const Value*>& values,
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
                     say("%1 holds “%2”, which is not %3.")
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

    // Operations that ask for all their operands first.
    Result<Value> computed(const ExpressionNode& node) const {
        if (node.operation == NodeOperation::Distinct &&
            (misfit(node.operands[0]) || misfit(node.operands[1]))) {
            const auto found = order(node.operands[0], node.operands[1]);
            if (!found)
                return found.error();
            return Value::boolean(*found != std::optional(0)); // NULL is beside a value here
        }
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
            break;
        }
        if (anyNull)
            return Value::null();
        switch (node.operation) {
        case NodeOperation::Not:
            return Value::boolean(!operands[0].asBoolean());
        case NodeOperation::Add:
        case NodeOperation::Subtract:
            if (node.type == Type::Date || node.type == Type::Timestamp ||
                node.type == Type::Instant)
                return moved(node, operands);
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

    static Result<Value> arithmetic(const ExpressionNode& node, const Value& a, const Value& b) {
        const bool divides =
            node.operation == NodeOperation::Divide || node.operation == NodeOperation::Modulo;
        if (node.type == Type::Double) {
            const double left = toDouble(a);
            const double right = toDouble(b);
            if (divides && right == 0)
                return Value::null();
            return fromDouble(node.operation == NodeOperation::Add        ? left + right
                              : node.operation == NodeOperation::Subtract ? left - right
                              : node.operation == NodeOperation::Multiply ? left * right
                                                                          : left / right);
        }
        const bool small = a.kind() == Value::Kind::Integer && b.kind() == Value::Kind::Integer;
        if (node.type == Type::Integer && small) {
            if (const auto result = wholeArithmetic(node.operation, a.asInteger(), b.asInteger()))
                return *result;
        }
        const Decimal left = toDecimal(a);
        const Decimal right = toDecimal(b);
        if (divides && right == Decimal(0))
            return Value::null();
        return number(node, decimalArithmetic(node.operation, left, right));
    }

    static std::optional<Decimal> decimalArithmetic(NodeOperation operation, const Decimal& a,
                                                    const Decimal& b) {
        switch (operation) {
        case NodeOperation::Add:
            return sum(a, b);
        case NodeOperation::Subtract:
            return difference(a, b);
        case NodeOperation::Multiply:
            return product(a, b);
        case NodeOperation::Divide:
            return quotient(a, b, std::max({QuotientScale, a.scale(), b.scale()}));
        default:
            return remainder(a, b);
        }
    }

    // A whole number that needs more than 64 bits stays a decimal.
    static Result<Value> number(const ExpressionNode& node, const std::optional<Decimal>& result) {
        if (result && node.type == Type::Integer) {
            if (const auto whole = result->toInteger())
                return Value::integer(*whole);
        }
        return fromDecimal(result);
    }

    // Nothing: the result needs more than 64 bits.
    static std::optional<Value> wholeArithmetic(NodeOperation operation, qint64 a, qint64 b) {
        qint64 result = 0;
        bool overflows = false;
        switch (operation) {
        case NodeOperation::Add:
            overflows = __builtin_add_overflow(a, b, &result);
            break;
        case NodeOperation::Subtract:
            overflows = __builtin_sub_overflow(a, b, &result);
            break;
        case NodeOperation::Multiply:
            overflows = __builtin_mul_overflow(a, b, &result);
            break;
        default: // the remainder
            if (b == 0)
                return Value::null();
            result = b == -1 ? 0 : a % b; // the smallest number by −1 would trap
            break;
        }
        if (overflows)
            return std::nullopt;
        return Value::integer(result);
    }

    static Result<Value> ofNumber(const ExpressionNode& node, const std::vector<Value>& operands) {
        const Value& number = operands[0];
        const auto asked = operands.size() > 1 ? wholeOf(operands[1]) : 0;
        if (!asked)
            return outOfRange();
        const qint64 digits = *asked;
        if (number.kind() == Value::Kind::Double)
            return ofDouble(node.operation, number.asDouble(), digits);
        const Decimal decimal = toDecimal(number);
        std::optional<Decimal> result;
        switch (node.operation) {
        case NodeOperation::Negate:
            result = negated(decimal);
            break;
        case NodeOperation::Absolute:
            result = decimal < Decimal(0) ? negated(decimal) : decimal;
            break;
        case NodeOperation::Floor:
            result = rounded(decimal, 0, Rounding::Down);
            break;
        case NodeOperation::Ceiling:
            result = rounded(decimal, 0, Rounding::Up);
            break;
        default:
            result = rounded(decimal, limitedScale(digits), Rounding::HalfAwayFromZero);
            break;
        }
        return Run::number(node, result);
    }

    static Result<Value> root(const ExpressionNode& node, const std::vector<Value>& operands) {
        const double base = toDouble(operands[0]);
        if (node.operation == NodeOperation::SquareRoot)
            return base < 0
                       ? Result<Value>(Error{ErrorKind::Refused,
                                             say("There is no square root of a negative number.")})
                       : fromDouble(std::sqrt(base));
        const double exponent = toDouble(operands[1]);
        const bool isNone =
            (base == 0 && exponent < 0) || (base < 0 && std::trunc(exponent) != exponent);
        return isNone ? Result<Value>(Error{ErrorKind::Refused,
                                            say("There is no such power of this number.")})
                      : fromDouble(std::pow(base, exponent));
    }

    static Result<Value> ofDouble(NodeOperation operation, double number, qint64 digits) {
        switch (operation) {
        case NodeOperation::Negate:
            return fromDouble(-number);
        case NodeOperation::Absolute:
            return fromDouble(std::abs(number));
        case NodeOperation::Floor:
            return fromDouble(std::floor(number));
        case NodeOperation::Ceiling:
            return fromDouble(std::ceil(number));
        default: {
            // By the decimal that stands for it, so that 2.675 becomes 2.68.
            const auto decimal = Decimal::fromDouble(number);
            const auto result =
                decimal ? rounded(*decimal, limitedScale(digits), Rounding::HalfAwayFromZero)
                        : std::nullopt;
            if (!result)
                return outOfRange();
            return fromDouble(result->toDouble());
        }
        }
    }

    static int limitedScale(qint64 digits) {
        return static_cast<int>(
            std::clamp<qint64>(digits, -Decimal::MaximumDigits - 1, Decimal::MaximumDigits));
    }

    // A moment by an interval later or earlier. A day that the month does not have becomes its
    // last.
    Result<Value> moved(const ExpressionNode& node, const std::vector<Value>& operands) const {
        const bool intervalFirst = at(node.operands[0]).type == Type::Interval;
        const Interval& interval = at(node.operands[intervalFirst ? 0 : 1]).interval;
        const Value& moment = operands[intervalFirst ? 1 : 0];
        const qint64 direction = node.operation == NodeOperation::Subtract ? -1 : 1;
        Timestamp result = toTimestamp(moment);
        result.date = result.date.addMonths(static_cast<int>(direction * interval.months))
                          .addDays(direction * interval.days);
        qint64 time = result.time.microseconds + direction * interval.microseconds;
        qint64 days = time / MicrosecondsPerDay;
        time %= MicrosecondsPerDay;
        if (time < 0) {
            time += MicrosecondsPerDay;
            --days;
        }
        result = {result.date.addDays(days), {time}};
        constexpr int LastYear = 9999;
        if (!result.date.isValid() || result.date.year() < 1 || result.date.year() > LastYear)
            return outOfRange();
        switch (moment.kind()) {
        case Value::Kind::Date:
            return Value::date(result.date);
        case Value::Kind::Instant:
            return Value::instant({result});
        default:
            return Value::timestamp(result);
        }
    }

    static Result<Value> extracted(const ExpressionNode& node, const Value& moment) {
        using Part = ExpressionNode::Part;
        constexpr qint64 Second = 1'000'000;
        const TimeOfDay time = moment.kind() == Value::Kind::Time   ? moment.asTime()
                               : moment.kind() == Value::Kind::Date ? TimeOfDay{}
                                                                    : toTimestamp(moment).time;
        const QDate date = moment.kind() == Value::Kind::Time ? QDate() : toTimestamp(moment).date;
        switch (node.part) {
        case Part::Year:
            return Value::integer(date.year());
        case Part::Month:
            return Value::integer(date.month());
        case Part::Day:
            return Value::integer(date.day());
        case Part::Hour:
            return Value::integer(time.microseconds / (3600 * Second));
        case Part::Minute:
            return Value::integer(time.microseconds / (60 * Second) % 60);
        case Part::Second:
            return Value::decimal(Decimal(Decimal::Integer(time.microseconds % (60 * Second)), 6));
        }
        return Value::null();
    }

    static Result<Value> cast(const ExpressionNode& node, const Value& from) {
        const auto cannot = [&] {
            return Error{
                ErrorKind::Refused,
                say("“%1” cannot become %2.").arg(castText(from), expressionTypeText(node.type))};
        };
        switch (node.type) {
        case Type::Text: {
            QString text = castText(from);
            const qint64 count = node.textLength < 0 ? 0 : characterCount(text);
            // ISO cuts without a word: whoever casts has asked for it.
            if (node.textLength >= 0 && count > node.textLength)
                text = substring(text, 1, node.textLength);
            else if (node.isPadded)
                text += QString(node.textLength - static_cast<int>(count), u' ');
            return Value::text(text);
        }
        case Type::Timestamp:
            if (from.kind() == Value::Kind::Date)
                return Value::timestamp(toTimestamp(from));
            break;
        case Type::Date:
            if (from.kind() == Value::Kind::Timestamp)
                return Value::date(from.asTimestamp().date);
            break;
        case Type::Time:
            if (from.kind() == Value::Kind::Timestamp)
                return Value::time(from.asTimestamp().time);
            break;
        default:
            break;
        }
        if (from.kind() == Value::Kind::Text)
            return castOfText(node, from.asText().trimmed(), cannot());
        return castOfNumber(node, from, cannot());
    }

    static QString castText(const Value& from) {
        switch (from.kind()) {
        case Value::Kind::Text:
            return from.asText();
        case Value::Kind::Boolean:
            return from.asBoolean() ? QStringLiteral("TRUE") : QStringLiteral("FALSE");
        default:
            return toText(from, {});
        }
    }

    static Result<Value> castOfText(const ExpressionNode& node, const QString& text,
                                    const Error& cannot) {
        const auto orCannot = [&](auto value, auto make) -> Result<Value> {
            if (!value)
                return cannot;
            return make(*value);
        };
        switch (node.type) {
        case Type::Boolean: {
            const QString word = text.toUpper();
            if (word != u"TRUE" && word != u"FALSE")
                return cannot;
            return Value::boolean(word == u"TRUE");
        }
        case Type::Date:
            return orCannot(dateFromIso(text), &Value::date);
        case Type::Time:
            return orCannot(timeFromIso(text), &Value::time);
        case Type::Timestamp:
            return orCannot(timestampFromIso(text), &Value::timestamp);
        case Type::Integer:
        case Type::Decimal:
        case Type::Double: {
            const auto decimal = Decimal::fromText(text);
            if (!decimal)
                return cannot;
            return castOfNumber(node, Value::decimal(*decimal), cannot);
        }
        default:
            return cannot;
        }
    }

    // Rounded where the type has fewer digits: a CAST asks for that.
    static Result<Value> castOfNumber(const ExpressionNode& node, const Value& from,
                                      const Error& cannot) {
        if (node.type == Type::Boolean || from.kind() == Value::Kind::Boolean)
            return from;
        if (from.kind() == Value::Kind::Double && node.type == Type::Double)
            return from;
        if (node.type == Type::Double)
            return fromDouble(toDouble(from));
        const auto exact = from.kind() == Value::Kind::Double ? Decimal::fromDouble(from.asDouble())
                                                              : std::optional(toDecimal(from));
        if (!exact)
            return cannot;
        if (node.type == Type::Integer) {
            const auto whole = rounded(*exact, 0, Rounding::HalfAwayFromZero);
            const auto fit = whole ? whole->toInteger() : std::nullopt;
            if (!fit)
                return cannot;
            return Value::integer(*fit);
        }
        const auto result = rounded(*exact, node.scale, Rounding::HalfAwayFromZero);
        const auto scaled = result ? result->rescaled(node.scale) : std::nullopt;
        if (!scaled)
            return cannot;
        return Value::decimal(*scaled);
    }

    static Result<Value> replaced(const QString& text, const QString& what, const QString& by) {
        if (what.isEmpty())
            return Value::text(text);
        const qsizetype grows = text.count(what) * (by.size() - what.size());
        if (text.size() + grows > LongestText)
            return outOfRange();
        return Value::text(QString(text).replace(what, by));
    }

    static Result<Value> ofText(const ExpressionNode& node, const std::vector<Value>& operands) {
        const QString& text = operands[0].asText();
        switch (node.operation) {
        case NodeOperation::Concatenate:
            if (text.size() + operands[1].asText().size() > LongestText)
                return outOfRange();
            return Value::text(text + operands[1].asText());
        case NodeOperation::Upper:
            return Value::text(text.toUpper());
        case NodeOperation::Lower:
            return Value::text(text.toLower());
        case NodeOperation::Trim:
        case NodeOperation::TrimLeft:
        case NodeOperation::TrimRight:
            return Value::text(trimmed(text, operands[1].asText(),
                                       node.operation != NodeOperation::TrimRight,
                                       node.operation != NodeOperation::TrimLeft));
        case NodeOperation::Replace:
            return replaced(text, operands[1].asText(), operands[2].asText());
        case NodeOperation::Position:
            return Value::integer(positionIn(operands[1].asText(), text));
        case NodeOperation::CharLength:
            return Value::integer(characterCount(text));
        case NodeOperation::OctetLength:
            return Value::integer(text.toUtf8().size());
        case NodeOperation::Substring: {
            const auto from = wholeOf(operands[1]);
            const auto count = operands.size() > 2 ? wholeOf(operands[2]) : std::nullopt;
            if (!from || (operands.size() > 2 && !count))
                return outOfRange();
            if (count && *count < 0)
                return Error{ErrorKind::Refused,
                             say("The length of a part of a text cannot be negative.")};
            return Value::text(substring(text, *from, count));
        }
        case NodeOperation::LikeRegex: {
            const auto match = node.regex->match(text);
            return Value::boolean(match.hasMatch());
        }
        case NodeOperation::Like: {
            std::optional<char32_t> escape;
            if (operands.size() > 2) {
                const QList<uint> characters = operands[2].asText().toUcs4();
                if (characters.size() != 1)
                    return Error{ErrorKind::Refused,
                                 say("What stands behind ESCAPE is one character.")};
                escape = characters.front();
            }
            const auto like = isLike(text, operands[1].asText(), escape);
            if (!like)
                return Error{
                    ErrorKind::Refused,
                    say("In the pattern of LIKE the escape stands before %, _ or itself.")};
            return Value::boolean(*like);
        }
        default:
            return Value::null();
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
    return {momentOf(local).date, Instant{momentOf(now)}, momentOf(local)};
}

bool isOfType(const Value& value, Type type) {
    using Kind = Value::Kind;
    if (type == Type::Other)
        return true;
    switch (value.kind()) {
    case Kind::Null:
        return true;
    case Kind::Boolean:
        return type == Type::Boolean;
    case Kind::Integer:
        return type == Type::Integer || type == Type::Decimal || type == Type::Double;
    case Kind::Decimal:
        return type == Type::Decimal || type == Type::Double;
    case Kind::Double:
        return type == Type::Double && std::isfinite(value.asDouble());
    case Kind::Text:
        return type == Type::Text;
    case Kind::Date:
        return type == Type::Date;
    case Kind::Time:
        return type == Type::Time;
    case Kind::Timestamp:
        return type == Type::Timestamp;
    case Kind::Instant:
        return type == Type::Instant;
    case Kind::Binary:
        return false;
    }
    return false;
}

Result<Value> evaluate(const Expression& expression, const std::vector<const Value*>& values,
                       const Present& present) {
    return evaluatePart(expression, expression.root(), values, present);
}

int compareValues(const Value& a, const Value& b) {
    using Kind = Value::Kind;
    const Kind kind = a.kind();
    if (kind == Kind::Double || b.kind() == Kind::Double) {
        const double left = toDouble(a);
        const double right = toDouble(b);
        return left < right ? -1 : left > right ? 1 : 0;
    }
    switch (kind) {
    case Kind::Integer:
    case Kind::Decimal:
        if (kind == Kind::Integer && b.kind() == Kind::Integer)
            return sign(a.asInteger() <=> b.asInteger());
        if (kind == Kind::Decimal && b.kind() == Kind::Decimal)
            return sign(a.asDecimal() <=> b.asDecimal());
        return sign(toDecimal(a) <=> toDecimal(b));
    case Kind::Boolean:
        return sign(a.asBoolean() <=> b.asBoolean());
    case Kind::Text:
        return compareTexts(a.asText(), b.asText());
    case Kind::Time:
        return sign(a.asTime() <=> b.asTime());
    case Kind::Date:
    case Kind::Timestamp:
    case Kind::Instant: {
        const Timestamp left = toTimestamp(a);
        const Timestamp right = toTimestamp(b);
        if (left.date != right.date)
            return left.date < right.date ? -1 : 1;
        return sign(left.time <=> right.time);
    }
    default:
        return 0;
    }
}

Result<Value> evaluatePart(const Expression& expression, int node,
                           const std::vector<const Value*>& values, const Present& present,
                           Misfits misfits) {
    return Run(expression, values, present, misfits).value(node);
}

} // namespace gravin
