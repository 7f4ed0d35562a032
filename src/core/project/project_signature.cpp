// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project_signature.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/project/object_reader.h"
#include "core/project/strict_json.h"

#include <QFile>

#include <openssl/pem.h>

namespace gravin {

namespace {

constexpr qint64 MostKeyBytes = 64 * 1024;
constexpr size_t KeyBytes = 32;
constexpr size_t MostDepth = 64; // more than a project that can be opened has
constexpr const char* Member = "signature";

using Bio = std::unique_ptr<BIO, decltype(&BIO_free)>;
using DigestContext = std::unique_ptr<EVP_MD_CTX, decltype(&EVP_MD_CTX_free)>;

const unsigned char* bytesOf(const QByteArray& bytes) {
    return reinterpret_cast<const unsigned char*>(bytes.constData());
}

// What is signed: the project in the order of its members, whatever blanks are between them.
QByteArray signedContent(OrderedJson project) {
    project.erase(Member);
    return QByteArrayLiteral("gravin project\n") + QByteArray::fromStdString(project.dump());
}

bool fits(const QByteArray& content, const QByteArray& publicKey, const QByteArray& signature) {
    const std::unique_ptr<EVP_PKEY, decltype(&EVP_PKEY_free)> key(
        EVP_PKEY_new_raw_public_key(EVP_PKEY_ED25519, nullptr, bytesOf(publicKey),
                                    static_cast<size_t>(publicKey.size())),
        &EVP_PKEY_free);
    const DigestContext context(EVP_MD_CTX_new(), &EVP_MD_CTX_free);
    return key && context &&
           EVP_DigestVerifyInit(context.get(), nullptr, nullptr, nullptr, key.get()) == 1 &&
           EVP_DigestVerify(context.get(), bytesOf(signature),
                            static_cast<size_t>(signature.size()), bytesOf(content),
                            static_cast<size_t>(content.size())) == 1;
}

Result<OrderedJson> parsed(const QByteArray& project) {
    const Error noProject{ErrorKind::Damaged, coreTr("This is no project.")};
    try {
        OrderedJson json = strictJson(project, MostDepth);
        return json.is_object() ? Result<OrderedJson>(std::move(json)) : noProject;
    } catch (const BadProject& bad) {
        return Error{ErrorKind::Damaged, QString::fromUtf8(bad.what())};
    } catch (const OrderedJson::exception&) {
        return noProject;
    }
}

QByteArray written(const OrderedJson& project) {
    return QByteArray::fromStdString(project.dump(2)) + '\n';
}

// Never asks at a terminal by itself.
int giveNoPassphrase(char* buffer, int size, int, void* given) {
    const auto* passphrase = static_cast<const QByteArray*>(given);
    if (passphrase->isEmpty() || passphrase->size() > size)
        return -1;
    std::copy(passphrase->begin(), passphrase->end(), buffer);
    return static_cast<int>(passphrase->size());
}

} // namespace

SigningKey::SigningKey(EVP_PKEY* key)
    : m_key(key, &EVP_PKEY_free) {}

Result<SigningKey> SigningKey::create(const QString& path, const QString& passphrase) {
    if (QFile::exists(path))
        return Error{ErrorKind::Refused,
                     coreTr("There is a file %1 already; a key is not written over it.").arg(path)};
    const SigningKey key(EVP_PKEY_Q_keygen(nullptr, nullptr, "ED25519"));
    const Bio text(BIO_new(BIO_s_mem()), &BIO_free);
    const QByteArray secret = passphrase.toUtf8();
    const EVP_CIPHER* cipher = secret.isEmpty() ? nullptr : EVP_aes_256_cbc();
    if (!key.m_key || !text ||
        PEM_write_bio_PKCS8PrivateKey(text.get(), key.m_key.get(), cipher,
                                      secret.isEmpty() ? nullptr : secret.constData(),
                                      static_cast<int>(secret.size()), nullptr, nullptr) != 1)
        return Error{ErrorKind::File, coreTr("No key could be made.")};
    char* bytes = nullptr;
    const long size = BIO_get_mem_data(text.get(), &bytes);
    if (Status kept = writeWholeFile(path, QByteArray(bytes, size), Readers::OwnerOnly); !kept)
        return kept.error();
    return key;
}

Result<SigningKey> SigningKey::load(const QString& path, const QString& passphrase) {
    const auto content = readWholeFile(path, MostKeyBytes);
    if (!content)
        return content.error();
    const Bio text(BIO_new_mem_buf(content->constData(), static_cast<int>(content->size())),
                   &BIO_free);
    QByteArray secret = passphrase.toUtf8();
    const SigningKey key(PEM_read_bio_PrivateKey(text.get(), nullptr, &giveNoPassphrase, &secret));
    if (!key.m_key && content->contains("ENCRYPTED"))
        return Error{
            ErrorKind::AccessDenied,
            coreTr("The key %1 is protected by a passphrase, and this is not it.").arg(path)};
    if (!key.m_key || EVP_PKEY_get_id(key.m_key.get()) != EVP_PKEY_ED25519)
        return Error{ErrorKind::Damaged,
                     coreTr("%1 holds no secret key of the kind Ed25519.").arg(path)};
    return key;
}

QByteArray SigningKey::publicKey() const {
    QByteArray bytes(KeyBytes, '\0');
    size_t size = KeyBytes;
    EVP_PKEY_get_raw_public_key(m_key.get(), reinterpret_cast<unsigned char*>(bytes.data()), &size);
    return bytes;
}

QByteArray SigningKey::sign(const QByteArray& content) const {
    const DigestContext context(EVP_MD_CTX_new(), &EVP_MD_CTX_free);
    size_t size = 64;
    QByteArray signature(static_cast<qsizetype>(size), '\0');
    const bool isSigned =
        context && EVP_DigestSignInit(context.get(), nullptr, nullptr, nullptr, m_key.get()) == 1 &&
        EVP_DigestSign(context.get(), reinterpret_cast<unsigned char*>(signature.data()), &size,
                       bytesOf(content), static_cast<size_t>(content.size())) == 1;
    return isSigned ? signature : QByteArray();
}

QString keyFingerprint(const QByteArray& publicKey) {
    return QString::fromLatin1(
        publicKey.first(std::min<qsizetype>(publicKey.size(), 12)).toHex(' ').toUpper());
}

std::optional<ProjectSignature> signatureOf(const QByteArray& project) {
    const auto json = parsed(project);
    if (!json || !json->contains(Member))
        return std::nullopt;
    const OrderedJson& member = json->at(Member);
    // One that cannot be read is there, and does not fit.
    ProjectSignature signature;
    signature.signer = loose::text(member, "by");
    signature.key = QByteArray::fromBase64(loose::text(member, "key").toLatin1());
    const QByteArray value = QByteArray::fromBase64(loose::text(member, "ed25519").toLatin1());
    signature.fits =
        fits(signature.signer.toUtf8() + '\n' + signedContent(*json), signature.key, value);
    return signature;
}

Result<QByteArray> signedProject(const QByteArray& project, const SigningKey& key,
                                 const QString& signer) {
    auto json = parsed(project);
    if (!json)
        return json.error();
    const QByteArray value = key.sign(signer.toUtf8() + '\n' + signedContent(*json));
    if (value.isEmpty())
        return Error{ErrorKind::File, coreTr("The project could not be signed.")};
    json->erase(Member);
    (*json)[Member] = {{"by", utf8(signer)},
                       {"key", key.publicKey().toBase64().toStdString()},
                       {"ed25519", value.toBase64().toStdString()}};
    return written(*json);
}

Result<QByteArray> unsignedProject(const QByteArray& project) {
    auto json = parsed(project);
    if (!json)
        return json.error();
    json->erase(Member);
    return written(*json);
}

} // namespace gravin
