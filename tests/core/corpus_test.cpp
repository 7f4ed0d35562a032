// SPDX-License-Identifier: GPL-3.0-or-later
// What fuzzing has found, and its seeds, read again: nothing crashes, nothing takes for ever.
#include "fuzz/inputs.h"

#include <gtest/gtest.h>

#include <QDirIterator>
#include <QFile>

namespace gravin::test {
namespace {

void readAll(const char* folder, void (*read)(const QByteArray&)) {
    int files = 0;
    QDirIterator each(QStringLiteral(FUZZ_CORPUS "/") + QLatin1String(folder), QDir::Files);
    while (each.hasNext()) {
        QFile file(each.next());
        ASSERT_TRUE(file.open(QIODevice::ReadOnly));
        read(file.readAll());
        ++files;
    }
    EXPECT_GT(files, 0) << folder;
    // What long runs kept, one input a line.
    QFile found(QStringLiteral(FUZZ_CORPUS "/") + QLatin1String(folder) + QStringLiteral(".found"));
    ASSERT_TRUE(found.open(QIODevice::ReadOnly));
    while (!found.atEnd())
        read(QByteArray::fromBase64(found.readLine()));
}

TEST(Corpus, Expressions) { readAll("expression", readExpression); }
TEST(Corpus, Projects) { readAll("project", readProject); }
TEST(Corpus, Choices) { readAll("choices", readChoices); }

} // namespace
} // namespace gravin::test
