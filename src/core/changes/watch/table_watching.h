// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/catalog.h"
#include "core/database/session.h"

#include <functional>

namespace gravin {

// How a table is watched: by nobody, by triggers that fit it, or by such as it has outgrown.
enum class WatchState { Off, On, Outgrown };
WatchState watchStateOf(const Dialect& dialect, const Table& table);

// Has tables watched: the database then keeps the log of them by itself, whoever writes. Belongs to
// its session's thread.
class TableWatching {
public:
    // Both must outlive it. The catalog is as the database says now.
    TableWatching(Session& session, const Catalog& catalog)
        : m_session(session)
        , m_catalog(catalog) {}

    // The statements that set() would run, to be read before.
    Result<QStringList> statements(const QStringList& tables, bool isWatched);
    // Has these tables watched, or not any more; where the engine lets it, all of it or nothing.
    // What was seen up to now is brought into the log. The catalog has to be read anew afterwards.
    // Refused: a table cannot be watched.
    Status set(const QStringList& tables, bool isWatched);
    // What others did to watched tables and the log does not have yet comes into it, each as one
    // change; answers how many changes. 0 also where nothing is watched or nothing may be written.
    Result<int> gather();

    // What a person should know before other programs' writing runs through triggers of ours, a
    // sentence each.
    static QStringList consequences(Engine engine);

private:
    struct Plan {
        QStringList schema; // empty: it is there, or not needed
        QStringList triggers;
    };
    Result<Plan> plan(const QStringList& tables, bool isWatched);
    Result<QString> home();
    Status verify(const QStringList& tables, bool isWatched) const;
    // Whether any table is watched when these are or are not.
    bool isAnyWatched(const QStringList& tables, bool isWatched) const;
    Status mark(class SessionWriter& writer, bool isWatched);

    Session& m_session;
    const Catalog& m_catalog;
};

} // namespace gravin
