// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/log_export.h"

#include "core/exchange/change_json.h"
#include "core/exchange/csv_reader.h"
#include "core/exchange/csv_writer.h"
#include "support/scratch.h"
#include "support/text.h"

#include <gtest/gtest.h>

#include <QBuffer>

namespace gravin {
namespace {

using test::name;

TEST(CsvWriter, WhatItWritesIsReadAsTheSame) {
    const QList<QStringList> rows{{name("a"), name("b,c"), name("")},
                                  {name("say \"no\""), name("two\r\nlines"), name("ä;😀")},
                                  {name("-5"), name("1e3"), name(" blanks ")}};
    QBuffer file;
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    CsvWriter writer(file);
    for (const QStringList& row : rows)
        EXPECT_TRUE(writer.putRow(row));
    const auto read = rowsFromCsv(file.data());
    ASSERT_TRUE(read) << read.error().sentence.toStdString();
    EXPECT_EQ(*read, rows);
    EXPECT_TRUE(file.data().endsWith("\r\n"));
}

TEST(CsvWriter, NothingIsTakenForAFormula) {
    QBuffer file;
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    CsvWriter writer(file);
    EXPECT_TRUE(
        writer.putRow({name("=SUM(A1)"), name("+1"), name("@x"), name("-x"), name("-1.5")}));
    EXPECT_EQ(file.data(), QByteArray("\"'=SUM(A1)\",\"+1\",\"'@x\",\"'-x\",\"-1.5\"\r\n"));
}

TEST(CsvWriter, AFullDiskIsTold) {
    QBuffer closed; // takes nothing
    CsvWriter writer(closed);
    EXPECT_FALSE(writer.putRow({name("a")}));
}

TEST(ChangeJson, ValuesKeepWhatTheyAre) {
    EXPECT_EQ(jsonOf(Value()).dump(), "null");
    EXPECT_EQ(jsonOf(Value::boolean(true)).dump(), "true");
    EXPECT_EQ(jsonOf(Value::integer(-3)).dump(), "-3");
    EXPECT_EQ(jsonOf(Value::real(2.5)).dump(), "2.5");
    EXPECT_EQ(jsonOf(Value::decimal(*Decimal::fromText(u"12.50"))).dump(), "\"12.50\"");
    EXPECT_EQ(jsonOf(Value::date({2026, 12, 4})).dump(), "\"2026-12-04\"");
    EXPECT_EQ(jsonOf(Value::instant({{QDate(2026, 12, 4), {3'600'000'000}}})).dump(),
              "\"2026-12-04T01:00:00Z\"");
    EXPECT_EQ(jsonOf(Value::binary("ab")).dump(), "{\"base64\":\"YWI=\"}");
}

TEST(ChangeJson, FieldsOfARecordThatWasMadeOrDeletedHaveOneSide) {
    const FieldValues some{{name("a"), Value::integer(1)}};
    EXPECT_EQ(fieldsOf({}, some).dump(), "{\"a\":{\"before\":null,\"after\":1}}");
    EXPECT_EQ(fieldsOf(some, {}).dump(), "{\"a\":{\"before\":1,\"after\":null}}");
}

class LogExportTest : public ::testing::Test {
protected:
    LogExportTest() {
        const auto written = m_desk.write({Operation::Insert,
                                           name("aid"),
                                           {},
                                           {},
                                           {{name("id"), Value::integer(1)},
                                            {name("name"), Value::text(name("=Tern \"x\""))},
                                            {name("lit"), Value::boolean(true)}}});
        EXPECT_TRUE(written);
    }
    QByteArray exported(LogFormat format) {
        QBuffer file;
        EXPECT_TRUE(file.open(QIODevice::WriteOnly));
        const auto count = exportLog(m_desk.session(), m_desk.catalog(), {}, format, file);
        EXPECT_TRUE(count);
        EXPECT_EQ(count ? *count : 0, 1);
        return file.data();
    }

    test::ScratchDatabase m_database{
        QStringLiteral("CREATE TABLE aid (id INTEGER PRIMARY KEY, name TEXT, lit BOOLEAN);")};
    test::Desk m_desk{m_database};
};

TEST_F(LogExportTest, JsonIsTheFormOfAllChanges) {
    const OrderedJson log = loose::parsed(exported(LogFormat::Json));
    ASSERT_EQ(log.size(), 1u);
    const auto change = ChangeLog(m_desk.session()).change(1, m_desk.catalog());
    ASSERT_TRUE(change);
    EXPECT_EQ(log[0], jsonOf(*change, m_desk.catalog()));
    EXPECT_EQ(log[0]["records"][0]["fields"]["lit"]["after"], true) << "a value, no text";
    EXPECT_EQ(log[0]["by"], "tester");
}

TEST_F(LogExportTest, CsvHasALineForEachField) {
    const auto rows = rowsFromCsv(exported(LogFormat::Csv));
    ASSERT_TRUE(rows);
    ASSERT_GE(rows->size(), 4) << "a heading and three fields";
    EXPECT_EQ((*rows)[0].mid(7), (QStringList{name("table"), name("key"), name("op"), name("field"),
                                              name("before"), name("after"), name("account")}));
    EXPECT_EQ((*rows)[1].value(13), m_desk.session().account());
    const auto named = std::find_if(rows->begin(), rows->end(), [](const QStringList& row) {
        return row.value(10) == u"name";
    });
    ASSERT_NE(named, rows->end());
    EXPECT_EQ(named->value(12), QStringLiteral("'=Tern \"x\""));
}

TEST_F(LogExportTest, StopsBetweenChangesWhenItIsAsked) {
    QBuffer file;
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    const auto stopped = exportLog(m_desk.session(), m_desk.catalog(), {}, LogFormat::Json, file,
                                   [] { return true; });
    ASSERT_FALSE(stopped);
    EXPECT_EQ(stopped.error().kind, ErrorKind::Cancelled);
}

TEST(LogFormat, IsSeenFromTheName) {
    EXPECT_EQ(logFormatOf(name("a.CSV")), LogFormat::Csv);
    EXPECT_EQ(logFormatOf(name("a.json")), LogFormat::Json);
    EXPECT_EQ(logFormatOf(name("a.txt")), std::nullopt);
    EXPECT_EQ(logFormatOf(name("csv")), std::nullopt);
}

} // namespace
} // namespace gravin
