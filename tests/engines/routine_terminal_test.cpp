// SPDX-License-Identifier: GPL-3.0-or-later
// Routines by the built program, in the terminal.
#include "core/project/project_file.h"
#include "support/engines.h"
#include "support/text.h"

#include <QProcess>

namespace gravin::test {
namespace {

class RoutinesInTerminal : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(
            name("CREATE TABLE visit (id INTEGER PRIMARY KEY, state VARCHAR(20), closed_by "
                 "VARCHAR(40)); INSERT INTO visit VALUES (1, 'open', NULL);"));
        database->run(
            GetParam() == Engine::PostgreSql
                ? name("CREATE PROCEDURE visit_close(p_id integer, by_whom text) LANGUAGE sql AS "
                       "$$ UPDATE visit SET state = 'closed', closed_by = by_whom WHERE id = p_id "
                       "$$;")
                : name("CREATE PROCEDURE visit_close(IN p_id INTEGER, IN by_whom VARCHAR(40)) "
                       "UPDATE visit SET state = 'closed', closed_by = by_whom WHERE id = p_id;"));
        project.connection = database->spec();
        project.connection.changeLog = true;
        Screen screen{name("visits"), name("Visits"), {}, name("visit")};
        for (const char* column : {"id", "state", "closed_by"})
            screen.fields += ScreenField{name(column)};
        screen.ownActions = {
            {name("Close it"),
             ScreenAction::Place::Button,
             {},
             {},
             {},
             {{ActionStep::Does::Call, {{name("p_id"), name("id")}}, name("visit_close")}}}};
        project.screens = {screen};
        save();
    }
    void save() { ASSERT_TRUE(saveProject(project, file())); }
    QString file() const { return folder.filePath(name("p.gravin")); }
    int run(const QStringList& arguments) {
        QProcess process;
        QProcessEnvironment environment = QProcessEnvironment::systemEnvironment();
        environment.remove(name("DISPLAY"));
        environment.remove(name("QT_QPA_PLATFORM"));
        process.setProcessEnvironment(environment);
        process.start(QStringLiteral(GRAVIN), arguments);
        EXPECT_TRUE(process.waitForFinished(30'000));
        said = QString::fromUtf8(process.readAllStandardOutput() + process.readAllStandardError());
        return process.exitCode();
    }
    QString visit() const {
        return database->run(name("SELECT state, closed_by FROM visit;")).trimmed();
    }

    Project project;
    QTemporaryDir folder;
    QString said;
};

TEST_P(RoutinesInTerminal, AreListed) {
    EXPECT_EQ(run({name("routines"), file()}), 0);
    EXPECT_TRUE(said.contains(name("visit_close(p_id "))) << qPrintable(said);
    EXPECT_EQ(run({name("routines"), file(), name("--json")}), 0);
    EXPECT_TRUE(said.contains(name("\"by_whom\""))) << qPrintable(said);
}

TEST_P(RoutinesInTerminal, AnActionTakesWhatIsGivenAndIsRolledBack) {
    const QStringList act{name("act"),      file(),        name("visits"),
                          name("Close it"), name("--key"), name("1")};
    EXPECT_NE(run(act), 0) << "it asks for a value";
    EXPECT_EQ(run(act + QStringList{name("--with"), name("by=Bo"), name("--yes")}), 2);
    EXPECT_TRUE(said.contains(name("takes by"))) << qPrintable(said);
    EXPECT_NE(run(act + QStringList{name("--with"), name("by_whom=Bo")}), 0)
        << "nobody is there to agree";
    EXPECT_TRUE(said.contains(name("cannot be rolled back"))) << qPrintable(said);
    EXPECT_TRUE(visit().startsWith(name("open")));
    EXPECT_EQ(run(act + QStringList{name("--with"), name("by_whom=Bo"), name("--yes")}), 0)
        << qPrintable(said);
    EXPECT_EQ(visit(), name("closed\tBo"));
    EXPECT_EQ(run({name("rollback"), file(), name("1")}), 0) << qPrintable(said);
    EXPECT_TRUE(visit().startsWith(name("open")));
}

TEST_P(RoutinesInTerminal, AnyIsCalledByWhoBuilds) {
    const QStringList call{name("call"),   file(),         name("visit_close"), name("--with"),
                           name("p_id=1"), name("--with"), name("by_whom=Bo"),  name("--yes")};
    EXPECT_EQ(run(call), 0) << qPrintable(said);
    EXPECT_EQ(visit(), name("closed\tBo"));
    EXPECT_NE(run({name("call"), file(), name("visit_close"), name("--with"), name("p_id=one")}),
              0);
    Role clerk{name("clerk"), {Role::Everybody}};
    clerk.may.set(Act::Open, true);
    clerk.may.set(Act::Change, true);
    project.roles = {clerk};
    save();
    EXPECT_NE(run(call), 0) << "who may not build calls what screens offer";
    EXPECT_EQ(run({name("act"), file(), name("visits"), name("Close it"), name("--key"), name("1"),
                   name("--with"), name("by_whom=Ida"), name("--yes")}),
              0)
        << qPrintable(said);
    EXPECT_EQ(visit(), name("closed\tIda"));
    project.roles[0].may.set(Act::Change, false);
    save();
    EXPECT_NE(run({name("act"), file(), name("visits"), name("Close it"), name("--key"), name("1"),
                   name("--with"), name("by_whom=Eve"), name("--yes")}),
              0);
    EXPECT_EQ(visit(), name("closed\tIda")) << qPrintable(said);
}

INSTANTIATE_TEST_SUITE_P(Each, RoutinesInTerminal,
                         testing::Values(Engine::PostgreSql, Engine::MariaDb), engineTestName);

} // namespace
} // namespace gravin::test
