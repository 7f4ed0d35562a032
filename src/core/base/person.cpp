// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/person.h"

#include <QReadWriteLock>

#include <pwd.h>
#include <unistd.h>

namespace gravin {

namespace {

struct Language {
    QReadWriteLock lock;
    QString name;
};

Language& language() {
    static Language only;
    return only;
}

} // namespace

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

QString personLanguage() {
    const QReadLocker reading(&language().lock);
    return language().name;
}

void setPersonLanguage(const QString& name) {
    const QWriteLocker writing(&language().lock);
    language().name = name;
}

} // namespace gravin
