// SPDX-License-Identifier: GPL-3.0-or-later
// The demonstration on all three engines: one catalog, one set of screens, one behaviour.
#include "engines/demonstrated.h"

#include <nlohmann/json.hpp>

#include <QProcess>

namespace gravin::test {
namespace {

using Json = nlohmann::ordered_json;

struct Answer {
    int code = 0;
    std::string out;
    std::string err;
    Json json() const { return Json::parse(out, nullptr, false); }
};

class Demonstration : public Demonstrated {
protected:
    QString project() const { return folder.filePath(QStringLiteral("harbour.gravin")); }
    static Answer run(const QStringList& arguments) {
        QProcess process;
        process.start(QStringLiteral(GRAVIN), arguments);
        EXPECT_TRUE(process.waitForFinished(30'000));
        return {process.exitCode(), process.readAllStandardOutput().toStdString(),
                process.readAllStandardError().toStdString()};
    }
    Answer on(const char* command, const QStringList& rest) const {
        return run(QStringList{QLatin1String(command), project()} + rest);
    }
    Json newProject() const {
        const Answer made = run({"new", project(), "--database", database->spec().url(), "--json"});
        EXPECT_EQ(made.code, 0) << made.err;
        return made.json();
    }
};

// The parts of a catalog in which engines may differ.
Json withoutEngineWords(Json catalog) {
    for (Json& table : catalog["tables"]) {
        for (Json& column : table["columns"]) {
            column.erase("declared");
            column["default"] = column["default"].is_null() ? Json(nullptr) : Json("some");
        }
        // Engines differ in the views that they write; without a key none is.
        if (table["kind"] == "view")
            table["read_only"] = !table["read_only"].is_null();
    }
    return catalog;
}

TEST_P(Demonstration, HasTheSameCatalogAndScreensEverywhere) {
    static Json firstCatalog;
    static Json firstScreens;
    static std::string firstProject;

    const Json screens = newProject()["screens"];
    const Answer tables = on("tables", {"--json"});
    ASSERT_EQ(tables.code, 0) << tables.err;
    const Json catalog = withoutEngineWords(tables.json());
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    Json made = Json::parse(file.readAll().toStdString());
    made.erase("connection");

    ASSERT_EQ(screens.size(), 13u);
    if (firstCatalog.is_null()) {
        firstCatalog = catalog;
        firstScreens = screens;
        firstProject = made.dump(1);
    }
    EXPECT_EQ(screens, firstScreens);
    EXPECT_EQ(made.dump(1), firstProject);
    for (size_t i = 0; i < catalog["tables"].size(); ++i)
        EXPECT_EQ(catalog["tables"][i].dump(1), firstCatalog["tables"][i].dump(1));
    EXPECT_EQ(catalog["tables"].size(), firstCatalog["tables"].size());
}

TEST_P(Demonstration, GivesTheSameRowsEverywhere) {
    static std::map<std::string, std::string> first;
    const Json screens = newProject()["screens"];
    for (const Json& screen : screens) {
        const std::string id = screen.get<std::string>();
        const Answer rows = on("rows", {QString::fromStdString(id), "--limit", "100000", "--json"});
        ASSERT_EQ(rows.code, 0) << id << rows.err;
        // The view promises no order.
        if (id == "overdue_inspection") {
            EXPECT_GT(rows.json()["total"], 0);
            continue;
        }
        const auto [place, isNew] = first.emplace(id, rows.out);
        EXPECT_TRUE(isNew || place->second == rows.out) << id;
    }
}

TEST_P(Demonstration, AddsEditsDeletesAndRollsBack) {
    newProject();
    const QString before = database->dump();

    const Json added = on("add", {"supplier", "name=Öre & Søn 灯", "town=Holm", "--json"}).json();
    EXPECT_EQ(added["key"], 13) << "the key that the database gave";
    EXPECT_EQ(on("edit", {"aid", "--key", "5", "name=O'Brien \\ \"Rock\"", "day_rate=0.10",
                          "next_due=2027-02-28", "radar_reflector=yes", "--json"})
                  .json()["records"],
              1);
    EXPECT_EQ(on("edit",
                 {"visit", "--key", "7", "started=07:30", "reported_at=2026-01-02 03:04:05.678901"})
                  .code,
              0);
    const Answer deleted = on("delete", {"visit", "--key", "3", "--cascade", "--json"});
    EXPECT_EQ(deleted.code, 0) << deleted.err << deleted.out;
    EXPECT_EQ(on("bulk", {"part", "--key", "1", "--key", "2", "--put", "stock=999"}).code, 0);
    EXPECT_EQ(on("delete", {"sector", "--key", "1"}).code, 1) << "aids refer to it";
    EXPECT_EQ(on("add", {"aid", "code=TB-001", "name=Twin", "sector_id=1", "aid_type_id=1",
                         "day_rate=1", "status=stored"})
                  .code,
              1)
        << "its code is taken";
    EXPECT_EQ(on("edit", {"aid", "--key", "1", "sector_id=999"}).code, 1);
    EXPECT_EQ(on("edit", {"aid", "--key", "1", "day_rate=1.234"}).code, 1);

    const Json log = on("log", {"--json"}).json();
    ASSERT_EQ(log.size(), 5u);
    const Json visit = on("rows", {"visit", "--limit", "8", "--json"}).json()["rows"][5];
    EXPECT_EQ(visit["reported_at"], "2026-01-02 03:04:05.678901");
    for (const Json& change : log) {
        const Answer back = on("rollback", {QString::number(change["id"].get<int>()), "--json"});
        EXPECT_EQ(back.code, 0) << back.out << back.err;
    }
    EXPECT_EQ(database->dump(), before);
}

INSTANTIATE_TEST_SUITE_P(On, Demonstration,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
