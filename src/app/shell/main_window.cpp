// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/main_window.h"

#include "app/build/findings_panel.h"
#include "app/build/new_screens_page.h"
#include "app/build/new_table_page.h"
#include "app/build/plate_view.h"
#include "app/connect/connection_page.h"
#include "app/connect/repoint_panel.h"
#include "app/connect/secret_keeper.h"
#include "app/history/as_it_was_page.h"
#include "app/history/change_log_panel.h"
#include "app/history/rollback_dialog.h"
#include "app/history/timeline_strip.h"
#include "app/history/trial_band.h"
#include "app/look/theme.h"
#include "app/session/draft_history.h"
#include "app/session/draft_saver.h"
#include "app/session/work_keeper.h"
#include "app/shell/head_line.h"
#include "app/shell/leave_question.h"
#include "app/shell/left_over_panel.h"
#include "app/shell/open_edits_tray.h"
#include "app/shell/shelf.h"
#include "app/shell/start_page.h"
#include "app/use/edit_window.h"
#include "app/use/grid_view.h"
#include "app/use/notice_line.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "app/use/save_many.h"
#include "app/use/screen_page.h"
#include "core/base/text.h"
#include "core/project/project_file.h"
#include "core/project/screen_generator.h"
#include "demonstration.h"

#include <QAction>
#include <QCloseEvent>
#include <QFileDialog>
#include <QFileInfo>
#include <QHBoxLayout>
#include <QMenu>
#include <QMessageBox>
#include <QPushButton>
#include <QScrollArea>
#include <QSplitter>
#include <QStackedWidget>
#include <QToolButton>
#include <QVBoxLayout>

namespace gravin {

namespace {

constexpr int ChangeLogHeight = 240;

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
    , m_head(new HeadLine)
    , m_shelf(new Shelf)
    , m_pages(new QStackedWidget)
    , m_start(new StartPage)
    , m_connect(new ConnectionPage)
    , m_middle(new QSplitter(Qt::Vertical))
    , m_notice(new NoticeLine)
    , m_build(false) {
    setObjectName(QStringLiteral("main-window"));
    setWindowTitle(tr("Gravin"));
    resize(1280, 800);
    m_pages->addWidget(m_start);
    m_connectPlace = scrolled(m_connect);
    m_pages->addWidget(m_connectPlace);
    m_middle->setHandleWidth(1);
    m_middle->setChildrenCollapsible(false);
    m_middle->addWidget(m_pages);
    m_shelfEdge = new QFrame;
    m_shelfEdge->setProperty("role", "side-line");
    auto* body = new QHBoxLayout;
    body->setContentsMargins(0, 0, 0, 0);
    body->setSpacing(0);
    body->addWidget(m_shelf);
    body->addWidget(m_shelfEdge);
    body->addWidget(m_middle, 1);
    auto* all = new QWidget;
    auto* layout = new QVBoxLayout(all);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_head);
    layout->addWidget(m_notice);
    layout->addLayout(body, 1);
    setCentralWidget(all);
    makeActions();
    makeMenu();

