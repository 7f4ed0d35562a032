// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/parser.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {
// Words that only join parts of an expression.
bool isReserved(const QString& upper) {
    static const QStringList words{
        QStringLiteral("AND"),  QStringLiteral("AS"),   QStringLiteral("BETWEEN"),
        QStringLiteral("ELSE"), QStringLiteral("END"),  QStringLiteral("ESCAPE"),
        QStringLiteral("FROM"), QStringLiteral("IN"),   QStringLiteral("IS"),
        QStringLiteral("LIKE"), QStringLiteral("NOT"),  QStringLiteral("OR"),
        QStringLiteral("THEN"), QStringLiteral("WHEN"), QStringLiteral("LIKE_REGEX"),
    };
    return words.contains(upper);
}

} // namespace

ExpressionParser::Level::Level(ExpressionParser& parser)
    : m_parser(parser) {
    if (++parser.m_level > Expression::DeepestNesting)
        TokenReader::fail(parser.m_read.peek(), coreTr("This is nested too deeply."));
}

Result<Expression, ExpressionError> ExpressionParser::parse(bool condition) {
    const QString& text = m_expression.m_text;
    if (text.size() > Expression::LongestText)
        return ExpressionError{
            Expression::LongestText, static_cast<int>(text.size()) - Expression::LongestText,
            coreTr("An expression has at most %1 characters.").arg(Expression::LongestText)};
    auto tokens = tokensOf(text);
    if (!tokens)
        return tokens.error();
    m_read = TokenReader(std::move(*tokens));
    try {
        const int root = disjunction();
        if (m_read.peek().kind != Token::Kind::End)
            TokenReader::fail(m_read.peek(),
                              coreTr("The expression ends before “%1”; an operator such as AND is "
                                     "expected here.")
                                  .arg(m_read.peek().text));
        if (condition)
            m_tree.require(root, ExpressionType::Boolean,
                           coreTr("A condition has to be true or false"));
        m_expression.m_nodes = m_tree.takeNodes();
        m_expression.m_root = root;
        return std::move(m_expression);
    } catch (const ExpressionError& error) {
        return error;
    }
}

int ExpressionParser::disjunction() {
    const Level level(*this);
    const Token from = m_read.peek();
    QList<int> operands{conjunction()};
    while (m_read.takeWord("OR"))
        operands += conjunction();
    return operands.size() == 1 ? operands.front() : node(Operation::Or, operands, from);
}

int ExpressionParser::conjunction() {
    const Token from = m_read.peek();
    QList<int> operands{negation()};
    while (m_read.takeWord("AND"))
        operands += negation();
    return operands.size() == 1 ? operands.front() : node(Operation::And, operands, from);
}

int ExpressionParser::negation() {
    const Token from = m_read.peek();
    if (!m_read.takeWord("NOT"))
        return predicate();
    const Level level(*this);
    return node(Operation::Not, {negation()}, from);
}

int ExpressionParser::predicate() {
    const Token from = m_read.peek();
    const int left = sum();
    static const QList<std::pair<const char*, Operation>> comparisons{
        {"=", Operation::Equal},        {"<>", Operation::NotEqual},
        {"<=", Operation::LessOrEqual}, {">=", Operation::GreaterOrEqual},
        {"<", Operation::Less},         {">", Operation::Greater}};
    for (const auto& [symbol, operation] : comparisons) {
        if (m_read.takeSymbol(symbol))
            return node(operation, {left, sum()}, from);
    }
    if (m_read.takeWord("IS"))
        return isPredicate(left, from);
    const bool negated =
        m_read.isWord("NOT") && (m_read.isWord("BETWEEN", 1) || m_read.isWord("IN", 1) ||
                                 m_read.isWord("LIKE", 1) || m_read.isWord("LIKE_REGEX", 1));
    if (negated)
        m_read.take();
    int read = -1;
    if (m_read.takeWord("BETWEEN"))
        read = between(left, from);
    else if (m_read.takeWord("IN"))
        read = in(left, from);
    else if (m_read.takeWord("LIKE"))
        read = like(left, from);
    else if (m_read.takeWord("LIKE_REGEX"))
        read = likeRegex(left, from);
    else
        return left;
    return negated ? node(Operation::Not, {read}, from) : read;
}

int ExpressionParser::isPredicate(int left, const Token& from) {
    const bool negated = m_read.takeWord("NOT");
    int read = -1;
    if (m_read.takeWord("NULL") || m_read.takeWord("UNKNOWN")) {
        read = node(Operation::IsNull, {left}, from);
    } else if (m_read.takeWord("TRUE")) {
        read = node(Operation::IsTrue, {left}, from);
    } else if (m_read.takeWord("FALSE")) {
        read = node(Operation::IsFalse, {left}, from);
    } else if (m_read.takeWord("DISTINCT")) {
        m_read.expectWord("FROM");
        read = node(Operation::Distinct, {left, sum()}, from);
    } else {
        m_read.failExpected(coreTr("NULL, TRUE, FALSE, UNKNOWN or DISTINCT FROM"));
    }
    return negated ? node(Operation::Not, {read}, from) : read;
}

