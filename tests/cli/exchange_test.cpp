// SPDX-License-Identifier: GPL-3.0-or-later
// Files out and in and on paper, by the built program as a script calls it.
#include "called_program.h"

using namespace gravin::test;

namespace {

TEST_F(CommandLine, ExportsAndImportsWhatComesBackTheSame) {
    for (const QString& file :
         {QStringLiteral("/out.csv"), QStringLiteral("/out.xlsx"), QStringLiteral("/out.json")}) {
        const QString out = database.folder() + file;
        const Answer exported = run({"export", project(), "book", "--out", out, "--json"});
        EXPECT_EQ(exported.json()["records"], 3) << exported.err;
        const Json again = run({"import", project(), "book", out, "--dry-run", "--json"}).json();
        EXPECT_EQ(again["same"], 3) << qPrintable(file);
    }
    EXPECT_EQ(run({"export", project(), "book", "--out", database.folder() + "/a.ods"}).code, 2);
    EXPECT_EQ(run({"export", project(), "book", "--out", "/nowhere/a.csv"}).code, 3);
    EXPECT_EQ(run({"export", project(), "book", "--out", database.folder() + "/a.csv", "--where",
                   "price >"})
                  .code,
              2);
}

TEST_F(CommandLine, ImportSaysWhatItRefusesAndLeavesItOut) {
    const QString in = database.folder() + QStringLiteral("/in.csv");
    QFile file(in);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("Id,Title,Author,Price\n1,Tides and Times,Ewa Calder,13.00\n2,Knots,Nobody,8\n"
               "3,Fog,,x\n");
    file.close();
    const Answer stopped = run({"import", project(), "book", in});
    EXPECT_EQ(stopped.code, 1);
    EXPECT_NE(stopped.err.find("Row 3: "), std::string::npos) << stopped.err;
    EXPECT_NE(stopped.err.find("Row 4: "), std::string::npos) << stopped.err;
    EXPECT_EQ(database.dump(), before);
    const QString refused = database.folder() + QStringLiteral("/refused.csv");
    const Json done =
        run({"import", project(), "book", in, "--leave-out", "--refused", refused, "--json"})
            .json();
    EXPECT_EQ(done["change"], 1);
    EXPECT_EQ(done["records"], 1);
    EXPECT_EQ(done["refused"], 2);
    QFile mended(refused);
    ASSERT_TRUE(mended.open(QIODevice::ReadOnly));
    EXPECT_EQ(mended.readAll().count("\r\n"), 3);
    EXPECT_EQ(run({"rollback", project(), "1"}).code, 0);
    EXPECT_EQ(database.dump(), before);
}

TEST_F(CommandLine, ImportTakesWhatIsUnusualWhenTold) {
    put("checks", Json::parse(R"({"book": [
        {"check": "condition", "field": "price", "condition": "price <= 100",
         "message": "Rarely that dear.", "severity": "warn"}]})"));
    const QString in = database.folder() + QStringLiteral("/in.csv");
    QFile file(in);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("Id,Price\n1,100.5\n2,9\n");
    file.close();
    const Answer stopped = run({"import", project(), "book", in});
    EXPECT_EQ(stopped.code, 1);
    EXPECT_NE(stopped.err.find("Row 2: Rarely that dear."), std::string::npos) << stopped.err;
    EXPECT_EQ(stopped.err.find("Row 3"), std::string::npos) << stopped.err;
    EXPECT_EQ(database.dump(), before);
    const Json done = run({"import", project(), "book", in, "--accept-warnings", "--json"}).json();
    EXPECT_EQ(done["unusual"], 1);
    EXPECT_EQ(done["records"], 2);
}

