// SPDX-License-Identifier: GPL-3.0-or-later
// Random typed expressions over random records: what is handed over to an engine gives there what
// the evaluator gives here. GRAVIN_CASES says how many are tried on each engine.
#include "core/database/expression_sql.h"
#include "core/expression/expression_text.h"
#include "core/fitting/check_rules.h"
#include "core/value/text_form.h"
#include "support/engines.h"
#include "support/text.h"

#include <QRandomGenerator>

namespace gravin::test {
namespace {

constexpr int RecordCount = 60;
constexpr int UsualCases = 12'000;

using Type = ExpressionType;

class Generator {
public:
    explicit Generator(quint32 seed)
        : m_random(seed) {}

    int below(int most) { return m_random.bounded(most); }
    template <typename T>
    T oneOf(std::initializer_list<T> options) {
        return *(options.begin() + below(static_cast<int>(options.size())));
    }

    QString integer() {
        return oneOf<const char*>({"0", "1", "-1", "7", "42", "-365", "2147483647", "-2147483648",
                                   "9007199254740993", "9223372036854775807",
                                   "-9223372036854775807"});
    }
    QString decimal() {
        return oneOf<const char*>({"0.000", "0.001", "-0.001", "1.500", "12.345", "-99.999",
                                   "123456789.125", "-123456789.125", "2.500", "100.000"});
    }
    QString text() {
        return oneOf<const char*>({"",        " ",  "a",   "A",   "a ",   "abc",    "ABC", "Straße",
                                   "strasse", "ä",  "Ä",   "Ярь", "中文", "😀b",     "a%b", "a_b",
                                   "O'Neil",  "!x", "\\n", "zz",  "é",    "e\u0301"});
    }
    QString date() {
        return oneOf<const char*>({"0001-01-01", "1899-12-31", "1970-01-01", "2024-02-29",
                                   "2026-11-23", "2026-12-31", "9999-12-31"});
    }
    QString time() {
        return oneOf<const char*>({"00:00:00", "07:30:00", "12:00:00.000250", "23:59:59.999999"});
    }
    QString real() { return oneOf<const char*>({"0", "0.1", "-2.5", "1e30", "-1e-30", "3"}); }

    QString expression(Type type, int depth) {
        if (depth <= 0 || below(6) == 0)
            return below(3) == 0 ? literal(type) : column(type);
        switch (type) {
        case Type::Boolean:
            return condition(depth);
        case Type::Integer:
            return wholeNumber(depth);
        case Type::Decimal:
            return number(depth);
        case Type::Text:
            return string(depth);
        default:
            return moment(type, depth);
        }
    }

private:
    QString quotedText() { return u'\'' + text().replace(u'\'', QStringLiteral("''")) + u'\''; }

    QString column(Type type) {
        switch (type) {
        case Type::Boolean:
            return name("b");
        case Type::Integer:
            return oneOf<const char*>({"i", "j"});
        case Type::Decimal:
            return oneOf<const char*>({"d", "e"});
        case Type::Text:
            return oneOf<const char*>({"s", "t"});
        case Type::Date:
            return oneOf<const char*>({"day", "other_day"});
        case Type::Time:
            return name("clock");
        case Type::Timestamp:
            return name("stamp");
        default:
            return name("x");
        }
    }

    QString literal(Type type) {
        if (below(8) == 0)
            return name("NULL");
        switch (type) {
        case Type::Boolean:
            return oneOf<const char*>({"TRUE", "FALSE"});
        case Type::Integer:
            return integer();
        case Type::Decimal:
            return decimal();
        case Type::Text:
            return quotedText();
        case Type::Date:
            return QStringLiteral("DATE '%1'").arg(date());
        case Type::Time:
            return QStringLiteral("TIME '%1'").arg(time());
        case Type::Timestamp:
            return QStringLiteral("TIMESTAMP '%1 %2'").arg(date(), time());
        default:
            return oneOf<const char*>({"0e0", "1e-1", "25e-1", "1e30"});
        }
    }

