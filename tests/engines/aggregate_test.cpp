// SPDX-License-Identifier: GPL-3.0-or-later
// What subqueries make of the lines of a record: read with it, sorted and filtered by, computed
// with, the same on all three engines.
#include "core/database/aggregate.h"
#include "core/database/reach.h"
#include "core/fitting/binding.h"
#include "core/fitting/query_source.h"
#include "core/records/aggregate_reading.h"
#include "core/value/text_form.h"
#include "support/engines.h"

#include <QFile>
#include <QRandomGenerator>
#include <QRegularExpression>

namespace gravin::test {
namespace {

constexpr const char* OrderSchema = R"(
CREATE TABLE article (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(40) NOT NULL, price DECIMAL(9,2) NOT NULL);
INSERT INTO article VALUES (1, 'Lamp', 10.10), (2, 'Lens', 0.20), (3, 'Rope', 3.30);
CREATE TABLE orders (id INTEGER NOT NULL PRIMARY KEY, buyer VARCHAR(40) NOT NULL, day DATE, lowest INTEGER);
INSERT INTO orders VALUES (1, 'Hale', '2026-01-05', 2), (2, 'Orrin', '2026-02-01', NULL), (3, 'Brack', NULL, 1),
                          (4, 'Hale', '2026-03-01', 1);
CREATE TABLE line (order_id INTEGER NOT NULL, place INTEGER NOT NULL, article_id INTEGER, amount INTEGER, note VARCHAR(20),
                   rate DOUBLE PRECISION, given DATE, PRIMARY KEY (order_id, place),
                   FOREIGN KEY (order_id) REFERENCES orders (id), FOREIGN KEY (article_id) REFERENCES article (id));
INSERT INTO line VALUES (1, 1, 1, 3, 'b', 0.5, '2026-01-06'), (1, 2, 2, 1, 'a', 0.25, '2026-01-04'),
                        (1, 3, 3, 2, NULL, NULL, NULL), (2, 1, 2, 7, 'B', 1.5, '2026-02-03'),
                        (4, 1, NULL, 5, 'z', 2.0, NULL);
)";

constexpr const char* OfOrder = "WHERE line.order_id = record.id";

class Aggregates : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(OrderSchema));
        session = database->open();
    }
    // The catalog with a computed field “it” of an order.
    void state(const QString& expression) {
        project.computed[name("orders")] = {{name("it"), expression}};
        catalog = *catalogOf(*session, project);
        ASSERT_NE(orders().column(name("it")), nullptr) << qPrintable(expression);
    }
    const Table& orders() const { return *catalog.table(name("orders")); }
    // Of each order, by its number; “-” where there is none.
    QString its(const QString& expression) {
        state(expression);
        const auto records = TableReader(*session, orders()).range({{name("id")}}, 0, -1);
        if (!records)
            return records.error().detail;
        QStringList texts;
        for (const Record& record : *records) {
            const Value& value = record.values[static_cast<size_t>(orders().indexOf(name("it")))];
            texts += value.isNull() ? name("-")
                     : value.kind() == Value::Kind::Boolean
                         ? name(value.asBoolean() ? "true" : "false")
                         : toText(value, {});
        }
        return texts.join(name(" "));
    }
    QString its(const char* selected) {
        return its(QStringLiteral("(SELECT %1 FROM line %2)").arg(name(selected), name(OfOrder)));
    }
    QString keysOf(const RecordQuery& query) {
        QStringList keys;
        const Status scanned = TableReader(*session, orders()).scanKeys(query, [&](KeyIndex&& run) {
            for (qsizetype i = 0; i < run.size(); ++i)
                keys += keyText(run.at(i), orders().keyTypes());
            return true;
        });
        EXPECT_TRUE(scanned) << qPrintable(scanned ? QString() : scanned.error().detail);
        return keys.join(u',');
    }

    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_P(Aggregates, EveryFunctionIsMadeOfTheLinesOfARecord) {
    EXPECT_EQ(its("COUNT(*)"), u"3 1 0 1");
    EXPECT_EQ(its("COUNT(article_id)"), u"3 1 0 0");
    EXPECT_EQ(its("SUM(amount)"), u"6 7 - 5");
    EXPECT_EQ(its("AVG(amount)"), u"2.000000 7.000000 - 5.000000");
    EXPECT_EQ(its("MIN(amount)"), u"1 7 - 5");
    EXPECT_EQ(its("MAX(given)"), u"2026-01-06 2026-02-03 - -");
    EXPECT_EQ(its("MIN(note)"), u"a B - z");
    EXPECT_EQ(its("SUM(rate)"), u"0.75 1.5 - 2");
    EXPECT_EQ(its("LISTAGG(note, '+')"), u"a+b B - z");
    EXPECT_EQ(its("LISTAGG(note, '') WITHIN GROUP (ORDER BY place)"), u"ba B - z");
    EXPECT_EQ(its("LISTAGG(note, '') WITHIN GROUP (ORDER BY amount DESC)"), u"ba B - z");
    EXPECT_EQ(its(name("EXISTS (SELECT 1 FROM line WHERE line.order_id = record.id)")),
              u"true true false true");
    EXPECT_EQ(its(name("COALESCE((SELECT SUM(amount) FROM line AS l WHERE record.id = "
                       "l.order_id), 0) + 1")),
              u"7 8 1 6");
}

