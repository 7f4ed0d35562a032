// SPDX-License-Identifier: GPL-3.0-or-later
// The built program, called as a script calls it.
#include "called_program.h"

using namespace gravin::test;

namespace {

TEST_F(CommandLine, ListsTablesAndRows) {
    const Json tables = on("tables", {"--json"}).json();
    ASSERT_EQ(tables["tables"].size(), 4u);
    EXPECT_EQ(tables["tables"][1]["name"], "book");
    EXPECT_EQ(tables["tables"][1]["references"][0]["table"], "author");
    EXPECT_FALSE(tables["tables"][2]["read_only"].is_null());
    EXPECT_EQ(run({"tables", "sqlite:" + database.path(), "--json"}).json(), tables);

    const Json rows =
        on("rows", {"book", "--sort", "title DESC", "--limit", "2", "--offset", "1", "--json"})
            .json();
    EXPECT_EQ(rows["total"], 3);
    ASSERT_EQ(rows["rows"].size(), 2u);
    EXPECT_EQ(rows["rows"][0]["title"], "Knots");
    EXPECT_EQ(rows["rows"][0]["price"], "8.00");
    EXPECT_EQ(rows["rows"][0]["lent"], false);
    EXPECT_EQ(rows["rows"][1]["author_id"], nullptr);
}

TEST_F(CommandLine, ADefaultCanBeTheNextNumberWithinTheKey) {
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    Json json = Json::parse(file.readAll().toStdString());
    file.close();
    json["fields"]["shelf"]["place"]["default"] = {{"from", "next_number"}};
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write(QByteArray::fromStdString(json.dump()));
    file.close();
    EXPECT_EQ(on("add", {"shelf", "room=A,B", "label=right"}).code, 0);
    EXPECT_EQ(on("add", {"shelf", "room=C"}).code, 0);
    EXPECT_EQ(on("add", {"shelf", "room=C", "place=9"}).code, 0);
    EXPECT_EQ(on("add", {"shelf", "room=C"}).code, 0);
    EXPECT_EQ(database
                  .sqlite(name("SELECT group_concat(room || place, ' ') FROM (SELECT * FROM "
                               "shelf ORDER BY room, place)"))
                  .trimmed(),
              u"A,B1 A,B2 C1 C9 C10");
}

TEST_F(CommandLine, RowsAreThoseThatTheScreensListBeginsWith) {
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    Json json = Json::parse(file.readAll().toStdString());
    file.close();
    for (Json& screen : json["screens"]) {
        if (screen["id"] == "book")
            screen["list"] = {
                {"filters", {{{"words", "Priced"}, {"condition", "price IS NOT NULL"}}}},
                {"sort", {{{"column", "title"}, {"descending", true}}}},
                {"hidden", {"price"}}};
    }
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write(QByteArray::fromStdString(json.dump()));
    file.close();
    const Json all = on("rows", {"book", "--all", "--json"}).json();
    EXPECT_EQ(all["total"], 3);
    const Json rows = on("rows", {"book", "--json"}).json();
    EXPECT_EQ(
        rows["total"],
        on("rows", {"book", "--all", "--where", "price IS NOT NULL", "--json"}).json()["total"]);
    EXPECT_LT(rows["total"], 3);
    for (size_t i = 1; i < rows["rows"].size(); ++i)
        EXPECT_GE(rows["rows"][i - 1]["title"], rows["rows"][i]["title"]);
    EXPECT_EQ(on("rows", {"book"}).out.find("Price"), std::string::npos);
    EXPECT_NE(on("rows", {"book", "--all"}).out.find("Price"), std::string::npos);
    EXPECT_EQ(on("rows", {"book", "--where", "id = 1", "--json"}).json()["total"],
              on("rows", {"book", "--all", "--where", "id = 1 AND price IS NOT NULL", "--json"})
                  .json()["total"]);
    EXPECT_EQ(on("rows", {"book", "--where", "prce > 1"}).code, 2);
    EXPECT_EQ(on("check", {}).code, 0);
}

TEST_F(CommandLine, RowsShowWhatLookupsShowAndAreSortedByIt) {
    const auto at = [](const std::string& text, const char* word) { return text.find(word); };
    const std::string shown = on("rows", {"book", "--sort", "author_id DESC"}).out;
    EXPECT_NE(at(shown, "Ewa Calder"), std::string::npos) << shown;
    EXPECT_LT(at(shown, "Nuno Brack"), at(shown, "Ewa Calder"));
    const std::string stored = on("rows", {"book", "--sort", "author_id", "--stored"}).out;
    EXPECT_EQ(at(stored, "Ewa Calder"), std::string::npos) << stored;
}

// Through references and over lines: read, filled, stamped, offered, checked and found broken.
TEST_F(CommandLine, ReachesBeyondItsTable) {
    put("computed",
        Json{{"author",
              {{{"name", "books"},
                {"expression", "(SELECT COUNT(*) FROM book WHERE book.author_id = record.id)"}}}}});
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    Json fields = Json::parse(file.readAll().toStdString())["fields"];
    file.close();
    fields["book"]["title"]["filled_with"] = "author_id -> name";
    fields["author"]["name"]["stamped"] = Json{{"when", "added"}, {"with", "'stamped'"}};
    put("fields", fields);
    const Json authors = on("rows", {"author", "--where", "books > 0", "--json"}).json();
    EXPECT_EQ(authors["total"], 2);
    const Json filtered =
        on("rows", {"author", "--where",
                    "EXISTS (SELECT 1 FROM book WHERE book.author_id = record.id AND price > 10)",
                    "--json"})
            .json();
    EXPECT_EQ(filtered["total"], 1);
    EXPECT_EQ(on("edit", {"book", "--key", "3", "author_id=2"}).code, 0);
    EXPECT_EQ(on("rows", {"book", "--where", "id = 3", "--json"}).json()["rows"][0]["title"],
              "Nuno Brack")
        << "filled with the picked author's name";
    EXPECT_EQ(on("edit", {"book", "--key", "3", "author_id=1", "title=Mine"}).code, 0);
    EXPECT_EQ(on("rows", {"book", "--where", "id = 3", "--json"}).json()["rows"][0]["title"],
              "Mine");
    EXPECT_EQ(on("add", {"author"}).code, 0);
    EXPECT_EQ(on("rows", {"author", "--sort", "id DESC", "--json"}).json()["rows"][0]["name"],
              "stamped");
    EXPECT_NE(on("edit", {"author", "--key", "1", "name=Somebody"}).code, 0)
        << "nobody types there";
    EXPECT_EQ(on("check", {}).code, 0);

    fields["book"]["author_id"]["lookup"]["where"] = "id = record.lnet";
    fields["book"]["title"]["filled_with"] = "author_id -> nmae";
    fields["author"]["name"]["stamped"]["with"] = "CURRENT_USR";
    put("fields", fields);
    const Answer broken = on("check", {"--json"});
    EXPECT_NE(broken.code, 0);
    for (const char* kind : {"offering_broken", "filling_broken", "stamp_broken"})
        EXPECT_NE(broken.out.find(kind), std::string::npos) << kind << ": " << broken.out;
}

// What stands in another record, what follows in a bulk update, and what is hidden by a condition.
TEST_F(CommandLine, WritesAndShowsWhatHangsOnOtherRecords) {
    put("computed", Json{{"book", {{{"name", "author"}, {"expression", "author_id -> name"}}}}});
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    const Json whole = Json::parse(file.readAll().toStdString());
    file.close();
    Json fields = whole["fields"];
    fields["book"]["author"] = Json{{"label", "Author's name"}, {"editable", true}};
    fields["book"]["title"]["filled_with"] = "author_id -> name";
    put("fields", fields);
    Json screens = whole["screens"];
    for (Json& screen : screens) {
        if (screen["table"] != "book")
            continue;
        screen["fields"].push_back(Json{{"column", "author"}});
        for (Json& field : screen["fields"]) {
            if (field["column"] == "price")
                field["visible_when"] = "id = 1";
        }
    }
    put("screens", screens);
    const Answer check = on("check", {"--json"});
    EXPECT_EQ(check.json()["breaks"], 0) << check.out;
    // The author is renamed from a book, as one change of one record.
    EXPECT_EQ(on("edit", {"book", "--key", "1", "author=E. Calder", "--json"}).json()["records"],
              1);
    EXPECT_EQ(on("rows", {"author", "--json"}).json()["rows"][0]["name"], "E. Calder");
    EXPECT_EQ(on("edit", {"book", "--key", "1", "author=X", "--was", "author=Somebody"}).code, 4)
        << "it is not what was seen";
    EXPECT_EQ(on("edit", {"book", "--key", "3", "author=X"}).code, 1) << "it has no author";
    EXPECT_EQ(on("bulk", {"book", "--key", "1", "--put", "author=X"}).code, 1);
    // Titles follow only where that is asked for.
    EXPECT_EQ(on("bulk", {"book", "--key", "2", "--put", "author_id=1"}).code, 0);
    EXPECT_EQ(on("rows", {"book", "--where", "id = 2", "--json"}).json()["rows"][0]["title"],
              "Knots");
    EXPECT_EQ(on("bulk", {"book", "--key", "2", "--put", "author_id=2", "--with-filled"}).code, 0);
    EXPECT_EQ(on("rows", {"book", "--where", "id = 2", "--json"}).json()["rows"][0]["title"],
              "Nuno Brack");
    const std::string shown = on("rows", {"book", "--where", "price > 0"}).out;
    EXPECT_NE(shown.find("12.50"), std::string::npos) << shown;
    EXPECT_EQ(shown.find("8.00"), std::string::npos) << "hidden by its condition: " << shown;
    EXPECT_NE(on("rows", {"book", "--where", "price > 0", "--stored"}).out.find("8.00"),
              std::string::npos);
}

// Each case that a project can be broken by is named with a mend or its reason.
TEST_F(CommandLine, FindsWhatReachesNowhere) {
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    const Json whole = Json::parse(file.readAll().toStdString());
    file.close();
    const auto checked = [&](const Json& computed, const char* table, const char* column,
                             const Json& settings) {
        put("computed", computed);
        Json fields = whole["fields"];
        for (auto setting = settings.begin(); setting != settings.end(); ++setting)
            fields[table][column][setting.key()] = setting.value();
        put("fields", fields);
        return on("check", {"--json"});
    };
    const Json none = Json::object();
    const auto computed = [](const char* expression) {
        return Json{{"book", {{{"name", "it"}, {"expression", expression}}}}};
    };
    struct Case {
        Answer answer;
        const char* kind;
        const char* says;
    };
    const Case cases[] = {
        {checked(computed("author_id -> nam"), "book", "title", none), "computed_broken",
         "Did you mean"},
        {checked(computed("title -> name"), "book", "title", none), "computed_broken",
         "refers to no record"},
        {checked(computed("price * author_id -> name"), "book", "title", none), "computed_broken",
         "number"},
        {checked(computed("(SELECT COUNT(*) FROM boook WHERE author_id = record.author_id)"),
                 "book", "title", none),
         "computed_broken", "Did you mean"},
        {checked(computed("(SELECT COUNT(*) FROM book WHERE price > record.price)"), "book",
                 "title", none),
         "computed_broken", ""},
        {checked(computed("it || 'x'"), "book", "title", none), "computed_broken", ""},
        {checked(none, "book", "title", {{"filled_with", "author_id"}}), "filling_broken",
         "cannot hold"},
        {checked(none, "book", "title", {{"filled_with", "title || 'x'"}}), "filling_broken",
         "itself"},
        {checked(none, "book", "title", {{"required_when", "price"}}), "required_when_broken", ""},
        {checked(none, "book", "title", {{"total", "sum"}}), "total_misfit", "sum"},
    };
    for (const Case& each : cases) {
        const Json answer = each.answer.json();
        bool isFound = false;
        for (const Json& finding : answer["findings"]) {
            const std::string id = finding["id"];
            isFound = isFound || (id.starts_with(each.kind) &&
                                  finding.dump().find(each.says) != std::string::npos);
        }
        EXPECT_TRUE(isFound) << each.kind << " (" << each.says << "): " << each.answer.out;
    }
    // A circle of filled fields is named in its order.
    put("computed", none);
    Json fields = whole["fields"];
    fields["book"]["price"]["filled_with"] = "author_id";
    fields["book"]["author_id"]["filled_with"] = "CAST(price AS INTEGER)";
    put("fields", fields);
    const std::string circle = on("check", {"--json"}).out;
    EXPECT_NE(circle.find("author_id"), std::string::npos);
    EXPECT_NE(circle.find("circle"), std::string::npos) << circle;
    // What a former version wrote has none of this, and fits.
    put("fields", whole["fields"]);
    EXPECT_EQ(on("check", {"--json"}).json()["breaks"], 0);
    EXPECT_EQ(database.dump(), before);
}

TEST_F(CommandLine, ChecksRefuseInAddEditAndBulk) {
    put("checks", Json::parse(R"({"book": [
        {"check": "range", "field": "price", "most": "100"},
        {"check": "condition", "condition": "lent IS FALSE OR bought IS NOT NULL",
         "message": "Say when it was bought.", "severity": "warn", "in_runs": "leave_out"}]})"));
    for (const Answer& refused :
         {on("add", {"book", "title=Fens", "price=100.5", "--json"}),
          on("edit", {"book", "--key", "1", "price=101", "--json"}),
          on("bulk", {"book", "--key", "1", "--key", "2", "--put", "price=101", "--json"})}) {
        EXPECT_EQ(refused.code, 1);
        const Json problem = refused.json()["problems"][0];
        EXPECT_EQ(problem["field"], "price");
        EXPECT_EQ(problem["check"], "range");
        EXPECT_EQ(problem["message"], "Price must be at most 100.");
    }
    const Json warned = on("edit", {"book", "--key", "1", "lent=yes", "--json"}).json();
    EXPECT_EQ(warned["problems"][0]["severity"], "warn");
    EXPECT_EQ(warned["problems"][0]["record"], "1");
    EXPECT_EQ(database.dump(), before);
    const Json leftOut =
        on("bulk", {"book", "--where", "price < 10", "--put", "lent=yes", "--json"}).json();
    EXPECT_EQ(leftOut["records"], 0);
    EXPECT_EQ(leftOut["left_out"][0]["message"], "Say when it was bought.");
    EXPECT_EQ(on("edit", {"book", "--key", "1", "lent=yes", "--accept-warnings", "--json"}).code,
              0);
}

