// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/main_window.h"

#include "app/connect/connection_page.h"
#include "app/connect/secret_keeper.h"
#include "app/look/notice_line.h"
#include "app/look/theme.h"
#include "app/shell/header_bar.h"
#include "app/shell/start_page.h"
#include "app/shell/workspace_view.h"
#include "app/use/open_edits.h"
#include "app/use/save_many.h"
#include "app/use/screen_page.h"
#include "core/base/background.h"
#include "core/base/text.h"
#include "core/project/project_file.h"
#include "session/draft_saver.h"
#include "session/own_demonstration.h"

#include <QAction>
#include <QCloseEvent>
#include <QFileDialog>
#include <QMenu>
#include <QMessageBox>
#include <QPushButton>
#include <QScrollArea>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

// A page that keeps its widths where the window has less room.
QWidget* scrolled(QWidget* page) {
    auto* area = new QScrollArea;
    area->setWidgetResizable(true);
    area->setFrameShape(QFrame::NoFrame);
    area->setWidget(page);
    return area;
}

} // namespace

MainWindow::MainWindow(const OpenRequest& request)
    : m_request(request)
    , m_head(new HeaderBar)
    , m_notice(new NoticeLine)
    , m_pages(new QStackedWidget)
    , m_start(new StartPage)
    , m_connect(new ConnectionPage) {
    setObjectName(QStringLiteral("main-window"));
    setWindowTitle(tr("Gravin"));
    resize(1280, 800);
    m_pages->addWidget(m_start);
    m_connectPlace = scrolled(m_connect);
    m_pages->addWidget(m_connectPlace);
    m_notice->setObjectName(QStringLiteral("window-notice"));
    m_notice->hide();
    auto* all = new QWidget;
    auto* layout = new QVBoxLayout(all);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_head);
    layout->addWidget(m_notice);
    layout->addWidget(m_pages, 1);
    setCentralWidget(all);
    makeActions();
    makeMenu();

    // What it says belongs to the page that was shown.
    connect(m_pages, &QStackedWidget::currentChanged, m_notice, &QWidget::hide);
    connect(m_pages, &QStackedWidget::currentChanged, this, &MainWindow::refreshUndo);
    connect(m_notice, &NoticeLine::rollbackRequested, this, [this](qint64 change) {
        if (m_view)
            m_view->rollBackChange(change);
    });
    connect(m_head, &HeaderBar::buildRequested, this, &MainWindow::setBuild);
    connect(m_head, &HeaderBar::found, this, &MainWindow::runFound);
    connect(m_head, &HeaderBar::findingsRequested, this,
            [this] { inFront(&WorkspaceView::showFindings); });
    connect(m_start, &StartPage::openRequested, this, &MainWindow::askForProject);
    connect(m_start, &StartPage::newRequested, this, &MainWindow::askForDatabase);
    connect(m_start, &StartPage::demonstrationRequested, this,
            [this] { openDemonstration(false); });
    connect(m_connect, &ConnectionPage::projectReady, this, &MainWindow::openProject);
    connect(m_connect, &ConnectionPage::comparisonRequested, this,
            [this](const ConnectionSpec& other) {
                if (m_view)
                    m_view->compareWith(other);
            });
    connect(m_connect, &ConnectionPage::cancelled, this, &MainWindow::leavePage);
    connect(&Theme::instance(), &Theme::changed, this, &MainWindow::refreshHead);
    m_head->setBuildOffered(false);
    refreshFindable();
    if (!request.file.isEmpty())
        openProject(request.file);
}

MainWindow::~MainWindow() {
    closeProject();
    // The pages go later, and nobody is there any more to follow them.
    disconnect(m_pages, nullptr, this, nullptr);
}

OpenEdits* MainWindow::openEdits() const { return m_view ? m_view->openEdits() : nullptr; }

ChangeLogPanel* MainWindow::changeLog() const { return m_view ? m_view->changeLog() : nullptr; }

NewScreensPage* MainWindow::newScreens() const { return m_view ? m_view->newScreens() : nullptr; }

