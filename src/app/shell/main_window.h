// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/application.h"
#include "session/workspace.h"

#include <QMainWindow>

#include <memory>

class QStackedWidget;

namespace gravin {

class ChangeLogPanel;
class CommandList;
class ConnectionPage;
class HeaderBar;
class NewScreensPage;
class NoticeLine;
class OpenEdits;
class OpenProject;
class ScreenPage;
class StartPage;
class WindowCommands;
class WorkspaceView;

// The frame: the head line, a line for what happened, and one page of three: the start, a
// connection, or the view of the open project.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(const OpenRequest& request);
    ~MainWindow() override;

    // Both ask before unsaved work is left behind; the project that is open stays so until the
    // other one is.
    void openProject(const QString& file);
    void openDemonstration(bool reset);

    // Null where no project is open, as are those below.
    Workspace* workspace() const;
    ConnectionPage* connectionPage() const { return m_connect; }
    // Null where it is not in front, too.
    ScreenPage* currentPage() const;
    NewScreensPage* newScreens() const;
    OpenEdits* openEdits() const;
    ChangeLogPanel* changeLog() const;
    CommandList* commands() const { return m_list; }
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
    void layOut();
    void connectParts();
    void connectCommands();
    void showView(WorkspaceView* view);
    void followWorkspace();
    void failToOpen(const Error& error);
    void showStartError(const Error& error);
    void leaveConnection();
    void notify(const Notice& notice);
    void refreshHead();
    void askForProject();
    void askForDatabase();
    void askForOtherDatabase();

    OpenRequest m_request;
    HeaderBar* m_head;
    NoticeLine* m_notice; // for pages that have none of their own
    QStackedWidget* m_pages;
    StartPage* m_start;
    ConnectionPage* m_connect;
    QWidget* m_connectArea; // which scrolls it
    std::unique_ptr<OpenProject> m_project;
    CommandList* m_list;
    WindowCommands* m_commands;
    bool m_isPlaced = false; // as the person left it
    bool m_reachable = true;
    QString m_unreachableReason;
};

} // namespace gravin
