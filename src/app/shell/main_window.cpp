// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/main_window.h"

#include "app/commands/command_menu.h"
#include "app/commands/find_box.h"
#include "app/connect/connection_page.h"
#include "app/look/notice_line.h"
#include "app/look/theme.h"
#include "app/shell/header_bar.h"
#include "app/shell/open_project.h"
#include "app/shell/start_page.h"
#include "app/shell/walk_band.h"
#include "app/shell/window_commands.h"
#include "app/shell/workspace_view.h"

#include <QApplication>
#include <QCloseEvent>
#include <QFileDialog>
#include <QFileInfo>
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
    , m_start(new StartPage(request.useOnly))
    , m_connect(new ConnectionPage)
    , m_connectArea(scrolled(m_connect))
    , m_project(std::make_unique<OpenProject>(request.useOnly, this))
    , m_list(new CommandList(this))
    , m_commands(new WindowCommands(m_project.get(), m_list, this)) {
    setObjectName(QStringLiteral("main-window"));
    setWindowTitle(tr("Gravin"));
    resize(1280, 800);
    layOut();
    connectParts();
    connectCommands();
    m_head->setBuildOffered(false);
    m_project->setAsksFirst(request.asksFirst);
    if (!request.file.isEmpty())
        openProject(request.file);
}

MainWindow::~MainWindow() {
    m_project->close();
    // The pages go later, and nobody is there any more to follow them.
    disconnect(m_pages, nullptr, this, nullptr);
}

void MainWindow::layOut() {
    m_pages->addWidget(m_start);
    m_pages->addWidget(m_connectArea);
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
    m_head->menuButton()->setMenu(new CommandMenu(m_list, this));
}

void MainWindow::connectParts() {
    // What it says belongs to the page that was shown.
    connect(m_pages, &QStackedWidget::currentChanged, this, [this] { m_notice->hide(); });
    connect(m_notice, &NoticeLine::rollbackRequested, this, [this](qint64 change) {
        if (WorkspaceView* view = m_project->view())
            view->rollBackChange(change);
    });
    connect(m_head, &HeaderBar::buildRequested, this, &MainWindow::setBuild);
    m_head->findBox()->setSource([this] { return m_commands->findable(); });
    connect(m_head->findBox(), &FindBox::unknown, this, [this](const QString& text) {
        notify({Notice::Kind::Refused, tr("Nothing here is called “%1”.").arg(text)});
    });
    connect(m_head, &HeaderBar::findingsRequested, this,
            [this] { m_project->inFront(&WorkspaceView::showFindings); });
    connect(m_start, &StartPage::openRequested, this, &MainWindow::askForProject);
    connect(m_head->findBox(), &FindBox::left, this,
            [this] { m_project->ifInFront(&WorkspaceView::focusWork); });
    connect(m_start, &StartPage::projectChosen, this, [this](const QString& file) {
        // The one that is open is come back to as it is.
        if (workspace() && QFileInfo(workspace()->document()->file()) == QFileInfo(file))
            m_project->inFront(&WorkspaceView::focusWork);
        else
            openProject(file);
    });
    connect(m_start, &StartPage::newRequested, this, &MainWindow::askForDatabase);
    connect(m_start, &StartPage::demonstrationRequested, this,
            [this] { openDemonstration(false); });
    connect(m_connect, &ConnectionPage::projectReady, m_project.get(), &OpenProject::openOwn);
    connect(m_connect, &ConnectionPage::comparisonRequested, this,
            [this](const ConnectionSpec& other) {
                if (WorkspaceView* view = m_project->view())
                    view->compareWith(other);
            });
    connect(m_connect, &ConnectionPage::cancelled, this, &MainWindow::leaveConnection);
    connect(&Theme::instance(), &Theme::changed, this, &MainWindow::refreshHead);

    connect(m_project.get(), &OpenProject::reading, m_start, &StartPage::showReading);
    connect(m_project.get(), &OpenProject::viewMade, this, &MainWindow::showView);
    connect(m_project.get(), &OpenProject::frontRequested, this,
            [this] { m_pages->setCurrentWidget(m_project->view()); });
    connect(m_project.get(), &OpenProject::closing, this,
            [this] { m_pages->setCurrentWidget(m_start); });
    connect(m_project.get(), &OpenProject::failed, this, &MainWindow::failToOpen);
    connect(m_project.get(), &OpenProject::leftClosed, this, [this] {
        m_start->refresh();
        leaveConnection();
    });
    connect(m_project.get(), &OpenProject::accessNeeded, this,
            [this](const QString& file, const ConnectionSpec& connection, const Error& error) {
                m_connect->askAccess(file, connection, error);
                m_pages->setCurrentWidget(m_connectArea);
            });
}

void MainWindow::connectCommands() {
    connect(m_commands, &WindowCommands::projectWanted, this, &MainWindow::askForProject);
    connect(m_commands, &WindowCommands::newProjectWanted, this, &MainWindow::askForDatabase);
    connect(m_commands, &WindowCommands::otherDatabaseWanted, this,
            &MainWindow::askForOtherDatabase);
    connect(m_commands, &WindowCommands::startWanted, this, [this] {
        m_start->refresh();
        m_pages->setCurrentWidget(m_start);
    });
    connect(m_list, &CommandList::refused, this, [this](const QString& reason) {
        notify({Notice::Kind::Refused, reason});
    });
    connect(m_commands, &WindowCommands::findWanted, m_head, &HeaderBar::focusFind);
    connect(m_commands, &WindowCommands::quitWanted, this, &QWidget::close);
}

