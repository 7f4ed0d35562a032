// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/screen_page.h"

#include "app/build/build_face.h"
#include "app/build/form_shaper.h"
#include "app/build/plate_view.h"
#include "app/build/screen_settings.h"
#include "app/build/shaper_bar.h"
#include "app/build/statements_dialog.h"
#include "app/bulk/bulk_dialog.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/use/cell_clipboard.h"
#include "app/use/children_panel.h"
#include "app/use/delete_dialog.h"
#include "app/use/filter_bar.h"
#include "app/use/form_fields.h"
#include "app/use/list_figures.h"
#include "app/use/notice_line.h"
#include "app/use/open_edits.h"
#include "app/use/page_foot.h"
#include "app/use/record_finder.h"
#include "app/use/record_form.h"
#include "app/use/row_actions.h"
#include "app/use/save_many.h"
#include "app/use/stored_dialog.h"
#include "core/base/text.h"
#include "core/project/form_arranging.h"
#include "core/project/screen_links.h"
#include "core/value/text_form.h"

#include <QApplication>
#include <QHBoxLayout>
#include <QIcon>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSplitter>
#include <QVBoxLayout>

namespace gravin {

namespace {

// A button that is its action: same words, same state, same reason.
QPushButton* buttonFor(QAction* action, const QString& name) {
    auto* button = new QPushButton;
    button->setObjectName(name);
    const auto follow = [button, action] {
        button->setText(action->text());
        button->setEnabled(action->isEnabled());
        button->setToolTip(action->toolTip());
        button->setAccessibleDescription(action->isEnabled() ? QString() : action->toolTip());
    };
    follow();
    QObject::connect(action, &QAction::changed, button, follow);
    QObject::connect(button, &QPushButton::clicked, action, &QAction::trigger);
    return button;
}

constexpr int GridShare = 620;
constexpr int FormShare = 474;
constexpr int PlateShare = 560;

// Records without a name, and those that share one, are told by their keys.
void tellApart(QStringList& names, const std::vector<Key>& keys,
               const std::vector<ColumnType>& types) {
    QHash<QString, int> times;
    for (const QString& name : std::as_const(names))
        ++times[name];
    for (qsizetype i = 0; i < names.size(); ++i) {
        const QString key = keyText(keys[static_cast<size_t>(i)], types);
        if (names[i].isEmpty())
            names[i] = key;
        else if (times.value(names[i]) > 1)
            names[i] = ScreenPage::tr("%1 (%2)").arg(names[i], key);
    }
}

} // namespace

ScreenPage::ScreenPage(Workspace* workspace, const QString& screenId, OpenEdits* openEdits,
                       QWidget* parent)
    : QWidget(parent)
    , m_binding(workspace, screenId)
    , m_openEdits(openEdits)
    , m_model(new GridModel(&m_binding, workspace->view(screenId), openEdits, this))
    , m_grid(new GridView(m_model, this))
    , m_form(new RecordForm(&m_binding))
    , m_buildFace(new BuildFace(&m_binding, m_grid, m_form, this))
    , m_filterBar(new FilterBar(&m_binding, m_model->view()))
    , m_active(m_grid)
    , m_notice(new NoticeLine)
    , m_gridSide(new QWidget)
    , m_formSide(new QWidget)
    , m_halves(new QSplitter(Qt::Horizontal))
    , m_all(new QSplitter(Qt::Vertical))
    , m_onlyThese(new QPushButton)
    , m_title(new QLabel)
    , m_subtitle(new QLabel)
    , m_cells(new CellClipboard(this))
    , m_figures(new ListFigures(&m_binding, m_grid, this)) {
    m_binding.setSavesChildren(true);
    makeActions();
    m_foot = new PageFoot({action(Command::First), action(Command::Previous), action(Command::Next),
                           action(Command::Last)});
    arrange();
    connectGrid();
    connect(m_form, &RecordForm::stateChanged, this, &ScreenPage::refresh);
    connect(m_form, &RecordForm::saveRequested, this, &ScreenPage::save);
    connect(m_form, &RecordForm::movedTo, m_grid, &GridView::setCurrentRecord);
    connect(workspace, &Workspace::draftsChanged, this, &ScreenPage::refreshSoon);
    connect(workspace, &Workspace::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (table == m_binding.tableName() && m_grid->currentRecord() == before)
                    m_grid->setCurrentRecord(now);
                followSave(before, now);
            });
    connect(m_buildFace, &BuildFace::refused, this, [this](const QString& reason) {
        showNotice({Notice::Kind::Refused, reason});
    });
    connect(m_buildFace, &BuildFace::described, m_foot, &PageFoot::setNote);
    connect(m_buildFace, &BuildFace::partChanged, this, &ScreenPage::applyArrangement);
    connect(m_buildFace, &BuildFace::screenSettingsRequested, this, [this] {
        (new ScreenSettings(m_binding.workspace(), this->screenId(), this))->show();
    });
    connect(m_buildFace, &BuildFace::statementsRequested, this,
            [this] { (new StatementsDialog(&m_binding, this))->open(); });
    connect(&m_binding, &ScreenBinding::rebound, this, [this] {
        applyArrangement();
        refresh();
    });
    connect(m_foot, &PageFoot::goToRequested, this, &ScreenPage::goTo);
    connect(m_foot, &PageFoot::saveAllRequested, this, &ScreenPage::saveAll);
    connect(m_cells, &CellClipboard::notice, this, &ScreenPage::showNotice);
    // The form is the main grid's record: with the focus in it, commands mean that one.
    connect(qApp, &QApplication::focusChanged, this, [this](QWidget*, const QWidget* now) {
        if (m_active == m_grid || !now || !m_form->isAncestorOf(now))
            return;
        m_active = m_grid;
        refresh();
    });
    connect(m_notice, &NoticeLine::rollbackRequested, this, &ScreenPage::rollbackRequested);
    connect(m_binding.workspace(), &Workspace::edited, m_notice, &NoticeLine::forgetUntilEdited);
    connect(m_onlyThese, &QPushButton::clicked, this, [this] { showOnly({}, {}); });
    setBuild(false);
    chooseFirstRecord();
    refresh();
}