bool MainWindow::isBuild() const { return m_view && m_view->isBuild(); }

bool MainWindow::isViewInFront() const { return m_view && m_pages->currentWidget() == m_view; }

ScreenPage* MainWindow::currentPage() const {
    return isViewInFront() ? m_view->currentPage() : nullptr;
}

void MainWindow::inFront(void (WorkspaceView::*run)()) {
    if (m_view)
        m_pages->setCurrentWidget(m_view);
    ifInFront(run);
}

void MainWindow::ifInFront(void (WorkspaceView::*run)()) {
    if (isViewInFront())
        (m_view->*run)();
}

void MainWindow::setBuild(bool build) {
    if (m_view)
        m_view->setBuild(build);
}

void MainWindow::showScreen(const QString& screenId) {
    if (!m_view)
        return;
    m_pages->setCurrentWidget(m_view);
    m_view->showScreen(screenId);
}

void MainWindow::showChangeLog(qint64 change) {
    if (m_view)
        m_view->showChangeLog(change);
}

QAction* MainWindow::addCommand(const QString& text, const QKeySequence& keys,
                                const std::function<void()>& run) {
    auto* action = new QAction(text, this);
    action->setShortcut(keys);
    connect(action, &QAction::triggered, this, run);
    addAction(action);
    m_commands += action;
    return action;
}

void MainWindow::makeActions() {
    addCommand(tr("Open a project…"), QKeySequence::Open, [this] { askForProject(); });
    addCommand(tr("New project from a database…"), {}, [this] { askForDatabase(); });
    addCommand(tr("Use another database…"), {}, [this] { askForOtherDatabase(); });
    addCommand(tr("New screens…"), Qt::CTRL | Qt::SHIFT | Qt::Key_N,
               [this] { inFront(&WorkspaceView::showNewScreens); });
    addCommand(tr("Save"), QKeySequence::Save, [this] { ifInFront(&WorkspaceView::save); });
    addCommand(tr("Save project"), {}, [this] { inFront(&WorkspaceView::saveProject); });
    addCommand(tr("Save all drafts"), Qt::CTRL | Qt::SHIFT | Qt::Key_S,
               [this] { inFront(&WorkspaceView::saveAllDrafts); });
    addCommand(tr("Switch between Build and Use"), Qt::Key_F9, [this] { setBuild(!isBuild()); });
    addCommand(tr("Change log"), Qt::CTRL | Qt::Key_L,
               [this] { inFront(&WorkspaceView::toggleChangeLog); });
    addCommand(tr("Go to a record…"), Qt::CTRL | Qt::Key_G, [this] {
        if (currentPage())
            currentPage()->askWhereToGo();
    });
    addCommand(tr("Search these records"), QKeySequence::Find, [this] {
        if (currentPage() && !isBuild())
            currentPage()->focusSearch();
    });
    addCommand(tr("Filter by this field…"), Qt::Key_F8, [this] {
        if (currentPage() && !isBuild())
            currentPage()->askForFilter();
    });
    addCommand(tr("Group by this field"), Qt::SHIFT | Qt::Key_F8, [this] {
        if (currentPage() && !isBuild())
            currentPage()->groupByField();
    });
    addCommand(tr("Shown fields…"), Qt::CTRL | Qt::SHIFT | Qt::Key_F8, [this] {
        if (currentPage() && !isBuild())
            currentPage()->askForShownFields();
    });
    addCommand(tr("Start a trial"), {}, [this] { inFront(&WorkspaceView::startTrial); });
    addCommand(tr("Find anything"), Qt::CTRL | Qt::Key_K, [this] { m_head->focusFind(); });
    addCommand(tr("Go to the grid"), Qt::Key_F6, [this] {
        if (currentPage())
            currentPage()->focusGrid();
    });
    addCommand(tr("Go to the form"), Qt::Key_F7, [this] {
        if (currentPage())
            currentPage()->focusForm();
    });
    addCommand(tr("Go to the shelf"), Qt::SHIFT | Qt::Key_F6,
               [this] { inFront(&WorkspaceView::focusShelf); });
    addCommand(tr("Check the project…"), Qt::CTRL | Qt::SHIFT | Qt::Key_P,
               [this] { inFront(&WorkspaceView::showFindings); });
    addCommand(tr("Light or dark"), {}, [] {
        Theme& theme = Theme::instance();
        theme.setMode(theme.isDark() ? Theme::Mode::Light : Theme::Mode::Dark);
    });
    addCommand(tr("Open the demonstration"), {}, [this] { openDemonstration(false); });
    addCommand(tr("Reset the demonstration"), {}, [this] { openDemonstration(true); });
    addCommand(tr("Keys"), Qt::Key_F1, [this] { showKeys(); });
    addCommand(tr("Quit"), QKeySequence::Quit, [this] { close(); });

    m_undoAction = addCommand(tr("Undo"), QKeySequence::Undo, [this] {
        ifInFront(&WorkspaceView::undo);
        refreshUndo();
    });
    m_redoAction = addCommand(tr("Redo"), Qt::CTRL | Qt::SHIFT | Qt::Key_Z, [this] {
        ifInFront(&WorkspaceView::redo);
        refreshUndo();
    });
    refreshUndo();
}

