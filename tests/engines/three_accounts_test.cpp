// SPDX-License-Identifier: GPL-3.0-or-later
// Three real accounts of a server, and each way of writing tried against each thing that a role
// forbids: by Gravin's own door, by the built program, and by plain SQL.
#include "core/project/project_file.h"
#include "engines/granted.h"

#include <QFile>
#include <QProcess>

#include <map>

using namespace gravin;
using namespace gravin::test;

namespace {

// What a clerk may not write, and the others may.
struct Forbidden {
    const char* what;
    const char* table;
    const char* column;
    int id;
};
constexpr Forbidden Each[] = {{"a closed field", "aid", "price", 1},
                              {"a record of others", "aid", "name", 2},
                              {"a table without a screen of theirs", "pay", "amount", 1}};
constexpr const char* Wanted = "111";
constexpr const char* Other = "5";

class ThreeAccounts : public Granted {
protected:
    void SetUp() override {
        Granted::SetUp();
        if (IsSkipped())
            return;
        for (const Forbidden& each : Each) {
            Screen& screen = *project.screenById(screenOf(each));
            const QString column = name(each.column);
            screen.ownActions += {name("act %1").arg(column),
                                  ScreenAction::Place::Button,
                                  {},
                                  {},
                                  {},
                                  {{ActionStep::Does::Set, {{column, literal(each)}}}}};
        }
        for (const char* role : Roles) {
            Project own = project;
            own.connection = specOf(role);
            const Status saved = saveProject(own, file(role));
            ASSERT_TRUE(saved) << qPrintable(saved.error().sentence);
        }
    }

    static constexpr const char* Roles[] = {"clerk", "foreman", "developer"};

