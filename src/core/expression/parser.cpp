// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/expression/lexer.h"
#include "core/expression/tree_builder.h"
#include "core/value/text_form.h"

namespace gravin {

// Recursive descent over the tokens; nesting is limited before the stack could be. Every function
// answers the index of the node it has read. A mistake is thrown and caught in parse(): the first
// one ends the reading.
class ExpressionParser {
public:
    ExpressionParser(QString text, const QList<ExpressionColumn>& columns)
        : m_columns(columns) {
        m_expression.m_text = std::move(text);
    }

    Result<Expression, ExpressionError> parse(bool condition) {
        const QString& text = m_expression.m_text;
        if (text.size() > Expression::LongestText)
            return ExpressionError{
                Expression::LongestText, static_cast<int>(text.size()) - Expression::LongestText,
                say("An expression has at most %1 characters.").arg(Expression::LongestText)};
        auto tokens = tokensOf(text);
        if (!tokens)
            return tokens.error();
        m_tokens = std::move(*tokens);
        try {
            const int root = disjunction();
            if (peek().kind != Token::Kind::End)
                fail(peek(), say("The expression ends before “%1”; an operator such as AND is "
                                 "expected here.")
                                 .arg(peek().text));
            if (condition)
                m_tree.require(root, ExpressionType::Boolean,
                               say("A condition has to be true or false"));
            m_expression.m_nodes = m_tree.takeNodes();
            m_expression.m_root = root;
            return std::move(m_expression);
        } catch (const ExpressionError& error) {
            return error;
        }
    }

private:
    using Operation = ExpressionNode::Operation;

    // Reading tokens.
    const Token& peek(int ahead = 0) const {
        return m_tokens[std::min<qsizetype>(m_next + ahead, m_tokens.size() - 1)];
    }
    Token take() {
        Token token = peek();
        if (token.kind != Token::Kind::End)
            ++m_next;
        return token;
    }
    bool isWord(const char* word, int ahead = 0) const {
        return peek(ahead).kind == Token::Kind::Word && peek(ahead).upper == QLatin1String(word);
    }
    bool isSymbol(const char* symbol) const {
        return peek().kind == Token::Kind::Symbol && peek().text == QLatin1String(symbol);
    }
    bool takeWord(const char* word) { return isWord(word) && (++m_next, true); }
    bool takeSymbol(const char* symbol) { return isSymbol(symbol) && (++m_next, true); }
    void expectWord(const char* word) {
        if (!takeWord(word))
            failExpected(QLatin1String(word));
    }
    void expectSymbol(const char* symbol) {
        if (!takeSymbol(symbol))
            failExpected(u'“' + QLatin1String(symbol) + u'”');
    }
    [[noreturn]] static void fail(const Token& token, const QString& sentence,
                                  const QString& suggestion = {}) {
        throw ExpressionError{token.at, std::max(1, token.length), sentence, suggestion};
    }
    [[noreturn]] void failExpected(const QString& what) const {
        fail(peek(), peek().kind == Token::Kind::End
                         ? say("The expression ends here, but %1 is expected.").arg(what)
                         : say("%1 is expected here, not “%2”.").arg(what, peek().text));
    }

    // Guards every descent.
    class Level {
    public:
        explicit Level(ExpressionParser& parser)
            : m_parser(parser) {
            if (++parser.m_level > Expression::DeepestNesting)
                fail(parser.peek(), say("This is nested too deeply."));
        }
        ~Level() { --m_parser.m_level; }
        Level(const Level&) = delete;
        Level& operator=(const Level&) = delete;

    private:
        ExpressionParser& m_parser;
    };

    int node(Operation operation, const QList<int>& operands, const Token& from) {
        return m_tree.add(operation, operands, from.at, lengthFrom(from));
    }
    int lengthFrom(const Token& from) const {
        const Token& last = m_next > 0 ? m_tokens[m_next - 1] : from;
        return std::max(1, last.at + last.length - from.at);
    }

