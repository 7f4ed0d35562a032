// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "demonstration.h"
#include "support/engines.h"

namespace gravin::test {

// Each test gets the demonstration in a database of its own on one of the engines.
class Demonstrated : public ::testing::TestWithParam<Engine> {
protected:
    void SetUp() override {
        if (!serversAreThere())
            GTEST_SKIP() << "run by tests/support/with-servers.sh";
        database = std::make_unique<EngineDatabase>(GetParam());
        const Status loaded = GetParam() == Engine::Sqlite
                                  ? writeDemonstrationDatabase(database->spec().path)
                                  : loadDemonstration(database->spec());
        ASSERT_TRUE(loaded) << qPrintable(loaded.error().sentence + loaded.error().detail);
    }

    QTemporaryDir folder;
    std::unique_ptr<EngineDatabase> database;
};

} // namespace gravin::test
