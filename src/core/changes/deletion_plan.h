// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/record.h"

namespace gravin {

// What deleting some records means for those that refer to them, directly or through others.
struct DeletionPlan {
    enum class Fate {
        GoesWith, // deleted with them, once somebody agrees
        Emptied   // its reference becomes empty
    };
    static constexpr size_t MostShown = 5;
    struct Part {
        QString table;
        Fate fate = Fate::GoesWith;
        qint64 count = 0;
        QString obstacle = {}; // why it cannot be done; empty: it can
        // The first of them, as they are now; at most MostShown.
        std::vector<Record> first = {};
    };
    std::vector<Record> records; // those to delete, as they are now
    qint64 gone = 0;             // of those asked for: not there any more
    QList<Part> parts;           // each table and fate once, nearest first
    bool isCounted = true;       // false: there are more than were counted

    bool takesOthers() const;
    // The first thing that forbids it; empty: nothing does.
    QString obstacle() const;
};

// Counts at most some thousands of records. Requires: the table has a key.
Result<DeletionPlan> planDeletion(Session& session, const Catalog& catalog, const Table& table,
                                  const std::vector<Key>& keys);

} // namespace gravin
