// SPDX-License-Identifier: GPL-3.0-or-later
// Many records changed, seen as they were, and taken back in part and as a whole, on real windows.
#include "app/bulk/bulk_dialog.h"
#include "app/bulk/bulk_line.h"
#include "app/bulk/kept_menu.h"
#include "app/history/as_it_was_page.h"
#include "app/history/change_log_panel.h"
#include "app/history/trial_band.h"
#include "core/changes/work_journal.h"
#include "support/text.h"
#include "whole_example.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDialog>
#include <QDir>
#include <QInputDialog>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPointer>
#include <QStandardPaths>
#include <QTableView>
#include <QTableWidget>
#include <QTest>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class History : public OpenDemonstration {
protected:
    BulkDialog* openBulk() {
        Driver::click(name("bulk-update"));
        return qobject_cast<BulkDialog*>(Driver::find(name("bulk-dialog")));
    }
    QString counts() { return static_cast<QLabel*>(Driver::find(name("bulk-counts")))->text(); }
    // The rates of one sector, up by 4 % and rounded to 5 cents.
    BulkDialog* raiseRates() {
        BulkDialog* dialog = openBulk();
        auto* scope = qobject_cast<QComboBox*>(Driver::find(name("bulk-scope")));
        scope->setCurrentIndex(scope->count() - 1);
        Driver::find(name("bulk-where"))->setFocus();
        Driver::type(name("sector_id = 2"));
        dialog->setField(name("day_rate"));
        dialog->line(0)->setExpression(name("ROUND(day_rate * 1.04 * 20) / 20"));
        return dialog;
    }
    void runBulk() {
        QWidget* run = Driver::find(name("bulk-run"));
        ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
        Driver::click(run);
        ASSERT_TRUE(noticed("Changed Day rate of"));
    }
    void command(const char* text) {
        for (QAction* action : window().actions()) {
            if (action->text() == name(text)) {
                action->trigger();
                return;
            }
        }
        FAIL() << "no command " << text;
    }
    ChangeLogPanel* openLog() {
        if (!window().changeLog()->isVisible())
            Driver::key(Qt::Key_L, Qt::ControlModifier);
        return window().changeLog();
    }
    void fromMenu(const char* begin) {
        QPointer<QMenu> menu = window().changeLog()->makeMenu();
        for (QAction* action : menu->actions()) {
            if (action->text().startsWith(name(begin))) {
                action->trigger();
                delete menu;
                return;
            }
        }
        FAIL() << "not offered: " << begin;
    }
    void runRollback() {
        QWidget* run = Driver::find(name("rollback-run"));
        ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
        const QPointer<QWidget> dialog = run->window();
        Driver::click(run);
        ASSERT_TRUE(Driver::until([&] { return dialog.isNull(); }));
    }
    QString rate(qint64 id) { return QString::fromUtf8(storedText(id, "day_rate")); }
};

TEST_F(History, RatesAreRaisedOneIsTakenBackThenTheRest) {
    // Three would be refused.
    workspace().document()->change(name("check"), [](Project& project) {
        Check check;
        check.kind = CheckKind::Range;
        check.column = name("day_rate");
        check.most = name("600");
        check.message = name("Nobody pays more than 600.");
        project.checks[name("aid")].checks += check;
    });
    const QString first = rate(1);
    const QString eighth = rate(7);
    raiseRates();
    auto* leaveOut = static_cast<QCheckBox*>(Driver::find(name("bulk-leave-out")));
    ASSERT_TRUE(Driver::until([&] { return leaveOut->isVisible(); }));
    EXPECT_TRUE(counts().startsWith(u"13 of 13 records would change")) << qPrintable(counts());
    QWidget* run = Driver::find(name("bulk-run"));
    EXPECT_FALSE(run->isEnabled()) << "not before it is said what becomes of them";
    auto* table = static_cast<QTableWidget*>(Driver::find(name("bulk-preview")));
    EXPECT_EQ(table->item(0, 2)->text(), name("Nobody pays more than 600."));
    leaveOut->setFocus();
    Driver::key(Qt::Key_Space);
    runBulk();
    EXPECT_NE(rate(1), first);
    EXPECT_NE(rate(7), eighth);

    // One of them was wrong: that record only.
    ChangeLogPanel* log = openLog();
    ASSERT_TRUE(Driver::until([&] { return log->chosen() == 1; }));
    auto* details = static_cast<QTreeWidget*>(Driver::find(name("change-details")));
    ASSERT_TRUE(Driver::until([&] { return details->topLevelItemCount() > 3; }));
    for (int i = 0; i < details->topLevelItemCount(); ++i) {
        if (details->topLevelItem(i)->text(0).startsWith(u"aid 7 "))
            details->setCurrentItem(details->topLevelItem(i));
    }
    ASSERT_TRUE(details->currentItem());
    fromMenu("Roll back this record only");
    runRollback();
    EXPECT_EQ(rate(7), eighth);
    EXPECT_NE(rate(1), first);

    // As it was before all that: both are marked as changed or the same again.
    log->choose(1);
    fromMenu("Show the screen as it was before change 1");
    auto* then = qobject_cast<AsItWasPage*>(Driver::find(name("as-it-was")));
    ASSERT_NE(then, nullptr);
    ASSERT_TRUE(Driver::until([&] { return then->state().contains(u"changed since"); }))
        << qPrintable(then->state());
    ASSERT_TRUE(Driver::until([&] { return then->list()->model()->rowCount() == 82; }));

    // And the rest.
    Driver::click(name("as-it-was-roll-back"));
    runRollback();
    EXPECT_EQ(rate(1), first);
    ASSERT_TRUE(Driver::until([&] { return then->state().contains(u"nothing differs"); }))
        << qPrintable(then->state());
    Driver::key(Qt::Key_Escape);
    ASSERT_TRUE(Driver::until([&] { return window().currentPage() != nullptr; }));
}

