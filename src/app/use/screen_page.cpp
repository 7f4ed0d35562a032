// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/screen_page.h"

#include "app/look/action_button.h"
#include "app/look/folding_row.h"
#include "app/look/notice_line.h"
#include "app/look/theme.h"
#include "app/use/form_fields.h"
#include "app/use/lines/children_panel.h"
#include "app/use/lines/nested_lists.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/record_list.h"
#include "app/use/open_edits.h"
#include "app/use/page_commands.h"
#include "app/use/record_finder.h"
#include "app/use/record_form.h"
#include "app/use/save_many.h"
#include "app/use/screen_actions.h"
#include "app/use/shaping_face.h"
#include "app/use/status_bar.h"
#include "core/base/text.h"
#include "core/fitting/form_arranging.h"
#include "core/fitting/screen_links.h"
#include "core/value/text_form.h"

#include <QApplication>
#include <QHBoxLayout>
#include <QHeaderView>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QSplitter>
#include <QVBoxLayout>

namespace gravin {

ScreenPage::ScreenPage(Workspace* workspace, const QString& screenId, OpenEdits* openEdits,
                       QWidget* parent)
    : QWidget(parent)
    , m_binding(workspace, screenId)
    , m_openEdits(openEdits)
    , m_list(new RecordList(&m_binding, workspace->records()->view(screenId), openEdits))
    , m_grid(m_list->grid())
    , m_model(m_list->model())
    , m_form(new RecordForm(&m_binding))
    , m_events(new ChildEvents(this))
    , m_active(m_list)
    , m_notice(new NoticeLine)
    , m_formSide(new QWidget)
    , m_halves(new QSplitter(Qt::Horizontal))
    , m_all(new QSplitter(Qt::Vertical))
    , m_onlyThese(new QPushButton)
    , m_title(new QLabel)
    , m_subtitle(new QLabel)
    , m_footLine(new QHBoxLayout)
    , m_ownActions(new ScreenActions(
          &m_binding, [this] { return chosenHere(); }, this))
    , m_commands(new PageCommands(this))
    , m_own(workspace->document()->file(), QStringLiteral("page ") + screenId) {
    m_binding.setSavesChildren(true);
    m_foot = new StatusBar({action(Command::First), action(Command::Previous),
                            action(Command::Next), action(Command::Last)});
    arrange();
    connectGrid();
    connectEvents();
    connect(m_form, &RecordForm::stateChanged, this, &ScreenPage::refresh);
    connect(m_form, &RecordForm::saveRequested, this, [this] { m_commands->run(Command::Save); });
    connect(m_form, &RecordForm::saveTried, this, &ScreenPage::endCellEdit);
    connect(m_form, &RecordForm::mendRequested, this, &ScreenPage::goToField);
    connect(m_form, &RecordForm::movedTo, m_grid, &GridView::setCurrentRecord);
    connect(m_form, &RecordForm::needChanged, this, &ScreenPage::applySplitSoon);
    connect(workspace->records(), &Records::draftsChanged, this, &ScreenPage::refreshSoon);
    connect(workspace->records(), &Records::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (table == m_binding.tableName() && m_grid->currentRecord() == before)
                    m_grid->setCurrentRecord(now);
                m_commands->followSave(before, now);
            });
    connect(&m_binding, &ScreenBinding::rebound, this, [this] {
        applyArrangement();
        refresh();
    });
    connect(m_commands, &PageCommands::goToRequested, this,
            [this](const RecordLink& link, const std::vector<Value>& values, const QString& words) {
                Q_EMIT goToRequested(link, values, words, {});
            });
    connect(m_ownActions, &ScreenActions::goToWanted, this, &ScreenPage::goToRequested);
    connect(m_ownActions, &ScreenActions::nextWanted, this,
            [this] { m_commands->run(Command::Next); });
    connect(m_foot, &StatusBar::goToRequested, this, &ScreenPage::goTo);
    connect(m_foot, &StatusBar::saveAllRequested, this,
            [this] { m_commands->run(Command::SaveAll); });
    // The form is the main grid's record: with the focus in it, commands mean that one.
    connect(qApp, &QApplication::focusChanged, this,
            [this](QWidget*, const QWidget* now) { followFocus(now); });
    connect(m_notice, &NoticeLine::rollbackRequested, this, &ScreenPage::rollbackRequested);
    connect(m_binding.workspace()->records(), &Records::edited, m_notice,
            &NoticeLine::forgetUntilEdited);
    connect(m_onlyThese, &QPushButton::clicked, this, [this] { showOnly({}, {}); });
    setBuild(false);
    m_list->setOwnPlace(screenId);
    chooseFirstRecord();
}

