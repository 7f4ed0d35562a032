// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lines/children_panel.h"

#include "app/use/lines/nested_lists.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/record_list.h"
#include "app/use/open_edits.h"
#include "core/fitting/screen_links.h"

#include <QHeaderView>
#include <QLabel>
#include <QMouseEvent>
#include <QSplitter>
#include <QStackedWidget>
#include <QTabBar>
#include <QTabWidget>
#include <QVBoxLayout>

#include <algorithm>

namespace gravin {

namespace {

// A screen can be its own child (a table that refers to itself): somewhere it must end.
constexpr int DeepestPanel = 6;

QLabel* note(const QString& text) {
    auto* label = new QLabel(text);
    label->setProperty("role", "faint");
    label->setWordWrap(true);
    label->setContentsMargins(14, 14, 14, 14);
    label->setAlignment(Qt::AlignTop);
    return label;
}

} // namespace

struct ChildrenPanel::Child {
    RecordLink link;
    std::unique_ptr<ScreenBinding> binding;
    std::shared_ptr<RecordView> view;
    RecordList* list = nullptr;
    ChildrenPanel* below = nullptr;
    std::unique_ptr<NestedLists> nested = {};
    RecordId current = {};
    bool widthsPending = false;
    ChildLists* deeper() const; // null: nothing stands below or in it
    QString kind() const { return link.screen + u' ' + link.targetColumns.join(u','); }
};

ChildrenPanel::ChildrenPanel(ScreenBinding* parent, OpenEdits* openEdits, ChildEvents* events,
                             Standing standing, QWidget* widget)
    : QWidget(widget)
    , m_parent(parent)
    , m_openEdits(openEdits)
    , m_events(events)
    , m_standing(std::move(standing))
    , m_tabs(new QTabWidget)
    , m_bars(new QStackedWidget)
    , m_own(parent->workspace()->document()->file(),
            QStringLiteral("below ") + parent->screenId()) {
    setObjectName(QStringLiteral("children"));
    m_tabs->setCornerWidget(m_bars);
    // A tab with nothing to search has an empty page there too, so that their numbers agree.
    connect(m_tabs, &QTabWidget::currentChanged, m_bars, &QStackedWidget::setCurrentIndex);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_tabs);
    connectEvents();
    Workspace* workspace = parent->workspace();
    for (const RecordLink& link :
         childrenOf(workspace->project(), workspace->catalog(), parent->screen().screen))
        addChild(link);
    if (m_tabs->count() == 0)
        addNote(tr("No table refers to %1.").arg(parent->tableName()), tr("Children"));
    // The tab that was open, by its words.
    for (int tab = 0; tab < m_tabs->count(); ++tab) {
        if (m_tabs->tabText(tab) == m_own.tab())
            m_tabs->setCurrentIndex(tab);
    }
    connect(m_tabs, &QTabWidget::currentChanged, this, [this](int tab) {
        // In lists within lists each place has its own.
        if (m_standing.level == 0)
            m_own.keepTab(m_tabs->tabText(tab));
        Q_EMIT needChanged();
    });
    connect(workspace->records()->store(parent->tableName()), &RecordStore::recordsArrived, this,
            [this](const QList<Key>& keys) {
                if (keys.contains(m_record.key))
                    setParentRecord(m_record);
            });
    connect(workspace->writing(), &Writing::committed, this, [this] { setParentRecord(m_record); });
}

ChildrenPanel::~ChildrenPanel() {
    // What stands in grids goes before them, and they before the bindings that they read.
    for (const auto& child : m_children)
        child->nested.reset();
    delete m_tabs;
}

void ChildrenPanel::addNote(const QString& text, const QString& title) {
    m_bars->addWidget(new QWidget);
    m_tabs->addTab(note(text), title);
}

// Why the children cannot be shown; empty: they can.
QString ChildrenPanel::reasonAgainst(const Result<BoundScreen>& bound, const RecordLink& link) {
    if (!bound)
        return tr("%1 The screen can be made at any time; nothing else is affected.")
            .arg(bound.error().sentence);
    if (bound->table->key.isEmpty())
        return bound->readOnlyReason;
    for (const QString& column : link.targetColumns) {
        if (!bound->table->column(column))
            return tr("%1 has no column %2 to belong by.").arg(bound->table->name, column);
    }
    return {};
}

