// SPDX-License-Identifier: GPL-3.0-or-later
// Files, signatures and pictures from a camera, on the real form.
#include "app/editors/file_editor.h"
#include "app/editors/picture_editor.h"
#include "app/editors/signature_pad.h"
#include "app/use/form_fields.h"
#include "app/use/record_form.h"
#include "whole_example.h"

#include <QDesktopServices>
#include <QDialog>
#include <QFileDialog>
#include <QFileInfo>
#include <QImage>
#include <QLabel>
#include <QLineEdit>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QTest>

using namespace gravin;
using namespace gravin::test;

namespace {

// What the desktop was asked to open.
class OpenedFiles : public QObject {
    Q_OBJECT
public:
    OpenedFiles() { QDesktopServices::setUrlHandler(QStringLiteral("file"), this, "open"); }
    ~OpenedFiles() override { QDesktopServices::unsetUrlHandler(QStringLiteral("file")); }
    QStringList paths;
public Q_SLOTS:
    void open(const QUrl& url) { paths += url.toLocalFile(); }
};

class BinaryFields : public OpenDemonstration {
protected:
    // The photo of the fifth aid becomes another kind of field.
    void showAs(ShownAs shownAs, const QString& nameColumn = {}) {
        workspace().document()->change(name("test"), [&](Project& project) {
            FieldDefinition& photo = *project.definition(name("aid"), name("photo"));
            photo.shownAs = shownAs;
            photo.nameColumn = nameColumn;
        });
        Driver::settle();
        Driver::clickCell(grid(), 4, columnOf("name"));
    }
    void demand(const QString& stage, const char* condition, const char* message) {
        Check check;
        check.column = name("status");
        check.condition = name(condition);
        check.message = name(message);
        check.stages = {stage};
        workspace().document()->change(
            name("test"), [&](Project& project) { project.checks[name("aid")].checks += check; });
        Driver::settle();
    }
    template <typename Editor>
    Editor* photo() {
        QWidget* inner = Driver::find(name("field:photo"), form());
        return inner ? qobject_cast<Editor*>(inner->parentWidget()) : nullptr;
    }
    QString write(const char* file, const QByteArray& bytes) const {
        QFile out(folder() + u'/' + name(file));
        EXPECT_TRUE(out.open(QIODevice::WriteOnly));
        out.write(bytes);
        return out.fileName();
    }
    static QByteArray read(const QString& path) {
        QFile in(path);
        EXPECT_TRUE(in.open(QIODevice::ReadOnly)) << qPrintable(path);
        return in.readAll();
    }
    bool says(const char* part) {
        return Driver::until([&] {
            for (const QLabel* label : form()->findChildren<QLabel*>()) {
                if (label->isVisible() && label->text().contains(name(part)))
                    return true;
            }
            return false;
        });
    }
    void save() {
        Driver::click(name("save-record"), form());
        ASSERT_TRUE(noticed("Saved")) << qPrintable(form()->saveReason());
    }
    void sign() {
        Driver::click(name("draw-signature"), form());
        auto* pad = qobject_cast<SignaturePad*>(Driver::find(name("signature-pad")));
        ASSERT_NE(pad, nullptr);
        EXPECT_FALSE(Driver::find(name("take-signature"))->isEnabled());
        Driver::drag(pad, {60, 60}, {300, 120});
        Driver::drag(pad, {90, 130}, {260, 40});
        Driver::click(name("take-signature"));
    }
    static QByteArray pdf() {
        QByteArray bytes("%PDF-1.4\n");
        for (int i = 0; i < 4000; ++i)
            bytes += static_cast<char>(i * 7919 % 256);
        return bytes;
    }
};

TEST_F(BinaryFields, AFileIsAttachedNamedAndSavedBackBitForBit) {
    showAs(ShownAs::File, name("notes"));
    photo<FileEditor>()->load(write("Survey 12.pdf", pdf()));
    EXPECT_TRUE(says("PDF"));
    save();
    EXPECT_EQ(stored(5, "photo"), Value::binary(pdf()));
    EXPECT_EQ(storedText(5, "notes"), "Survey 12.pdf");
    const QString back = folder() + name("/back.pdf");
    Driver::click(name("save-file"), form());
    auto* dialog = window().findChild<QFileDialog*>();
    ASSERT_NE(dialog, nullptr);
    auto* line = dialog->findChild<QLineEdit*>();
    EXPECT_TRUE(line->text().contains(name("Survey 12.pdf"))) << qPrintable(line->text());
    line->setText(back);
    QTest::keyClick(line, Qt::Key_Return);
    ASSERT_TRUE(Driver::until([&] { return QFile::exists(back); }));
    EXPECT_EQ(read(back), pdf());
}

TEST_F(BinaryFields, AFileIsOpenedAsACopyAfterAsking) {
    OpenedFiles opened;
    showAs(ShownAs::File, name("notes"));
    photo<FileEditor>()->load(write("Survey.pdf", pdf()));
    Driver::click(name("open-file"), form());
    ASSERT_NE(Driver::find(name("open-question")), nullptr);
    EXPECT_TRUE(opened.paths.isEmpty());
    Driver::click(name("open-copy"));
    ASSERT_TRUE(Driver::until([&] { return opened.paths.size() == 1; }));
    EXPECT_EQ(QFileInfo(opened.paths[0]).fileName(), name("Survey.pdf"));
    EXPECT_EQ(read(opened.paths[0]), pdf());
    EXPECT_EQ(QFileInfo(opened.paths[0]).permissions() & (QFile::ReadOther | QFile::ExeOwner),
              QFile::Permissions());
}

TEST_F(BinaryFields, AProgramIsNotOpened) {
    OpenedFiles opened;
    showAs(ShownAs::File);
    photo<FileEditor>()->load(write("tide.sh", "#!/bin/sh\necho high\n"));
    Driver::click(name("open-file"), form());
    EXPECT_TRUE(says("is a program"));
    EXPECT_EQ(window().findChild<QDialog*>(name("open-question")), nullptr);
    EXPECT_TRUE(opened.paths.isEmpty());
}

// A name from the database leads nowhere else.
TEST_F(BinaryFields, ANameWithFoldersStaysInItsOwn) {
    OpenedFiles opened;
    showAs(ShownAs::File, name("notes"));
    photo<FileEditor>()->load(write("a.pdf", pdf()));
    auto* notes = qobject_cast<QPlainTextEdit*>(Driver::find(name("field:notes"), form()));
    ASSERT_NE(notes, nullptr);
    notes->setFocus();
    notes->selectAll();
    Driver::type(name("../../outside.pdf"));
    Driver::key(Qt::Key_Tab);
    Driver::click(name("open-file"), form());
    Driver::click(name("open-copy"));
    ASSERT_TRUE(Driver::until([&] { return opened.paths.size() == 1; }));
    EXPECT_EQ(QFileInfo(opened.paths[0]).fileName(), name("outside.pdf"));
    EXPECT_FALSE(opened.paths[0].contains(name("..")));
}

TEST_F(BinaryFields, ASignatureIsDrawnAndKeptAsAPicture) {
    showAs(ShownAs::Signature);
    sign();
    save();
    const Value value = stored(5, "photo");
    ASSERT_EQ(value.kind(), Value::Kind::Binary);
    const QImage kept = QImage::fromData(value.asBinary(), "PNG");
    ASSERT_FALSE(kept.isNull());
    int dark = 0;
    for (int y = 0; y < kept.height(); ++y) {
        for (int x = 0; x < kept.width(); ++x)
            dark += qGray(kept.pixel(x, y)) < 128 ? 1 : 0;
    }
    EXPECT_GT(dark, 200);
}

TEST_F(BinaryFields, SigningAsksItsStageAndAttachingDoesNot) {
    showAs(ShownAs::Signature);
    demand(stage::Signature, "status = 'sealed'", "Seal it before you sign.");
    demand(stage::Picture, "status = 'no such thing'", "This is asked of pictures.");
    sign();
    Driver::click(name("save-record"), form());
    EXPECT_TRUE(says("Seal it before you sign."));
    EXPECT_TRUE(stored(5, "photo").isNull());
    for (const QLabel* label : form()->findChildren<QLabel*>())
        EXPECT_FALSE(label->isVisible() && label->text().contains(name("asked of pictures")));
}

TEST_F(BinaryFields, APictureIsTakenWithACamera) {
    Driver::clickCell(grid(), 4, columnOf("name"));
    demand(stage::Picture, "status = 'no such thing'", "No pictures of this one.");
    Driver::click(name("take-picture"), form());
    auto* dialog = qobject_cast<QDialog*>(Driver::find(name("camera-dialog")));
    ASSERT_NE(dialog, nullptr);
    ASSERT_TRUE(Driver::until([] { return Driver::find(name("camera-take"))->isEnabled(); }));
    EXPECT_FALSE(Driver::find(name("camera-use"))->isEnabled());
    Driver::click(name("camera-take"));
    Driver::click(name("camera-use"));
    const QImage taken =
        QImage::fromData(std::get<Value>(photo<PictureEditor>()->content()).asBinary());
    EXPECT_EQ(taken.size(), QSize(640, 480));
    Driver::click(name("save-record"), form());
    EXPECT_TRUE(says("No pictures of this one."));
    EXPECT_TRUE(stored(5, "photo").isNull());
    workspace().document()->change(
        name("test"), [&](Project& project) { project.checks[name("aid")].checks.removeLast(); });
    save();
    EXPECT_EQ(QImage::fromData(stored(5, "photo").asBinary()).size(), QSize(640, 480));
    // A key enlarges it, as a click does.
    Driver::find(name("field:photo"), form())->setFocus();
    Driver::key(Qt::Key_Space, Qt::ControlModifier);
    auto* byKey = Driver::find(name("picture-dialog"));
    ASSERT_NE(byKey, nullptr);
    Driver::key(Qt::Key_Escape);
    Driver::click(Driver::find(name("field:photo"), form()));
    auto* large = qobject_cast<QLabel*>(Driver::find(name("enlarged")));
    ASSERT_NE(large, nullptr);
    EXPECT_TRUE(Driver::until([&] { return large->pixmap().width() >= 640; }));
    Driver::key(Qt::Key_Escape);
}

// The colour in its corner is seen in the list, once it was read.
TEST_F(BinaryFields, APictureStandsSmallInTheList) {
    const GridModel* model = grid()->gridModel();
    const QModelIndex cell = model->index(0, columnOf("photo"));
    const QImage photo = QImage::fromData(stored(1, "photo").asBinary());
    ASSERT_FALSE(photo.isNull());
    grid()->scrollTo(cell);
    const auto isSeen = [&] {
        const QImage shown = grid()->viewport()->grab(grid()->visualRect(cell)).toImage();
        for (int y = 0; y < shown.height(); ++y) {
            for (int x = 0; x < shown.width(); ++x) {
                if (shown.pixelColor(x, y) == photo.pixelColor(1, 1))
                    return true;
            }
        }
        return false;
    };
    EXPECT_TRUE(Driver::until(isSeen));
}

} // namespace

#include "binary_fields_test.moc"
