// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

namespace gravin {

enum class Engine { Sqlite };

// Where a database is. Holds no secret.
struct ConnectionSpec {
    Engine engine = Engine::Sqlite;
    QString path; // SQLite: the file, absolute or relative to the working directory
    // Whether the developer agreed to keep the change log in tables of Gravin's own in this
    // database. Without it everything through this connection is read only.
    bool changeLog = false;

    // "sqlite:PATH".
    static Result<ConnectionSpec> fromUrl(const QString& url);
    QString url() const;
    // What the head line calls it: the file name.
    QString shownName() const;

    friend bool operator==(const ConnectionSpec&, const ConnectionSpec&) = default;
};

} // namespace gravin
