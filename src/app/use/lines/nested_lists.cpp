// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lines/nested_lists.h"

#include "app/look/theme.h"
#include "app/use/lists/record_list.h"
#include "core/fitting/screen_links.h"

#include <QApplication>
#include <QEvent>
#include <QHeaderView>
#include <QScopedValueRollback>
#include <QScrollBar>

#include <algorithm>

namespace gravin {

namespace {

// Around what stands in an inset.
constexpr Distance InsetLeft(22);
constexpr int InsetTop = 4;
constexpr int InsetRight = 10;
constexpr int InsetBottom = 8;
// Until it is measured: heads, three lines and one to type in.
constexpr Distance UsualHeight(210);
constexpr Distance LeastHeight(70);
// Of the window, that one inset takes at most; what is longer scrolls in it.
constexpr double MostOfWindow = 0.62;

bool holdsFocus(const QWidget* widget) {
    const QWidget* focus = QApplication::focusWidget();
    return focus && widget->isAncestorOf(focus);
}

} // namespace

std::shared_ptr<NestedState> NestedState::of(const QString& kind) {
    std::shared_ptr<NestedState>& state = below[kind];
    if (!state)
        state = std::make_shared<NestedState>();
    return state;
}

NestedLists::NestedLists(ScreenBinding* binding, GridView* grid, OpenEdits* openEdits,
                         ChildEvents* events, int level, std::shared_ptr<NestedState> state,
                         QObject* parent)
    : QObject(parent)
    , m_binding(binding)
    , m_grid(grid)
    , m_openEdits(openEdits)
    , m_events(events)
    , m_level(level)
    , m_state(std::move(state))
    , m_tables(tablesBelow(binding->workspace(), binding->screen().screen, level + 1)) {
    m_soon.setSingleShot(true);
    m_soon.setInterval(0);
    connect(&m_soon, &QTimer::timeout, this, &NestedLists::follow);
    GridModel* model = grid->gridModel();
    // Widgets move with their rows at once; what came into sight gets some after that.
    connect(grid->verticalScrollBar(), &QScrollBar::valueChanged, this, &NestedLists::place);
    connect(grid->verticalScrollBar(), &QScrollBar::valueChanged, this, &NestedLists::followSoon);
    connect(grid->verticalHeader(), &QHeaderView::sectionResized, this, &NestedLists::followSoon);
    connect(model, &QAbstractItemModel::rowsInserted, this,
            [this](const QModelIndex&, int first, int last) { applyHeights(first, last); });
    connect(model, &QAbstractItemModel::rowsRemoved, this, &NestedLists::followSoon);
    connect(model, &QAbstractItemModel::modelReset, this,
            [this] { applyHeights(0, m_grid->gridModel()->rowCount() - 1); });
    connect(grid, &GridView::insetEntered, this, &NestedLists::enter);
    connect(grid, &GridView::rowToggled, this, [this](const RecordId& id) { m_opening = id; });
    connect(events, &ChildEvents::activated, this, &NestedLists::followActive);
    grid->viewport()->installEventFilter(this);
    setOpens(true);
}

NestedLists::~NestedLists() {
    for (const auto& inset : m_insets)
        delete inset->panel;
}

QStringList NestedLists::tablesBelow(Workspace* workspace, const Screen& screen, int level) {
    QStringList tables;
    for (const RecordLink& link : childrenOf(workspace->project(), workspace->catalog(), screen)) {
        const auto bound = workspace->document()->bound(link.screen);
        if (!bound)
            continue;
        tables += bound->table->name;
        if (level + 1 < NestedLevels)
            tables += tablesBelow(workspace, bound->screen, level + 1);
    }
    tables.removeDuplicates();
    return tables;
}

void NestedLists::setOpens(bool opens) {
    if (m_grid->gridModel()->opensRows() == opens)
        return;
    for (const auto& inset : m_insets)
        release(*inset);
    m_grid->gridModel()->setOpened(opens ? m_state->opened : nullptr);
}

bool NestedLists::eventFilter(QObject* watched, QEvent* event) {
    if (event->type() == QEvent::Resize || event->type() == QEvent::Show)
        followSoon();
    return QObject::eventFilter(watched, event);
}

QList<RecordId> NestedLists::insetsInSight() const {
    QList<RecordId> records;
    if (m_grid->gridModel()->rows().openRows().isEmpty() || !m_grid->isVisible())
        return records;
    const int height = m_grid->viewport()->height();
    const int first = std::max(0, m_grid->rowAt(0));
    for (int row = first; row < m_grid->gridModel()->rowCount(); ++row) {
        if (m_grid->rowViewportPosition(row) >= height)
            break;
        if (const RecordId id = m_grid->gridModel()->rows().insetOf(row); !id.isNone())
            records += id;
    }
    return records;
}

NestedLists::Inset* NestedLists::insetOf(const RecordId& id) const {
    const auto found = std::find_if(m_insets.begin(), m_insets.end(), [&](const auto& inset) {
        return !id.isNone() && inset->record == id;
    });
    return found == m_insets.end() ? nullptr : found->get();
}

NestedLists::Inset& NestedLists::spare() {
    const auto free = std::find_if(m_insets.begin(), m_insets.end(),
                                   [](const auto& inset) { return inset->record.isNone(); });
    if (free != m_insets.end())
        return **free;
    Inset& made = *m_insets.emplace_back(std::make_unique<Inset>());
    made.panel = new ChildrenPanel(m_binding, m_openEdits, m_events, {0, m_level + 1, m_state},
                                   m_grid->viewport());
    connect(made.panel, &ChildrenPanel::left, this,
            [this, &made](bool forwards) { leave(made.record, forwards); });
    connect(made.panel, &ChildrenPanel::needChanged, this, &NestedLists::followSoon);
    return made;
}

void NestedLists::show(const RecordId& id) {
    Inset& inset = spare();
    inset.record = id;
    inset.panel->setAccessibleName(
        tr("Belongs to %1, level %2").arg(m_binding->nameOf(id)).arg(m_level + 2));
    inset.panel->setParentRecord(id);
    inset.panel->goBackTo(m_state->places.value(id));
    inset.panel->show();
    place();
}

void NestedLists::release(Inset& inset) {
    if (inset.record.isNone())
        return;
    if (holdsFocus(inset.panel))
        m_grid->setFocus(Qt::OtherFocusReason);
    m_state->places.insert(inset.record, inset.panel->placeNow());
    inset.record = {};
    inset.panel->hide();
    inset.panel->setParentRecord({});
}

void NestedLists::followSoon() {
    if (!m_soon.isActive())
        m_soon.start();
}

void NestedLists::follow() {
    const QList<RecordId> wanted = insetsInSight();
    for (const auto& inset : m_insets) {
        const bool isOpen = m_grid->gridModel()->rowOf(inset->record) >= 0 &&
                            m_state->opened->contains(inset->record);
        // Where somebody works it stays, however far the list is moved.
        if (!isOpen || !(wanted.contains(inset->record) || holdsFocus(inset->panel)))
            release(*inset);
    }
    for (const auto& inset : m_insets)
        measure(*inset);
    place();
    const auto next = std::find_if(wanted.begin(), wanted.end(),
                                   [this](const RecordId& id) { return !insetOf(id); });
    if (next == wanted.end())
        return;
    show(*next);
    followSoon();
}

void NestedLists::place() {
    for (const auto& inset : m_insets) {
        const int row = m_grid->gridModel()->rowOf(inset->record);
        if (row < 0)
            continue;
        const QRect room(0, m_grid->rowViewportPosition(row + 1), m_grid->viewport()->width(),
                         m_grid->rowHeight(row + 1));
        inset->panel->setGeometry(room.adjusted(InsetLeft, InsetTop, -InsetRight, -InsetBottom));
    }
}

void NestedLists::applyHeights(int first, int last) {
    const RowMap& rows = m_grid->gridModel()->rows();
    for (int position = 0; position < rows.openRows().count(); ++position) {
        const int row = rows.openRows().insetPlace(position);
        if (row >= first && row <= last)
            applyHeight(rows.insetOf(row), row);
    }
    followSoon();
}

void NestedLists::applyHeight(const RecordId& id, int row) {
    const int height = m_state->heights.value(id, UsualHeight);
    if (row > 0 && m_grid->rowHeight(row) != height)
        m_grid->verticalHeader()->resizeSection(row, height);
}

// As high as what is in it, once that is there.
void NestedLists::measure(const Inset& inset) {
    if (inset.record.isNone() || !inset.panel->isComplete())
        return;
    const int most = static_cast<int>(m_grid->window()->height() * MostOfWindow);
    const int needed = std::clamp(inset.panel->neededHeight() + InsetTop + InsetBottom,
                                  static_cast<int>(LeastHeight), std::max<int>(LeastHeight, most));
    m_state->heights.insert(inset.record, needed);
    applyHeight(inset.record, m_grid->gridModel()->rowOf(inset.record) + 1);
    if (inset.record == m_opening) {
        m_opening = {};
        bringIntoSight(inset.record);
    }
    if (m_wanted && inset.panel->goTo(m_wanted->first, m_wanted->second))
        m_wanted.reset();
}

void NestedLists::bringIntoSight(const RecordId& id) {
    const int row = m_grid->gridModel()->rowOf(id);
    const int top = m_grid->rowViewportPosition(row);
    const int behind = m_grid->rowViewportPosition(row + 1) + m_grid->rowHeight(row + 1);
    if (const int below = behind - m_grid->viewport()->height(); below > 0)
        m_grid->verticalScrollBar()->setValue(m_grid->verticalScrollBar()->value() +
                                              std::min(below, top));
}

void NestedLists::enter(const RecordId& id, bool atBeginning) {
    if (!m_state->opened->contains(id) || m_grid->gridModel()->rowOf(id) < 0)
        return;
    if (!insetOf(id))
        show(id);
    bringIntoSight(id);
    const QList<RecordList*> lists = insetOf(id)->panel->listsInSight();
    if (!lists.isEmpty())
        lists.front()->grid()->enter(atBeginning);
}

void NestedLists::leave(const RecordId& id, bool forwards) {
    const GridModel* model = m_grid->gridModel();
    const int behind = model->rowOf(id) + 2;
    if (forwards && behind >= model->rowCount() && m_level > 0) {
        m_grid->leave(true);
        return;
    }
    m_grid->setFocus(Qt::OtherFocusReason);
    if (forwards && behind < model->rowCount())
        m_grid->goToRow(behind);
    else
        m_grid->setCurrentRecord(id);
}

// Where somebody works in an inset, its record is the current one around it.
void NestedLists::followActive(const RecordList* list) {
    for (const auto& inset : m_insets) {
        if (!inset->record.isNone() && inset->panel->partOf(list).isValid())
            m_grid->makeCurrent(inset->record);
    }
}

bool NestedLists::isSettled() const {
    const QList<RecordId> wanted = insetsInSight();
    return !m_soon.isActive() && std::all_of(wanted.begin(), wanted.end(), [&](const RecordId& id) {
        const Inset* inset = insetOf(id);
        return inset && inset->panel->isComplete();
    });
}

GridPart NestedLists::partOf(const RecordList* list) const {
    for (const auto& inset : m_insets) {
        const GridPart part = inset->record.isNone() ? GridPart() : inset->panel->partOf(list);
        if (part.isValid())
            return part;
    }
    return {};
}

RecordList* NestedLists::listAround(const QWidget* widget) const {
    for (const auto& inset : m_insets) {
        if (RecordList* list = inset->panel->listAround(widget))
            return list;
    }
    return nullptr;
}

bool NestedLists::goTo(const DraftRef& place, const QString& column) {
    for (const auto& inset : m_insets) {
        if (!inset->record.isNone() && inset->panel->goTo(place, column)) {
            bringIntoSight(inset->record);
            return true;
        }
    }
    // It is among those of the current record, which are not there yet.
    const RecordId current = m_grid->currentRecord();
    if (current.isNone() || !m_tables.contains(place.table))
        return false;
    m_wanted = {place, column};
    m_opening = current;
    m_grid->gridModel()->openRow(current, true);
    if (!insetOf(current))
        show(current);
    if (insetOf(current)->panel->goTo(place, column))
        m_wanted.reset();
    return true;
}

QStringList NestedLists::tables() const { return m_tables; }

QList<RecordList*> NestedLists::listsInSight() const {
    const Inset* inset = insetOf(m_grid->currentRecord());
    return inset ? inset->panel->listsInSight() : QList<RecordList*>();
}

} // namespace gravin
