// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/application.h"
#include "app/session/draft_saver.h"
#include "app/session/workspace.h"
#include "app/shell/leave_question.h"

#include <QMainWindow>
#include <QUndoGroup>

class QAction;
class QSplitter;
class QStackedWidget;

namespace gravin {

class ChangeLogPanel;
class ConnectionPage;
class NewScreensPage;
class NewTablePage;
class NoticeLine;
class HeadLine;
class OpenEdits;
class ScreenPage;
class Shelf;
class StartPage;
class TimelineStrip;
class TrialBand;

// The window: places for the parts, and the actions that belong to none of them alone.
class MainWindow : public QMainWindow {
    Q_OBJECT
public:
    explicit MainWindow(const OpenRequest& request);
    ~MainWindow() override;

    void openProject(const QString& file);
    void openDemonstration(bool reset);

    Workspace* workspace() const { return m_workspace.get(); }
    ScreenPage* currentPage() const;
    // Null while it is not shown.
    NewScreensPage* newScreens() const { return m_newScreens; }
    ConnectionPage* connectionPage() const { return m_connect; }
    OpenEdits* openEdits() const { return m_openEdits; }
    ChangeLogPanel* changeLog() const { return m_changeLog; }
    bool isBuild() const { return m_build; }
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
    void install(const std::shared_ptr<Workspace>& workspace);
    void clearProject();
    void refreshHead();
    void showFindings();
    void refreshFindable();
    void runFound(const QString& text);
    void save();
    void saveAllDrafts();
    void rollBackChange(qint64 change);
    void rollBack(const LogScope& scope, const QString& words);
    // The current screen as it was right after this change; 0: before all.
    void showAsItWas(qint64 change);
    void returnToNow();
    void undo();
    void redo();
    void refreshUndo();
    // In Use what is typed is undone, everywhere else what is shaped.
    bool undoesDrafts() const;
    void showDraftOf(const DraftPlace& place);
    void saveProject();
    void notify(const Notice& notice);
    void makeScreenFor(const QString& table);
    void askForProject();
    void askForDatabase();
    void askForOtherDatabase();
    void compareWith(const ConnectionSpec& other);
    void useDatabase(const ConnectionSpec& other);
    void leavePage();
    void goTo(const RecordLink& link, const std::vector<Value>& values, const QString& words);
    void forgetRemovedScreens();
    void showNewScreens();
    void closeNewScreens();
    void showNewTable();
    void leaveNewTable();
    void renewPages();
    void showStartError(const Error& error);
    void openWorkspace(const QString& file, const Project& project);
    void hideChangeLog();
    void showKeys();
    void leaveThen(const std::function<void()>& go);
    void saveThen(const std::function<void()>& go);
    void readProject(const QString& file);
    void readDemonstration(bool reset);
    void failToOpen(const Error& error);

    OpenRequest m_request;
    std::shared_ptr<Workspace> m_workspace;
    QUndoGroup m_undo; // the stacks of the open project and of a table that is typed in
    OpenEdits* m_openEdits = nullptr;
    HeadLine* m_head;
    Shelf* m_shelf;
    QWidget* m_shelfEdge = nullptr;
    QStackedWidget* m_pages;
    StartPage* m_start;
    ConnectionPage* m_connect;
    QWidget* m_connectPlace = nullptr; // which scrolls it
    NewScreensPage* m_newScreens = nullptr;
    NewTablePage* m_newTable = nullptr;
    QSplitter* m_middle;
    NoticeLine* m_notice; // for pages that have none of their own
    QWidget* m_bottom = nullptr;
    TimelineStrip* m_timeline = nullptr; // of m_bottom
    TrialBand* m_trial = nullptr;
    ChangeLogPanel* m_changeLog = nullptr;
    QHash<QString, ScreenPage*> m_pageOf;
    QList<QAction*> m_commands;
    QAction* m_undoAction = nullptr;
    QAction* m_redoAction = nullptr;
    qint64 m_lastSave = 0;                // the change that undo would offer to roll back
    std::optional<UnsavedWork> m_givenUp; // work that is to go when the project is left
    std::function<void()> m_afterSaving;  // where to go when all is saved
    bool m_build = false;
    bool m_reachable = true;
    QString m_unreachableReason;
};

} // namespace gravin
