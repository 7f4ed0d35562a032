// SPDX-License-Identifier: GPL-3.0-or-later
// The functions of expressions, as ISO 9075 writes them.
#include "core/base/text.h"
#include "core/expression/parser.h"

#include <algorithm>

namespace gravin {

namespace {

struct Function {
    const char* name;
    ExpressionNode::Operation operation;
    int fewest;
    int most;
};

// Those whose operands stand between commas.
const QList<Function>& functions() {
    using Operation = ExpressionNode::Operation;
    static const QList<Function> all{
        {"UPPER", Operation::Upper, 1, 1},
        {"LOWER", Operation::Lower, 1, 1},
        {"CHAR_LENGTH", Operation::CharLength, 1, 1},
        {"CHARACTER_LENGTH", Operation::CharLength, 1, 1},
        {"OCTET_LENGTH", Operation::OctetLength, 1, 1},
        {"REPLACE", Operation::Replace, 3, 3},
        {"ROUND", Operation::Round, 1, 2},
        {"ABS", Operation::Absolute, 1, 1},
        {"MOD", Operation::Modulo, 2, 2},
        {"POWER", Operation::Power, 2, 2},
        {"SQRT", Operation::SquareRoot, 1, 1},
        {"FLOOR", Operation::Floor, 1, 1},
        {"CEILING", Operation::Ceiling, 1, 1},
        {"COALESCE", Operation::Coalesce, 2, Expression::MostNodes},
        {"NULLIF", Operation::NullIf, 2, 2},
    };
    return all;
}

} // namespace

int ExpressionParser::call(const Token& name) {
    const Level level(*this);
    m_read.take(); // the bracket
    int read = -1;
    if (name.upper == u"CAST")
        read = cast(name);
    else if (name.upper == u"EXTRACT")
        read = extract(name);
    else if (name.upper == u"POSITION")
        read = position(name);
    else if (name.upper == u"SUBSTRING")
        read = substring(name);
    else if (name.upper == u"TRIM")
        read = trim(name);
    else
        return function(name);
    m_read.expectSymbol(")");
    return read;
}

int ExpressionParser::function(const Token& name) {
    const auto function =
        std::find_if(functions().begin(), functions().end(),
                     [&](const auto& each) { return name.upper == QLatin1String(each.name); });
    if (function == functions().end())
        failUnknown(name);
    QList<int> operands;
    if (!m_read.isSymbol(")")) {
        do {
            operands += disjunction();
        } while (m_read.takeSymbol(","));
    }
    m_read.expectSymbol(")");
    const QString count = counted(function->fewest, "value", "values");
    if (operands.size() < function->fewest || operands.size() > function->most)
        TokenReader::fail(name, function->fewest == function->most
                                    ? coreTr("%1 takes %2.").arg(name.upper, count)
                                    : coreTr("%1 takes at least %2.").arg(name.upper, count));
    return node(function->operation, operands, name);
}

void ExpressionParser::failUnknown(const Token& name) {
    QList<ExpressionColumn> known;
    for (const Function& function : functions())
        known += ExpressionColumn{QLatin1String(function.name), {}};
    for (const char* word : {"CAST", "EXTRACT", "POSITION", "SUBSTRING", "TRIM"})
        known += ExpressionColumn{QLatin1String(word), {}};
    const QString near = nearestName(name.upper, known);
    TokenReader::fail(
        name,
        near.isEmpty() ? coreTr("There is no function %1.").arg(name.text)
                       : coreTr("There is no function %1. Did you mean %2?").arg(name.text, near),
        near);
}

int ExpressionParser::cast(const Token& from) {
    const int operand = disjunction();
    m_read.expectWord("AS");
    const ExpressionNode wanted = castType();
    return m_tree.cast(operand, wanted, from.at, m_read.lengthFrom(from));
}

ExpressionNode ExpressionParser::castType() {
    const Token type = m_read.take();
    ExpressionNode wanted;
    const QString& upper = type.upper;
    if (upper == u"INTEGER" || upper == u"INT" || upper == u"BIGINT" || upper == u"SMALLINT") {
        wanted.type = ExpressionType::Integer;
    } else if (upper == u"DECIMAL" || upper == u"NUMERIC") {
        wanted.type = ExpressionType::Decimal;
        wanted.scale = 0;
        if (m_read.takeSymbol("(")) {
            (void)m_read.limit(1, Decimal::MaximumDigits);
            wanted.scale = m_read.takeSymbol(",") ? m_read.limit(0, 100) : 0;
            m_read.expectSymbol(")");
        }
    } else if (upper == u"DOUBLE") {
        m_read.expectWord("PRECISION");
        wanted.type = ExpressionType::Double;
    } else if (upper == u"VARCHAR" || upper == u"CHARACTER" || upper == u"CHAR") {
        wanted.isPadded = upper != u"VARCHAR" && !m_read.takeWord("VARYING");
        wanted.type = ExpressionType::Text;
        if (wanted.isPadded)
            wanted.textLength = 1; // as ISO has it where none is said
        if (m_read.takeSymbol("(")) {
            wanted.textLength = m_read.limit(1, Expression::LongestText);
            m_read.expectSymbol(")");
        }
    } else if (upper == u"BOOLEAN") {
        wanted.type = ExpressionType::Boolean;
    } else if (upper == u"DATE") {
        wanted.type = ExpressionType::Date;
    } else if (upper == u"TIME") {
        wanted.type = ExpressionType::Time;
    } else if (upper == u"TIMESTAMP") {
        wanted.type = ExpressionType::Timestamp;
    } else {
        TokenReader::fail(
            type, coreTr("A type is expected here: INTEGER, DECIMAL(8, 2), DOUBLE PRECISION, "
                         "VARCHAR(40), CHAR(8), BOOLEAN, DATE, TIME or TIMESTAMP."));
    }
    return wanted;
}

int ExpressionParser::extract(const Token& from) {
    using Part = ExpressionNode::Part;
    static const QList<std::pair<const char*, Part>> parts{
        {"YEAR", Part::Year}, {"MONTH", Part::Month},   {"DAY", Part::Day},
        {"HOUR", Part::Hour}, {"MINUTE", Part::Minute}, {"SECOND", Part::Second}};
    for (const auto& [word, part] : parts) {
        if (!m_read.takeWord(word))
            continue;
        m_read.expectWord("FROM");
        return m_tree.extract(part, disjunction(), from.at, m_read.lengthFrom(from));
    }
    m_read.failExpected(coreTr("YEAR, MONTH, DAY, HOUR, MINUTE or SECOND"));
}

// Its IN is not that of a list.
int ExpressionParser::position(const Token& from) {
    const int what = sum();
    m_read.expectWord("IN");
    const int text = sum();
    return node(Operation::Position, {what, text}, from);
}

int ExpressionParser::substring(const Token& from) {
    QList<int> operands{disjunction()};
    const bool withCommas = m_read.takeSymbol(",");
    if (!withCommas)
        m_read.expectWord("FROM");
    operands += disjunction();
    if (withCommas ? m_read.takeSymbol(",") : m_read.takeWord("FOR"))
        operands += disjunction();
    return node(Operation::Substring, operands, from);
}

int ExpressionParser::trim(const Token& from) {
    Operation operation = Operation::Trim;
    const bool sided =
        m_read.isWord("LEADING") || m_read.isWord("TRAILING") || m_read.isWord("BOTH");
    if (sided) {
        const QString side = m_read.take().upper;
        operation = side == u"LEADING"    ? Operation::TrimLeft
                    : side == u"TRAILING" ? Operation::TrimRight
                                          : Operation::Trim;
    }
    const auto blank = [&] {
        return m_tree.literal(ExpressionType::Text, Value::text(QStringLiteral(" ")), from.at,
                              from.length);
    };
    if (sided && m_read.takeWord("FROM")) {
        const int text = disjunction();
        return node(operation, {text, blank()}, from);
    }
    const int first = disjunction();
    if (m_read.takeWord("FROM")) {
        const int text = disjunction();
        return node(operation, {text, first}, from);
    }
    return node(operation, {first, blank()}, from);
}

} // namespace gravin
