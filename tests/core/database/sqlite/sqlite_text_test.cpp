// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_text.h"

#include "core/changes/as_it_was.h"
#include "core/changes/log/log_verification.h"
#include "support/scratch.h"

#include <QRandomGenerator>

using namespace gravin;
using namespace gravin::test;

namespace {

TEST(SqliteText, IsReadAsItIsWhereItIsUtf8) {
    for (const char* text : {"", "plain", "Grün, ½ °", "日本", "🚢", "\xf4\x8f\xbd\xbf"}) {
        EXPECT_EQ(textFromSqlite(text), QString::fromUtf8(text)) << text;
        EXPECT_FALSE(standsForBytes(textFromSqlite(text))) << text;
    }
}

TEST(SqliteText, StandsForBytesWhereItIsNot) {
    // A letter of Latin 1, one byte too many, too few, too long, half of UTF-16, beyond Unicode;
    // and the first and last character that stand for a byte themselves.
    for (const char* text :
         {"caf\xe9", "\x80", "\xe6\x97", "\xc0\xaf", "\xe0\x80\xaf", "\xed\xa0\x80",
          "\xf4\x90\x80\x80", "\xff\xfe", "\xf4\x8f\xbe\x80", "\xf4\x8f\xbf\xbf"}) {
        EXPECT_TRUE(standsForBytes(textFromSqlite(text))) << text;
        EXPECT_EQ(textForSqlite(textFromSqlite(text)), QByteArray(text));
    }
    EXPECT_EQ(textFromSqlite("caf\xe9"), QString::fromUtf8("caf\xf4\x8f\xbf\xa9"));
}

TEST(SqliteText, HasOneFormForEveryRowOfBytes) {
    QRandomGenerator random(7);
    const QByteArray alphabet("a\x80\xbf\xc3\xe9\xf4\x8f\xbe\xbf\x00", 10);
    for (int round = 0; round < 20000; ++round) {
        QByteArray bytes;
        for (int i = random.bounded(12); i > 0; --i)
            bytes += alphabet[random.bounded(alphabet.size())];
        EXPECT_EQ(textForSqlite(textFromSqlite(bytes)), bytes) << bytes.toHex().constData();
    }
}

TEST(SqliteText, MarksThePlaceholdersThatNeedIt) {
    const QString odd = textFromSqlite("caf\xe9");
    EXPECT_EQ(withSqliteTexts(QStringLiteral("SELECT '?', \"?\", [?], `?` -- ?\n/* ? */ = ?, ?"),
                              {odd, QStringLiteral("plain")}),
              QStringLiteral("SELECT '?', \"?\", [?], `?` -- ?\n/* ? */ = gravin_bytes(?), ?"));
    EXPECT_EQ(withSqliteTexts(QStringLiteral("? 'it''s ?' ?"), {1, odd}),
              QStringLiteral("? 'it''s ?' gravin_bytes(?)"));
    EXPECT_EQ(withSqliteTexts(QStringLiteral("?"), {QStringLiteral("é")}), QStringLiteral("?"));
}

const QString Texts = QStringLiteral("t");

class BytesThatAreNoUtf8 : public ::testing::Test {
protected:
    QString bytes() const {
        return database.sqlite(QStringLiteral(
            "SELECT group_concat(hex(CAST(id AS BLOB)) || typeof(id) || hex(CAST(name AS BLOB)) || "
            "typeof(name) || ifnull(hex(CAST(up AS BLOB)), '-'), ' ') FROM t ORDER BY id;"));
    }

    ScratchDatabase database{QStringLiteral(
        "CREATE TABLE t (id TEXT PRIMARY KEY, name TEXT, up TEXT REFERENCES t (id)); "
        "INSERT INTO t VALUES (CAST(x'636166e9' AS TEXT), CAST(x'ff80f48fbfa9' AS TEXT), NULL), "
        "('plain', 'caf' || CAST(x'e9' AS TEXT), CAST(x'636166e9' AS TEXT));")};
    Desk desk{database};
    Key odd{{Value::text(textFromSqlite("caf\xe9"))}};
    QString before = bytes();
};

TEST_F(BytesThatAreNoUtf8, AreDeletedAndRestoredBitForBit) {
    const auto deleted = desk.write({Operation::Delete, Texts, odd, {}, {}, true});
    ASSERT_TRUE(deleted) << deleted.error().error.sentence.toStdString();
    EXPECT_EQ(deleted->records.size(), 2u);
    EXPECT_EQ(bytes().trimmed(), QString());
    EXPECT_TRUE(LogVerifier(desk.session()).verify({})->damages.empty());
    ASSERT_TRUE(desk.rollBack(deleted->id));
    EXPECT_EQ(bytes(), before);
}

TEST_F(BytesThatAreNoUtf8, AreMendedLikeAnyText) {
    const FieldValues shown{{QStringLiteral("name"), desk.read(Texts, odd).values[1]}};
    const FieldValues typed{{QStringLiteral("name"), text("Café")}};
    const auto mended = desk.write({Operation::Update, Texts, odd, shown, typed});
    ASSERT_TRUE(mended) << mended.error().error.sentence.toStdString();
    EXPECT_EQ(desk.read(Texts, odd).values[1], text("Café"));
    const auto then = lookBack(desk.session(), desk.catalog(), desk.table(Texts), mended->id - 1);
    ASSERT_TRUE(then);
    const auto was = TableReader(desk.session(), *then->table).record(odd);
    EXPECT_EQ((*was)->values[1], Value::text(textFromSqlite("\xff\x80\xf4\x8f\xbf\xa9")));
    ASSERT_TRUE(desk.rollBack(mended->id));
    EXPECT_EQ(bytes(), before);
}

TEST_F(BytesThatAreNoUtf8, AreRestoredByTheEngineItselfToo) {
    desk.setFewestSetWise(0);
    std::vector<RecordEdit> edits;
    for (const Key& each : {odd, Key({text("plain")})})
        edits.push_back(
            {Operation::Update, Texts, each, {}, {{QStringLiteral("name"), text("new")}}});
    const auto changed = desk.write(edits);
    ASSERT_TRUE(changed);
    const auto back = desk.rollBack(changed->id);
    ASSERT_TRUE(back);
    EXPECT_EQ(bytes(), before);
    ASSERT_TRUE(desk.rollBack(back->id));
    ASSERT_TRUE(desk.rollBack(back->id + 1));
    EXPECT_EQ(bytes(), before);
    EXPECT_TRUE(LogVerifier(desk.session()).verify({})->damages.empty());
}

} // namespace
