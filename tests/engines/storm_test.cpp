// SPDX-License-Identifier: GPL-3.0-or-later
// Ten processes at once on the same twenty records: no edit is lost, and the log is the truth.
#include "support/engines.h"

#include <QProcess>

namespace gravin::test {
namespace {

constexpr int Processes = 10;
constexpr int Edits = 200;

class Storm : public OnEngine {};

TEST_P(Storm, EveryCommittedChangeIsInTheLogAndNoneIsLost) {
    QString sql = name("CREATE TABLE t (id INTEGER PRIMARY KEY, a BIGINT, b BIGINT, c BIGINT);");
    for (int id = 1; id <= 20; ++id)
        sql += name("INSERT INTO t VALUES (%1, 0, 0, 0);").arg(id);
    database->run(sql);
    {
        // The first write makes the log.
        Desk desk(database->open());
        ASSERT_TRUE(desk.write(
            {Operation::Update, name("t"), key(1), {}, {{name("a"), Value::integer(1)}}}));
    }
    std::vector<std::unique_ptr<QProcess>> processes;
    for (int seed = 1; seed <= Processes; ++seed) {
        auto& process = processes.emplace_back(std::make_unique<QProcess>());
        process->start(name(EDIT_STORM),
                       {database->spec().url(), QString::number(seed), QString::number(Edits)});
    }
    qint64 committed = 1;
    for (const auto& process : processes) {
        ASSERT_TRUE(process->waitForFinished(240'000));
        ASSERT_EQ(process->exitCode(), 0) << process->readAllStandardError().constData();
        committed += process->readAllStandardOutput().trimmed().toLongLong();
    }
    EXPECT_EQ(committed, 1 + Processes * Edits);

    auto session = database->open(Session::Access::ReadOnly);
    const Catalog catalog = *session->readCatalog();
    ChangeLog log(*session);
    auto changes = *log.list({});
    EXPECT_EQ(static_cast<qint64>(changes.size()), committed);
    // Replayed, oldest first: each edit found what the one before it had left.
    QHash<QString, Value> values;
    for (auto change = changes.rbegin(); change != changes.rend(); ++change) {
        const auto whole = log.change(change->id, catalog);
        ASSERT_TRUE(whole);
        ASSERT_EQ(whole->records.size(), 1U);
        const RecordChange& record = whole->records.front();
        for (auto field = record.after.begin(); field != record.after.end(); ++field) {
            const QString place = record.key.encoded() + field.key();
            ASSERT_EQ(record.before.value(field.key()), values.value(place, Value::integer(0)))
                << "change " << whole->id << " of " << qPrintable(place);
            values.insert(place, *field);
        }
    }
    const Table& table = *catalog.table(name("t"));
    for (qint64 id = 1; id <= 20; ++id) {
        const auto record = TableReader(*session, table).record(key(id));
        for (int column = 1; column <= 3; ++column)
            EXPECT_EQ(
                (*record)->values[static_cast<size_t>(column)],
                values.value(key(id).encoded() + table.columns[column].name, Value::integer(0)));
    }
}

INSTANTIATE_TEST_SUITE_P(Engines, Storm,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