TEST_F(CommandLine, ABulkUpdateComputesAndAsksForWhatIsMissing) {
    put("checks", Json::parse(R"({"book": [
        {"check": "required", "field": "bought", "message": "Say when it was bought.",
         "in_runs": "ask"}]})"));
    const QStringList raise{
        "book", "--where", "price > 1", "--set", "price=ROUND(price * 1.04, 2)", "--json"};
    const Answer asked = on("bulk", raise);
    EXPECT_EQ(asked.code, 1);
    ASSERT_EQ(asked.json()["problems"].size(), 2u) << "all gaps at once";
    EXPECT_EQ(asked.json()["problems"][1]["record"], "2");
    EXPECT_EQ(database.dump(), before);
    const Json done = on("bulk", raise + QStringList{"--fill", "1", "bought=2026-01-02", "--fill",
                                                     "2", "bought=2026-01-03"})
                          .json();
    EXPECT_EQ(done["records"], 2);
    const Json rows = on("rows", {"book", "--json"}).json()["rows"];
    EXPECT_EQ(rows[0]["price"], "13.00");
    EXPECT_EQ(rows[1]["price"], "8.32");
    EXPECT_EQ(rows[1]["bought"], "2026-01-03");

    EXPECT_EQ(on("bulk", {"book", "--key", "1", "--set", "price=prize * 2"}).code, 2);
    const Answer misfit =
        on("bulk", {"book", "--key", "1", "--set", "price=price * 1e9", "--json"});
    EXPECT_EQ(misfit.code, 1);
    EXPECT_EQ(misfit.json()["problems"][0]["field"], "price");
    EXPECT_EQ(on("bulk", {"book", "--key", "1", "--put", "price=9", "--fill", "3", "price=1"}).code,
              2)
        << "none of those that change";
}

