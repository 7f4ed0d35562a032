// SPDX-License-Identifier: GPL-3.0-or-later
// A window, and the built program as another process at work on the same database: what either
// commits is seen by the other within a second, and nothing is overwritten unseen.
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/edit_window.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "app/use/screen_page.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "driver.h"
#include "engines/demonstrated.h"
#include "session/presence.h"
#include "support/text.h"

#include <QApplication>
#include <QElapsedTimer>
#include <QLabel>
#include <QProcess>

namespace gravin::test {
namespace {

class TwoPeople : public Demonstrated {
protected:
    void SetUp() override {
        Demonstrated::SetUp();
        if (IsSkipped())
            return;
        // Two windows of one process here, which are two processes in life.
        Worker::setConnections(std::chrono::minutes(1), 8);
        auto session = database->open();
        const auto catalog = session->readCatalog();
        Project project;
        project.connection = database->spec();
        project.connection.changeLog = true;
        addGeneratedScreen(project, *catalog, *catalog->table(name("aid")), Arrangement::GridForm);
        file = folder.filePath(name("two.gravin"));
        ASSERT_TRUE(saveProject(project, file));
        screen = project.screens.front().label;
        window = std::make_unique<MainWindow>(OpenRequest{file, {}, false});
        window->show();
        window->activateWindow();
        ASSERT_TRUE(Driver::until([this] {
            return window->currentPage() && model().rowCount() == 82 && !shown(2, "name").isEmpty();
        }));
        // The feed has looked once.
        Driver::settle(600);
    }
    void TearDown() override {
        window.reset();
        Worker::setConnections(std::chrono::minutes(1), 4);
    }

