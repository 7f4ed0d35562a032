// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/person.h"

#include <pwd.h>
#include <unistd.h>

namespace gravin {

// The account stays who it is while the program runs; the system's list of them is slow to ask, and
// not made for several threads.
QString personName() {
    static const QString name = [] {
        if (const passwd* account = ::getpwuid(::geteuid()))
            return QString::fromLocal8Bit(account->pw_name);
        return QStringLiteral("uid %1").arg(::geteuid());
    }();
    return name;
}

} // namespace gravin