TEST_F(CommandLine, ComputedFieldsAreReadSortedAndFiltered) {
    put("computed", Json::parse(R"json({"book": [
        {"name": "gross", "expression": "price * 1.2"},
        {"name": "spine", "expression": "UPPER(title)"}]})json"));
    Json screens = Json::parse(R"([{"id": "book", "label": "Books", "table": "book",
        "arrangement": "grid", "fields": [{"column": "title"}, {"column": "gross"},
        {"column": "spine"}]}])");
    put("screens", screens);
    const Json rows = on("rows", {"book", "--sort", "gross DESC, spine", "--json"}).json();
    EXPECT_EQ(rows["rows"][0]["gross"], "15.000");
    EXPECT_EQ(rows["rows"][1]["spine"], "KNOTS");
    EXPECT_EQ(rows["rows"][2]["gross"], nullptr);
    const Json some = on("rows", {"book", "--where", "gross > 10", "--json"}).json();
    EXPECT_EQ(some["total"], 1);
    EXPECT_EQ(on("edit", {"book", "--key", "1", "gross=3", "--json"}).code, 1);
    EXPECT_EQ(on("check", {"--json"}).json()["findings"].size(), 0u);
}

TEST_F(CommandLine, SearchesInFieldsAndInWhatLookupsShow) {
    const auto titles = [&](const QStringList& rest) {
        const Json rows =
            on("rows", QStringList{"book", "--sort", "title", "--json"} + rest).json();
        std::string found;
        for (const Json& row : rows["rows"])
            found += row["title"].get<std::string>() + ' ';
        EXPECT_EQ(rows["total"], rows["rows"].size());
        return found;
    };
    EXPECT_EQ(titles({"--search", "O"}), "Fog Knots ");
    EXPECT_EQ(titles({"--search", "calder"}), "Tides ") << "the author's name";
    EXPECT_EQ(titles({"--search", "calder knots"}), "");
    EXPECT_EQ(titles({"--search", "o", "--where", "price > 1"}), "Knots ");
    EXPECT_EQ(on("rows", {"scrap", "--search", "1"}).code, 2) << "it has no key";
}

