// SPDX-License-Identifier: GPL-3.0-or-later
// What a catalog that is read again says otherwise.
#include "core/database/catalog_changes.h"
#include "support/scratch.h"
#include "support/text.h"
#include "support/writes.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

class CatalogChanges : public ::testing::Test {
protected:
    // What is said after these statements.
    QString after(const char* sql) {
        auto session = database.open();
        const Catalog before = *session->readCatalog();
        for (const QString& statement : name(sql).split(u';', Qt::SkipEmptyParts))
            EXPECT_TRUE(writerOf(session).command(statement)) << qPrintable(statement);
        return catalogChanges(before, *session->readCatalog());
    }
    ScratchDatabase database{
        QStringLiteral("CREATE TABLE berth (id INTEGER PRIMARY KEY, name TEXT);"
                       "CREATE TABLE boat (id INTEGER PRIMARY KEY, name TEXT, length NUMERIC, "
                       "berth_id INTEGER REFERENCES berth (id));")};
};

TEST_F(CatalogChanges, NothingIsSaidWhereNothingIsOtherwise) {
    EXPECT_EQ(after("INSERT INTO berth VALUES (1, 'North')"), QString());
}

TEST_F(CatalogChanges, TablesAndColumnsThatCameAndWentAreNamed) {
    EXPECT_EQ(after("CREATE TABLE buoy (id INTEGER PRIMARY KEY)"), u"New: buoy.");
    EXPECT_EQ(after("DROP TABLE buoy"), u"Gone: buoy.");
    EXPECT_EQ(after("ALTER TABLE boat ADD COLUMN colour TEXT"), u"boat: colour is new.");
    EXPECT_EQ(after("ALTER TABLE boat DROP COLUMN colour; ALTER TABLE boat ADD COLUMN mast TEXT"),
              u"boat: mast is new, colour is gone.");
}

TEST_F(CatalogChanges, WhatIsKeptOtherwiseIsNamed) {
    EXPECT_EQ(after("DROP TABLE boat; CREATE TABLE boat (id INTEGER PRIMARY KEY, name TEXT NOT "
                    "NULL, length REAL, berth_id INTEGER REFERENCES berth (id))"),
              u"boat: name is kept otherwise, length is REAL now.");
    EXPECT_EQ(after("CREATE UNIQUE INDEX once ON boat (name)"),
              u"boat: keys, references or rights are others.");
}

} // namespace
