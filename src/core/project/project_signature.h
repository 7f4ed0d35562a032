// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QByteArray>

#include <openssl/evp.h>

#include <memory>
#include <optional>

namespace gravin {

// The secret key by which a developer signs projects: Ed25519 (RFC 8032), in a PEM file (PKCS #8,
// RFC 5958) that a passphrase may protect. A plain value.
class SigningKey {
public:
    // Makes a new one in a file that only its owner can read. Refused: the file is there already.
    static Result<SigningKey> create(const QString& path, const QString& passphrase);
    // AccessDenied: the passphrase is missing or wrong.
    static Result<SigningKey> load(const QString& path, const QString& passphrase);

    QByteArray publicKey() const; // 32 bytes
    QByteArray sign(const QByteArray& content) const;

private:
    explicit SigningKey(EVP_PKEY* key);
    std::shared_ptr<EVP_PKEY> m_key;
};

// What stands in a project of who signed it.
struct ProjectSignature {
    QString signer;    // the name that they gave
    QByteArray key;    // their public key, 32 bytes
    bool fits = false; // the project is what was signed
};

// For people: what tells one public key from another, in groups of hexadecimal digits.
QString keyFingerprint(const QByteArray& publicKey);

// Of a project as it stands in its file; nothing: it is not signed, or is no project.
std::optional<ProjectSignature> signatureOf(const QByteArray& project);

// The same project with a signature, in the place of a former one. Damaged: it is no project.
Result<QByteArray> signedProject(const QByteArray& project, const SigningKey& key,
                                 const QString& signer);
// And without one.
Result<QByteArray> unsignedProject(const QByteArray& project);

} // namespace gravin
