// SPDX-License-Identifier: GPL-3.0-or-later
// Labels in several languages: typed, kept in the file, and shown to whom they are meant for.
#include "core/base/person.h"
#include "core/fitting/binding.h"
#include "core/project/project_json.h"
#include "support/text.h"

#include <gtest/gtest.h>

using namespace gravin;
using namespace gravin::test;

namespace {

class PersonSpeaking {
public:
    explicit PersonSpeaking(const char* language) { setPersonLanguage(name(language)); }
    ~PersonSpeaking() { setPersonLanguage({}); }
};

FieldDefinition height() {
    FieldDefinition field;
    field.column = name("height");
    field.label = name("Height");
    field.labels = *labelsFromText(name("de=Feuerhöhe; pt-BR=Altura; fr=Hauteur"));
    return field;
}

TEST(Labels, EachPersonReadsTheirOwn) {
    const FieldDefinition field = height();
    EXPECT_EQ(field.labelIn(name("de")), name("Feuerhöhe"));
    EXPECT_EQ(field.labelIn(name("de-AT")), name("Feuerhöhe")) << "the language without a country";
    EXPECT_EQ(field.labelIn(name("pt-BR")), name("Altura"));
    EXPECT_EQ(field.labelIn(name("pt")), name("Height")) << "Brazil's is not everybody's";
    EXPECT_EQ(field.labelIn({}), name("Height"));
    const PersonSpeaking french("fr");
    EXPECT_EQ(field.shownLabel(), name("Hauteur"));
}

TEST(Labels, AreOneLineOfText) {
    EXPECT_EQ(labelsText(height().labels), name("de=Feuerhöhe; fr=Hauteur; pt-BR=Altura"));
    EXPECT_TRUE(labelsFromText(name("  "))->isEmpty());
    EXPECT_EQ((*labelsFromText(name("de = a=b ;")))[name("de")], name("a=b"));
    for (const char* wrong : {"Feuerhöhe", "de=", "=Höhe", "xx-nowhere=x", "C=x", "de:x"})
        EXPECT_FALSE(labelsFromText(name(wrong))) << wrong;
}

TEST(Labels, MayHoldWhatStandsBetweenThem) {
    const QMap<QString, QString> labels{{name("de"), name("Höhe; in Metern \\ Fuß")},
                                        {name("fr"), name("Hauteur")}};
    EXPECT_EQ(*labelsFromText(labelsText(labels)), labels);
}

TEST(Labels, StandInTheFileAlsoWhereOneScreenHasItsOwn) {
    Project project;
    project.name = name("Lights");
    project.connection.path = name("lights.db");
    project.fields[name("light")] += height();
    Screen screen;
    screen.id = screen.label = screen.table = name("light");
    screen.tickBoxes = true;
    ScreenField own{name("height")};
    own.overridden = {FieldSetting::Label};
    own.own.column = name("height");
    own.own.label = name("How high");
    own.own.labels = {{name("de"), name("Wie hoch")}};
    screen.fields += own;
    project.screens += screen;
    const auto read = projectFromJson(projectToJson(project));
    ASSERT_TRUE(read) << qPrintable(read.error().sentence);
    EXPECT_EQ(read->fields[name("light")].front().labels, height().labels);
    EXPECT_TRUE(read->screens.front().tickBoxes);
    const FieldDefinition applied =
        read->screens.front().fields.front().applied(read->fields[name("light")].front());
    EXPECT_EQ(applied.labelIn(name("de")), name("Wie hoch"));
    EXPECT_EQ(applied.labelIn(name("fr")), name("How high"))
        << "the screen's own word, not the shared one's translation";
}

TEST(Labels, OfLanguagesThatThisProgramDoesNotKnowAreKept) {
    QByteArray json = projectToJson([] {
        Project project;
        project.name = name("Lights");
        project.connection.path = name("lights.db");
        project.fields[name("light")] += height();
        return project;
    }());
    QByteArray later = json;
    later.replace("\"fr\"", "\"qxx-Latn\"");
    const auto kept = projectFromJson(later);
    ASSERT_TRUE(kept) << qPrintable(kept.error().sentence);
    EXPECT_EQ(kept->fields[name("light")].front().labels[name("qxx-Latn")], name("Hauteur"));
    json.replace("\"fr\"", "\"none such\"");
    const auto read = projectFromJson(json);
    ASSERT_FALSE(read) << "that is no name of a language";
    EXPECT_TRUE(read.error().sentence.contains(name("labels")))
        << qPrintable(read.error().sentence);
}

} // namespace
