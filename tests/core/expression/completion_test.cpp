// SPDX-License-Identifier: GPL-3.0-or-later
// What completes itself where somebody types, in an expression that is not one yet.
#include "core/expression/completion.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

// A part refers to its maker, and a line to its part.
class Shop : public References {
public:
    explicit Shop(bool isOfLine = false)
        : m_isOfLine(isOfLine) {}
    std::optional<QList<ExpressionColumn>> behind(const QStringList& path) const override {
        const QList<ExpressionColumn> maker{{QStringLiteral("phone"), {TypeKind::Text}},
                                            {QStringLiteral("Town Code"), {TypeKind::Text}}};
        if (!m_isOfLine)
            return path == QStringList{QStringLiteral("maker_id")} ? std::optional(maker)
                                                                   : std::nullopt;
        if (path == QStringList{QStringLiteral("part_id")})
            return parts();
        return path == QStringList{QStringLiteral("part_id"), QStringLiteral("maker_id")}
                   ? std::optional(maker)
                   : std::nullopt;
    }
    QStringList tables() const override {
        return {QStringLiteral("line"), QStringLiteral("bay.line")};
    }
    QList<ExpressionColumn> columnsOf(const QString& table) const override {
        if (table.isEmpty())
            return {};
        return {{QStringLiteral("part_id"), {TypeKind::Integer}},
                {QStringLiteral("amount"), {TypeKind::Integer}}};
    }
    std::unique_ptr<References> of(const QString&) const override {
        return std::make_unique<Shop>(true);
    }
    static QList<ExpressionColumn> parts() {
        return {{QStringLiteral("id"), {TypeKind::Integer}},
                {QStringLiteral("maker_id"), {TypeKind::Integer}}};
    }

private:
    bool m_isOfLine;
};

// At the bar; an exclamation mark stands before what is offered alone.
std::string offered(const char* text) {
    QString typed = QString::fromUtf8(text);
    const auto cursor = static_cast<int>(typed.indexOf(u'|'));
    typed.remove(cursor, 1);
    const Shop shop;
    const Completions found = completionsAt(typed, cursor, Shop::parts(), &shop);
    return ((found.alone ? QStringLiteral("!") : QString()) +
            found.names.join(QStringLiteral(", ")))
        .toStdString();
}

TEST(Completion, OffersTheRecordsOwnNames) {
    EXPECT_EQ(offered("|"), "id, maker_id");
    EXPECT_EQ(offered("id > 1 AND ma|"), "id, maker_id");
    EXPECT_EQ(offered("'a text|"), "!");
}

TEST(Completion, BehindAnArrowStandsWhatItLeadsTo) {
    EXPECT_EQ(offered("maker_id -> |"), "!phone, \"Town Code\"");
    EXPECT_EQ(offered("maker_id -> ph|"), "!phone, \"Town Code\"");
    EXPECT_EQ(offered("MAKER_ID->| = 'x'"), "!phone, \"Town Code\"");
    EXPECT_EQ(offered("id -> |"), "!");
}

TEST(Completion, WithinASubqueryStandTheLinesNames) {
    EXPECT_EQ(offered("(SELECT SUM(amount) FROM |"), "!line, \"bay.line\"");
    EXPECT_EQ(offered("(SELECT SUM(amount) FROM li|)"), "!line, \"bay.line\"");
    EXPECT_EQ(offered("(SELECT SUM(|) FROM line)"), "part_id, amount, record.")
        << "the table stands behind the cursor";
    EXPECT_EQ(offered("id > (SELECT COUNT(*) FROM line WHERE am|"), "part_id, amount, record.");
    EXPECT_EQ(offered("(SELECT COUNT(*) FROM line WHERE line.|"), "!part_id, amount");
    EXPECT_EQ(offered("(SELECT COUNT(*) FROM line AS x WHERE record.|"), "!id, maker_id");
    EXPECT_EQ(offered("(SELECT SUM(part_id -> |) FROM line)"), "!id, maker_id");
    EXPECT_EQ(offered("(SELECT SUM(part_id -> maker_id -> |) FROM line)"), "!phone, \"Town Code\"");
    EXPECT_EQ(offered("(SELECT COUNT(*) FROM line WHERE record.maker_id -> |"),
              "!phone, \"Town Code\"");
    EXPECT_EQ(offered("(SELECT COUNT(*) FROM line) + |"), "id, maker_id") << "behind it";
    EXPECT_EQ(offered("(SELECT COUNT(*) FROM nothing WHERE |"), "id, maker_id");
    EXPECT_EQ(offered("EXISTS (SELECT 1 FROM bay.line WHERE (amount > 1 AND line.|"),
              "!part_id, amount");
}

// What the outer lines are called stands there for the record.
TEST(Completion, WithinASubqueryInASubqueryStandTheOuterLines) {
    EXPECT_EQ(
        offered("(SELECT COUNT(*) FROM line AS o WHERE (SELECT COUNT(*) FROM line AS i WHERE |"),
        "part_id, amount, o.");
    EXPECT_EQ(offered("(SELECT COUNT(*) FROM line WHERE (SELECT SUM(|) FROM line AS i) > 1)"),
              "part_id, amount, line.");
    EXPECT_EQ(offered("(SELECT 1 FROM line AS o WHERE (SELECT 1 FROM line AS i WHERE o.|"),
              "!part_id, amount");
    EXPECT_EQ(offered("(SELECT 1 FROM line AS o WHERE (SELECT 1 FROM line AS i WHERE i.|"),
              "!part_id, amount");
    EXPECT_EQ(offered("(SELECT 1 FROM line AS o WHERE (SELECT 1 FROM line AS i WHERE record.|"),
              "!")
        << "that is not known so deep";
    EXPECT_EQ(
        offered("(SELECT 1 FROM line AS o WHERE (SELECT 1 FROM line AS i WHERE o.part_id -> |"),
        "!id, maker_id");
    EXPECT_EQ(offered("(SELECT 1 FROM line AS o WHERE (SELECT 1 FROM line AS i) > 1 AND |"),
              "part_id, amount, record.")
        << "behind the inner one";
}

} // namespace
