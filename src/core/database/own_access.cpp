// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/own_access.h"

#include <QHash>

#include <mutex>

namespace gravin {

namespace {

struct GivenAccess {
    QString host;
    int port = 0;
    QString user;
};

struct GivenAccesses {
    std::mutex mutex;
    QHash<QString, GivenAccess> byAddress;
};

GivenAccesses& givenAccesses() {
    static GivenAccesses instance;
    return instance;
}

} // namespace

bool OwnAccess::isLacking(const ConnectionSpec& spec) {
    // A service of libpq's names both in a file of its own.
    return !spec.isFile() && !spec.options.contains(QStringLiteral("service")) &&
           (spec.host.isEmpty() || spec.user.isEmpty());
}

ConnectionSpec OwnAccess::completed(const ConnectionSpec& spec) {
    if (!isLacking(spec))
        return spec;
    const std::lock_guard lock(givenAccesses().mutex);
    const GivenAccess given = givenAccesses().byAddress.value(spec.url());
    ConnectionSpec whole = spec;
    if (spec.host.isEmpty()) {
        whole.host = given.host;
        whole.port = spec.port > 0 ? spec.port : given.port;
    }
    if (spec.user.isEmpty())
        whole.user = given.user;
    return whole;
}

void OwnAccess::remember(const ConnectionSpec& spec, const ConnectionSpec& given) {
    const std::lock_guard lock(givenAccesses().mutex);
    givenAccesses().byAddress.insert(spec.url(), {given.host, given.port, given.user});
}

} // namespace gravin
