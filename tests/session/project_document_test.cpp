// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/query_source.h"
#include "core/fitting/screen_links.h"
#include "open_project.h"
#include "session/own_demonstration.h"
#include "session/project_creation.h"

using namespace gravin;
using namespace gravin::test;

namespace {

class ProjectDocumentTest : public OpenProject {
protected:
    ProjectDocument& document() { return *workspace().document(); }
};

TEST_F(ProjectDocumentTest, AnEditIsOneStepAndTellsWhatItChanged) {
    QStringList screens;
    QStringList definitions;
    QList<bool> modified;
    QObject listener;
    QObject::connect(&document(), &ProjectDocument::screenChanged, &listener,
                     [&](const QString& id) { screens += id; });
    QObject::connect(&document(), &ProjectDocument::definitionsChanged, &listener,
                     [&](const QString& table) { definitions += table; });
    QObject::connect(&document(), &ProjectDocument::modifiedChanged, &listener,
                     [&](bool now) { modified += now; });
    document().change(name("label"), [](Project& project) {
        project.screenById(name("boat"))->label = name("Ships");
        project.definition(name("boat"), name("name"))->label = name("Ship");
    });
    EXPECT_EQ(screens, QStringList(name("boat")));
    EXPECT_EQ(definitions, QStringList(name("boat")));
    EXPECT_TRUE(document().isModified());
    document().change(name("nothing"), [](Project&) {});
    EXPECT_EQ(document().undoStack()->count(), 1) << "what changes nothing is no step";
    document().undoStack()->undo();
    EXPECT_FALSE(document().isModified());
    EXPECT_EQ(modified, (QList<bool>{true, false}));
}

TEST_F(ProjectDocumentTest, SavingWritesWhatIsReadAgain) {
    document().change(name("name"), [](Project& project) { project.name = name("Fleet"); });
    ASSERT_TRUE(document().save());
    EXPECT_FALSE(document().isModified());
    const auto read = loadProject(file());
    ASSERT_TRUE(read);
    EXPECT_EQ(read->name, u"Fleet");
}

TEST_F(ProjectDocumentTest, RulesAndFindingsFollowProjectAndCatalog) {
    EXPECT_TRUE(document().findings().empty());
    document().change(name("a field"), [](Project& project) {
        project.screenById(name("boat"))->fields += ScreenField{name("lenght")};
    });
    ASSERT_EQ(document().findings().size(), 1U);
    EXPECT_EQ(document().findings().front().kind, u"column_missing");
    Catalog next = workspace().catalog();
    next.tables.removeIf([](const Table& table) { return table.name == u"berth"; });
    workspace().database()->setCatalog(next);
    EXPECT_GT(document().findings().size(), 1U) << "the screen of berths has lost its table";
    EXPECT_FALSE(document().bound(name("berth")));
}

TEST_F(ProjectDocumentTest, ASourceIsAStepAndItsTableFollows) {
    QuerySource source;
    source.name = name("long_boats");
    source.select = name("SELECT id, name FROM boat WHERE length > 7");
    const auto described =
        describeSource(*database.open(Session::Access::ReadOnly), workspace().catalog(), source);
    ASSERT_TRUE(described);
    document().putSource({}, source, *described);
    EXPECT_NE(workspace().catalog().table(name("long_boats")), nullptr);
    document().undoStack()->undo();
    EXPECT_EQ(workspace().catalog().table(name("long_boats")), nullptr);
}

TEST_F(ProjectDocumentTest, ATableWithoutAScreenHasAStandIn) {
    document().change(name("without"), [](Project& project) {
        project.screens.removeIf([](const Screen& screen) { return screen.id == u"berth"; });
    });
    const auto screen = document().screen(standInId(name("berth")));
    ASSERT_TRUE(screen);
    EXPECT_EQ(screen->table, u"berth");
    EXPECT_FALSE(document().screen(name("nowhere")));
    EXPECT_TRUE(document().reasonAgainstNew(name("boat")).isEmpty());
    EXPECT_FALSE(document().reasonAgainstNew(name("nowhere")).isEmpty());
}

TEST_F(ProjectDocumentTest, ANewProjectIsProposedBesideItsFileUnderAFreeName) {
    EXPECT_EQ(proposedProjectFile(database.spec()),
              database.folder() + QStringLiteral("/scratch.gravin"));
    ASSERT_TRUE(
        createProject(database.folder() + QStringLiteral("/scratch.gravin"), database.spec()));
    EXPECT_EQ(proposedProjectFile(database.spec()),
              database.folder() + QStringLiteral("/scratch-2.gravin"));
    EXPECT_FALSE(
        createProject(database.folder() + QStringLiteral("/scratch.gravin"), database.spec()))
        << "what is there is never written over";
    const ConnectionSpec copy =
        copyBeside(database.folder() + QStringLiteral("/deep/own.gravin"), database.spec());
    EXPECT_EQ(copy.path, database.folder() + QStringLiteral("/deep/scratch-copy.db"));
    EXPECT_EQ(copy.copyOf, database.path());
}

TEST_F(ProjectDocumentTest, TheDemonstrationIsCopiedOnceAndResetOnRequest) {
    const auto own = ownDemonstration();
    ASSERT_TRUE(own) << qPrintable(own.error().sentence);
    ASSERT_TRUE(loadProject(*own));
    const QString data = QFileInfo(*own).absolutePath() + QStringLiteral("/harbour.db");
    const qint64 size = QFileInfo(data).size();
    EXPECT_GT(size, 10'000);
    {
        QFile grown(data);
        ASSERT_TRUE(grown.open(QIODevice::Append));
        grown.write("changed by its person");
    }
    ASSERT_TRUE(ownDemonstration());
    EXPECT_GT(QFileInfo(data).size(), size) << "what was done in it stays";
    ASSERT_TRUE(resetOwnDemonstration());
    EXPECT_EQ(QFileInfo(data).size(), size);
}

} // namespace
