// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/operation.h"

#include <QMap>

namespace gravin {

enum class Engine { Sqlite, PostgreSql, MariaDb };
QString engineName(Engine engine); // "SQLite", "PostgreSQL", "MariaDB"

// How a connection to a server is protected.
enum class TlsMode {
    Off,     // never
    Prefer,  // where the server offers it
    Require, // always, whoever the server is
    Verify,  // always, and the server's certificate and name are verified
};
QString tlsModeName(TlsMode mode); // "off", "prefer", "require", "verify"
std::optional<TlsMode> tlsModeFromName(const QString& name);

// Where a database is. Holds no secret: see Secrets.
struct ConnectionSpec {
    Engine engine = Engine::Sqlite;
    QString path; // SQLite: the file, absolute or relative to the working directory
    // Whether the developer agreed to keep the change log in tables of Gravin's own in this
    // database. Without it everything through this connection is read only.
    bool changeLog = false;
    // SQLite: the file that this one was made a copy of, to be worked on instead; empty: it is an
    // original.
    QString copyOf = {};
    // What is allowed through this connection, whatever the database would allow.
    Rights allowed = {};

    // Whether the change log may be trimmed through it, which nothing can take back.
    bool mayTrim = false;

    // Servers only: seconds after which the server ends a statement; 0: it takes what it takes.
    int timeLimit = 0;

    // Servers only. Empty members are left to the engine's own defaults, files and environment.
    QString host = {}; // name, address, or the folder of a socket (PostgreSQL)
    int port = 0;      // 0: the engine's usual one
    QString database = {};
    QString user = {};
    TlsMode tls = TlsMode::Prefer;
    QMap<QString, QString> options = {}; // further parameters of the URL: "service", "socket", …

    bool isFile() const { return engine == Engine::Sqlite; }

    // "sqlite:PATH", a libpq URI ("postgresql://…"), or "mariadb://user@host:port/database?…". A
    // password in it is handed to Secrets and kept nowhere else.
    static Result<ConnectionSpec> fromUrl(const QString& url);
    // The same of an address that is kept in a file, where no password may stand.
    static Result<ConnectionSpec> fromKeptUrl(const QString& url);
    // Without any password.
    QString url() const;
    // What the head line calls it: the file name, or "database on host".
    QString shownName() const;
    // Names account and server: what a password belongs to.
    QString account() const;

    friend bool operator==(const ConnectionSpec&, const ConnectionSpec&) = default;
};

} // namespace gravin