    int disjunction() {
        const Level level(*this);
        const Token from = peek();
        QList<int> operands{conjunction()};
        while (takeWord("OR"))
            operands += conjunction();
        return operands.size() == 1 ? operands.front() : node(Operation::Or, operands, from);
    }

    int conjunction() {
        const Token from = peek();
        QList<int> operands{negation()};
        while (takeWord("AND"))
            operands += negation();
        return operands.size() == 1 ? operands.front() : node(Operation::And, operands, from);
    }

    int negation() {
        const Token from = peek();
        if (!takeWord("NOT"))
            return predicate();
        const Level level(*this);
        return node(Operation::Not, {negation()}, from);
    }

    int predicate() {
        const Token from = peek();
        const int left = sum();
        static const QList<std::pair<const char*, Operation>> comparisons{
            {"=", Operation::Equal},        {"<>", Operation::NotEqual},
            {"<=", Operation::LessOrEqual}, {">=", Operation::GreaterOrEqual},
            {"<", Operation::Less},         {">", Operation::Greater}};
        for (const auto& [symbol, operation] : comparisons) {
            if (takeSymbol(symbol))
                return node(operation, {left, sum()}, from);
        }
        if (takeWord("IS"))
            return isPredicate(left, from);
        const bool negated = isWord("NOT") && (isWord("BETWEEN", 1) || isWord("IN", 1) ||
                                               isWord("LIKE", 1) || isWord("LIKE_REGEX", 1));
        if (negated)
            take();
        int read = -1;
        if (takeWord("BETWEEN"))
            read = between(left, from);
        else if (takeWord("IN"))
            read = in(left, from);
        else if (takeWord("LIKE"))
            read = like(left, from);
        else if (takeWord("LIKE_REGEX"))
            read = likeRegex(left, from);
        else
            return left;
        return negated ? node(Operation::Not, {read}, from) : read;
    }

    int isPredicate(int left, const Token& from) {
        const bool negated = takeWord("NOT");
        int read = -1;
        if (takeWord("NULL") || takeWord("UNKNOWN")) {
            read = node(Operation::IsNull, {left}, from);
        } else if (takeWord("TRUE")) {
            read = node(Operation::IsTrue, {left}, from);
        } else if (takeWord("FALSE")) {
            read = node(Operation::IsFalse, {left}, from);
        } else if (takeWord("DISTINCT")) {
            expectWord("FROM");
            read = node(Operation::Distinct, {left, sum()}, from);
        } else {
            failExpected(say("NULL, TRUE, FALSE, UNKNOWN or DISTINCT FROM"));
        }
        return negated ? node(Operation::Not, {read}, from) : read;
    }

    int between(int left, const Token& from) {
        const bool isSymmetric = takeWord("SYMMETRIC");
        if (!isSymmetric)
            (void)takeWord("ASYMMETRIC");
        const int low = sum();
        expectWord("AND");
        const int high = sum();
        const auto within = [&](int least, int most) {
            const int above = node(Operation::GreaterOrEqual, {left, least}, from);
            const int below = node(Operation::LessOrEqual, {left, most}, from);
            return node(Operation::And, {above, below}, from);
        };
        const int inOrder = within(low, high);
        return isSymmetric ? node(Operation::Or, {inOrder, within(high, low)}, from) : inOrder;
    }

    int in(int left, const Token& from) {
        expectSymbol("(");
        QList<int> operands{left};
        do {
            operands += sum();
        } while (takeSymbol(","));
        expectSymbol(")");
        return node(Operation::In, operands, from);
    }

    int like(int left, const Token& from) {
        QList<int> operands{left, sum()};
        if (takeWord("ESCAPE"))
            operands += sum();
        return node(Operation::Like, operands, from);
    }