TEST_F(CommandLine, RepointsAfterComparing) {
    ScratchDatabase other(Library);
    const Answer dry =
        on("repoint", {"--database", "sqlite:" + other.path(), "--dry-run", "--json"});
    EXPECT_EQ(dry.code, 0);
    EXPECT_EQ(dry.json()["repointed"], false);
    ASSERT_EQ(dry.json()["findings"].size(), 1u);
    EXPECT_EQ(dry.json()["findings"][0]["id"], "no_key:scrap");
    EXPECT_EQ(on("repoint", {"--database", "sqlite:" + other.path()}).code, 0);
    EXPECT_EQ(on("add", {"author", "name=Ilse Tarn"}).code, 0);
    EXPECT_EQ(database.dump(), before) << "it is the other one that is written to";
    EXPECT_NE(other.dump(), before);

    ScratchDatabase lacking(
        QStringLiteral("CREATE TABLE author (id INTEGER PRIMARY KEY, called TEXT);"));
    const Answer refused = on("repoint", {"--database", "sqlite:" + lacking.path(), "--json"});
    EXPECT_EQ(refused.code, 1);
    EXPECT_GE(refused.json()["breaks"], 3);
    EXPECT_EQ(refused.json()["repointed"], false);
    EXPECT_EQ(on("rows", {"author", "--json"}).json()["total"], 3);
    EXPECT_EQ(on("repoint", {"--database", "sqlite:" + lacking.path(), "--anyway"}).code, 0);
    EXPECT_EQ(on("repoint", {"--database", "sqlite:/nowhere/at/all.db"}).code, 3);
}

TEST_F(CommandLine, FiltersByACondition) {
    const Json rows = on("rows", {"book", "--where", "price * 2 >= 20 OR title LIKE 'F%'", "--sort",
                                  "title", "--json"})
                          .json();
    EXPECT_EQ(rows["total"], 2);
    EXPECT_EQ(rows["rows"][0]["title"], "Fog");
    EXPECT_EQ(
        on("rows", {"shelf", "--where", "place = 1 AND room = 'A,B'", "--json"}).json()["total"],
        1);
    EXPECT_EQ(on("rows", {"scrap", "--where", "a IS NOT NULL", "--json"}).json()["total"], 1);
    // A part that reads nothing and has no value is no fault of the database.
    EXPECT_EQ(on("rows", {"book", "--where", "1e308 * 10 > 1", "--json"}).json()["total"], 0);
    const Answer wrong = on("rows", {"book", "--where", "prce > 1", "--json"});
    EXPECT_EQ(wrong.code, 2);
    EXPECT_NE(wrong.out.find("Did you mean “price”?"), std::string::npos);
}

TEST_F(CommandLine, ChecksTheProjectAndMendsIt) {
    // The table without a key is only a risk.
    const Answer fits = on("check", {"--json"});
    EXPECT_EQ(fits.code, 0);
    EXPECT_EQ(fits.json()["breaks"], 0);
    EXPECT_EQ(fits.json()["findings"][0]["id"], "no_key:scrap");
    database.sqlite(QStringLiteral("ALTER TABLE book RENAME COLUMN price TO prices;"));
    const Answer broken = on("check", {"--json"});
    EXPECT_EQ(broken.code, 1);
    EXPECT_EQ(broken.json()["breaks"], 1);
    EXPECT_EQ(on("check", {"--mend", "nothing"}).code, 2);
    EXPECT_EQ(on("check", {"--mend", "column_missing:book.price", "--json"}).json()["breaks"], 0);
    EXPECT_EQ(on("rows", {"book", "--json"}).json()["rows"][0]["prices"], "12.50");
}

TEST_F(CommandLine, EditsLogsShowsAndRollsBack) {
    const Json edited =
        on("edit", {"book", "--key", "1", "title=Tides & Bars", "price=13.75", "--json"}).json();
    EXPECT_EQ(edited["change"], 1);
    EXPECT_EQ(edited["records"], 1);
    EXPECT_EQ(edited["key"], 1);
    const Json log = on("log", {"--json"}).json();
    ASSERT_EQ(log.size(), 1u);
    for (const char* member :
         {"id", "at", "by", "screen", "action", "note", "records", "tables", "undoes"})
        EXPECT_TRUE(log[0].contains(member)) << member;
    EXPECT_EQ(log[0]["tables"], Json::array({"book"}));
    const Json shown = on("show", {"1", "--json"}).json();
    EXPECT_EQ(shown["records"][0]["op"], "update");
    EXPECT_EQ(shown["records"][0]["fields"]["price"]["before"], "12.50");
    EXPECT_EQ(shown["records"][0]["fields"]["price"]["after"], "13.75");
    EXPECT_EQ(on("rollback", {"1", "--dry-run", "--json"}).json()["plan"]["ready"], 1);
    const Json back = on("rollback", {"1", "--json"}).json();
    EXPECT_EQ(back["change"], 2);
    EXPECT_EQ(back["plan"]["ready"], 1);
    EXPECT_EQ(database.dump(), before);
    EXPECT_EQ(on("log", {"--json"}).json()[0]["undoes"], 1);
}

TEST_F(CommandLine, RefusesARequiredFieldLeftEmpty) {
    const Answer refused = on("edit", {"book", "--key", "2", "title=", "--json"});
    EXPECT_EQ(refused.code, 1);
    const Json problem = refused.json()["problems"][0];
    EXPECT_EQ(problem["record"], "2");
    EXPECT_EQ(problem["field"], "title");
    EXPECT_EQ(problem["check"], "required");
    EXPECT_FALSE(problem["message"].get<std::string>().empty());
    EXPECT_EQ(on("add", {"book", "price=1"}).code, 1);
    EXPECT_NE(on("add", {"book", "price=1"}).err.find("Title"), std::string::npos);
    EXPECT_EQ(database.dump(), before);
}

TEST_F(CommandLine, RefusesWhatAFieldCannotTake) {
    for (const char* value :
         {"price=cheap", "price=1.234", "bought=tomorrow", "lent=perhaps", "author_id=99"}) {
        const Answer refused = on("edit", {"book", "--key", "1", QLatin1String(value), "--json"});
        EXPECT_EQ(refused.code, 1) << value;
        EXPECT_EQ(refused.json()["problems"].size(), 1u) << value;
    }
    EXPECT_EQ(database.dump(), before);
}

