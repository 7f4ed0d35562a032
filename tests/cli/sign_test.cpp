// SPDX-License-Identifier: GPL-3.0-or-later
// Signing a project in the terminal, and what is left of one that is not what was signed.
#include "called_program.h"

#include <gtest/gtest.h>

#include <QDir>

using namespace gravin;
using namespace gravin::test;

namespace {

class Signing : public CommandLine {
protected:
    Signing() {
        qputenv("XDG_DATA_HOME", database.folder().toUtf8());
        key = database.folder() + QStringLiteral("/key.pem");
    }
    Answer sign(const QStringList& rest) { return on("sign", rest); }
    Answer edit() { return run({"edit", project(), "book", "--key", "1", "title=Ebb"}); }

    QString key;
};

TEST_F(Signing, OneThatWasChangedSinceIsReadOnly) {
    const Answer made = sign({"--key", key, "--new-key", "--by", "Ida Moor", "--json"});
    EXPECT_EQ(made.code, 0) << made.err;
    EXPECT_EQ(made.json()["by"], "Ida Moor");
    EXPECT_EQ(edit().code, 0);
    editProject([](Json& json) { json["name"] = "Another"; });
    const Answer refused = edit();
    EXPECT_EQ(refused.code, 1);
    EXPECT_NE(refused.err.find("since Ida Moor signed it"), std::string::npos) << refused.err;
    const Answer read = run({"rows", project(), "book"});
    EXPECT_EQ(read.code, 0);
    EXPECT_NE(read.err.find("since Ida Moor signed it"), std::string::npos) << "it is said";
    EXPECT_EQ(sign({"--accept"}).code, 1) << "its signature does not fit";
    // Signed anew it is what was signed.
    EXPECT_EQ(sign({"--key", key}).code, 0);
    EXPECT_EQ(edit().code, 0);
}

TEST_F(Signing, ASignatureThatIsGoneIsMissedUntilItIsAccepted) {
    ASSERT_EQ(sign({"--key", key, "--new-key"}).code, 0);
    editProject([](Json& json) { json.erase("signature"); });
    EXPECT_EQ(edit().code, 1);
    EXPECT_EQ(sign({"--accept"}).code, 0);
    EXPECT_EQ(edit().code, 0);
    // Taken off by who may, it is not missed.
    ASSERT_EQ(sign({"--key", key}).code, 0);
    EXPECT_EQ(sign({"--off"}).code, 0);
    EXPECT_EQ(edit().code, 0);
}

TEST_F(Signing, KeysAreNeitherGuessedNorWrittenOver) {
    EXPECT_EQ(sign({}).code, 2);
    EXPECT_EQ(sign({"--key", key}).code, 3) << "there is none";
    ASSERT_EQ(sign({"--key", key, "--new-key"}).code, 0);
    EXPECT_NE(sign({"--key", key, "--new-key"}).code, 0);
    EXPECT_EQ(sign({"--key", key, "--off"}).code, 2);
    qputenv("GRAVIN_KEY_PASSPHRASE", "secret");
    const QString locked = database.folder() + QStringLiteral("/locked.pem");
    EXPECT_EQ(sign({"--key", locked, "--new-key"}).code, 0);
    qunsetenv("GRAVIN_KEY_PASSPHRASE");
    const Answer wrong = sign({"--key", locked});
    EXPECT_EQ(wrong.code, 3);
    EXPECT_EQ(wrong.err.find("secret"), std::string::npos);
}

TEST_F(Signing, APackedProjectIsSignedLikeTheOneItWasMadeOf) {
    setInConnection("database", "postgresql://harbour.test/tarn");
    ASSERT_EQ(sign({"--key", key, "--new-key"}).code, 0);
    const QString out = database.folder() + QStringLiteral("/packed");
    const Answer packed = on("pack", {"--out", out, "--name", "Books"});
    ASSERT_EQ(packed.code, 0) << packed.err;
    const auto contentOf = [](const QString& path) {
        QFile file(path);
        return file.open(QIODevice::ReadOnly) ? file.readAll() : QByteArray();
    };
    const QStringList found = QDir(out).entryList({QStringLiteral("*.gravin")});
    ASSERT_EQ(found.size(), 1);
    EXPECT_EQ(contentOf(out + u'/' + found[0]), contentOf(project()));
    EXPECT_TRUE(contentOf(project()).contains("\"signature\""));
}

} // namespace