ScreenPage::~ScreenPage() {
    // The focus leaves what goes, and nobody is there any more to follow it.
    disconnect(qApp, nullptr, this, nullptr);
    // What reads the binding goes before it.
    delete m_all;
}

void ScreenPage::connectGrid() {
    connect(m_grid, &GridView::currentRecordChanged, this, [this](const RecordId& id) {
        const RecordId left = std::exchange(m_current, id);
        m_form->setRecord(id);
        if (m_children)
            m_children->setParentRecord(id);
        if (!left.isNone())
            saveLeft({&m_binding, m_grid, {}, {}, {}}, left);
        refresh();
    });
    connect(m_grid, &GridView::cellsRequested, this, &ScreenPage::onCells);
    connect(m_grid, &GridView::deleteRequested, this, [this] { run(Command::Delete); });
    connect(m_grid, &GridView::nextNewRequested, this, [this] { run(Command::New); });
    connect(m_grid, &GridView::cellWritten, this, [this](const RecordId& id) {
        saveWritten({&m_binding, m_grid, {}, {}, {}}, id);
    });
    connect(m_form->fields(), &FormFields::settled, this, [this] {
        saveWritten({&m_binding, m_grid, {}, {}, {}}, m_form->record());
    });
    connect(m_grid, &GridView::openRequested, this,
            [this](const RecordId& id) { m_openEdits->open(screenId(), id); });
    connect(m_grid, &GridView::actionsRequested, this, &ScreenPage::showActions);
    connect(m_grid, &GridView::focusTaken, this, [this] {
        m_active = m_grid;
        refresh();
    });
    connect(m_grid->selectionModel(), &QItemSelectionModel::selectionChanged, this,
            &ScreenPage::refresh);
    for (const auto signal : {&QAbstractItemModel::rowsInserted, &QAbstractItemModel::rowsRemoved})
        connect(m_model, signal, this, [this] {
            chooseFirstRecord();
            refreshSoon();
        });
    connect(m_model, &QAbstractItemModel::modelReset, this, &ScreenPage::refresh);
    connect(m_filterBar, &FilterBar::changed, this, &ScreenPage::followFilterBar);
    connect(m_filterBar, &FilterBar::refused, this, [this](const QString& reason) {
        showNotice({Notice::Kind::Refused, reason});
    });
    connect(m_figures, &ListFigures::totalsChanged, m_foot, &PageFoot::setTotals);
    connect(m_figures, &ListFigures::failed, this, [this](const Error& error) {
        showNotice({Notice::Kind::Refused, error.sentence, error.detail});
    });
    QHeaderView* heads = m_grid->horizontalHeader();
    heads->setContextMenuPolicy(Qt::CustomContextMenu);
    connect(heads, &QWidget::customContextMenuRequested, this, [this, heads](const QPoint& at) {
        const int section = heads->logicalIndexAt(at);
        if (section >= 0)
            m_filterBar->showHeadMenu(m_binding.fields()[section].name(), heads->mapToGlobal(at));
    });
    connect(m_grid->horizontalHeader(), &QHeaderView::sectionClicked, this, [this](int section) {
        m_filterBar->sortBy(m_binding.fields()[section].name(),
                            QApplication::keyboardModifiers() & Qt::ShiftModifier);
    });
    Workspace* workspace = m_binding.workspace();
    connect(m_model->view(), &RecordView::completed, this, [this] {
        chooseFirstRecord();
        m_grid->applyWidths();
        m_grid->viewport()->update();
        refresh();
    });
    // Widths fit the data as soon as there is some.
    connect(
        workspace->records(m_binding.tableName()), &RecordStore::recordsArrived, m_grid,
        [this] { m_grid->applyWidths(); }, Qt::SingleShotConnection);
}

