// SPDX-License-Identifier: GPL-3.0-or-later
// The chain of hashes that nobody waits for: on a server a change may be in the log before it.
#include "core/changes/log/log_seal.h"
#include "core/changes/log/log_verification.h"
#include "support/engines.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class Chain : public OnEngine {
protected:
    WriteResult write(Desk& desk, qint64 depth, bool chainsLater) const {
        ChangeRequest request;
        request.action = name("edit");
        request.chainsLater = chainsLater;
        request.edits.push_back({Operation::Update,
                                 name("buoy"),
                                 key(1),
                                 {},
                                 {{name("depth"), Value::integer(depth)}}});
        return ChangeWriter(desk.session(), desk.catalog(), desk.rules()).write(request);
    }
};

TEST_P(Chain, IsExtendedAfterwardsWhereThatIsAskedFor) {
    database->run(name("CREATE TABLE buoy (id INTEGER PRIMARY KEY, depth INTEGER);"
                       "INSERT INTO buoy VALUES (1, 4);"));
    Desk desk(database->open());
    const auto unsealed = [&] {
        const auto found = LogVerifier(desk.session()).verify({});
        EXPECT_TRUE(found && found->isIntact());
        return found ? found->unsealed : -1;
    };
    ASSERT_TRUE(write(desk, 5, true));
    ASSERT_TRUE(write(desk, 6, true));
    EXPECT_EQ(unsealed(), GetParam() == Engine::Sqlite ? 0 : 2);
    ASSERT_TRUE(LogSeal(desk.session()).chainWaiting());
    EXPECT_EQ(unsealed(), 0);
    // What was left waiting is chained by whoever writes next.
    ASSERT_TRUE(write(desk, 7, true));
    Desk other(database->open());
    ASSERT_TRUE(write(other, 8, false));
    EXPECT_EQ(unsealed(), 0);
}

INSTANTIATE_TEST_SUITE_P(Engines, Chain,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