ScreenPage::~ScreenPage() {
    // The focus leaves what goes, and nobody is there any more to follow it.
    disconnect(qApp, nullptr, this, nullptr);
    // What stands in the list goes before it, and what reads the binding before that.
    delete m_nested;
    delete m_all;
    delete m_ownActions;
}

// A record's fields are the page's own list; what stands around lines is theirs.
void ScreenPage::followFocus(const QWidget* now) {
    if (!now)
        return;
    if (RecordList* lines = childLists() ? childLists()->listAround(now) : nullptr)
        setActive(lines);
    else if (m_form->isAncestorOf(now) || m_list->isAncestorOf(now))
        setActive(m_list);
}

void ScreenPage::setActive(RecordList* list) {
    if (m_active == list)
        return;
    m_active = list;
    refresh();
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
    connect(m_grid, &GridView::cellsRequested, m_commands, &PageCommands::onCells);
    connect(m_grid, &GridView::deleteRequested, this, [this] { m_commands->run(Command::Delete); });
    connect(m_grid, &GridView::nextNewRequested, this, [this] { m_commands->run(Command::New); });
    connect(m_grid, &GridView::cellWritten, this, [this](const RecordId& id) {
        saveWritten({&m_binding, m_grid, {}, {}, {}}, id);
    });
    connect(m_form->fields(), &FormFields::settled, this, [this] {
        saveWritten({&m_binding, m_grid, {}, {}, {}}, m_form->record());
    });
    connect(m_grid, &GridView::openRequested, this,
            [this](const RecordId& id) { m_openEdits->open(screenId(), id); });
    connect(m_grid, &GridView::actionsRequested, m_commands, &PageCommands::showMenu);
    connect(m_grid, &GridView::focusTaken, this, [this] { setActive(m_list); });
    connect(m_grid, &GridView::chosenChanged, this, &ScreenPage::refresh);
    for (const auto signal : {&QAbstractItemModel::rowsInserted, &QAbstractItemModel::rowsRemoved})
        connect(m_model, signal, this, [this] {
            chooseFirstRecord();
            refreshSoon();
        });
    connect(m_model, &QAbstractItemModel::modelReset, this, &ScreenPage::refresh);
    connect(m_list, &RecordList::setUpChanged, this, &ScreenPage::refresh);
    connect(m_list, &RecordList::told, this, &ScreenPage::showNotice);
    connect(m_list, &RecordList::putBack, this, &ScreenPage::putBack);
    connect(m_list, &RecordList::totalsChanged, m_foot, &StatusBar::setTotals);
    Workspace* workspace = m_binding.workspace();
    connect(m_model->view(), &RecordView::completed, this, [this] {
        tellWhereLeftOut();
        chooseFirstRecord();
        m_grid->applyWidths();
        m_grid->viewport()->update();
        refresh();
    });
    // Widths fit the data as soon as there is some.
    connect(
        workspace->records()->store(m_binding.tableName()), &RecordStore::recordsArrived, m_grid,
        [this] {
            m_grid->applyWidths();
            applySplitSoon();
        },
        Qt::SingleShotConnection);
}

QAction* ScreenPage::action(Command command) const { return m_commands->action(command); }

void ScreenPage::setFace(ShapingFace* face) {
    m_face = face;
    m_head->insertWidget(m_head->indexOf(m_saveProject), face->tools());
    m_list->setOverRows(face->overGrid());
    m_halves->insertWidget(1, face->besideForm());
    m_halves->setSizes({GridShare, PlateShare, FormShare});
    qobject_cast<QVBoxLayout*>(m_formSide->layout())->insertWidget(0, face->overForm());
    connect(face, &ShapingFace::refused, this, [this](const QString& reason) {
        showNotice({Notice::Kind::Refused, reason});
    });
    connect(face, &ShapingFace::described, m_foot, &StatusBar::setNote);
    connect(face, &ShapingFace::partChanged, this, &ScreenPage::applyArrangement);
    setBuild(m_build);
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
    m_useButtons = new FoldingRow;
    m_useButtons->add(buttonFor(action(Command::New), QStringLiteral("new-record")));
    for (const auto& [command, name] :
         {std::pair{Command::Open, "open-window"}, std::pair{Command::Bulk, "bulk-update"},
          std::pair{Command::Delete, "delete-record"}})
        m_useButtons->addFolding(buttonFor(action(command), QLatin1String(name)));
    auto* layout = m_head = new QHBoxLayout(head);
    layout->setContentsMargins(space::Pad, 8, space::Pad, 8);
    layout->addWidget(m_title);
    layout->addWidget(m_subtitle);
    layout->addWidget(m_onlyThese);
    layout->addStretch();
    m_ownButtons = new ScreenActionRow(m_ownActions);
    layout->addWidget(m_ownButtons);
    layout->addWidget(m_useButtons);
    layout->addWidget(m_saveProject);
    return head;
}