PlateView* ScreenPage::plate() const { return m_buildFace->plate(); }
FormShaper* ScreenPage::shaper() const { return m_buildFace->shaper(); }

void ScreenPage::makeActions() {
    struct Entry {
        Command command;
        QString text;
        QKeySequence keys;
        const char* icon;
    };
    const QList<Entry> entries{
        {Command::Save, tr("Save record"), {}, "document-save"},
        {Command::SaveAll, tr("Save all of this screen"), {}, "document-save-all"},
        {Command::Discard, tr("Discard edits"), {}, "edit-undo"},
        {Command::New, tr("New record"), QKeySequence(QKeySequence::New), "list-add"},
        {Command::Copy, tr("Copy this record"), QKeySequence(Qt::CTRL | Qt::SHIFT | Qt::Key_C),
         "edit-copy"},
        {Command::Delete, tr("Delete…"), QKeySequence(Qt::CTRL | Qt::Key_Delete), "edit-delete"},
        {Command::Bulk, tr("Bulk update…"), QKeySequence(Qt::CTRL | Qt::Key_B), "edit-select-all"},
        {Command::Open, tr("Open in window"), QKeySequence(Qt::CTRL | Qt::Key_Return),
         "window-new"},
        {Command::AsStored, tr("Show as stored"), QKeySequence(Qt::CTRL | Qt::Key_I),
         "document-properties"},
        {Command::Refresh, tr("Refresh now"), QKeySequence(QKeySequence::Refresh), "view-refresh"},
        {Command::First, tr("First record"), QKeySequence(Qt::CTRL | Qt::Key_Home), "go-first"},
        {Command::Previous, tr("Previous record"), QKeySequence(Qt::ALT | Qt::Key_Up),
         "go-previous"},
        {Command::Next, tr("Next record"), QKeySequence(Qt::ALT | Qt::Key_Down), "go-next"},
        {Command::Last, tr("Last record"), QKeySequence(Qt::CTRL | Qt::Key_End), "go-last"},
    };
    for (const Entry& entry : entries) {
        auto* action = new QAction(QIcon::fromTheme(QLatin1String(entry.icon)), entry.text, this);
        action->setShortcut(entry.keys);
        connect(action, &QAction::triggered, this,
                [this, command = entry.command] { run(command); });
        m_actions.insert(static_cast<int>(entry.command), action);
    }
    connect(&Theme::instance(), &Theme::changed, this, [this, entries] {
        for (const Entry& entry : entries)
            action(entry.command)->setIcon(QIcon::fromTheme(QLatin1String(entry.icon)));
    });
}

