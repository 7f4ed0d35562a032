// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/workspace_view.h"

#include "app/build/build_face.h"
#include "app/build/field_adder.h"
#include "app/build/plate_view.h"
#include "app/build/roles_dialog.h"
#include "app/fitting/findings_panel.h"
#include "app/fitting/repoint_panel.h"
#include "app/grid/grid_view.h"
#include "app/history/as_it_was_page.h"
#include "app/history/change_log_panel.h"
#include "app/history/timeline_strip.h"
#include "app/history/trial_band.h"
#include "app/shell/left_over_panel.h"
#include "app/shell/open_edits_tray.h"
#include "app/shell/screen_list.h"
#include "app/shell/walk_band.h"
#include "app/sources/new_field_dialog.h"
#include "app/sources/new_screens_page.h"
#include "app/sources/new_table_page.h"
#include "app/sources/watched_tables_dialog.h"
#include "app/use/edit_window.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "app/use/save_many.h"
#include "app/use/screen_page.h"
#include "core/fitting/screen_links.h"
#include "session/drafts/draft_history.h"
#include "session/drafts/draft_keeper.h"
#include "session/drafts/draft_saver.h"
#include "session/work_keeper.h"

#include <QAction>
#include <QDialog>
#include <QSplitter>
#include <QStackedWidget>
#include <QVBoxLayout>