int ExpressionParser::between(int left, const Token& from) {
    const bool isSymmetric = m_read.takeWord("SYMMETRIC");
    if (!isSymmetric)
        (void)m_read.takeWord("ASYMMETRIC");
    const int low = sum();
    m_read.expectWord("AND");
    const int high = sum();
    const auto within = [&](int least, int most) {
        const int above = node(Operation::GreaterOrEqual, {left, least}, from);
        const int below = node(Operation::LessOrEqual, {left, most}, from);
        return node(Operation::And, {above, below}, from);
    };
    const int inOrder = within(low, high);
    return isSymmetric ? node(Operation::Or, {inOrder, within(high, low)}, from) : inOrder;
}

int ExpressionParser::in(int left, const Token& from) {
    m_read.expectSymbol("(");
    QList<int> operands{left};
    do {
        operands += sum();
    } while (m_read.takeSymbol(","));
    m_read.expectSymbol(")");
    return node(Operation::In, operands, from);
}

int ExpressionParser::like(int left, const Token& from) {
    QList<int> operands{left, sum()};
    if (m_read.takeWord("ESCAPE"))
        operands += sum();
    return node(Operation::Like, operands, from);
}

int ExpressionParser::likeRegex(int left, const Token& from) {
    const Token pattern = m_read.take();
    if (pattern.kind != Token::Kind::Text)
        TokenReader::fail(pattern, coreTr("The pattern of LIKE_REGEX is a text in single quotes."));
    auto regex = std::make_shared<QRegularExpression>(
        pattern.text, QRegularExpression::UseUnicodePropertiesOption);
    if (!regex->isValid())
        TokenReader::fail(pattern,
                          coreTr("This is no regular expression: %1.").arg(regex->errorString()));
    const int read = node(Operation::LikeRegex, {left}, from);
    m_tree.at(read).regex = std::move(regex);
    return read;
}

int ExpressionParser::sum() {
    const Level level(*this);
    const Token from = m_read.peek();
    int left = product();
    while (true) {
        const Operation operation = m_read.isSymbol("+")   ? Operation::Add
                                    : m_read.isSymbol("-") ? Operation::Subtract
                                                           : Operation::Concatenate;
        if (!m_read.takeSymbol("+") && !m_read.takeSymbol("-") && !m_read.takeSymbol("||"))
            return left;
        const int right = product();
        left = node(operation, {left, right}, from);
    }
}

int ExpressionParser::product() {
    const Token from = m_read.peek();
    int left = sign();
    while (m_read.isSymbol("*") || m_read.isSymbol("/")) {
        const Operation operation = m_read.isSymbol("*") ? Operation::Multiply : Operation::Divide;
        m_read.take();
        const int right = sign();
        left = node(operation, {left, right}, from);
    }
    return left;
}