// ISO forms and points, whatever the project says; as people of a locale write only where asked.
TEST_F(CommandLine, WritesDatesAndFiguresAlikeEverywhere) {
    put("locale", "de");
    EXPECT_EQ(on("edit", {"book", "--key", "1", "price=1,5"}).code, 1);
    EXPECT_EQ(
        on("edit", {"book", "--key", "1", "price=1,5", "bought=28.11.2026", "--locale", "de"}).code,
        0);
    const std::string plain = on("rows", {"book", "--where", "id = 1"}).out;
    EXPECT_NE(plain.find("1.50"), std::string::npos) << plain;
    EXPECT_NE(plain.find("2026-11-28"), std::string::npos);
    const std::string german = on("rows", {"book", "--where", "id = 1", "--locale", "de-DE"}).out;
    EXPECT_NE(german.find("1,50"), std::string::npos) << german;
    EXPECT_NE(german.find("28.11.2026"), std::string::npos);
    EXPECT_EQ(on("rows", {"book", "--locale", "xx-nowhere"}).code, 2);
    put("locale", "nowhere");
    EXPECT_NE(on("rows", {"book"}).err.find("nowhere"), std::string::npos);
}

TEST_F(CommandLine, TakesBinaryValuesFromFiles) {
    ScratchDatabase pictures(QStringLiteral("CREATE TABLE plan (id INTEGER PRIMARY KEY, sheet BLOB "
                                            "NOT NULL, name TEXT);"));
    const QString file = database.folder() + QStringLiteral("/plans.gravin");
    ASSERT_EQ(run({"new", file, "--database", "sqlite:" + pictures.path()}).code, 0);
    QFile sheet(database.folder() + QStringLiteral("/sheet.bin"));
    ASSERT_TRUE(sheet.open(QIODevice::WriteOnly));
    sheet.write(QByteArray("\0\xff plan", 7));
    sheet.close();
    EXPECT_EQ(run({"add", file, "plan", "name=Quay"}).code, 1) << "the sheet is required";
    EXPECT_EQ(run({"add", file, "plan", "--file", "sheet=" + sheet.fileName()}).code, 0);
    EXPECT_EQ(pictures.sqlite(QStringLiteral("SELECT hex(sheet) FROM plan;")),
              QStringLiteral("00FF20706C616E\n"));
    EXPECT_EQ(run({"edit", file, "plan", "--key", "1", "--file", "sheet=/nowhere"}).code, 3);
    EXPECT_EQ(run({"edit", file, "plan", "--key", "1", "--file", "name=" + sheet.fileName()}).code,
              2);
}

TEST_F(CommandLine, AddsDeletesAndTakesBoth) {
    const Json added = on("add", {"book", "title=New", "Price=3", "--json"}).json();
    EXPECT_EQ(added["key"], 4);
    EXPECT_EQ(on("delete", {"book", "--key", "4"}).code, 0);
    EXPECT_EQ(on("delete", {"author", "--key", "1"}).code, 1) << "a book refers to it";
    EXPECT_EQ(on("delete", {"author", "--key", "1", "--cascade"}).code, 0);
    for (const char* change : {"3", "2", "1"})
        EXPECT_EQ(on("rollback", {QLatin1String(change)}).code, 0) << change;
    EXPECT_EQ(database.dump(), before);
}

TEST_F(CommandLine, ChangesManyAsOne) {
    const Json preview =
        on("bulk", {"book", "--key", "1", "--key", "2", "--put", "price=8", "--dry-run", "--json"})
            .json();
    EXPECT_EQ(preview["steps"].size(), 1u) << "one of the two already is so";
    EXPECT_EQ(database.dump(), before);
    const Json done = on("bulk", {"book", "--key", "1", "--key", "3", "--put", "price=8", "--put",
                                  "lent=yes", "--json"})
                          .json();
    EXPECT_EQ(done["records"], 2);
    EXPECT_EQ(on("rollback", {"1"}).code, 0);
    EXPECT_EQ(database.dump(), before);
}

TEST_F(CommandLine, RunsABulkUpdateThatTheProjectKeeps) {
    put("bulk_updates", Json::parse(R"([
        {"name": "Dearer", "screen": "book", "where": "price > 5", "fields": [
            {"column": "price", "gets": "expression", "text": "price + 1"},
            {"column": "title", "gets": "replaced", "text": "(.)s$", "with": "\\1S", "found": "pattern"},
            {"column": "bought", "gets": "value", "text": "2026-01-02", "later": 1}]},
        {"name": "Unlent", "screen": "book", "fields": [{"column": "bought", "gets": "nothing"}]}])"));
    const Json project = Json::parse(on("rows", {"book", "--json"}).out);
    ASSERT_EQ(project["total"], 3);
    const Json done = on("bulk", {"book", "--kept", "dearer", "--json"}).json();
    EXPECT_EQ(done["records"], 2);
    const Json row = on("rows", {"book", "--where", "id = 1", "--json"}).json()["rows"][0];
    EXPECT_EQ(row["price"], "13.50");
    EXPECT_EQ(row["title"], "TideS");
    EXPECT_EQ(row["bought"], "2026-01-02");
    // Which records may be said anew, and has to be where nothing is kept of it.
    EXPECT_EQ(on("bulk", {"book", "--kept", "Dearer", "--key", "2", "--json"}).json()["records"],
              1);
    EXPECT_EQ(on("bulk", {"book", "--kept", "Unlent"}).code, 2);
    EXPECT_EQ(on("bulk", {"book", "--kept", "Unlent", "--where", "id = 1"}).code, 0);
    const Answer unknown = on("bulk", {"book", "--kept", "Cheaper"});
    EXPECT_NE(unknown.code, 0);
    EXPECT_NE(unknown.err.find("Dearer, Unlent"), std::string::npos) << unknown.err;
}

TEST_F(CommandLine, AnswersFourOnAConflict) {
    const Answer conflict =
        on("edit", {"book", "--key", "1", "--was", "title=Tide", "title=Mine", "--json"});
    EXPECT_EQ(conflict.code, 4);
    EXPECT_EQ(conflict.json()["conflicts"][0]["theirs"], "Tides");
    EXPECT_EQ(database.dump(), before);
}

