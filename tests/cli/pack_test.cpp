// SPDX-License-Identifier: GPL-3.0-or-later
// A project handed over: as a folder that can be copied anywhere, and as a Debian package.
#include "called_program.h"

#include <QDir>
#include <QFileInfo>

using namespace gravin::test;

namespace {

class Packing : public CommandLine {
protected:
    QString at(const QString& path) const { return database.folder() + u'/' + path; }
    static QString outputOf(const QString& program, const QStringList& arguments) {
        QProcess process;
        process.start(program, arguments);
        EXPECT_TRUE(process.waitForFinished(20'000));
        EXPECT_EQ(process.exitCode(), 0) << process.readAllStandardError().toStdString();
        return QString::fromUtf8(process.readAllStandardOutput());
    }
    void writeFile(const QString& path, const QByteArray& content) const {
        QFile file(path);
        ASSERT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(content);
    }
};

TEST_F(Packing, AFolderHasTheProjectAndItsStarter) {
    writeFile(at("how.md"), "# How\n");
    const Answer packed = run({"pack", project(), "--out", at("handed"), "--name",
                               QString::fromUtf8("Büro der Bücher"), "--guide", at("how.md")});
    EXPECT_EQ(packed.code, 0) << packed.err;
    EXPECT_NE(packed.err.find("It has no roles"), std::string::npos);
    EXPECT_EQ(QDir(at("handed")).entryList(QDir::AllEntries | QDir::NoDotAndDotDot, QDir::Name),
              (QStringList{"buro-der-bucher.gravin", "guide", "start"}));
    EXPECT_TRUE(QFileInfo(at("handed/start")).isExecutable());
    // It works where it is now.
    EXPECT_EQ(run({"rows", at("handed/buro-der-bucher.gravin"), "book"}).code, 0);
    EXPECT_EQ(run({"pack", project(), "--out", at("handed")}).code, 2) << "it is there already";
}

TEST_F(Packing, APackageHasWhatADesktopNeeds) {
    writeFile(at("i.svg"), "<svg xmlns='http://www.w3.org/2000/svg'/>");
    const Answer packed = run({"pack", project(), "--out", database.folder(), "--deb", "--name",
                               "Book office", "--icon", at("i.svg"), "--version", "1.2",
                               "--maintainer", "Ida <ida@tarnbay.example>", "--json"});
    ASSERT_EQ(packed.code, 0) << packed.err;
    const QString deb = QString::fromStdString(packed.json()["path"]);
    EXPECT_TRUE(deb.endsWith("/gravin-project-book-office_1.2_all.deb"));
    const QString fields = outputOf("dpkg-deb", {"--field", deb});
    EXPECT_TRUE(fields.contains("Depends: gravin\n"));
    EXPECT_TRUE(fields.contains("Maintainer: Ida <ida@tarnbay.example>\n"));
    outputOf("dpkg-deb", {"--extract", deb, at("root")});
    const QString home = at("root/usr/share/gravin/projects/book-office/book-office");
    EXPECT_TRUE(QFileInfo::exists(home + ".gravin"));
    EXPECT_TRUE(QFileInfo::exists(home + ".svg"));
    QFile starter(at("root/usr/share/applications/gravin-project-book-office.desktop"));
    ASSERT_TRUE(starter.open(QIODevice::ReadOnly));
    const QByteArray entry = starter.readAll();
    EXPECT_TRUE(entry.contains("Name=Book office\n"));
    EXPECT_TRUE(entry.contains(
        "Exec=gravin use /usr/share/gravin/projects/book-office/book-office.gravin\n"));
    EXPECT_EQ(outputOf("desktop-file-validate", {starter.fileName()}), QString());
    // Only the system's administrator can change it.
    EXPECT_TRUE(outputOf("dpkg-deb", {"--contents", deb}).contains("-rw-r--r-- root/root"));
}

// What each person is asked for once is not in what they get.
TEST_F(Packing, AServersPlaceAndAccountCanBeLeftOpen) {
    EXPECT_EQ(run({"pack", project(), "--out", at("asks"), "--ask-account"}).code, 2)
        << "a file has none";
    setInConnection("database", "postgresql://ida@harbour:5433/tides?sslmode=require");
    const auto packed = [&](const QStringList& rest) {
        const QString out = at(rest.join(u'+').toUtf8().constData());
        EXPECT_EQ(run(QStringList{"pack", project(), "--out", out, "--name", "Tides"} + rest).code,
                  0);
        QFile file(out + "/tides.gravin");
        EXPECT_TRUE(file.open(QIODevice::ReadOnly));
        return Json::parse(file.readAll().toStdString())["connection"]["database"]
            .get<std::string>();
    };
    EXPECT_EQ(packed({"--ask-account"}), "postgresql://harbour:5433/tides?sslmode=require");
    EXPECT_EQ(packed({"--ask-server", "--ask-account"}), "postgresql:///tides?sslmode=require");
}

TEST_F(Packing, WhatCannotBePackedIsSaid) {
    const QString out = at("out");
    EXPECT_EQ(run({"pack", at("none.gravin"), "--out", out}).code, 3);
    EXPECT_EQ(run({"pack", project(), "--out", out, "--name", "…"}).code, 2);
    EXPECT_EQ(run({"pack", project(), "--out", out, "--icon", at("x.exe")}).code, 2);
    EXPECT_EQ(run({"pack", project(), "--out", out, "--guide", at("x.sh")}).code, 2);
    EXPECT_EQ(
        run({"pack", project(), "--out", database.folder(), "--deb", "--version", "../1"}).code, 2);
    EXPECT_NE(run({"pack", project(), "--out", out, "--icon", at("gone.svg")}).code, 0);
    EXPECT_FALSE(QFileInfo::exists(out)) << "nothing is left half made";
    // A name with a line end must not become a field of its own.
    const Answer packed =
        run({"pack", project(), "--out", database.folder(), "--deb", "--name", "Evil\nExec=sh",
             "--maintainer", "a\nPre-Depends: b <c@d>", "--json"});
    ASSERT_EQ(packed.code, 0) << packed.err;
    const QString fields =
        outputOf("dpkg-deb", {"--field", QString::fromStdString(packed.json()["path"])});
    EXPECT_FALSE(fields.contains("\nPre-Depends"));
}

} // namespace