int ExpressionParser::sign() {
    const Token from = m_read.peek();
    if (m_read.isSymbol("+") || m_read.isSymbol("-")) {
        const Level level(*this);
        const bool negative = m_read.take().text == u"-";
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

int ExpressionParser::primary() {
    const Token token = m_read.take();
    switch (token.kind) {
    case Token::Kind::Number:
        return number(token);
    case Token::Kind::Text:
        return m_tree.literal(ExpressionType::Text, Value::text(token.text), token.at,
                              token.length);
    case Token::Kind::QuotedName:
        return column(token);
    case Token::Kind::Word:
        return word(token);
    case Token::Kind::Symbol:
        if (token.text == u"(") {
            if (m_read.isWord("SELECT"))
                return subquery(token, false);
            const int inside = disjunction();
            m_read.expectSymbol(")");
            return inside;
        }
        break;
    case Token::Kind::End:
        break;
    }
    if (token.kind != Token::Kind::End)
        m_read.putBack();
    m_read.failExpected(coreTr("a value"));
}

int ExpressionParser::number(const Token& token) {
    if (token.text.contains(u'e', Qt::CaseInsensitive))
        return m_tree.literal(ExpressionType::Double, Value::real(token.text.toDouble()), token.at,
                              token.length);
    const auto decimal = Decimal::fromText(token.text);
    if (!decimal)
        TokenReader::fail(token, coreTr("This number has too many digits."));
    const auto whole = decimal->toInteger();
    if (whole && !token.text.contains(u'.'))
        return m_tree.literal(ExpressionType::Integer, Value::integer(*whole), token.at,
                              token.length);
    return m_tree.literal(ExpressionType::Decimal, Value::decimal(*decimal), token.at,
                          token.length);
}

int ExpressionParser::word(const Token& token) {
    const QString& upper = token.upper;
    const auto literal = [&](ExpressionType type, const Value& value) {
        return m_tree.literal(type, value, token.at, token.length);
    };
    // A column may be called like a word that could begin something else.
    const bool isCall = m_read.isSymbol("(");
    const bool beforeText = m_read.peek().kind == Token::Kind::Text;
    if (upper == u"TRUE" || upper == u"FALSE")
        return literal(ExpressionType::Boolean, Value::boolean(upper == u"TRUE"));
    if (upper == u"NULL")
        return literal(ExpressionType::Null, {});
    if (upper == u"CURRENT_USER")
        return node(Operation::CurrentUser, {}, token);
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
        (m_read.isSymbol("-") || m_read.isSymbol("+")) && m_read.peek(1).kind == Token::Kind::Text;
    if ((beforeText || beforeSign) && upper == u"INTERVAL")
        return interval(token);
    if (isCall && upper == u"EXISTS") {
        m_read.take();
        return subquery(token, true);
    }
    return isCall ? call(token) : column(token);
}

int ExpressionParser::moment(const Token& token) {
    const Token written = m_read.take();
    // With an offset from UTC behind it, a timestamp is a moment.
    static const QRegularExpression offset(QStringLiteral("(Z|[+-]\\d\\d(:?\\d\\d)?)$"));
    const bool isMoment = offset.match(written.text).hasMatch();
    const TypeKind kind = token.upper == u"DATE"                    ? TypeKind::Date
                          : token.upper == u"TIME"                  ? TypeKind::Time
                          : isMoment && written.text.contains(u':') ? TypeKind::Instant
                                                                    : TypeKind::Timestamp;
    auto value = fromText(written.text, ColumnType{kind});
    if (!value || value->isNull())
        TokenReader::fail(written, value ? coreTr("A value is expected between the quotes.")
                                         : value.error().sentence);
    return m_tree.literal(expressionTypeOf({kind}), *value, token.at, m_read.lengthFrom(token));
}

int ExpressionParser::interval(const Token& token) {
    const bool isNegative = m_read.takeSymbol("-");
    if (!isNegative)
        (void)m_read.takeSymbol("+");
    const Token written = m_read.take();
    bool ok = false;
    const qint64 said = written.text.trimmed().toLongLong(&ok);
    const qint64 count = isNegative && ok ? -said : said;
    constexpr qint64 Most = 1'000'000;
    if (!ok || count < -Most || count > Most)
        TokenReader::fail(
            written, coreTr("The count of an interval is a whole number of at most %1.").arg(Most));
    const Token unit = m_read.take();
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
        TokenReader::fail(
            unit, coreTr("An interval is counted in YEAR, MONTH, DAY, HOUR, MINUTE or SECOND."));
    const int read = node(Operation::IntervalLiteral, {}, token);
    m_tree.at(read).interval = interval;
    return read;
}

int ExpressionParser::column(const Token& token) {
    if (m_read.isSymbol("."))
        return qualified(token);
    if (token.kind == Token::Kind::Word && isReserved(token.upper) &&
        !columnNamed(m_names.columns, token).column)
        TokenReader::fail(token, coreTr("A value is expected here, not “%1”.").arg(token.text));
    return named(token, token, m_names, false);
}

// A table may itself be called “record”: its own name means it then.
int ExpressionParser::qualified(const Token& qualifier) {
    const Token dot = m_read.take();
    const Token name = m_read.take();
    if (name.kind != Token::Kind::Word && name.kind != Token::Kind::QuotedName) {
        if (name.kind != Token::Kind::End)
            m_read.putBack();
        m_read.failExpected(coreTr("a field of “%1”").arg(qualifier.text));
    }
    const auto isCalled = [&](const QString& table) {
        return qualifier.text == table || (qualifier.kind == Token::Kind::Word &&
                                           qualifier.text.compare(table, Qt::CaseInsensitive) == 0);
    };
    if (m_around && isCalled(m_around->table))
        return named(qualifier, name, m_names, false);
    if (m_around && isCalled(m_around->recordIs))
        return named(qualifier, name, m_around->record, true);
    if (!m_around && qualifier.kind == Token::Kind::Word && qualifier.upper == u"RECORD")
        return named(qualifier, name, m_names, false);
    failQualifier(qualifier);
}

void ExpressionParser::failQualifier(const Token& qualifier) const {
    const QString recordIs = m_around ? m_around->recordIs : QStringLiteral("record");
    TokenReader::fail(
        qualifier,
        m_around ? coreTr("Before a dot stands “%1” or “%2” here, not “%3”.")
                       .arg(m_around->table, recordIs, qualifier.text)
                 : coreTr("Before a dot stands “%1” here, not “%2”.").arg(recordIs, qualifier.text),
        recordIs);
}

int ExpressionParser::named(const Token& from, const Token& name, const Names& names,
                            bool isOfRecord) {
    if (m_read.isSymbol("->"))
        return reached(from, referenceNamed(names.columns, names, {}, name), names, isOfRecord);
    const ExpressionColumn& found = known(names.columns, name);
    if (m_around && !isOfRecord && !columnOfRecord(found.name).isNull())
        TokenReader::fail(
            name, coreTr("“%1” cannot be told from a field of the record.").arg(found.name));
    return columnNode(isOfRecord ? ofRecord(found.name) : found.name, found.type, from);
}

// What stands before an arrow: a column, or a reference of several.
QString ExpressionParser::referenceNamed(const QList<ExpressionColumn>& columns, const Names& names,
                                         const QStringList& path, const Token& token) {
    const QString several = columnNamed(columns, token).column || !names.references
                                ? QString()
                                : severalNamed(*names.references, path, token);
    return several.isEmpty() ? known(columns, token).name : several;
}

// What stands behind arrows is a column too, under the name of the whole path.
int ExpressionParser::reached(const Token& from, const QString& reference, const Names& names,
                              bool isOfRecord) {
    QStringList path{reference};
    ColumnType type;
    while (m_read.isSymbol("->")) {
        const Token arrow = m_read.take();
        if (path.size() > References::MostSteps)
            TokenReader::fail(arrow, coreTr("At most %1 references can be followed at once.")
                                         .arg(References::MostSteps));
        const auto behind = names.references ? names.references->behind(path) : std::nullopt;
        if (!behind)
            TokenReader::fail(
                arrow, coreTr("“%1” refers to no record that could be followed.").arg(path.back()));
        const Token name = m_read.take();
        if (name.kind != Token::Kind::Word && name.kind != Token::Kind::QuotedName) {
            if (name.kind != Token::Kind::End)
                m_read.putBack();
            m_read.failExpected(coreTr("a field of what “%1” refers to").arg(path.back()));
        }
        if (m_read.isSymbol("->")) {
            path += referenceNamed(*behind, names, path, name);
            continue;
        }
        const ExpressionColumn& found = known(*behind, name);
        path += found.name;
        type = found.type;
    }
    const QString name = reachedName(path);
    if (isOfRecord)
        return columnNode(ofRecord(name), type, from);
    if (!m_expression.m_reached.contains(name))
        m_expression.m_reached += name;
    return columnNode(name, type, from);
}

int ExpressionParser::columnNode(const QString& name, const ColumnType& type, const Token& from) {
    int at = static_cast<int>(m_expression.m_columns.indexOf(name));
    if (at < 0) {
        at = static_cast<int>(m_expression.m_columns.size());
        m_expression.m_columns += name;
    }
    return m_tree.column(at, expressionTypeOf(type), from.at, m_read.lengthFrom(from));
}

const ExpressionColumn& ExpressionParser::known(const QList<ExpressionColumn>& columns,
                                                const Token& token) {
    const NamedColumn named = columnNamed(columns, token);
    if (named.column)
        return *named.column;
    if (named.couldBeSeveral)
        TokenReader::fail(token,
                          coreTr("“%1” could be several fields. Write its name in double quotes.")
                              .arg(token.text));
    const QString near = nearestName(token.text, columns);
    TokenReader::fail(
        token,
        near.isEmpty()
            ? coreTr("There is no field “%1” here.").arg(token.text)
            : coreTr("There is no field “%1” here. Did you mean “%2”?").arg(token.text, near),
        near);
}

int ExpressionParser::caseOf(const Token& from) {
    const Level level(*this);
    const int subject = m_read.isWord("WHEN") ? -1 : disjunction();
    QList<int> operands;
    while (m_read.takeWord("WHEN")) {
        const Token when = m_read.peek();
        const int condition = disjunction();
        operands += subject < 0 ? condition : node(Operation::Equal, {subject, condition}, when);
        m_read.expectWord("THEN");
        operands += disjunction();
    }
    if (operands.isEmpty())
        m_read.failExpected(QStringLiteral("WHEN"));
    operands += m_read.takeWord("ELSE")
                    ? disjunction()
                    : m_tree.literal(ExpressionType::Null, {}, from.at, from.length);
    m_read.expectWord("END");
    return node(Operation::Case, operands, from);
}

Result<Expression, ExpressionError> parseExpression(const QString& text,
                                                    const QList<ExpressionColumn>& columns,
                                                    const References* references) {
    return ExpressionParser(text, {columns, references}).parse(false);
}

Result<Expression, ExpressionError> parseCondition(const QString& text,
                                                   const QList<ExpressionColumn>& columns,
                                                   const References* references) {
    return ExpressionParser(text, {columns, references}).parse(true);
}

} // namespace gravin