    int likeRegex(int left, const Token& from) {
        const Token pattern = take();
        if (pattern.kind != Token::Kind::Text)
            fail(pattern, say("The pattern of LIKE_REGEX is a text in single quotes."));
        auto regex = std::make_shared<QRegularExpression>(
            pattern.text, QRegularExpression::UseUnicodePropertiesOption);
        if (!regex->isValid())
            fail(pattern, say("This is no regular expression: %1.").arg(regex->errorString()));
        const int read = node(Operation::LikeRegex, {left}, from);
        m_tree.at(read).regex = std::move(regex);
        return read;
    }

    int sum() {
        const Level level(*this);
        const Token from = peek();
        int left = product();
        while (true) {
            const Operation operation = isSymbol("+")   ? Operation::Add
                                        : isSymbol("-") ? Operation::Subtract
                                                        : Operation::Concatenate;
            if (!takeSymbol("+") && !takeSymbol("-") && !takeSymbol("||"))
                return left;
            const int right = product();
            left = node(operation, {left, right}, from);
        }
    }

    int product() {
        const Token from = peek();
        int left = sign();
        while (isSymbol("*") || isSymbol("/")) {
            const Operation operation = isSymbol("*") ? Operation::Multiply : Operation::Divide;
            take();
            const int right = sign();
            left = node(operation, {left, right}, from);
        }
        return left;
    }

    int sign() {
        const Token from = peek();
        if (isSymbol("+") || isSymbol("-")) {
            const Level level(*this);
            const bool negative = take().text == u"-";
            const int operand = sign();
            if (m_tree.at(operand).operation == Operation::IntervalLiteral) {
                Interval& interval = m_tree.at(operand).interval;
                if (negative)
                    interval = {-interval.months, -interval.days, -interval.microseconds};
                return operand;
            }
            if (!negative) {
                m_tree.requireNumber(operand);
                return operand;
            }
            return node(Operation::Negate, {operand}, from);
        }
        return primary();
    }

    int primary() {
        const Token token = take();
        switch (token.kind) {
        case Token::Kind::Number:
            return number(token);
        case Token::Kind::Text:
            return m_tree.literal(ExpressionType::Text, Value::text(token.text), token.at,
                                  token.length);
        case Token::Kind::QuotedName:
            return column(token, true);
        case Token::Kind::Word:
            return word(token);
        case Token::Kind::Symbol:
            if (token.text == u"(") {
                const int inside = disjunction();
                expectSymbol(")");
                return inside;
            }
            break;
        case Token::Kind::End:
            break;
        }
        if (token.kind != Token::Kind::End)
            --m_next;
        failExpected(say("a value"));
    }

    int number(const Token& token) {
        if (token.text.contains(u'e', Qt::CaseInsensitive))
            return m_tree.literal(ExpressionType::Double, Value::real(token.text.toDouble()),
                                  token.at, token.length);
        const auto decimal = Decimal::fromText(token.text);
        if (!decimal)
            fail(token, say("This number has too many digits."));
        const auto whole = decimal->toInteger();
        if (whole && !token.text.contains(u'.'))
            return m_tree.literal(ExpressionType::Integer, Value::integer(*whole), token.at,
                                  token.length);
        return m_tree.literal(ExpressionType::Decimal, Value::decimal(*decimal), token.at,
                              token.length);
    }

    int word(const Token& token) {
        const QString& upper = token.upper;
        const auto literal = [&](ExpressionType type, const Value& value) {
            return m_tree.literal(type, value, token.at, token.length);
        };
        // A column may be called like a word that could begin something else.
        const bool isCall = isSymbol("(");
        const bool beforeText = peek().kind == Token::Kind::Text;
        if (upper == u"TRUE" || upper == u"FALSE")
            return literal(ExpressionType::Boolean, Value::boolean(upper == u"TRUE"));
        if (upper == u"NULL")
            return literal(ExpressionType::Null, {});
        if (upper == u"CURRENT_DATE")
            return node(Operation::CurrentDate, {}, token);
        if (upper == u"CURRENT_TIMESTAMP")
            return node(Operation::CurrentTimestamp, {}, token);
        if (upper == u"LOCALTIMESTAMP")
            return node(Operation::LocalTimestamp, {}, token);
        if (upper == u"CASE")
            return caseOf(token);
        if (beforeText && (upper == u"DATE" || upper == u"TIME" || upper == u"TIMESTAMP"))
            return moment(token);
        const bool beforeSign =
            (isSymbol("-") || isSymbol("+")) && peek(1).kind == Token::Kind::Text;
        if ((beforeText || beforeSign) && upper == u"INTERVAL")
            return interval(token);
        return isCall ? call(token) : column(token, false);
    }