// Of the first order.
TEST_P(Aggregates, EveryRowOfTheReferenceIsTrue) {
    QFile file(QStringLiteral(DOCS "/expressions.md"));
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    static const QRegularExpression row(QStringLiteral("^\\| `(.*SELECT.+)` \\| (.*) \\|$"));
    int rows = 0;
    for (const QString& line : QString::fromUtf8(file.readAll()).split(u'\n')) {
        const auto match = row.match(line);
        if (!match.hasMatch())
            continue;
        ++rows;
        EXPECT_EQ(its(match.captured(1)).section(u' ', 0, 0), match.captured(2))
            << qPrintable(match.captured(1));
    }
    EXPECT_GE(rows, 10);
}

TEST_P(Aggregates, LinesFollowTheirReferencesAndAreExact) {
    EXPECT_EQ(its("SUM(amount * article_id -> price)"), u"37.10 1.40 - -");
    EXPECT_EQ(its("LISTAGG(article_id -> name, ', ') WITHIN GROUP (ORDER BY article_id -> price)"),
              u"Lens, Rope, Lamp Lens - -");
}

TEST_P(Aggregates, LinesAreAskedForWhatIsComputedOfThem) {
    project.computed[name("line")] = {{name("cost"), name("amount * article_id -> price")},
                                      {name("never"), name("(SELECT COUNT(*) FROM orders)")}};
    EXPECT_EQ(its("SUM(cost)"), u"37.10 1.40 - -");
    project.computed[name("orders")] = {
        {name("it"), name("(SELECT SUM(never) FROM line WHERE order_id = record.id)")}};
    catalog = *catalogOf(*session, project);
    EXPECT_EQ(orders().column(name("it")), nullptr) << "what is itself made of others is not read";
    EXPECT_NE(catalog.table(name("line"))->column(name("never")), nullptr);
}

TEST_P(Aggregates, ConditionsMayReadTheRecordAndWhatItReaches) {
    EXPECT_EQ(its(name("(SELECT COUNT(*) FROM line WHERE order_id = record.id AND amount >= "
                       "record.lowest)")),
              u"2 0 0 1");
    EXPECT_EQ(its(name("(SELECT SUM(amount * record.lowest) FROM line WHERE order_id = "
                       "record.id)")),
              u"12 - - 5");
    EXPECT_EQ(its(name("(SELECT COUNT(*) FROM orders AS other WHERE other.buyer = record.buyer AND "
                       "other.id <> record.id)")),
              u"1 0 0 1")
        << "its own table";
    EXPECT_EQ(its(name("(SELECT MAX(price) FROM article)")), u"10.10 10.10 10.10 10.10")
        << "the same for all";
}

TEST_P(Aggregates, ListsAreSortedAndFilteredByThem) {
    state(QStringLiteral("(SELECT SUM(amount) FROM line %1)").arg(name(OfOrder)));
    // An order without lines stands where the engine has NULL.
    EXPECT_EQ(keysOf({*sortOrderFromText(name("it DESC"), orders())}).remove(QStringLiteral("3")),
              GetParam() == Engine::PostgreSql ? u",2,1,4" : u"2,1,4,");
    RecordQuery query;
    query.conditions = {name("it > 5")};
    EXPECT_EQ(keysOf(query), u"1,2");
    query.conditions = {name("NOT EXISTS (SELECT 1 FROM line WHERE order_id = record.id)")};
    EXPECT_EQ(keysOf(query), u"3");
}