void ChildrenPanel::connectEvents() {
    connect(this, &ChildrenPanel::activated, m_events, &ChildEvents::activated);
    connect(this, &ChildrenPanel::currentRecordChanged, m_events,
            &ChildEvents::currentRecordChanged);
    connect(this, &ChildrenPanel::openRequested, m_events, &ChildEvents::openRequested);
    connect(this, &ChildrenPanel::cellWritten, m_events, &ChildEvents::cellWritten);
    connect(this, &ChildrenPanel::recordLeft, m_events, &ChildEvents::recordLeft);
}

void ChildrenPanel::connectChild(Child* made) {
    GridView* grid = made->list->grid();
    connect(grid, &GridView::cellsRequested, m_events, &ChildEvents::cellsRequested);
    connect(grid, &GridView::deleteRequested, m_events, &ChildEvents::deleteRequested);
    connect(grid, &GridView::nextNewRequested, m_events, &ChildEvents::nextNewRequested);
    connect(grid, &GridView::cellWritten, this,
            [this, made](const RecordId& id) { Q_EMIT cellWritten(partOfChild(*made), id); });
    connect(grid, &GridView::currentRecordChanged, this, [this, made](const RecordId& id) {
        const RecordId left = std::exchange(made->current, id);
        if (!left.isNone())
            Q_EMIT recordLeft(partOfChild(*made), left);
        if (made->below)
            made->below->setParentRecord(id);
        Q_EMIT currentRecordChanged();
    });
    connect(grid, &GridView::openRequested, this,
            [this, made](const RecordId& id) { Q_EMIT openRequested(partOfChild(*made), id); });
    connect(grid, &GridView::actionsRequested, m_events, &ChildEvents::actionsRequested);
    connect(grid, &GridView::left, this, &ChildrenPanel::left);
    connect(grid, &GridView::focusTaken, this, [this, made] { Q_EMIT activated(made->list); });
    connect(grid, &GridView::chosenChanged, m_events, &ChildEvents::currentRecordChanged);
    connect(made->list, &RecordList::told, m_events, &ChildEvents::told);
    connect(made->list, &RecordList::totalsChanged, m_events, &ChildEvents::totalsChanged);
    connect(made->list, &RecordList::setUpChanged, m_events, &ChildEvents::setUpChanged);
    connect(made->list, &RecordList::putBack, m_events, &ChildEvents::putBack);
    connect(made->list, &RecordList::needChanged, this, &ChildrenPanel::needChanged);
    connect(made->view.get(), &RecordView::completed, grid, &GridView::applyWidths);
    connect(made->view.get(), &RecordView::completed, this, &ChildrenPanel::needChanged);
    // Widths fit the children of this parent as soon as there are some, and then stay.
    connect(m_parent->workspace()->records()->store(made->binding->tableName()),
            &RecordStore::recordsArrived, grid, [made] {
                if (std::exchange(made->widthsPending, false))
                    made->list->grid()->applyWidths();
            });
}

void ChildrenPanel::addChild(const RecordLink& link) {
    Workspace* workspace = m_parent->workspace();
    // What is not theirs to see is not spoken of.
    if (!workspace->document()->standing().may(Act::Open, link.screen))
        return;
    const auto bound = workspace->document()->bound(link.screen);
    if (const QString reason = reasonAgainst(bound, link); !reason.isEmpty()) {
        addNote(reason, bound ? bound->screen.label : link.screen);
        return;
    }
    const QString title = bound->screen.label;
    auto child = std::make_unique<Child>();
    child->link = link;
    child->binding = std::make_unique<ScreenBinding>(workspace, link.screen);
    child->view = workspace->records()->newView(bound->table->name);
    child->view->showNothing(); // until the parent is known
    auto* part = new QSplitter(Qt::Vertical);
    part->setHandleWidth(1);
    child->list = new RecordList(child->binding.get(), child->view.get(), m_openEdits, part);
    child->list->grid()->setObjectName(QStringLiteral("children:") + bound->table->name);
    child->list->grid()->setAccessibleName(
        m_standing.level == 0 ? title : tr("%1, level %2").arg(title).arg(m_standing.level + 1));
    child->list->grid()->setInInset(m_standing.level > 0);
    FilterBar* bar = child->list->bar();
    bar->setInOneLine(true);
    bar->setSame(link.targetColumns);
    m_bars->addWidget(bar);
    child->list->setOwnPlace(m_parent->screenId() + QStringLiteral(" > ") + child->kind());
    part->addWidget(child->list);
    addDeeper(*child, part);
    Child* made = child.get();
    connectChild(made);
    m_tabs->addTab(part, title);
    m_children.push_back(std::move(child));
    showChild(*made);
}

