// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"
#include "demonstration.h"

#include <QSqlDatabase>
#include <QSqlQuery>

namespace gravin::bench {

inline int visits = 1'000'000; // in the database
inline ConnectionSpec database{Engine::Sqlite, {}, true};

// The engine alone, through the same driver: one prepared statement at a time.
class BareEngine {
public:
    BareEngine();
    ~BareEngine();
    BareEngine(const BareEngine&) = delete;
    BareEngine& operator=(const BareEngine&) = delete;
    void run(const QString& sql);
    QSqlQuery prepare(const QString& sql);

private:
    QSqlDatabase m_connection;
};

// The most memory that the process ever had since this was made, above what it had then.
class Peak {
public:
    Peak();
    double megabytes() const;

private:
    qint64 m_before = 0;
};

// Runs the program's benchmarks on visits in a file of its own, or with --server=URL in an empty
// database of a server; --rows=N says how many.
int runOnVisits(int argc, char** argv);

} // namespace gravin::bench