void MainWindow::refreshUndo() {
    const WorkspaceView::UndoOffer offer =
        isViewInFront() ? m_view->undoOffer() : WorkspaceView::UndoOffer();
    m_undoAction->setEnabled(offer.canUndo);
    m_redoAction->setEnabled(offer.canRedo);
    m_undoAction->setText(isViewInFront() ? offer.undoText : tr("Undo"));
    m_redoAction->setText(isViewInFront() ? offer.redoText : tr("Redo"));
}

void MainWindow::makeMenu() {
    auto* menu = new QMenu(this);
    menu->addActions(m_commands);
    m_head->menuButton()->setMenu(menu);
}

void MainWindow::openProject(const QString& file) {
    leaveThen([this, file] { readProject(file); });
}

void MainWindow::readProject(const QString& file) {
    m_start->showReading(file);
    const auto project = loadProject(file);
    if (!project) {
        failToOpen(project.error());
        return;
    }
    secret_keeper::recall(project->connection, this,
                          [this, file, project = *project] { openWorkspace(file, project); });
}

// What was open stays open, with all that is typed in it.
void MainWindow::failToOpen(const Error& error) {
    m_givenUp.reset();
    if (m_workspace)
        notify({Notice::Kind::Refused, error.sentence, error.detail});
    else
        showStartError(error);
}

void MainWindow::showStartError(const Error& error) {
    m_pages->setCurrentWidget(m_start);
    m_start->showError(error);
}

void MainWindow::openWorkspace(const QString& file, const Project& project) {
    Workspace::open(file, project, this,
                    [this, file, project](const Result<std::shared_ptr<Workspace>>& workspace) {
                        if (workspace) {
                            // The former project could be worked in until now.
                            leaveThen([this, opened = *workspace] { install(opened); });
                            return;
                        }
                        const Error& error = workspace.error();
                        if (error.kind != ErrorKind::AccessDenied) {
                            failToOpen(error);
                            return;
                        }
                        m_givenUp.reset();
                        m_connect->askPassword(file, project.connection, error);
                        m_pages->setCurrentWidget(m_connectPlace);
                    });
}

// Back to the project, where one is open.
void MainWindow::leavePage() {
    if (!m_view) {
        m_pages->setCurrentWidget(m_start);
        return;
    }
    m_pages->setCurrentWidget(m_view);
    m_view->leavePage();
}

// The view goes before the workspace that it shows.
void MainWindow::closeProject() {
    delete std::exchange(m_view, nullptr);
    m_givenUp.reset();
    m_afterSaving = {};
    m_workspace.reset();
    refreshUndo();
}

