// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/application.h"
#include "app/shell/leave_question.h"
#include "session/workspace.h"

#include <QMainWindow>

#include <functional>
#include <optional>

class QAction;
class QStackedWidget;

namespace gravin {

class ChangeLogPanel;
class ConnectionPage;
class HeaderBar;
class NewScreensPage;
class NoticeLine;
class OpenEdits;
class ScreenPage;
class StartPage;
class WorkspaceView;

// The window: the head line, the commands, and one page of three: the start, a connection, or the
// open project, which is a WorkspaceView's own.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(const OpenRequest& request);
    ~MainWindow() override;

    // Both ask before unsaved work is left behind; the project that is open stays so until the
    // other one is.
    void openProject(const QString& file);
    void openDemonstration(bool reset);

    Workspace* workspace() const { return m_workspace.get(); }
    ConnectionPage* connectionPage() const { return m_connect; }
    // Null where no project is open, or it is not in front.
    ScreenPage* currentPage() const;
    // Null where no project is open.
    NewScreensPage* newScreens() const;
    OpenEdits* openEdits() const;
    ChangeLogPanel* changeLog() const;
    bool isBuild() const;
    void setBuild(bool build);
    void showScreen(const QString& screenId);
    void showChangeLog(qint64 change = 0);

Q_SIGNALS:
    // A project was opened and its first screen is shown.
    void opened();

protected:
    void closeEvent(QCloseEvent* event) override;

private:
    void makeActions();
    QAction* addCommand(const QString& text, const QKeySequence& keys,
                        const std::function<void()>& run);
    void makeMenu();
    bool isViewInFront() const;
    // Runs this of the open project, which is brought to the front for it.
    void inFront(void (WorkspaceView::*run)());
    // The same where it is in front already: it is about what is seen.
    void ifInFront(void (WorkspaceView::*run)());
    // Whether there is unsaved work that was not given up as it is now; what is being typed counts.
    bool asksBeforeLeaving();
    void readProject(const QString& file);
    void readDemonstration(bool reset);
    void openWorkspace(const QString& file, const Project& project);
    void failToOpen(const Error& error);
    void showStartError(const Error& error);
    void install(const std::shared_ptr<Workspace>& workspace);
    void closeProject();
    void leaveThen(const std::function<void()>& go);
    void saveThen(const std::function<void()>& go);
    void leavePage();
    void refreshHead();
    void refreshFindable();
    void refreshUndo();
    void runFound(const QString& text);
    void notify(const Notice& notice);
    void askForProject();
    void askForDatabase();
    void askForOtherDatabase();
    void useDatabase(const ConnectionSpec& other);
    void showKeys();

    OpenRequest m_request;
    std::shared_ptr<Workspace> m_workspace;
    WorkspaceView* m_view = nullptr; // of m_workspace; goes before it
    HeaderBar* m_head;
    NoticeLine* m_notice; // for pages that have none of their own
    QStackedWidget* m_pages;
    StartPage* m_start;
    ConnectionPage* m_connect;
    QWidget* m_connectPlace = nullptr; // which scrolls it
    QList<QAction*> m_commands;
    QAction* m_undoAction = nullptr;
    QAction* m_redoAction = nullptr;
    std::optional<UnsavedWork> m_givenUp; // work that is to go when the project is left
    std::function<void()> m_afterSaving;  // where to go when all is saved
    bool m_isMakingDemonstration = false;
    bool m_reachable = true;
    QString m_unreachableReason;
};

} // namespace gravin