    // What it says belongs to the page that was shown.
    m_notice->setObjectName(QStringLiteral("window-notice"));
    m_notice->hide();
    connect(m_pages, &QStackedWidget::currentChanged, m_notice, &QWidget::hide);
    connect(m_notice, &NoticeLine::rollbackRequested, this, &MainWindow::rollBackChange);
    connect(m_head, &HeadLine::buildRequested, this, &MainWindow::setBuild);
    connect(m_head, &HeadLine::found, this, &MainWindow::runFound);
    connect(m_head, &HeadLine::findingsRequested, this, &MainWindow::showFindings);
    connect(m_shelf, &Shelf::screenChosen, this, [this](const QString& screen) {
        showScreen(screen);
        currentPage()->focusWork();
    });
    connect(m_shelf, &Shelf::tableChosen, this, &MainWindow::makeScreenFor);
    connect(m_start, &StartPage::openRequested, this, &MainWindow::askForProject);
    connect(m_start, &StartPage::newRequested, this, &MainWindow::askForDatabase);
    connect(m_start, &StartPage::demonstrationRequested, this,
            [this] { openDemonstration(false); });
    connect(m_connect, &ConnectionPage::projectReady, this, &MainWindow::openProject);
    connect(m_connect, &ConnectionPage::comparisonRequested, this, &MainWindow::compareWith);
    connect(m_connect, &ConnectionPage::cancelled, this, &MainWindow::leavePage);
    connect(&Theme::instance(), &Theme::changed, this, &MainWindow::refreshHead);
    m_head->setBuildOffered(false);
    m_shelf->hide();
    m_shelfEdge->hide();
    refreshFindable();
    if (!request.file.isEmpty())
        openProject(request.file);
}

MainWindow::~MainWindow() { clearProject(); }

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
    addCommand(tr("New screens…"), Qt::CTRL | Qt::SHIFT | Qt::Key_N, [this] { showNewScreens(); });
    addCommand(tr("Save"), QKeySequence::Save, [this] { save(); });
    addCommand(tr("Save project"), {}, [this] { saveProject(); });
    addCommand(tr("Save all drafts"), Qt::CTRL | Qt::SHIFT | Qt::Key_S,
               [this] { saveAllDrafts(); });
    addCommand(tr("Switch between Build and Use"), Qt::Key_F9, [this] { setBuild(!m_build); });
    addCommand(tr("Change log"), Qt::CTRL | Qt::Key_L, [this] {
        if (m_changeLog && m_changeLog->isVisible())
            hideChangeLog();
        else
            showChangeLog();
    });
    addCommand(tr("Go to a record…"), Qt::CTRL | Qt::Key_G, [this] {
        if (currentPage())
            currentPage()->askWhereToGo();
    });
    addCommand(tr("Search these records"), QKeySequence::Find, [this] {
        if (currentPage() && !m_build)
            currentPage()->focusSearch();
    });
    addCommand(tr("Filter by this field…"), Qt::Key_F8, [this] {
        if (currentPage() && !m_build)
            currentPage()->askForFilter();
    });
    addCommand(tr("Group by this field"), Qt::SHIFT | Qt::Key_F8, [this] {
        if (currentPage() && !m_build)
            currentPage()->groupByField();
    });
    addCommand(tr("Shown fields…"), Qt::CTRL | Qt::SHIFT | Qt::Key_F8, [this] {
        if (currentPage() && !m_build)
            currentPage()->askForShownFields();
    });
    addCommand(tr("Start a trial"), {}, [this] {
        if (m_trial)
            m_trial->start();
    });
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
               [this] { m_shelf->setFocus(Qt::ShortcutFocusReason); });
    addCommand(tr("Check the project…"), Qt::CTRL | Qt::SHIFT | Qt::Key_P,
               [this] { showFindings(); });
    addCommand(tr("Light or dark"), {}, [] {
        Theme& theme = Theme::instance();
        theme.setMode(theme.isDark() ? Theme::Mode::Light : Theme::Mode::Dark);
    });
    addCommand(tr("Open the demonstration"), {}, [this] { openDemonstration(false); });
    addCommand(tr("Reset the demonstration"), {}, [this] { openDemonstration(true); });
    addCommand(tr("Keys"), Qt::Key_F1, [this] { showKeys(); });
    addCommand(tr("Quit"), QKeySequence::Quit, [this] { close(); });

    m_undoAction = addCommand(tr("Undo"), QKeySequence::Undo, [this] { undo(); });
    m_redoAction = addCommand(tr("Redo"), Qt::CTRL | Qt::SHIFT | Qt::Key_Z, [this] { redo(); });
    for (const auto signal : {&QUndoGroup::canUndoChanged, &QUndoGroup::canRedoChanged})
        connect(&m_undo, signal, this, &MainWindow::refreshUndo);
    connect(&m_undo, &QUndoGroup::undoTextChanged, this, &MainWindow::refreshUndo);
    connect(&m_undo, &QUndoGroup::redoTextChanged, this, &MainWindow::refreshUndo);
    refreshUndo();
}

bool MainWindow::undoesDrafts() const { return m_workspace && !m_build && currentPage(); }

