// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/connection_spec.h"

#include "core/base/text.h"

#include <QFileInfo>

namespace gravin {

namespace {
const QString SqliteScheme = QStringLiteral("sqlite:");
}

Result<ConnectionSpec> ConnectionSpec::fromUrl(const QString& url) {
    if (url.startsWith(SqliteScheme) && url.size() > SqliteScheme.size())
        return ConnectionSpec{Engine::Sqlite, url.mid(SqliteScheme.size())};
    return Error{
        ErrorKind::Usage,
        say("“%1” names no database. Write sqlite:PATH, for example sqlite:harbour.db.").arg(url)};
}

QString ConnectionSpec::url() const { return SqliteScheme + path; }

QString ConnectionSpec::shownName() const { return QFileInfo(path).fileName(); }

} // namespace gravin