QWidget* ScreenPage::makeHead() {
    auto* head = new QWidget;
    m_title->setProperty("role", "title");
    m_title->setTextFormat(Qt::PlainText);
    m_subtitle->setProperty("role", "faint");
    m_onlyThese->setObjectName(QStringLiteral("only-these"));
    m_onlyThese->hide();
    m_saveProject = new QPushButton(tr("Save project"));
    m_saveProject->setProperty("main", true);
    m_saveProject->setObjectName(QStringLiteral("save-project"));
    connect(m_saveProject, &QPushButton::clicked, this, &ScreenPage::saveProjectRequested);
    m_useButtons = {buttonFor(action(Command::New), QStringLiteral("new-record")),
                    buttonFor(action(Command::Open), QStringLiteral("open-window")),
                    buttonFor(action(Command::Bulk), QStringLiteral("bulk-update")),
                    buttonFor(action(Command::Delete), QStringLiteral("delete-record"))};
    auto* layout = new QHBoxLayout(head);
    layout->setContentsMargins(space::Pad, 8, space::Pad, 8);
    layout->addWidget(m_title);
    layout->addWidget(m_subtitle);
    layout->addWidget(m_onlyThese);
    layout->addStretch();
    for (QWidget* button : m_useButtons)
        layout->addWidget(button);
    layout->addWidget(m_buildFace->tools());
    layout->addWidget(m_saveProject);
    return head;
}

void ScreenPage::arrange() {
    auto* gridLayout = new QVBoxLayout(m_gridSide);
    gridLayout->setContentsMargins(0, 0, 0, 0);
    gridLayout->setSpacing(0);
    gridLayout->addWidget(m_filterBar);
    gridLayout->addWidget(m_buildFace->gridPlate());
    gridLayout->addWidget(m_grid, 1);
    auto* formLayout = new QVBoxLayout(m_formSide);
    formLayout->setContentsMargins(0, 0, 0, 0);
    formLayout->setSpacing(0);
    formLayout->addWidget(m_buildFace->shaperBar());
    formLayout->addWidget(m_form, 1);
    m_halves->setHandleWidth(1);
    m_halves->setChildrenCollapsible(false);
    m_halves->addWidget(m_gridSide);
    m_halves->addWidget(m_buildFace->formPlate());
    m_halves->addWidget(m_formSide);
    m_halves->setStretchFactor(0, 1);
    m_halves->setSizes({GridShare, PlateShare, FormShare});
    auto* work = new QWidget;
    auto* workLayout = new QVBoxLayout(work);
    workLayout->setContentsMargins(0, 0, 0, 0);
    workLayout->setSpacing(0);
    workLayout->addWidget(m_halves, 1);
    workLayout->addWidget(m_foot);
    m_all->setHandleWidth(1);
    m_all->setChildrenCollapsible(false);
    m_all->addWidget(work);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeHead());
    layout->addWidget(m_notice);
    layout->addWidget(m_all, 1);
}

bool ScreenPage::showsGrid() const {
    if (m_build)
        return m_buildFace->part() == BuildFace::Part::Grid;
    const Arrangement arrangement = m_binding.screen().screen.arrangement;
    return arrangement != Arrangement::Form && arrangement != Arrangement::FormChildren;
}

bool ScreenPage::showsForm() const {
    if (m_build)
        return m_buildFace->part() == BuildFace::Part::Form;
    const Arrangement arrangement = m_binding.screen().screen.arrangement;
    return arrangement == Arrangement::Form || arrangement == Arrangement::FormChildren ||
           arrangement == Arrangement::GridForm;
}

void ScreenPage::applyArrangement() {
    const Screen& screen = m_binding.screen().screen;
    if (m_arranged != screen.arrangement || m_listedChildren != screen.children)
        makeChildren();
    m_arranged = screen.arrangement;
    m_listedChildren = screen.children;
    m_gridSide->setVisible(showsGrid());
    m_formSide->setVisible(showsForm());
    if (m_children)
        m_children->setVisible(!m_build);
    for (int column = 0; column < m_model->columnCount(); ++column)
        m_buildFace->gridPlate()->setColumnHidden(column, m_grid->isColumnHidden(column));
}

