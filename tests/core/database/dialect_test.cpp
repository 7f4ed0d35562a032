// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/dialect.h"
#include "core/database/expression_sql.h"
#include "core/database/record_statements.h"
#include "core/expression/evaluation/evaluator.h"
#include "support/text.h"

#include <gtest/gtest.h>

#include <limits>

namespace gravin {
namespace {

using test::name;

Column columnOf(const char* called, const ColumnType& type) {
    Column column;
    column.name = name(called);
    column.type = type;
    return column;
}

Table parts() {
    Table table;
    table.name = table.relation = name("spare part");
    table.columns = {columnOf("id", {TypeKind::Integer}), columnOf("odd`\"one", {TypeKind::Text}),
                     columnOf("price", {TypeKind::Decimal, -1, 10, 2}),
                     columnOf("seen", {TypeKind::Date}), columnOf("photo", {TypeKind::Binary})};
    table.key = {name("id")};
    return table;
}

// What every dialect promises without a connection, of each engine.
class DialectOfEngine : public ::testing::TestWithParam<Engine> {
protected:
    DialectOfEngine() {
        ConnectionSpec spec;
        spec.engine = GetParam();
        m_dialect = dialectFor(spec);
    }
    const Dialect& dialect() const { return *m_dialect; }
    static Engine engine() { return GetParam(); }
    // What encode() gives comes back as it was.
    void expectSame(const Value& value, const ColumnType& type) const {
        const Value back = m_dialect->decode(m_dialect->encode(value, type), type);
        EXPECT_EQ(back, value) << value.encoded().toStdString() << " came back as "
                               << back.encoded().toStdString();
    }
    void expectSameInLog(const Value& value, const ColumnType& type) const {
        const Value back = m_dialect->decodeFromLog(m_dialect->encodeForLog(value, type), type);
        EXPECT_EQ(back, value) << value.encoded().toStdString() << " came back as "
                               << back.encoded().toStdString();
    }

private:
    std::unique_ptr<Dialect> m_dialect;
};

TEST_P(DialectOfEngine, KnowsItsEngine) { EXPECT_EQ(dialect().engine(), engine()); }

TEST_P(DialectOfEngine, NoNameEndsItsOwnQuotes) {
    const QChar quote = engine() == Engine::MariaDb ? u'`' : u'"';
    for (const char* each : {"plain", "a b", "\"", "`", "x\"; DROP TABLE y; --", "``", "\\"}) {
        const QString quoted = dialect().quoted(name(each));
        ASSERT_GE(quoted.size(), 2);
        EXPECT_EQ(quoted.front(), quote);
        EXPECT_EQ(quoted.back(), quote);
        // Inside, each quote stands twice.
        QString inside = quoted.mid(1, quoted.size() - 2);
        EXPECT_EQ(inside.count(quote) % 2, 0) << each;
        EXPECT_EQ(inside.replace(QString(2, quote), QString(quote)), name(each));
    }
}

TEST_P(DialectOfEngine, ValuesComeBackAsTheyWere) {
    expectSame(Value(), {TypeKind::Text});
    expectSame(Value::text(name("")), {TypeKind::Text});
    expectSame(Value::text(name("O'Neil \\ \"x\" 😀")), {TypeKind::Text});
    expectSame(Value::integer(std::numeric_limits<qint64>::min()), {TypeKind::Integer});
    expectSame(Value::integer(std::numeric_limits<qint64>::max()), {TypeKind::Integer});
    expectSame(Value::real(0.1), {TypeKind::Double});
    expectSame(Value::real(-0.0), {TypeKind::Double});
    expectSame(Value::boolean(true), {TypeKind::Boolean});
    expectSame(Value::date({1, 1, 1}), {TypeKind::Date});
    expectSame(Value::time({86'399'999'999}), {TypeKind::Time});
    expectSame(Value::timestamp({QDate(9999, 12, 31), {86'399'999'999}}), {TypeKind::Timestamp});
    expectSame(Value::binary(QByteArray("\0\xff", 2)), {TypeKind::Binary});
    // SQLite keeps decimals as what it takes them for; its columns are not exact.
    if (engine() != Engine::Sqlite)
        expectSame(Value::decimal(*Decimal::fromText(u"12345678901234567890.10")),
                   {TypeKind::Decimal, -1, 30, 2});
}

TEST_P(DialectOfEngine, TheLogKeepsValuesOfEveryKind) {
    expectSameInLog(Value(), {TypeKind::Text});
    expectSameInLog(Value::text(name("")), {TypeKind::Text});
    expectSameInLog(Value::text(name("a\nb\t\\")), {TypeKind::Text});
    expectSameInLog(Value::integer(-1), {TypeKind::Integer});
    expectSameInLog(Value::real(1e300), {TypeKind::Double});
    expectSameInLog(Value::binary(QByteArray("\0\x01\xfe", 3)), {TypeKind::Binary});
    expectSameInLog(Value::date({2026, 11, 28}), {TypeKind::Date});
}

TEST_P(DialectOfEngine, AKeyIsAskedForInAWayThatAnIndexServes) {
    const SqlFragment key = dialect().keyCondition(parts(), Key({Value::integer(7)}));
    EXPECT_TRUE(key.sql.contains(dialect().quoted(name("id")))) << qPrintable(key.sql);
    EXPECT_FALSE(key.sql.contains(u'7')) << "a value stands in the text: " << qPrintable(key.sql);
    EXPECT_EQ(key.values.size(), 1);
}

TEST_P(DialectOfEngine, ExactlyIsNullSafe) {
    const Table table = parts();
    const SqlFragment none = dialect().exactly(table.columns[1], Value());
    EXPECT_TRUE(none.sql.contains(name("IS NULL"))) << qPrintable(none.sql);
    EXPECT_TRUE(none.values.isEmpty());
    const SqlFragment some = dialect().exactly(table.columns[1], Value::text(name("it's")));
    EXPECT_FALSE(some.sql.contains(name("it's")));
    EXPECT_FALSE(some.values.isEmpty());
}

TEST_P(DialectOfEngine, StatementsKeepValuesApart) {
    const Table table = parts();
    const QString hostile = name("'; DROP TABLE x; --");
    const SqlFragment update = updateStatement(
        dialect(), table, Key({Value::integer(7)}), {{name("odd`\"one"), Value::text(hostile)}},
        {{name("odd`\"one"), Value::text(name("b"))}, {name("gone"), Value()}});
    EXPECT_TRUE(update.sql.startsWith(name("UPDATE "))) << qPrintable(update.sql);
    EXPECT_FALSE(update.sql.contains(name("DROP")));
    EXPECT_FALSE(update.sql.contains(name("gone"))) << "no column of the table";
    EXPECT_EQ(update.sql.count(u'?'), update.values.size()) << qPrintable(update.sql);
    const SqlFragment removed = deleteStatement(dialect(), table, Key({Value::integer(7)}),
                                                {{name("odd`\"one"), Value::text(hostile)}});
    EXPECT_TRUE(removed.sql.startsWith(name("DELETE FROM "))) << qPrintable(removed.sql);
    EXPECT_FALSE(removed.sql.contains(name("DROP")));
    EXPECT_EQ(removed.sql.count(u'?'), removed.values.size());
}

TEST_P(DialectOfEngine, AnInsertWithoutAnyValueIsPossible) {
    const Table table = parts();
    const QString empty = dialect().insertStatement(table, {});
    EXPECT_TRUE(empty.startsWith(name("INSERT INTO "))) << qPrintable(empty);
    EXPECT_FALSE(empty.contains(u'?'));
    const QString two = dialect().insertStatement(table, {&table.columns[0], &table.columns[1]});
    EXPECT_EQ(two.count(u'?'), 2) << qPrintable(two);
    EXPECT_TRUE(two.contains(dialect().quoted(name("odd`\"one"))));
}

TEST_P(DialectOfEngine, EveryKindOfFieldHasAType) {
    for (const auto kind :
         {FieldKind::GivenNumber, FieldKind::Text, FieldKind::LongText, FieldKind::Integer,
          FieldKind::Decimal, FieldKind::Date, FieldKind::Time, FieldKind::DateTime,
          FieldKind::YesNo, FieldKind::Picture}) {
        EXPECT_FALSE(dialect().declaration(kind, -1, false).isEmpty()) << static_cast<int>(kind);
        EXPECT_FALSE(dialect().declaration(kind, 3, true).isEmpty()) << static_cast<int>(kind);
    }
    EXPECT_NE(dialect().declaration(FieldKind::Decimal, 2, false),
              dialect().declaration(FieldKind::Decimal, 3, false))
        << "digits behind the point are told";
}

TEST_P(DialectOfEngine, TheLogsTablesAreMadeOnceOnly) {
    const QStringList schema = dialect().changeLogSchema();
    ASSERT_FALSE(schema.isEmpty());
    for (const QString& statement : schema) {
        const bool creates = statement.startsWith(name("CREATE TABLE")) ||
                             statement.startsWith(name("CREATE INDEX"));
        EXPECT_TRUE(!creates || statement.contains(name("IF NOT EXISTS"))) << qPrintable(statement);
    }
    EXPECT_FALSE(dialect().changeLogTablesQuery().isEmpty());
}

TEST_P(DialectOfEngine, ExpressionsAreHandedOverOnlyWhereTheyMeanTheSame) {
    const Table table = parts();
    const QList<ExpressionColumn> columns{{name("id"), {TypeKind::Integer}},
                                          {name("odd`\"one"), {TypeKind::Text}},
                                          {name("seen"), {TypeKind::Date}}};
    const Present present{
        {2026, 11, 28}, {{QDate(2026, 11, 28), {0}}}, {QDate(2026, 11, 28), {0}}, {}};
    const auto sqlOf = [&](const char* text) -> std::optional<SqlFragment> {
        const auto expression = parseExpression(name(text), columns);
        EXPECT_TRUE(expression) << text;
        return expressionSql(*expression, expression->root(), table, engine(), present);
    };
    const auto compared = sqlOf("id > 5");
    ASSERT_TRUE(compared);
    EXPECT_TRUE(compared->sql.contains(dialect().quoted(name("id"))));
    EXPECT_EQ(compared->sql.count(u'?'), compared->values.size()) << qPrintable(compared->sql);
    // Letters of other alphabets: no engine changes their case as Unicode says.
    EXPECT_FALSE(sqlOf("UPPER(\"odd`\"\"one\") = 'Ä'"));
    // What has no column is computed here and now.
    const auto constant = sqlOf("CURRENT_DATE + INTERVAL '1' DAY");
    ASSERT_TRUE(constant);
    EXPECT_FALSE(constant->sql.contains(name("CURRENT_DATE"))) << qPrintable(constant->sql);
}

INSTANTIATE_TEST_SUITE_P(EachEngine, DialectOfEngine,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         [](const auto& each) -> std::string {
                             return each.param == Engine::Sqlite       ? "Sqlite"
                                    : each.param == Engine::PostgreSql ? "Postgres"
                                                                       : "MariaDb";
                         });

} // namespace
} // namespace gravin
