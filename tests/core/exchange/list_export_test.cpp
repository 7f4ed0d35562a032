// SPDX-License-Identifier: GPL-3.0-or-later
// What an export has beside records: groups, totals, and files in a folder of their own.
#include "core/exchange/list_export.h"

#include "core/changes/change_writer.h"
#include "core/exchange/files_beside.h"
#include "core/exchange/import/file_import.h"
#include "core/fitting/generation/screen_generator.h"
#include "support/scratch.h"
#include "support/text.h"

#include <QDir>
#include <QFile>

using namespace gravin;
using namespace gravin::test;

namespace {

class ListExportTest : public ::testing::Test {
protected:
    ListExportTest()
        : m_database(name(
              "CREATE TABLE buoy (id INTEGER PRIMARY KEY, sector TEXT, kind TEXT, name TEXT, cost "
              "DECIMAL(8,2), depth REAL, photo BLOB);"
              "INSERT INTO buoy VALUES (1, 'North', 'bell', 'Tern', 10.50, 1.5, "
              "x'89504e470d0a1a0a'),"
              "(2, 'North', 'bell', 'Skua', 20.25, NULL, NULL), (3, 'North', 'can', 'Gull', 5, 2, "
              "x'00'), (4, 'South', 'can', 'Heron', 7.75, 4, x'');"))
        , desk(m_database) {
        project.connection = m_database.spec();
        const QString id = addGeneratedScreen(project, desk.catalog(), desk.table(name("buoy")),
                                              Arrangement::Grid);
        for (Screen& screen : project.screens) {
            for (ScreenField& field : screen.fields)
                field.shownIn = ShownIn::GridAndForm;
        }
        project.definition(name("buoy"), name("cost"))->total = FieldTotal::Average;
        m_screen = id;
    }

    BoundScreen screen() const {
        return *bindScreen(project, desk.catalog(), *project.screenById(m_screen));
    }
    static RecordQuery byGroups() {
        RecordQuery query;
        for (const char* column : {"sector", "kind", "id"})
            query.sort += SortBy{name(column), false};
        return query;
    }
    Result<qint64> exported(const ExportOptions& options, const QString& path,
                            const QStringList& columns = {name("name"), name("cost"),
                                                          name("depth")}) {
        return exportList(desk.session(), desk.catalog(), screen(), byGroups(), columns, options,
                          path);
    }
    // Each row's cells with bars between.
    static QStringList rowsOf(const QString& path) {
        const auto rows = openRows(path, *guessedForm(path));
        QStringList texts;
        std::vector<FileInput> cells;
        while (*(*rows)->next(cells)) {
            QStringList row;
            for (const FileInput& cell : cells)
                row += cell.text;
            texts += row.join(u'|');
        }
        return texts;
    }
    QString path(const char* file) const { return m_folder.filePath(name(file)); }