    Type anyType() {
        return oneOf({Type::Integer, Type::Decimal, Type::Text, Type::Date, Type::Time,
                      Type::Timestamp, Type::Double});
    }

    QString call(const char* pattern, std::initializer_list<Type> types, int depth) {
        QString text = name(pattern);
        for (const Type type : types)
            text = text.replace(text.indexOf(u'$'), 1, u'(' + expression(type, depth - 1) + u')');
        return text;
    }

    QString condition(int depth) {
        const Type type = anyType();
        // Numbers and dates are also compared with wider ones.
        const Type wider = type == Type::Integer && below(3) == 0 ? Type::Decimal
                           : type == Type::Date && below(3) == 0  ? Type::Timestamp
                                                                  : type;
        switch (below(13)) {
        case 0:
            return call("$ AND $", {Type::Boolean, Type::Boolean}, depth);
        case 1:
            return call("$ OR $", {Type::Boolean, Type::Boolean}, depth);
        case 2:
            return call("NOT $", {Type::Boolean}, depth);
        case 3:
            return call("$ IS NULL", {type}, depth);
        case 4:
            return call("$ BETWEEN $ AND $", {type, wider, type}, depth);
        case 5:
            return call("$ IN ($, $, $)", {type, type, wider, type}, depth);
        case 6:
            return call("$ IS NOT DISTINCT FROM $", {type, wider}, depth);
        case 7:
            return expression(Type::Text, depth - 1).prepend(u'(') +
                   QStringLiteral(") LIKE '%1'")
                       .arg(name(oneOf<const char*>({"a%", "%b", "_", "a_b", "%''%", "", "%ß%"})));
        case 8:
            return call("$ IS TRUE", {Type::Boolean}, depth);
        default:
            return call(oneOf<const char*>({"$ = $", "$ <> $", "$ < $", "$ >= $", "$ > $"}),
                        {type, wider}, depth);
        }
    }

    QString wholeNumber(int depth) {
        switch (below(12)) {
        case 0:
            return call("$ + $", {Type::Integer, Type::Integer}, depth);
        case 1:
            return call("$ - $", {Type::Integer, Type::Integer}, depth);
        case 2:
            return call("$ * $", {Type::Integer, Type::Integer}, depth);
        case 3:
            return call("MOD($, $)", {Type::Integer, Type::Integer}, depth);
        case 4:
            return call("ABS($)", {Type::Integer}, depth);
        case 5:
            return call("CHAR_LENGTH($)", {Type::Text}, depth);
        case 6:
            return call("POSITION($ IN $)", {Type::Text, Type::Text}, depth);
        case 7:
            return call("EXTRACT(YEAR FROM $)", {Type::Date}, depth);
        case 8:
            return call("EXTRACT(MINUTE FROM $)", {Type::Timestamp}, depth);
        case 9:
            return call("$ - $", {Type::Date, Type::Date}, depth);
        case 10:
            return call("CASE WHEN $ THEN $ ELSE $ END",
                        {Type::Boolean, Type::Integer, Type::Integer}, depth);
        default:
            return call("COALESCE($, $)", {Type::Integer, Type::Integer}, depth);
        }
    }

    QString number(int depth) {
        const Type either = oneOf({Type::Integer, Type::Decimal});
        switch (below(11)) {
        case 0:
            return call("$ + $", {Type::Decimal, either}, depth);
        case 1:
            return call("$ - $", {either, Type::Decimal}, depth);
        case 2:
            return call("$ * $", {Type::Decimal, either}, depth);
        case 3:
            return call("$ / $", {Type::Decimal, either}, depth);
        case 4:
            return call("MOD($, $)", {Type::Decimal, either}, depth);
        case 5:
            return call(oneOf<const char*>({"ROUND($)", "ROUND($, 1)", "ROUND($, 2)"}),
                        {Type::Decimal}, depth);
        case 6:
            return call(oneOf<const char*>({"ABS($)", "FLOOR($)", "CEILING($)", "-$"}),
                        {Type::Decimal}, depth);
        case 7:
            return call("CAST($ AS DECIMAL(30, 2))", {either}, depth);
        case 8:
            return call("NULLIF($, $)", {Type::Decimal, Type::Decimal}, depth);
        case 9:
            return call("CASE WHEN $ THEN $ ELSE $ END", {Type::Boolean, Type::Decimal, either},
                        depth);
        default:
            return call("COALESCE($, $)", {Type::Decimal, either}, depth);
        }
    }