TEST_P(Aggregates, APageTakesOneStatementMoreForEachSubquery) {
    const auto statementsOf = [&](int fields) {
        QStringList texts;
        for (int i = 0; i < fields; ++i)
            texts +=
                QStringLiteral("(SELECT SUM(amount + %1) FROM line %2)").arg(i).arg(name(OfOrder));
        const Table table = withReached(orders(), texts);
        int statements = 0;
        session->askBeforeStatements([&] {
            ++statements;
            return ok();
        });
        const auto page = TableReader(*session, table).records({key(1), key(2), key(3), key(4)});
        session->askBeforeStatements({});
        EXPECT_TRUE(page);
        for (const Record& record : page ? *page : std::vector<Record>()) {
            const qint64 sum[]{0, 6, 7, 0, 5};
            const qint64 lines[]{0, 3, 1, 0, 1};
            const auto order = static_cast<size_t>(record.key[0].asInteger());
            for (int i = 0; i < fields; ++i) {
                const Value& value = record.values[static_cast<size_t>(table.indexOf(texts[i]))];
                EXPECT_EQ(value,
                          order == 3 ? Value() : Value::integer(sum[order] + i * lines[order]));
            }
        }
        return statements;
    };
    catalog = *catalogOf(*session, project);
    // A statement may be asked about more than once.
    const int each = statementsOf(0);
    ASSERT_GT(each, 0);
    EXPECT_EQ(statementsOf(1), 2 * each);
    EXPECT_EQ(statementsOf(12), 13 * each);
}

TEST_P(Aggregates, OneRecordIsAskedWithLinesAsTheyWillBe) {
    state(QStringLiteral("(SELECT SUM(amount * article_id -> price) FROM line %1)")
              .arg(name(OfOrder)));
    const QList<int> places = aggregatesOver(orders(), name("line"));
    ASSERT_EQ(places.size(), 1);
    const auto ask = [&](qint64 id, bool isNew, const ComingLines& coming) {
        const auto value =
            readAggregate(*session, orders(), places[0], {Value::integer(id)}, isNew, coming);
        return value ? (value->isNull() ? name("-") : toText(*value, {})) : value.error().detail;
    };
    EXPECT_EQ(ask(1, false, {}), u"37.10");
    const auto line = [](qint64 order, qint64 article, qint64 amount) {
        return QHash<QString, Value>{{name("order_id"), Value::integer(order)},
                                     {name("article_id"), Value::integer(article)},
                                     {name("amount"), Value::integer(amount)}};
    };
    ComingLines coming;
    coming.without = {Key({Value::integer(1), Value::integer(1)})};
    coming.with = {line(1, 1, 4), line(1, 2, 5), line(2, 3, 100)};
    EXPECT_EQ(ask(1, false, coming), u"48.20") << "one edited, one new, one that went elsewhere";
    EXPECT_EQ(ask(3, false, {}), u"-");
    ComingLines fresh;
    fresh.with = {line(0, 2, 3)};
    EXPECT_EQ(ask(1, true, fresh), u"0.60") << "of a new record only those";
}

// Engines refuse to compare texts of different collations.
TEST_P(Aggregates, LinesMayBeLinkedByTextsOfAnotherCollation) {
    const char* collation = GetParam() == Engine::Sqlite       ? "NOCASE"
                            : GetParam() == Engine::PostgreSql ? "\"C\""
                                                               : "utf8mb4_bin";
    database->run(
        QStringLiteral("CREATE TABLE debt (id INTEGER PRIMARY KEY, who VARCHAR(40) "
                       "COLLATE %1, sum INTEGER); INSERT INTO debt VALUES (1, 'Hale', 5), "
                       "(2, 'hale', 7), (3, 'Brack', 1);")
            .arg(name(collation)));
    state(name("(SELECT SUM(sum) FROM debt WHERE debt.who = record.buyer)"));
    const auto records = TableReader(*session, orders()).records({key(1), key(3)});
    ASSERT_TRUE(records) << qPrintable(records.error().detail);
    const auto at = static_cast<size_t>(orders().indexOf(name("it")));
    EXPECT_EQ((*records)[0].values[at], Value::integer(5)) << "equal means the very same text";
    EXPECT_EQ((*records)[1].values[at], Value::integer(1));
}

