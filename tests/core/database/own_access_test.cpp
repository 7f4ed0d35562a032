// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/own_access.h"

#include "core/project/known_access.h"
#include "support/text.h"

#include <gtest/gtest.h>

#include <QDir>
#include <QFile>
#include <QTemporaryDir>

namespace gravin::test {
namespace {

ConnectionSpec at(const char* url) { return *ConnectionSpec::fromUrl(name(url)); }

TEST(OwnAccess, FillsInJustWhatIsLacking) {
    const ConnectionSpec open = at("postgresql:///tides");
    EXPECT_TRUE(OwnAccess::isLacking(open));
    EXPECT_EQ(OwnAccess::completed(open), open) << "nothing was given yet";
    OwnAccess::remember(open, at("postgresql://ida@harbour:5433/other"));
    EXPECT_EQ(OwnAccess::completed(open), at("postgresql://ida@harbour:5433/tides"));
    const ConnectionSpec half = at("postgresql://harbour/tides");
    OwnAccess::remember(half, at("postgresql://bo@elsewhere/tides"));
    EXPECT_EQ(OwnAccess::completed(half), at("postgresql://bo@harbour/tides"))
        << "what the project says stays";
}

TEST(OwnAccess, LacksNothingWhereAllIsSaid) {
    EXPECT_FALSE(OwnAccess::isLacking(at("sqlite:/srv/tides.db")));
    EXPECT_FALSE(OwnAccess::isLacking(at("mariadb://ida@harbour/tides")));
    EXPECT_FALSE(OwnAccess::isLacking(at("postgresql:///?service=tides")));
}

TEST(KnownAccessTest, IsKeptOutsideOfTheProjectAndForItsAddressOnly) {
    QTemporaryDir folder;
    const KnownAccess known(folder.filePath(name("access")));
    const QString file = folder.filePath(name("p.gravin"));
    const ConnectionSpec open = at("mariadb:///ebb");
    ASSERT_TRUE(known.keep(file, open, at("mariadb://ida@harbour:3307/ebb")));
    OwnAccess::remember(open, open); // as a new run begins
    EXPECT_EQ(OwnAccess::completed(open), open);
    known.recall(file, open);
    EXPECT_EQ(OwnAccess::completed(open), at("mariadb://ida@harbour:3307/ebb"));
    // The project was given another address: what was given does not go there.
    const ConnectionSpec other = at("mariadb:///flood");
    known.recall(file, other);
    EXPECT_EQ(OwnAccess::completed(other), other);
    // Nor what stands in a file that is none of ours.
    for (const QString& each : QDir(folder.filePath(name("access"))).entryList(QDir::Files)) {
        QFile damaged(folder.filePath(name("access/")) + each);
        ASSERT_TRUE(damaged.open(QIODevice::WriteOnly));
        damaged.write("{\"address\": 5, \"port\": -1e9");
    }
    OwnAccess::remember(open, open);
    known.recall(file, open);
    EXPECT_EQ(OwnAccess::completed(open), open);
}

} // namespace
} // namespace gravin::test