void MainWindow::refreshUndo() {
    const bool drafts = undoesDrafts();
    const DraftHistory* history = drafts ? m_workspace->history() : nullptr;
    const bool offersRollback = drafts && !history->canUndo() && m_lastSave > 0;
    m_undoAction->setEnabled(drafts ? history->canUndo() || offersRollback : m_undo.canUndo());
    m_redoAction->setEnabled(drafts ? history->canRedo() : m_undo.canRedo());
    m_undoAction->setText(offersRollback ? tr("Roll back the last save…")
                          : drafts       ? tr("Undo the last edit")
                                         : tr("Undo %1").arg(m_undo.undoText()).trimmed());
    m_redoAction->setText(drafts ? tr("Redo the next edit")
                                 : tr("Redo %1").arg(m_undo.redoText()).trimmed());
}

void MainWindow::undo() {
    if (!undoesDrafts()) {
        if (QUndoStack* stack = m_undo.activeStack())
            stack->undo();
        return;
    }
    currentPage()->endCellEdit();
    DraftHistory* history = m_workspace->history();
    if (history->canUndo()) {
        const DraftPlace place = history->undoPlace();
        history->undo();
        showDraftOf(place);
    } else if (m_lastSave > 0) {
        rollBackChange(std::exchange(m_lastSave, 0));
        refreshUndo();
    }
}

void MainWindow::showAsItWas(qint64 change) {
    const AsItWasPage* shown = qobject_cast<AsItWasPage*>(m_pages->currentWidget());
    const QString screenId = shown           ? shown->screenId()
                             : currentPage() ? currentPage()->screenId()
                                             : QString();
    if (screenId.isEmpty())
        return;
    returnToNow();
    auto* page = new AsItWasPage(m_workspace.get(), screenId, change);
    connect(page, &AsItWasPage::returnRequested, this, &MainWindow::returnToNow);
    connect(page, &AsItWasPage::rollbackRequested, this, &MainWindow::rollBack);
    m_pages->addWidget(page);
    m_pages->setCurrentWidget(page);
    page->list()->setFocus(Qt::OtherFocusReason);
    m_timeline->setMoment(change);
}

void MainWindow::returnToNow() {
    auto* page = qobject_cast<AsItWasPage*>(m_pages->currentWidget());
    if (!page)
        return;
    const QString screenId = page->screenId();
    m_timeline->setMoment({});
    m_pages->removeWidget(page);
    page->deleteLater();
    showScreen(screenId);
    if (currentPage())
        currentPage()->focusWork();
}

void MainWindow::rollBackChange(qint64 change) {
    RollbackDialog::ofChange(m_workspace.get(), change, this)->open();
}

void MainWindow::rollBack(const LogScope& scope, const QString& words) {
    (new RollbackDialog(m_workspace.get(), scope, words, this))->open();
}

void MainWindow::redo() {
    if (!undoesDrafts()) {
        if (QUndoStack* stack = m_undo.activeStack())
            stack->redo();
        return;
    }
    DraftHistory* history = m_workspace->history();
    if (!history->canRedo())
        return;
    const DraftPlace place = history->redoPlace();
    history->redo();
    showDraftOf(place);
}

// What was undone is to be seen.
void MainWindow::showDraftOf(const DraftPlace& place) {
    ScreenPage* page = currentPage();
    const GridModel* model = page->grid()->gridModel();
    if (model->binding()->tableName() == place.table && model->rowOf(place.id) >= 0)
        page->grid()->setCurrentRecord(place.id);
}

void MainWindow::makeMenu() {
    auto* menu = new QMenu(this);
    menu->addActions(m_commands);
    m_head->menuButton()->setMenu(menu);
}

