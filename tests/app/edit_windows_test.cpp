// SPDX-License-Identifier: GPL-3.0-or-later
// Many edit windows, what they cost, and what is done to all of them.
#include "app/use/edit_window.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/open_edits.h"
#include "whole_example.h"

#include <QCheckBox>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSignalSpy>
#include <QTableWidget>
#include <QTest>
#include <QToolButton>

namespace gravin {
namespace {

class EditWindowsTest : public test::OpenDemonstration {
protected:
    static RecordId idOf(qint64 id) { return {Key({Value::integer(id)}), 0}; }
    EditWindow* openOn(qint64 id) {
        EditWindow* edit = window().openEdits()->open(page()->screenId(), idOf(id));
        (void)Driver::until([&] { return !edit->recordName().isEmpty(); });
        return edit;
    }
    void type(const EditWindow* edit, const char* column, const QString& text) {
        const BoundScreen& screen = grid()->gridModel()->binding()->screen();
        workspace().records()->type(screen, edit->record(), *screen.field(QLatin1String(column)),
                                    text);
    }
};

TEST_F(EditWindowsTest, FiveSaveTheirOwnRecordsWhileTheListMoves) {
    QList<EditWindow*> edits;
    for (const qint64 id : {3, 11, 27, 40, 66})
        edits += openOn(id);
    page()->filterBar()->sortBy(QStringLiteral("name"), false);
    ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
    for (EditWindow* edit : edits)
        type(edit, "name", QStringLiteral("Window %1").arg(edit->number()));
    page()->filterBar()->add(
        {QStringLiteral("status"), QStringLiteral("stored"), QStringLiteral("status = 'stored'")});
    Driver::settle();
    page()->action(ScreenPage::Command::Last)->trigger();
    for (EditWindow* edit : edits) {
        edit->activateWindow();
        Driver::click(QStringLiteral("save-record"), edit);
        ASSERT_TRUE(Driver::until([&] { return !edit->hasDraft(); })) << edit->number();
        page()->action(ScreenPage::Command::First)->trigger();
    }
    int number = 1;
    for (const qint64 id : {3, 11, 27, 40, 66})
        EXPECT_EQ(storedText(id, "name"), "Window " + std::to_string(number++));
}

TEST_F(EditWindowsTest, SayWhatHappenedWhileSomebodyWorksInThem) {
    EditWindow* edit = openOn(3);
    edit->activateWindow();
    ASSERT_TRUE(Driver::until([&] { return edit->isActiveWindow(); }));
    type(edit, "name", QStringLiteral("Said here"));
    edit->form()->save();
    EXPECT_TRUE(Driver::until([&] { return edit->noticeText().contains(u"Saved Said here"); }))
        << qPrintable(edit->noticeText());
    Q_EMIT workspace().writing()->reachable(false, QStringLiteral("The server does not answer."));
    EXPECT_EQ(edit->noticeText(), QStringLiteral("The server does not answer."));
    window().activateWindow();
    Driver::settle();
    workspace().notices()->tell({Notice::Kind::Done, QStringLiteral("Of the list")});
    EXPECT_EQ(edit->noticeText(), QStringLiteral("The server does not answer."));
}

TEST_F(EditWindowsTest, DeleteTheirRecordAndGo) {
    const QPointer<EditWindow> edit = openOn(78);
    edit->activateWindow();
    Driver::settle();
    Driver::key(Qt::Key_Delete, Qt::ControlModifier);
    QWidget* question = Driver::find(QStringLiteral("delete-question"));
    ASSERT_NE(question, nullptr);
    QWidget* sure = Driver::find(QStringLiteral("delete-sure"), question);
    ASSERT_TRUE(Driver::until([&] {
        auto* agree = question->findChild<QCheckBox*>(QStringLiteral("delete-agree"));
        if (agree->isVisible() && !agree->isChecked())
            agree->click();
        return sure->isEnabled();
    }));
    Driver::click(sure);
    EXPECT_TRUE(Driver::until([&] { return edit.isNull(); })) << "nothing is left to be shown";
    EXPECT_EQ(storedText(78, "name"), "no such record");
}

TEST_F(EditWindowsTest, SaveByThemselvesWhereTheScreenDoes) {
    workspace().document()->change(QStringLiteral("saves itself"), [](Project& project) {
        for (Screen& screen : project.screens)
            screen.savesItself = SavesItself::LeavingRecord;
    });
    EditWindow* edit = openOn(3);
    type(edit, "name", QStringLiteral("Left for the next"));
    edit->setRecord(idOf(4));
    EXPECT_TRUE(Driver::until([&] { return storedText(3, "name") == "Left for the next"; }));
    type(edit, "name", QStringLiteral("Left by closing"));
    edit->close();
    EXPECT_TRUE(Driver::until([&] { return storedText(4, "name") == "Left by closing"; }));
    edit = openOn(5);
    const std::string before = storedText(5, "name");
    type(edit, "name", QStringLiteral("Given up"));
    window().openEdits()->dismissAll();
    Driver::settle(300);
    EXPECT_EQ(storedText(5, "name"), before);
    EXPECT_EQ(workspace().records()->openDrafts().size(), 1);
}

TEST_F(EditWindowsTest, OfTwoHundredOneSaveWakesOnlyThoseOfTheRecord) {
    const QList<qint64> ids = [] {
        QList<qint64> all;
        for (qint64 id = 1; id <= 82; ++id)
            all += id;
        return all;
    }();
    for (const qint64 id : ids)
        openOn(id);
    // More than the table has records: those of another screen's table too.
    window().showScreen(QStringLiteral("part"));
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 144; }));
    for (qint64 id = 1; id <= 118; ++id)
        window().openEdits()->open(QStringLiteral("part"), idOf(id));
    const auto windows = window().openEdits()->windows();
    ASSERT_EQ(windows.size(), 200);
    for (EditWindow* each : windows)
        ASSERT_TRUE(Driver::until([&] { return !each->recordName().isEmpty(); }));
    window().showScreen(QStringLiteral("aid"));
    Driver::settle(500);

    std::vector<std::unique_ptr<QSignalSpy>> spies;
    for (EditWindow* edit : windows)
        spies.push_back(std::make_unique<QSignalSpy>(edit->form(), &RecordForm::stateChanged));
    EditWindow* edit = windows[40];
    type(edit, "name", QStringLiteral("One of many"));
    workspace().writing()->save(grid()->gridModel()->binding()->screen(), edit->record());
    ASSERT_TRUE(Driver::until([&] { return storedText(41, "name") == "One of many"; }));
    Driver::settle(700); // the feed looks again
    int woken = 0;
    for (size_t i = 0; i < spies.size(); ++i)
        woken += i != 40 && !spies[i]->isEmpty() ? 1 : 0;
    EXPECT_GT(spies[40]->size(), 0);
    EXPECT_EQ(woken, 0) << "windows on other records did work";
    window().openEdits()->closeAll();
}