    QString string(int depth) {
        switch (below(10)) {
        case 0:
        case 1:
            return call("$ || $", {Type::Text, Type::Text}, depth);
        case 2:
            return call("SUBSTRING($ FROM 2 FOR 2)", {Type::Text}, depth);
        case 3:
            return call("SUBSTRING($ FROM 2)", {Type::Text}, depth);
        case 4:
            return call("REPLACE($, $, $)", {Type::Text, Type::Text, Type::Text}, depth);
        case 5:
            return call(oneOf<const char*>(
                            {"TRIM($)", "TRIM(LEADING 'a' FROM $)", "TRIM(TRAILING ' b' FROM $)"}),
                        {Type::Text}, depth);
        case 6:
            return call("CASE WHEN $ THEN $ ELSE $ END", {Type::Boolean, Type::Text, Type::Text},
                        depth);
        case 7:
            return call("NULLIF($, $)", {Type::Text, Type::Text}, depth);
        case 8:
            return call(oneOf<const char*>({"UPPER($)", "LOWER($)"}), {Type::Text}, depth);
        default:
            return call("COALESCE($, $)", {Type::Text, Type::Text}, depth);
        }
    }

    QString moment(Type type, int depth) {
        switch (below(4)) {
        case 0:
            return call("CASE WHEN $ THEN $ ELSE $ END", {Type::Boolean, type, type}, depth);
        case 1:
            if (type == Type::Timestamp)
                return call("CAST($ AS TIMESTAMP)", {Type::Date}, depth);
            if (type == Type::Date)
                return call("CAST($ AS DATE)", {Type::Timestamp}, depth);
            if (type == Type::Time)
                return call("CAST($ AS TIME)", {Type::Timestamp}, depth);
            [[fallthrough]];
        default:
            return call("COALESCE($, $)", {type, type}, depth);
        }
    }