TEST_F(History, WhatWasIsSearchedSortedAndMarked) {
    BulkDialog* dialog = raiseRates();
    ASSERT_NE(dialog, nullptr);
    runBulk();
    openLog();
    ASSERT_TRUE(Driver::until([&] { return window().changeLog()->chosen() == 1; }));
    fromMenu("Show the screen as it was before change 1");
    auto* then = qobject_cast<AsItWasPage*>(Driver::find(name("as-it-was")));
    ASSERT_TRUE(Driver::until(
        [&] { return then->list()->model() && then->list()->model()->rowCount() == 82; }));
    auto* search = static_cast<QLineEdit*>(Driver::find(name("as-it-was-search")));
    search->setText(name("= sector_id = 2"));
    ASSERT_TRUE(Driver::until([&] {
        const int rows = then->list()->model()->rowCount();
        return rows > 5 && rows < 40;
    }));
    const QAbstractItemModel* model = then->list()->model();
    const auto marked = [&] {
        int count = 0;
        for (int row = 0; row < model->rowCount(); ++row) {
            for (int column = 0; column < model->columnCount(); ++column)
                count +=
                    model->index(row, column).data(Qt::ToolTipRole).toString().startsWith(u"now: ")
                        ? 1
                        : 0;
        }
        return count;
    };
    EXPECT_TRUE(Driver::until([&] { return marked() == model->rowCount(); }))
        << "one field of each: " << marked();
    search->setText(name("cooper"));
    EXPECT_TRUE(Driver::until([&] { return model->rowCount() == 1; }));
}

TEST_F(History, FieldsAreReplacedEmptiedAndSetAtOnce) {
    Driver::clickCell(grid(), 10, columnOf("name"));
    Driver::clickCell(grid(), 14, columnOf("name"), Qt::ShiftModifier);
    BulkDialog* dialog = openBulk();
    dialog->setField(name("name"));
    dialog->line(0)->setHow(BulkLine::Kept::Gets::Replaced);
    static_cast<QLineEdit*>(Driver::find(name("bulk-find")))->setText(name("a"));
    static_cast<QLineEdit*>(Driver::find(name("bulk-with")))->setText(name("\\1?"));
    Driver::click(name("bulk-add"));
    dialog->line(1)->setField(name("light_character"));
    dialog->line(1)->setHow(BulkLine::Kept::Gets::Nothing);
    ASSERT_TRUE(Driver::until([&] { return counts().contains(u" of 5 records would change"); }))
        << qPrintable(counts());
    QWidget* run = Driver::find(name("bulk-run"));
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    Driver::click(run);
    ASSERT_TRUE(noticed("Changed "));
    EXPECT_EQ(storedText(12, "name"), "Long S\\1?nd W") << "a plain text stands for itself";
    EXPECT_TRUE(stored(12, "light_character").isNull());
}

TEST_F(History, ATrialIsTakenBackAsOneAndSurvivesARestart) {
    auto* band = window().findChild<TrialBand*>();
    EXPECT_FALSE(band->isOn());
    command("Start a trial");
    ASSERT_TRUE(Driver::until([&] { return band->text().contains(u"0 changes so far"); }));
    BulkDialog* dialog = raiseRates();
    ASSERT_NE(dialog, nullptr);
    const QString before = rate(1);
    runBulk();
    ASSERT_TRUE(Driver::until([&] { return band->text().contains(u"1 change so far"); }));
    {
        MainWindow again(OpenRequest{workspace().document()->file(), {}, true});
        again.show();
        ASSERT_TRUE(Driver::until([&] {
            auto* there = again.findChild<TrialBand*>();
            return there && there->text().contains(u"1 change so far");
        }));
    }
    window().activateWindow();
    Driver::click(name("trial-roll-back"));
    QWidget* run = Driver::find(name("rollback-run"));
    ASSERT_TRUE(Driver::until([&] { return run->isEnabled(); }));
    Driver::click(run);
    ASSERT_TRUE(Driver::until([&] { return !band->isOn(); }));
    EXPECT_EQ(rate(1), before);
}