TEST_F(EditWindowsTest, GoOnToTheNeighbourInTheList) {
    EditWindow* first = openOn(5);
    EditWindow* second = openOn(7);
    first->activateWindow();
    EXPECT_TRUE(window().openEdits()->step(first, 1));
    EXPECT_EQ(first->record(), idOf(6));
    // The next one has a window already, which is raised instead.
    EXPECT_TRUE(window().openEdits()->step(first, 1));
    EXPECT_EQ(first->record(), idOf(6));
    EXPECT_EQ(second->record(), idOf(7));
    EditWindow* last = openOn(82);
    EXPECT_FALSE(window().openEdits()->step(last, 1));
    type(first, "name", QStringLiteral("Kept"));
    EXPECT_TRUE(window().openEdits()->step(first, -1));
    EXPECT_EQ(first->record(), idOf(5));
    EXPECT_NE(workspace().records()->drafts(QStringLiteral("aid"))->find(idOf(6)), nullptr);
}

TEST_F(EditWindowsTest, AreSavedArrangedAndClosedTogether) {
    for (const qint64 id : {2, 4, 6})
        type(openOn(id), "name", QStringLiteral("Together %1").arg(id));
    auto* button = qobject_cast<QToolButton*>(Driver::find(QStringLiteral("open-edits-menu")));
    ASSERT_NE(button, nullptr);
    const auto choose = [&](const char* text) {
        button = qobject_cast<QToolButton*>(Driver::find(QStringLiteral("open-edits-menu")));
        for (QAction* action : button->menu()->actions()) {
            if (action->text().startsWith(QLatin1String(text))) {
                action->trigger();
                return;
            }
        }
        ADD_FAILURE() << text;
    };
    choose("Arrange side by side");
    const auto windows = window().openEdits()->windows();
    for (qsizetype i = 1; i < windows.size(); ++i)
        EXPECT_FALSE(windows[i]->geometry().intersects(windows[i - 1]->geometry()));
    choose("Close all");
    auto* question = Driver::find(QStringLiteral("close-all-question"));
    ASSERT_NE(question, nullptr);
    question->close();
    Driver::settle();
    EXPECT_EQ(window().openEdits()->windows().size(), 3);
    choose("Save all: 3 records");
    ASSERT_TRUE(noticed("Saved 3 records as one"));
    EXPECT_EQ(storedText(4, "name"), "Together 4");
    choose("Close all");
    EXPECT_TRUE(Driver::until([this] { return window().openEdits()->windows().isEmpty(); }));
}

TEST_F(EditWindowsTest, OpenAgainInTheSizeThatTheyWereLeftIn) {
    EditWindow* edit = openOn(5);
    edit->resize(701, 433);
    edit->close();
    Driver::settle();
    EXPECT_EQ(openOn(6)->size(), QSize(701, 433));
}