void ScreenPage::makeChildren() {
    m_active = m_grid;
    delete m_children;
    m_children = nullptr;
    if (!showsChildren(m_binding.screen().screen.arrangement))
        return;
    m_children = new ChildrenPanel(&m_binding, m_openEdits, 0);
    m_all->addWidget(m_children);
    m_all->setSizes({3, 2});
    m_children->setParentRecord(m_grid->currentRecord());
    connect(m_children, &ChildrenPanel::activated, this, [this](GridView* grid) {
        m_active = grid;
        refresh();
    });
    connect(m_children, &ChildrenPanel::currentRecordChanged, this, &ScreenPage::refresh);
    connect(m_children, &ChildrenPanel::openRequested, this,
            [this](const GridPart& part, const RecordId& id) {
                m_openEdits->open(part.binding->screenId(), id);
            });
    connect(m_children, &ChildrenPanel::actionsRequested, this, &ScreenPage::showActions);
    connect(m_children, &ChildrenPanel::cellsRequested, this, &ScreenPage::onCells);
    connect(m_children, &ChildrenPanel::deleteRequested, this, [this] { run(Command::Delete); });
    connect(m_children, &ChildrenPanel::nextNewRequested, this, [this] { run(Command::New); });
    connect(m_children, &ChildrenPanel::cellWritten, this, &ScreenPage::saveWritten);
    connect(m_children, &ChildrenPanel::recordLeft, this, &ScreenPage::saveLeft);
}

GridPart ScreenPage::part() const {
    if (m_active != m_grid && m_children && !m_build) {
        if (const GridPart part = m_children->partOf(m_active); part.isValid())
            return part;
    }
    return {m_model->binding(), m_grid, {}, {}, {}};
}

void ScreenPage::setBuild(bool build) {
    if (build && !m_build)
        m_buildFace->setPart(m_binding.screen().screen.arrangement == Arrangement::Form ||
                                     m_binding.screen().screen.arrangement ==
                                         Arrangement::FormChildren
                                 ? BuildFace::Part::Form
                                 : m_buildFace->part());
    m_build = build;
    m_buildFace->setShown(build);
    m_grid->horizontalHeader()->setVisible(!build);
    m_grid->showHiddenFields(build);
    applyArrangement();
    for (QWidget* button : m_useButtons)
        button->setVisible(!build);
    m_saveProject->setVisible(build);
    m_subtitle->setVisible(!build);
    m_filterBar->setVisible(!build);
    m_foot->setNote({});
    refresh();
}

void ScreenPage::showNotice(const Notice& notice) { m_notice->show(notice); }

QString ScreenPage::noticeText() const { return m_notice->text(); }

void ScreenPage::focusGrid() { m_grid->setFocus(Qt::OtherFocusReason); }

void ScreenPage::focusWork() {
    if (showsGrid())
        focusGrid();
    else
        focusForm();
}

void ScreenPage::endCellEdit() {
    QWidget* editor = QApplication::focusWidget();
    if (editor && m_active->viewport()->isAncestorOf(editor))
        m_active->setFocus(Qt::OtherFocusReason);
}

// The first field that can be edited.
void ScreenPage::focusForm() {
    for (const QString& column : tabOrderOf(m_form->fields()->layoutShown())) {
        const BoundField* field = m_binding.screen().field(column);
        if (field && m_binding.readOnlyReason(*field, m_grid->currentRecord()).isEmpty()) {
            m_form->focusField(column);
            return;
        }
    }
}

void ScreenPage::askWhereToGo() { m_foot->askWhereToGo(); }

void ScreenPage::goTo(const QString& text) {
    (new RecordFinder(&m_binding, m_grid, this))->find(text, [this, text](const RecordId& found) {
        if (found.isNone()) {
            showNotice(
                {Notice::Kind::Refused, tr("There is no record “%1” in this list.").arg(text)});
            return;
        }
        m_foot->went();
        m_grid->setCurrentRecord(found);
        focusGrid();
    });
}

void ScreenPage::focusSearch() { m_filterBar->focusSearch(); }

void ScreenPage::askForFilter() {
    const int column = m_grid->currentIndex().column();
    m_filterBar->askForFilter(column < 0 ? QString() : m_binding.fields()[column].name());
}

void ScreenPage::groupByField() {
    const int column = m_grid->currentIndex().column();
    if (column >= 0)
        m_filterBar->groupBy(m_binding.fields()[column].name());
}

void ScreenPage::askForShownFields() { m_filterBar->askForShownFields(); }

