// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/choice_file.h"
#include "core/exchange/csv_reader.h"

#include <gtest/gtest.h>

#include <QFile>
#include <QTemporaryDir>

using namespace gravin;

namespace {

class ChoiceFiles : public ::testing::Test {
protected:
    Result<ChoiceFile> read(const QByteArray& bytes,
                            const ColumnType& type = {TypeKind::Text, 20}) {
        QFile file(m_folder.filePath(QStringLiteral("choices.csv")));
        EXPECT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(bytes);
        file.close();
        return readChoiceFile(file.fileName(), type);
    }
    static QString shown(const Result<ChoiceFile>& read) {
        if (!read)
            return QStringLiteral("refused: ") + read.error().sentence;
        QStringList texts;
        for (const Choice& choice : read->choices)
            texts += choice.stored + u'=' + choice.label + choice.colour;
        return texts.join(u' ');
    }
    QTemporaryDir m_folder;
};

TEST_F(ChoiceFiles, AreReadHoweverTheyAreWritten) {
    const std::pair<QByteArray, const char*> cases[] = {
        {"red\ngreen\n", "red=red green=green"},
        {"\xEF\xBB\xBFred,Port\r\ngreen,Starboard\r\n", "red=Port green=Starboard"},
        {"stored;label;colour\nr;Port;#C8102E\ng;\"Star;board\";green\n",
         "r=Port#C8102E g=Star;board"},
        {"r\tPort\n", "r=Port"},
        {"red\n\n  \nred\nred\ngreen", "red=red green=green"},
        {"\"two\nlines\",Label\n", "two\nlines=Label"}};
    for (const auto& [bytes, expected] : cases)
        EXPECT_EQ(shown(read(bytes)), QString::fromUtf8(expected)) << bytes.toStdString();
}

TEST_F(ChoiceFiles, SayWhatWasLeftOut) {
    const auto repeated = read("red\nred\nred\n");
    ASSERT_TRUE(repeated);
    EXPECT_EQ(repeated->remarks.join(u' '), QStringLiteral("2 repeated values left out."));
    const auto numbers = read("1,One\nmany,Many\n", {TypeKind::Integer});
    ASSERT_TRUE(numbers);
    EXPECT_EQ(numbers->choices.size(), 1);
    EXPECT_EQ(numbers->remarks.join(u' '), QStringLiteral("The column cannot hold many."));
}

TEST_F(ChoiceFiles, AreRefusedWhenTheyAreNoneAtAll) {
    for (const QByteArray& bytes :
         {QByteArray(), QByteArray("\n\n"), QByteArray("\xFF\xFE\x00junk", 8),
          QByteArray("\"never ends"), QByteArray(2 * 1024 * 1024, 'x')})
        EXPECT_FALSE(read(bytes)) << bytes.left(12).toStdString();
    EXPECT_EQ(readChoiceFile(QStringLiteral("/nowhere"), {}).error().kind, ErrorKind::File);
}

} // namespace
