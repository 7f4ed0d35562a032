// SPDX-License-Identifier: GPL-3.0-or-later
// The subqueries of expressions, as ISO 9075 writes them: of one table, with one value.
#include "core/base/text.h"
#include "core/expression/line_condition.h"
#include "core/expression/parser.h"

namespace gravin {

namespace {

using Made = Subquery::Function;

const QList<std::pair<const char*, Made>>& madeBy() {
    static const QList<std::pair<const char*, Made>> all{
        {"COUNT", Made::Count},  {"SUM", Made::Sum},     {"AVG", Made::Average},
        {"MIN", Made::Smallest}, {"MAX", Made::Largest}, {"LISTAGG", Made::List}};
    return all;
}

// What it gives of values of this type; nothing: it cannot be made of them.
std::optional<ExpressionType> typeMade(Made function, ExpressionType what) {
    const bool isNumber = what == ExpressionType::Integer || what == ExpressionType::Decimal ||
                          what == ExpressionType::Double;
    const bool isText = what == ExpressionType::Text;
    const bool isOrdered = what != ExpressionType::Interval && what != ExpressionType::Other &&
                           what != ExpressionType::Null;
    switch (function) {
    case Made::Exists:
        return ExpressionType::Boolean;
    case Made::Count:
        return ExpressionType::Integer;
    case Made::Sum:
        return isNumber ? std::optional(what) : std::nullopt;
    case Made::Average:
        return !isNumber                         ? std::nullopt
               : what == ExpressionType::Integer ? std::optional(ExpressionType::Decimal)
                                                 : std::optional(what);
    case Made::Smallest:
    case Made::Largest:
        return isOrdered ? std::optional(what) : std::nullopt;
    case Made::List:
        return isText ? std::optional(what) : std::nullopt;
    }
    return std::nullopt;
}

QString madeOf(Made function) {
    switch (function) {
    case Made::Sum:
    case Made::Average:
        return coreTr("numbers");
    case Made::List:
        return coreTr("texts; CAST makes one of what is none");
    default:
        return coreTr("what can be compared");
    }
}

} // namespace

int ExpressionParser::subquery(const Token& from, bool isExists) {
    const Level level(*this);
    if (m_around && m_around->isInner)
        TokenReader::fail(from, coreTr("A subquery in a subquery cannot hold another one."));
    m_read.expectWord("SELECT");
    Subquery subquery;
    QList<Token> what;
    QList<Token> order;
    const Token function = m_read.peek();
    if (isExists) {
        // What is selected is of no meaning: it is asked whether there is any.
        subquery.function = Made::Exists;
        if (!m_read.takeSymbol("*"))
            (void)m_read.limit(1, 1);
    } else {
        selected(subquery, what, order);
    }
    m_read.expectWord("FROM");
    const QString calls = fromTable(subquery);
    QList<Token> condition;
    if (m_read.takeWord("WHERE"))
        condition = tokensUntil({")"});
    m_read.expectSymbol(")");

    const QList<ExpressionColumn> columns = m_names.references->columnsOf(subquery.table);
    const auto references = m_names.references->of(subquery.table);
    const Names names{columns, references.get()};
    const Around around =
        m_around ? Around{calls, m_names, m_around->table, true} : Around{calls, m_names};
    subquery.what = part(what, names, around, false);
    subquery.order = part(order, names, around, false);
    subquery.condition = part(condition, names, around, true);
    const auto type = typeMade(subquery.function,
                               subquery.what ? subquery.what->type() : ExpressionType::Integer);
    if (!type)
        TokenReader::fail(function, coreTr("%1 is made of %2, not of %3.")
                                        .arg(function.upper, madeOf(subquery.function),
                                             expressionTypeText(subquery.what->type())));
    subquery.type = *type;
    subquery.name = m_expression.m_text.mid(from.at, m_read.lengthFrom(from));

    int at = static_cast<int>(m_expression.m_columns.indexOf(subquery.name));
    if (at < 0) {
        at = static_cast<int>(m_expression.m_columns.size());
        m_expression.m_columns += subquery.name;
        m_expression.m_subqueries += std::make_shared<const Subquery>(std::move(subquery));
    }
    return m_tree.column(at, *type, from.at, m_read.lengthFrom(from));
}

void ExpressionParser::selected(Subquery& subquery, QList<Token>& what, QList<Token>& order) {
    const Token name = m_read.take();
    bool isKnown = false;
    for (const auto& [word, function] : madeBy()) {
        if (name.kind == Token::Kind::Word && name.upper == QLatin1String(word)) {
            subquery.function = function;
            isKnown = true;
        }
    }
    if (!isKnown) {
        if (name.kind != Token::Kind::End)
            m_read.putBack();
        m_read.failExpected(
            coreTr("COUNT, SUM, AVG, MIN, MAX or LISTAGG, which make one value of many,"));
    }
    m_read.expectSymbol("(");
    if (subquery.function == Made::Count && m_read.takeSymbol("*")) {
        m_read.expectSymbol(")");
        return;
    }
    what = tokensUntil({")", ","});
    if (subquery.function == Made::List && m_read.takeSymbol(",")) {
        const Token separator = m_read.take();
        if (separator.kind != Token::Kind::Text)
            TokenReader::fail(separator,
                              coreTr("What stands between them is a text in single quotes."));
        subquery.separator = separator.text;
    }
    m_read.expectSymbol(")");
    if (subquery.function == Made::List && m_read.takeWord("WITHIN")) {
        m_read.expectWord("GROUP");
        m_read.expectSymbol("(");
        m_read.expectWord("ORDER");
        m_read.expectWord("BY");
        order = tokensUntil({")"});
        const QString last = order.size() > 1 ? order.back().upper : QString();
        subquery.isDescending = last == u"DESC";
        if (last == u"DESC" || last == u"ASC")
            order.removeLast();
        m_read.expectSymbol(")");
    }
}

// Answers what the table is called before a dot.
QString ExpressionParser::fromTable(Subquery& subquery) {
    Token name = m_read.take();
    const auto isName = [](const Token& token) {
        return token.kind == Token::Kind::Word || token.kind == Token::Kind::QuotedName;
    };
    QList<ExpressionColumn> tables;
    for (const QString& table : m_names.references ? m_names.references->tables() : QStringList())
        tables += ExpressionColumn{table, {}};
    if (!isName(name)) {
        if (name.kind != Token::Kind::End)
            m_read.putBack();
        m_read.failExpected(coreTr("the name of a table"));
    }
    QString calls = name.text;
    if (m_read.isSymbol(".") && isName(m_read.peek(1))) { // with its schema before it
        m_read.take();
        const Token relation = m_read.take();
        calls = relation.text;
        name.text += u'.' + relation.text;
        name.length = relation.at + relation.length - name.at;
    }
    const NamedColumn found = columnNamed(tables, name);
    if (!found.column) {
        const QString near = nearestName(name.text, tables);
        TokenReader::fail(
            name,
            near.isEmpty()
                ? coreTr("There is no table “%1” here.").arg(name.text)
                : coreTr("There is no table “%1” here. Did you mean “%2”?").arg(name.text, near),
            near);
    }
    subquery.table = found.column->name;
    const bool isCalled = m_read.takeWord("AS");
    if (isCalled || (isName(m_read.peek()) && !m_read.isWord("WHERE")))
        calls = m_read.take().text;
    return calls;
}

// Up to one of these outside of all brackets, which is left there.
QList<Token> ExpressionParser::tokensUntil(const QList<const char*>& symbols) {
    QList<Token> tokens;
    int depth = 0;
    while (m_read.peek().kind != Token::Kind::End) {
        const bool ends = depth == 0 && std::any_of(symbols.begin(), symbols.end(), [&](auto each) {
                              return m_read.isSymbol(each);
                          });
        if (ends)
            break;
        depth += m_read.isSymbol("(") ? 1 : m_read.isSymbol(")") ? -1 : 0;
        tokens += m_read.take();
    }
    if (tokens.isEmpty())
        m_read.failExpected(coreTr("a value"));
    return tokens;
}

// Null: there are no tokens.
std::shared_ptr<const Expression> ExpressionParser::part(const QList<Token>& tokens,
                                                         const Names& names, const Around& around,
                                                         bool isCondition) const {
    if (tokens.isEmpty())
        return nullptr;
    const int from = tokens.front().at;
    const int to = tokens.back().at + tokens.back().length;
    auto read = ExpressionParser(m_expression.m_text.mid(from, to - from), names, &around)
                    .parse(isCondition);
    if (!read) {
        ExpressionError error = read.error();
        error.at += from;
        throw error;
    }
    return std::make_shared<const Expression>(std::move(*read));
}

Result<Expression, ExpressionError> parseLineCondition(const QString& text, const QString& table,
                                                       const QList<ExpressionColumn>& columns,
                                                       const References* references,
                                                       const QList<ExpressionColumn>& recordColumns,
                                                       const References* recordReferences) {
    const ExpressionParser::Around around{table, {recordColumns, recordReferences}};
    return ExpressionParser(text, {columns, references}, &around).parse(true);
}

} // namespace gravin
