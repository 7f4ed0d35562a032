// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/offers_text.h"

#include <gtest/gtest.h>

using namespace gravin;

namespace {

class Offers : public ::testing::Test {
protected:
    Offers() {
        Table sector;
        sector.name = QStringLiteral("sector");
        sector.key = {QStringLiteral("id")};
        for (const char* name : {"id", "name", "code", "open"}) {
            Column column;
            column.name = QLatin1String(name);
            column.type = {TypeKind::Text};
            sector.columns += column;
        }
        m_column.name = QStringLiteral("x");
        m_column.type = {TypeKind::Text, 10};
        sector.columns[3].type = {TypeKind::Boolean};
        Table odd = sector;
        odd.name = QStringLiteral("yard.sector"); // a point in its own name
        m_catalog.tables = {odd, sector};
    }
    Result<FieldDefinition> read(const char* text, ShownAs shownAs = ShownAs::Text) {
        FieldDefinition field;
        field.shownAs = shownAs;
        return withOffers(field, QString::fromUtf8(text), m_catalog, m_column);
    }
    Catalog m_catalog;
    Column m_column;
};

TEST_F(Offers, ReadBackAsTheyAreWritten) {
    const std::pair<const char*, ShownAs> texts[] = {
        {"in service; stored=put away; lost=Lost at sea #A3263B", ShownAs::Choices},
        {"sector.name", ShownAs::Lookup},
        {"sector.name, code by code down", ShownAs::Lookup},
        {"sector.name by code where open=yes, code=MG", ShownAs::Lookup},
        {"yard.sector.code", ShownAs::Lookup}};
    for (const auto& [text, shownAs] : texts) {
        const auto field = read(text);
        ASSERT_TRUE(field) << text << qPrintable(field ? QString() : field.error().sentence);
        EXPECT_EQ(field->shownAs, shownAs) << text;
        EXPECT_EQ(offersText(*field), QString::fromUtf8(text));
    }
    EXPECT_EQ(read("yard.sector.code")->lookup.table, QStringLiteral("yard.sector"));
    EXPECT_EQ(offersText(*read("lit / dark", ShownAs::YesNo)), QStringLiteral("lit / dark"));
    EXPECT_EQ(offersText(*read("AA-999", ShownAs::MaskedText)), QStringLiteral("AA-999"));
    EXPECT_EQ(read("a; b", ShownAs::Radio)->shownAs, ShownAs::Radio);
}

TEST_F(Offers, AreRefusedWhereTheyNameWhatIsNotThere) {
    const std::pair<const char*, ShownAs> texts[] = {
        {"", ShownAs::Text},
        {"a; a=again", ShownAs::Text},
        {"far too long for it", ShownAs::Text},
        {"sector.depth", ShownAs::Text},
        {"sector.name by depth", ShownAs::Text},
        {"sector.name where depth=3", ShownAs::Text},
        {"sector.name where open=perhaps", ShownAs::Text},
        {"sector.", ShownAs::Text},
        {"", ShownAs::MaskedText},
        {"lit / lit", ShownAs::YesNo},
        {"lit", ShownAs::YesNo}};
    for (const auto& [text, shownAs] : texts) {
        const auto field = read(text, shownAs);
        ASSERT_FALSE(field) << text;
        EXPECT_EQ(field.error().kind, ErrorKind::Refused);
        EXPECT_FALSE(field.error().sentence.isEmpty());
    }
}

} // namespace