    int moment(const Token& token) {
        const Token written = take();
        // With an offset from UTC behind it, a timestamp is a moment.
        static const QRegularExpression offset(QStringLiteral("(Z|[+-]\\d\\d(:?\\d\\d)?)$"));
        const bool isMoment = offset.match(written.text).hasMatch();
        const TypeKind kind = token.upper == u"DATE"                    ? TypeKind::Date
                              : token.upper == u"TIME"                  ? TypeKind::Time
                              : isMoment && written.text.contains(u':') ? TypeKind::Instant
                                                                        : TypeKind::Timestamp;
        auto value = fromText(written.text, ColumnType{kind});
        if (!value || value->isNull())
            fail(written,
                 value ? say("A value is expected between the quotes.") : value.error().sentence);
        return m_tree.literal(expressionTypeOf({kind}), *value, token.at, lengthFrom(token));
    }

    int interval(const Token& token) {
        const bool isNegative = takeSymbol("-");
        if (!isNegative)
            (void)takeSymbol("+");
        const Token written = take();
        bool ok = false;
        const qint64 said = written.text.trimmed().toLongLong(&ok);
        const qint64 count = isNegative && ok ? -said : said;
        constexpr qint64 Most = 1'000'000;
        if (!ok || count < -Most || count > Most)
            fail(written,
                 say("The count of an interval is a whole number of at most %1.").arg(Most));
        const Token unit = take();
        Interval interval;
        constexpr qint64 Second = 1'000'000;
        if (unit.upper == u"YEAR")
            interval.months = 12 * count;
        else if (unit.upper == u"MONTH")
            interval.months = count;
        else if (unit.upper == u"DAY")
            interval.days = count;
        else if (unit.upper == u"HOUR")
            interval.microseconds = 3600 * Second * count;
        else if (unit.upper == u"MINUTE")
            interval.microseconds = 60 * Second * count;
        else if (unit.upper == u"SECOND")
            interval.microseconds = Second * count;
        else
            fail(unit, say("An interval is counted in YEAR, MONTH, DAY, HOUR, MINUTE or SECOND."));
        const int read = node(Operation::IntervalLiteral, {}, token);
        m_tree.at(read).interval = interval;
        return read;
    }

    int column(const Token& token, bool quoted) {
        const ExpressionColumn* found = nullptr;
        for (const ExpressionColumn& column : m_columns) {
            if (column.name == token.text)
                found = &column;
        }
        if (!found && !quoted)
            found = columnIgnoringCase(token);
        if (!found && !quoted && isReserved(token.upper))
            fail(token, say("A value is expected here, not “%1”.").arg(token.text));
        if (!found) {
            const QString near = nearestName(token.text, m_columns);
            fail(token,
                 near.isEmpty()
                     ? say("There is no field “%1” here.").arg(token.text)
                     : say("There is no field “%1” here. Did you mean “%2”?").arg(token.text, near),
                 near);
        }
        int at = static_cast<int>(m_expression.m_columns.indexOf(found->name));
        if (at < 0) {
            at = static_cast<int>(m_expression.m_columns.size());
            m_expression.m_columns += found->name;
        }
        return m_tree.column(at, expressionTypeOf(found->type), token.at, token.length);
    }