void ScreenPage::followFilterBar() {
    m_grid->hideFields(m_filterBar->hidden());
    m_figures->group(m_filterBar->groupedBy());
    m_figures->askForTotals();
    refresh();
}

void ScreenPage::goToRecord(const Key& key) {
    showOnly({}, {});
    if (m_filterBar->isFiltered() && m_model->rowOf({key, 0}) < 0)
        m_filterBar->clearFilters();
    m_grid->setCurrentRecord({key, 0});
}

void ScreenPage::showOnly(const Restriction& only, const QString& words) {
    if (only == m_model->view()->restriction())
        return;
    m_model->view()->showOnly(only);
    m_onlyThese->setText(tr("Only %1  ✕").arg(words));
    m_onlyThese->setToolTip(tr("Show all records again"));
    m_onlyThese->setVisible(!only.isEmpty());
    refresh();
}

void ScreenPage::step(qsizetype place) {
    const GridPart now = part();
    now.grid->setCurrentRecord(now.model()->recordAtPlace(place));
}

// The one place that decides what is possible now; the answer is the reason why not.
QString ScreenPage::reasonAgainst(Command command) const {
    const GridPart now = part();
    const RecordId id = now.current();
    const int row = now.grid->currentIndex().row();
    const BoundScreen& screen = now.binding->screen();
    switch (command) {
    case Command::Save:
        return plainTextOf(now.binding->saveReason(id));
    case Command::SaveAll:
        return draftsToSave(*m_binding.workspace(), tablesShown()).isEmpty()
                   ? tr("There are no edits to save.")
                   : QString();
    case Command::Discard:
        return now.binding->draft(id) ? QString() : tr("There are no edits to discard.");
    case Command::New:
        if (const QString reason = screen.reasonAgainst(Operation::Insert); !reason.isEmpty())
            return reason;
        return now.noNewReason;
    case Command::Copy:
        if (const QString reason = screen.reasonAgainst(Operation::Insert); !reason.isEmpty())
            return reason;
        return id.isNone() ? tr("No record is chosen.") : now.noNewReason;
    case Command::Delete:
        return now.binding->reasonAgainstDeleting(id);
    case Command::Bulk:
        if (const QString reason = screen.reasonAgainst(Operation::Update); !reason.isEmpty())
            return reason;
        return id.isNone() ? tr("No records are selected.") : QString();
    case Command::Open:
        return id.isNone() ? tr("No record is chosen.") : QString();
    case Command::AsStored:
        if (id.isNew())
            return tr("This record is not stored yet.");
        return id.isNone() ? tr("No record is chosen.") : QString();
    case Command::Refresh:
        return {};
    case Command::First:
    case Command::Previous:
        return now.model()->placeBefore(row) >= 0 ? QString() : tr("This is the first record.");
    case Command::Next:
    case Command::Last:
        return row >= 0 && now.model()->placeAfter(row) < now.model()->placeCount()
                   ? QString()
                   : tr("This is the last record.");
    }
    return {};
}

void ScreenPage::run(Command command) {
    if (!reasonAgainst(command).isEmpty())
        return;
    const GridPart now = part();
    const int row = now.grid->currentIndex().row();
    switch (command) {
    case Command::Save:
        save();
        break;
    case Command::SaveAll:
        saveAll();
        break;
    case Command::Discard:
        if (m_active == m_grid)
            m_form->discard();
        else
            m_binding.workspace()->discard(now.binding->tableName(), now.current());
        break;
    case Command::New:
        newRecord();
        break;
    case Command::Copy:
        if (const auto made =
                m_binding.workspace()->copyRecord(now.binding->screen(), now.current(), now.parent))
            beginRecord(*made);
        break;
    case Command::Delete:
        deleteRecords();
        break;
    case Command::Bulk:
        (new BulkDialog(m_binding.workspace(), now.binding->screenId(), now.grid->selectedRecords(),
                        now.model()->view()->query(), this))
            ->open();
        break;
    case Command::Open:
        m_openEdits->open(now.binding->screenId(), now.current());
        break;
    case Command::AsStored:
        (new StoredDialog(now.binding, now.current(), this))->open();
        break;
    case Command::Refresh:
        m_binding.workspace()->refreshNow();
        showNotice({Notice::Kind::Done, tr("All that is shown is read anew.")});
        break;
    case Command::First:
        step(0);
        break;
    case Command::Previous:
        step(now.model()->placeBefore(row));
        break;
    case Command::Next:
        step(now.model()->placeAfter(row));
        break;
    case Command::Last:
        step(now.model()->placeCount() - 1);
        break;
    }
}

