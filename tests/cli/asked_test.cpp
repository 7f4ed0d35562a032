// SPDX-License-Identifier: GPL-3.0-or-later
// SELECTs that ask for values, in the terminal.
#include "called_program.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

class Asked : public CommandLine {
protected:
    Asked() {
        put("sources",
            Json::array(
                {{{"name", "dear"},
                  {"select", "SELECT id, title, price FROM book WHERE price > "
                             ":least OR title = :titled"},
                  {"table", "book"},
                  {"parameters",
                   Json::array({{{"name", "least"}, {"type", "decimal"}, {"initial", "10"}}})}}}));
        editProject([](Json& json) {
            json["screens"].push_back({{"id", "dear"},
                                       {"table", "dear"},
                                       {"fields", Json::array({{{"column", "id"}},
                                                               {{"column", "title"}},
                                                               {{"column", "price"}}})}});
        });
    }
    std::string titles(const QStringList& rest) {
        const Answer read = on("rows", QStringList{"dear", "--json"} + rest);
        EXPECT_EQ(read.code, 0) << read.err;
        const Json rows = read.json()["rows"];
        std::string all;
        for (const Json& row : rows)
            all += row.dump();
        return all;
    }
};

TEST_F(Asked, BeginsWithWhatItSays) {
    EXPECT_NE(titles({}).find("Tides"), std::string::npos);
    EXPECT_EQ(titles({}).find("Knots"), std::string::npos);
}

TEST_F(Asked, TakesWhatIsGiven) {
    EXPECT_NE(titles({"--with", "least=5"}).find("Knots"), std::string::npos);
    const std::string both = titles({"--with", "least=100", "--with", "titled=Knots"});
    EXPECT_NE(both.find("Knots"), std::string::npos);
    EXPECT_EQ(both.find("Tides"), std::string::npos);
    EXPECT_EQ(titles({"--with", "titled=' OR 1=1 --", "--with", "least=100"}), std::string());
}

TEST_F(Asked, SaysWhatDoesNotFit) {
    EXPECT_EQ(on("rows", {"dear", "--with", "least=cheap"}).code, 1);
    const Answer unknown = on("rows", {"dear", "--with", "most=5"});
    EXPECT_EQ(unknown.code, 2);
    EXPECT_NE(unknown.err.find("asks for most"), std::string::npos) << unknown.err;
    EXPECT_EQ(on("rows", {"dear", "--with", "least"}).code, 2);
}

TEST_F(Asked, ItsRecordsAreEditedThroughIt) {
    EXPECT_EQ(on("edit", {"dear", "--key", "1", "title=Ebb"}).code, 0);
    EXPECT_NE(titles({}).find("Ebb"), std::string::npos);
}

TEST_F(Asked, AFileHasNoRoutines) {
    EXPECT_EQ(on("routines", {}).code, 0);
    EXPECT_EQ(on("call", {"nothing"}).code, 2);
}

} // namespace
