// SPDX-License-Identifier: GPL-3.0-or-later
// A lookup over a hundred thousand records, worked as a person does.
#include "app/use/edit_window.h"
#include "app/use/form_fields.h"
#include "app/use/open_edits.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "support/writes.h"
#include "whole_example.h"

#include <QElapsedTimer>
#include <QLineEdit>
#include <QTest>
#include <QTreeView>

using namespace gravin;
using namespace gravin::test;

namespace {

constexpr int Berths = 100'000;

// Boats, each at one of very many berths.
class BigLookup : public OpenDemonstration {
protected:
    void SetUp() override {
        const ConnectionSpec spec{Engine::Sqlite, path(), true};
        auto made = QFile(path());
        ASSERT_TRUE(made.open(QIODevice::WriteOnly));
        made.close();
        auto session = Session::open(spec, Session::Access::ReadWrite);
        ASSERT_TRUE(session);
        for (const QString& sql :
             {QStringLiteral(
                  "CREATE TABLE berth (id INTEGER PRIMARY KEY, name VARCHAR(40) NOT NULL,"
                  " quay VARCHAR(20))"),
              QStringLiteral("CREATE TABLE boat (id INTEGER PRIMARY KEY, name VARCHAR(40) NOT NULL,"
                             " berth_id INTEGER REFERENCES berth (id))"),
              QStringLiteral("WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE"
                             " i < %1) INSERT INTO berth SELECT i, printf('Berth %06d', i),"
                             " CASE i % 3 WHEN 0 THEN 'North quay' WHEN 1 THEN 'Ölkai' ELSE 'South"
                             " quay' END FROM n")
                  .arg(Berths),
              QStringLiteral("INSERT INTO boat VALUES (1, 'Heron', 77777), (2, 'Tern', NULL)")})
            ASSERT_TRUE(writerOf(*session).command(sql)) << qPrintable(sql);
        auto catalog = (*session)->readCatalog();
        ASSERT_TRUE(catalog);
        Project project;
        project.connection = spec;
        addGeneratedScreen(project, *catalog, *catalog->table(QStringLiteral("boat")),
                           Arrangement::GridForm);
        project.definition(QStringLiteral("boat"), QStringLiteral("berth_id"))
            ->lookup.shownColumns = {QStringLiteral("name"), QStringLiteral("quay")};
        const QString file = folder() + QStringLiteral("/boats.gravin");
        ASSERT_TRUE(saveProject(project, file));
        session->reset();
        open(file);
    }
    QString path() const { return folder() + QStringLiteral("/boats.db"); }

