// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QAction>
#include <QKeySequence>
#include <QList>
#include <QObject>
#include <QStringList>

#include <functional>

class QWidget;

namespace gravin {

class OpenProject;
class RecordList;
class ScreenPage;

// What can be done in a window, by its keys, its menu and the find box; most of it is done by the
// project that is open.
class WindowCommands : public QObject {
    Q_OBJECT
public:
    // The actions become the window's. `project` outlives this.
    WindowCommands(OpenProject* project, QWidget* window);

    const QList<QAction*>& all() const { return m_all; }
    // Undo and redo say what they would undo, and whether they can.
    void refreshUndo();
    // What the find box offers: the screens that are open, and the commands.
    QStringList findable() const;
    // Goes to the screen, or runs the command, of that name; false: there is none.
    bool runFound(const QString& text);

Q_SIGNALS:
    void projectWanted();       // to be asked for
    void newProjectWanted();    // of a database that is to be asked for
    void otherDatabaseWanted(); // for the open project
    void findWanted();          // the head line's search is to have the focus
    void quitWanted();          // asks first, as closing does

private:
    QAction* add(const QString& text, const QKeySequence& keys, const std::function<void()>& run);
    // Of the page in front, where there is one.
    void addForPage(const QString& text, const QKeySequence& keys, void (ScreenPage::*run)());
    // Of the list that has the work, in Use only: they have no meaning while it is shaped.
    void addForList(const QString& text, const QKeySequence& keys, void (RecordList::*run)());
    void makeProjectCommands();
    void makeListCommands();
    void makeWindowCommands();
    void makeUndoCommands();
    bool showScreenCalled(const QString& text);
    void showKeys();

    OpenProject* m_project;
    QWidget* m_window;
    QList<QAction*> m_all;
    QAction* m_undo = nullptr;
    QAction* m_redo = nullptr;
};

} // namespace gravin
