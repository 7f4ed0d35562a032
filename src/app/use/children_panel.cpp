// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/children_panel.h"

#include "app/use/lists/filter_bar.h"
#include "app/use/lists/record_list.h"
#include "app/use/open_edits.h"
#include "core/fitting/screen_links.h"

#include <QLabel>
#include <QSplitter>
#include <QStackedWidget>
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

ChildrenPanel::ChildrenPanel(ScreenBinding* parent, OpenEdits* openEdits, int depth,
                             QWidget* widget)
    : QWidget(widget)
    , m_parent(parent)
    , m_openEdits(openEdits)
    , m_depth(depth)
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
    connect(m_tabs, &QTabWidget::currentChanged, this,
            [this](int tab) { m_own.keepTab(m_tabs->tabText(tab)); });
    connect(workspace->records()->store(parent->tableName()), &RecordStore::recordsArrived, this,
            [this](const QList<Key>& keys) {
                if (keys.contains(m_record.key))
                    setParentRecord(m_record);
            });
    connect(workspace->writing(), &Writing::committed, this, [this] { setParentRecord(m_record); });
}

ChildrenPanel::~ChildrenPanel() {
    // Grids go before the bindings that they read.
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

// What happens in a deeper panel is told as if it happened here.
void ChildrenPanel::passOn(ChildrenPanel* below) {
    connect(below, &ChildrenPanel::activated, this, &ChildrenPanel::activated);
    connect(below, &ChildrenPanel::currentRecordChanged, this,
            &ChildrenPanel::currentRecordChanged);
    connect(below, &ChildrenPanel::openRequested, this, &ChildrenPanel::openRequested);
    connect(below, &ChildrenPanel::actionsRequested, this, &ChildrenPanel::actionsRequested);
    connect(below, &ChildrenPanel::cellsRequested, this, &ChildrenPanel::cellsRequested);
    connect(below, &ChildrenPanel::deleteRequested, this, &ChildrenPanel::deleteRequested);
    connect(below, &ChildrenPanel::nextNewRequested, this, &ChildrenPanel::nextNewRequested);
    connect(below, &ChildrenPanel::cellWritten, this, &ChildrenPanel::cellWritten);
    connect(below, &ChildrenPanel::recordLeft, this, &ChildrenPanel::recordLeft);
    connect(below, &ChildrenPanel::left, this, &ChildrenPanel::left);
    connect(below, &ChildrenPanel::told, this, &ChildrenPanel::told);
    connect(below, &ChildrenPanel::totalsChanged, this, &ChildrenPanel::totalsChanged);
    connect(below, &ChildrenPanel::setUpChanged, this, &ChildrenPanel::setUpChanged);
    connect(below, &ChildrenPanel::putBack, this, &ChildrenPanel::putBack);
}

void ChildrenPanel::connectChild(Child* made) {
    GridView* grid = made->list->grid();
    connect(grid, &GridView::cellsRequested, this, &ChildrenPanel::cellsRequested);
    connect(grid, &GridView::deleteRequested, this, &ChildrenPanel::deleteRequested);
    connect(grid, &GridView::nextNewRequested, this, &ChildrenPanel::nextNewRequested);
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
    connect(grid, &GridView::actionsRequested, this, &ChildrenPanel::actionsRequested);
    connect(grid, &GridView::left, this, &ChildrenPanel::left);
    connect(grid, &GridView::focusTaken, this, [this, made] { Q_EMIT activated(made->list); });
    connect(grid->selectionModel(), &QItemSelectionModel::selectionChanged, this,
            &ChildrenPanel::currentRecordChanged);
    connect(made->list, &RecordList::told, this, &ChildrenPanel::told);
    connect(made->list, &RecordList::totalsChanged, this, &ChildrenPanel::totalsChanged);
    connect(made->list, &RecordList::setUpChanged, this, &ChildrenPanel::setUpChanged);
    connect(made->list, &RecordList::putBack, this, &ChildrenPanel::putBack);
    connect(made->view.get(), &RecordView::completed, grid, &GridView::applyWidths);
    // Widths fit the children of this parent as soon as there are some, and then stay.
    connect(m_parent->workspace()->records()->store(made->binding->tableName()),
            &RecordStore::recordsArrived, grid, [made] {
                if (std::exchange(made->widthsPending, false))
                    made->list->grid()->applyWidths();
            });
}

void ChildrenPanel::addChild(const RecordLink& link) {
    Workspace* workspace = m_parent->workspace();
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
    child->list->grid()->setAccessibleName(title);
    FilterBar* bar = child->list->bar();
    bar->setInOneLine(true);
    bar->setSame(link.targetColumns);
    m_bars->addWidget(bar);
    child->list->setOwnPlace(m_parent->screenId() + QStringLiteral(" > ") + link.screen + u' ' +
                             link.targetColumns.join(u','));
    part->addWidget(child->list);
    if (showsChildren(bound->screen.arrangement) && m_depth < DeepestPanel) {
        child->below = new ChildrenPanel(child->binding.get(), m_openEdits, m_depth + 1, part);
        part->addWidget(child->below);
        passOn(child->below);
    }
    Child* made = child.get();
    connectChild(made);
    m_tabs->addTab(part, title);
    m_children.push_back(std::move(child));
    showChild(*made);
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

GridPart ChildrenPanel::partOf(const RecordList* list) const {
    for (const auto& child : m_children) {
        if (child->list == list)
            return partOfChild(*child);
        if (child->below) {
            if (const GridPart part = child->below->partOf(list); part.isValid())
                return part;
        }
    }
    return {};
}

RecordList* ChildrenPanel::listAround(const QWidget* widget) const {
    for (const auto& child : m_children) {
        if (child->list->isAncestorOf(widget) || child->list->bar()->isAncestorOf(widget))
            return child->list;
        if (RecordList* below = child->below ? child->below->listAround(widget) : nullptr)
            return below;
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
            if (!isHere && !(child->below && child->below->goTo(place, column)))
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
        if (child->below)
            tables += child->below->tables();
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

QList<RecordList*> ChildrenPanel::listsInSight() const {
    QList<RecordList*> all;
    for (const auto& child : m_children) {
        if (!m_tabs->currentWidget() || !m_tabs->currentWidget()->isAncestorOf(child->list))
            continue;
        all += child->list;
        if (child->below)
            all += child->below->listsInSight();
    }
    return all;
}

} // namespace gravin
