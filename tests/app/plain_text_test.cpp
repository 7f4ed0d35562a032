// SPDX-License-Identifier: GPL-3.0-or-later
// What comes from a database, a file or a person is shown as it is written, wherever it is shown.
#include "app/history/change_log_panel.h"
#include "app/look/plain_text.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "support/writes.h"
#include "whole_example.h"

#include <QLabel>
#include <QMessageBox>
#include <QTableWidget>
#include <QTest>
#include <QToolTip>

namespace gravin {
namespace {

// Laid out as markup it would ask for a file without an end.
const QString Hostile = QStringLiteral("<img src=\"/dev/zero\"><h1>Reef</h1>");

class PlainText : public test::OpenDemonstration {
protected:
    void SetUp() override {
        const auto project = writeDemonstration(folder());
        ASSERT_TRUE(project);
        QFile file(*project);
        ASSERT_TRUE(file.open(QIODevice::ReadOnly));
        QByteArray json = file.readAll();
        file.close();
        // A screen, a field, its help and the project are called so too.
        json.replace("\"label\": \"Name\"",
                     "\"label\": \"<img src=\\\"/dev/zero\\\"><h1>Reef</h1>\", \"help\": "
                     "\"<img src=\\\"/dev/zero\\\">\"");
        ASSERT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(json);
        file.close();
        auto session =
            Session::open({Engine::Sqlite, folder() + QStringLiteral("/harbour.db"), true},
                          Session::Access::ReadWrite);
        ASSERT_TRUE(session);
        ASSERT_TRUE(test::writerOf(*session).execute(
            QStringLiteral("UPDATE aid SET name = ? WHERE id <= 3"), {Hostile}));
        open(*project);
    }

    // Every label of every window that is there.
    static void expectPlain(const char* where) {
        int labels = 0;
        for (QWidget* top : QApplication::topLevelWidgets()) {
            for (const QLabel* label : top->findChildren<QLabel*>()) {
                if (!label->isVisible())
                    continue;
                ++labels;
                EXPECT_NE(label->textFormat(), Qt::AutoText)
                    << where << ": " << qPrintable(label->text());
                if (label->textFormat() == Qt::RichText) {
                    EXPECT_FALSE(label->text().contains(QStringLiteral("<img")))
                        << where << ": " << qPrintable(label->text());
                    EXPECT_FALSE(label->text().contains(QStringLiteral("<h1>")))
                        << where << ": " << qPrintable(label->text());
                }
            }
        }
        EXPECT_GT(labels, 5) << where;
    }

    static QLabel* shownTip() {
        for (QWidget* top : QApplication::topLevelWidgets()) {
            if (top->inherits("QTipLabel") && top->isVisible())
                return qobject_cast<QLabel*>(top);
        }
        return nullptr;
    }
};

TEST_F(PlainText, InGridFormAndEditWindow) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    EXPECT_EQ(shown(0, "name"), Hostile);
    expectPlain("grid and form");
    window().openEdits()->open(page()->screenId(), page()->form()->record());
    Driver::settle(200);
    expectPlain("edit window");
}

TEST_F(PlainText, InATipOverACell) {
    const QModelIndex cell = grid()->model()->index(0, columnOf("name"));
    const QPoint at = grid()->visualRect(cell).center();
    QHelpEvent help(QEvent::ToolTip, at, grid()->viewport()->mapToGlobal(at));
    QApplication::sendEvent(grid()->viewport(), &help);
    ASSERT_TRUE(Driver::until([] { return shownTip() != nullptr; }));
    EXPECT_EQ(shownTip()->textFormat(), Qt::PlainText);
    EXPECT_TRUE(shownTip()->text().contains(QStringLiteral("<h1>"))) << "as it is written";
    QToolTip::hideText();
}

TEST_F(PlainText, InTheChangeLogAndItsTips) {
    workspace().writing()->addNote(0, Hostile); // refused, and said
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::settle(200);
    expectPlain("a refusal");
    Driver::key(Qt::Key_L, Qt::ControlModifier);
    Driver::settle(300);
    expectPlain("change log");
}

TEST_F(PlainText, InMessageBoxesAndQuestions) {
    QMessageBox box(QMessageBox::NoIcon, Hostile, Hostile);
    box.setInformativeText(Hostile);
    box.show();
    Driver::settle(100);
    expectPlain("message box");
    EXPECT_EQ(plainTextOf(QStringLiteral("<a href=\"x\">Name</a> &lt;b&gt;")),
              QStringLiteral("Name <b>"));
}

// A window that was closed is there until the event loop deletes it, and its project may go before.
TEST_F(PlainText, AnEditWindowThatWasClosedMayOutliveNothing) {
    window().openEdits()->open(page()->screenId(), page()->form()->record());
    Driver::settle(100);
    window().openEdits()->closeAll();
    page()->form()->setFocus();
    closeWindow();
    QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
}

} // namespace
} // namespace gravin
