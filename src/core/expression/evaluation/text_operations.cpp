// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/evaluation/text_operations.h"

#include "core/base/text.h"
#include "core/expression/evaluation/operands.h"
#include "core/expression/evaluation/text_functions.h"

#include <QRegularExpression>

namespace gravin {

namespace {

using NodeOperation = ExpressionNode::Operation;

// Code units of a text that an expression makes: nested functions could make any length.
constexpr qsizetype LongestText = 10'000'000;

Result<Value> replaced(const QString& text, const QString& what, const QString& by) {
    if (what.isEmpty())
        return Value::text(text);
    const qsizetype grows = text.count(what) * (by.size() - what.size());
    if (text.size() + grows > LongestText)
        return outOfRange();
    return Value::text(QString(text).replace(what, by));
}

Result<Value> partOf(const QString& text, const std::vector<Value>& operands) {
    const auto from = wholeOf(operands[1]);
    const auto count = operands.size() > 2 ? wholeOf(operands[2]) : std::nullopt;
    if (!from || (operands.size() > 2 && !count))
        return outOfRange();
    if (count && *count < 0)
        return Error{ErrorKind::Refused,
                     coreTr("The length of a part of a text cannot be negative.")};
    return Value::text(substring(text, *from, count));
}

Result<Value> like(const QString& text, const std::vector<Value>& operands) {
    std::optional<char32_t> escape;
    if (operands.size() > 2) {
        const QList<uint> characters = operands[2].asText().toUcs4();
        if (characters.size() != 1)
            return Error{ErrorKind::Refused, coreTr("What stands behind ESCAPE is one character.")};
        escape = characters.front();
    }
    const auto isAlike = isLike(text, operands[1].asText(), escape);
    if (!isAlike)
        return Error{ErrorKind::Refused,
                     coreTr("In the pattern of LIKE the escape stands before %, _ or itself.")};
    return Value::boolean(*isAlike);
}

} // namespace

Result<Value> ofText(const ExpressionNode& node, const std::vector<Value>& operands) {
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
    case NodeOperation::Substring:
        return partOf(text, operands);
    case NodeOperation::LikeRegex: {
        const auto match = node.regex->match(text);
        return Value::boolean(match.hasMatch());
    }
    case NodeOperation::Like:
        return like(text, operands);
    default:
        return Value::null();
    }
}

} // namespace gravin
