// SPDX-License-Identifier: GPL-3.0-or-later
// Tables from nothing and SELECTs of the developer's own, made in real windows.
#include "app/grid/grid_view.h"
#include "app/sources/new_screens_page.h"
#include "app/sources/new_table_page.h"
#include "core/project/project_file.h"
#include "support/writes.h"
#include "whole_example.h"

#include <QClipboard>
#include <QComboBox>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTableView>
#include <QTableWidget>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class NewSources : public ::testing::Test {
protected:
    void open(bool withDemonstration) {
        const QString database = m_folder.filePath(QStringLiteral("harbour.db"));
        if (withDemonstration) {
            ASSERT_TRUE(writeDemonstrationDatabase(database));
        } else {
            QFile empty(database);
            ASSERT_TRUE(empty.open(QIODevice::WriteOnly));
        }
        Project project;
        project.name = QStringLiteral("Empty");
        project.connection.path = database;
        project.connection.changeLog = true;
        ASSERT_TRUE(saveProject(project, file()));
        m_window = std::make_unique<MainWindow>(OpenRequest{file(), {}, false});
        m_window->show();
        m_window->activateWindow();
        ASSERT_TRUE(Driver::until([this] { return m_window->newScreens() != nullptr; }));
        Driver::settle(300);
    }
    void TearDown() override {
        if (m_window && m_window->workspace())
            (void)m_window->workspace()->document()->save();
        m_window.reset();
    }

    QString file() const { return m_folder.filePath(QStringLiteral("empty.gravin")); }
    Workspace& workspace() { return *m_window->workspace(); }
    template <typename T>
    T* named(const char* name) {
        for (QWidget* top : QApplication::topLevelWidgets()) {
            if (T* found = top->findChild<T*>(QLatin1String(name)); found && found->isVisible())
                return found;
        }
        return nullptr;
    }
    QString text(const char* label) { return named<QLabel>(label)->text(); }
    void typeAndGo(const char* typed, Qt::Key key) {
        Driver::type(QString::fromUtf8(typed));
        Driver::key(key);
    }

    QTemporaryDir m_folder;
    std::unique_ptr<MainWindow> m_window;
};

TEST_F(NewSources, ATableIsTypedInAndUsedAtOnce) {
    open(false);
    Driver::click(named<QPushButton>("new-table"));
    ASSERT_NE(named<QLineEdit>("table-name"), nullptr);
    EXPECT_TRUE(text("table-reason").contains(QStringLiteral("name")));
    Driver::type(QStringLiteral("Buoy"));

    auto* fields = named<QTableView>("planned-fields");
    fields->setFocus();
    fields->setCurrentIndex(fields->model()->index(1, 0));
    typeAndGo("code", Qt::Key_Return);
    EXPECT_EQ(fields->model()->rowCount(), 3);
    fields->setCurrentIndex(fields->model()->index(1, 2));
    typeAndGo("6", Qt::Key_Return);
    fields->setCurrentIndex(fields->model()->index(1, 3));
    Driver::key(Qt::Key_Space);
    fields->setCurrentIndex(fields->model()->index(2, 0));
    QApplication::clipboard()->setText(
        QStringLiteral("laid on\tDate\nweight\tDecimal number\t1\n"));
    Driver::key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(fields->model()->rowCount(), 5);
    const QString statements = named<QPlainTextEdit>("table-statements")->toPlainText();
    EXPECT_TRUE(statements.contains(QStringLiteral("\"code\" VARCHAR(6) NOT NULL")));
    EXPECT_TRUE(statements.contains(QStringLiteral("\"laid on\" DATE")));

    auto* rows = named<QTableView>("planned-rows");
    rows->setFocus();
    rows->setCurrentIndex(rows->model()->index(0, 1));
    QApplication::clipboard()->setText(QStringLiteral("TB-1\t2024-05-06\t120,5\nTB-2\t\t\n"));
    Driver::key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_TRUE(text("table-reason").contains(QStringLiteral("First record 1: weight")));
    EXPECT_FALSE(named<QPushButton>("create-table")->isEnabled());
    // One step back takes the pasted lines away, one forward brings them again.
    Driver::key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(rows->model()->rowCount(), 1);
    Driver::key(Qt::Key_Z, Qt::ControlModifier | Qt::ShiftModifier);
    rows->setCurrentIndex(rows->model()->index(0, 3));
    typeAndGo("120.5", Qt::Key_Return);
    EXPECT_EQ(text("table-reason"), QString());
    Driver::click(named<QPushButton>("create-table"));

    ASSERT_TRUE(Driver::until([&] { return workspace().catalog().table(QStringLiteral("Buoy")); }));
    ASSERT_TRUE(Driver::until([&] { return named<QTreeWidget>("tables") != nullptr; }));
    Driver::settle(300);
    EXPECT_EQ(named<QTreeWidget>("tables")->currentItem()->text(0), QStringLiteral("Buoy"));
    Driver::click(named<QPushButton>("make-screens"));
    ASSERT_TRUE(Driver::until([&] {
        return m_window->currentPage() && m_window->currentPage()->grid()->model()->rowCount() == 2;
    }));
}

