// SPDX-License-Identifier: GPL-3.0-or-later
// Tomorrow's window is where today's was; the start page knows the projects of late.
#include "app/history/change_log_panel.h"
#include "app/look/theme.h"
#include "app/shell/left_off.h"
#include "app/shell/recent_projects.h"
#include "app/shell/start_page.h"
#include "app/use/edit_window.h"
#include "app/use/open_edits.h"
#include "support/text.h"
#include "whole_example.h"

#include <QCheckBox>
#include <QDir>
#include <QHeaderView>
#include <QImage>
#include <QListWidget>
#include <QPushButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class LeavingOff : public OpenDemonstration {
protected:
    QString project() const { return folder() + QStringLiteral("/harbour.gravin"); }
    void settled() {
        ASSERT_TRUE(Driver::until([this] {
            return page() && grid()->gridModel()->view()->isComplete() &&
                   grid()->model()->rowCount() > 0;
        }));
        Driver::settle(600);
    }
    void again() {
        closeWindow();
        open(project());
        settled();
    }
    QImage picture() {
        grid()->setFocus();
        Driver::settle(100);
        return window().grab().toImage();
    }
};

TEST_F(LeavingOff, TheNextWindowIsTheSamePicture) {
    window().resize(1180, 760);
    window().showScreen(name("visit"));
    settled();
    window().showScreen(name("aid"));
    Driver::clickCell(grid(), 30, 0);
    grid()->horizontalHeader()->resizeSection(columnOf("name"), 300);
    Theme::instance().setMode(Theme::Mode::Dark);
    window().showChangeLog();
    settled();
    const QImage before = picture();
    const RecordId record = grid()->currentRecord();
    again();
    EXPECT_EQ(page()->screenLabel(), name("Aids"));
    EXPECT_EQ(grid()->currentRecord(), record);
    EXPECT_TRUE(window().changeLog()->isVisible());
    EXPECT_EQ(window().size(), QSize(1180, 760));
    EXPECT_EQ(grid()->columnWidth(columnOf("name")), 300);
    const QImage after = picture();
    ASSERT_EQ(after.size(), before.size());
    QRect different;
    for (int y = 0; y < after.height(); ++y) {
        for (int x = 0; x < after.width(); ++x) {
            if (after.pixel(x, y) != before.pixel(x, y))
                different |= QRect(x, y, 1, 1);
        }
    }
    EXPECT_TRUE(different.isNull()) << different.x() << "," << different.y() << " "
                                    << different.width() << "x" << different.height();
    Theme::instance().setMode(Theme::Mode::Light);
}

TEST_F(LeavingOff, TheProjectFileIsNotTouched) {
    QFile file(project());
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    const QByteArray before = file.readAll();
    file.close();
    window().showScreen(name("visit"));
    settled();
    again();
    EXPECT_EQ(page()->screenLabel(), name("Visits"));
    ASSERT_TRUE(file.open(QIODevice::ReadOnly));
    EXPECT_EQ(file.readAll(), before);
}

TEST_F(LeavingOff, EditWindowsAreOfferedAndNotForced) {
    const RecordId first = grid()->gridModel()->recordAt(3);
    const RecordId second = grid()->gridModel()->recordAt(7);
    window().openEdits()->open(name("aid"), first);
    window().openEdits()->open(name("aid"), second)->resize(480, 420);
    Driver::settle();
    again();
    EXPECT_TRUE(window().openEdits()->windows().isEmpty());
    auto* offer = static_cast<QPushButton*>(Driver::find(name("open-former")));
    ASSERT_NE(offer, nullptr);
    EXPECT_EQ(offer->text(), name("Open 2 windows of last time"));
    Driver::click(offer);
    ASSERT_EQ(window().openEdits()->windows().size(), 2);
    EXPECT_EQ(window().openEdits()->windows()[0]->record(), first);
    EXPECT_EQ(window().openEdits()->windows()[1]->size(), QSize(480, 420));
    Driver::settle();
    EXPECT_EQ(window().findChild<QPushButton*>(name("open-former")), nullptr);
    window().openEdits()->closeAll();
    again();
    EXPECT_EQ(window().findChild<QPushButton*>(name("open-former")), nullptr);
}