TEST_F(CommandLine, RefusesAPlanThatIsNotClean) {
    on("edit", {"book", "--key", "1", "title=One"});
    on("edit", {"book", "--key", "1", "title=Two"});
    const Answer refused = on("rollback", {"1", "--json"});
    EXPECT_EQ(refused.code, 1);
    EXPECT_EQ(refused.json()["plan"]["changed_since"], 1);
    EXPECT_EQ(refused.json()["change"], nullptr);
    EXPECT_EQ(on("rollback", {"1", "--on-conflict", "overwrite"}).code, 0);
}

TEST_F(CommandLine, RollsBackAnyPartOfTheLog) {
    ASSERT_EQ(on("edit", {"book", "--key", "1", "title=Ebb", "price=13"}).code, 0); // 1
    ASSERT_EQ(on("edit", {"book", "--key", "2", "title=Bends"}).code, 0);           // 2
    ASSERT_EQ(on("edit", {"book", "--key", "1", "title=Flood"}).code, 0);           // 3
    ASSERT_EQ(on("delete", {"book", "--key", "3"}).code, 0);                        // 4
    EXPECT_EQ(on("rollback", {}).code, 2);
    EXPECT_EQ(on("rollback", {"--to", "0", "--key", "1"}).code, 2) << "--key needs --table";
    EXPECT_EQ(on("rollback", {"99"}).code, 1);

    // One field of one record.
    ASSERT_EQ(
        on("rollback", {"--to", "0", "--table", "book", "--key", "1", "--field", "price"}).code, 0);
    Json book = on("rows", {"book", "--where", "id = 1", "--json"}).json()["rows"][0];
    EXPECT_EQ(book["price"], "12.50");
    EXPECT_EQ(book["title"], "Flood");
    // Two changes of which one is not the last word.
    const Answer clash = on("rollback", {"1", "2", "--json"});
    EXPECT_EQ(clash.code, 1);
    EXPECT_EQ(clash.json()["plan"]["changed_since"], 1);
    EXPECT_EQ(clash.json()["plan"]["ready"], 1);
    EXPECT_EQ(clash.json()["change"], nullptr);
    ASSERT_EQ(on("rollback", {"1", "2", "--on-conflict", "skip"}).code, 0);
    EXPECT_EQ(on("rows", {"book", "--where", "id = 2", "--json"}).json()["rows"][0]["title"],
              "Knots");
    // And everything.
    const Answer all = on("rollback", {"--to", "0", "--note", "a day of trying", "--json"});
    EXPECT_EQ(all.code, 0) << all.out << all.err;
    EXPECT_EQ(database.dump(), before);
    EXPECT_NE(on("log", {"--limit", "1", "--json"})
                  .json()[0]["note"]
                  .get<std::string>()
                  .find("a day of trying"),
              std::string::npos);
}

TEST_F(CommandLine, ShowsWhatWas) {
    ASSERT_EQ(on("edit", {"book", "--key", "1", "title=Ebb"}).code, 0);
    ASSERT_EQ(on("delete", {"book", "--key", "3"}).code, 0);
    ASSERT_EQ(on("add", {"book", "title=New", "price=20"}).code, 0);
    const auto titles = [&](const QStringList& rest) {
        QStringList found;
        const Json rows = on("rows", QStringList{"book", "--json"} + rest).json()["rows"];
        for (const Json& row : rows)
            found += QString::fromStdString(row["title"].get<std::string>());
        return found;
    };
    EXPECT_EQ(titles({"--as-of", "0"}), (QStringList{"Tides", "Knots", "Fog"}));
    EXPECT_EQ(titles({"--as-of", "1"}), (QStringList{"Ebb", "Knots", "Fog"}));
    EXPECT_EQ(titles({"--as-of", "1", "--sort", "title DESC", "--where", "price IS NOT NULL"}),
              (QStringList{"Knots", "Ebb"}));
    EXPECT_EQ(titles({"--as-of", "0", "--search", "fo"}), QStringList{"Fog"});
    EXPECT_EQ(titles({"--as-of", "2000-01-01"}), (QStringList{"Tides", "Knots", "Fog"}));
    EXPECT_EQ(on("rows", {"book", "--as-of", "once"}).code, 2);
}

TEST_F(CommandLine, VerifiesNotesTrimsAndTellsWhoSetAField) {
    ASSERT_EQ(on("edit", {"book", "--key", "1", "title=Ebb"}).code, 0);
    ASSERT_EQ(on("edit", {"book", "--key", "1", "title=Flood"}).code, 0);
    ASSERT_EQ(on("note", {"1", "as agreed"}).code, 0);
    EXPECT_EQ(on("note", {"77", "?"}).code, 1);
    EXPECT_EQ(on("log", {"--text", "AGREED", "--json"}).json().size(), 1u);
    const Json history =
        on("log", {"--table", "book", "--key", "1", "--field", "title", "--json"}).json();
    ASSERT_EQ(history.size(), 2u);
    EXPECT_EQ(history[0]["before"], "Ebb");
    EXPECT_EQ(history[1]["before"], "Tides");
    const Answer intact = on("log", {"--verify", "--json"});
    EXPECT_EQ(intact.code, 0);
    EXPECT_EQ(intact.json()["intact"], true);
    const std::string head = intact.json()["head"];
    ASSERT_EQ(on("edit", {"book", "--key", "2", "title==1+1"}).code, 0);
    const QString csv = database.folder() + QStringLiteral("/log.csv");
    ASSERT_EQ(on("log", {"--out", csv}).code, 0);
    QFile file(csv);
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    const QByteArray text = file.readAll();
    EXPECT_TRUE(text.contains("\"title\",\"Ebb\",\"Flood\",\""));
    EXPECT_TRUE(text.contains("\"'=1+1\"")) << "no formula for a spreadsheet";
    EXPECT_EQ(on("log", {"--out", "/nowhere/log.csv"}).code, 3);
    EXPECT_EQ(on("log", {"--out", database.folder() + "/log.txt"}).code, 2);
    EXPECT_EQ(on("trim", {"--up-to", "1", "--dry-run", "--json"}).json()["changes"], 1);
    // It has a right of its own, and nobody to ask means no.
    EXPECT_EQ(on("trim", {"--up-to", "1", "--yes"}).code, 3);
    allowTrimming();
    EXPECT_EQ(on("trim", {"--up-to", "1"}).code, 2);
    EXPECT_EQ(on("trim", {"--up-to", "77", "--yes"}).code, 2);
    ASSERT_EQ(on("trim", {"--up-to", "1", "--yes"}).code, 0);
    EXPECT_EQ(on("rollback", {"1"}).code, 1) << "it can not be rolled back any more";
    EXPECT_EQ(on("log", {"--verify", "--head", QString::fromStdString(head)}).code, 0);
    database.sqlite(
        QStringLiteral("UPDATE gravin_entry SET new_value = 'Neap' WHERE change_id = 2;"));
    const Answer damaged = on("log", {"--verify", "--json"});
    EXPECT_EQ(damaged.code, 1);
    EXPECT_EQ(damaged.json()["damages"][0]["change"], 2);
}