TEST_F(NewSources, WhatTheDatabaseRefusesLosesNothingThatWasTyped) {
    open(true);
    Driver::click(named<QPushButton>("new-table"));
    Driver::type(QStringLiteral("buoy"));
    auto* fields = named<QTableView>("planned-fields");
    fields->setFocus();
    fields->setCurrentIndex(fields->model()->index(1, 0));
    // A field that is called like a table and its key refers to it by itself.
    typeAndGo("sector_id", Qt::Key_Return);
    EXPECT_EQ(fields->model()->index(1, 5).data().toString(), QStringLiteral("sector"));
    // Somebody else makes a table of this name meanwhile.
    auto session = Session::open(workspace().project().connection, Session::Access::ReadWrite);
    ASSERT_TRUE(
        writerOf(*session).command(QStringLiteral("CREATE TABLE buoy (id INTEGER PRIMARY KEY)")));
    Driver::click(named<QPushButton>("create-table"));
    ASSERT_TRUE(Driver::until(
        [&] { return text("table-reason").contains(QStringLiteral("already exists")); }));
    EXPECT_EQ(fields->model()->index(1, 0).data().toString(), QStringLiteral("sector_id"));
    // Away and back: it is still there.
    Driver::click(named<QPushButton>("cancel-table"));
    Driver::click(named<QPushButton>("new-table"));
    EXPECT_EQ(named<QLineEdit>("table-name")->text(), QStringLiteral("buoy"));
}

TEST_F(NewSources, ASelectIsTriedVerifiedAndEditedLikeATable) {
    open(true);
    Driver::click(named<QPushButton>("new-query"));
    ASSERT_TRUE(Driver::until([&] { return named<QLineEdit>("query-name") != nullptr; }));
    Driver::type(QStringLiteral("due"));
    auto* select = named<QPlainTextEdit>("query-select");
    select->setFocus();
    Driver::type(QStringLiteral("SELECT aid.id, aid.name, sector.name AS sector FROM aid JOIN "
                                "sector ON sector.id = aid.sector_id WHERE aid.next_due < "
                                "'2030-06-01';"));
    ASSERT_TRUE(Driver::until(
        [&] { return text("query-state").contains(QStringLiteral("only be read")); }));
    ASSERT_TRUE(Driver::choose(named<QComboBox>("query-base"),
                               QStringLiteral("records of aid, which can be changed")));
    ASSERT_TRUE(
        Driver::until([&] { return text("query-state").contains(QStringLiteral("verified")); }));
    EXPECT_EQ(named<QTableWidget>("query-columns")->item(1, 2)->text(),
              QStringLiteral("yes, in aid"));
    EXPECT_EQ(named<QTableWidget>("query-columns")->item(2, 2)->text(), QStringLiteral("no"));
    Driver::click(named<QPushButton>("query-take"));
    Driver::settle(300);
    EXPECT_EQ(named<QTreeWidget>("tables")->currentItem()->text(0), QStringLiteral("due (SELECT)"));
    Driver::click(named<QPushButton>("make-screens"));
    ASSERT_TRUE(Driver::until([&] {
        return m_window->currentPage() && m_window->currentPage()->grid()->model()->rowCount() > 3;
    }));

    // Edited in the grid, it is written to the aid.
    m_window->setBuild(false);
    GridView* grid = m_window->currentPage()->grid();
    Driver::settle(300);
    const QModelIndex name = grid->model()->index(0, 1);
    const QString before = name.data().toString();
    grid->setCurrentIndex(name);
    grid->setFocus();
    Driver::key(Qt::Key_F2);
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    typeAndGo("Renamed", Qt::Key_Return);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([&] {
        return m_window->currentPage()->noticeText().contains(QStringLiteral("Saved Renamed"));
    })) << qPrintable(m_window->currentPage()->noticeText());
    ASSERT_TRUE(Driver::until(
        [&] { return grid->model()->index(0, 1).data().toString() == QStringLiteral("Renamed"); }));
    EXPECT_NE(before, QStringLiteral("Renamed"));

    // The project keeps it, and the steps go back and forth.
    ASSERT_TRUE(workspace().document()->save());
    const auto saved = loadProject(file());
    ASSERT_TRUE(saved);
    ASSERT_EQ(saved->sources.size(), 1);
    EXPECT_FALSE(saved->sources.front().select.contains(u';'));
    workspace().document()->undoStack()->undo();
    workspace().document()->undoStack()->undo();
    Driver::settle(200);
    EXPECT_FALSE(workspace().catalog().table(QStringLiteral("due")));
    workspace().document()->undoStack()->redo();
    workspace().document()->undoStack()->redo();
    Driver::settle(200);
    EXPECT_TRUE(workspace().catalog().table(QStringLiteral("due")));
}

TEST_F(NewSources, ASelectThatCannotBeChangedSaysWhy) {
    open(true);
    Driver::click(named<QPushButton>("new-query"));
    ASSERT_TRUE(Driver::until([&] { return named<QLineEdit>("query-name") != nullptr; }));
    Driver::type(QStringLiteral("aid"));
    named<QPlainTextEdit>("query-select")
        ->setPlainText(QStringLiteral("SELECT aid.id FROM aid, visit WHERE visit.aid_id = aid.id"));
    EXPECT_TRUE(Driver::until(
        [&] { return text("query-state").contains(QStringLiteral("another name")); }));
    named<QLineEdit>("query-name")->setText(QStringLiteral("visited"));
    ASSERT_TRUE(Driver::choose(named<QComboBox>("query-base"),
                               QStringLiteral("records of aid, which can be changed")));
    EXPECT_TRUE(
        Driver::until([&] { return text("query-state").contains(QStringLiteral("same key")); }));
    EXPECT_FALSE(named<QPushButton>("query-take")->isEnabled());
    named<QPlainTextEdit>("query-select")->setPlainText(QStringLiteral("SELECT oops FROM aid"));
    EXPECT_TRUE(
        Driver::until([&] { return text("query-state").contains(QStringLiteral("oops")); }));
    Driver::key(Qt::Key_Escape);
}

} // namespace