void ScreenPage::save() {
    const GridPart now = part();
    if (!now.binding->saveReason(now.current()).isEmpty())
        return;
    m_savedHere = now.current();
    if (m_active == m_grid)
        m_form->fieldsDone();
    now.binding->save(now.current());
}

// What the developer wants to follow a save, when it was this page's own.
void ScreenPage::followSave(const RecordId& before, const RecordId& now) {
    if (m_savedHere.isNone() || !(m_savedHere == before || m_savedHere == now))
        return;
    m_savedHere = {};
    switch (part().binding->screen().screen.afterSaving) {
    case AfterSaving::Stay:
    case AfterSaving::Close:
        break;
    case AfterSaving::NextRecord:
        run(Command::Next);
        break;
    case AfterSaving::NewRecord:
        // Not before the saved record stands where it belongs.
        QMetaObject::invokeMethod(
            this, [this] { run(Command::New); }, Qt::QueuedConnection);
        break;
    }
}

void ScreenPage::newRecord() {
    const GridPart now = part();
    beginRecord(m_binding.workspace()->newRecord(now.binding->screen(), now.presets, now.parent));
}

// Where its first field waits to be filled in.
void ScreenPage::beginRecord(const RecordId& id) {
    const GridPart now = part();
    now.grid->setCurrentRecord(id);
    const Arrangement arrangement = now.binding->screen().screen.arrangement;
    if (arrangement == Arrangement::GridWindows)
        m_openEdits->open(now.binding->screenId(), id);
    else if (m_active == m_grid && showsForm())
        focusForm();
    else
        now.grid->beginFirstEdit();
}

void ScreenPage::deleteRecords() {
    const GridPart now = part();
    std::vector<Key> keys;
    QStringList names;
    QList<RecordId> selected = now.grid->selectedRecords();
    if (!selected.contains(now.current()))
        selected = {now.current()};
    for (const RecordId& id : selected) {
        if (id.isNew() || id.isNone())
            continue;
        keys.push_back(id.key);
        const QString name = now.binding->nameOf(id);
        names += name;
    }
    tellApart(names, keys, now.binding->screen().table->keyTypes());
    (new DeleteDialog(m_binding.workspace(), now.binding->screen(), keys, names, this))->open();
}

QStringList ScreenPage::tablesShown() const {
    QStringList tables{m_binding.tableName()};
    if (m_children)
        tables += m_children->tables();
    tables.removeDuplicates();
    return tables;
}

void ScreenPage::saveAll() {
    m_form->fieldsDone();
    saveTogether(
        *m_binding.workspace(), screenLabel(), tablesShown(), this,
        [this](const DraftPlace& place, const QString& column) { goToField(place, column); });
}

void ScreenPage::goToField(const DraftPlace& place, const QString& column) {
    const int row = m_model->rowOf(place.id);
    if (place.table != m_binding.tableName() || row < 0) {
        Q_EMIT m_binding.workspace()->recordWanted(
            screenIdFor(m_binding.workspace()->project(), place.table), place.id);
        return;
    }
    m_grid->setCurrentRecord(place.id);
    if (showsForm())
        m_form->focusField(column);
    else
        m_grid->focusField(column);
}

void ScreenPage::onCells(CellAction action) {
    switch (action) {
    case CellAction::Copy:
        m_cells->copy(part());
        break;
    case CellAction::Cut:
        m_cells->cut(part());
        break;
    case CellAction::Paste:
        m_cells->paste(part());
        break;
    case CellAction::FillDown:
        m_cells->fillDown(part());
        break;
    case CellAction::Clear:
        m_cells->clear(part());
        break;
    }
}

void ScreenPage::saveLeft(const GridPart& part, const RecordId& id) {
    if (!m_build)
        part.binding->saveLeft(id);
}

void ScreenPage::saveWritten(const GridPart& part, const RecordId& id) {
    if (!m_build)
        part.binding->saveWritten(id);
}

