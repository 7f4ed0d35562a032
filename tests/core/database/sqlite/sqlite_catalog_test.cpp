// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_dialect.h"
#include "support/scratch.h"

#include <gmock/gmock.h>

using namespace gravin;
using namespace gravin::test;
using ::testing::ElementsAre;

namespace {

Catalog catalogOf(const char* sql) {
    const ScratchDatabase database(QString::fromUtf8(sql));
    return *database.open()->readCatalog();
}

TEST(SqliteCatalog, KnowsColumnsTypesAndDefaults) {
    const Catalog catalog =
        catalogOf("CREATE TABLE t (id INTEGER PRIMARY KEY, code VARCHAR(8) NOT NULL UNIQUE, price "
                  "DECIMAL(8,2) DEFAULT 1.5,"
                  "flag BOOLEAN, day DATE, at TIMESTAMP, clock TIME, x DOUBLE, data BLOB, odd, "
                  "twice INTEGER GENERATED ALWAYS AS (price * 2) VIRTUAL);");
    const Table& t = *catalog.table(QStringLiteral("t"));
    EXPECT_EQ(t.key, QStringList{QStringLiteral("id")});
    EXPECT_TRUE(t.columns[0].givenByDatabase);
    EXPECT_EQ(t.columns[1].type, (ColumnType{TypeKind::Text, 8}));
    EXPECT_FALSE(t.columns[1].nullable);
    EXPECT_EQ(t.columns[2].type, (ColumnType{TypeKind::Decimal, -1, 8, 2}));
    EXPECT_EQ(t.columns[2].defaultExpression, QStringLiteral("1.5"));
    const TypeKind kinds[] = {TypeKind::Boolean, TypeKind::Date,   TypeKind::Timestamp,
                              TypeKind::Time,    TypeKind::Double, TypeKind::Binary,
                              TypeKind::Any,     TypeKind::Integer};
    for (int i = 0; i < 8; ++i)
        EXPECT_EQ(t.columns[3 + i].type.kind, kinds[i]) << i;
    EXPECT_TRUE(t.columns[10].computed);
    EXPECT_THAT(t.uniqueKeys, ElementsAre(QStringList{QStringLiteral("code")}));
    EXPECT_TRUE(t.readOnlyReason().isEmpty());
}

// SQLite has three different keys; only the first is given by the database.
TEST(SqliteCatalog, TellsItsThreeKindsOfKeyApart) {
    const Catalog catalog =
        catalogOf("CREATE TABLE alias (id INTEGER PRIMARY KEY);"
                  "CREATE TABLE notalias (id INT PRIMARY KEY, rowid TEXT);"
                  "CREATE TABLE bare (a, b);"
                  "CREATE TABLE without (a TEXT, b INT, PRIMARY KEY (b, a)) WITHOUT ROWID;"
                  "CREATE TABLE down (id INTEGER PRIMARY KEY DESC);");
    const Table& alias = *catalog.table(QStringLiteral("alias"));
    EXPECT_TRUE(alias.columns[0].givenByDatabase);
    EXPECT_TRUE(alias.rowNumber.isNull());
    const Table& notAlias = *catalog.table(QStringLiteral("notalias"));
    EXPECT_FALSE(notAlias.columns[0].givenByDatabase);
    EXPECT_EQ(notAlias.rowNumber, QStringLiteral("_rowid_"));
    const Table& bare = *catalog.table(QStringLiteral("bare"));
    EXPECT_TRUE(bare.key.isEmpty());
    EXPECT_THAT(bare.readOnlyReason().toStdString(), ::testing::HasSubstr("no primary key"));
    const Table& without = *catalog.table(QStringLiteral("without"));
    EXPECT_EQ(without.key, (QStringList{QStringLiteral("b"), QStringLiteral("a")}));
    EXPECT_TRUE(without.rowNumber.isNull());
    EXPECT_FALSE(catalog.table(QStringLiteral("down"))->columns[0].givenByDatabase);
}

TEST(SqliteCatalog, TakesAUniqueKeyThatIsNeverEmptyWhereThereIsNoPrimaryKey) {
    const Catalog catalog = catalogOf("CREATE TABLE a (x TEXT NOT NULL UNIQUE, y);"
                                      "CREATE TABLE b (x TEXT UNIQUE, y);"
                                      "CREATE TABLE c (x TEXT NOT NULL, y);"
                                      "CREATE UNIQUE INDEX c_some ON c (x) WHERE y IS NULL;");
    EXPECT_EQ(catalog.table(QStringLiteral("a"))->key, QStringList{QStringLiteral("x")});
    EXPECT_TRUE(catalog.table(QStringLiteral("b"))->key.isEmpty());
    EXPECT_TRUE(catalog.table(QStringLiteral("c"))->key.isEmpty());
}

TEST(SqliteCatalog, KnowsReferencesEvenWithoutColumnsAndInOtherCase) {
    const Catalog catalog =
        catalogOf("CREATE TABLE parent (a INTEGER, b TEXT, PRIMARY KEY (a, b));"
                  "CREATE TABLE child (id INTEGER PRIMARY KEY, pa INTEGER, pb TEXT, boss INTEGER "
                  "REFERENCES CHILD (ID) "
                  "ON DELETE SET NULL, FOREIGN KEY (pa, pb) REFERENCES Parent ON DELETE CASCADE);");
    const Table& child = *catalog.table(QStringLiteral("child"));
    ASSERT_EQ(child.foreignKeys.size(), 2);
    // In the order of their columns, as on every engine.
    EXPECT_EQ(child.foreignKeys[1].table, QStringLiteral("child"));
    EXPECT_EQ(child.foreignKeys[1].referencedColumns, QStringList{QStringLiteral("id")});
    EXPECT_EQ(child.foreignKeys[1].onDelete, ForeignKey::Action::SetNull);
    EXPECT_EQ(child.foreignKeys[0].table, QStringLiteral("parent"));
    EXPECT_EQ(child.foreignKeys[0].columns,
              (QStringList{QStringLiteral("pa"), QStringLiteral("pb")}));
    EXPECT_EQ(child.foreignKeys[0].referencedColumns,
              (QStringList{QStringLiteral("a"), QStringLiteral("b")}));
    EXPECT_EQ(catalog.referencesTo(QStringLiteral("child")).size(), 1);
}

TEST(SqliteCatalog, LeavesItsOwnTablesOutAndSurvivesABrokenView) {
    const Catalog catalog =
        catalogOf("CREATE TABLE gravin_change (id); CREATE TABLE t (id INTEGER PRIMARY KEY, a);"
                  "CREATE VIEW fine AS SELECT a FROM t; CREATE VIEW broken AS SELECT z FROM gone;");
    QStringList names;
    for (const Table& table : catalog.tables)
        names += table.name;
    EXPECT_EQ(names,
              (QStringList{QStringLiteral("broken"), QStringLiteral("fine"), QStringLiteral("t")}));
    EXPECT_FALSE(catalog.table(QStringLiteral("fine"))->readOnlyReason().isEmpty());
}

TEST(SqliteType, UnderstandsDeclaredTypes) {
    EXPECT_EQ(sqliteType(QStringLiteral("varchar ( 60 )")), (ColumnType{TypeKind::Text, 60}));
    EXPECT_EQ(sqliteType(QStringLiteral("NUMERIC(10)")),
              (ColumnType{TypeKind::Decimal, -1, 10, 0}));
    EXPECT_EQ(sqliteType(QStringLiteral("DECIMAL(2,9)")), (ColumnType{TypeKind::Decimal}));
    EXPECT_EQ(sqliteType(QStringLiteral("unsigned big int")).kind, TypeKind::Integer);
    EXPECT_EQ(sqliteType({}).kind, TypeKind::Any);
}

} // namespace