    QString screenOf(const Forbidden& what) const { return what.table == name("aid") ? aid : pay; }
    static QString literal(const Forbidden& what) {
        return what.column == name("name") ? name("'%1'").arg(QLatin1String(Wanted)) : name(Wanted);
    }
    static Value value(const Forbidden& what, const char* digits) {
        return what.column == name("name") ? Value::text(name(digits))
                                           : Value::integer(name(digits).toLongLong());
    }
    QString file(const char* role) const {
        return m_folder.filePath(QLatin1String(role) + name(".gravin"));
    }
    // The built program, by an account.
    int run(const char* role, const char* command, const QStringList& rest) {
        QProcess process;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.insert(name("PGPASSWORD"), name("x"));
        environment.remove(name("DISPLAY"));
        environment.remove(name("QT_QPA_PLATFORM"));
        process.setProcessEnvironment(environment);
        process.start(QStringLiteral(GRAVIN), QStringList{name(command), file(role)} + rest);
        EXPECT_TRUE(process.waitForFinished(30'000));
        said = QString::fromUtf8(process.readAllStandardError());
        return process.exitCode();
    }
    QString stored(const Forbidden& what) const {
        return database
            ->run(name("SELECT %1 FROM %2 WHERE id = %3;")
                      .arg(QLatin1String(what.column), QLatin1String(what.table))
                      .arg(what.id))
            .trimmed();
    }
    void put(const Forbidden& what, const char* digits) const {
        database->run(
            name("UPDATE %1 SET %2 = '%3' WHERE id = %4;")
                .arg(QLatin1String(what.table), QLatin1String(what.column), QLatin1String(digits))
                .arg(what.id));
    }
    static RecordEdit edit(const Forbidden& what, const char* digits) {
        return {Operation::Update,
                name(what.table),
                Key({Value::integer(what.id)}),
                {},
                {{name(what.column), value(what, digits)}}};
    }

    // Each cell of the table: what this way comes to for each account.
    void tryAll(const std::function<void(const char* role, const Forbidden& what)>& way) {
        for (const Forbidden& what : Each) {
            for (const char* role : Roles) {
                put(what, Other);
                said.clear();
                way(role, what);
                const bool may = role != std::string("clerk");
                EXPECT_EQ(stored(what), name(may ? Wanted : Other))
                    << role << ", " << what.what << ": " << qPrintable(said);
            }
        }
    }
    void tryByProgram(
        const std::function<std::pair<const char*, QStringList>(const Forbidden&)>& command) {
        tryAll([&](const char* role, const Forbidden& what) {
            const auto [word, rest] = command(what);
            const int code = run(role, word, rest);
            if (role == std::string("clerk")) {
                EXPECT_NE(code, 0) << what.what << ", " << word;
                EXPECT_FALSE(said.isEmpty()) << what.what << ", " << word;
            }
        });
    }

    QString said;

private:
    QTemporaryDir m_folder;
};
constexpr const char* ThreeAccounts::Roles[];

TEST_P(ThreeAccounts, InGridFormAndWindow) {
    tryAll([&](const char* role, const Forbidden& what) {
        const auto written = sit(role).write({edit(what, Wanted)});
        said = written ? QString() : written.error().error.sentence;
        EXPECT_FALSE(said.contains(name("deleted"))) << qPrintable(said);
    });
}

TEST_P(ThreeAccounts, ByPastingSeveral) {
    tryAll([&](const char* role, const Forbidden& what) {
        const QString before = database->run(name("SELECT name FROM aid WHERE id = 1;"));
        const auto written = sit(role).write({rename(1, role), edit(what, Wanted)});
        said = written ? QString() : written.error().error.sentence;
        if (!written) {
            EXPECT_EQ(database->run(name("SELECT name FROM aid WHERE id = 1;")), before);
        }
    });
}

TEST_P(ThreeAccounts, ByBulkUpdate) {
    tryByProgram([&](const Forbidden& what) {
        return std::pair{
            "bulk",
            QStringList{screenOf(what), name("--key"), QString::number(what.id), name("--put"),
                        name("%1=%2").arg(QLatin1String(what.column), QLatin1String(Wanted))}};
    });
}

TEST_P(ThreeAccounts, ByImport) {
    QTemporaryDir files;
    tryByProgram([&](const Forbidden& what) {
        const QString path = files.filePath(name("in.csv"));
        QFile file(path);
        EXPECT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(QByteArray("id,") + what.column + '\n' + QByteArray::number(what.id) + ',' +
                   Wanted + '\n');
        return std::pair{"import", QStringList{screenOf(what), path, name("--change-only")}};
    });
}

TEST_P(ThreeAccounts, ByAnAction) {
    tryByProgram([&](const Forbidden& what) {
        return std::pair{"act",
                         QStringList{screenOf(what), name("act %1").arg(QLatin1String(what.column)),
                                     name("--key"), QString::number(what.id)}};
    });
}

TEST_P(ThreeAccounts, ByRollingBack) {
    tryAll([&](const char* role, const Forbidden& what) {
        put(what, Wanted);
        const auto written = sit("developer").write({edit(what, Other)});
        ASSERT_TRUE(written);
        const int code = run(role, "rollback", {QString::number(written->id)});
        if (role == std::string("clerk")) {
            EXPECT_NE(code, 0);
        }
    });
}

TEST_P(ThreeAccounts, InTheTerminal) {
    tryByProgram([&](const Forbidden& what) {
        return std::pair{
            "edit",
            QStringList{screenOf(what), name("--key"), QString::number(what.id),
                        name("%1=%2").arg(QLatin1String(what.column), QLatin1String(Wanted))}};
    });
}

TEST_P(ThreeAccounts, ByPlainSql) {
    tryAll([&](const char* role, const Forbidden& what) {
        const Status done =
            plainly(role, name("UPDATE %1 SET %2 = '%3' WHERE id = %4")
                              .arg(QLatin1String(what.table), QLatin1String(what.column),
                                   QLatin1String(Wanted))
                              .arg(what.id));
        said = done ? QString() : done.error().detail;
    });
}

// What each may do at all, by the built program.
TEST_P(ThreeAccounts, EachActInTheTerminal) {
    QTemporaryDir files;
    const QString csv = files.filePath(name("in.csv"));
    QFile in(csv);
    ASSERT_TRUE(in.open(QIODevice::WriteOnly));
    in.write("id,name\n1,Imported\n");
    in.close();
    struct Case {
        const char* command;
        QStringList rest;
        QString may; // of clerk, foreman and developer
    };
    const auto own = [&](const char* role) {
        return QString::number(sit(role).write({rename(1, role)})->id);
    };
    for (qsizetype place = 0; place < 3; ++place) {
        const char* role = Roles[place];
        const QString key = QString::number(100 + (role[0] % 50));
        const QList<Case> cases = {
            {"rollback", {own(role)}, name("yyy")},
            {"rows", {aid}, name("yyy")},
            {"rows", {pay}, name("nyy")},
            {"add", {aid, name("id=") + key, name("sector=North")}, name("yyy")},
            {"bulk", {aid, name("--key"), key, name("--put"), name("name=B")}, name("nyy")},
            {"delete", {aid, name("--key"), key}, name("nyy")},
            {"import", {aid, csv}, name("nyy")},
            {"export", {aid, name("--out"), files.filePath(name("out.csv"))}, name("nyy")},
            {"print",
             {aid, name("--as"), name("list"), name("--out"), files.filePath(name("out.pdf"))},
             name("nyy")},
            {"log", {}, name("nyy")},
            {"note", {name("1"), name("why")}, name("nyy")},
            {"grants", {}, name("nny")},
            {"trim", {name("--up-to"), name("1"), name("--yes")}, name("nny")}};
        for (const Case& each : cases) {
            const int code = run(role, each.command, each.rest);
            EXPECT_EQ(code == 0, each.may[place] == u'y')
                << role << ' ' << each.command << ": " << qPrintable(said);
        }
    }
}

// The same by plain SQL.
TEST_P(ThreeAccounts, EachActByPlainSql) {
    struct Case {
        const char* sql;
        QString may;
    };
    qsizetype id = 500;
    for (const Case& each : {
             Case{"INSERT INTO aid (id, sector) VALUES (%1, 'North')", name("yyy")},
             Case{"INSERT INTO aid (id, sector) VALUES (%1, 'South')", name("nyy")},
             Case{"DELETE FROM aid WHERE id = %1", name("nyy")},
             Case{"INSERT INTO pay (id, amount) VALUES (%1, 1)", name("nyy")},
             Case{"DELETE FROM gravin_entry WHERE change_id = 1", name("nny")},
             Case{"DELETE FROM gravin_change", name("nnn")},
             Case{"ALTER TABLE aid DISABLE ROW LEVEL SECURITY", name("nnn")},
             Case{"DROP TABLE pay", name("nnn")},
         }) {
        id += 10;
        for (qsizetype place = 0; place < 3; ++place) {
            const QString sql = name(each.sql);
            const Status done =
                plainly(Roles[place], sql.contains(name("%1")) ? sql.arg(id + place) : sql);
            EXPECT_EQ(static_cast<bool>(done), each.may[place] == u'y')
                << Roles[place] << ": " << each.sql;
        }
    }
}

INSTANTIATE_TEST_SUITE_P(Each, ThreeAccounts, testing::Values(Engine::PostgreSql), engineTestName);

} // namespace