// A record or screen that is gone meanwhile is no trouble, nor is a damaged file of settings.
TEST_F(LeavingOff, WhatIsGoneIsPassedOver) {
    LeftOff left;
    left.screen = name("no such screen");
    left.records.insert(name("aid"), Key({Value::integer(999'999)}));
    left.windows += {name("no such screen"), Key({Value::integer(1)}), QByteArray("nonsense")};
    left.geometry = QByteArray("nonsense");
    left.middle = {1, 2, 3, 4};
    closeWindow();
    left.keep(project());
    open(project());
    settled();
    EXPECT_EQ(grid()->currentIndex().row(), 0);
    Driver::click(name("open-former"));
    EXPECT_TRUE(window().openEdits()->windows().isEmpty());
}

class Recent : public ::testing::Test {
protected:
    void SetUp() override {
        for (const RecentProject& project : RecentProjects::all())
            RecentProjects::forget(project.file);
        RecentProjects::setBeginsWithLast(false);
    }
    QString make(const char* path) {
        const QString file = m_folder.filePath(name(path));
        QDir().mkpath(QFileInfo(file).path());
        QFile made(file);
        EXPECT_TRUE(made.open(QIODevice::WriteOnly));
        made.write(path);
        return file;
    }
    static QStringList names() {
        QStringList all;
        for (const RecentProject& project : RecentProjects::all())
            all += project.name;
        return all;
    }
    QTemporaryDir m_folder;
};

TEST_F(Recent, LatestFirstPinnedBeforeAllAndAtMostTwenty) {
    for (int i = 0; i < 25; ++i)
        RecentProjects::note(make(qPrintable(name("p%1.gravin").arg(i))), QString::number(i));
    EXPECT_EQ(names().size(), 20);
    RecentProjects::note(m_folder.filePath(name("p7.gravin")), name("7"));
    EXPECT_EQ(names().size(), 20) << "once each";
    RecentProjects::setPinned(m_folder.filePath(name("p9.gravin")), true);
    EXPECT_EQ(names().front(), name("9"));
    for (int i = 30; i < 60; ++i)
        RecentProjects::note(make(qPrintable(name("p%1.gravin").arg(i))), QString::number(i));
    EXPECT_EQ(names().front(), name("9")) << "pinned ones stay";
    EXPECT_EQ(names().size(), 21);
}

TEST_F(Recent, KnowsWhatIsGoneAndWhatHasMoved) {
    const QString kept = make("harbour/kept.gravin");
    const QString moved = make("harbour/moved.gravin");
    const QString gone = make("harbour/gone.gravin");
    for (const QString& file : {kept, moved, gone})
        RecentProjects::note(file, QFileInfo(file).baseName());
    QDir(m_folder.path()).mkpath(name("archive"));
    const QString place = m_folder.filePath(name("archive/renamed.gravin"));
    ASSERT_TRUE(QFile::rename(moved, place));
    ASSERT_TRUE(QFile::remove(gone));
    using State = RecentProject::State;
    QMap<QString, RecentProject> found;
    for (const RecentProject& project : RecentProjects::all())
        found.insert(project.name, project);
    EXPECT_EQ(found[name("kept")].state, State::There);
    EXPECT_EQ(found[name("moved")].state, State::Moved);
    EXPECT_EQ(found[name("moved")].movedTo, place);
    EXPECT_EQ(found[name("gone")].state, State::Gone);
    EXPECT_EQ(RecentProjects::last(), kept);
    // Opened where it is now, it is one entry.
    RecentProjects::note(place, name("moved"));
    EXPECT_EQ(names().count(name("moved")), 1);

    StartPage page(false);
    page.show();
    auto* list = page.findChild<QListWidget*>(name("recent-projects"));
    ASSERT_EQ(list->count(), 3);
    QString chosen;
    QObject::connect(&page, &StartPage::projectChosen, [&](const QString& file) { chosen = file; });
    Q_EMIT list->itemActivated(list->item(0));
    EXPECT_EQ(chosen, place);
    chosen.clear();
    for (int row = 0; row < list->count(); ++row) {
        if (list->item(row)->text() == u"gone")
            Q_EMIT list->itemActivated(list->item(row));
    }
    EXPECT_TRUE(chosen.isEmpty());
    EXPECT_TRUE(page.findChild<QLabel*>(name("start-state"))->text().contains(name("not there")));
    list->setCurrentRow(1);
    page.findChild<QPushButton*>(name("recent-pin"))->click();
    EXPECT_TRUE(RecentProjects::all().front().isPinned);
    page.findChild<QPushButton*>(name("recent-forget"))->click();
    EXPECT_EQ(list->count(), 2);
    page.findChild<QCheckBox*>(name("begin-with-last"))->click();
    EXPECT_TRUE(RecentProjects::beginsWithLast());
}

} // namespace