void MainWindow::install(const std::shared_ptr<Workspace>& workspace) {
    closeProject();
    m_workspace = workspace;
    m_reachable = true;
    m_view = new WorkspaceView(workspace.get(), m_request.useOnly);
    connect(m_view, &WorkspaceView::headChanged, this, &MainWindow::refreshHead);
    connect(m_view, &WorkspaceView::undoChanged, this, &MainWindow::refreshUndo);
    connect(m_view, &WorkspaceView::said, this, &MainWindow::notify);
    connect(m_view, &WorkspaceView::databaseChosen, this, [this](const ConnectionSpec& other) {
        leaveThen([this, other] { useDatabase(other); });
    });
    connect(m_view, &WorkspaceView::nothingToShow, this, [this] {
        if (m_request.useOnly)
            showStartError({ErrorKind::NotFound, tr("This project has no screens yet.")});
        else
            m_pages->setCurrentWidget(m_start);
    });
    connect(workspace->notices(), &Notices::said, this, &MainWindow::notify);
    connect(workspace->records(), &Records::edited, this, [this] { m_afterSaving = {}; });
    connect(workspace->document(), &ProjectDocument::screensChanged, this,
            &MainWindow::refreshFindable);
    connect(workspace->writing(), &Writing::reachable, this,
            [this](bool reachable, const QString& reason) {
                m_reachable = reachable;
                m_unreachableReason = reason;
                refreshHead();
            });
    // Leaving ends the workspace, which must not happen while it tells of something.
    connect(
        workspace->writing()->saver(), &DraftSaver::savedAs, this,
        [this] {
            if (const auto go = std::exchange(m_afterSaving, {}))
                leaveThen(go);
        },
        Qt::QueuedConnection);
    m_pages->addWidget(m_view);
    m_pages->setCurrentWidget(m_view);
    m_head->setBuildOffered(!m_request.useOnly);
    m_view->begin(m_request.screen);
    refreshHead();
    refreshFindable();
    Q_EMIT opened();
}

void MainWindow::notify(const Notice& notice) {
    if (notice.kind == Notice::Kind::Refused)
        m_afterSaving = {};
    if (!isViewInFront() || !m_view->showNotice(notice))
        m_notice->setNotice(notice);
}

void MainWindow::refreshHead() {
    if (!m_workspace)
        return;
    const Project& project = m_workspace->project();
    m_head->setProject(project.name, m_workspace->document()->isModified());
    m_head->setConnection(project.connection, m_reachable, m_unreachableReason);
    m_head->setBuild(isBuild() || newScreens());
    const Findings& findings = m_workspace->document()->findings();
    const auto breaking =
        isBuild() ? std::count_if(findings.begin(), findings.end(),
                                  [](const Finding& finding) {
                                      return finding.severity == Finding::Severity::Breaks;
                                  })
                  : 0;
    m_head->setFindings(breaking,
                        isBuild() ? static_cast<qsizetype>(findings.size()) - breaking : 0);
    setWindowTitle(tr("%1 — Gravin").arg(project.name));
}

void MainWindow::refreshFindable() {
    QStringList texts;
    if (m_workspace) {
        for (const Screen& screen : m_workspace->project().screens)
            texts += screen.label;
    }
    for (const QAction* action : m_commands)
        texts += action->text();
    m_head->setFindable(texts);
}

void MainWindow::runFound(const QString& text) {
    if (m_workspace) {
        for (const Screen& screen : m_workspace->project().screens) {
            if (screen.label.compare(text, Qt::CaseInsensitive) == 0) {
                showScreen(screen.id);
                if (currentPage())
                    currentPage()->focusWork();
                return;
            }
        }
    }
    for (QAction* action : m_commands) {
        if (action->text().compare(text, Qt::CaseInsensitive) == 0) {
            action->trigger();
            return;
        }
    }
    notify({Notice::Kind::Refused, tr("Nothing here is called “%1”.").arg(text)});
}

void MainWindow::askForProject() {
    const QString file =
        QFileDialog::getOpenFileName(this, tr("Open a project"), {}, tr("Projects (*.gravin)"));
    if (!file.isEmpty())
        openProject(file);
}

void MainWindow::askForDatabase() {
    m_connect->startNew();
    m_pages->setCurrentWidget(m_connectPlace);
}