    QRandomGenerator m_random;
};

// What the evaluator and the engines answer, in one spelling: numbers by worth, moments without
// zeros at the end.
QString spelled(const QString& text, Type type) {
    QString answer = text;
    switch (type) {
    case Type::Integer:
    case Type::Decimal:
        if (const auto number = Decimal::fromText(text)) {
            answer = number->toText();
            if (answer.contains(u'.')) {
                while (answer.endsWith(u'0'))
                    answer.chop(1);
                if (answer.endsWith(u'.'))
                    answer.chop(1);
            }
            return answer == u"-0" ? QStringLiteral("0") : answer;
        }
        return text;
    case Type::Double:
        return QString::number(text.toDouble(), 'g', 17);
    case Type::Boolean:
        return text == u"1" || text == u"t" || text == u"true" ? QStringLiteral("true")
                                                               : QStringLiteral("false");
    case Type::Time:
    case Type::Timestamp:
        if (answer.contains(u'.')) {
            while (answer.endsWith(u'0'))
                answer.chop(1);
            if (answer.endsWith(u'.'))
                answer.chop(1);
        }
        return answer;
    default:
        return answer;
    }
}

QString spelled(const Value& value, Type type) {
    if (value.isNull())
        return name("NULL");
    switch (value.kind()) {
    case Value::Kind::Boolean:
        return value.asBoolean() ? name("true") : name("false");
    case Value::Kind::Double:
        return QString::number(value.asDouble(), 'g', 17);
    case Value::Kind::Date:
        return isoText(value.asDate());
    case Value::Kind::Time:
        return spelled(isoText(value.asTime()), type);
    case Value::Kind::Timestamp:
        return spelled(isoText(value.asTimestamp()), type);
    default:
        return spelled(toText(value, {}), type);
    }
}

class Differential : public testing::TestWithParam<Engine> {
protected:
    void SetUp() override {
        if (GetParam() != Engine::Sqlite && !serversAreThere())
            GTEST_SKIP() << "not within with-servers.sh";
        database = std::make_unique<EngineDatabase>(GetParam());
        const bool maria = GetParam() == Engine::MariaDb;
        const QString real =
            GetParam() == Engine::PostgreSql ? name("DOUBLE PRECISION") : name("DOUBLE");
        const QString stamp = maria ? name("DATETIME(6)") : name("TIMESTAMP");
        const QString clock = maria ? name("TIME(6)") : name("TIME");
        QString sql =
            QStringLiteral("CREATE TABLE thing (id INTEGER PRIMARY KEY, i BIGINT, j BIGINT, "
                           "d DECIMAL(12,3), e DECIMAL(12,3), b BOOLEAN, s VARCHAR(40), t TEXT, "
                           "day DATE, other_day DATE, clock %1, stamp %2, x %3)%4;\n")
                .arg(clock, stamp, real,
                     maria ? name(" CHARACTER SET utf8mb4 COLLATE utf8mb4_general_ci") : QString());
        Generator generator(4711);
        for (int id = 1; id <= RecordCount; ++id) {
            const auto orNull = [&](const QString& text) {
                return generator.below(6) == 0 ? name("NULL") : text;
            };
            const auto quoted = [&](QString text) {
                text.replace(u'\'', QStringLiteral("''"));
                if (maria)
                    text.replace(u'\\', QStringLiteral("\\\\"));
                return orNull(u'\'' + text + u'\'');
            };
            const QString stampText = generator.date() + u' ' + generator.time();
            const QStringList values{QString::number(id),
                                     orNull(generator.integer()),
                                     orNull(generator.integer()),
                                     orNull(generator.decimal()),
                                     orNull(generator.decimal()),
                                     orNull(generator.below(2) == 0 ? name("TRUE") : name("FALSE")),
                                     quoted(generator.text()),
                                     quoted(generator.text()),
                                     quoted(generator.date()),
                                     quoted(generator.date()),
                                     quoted(generator.time()),
                                     quoted(stampText),
                                     orNull(generator.real())};
            sql += QStringLiteral("INSERT INTO thing VALUES (%1);\n").arg(values.join(u','));
        }
        database->run(sql);
        session = database->open(Session::Access::ReadOnly);
        catalog = *session->readCatalog();
        auto read = TableReader(*session, table()).range({{name("id")}}, 0, -1);
        ASSERT_TRUE(read);
        records = std::move(*read);
        ASSERT_EQ(records.size(), static_cast<size_t>(RecordCount));
    }

    const Table& table() const { return *catalog.table(name("thing")); }

    QStringList here(const Expression& expression) {
        QStringList answers;
        for (const Record& record : records) {
            std::vector<const Value*> values;
            for (const QString& column : expression.columns())
                values.push_back(&record.values[static_cast<size_t>(table().indexOf(column))]);
            const auto value = evaluate(expression, values, present);
            answers += value ? spelled(*value, expression.type())
                             : name("error: ") + value.error().sentence;
        }
        return answers;
    }

