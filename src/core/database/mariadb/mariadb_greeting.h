// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <optional>

namespace gravin {

// What a MariaDB or MySQL server says before anybody logs in. Read without the client library,
// which goes on unencrypted, password and all, where a server says that it has no encryption.
struct ServerGreeting {
    bool offersEncryption = false;
};

// Waits at most so long for each step. Nothing: nobody answers there, or not as such a server does.
// `socket`: the path of one; empty: host and port.
std::optional<ServerGreeting> greetingOf(const QString& host, int port, const QString& socket,
                                         int timeoutSeconds);

} // namespace gravin