namespace gravin {

WorkspaceView::WorkspaceView(Workspace* workspace, bool useOnly, QWidget* parent)
    : QWidget(parent)
    , m_workspace(workspace)
    , m_useOnly(useOnly)
    , m_openEdits(new OpenEdits(workspace, this))
    , m_shelf(new ScreenList)
    , m_shelfEdge(new QFrame)
    , m_pages(new QStackedWidget)
    , m_middle(new QSplitter(Qt::Vertical))
    , m_timeline(new TimelineStrip(workspace))
    , m_walk(new WalkBand(workspace))
    , m_trial(new TrialBand(workspace))
    , m_changeLog(new ChangeLogPanel(workspace))
    , m_tray(new OpenEditsTray(m_openEdits))
    , m_leftOff(LeftOff::of(workspace->document()->file())) {
    m_pages->setObjectName(QStringLiteral("project-pages"));
    m_shelfEdge->setProperty("role", "side-line");
    m_middle->setHandleWidth(1);
    m_middle->setChildrenCollapsible(false);
    m_middle->addWidget(m_pages);
    m_middle->addWidget(m_changeLog);
    m_changeLog->hide();
    m_shelf->setWorkspace(workspace);
    auto* body = new QHBoxLayout;
    body->setContentsMargins(0, 0, 0, 0);
    body->setSpacing(0);
    body->addWidget(m_shelf);
    body->addWidget(m_shelfEdge);
    body->addWidget(m_middle, 1);
    auto* bottom = new QHBoxLayout;
    bottom->setContentsMargins(0, 0, 0, 0);
    bottom->setSpacing(0);
    bottom->addWidget(m_timeline, 1);
    bottom->addWidget(m_tray);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(m_walk);
    layout->addWidget(m_trial);
    layout->addLayout(body, 1);
    layout->addLayout(bottom);
    m_undo.addStack(workspace->document()->undoStack());
    m_undo.setActiveStack(workspace->document()->undoStack());
    connectParts();
    followWorkspace();
}

// Who works on the records goes before what shows them.
WorkspaceView::~WorkspaceView() {
    qDeleteAll(findChildren<QDialog*>(Qt::FindDirectChildrenOnly));
    delete m_newTable;
    delete m_newScreens;
    delete m_openEdits;
    qDeleteAll(m_pageOf);
    qDeleteAll(m_pages->findChildren<AsItWasPage*>());
}

void WorkspaceView::connectParts() {
    connect(m_shelf, &ScreenList::screenChosen, this, [this](const QString& screen) {
        showScreen(screen);
        focusWork();
    });
    connect(m_openEdits, &OpenEdits::rollbackRequested, this, &WorkspaceView::rollBackChange);
    connect(m_openEdits, &OpenEdits::goToRequested, this, &WorkspaceView::goTo);
    connect(m_shelf, &ScreenList::tableChosen, this, &WorkspaceView::makeScreenFor);
    connect(m_changeLog, &ChangeLogPanel::closeRequested, this, &WorkspaceView::hideChangeLog);
    connect(m_changeLog, &ChangeLogPanel::rollbackRequested, this, &WorkspaceView::rollBack);
    connect(m_changeLog, &ChangeLogPanel::asItWasRequested, this, &WorkspaceView::showAsItWas);
    connect(m_timeline, &TimelineStrip::changeChosen, this, &WorkspaceView::showChangeLog);
    connect(m_timeline, &TimelineStrip::momentChosen, this, &WorkspaceView::showAsItWas);
    connect(m_timeline, &TimelineStrip::nowChosen, this, &WorkspaceView::returnToNow);
}

void WorkspaceView::followWorkspace() {
    connect(m_workspace->writing()->saver(), &DraftSaver::savedAs, this,
            [this](qint64 change) { m_lastSave = change; });
    connect(m_workspace->document(), &ProjectDocument::modifiedChanged, this,
            &WorkspaceView::headChanged);
    connect(m_workspace->document(), &ProjectDocument::fileBecameAnother, this,
            &WorkspaceView::tellOfFile);
    connect(m_workspace->document(), &ProjectDocument::findingsChanged, this,
            &WorkspaceView::headChanged);
    // A screen may be removed by a button of its own page.
    connect(m_workspace->document(), &ProjectDocument::screensChanged, this,
            &WorkspaceView::forgetRemovedScreens, Qt::QueuedConnection);
    connect(m_workspace->document(), &ProjectDocument::screenChanged, this,
            &WorkspaceView::renewPage, Qt::QueuedConnection);
    connect(m_workspace->records(), &Records::sourcesReplaced, this, &WorkspaceView::renewPages);
}

void WorkspaceView::begin(const QString& screen) {
    const Project& project = m_workspace->project();
    const Standing& standing = m_workspace->document()->standing();
    const auto opened = [&](const Screen* wanted) {
        return wanted && standing.may(Act::Open, wanted->id) ? wanted : nullptr;
    };
    // Whoever names a screen is told why it is not opened.
    const Screen* first =
        screen.isEmpty() ? opened(project.screenById(m_leftOff.screen)) : project.screen(screen);
    if (!first)
        first = opened(project.screenById(project.startScreen));
    for (auto each = project.screens.begin(); !first && each != project.screens.end(); ++each)
        first = opened(&*each);
    setBuild(false);
    if (first)
        showScreen(first->id);
    else if (m_useOnly)
        Q_EMIT nothingToShow();
    else
        showNewScreens();
    if (m_leftOff.showsChangeLog) {
        showChangeLog();
        if (m_leftOff.middle.size() == m_middle->count())
            m_middle->setSizes(m_leftOff.middle);
    }
    if (!m_useOnly)
        m_walk->offer();
    m_tray->offer(m_leftOff.windows.size(), [this] { openFormerWindows(); });
    focusWork();
    if (!m_workspace->writing()->draftKeeper()->leftOver().isEmpty())
        (new LeftOverPanel(m_workspace, this))->open();
    else if (!m_workspace->writing()->draftKeeper()->problem().isEmpty())
        Q_EMIT said({Notice::Kind::Refused, m_workspace->writing()->draftKeeper()->problem()});
    m_workspace->writing()->workKeeper()->tellWhatBecame();
    m_workspace->writing()->compareLog();
    if (const QString& distrust = m_workspace->project().distrust; !distrust.isEmpty())
        m_workspace->notices()->refuse(distrust);
}

void WorkspaceView::openFormerWindows() {
    for (const LeftOff::Window& former : std::exchange(m_leftOff.windows, {})) {
        if (EditWindow* window = m_openEdits->open(former.screen, {former.record, 0}))
            window->restoreGeometry(former.geometry);
    }
}

// What is on no disk yet cannot be come back to.
LeftOff WorkspaceView::place() const {
    LeftOff left = m_leftOff; // of screens that were not shown this time, too
    left.windows.clear();
    for (auto page = m_pageOf.begin(); page != m_pageOf.end(); ++page) {
        const RecordId id = (*page)->grid()->currentRecord();
        if (!id.isNone() && !id.isNew())
            left.records.insert(page.key(), id.key);
        left.folded.insert(page.key(), static_cast<int>((*page)->folded()));
    }
    if (currentPage())
        left.screen = m_pageOf.key(currentPage());
    left.showsChangeLog = m_changeLog->isVisibleTo(this);
    left.middle = m_middle->sizes();
    for (const EditWindow* window : m_openEdits->windows()) {
        if (!window->record().isNew())
            left.windows += {window->screenId(), window->record().key, window->saveGeometry()};
    }
    left.geometry = window()->saveGeometry();
    return left;
}

void WorkspaceView::offerWalk() { m_walk->offer(); }

void WorkspaceView::focusWork() {
    if (currentPage())
        currentPage()->focusWork();
}

void WorkspaceView::endTyping() {
    if (ScreenPage* page = currentPage()) {
        page->endCellEdit();
        page->form()->fieldsDone();
    }
    for (const EditWindow* window : m_openEdits->windows())
        window->form()->fieldsDone();
}

void WorkspaceView::focusShelf() { m_shelf->setFocus(Qt::ShortcutFocusReason); }

bool WorkspaceView::showNotice(const Notice& notice) {
    QWidget* front = m_pages->currentWidget();
    if (auto* page = qobject_cast<ScreenPage*>(front))
        page->showNotice(notice);
    else if (auto* then = qobject_cast<AsItWasPage*>(front))
        then->showNotice(notice);
    else if (m_newScreens && front == m_newScreens)
        m_newScreens->say(notice);
    else
        return false;
    return true;
}

void WorkspaceView::compareWith(const ConnectionSpec& other) {
    auto* panel = new RepointPanel(m_workspace, other, this);
    connect(panel, &QDialog::accepted, this, [this, other] { Q_EMIT databaseChosen(other); });
    panel->open();
}

bool WorkspaceView::undoesDrafts() const { return !m_build && currentPage(); }

WorkspaceView::UndoOffer WorkspaceView::undoOffer() const {
    if (!undoesDrafts())
        return {m_undo.canUndo(), m_undo.canRedo(), tr("Undo %1").arg(m_undo.undoText()).trimmed(),
                tr("Redo %1").arg(m_undo.redoText()).trimmed()};
    const DraftHistory* history = m_workspace->records()->history();
    const bool offersRollback = !history->canUndo() && m_lastSave > 0;
    return {history->canUndo() || offersRollback, history->canRedo(),
            offersRollback ? tr("Roll back the last save…") : tr("Undo the last edit"),
            tr("Redo the next edit")};
}

void WorkspaceView::undo() {
    if (!undoesDrafts()) {
        if (QUndoStack* stack = m_undo.activeStack())
            stack->undo();
        return;
    }
    currentPage()->endCellEdit();
    DraftHistory* history = m_workspace->records()->history();
    if (history->canUndo()) {
        const DraftRef place = history->undoPlace();
        history->undo();
        showDraftOf(place);
    } else if (m_lastSave > 0) {
        rollBackChange(std::exchange(m_lastSave, 0));
    }
}

void WorkspaceView::redo() {
    if (!undoesDrafts()) {
        if (QUndoStack* stack = m_undo.activeStack())
            stack->redo();
        return;
    }
    DraftHistory* history = m_workspace->records()->history();
    if (!history->canRedo())
        return;
    const DraftRef place = history->redoPlace();
    history->redo();
    showDraftOf(place);
}

// What was undone is to be seen.
void WorkspaceView::showDraftOf(const DraftRef& place) {
    ScreenPage* page = currentPage();
    const GridModel* model = page->grid()->gridModel();
    if (model->binding()->tableName() == place.table && model->rowOf(place.id) >= 0)
        page->grid()->setCurrentRecord(place.id);
}

ScreenPage* WorkspaceView::currentPage() const {
    return qobject_cast<ScreenPage*>(m_pages->currentWidget());
}

// Back to the screen that was shown before.
void WorkspaceView::leavePage() {
    closeNewScreens();
    if (const QString screen = m_shelf->currentScreen(); !screen.isEmpty())
        showScreen(screen);
    else
        Q_EMIT nothingToShow();
}

void WorkspaceView::showNewScreens() {
    if (m_useOnly)
        return;
    closeNewScreens();
    // The preview needs the room.
    m_shelf->hide();
    m_shelfEdge->hide();
    m_newScreens = new NewScreensPage(m_workspace);
    m_pages->addWidget(m_newScreens);
    m_pages->setCurrentWidget(m_newScreens);
    connect(m_newScreens, &NewScreensPage::cancelled, this, &WorkspaceView::leavePage);
    connect(m_newScreens, &NewScreensPage::newTableRequested, this, &WorkspaceView::showNewTable);
    connect(m_newScreens, &NewScreensPage::made, this, [this](const QString& screen) {
        closeNewScreens();
        setBuild(true);
        showScreen(screen);
        currentPage()->face()->focus();
    });
    m_newScreens->focusTables();
    Q_EMIT headChanged();
}

void WorkspaceView::showNewTable() {
    if (!m_newTable) {
        m_newTable = new NewTablePage(m_workspace);
        m_pages->addWidget(m_newTable);
        m_undo.addStack(m_newTable->undoStack());
        connect(m_newTable, &NewTablePage::cancelled, this, &WorkspaceView::leaveNewTable);
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
void WorkspaceView::leaveNewTable() {
    m_undo.setActiveStack(m_workspace->document()->undoStack());
    m_pages->setCurrentWidget(m_newScreens);
    m_newScreens->focusTables();
}

void WorkspaceView::closeNewScreens() {
    if (!m_newScreens)
        return;
    m_undo.setActiveStack(m_workspace->document()->undoStack());
    m_newScreens->deleteLater(); // it may be what asked for this
    m_newScreens = nullptr;
    m_shelf->show();
    m_shelfEdge->show();
    Q_EMIT headChanged();
}

void WorkspaceView::showFindings() {
    if (m_useOnly)
        return;
    auto* panel = new FindingsPanel(m_workspace, this);
    connect(panel, &FindingsPanel::screenWanted, this, [this, panel](const QString& screenId) {
        panel->accept();
        showScreen(screenId);
    });
    panel->open();
}

void WorkspaceView::showWatchedTables() {
    if (!m_useOnly)
        (new WatchedTablesDialog(m_workspace, this))->open();
}

void WorkspaceView::showRoles() {
    if (!m_useOnly)
        (new RolesDialog(m_workspace, this))->open();
}

void WorkspaceView::setBuild(bool build) {
    if (m_newScreens && !m_workspace->project().screens.isEmpty())
        leavePage();
    m_build = build && !m_useOnly;
    Q_EMIT headChanged();
    m_shelf->setBuild(m_build);
    for (ScreenPage* page : std::as_const(m_pageOf))
        page->setBuild(m_build);
    if (currentPage() && m_build)
        currentPage()->face()->focus();
    else if (currentPage())
        currentPage()->focusWork();
}

void WorkspaceView::showScreen(const QString& screenId) {
    ScreenPage* page = m_pageOf.value(screenId);
    if (!page) {
        if (const auto bound = m_workspace->document()->bound(screenId); !bound) {
            Q_EMIT said({Notice::Kind::Refused, bound.error().sentence});
            return;
        }
        page = new ScreenPage(m_workspace, screenId, m_openEdits);
        auto* face = new BuildFace(page);
        page->setFace(face);
        connect(face, &BuildFace::childrenRequested, this,
                [this, page](const RecordLink& link) { shapeChildren(page, link); });
        connect(face, &BuildFace::screenRequested, this, &WorkspaceView::showScreen);
        connect(face, &BuildFace::newFieldRequested, this,
                [this, screenId](const QString& table) { askForField(screenId, table); });
        m_pageOf.insert(screenId, page);
        m_pages->addWidget(page);
        connect(page, &ScreenPage::saveProjectRequested, this, &WorkspaceView::saveProject);
        connect(page, &ScreenPage::rollbackRequested, this, &WorkspaceView::rollBackChange);
        connect(page, &ScreenPage::goToRequested, this, &WorkspaceView::goTo);
        m_walk->follow(page);
        page->setBuild(m_build);
        if (const auto left = m_leftOff.records.constFind(screenId);
            left != m_leftOff.records.constEnd())
            page->beginAt(*left);
        page->setFolded(static_cast<ScreenPage::Folded>(m_leftOff.folded.value(screenId)));
    }
    closeNewScreens();
    m_pages->setCurrentWidget(page);
    m_shelf->setCurrentScreen(screenId);
}

void WorkspaceView::makeScreenFor(const QString& table) {
    showScreen(m_workspace->document()->addScreens({table}, Arrangement::GridForm));
}

// To the one record that is meant, else to those that are.
void WorkspaceView::goTo(const RecordLink& link, const std::vector<Value>& values,
                         const QString& words, const QString& where) {
    showScreen(link.screen);
    ScreenPage* page = currentPage();
    const auto bound = m_workspace->document()->bound(link.screen);
    if (!page || page->screenId() != link.screen || !bound)
        return;
    if (!where.isEmpty())
        page->filterBar()->add({{}, where, where});
    if (link.targetColumns.isEmpty())
        page->showOnly({}, {});
    else if (bound->table->key == link.targetColumns)
        page->goToRecord(Key(values));
    else
        page->showOnly({link.targetColumns, values}, words);
    page->focusWork();
}

// The plate of children, over those of the record that is the current one; and a way back.
void WorkspaceView::shapeChildren(ScreenPage* parent, RecordLink link) {
    if (const QString table = standInTable(link.screen); !table.isEmpty())
        link.screen = m_workspace->document()->addScreens({table}, Arrangement::GridForm);
    const RecordId id = parent->grid()->currentRecord();
    const Record* record =
        id.isNone() || id.isNew()
            ? nullptr
            : m_workspace->records()->store(parent->binding()->tableName())->record(id.key);
    std::vector<Value> values;
    if (record) {
        for (const QString& column : std::as_const(link.columns)) {
            if (const int place = parent->binding()->screen().table->indexOf(column); place >= 0)
                values.push_back(record->values[static_cast<size_t>(place)]);
        }
    }
    if (record && static_cast<qsizetype>(values.size()) == link.targetColumns.size())
        goTo(link, values, tr("these", "records, in as few letters as can be"));
    else
        showScreen(link.screen);
    ScreenPage* page = currentPage();
    BuildFace* face = page && page->screenId() == link.screen ? BuildFace::of(page) : nullptr;
    if (!face)
        return;
    face->setCameFrom(parent->screenId(), parent->screenLabel());
    page->face()->focus();
}

void WorkspaceView::renewPages() {
    const ScreenPage* shown = currentPage();
    const QString screen = shown ? shown->screenId() : QString();
    // Who shapes goes on where they were.
    const BuildFace* former = m_build && shown ? BuildFace::of(shown) : nullptr;
    const BuildFace::Place place = former ? former->place() : BuildFace::Place();
    for (ScreenPage* page : std::as_const(m_pageOf)) {
        m_pages->removeWidget(page);
        page->deleteLater(); // it may be what asked for this
    }
    m_pageOf.clear();
    m_openEdits->renew();
    if (!screen.isEmpty())
        showScreen(screen);
    // Its table may have gone: another one is in front then, and why was said.
    if (!screen.isEmpty() && !currentPage()) {
        for (const Screen& other : m_workspace->project().screens) {
            if (m_workspace->document()->bound(other.id))
                return showScreen(other.id);
        }
    }
    if (BuildFace* face = former && currentPage() ? BuildFace::of(currentPage()) : nullptr)
        face->goTo(place);
}

// Of a screen that shows another table now.
void WorkspaceView::renewPage(const QString& screenId) {
    ScreenPage* page = m_pageOf.value(screenId);
    const Screen* screen = m_workspace->project().screenById(screenId);
    if (!page || !screen || page->binding()->tableName() == screen->table)
        return;
    const bool isCurrent = page == currentPage();
    m_leftOff.records.remove(screenId); // of the former table
    m_openEdits->renew();
    m_pageOf.remove(screenId);
    m_pages->removeWidget(page);
    page->deleteLater();
    if (isCurrent)
        showScreen(screenId);
}

void WorkspaceView::askForField(const QString& screenId, const QString& table) {
    auto* dialog = new NewFieldDialog(m_workspace, table, this);
    connect(dialog, &NewFieldDialog::added, this,
            [this, screenId](const QString& column, bool required, const QString& words) {
                FieldAdder::addNewField(m_workspace, screenId, column, required);
                if (BuildFace* face = currentPage() ? BuildFace::of(currentPage()) : nullptr) {
                    face->plate()->setCurrent(PlateLine::Label, column);
                    face->focus();
                }
                Q_EMIT said({Notice::Kind::Done, words});
            });
    dialog->open();
}

void WorkspaceView::readStructure() {
    m_workspace->records()->readStructure(this, [this](const Result<QString>& changes) {
        if (!changes)
            Q_EMIT said({Notice::Kind::Refused, changes.error().sentence, changes.error().detail});
        else
            Q_EMIT said(
                {Notice::Kind::Done, changes->isEmpty()
                                         ? tr("The structure was read again: nothing is otherwise.")
                                         : tr("The structure was read again. %1").arg(*changes)});
    });
}

void WorkspaceView::forgetRemovedScreens() {
    const bool currentGoes =
        currentPage() && !m_workspace->document()->screen(currentPage()->screenId());
    for (auto page = m_pageOf.begin(); page != m_pageOf.end();) {
        if (m_workspace->document()->screen(page.key())) {
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

void WorkspaceView::saveAllDrafts() {
    if (currentPage())
        currentPage()->endCellEdit();
    saveTogether(*m_workspace, currentPage() ? currentPage()->screenLabel() : QString(),
                 m_workspace->records()->tablesInUse(), this,
                 [this](const DraftRef& place, const QString& column) {
                     if (currentPage())
                         currentPage()->goToField(place, column);
                 });
}

} // namespace gravin