    QStringList there(const SqlFragment& sql, Type type) {
        const char* asText = GetParam() == Engine::PostgreSql ? "SELECT (%1)::text FROM thing "
                             : GetParam() == Engine::MariaDb
                                 ? "SELECT CAST(%1 AS CHAR(300)) FROM thing "
                                 : "SELECT %1 FROM thing ";
        QStringList answers;
        const QStringList halves = name(asText).split(name("%1"));
        const Status status = session->select(
            halves[0] + sql.sql + halves[1] + name("ORDER BY id"), sql.values,
            [&](const QSqlQuery& row) {
                answers += row.isNull(0) ? name("NULL") : spelled(row.value(0).toString(), type);
                return true;
            });
        if (!status)
            answers += status.error().sentence + status.error().detail;
        return answers;
    }

    std::unique_ptr<EngineDatabase> database;
    std::unique_ptr<Session> session;
    Catalog catalog;
    std::vector<Record> records;
    Present present = Present::take();
};

TEST_P(Differential, EngineAndEvaluatorAgree) {
    const int wanted = qEnvironmentVariableIntValue("GRAVIN_CASES");
    const int expressions = (wanted > 0 ? wanted : UsualCases) / RecordCount;
    const auto seed = static_cast<quint32>(qEnvironmentVariableIntValue("GRAVIN_SEED"));
    Generator generator(seed);
    int handedOver = 0;
    int differences = 0;
    int misfits = 0;
    for (int n = 0; n < expressions && differences < 10; ++n) {
        const Type type =
            generator.oneOf({Type::Boolean, Type::Boolean, Type::Boolean, Type::Integer,
                             Type::Decimal, Type::Text, Type::Date, Type::Time, Type::Timestamp});
        const QString text = generator.expression(type, 3);
        const auto expression = parseExpression(text, expressionColumns(table()));
        if (!expression) { // a bare NULL can be of a type that does not fit
            ++misfits;
            continue;
        }
        const auto sql =
            expressionSql(*expression, expression->root(), table(), GetParam(), present);
        if (!sql)
            continue;
        ++handedOver;
        const QStringList expected = here(*expression);
        const QStringList answers = there(*sql, expression->type());
        if (answers == expected)
            continue;
        ++differences;
        for (qsizetype i = 0; i < expected.size(); ++i) {
            if (answers.value(i) != expected[i]) {
                ADD_FAILURE() << qPrintable(text) << "\n"
                              << qPrintable(sql->sql) << "\nrecord " << i + 1 << ": here "
                              << qPrintable(expected[i]) << ", there "
                              << qPrintable(answers.value(i))
                              << (answers.size() == 1 ? qPrintable(answers[0]) : "");
                break;
            }
        }
    }
    EXPECT_LE(misfits, expressions / 20);
    RecordProperty("expressions", expressions);
    RecordProperty("handed_over", handedOver);
    std::cout << handedOver << " of " << expressions << " expressions handed over, "
              << handedOver * RecordCount << " cases\n";
    // SQLite is only asked to compare; what it is refused most is arithmetic.
    EXPECT_GT(handedOver, expressions / (GetParam() == Engine::Sqlite ? 12 : 4));
}

TEST_P(Differential, WhatWouldGrowBeyondAllBoundsIsNotHandedOver) {
    QString text = name("b");
    for (int level = 0; level < 45; ++level)
        text = QStringLiteral("(%1 IN (TRUE, FALSE))").arg(text);
    const auto expression = parseExpression(text, expressionColumns(table()));
    ASSERT_TRUE(expression) << qPrintable(expression.error().sentence);
    EXPECT_FALSE(expressionSql(*expression, expression->root(), table(), GetParam(), present));
}

TEST_P(Differential, EveryColumnConforms) {
    for (const Column& column : table().columns) {
        const auto condition = conformingSql(column, GetParam());
        if (!condition || condition->isEmpty())
            continue;
        const auto counted =
            session->scalar(name("SELECT count(*) FROM thing WHERE ") + *condition, {});
        ASSERT_TRUE(counted) << qPrintable(counted.error().detail);
        EXPECT_EQ(counted->toInt(), RecordCount) << qPrintable(column.name);
    }
}

INSTANTIATE_TEST_SUITE_P(Engines, Differential,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
