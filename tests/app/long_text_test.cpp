// SPDX-License-Identifier: GPL-3.0-or-later
// A text of any length is opened, shown as far as anybody reads it, and comes back whole.
#include "app/editors/field_editor.h"
#include "support/writes.h"
#include "whole_example.h"

#include <QDialog>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QTest>
#include <QToolButton>

namespace gravin {
namespace {

constexpr qsizetype Megabytes = 3;

class LongText : public test::OpenDemonstration {
protected:
    // One line of so many characters in a field of one line and in one of several.
    void SetUp() override {
        const auto project = writeDemonstration(folder());
        ASSERT_TRUE(project);
        auto session =
            Session::open({Engine::Sqlite, folder() + QStringLiteral("/harbour.db"), true},
                          Session::Access::ReadWrite);
        ASSERT_TRUE(session);
        ASSERT_TRUE(test::writerOf(*session).execute(
            QStringLiteral("UPDATE aid SET name = ?, notes = ? WHERE id <= 2"), {Long, Long}));
        open(*project);
    }

    static inline const QString Long = QString(Megabytes << 20, u'x');
};

TEST_F(LongText, ShowsItsBeginningInTheGridAndTheForm) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::settle(200);
    EXPECT_LT(shown(0, "name").size(), 10'000);
    EXPECT_TRUE(Driver::until([this] { return shown(0, "name").startsWith(u'x'); }));
    const auto lines = [this] {
        const auto all = form()->findChildren<QLineEdit*>();
        return std::count_if(all.begin(), all.end(), [](const QLineEdit* line) {
            return line->text().startsWith(QStringLiteral("xxxx")) && line->isReadOnly() &&
                   line->text().size() < 10'000;
        });
    };
    const auto texts = [this] {
        const auto all = form()->findChildren<QPlainTextEdit*>();
        return std::count_if(all.begin(), all.end(), [](const QPlainTextEdit* text) {
            const QString beginning = text->toPlainText();
            return beginning.startsWith(QStringLiteral("xxxx")) && text->isReadOnly() &&
                   beginning.size() < 10'000;
        });
    };
    EXPECT_TRUE(Driver::until([&] { return lines() == 1 && texts() == 1; }))
        << "the beginning cannot be taken for the whole and saved: " << lines() << ' ' << texts();
}

TEST_F(LongText, OpensWholeInAWindowOfItsOwn) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    QToolButton* open = nullptr;
    ASSERT_TRUE(Driver::until([&] {
        for (QToolButton* each : form()->findChildren<QToolButton*>(QStringLiteral("whole-text"))) {
            if (each->isVisible())
                open = each;
        }
        return open != nullptr;
    })) << "the form shows the record";
    QTest::mouseClick(open, Qt::LeftButton);
    auto* dialog = form()->findChild<QDialog*>(QStringLiteral("whole-text-dialog"));
    ASSERT_NE(dialog, nullptr);
    const auto* view = dialog->findChild<QPlainTextEdit*>();
    // Laid out between other work, line breaks of its own left out.
    EXPECT_TRUE(
        Driver::until([&] { return view->document()->characterCount() > Long.size() / 3; }));
    EXPECT_TRUE(view->isReadOnly());
    const QString begin = view->toPlainText().left(100'000).remove(u'\n');
    EXPECT_TRUE(begin == Long.left(begin.size()));
    dialog->close();
}

TEST_F(LongText, StaysWholeWhenAnotherFieldIsEdited) {
    Driver::clickCell(grid(), 0, columnOf("name"));
    ASSERT_TRUE(Driver::until([this] { return !form()->record().isNone(); }));
    Driver::settle(200);
    const qint64 id = form()->record().key[0].asInteger();
    Driver::clickCell(grid(), 0, columnOf("light_character"));
    Driver::key(Qt::Key_F2);
    Driver::type(QStringLiteral("Fl R"));
    Driver::key(Qt::Key_Return);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    EXPECT_LT(page()->noticeText().size(), 1000) << "a record is called by its beginning";
    EXPECT_EQ(storedText(id, "light_character"), "Fl R");
    EXPECT_EQ(stored(id, "name").asText().size(), Long.size());
    EXPECT_EQ(stored(id, "notes").asText().size(), Long.size());
}

} // namespace
} // namespace gravin
