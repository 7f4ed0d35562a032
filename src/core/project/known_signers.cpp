// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/known_signers.h"

#include "core/base/file_tag.h"
#include "core/base/json.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"

#include <QFile>
#include <QFileInfo>

namespace gravin {

namespace {

constexpr qint64 MostSignerBytes = 16 * 1024;

} // namespace

KnownSigners::KnownSigners(QString folder)
    : m_folder(std::move(folder)) {}

QString KnownSigners::path(const QString& file) const {
    return m_folder + u'/' + fileTag(realFile(file)) + QStringLiteral(".json");
}

QString KnownSigners::reasonAgainst(const QString& file, const QByteArray& content) const {
    const auto signature = signatureOf(content);
    if (signature && !signature->fits)
        return coreTr("The project has been changed since %1 signed it, so nothing is written with "
                      "it. Ask for the one that was signed.")
            .arg(signature->signer);
    const auto kept = readWholeFile(path(file), MostSignerBytes, Writers::OwnAccount);
    if (!kept) {
        if (signature)
            (void)accept(file, content);
        return {};
    }
    const OrderedJson json = loose::parsed(*kept);
    const QString signer = loose::text(json, "by");
    const QByteArray key = QByteArray::fromBase64(loose::text(json, "key").toLatin1());
    if (key.isEmpty())
        return {};
    if (!signature)
        return coreTr("The project was signed by %1 when it was opened before, and is signed by "
                      "nobody now, so nothing is written with it. Have it signed, or accept it as "
                      "it is: gravin sign FILE --accept.")
            .arg(signer);
    if (signature->key != key)
        return coreTr("The project was signed by %1 when it was opened before, and is signed with "
                      "another key now (“%2”, %3), so nothing is written with it. Where that is "
                      "right: gravin sign FILE --accept.")
            .arg(signer, signature->signer, keyFingerprint(signature->key));
    return {};
}

Status KnownSigners::accept(const QString& file, const QByteArray& content) const {
    const auto signature = signatureOf(content);
    if (signature && !signature->fits)
        return Error{ErrorKind::Refused,
                     coreTr("The project has been changed since %1 signed it. Take the signature "
                            "off before, or sign it anew.")
                         .arg(signature->signer)};
    if (!signature) {
        const QString there = path(file);
        return !QFile::exists(there) || QFile::remove(there)
                   ? ok()
                   : Status(Error{ErrorKind::File, coreTr("%1 cannot be removed.").arg(there)});
    }
    if (Status own = makeOwnFolder(m_folder); !own)
        return own;
    return writeWholeFile(path(file),
                          compactJson({{"project", utf8(realFile(file))},
                                       {"by", utf8(signature->signer)},
                                       {"key", signature->key.toBase64().toStdString()}}),
                          Readers::OwnerOnly);
}

KnownSigners personsSigners() { return KnownSigners(ownDataFolderPath(QStringLiteral("signers"))); }

} // namespace gravin