TEST_F(CommandLine, ImportsAsTheProjectKeepsItMakesAndDeletes) {
    put("imports", Json::parse(R"([{"name": "Stock", "screen": "book",
        "fields": {"No": "id", "What": "title", "Who": "author_id"}, "match": ["id"],
        "missing": "listed", "makes": ["author_id"]}])"));
    const QString in = database.folder() + QStringLiteral("/in.csv");
    QFile file(in);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("Who,No,What\nIda Fenn,1,Tides\nIda Fenn,3,Fog\n");
    file.close();
    EXPECT_EQ(run({"import", project(), "book", in, "--kept", "Others"}).code, 2);
    const Json looked =
        run({"import", project(), "book", in, "--kept", "stock", "--dry-run", "--json"}).json();
    EXPECT_EQ(looked["change"], 2);
    EXPECT_EQ(looked["make"], 1);
    EXPECT_EQ(looked["missing"], 1);
    EXPECT_EQ(looked["delete"], 0);
    // What is said beside it counts instead.
    const Answer done =
        run({"import", project(), "book", in, "--kept", "Stock", "--missing", "delete"});
    EXPECT_EQ(done.code, 0) << done.err;
    EXPECT_NE(done.out.find("1 record that the file lacks"), std::string::npos) << done.out;
    EXPECT_NE(done.out.find("Knots"), std::string::npos) << done.out;
    EXPECT_EQ(database
                  .sqlite(QStringLiteral("SELECT group_concat(title || author.name, ',') FROM "
                                         "book JOIN author ON author.id = author_id;"))
                  .trimmed(),
              QStringLiteral("TidesIda Fenn,FogIda Fenn"));
    EXPECT_EQ(run({"rollback", project(), "1"}).code, 0);
    EXPECT_EQ(database.dump(), before);
    // Without the kept one a lookup is named, and makes too.
    const QString heads = QStringLiteral("--map");
    EXPECT_EQ(run({"import", project(), "book", in, heads, "Who=author_id", heads, "No=id", heads,
                   "What=title", "--match", "id", "--make", "author_id", "--dry-run"})
                  .code,
              0);
}

TEST_F(CommandLine, PrintsWithoutADisplayAndNamesWhatIsLeftOut) {
    const QString out = database.folder() + QStringLiteral("/book.pdf");
    const Answer printed = run({"print", project(), "book", "--out", out, "--json"});
    EXPECT_EQ(printed.code, 0) << printed.err;
    EXPECT_EQ(printed.json()["pages"], 3);
    EXPECT_EQ(run({"print", project(), "book", "--out", out, "--page", "A9"}).code, 2);
    editProject([](Json& json) {
        json["checks"]["book"] = Json::array({{{"check", "condition"},
                                               {"field", "price"},
                                               {"condition", "price IS NOT NULL"},
                                               {"message", "It has no price."},
                                               {"stages", Json::array({"output"})}}});
    });
    const QString none = database.folder() + QStringLiteral("/none.pdf");
    const Answer stops = run({"print", project(), "book", "--out", none});
    EXPECT_EQ(stops.code, 1);
    EXPECT_NE(stops.err.find("Fog: It has no price."), std::string::npos) << stops.err;
    EXPECT_FALSE(QFile::exists(none));
    const Answer leaves = run({"print", project(), "book", "--out", none, "--as", "list",
                               "--on-gap", "leave-out", "--json"});
    EXPECT_EQ(leaves.code, 1);
    EXPECT_EQ(leaves.json()["records"], 2);
    EXPECT_EQ(leaves.json()["left_out"].size(), 1U);
}
TEST_F(CommandLine, AnActionIsDoneByTheTerminalToo) {
    editProject([&](Json& json) {
        for (Json& screen : json["screens"]) {
            if (screen["id"] == "book")
                screen["own_actions"] =
                    Json::array({{{"name", "Lend"},
                                  {"when", "lent IS FALSE"},
                                  {"steps",
                                   {{{"do", "set"}, {"values", {{"lent", "TRUE"}}}},
                                    {{"do", "print"}, {"text", database.folder().toStdString()}},
                                    {{"do", "next"}}}}}});
        }
    });
    const Answer done = run({"act", project(), "book", "lend", "--key", "1", "--key", "2"});
    EXPECT_EQ(done.code, 0) << done.err;
    EXPECT_NE(done.out.find("Change 1: 2 records."), std::string::npos) << done.out;
    EXPECT_TRUE(QFile::exists(database.folder() + QStringLiteral("/Lend Tides.pdf")));
    const Answer again = run({"act", project(), "book", "Lend", "--key", "1"});
    EXPECT_EQ(again.code, 1);
    EXPECT_NE(again.err.find("lent IS FALSE"), std::string::npos) << again.err;
    EXPECT_EQ(run({"act", project(), "book", "Lend", "--key", "99"}).code, 1);
    EXPECT_EQ(run({"act", project(), "book", "Burn", "--key", "1"}).code, 2);
    EXPECT_EQ(run({"rollback", project(), "1"}).code, 0);
    EXPECT_EQ(database.dump(), before);
}

} // namespace
