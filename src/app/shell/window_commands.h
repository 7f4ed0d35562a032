// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/commands/command_list.h"
#include "app/commands/find_box.h"
#include "app/use/page_commands.h"

namespace gravin {

class OpenProject;
class RecordList;
class ScreenPage;
class WorkspaceView;

// Fills the list of all that can be done in a window: by the window itself, by the project that is
// open, by the page in front, and by what shapes it.
class WindowCommands : public QObject {
    Q_OBJECT
public:
    // `project` and `commands` outlive this.
    WindowCommands(OpenProject* project, CommandList* commands, QWidget* window);

    // For the find box: the screens that are open, then the commands.
    QList<Findable> findable() const;

Q_SIGNALS:
    void projectWanted();       // to be asked for
    void newProjectWanted();    // of a database that is to be asked for
    void otherDatabaseWanted(); // for the open project
    void startWanted();         // the page that the program begins with
    void findWanted();          // the head line's search is to have the focus
    void quitWanted();          // asks first, as closing does

private:
    struct Words {
        const char* id;
        QString text;
        QKeySequence keys = {};
    };
    using Reason = std::function<QString()>;

    void addRecordCommands();
    void addEditCommands();
    void addListCommands();
    void addFileCommands();
    void addTickCommands();
    void addGoCommands();
    void addLookBackCommands();
    void addBuildCommands();
    void addProjectCommands();
    void addWindowCommands();
    void addHelpCommands();

    void add(CommandGroup group, const Words& words, const std::function<void()>& run,
             const Reason& reason = {});
    void addForView(CommandGroup group, const Words& words, void (WorkspaceView::*run)());
    // Of the page in front.
    void addForPage(CommandGroup group, const Words& words, void (ScreenPage::*run)());
    void addOfPage(CommandGroup group, PageCommands::Command command);
    // Of the list that has the work, in Use only: they have no meaning while it is shaped.
    void addForList(const Words& words, void (RecordList::*run)());
    void addForCells(const Words& words, CellAction action);

    QString reasonWithoutProject() const;
    QString reasonWithoutPage() const;
    QString reasonWithoutBuild() const;
    // Why this cannot be done with the records of the list in front; empty: it can.
    QString reasonAgainstOnList(Act act) const;
    // The same in the whole project.
    QString reasonAgainst(Act act) const;
    QString reasonOutsideUse() const;
    ScreenPage* page() const;

    OpenProject* m_project;
    CommandList* m_commands;
    QWidget* m_window;
};

} // namespace gravin
