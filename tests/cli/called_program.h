// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "support/scratch.h"
#include "support/text.h"

#include <nlohmann/json.hpp>

#include <QFile>
#include <QProcess>

#include <functional>

namespace gravin::test {

using Json = nlohmann::ordered_json;

struct Answer {
    int code = -1;
    std::string out;
    std::string err;
    Json json() const { return Json::parse(out, nullptr, false); }
};

// A database that the demonstration knows nothing of, and the project made for it.
inline const QString Library = QStringLiteral(
    "CREATE TABLE author (id INTEGER PRIMARY KEY, name TEXT NOT NULL);"
    "CREATE TABLE book (id INTEGER PRIMARY KEY, title TEXT NOT NULL, author_id INTEGER REFERENCES "
    "author (id), "
    "price DECIMAL(8,2), lent BOOLEAN NOT NULL DEFAULT 0, bought DATE);"
    "CREATE TABLE shelf (room TEXT, place INTEGER, label TEXT, PRIMARY KEY (room, place));"
    "CREATE TABLE scrap (a, b); INSERT INTO scrap VALUES (1, 2);"
    "INSERT INTO author VALUES (1, 'Ewa Calder'), (2, 'Nuno Brack');"
    "INSERT INTO book (id, title, author_id, price) VALUES (1, 'Tides', 1, 12.5), (2, 'Knots', 2, "
    "8), (3, 'Fog', NULL, NULL);"
    "INSERT INTO shelf VALUES ('A,B', 1, 'left');");

class CommandLine : public ::testing::Test {
protected:
    explicit CommandLine(const QString& sql = Library)
        : database(sql) {
        EXPECT_EQ(run({"new", project(), "--database", "sqlite:" + database.path()}).code, 0);
        before = database.dump();
    }

    QString project() const { return database.folder() + QStringLiteral("/p.gravin"); }

    static Answer run(const QStringList& arguments) {
        QProcess process;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        // No window may be needed: there is no display to open one on.
        environment.remove(QStringLiteral("DISPLAY"));
        environment.remove(QStringLiteral("QT_QPA_PLATFORM"));
        process.setProcessEnvironment(environment);
        process.start(QStringLiteral(GRAVIN), arguments);
        EXPECT_TRUE(process.waitForFinished(20'000));
        return {process.exitCode(), process.readAllStandardOutput().toStdString(),
                process.readAllStandardError().toStdString()};
    }
    void editProject(const std::function<void(Json&)>& edit) const {
        QFile file(project());
        ASSERT_TRUE(file.open(QIODevice::ReadOnly));
        Json json = Json::parse(file.readAll().toStdString());
        file.close();
        edit(json);
        ASSERT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(QByteArray::fromStdString(json.dump()));
    }
    // A member put into the project as a person would write it.
    void put(const char* member, const Json& value) const {
        editProject([&](Json& json) { json[member] = value; });
    }
    void setInConnection(const char* member, const Json& value) const {
        editProject([&](Json& json) { json["connection"][member] = value; });
    }
    void allowTrimming() const { setInConnection("may_trim", true); }

    Answer on(const char* command, const QStringList& rest) {
        return run(QStringList{QLatin1String(command), project()} + rest);
    }

    ScratchDatabase database;
    QString before;
};

} // namespace gravin::test
