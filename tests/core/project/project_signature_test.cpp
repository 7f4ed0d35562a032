// SPDX-License-Identifier: GPL-3.0-or-later
// A signed project: nothing of it is changed unseen, and a signature that is gone is missed.
#include "core/base/whole_file.h"
#include "core/project/known_signers.h"
#include "core/project/project_file.h"
#include "core/project/standing.h"
#include "support/text.h"

#include <gtest/gtest.h>

#include <QFile>
#include <QTemporaryDir>

using namespace gravin;

namespace {

class SignedProject : public ::testing::Test {
protected:
    SignedProject() {
        Project project;
        project.name = QStringLiteral("Harbour");
        project.connection.path = file("harbour.db");
        project.roles = {{QStringLiteral("clerk"), {QStringLiteral("*")}}};
        EXPECT_TRUE(saveProject(project, file("p.gravin")));
        plain = *readWholeFile(file("p.gravin"), MostProjectBytes);
        key = SigningKey::create(file("key.pem"), {});
        content = *signedProject(plain, *key, QStringLiteral("Ida Moor"));
    }
    QString file(const char* name) const { return folder.filePath(QLatin1String(name)); }
    QString reasonAgainst(const QByteArray& now) const {
        return KnownSigners(file("signers")).reasonAgainst(file("p.gravin"), now);
    }

    QTemporaryDir folder;
    QByteArray plain;
    QByteArray content;
    Result<SigningKey> key = Error{};
};

TEST_F(SignedProject, SaysWhoSignedItAndThatItFits) {
    const auto signature = signatureOf(content);
    ASSERT_TRUE(signature);
    EXPECT_TRUE(signature->fits);
    EXPECT_EQ(signature->signer, QStringLiteral("Ida Moor"));
    EXPECT_EQ(signature->key, key->publicKey());
    EXPECT_EQ(signature->key.size(), 32);
    EXPECT_FALSE(signatureOf(plain));
    EXPECT_EQ(*unsignedProject(content), *unsignedProject(plain));
    // Signed anew it has one signature.
    EXPECT_EQ(signedProject(content, *key, QStringLiteral("Ida Moor"))->size(), content.size());
}

// Each byte made another: the project is unreadable, its signature does not fit, or the byte was a
// blank that says nothing.
TEST_F(SignedProject, NoByteIsChangedUnseen) {
    const QByteArray meant = *unsignedProject(content);
    int seen = 0;
    for (qsizetype at = 0; at < content.size(); ++at) {
        for (const char other : {char(content[at] ^ 1), ' ', '9'}) {
            QByteArray changed = content;
            if (changed[at] == other)
                continue;
            changed[at] = other;
            const auto project = projectFromJson(changed);
            const auto signature = signatureOf(changed);
            if (!project || (signature && !signature->fits)) {
                ++seen;
                continue;
            }
            // A signature under another name is none, which is missed: see below.
            if (!signature) {
                EXPECT_FALSE(reasonAgainst(content).size()) << at;
                EXPECT_TRUE(reasonAgainst(changed).contains(QStringLiteral("nobody"))) << at;
                continue;
            }
            EXPECT_EQ(*unsignedProject(changed), meant) << at << ' ' << other;
        }
    }
    EXPECT_GT(seen, content.size());
}

TEST_F(SignedProject, ASignatureThatIsGoneOrAnothersIsMissed) {
    EXPECT_EQ(reasonAgainst(plain), QString()) << "never signed";
    EXPECT_EQ(reasonAgainst(content), QString()) << "seen first";
    EXPECT_EQ(reasonAgainst(content), QString());
    EXPECT_TRUE(reasonAgainst(plain).contains(QStringLiteral("Ida Moor")));
    const auto other = SigningKey::create(file("other.pem"), QStringLiteral("secret"));
    const QByteArray others = *signedProject(plain, *other, QStringLiteral("Ida Moor"));
    EXPECT_TRUE(reasonAgainst(others).contains(QStringLiteral("another key")));
    const KnownSigners signers(file("signers"));
    ASSERT_TRUE(signers.accept(file("p.gravin"), others));
    EXPECT_EQ(reasonAgainst(others), QString());
    EXPECT_FALSE(reasonAgainst(content).isEmpty());
    ASSERT_TRUE(signers.accept(file("p.gravin"), plain));
    EXPECT_EQ(reasonAgainst(plain), QString());
    EXPECT_FALSE(signers.accept(file("p.gravin"), QByteArray(content).replace("Harbour", "Sea")));
}

TEST_F(SignedProject, KeysAreReadOnlyByTheirOwnerAndByTheirPassphrase) {
    EXPECT_EQ(QFile::permissions(file("key.pem")) & (QFile::ReadGroup | QFile::ReadOther),
              QFile::Permissions());
    EXPECT_FALSE(SigningKey::create(file("key.pem"), {})) << "not written over";
    EXPECT_TRUE(SigningKey::load(file("key.pem"), {}));
    ASSERT_TRUE(SigningKey::create(file("locked.pem"), QStringLiteral("secret")));
    EXPECT_TRUE(SigningKey::load(file("locked.pem"), QStringLiteral("secret")));
    for (const char* wrong : {"", "Secret"}) {
        const auto refused = SigningKey::load(file("locked.pem"), QLatin1String(wrong));
        ASSERT_FALSE(refused);
        EXPECT_EQ(refused.error().kind, ErrorKind::AccessDenied);
    }
    ASSERT_TRUE(writeWholeFile(file("none.pem"), "no key"));
    EXPECT_FALSE(SigningKey::load(file("none.pem"), {}));
    EXPECT_FALSE(SigningKey::load(file("absent.pem"), {}));
}

TEST_F(SignedProject, WhatIsNotTrustedOnlyReads) {
    Project project = *projectFromJson(content);
    project.roles.clear();
    Catalog catalog;
    EXPECT_TRUE(Standing::of(project, catalog).may(Act::Change));
    project.distrust = QStringLiteral("It was changed.");
    const Standing standing = Standing::of(project, catalog);
    for (const Act act : allActs()) {
        const bool reads =
            act == Act::Open || act == Act::History || act == Act::Export || act == Act::Print;
        EXPECT_EQ(standing.may(act), reads) << qPrintable(actName(act));
        EXPECT_EQ(standing.reasonAgainst(act), reads ? QString() : project.distrust);
    }
}

TEST_F(SignedProject, WhatIsNoProjectHasNoSignature) {
    for (const char* bad : {"", "[]", "{", "{\"signature\": 1, \"signature\": 2}", "null"}) {
        EXPECT_FALSE(signatureOf(bad)) << bad;
        EXPECT_FALSE(signedProject(bad, *key, QStringLiteral("x"))) << bad;
    }
    for (const char* odd : {"{\"signature\": 1}", "{\"signature\": {}}",
                            "{\"signature\": {\"key\": \"AAAA\", \"ed25519\": \"####\"}}"}) {
        const auto signature = signatureOf(odd);
        ASSERT_TRUE(signature) << odd;
        EXPECT_FALSE(signature->fits) << odd;
    }
}

} // namespace
