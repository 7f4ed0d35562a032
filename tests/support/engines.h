// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "support/scratch.h"

namespace gravin::test {

// A database of its own on one of the three engines, gone with the object. The servers are those
// of support/with-servers.sh.
class EngineDatabase {
public:
    explicit EngineDatabase(Engine engine);
    ~EngineDatabase();
    EngineDatabase(const EngineDatabase&) = delete;
    EngineDatabase& operator=(const EngineDatabase&) = delete;

    Engine engine() const { return m_spec.engine; }
    const ConnectionSpec& spec() const { return m_spec; }
    // Runs statements with the engine's own program: nothing under test makes the data, and it
    // stands for "somebody else" too. Answers what it prints, tabs between columns.
    QString run(const QString& sql) const;
    // Every row of every table that is not Gravin's own, in a fixed order. Tables that were not
    // there at the first dump are not seen.
    QString dump() const;
    // Ends all connections to it, as a server does that goes down. Requires: one of a server.
    void endOthers() const;
    std::unique_ptr<Session> open(Session::Access access = Session::Access::ReadWrite) const;

private:
    const QStringList& tables() const;

    QTemporaryDir m_folder;
    ConnectionSpec m_spec;
    mutable QStringList m_tables;
};

// Whether the test runs within support/with-servers.sh.
bool serversAreThere();
// Each test gets a database of its own on one of the engines; without servers only SQLite is there.
// After SetUp() of the base a test may be skipped.
class OnEngine : public ::testing::TestWithParam<Engine> {
protected:
    void SetUp() override {
        if (GetParam() != Engine::Sqlite && !serversAreThere())
            GTEST_SKIP() << "run by tests/support/with-servers.sh";
        database = std::make_unique<EngineDatabase>(GetParam());
    }
    static QString name(const char* utf8) { return QString::fromUtf8(utf8); }

    std::unique_ptr<EngineDatabase> database;
};

// For names of parameterised tests.
std::string engineTestName(const testing::TestParamInfo<Engine>& info);

} // namespace gravin::test
