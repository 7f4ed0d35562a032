// SPDX-License-Identifier: GPL-3.0-or-later
// A SELECT that asks for values: made in Build, asked above its list in Use.
#include "app/shell/header_bar.h"
#include "app/sources/query_source_dialog.h"
#include "core/fitting/query_source.h"
#include "core/project/project_file.h"
#include "support/text.h"
#include "whole_example.h"

#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTableWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class AskedSource : public OpenDemonstration {
protected:
    // With a screen on a SELECT that asks since when.
    void SetUp() override {
        OpenDemonstration::SetUp();
        QuerySource source{
            name("visits_since"),
            name("SELECT id, aid_id, visited_on, hours FROM visit WHERE visited_on "
                 ">= :since"),
            name("visit"),
            {{name("since"), TypeKind::Date, name("Since"), name("DATE '2026-05-01'")}}};
        auto session = Session::open(workspace().project().connection, Session::Access::ReadOnly);
        const auto described = describeSource(**session, workspace().catalog(), source);
        ASSERT_TRUE(described) << qPrintable(described.error().sentence);
        workspace().document()->putSource({}, source, *described);
        screen = workspace().document()->addScreens({source.name}, Arrangement::Grid);
        window().showScreen(screen);
        ASSERT_TRUE(
            Driver::until([this] { return page() && page()->screenId() == screen && field(); }));
        Driver::settle(200);
    }
    QLineEdit* field() {
        return page() ? page()->findChild<QLineEdit*>(name("asked:since")) : nullptr;
    }
    int rows() { return grid()->model()->rowCount(); }
    int storedSince(const char* day) {
        auto session = Session::open(workspace().project().connection, Session::Access::ReadOnly);
        return (*session)
            ->scalar(
                name("SELECT count(*) FROM visit WHERE visited_on >= '%1'").arg(QLatin1String(day)))
            ->toInt();
    }
    void askSince(const char* typed) {
        Driver::click(field());
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        Driver::type(name(typed));
        Driver::key(Qt::Key_Return);
    }

    QString screen;
};

TEST_F(AskedSource, BeginsWithWhatItSaysAndFollowsWhatIsTyped) {
    EXPECT_EQ(field()->text().isEmpty(), false);
    EXPECT_TRUE(Driver::until([this] { return rows() == storedSince("2026-05-01"); })) << rows();
    ASSERT_NE(storedSince("2026-01-15"), storedSince("2026-05-01"));
    askSince("2026-01-15");
    EXPECT_TRUE(Driver::until([this] { return rows() == storedSince("2026-01-15"); })) << rows();
    ASSERT_NE(field(), nullptr);
    EXPECT_TRUE(field()->text().contains(name("2026"))) << qPrintable(field()->text());
    // The file does not keep what one person asked for.
    ASSERT_TRUE(workspace().document()->save());
    const auto file = loadProject(workspace().document()->file());
    ASSERT_TRUE(file);
    EXPECT_EQ(file->sources.back().parameters[0].initial, name("DATE '2026-05-01'"));
}

TEST_F(AskedSource, WhatIsNoValueIsRefusedAndTheListStays) {
    const int before = rows();
    askSince("never");
    EXPECT_TRUE(Driver::until([this] { return page()->noticeText().contains(name("Since")); }))
        << qPrintable(page()->noticeText());
    EXPECT_EQ(rows(), before);
}

TEST_F(AskedSource, EmptiedItGivesNothing) {
    askSince(" ");
    EXPECT_TRUE(Driver::until([this] { return rows() == 0; })) << rows();
}

// What is being edited is not swept away.
TEST_F(AskedSource, UnsavedEditsStandInTheWay) {
    typeIn(0, "hours", "9.5");
    askSince("2026-01-15");
    EXPECT_TRUE(Driver::until([this] {
        return page()->noticeText().contains(name("unsaved edits"));
    })) << qPrintable(page()->noticeText());
    EXPECT_EQ(rows(), storedSince("2026-05-01"));
    EXPECT_FALSE(workspace().records()->openDrafts().isEmpty());
}

