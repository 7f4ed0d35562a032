// SPDX-License-Identifier: GPL-3.0-or-later
// Real windows on a server's routines: as steps of an action, and as the way a table is written.
#include "app/build/writing_dialog.h"
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/screen_page.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "driver.h"
#include "support/engines.h"
#include "support/text.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>

namespace gravin::test {
namespace {

class RoutineWindows : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(
            name("CREATE TABLE visit (id INTEGER PRIMARY KEY, state VARCHAR(20) NOT NULL, "
                 "closed_by VARCHAR(40)); INSERT INTO visit VALUES (1, 'open', NULL), (2, "
                 "'open', NULL);"));
        database->run(
            GetParam() == Engine::PostgreSql
                ? name("CREATE PROCEDURE visit_close(p_id integer, by_whom text, INOUT left_open "
                       "integer DEFAULT 0) LANGUAGE plpgsql AS $$ BEGIN UPDATE visit SET state = "
                       "'closed', closed_by = by_whom WHERE id = p_id; SELECT count(*) INTO "
                       "left_open FROM visit WHERE state = 'open'; END $$;"
                       "CREATE PROCEDURE visit_change(p_id integer, p_state text) LANGUAGE sql AS "
                       "$$ UPDATE visit SET state = p_state WHERE id = p_id $$;")
                : name("DELIMITER //\nCREATE PROCEDURE visit_close(IN p_id INTEGER, IN by_whom "
                       "VARCHAR(40), OUT left_open INTEGER) BEGIN UPDATE visit SET state = "
                       "'closed', closed_by = by_whom WHERE id = p_id; SELECT count(*) INTO "
                       "left_open FROM visit WHERE state = 'open'; END //\n"
                       "CREATE PROCEDURE visit_change(IN p_id INTEGER, IN p_state VARCHAR(20)) "
                       "UPDATE visit SET state = p_state WHERE id = p_id //\n"));
        auto session = database->open();
        const auto catalog = session->readCatalog();
        ASSERT_TRUE(catalog);
        Project project;
        project.connection = database->spec();
        project.connection.changeLog = true;
        screen = addGeneratedScreen(project, *catalog, *catalog->table(name("visit")),
                                    Arrangement::Grid);
        project.screenById(screen)->ownActions = {
            {name("Close it"),
             ScreenAction::Place::Button,
             name("Ctrl+Alt+K"),
             name("state = 'open'"),
             {},
             {{ActionStep::Does::Call, {{name("p_id"), name("id")}}, name("visit_close")},
              {ActionStep::Does::Next}}}};
        const QString file = folder.filePath(name("windows.gravin"));
        ASSERT_TRUE(saveProject(project, file));
        window = std::make_unique<MainWindow>(OpenRequest{file, {}, false});
        window->show();
        window->activateWindow();
        ASSERT_TRUE(Driver::until(
            [this] { return window->currentPage() && grid()->model()->rowCount() == 2; }));
        Driver::settle(300);
    }
    void TearDown() override { window.reset(); }

    GridView* grid() { return window->currentPage()->grid(); }
    QString visits() {
        return database->run(name("SELECT id, state, closed_by FROM visit ORDER BY id;")).trimmed();
    }
    bool noticed(const char* part) {
        return Driver::until(
            [&] { return window->currentPage()->noticeText().contains(QLatin1String(part)); });
    }

    QTemporaryDir folder;
    QString screen;
    std::unique_ptr<MainWindow> window;
};

