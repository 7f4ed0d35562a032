// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/open_project.h"

#include "app/connect/secret_keeper.h"
#include "app/shell/recent_projects.h"
#include "app/shell/trust_question.h"
#include "app/shell/workspace_view.h"
#include "app/use/open_edits.h"
#include "app/use/save_many.h"
#include "core/base/background.h"
#include "core/database/own_access.h"
#include "core/project/project_file.h"
#include "core/project/project_reach.h"
#include "session/drafts/draft_saver.h"
#include "session/own_demonstration.h"

namespace gravin {

OpenProject::OpenProject(bool useOnly, QWidget* window)
    : m_useOnly(useOnly)
    , m_window(window) {}

OpenProject::~OpenProject() { close(); }

bool OpenProject::isInFront() const {
    return m_view && m_view->isVisibleTo(m_view->parentWidget());
}

ScreenPage* OpenProject::currentPage() const {
    return isInFront() ? m_view->currentPage() : nullptr;
}

void OpenProject::inFront(void (WorkspaceView::*run)()) {
    if (m_view)
        Q_EMIT frontRequested();
    ifInFront(run);
}

void OpenProject::ifInFront(void (WorkspaceView::*run)()) {
    if (isInFront())
        (m_view->*run)();
}

void OpenProject::showScreen(const QString& screenId) {
    if (!m_view)
        return;
    Q_EMIT frontRequested();
    m_view->showScreen(screenId);
}

void OpenProject::open(const QString& file) {
    leaveThen([this, file] { read(file); });
}

void OpenProject::openOwn(const QString& file) {
    if (const auto project = loadProject(file))
        (void)personsProjects().agree(file, reachOf(*project));
    open(file);
}

void OpenProject::read(const QString& file) {
    Q_EMIT reading(file);
    const auto project = loadProject(file);
    if (!project) {
        fail(project.error());
        return;
    }
    if (m_asksFirst && !isOwnDemonstration(file))
        askThen(file, *project);
    else
        reach(file, *project);
}

void OpenProject::askThen(const QString& file, const Project& project) {
    const QStringList all = reachOf(project);
    const QStringList unknown = personsProjects().unknownOf(file, all);
    if (unknown.isEmpty()) {
        reach(file, project);
        return;
    }
    auto* question =
        new TrustQuestion(file, project.name, unknown, unknown.size() < all.size(), m_window);
    connect(question, &QDialog::accepted, this, [this, file, project, all] {
        // Where it cannot be remembered it is asked for again.
        (void)personsProjects().agree(file, all);
        reach(file, project);
    });
    connect(question, &QDialog::rejected, this, [this] {
        m_givenUp.reset();
        Q_EMIT leftClosed();
    });
    // The window may not be there yet.
    QMetaObject::invokeMethod(question, &QDialog::open, Qt::QueuedConnection);
}

void OpenProject::reach(const QString& file, const Project& project) {
    secret_keeper::recall(OwnAccess::completed(project.connection), this,
                          [this, file, project] { openWorkspace(file, project); });
}

void OpenProject::fail(const Error& error) {
    m_givenUp.reset();
    Q_EMIT failed(error);
}

void OpenProject::openWorkspace(const QString& file, const Project& project) {
    Workspace::open(file, project, this,
                    [this, file, project](const Result<std::shared_ptr<Workspace>>& workspace) {
                        if (workspace) {
                            // The former project could be worked in until now.
                            leaveThen([this, opened = *workspace] { install(opened); });
                            return;
                        }
                        const Error& error = workspace.error();
                        const bool isAsked = error.kind == ErrorKind::AccessDenied ||
                                             (error.kind == ErrorKind::Unavailable &&
                                              OwnAccess::isLacking(project.connection));
                        if (!isAsked) {
                            fail(error);
                            return;
                        }
                        m_givenUp.reset();
                        Q_EMIT accessNeeded(file, project.connection, error);
                    });
}

void OpenProject::install(const std::shared_ptr<Workspace>& workspace) {
    close();
    m_workspace = workspace;
    RecentProjects::note(workspace->document()->file(), workspace->project().name);
    m_view = new WorkspaceView(workspace.get(), !reasonAgainstBuilding().isEmpty());
    connect(m_view, &WorkspaceView::databaseChosen, this, &OpenProject::useDatabase);
    connect(workspace->records(), &Records::edited, this, &OpenProject::forgetLeaving);
    // Leaving ends the workspace, which must not happen while it tells of something.
    connect(
        workspace->writing()->saver(), &DraftSaver::savedAs, this,
        [this] {
            if (const auto go = std::exchange(m_afterSaving, {}))
                leaveThen(go);
        },
        Qt::QueuedConnection);
    Q_EMIT viewMade(m_view);
}

QString OpenProject::reasonAgainstBuilding() const {
    if (m_useOnly)
        return tr("Gravin was started without Build.");
    return m_workspace ? m_workspace->document()->standing().reasonAgainst(Act::Build) : QString();
}

void OpenProject::close() {
    if (m_view) {
        m_view->place().keep(m_workspace->document()->file());
        Q_EMIT closing();
    }
    delete std::exchange(m_view, nullptr);
    m_givenUp.reset();
    m_afterSaving = {};
    m_workspace.reset();
}

void OpenProject::useDatabase(const ConnectionSpec& other) {
    leaveThen([this, other] { saveUnder(other); });
}

void OpenProject::saveUnder(const ConnectionSpec& other) {
    Project project = m_workspace->project();
    project.connection = other;
    const QString file = m_workspace->document()->file();
    const Status saved = m_workspace->document()->isFileAnother()
                             ? m_workspace->document()->save() // which says so
                             : saveProject(project, file);
    if (!saved) {
        Q_EMIT frontRequested();
        m_view->leavePage();
        fail(saved.error());
        return;
    }
    (void)personsProjects().agree(file, reachOf(project));
    openWorkspace(file, project);
}

void OpenProject::openDemonstration(bool reset) {
    leaveThen([this, reset] { readDemonstration(reset); });
}

void OpenProject::readDemonstration(bool reset) {
    if (std::exchange(m_isMakingDemonstration, true))
        return;
    if (reset)
        close(); // nobody may hold the file while it is replaced
    Q_EMIT reading(tr("the demonstration"));
    runInBackground<Result<QString>>(
        this, [reset] { return reset ? resetOwnDemonstration() : ownDemonstration(); },
        [this](const Result<QString>& project) {
            m_isMakingDemonstration = false;
            if (project)
                read(*project);
            else
                fail(project.error());
        });
}

// Whether there is unsaved work that was not given up as it is now; what is being typed counts.
bool OpenProject::mustAsk() {
    if (!m_workspace)
        return false;
    m_view->endTyping();
    const UnsavedWork work = UnsavedWork::of(*m_workspace);
    return !work.isEmpty() && !(m_givenUp && *m_givenUp == work);
}

bool OpenProject::letsGo(const std::function<void()>& go) {
    if (mustAsk()) {
        leaveThen(go);
        return false;
    }
    if (m_view)
        m_view->openEdits()->dismissAll();
    return true;
}

// Unsaved work is named before anything is left behind. What was given up once is not asked for
// again, unless something was typed since.
void OpenProject::leaveThen(const std::function<void()>& go) {
    m_afterSaving = {};
    if (!mustAsk()) {
        go();
        return;
    }
    const UnsavedWork work = UnsavedWork::of(*m_workspace);
    auto* question = new LeaveQuestion(work, m_window);
    connect(question, &LeaveQuestion::saveChosen, this, [this, go] { saveThen(go); });
    connect(question, &LeaveQuestion::discardChosen, this, [this, work, go] {
        m_givenUp = work;
        go();
    });
    question->open();
}

// Goes when all is saved; what stands in the way is said, and nobody leaves.
void OpenProject::saveThen(const std::function<void()>& go) {
    if (m_workspace->document()->isModified())
        m_view->saveProject();
    if (m_workspace->document()->isModified())
        return;
    const QStringList tables = m_workspace->records()->tablesInUse();
    if (draftsToSave(*m_workspace, tables).isEmpty()) {
        m_givenUp = UnsavedWork::of(*m_workspace); // records just begun, with nothing in them
        go();
        return;
    }
    m_afterSaving = go;
    m_view->saveAllDrafts();
}

} // namespace gravin
