// SPDX-License-Identifier: GPL-3.0-or-later
// A project's database is taken along to another file, on real windows.
#include "app/commands/command_list.h"
#include "support/text.h"
#include "whole_example.h"

#include <QFile>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTableWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class CopyWindow : public OpenDemonstration {
protected:
    // The page on which another database is named, with an empty file in its field.
    void nameAnother(const QString& file) {
        QFile empty(file);
        ASSERT_TRUE(empty.open(QIODevice::WriteOnly));
        empty.close();
        window().commands()->run(name("other-database"));
        auto* path = qobject_cast<QLineEdit*>(Driver::find(name("database-path")));
        ASSERT_NE(path, nullptr);
        path->setFocus();
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        Driver::type(file);
        ASSERT_TRUE(Driver::until([] { return Driver::find(name("copy-there"))->isEnabled(); }));
    }
    static bool says(const char* part) {
        return Driver::until([&] {
            auto* state = qobject_cast<QLabel*>(Driver::find(name("copy-state")));
            return state && state->text().contains(name(part));
        });
    }
};

TEST_F(CopyWindow, TablesGoAlongAndTheProjectFollows) {
    const QString target = folder() + name("/elsewhere.db");
    nameAnother(target);
    Driver::click(name("copy-there"));
    ASSERT_TRUE(says("12 tables and their rows"));
    const auto* statements = qobject_cast<QPlainTextEdit*>(Driver::find(name("copy-statements")));
    EXPECT_TRUE(statements->toPlainText().contains(name("CREATE TABLE \"aid\"")));
    Driver::click(name("copy-run"));
    ASSERT_TRUE(says("12 tables are there"));
    auto* tables = qobject_cast<QTableWidget*>(Driver::find(name("copy-tables")));
    ASSERT_EQ(tables->rowCount(), 12);
    EXPECT_EQ(tables->item(0, 0)->text(), name("aid"));
    EXPECT_EQ(tables->item(0, 1)->text(), name("82"));
    Driver::click(name("copy-run"));
    // Nothing changes before the comparison is agreed to.
    EXPECT_TRUE(workspace().project().connection.path.endsWith(name("harbour.db")));
    QWidget* agree = Driver::find(name("repoint-use"));
    ASSERT_NE(agree, nullptr);
    EXPECT_TRUE(Driver::until([&] { return agree->isEnabled(); }));
}

TEST_F(CopyWindow, WhatIsThereIsNotTouched) {
    const QString target = folder() + name("/elsewhere.db");
    nameAnother(target);
    QFile other(target);
    ASSERT_TRUE(other.open(QIODevice::WriteOnly));
    other.write("somebody's own");
    other.close();
    Driver::click(name("copy-there"));
    EXPECT_TRUE(says("There is a file"));
    EXPECT_FALSE(Driver::find(name("copy-run"))->isEnabled());
    Driver::click(name("copy-close"));
    ASSERT_TRUE(other.open(QIODevice::ReadOnly));
    EXPECT_EQ(other.readAll(), "somebody's own");
}

} // namespace
