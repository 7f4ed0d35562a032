// SPDX-License-Identifier: GPL-3.0-or-later
// A real file system that is full: nothing is lost, and nothing is said to be done that is not.
#include "hostile/program.h"

#include "core/base/whole_file.h"

namespace gravin::test {
namespace {

// Commands run in a name space of their own, where a file system of a few pages is mounted on
// $DISK. What they leave on it goes with them.
class FullDisk : public ::testing::Test {
protected:
    FullDisk()
        : m_database(QStringLiteral("CREATE TABLE buoy (id INTEGER PRIMARY KEY, name TEXT NOT "
                                    "NULL); INSERT INTO buoy VALUES (1, 'Tern');")) {}

    // Standard output of the script; its last line is what `echo` said of the exit code.
    QString onSmallDisk(const QString& script) {
        QProcess process;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert(QStringLiteral("GRAVIN"), QStringLiteral(GRAVIN));
        environment.insert(QStringLiteral("DISK"), m_mount.path());
        environment.insert(QStringLiteral("DATABASE"), m_database.path());
        environment.insert(QStringLiteral("FOLDER"), m_mount.path());
        process.setProcessEnvironment(environment);
        process.start(
            QStringLiteral("unshare"),
            {QStringLiteral("--map-root-user"), QStringLiteral("--mount"), QStringLiteral("bash"),
             QStringLiteral("-c"),
             QStringLiteral("mount -t tmpfs -o size=64k none \"$DISK\" || exit 77; ") + script});
        EXPECT_TRUE(process.waitForFinished(60'000));
        m_errors = QString::fromUtf8(process.readAllStandardError());
        if (process.exitCode() == 77)
            ADD_FAILURE() << "no file system could be mounted: " << qPrintable(m_errors);
        return QString::fromUtf8(process.readAllStandardOutput()).trimmed();
    }
    // Fills what is left, but for nothing.
    static QString fill() {
        return QStringLiteral("dd if=/dev/zero of=\"$DISK/filler\" bs=1k 2>/dev/null; ");
    }

    ScratchDatabase m_database;
    QTemporaryDir m_mount;
    QString m_errors;
};

TEST_F(FullDisk, AProjectThatCannotBeWrittenStaysAsItWas) {
    const QString answer = onSmallDisk(
        QStringLiteral("\"$GRAVIN\" new \"$DISK/p.gravin\" --database \"sqlite:$DATABASE\" "
                       ">/dev/null; before=$(sha256sum <\"$DISK/p.gravin\"); cp \"$DATABASE\" "
                       "\"$DATABASE.copy\"; ") +
        fill() +
        QStringLiteral("\"$GRAVIN\" repoint \"$DISK/p.gravin\" --database "
                       "\"sqlite:$DATABASE.copy\" >/dev/null; code=$?; "
                       "[ \"$before\" = \"$(sha256sum <\"$DISK/p.gravin\")\" ] && echo same; echo "
                       "$code"));
    EXPECT_EQ(answer, QStringLiteral("same\n3")) << qPrintable(m_errors);
    EXPECT_TRUE(m_errors.contains(QStringLiteral("cannot be written"))) << qPrintable(m_errors);
}

TEST_F(FullDisk, ANewProjectThatCannotBeWrittenIsNotThere) {
    const QString answer =
        onSmallDisk(fill() + QStringLiteral("\"$GRAVIN\" new \"$DISK/p.gravin\" --database "
                                            "\"sqlite:$DATABASE\" >/dev/null; echo $?; "
                                            "ls -A \"$DISK\""));
    EXPECT_EQ(answer, QStringLiteral("3\nfiller")) << qPrintable(m_errors);
}

TEST_F(FullDisk, AnExportIsThereInFullOrNotAtAll) {
    const QString answer = onSmallDisk(
        QStringLiteral(
            "P=\"${DATABASE%/*}/p.gravin\"; \"$GRAVIN\" new \"$P\" --database "
            "\"sqlite:$DATABASE\" >/dev/null; for i in 1 2 3; do \"$GRAVIN\" edit \"$P\" "
            "buoy --key 1 \"name=Skua $i\" >/dev/null; done; ") +
        fill() +
        QStringLiteral(
            "\"$GRAVIN\" log \"$P\" --out \"$DISK/log.json\"; echo $?; ls -A \"$DISK\""));
    EXPECT_TRUE(answer.endsWith(QStringLiteral("3\nfiller"))) << qPrintable(answer + m_errors);
}

// Records that come to more than the disk takes: the former file stays, and nothing else.
TEST_F(FullDisk, AListOrSheetsAreThereInFullOrNotAtAll) {
    for (const char* command :
         {"export \"$P\" buoy --out \"$DISK/a.csv\"", "export \"$P\" buoy --out \"$DISK/a.xlsx\"",
          "export \"$P\" buoy --out \"$DISK/a.json\"",
          "print \"$P\" buoy --as list --out \"$DISK/a.pdf\""}) {
        const QString answer = onSmallDisk(
            QStringLiteral(
                "P=\"${DATABASE%/*}/p.gravin\"; [ -e \"$P\" ] || { \"$GRAVIN\" new \"$P\" "
                "--database \"sqlite:$DATABASE\" >/dev/null; sqlite3 \"$DATABASE\" \"WITH n(i) AS "
                "(SELECT 2 UNION ALL SELECT i + 1 FROM n WHERE i < 9000) INSERT INTO buoy SELECT "
                "i, hex(randomblob(20)) FROM n\"; }; for end in csv xlsx json pdf; do echo before "
                ">\"$DISK/a.$end\"; done; \"$GRAVIN\" ") +
            QLatin1String(command) +
            QStringLiteral("; echo $?; ls -A \"$DISK\"; cat \"$DISK\"/a.*"));
        EXPECT_EQ(answer, QStringLiteral("3\na.csv\na.json\na.pdf\na.xlsx\nbefore\nbefore\nbefore\n"
                                         "before"))
            << command << '\n'
            << qPrintable(answer + m_errors);
        EXPECT_FALSE(m_errors.trimmed().isEmpty());
    }
}

TEST_F(FullDisk, AnAnswerThatDoesNotArriveIsNoSuccess) {
    const QString answer = onSmallDisk(
        QStringLiteral("\"$GRAVIN\" tables \"sqlite:$DATABASE\" --json >/dev/full; echo $?; "
                       "\"$GRAVIN\" --version >/dev/full; echo $?; "
                       "\"$GRAVIN\" tables --help >/dev/full; echo $?"));
    EXPECT_EQ(answer, QStringLiteral("3\n3\n3")) << qPrintable(m_errors);
    EXPECT_TRUE(m_errors.contains(QStringLiteral("could not be written"))) << qPrintable(m_errors);
}

// /dev/full fails as a full disk does, in the very process.
TEST_F(FullDisk, WhatIsFlushedTooLateIsFound) {
    const QString path = m_mount.filePath(QStringLiteral("a"));
    ASSERT_TRUE(writeWholeFile(path, "first"));
    const QString answer =
        onSmallDisk(QStringLiteral("echo -n first >\"$DISK/a\"; ") + fill() +
                    QStringLiteral("echo -n second >\"$DISK/b\"; stat -c %s \"$DISK/b\""));
    EXPECT_EQ(answer, QStringLiteral("0")) << "the disk is not full, so these tests say nothing";
}

} // namespace
} // namespace gravin::test
