// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/content_hash.h"
#include "core/database/session_writer.h"

namespace gravin {

// Makes the change log evident to tampering: each change has a hash over its content, written with
// it, and a place in a chain of hashes. On a file the place is given in the writing transaction. On
// a server that would let writers wait for each other, so a change is chained right after its
// commit, by whoever comes first, in a short transaction of its own that nobody waits for. Belongs
// to its session's thread.
class LogSeal {
public:
    // `session` must outlive it.
    explicit LogSeal(Session& session)
        : m_session(session) {}

    // Requires: a writing transaction is open, and the change is in it.
    Status add(SessionWriter& writer, qint64 change, const SealedContent& content);
    // Chains the changes that wait for it. Somebody else at it: done, for they do it.
    Status chainWaiting();
    // Gives older changes, of a log that was begun without, their hashes. Requires: a writing
    // transaction is open.
    Status adopt(SessionWriter& writer);

private:
    struct Link {
        qint64 position = 0;
        QString chain;
    };
    Result<Link> last();
    Status chain(SessionWriter& writer);

    Session& m_session;
};

} // namespace gravin