TEST_F(History, TheLogIsNarrowedNotedAndVerified) {
    BulkDialog* dialog = raiseRates();
    ASSERT_NE(dialog, nullptr);
    runBulk();
    ChangeLogPanel* log = openLog();
    ASSERT_TRUE(Driver::until([&] { return log->chosen() == 1; }));
    workspace().writing()->addNote(1, name("as agreed in March"));
    ASSERT_TRUE(Driver::until([&] { return log->chosen() > 0 && noticed("Added a note"); }));
    auto* list = static_cast<QTableWidget*>(Driver::find(name("change-list")));
    ASSERT_TRUE(Driver::until([&] { return list->rowCount() == 2; }));
    auto* text = static_cast<QLineEdit*>(Driver::find(name("log-text")));
    text->setText(name("MARCH"));
    EXPECT_TRUE(Driver::until([&] { return list->rowCount() == 1; }));
    text->setText(name("nothing like it"));
    EXPECT_TRUE(Driver::until([&] { return list->rowCount() == 0; }));
    text->clear();
    ASSERT_TRUE(Driver::until([&] { return list->rowCount() == 2; }));
    fromMenu("Verify the log");
    EXPECT_TRUE(noticed("The change log is intact: 2 changes"));
}

TEST_F(History, ABulkUpdateIsKeptAndRunAgain) {
    BulkDialog* dialog = raiseRates();
    const auto fromKept = [&](BulkDialog* of, const char* text) {
        const std::unique_ptr<QMenu> menu(of->kept()->makeMenu());
        for (QAction* action : menu->actions()) {
            if (action->text() == name(text)) {
                action->trigger();
                return;
            }
        }
        FAIL() << "not offered: " << text;
    };
    fromKept(dialog, "Keep this one as…");
    auto* asked = qobject_cast<QInputDialog*>(Driver::find(name("bulk-kept-name")));
    asked->setTextValue(name("Yearly raise"));
    asked->accept();
    const KeptBulkUpdate* kept = workspace().project().bulkUpdate(
        workspace().project().screens.front().id, name("yearly RAISE"));
    ASSERT_NE(kept, nullptr);
    EXPECT_EQ(kept->where, name("sector_id = 2"));
    ASSERT_EQ(kept->lines.size(), 1);
    EXPECT_EQ(kept->lines.front().text, name("ROUND(day_rate * 1.04 * 20) / 20"));
    ASSERT_TRUE(workspace().document()->save());
    dialog->reject();

    dialog = openBulk();
    fromKept(dialog, "Yearly raise");
    const QString before = rate(1);
    runBulk();
    EXPECT_NE(rate(1), before);
    dialog = openBulk();
    const std::unique_ptr<QMenu> menu(dialog->kept()->makeMenu());
    menu->findChild<QMenu*>()->actions().front()->trigger();
    EXPECT_TRUE(workspace().project().bulkUpdates.isEmpty());
    workspace().document()->undoStack()->undo();
    EXPECT_EQ(workspace().project().bulkUpdates.size(), 1);
}

// A run that was cut off leaves behind what it was at; the next one asks the log.
TEST_F(History, WhatBecameOfCutOffWorkIsSaidOnTheNextStart) {
    ASSERT_NE(raiseRates(), nullptr);
    runBulk();
    const QString project = workspace().document()->file();
    const QString kept = QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
                         name("/gravin/under-way");
    EXPECT_TRUE(QDir(kept).entryList({name("*.work")}).isEmpty()) << "it has its answer";
    const auto session =
        *Session::open(workspace().project().connection, Session::Access::ReadOnly);
    const QString done = session->scalar(name("SELECT uid FROM gravin_change"))->toString();
    closeWindow();
    {
        WorkJournal journal(kept, project);
        ASSERT_TRUE(journal.begin({newChangeUid(), name("bulk update"), name("Aids"),
                                   name("2026-03-04T14:00:00.000000Z")}));
    }
    open(project);
    EXPECT_TRUE(noticed("The bulk update on"));
    EXPECT_TRUE(noticed("was cut off when Gravin ended. Nothing of it was changed"));
    closeWindow();
    {
        WorkJournal journal(kept, project);
        ASSERT_TRUE(journal.begin(
            {done, name("bulk update"), name("Aids"), name("2026-03-04T14:00:00.000000Z")}));
    }
    open(project);
    EXPECT_TRUE(noticed("was done before Gravin ended: change 1."));
    closeWindow();
    open(project);
    EXPECT_TRUE(QDir(kept).entryList({name("*.work")}).isEmpty()) << "it is told once";
}

} // namespace
