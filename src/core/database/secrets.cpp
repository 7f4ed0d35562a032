// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/secrets.h"

#include <QHash>

#include <mutex>

namespace gravin {

namespace {

struct Store {
    std::mutex mutex;
    QHash<QString, QString> passwords;
    QHash<QString, QString> keyPasswords;
};

Store& store() {
    static Store instance;
    return instance;
}

} // namespace

void Secrets::remember(const ConnectionSpec& spec, const QString& password) {
    const std::lock_guard lock(store().mutex);
    store().passwords.insert(spec.account(), password);
}

void Secrets::forget(const ConnectionSpec& spec) {
    const std::lock_guard lock(store().mutex);
    store().passwords.remove(spec.account());
}

QString Secrets::passwordOf(const ConnectionSpec& spec) {
    const std::lock_guard lock(store().mutex);
    return store().passwords.value(spec.account());
}

void Secrets::rememberKeyPassword(const ConnectionSpec& spec, const QString& password) {
    const std::lock_guard lock(store().mutex);
    store().keyPasswords.insert(spec.account(), password);
}

QString Secrets::keyPasswordOf(const ConnectionSpec& spec) {
    const std::lock_guard lock(store().mutex);
    return store().keyPasswords.value(spec.account());
}

} // namespace gravin
