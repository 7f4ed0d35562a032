// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/leave_question.h"
#include "session/workspace.h"

#include <QObject>

#include <functional>
#include <memory>
#include <optional>

namespace gravin {

class ScreenPage;
class WorkspaceView;

// The project that is open in a window, with its view: how it is read, and how it is left. The view
// goes before the workspace that it shows, and unsaved work is asked for before either does.
class OpenProject : public QObject {
    Q_OBJECT
public:
    // `window` is who asks; it outlives this. `useOnly`: nothing is shaped.
    OpenProject(bool useOnly, QWidget* window);
    ~OpenProject() override;

    // Null where none is open.
    Workspace* workspace() const { return m_workspace.get(); }
    WorkspaceView* view() const { return m_view; }
    bool isUseOnly() const { return m_useOnly; }
    // Why nothing is shaped in what is open; empty: it may be.
    QString reasonAgainstBuilding() const;
    // Whether its view is what the window shows.
    bool isInFront() const;
    // Null where it is not in front.
    ScreenPage* currentPage() const;

    // A project that this person has not opened yet is shown for what it reaches before it reaches
    // anything; off at first.
    void setAsksFirst(bool asks) { m_asksFirst = asks; }
    // All ask before unsaved work is left behind; what is open stays so until the other is.
    void open(const QString& file);
    // One that this person has just made or has agreed to.
    void openOwn(const QString& file);
    // `reset`: as it was delivered, whatever was done in it.
    void openDemonstration(bool reset);
    // Saves the project with this connection and opens it anew. Requires: one is open.
    void useDatabase(const ConnectionSpec& other);
    // Whatever is unsaved: who calls it has asked, or goes.
    void close();
    // Whether nothing stands in the way of leaving it. Otherwise it asks, and does `go` once
    // nothing does.
    bool letsGo(const std::function<void()>& go);

    // Runs this of the view, which is brought to the front for it. Nothing where none is open.
    void inFront(void (WorkspaceView::*run)());
    // The same where it is in front already: it is about what is seen.
    void ifInFront(void (WorkspaceView::*run)());
    // Brought to the front; nothing where none is open.
    void showScreen(const QString& screenId);
    // Something was refused: nobody leaves for having saved any more.
    void forgetLeaving() { m_afterSaving = {}; }

Q_SIGNALS:
    // For people: a file, or what else is read.
    void reading(const QString& what);
    // The view is new and has to be shown; its screens come with the next call into it.
    void viewMade(gravin::WorkspaceView* view);
    void frontRequested();
    // Before the view and the workspace go.
    void closing();
    // It was not opened after all, by choice.
    void leftClosed();
    // It could not be opened or saved; what was open is so still.
    void failed(const gravin::Error& error);
    // Nobody is let in with what is known, or what is known leads nowhere.
    void accessNeeded(const QString& file, const gravin::ConnectionSpec& connection,
                      const gravin::Error& error);

private:
    void read(const QString& file);
    void readDemonstration(bool reset);
    void askThen(const QString& file, const Project& project);
    void reach(const QString& file, const Project& project);
    void openWorkspace(const QString& file, const Project& project);
    void install(const std::shared_ptr<Workspace>& workspace);
    void saveUnder(const ConnectionSpec& other);
    void fail(const Error& error);
    bool mustAsk();
    void leaveThen(const std::function<void()>& go);
    void saveThen(const std::function<void()>& go);

    bool m_useOnly;
    QWidget* m_window;
    std::shared_ptr<Workspace> m_workspace;
    WorkspaceView* m_view = nullptr;
    std::optional<UnsavedWork> m_givenUp; // work that is to go when the project is left
    std::function<void()> m_afterSaving;  // where to go when all is saved
    bool m_isMakingDemonstration = false;
    bool m_asksFirst = false;
};

} // namespace gravin