TEST_F(AskedSource, ItsRecordsAreEditedLikeOthers) {
    const qint64 id = grid()->gridModel()->recordAt(0).key[0].asInteger();
    typeIn(0, "hours", "9.5");
    ASSERT_FALSE(workspace().records()->openDrafts().isEmpty());
    Driver::settle();
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] { return workspace().records()->openDrafts().isEmpty(); }))
        << qPrintable(page()->noticeText());
    auto session = Session::open(workspace().project().connection, Session::Access::ReadOnly);
    EXPECT_EQ((*session)->scalar(name("SELECT hours FROM visit WHERE id = ?"), {id})->toDouble(),
              9.5);
}

// In Build, by the dialog.
TEST_F(AskedSource, ItIsDeclaredInTheDialog) {
    auto* dialog = new QuerySourceDialog(&workspace(), name("visits_since"), &window());
    dialog->open();
    auto* select = dialog->findChild<QPlainTextEdit*>(name("query-select"));
    auto* asked = dialog->findChild<QTableWidget*>(name("query-parameters"));
    ASSERT_TRUE(asked && asked->isVisible());
    ASSERT_EQ(asked->rowCount(), 1);
    EXPECT_EQ(asked->item(0, 1)->text(), name("Since"));
    select->setPlainText(select->toPlainText() + name(" AND hours > :least_hours"));
    ASSERT_TRUE(Driver::until([&] { return asked->rowCount() == 2; }));
    EXPECT_EQ(asked->item(0, 1)->text(), name("Since")) << "what was said of the other stays";
    EXPECT_EQ(asked->item(1, 0)->text(), name(":least_hours"));
    ASSERT_TRUE(
        Driver::choose(dialog->findChild<QComboBox*>(name("parameter-kind-1")), name("Number")));
    asked->item(1, 3)->setText(name("0.5"));
    asked->item(1, 1)->setText(name("At least"));
    auto* take = dialog->findChild<QPushButton*>(name("query-take"));
    ASSERT_TRUE(Driver::until([&] { return take->isEnabled(); }))
        << qPrintable(dialog->findChild<QLabel*>(name("query-state"))->text());
    Driver::click(take);
    const QuerySource* kept = workspace().project().source(name("visits_since"));
    ASSERT_NE(kept, nullptr);
    ASSERT_EQ(kept->parameters.size(), 2);
    EXPECT_EQ(kept->parameters[1], (SourceParameter{name("least_hours"), TypeKind::Decimal,
                                                    name("At least"), name("0.5")}));
    ASSERT_TRUE(Driver::until(
        [this] { return page() && page()->findChild<QLineEdit*>(name("asked:least_hours")); }));
    // From one to the next by Tab: both are asked for together.
    Driver::click(field());
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(name("2026-01-15"));
    auto* least = page()->findChild<QLineEdit*>(name("asked:least_hours"));
    ASSERT_NE(least, nullptr);
    for (int stops = 0; stops < 3 && !least->hasFocus(); ++stops) // past its calendar
        Driver::key(Qt::Key_Tab);
    Driver::settle(400);
    ASSERT_EQ(page()->findChild<QLineEdit*>(name("asked:least_hours")), least)
        << "the list was not made anew on the way";
    ASSERT_TRUE(least->hasFocus());
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::type(name("11"));
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([this] {
        const Table* now = workspace().catalog().table(name("visits_since"));
        return now->given.size() == 2 && now->given[0].value == Value::date(QDate(2026, 1, 15)) &&
               now->given[1].value == Value::decimal(*Decimal::fromText(name("11")));
    }));
    // Without it nothing is asked for.
    auto* again = new QuerySourceDialog(&workspace(), name("visits_since"), &window());
    again->open();
    again->findChild<QPlainTextEdit*>(name("query-select"))
        ->setPlainText(name("SELECT id, aid_id, visited_on, hours FROM visit"));
    Driver::settle();
    EXPECT_FALSE(again->findChild<QTableWidget*>(name("query-parameters"))->isVisible());
    again->reject();
}

} // namespace
