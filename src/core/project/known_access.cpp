// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/known_access.h"

#include "core/base/file_tag.h"
#include "core/base/whole_file.h"
#include "core/database/own_access.h"

#include <algorithm>

namespace gravin {

void KnownAccess::recall(const QString& file, const ConnectionSpec& connection) const {
    if (!OwnAccess::isLacking(connection))
        return;
    const OrderedJson note = m_notes.of(realFile(file));
    // It was given for this address, and not for one that the project has become.
    if (loose::text(note, "address") != connection.url())
        return;
    constexpr qint64 LargestPort = 65'535;
    ConnectionSpec given = connection;
    given.host = loose::text(note, "host");
    given.port = static_cast<int>(std::clamp<qint64>(loose::integer(note, "port"), 0, LargestPort));
    given.user = loose::text(note, "account");
    OwnAccess::remember(connection, given);
}

Status KnownAccess::keep(const QString& file, const ConnectionSpec& connection,
                         const ConnectionSpec& given) const {
    OwnAccess::remember(connection, given);
    const bool givesHost = connection.host.isEmpty();
    return m_notes.keep(realFile(file), {{"project", utf8(realFile(file))},
                                         {"address", utf8(connection.url())},
                                         {"host", givesHost ? utf8(given.host) : std::string()},
                                         {"port", givesHost ? given.port : 0},
                                         {"account", connection.user.isEmpty() ? utf8(given.user)
                                                                               : std::string()}});
}

KnownAccess personsAccess() { return KnownAccess(ownDataFolderPath(QStringLiteral("access"))); }

} // namespace gravin