void ScreenPage::showActions(const QPoint& globalPosition) {
    const GridPart now = part();
    auto* menu = new RowActionsMenu(now, this);
    menu->setReason(RowAction::Kind::Delete, reasonAgainst(Command::Delete));
    connect(menu, &RowActionsMenu::chosen, this, [this, now](const RowAction& action) {
        switch (action.kind) {
        case RowAction::Kind::Open:
            run(Command::Open);
            break;
        case RowAction::Kind::Delete:
            run(Command::Delete);
            break;
        case RowAction::Kind::GoTo:
            goAlong(action, now);
            break;
        }
    });
    menu->addSeparator();
    menu->addAction(action(Command::Copy));
    menu->addAction(action(Command::AsStored));
    menu->popup(globalPosition);
}

void ScreenPage::goAlong(const RowAction& action, const GridPart& part) {
    const auto values = RowActionsMenu::valuesFor(action, part);
    if (values)
        Q_EMIT goToRequested(action.link, *values,
                             tr("those of %1").arg(part.binding->nameOf(part.current())));
}

// On opening, the first record is there; the list is never without a current record while it has
// any.
void ScreenPage::chooseFirstRecord() {
    if (!m_grid->currentIndex().isValid() && m_model->rowCount() > 0)
        step(0);
    if (m_model->rowCount() == 0)
        m_form->setRecord({});
}

void ScreenPage::refresh() {
    for (auto entry = m_actions.begin(); entry != m_actions.end(); ++entry) {
        const QString reason = reasonAgainst(static_cast<Command>(entry.key()));
        QAction* action = entry.value();
        action->setEnabled(reason.isEmpty());
        const QString keys = action->shortcut().toString(QKeySequence::NativeText);
        const QString plain =
            keys.isEmpty() ? action->text() : tr("%1 (%2)").arg(action->text(), keys);
        action->setToolTip(reason.isEmpty() ? plain : reason);
    }
    m_title->setText(m_binding.screen().screen.label);
    m_subtitle->setText(m_binding.screen().missingColumns.isEmpty()
                            ? QString()
                            : tr("without %1, which the table does not have")
                                  .arg(m_binding.screen().missingColumns.join(u", ")));
    refreshActionTexts();
    refreshPosition();
}

void ScreenPage::refreshSoon() {
    if (std::exchange(m_refreshesSoon, true))
        return;
    QMetaObject::invokeMethod(
        this,
        [this] {
            m_refreshesSoon = false;
            refresh();
        },
        Qt::QueuedConnection);
}

// While a grid of children has the work, the buttons say so.
void ScreenPage::refreshActionTexts() {
    const GridPart now = part();
    const bool ofChild = now.grid != m_grid;
    const QString place = now.binding->screen().screen.label;
    action(Command::New)->setText(ofChild ? tr("New record in %1").arg(place) : tr("New record"));
    action(Command::Delete)->setText(ofChild ? tr("Delete from %1…").arg(place) : tr("Delete…"));
}

void ScreenPage::refreshPosition() {
    const RecordView* view = m_model->view();
    const RecordId id = m_grid->currentRecord();
    const QString count = QLocale().toString(static_cast<qint64>(view->count())) +
                          (view->isComplete() ? QString() : QStringLiteral("…"));
    QString position;
    if (id.isNew())
        position = tr("new record");
    else if (id.isNone())
        position = !view->isComplete()         ? tr("reading…")
                   : m_filterBar->isFiltered() ? tr("no records match")
                                               : tr("no records");
    else
        position = tr("%1 of %2")
                       .arg(QLocale().toString(static_cast<qint64>(
                                m_model->placeAt(m_grid->currentIndex().row()) + 1)),
                            count);
    m_form->setPosition(position);
    if (const qint64 selected = m_grid->selectedCount(); selected > 1)
        position += QStringLiteral(" · ") + tr("%1 selected").arg(QLocale().toString(selected));
    m_foot->setPosition(position);
    if (m_build)
        return;
    const auto drafts = draftsToSave(*m_binding.workspace(), tablesShown()).size();
    m_foot->setNote(drafts == 0 ? QString() : counted(drafts, tr("draft"), tr("drafts")));
    m_foot->setDrafts(drafts);
}

} // namespace gravin
