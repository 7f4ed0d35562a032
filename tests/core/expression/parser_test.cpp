// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/expression/references.h"
#include "core/expression/subquery.h"

#include <gtest/gtest.h>

namespace gravin {
namespace {

const QList<ExpressionColumn>& someColumns() {
    static const QList<ExpressionColumn> all{
        {QStringLiteral("a"), {TypeKind::Integer}}, {QStringLiteral("b"), {TypeKind::Integer}},
        {QStringLiteral("c"), {TypeKind::Boolean}}, {QStringLiteral("d"), {TypeKind::Boolean}},
        {QStringLiteral("t"), {TypeKind::Text}},    {QStringLiteral("due"), {TypeKind::Date}}};
    return all;
}

QString symbolOf(ExpressionNode::Operation operation) {
    using Node = ExpressionNode::Operation;
    static const QMap<Node, QString> symbols{{Node::Negate, QStringLiteral("neg")},
                                             {Node::Not, QStringLiteral("not")},
                                             {Node::And, QStringLiteral("and")},
                                             {Node::Or, QStringLiteral("or")},
                                             {Node::Add, QStringLiteral("+")},
                                             {Node::Subtract, QStringLiteral("-")},
                                             {Node::Multiply, QStringLiteral("*")},
                                             {Node::Divide, QStringLiteral("/")},
                                             {Node::Concatenate, QStringLiteral("||")},
                                             {Node::Equal, QStringLiteral("=")},
                                             {Node::NotEqual, QStringLiteral("<>")},
                                             {Node::Less, QStringLiteral("<")},
                                             {Node::LessOrEqual, QStringLiteral("<=")},
                                             {Node::Greater, QStringLiteral(">")},
                                             {Node::Distinct, QStringLiteral("distinct")},
                                             {Node::IsNull, QStringLiteral("null?")},
                                             {Node::IsTrue, QStringLiteral("true?")},
                                             {Node::IsFalse, QStringLiteral("false?")},
                                             {Node::In, QStringLiteral("in")},
                                             {Node::Like, QStringLiteral("like")},
                                             {Node::Case, QStringLiteral("case")},
                                             {Node::Cast, QStringLiteral("cast")},
                                             {Node::GreaterOrEqual, QStringLiteral(">=")},
                                             {Node::Substring, QStringLiteral("substring")},
                                             {Node::Trim, QStringLiteral("trim")},
                                             {Node::TrimLeft, QStringLiteral("ltrim")},
                                             {Node::TrimRight, QStringLiteral("rtrim")},
                                             {Node::Position, QStringLiteral("position")},
                                             {Node::Extract, QStringLiteral("extract")},
                                             {Node::IntervalLiteral, QStringLiteral("interval")}};
    return symbols.value(operation, QStringLiteral("?"));
}

QString shapeOf(const Expression& expression, int index) {
    const ExpressionNode& node = expression.nodes()[static_cast<size_t>(index)];
    if (node.operation == ExpressionNode::Operation::Column)
        return expression.columns()[node.column];
    if (node.operation == ExpressionNode::Operation::Literal)
        return node.literal.isNull() ? QStringLiteral("null") : node.literal.encoded().mid(1);
    QStringList parts{symbolOf(node.operation)};
    for (const int operand : node.operands)
        parts += shapeOf(expression, operand);
    return u'(' + parts.join(u' ') + u')';
}

// The tree, operation first: "(+ a (* b a))".
std::string shape(const char* text) {
    const auto expression = parseExpression(QString::fromUtf8(text), someColumns());
    return expression ? shapeOf(*expression, expression->root()).toStdString()
                      : expression.error().sentence.toStdString();
}

TEST(Parser, OperatorsBindAsInSql) {
    EXPECT_EQ(shape("a + b * a"), "(+ a (* b a))");
    EXPECT_EQ(shape("a - b - a"), "(- (- a b) a)");
    EXPECT_EQ(shape("a / b * a"), "(* (/ a b) a)");
    EXPECT_EQ(shape("-a * b"), "(* (neg a) b)");
    EXPECT_EQ(shape("a + b = b + a"), "(= (+ a b) (+ b a))");
    EXPECT_EQ(shape("NOT a = b"), "(not (= a b))");
    EXPECT_EQ(shape("NOT c AND d"), "(and (not c) d)");
    EXPECT_EQ(shape("c OR d AND c"), "(or c (and d c))");
    EXPECT_EQ(shape("(c OR d) AND c"), "(and (or c d) c)");
}

TEST(Parser, ManyOfOneKindAreOneFlatNode) {
    EXPECT_EQ(shape("c AND d AND c AND d"), "(and c d c d)");
    EXPECT_EQ(shape("c OR d OR c"), "(or c d c)");
}

TEST(Parser, BetweenTakesItsOwnAnd) {
    EXPECT_EQ(shape("a BETWEEN b AND b + a AND c"), "(and (and (>= a b) (<= a (+ b a))) c)");
    EXPECT_EQ(shape("a NOT BETWEEN b AND a"), "(not (and (>= a b) (<= a a)))");
}

TEST(Parser, PredicatesBehindAValue) {
    EXPECT_EQ(shape("t IS NOT NULL"), "(not (null? t))");
    EXPECT_EQ(shape("c IS NOT FALSE"), "(not (false? c))");
    EXPECT_EQ(shape("c IS UNKNOWN"), "(null? c)");
    EXPECT_EQ(shape("a IS DISTINCT FROM b"), "(distinct a b)");
    EXPECT_EQ(shape("a NOT IN (b, a)"), "(not (in a b a))");
    EXPECT_EQ(shape("t NOT LIKE t ESCAPE t"), "(not (like t t t))");
}

TEST(Parser, TheSimpleCaseIsTheSearchedOne) {
    EXPECT_EQ(shape("CASE a WHEN b THEN t ELSE t END"), "(case (= a b) t t)");
    EXPECT_EQ(shape("CASE WHEN c THEN a END"), "(case c a null)");
}

TEST(Parser, FunctionsHaveIsosWordsAndCommas) {
    EXPECT_EQ(shape("SUBSTRING(t FROM a FOR b)"), shape("SUBSTRING(t, a, b)"));
    EXPECT_EQ(shape("TRIM(t)"), shape("TRIM(BOTH ' ' FROM t)")) << "blanks are trimmed";
    EXPECT_EQ(shape("POSITION(t IN t)"), "(position t t)");
    EXPECT_EQ(shape("EXTRACT(MONTH FROM due)"), "(extract due)");
}

TEST(Parser, KeywordsAreNamesInQuotesOnly) {
    const QList<ExpressionColumn> odd{{QStringLiteral("case"), {TypeKind::Integer}}};
    EXPECT_TRUE(parseExpression(QStringLiteral("\"case\" + 1"), odd));
    EXPECT_FALSE(parseExpression(QStringLiteral("case + 1"), odd));
}

TEST(Parser, AMistakeHasItsPlaceAndLength) {
    const auto read = parseExpression(QStringLiteral("a + stokk"), someColumns());
    ASSERT_FALSE(read);
    EXPECT_EQ(read.error().at, 4);
    EXPECT_EQ(read.error().length, 5);
    const auto near = parseExpression(QStringLiteral("dues IS NULL"), someColumns());
    ASSERT_FALSE(near);
    EXPECT_EQ(near.error().suggestion, QStringLiteral("due"));
}

} // namespace
// Of a part its maker, of a maker its town; nothing else refers.
class Makers : public References {
public:
    std::optional<QList<ExpressionColumn>> behind(const QStringList& path) const override {
        if (path == QStringList{QStringLiteral("a")})
            return QList<ExpressionColumn>{{QStringLiteral("phone"), {TypeKind::Text}},
                                           {QStringLiteral("Town Code"), {TypeKind::Text}}};
        if (path == QStringList{QStringLiteral("a"), QStringLiteral("Town Code")})
            return QList<ExpressionColumn>{{QStringLiteral("people"), {TypeKind::Integer}}};
        return std::nullopt;
    }
    QStringList tables() const override {
        return {QStringLiteral("line"), QStringLiteral("Odd Name")};
    }
    QList<ExpressionColumn> columnsOf(const QString& table) const override {
        if (table == u"line")
            return {{QStringLiteral("a"), {TypeKind::Integer}},
                    {QStringLiteral("amount"), {TypeKind::Integer}},
                    {QStringLiteral("note"), {TypeKind::Text}}};
        return {{QStringLiteral("x"), {TypeKind::Date}}};
    }
    std::unique_ptr<References> of(const QString&) const override {
        return std::make_unique<Makers>();
    }
};

std::string readWith(const char* text) {
    const Makers makers;
    const auto read = parseExpression(QString::fromUtf8(text), someColumns(), &makers);
    return read ? shapeOf(*read, read->root()).toStdString()
                : QStringLiteral("%1+%2: %3")
                      .arg(read.error().at)
                      .arg(read.error().length)
                      .arg(read.error().sentence)
                      .toStdString();
}

TEST(Parser, ArrowsFollowReferences) {
    EXPECT_EQ(readWith("a -> phone"), "a -> phone");
    EXPECT_EQ(readWith("t || A->PHONE"), "(|| t a -> phone)");
    EXPECT_EQ(readWith("b + a -> \"Town Code\" -> people * 2"),
              "(+ b (* a -> \"Town Code\" -> people 2))");
    EXPECT_EQ(readWith("a - -b"), "(- a (neg b))") << "two operators are no arrow";
}

TEST(Parser, AnArrowThatLeadsNowhereSaysWhy) {
    EXPECT_EQ(readWith("b -> phone"), "2+2: “b” refers to no record that could be followed.");
    EXPECT_EQ(readWith("a -> phon"), "5+4: There is no field “phon” here. Did you mean “phone”?");
    EXPECT_EQ(readWith("a ->"),
              "4+1: The expression ends here, but a field of what “a” refers to is expected.");
    EXPECT_EQ(readWith("a -> phone -> x"),
              "11+2: “phone” refers to no record that could be followed.");
    EXPECT_FALSE(parseExpression(QStringLiteral("a -> phone"), someColumns()))
        << "where nothing can be followed";
}

TEST(Parser, PathsOfATextAreFoundWhateverElseStandsThere) {
    const Makers makers;
    const QList<QStringList> paths =
        reachedPaths(QStringLiteral("A -> Phone + ( b -> phone, a->\"Town Code\"->people a->phone"),
                     someColumns(), makers);
    ASSERT_EQ(paths.size(), 2);
    EXPECT_EQ(reachedName(paths[0]), u"a -> phone");
    EXPECT_EQ(reachedName(paths[1]), u"a -> \"Town Code\" -> people");
}

// What the one subquery of a text asks, and of what record.
std::string askedBy(const char* text) {
    const Makers makers;
    const auto read = parseExpression(QString::fromUtf8(text), someColumns(), &makers);
    if (!read)
        return readWith(text);
    if (read->subqueries().size() != 1)
        return "not one";
    const Subquery& subquery = *read->subqueries().front();
    QStringList parts{subquery.table};
    for (const auto& part : subquery.parts())
        parts += shapeOf(*part, part->root());
    parts += subquery.columnsOfRecord();
    return parts.join(QStringLiteral("; ")).toStdString();
}

TEST(Parser, ASubqueryIsReadAsAValue) {
    EXPECT_EQ(readWith("(SELECT COUNT(*) FROM line) + 1"), "(+ (SELECT COUNT(*) FROM line) 1)");
    EXPECT_EQ(askedBy("(SELECT SUM(amount) FROM line WHERE line.a = record.a)"),
              "line; amount; (= a record.a); a");
    EXPECT_EQ(
        askedBy("(select max(l.amount * 2) from LINE as l where l.a = record.b and amount > 1)"),
        "line; (* amount 2); (and (= a record.b) (> amount 1)); b");
    EXPECT_EQ(askedBy("EXISTS (SELECT 1 FROM \"Odd Name\" WHERE x > record.due)"),
              "Odd Name; (> x record.due); due");
    EXPECT_EQ(askedBy("(SELECT LISTAGG(note, ', ') WITHIN GROUP (ORDER BY amount DESC) FROM line)"),
              "line; note; amount");
    EXPECT_EQ(askedBy("(SELECT SUM(a -> \"Town Code\" -> people) FROM line WHERE a = record.a -> "
                      "\"Town Code\" -> people)"),
              "line; a -> \"Town Code\" -> people; (= a record.a -> \"Town Code\" -> people); "
              "a -> \"Town Code\" -> people");
    EXPECT_EQ(readWith("record.a + a"), "(+ a a)") << "outside of one it is the same";
}

// In it the lines of the other one are what the record is to that.
TEST(Parser, ASubqueryMayStandInAnother) {
    const Makers makers;
    const auto read = parseExpression(
        QStringLiteral(
            "(SELECT SUM(amount) FROM line WHERE line.a = record.a AND (SELECT COUNT(*) "
            "FROM line AS other WHERE other.a = line.a -> \"Town Code\" -> people) > 1)"),
        someColumns(), &makers);
    ASSERT_TRUE(read) << qPrintable(read.error().sentence);
    ASSERT_EQ(read->subqueries().size(), 1);
    const Subquery& outer = *read->subqueries().front();
    EXPECT_EQ(outer.columnsOfRecord(), QStringList{QStringLiteral("a")});
    ASSERT_EQ(outer.condition->subqueries().size(), 1);
    const Subquery& inner = *outer.condition->subqueries().front();
    EXPECT_EQ(inner.table, u"line");
    EXPECT_EQ(inner.columnsOfRecord(), QStringList{QStringLiteral("a -> \"Town Code\" -> people")});
    EXPECT_EQ(inner.name, u"(SELECT COUNT(*) FROM line AS other WHERE other.a = line.a -> \"Town "
                          "Code\" -> people)");
}

TEST(Parser, TypesOfSubqueriesAreThoseOfWhatTheyAreMadeOf) {
    const Makers makers;
    const auto typeOf = [&](const char* text) {
        const auto read = parseExpression(QString::fromUtf8(text), someColumns(), &makers);
        return read ? read->type() : ExpressionType::Other;
    };
    EXPECT_EQ(typeOf("(SELECT COUNT(note) FROM line)"), ExpressionType::Integer);
    EXPECT_EQ(typeOf("(SELECT AVG(amount) FROM line)"), ExpressionType::Decimal);
    EXPECT_EQ(typeOf("(SELECT MIN(note) FROM line)"), ExpressionType::Text);
    EXPECT_EQ(typeOf("(SELECT MAX(x) FROM \"Odd Name\")"), ExpressionType::Date);
    EXPECT_EQ(typeOf("EXISTS (SELECT * FROM line)"), ExpressionType::Boolean);
}

TEST(Parser, WhatIsNoSubquerySaysWhyAndWhere) {
    EXPECT_EQ(
        readWith("(SELECT amount FROM line)"),
        "8+6: COUNT, SUM, AVG, MIN, MAX or LISTAGG, which make one value of many, is expected "
        "here, not “amount”.");
    EXPECT_EQ(readWith("(SELECT COUNT(*) FROM lines)"),
              "22+5: There is no table “lines” here. Did you mean “line”?");
    EXPECT_EQ(readWith("(SELECT SUM(note) FROM line)"),
              "8+3: SUM is made of numbers, not of a text.");
    EXPECT_EQ(readWith("(SELECT SUM(amont) FROM line)"),
              "12+5: There is no field “amont” here. Did you mean “amount”?");
    EXPECT_EQ(readWith("(SELECT COUNT(*) FROM line WHERE other.a = 1)"),
              "33+5: Before a dot stands “line” or “record” here, not “other”.");
    EXPECT_EQ(readWith("(SELECT COUNT(*) FROM line WHERE a"),
              "34+1: The expression ends here, but “)” is expected.");
    EXPECT_EQ(readWith("(SELECT COUNT(*) FROM line WHERE a = (SELECT COUNT(*) FROM line WHERE a = "
                       "(SELECT COUNT(*) FROM line)))"),
              "74+1: A subquery in a subquery cannot hold another one.");
    EXPECT_EQ(readWith("(SELECT COUNT(*) FROM line WHERE EXISTS (SELECT 1 FROM \"Odd Name\" AS o "
                       "WHERE o.x = record.due))"),
              "83+6: Before a dot stands “o” or “line” here, not “record”.");
    EXPECT_EQ(readWith("line.a"), "0+4: Before a dot stands “record” here, not “line”.");
    EXPECT_EQ(readWith("record."),
              "7+1: The expression ends here, but a field of “record” is expected.");
    EXPECT_FALSE(parseExpression(QStringLiteral("(SELECT COUNT(*) FROM line)"), someColumns()))
        << "where no table can be read";
}

TEST(Parser, SubqueriesOfATextAreFoundWhateverElseStandsThere) {
    const Makers makers;
    const auto found = subqueriesIn(
        QStringLiteral("nobody + (SELECT COUNT(*) FROM line) = EXISTS (SELECT 1 FROM line) ( "
                       "(SELECT COUNT(*) FROM line) (SELECT nothing)"),
        someColumns(), makers);
    ASSERT_EQ(found.size(), 2);
    EXPECT_EQ(found[0]->name, u"(SELECT COUNT(*) FROM line)");
    EXPECT_EQ(found[1]->name, u"EXISTS (SELECT 1 FROM line)");
    const QList<QStringList> paths = reachedPaths(
        QStringLiteral("(SELECT SUM(a -> phone) FROM line WHERE note = record.a -> phone) + b"),
        someColumns(), makers);
    ASSERT_EQ(paths.size(), 1) << "only the record's own are followed from it";
    EXPECT_EQ(reachedName(paths[0]), u"a -> phone");
}

TEST(Parser, CurrentUserIsAText) {
    const auto read = parseExpression(QStringLiteral("CURRENT_USER || '!'"), someColumns());
    ASSERT_TRUE(read);
    EXPECT_EQ(read->type(), ExpressionType::Text);
}

} // namespace gravin