void ScreenPage::arrange() {
    auto* formLayout = new QVBoxLayout(m_formSide);
    formLayout->setContentsMargins(0, 0, 0, 0);
    formLayout->setSpacing(0);
    formLayout->addWidget(m_form, 1);
    m_halves->setHandleWidth(1);
    m_halves->setChildrenCollapsible(false);
    m_halves->addWidget(m_list);
    m_halves->addWidget(m_formSide);
    m_halves->setStretchFactor(0, 1);
    m_halves->setSizes({GridShare, FormShare});
    m_all->setHandleWidth(1);
    m_all->setChildrenCollapsible(false);
    m_all->addWidget(m_halves);
    connect(m_all, &QSplitter::splitterMoved, this, &ScreenPage::keepSplit);
    connect(m_halves, &QSplitter::splitterMoved, this, &ScreenPage::keepFormSplit);
    auto* foot = new QWidget;
    foot->setProperty("role", "raised");
    foot->setLayout(m_footLine);
    m_footLine->setContentsMargins(0, 0, 0, 0);
    m_footLine->setSpacing(0);
    m_footLine->addWidget(m_foot, 1);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(makeHead());
    layout->addWidget(m_notice);
    layout->addWidget(m_all, 1);
    layout->addWidget(foot);
}

void ScreenPage::makeChildren() {
    m_active = m_list;
    if (m_nested)
        m_nested->setOpens(false);
    delete m_nested;
    m_nested = nullptr;
    delete m_children;
    m_children = nullptr;
    const Arrangement arrangement = m_binding.screen().screen.arrangement;
    if (arrangement == Arrangement::GridNested) {
        m_nested = new NestedLists(&m_binding, m_grid, m_openEdits, m_events, 0,
                                   std::make_shared<NestedState>(), this);
    } else if (showsChildren(arrangement)) {
        m_children = new ChildrenPanel(&m_binding, m_openEdits, m_events, {});
        m_all->addWidget(m_children);
        m_children->setParentRecord(m_grid->currentRecord());
        connectChildren();
    }
}

ChildLists* ScreenPage::childLists() const {
    return m_nested ? static_cast<ChildLists*>(m_nested) : m_children;
}

void ScreenPage::connectEvents() {
    connect(m_events, &ChildEvents::activated, this, &ScreenPage::setActive);
    connect(m_events, &ChildEvents::currentRecordChanged, this, &ScreenPage::refreshSoon);
    connect(m_events, &ChildEvents::openRequested, this,
            [this](const GridPart& part, const RecordId& id) {
                m_openEdits->open(part.binding->screenId(), id);
            });
    connect(m_events, &ChildEvents::actionsRequested, m_commands, &PageCommands::showMenu);
    connect(m_events, &ChildEvents::cellsRequested, m_commands, &PageCommands::onCells);
    connect(m_events, &ChildEvents::deleteRequested, this,
            [this] { m_commands->run(Command::Delete); });
    connect(m_events, &ChildEvents::nextNewRequested, this,
            [this] { m_commands->run(Command::New); });
    connect(m_events, &ChildEvents::cellWritten, this, &ScreenPage::saveWritten);
    connect(m_events, &ChildEvents::recordLeft, this, &ScreenPage::saveLeft);
    connect(m_events, &ChildEvents::told, this, &ScreenPage::showNotice);
    connect(m_events, &ChildEvents::totalsChanged, m_foot, &StatusBar::setTotals);
    connect(m_events, &ChildEvents::setUpChanged, this, &ScreenPage::refresh);
    connect(m_events, &ChildEvents::putBack, this, &ScreenPage::putBack);
}

