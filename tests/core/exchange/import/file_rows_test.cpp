// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_rows.h"
#include "support/file_rows_text.h"

#include <QFile>
#include <QTemporaryDir>

#include <gtest/gtest.h>

using namespace gravin;

namespace {

class CsvRowsTest : public ::testing::Test {
protected:
    QString write(const QByteArray& content) const {
        const QString path = m_folder.filePath(QStringLiteral("rows.csv"));
        QFile file(path);
        EXPECT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(content);
        return path;
    }
    QString read(const QByteArray& content) const { return test::rowsAsText(write(content)); }
    static QString text(const char* utf8) { return QString::fromUtf8(utf8); }

    QTemporaryDir m_folder;
};

TEST_F(CsvRowsTest, ReadsWhatIsMetInTheWild) {
    EXPECT_EQ(read("a,b\r\n1,2\r\n"), text("a|b/1|2"));
    EXPECT_EQ(read("a,b\n1,2"), text("a|b/1|2")); // no end of the last line
    EXPECT_EQ(read("a;b\n1;2\n"), text("a|b/1|2"));
    EXPECT_EQ(read("a\tb\n1\t2\n"), text("a|b/1|2"));
    EXPECT_EQ(read("\xEF\xBB\xBF"
                   "a,b\n1,2\n"),
              text("a|b/1|2"));
    EXPECT_EQ(read("a,b\n\"x \"\"y\"\"\",\"1\n2\"\n"), text("a|b/x \"y\"|1\n2"));
    EXPECT_EQ(read("a,b\n,\"\"\n"), text("a|b/-|")); // NULL is not the empty text
    EXPECT_EQ(read("a,b\n1\n"), text("a|b/1|-"));    // a short row
    EXPECT_EQ(read("a,b\n\n1,2\n\n"), text("a|b/1|2"));
    EXPECT_EQ(read("a,b\nM\xFCller,2\n"), text("a|b/Müller|2")); // Latin-1
    EXPECT_EQ(read(QByteArray("\xFF\xFE"
                              "a\0,\0b\0\n\0\xE9\0,\0"
                              "2\0\n\0",
                              18)),
              text("a|b/é|2"));
}

TEST_F(CsvRowsTest, SaysWhatItCannotRead) {
    EXPECT_TRUE(read("").contains(text("is empty")));
    EXPECT_EQ(read("a,b\n1,2,3\n4,5\n"), text("a|b/1|2|+3/4|5"));
    EXPECT_EQ(read("a,b\n1,2,,\n"), text("a|b/1|2")); // nothing stands in what is too much
    EXPECT_TRUE(read("a,A\n1,2\n").contains(text("Two columns of the file are called")));
    EXPECT_TRUE(read("a,b\n\"1,2\n").contains(text("Row 2 cannot be read")));
    EXPECT_TRUE(read("a,b\n1\"x,2\n").contains(text("Row 2 cannot be read")));
    EXPECT_TRUE(read(QByteArray("a,b\n1\0,2\n", 9)).contains(text("null character")));
    EXPECT_TRUE(read("a" + QByteArray(5000, ',') + "\n").contains(text("more than 4096 cells")));
    EXPECT_TRUE(read("a,b\n\"" + QByteArray(65 << 20, 'x')).contains(text("longer than 64 MB")));
}

TEST_F(CsvRowsTest, SaysWhatIsNoFileOfRows) {
    EXPECT_FALSE(guessedForm(m_folder.filePath(text("missing.csv"))));
    EXPECT_FALSE(guessedForm(text("/dev/zero")));
    EXPECT_FALSE(guessedForm(m_folder.path()));
    const QString path = m_folder.filePath(text("a.json"));
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("{\"a\": 1}");
    file.close();
    const auto rows = openRows(path, *guessedForm(path));
    ASSERT_FALSE(rows);
    EXPECT_TRUE(rows.error().sentence.contains(text("no JSON array")));
}

} // namespace
