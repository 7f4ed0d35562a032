// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCryptographicHash>
#include <QFileInfo>
#include <QString>

namespace gravin {

// A short name for what belongs to a file, good as part of a file's name or a settings key: the
// same for the same absolute path, and telling nothing of it.
inline QString fileTag(const QString& path) {
    constexpr int Digits = 24;
    return QString::fromLatin1(QCryptographicHash::hash(QFileInfo(path).absoluteFilePath().toUtf8(),
                                                        QCryptographicHash::Sha256)
                                   .toHex()
                                   .left(Digits));
}

// The file itself, whatever leads to it; one that is not there by its absolute path.
inline QString realFile(const QString& path) {
    const QString real = QFileInfo(path).canonicalFilePath();
    return real.isEmpty() ? QFileInfo(path).absoluteFilePath() : real;
}

// Any text as one part of a settings key, which may hold no separator of groups.
inline QString settingsKeyOf(const QString& text) {
    return QString::fromLatin1(text.toUtf8().toBase64(QByteArray::Base64UrlEncoding));
}

} // namespace gravin