void ScreenPage::connectChildren() {
    connect(m_children, &ChildrenPanel::left, this, [this](bool forwards) {
        if (!showsForm())
            focusGrid();
        else if (forwards)
            m_form->focusFoot();
        else
            m_form->fields()->focusLast();
    });
    // Tab leads from the form's last field into the lines.
    const auto tabIntoLines = [this] {
        QWidget* last = m_form->fields()->lastEditor();
        const QList<RecordList*> lines =
            m_children ? m_children->listsInSight() : QList<RecordList*>();
        if (last && !lines.isEmpty())
            setTabOrder(last, lines.front()->grid());
    };
    tabIntoLines();
    connect(m_form->fields(), &FormFields::rebuilt, m_children, tabIntoLines);
}

GridPart ScreenPage::part() const {
    if (m_active != m_list && childLists() && !m_build) {
        if (const GridPart part = childLists()->partOf(m_active); part.isValid())
            return part;
    }
    return {m_model->binding(), m_grid, {}, {}, {}};
}

void ScreenPage::setBuild(bool build) {
    build = build && m_face;
    m_list->bar()->setShapes(build);
    const Arrangement arrangement = m_binding.screen().screen.arrangement;
    const bool isForm =
        arrangement == Arrangement::Form || arrangement == Arrangement::FormChildren;
    if (build && !m_build && isForm)
        m_face->setPart(ShapingFace::Part::Form);
    m_build = build;
    if (m_face)
        m_face->setShown(build);
    m_grid->horizontalHeader()->setVisible(!build);
    // However many settings are unfolded, some live records stay in sight.
    constexpr int FewestRecords = 4;
    m_grid->setMinimumHeight(build ? FewestRecords * m_grid->verticalHeader()->defaultSectionSize()
                                   : 0);
    m_grid->showHiddenFields(build);
    applyArrangement();
    m_useButtons->setVisible(!build);
    m_ownActions->setActive(!build);
    m_saveProject->setVisible(build);
    m_subtitle->setVisible(!build);
    m_foot->setNote({});
    refresh();
}

void ScreenPage::showNotice(const Notice& notice) { m_notice->setNotice(notice); }

QString ScreenPage::noticeText() const { return m_notice->text(); }

void ScreenPage::focusGrid() { m_grid->setFocus(Qt::OtherFocusReason); }

void ScreenPage::focusNextPart() {
    if (m_build)
        return focusGrid();
    // Each: the widget around a part, and how the focus gets into it.
    std::vector<std::pair<QWidget*, std::function<void()>>> parts;
    if (showsGrid())
        parts.emplace_back(m_list, [this] { focusGrid(); });
    if (showsForm())
        parts.emplace_back(m_form, [this] { focusForm(); });
    for (RecordList* lines : childLists() ? childLists()->listsInSight() : QList<RecordList*>())
        parts.emplace_back(lines, [lines] { lines->grid()->setFocus(Qt::OtherFocusReason); });
    // Lists can stand within lists: the innermost one is meant.
    const QWidget* focus = QApplication::focusWidget();
    const auto now = std::find_if(parts.rbegin(), parts.rend(), [focus](const auto& part) {
        return focus && (part.first == focus || part.first->isAncestorOf(focus));
    });
    const auto next = now == parts.rend() ? parts.begin() : now.base();
    (next == parts.end() ? parts.front() : *next).second();
}

void ScreenPage::focusWork() {
    if (showsGrid())
        focusGrid();
    else
        focusForm();
}

void ScreenPage::endCellEdit() {
    QWidget* editor = QApplication::focusWidget();
    if (editor && m_active->grid()->viewport()->isAncestorOf(editor))
        m_active->grid()->setFocus(Qt::OtherFocusReason);
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
    const GridPart where = part();
    using Place = RecordFinder::Place;
    const auto go = [this, grid = where.grid](const RecordId& record) {
        m_foot->went();
        grid->setCurrentRecord(record);
        grid->setFocus(Qt::OtherFocusReason);
    };
    (new RecordFinder(where.binding, where.grid, this))
        ->find(text, [this, text, go, binding = where.binding](const QList<Place>& found) {
            if (found.isEmpty()) {
                showNotice(
                    {Notice::Kind::Refused, tr("There is no record “%1” in this list.").arg(text)});
            } else if (found.size() == 1) {
                go(found.front().record);
            } else {
                auto* menu = new QMenu(this);
                menu->setObjectName(QStringLiteral("go-to-which"));
                menu->setAttribute(Qt::WA_DeleteOnClose);
                for (const Place& place : found) {
                    const QString name = binding->nameOf(place.record);
                    menu->addAction(place.by == Place::By::Position
                                        ? tr("Position %1: %2").arg(text.trimmed(), name)
                                        : tr("Key %1: %2").arg(text.trimmed(), name),
                                    this, [go, record = place.record] { go(record); });
                }
                menu->setActiveAction(menu->actions().front());
                menu->popup(m_foot->mapToGlobal(QPoint(0, -menu->sizeHint().height())));
            }
        });
}

