// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/screen_statements.h"

#include "core/fitting/generation/screen_generator.h"
#include "support/scratch.h"
#include "support/writes.h"

using namespace gravin;
using namespace gravin::test;

namespace {

// What is shown to be sent is what the engine takes, a value for each placeholder.
TEST(ScreenStatements, AreWhatTheEngineTakes) {
    const ScratchDatabase database(QStringLiteral(
        "CREATE TABLE \"odd \"\"name\" (id INTEGER PRIMARY KEY, \"group\" TEXT, amount "
        "DECIMAL(8,2), twice AS (amount * 2));"
        "INSERT INTO \"odd \"\"name\" (\"group\", amount) VALUES ('x; DROP', 4.5);"));
    Desk desk(database);
    const Table& table = desk.table(QStringLiteral("odd \"name"));
    Project project;
    project.connection = database.spec();
    const QString id = addGeneratedScreen(project, desk.catalog(), table, Arrangement::Grid);
    const auto screen = bindScreen(project, desk.catalog(), *project.screenById(id));
    ASSERT_TRUE(screen);
    const Record record = desk.read(table.name, Key({Value::integer(1)}));
    const auto statements = statementsOf(desk.session().dialect(), *screen, &record);
    ASSERT_EQ(statements.size(), 5);
    for (const ScreenStatement& statement : statements) {
        EXPECT_EQ(statement.sql.count(u'?'), statement.values.size()) << qPrintable(statement.sql);
        EXPECT_FALSE(statement.sql.contains(QStringLiteral("DROP"))) << "values stand apart";
        EXPECT_FALSE(statement.sql.contains(QStringLiteral("twice")) &&
                     !statement.sql.startsWith(QStringLiteral("SELECT")) &&
                     !statement.sql.startsWith(QStringLiteral("DELETE")))
            << "what the database computes is never written";
        QVariantList values;
        for (const QString& value : statement.values)
            values += value;
        const auto taken = statement.sql.startsWith(QStringLiteral("SELECT"))
                               ? desk.session().select(statement.sql, values,
                                                       [](const QSqlQuery&) { return true; })
                               : Status(writerOf(desk.session()).execute(statement.sql, values)
                                            ? ok()
                                            : Status(Error{ErrorKind::Database, {}}));
        EXPECT_TRUE(taken) << qPrintable(statement.sql);
        EXPECT_TRUE(statement.reason.isEmpty()) << qPrintable(statement.reason);
    }
    // Without a right it is said why a statement is not sent.
    project.screens.front().allowed.set(Operation::Delete, false);
    const auto narrowed = bindScreen(project, desk.catalog(), project.screens.front());
    EXPECT_FALSE(
        statementsOf(desk.session().dialect(), *narrowed, nullptr).back().reason.isEmpty());
}

} // namespace
