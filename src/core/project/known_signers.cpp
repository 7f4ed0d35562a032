// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/known_signers.h"

#include "core/base/file_tag.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"

namespace gravin {

KnownSigners::KnownSigners(QString folder)
    : m_notes(std::move(folder)) {}

QString KnownSigners::reasonAgainst(const QString& file, const QByteArray& content) const {
    const auto signature = signatureOf(content);
    if (signature && !signature->fits)
        return coreTr("The project has been changed since %1 signed it, so nothing is written with "
                      "it. Ask for the one that was signed.")
            .arg(signature->signer);
    const OrderedJson json = m_notes.of(realFile(file));
    if (json.is_null()) {
        if (signature)
            (void)accept(file, content);
        return {};
    }
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
    if (!signature)
        return m_notes.forget(realFile(file));
    return m_notes.keep(realFile(file), {{"project", utf8(realFile(file))},
                                         {"by", utf8(signature->signer)},
                                         {"key", signature->key.toBase64().toStdString()}});
}

KnownSigners personsSigners() { return KnownSigners(ownDataFolderPath(QStringLiteral("signers"))); }

} // namespace gravin