FilterBar* ScreenPage::filterBar() const { return m_list->bar(); }

void ScreenPage::goToRecord(const Key& key) {
    showOnly({}, {});
    if (m_list->bar()->isFiltered() && m_model->rowOf({key, 0}) < 0)
        m_list->bar()->clearFilters();
    m_grid->setCurrentRecord({key, 0});
    m_goingTo = RecordId{key, 0};
    tellWhereLeftOut();
}

// What nobody may lift can leave out what was gone to.
void ScreenPage::tellWhereLeftOut() {
    if (m_goingTo.isNone() || !m_model->view()->isComplete())
        return;
    const RecordId wanted = std::exchange(m_goingTo, {});
    if (m_model->rows().storedIndexOf(wanted) < 0)
        showNotice({Notice::Kind::Refused,
                    tr("%1 is not among these records: it is gone, or the list of this screen "
                       "leaves it out.")
                        .arg(m_binding.nameOf(wanted))});
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

QStringList ScreenPage::tablesShown() const {
    QStringList tables{m_binding.tableName()};
    if (childLists())
        tables += childLists()->tables();
    tables.removeDuplicates();
    return tables;
}

void ScreenPage::save() {
    const QString reason = m_commands->reasonAgainst(Command::Save);
    if (reason.isEmpty())
        return m_commands->run(Command::Save);
    const auto toMend = m_binding.firstToMend(m_grid->currentRecord());
    const GridPart now = part();
    const bool isHere =
        toMend && toMend->place == DraftRef{now.binding->tableName(), now.current()};
    // Where one is in that record, it says itself what is wrong with it.
    if (toMend && !isHere) {
        showNotice({Notice::Kind::Refused, reason});
        goToField(toMend->place, toMend->column);
    }
}

void ScreenPage::goToField(const DraftRef& place, const QString& column) {
    if (childLists() && childLists()->goTo(place, column))
        return;
    const int row = m_model->rowOf(place.id);
    if (place.table != m_binding.tableName() || row < 0) {
        m_binding.workspace()->records()->want(
            screenIdFor(m_binding.workspace()->project(), place.table), place.id);
        return;
    }
    m_grid->setCurrentRecord(place.id);
    if (showsForm())
        m_form->focusField(column);
    else
        m_grid->focusField(column);
}

void ScreenPage::saveLeft(const GridPart& part, const RecordId& id) {
    if (!m_build)
        part.binding->saveLeft(id);
}

void ScreenPage::saveWritten(const GridPart& part, const RecordId& id) {
    if (!m_build)
        part.binding->saveWritten(id);
}

// On opening, the first record is there; the list is never without a current record while it has
// any.
void ScreenPage::chooseFirstRecord() {
    if (!m_grid->currentIndex().isValid() && m_model->rowCount() > 0) {
        if (!m_model->view()->isComplete() && m_beginsAt)
            return;
        const auto wanted = std::exchange(m_beginsAt, std::nullopt);
        const RecordId there{wanted.value_or(Key()), 0};
        const bool isThere = wanted && m_model->rows().storedIndexOf(there) >= 0;
        m_grid->setCurrentRecord(isThere ? there : m_model->rows().recordAtIndex(0));
    }
    if (m_model->rowCount() == 0)
        m_form->setRecord({});
}

void ScreenPage::refresh() {
    m_commands->refresh();
    m_ownActions->refresh();
    m_title->setText(m_binding.screen().screen.label);
    m_subtitle->setText(m_binding.screen().missingColumns.isEmpty()
                            ? QString()
                            : tr("without %1, which the table does not have")
                                  .arg(m_binding.screen().missingColumns.join(u", ")));
    refreshPosition();
}

// The records of its own list that commands mean, the current one first.
QList<RecordId> ScreenPage::chosenHere() const {
    const RecordId current = m_grid->currentRecord();
    QList<RecordId> chosen = m_grid->chosenRecords();
    chosen.removeAll(current);
    if (!current.isNone())
        chosen.prepend(current);
    return chosen;
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

} // namespace gravin
