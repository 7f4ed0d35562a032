// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/children_panel.h"

#include "app/grid/totals_row.h"
#include "app/use/open_edits.h"
#include "core/fitting/list_query.h"
#include "core/fitting/screen_links.h"

#include <QLabel>
#include <QSplitter>
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
    , m_tabs(new QTabWidget) {
    setObjectName(QStringLiteral("children"));
    m_tabs->setDocumentMode(true);
    auto* layout = new QVBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->addWidget(m_tabs);
    Workspace* workspace = parent->workspace();
    for (const RecordLink& link :
         childrenOf(workspace->project(), workspace->catalog(), parent->screen().screen))
        addChild(link);
    if (m_children.empty())
        m_tabs->addTab(note(tr("No table refers to %1.").arg(parent->tableName())), tr("Children"));
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
}

void ChildrenPanel::connectChild(Child* made) {
    connect(made->grid, &GridView::cellsRequested, this, &ChildrenPanel::cellsRequested);
    connect(made->grid, &GridView::deleteRequested, this, &ChildrenPanel::deleteRequested);
    connect(made->grid, &GridView::nextNewRequested, this, &ChildrenPanel::nextNewRequested);
    connect(made->grid, &GridView::cellWritten, this,
            [this, made](const RecordId& id) { Q_EMIT cellWritten(partOfChild(*made), id); });
    connect(made->grid, &GridView::currentRecordChanged, this, [this, made](const RecordId& id) {
        const RecordId left = std::exchange(made->current, id);
        if (!left.isNone())
            Q_EMIT recordLeft(partOfChild(*made), left);
        if (made->below)
            made->below->setParentRecord(id);
        Q_EMIT currentRecordChanged();
    });
    connect(made->grid, &GridView::openRequested, this,
            [this, made](const RecordId& id) { Q_EMIT openRequested(partOfChild(*made), id); });
    connect(made->grid, &GridView::actionsRequested, this, &ChildrenPanel::actionsRequested);
    connect(made->grid, &GridView::focusTaken, this,
            [this, made] { Q_EMIT activated(made->grid); });
    connect(made->view.get(), &RecordView::completed, made->grid, &GridView::applyWidths);
    // Widths fit the children of this parent as soon as there are some, and then stay.
    connect(m_parent->workspace()->records()->store(made->binding->tableName()),
            &RecordStore::recordsArrived, made->grid, [made] {
                if (std::exchange(made->widthsPending, false))
                    made->grid->applyWidths();
            });
}

// There is no line over the children to lift anything by: only what holds for everyone counts.
void ChildrenPanel::applyList(const Child& child) {
    const BoundScreen& screen = child.binding->screen();
    ListSetUp setUp = fittingSetUp(screen.screen.list, *screen.table);
    setUp.filters.removeIf([](const ListFilter& filter) { return !filter.fixed; });
    setUp.groupedBy.clear();
    RecordQuery query = listQuery(screen, setUp, child.binding->workspace()->catalog());
    query.only = child.view->restriction();
    child.view->setQuery(query);
    child.grid->hideFields(setUp.hidden);
}

void ChildrenPanel::addChild(const RecordLink& link) {
    Workspace* workspace = m_parent->workspace();
    const auto bound = workspace->document()->bound(link.screen);
    if (const QString reason = reasonAgainst(bound, link); !reason.isEmpty()) {
        m_tabs->addTab(note(reason), bound ? bound->screen.label : link.screen);
        return;
    }
    const QString title = bound->screen.label;
    auto child = std::make_unique<Child>();
    child->link = link;
    child->binding = std::make_unique<ScreenBinding>(workspace, link.screen);
    child->view = workspace->records()->newView(bound->table->name);
    auto* part = new QSplitter(Qt::Vertical);
    part->setHandleWidth(1);
    child->grid = new GridView(
        new GridModel(child->binding.get(), child->view.get(), m_openEdits, part), part);
    child->grid->setObjectName(QStringLiteral("children:") + bound->table->name);
    child->grid->setAccessibleName(title);
    auto* list = new QWidget;
    auto* layout = new QVBoxLayout(list);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(0);
    layout->addWidget(child->grid, 1);
    layout->addWidget(new TotalsRow(child->grid, list));
    part->addWidget(list);
    child->view->showNothing(); // until the parent is known
    applyList(*child);
    connect(child->binding.get(), &ScreenBinding::rebound, this,
            [made = child.get()] { applyList(*made); });
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
    child.grid->gridModel()->setNewParent(
        isOfNew ? std::optional(DraftRef{m_parent->tableName(), m_record}) : std::nullopt);
    if (const auto values = parentValues(child)) {
        child.widthsPending = true;
        child.view->showOnly({child.link.targetColumns, *values});
    } else {
        child.view->showNothing();
    }
    if (child.below)
        child.below->setParentRecord(child.grid->currentRecord());
}

void ChildrenPanel::setParentRecord(const RecordId& id) {
    m_record = id;
    for (const auto& child : m_children)
        showChild(*child);
}

GridPart ChildrenPanel::partOfChild(const Child& child) const {
    GridPart part{child.binding.get(), child.grid, {}, {}, {}};
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

GridPart ChildrenPanel::partOf(const QWidget* grid) const {
    for (const auto& child : m_children) {
        if (child->grid == grid)
            return partOfChild(*child);
        if (child->below) {
            if (const GridPart part = child->below->partOf(grid); part.isValid())
                return part;
        }
    }
    return {};
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

QList<GridView*> ChildrenPanel::grids() const {
    QList<GridView*> all;
    for (const auto& child : m_children)
        all += child->grid;
    return all;
}

} // namespace gravin
