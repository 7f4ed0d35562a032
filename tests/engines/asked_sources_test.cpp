// SPDX-License-Identifier: GPL-3.0-or-later
// SELECTs that ask for values, the same on all three engines.
#include "core/fitting/query_source.h"
#include "core/records/table_reader.h"
#include "support/engines.h"
#include "support/text.h"

namespace gravin::test {
namespace {

class AskedSources : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(
            name("CREATE TABLE visit (id INTEGER PRIMARY KEY, day DATE, hours DECIMAL(6,2), words "
                 "VARCHAR(60), done BOOLEAN, at TIME);"
                 "INSERT INTO visit VALUES (1, '2026-03-01', 2.5, 'O''Neil \\ :since', TRUE, "
                 "'08:30:00'), "
                 "(2, '2026-05-01', 1, 'second', FALSE, '09:00:00');"));
        project.connection = database->spec();
        session = database->open(Session::Access::ReadOnly);
    }
    QList<qint64> idsOf(const QuerySource& source, const QMap<QString, Value>& given = {}) {
        project.sources = {source};
        const auto catalog = catalogOf(*session, project, {{source.name, given}});
        const Table* table = catalog ? catalog->table(source.name) : nullptr;
        EXPECT_TRUE(table && table->unreadable.isEmpty())
            << qPrintable(table ? table->unreadable : catalog.error().sentence);
        QList<qint64> ids;
        if (!table || !table->unreadable.isEmpty())
            return ids;
        const auto records = TableReader(*session, *table).range({}, 0, 10);
        EXPECT_TRUE(records);
        for (const Record& record : *records)
            ids += record.values[0].asInteger();
        return ids;
    }
    static QuerySource asks(const char* condition, TypeKind kind, const char* initial = "") {
        return {name("asked"),
                name("SELECT id FROM visit WHERE ") + name(condition),
                {},
                {{name("wanted"), kind, {}, name(initial)}}};
    }

    Project project;
    std::unique_ptr<Session> session;
};

TEST_P(AskedSources, EachTypeIsHandedOverExactly) {
    const auto only = [&](const char* condition, TypeKind kind, const Value& value) {
        return idsOf(asks(condition, kind), {{name("wanted"), value}});
    };
    const QList<qint64> first{1};
    const QList<qint64> second{2};
    EXPECT_EQ(only("day > :wanted", TypeKind::Date, Value::date(QDate(2026, 4, 1))), second);
    EXPECT_EQ(only("hours >= :wanted", TypeKind::Decimal,
                   Value::decimal(*Decimal::fromText(name("2.5")))),
              first);
    EXPECT_EQ(only("id = 3 -:wanted", TypeKind::Integer, Value::integer(1)), second);
    EXPECT_EQ(only("id =:wanted", TypeKind::Integer, Value::integer(1)), first);
    EXPECT_EQ(only("done = :wanted", TypeKind::Boolean, Value::boolean(true)), first);
    EXPECT_EQ(only("at = :wanted", TypeKind::Time, Value::time({32'400'000'000})), second);
    EXPECT_EQ(only("words = :wanted", TypeKind::Text, Value::text(name("second"))), second);
}

// Whatever a person types stays a value.
TEST_P(AskedSources, NoTextBecomesAStatement) {
    for (const char* text : {"' OR 1=1 --", "\\' OR 1=1 --", "\\", "'; DROP TABLE visit; --", "$$",
                             "/*", ":wanted", "?", "%1"}) {
        EXPECT_EQ(idsOf(asks("words = :wanted", TypeKind::Text),
                        {{name("wanted"), Value::text(name(text))}}),
                  QList<qint64>())
            << text;
    }
    const Value stored = Value::text(name("O'Neil \\ :since"));
    const QString held = database->run(name("SELECT words FROM visit WHERE id = 1;")).trimmed();
    EXPECT_EQ(idsOf(asks("words = :wanted", TypeKind::Text), {{name("wanted"), Value::text(held)}}),
              QList<qint64>{1})
        << qPrintable(held);
}

TEST_P(AskedSources, WithoutAValueNothingIsAnswered) {
    EXPECT_EQ(idsOf(asks("day > :wanted", TypeKind::Date)), QList<qint64>());
    const QList<qint64> both{1, 2};
    EXPECT_EQ(idsOf(asks("day > :wanted OR :wanted IS NULL", TypeKind::Date)), both);
    EXPECT_EQ(idsOf(asks("day > :wanted", TypeKind::Date, "DATE '2026-04-01' - INTERVAL '7' DAY")),
              QList<qint64>{2})
        << "what it begins with";
}

TEST_P(AskedSources, WhatItIsAskedWithIsKnownOfTheTable) {
    project.sources = {asks("day > :wanted", TypeKind::Date)};
    project.sources[0].parameters[0].label = name("Since");
    const SourceValues given{{name("asked"), {{name("wanted"), Value::date(QDate(2026, 4, 1))}}}};
    const auto catalog = catalogOf(*session, project, given);
    ASSERT_TRUE(catalog);
    EXPECT_EQ(givenIn(*catalog), given);
    EXPECT_EQ(catalog->table(name("asked"))->given[0].label, name("Since"));
    project.sources[0].parameters[0].initial = name("'no date'");
    EXPECT_TRUE(
        catalogOf(*session, project)->table(name("asked"))->unreadable.contains(name("wanted")));
}

TEST_P(AskedSources, AFunctionThatGivesRowsIsOne) {
    if (GetParam() != Engine::PostgreSql)
        GTEST_SKIP() << "this engine has no functions that give rows";
    database->run(name("CREATE FUNCTION since(first date) RETURNS TABLE (id integer) LANGUAGE sql "
                       "STABLE AS 'SELECT id FROM visit WHERE day >= first';"
                       "CREATE FUNCTION writes(first date) RETURNS TABLE (id integer) LANGUAGE "
                       "sql AS 'DELETE FROM visit RETURNING id';"));
    QuerySource source = asks("", TypeKind::Date);
    source.select = name("SELECT * FROM since(:wanted)");
    EXPECT_EQ(idsOf(source, {{name("wanted"), Value::date(QDate(2026, 4, 1))}}), QList<qint64>{2});
    source.select = name("SELECT * FROM writes(:wanted)");
    project.sources = {source};
    const auto catalog = catalogOf(*session, project);
    ASSERT_TRUE(catalog);
    EXPECT_FALSE(TableReader(*session, *catalog->table(source.name)).range({}, 0, 10))
        << "a source only reads";
    EXPECT_EQ(database->run(name("SELECT count(*) FROM visit;")).trimmed(), name("2"));
}

INSTANTIATE_TEST_SUITE_P(Each, AskedSources,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
