// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/select_parameters.h"

#include <gtest/gtest.h>

namespace gravin {
namespace {

QStringList found(const char* select, Engine engine = Engine::PostgreSql) {
    return parametersOf(QString::fromUtf8(select), engine);
}

TEST(SelectParameters, AreNamesBehindAColon) {
    EXPECT_EQ(found("SELECT * FROM a WHERE b > :since AND c = :größe AND d = :since"),
              (QStringList{QStringLiteral("since"), QString::fromUtf8("größe")}));
    EXPECT_EQ(found("SELECT :a1"), QStringList{QStringLiteral("a1")});
    EXPECT_TRUE(found("SELECT 1 WHERE b = : since").isEmpty());
    EXPECT_TRUE(found("SELECT a[1:2], x:y").isEmpty());
    EXPECT_TRUE(found("SELECT :").isEmpty());
}

TEST(SelectParameters, NoneIsInACast) { EXPECT_TRUE(found("SELECT b::date").isEmpty()); }

TEST(SelectParameters, NoneIsInTextsNamesAndComments) {
    for (const Engine engine : {Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb}) {
        EXPECT_TRUE(found("SELECT ':a', 'it''s :a', \":a\" -- :a\n", engine).isEmpty());
        EXPECT_TRUE(found("SELECT /* :a */ 1", engine).isEmpty());
        EXPECT_EQ(found("SELECT 1 -- x\n, :b", engine), QStringList{QStringLiteral("b")});
    }
    EXPECT_TRUE(found("SELECT `:a`", Engine::MariaDb).isEmpty());
    EXPECT_TRUE(found("SELECT [:a]", Engine::Sqlite).isEmpty());
    EXPECT_TRUE(found("SELECT 1 # :a", Engine::MariaDb).isEmpty());
}

// Where engines part: taken for the other's, a value would come to stand within a text.
TEST(SelectParameters, ATextEndsWhereTheEngineSays) {
    EXPECT_TRUE(found("SELECT 'a\\' :a'", Engine::MariaDb).isEmpty());
    EXPECT_EQ(found("SELECT 'a\\' , :a", Engine::PostgreSql), QStringList{QStringLiteral("a")});
    EXPECT_TRUE(found("SELECT E'a\\' :a'", Engine::PostgreSql).isEmpty());
    EXPECT_EQ(found("SELECT type'a\\' , :a", Engine::PostgreSql), QStringList{QStringLiteral("a")});
    EXPECT_TRUE(found("SELECT $x$ :a $$ :b $x$", Engine::PostgreSql).isEmpty());
    EXPECT_EQ(found("SELECT $x$ :a $x$ || :b", Engine::PostgreSql),
              QStringList{QStringLiteral("b")});
    EXPECT_TRUE(found("SELECT /* /* */ :a */ 1", Engine::PostgreSql).isEmpty());
    EXPECT_EQ(found("SELECT /* /* */ :a", Engine::MariaDb), QStringList{QStringLiteral("a")});
    EXPECT_TRUE(found("SELECT 'never closed :a", Engine::Sqlite).isEmpty());
}

TEST(SelectParameters, AreFilledInAndNothingElse) {
    const QString select = QStringLiteral("SELECT ':a', b::date WHERE c = :a AND d = :other");
    EXPECT_EQ(
        withParameters(select, Engine::PostgreSql,
                       {{QStringLiteral("a"), QStringLiteral("CAST(':other' AS text)")}}),
        QStringLiteral("SELECT ':a', b::date WHERE c = CAST(':other' AS text) AND d = :other"));
    EXPECT_EQ(withParameters(select, Engine::Sqlite, {}), select);
}

} // namespace
} // namespace gravin