    // The other process, from its start to its end.
    int other(const QStringList& arguments) {
        QProcess process;
        process.start(name(GRAVIN), QStringList{arguments[0], file, screen} + arguments.mid(1));
        EXPECT_TRUE(process.waitForFinished(30'000));
        said = QString::fromUtf8(process.readAll());
        return process.exitCode();
    }
    // How long it takes until it is seen; −1: never.
    static qint64 seenAfter(const std::function<bool()>& seen) {
        QElapsedTimer timer;
        timer.start();
        return Driver::until(seen) ? timer.elapsed() : -1;
    }
    // A server that tells nothing is looked at every two seconds.
    static void expectSoon(const std::function<bool()>& seen) {
        const qint64 after = seenAfter(seen);
        EXPECT_GE(after, 0) << "never seen";
        EXPECT_LT(after, GetParam() == Engine::MariaDb ? 2600 : 1000);
    }
    GridView* grid() { return window->currentPage()->grid(); }
    GridModel& model() { return *grid()->gridModel(); }
    int columnOf(const char* column) {
        const auto& fields = model().binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return i;
        }
        return -1;
    }
    QString shown(int row, const char* column) {
        return model().index(row, columnOf(column)).data().toString();
    }
    void type(int row, const char* column, const QString& text) {
        grid()->setCurrentIndex(model().index(row, columnOf(column)));
        model().setData(model().index(row, columnOf(column)), text, Qt::EditRole);
    }
    void save() { window->currentPage()->action(ScreenPage::Command::Save)->trigger(); }
    const Draft* draft(qint64 id) {
        return window->workspace()->records()->drafts(name("aid"))->find({key(id), 0});
    }
    QString stored(qint64 id, const char* column) const {
        return database
            ->run(name("SELECT %1 FROM aid WHERE id = %2").arg(QLatin1String(column)).arg(id))
            .trimmed();
    }
    bool noticed(const char* part) {
        return Driver::until(
            [&] { return window->currentPage()->noticeText().contains(QLatin1String(part)); });
    }

    QString file;
    QString screen;
    QString said;
    std::unique_ptr<MainWindow> window;
};

TEST_P(TwoPeople, DifferentFieldsOfOneRecordNeverCollide) {
    type(2, "name", name("Mine"));
    ASSERT_EQ(other({name("edit"), name("--key"), name("3"), name("light_character=Theirs")}), 0)
        << qPrintable(said);
    expectSoon([&] { return shown(2, "light_character") == u"Theirs"; });
    EXPECT_EQ(shown(2, "name"), name("Mine"));
    save();
    ASSERT_TRUE(noticed("Saved Mine"));
    EXPECT_EQ(stored(3, "name"), name("Mine"));
    EXPECT_EQ(stored(3, "light_character"), name("Theirs"));
}

TEST_P(TwoPeople, TheSameFieldIsDecidedByThePerson) {
    type(2, "name", name("Mine"));
    ASSERT_EQ(other({name("edit"), name("--key"), name("3"), name("name=Theirs")}), 0);
    expectSoon([&] { return draft(3) && !draft(3)->theirs.isEmpty(); });
    save();
    Driver::settle(100);
    EXPECT_EQ(stored(3, "name"), name("Theirs")) << "not before somebody has decided";
    window->workspace()
        ->records()
        ->drafts(name("aid"))
        ->keepMine({key(3), 0}, model().binding()->screen().table->indexOf(name("name")));
    save();
    ASSERT_TRUE(noticed("Saved Mine"));
    EXPECT_EQ(stored(3, "name"), name("Mine"));
    // And the other way round: the other process is told when it comes too late.
    EXPECT_EQ(other({name("edit"), name("--key"), name("3"), name("name=Again")}), 0);
    expectSoon([&] { return shown(2, "name") == u"Again"; });
}

TEST_P(TwoPeople, ADeletedRecordKeepsItsDraftWhichIsAddedAnew) {
    // One to which nothing refers.
    ASSERT_EQ(other({name("add"), name("code=ZZ-1"), name("name=Spare"), name("sector_id=1"),
                     name("aid_type_id=1"), name("day_rate=10")}),
              0)
        << qPrintable(said);
    expectSoon([&] { return model().rowCount() == 83; });
    ASSERT_TRUE(Driver::until([&] { return shown(82, "name") == u"Spare"; }));
    const RecordId id = model().recordAt(82);
    type(82, "name", name("Mine"));
    ASSERT_EQ(other({name("delete"), name("--key"), QString::number(id.key[0].asInteger())}), 0)
        << qPrintable(said);
    expectSoon([&] { return model().rowCount() == 82; });
    ASSERT_TRUE(noticed("was deleted elsewhere"));
    Workspace& workspace = *window->workspace();
    const Draft* kept = workspace.records()->drafts(name("aid"))->find(id);
    ASSERT_NE(kept, nullptr);
    EXPECT_TRUE(kept->gone);
    const RecordId made = workspace.records()->addAnew(model().binding()->screen(), id);
    EXPECT_EQ(workspace.records()->drafts(name("aid"))->find(id), nullptr);
    grid()->setCurrentRecord(made);
    save();
    ASSERT_TRUE(noticed("Added Mine")) << qPrintable(window->currentPage()->noticeText());
    EXPECT_EQ(database->run(name("SELECT count(*) FROM aid WHERE code = 'ZZ-1' AND name = 'Mine'"))
                  .trimmed(),
              name("1"));
}

TEST_P(TwoPeople, WhatIsAddedAppearsInAFilteredListOnlyWhereItBelongs) {
    window->currentPage()->filterBar()->add(
        {name("status"), name("stored"), name("status = 'stored'")});
    ASSERT_TRUE(
        Driver::until([&] { return model().view()->isComplete() && model().rowCount() < 82; }));
    const int before = model().rowCount();
    const auto add = [&](const char* code, const char* status) {
        return other({name("add"), name("code=") + name(code), name("name=Spare"),
                      name("sector_id=1"), name("aid_type_id=1"), name("day_rate=10"),
                      name("status=") + name(status)});
    };
    ASSERT_EQ(add("ZZ-1", "in service"), 0) << qPrintable(said);
    ASSERT_EQ(add("ZZ-2", "stored"), 0);
    expectSoon([&] { return model().rowCount() == before + 1; });
    Driver::settle(600);
    EXPECT_EQ(model().rowCount(), before + 1);
}

TEST_P(TwoPeople, WhatAnotherHasJustSavedIsMarked) {
    EXPECT_FALSE(model().marks(2).elsewhere);
    ASSERT_EQ(other({name("edit"), name("--key"), name("3"), name("light_character=Theirs")}), 0);
    expectSoon([&] { return shown(2, "light_character") == u"Theirs"; });
    EXPECT_TRUE(model().marks(2).elsewhere);
    const auto says = [&](const char* column) {
        const QModelIndex cell = model().index(2, columnOf(column));
        return cell.data(Qt::ToolTipRole).toString().contains(u"changed by ");
    };
    EXPECT_TRUE(says("light_character"));
    EXPECT_FALSE(says("name")) << "only the field that was saved";
    // One's own are not news.
    type(3, "name", name("Mine"));
    save();
    ASSERT_TRUE(noticed("Saved Mine"));
    EXPECT_FALSE(model().marks(3).elsewhere);
}

TEST_P(TwoPeople, WhoElseHasARecordOpenIsTold) {
    MainWindow second(OpenRequest{file, {}, false});
    second.show();
    ASSERT_TRUE(Driver::until([&] { return second.workspace() && second.currentPage(); }));
    const RecordId id{key(3), 0};
    const QString screenId = window->currentPage()->screenId();
    EditWindow* here = window->openEdits()->open(screenId, id);
    const auto heard = [&] {
        const auto labels = here->form()->findChildren<QLabel*>();
        return std::any_of(labels.begin(), labels.end(), [](const QLabel* label) {
            return label->text().contains(u"also open: ");
        });
    };
    Driver::settle(300);
    EXPECT_FALSE(heard());
    EditWindow* there = second.openEdits()->open(screenId, id);
    if (GetParam() == Engine::Sqlite) {
        Driver::settle(2 * Presence::PollMilliseconds);
        EXPECT_FALSE(heard()) << "a file carries nothing of the kind";
        return;
    }
    ASSERT_TRUE(Driver::until(heard));
    there->close();
    EXPECT_TRUE(Driver::until([&] { return !heard(); }));
}

INSTANTIATE_TEST_SUITE_P(Engines, TwoPeople,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
