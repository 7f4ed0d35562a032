// SPDX-License-Identifier: GPL-3.0-or-later
// Ten processes at once on the same twenty records: no edit is lost, and the log is the truth.
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/log/log_verification.h"
#include "support/engines.h"

#include <QElapsedTimer>
#include <QProcess>

namespace gravin::test {
namespace {

constexpr int Processes = 10;
constexpr int Edits = 200;

class Storm : public OnEngine {
protected:
    // The changes, oldest first: each found what the one before it had left, and what the last ones
    // left is stored. Answers how many there are.
    qint64 replayed() {
        auto session = database->open(Session::Access::ReadOnly);
        const Catalog catalog = *session->readCatalog();
        const Table& table = *catalog.table(name("t"));
        ChangeLog log(*session);
        auto changes = *log.list({});
        QHash<QString, Value> values;
        int torn = 0;
        for (auto change = changes.rbegin(); change != changes.rend(); ++change) {
            const auto whole = log.change(change->id, catalog);
            EXPECT_TRUE(whole);
            for (const RecordChange& record : whole->records) {
                for (auto field = record.after.begin(); field != record.after.end(); ++field) {
                    const QString place = record.key.encoded() + field.key();
                    if (record.before.value(field.key()) !=
                            values.value(place, Value::integer(0)) &&
                        ++torn < 5)
                        ADD_FAILURE() << "change " << whole->id << " of " << qPrintable(place);
                    values.insert(place, *field);
                }
            }
        }
        EXPECT_EQ(torn, 0);
        const auto records = TableReader(*session, table).range({}, 0, -1);
        for (const Record& record : *records) {
            for (int column = 1; column <= 3; ++column) {
                const QString place = record.key.encoded() + table.columns[column].name;
                torn += record.values[static_cast<size_t>(column)] ==
                                values.value(place, Value::integer(0))
                            ? 0
                            : 1;
            }
        }
        EXPECT_EQ(torn, 0) << "what is stored is what the log says";
        return static_cast<qint64>(changes.size());
    }
};

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

    EXPECT_EQ(replayed(), committed);
}

// One more changes all records and takes it back, again and again, while others edit a few of them.
TEST_P(Storm, BulkUpdatesAndRollbacksOverwriteNobody) {
    constexpr int RecordsInAll = 1500;
    QStringList rows;
    for (int id = 1; id <= RecordsInAll; ++id)
        rows += QStringLiteral("(%1, 0, 0, 0)").arg(id);
    database->run(name("CREATE TABLE t (id INTEGER PRIMARY KEY, a BIGINT, b BIGINT, c BIGINT);"
                       "INSERT INTO t VALUES ") +
                  rows.join(u',') + u';');
    Desk desk(database->open());
    const auto table = std::make_shared<const Table>(desk.table(name("t")));
    qint64 step = 100'000'000; // no two changes write the same value
    const auto changeAll = [&] {
        BulkValues values;
        values.set.insert(name("a"),
                          *bindExpression(QStringLiteral("id + %1").arg(step += 10'000), *table));
        const auto preview = previewBulkUpdate(desk.session(), table, {}, {}, values);
        return preview
                   ? ChangeWriter(desk.session(), desk.catalog(), desk.rules())
                         .write(bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview)))
                   : WriteResult(WriteFailure{preview.error(), {}, {}});
    };
    QElapsedTimer timer;
    timer.start();
    qint64 committed = changeAll()->id > 0 ? 1 : 0;
    // However slow the machine is, there has to be a gap that a change of all fits in.
    const qint64 pause = std::max<qint64>(150, 3 * timer.elapsed()); // milliseconds
    std::vector<std::unique_ptr<QProcess>> processes;
    // Some without a pause, so that there is no getting through, and some that leave a gap.
    for (const QStringList& pace : {QStringList{name("1"), QString::number(Edits)},
                                    QStringList{name("2"), QString::number(Edits)},
                                    QStringList{name("3"), name("25"), QString::number(pause)}}) {
        auto& process = processes.emplace_back(std::make_unique<QProcess>());
        process->start(name(EDIT_STORM), QStringList(database->spec().url()) + pace);
        ASSERT_TRUE(process->waitForStarted());
    }
    const auto isOver = [&] {
        return std::all_of(processes.begin(), processes.end(), [](const auto& process) {
            return process->state() == QProcess::NotRunning || process->waitForFinished(1);
        });
    };
    int stood = 0;
    int gaveWay = 0;
    qint64 newest = 0;
    do {
        const WriteResult written =
            newest > 0 ? desk.rollBack(newest, OnConflict::Skip) : changeAll();
        if (written) {
            newest = newest > 0 ? 0 : written->id;
            committed += written->id > 0 ? 1 : 0;
            ++stood;
            continue;
        }
        const ErrorKind kind = written.error().error.kind;
        EXPECT_TRUE(kind == ErrorKind::Conflict || kind == ErrorKind::Busy)
            << qPrintable(written.error().error.sentence + written.error().error.detail);
        ++gaveWay;
    } while (!isOver());
    for (const auto& process : processes) {
        ASSERT_EQ(process->exitCode(), 0) << process->readAllStandardError().constData();
        committed += process->readAllStandardOutput().trimmed().toLongLong();
    }
    EXPECT_GT(stood, 0);
    EXPECT_GT(gaveWay, 0);
    EXPECT_EQ(replayed(), committed);
    ASSERT_TRUE(changeAll()) << "nobody is in the way any more";
    EXPECT_TRUE(LogVerifier(desk.session()).verify({})->isIntact());
}

INSTANTIATE_TEST_SUITE_P(Engines, Storm,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
