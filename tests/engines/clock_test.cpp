// SPDX-License-Identifier: GPL-3.0-or-later
// When a change was made is said by the server's clock, however wrong a client's own is.
#include "core/base/clock.h"
#include "core/changes/change_writer.h"
#include "core/changes/log/change_log.h"
#include "core/changes/log/log_marks.h"
#include "demonstrated.h"
#include "support/text.h"

#include <QDateTime>

namespace gravin::test {
namespace {

class Clock : public Demonstrated {
protected:
    void TearDown() override { shiftClock({}); }

    // A client whose clock is wrong by so much, with a connection of its own.
    void commitWith(std::chrono::hours wrong, const char* value) {
        shiftClock(wrong);
        auto session = database->open();
        const Catalog catalog = *session->readCatalog();
        ChangeRequest request;
        request.person = name("somebody");
        request.action = name("edit");
        request.edits.push_back({Operation::Update,
                                 name("aid"),
                                 Key({Value::integer(1)}),
                                 {},
                                 {{name("name"), Value::text(name(value))}}});
        const auto written = ChangeWriter(*session, catalog, {}).write(request);
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
        const auto noted =
            LogMarks(*session, catalog).addNote(written->id, name("seen"), name("somebody"));
        EXPECT_TRUE(noted);
        shiftClock({});
    }
};

TEST_P(Clock, OfTheServerCountsForAll) {
    if (GetParam() == Engine::Sqlite)
        GTEST_SKIP() << "a file has no clock";
    const QDateTime begun = QDateTime::currentDateTimeUtc();
    commitWith(std::chrono::hours(5), "Early");
    commitWith(std::chrono::hours(-7), "Late");
    commitWith(std::chrono::hours(0), "Right");
    auto session = database->open();
    ChangeLog log(*session);
    const auto changes = log.list({});
    ASSERT_TRUE(changes);
    ASSERT_EQ(changes->size(), 6U);
    for (size_t i = 0; i < changes->size(); ++i) {
        const QString& at = (*changes)[i].at;
        const qint64 after = begun.msecsTo(QDateTime::fromString(at, Qt::ISODate));
        EXPECT_GT(after, -2000) << qPrintable(at);
        EXPECT_LT(after, 60'000) << qPrintable(at);
        if (i > 0) {
            EXPECT_LE(at, (*changes)[i - 1].at) << "in the order in which they were made";
        }
    }
    // What was so at a moment goes by it.
    const auto then = log.lastIdAt((*changes)[2].at);
    ASSERT_TRUE(then);
    EXPECT_EQ(*then, (*changes)[2].id);
}

INSTANTIATE_TEST_SUITE_P(Engines, Clock,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