TEST_P(Aggregates, LinesMayHaveLinesOfTheirOwn) {
    // How often the article of a line was ordered, by whomever.
    const QString often =
        name("(SELECT SUM(amount) FROM line AS other WHERE other.article_id = line.article_id)");
    const QString inner =
        QStringLiteral("(SELECT MAX(%1) FROM line WHERE line.order_id = record.id)").arg(often);
    EXPECT_EQ(its(inner), u"8 8 - -");
    EXPECT_EQ(
        its(QStringLiteral("(SELECT COUNT(*) FROM line WHERE line.order_id = record.id AND %1 > 7)")
                .arg(often)),
        u"1 1 0 0");
    EXPECT_EQ(its(name("(SELECT LISTAGG(note, '') FROM line WHERE order_id = record.id AND EXISTS "
                       "(SELECT 1 FROM article WHERE price < 5 AND article.name = "
                       "line.article_id -> name))")),
              u"a B - -")
        << "what the line reaches";
    state(inner);
    RecordQuery query;
    query.conditions = {name("it = 8")};
    EXPECT_EQ(keysOf(query), u"1,2");
    const QList<int> places = aggregatesOver(orders(), name("line"));
    ASSERT_EQ(places.size(), 1);
    ComingLines coming;
    coming.with = {
        {{name("order_id"), Value::integer(3)}, {name("article_id"), Value::integer(3)}}};
    const auto value =
        readAggregate(*session, orders(), places[0], {Value::integer(3)}, false, coming);
    ASSERT_TRUE(value) << qPrintable(value.error().detail);
    EXPECT_EQ(*value, Value::integer(2)) << "a coming line has those that are stored";
}

// A condition over a line, as an expression and as the engine's own SQL.
struct Said {
    QString ours;
    QString theirs;
};

Said same(const QString& text) { return {text, text}; }

Said randomAtom(QRandomGenerator& chance) {
    const auto number = [&] { return QString::number(chance.bounded(-4, 9)); };
    const QString reached =
        QStringLiteral("(SELECT a.%1 FROM article a WHERE a.id = line.article_id)");
    const QString n = number();
    switch (chance.bounded(9)) {
    case 0:
        return same(QStringLiteral("amount > ") + n);
    case 1:
        return same(QStringLiteral("amount + place <= ") + n);
    case 2:
        return same(QStringLiteral("article_id IS NULL"));
    case 3:
        return same(QStringLiteral("amount IN (%1, %2, 3)").arg(n, number()));
    case 4:
        return same(
            QStringLiteral("CASE WHEN amount < %1 THEN place = 1 ELSE article_id = 2 END").arg(n));
    case 5:
        return {QStringLiteral("article_id -> price > ") + n,
                reached.arg(QStringLiteral("price")) + QStringLiteral(" > ") + n};
    case 6:
        return {QStringLiteral("article_id -> id + amount <> ") + n,
                reached.arg(QStringLiteral("id")) + QStringLiteral(" + amount <> ") + n};
    case 7:
        return same(QStringLiteral("(SELECT COUNT(*) FROM line o WHERE o.article_id = "
                                   "line.article_id AND o.amount > %1) > %2")
                        .arg(n, number()));
    default:
        return same(QStringLiteral("EXISTS (SELECT 1 FROM article b WHERE b.id = line.amount AND "
                                   "(b.price > %1 OR line.place < 13))")
                        .arg(n));
    }
}

Said randomCondition(QRandomGenerator& chance, int depth) {
    const int kind = depth == 0 ? 0 : chance.bounded(6);
    if (kind < 3)
        return randomAtom(chance);
    const Said first = randomCondition(chance, depth - 1);
    if (kind == 3)
        return {QStringLiteral("NOT (%1)").arg(first.ours),
                QStringLiteral("NOT (%1)").arg(first.theirs)};
    const Said second = randomCondition(chance, depth - 1);
    const QString both = QStringLiteral("(%1) %2 (%3)");
    const QString junction = QLatin1String(chance.bounded(2) == 0 ? "AND" : "OR");
    return {both.arg(first.ours, junction, second.ours),
            both.arg(first.theirs, junction, second.theirs)};
}

// GRAVIN_CASES says how many are tried on each engine.
int randomRounds() {
    constexpr int UsualRounds = 400;
    const int wanted = qEnvironmentVariableIntValue("GRAVIN_CASES");
    return wanted > 0 ? wanted : UsualRounds;
}

quint32 randomSeed() {
    const auto seed = static_cast<quint32>(qEnvironmentVariableIntValue("GRAVIN_SEED"));
    return seed > 0 ? seed : 20261129;
}

