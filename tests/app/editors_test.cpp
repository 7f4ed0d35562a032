// SPDX-License-Identifier: GPL-3.0-or-later
// Editors of every kind on the real form, and what they refuse.
#include "app/editors/picture_editor.h"
#include "app/editors/radio_editor.h"
#include "app/use/form_fields.h"
#include "app/use/lists/filter_bar.h"
#include "whole_example.h"

#include <QBuffer>
#include <QCalendarWidget>
#include <QClipboard>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QRadioButton>
#include <QTest>
#include <QToolTip>

using namespace gravin;
using namespace gravin::test;

namespace {

class Editors : public OpenDemonstration {
protected:
    QWidget* field(const char* column) {
        return Driver::find(QStringLiteral("field:") + QLatin1String(column), form());
    }
    PictureEditor* photo() {
        QWidget* inner = field("photo");
        return inner ? qobject_cast<PictureEditor*>(inner->parentWidget()) : nullptr;
    }
    void change(const char* column, const std::function<void(FieldDefinition&)>& edit) {
        workspace().document()->change(QStringLiteral("test"), [&](Project& project) {
            edit(*project.definition(QStringLiteral("aid"), QLatin1String(column)));
        });
        Driver::settle();
    }
    QString write(const char* name, const QByteArray& bytes) const {
        QFile file(folder() + u'/' + QLatin1String(name));
        EXPECT_TRUE(file.open(QIODevice::WriteOnly));
        file.write(bytes);
        return file.fileName();
    }
    static QByteArray png() {
        QImage image(4, 4, QImage::Format_RGB32);
        image.fill(Qt::darkGreen);
        QByteArray bytes;
        QBuffer buffer(&bytes);
        buffer.open(QIODevice::WriteOnly);
        image.save(&buffer, "PNG");
        return bytes;
    }
    bool isSaid(const char* part) {
        for (const QLabel* label : form()->findChildren<QLabel*>()) {
            if (label->isVisible() && label->text().contains(QLatin1String(part)))
                return true;
        }
        return false;
    }
    bool says(const char* part) {
        return Driver::until([&] { return isSaid(part); });
    }
    void save() {
        Driver::click(QStringLiteral("save-record"), form());
        ASSERT_TRUE(noticed("Saved")) << qPrintable(form()->saveReason());
    }
};

TEST_F(Editors, APictureIsLoadedStoredExactlyAndTakenAway) {
    Driver::clickCell(grid(), 4, columnOf("name"));
    const QByteArray bytes = png();
    photo()->load(write("mark.png", bytes));
    save();
    EXPECT_EQ(stored(5, "photo"), Value::binary(bytes));
    Driver::click(QStringLiteral("clear-picture"), form());
    save();
    EXPECT_TRUE(Driver::until([this] { return stored(5, "photo").isNull(); }));
    QApplication::clipboard()->setImage(QImage::fromData(bytes));
    Driver::click(QStringLiteral("paste-picture"), form());
    EXPECT_TRUE(form()->saveReason().isEmpty());
    EXPECT_FALSE(QImage::fromData(std::get<Value>(photo()->content()).asBinary()).isNull());
}

TEST_F(Editors, WhatIsNoPictureIsRefusedAndNothingIsTouched) {
    Driver::clickCell(grid(), 4, columnOf("name"));
    photo()->load(write("note.txt", "just text"));
    EXPECT_TRUE(says("is not a picture that can be shown"));
    photo()->load(
        write("huge.png", QByteArray(static_cast<qsizetype>(PictureEditor::LargestFile) + 1, 'x')));
    EXPECT_TRUE(says("fit here"));
    photo()->load(folder() + QStringLiteral("/missing.png"));
    EXPECT_TRUE(says("cannot be read"));
    EXPECT_EQ(workspace().records()->drafts(QStringLiteral("aid"))->find(form()->record()),
              nullptr);
}

TEST_F(Editors, TextsOfAFormAreHeldToIt) {
    change("code", [](FieldDefinition& code) {
        code.shownAs = ShownAs::MaskedText;
        code.mask = QStringLiteral("AA-999");
    });
    const std::tuple<const char*, const char*, const char*> cases[] = {
        {"code", "TB-1", "does not read like AA-999"},
        {"paint_hex", "red", "is no colour"},
        {"established", "soon", "is not a date"}};
    for (const auto& [column, text, refusal] : cases) {
        Driver::clickCell(grid(), 4, columnOf("name"));
        auto* line = qobject_cast<QLineEdit*>(field(column));
        ASSERT_NE(line, nullptr) << column;
        line->setFocus();
        line->selectAll();
        Driver::type(QLatin1String(text));
        Driver::key(Qt::Key_Tab);
        EXPECT_TRUE(says(refusal)) << column;
        EXPECT_EQ(line->text(), QLatin1String(text)) << "what was typed stays";
        Driver::click(QStringLiteral("discard-edits"), form());
    }
}

TEST_F(Editors, RadioButtonsStoreWhatTheirChoiceStands) {
    change("status", [](FieldDefinition& status) { status.shownAs = ShownAs::Radio; });
    Driver::clickCell(grid(), 4, columnOf("name"));
    QRadioButton* withdrawn = nullptr;
    for (auto* button : form()->findChildren<QRadioButton*>()) {
        if (button->text() == u"withdrawn")
            withdrawn = button;
    }
    ASSERT_NE(withdrawn, nullptr);
    withdrawn->click();
    save();
    EXPECT_EQ(storedText(5, "status"), "withdrawn");
}

TEST_F(Editors, ADateIsPickedFromACalendar) {
    Driver::clickCell(grid(), 4, columnOf("name"));
    field("established")->setFocus();
    Driver::key(Qt::Key_F4);
    auto* picker = Driver::find(QStringLiteral("moment-picker"));
    ASSERT_NE(picker, nullptr);
    Q_EMIT picker->findChild<QCalendarWidget*>()->activated(QDate(2020, 2, 29));
    save();
    EXPECT_EQ(stored(5, "established"), Value::date({2020, 2, 29}));
}

TEST_F(Editors, YesAndNoCanHaveWords) {
    change("radar_reflector", [](FieldDefinition& radar) {
        radar.choices = {{QStringLiteral("true"), QStringLiteral("fitted")},
                         {QStringLiteral("false"), QStringLiteral("bare")}};
    });
    const bool before = stored(5, "radar_reflector").asBoolean();
    EXPECT_EQ(shown(4, "radar_reflector"),
              before ? QStringLiteral("fitted") : QStringLiteral("bare"));
    Driver::clickCell(grid(), 4, columnOf("name"));
    ASSERT_TRUE(Driver::choose(field("radar_reflector"),
                               before ? QStringLiteral("bare") : QStringLiteral("fitted")));
    save();
    EXPECT_EQ(stored(5, "radar_reflector").asBoolean(), !before);
}

TEST_F(Editors, AMaskGuidesTyping) {
    change("code", [](FieldDefinition& code) {
        code.shownAs = ShownAs::MaskedText;
        code.mask = QStringLiteral("AA-999");
    });
    auto* code = qobject_cast<QLineEdit*>(field("code"));
    ASSERT_NE(code, nullptr);
    page()->form()->focusField(QStringLiteral("code"));
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    Driver::key(Qt::Key_Delete);
    Driver::type(QStringLiteral("tb"));
    EXPECT_EQ(code->text(), QStringLiteral("tb-")) << "what stands fixed is put in";
    Driver::type(QStringLiteral("x"));
    EXPECT_EQ(code->text(), QStringLiteral("tb-"));
    EXPECT_TRUE(QToolTip::text().contains(QStringLiteral("a digit is expected")));
    Driver::settle(300);
    EXPECT_FALSE(isSaid("does not read like")) << "an unfinished one is not wrong yet";
    Driver::type(QStringLiteral("90"));
    Driver::key(Qt::Key_Backspace);
    EXPECT_EQ(code->text(), QStringLiteral("tb-9")) << "who deletes gets nothing put back";
    Driver::key(Qt::Key_Tab);
    EXPECT_TRUE(says("does not read like")) << "but left so, it is";
    page()->form()->focusField(QStringLiteral("code"));
    Driver::key(Qt::Key_A, Qt::ControlModifier);
    QGuiApplication::clipboard()->setText(QStringLiteral(" TB 901 "));
    Driver::key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(code->text(), QStringLiteral("TB-901")) << "pasted text is fitted";
    Driver::key(Qt::Key_Tab);
    EXPECT_TRUE(Driver::until([this] { return form()->saveReason().isEmpty(); }));
}

TEST_F(Editors, ShortChoicesAnswerToTheirFirstLetters) {
    QWidget* reflector = field("radar_reflector");
    auto* box = qobject_cast<QAbstractButton*>(reflector);
    ASSERT_NE(box, nullptr);
    box->setFocus();
    Driver::key(Qt::Key_N);
    EXPECT_FALSE(box->isChecked());
    Driver::key(Qt::Key_N);
    EXPECT_FALSE(box->isChecked()) << "it says no, it does not switch";
    Driver::key(Qt::Key_Y);
    EXPECT_TRUE(box->isChecked());
    change("status", [](FieldDefinition& status) { status.shownAs = ShownAs::Radio; });
    auto* first = field("status")->findChild<QRadioButton*>();
    ASSERT_NE(first, nullptr);
    first->setFocus();
    Driver::key(Qt::Key_W);
    EXPECT_TRUE(Driver::until([this] { return shown(0, "status") == u"withdrawn"; }));
}

TEST_F(Editors, ANumberThatIsPositionAndKeyOffersBoth) {
    // By name, position and key are no longer the same.
    page()->filterBar()->sortBy(QStringLiteral("name"), false);
    ASSERT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
    Driver::settle(300);
    const RecordId third = grid()->gridModel()->recordAt(2);
    ASSERT_NE(third.key[0], Value::integer(3));
    page()->goTo(QStringLiteral("3"));
    QMenu* menu = nullptr;
    ASSERT_TRUE(Driver::until([&] {
        menu = page()->findChild<QMenu*>(QStringLiteral("go-to-which"));
        return menu && menu->isVisible();
    }));
    ASSERT_EQ(menu->actions().size(), 2);
    Driver::key(Qt::Key_Down);
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(
        Driver::until([this] { return grid()->currentRecord().key == Key({Value::integer(3)}); }));
    page()->goTo(QStringLiteral("3"));
    ASSERT_TRUE(Driver::until([&] {
        menu = page()->findChild<QMenu*>(QStringLiteral("go-to-which"));
        return menu && menu->isVisible();
    }));
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(Driver::until([&] { return grid()->currentRecord() == third; }));
}

} // namespace
