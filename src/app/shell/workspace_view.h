// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/shell/left_off.h"
#include "core/changes/log/change_log.h"
#include "session/drafts/draft_saver.h"
#include "session/workspace.h"

#include <QUndoGroup>
#include <QWidget>

class QSplitter;
class QStackedWidget;

namespace gravin {

class ChangeLogPanel;
class NewScreensPage;
class NewTablePage;
class OpenEdits;
class OpenEditsTray;
class ScreenPage;
class ScreenList;
class TimelineStrip;
class TrialBand;
class WalkBand;

// Everything that shows one open project: its pages, panels, dialogs and edit windows, which go
// with it. Whoever opens another project makes another one of these, deletes this one, and only
// then the workspace.
class WorkspaceView : public QWidget {
    Q_OBJECT
public:
    // `workspace` must outlive it. `useOnly`: nothing is shaped.
    WorkspaceView(Workspace* workspace, bool useOnly, QWidget* parent = nullptr);
    ~WorkspaceView() override;

    // Shows the screen of this label or id, else the project's first, and says what a former run
    // has left. Requires: whoever shows notices is connected.
    void begin(const QString& screen);

    // Null: another page is in front.
    ScreenPage* currentPage() const;
    // Null while it is not shown.
    NewScreensPage* newScreens() const { return m_newScreens; }
    OpenEdits* openEdits() const { return m_openEdits; }
    ChangeLogPanel* changeLog() const { return m_changeLog; }

    bool isBuild() const { return m_build; }
    void setBuild(bool build);
    void showScreen(const QString& screenId);
    void showNewScreens();
    void closeNewScreens();
    // Back to the screen that was shown before.
    void leavePage();
    // `change`: to be chosen in it; 0: the newest.
    void showChangeLog(qint64 change = 0);
    void toggleChangeLog();
    // Of the current record, and of its current field.
    void showRecordHistory();
    void showFieldHistory();
    void showFindings();
    void showWatchedTables();
    void showRoles();
    // What the database says of itself, for all that is shown; says what is otherwise.
    void readStructure();
    // Compares the database with another one, which may be used instead, see databaseChosen().
    void compareWith(const ConnectionSpec& other);
    void rollBackChange(qint64 change);
    void startTrial();
    void offerWalk();
    void focusWork();
    WalkBand* walk() const { return m_walk; }
    // Where it is now, to be taken up by the next view of the project.
    LeftOff place() const;
    const LeftOff& leftOff() const { return m_leftOff; }
    // What is typed in a cell or a field counts as done.
    void endTyping();
    void focusShelf();
    // On the page in front, in its own line; false: it has none.
    bool showNotice(const Notice& notice);

    // In Build the project, in Use the current record.
    void save();
    void saveAllDrafts();
    void saveProject();

    // In Use what is typed is undone, everywhere else what is shaped.
    struct UndoOffer {
        bool canUndo = false;
        bool canRedo = false;
        QString undoText; // of the command
        QString redoText;
    };
    UndoOffer undoOffer() const;
    void undo();
    void redo();

Q_SIGNALS:
    // What the head line says of the project may have become another.
    void headChanged();
    // The project has no screen that could be shown.
    void nothingToShow();
    void databaseChosen(const gravin::ConnectionSpec& other);
    void said(const gravin::Notice& notice);

private:
    void connectParts();
    void followWorkspace();
    bool undoesDrafts() const;
    void showDraftOf(const DraftRef& place);
    void rollBack(const LogScope& scope, const QString& words);
    // The current screen as it was right after this change; 0: before all.
    void showAsItWas(qint64 change);
    void returnToNow();
    void makeScreenFor(const QString& table);
    void goTo(const RecordLink& link, const std::vector<Value>& values, const QString& words,
              const QString& where = {});
    void shapeChildren(ScreenPage* parent, RecordLink link);
    void forgetRemovedScreens();
    void renewPages();
    void renewPage(const QString& screenId);
    void askForField(const QString& screenId, const QString& table);
    void showNewTable();
    void leaveNewTable();
    void hideChangeLog();
    void openFormerWindows();
    // Of the project's file, which somebody else has saved.
    void bringTogether();
    void tellOfFile();

    Workspace* m_workspace;
    bool m_useOnly;
    QUndoGroup m_undo; // the stacks of the project and of a table that is typed in
    OpenEdits* m_openEdits;
    ScreenList* m_shelf;
    QWidget* m_shelfEdge;
    QStackedWidget* m_pages;
    QSplitter* m_middle;
    TimelineStrip* m_timeline;
    WalkBand* m_walk;
    TrialBand* m_trial;
    ChangeLogPanel* m_changeLog;
    OpenEditsTray* m_tray;
    LeftOff m_leftOff; // by the view before
    NewScreensPage* m_newScreens = nullptr;
    NewTablePage* m_newTable = nullptr;
    QHash<QString, ScreenPage*> m_pageOf;
    qint64 m_lastSave = 0; // the change that undo would offer to roll back
    bool m_build = false;
};

} // namespace gravin
