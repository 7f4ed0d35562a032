// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/person.h"

#include <pwd.h>
#include <unistd.h>

namespace gravin {

QString personName() {
    if (const passwd* account = ::getpwuid(::geteuid()))
        return QString::fromLocal8Bit(account->pw_name);
    return QStringLiteral("uid %1").arg(::geteuid());
}

} // namespace gravin