// Within rows that open, all rows do that have something to show; elsewhere as the screen says.
void ChildrenPanel::addDeeper(Child& child, QWidget* part) {
    const BoundScreen& screen = child.binding->screen();
    const bool isNested = m_standing.level > 0;
    if (isNested || screen.screen.arrangement == Arrangement::GridNested) {
        Workspace* workspace = m_parent->workspace();
        if (m_standing.level + 1 >= NestedLevels ||
            childrenOf(workspace->project(), workspace->catalog(), screen.screen).isEmpty())
            return;
        child.nested = std::make_unique<NestedLists>(
            child.binding.get(), child.list->grid(), m_openEdits, m_events, m_standing.level,
            isNested ? m_standing.nested->of(child.kind()) : std::make_shared<NestedState>(),
            nullptr);
    } else if (showsChildren(screen.screen.arrangement) && m_standing.depth < DeepestPanel) {
        child.below = new ChildrenPanel(child.binding.get(), m_openEdits, m_events,
                                        {m_standing.depth + 1, 0, {}}, part);
        connect(child.below, &ChildrenPanel::left, this, &ChildrenPanel::left);
        static_cast<QSplitter*>(part)->addWidget(child.below);
    }
}

// The values by which children belong to the record; nothing while it is unsaved or on its way.
std::optional<std::vector<Value>> ChildrenPanel::parentValues(const Child& child) const {
    if (m_record.isNone() || m_record.isNew())
        return std::nullopt;
    const Record* record =
        m_parent->workspace()->records()->store(m_parent->tableName())->record(m_record.key);
    std::vector<Value> values;
    for (const QString& column : child.link.columns) {
        const int index = m_parent->screen().table->indexOf(column);
        if (!record || index < 0)
            return std::nullopt;
        values.push_back(record->values[static_cast<size_t>(index)]);
    }
    return values;
}

void ChildrenPanel::showChild(Child& child) {
    const bool isOfNew = m_record.isNew();
    child.list->model()->setNewParent(
        isOfNew ? std::optional(DraftRef{m_parent->tableName(), m_record}) : std::nullopt);
    const bool canBegin = child.binding->screen().reasonAgainst(Operation::Insert).isEmpty() &&
                          partOfChild(child).noNewReason.isEmpty();
    child.list->model()->setEmptyLine(canBegin ? std::function([this, &child] {
        const GridPart part = partOfChild(child);
        return m_parent->workspace()->records()->newRecord(part.binding->screen(), part.presets,
                                                           part.parent);
    })
                                               : nullptr);
    if (const auto values = parentValues(child)) {
        child.widthsPending = true;
        child.view->showOnly({child.link.targetColumns, *values});
    } else {
        child.view->showNothing();
    }
    if (child.below)
        child.below->setParentRecord(child.list->grid()->currentRecord());
}

void ChildrenPanel::setParentRecord(const RecordId& id) {
    m_record = id;
    for (const auto& child : m_children)
        showChild(*child);
}

GridPart ChildrenPanel::partOfChild(const Child& child) const {
    GridPart part{child.binding.get(), child.list->grid(), {}, {}, {}};
    const auto values = parentValues(child);
    if (m_record.isNew())
        part.parent = {m_parent->tableName(), m_record, child.link.targetColumns,
                       child.link.columns};
    else if (!values)
        part.noNewReason = tr("No record is chosen above.");
    else
        for (qsizetype i = 0; i < child.link.targetColumns.size(); ++i)
            part.presets.insert(child.link.targetColumns[i], (*values)[static_cast<size_t>(i)]);
    return part;
}

ChildLists* ChildrenPanel::Child::deeper() const {
    return nested ? static_cast<ChildLists*>(nested.get()) : below;
}