    // Words that only join parts of an expression.
    static bool isReserved(const QString& upper) {
        static const QStringList words{
            QStringLiteral("AND"),  QStringLiteral("AS"),   QStringLiteral("BETWEEN"),
            QStringLiteral("ELSE"), QStringLiteral("END"),  QStringLiteral("ESCAPE"),
            QStringLiteral("FROM"), QStringLiteral("IN"),   QStringLiteral("IS"),
            QStringLiteral("LIKE"), QStringLiteral("NOT"),  QStringLiteral("OR"),
            QStringLiteral("THEN"), QStringLiteral("WHEN"), QStringLiteral("LIKE_REGEX"),
        };
        return words.contains(upper);
    }

    const ExpressionColumn* columnIgnoringCase(const Token& token) const {
        const ExpressionColumn* found = nullptr;
        for (const ExpressionColumn& column : m_columns) {
            if (column.name.compare(token.text, Qt::CaseInsensitive) != 0)
                continue;
            if (found)
                fail(token, say("“%1” could be several fields. Write its name in double quotes.")
                                .arg(token.text));
            found = &column;
        }
        return found;
    }

    int caseOf(const Token& from) {
        const Level level(*this);
        const int subject = isWord("WHEN") ? -1 : disjunction();
        QList<int> operands;
        while (takeWord("WHEN")) {
            const Token when = peek();
            const int condition = disjunction();
            operands +=
                subject < 0 ? condition : node(Operation::Equal, {subject, condition}, when);
            expectWord("THEN");
            operands += disjunction();
        }
        if (operands.isEmpty())
            failExpected(QStringLiteral("WHEN"));
        operands += takeWord("ELSE")
                        ? disjunction()
                        : m_tree.literal(ExpressionType::Null, {}, from.at, from.length);
        expectWord("END");
        return node(Operation::Case, operands, from);
    }

    int call(const Token& name) {
        const Level level(*this);
        take(); // the bracket
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
        expectSymbol(")");
        return read;
    }