void MainWindow::openProject(const QString& file) { m_project->open(file); }

void MainWindow::openDemonstration(bool reset) { m_project->openDemonstration(reset); }

Workspace* MainWindow::workspace() const { return m_project->workspace(); }

ScreenPage* MainWindow::currentPage() const { return m_project->currentPage(); }

NewScreensPage* MainWindow::newScreens() const {
    return m_project->view() ? m_project->view()->newScreens() : nullptr;
}

OpenEdits* MainWindow::openEdits() const {
    return m_project->view() ? m_project->view()->openEdits() : nullptr;
}

ChangeLogPanel* MainWindow::changeLog() const {
    return m_project->view() ? m_project->view()->changeLog() : nullptr;
}

bool MainWindow::isBuild() const { return m_project->view() && m_project->view()->isBuild(); }

void MainWindow::setBuild(bool build) {
    if (m_project->view())
        m_project->view()->setBuild(build);
}

void MainWindow::showScreen(const QString& screenId) { m_project->showScreen(screenId); }

void MainWindow::showChangeLog(qint64 change) {
    if (m_project->view())
        m_project->view()->showChangeLog(change);
}

// What was open stays open, with all that is typed in it.
void MainWindow::failToOpen(const Error& error) {
    if (workspace())
        notify({Notice::Kind::Refused, error.sentence, error.detail});
    else
        showStartError(error);
}

void MainWindow::showStartError(const Error& error) {
    m_pages->setCurrentWidget(m_start);
    m_start->showError(error);
}

// Back to the project, where one is open.
void MainWindow::leaveConnection() {
    if (m_project->view())
        m_project->inFront(&WorkspaceView::leavePage);
    else
        m_pages->setCurrentWidget(m_start);
}

void MainWindow::showView(WorkspaceView* view) {
    connect(view, &WorkspaceView::headChanged, this, &MainWindow::refreshHead);
    connect(view, &WorkspaceView::said, this, &MainWindow::notify);
    connect(view, &WorkspaceView::nothingToShow, this, [this] {
        if (!workspace()->project().screens.isEmpty())
            showStartError(
                {ErrorKind::Refused,
                 tr("No screen of this project is open to you. %1")
                     .arg(workspace()->document()->standing().reasonAgainst(Act::Open))});
        else if (m_request.useOnly)
            showStartError({ErrorKind::NotFound, tr("This project has no screens yet.")});
        else
            m_pages->setCurrentWidget(m_start);
    });
    m_start->forget();
    view->walk()->setKeys([this](const char* command) {
        return m_list->keys(QLatin1String(command)).toString(QKeySequence::NativeText);
    });
    followWorkspace();
    m_pages->addWidget(view);
    m_pages->setCurrentWidget(view);
    m_head->setBuildOffered(m_project->reasonAgainstBuilding().isEmpty());
    if (!std::exchange(m_isPlaced, true) && !view->leftOff().geometry.isEmpty())
        restoreGeometry(view->leftOff().geometry);
    view->begin(m_request.screen);
    refreshHead();
    Q_EMIT opened();
}

void MainWindow::followWorkspace() {
    m_reachable = true;
    connect(qApp, &QGuiApplication::applicationStateChanged, workspace()->writing(),
            [writing = workspace()->writing()](Qt::ApplicationState state) {
                writing->setAttended(state == Qt::ApplicationActive);
            });
    connect(workspace()->notices(), &Notices::said, this, &MainWindow::notify);
    connect(workspace()->writing(), &Writing::reachable, this,
            [this](bool reachable, const QString& reason) {
                m_reachable = reachable;
                m_unreachableReason = reason;
                refreshHead();
            });
}

void MainWindow::notify(const Notice& notice) {
    if (notice.kind == Notice::Kind::Refused)
        m_project->forgetLeaving();
    if (!m_project->isInFront() || !m_project->view()->showNotice(notice))
        m_notice->setNotice(notice);
}

void MainWindow::refreshHead() {
    if (!workspace())
        return;
    const Project& project = workspace()->project();
    const ProjectDocument* document = workspace()->document();
    m_head->setProject(project.name, document->isModified());
    m_head->setConnection(project.connection, m_reachable, m_unreachableReason);
    m_head->setBuild(isBuild() || newScreens());
    const qsizetype all = isBuild() ? static_cast<qsizetype>(document->findings().size()) : 0;
    const qsizetype breaking = isBuild() ? breakingCount(document->findings()) : 0;
    m_head->setFindings(breaking, all - breaking);
    setWindowTitle(tr("%1 — Gravin").arg(project.name));
}

void MainWindow::askForProject() {
    const QString file =
        QFileDialog::getOpenFileName(this, tr("Open a project"), {}, tr("Projects (*.gravin)"));
    if (!file.isEmpty())
        openProject(file);
}

void MainWindow::askForDatabase() {
    m_connect->startNew();
    m_pages->setCurrentWidget(m_connectArea);
}

void MainWindow::askForOtherDatabase() {
    if (!workspace() || !m_project->reasonAgainstBuilding().isEmpty())
        return;
    m_project->view()->closeNewScreens();
    const Project& project = workspace()->project();
    m_connect->startRepoint(project.name, project.connection);
    m_pages->setCurrentWidget(m_connectArea);
}

void MainWindow::closeEvent(QCloseEvent* event) {
    if (!m_project->letsGo([this] { close(); })) {
        event->ignore();
        return;
    }
    QMainWindow::closeEvent(event);
}

} // namespace gravin