GridPart ChildrenPanel::partOf(const RecordList* list) const {
    for (const auto& child : m_children) {
        if (child->list == list)
            return partOfChild(*child);
        const ChildLists* deeper = child->deeper();
        if (const GridPart part = deeper ? deeper->partOf(list) : GridPart(); part.isValid())
            return part;
    }
    return {};
}

RecordList* ChildrenPanel::listAround(const QWidget* widget) const {
    for (const auto& child : m_children) {
        const ChildLists* deeper = child->deeper();
        if (RecordList* inner = deeper ? deeper->listAround(widget) : nullptr)
            return inner;
        if (child->list->isAncestorOf(widget) || child->list->bar()->isAncestorOf(widget))
            return child->list;
    }
    return nullptr;
}

bool ChildrenPanel::goTo(const DraftRef& place, const QString& column) {
    for (int tab = 0; tab < m_tabs->count(); ++tab) {
        for (const auto& child : m_children) {
            if (!m_tabs->widget(tab)->isAncestorOf(child->list))
                continue;
            const bool isHere = child->binding->tableName() == place.table &&
                                child->list->model()->reveal(place.id);
            if (!isHere && !(child->deeper() && child->deeper()->goTo(place, column)))
                continue;
            m_tabs->setCurrentIndex(tab);
            if (isHere) {
                child->list->grid()->setCurrentRecord(place.id);
                child->list->grid()->focusField(column);
            }
            return true;
        }
    }
    return false;
}

QStringList ChildrenPanel::tables() const {
    QStringList tables;
    for (const auto& child : m_children) {
        tables += child->binding->tableName();
        if (const ChildLists* deeper = child->deeper())
            tables += deeper->tables();
    }
    return tables;
}

QList<RecordList*> ChildrenPanel::lists() const {
    QList<RecordList*> all;
    for (const auto& child : m_children)
        all += child->list;
    return all;
}

QList<GridView*> ChildrenPanel::grids() const {
    QList<GridView*> all;
    for (const auto& child : m_children)
        all += child->list->grid();
    return all;
}

const ChildrenPanel::Child* ChildrenPanel::childInSight() const {
    const auto found =
        std::find_if(m_children.begin(), m_children.end(), [this](const auto& child) {
            return m_tabs->currentWidget() && m_tabs->currentWidget()->isAncestorOf(child->list);
        });
    return found == m_children.end() ? nullptr : found->get();
}

QList<RecordList*> ChildrenPanel::listsInSight() const {
    const Child* child = childInSight();
    if (!child)
        return {};
    return QList<RecordList*>{child->list} +
           (child->deeper() ? child->deeper()->listsInSight() : QList<RecordList*>());
}

ChildrenPanel::Place ChildrenPanel::placeNow() const {
    Place place{m_tabs->tabText(m_tabs->currentIndex())};
    for (const auto& child : m_children)
        place.current.insert(child->kind(), child->current);
    return place;
}

void ChildrenPanel::goBackTo(const Place& place) {
    for (int tab = 0; tab < m_tabs->count(); ++tab) {
        if (m_tabs->tabText(tab) == place.tab)
            m_tabs->setCurrentIndex(tab);
    }
    for (const auto& child : m_children) {
        child->list->bar()->clearSearch();
        if (const RecordId id = place.current.value(child->kind()); !id.isNone())
            child->list->grid()->setCurrentRecord(id);
    }
}

int ChildrenPanel::neededHeight() const {
    const int tabs = std::max(m_tabs->tabBar()->sizeHint().height(), m_bars->sizeHint().height());
    if (const Child* child = childInSight()) {
        const int around = child->list->isVisible() ? m_tabs->height() - child->list->height() : 0;
        return std::max(tabs, around) + child->list->neededHeight();
    }
    const QWidget* note = m_tabs->currentWidget();
    return tabs + (note ? note->heightForWidth(width()) : 0);
}

bool ChildrenPanel::isComplete() const {
    const Child* child = childInSight();
    return !child || child->view->isEmptied() || child->view->isComplete();
}

// A click that means nothing in an inset means nothing to the list around it either.
void ChildrenPanel::mousePressEvent(QMouseEvent* event) {
    event->setAccepted(m_standing.level > 0);
}

} // namespace gravin
