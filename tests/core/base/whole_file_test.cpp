// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/whole_file.h"

#include <gtest/gtest.h>

#include <QFile>
#include <QFileInfo>
#include <QTemporaryDir>

#include <sys/stat.h>
#include <unistd.h>

namespace gravin {
namespace {

class WholeFileTest : public ::testing::Test {
protected:
    QString path(const char* name) const { return m_folder.filePath(QLatin1String(name)); }
    static unsigned modeOf(const QString& path) {
        struct stat info {};
        EXPECT_EQ(::lstat(QFile::encodeName(path).constData(), &info), 0);
        return info.st_mode & 0777U;
    }
    QTemporaryDir m_folder;
};

TEST_F(WholeFileTest, WhatIsWrittenIsReadAgain) {
    ASSERT_TRUE(writeWholeFile(path("a"), "first"));
    ASSERT_TRUE(writeWholeFile(path("a"), QByteArray(100'000, 'x')));
    const auto read = readWholeFile(path("a"), 100'000);
    ASSERT_TRUE(read);
    EXPECT_EQ(read->size(), 100'000);
    EXPECT_EQ(readWholeFile(path("a"), 99'999).error().kind, ErrorKind::Damaged);
}

TEST_F(WholeFileTest, AFolderThatCannotBeWrittenIsSaid) {
    const Status written = writeWholeFile(path("none/a"), "x");
    ASSERT_FALSE(written);
    EXPECT_EQ(written.error().kind, ErrorKind::File);
}

TEST_F(WholeFileTest, WhatIsTheOwnersIsReadByNobodyElseWhateverTheUmask) {
    const mode_t before = ::umask(0);
    ASSERT_TRUE(writeWholeFile(path("secret"), "x", Readers::OwnerOnly));
    ASSERT_TRUE(makeOwnFolder(path("own/inner")));
    ::umask(before);
    EXPECT_EQ(modeOf(path("secret")), 0600U);
    EXPECT_EQ(modeOf(path("own")), 0700U);
    EXPECT_EQ(modeOf(path("own/inner")), 0700U);
}

TEST_F(WholeFileTest, APipeADeviceAndAFolderAreRefusedAtOnce) {
    ASSERT_EQ(::mkfifo(QFile::encodeName(path("pipe")).constData(), 0600), 0);
    for (const QString& each : {path("pipe"), QStringLiteral("/dev/zero"), m_folder.path()})
        EXPECT_EQ(readWholeFile(each, 1000).error().kind, ErrorKind::File) << qPrintable(each);
}

TEST_F(WholeFileTest, AsOnesOwnOnlyAFileAndNoLinkIsRead) {
    ASSERT_TRUE(writeWholeFile(path("real"), "x"));
    ASSERT_TRUE(QFile::link(path("real"), path("link")));
    EXPECT_TRUE(readWholeFile(path("link"), 10));
    EXPECT_TRUE(readWholeFile(path("real"), 10, Writers::OwnAccount));
    EXPECT_FALSE(readWholeFile(path("link"), 10, Writers::OwnAccount));
    if (::geteuid() == 0) {
        ASSERT_EQ(::chown(QFile::encodeName(path("real")).constData(), 65534, 65534), 0);
        EXPECT_FALSE(readWholeFile(path("real"), 10, Writers::OwnAccount));
    }
}

TEST_F(WholeFileTest, AFolderOfOthersIsNotUsed) {
    ASSERT_TRUE(makeOwnFolder(path("real")));
    ASSERT_TRUE(QFile::link(path("real"), path("link")));
    EXPECT_TRUE(makeOwnFolder(path("link")).error().sentence.contains(QStringLiteral("link")));
    ASSERT_EQ(::chmod(QFile::encodeName(path("real")).constData(), 0777), 0);
    EXPECT_TRUE(makeOwnFolder(path("real")).error().sentence.contains(QStringLiteral("others")));
    ASSERT_EQ(::chmod(QFile::encodeName(path("real")).constData(), 0755), 0);
    EXPECT_TRUE(makeOwnFolder(path("real"))) << "what others only read is closed to them";
    EXPECT_EQ(modeOf(path("real")), 0700U);
    ASSERT_TRUE(writeWholeFile(path("file"), "x"));
    EXPECT_FALSE(makeOwnFolder(path("file")));
}

} // namespace
} // namespace gravin
