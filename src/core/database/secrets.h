// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

namespace gravin {

// The passwords of this run, in memory only, by account and server. Any thread.
class Secrets {
public:
    static void remember(const ConnectionSpec& spec, const QString& password);
    static void forget(const ConnectionSpec& spec);
    // Null when none is known: the engine's own ways (.pgpass, the environment) are left to work.
    static QString passwordOf(const ConnectionSpec& spec);

    // That of the client's own key file, for PostgreSQL; null: none is known.
    static void rememberKeyPassword(const ConnectionSpec& spec, const QString& password);
    static QString keyPasswordOf(const ConnectionSpec& spec);
};

} // namespace gravin
