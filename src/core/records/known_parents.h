// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/rules.h"

#include <QHash>
#include <QSet>

namespace gravin {

// Which records that rows of a table refer to are there, asked for many rows by a few statements.
// It knows of those alone that it was asked for, as they were then.
class KnownParents {
public:
    // Asks for what these rows refer to and is not known yet. What is not there stays unknown, and
    // so does what a text may refer to by other letters than its own. Fails only where reading
    // does.
    Status learn(Session& session, const Catalog& catalog, const Table& table,
                 const std::vector<const ProposedValues*>& rows);
    bool isThere(const ForeignKey& reference, const std::vector<Value>& values) const;
    void forget() { m_there.clear(); }

private:
    static QString placeOf(const ForeignKey& reference);

    QHash<QString, QSet<Key>> m_there; // by table and columns
};

} // namespace gravin