void MainWindow::askForOtherDatabase() {
    if (!m_workspace || m_request.useOnly)
        return;
    m_view->closeNewScreens();
    const Project& project = m_workspace->project();
    m_connect->startRepoint(project.name, project.connection);
    m_pages->setCurrentWidget(m_connectPlace);
}

// The project is saved with its new connection, and opened anew.
void MainWindow::useDatabase(const ConnectionSpec& other) {
    Project project = m_workspace->project();
    project.connection = other;
    const QString file = m_workspace->document()->file();
    if (const Status saved = gravin::saveProject(project, file); !saved) {
        leavePage();
        failToOpen(saved.error());
        return;
    }
    openWorkspace(file, project);
}

void MainWindow::openDemonstration(bool reset) {
    leaveThen([this, reset] { readDemonstration(reset); });
}

void MainWindow::readDemonstration(bool reset) {
    if (std::exchange(m_isMakingDemonstration, true))
        return;
    if (reset)
        closeProject(); // nobody may hold the file while it is replaced
    if (!m_workspace)
        m_pages->setCurrentWidget(m_start);
    m_start->showReading(tr("the demonstration"));
    runInBackground<Result<QString>>(
        this, [reset] { return reset ? resetOwnDemonstration() : ownDemonstration(); },
        [this](const Result<QString>& project) {
            m_isMakingDemonstration = false;
            if (project)
                readProject(*project);
            else
                failToOpen(project.error());
        });
}

void MainWindow::showKeys() {
    QStringList lines;
    const auto add = [&lines](const QList<QAction*>& actions) {
        for (const QAction* action : actions) {
            if (!action->shortcut().isEmpty())
                lines +=
                    QStringLiteral("<tr><td>%1&nbsp;&nbsp;</td><td>%2</td></tr>")
                        .arg(action->shortcut().toString(QKeySequence::NativeText).toHtmlEscaped(),
                             action->text().toHtmlEscaped());
        }
    };
    add(m_commands);
    if (currentPage())
        add(currentPage()->actions());
    for (const auto& [keys, what] :
         {std::pair{tr("F2 or Return"), tr("Edit the cell")},
          std::pair{tr("Space"), tr("Set yes or no")},
          std::pair{tr("Esc"), tr("Step back: the cell, then the record, then the window")}})
        lines += QStringLiteral("<tr><td>%1&nbsp;&nbsp;</td><td>%2</td></tr>").arg(keys, what);
    auto* box = new QMessageBox(QMessageBox::NoIcon, tr("Keys"),
                                QStringLiteral("<table>%1</table>").arg(lines.join(QString())),
                                QMessageBox::Close, this);
    box->setTextFormat(Qt::RichText);
    box->setAttribute(Qt::WA_DeleteOnClose);
    box->open();
}

bool MainWindow::asksBeforeLeaving() {
    if (!m_workspace)
        return false;
    m_view->endTyping();
    const UnsavedWork work = UnsavedWork::of(*m_workspace);
    return !work.isEmpty() && !(m_givenUp && *m_givenUp == work);
}

// Unsaved work is named before anything is left behind. What was given up once is not asked for
// again, unless something was typed since.
void MainWindow::leaveThen(const std::function<void()>& go) {
    m_afterSaving = {};
    if (!asksBeforeLeaving()) {
        go();
        return;
    }
    const UnsavedWork work = UnsavedWork::of(*m_workspace);
    auto* question = new LeaveQuestion(work, this);
    connect(question, &LeaveQuestion::saveChosen, this, [this, go] { saveThen(go); });
    connect(question, &LeaveQuestion::discardChosen, this, [this, work, go] {
        m_givenUp = work;
        go();
    });
    question->open();
}

// Goes when all is saved; what stands in the way is said, and nobody leaves.
void MainWindow::saveThen(const std::function<void()>& go) {
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

void MainWindow::closeEvent(QCloseEvent* event) {
    if (asksBeforeLeaving()) {
        event->ignore();
        leaveThen([this] { close(); });
        return;
    }
    if (m_view)
        m_view->openEdits()->dismissAll();
    QMainWindow::closeEvent(event);
}

} // namespace gravin
