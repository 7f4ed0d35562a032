// SPDX-License-Identifier: GPL-3.0-or-later
// What roles forbid is forbidden in the terminal too, command by command.
#include "called_program.h"

#include "core/base/person.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

class RolesOnCommandLine : public CommandLine {
protected:
    // The person who runs the tests has one role.
    void have(const Json& may, const Json& records = Json::object()) {
        editProject([&](Json& json) {
            json["gravin"] = 2;
            json["roles"] = {{{"name", "clerk"},
                              {"members", {personName().toStdString()}},
                              {"may", may},
                              {"records", records}}};
        });
    }
};

TEST_F(RolesOnCommandLine, EachCommandAsksTheRole) {
    const QString out = database.folder() + QStringLiteral("/out.csv");
    const QString pdf = database.folder() + QStringLiteral("/out.pdf");
    QFile in(database.folder() + QStringLiteral("/in.csv"));
    ASSERT_TRUE(in.open(QIODevice::WriteOnly));
    in.write("Id,Title\n1,Ebb\n");
    in.close();
    const QString copy = QStringLiteral("sqlite:") + database.folder() + QStringLiteral("/c.db");
    struct Case {
        const char* act;
        QStringList arguments;
    };
    const QList<Case> cases = {
        {"open", {"rows", project(), "book"}},
        {"add", {"add", project(), "author", "name=Ida Moor"}},
        {"change", {"edit", project(), "book", "--key", "1", "title=Tide"}},
        {"bulk_update", {"bulk", project(), "book", "--where", "id > 0", "--put", "price=1"}},
        {"delete", {"delete", project(), "book", "--key", "3"}},
        {"export", {"export", project(), "book", "--out", out}},
        {"print", {"print", project(), "book", "--as", "list", "--out", pdf}},
        {"import", {"import", project(), "book", in.fileName()}},
        {"history", {"log", project()}},
        {"note", {"note", project(), "1", "why"}},
        {"roll_back_own", {"rollback", project(), "1"}},
        {"build", {"copy", project(), copy}},
        {"build", {"repoint", project(), "--database", copy, "--anyway"}},
    };
    Json all = Json::array();
    for (const Case& each : cases) {
        if (std::find(all.begin(), all.end(), each.act) == all.end())
            all.push_back(each.act);
    }
    for (const Case& each : cases) {
        Json allButThis = all;
        allButThis.erase(std::find(allButThis.begin(), allButThis.end(), each.act));
        have(allButThis);
        const Answer refused = run(each.arguments);
        EXPECT_NE(refused.code, 0) << each.act << refused.out << refused.err;
        EXPECT_TRUE(refused.err.find("your role") != std::string::npos)
            << each.act << ": " << refused.err;
        have(all);
        const Answer done = run(each.arguments);
        EXPECT_EQ(done.code, 0) << each.act << ": " << done.err << done.out;
    }
}

TEST_F(RolesOnCommandLine, WhoHasNoneIsToldWho) {
    editProject([](Json& json) {
        json["gravin"] = 2;
        json["roles"] = {{{"name", "clerk"}, {"members", {"nobody-here"}}, {"may", {"open"}}}};
    });
    const Answer refused = run({"rows", project(), "book"});
    EXPECT_NE(refused.code, 0);
    EXPECT_NE(refused.err.find(personName().toStdString()), std::string::npos) << refused.err;
}

TEST_F(RolesOnCommandLine, RecordsOfOthersAreNotThere) {
    have({"open", "change", "export", "roll_back_own"}, {{"book", "id <> 2"}});
    const Answer rows = run({"rows", project(), "book"});
    EXPECT_EQ(rows.code, 0) << rows.err;
    EXPECT_NE(rows.out.find("Tides"), std::string::npos);
    EXPECT_EQ(rows.out.find("Knots"), std::string::npos);
    const Answer hidden = run({"edit", project(), "book", "--key", "2", "title=Rope"});
    EXPECT_NE(hidden.code, 0);
    EXPECT_EQ(hidden.err.find("deleted"), std::string::npos) << hidden.err;
}

} // namespace
