// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

#include <sqlite3.h>

namespace gravin::bench {

inline int rows = 1'000'000;
inline QString databasePath; // of the run's own database

inline const ConnectionSpec& spec() {
    static const ConnectionSpec spec{Engine::Sqlite, databasePath, true};
    return spec;
}

// SQLite alone, opened as Gravin opens it.
class Bare {
public:
    Bare() {
        sqlite3_open_v2(databasePath.toUtf8().constData(), &m_handle, SQLITE_OPEN_READWRITE,
                        nullptr);
        execute("PRAGMA foreign_keys = ON");
    }
    ~Bare() { sqlite3_close(m_handle); }
    Bare(const Bare&) = delete;
    Bare& operator=(const Bare&) = delete;

    void execute(const char* sql) { sqlite3_exec(m_handle, sql, nullptr, nullptr, nullptr); }
    // Whoever asks finalizes it.
    sqlite3_stmt* prepare(const char* sql) {
        sqlite3_stmt* statement = nullptr;
        sqlite3_prepare_v2(m_handle, sql, -1, &statement, nullptr);
        return statement;
    }

private:
    sqlite3* m_handle = nullptr;
};

} // namespace gravin::bench