TEST_F(CommandLine, TakesCompositeKeysAndNulls) {
    EXPECT_EQ(on("edit", {"shelf", "--key", "A\\,B,1", "label="}).code, 0);
    EXPECT_EQ(on("rows", {"shelf", "--json"}).json()["rows"][0]["label"], "");
    EXPECT_EQ(on("edit", {"shelf", "--key", "A\\,B,1", "--null", "label"}).code, 0);
    EXPECT_EQ(on("rows", {"shelf", "--json"}).json()["rows"][0]["label"], nullptr);
}

TEST_F(CommandLine, TellsUsageFromTrouble) {
    EXPECT_EQ(run({"rows"}).code, 2);
    EXPECT_EQ(on("rows", {"nosuch"}).code, 2);
    EXPECT_EQ(on("edit", {"book", "--key", "1", "nosuch=1"}).code, 2);
    EXPECT_EQ(on("edit", {"book", "--key", "x", "title=1"}).code, 1) << "no such record";
    EXPECT_EQ(on("edit", {"shelf", "--key", "x", "label=1"}).code, 2) << "this key has two parts";
    EXPECT_EQ(on("rows", {"book", "--sort", "nosuch"}).code, 2);
    EXPECT_EQ(run({"new", database.folder() + "/q.gravin", "--database", "oracle:x"}).code, 2);
    EXPECT_EQ(run({"rows", "/nowhere/p.gravin", "book"}).code, 3);
    EXPECT_EQ(run({"new", project(), "--database", "sqlite:" + database.path()}).code, 3)
        << "it is there already";
    EXPECT_EQ(on("edit", {"book", "--key", "77", "title=x"}).code, 1);
    const Answer scrap = on("add", {"scrap", "a=1", "--json"});
    EXPECT_EQ(scrap.code, 1);
    EXPECT_NE(scrap.out.find("primary key"), std::string::npos);
    ASSERT_TRUE(QFile::rename(database.path(), database.path() + ".away"));
    const Answer gone = on("rows", {"book", "--json"});
    EXPECT_EQ(gone.code, 3);
    EXPECT_TRUE(gone.json().contains("error"));
    EXPECT_EQ(run({"--help"}).code, 0);
    EXPECT_EQ(run({"--version"}).code, 0);
}

TEST_F(CommandLine, WritesNothingThroughAReadOnlyProject) {
    const QString readOnly = database.folder() + "/r.gravin";
    EXPECT_EQ(run({"new", readOnly, "--database", "sqlite:" + database.path(), "--read-only"}).code,
              0);
    EXPECT_EQ(run({"edit", readOnly, "book", "--key", "1", "title=x"}).code, 1);
    EXPECT_EQ(database.dump(), before);
}

TEST_F(CommandLine, WorksOnTheDemonstration) {
    const QString folder = database.folder() + "/bay";
    ASSERT_EQ(QProcess::execute(QStringLiteral(GRAVIN_DEMO), {folder}), 0);
    const QString demo = folder + "/harbour.gravin";
    EXPECT_EQ(run({"rows", demo, "Aids", "--json"}).json()["total"], 82);
    EXPECT_EQ(run({"edit", demo, "aid", "--key", "1", "Status=needs repair"}).code, 0);
    EXPECT_EQ(run({"edit", demo, "aid", "--key", "1", "status=sunk"}).code, 1);
    EXPECT_EQ(run({"rollback", demo, "1"}).code, 0);
}

TEST_F(CommandLine, NotesAndTrimmingAreHeldToWhatTheConnectionAllows) {
    ASSERT_EQ(on("edit", {"book", "--key", "1", "title=Ebb"}).code, 0);
    setInConnection("allow", Json::array());
    EXPECT_EQ(on("note", {"1", "as agreed"}).code, 3);
    EXPECT_EQ(on("trim", {"--up-to", "1", "--yes"}).code, 3);
    EXPECT_EQ(on("log", {"--json"}).json().size(), 1u);
}

TEST_F(CommandLine, MomentsAreTimesOfAnyPrecisionAndChangesThatAreThere) {
    ASSERT_EQ(on("edit", {"book", "--key", "1", "title=Ebb"}).code, 0);
    const std::string at = on("log", {"--json"}).json()[0]["at"];
    const QString time = QString::fromStdString(at); // …T12:34:56.123456Z
    for (const QString& since : {time, time.left(19) + u'Z', time.left(21) + u'Z',
                                 time.left(26) + QStringLiteral("000Z"), time.left(19)})
        EXPECT_EQ(on("log", {"--since", since, "--json"}).json().size(), 1u) << qPrintable(since);
    EXPECT_EQ(on("log", {"--since", "2199-01-01", "--json"}).json().size(), 0u);
    for (const char* none : {"yesterday", "2026-13-01", "12"})
        EXPECT_EQ(on("log", {"--since", none}).code, 2) << none;
    EXPECT_EQ(on("rows", {"book", "--as-of", time, "--json"}).json()["rows"][0]["title"], "Ebb");
    for (const char* none : {"77", "9223372036854775807", "9223372036854775808", "-1"}) {
        EXPECT_EQ(on("rows", {"book", "--as-of", none}).code, 2) << none;
        EXPECT_EQ(on("rollback", {"--to", none}).code, 2) << none;
    }
}