QString randomLines(QRandomGenerator& chance) {
    QStringList lines;
    for (int order = 1; order <= 4; ++order) {
        for (int place = 11; place < 11 + chance.bounded(9); ++place) {
            const auto maybe = [&](int value) {
                return chance.bounded(5) == 0 ? QStringLiteral("NULL") : QString::number(value);
            };
            lines += QStringLiteral("(%1, %2, %3, %4)")
                         .arg(order)
                         .arg(place)
                         .arg(maybe(1 + chance.bounded(3)), maybe(chance.bounded(-4, 9)));
        }
    }
    return QStringLiteral("INSERT INTO line (order_id, place, article_id, amount) VALUES ") +
           lines.join(u',') + u';';
}

TEST_P(Aggregates, RandomSubqueriesGiveWhatTheEngineGives) {
    QRandomGenerator chance(randomSeed());
    database->run(randomLines(chance));
    catalog = *catalogOf(*session, project);
    const QStringList made{name("COUNT(*)"),        name("COUNT(amount)"),
                           name("SUM(amount)"),     name("MIN(amount)"),
                           name("MAX(amount)"),     name("SUM(amount * place)"),
                           name("MAX(-article_id)")};
    for (int round = 0; round < randomRounds(); ++round) {
        const QString what = made[chance.bounded(static_cast<int>(made.size()))];
        const Said condition = randomCondition(chance, 3);
        const QString ours =
            QStringLiteral("(SELECT %1 FROM line WHERE line.order_id = record.id AND (%2))")
                .arg(what, condition.ours);
        const QString theirs =
            QStringLiteral("SELECT (SELECT %1 FROM line WHERE line.order_id = orders.id AND (%2)) "
                           "FROM orders ORDER BY id")
                .arg(what, condition.theirs);
        const Table table = withReached(orders(), {ours});
        const int place = table.indexOf(ours);
        ASSERT_GE(place, 0) << qPrintable(ours);
        const auto records = TableReader(*session, table).range({{name("id")}}, 0, -1);
        ASSERT_TRUE(records) << qPrintable(ours);
        size_t at = 0;
        const Status asked = session->select(theirs, {}, [&](const QSqlQuery& row) {
            const Value& value = (*records)[at++].values[static_cast<size_t>(place)];
            const QString theirText = row.value(0).isNull() ? name("-") : row.value(0).toString();
            EXPECT_EQ(value.isNull() ? name("-") : toText(value, {}), theirText)
                << qPrintable(ours) << " of order " << at;
            return true;
        });
        ASSERT_TRUE(asked) << qPrintable(theirs);
    }
}

// Where no subquery is around, a line is itself the record.
TEST_P(Aggregates, RandomConditionsOverRecordsMeanWhatTheEngineMeans) {
    QRandomGenerator chance(randomSeed() + 1);
    database->run(randomLines(chance));
    catalog = *catalogOf(*session, project);
    const Table& lines = *catalog.table(name("line"));
    for (int round = 0; round < randomRounds(); ++round) {
        Said condition = randomCondition(chance, 3);
        condition.ours.replace(name("line."), name("record."));
        QStringList ours;
        RecordQuery query;
        query.conditions = {condition.ours};
        const Status scanned = TableReader(*session, lines).scanKeys(query, [&](KeyIndex&& run) {
            for (qsizetype i = 0; i < run.size(); ++i)
                ours += keyText(run.at(i), lines.keyTypes());
            return true;
        });
        ASSERT_TRUE(scanned) << qPrintable(condition.ours) << qPrintable(scanned.error().detail);
        QStringList theirs;
        const Status asked = session->select(
            QStringLiteral("SELECT order_id, place FROM line WHERE %1 ORDER BY order_id, place")
                .arg(condition.theirs),
            {}, [&](const QSqlQuery& row) {
                theirs += keyText(Key({Value::integer(row.value(0).toLongLong()),
                                       Value::integer(row.value(1).toLongLong())}),
                                  lines.keyTypes());
                return true;
            });
        ASSERT_TRUE(asked) << qPrintable(condition.theirs);
        EXPECT_EQ(ours, theirs) << qPrintable(condition.ours);
    }
}

TEST_P(Aggregates, AnAggregateThatNothingLinksIsRefused) {
    project.computed[name("orders")] = {
        {name("it"), name("(SELECT COUNT(*) FROM line WHERE amount > record.lowest)")}};
    catalog = *catalogOf(*session, project);
    EXPECT_EQ(orders().column(name("it")), nullptr);
}

INSTANTIATE_TEST_SUITE_P(Engines, Aggregates,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