ScreenPage* MainWindow::currentPage() const {
    return qobject_cast<ScreenPage*>(m_pages->currentWidget());
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

// Back to the screen that was shown before.
void MainWindow::leavePage() {
    closeNewScreens();
    if (m_workspace && !m_workspace->project().screens.isEmpty())
        showScreen(m_shelf->currentScreen());
    else
        m_pages->setCurrentWidget(m_start);
}

void MainWindow::showNewScreens() {
    if (!m_workspace || m_request.useOnly)
        return;
    closeNewScreens();
    // The preview needs the room, and the page belongs to Build.
    m_head->setBuild(true);
    m_shelf->hide();
    m_shelfEdge->hide();
    m_newScreens = new NewScreensPage(m_workspace.get());
    m_pages->addWidget(m_newScreens);
    m_pages->setCurrentWidget(m_newScreens);
    connect(m_newScreens, &NewScreensPage::cancelled, this, &MainWindow::leavePage);
    connect(m_newScreens, &NewScreensPage::newTableRequested, this, &MainWindow::showNewTable);
    connect(m_newScreens, &NewScreensPage::made, this, [this](const QString& screen) {
        closeNewScreens();
        setBuild(true);
        showScreen(screen);
        currentPage()->plate()->setFocus(Qt::OtherFocusReason);
    });
    m_newScreens->focusTables();
}

void MainWindow::showNewTable() {
    if (!m_newTable) {
        m_newTable = new NewTablePage(m_workspace.get());
        m_pages->addWidget(m_newTable);
        m_undo.addStack(m_newTable->undoStack());
        connect(m_newTable, &NewTablePage::cancelled, this, &MainWindow::leaveNewTable);
        connect(m_newTable, &NewTablePage::created, this,
                [this](const QString& table, const Notice& notice) {
                    if (m_pages->currentWidget() == m_newTable)
                        leaveNewTable();
                    m_newTable->deleteLater();
                    m_newTable = nullptr;
                    if (!m_newScreens)
                        return;
                    m_newScreens->chooseTable(table);
                    m_newScreens->say(notice);
                });
    }
    m_pages->setCurrentWidget(m_newTable);
    m_undo.setActiveStack(m_newTable->undoStack());
    m_newTable->focusName();
}

// Back to the page it was asked for on; what was typed stays until the project is closed.
void MainWindow::leaveNewTable() {
    m_undo.setActiveStack(m_workspace->undoStack());
    m_pages->setCurrentWidget(m_newScreens);
    m_newScreens->focusTables();
}

void MainWindow::closeNewScreens() {
    if (!m_newScreens)
        return;
    m_undo.setActiveStack(m_workspace->undoStack());
    m_newScreens->deleteLater(); // it may be what asked for this
    m_newScreens = nullptr;
    m_head->setBuild(m_build);
    m_shelf->show();
    m_shelfEdge->show();
}

void MainWindow::clearProject() {
    delete m_newTable;
    m_newTable = nullptr;
    delete m_newScreens;
    m_newScreens = nullptr;
    delete m_openEdits;
    m_openEdits = nullptr;
    qDeleteAll(m_pageOf);
    m_pageOf.clear();
    qDeleteAll(m_pages->findChildren<AsItWasPage*>());
    // Questions about the project go with it. The one about leaving it is what may have led here.
    for (QDialog* dialog : findChildren<QDialog*>(Qt::FindDirectChildrenOnly)) {
        if (!qobject_cast<LeaveQuestion*>(dialog))
            delete dialog;
    }
    delete m_trial;
    m_trial = nullptr;
    delete m_bottom;
    m_bottom = nullptr;
    delete m_changeLog;
    m_changeLog = nullptr;
    m_shelf->setWorkspace(nullptr);
    m_givenUp.reset();
    m_afterSaving = {};
    m_workspace.reset();
    refreshUndo();
}

void MainWindow::install(const std::shared_ptr<Workspace>& workspace) {
    clearProject();
    m_workspace = workspace;
    m_undo.addStack(workspace->undoStack());
    m_undo.setActiveStack(workspace->undoStack());
    m_openEdits = new OpenEdits(workspace.get(), this);
    m_reachable = true;
    m_lastSave = 0;
    connect(workspace->history(), &DraftHistory::changed, this, &MainWindow::refreshUndo);
    connect(workspace->saver(), &DraftSaver::savedAs, this, [this](qint64 change) {
        m_lastSave = change;
        refreshUndo();
        if (const auto go = std::exchange(m_afterSaving, {}))
            leaveThen(go);
    });
    connect(workspace.get(), &Workspace::edited, this, [this] { m_afterSaving = {}; });
    connect(workspace.get(), &Workspace::notice, this, &MainWindow::notify);
    connect(workspace.get(), &Workspace::modifiedChanged, this, &MainWindow::refreshHead);
    connect(workspace.get(), &Workspace::screensChanged, this, [this] {
        refreshFindable();
        // A screen may be removed by a button of its own page.
        QMetaObject::invokeMethod(this, &MainWindow::forgetRemovedScreens, Qt::QueuedConnection);
    });
    connect(workspace.get(), &Workspace::sourcesReplaced, this, &MainWindow::renewPages);
    connect(workspace.get(), &Workspace::reachable, this,
            [this](bool reachable, const QString& reason) {
                m_reachable = reachable;
                m_unreachableReason = reason;
                refreshHead();
            });

    m_changeLog = new ChangeLogPanel(workspace.get());
    m_middle->addWidget(m_changeLog);
    m_changeLog->hide();
    connect(m_changeLog, &ChangeLogPanel::closeRequested, this, &MainWindow::hideChangeLog);
    connect(m_changeLog, &ChangeLogPanel::rollbackRequested, this, &MainWindow::rollBack);
    connect(m_changeLog, &ChangeLogPanel::asItWasRequested, this, &MainWindow::showAsItWas);

    m_trial = new TrialBand(workspace.get());
    static_cast<QVBoxLayout*>(centralWidget()->layout())->insertWidget(1, m_trial);

    m_bottom = new QWidget;
    auto* timeline = m_timeline = new TimelineStrip(workspace.get());
    auto* bottom = new QHBoxLayout(m_bottom);
    bottom->setContentsMargins(0, 0, 0, 0);
    bottom->setSpacing(0);
    bottom->addWidget(timeline, 1);
    bottom->addWidget(new OpenEditsTray(m_openEdits));
    static_cast<QVBoxLayout*>(centralWidget()->layout())->addWidget(m_bottom);
    connect(timeline, &TimelineStrip::changeChosen, this, &MainWindow::showChangeLog);
    connect(timeline, &TimelineStrip::momentChosen, this, &MainWindow::showAsItWas);
    connect(timeline, &TimelineStrip::nowChosen, this, &MainWindow::returnToNow);

    connect(workspace.get(), &Workspace::findingsChanged, this, &MainWindow::refreshHead);
    m_head->setBuildOffered(!m_request.useOnly);
    m_shelf->setWorkspace(workspace.get());
    m_shelf->show();
    m_shelfEdge->show();
    const Project& project = workspace->project();
    const Screen* first = m_request.screen.isEmpty() ? nullptr : project.screen(m_request.screen);
    if (!first)
        first = project.screenById(project.startScreen);
    if (!first && !project.screens.isEmpty())
        first = &project.screens.front();
    setBuild(false);
    if (first)
        showScreen(first->id);
    else if (m_request.useOnly)
        showStartError({ErrorKind::NotFound, tr("This project has no screens yet.")});
    else
        showNewScreens();
    refreshHead();
    refreshFindable();
    if (currentPage())
        currentPage()->focusWork();
    if (!workspace->draftKeeper()->leftOver().isEmpty())
        (new LeftOverPanel(workspace.get(), this))->open();
    else if (!workspace->draftKeeper()->problem().isEmpty())
        notify({Notice::Kind::Refused, workspace->draftKeeper()->problem()});
    workspace->workKeeper()->tellWhatBecame();
    workspace->compareLog();
    Q_EMIT opened();
}

void MainWindow::refreshHead() {
    if (!m_workspace)
        return;
    const Project& project = m_workspace->project();
    m_head->setProject(project.name, m_workspace->isProjectModified());
    m_head->setConnection(project.connection, m_reachable, m_unreachableReason);
    m_head->setBuild(m_build || m_newScreens);
    const Findings& findings = m_workspace->findings();
    const auto breaking =
        m_build ? std::count_if(findings.begin(), findings.end(),
                                [](const Finding& finding) {
                                    return finding.severity == Finding::Severity::Breaks;
                                })
                : 0;
    m_head->setFindings(breaking, m_build ? static_cast<qsizetype>(findings.size()) - breaking : 0);
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

void MainWindow::showFindings() {
    if (!m_workspace || m_request.useOnly)
        return;
    auto* panel = new FindingsPanel(m_workspace.get(), this);
    connect(panel, &FindingsPanel::screenWanted, this, [this, panel](const QString& screenId) {
        panel->accept();
        showScreen(screenId);
    });
    panel->open();
}

void MainWindow::setBuild(bool build) {
    if (m_newScreens && !m_workspace->project().screens.isEmpty())
        leavePage();
    m_build = build && !m_request.useOnly;
    refreshHead();
    refreshUndo();
    m_shelf->setBuild(m_build);
    for (ScreenPage* page : std::as_const(m_pageOf))
        page->setBuild(m_build);
    if (currentPage() && m_build)
        currentPage()->plate()->setFocus(Qt::OtherFocusReason);
    else if (currentPage())
        currentPage()->focusWork();
}

void MainWindow::showScreen(const QString& screenId) {
    ScreenPage* page = m_pageOf.value(screenId);
    if (!page) {
        if (const auto bound = m_workspace->bound(screenId); !bound) {
            notify({Notice::Kind::Refused, bound.error().sentence});
            return;
        }
        page = new ScreenPage(m_workspace.get(), screenId, m_openEdits);
        m_pageOf.insert(screenId, page);
        m_pages->addWidget(page);
        connect(page, &ScreenPage::saveProjectRequested, this, &MainWindow::saveProject);
        connect(page, &ScreenPage::rollbackRequested, this, &MainWindow::rollBackChange);
        connect(page, &ScreenPage::goToRequested, this, &MainWindow::goTo);
        page->setBuild(m_build);
    }
    closeNewScreens();
    // Shortcuts are those of the screen that is shown.
    if (ScreenPage* before = currentPage()) {
        for (QAction* action : before->actions())
            removeAction(action);
    }
    addActions(page->actions());
    m_pages->setCurrentWidget(page);
    m_shelf->setCurrentScreen(screenId);
    refreshUndo();
}

void MainWindow::makeScreenFor(const QString& table) {
    showScreen(m_workspace->addScreens({table}, Arrangement::GridForm));
}

// To the one record that is meant, else to those that are.
void MainWindow::goTo(const RecordLink& link, const std::vector<Value>& values,
                      const QString& words) {
    showScreen(link.screen);
    ScreenPage* page = currentPage();
    const auto bound = m_workspace->bound(link.screen);
    if (!page || page->screenId() != link.screen || !bound)
        return;
    if (bound->table->key == link.targetColumns)
        page->goToRecord(Key(values));
    else
        page->showOnly({link.targetColumns, values}, words);
    page->focusWork();
}

void MainWindow::renewPages() {
    const ScreenPage* shown = currentPage();
    const QString screen = shown ? shown->screenId() : QString();
    for (ScreenPage* page : std::as_const(m_pageOf)) {
        m_pages->removeWidget(page);
        page->deleteLater(); // it may be what asked for this
    }
    m_pageOf.clear();
    for (EditWindow* window : m_openEdits->windows()) {
        const Table* table = m_workspace->catalog().table(window->tableName());
        if (!table || table->isQuery())
            window->close();
    }
    if (!screen.isEmpty())
        showScreen(screen);
}

void MainWindow::forgetRemovedScreens() {
    if (!m_workspace)
        return;
    const bool currentGoes = currentPage() && !m_workspace->screen(currentPage()->screenId());
    for (auto page = m_pageOf.begin(); page != m_pageOf.end();) {
        if (m_workspace->screen(page.key())) {
            ++page;
            continue;
        }
        m_pages->removeWidget(page.value());
        page.value()->deleteLater();
        page = m_pageOf.erase(page);
    }
    if (!currentGoes)
        return;
    if (m_workspace->project().screens.isEmpty())
        showNewScreens();
    else
        showScreen(m_shelf->currentScreen());
}

void MainWindow::showChangeLog(qint64 change) {
    if (!m_changeLog)
        return;
    if (!m_changeLog->isVisible()) {
        m_changeLog->show();
        m_middle->setSizes({m_middle->height() - ChangeLogHeight, ChangeLogHeight});
    }
    if (change > 0)
        m_changeLog->choose(change);
    else
        m_changeLog->chooseNewest();
    m_changeLog->focusList();
}

void MainWindow::hideChangeLog() {
    m_changeLog->hide();
    if (currentPage())
        currentPage()->focusGrid();
}

void MainWindow::save() {
    if (m_build) {
        saveProject();
        return;
    }
    ScreenPage* page = currentPage();
    if (!page)
        return;
    page->endCellEdit();
    page->action(ScreenPage::Command::Save)->trigger();
}

void MainWindow::saveAllDrafts() {
    if (!m_workspace)
        return;
    if (currentPage())
        currentPage()->endCellEdit();
    saveTogether(*m_workspace, currentPage() ? currentPage()->screenLabel() : QString(),
                 m_workspace->tablesInUse(), this,
                 [this](const DraftPlace& place, const QString& column) {
                     if (currentPage())
                         currentPage()->goToField(place, column);
                 });
}

void MainWindow::saveProject() {
    if (!m_workspace)
        return;
    const Status saved = m_workspace->saveProject();
    if (saved)
        notify(
            {Notice::Kind::Done, tr("Saved the project to %1.").arg(m_workspace->projectFile())});
    else
        notify({Notice::Kind::Refused, saved.error().sentence, saved.error().detail});
}

void MainWindow::notify(const Notice& notice) {
    if (ScreenPage* page = currentPage())
        page->showNotice(notice);
    else if (auto* then = qobject_cast<AsItWasPage*>(m_pages->currentWidget()))
        then->showNotice(notice);
    else if (m_newScreens && m_pages->currentWidget() == m_newScreens)
        m_newScreens->say(notice);
    else
        m_notice->show(notice);
    if (notice.kind == Notice::Kind::Refused)
        m_afterSaving = {};
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
    closeNewScreens();
    const Project& project = m_workspace->project();
    m_connect->startRepoint(project.name, project.connection);
    m_pages->setCurrentWidget(m_connectPlace);
}

void MainWindow::compareWith(const ConnectionSpec& other) {
    auto* panel = new RepointPanel(m_workspace.get(), other, this);
    connect(panel, &QDialog::accepted, this,
            [this, other] { leaveThen([this, other] { useDatabase(other); }); });
    panel->open();
}

// The project is saved with its new connection, and opened anew.
void MainWindow::useDatabase(const ConnectionSpec& other) {
    Project project = m_workspace->project();
    project.connection = other;
    const QString file = m_workspace->projectFile();
    if (const Status saved = gravin::saveProject(project, file); !saved) {
        leavePage();
        notify({Notice::Kind::Refused, saved.error().sentence, saved.error().detail});
        return;
    }
    openWorkspace(file, project);
}

void MainWindow::openDemonstration(bool reset) {
    leaveThen([this, reset] { readDemonstration(reset); });
}

void MainWindow::readDemonstration(bool reset) {
    if (reset)
        clearProject(); // nobody may hold the file while it is replaced
    const auto project = reset ? resetPrivateDemonstration() : privateDemonstration();
    if (!project) {
        notify({Notice::Kind::Refused, project.error().sentence, project.error().detail});
        return;
    }
    if (!m_workspace)
        m_pages->setCurrentWidget(m_start);
    readProject(*project);
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

// Unsaved work is named before anything is left behind. What was given up once is not asked for
// again, unless something was typed since.
void MainWindow::leaveThen(const std::function<void()>& go) {
    m_afterSaving = {};
    const UnsavedWork work = m_workspace ? UnsavedWork::of(*m_workspace) : UnsavedWork();
    if (work.isEmpty() || (m_givenUp && *m_givenUp == work)) {
        go();
        return;
    }
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
    if (m_workspace->isProjectModified())
        saveProject();
    if (m_workspace->isProjectModified())
        return;
    const QStringList tables = m_workspace->tablesInUse();
    if (draftsToSave(*m_workspace, tables).isEmpty()) {
        m_givenUp = UnsavedWork::of(*m_workspace); // records just begun, with nothing in them
        go();
        return;
    }
    m_afterSaving = go;
    saveAllDrafts();
}

void MainWindow::closeEvent(QCloseEvent* event) {
    const UnsavedWork work = m_workspace ? UnsavedWork::of(*m_workspace) : UnsavedWork();
    if (!work.isEmpty() && !(m_givenUp && *m_givenUp == work)) {
        event->ignore();
        leaveThen([this] { close(); });
        return;
    }
    if (m_openEdits)
        m_openEdits->closeAll();
    QMainWindow::closeEvent(event);
}

} // namespace gravin