// What is written in the project holds for the terminal too.
TEST_F(CommandLine, AScreensRulesHoldHere) {
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    Json json = Json::parse(file.readAll().toStdString());
    file.close();
    for (Json& screen : json["screens"]) {
        if (screen["id"] != "book")
            continue;
        for (Json& field : screen["fields"]) {
            if (field["column"] == "title")
                field["own"] = {{"editable", false}};
            if (field["column"] == "price")
                field["own"] = {{"shown_as", "fixed_text"}};
        }
        Json other = screen;
        other["id"] = "open-book";
        other["label"] = "Open book";
        for (Json& field : other["fields"])
            field.erase("own");
        json["screens"].push_back(other);
        break;
    }
    for (Json& screen : json["screens"]) {
        if (screen["id"] == "open-book")
            screen["allow"] = {"update"};
        if (screen["id"] == "book")
            screen["allow"] = {"update"};
    }
    json["fields"]["book"]["bought"]["editable"] = false;
    json["fields"]["book"]["bought"]["default"] = {{"from", "today"}};
    const auto write = [&] {
        ASSERT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(json.dump()));
        file.close();
    };
    write();
    const auto refused = [&](const char* command, const QStringList& rest) {
        const Answer answer = on(command, rest);
        EXPECT_EQ(answer.code, 1) << qPrintable(rest.join(u' ')) << answer.err << answer.out;
        return answer;
    };
    refused("edit", {"book", "--key", "1", "title=Ebb"});
    refused("edit", {"book", "--key", "1", "price=3"});
    refused("bulk", {"book", "--where", "id > 0", "--put", "title=Ebb"});
    EXPECT_EQ(on("edit", {"open-book", "--key", "1", "title=Ebb"}).code, 0);
    // A deletion takes none along that no screen lets anybody delete.
    EXPECT_NE(on("delete", {"author", "--key", "1", "--cascade"}).code, 0);
    EXPECT_EQ(database.sqlite("SELECT count(*) FROM author;").trimmed(), "2");
    // A rollback says what it passes over.
    const Json plan = on("rollback", {"1", "--dry-run", "--json"}).json();
    ASSERT_TRUE(plan.contains("notes")) << plan.dump();

    // A field that nobody may write and that has a default keeps no record from being added.
    for (Json& screen : json["screens"])
        screen.erase("allow");
    write();
    EXPECT_EQ(on("add", {"open-book", "title=New"}).code, 0);
    refused("add", {"open-book", "title=New", "bought=2026-01-01"});
}

TEST_F(CommandLine, WhatIsNoCommandOpensNoWindow) {
    for (const QStringList& arguments :
         {QStringList{"foo"}, QStringList{"tabels", project()}, QStringList{"rows"},
          QStringList{"rows", project(), "book", "--limit", "few"},
          QStringList{"rows", project(), "book", "--nonsense"},
          QStringList{"bulk", project(), "book", "--key", "1", "--where", "id = 1", "--put",
                      "a=b"}}) {
        const Answer answer = run(arguments);
        EXPECT_EQ(answer.code, 2) << qPrintable(arguments.join(u' '));
        EXPECT_EQ(answer.err.find("CLI"), std::string::npos) << answer.err;
        const Answer asJson = run(arguments + QStringList{"--json"});
        EXPECT_EQ(asJson.code, 2);
        EXPECT_TRUE(asJson.json().is_object() && asJson.json().contains("error"))
            << qPrintable(arguments.join(u' ')) << asJson.out << asJson.err;
    }
    const Answer help = run({"help"});
    EXPECT_EQ(help.code, 0);
    EXPECT_NE(help.out.find("rollback"), std::string::npos);
}

TEST_F(CommandLine, WhatSaysTooLittleIsUsage) {
    EXPECT_EQ(on("edit", {"book", "--key", "1"}).code, 2);
    EXPECT_EQ(on("bulk", {"book", "--where", "id = 1"}).code, 2);
    EXPECT_EQ(on("log", {"--table", "nowhere"}).code, 2);
    EXPECT_EQ(on("edit", {"shelf", "--key", "A", "label=x"}).code, 2);
    const Answer refused = on("delete", {"author", "--key", "1"});
    EXPECT_EQ(refused.code, 1);
    EXPECT_NE(refused.err.find("book"), std::string::npos);
}

TEST_F(CommandLine, AnArgumentThatIsNotUtf8IsRefused) {
    QProcess process;
    process.start("bash", {"-c", R"("$0" rows "$1" $'b\xffok')", GRAVIN, project()});
    ASSERT_TRUE(process.waitForFinished(20'000));
    EXPECT_EQ(process.exitCode(), 2);
}

TEST_F(CommandLine, WatchesTablesAndLogsWhatOtherProgramsDo) {
    const Json none = run({"watch", project(), "--json"}).json();
    ASSERT_EQ(none.size(), 4U);
    EXPECT_EQ(none[0]["watched"], "no");
    const Answer dry = run({"watch", project(), "book", "--dry-run"});
    EXPECT_EQ(dry.code, 0);
    EXPECT_NE(dry.out.find("CREATE TRIGGER"), std::string::npos);
    // Nobody is there to agree.
    EXPECT_EQ(run({"watch", project(), "book"}).code, 2);
    EXPECT_EQ(run({"watch", project(), "scrap", "--yes"}).code, 1);
    ASSERT_EQ(run({"watch", project(), "--all", "--yes"}).code, 0);
    EXPECT_EQ(run({"watch", project(), "--json"}).json()[1]["watched"], "yes");
    const QString then = database.dump();
    database.sqlite(
        QStringLiteral("UPDATE book SET price = price * 2; DELETE FROM author WHERE id = "
                       "9;"));
    const Json log = run({"log", project(), "--json"}).json();
    ASSERT_EQ(log.size(), 1U);
    EXPECT_EQ(log[0]["action"], "outside Gravin");
    EXPECT_EQ(log[0]["records"], 2); // that of NULL stays one
    EXPECT_EQ(run({"log", project(), "--verify"}).code, 0);
    ASSERT_EQ(run({"rollback", project(), "1"}).code, 0);
    EXPECT_EQ(database.dump(), then);
    ASSERT_EQ(run({"watch", project(), "--all", "--off"}).code, 0);
    EXPECT_EQ(database.dump(), before);
}

} // namespace
