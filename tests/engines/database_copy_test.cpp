// SPDX-License-Identifier: GPL-3.0-or-later
// A database that is taken along to another engine: every value is what it was, or nothing is made.
#include "core/exchange/copy/database_copy.h"
#include "core/project/project_file.h"
#include "demonstrated.h"

#include <QFileInfo>
#include <QProcess>

using namespace gravin;
using namespace gravin::test;

namespace {

const Engine Engines[] = {Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb};

// An empty place to copy to.
class Target {
public:
    explicit Target(Engine engine)
        : m_database(engine) {
        if (engine == Engine::Sqlite)
            m_spec.path = m_folder.filePath(QStringLiteral("copy.db"));
        else
            m_spec = m_database.spec();
    }
    const ConnectionSpec& spec() const { return m_spec; }
    QString address() const { return m_spec.url(); }
    std::unique_ptr<Session> open() const {
        return std::move(*Session::open(m_spec, Session::Access::ReadOnly));
    }
    qint64 count(const QString& table) const {
        return open()->scalar(QStringLiteral("SELECT count(*) FROM ") + table)->toLongLong();
    }
    // Nothing that anybody could take for a copy.
    bool isEmpty() const {
        if (m_spec.isFile())
            return !QFileInfo::exists(m_spec.path) &&
                   !QFileInfo::exists(m_spec.path + QStringLiteral(".part"));
        const auto catalog = open()->readCatalog();
        return catalog && catalog->tables.isEmpty();
    }

private:
    QTemporaryDir m_folder;
    EngineDatabase m_database;
    ConnectionSpec m_spec{Engine::Sqlite, {}};
};

class DemonstrationCopy : public Demonstrated {};

TEST_P(DemonstrationCopy, ReachesEveryEngine) {
    const auto source = database->open(Session::Access::ReadOnly);
    for (const Engine engine : Engines) {
        SCOPED_TRACE(qPrintable(engineName(engine)));
        const Target target(engine);
        const auto copied = copyTables(*source, target.spec());
        ASSERT_TRUE(copied) << qPrintable(copied.error().sentence + copied.error().detail);
        EXPECT_EQ(copied->tables.size(), 12);
        for (const CopiedTable& table : copied->tables)
            EXPECT_EQ(target.count(table.name),
                      database->run(QStringLiteral("SELECT count(*) FROM ") + table.name)
                          .trimmed()
                          .toLongLong())
                << qPrintable(table.name);
        EXPECT_EQ(copied->views, QStringList{QStringLiteral("overdue_inspection")});
        const auto catalog = *target.open()->readCatalog();
        const Table& visit = *catalog.table(QStringLiteral("visit"));
        EXPECT_EQ(visit.key, QStringList{QStringLiteral("id")});
        EXPECT_TRUE(visit.column(QStringLiteral("id"))->givenByDatabase);
        EXPECT_EQ(visit.foreignKeys.size(), 3);
        EXPECT_TRUE(visit.indexes.contains(QStringList{QStringLiteral("aid_id")}));
        const Table& aid = *catalog.table(QStringLiteral("aid"));
        EXPECT_TRUE(aid.uniqueKeys.contains(QStringList{QStringLiteral("code")}));
        EXPECT_EQ(aid.referenceOf(QStringLiteral("lamp_id"))->onDelete,
                  ForeignKey::Action::SetNull);
        EXPECT_TRUE(
            catalog.table(QStringLiteral("part"))->column(QStringLiteral("stock_value"))->computed);
        // Once more there is no room for it.
        const auto again = copyTables(*source, target.spec());
        ASSERT_FALSE(again);
        EXPECT_EQ(target.count(QStringLiteral("aid")),
                  database->run(QStringLiteral("SELECT count(*) FROM aid")).trimmed().toLongLong());
    }
}

// Without the statements that make tables, which are not the same.
QString rowsOf(const EngineDatabase& database) {
    QStringList lines = database.dump().split(u'\n');
    lines.removeIf([](const QString& line) {
        return line.startsWith(u"CREATE") || line.startsWith(u"    ") || line == u");";
    });
    return lines.join(u'\n');
}

// By the engine's own words, not by ours: there and back again.
TEST_P(DemonstrationCopy, ComesBackTheSame) {
    const QString before = rowsOf(*database);
    for (const Engine engine : Engines) {
        SCOPED_TRACE(qPrintable(engineName(engine)));
        const Target there(engine);
        ASSERT_TRUE(copyTables(*database->open(Session::Access::ReadOnly), there.spec()));
        EngineDatabase back(GetParam());
        ConnectionSpec spec = back.spec();
        if (spec.isFile())
            QFile::resize(spec.path, 0);
        const auto copied = copyTables(*there.open(), spec);
        ASSERT_TRUE(copied) << qPrintable(copied.error().sentence + copied.error().detail);
        EXPECT_TRUE(rowsOf(back) == before);
    }
}

// New numbers go on behind those that came along.
TEST_P(DemonstrationCopy, GoesOnThere) {
    for (const Engine engine : Engines) {
        SCOPED_TRACE(qPrintable(engineName(engine)));
        const Target target(engine);
        ASSERT_TRUE(copyTables(*database->open(Session::Access::ReadOnly), target.spec()));
        ConnectionSpec spec = target.spec();
        spec.changeLog = true;
        Desk desk(std::move(*Session::open(spec, Session::Access::ReadWrite)));
        const auto written = desk.write({Operation::Insert,
                                         QStringLiteral("supplier"),
                                         {},
                                         {},
                                         {{QStringLiteral("name"), text("Skerry Ropes")}}});
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
        EXPECT_EQ(written->records.front().key[0].asInteger(),
                  target.count(QStringLiteral("supplier")));
    }
}

TEST_P(DemonstrationCopy, StopsWithNothingLeft) {
    const auto source = database->open(Session::Access::ReadOnly);
    for (const Engine engine : Engines) {
        for (const CopyStep when : {CopyStep::Copying, CopyStep::Verifying}) {
            SCOPED_TRACE(qPrintable(engineName(engine)));
            const Target target(engine);
            const auto copied =
                copyTables(*source, target.spec(),
                           [&](CopyStep step, const QString&, qint64) { return step != when; });
            ASSERT_FALSE(copied);
            EXPECT_EQ(copied.error().kind, ErrorKind::Cancelled);
            EXPECT_TRUE(target.isEmpty());
        }
    }
}

TEST_P(DemonstrationCopy, TheProjectWorksThere) {
    const auto shipped = writeDemonstration(folder.path());
    ASSERT_TRUE(shipped);
    for (const Engine engine : Engines) {
        SCOPED_TRACE(qPrintable(engineName(engine)));
        const Target target(engine);
        Project project = *loadProject(*shipped);
        project.connection = database->spec();
        const QString file = folder.filePath(engineName(engine) + QStringLiteral(".gravin"));
        ASSERT_TRUE(saveProject(project, file));
        const auto gravin = [&](const QStringList& arguments) {
            QProcess process;
            process.setProcessChannelMode(QProcess::MergedChannels);
            process.start(QStringLiteral(GRAVIN), arguments);
            process.waitForFinished(60'000);
            EXPECT_EQ(process.exitCode(), 0) << process.readAllStandardOutput().toStdString();
        };
        gravin({QStringLiteral("copy"), file, target.address(), QStringLiteral("--repoint")});
        EXPECT_EQ(loadProject(file)->connection.engine, engine);
        gravin({QStringLiteral("check"), file});
    }
}

class Copy : public OnEngine {
protected:
    Result<DatabaseCopied> copyTo(const ConnectionSpec& target) {
        return copyTables(*database->open(Session::Access::ReadOnly), target);
    }
};

// Texts that other engines fold, cut or pad; keys of several columns; tables without a key.
TEST_P(Copy, KeepsTextsAndKeysExactly) {
    database->run(name("CREATE TABLE word (a VARCHAR(20) NOT NULL, b INTEGER NOT NULL, said "
                       "VARCHAR(40), PRIMARY KEY (a, b));"
                       "INSERT INTO word VALUES ('Tarn', 1, ''), ('tide', 1, NULL), "
                       "('tide', 2, 'blank '), ('Ü', 3, '''quoted'' \"twice\"');"
                       "CREATE TABLE loose (x INTEGER, y VARCHAR(10));"
                       "INSERT INTO loose VALUES (1, 'a'), (1, 'a'), (NULL, NULL);"));
    for (const Engine engine : Engines) {
        SCOPED_TRACE(qPrintable(engineName(engine)));
        const Target target(engine);
        const auto copied = copyTo(target.spec());
        ASSERT_TRUE(copied) << qPrintable(copied.error().sentence + copied.error().detail);
        EXPECT_EQ(target.count(name("loose")), 3);
        EXPECT_EQ(target.open()->readCatalog()->table(name("word"))->key,
                  (QStringList{name("a"), name("b")}));
        const auto exact = target.open()->scalar(
            QStringLiteral("SELECT count(*) FROM word WHERE said = 'blank '"));
        EXPECT_EQ(exact->toInt(), 1);
    }
}

TEST_P(Copy, RefusesWhatTheOtherCannotKeepAndLeavesNothing) {
    if (GetParam() != Engine::Sqlite)
        GTEST_SKIP() << "servers keep to their types";
    database->run(name("CREATE TABLE log (id INTEGER PRIMARY KEY, depth INTEGER);"
                       "INSERT INTO log VALUES (1, 4), (2, 'deep');"));
    for (const Engine engine : {Engine::PostgreSql, Engine::MariaDb}) {
        if (!serversAreThere())
            continue;
        SCOPED_TRACE(qPrintable(engineName(engine)));
        const Target target(engine);
        const auto copied = copyTo(target.spec());
        ASSERT_FALSE(copied);
        EXPECT_EQ(copied.error().kind, ErrorKind::Refused);
        for (const char* word : {"log", "record 2", "depth", "deep"})
            EXPECT_TRUE(copied.error().sentence.contains(name(word)))
                << word << " in " << qPrintable(copied.error().sentence);
        EXPECT_TRUE(target.isEmpty());
    }
}

// The rest goes along.
TEST_P(Copy, AViewThatCannotBeReadStaysBehind) {
    database->run(name("CREATE TABLE log (id INTEGER PRIMARY KEY);"
                       "INSERT INTO log VALUES (1), (2);"
                       "CREATE TABLE gone (id INTEGER PRIMARY KEY);"
                       "CREATE VIEW well AS SELECT id FROM log;"));
    if (GetParam() == Engine::PostgreSql)
        database->run(name("CREATE VIEW broken AS SELECT id, 1 / (id - id) AS x FROM log;"));
    else
        database->run(name("CREATE VIEW broken AS SELECT id FROM gone; DROP TABLE gone;"));
    for (const Engine engine : Engines) {
        SCOPED_TRACE(qPrintable(engineName(engine)));
        const Target target(engine);
        const auto copied = copyTo(target.spec());
        ASSERT_TRUE(copied) << qPrintable(copied.error().sentence + copied.error().detail);
        EXPECT_EQ(copied->views, QStringList{name("well")});
        EXPECT_EQ(target.count(name("log")), 2);
        EXPECT_FALSE(target.open()->readCatalog()->table(name("broken")));
    }
}

TEST_P(Copy, RefusesItselfAndAFileThatIsThere) {
    database->run(name("CREATE TABLE log (id INTEGER PRIMARY KEY);"));
    EXPECT_FALSE(copyTo(database->spec()));
    QTemporaryDir folder;
    const QString path = folder.filePath(name("there.db"));
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly));
    file.write("not empty");
    file.close();
    const auto copied = copyTo({Engine::Sqlite, path});
    ASSERT_FALSE(copied);
    EXPECT_EQ(copied.error().kind, ErrorKind::Usage);
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    EXPECT_EQ(file.readAll(), "not empty");
}

INSTANTIATE_TEST_SUITE_P(Engines, DemonstrationCopy,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);
INSTANTIATE_TEST_SUITE_P(Engines, Copy,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
