// SPDX-License-Identifier: GPL-3.0-or-later
// A project that somebody else made: what it reaches is said before it reaches anything.
#include "app/application.h"
#include "core/project/project_file.h"
#include "core/project/project_reach.h"
#include "support/text.h"
#include "whole_example.h"

#include <QListWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

class Trust : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        const QString file = workspace().document()->file();
        path = m_elsewhere.filePath(name("from-elsewhere.gravin"));
        Project project = *loadProject(file);
        project.sources = {{name("late"), name("SELECT 1 AS one")}};
        project.screens[0].ownActions = {
            {name("look"),
             ScreenAction::Place::Button,
             {},
             {},
             {},
             {{ActionStep::Does::OpenLink, {}, {}, {}, {}, {}, {}, name("'https://x.test'")}}}};
        EXPECT_TRUE(saveProject(project, path));
        closeWindow();
    }
    void openAsked() {
        asked = std::make_unique<MainWindow>(OpenRequest{path, {}, false, false, true});
        asked->show();
    }
    QStringList reached() {
        const auto* list = qobject_cast<QListWidget*>(Driver::find(name("trust-reach")));
        QStringList all;
        for (int row = 0; list && row < list->count(); ++row)
            all += list->item(row)->text();
        return all;
    }

    QString path;
    std::unique_ptr<MainWindow> asked;

private:
    QTemporaryDir m_elsewhere;
};

TEST_F(Trust, WhatItReachesIsSaidBeforeAnythingIs) {
    openAsked();
    const QString all = reached().join(u'\n');
    for (const char* part : {"harbour.db", "late", "https://x.test"})
        EXPECT_TRUE(all.contains(name(part))) << part << '\n' << qPrintable(all);
    EXPECT_EQ(asked->workspace(), nullptr);
    Driver::key(Qt::Key_Escape);
    Driver::settle();
    EXPECT_EQ(asked->workspace(), nullptr);
    // Asked again, for it was not agreed to; then not any more.
    asked.reset();
    openAsked();
    EXPECT_FALSE(reached().isEmpty());
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until([&] { return asked->workspace() != nullptr; }));
    asked.reset();
    openAsked();
    EXPECT_TRUE(Driver::until([&] { return asked->workspace() != nullptr; }));
}

TEST_F(Trust, WhatItReachesMoreIsAskedFor) {
    ASSERT_TRUE(personsProjects().agree(path, reachOf(*loadProject(path))));
    Project project = *loadProject(path);
    project.screens[0].ownActions[0].steps[0].text = name("'https://y.test'");
    ASSERT_TRUE(saveProject(project, path));
    openAsked();
    const QStringList more = reached();
    ASSERT_EQ(more.size(), 1);
    EXPECT_TRUE(more[0].contains(name("https://y.test")));
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(Driver::until([&] { return asked->workspace() != nullptr; }));
}

} // namespace