    ScratchDatabase m_database;
    Desk desk;
    Project project;
    QTemporaryDir m_folder;
    QString m_screen;
};

TEST_F(ListExportTest, GroupsAndTotalsStandAmongTheRecordsOfASpreadsheet) {
    ExportOptions options;
    options.kind = FileKind::Xlsx;
    options.withTotals = true;
    options.groupedBy = {name("sector"), name("kind")};
    ASSERT_TRUE(exported(options, path("a.xlsx")));
    const QStringList expected{
        name("Sector: North||"), name("Kind: bell||"), name("Tern|10.5|1.5"), name("Skua|20.25|"),
        name("Kind: bell: 2 records|15.38|"), name("Kind: can||"), name("Gull|5|2"),
        name("Kind: can: 1 record|5|"), name("Sector: North: 3 records|11.92|"),
        name("Sector: South||"), name("Kind: can||"), name("Heron|7.75|4"),
        name("Kind: can: 1 record|7.75|"), name("Sector: South: 1 record|7.75|"),
        // (10.50 + 20.25 + 5 + 7.75) / 4, as the list's foot has it
        name("4 records|10.88|")};
    EXPECT_EQ(rowsOf(path("a.xlsx")).join(u'\n'), expected.join(u'\n'))
        << qPrintable(rowsOf(path("a.xlsx")).join(u'\n'));
    // Other kinds have nothing but records.
    options.kind = FileKind::Csv;
    ASSERT_TRUE(exported(options, path("a.csv")));
    EXPECT_EQ(rowsOf(path("a.csv")).size(), 4);
}

TEST_F(ListExportTest, AnEmptyListHasNoTotals) {
    m_database.sqlite(name("DELETE FROM buoy"));
    ExportOptions options;
    options.kind = FileKind::Xlsx;
    options.withTotals = true;
    ASSERT_TRUE(exported(options, path("a.xlsx")));
    EXPECT_TRUE(rowsOf(path("a.xlsx")).isEmpty());
}

TEST_F(ListExportTest, PicturesAndFilesGoIntoAFolderBesideAndComeBack) {
    ExportOptions options;
    options.bytes = ExportOptions::Bytes::Beside;
    options.heads = ExportOptions::Heads::Columns;
    const QStringList columns{name("id"), name("name"), name("photo")};
    ASSERT_TRUE(exported(options, path("list.csv"), columns));
    const QStringList rows = rowsOf(path("list.csv"));
    ASSERT_EQ(rows.size(), 4);
    EXPECT_EQ(rows[0], name("1|Tern|list-files/1-photo.png"));
    EXPECT_EQ(rows[1], name("2|Skua|"));
    EXPECT_EQ(QDir(path("list-files")).entryList(QDir::Files).size(), 3);
    QFile picture(path("list-files/1-photo.png"));
    ASSERT_TRUE(picture.open(QIODevice::ReadOnly));
    EXPECT_EQ(picture.readAll(), QByteArray::fromHex("89504e470d0a1a0a"));
    // What is there is not overwritten.
    const auto again = exported(options, path("list.csv"), columns);
    ASSERT_FALSE(again);
    EXPECT_TRUE(again.error().sentence.contains(name("is there already")));

    const QString before = m_database.sqlite(name("SELECT group_concat(quote(photo)) FROM buoy"));
    m_database.sqlite(name("UPDATE buoy SET photo = x'ffff'"));
    project.definition(name("buoy"), name("id"))->editable = Editable::OnlyNew;
    const BoundScreen fields = screen();
    const FileForm form = *guessedForm(path("list.csv"));
    const ImportSetUp setUp = guessedSetUp(fields, form, {name("id"), name("name"), name("photo")});
    const auto preview = previewImport(desk.session(), desk.catalog(), desk.rules(), fields, setUp,
                                       path("list.csv"));
    ASSERT_TRUE(preview) << qPrintable(preview.error().sentence);
    EXPECT_EQ(preview->count(ImportOutcome::Change), 4);
    const auto written = ChangeWriter(desk.session(), desk.catalog(), desk.rules())
                             .write(importRun(std::make_shared<const Catalog>(desk.catalog()),
                                              std::make_shared<const RuleBook>(desk.rules()),
                                              fields, setUp, path("list.csv"), *preview)
                                        .request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    EXPECT_EQ(m_database.sqlite(name("SELECT group_concat(quote(photo)) FROM buoy")), before);
}

TEST_F(ListExportTest, NothingOutsideTheFilesFolderIsRead) {
    QDir(m_folder.path()).mkpath(name("inner/rows-files/deeper"));
    for (const char* file : {"secret.bin", "inner/secret.bin", "inner/rows-files/own.bin",
                             "inner/rows-files/deeper/own.bin"}) {
        QFile out(path(file));
        ASSERT_TRUE(out.open(QIODevice::WriteOnly));
        out.write("x");
    }
    ASSERT_TRUE(QFile::link(path("secret.bin"), path("inner/rows-files/link.bin")));
    ASSERT_TRUE(QFile::link(m_folder.path(), path("inner/link-files")));
    // Also of rows that were refused before and stand in a file of another name.
    const QString rows = path("inner/rows refused.csv");
    EXPECT_TRUE(*fileBeside(rows, name("rows-files/own.bin")));
    for (const char* other :
         {"secret.bin", "../secret.bin", "rows-files/../secret.bin", "rows-files/link.bin",
          "link-files/secret.bin", "rows-files/deeper/own.bin", "rows-files/..", "rows-files/",
          "rows-files/missing.bin", "..-files/secret.bin"})
        EXPECT_FALSE(*fileBeside(rows, name(other))) << other;
    EXPECT_FALSE(*fileBeside(rows, path("secret.bin")));
    EXPECT_FALSE(*fileBeside(rows, QString()));
}

TEST_F(ListExportTest, WhatFailsLeavesNeitherFileNorFolder) {
    ExportOptions options;
    options.bytes = ExportOptions::Bytes::Beside;
    int parts = 0;
    const auto stopped =
        exportList(desk.session(), desk.catalog(), screen(), {}, {name("name"), name("photo")},
                   options, path("a.csv"), [&](qint64, qint64) { return parts++ > 0; });
    ASSERT_FALSE(stopped);
    EXPECT_TRUE(QDir(m_folder.path())
                    .entryList(QDir::AllEntries | QDir::NoDotAndDotDot | QDir::Hidden)
                    .isEmpty());
}

} // namespace