    int function(const Token& name) {
        struct Function {
            const char* name;
            Operation operation;
            int fewest;
            int most;
        };
        static const QList<Function> functions{
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
        QList<ExpressionColumn> known;
        for (const Function& function : functions) {
            known += ExpressionColumn{QLatin1String(function.name), {}};
            if (name.upper != QLatin1String(function.name))
                continue;
            QList<int> operands;
            if (!isSymbol(")")) {
                do {
                    operands += disjunction();
                } while (takeSymbol(","));
            }
            expectSymbol(")");
            if (operands.size() < function.fewest || operands.size() > function.most)
                fail(name, function.fewest == function.most
                               ? say("%1 takes %2.")
                                     .arg(name.upper,
                                          counted(function.fewest, say("value"), say("values")))
                               : say("%1 takes at least %2.")
                                     .arg(name.upper,
                                          counted(function.fewest, say("value"), say("values"))));
            return node(function.operation, operands, name);
        }
        for (const char* word : {"CAST", "EXTRACT", "POSITION", "SUBSTRING", "TRIM"})
            known += ExpressionColumn{QLatin1String(word), {}};
        const QString near = nearestName(name.upper, known);
        fail(name,
             near.isEmpty() ? say("There is no function %1.").arg(name.text)
                            : say("There is no function %1. Did you mean %2?").arg(name.text, near),
             near);
    }

    int cast(const Token& from) {
        const int operand = disjunction();
        expectWord("AS");
        const Token type = take();
        ExpressionNode wanted;
        const QString& upper = type.upper;
        if (upper == u"INTEGER" || upper == u"INT" || upper == u"BIGINT" || upper == u"SMALLINT") {
            wanted.type = ExpressionType::Integer;
        } else if (upper == u"DECIMAL" || upper == u"NUMERIC") {
            wanted.type = ExpressionType::Decimal;
            wanted.scale = 0;
            if (takeSymbol("(")) {
                (void)limit(1, Decimal::MaximumDigits);
                wanted.scale = takeSymbol(",") ? limit(0, 100) : 0;
                expectSymbol(")");
            }
        } else if (upper == u"DOUBLE") {
            expectWord("PRECISION");
            wanted.type = ExpressionType::Double;
        } else if (upper == u"VARCHAR" || upper == u"CHARACTER" || upper == u"CHAR") {
            wanted.isPadded = upper != u"VARCHAR" && !takeWord("VARYING");
            wanted.type = ExpressionType::Text;
            if (wanted.isPadded)
                wanted.textLength = 1; // as ISO has it where none is said
            if (takeSymbol("(")) {
                wanted.textLength = limit(1, Expression::LongestText);
                expectSymbol(")");
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
            fail(type, say("A type is expected here: INTEGER, DECIMAL(8, 2), DOUBLE PRECISION, "
                           "VARCHAR(40), CHAR(8), BOOLEAN, DATE, TIME or TIMESTAMP."));
        }
        return m_tree.cast(operand, wanted, from.at, lengthFrom(from));
    }

    int limit(int least, int most) {
        const Token token = take();
        bool ok = false;
        const int value = token.text.toInt(&ok);
        if (token.kind != Token::Kind::Number || !ok || value < least || value > most)
            fail(token, say("A whole number from %1 to %2 is expected here.").arg(least).arg(most));
        return value;
    }

    int extract(const Token& from) {
        using Part = ExpressionNode::Part;
        static const QList<std::pair<const char*, Part>> parts{
            {"YEAR", Part::Year}, {"MONTH", Part::Month},   {"DAY", Part::Day},
            {"HOUR", Part::Hour}, {"MINUTE", Part::Minute}, {"SECOND", Part::Second}};
        for (const auto& [word, part] : parts) {
            if (!takeWord(word))
                continue;
            expectWord("FROM");
            return m_tree.extract(part, disjunction(), from.at, lengthFrom(from));
        }
        failExpected(say("YEAR, MONTH, DAY, HOUR, MINUTE or SECOND"));
    }

    // Its IN is not that of a list.
    int position(const Token& from) {
        const int what = sum();
        expectWord("IN");
        const int text = sum();
        return node(Operation::Position, {what, text}, from);
    }

    int substring(const Token& from) {
        QList<int> operands{disjunction()};
        const bool withCommas = takeSymbol(",");
        if (!withCommas)
            expectWord("FROM");
        operands += disjunction();
        if (withCommas ? takeSymbol(",") : takeWord("FOR"))
            operands += disjunction();
        return node(Operation::Substring, operands, from);
    }

    int trim(const Token& from) {
        Operation operation = Operation::Trim;
        const bool sided = isWord("LEADING") || isWord("TRAILING") || isWord("BOTH");
        if (sided) {
            const QString side = take().upper;
            operation = side == u"LEADING"    ? Operation::TrimLeft
                        : side == u"TRAILING" ? Operation::TrimRight
                                              : Operation::Trim;
        }
        const auto blank = [&] {
            return m_tree.literal(ExpressionType::Text, Value::text(QStringLiteral(" ")), from.at,
                                  from.length);
        };
        if (sided && takeWord("FROM")) {
            const int text = disjunction();
            return node(operation, {text, blank()}, from);
        }
        const int first = disjunction();
        if (takeWord("FROM")) {
            const int text = disjunction();
            return node(operation, {text, first}, from);
        }
        return node(operation, {first, blank()}, from);
    }

    const QList<ExpressionColumn>& m_columns;
    Expression m_expression;
    QList<Token> m_tokens;
    qsizetype m_next = 0;
    int m_level = 0;
    TreeBuilder m_tree;
};

Result<Expression, ExpressionError> parseExpression(const QString& text,
                                                    const QList<ExpressionColumn>& columns) {
    return ExpressionParser(text, columns).parse(false);
}

Result<Expression, ExpressionError> parseCondition(const QString& text,
                                                   const QList<ExpressionColumn>& columns) {
    return ExpressionParser(text, columns).parse(true);
}

} // namespace gravin
