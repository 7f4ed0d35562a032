// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/own_notes.h"
#include "core/database/session.h"

namespace gravin {

// The newest place of a change log's chain that this person's Gravin has seen, for each database,
// in a folder of the person's own. A log that was emptied, cut at its end or written anew does not
// have it any more, which the log alone cannot tell. Any thread.
class KnownHeads {
public:
    // Made where it is missing (makeOwnFolder).
    explicit KnownHeads(QString folder);

    // Looks whether the log of this database still has what was seen last, and if so remembers the
    // newest of it. Empty: it has, or nothing was seen before; else what is missing, a sentence.
    Result<QString> compare(Session& session) const;
    // From now on the log as it is counts, whatever was seen before.
    Status accept(Session& session) const;

private:
    OwnNotes m_notes; // by what the database is called
};

// Where the program keeps them.
KnownHeads personsHeads();

} // namespace gravin