TEST_P(RoutineWindows, AnActionAsksWhatTheRecordDoesNotGive) {
    grid()->setFocus();
    grid()->setCurrentIndex(grid()->model()->index(0, 0));
    Driver::settle();
    Driver::key(Qt::Key_K, Qt::ControlModifier | Qt::AltModifier);
    QWidget* question = Driver::find(name("routine-question"));
    ASSERT_NE(question, nullptr);
    EXPECT_TRUE(question->findChild<QLabel*>(name("routine-note"))
                    ->text()
                    .contains(name("cannot be rolled back")));
    Driver::type(name("Bo Lind"));
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(noticed("Close it")) << qPrintable(window->currentPage()->noticeText());
    EXPECT_TRUE(window->currentPage()->noticeText().contains(name("left_open 1")))
        << qPrintable(window->currentPage()->noticeText());
    EXPECT_TRUE(visits().startsWith(name("1\tclosed\tBo Lind"))) << qPrintable(visits());
    EXPECT_TRUE(Driver::until([this] { return grid()->currentIndex().row() == 1; }))
        << "the next one is shown";
}

TEST_P(RoutineWindows, NotAgreedToNothingIsDone) {
    grid()->setFocus();
    grid()->setCurrentIndex(grid()->model()->index(0, 0));
    Driver::settle();
    Driver::key(Qt::Key_K, Qt::ControlModifier | Qt::AltModifier);
    ASSERT_NE(Driver::find(name("routine-question")), nullptr);
    Driver::key(Qt::Key_Escape);
    EXPECT_TRUE(noticed("was not done")) << qPrintable(window->currentPage()->noticeText());
    EXPECT_TRUE(visits().startsWith(name("1\topen")));
    // It can be used again.
    Driver::key(Qt::Key_K, Qt::ControlModifier | Qt::AltModifier);
    EXPECT_NE(Driver::find(name("routine-question")), nullptr);
    Driver::key(Qt::Key_Escape);
}

TEST_P(RoutineWindows, ATableIsSaidToBeWrittenThroughOne) {
    Workspace& workspace = *window->workspace();
    auto* dialog = new WritingDialog(&workspace, name("visit"), window.get());
    dialog->open();
    auto* change = dialog->findChild<QComboBox*>(name("writing-update"));
    auto* note = dialog->findChild<QLabel*>(name("writing-note"));
    ASSERT_TRUE(Driver::choose(change, name("visit_close")));
    EXPECT_TRUE(note->text().contains(name("by_whom"))) << qPrintable(note->text());
    EXPECT_FALSE(dialog->findChild<QPushButton*>(name("writing-set"))->isEnabled());
    ASSERT_TRUE(Driver::choose(change, name("visit_change")));
    EXPECT_EQ(dialog->findChild<QComboBox*>(name("writing-field-update-p_state"))->currentText(),
              name("state"))
        << "by its name";
    Driver::click(dialog->findChild<QPushButton*>(name("writing-set")));
    ASSERT_TRUE(Driver::until([&] {
        const Table* table = workspace.catalog().table(name("visit"));
        return table && table->writtenThrough.size() == 1 && window->currentPage() &&
               grid()->model()->rowCount() == 2;
    }));
    ASSERT_TRUE(Driver::until([&] {
        return workspace.records()->store(name("visit"))->record(Key({Value::integer(1)}));
    }));
    Driver::settle(300);
    const BoundScreen& bound = grid()->gridModel()->binding()->screen();
    EXPECT_TRUE(bound.reasonAgainst(Operation::Insert).isEmpty()) << "by the database itself";
    EXPECT_TRUE(bound.reasonAgainst(Operation::Update).isEmpty());
    workspace.records()->type(bound, grid()->gridModel()->recordAt(0), *bound.field(name("state")),
                              name("under way"));
    Driver::settle();
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] { return visits().startsWith(name("1\tunder way")); }))
        << qPrintable(window->currentPage()->noticeText());
    // Undone, the table itself is written again.
    workspace.document()->undoStack()->undo();
    EXPECT_TRUE(Driver::until(
        [&] { return workspace.catalog().table(name("visit"))->writtenThrough.isEmpty(); }));
    EXPECT_TRUE(workspace.catalog().table(name("visit"))->column(name("closed_by"))->mayUpdate);
}

INSTANTIATE_TEST_SUITE_P(Each, RoutineWindows, testing::Values(Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