    QLineEdit* berth(QWidget* within) {
        return qobject_cast<QLineEdit*>(Driver::find(QStringLiteral("field:berth_id"), within));
    }
    QTreeView* list() {
        QWidget* found = Driver::find(QStringLiteral("lookup-list"));
        return found ? found->findChild<QTreeView*>() : nullptr;
    }
    static QString entry(QTreeView* view, int row, int column = 0) {
        return view->model()->index(row, column).data().toString();
    }
    Value storedBerth(qint64 boat) const {
        auto session = Session::open({Engine::Sqlite, path(), true}, Session::Access::ReadOnly);
        return Value::integer(
            (*session)
                ->scalar(QStringLiteral("SELECT berth_id FROM boat WHERE id = ?"), {boat})
                ->toLongLong());
    }
};

TEST_F(BigLookup, IsShownEverywhereFoundWhileTypingAndStoresTheKey) {
    EXPECT_TRUE(
        Driver::until([this] { return shown(0, "berth_id") == QStringLiteral("Berth 077777"); }));
    EXPECT_EQ(berth(form())->text(), QStringLiteral("Berth 077777"));
    Driver::key(Qt::Key_Return, Qt::ControlModifier);
    ASSERT_EQ(window().openEdits()->windows().size(), 1);
    EditWindow* edit = window().openEdits()->windows().front();
    EXPECT_EQ(berth(edit)->text(), QStringLiteral("Berth 077777"));
    edit->close();
    Driver::settle();
    window().activateWindow();

    // All there are, a page at a time.
    Driver::clickCell(grid(), 1, columnOf("name"));
    QElapsedTimer clock;
    clock.start();
    Driver::click(QStringLiteral("list:berth_id"), form());
    ASSERT_NE(list(), nullptr);
    ASSERT_TRUE(Driver::until([this] { return list()->model()->rowCount() > 0; }));
    std::printf("            the list opened in %lld ms\n", clock.elapsed());
    const int first = list()->model()->rowCount();
    QTest::qWait(200);
    EXPECT_EQ(list()->model()->rowCount(), first) << "only what somebody looks at is read";
    EXPECT_EQ(entry(list(), 0), QStringLiteral("Berth 000001"));
    for (int row = 0; row < first + 8; row += 8)
        Driver::key(Qt::Key_PageDown);
    EXPECT_TRUE(Driver::until([&] { return list()->model()->rowCount() > first; }))
        << "the next page comes when the last row is reached";

    // Words of both columns, whatever their case, also beyond ASCII.
    clock.restart();
    Driver::type(QStringLiteral("43 ÖLKAI"));
    ASSERT_TRUE(Driver::until([this] {
        return list()->model()->rowCount() > 0 &&
               entry(list(), 0) == QStringLiteral("Berth 000043");
    }));
    std::printf("            found after typing 8 letters in %lld ms\n", clock.elapsed());
    EXPECT_EQ(entry(list(), 0, 1), QStringLiteral("Ölkai"));
    Driver::type(QStringLiteral("x"));
    ASSERT_TRUE(Driver::until([this] { return list()->model()->rowCount() == 0; }));
    Driver::key(Qt::Key_Backspace);
    Driver::key(Qt::Key_Return); // before the list is filled again
    ASSERT_TRUE(
        Driver::until([this] { return shown(1, "berth_id") == QStringLiteral("Berth 000043"); }));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved Tern"));
    EXPECT_EQ(storedBerth(2), Value::integer(43));
}

TEST_F(BigLookup, ANewOneComesBackChosen) {
    Driver::clickCell(grid(), 1, columnOf("name"));
    berth(form())->setFocus();
    Driver::key(Qt::Key_F4);
    ASSERT_NE(list(), nullptr);
    Driver::key(Qt::Key_N, Qt::AltModifier);
    ASSERT_TRUE(Driver::until([this] { return window().openEdits()->windows().size() == 1; }));
    EditWindow* edit = window().openEdits()->windows().front();
    EXPECT_TRUE(edit->record().isNew());
    QTest::keyClicks(Driver::find(QStringLiteral("field:name"), edit), QStringLiteral("Pontoon 9"));
    Driver::click(QStringLiteral("save-record"), edit);
    ASSERT_TRUE(
        Driver::until([this] { return shown(1, "berth_id") == QStringLiteral("Pontoon 9"); }));
    EXPECT_EQ(berth(form())->text(), QStringLiteral("Pontoon 9"));
    Driver::click(QStringLiteral("save-record"), form());
    ASSERT_TRUE(noticed("Saved Tern"));
    EXPECT_EQ(storedBerth(2), Value::integer(Berths + 1));
}

TEST_F(BigLookup, WhatMatchesNothingStaysTypedAndIsSaid) {
    Driver::clickCell(grid(), 1, columnOf("name"));
    berth(form())->setFocus();
    Driver::type(QStringLiteral("Nowhere"));
    Driver::key(Qt::Key_Tab);
    ASSERT_TRUE(Driver::until([this] {
        return form()->saveReason().contains(QStringLiteral("1 thing to mend"));
    })) << qPrintable(form()->saveReason());
    EXPECT_EQ(berth(form())->text(), QStringLiteral("Nowhere"));
    EXPECT_EQ(shown(1, "berth_id"), QStringLiteral("Nowhere"));
    // What is shown for just one record is that record.
    berth(form())->setFocus();
    berth(form())->selectAll();
    Driver::type(QStringLiteral("Berth 000009"));
    Driver::key(Qt::Key_Tab);
    EXPECT_TRUE(Driver::until([this] { return form()->saveReason().isEmpty(); }));
    EXPECT_TRUE(
        Driver::until([this] { return shown(1, "berth_id") == QStringLiteral("Berth 000009"); }));
    EXPECT_EQ(workspace()
                  .records()
                  ->drafts(QStringLiteral("boat"))
                  ->find(grid()->currentRecord())
                  ->value(2),
              Value::integer(9));
}

// Until the field is left its text is in no draft; nothing else may write over it.
TEST_F(BigLookup, WhatIsBeingTypedStaysAndIsTakenAlong) {
    Driver::clickCell(grid(), 1, columnOf("name"));
    berth(form())->setFocus();
    Driver::type(QStringLiteral("Nowh"));
    typeIn(1, "name", "Terns");
    EXPECT_TRUE(Driver::until([this] { return shown(1, "name") == QStringLiteral("Terns"); }));
    EXPECT_EQ(berth(form())->text(), QStringLiteral("Nowh"));
    Driver::type(QStringLiteral("ere"));
    // Going on to another record leaves the field too.
    grid()->setCurrentIndex(grid()->model()->index(0, columnOf("name")));
    EXPECT_EQ(shown(1, "berth_id"), QStringLiteral("Nowhere"));
    EXPECT_EQ(shown(0, "berth_id"), QStringLiteral("Berth 077777"));
}

// And so does saving.
TEST_F(BigLookup, WhatIsBeingTypedIsNotLeftOutOfASave) {
    Driver::clickCell(grid(), 1, columnOf("name"));
    typeIn(1, "name", "Terns");
    berth(form())->setFocus();
    Driver::type(QStringLiteral("Nowhere"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] {
        return form()->saveReason().contains(QStringLiteral("1 thing to mend"));
    })) << qPrintable(form()->saveReason());
    EXPECT_EQ(shown(1, "berth_id"), QStringLiteral("Nowhere"));
}

} // namespace
