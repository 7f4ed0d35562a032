// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"

namespace gravin::cli {

// Lets a person who stops the program (SIGINT, SIGTERM, SIGHUP) stop the statement too, which a
// server would otherwise run to its end: the command then ends by itself, with what was not
// committed taken back. A second signal, or ten seconds, end it at once. Call it before any other
// thread is begun.
void endStatementsOnSignals();

// A session whose statement is to be ended; it must outlive this.
class Watched {
public:
    explicit Watched(Session& session);
    ~Watched();
    Watched(const Watched&) = delete;
    Watched& operator=(const Watched&) = delete;

private:
    Session& m_session;
};

} // namespace gravin::cli
