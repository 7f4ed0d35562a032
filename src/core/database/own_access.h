// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

namespace gravin {

// What a project leaves open of a server, and its person gave: the server's place, and the account.
// In memory only, by the address that lacks it, and put in wherever a session is opened: projects
// keep their address as it is. Any thread.
class OwnAccess {
public:
    // Whether the address names a server without saying where it is, or who comes to it.
    static bool isLacking(const ConnectionSpec& spec);
    // With what is known of what it lacks.
    static ConnectionSpec completed(const ConnectionSpec& spec);
    // From now on; what `given` says of what `spec` says itself does not count.
    static void remember(const ConnectionSpec& spec, const ConnectionSpec& given);
};

} // namespace gravin
