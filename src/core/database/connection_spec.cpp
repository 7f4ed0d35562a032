// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/connection_spec.h"

#include "core/base/text.h"
#include "core/database/secrets.h"

#include <QFileInfo>
#include <QStringList>
#include <QUrl>
#include <QUrlQuery>

#include <libpq-fe.h>

namespace gravin {

namespace {

const QString SqliteScheme = QStringLiteral("sqlite:");
const QString MariaDbScheme = QStringLiteral("mariadb");

struct TlsWords {
    TlsMode mode;
    const char* name;
    const char* libpq; // its value of sslmode
};

constexpr TlsWords TlsTable[] = {
    {TlsMode::Off, "off", "disable"},
    {TlsMode::Prefer, "prefer", "prefer"},
    {TlsMode::Require, "require", "require"},
    {TlsMode::Verify, "verify", "verify-full"},
};

Error malformed(const QString& url, const QString& why) {
    // What is wrong with the URL may be its password: it is not repeated.
    const QString scheme = url.section(u':', 0, 0);
    return {ErrorKind::Usage, coreTr("This %1 address is not well formed: %2").arg(scheme, why)};
}

// An address in two parts: what is kept, and what is not.
struct ParsedUrl {
    ConnectionSpec spec;
    QString password = {};    // null: none
    QString keyPassword = {}; // of the client's own key; null: none
};

// libpq reads its own URIs, so that whatever it understands is understood.
Result<ParsedUrl> fromPostgresUri(const QString& url) {
    char* why = nullptr;
    PQconninfoOption* parsed = PQconninfoParse(url.toUtf8().constData(), &why);
    if (!parsed) {
        PQfreemem(why); // it quotes what could not be read, which may hold the password
        return malformed(url, coreTr("write postgresql://user@host:port/database"));
    }
    ParsedUrl read;
    ConnectionSpec& spec = read.spec;
    spec.engine = Engine::PostgreSql;
    bool portIsNumber = true;
    for (const PQconninfoOption* option = parsed; option->keyword; ++option) {
        if (!option->val)
            continue;
        const QString name = QString::fromUtf8(option->keyword);
        const QString value = QString::fromUtf8(option->val);
        if (name == u"password") {
            read.password = value;
        } else if (name == u"sslpassword") {
            read.keyPassword = value;
        } else if (name == u"sslmode") {
            bool known = false;
            for (const TlsWords& words : TlsTable) {
                if (value == QLatin1String(words.libpq)) {
                    spec.tls = words.mode;
                    known = true;
                }
            }
            if (!known)
                spec.options.insert(name, value);
        } else if (name == u"port" && !value.contains(u',')) {
            spec.port = value.toInt(&portIsNumber);
        } else if (name == u"host") {
            spec.host = value;
        } else if (name == u"dbname") {
            spec.database = value;
        } else if (name == u"user") {
            spec.user = value;
        } else {
            spec.options.insert(name, value);
        }
    }
    PQconninfoFree(parsed);
    if (!portIsNumber)
        return malformed(url, coreTr("the port is not a number"));
    return read;
}

Result<ParsedUrl> fromMariaDbUrl(const QString& text) {
    const QUrl url(text, QUrl::StrictMode);
    if (!url.isValid())
        return malformed(text, coreTr("write mariadb://user@host:port/database"));
    ParsedUrl read;
    ConnectionSpec& spec = read.spec;
    spec.engine = Engine::MariaDb;
    spec.host = url.host();
    spec.port = url.port(0);
    spec.user = url.userName(QUrl::FullyDecoded);
    spec.database = url.path(QUrl::FullyDecoded).mid(1);
    const QUrlQuery query(url);
    for (const auto& [name, value] : query.queryItems(QUrl::FullyDecoded)) {
        if (name == u"tls") {
            const auto mode = tlsModeFromName(value);
            if (!mode)
                return malformed(text, coreTr("tls is one of off, prefer, require, verify"));
            spec.tls = *mode;
        } else if (name == u"socket" || name == u"ca") {
            spec.options.insert(name, value);
        } else {
            return malformed(text, coreTr("it has an unknown parameter “%1”").arg(name));
        }
    }
    if (spec.database.isEmpty())
        return malformed(text,
                         coreTr("the database is missing; write mariadb://user@host/database"));
    if (!url.password().isNull())
        read.password = url.password(QUrl::FullyDecoded);
    return read;
}

QString escaped(const QString& text) { return QString::fromLatin1(QUrl::toPercentEncoding(text)); }

QString serverUrl(const ConnectionSpec& spec, const QString& scheme,
                  QList<std::pair<QString, QString>> parameters) {
    QString url = scheme + QStringLiteral("://");
    if (!spec.user.isEmpty())
        url += escaped(spec.user) + u'@';
    if (spec.host.startsWith(u'/') || spec.host.contains(u','))
        parameters.prepend({QStringLiteral("host"), spec.host});
    else
        url += spec.host.contains(u':') ? u'[' + spec.host + u']' : escaped(spec.host);
    if (spec.port > 0)
        url += u':' + QString::number(spec.port);
    url += u'/' + escaped(spec.database);
    for (auto option = spec.options.begin(); option != spec.options.end(); ++option)
        parameters.append({option.key(), option.value()});
    QChar separator = u'?';
    for (const auto& [name, value] : parameters) {
        url += separator + name + u'=' + escaped(value);
        separator = u'&';
    }
    return url;
}

} // namespace

QString engineName(Engine engine) {
    switch (engine) {
    case Engine::Sqlite:
        return QStringLiteral("SQLite");
    case Engine::PostgreSql:
        return QStringLiteral("PostgreSQL");
    case Engine::MariaDb:
        return QStringLiteral("MariaDB");
    }
    return {};
}

QString tlsModeName(TlsMode mode) {
    for (const TlsWords& words : TlsTable) {
        if (words.mode == mode)
            return QLatin1String(words.name);
    }
    return {};
}

std::optional<TlsMode> tlsModeFromName(const QString& name) {
    for (const TlsWords& words : TlsTable) {
        if (name == QLatin1String(words.name))
            return words.mode;
    }
    return std::nullopt;
}

namespace {

Result<ParsedUrl> parsed(const QString& url) {
    if (url.startsWith(SqliteScheme) && url.size() > SqliteScheme.size())
        return ParsedUrl{{Engine::Sqlite, url.mid(SqliteScheme.size())}};
    if (url.startsWith(u"postgresql://") || url.startsWith(u"postgres://"))
        return fromPostgresUri(url);
    if (url.startsWith(MariaDbScheme + QStringLiteral("://")))
        return fromMariaDbUrl(url);
    // What stands here may be a mistyped address with a password in it, which is not repeated.
    const bool mayHoldSecret = url.contains(u'@') || url.contains(u"password");
    return Error{
        ErrorKind::Usage,
        coreTr("“%1” names no database. Write sqlite:PATH, postgresql://user@host/database "
               "or mariadb://user@host/database.")
            .arg(mayHoldSecret ? QStringLiteral("…") : url)};
}

} // namespace

Result<ConnectionSpec> ConnectionSpec::fromUrl(const QString& url) {
    const auto read = parsed(url);
    if (!read)
        return read.error();
    if (!read->password.isNull())
        Secrets::remember(read->spec, read->password);
    if (!read->keyPassword.isNull())
        Secrets::rememberKeyPassword(read->spec, read->keyPassword);
    return read->spec;
}

Result<ConnectionSpec> ConnectionSpec::fromKeptUrl(const QString& url) {
    const auto read = parsed(url);
    if (read && (!read->password.isNull() || !read->keyPassword.isNull()))
        return Error{
            ErrorKind::Refused,
            coreTr("A password stands in its database address, where everybody who gets the "
                   "file can read it. Take it out, and give the account another one: Gravin "
                   "asks for it, or takes it from the desktop's secret store, .pgpass, or "
                   "MYSQL_PWD.")};
    return read ? Result<ConnectionSpec>(read->spec) : read.error();
}

QString ConnectionSpec::url() const {
    QList<std::pair<QString, QString>> parameters;
    switch (engine) {
    case Engine::Sqlite:
        break;
    case Engine::PostgreSql:
        for (const TlsWords& words : TlsTable) {
            if (words.mode == tls && tls != TlsMode::Prefer)
                parameters.append({QStringLiteral("sslmode"), QLatin1String(words.libpq)});
        }
        return serverUrl(*this, QStringLiteral("postgresql"), parameters);
    case Engine::MariaDb:
        if (tls != TlsMode::Prefer)
            parameters.append({QStringLiteral("tls"), tlsModeName(tls)});
        return serverUrl(*this, MariaDbScheme, parameters);
    }
    return SqliteScheme + path;
}

QString ConnectionSpec::shownName() const {
    if (isFile())
        return QFileInfo(path).fileName();
    const QString service = options.value(QStringLiteral("service"));
    const QString what = database.isEmpty() ? service : database;
    if (host.isEmpty() || host.startsWith(u'/'))
        return what.isEmpty() ? engineName(engine) : what;
    return coreTr("%1 on %2").arg(what.isEmpty() ? engineName(engine) : what, host);
}

QString ConnectionSpec::account() const {
    // The database belongs to it: servers and .pgpass alike may give one account several passwords.
    ConnectionSpec bare = *this;
    bare.tls = TlsMode::Prefer;
    return bare.url();
}

} // namespace gravin