TEST_F(EditWindowsTest, ARecordThatIsGoneIsAddedAnew) {
    writeOutside(
        QStringLiteral("INSERT INTO aid (id, code, name, sector_id, aid_type_id, day_rate) "
                       "VALUES (900, 'ZZ', 'Spare', 1, 1, 10)"));
    ASSERT_TRUE(Driver::until([this] { return grid()->model()->rowCount() == 83; }));
    EditWindow* edit = openOn(900);
    type(edit, "name", QStringLiteral("Mine"));
    ChangeRequest request;
    request.action = QStringLiteral("delete");
    request.edits.push_back({Operation::Delete, QStringLiteral("aid"), idOf(900).key, {}, {}});
    bool deleted = false;
    workspace().writing()->write(std::move(request), &window(),
                                 [&](const WriteResult& result) { deleted = result.ok(); });
    ASSERT_TRUE(Driver::until([&] { return deleted; }));
    QWidget* anew = Driver::find(QStringLiteral("add-anew"), edit);
    ASSERT_NE(anew, nullptr);
    Driver::click(anew);
    EXPECT_TRUE(edit->record().isNew());
    Driver::click(QStringLiteral("save-record"), edit);
    ASSERT_TRUE(noticed("Added Mine"));
    EXPECT_FALSE(edit->record().isNew());
}

TEST_F(EditWindowsTest, ClashesAreDecidedForAllFieldsAtOnce) {
    const auto clash = [this](qint64 id, const char* name) {
        EditWindow* edit = openOn(id);
        type(edit, "name", QStringLiteral("Mine"));
        type(edit, "notes", QStringLiteral("My notes"));
        const auto theirs = [](const char* text) { return Value::text(QLatin1String(text)); };
        ChangeRequest other;
        other.action = QStringLiteral("edit");
        other.edits.push_back({Operation::Update,
                               QStringLiteral("aid"),
                               idOf(id).key,
                               {},
                               {{QStringLiteral("name"), theirs(name)},
                                {QStringLiteral("notes"), theirs("Theirs")}}});
        workspace().writing()->write(std::move(other), &window(), [](const WriteResult&) {});
        EXPECT_TRUE(Driver::until([&] {
            const Draft* draft =
                workspace().records()->drafts(QStringLiteral("aid"))->find(idOf(id));
            return draft && draft->theirs.size() == 2;
        }));
        return edit;
    };
    auto* reason = clash(6, "Other")->form()->findChild<QLabel*>(QStringLiteral("save-reason"));
    ASSERT_TRUE(reason->text().contains(QStringLiteral("Take all theirs")));
    Q_EMIT reason->linkActivated(QStringLiteral("theirs:"));
    EXPECT_EQ(workspace().records()->drafts(QStringLiteral("aid"))->find(idOf(6)), nullptr);

    EditWindow* mine = clash(9, "Another");
    reason = mine->form()->findChild<QLabel*>(QStringLiteral("save-reason"));
    Q_EMIT reason->linkActivated(QStringLiteral("mine:"));
    EXPECT_TRUE(mine->form()->saveReason().isEmpty());
    Driver::click(QStringLiteral("save-record"), mine);
    ASSERT_TRUE(noticed("Saved Mine"));
    EXPECT_EQ(storedText(9, "notes"), "My notes");
}

TEST_F(EditWindowsTest, ARecordIsShownAsStored) {
    Driver::clickCell(grid(), 4, columnOf("name"));
    page()->action(ScreenPage::Command::AsStored)->trigger();
    auto* table = qobject_cast<QTableWidget*>(Driver::find(QStringLiteral("stored-values")));
    ASSERT_NE(table, nullptr);
    ASSERT_TRUE(Driver::until([&] { return table->rowCount() == 18; }));
    bool found = false;
    for (int row = 0; row < table->rowCount(); ++row) {
        if (table->item(row, 0)->text() != u"sector_id")
            continue;
        found = true;
        EXPECT_EQ(table->item(row, 2)->text().toStdString(),
                  std::to_string(stored(5, "sector_id").asInteger()));
        EXPECT_EQ(table->item(row, 4)->text(), shown(4, "sector_id"));
    }
    EXPECT_TRUE(found);
}

TEST_F(EditWindowsTest, RefreshingTouchesNoDraft) {
    EditWindow* edit = openOn(3);
    type(edit, "name", QStringLiteral("Mine"));
    page()->action(ScreenPage::Command::Refresh)->trigger();
    ASSERT_TRUE(noticed("read anew"));
    Driver::settle(200);
    EXPECT_TRUE(edit->hasDraft());
    EXPECT_EQ(shown(2, "name"), QStringLiteral("Mine"));
}

} // namespace
} // namespace gravin
