// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/grid_view.h"

#include "app/editors/field_editor.h"
#include "app/grid/cell_delegate.h"
#include "app/grid/column_heads.h"
#include "app/grid/frozen_columns.h"
#include "app/grid/group_bands.h"
#include "app/grid/gutter.h"
#include "app/look/theme.h"

#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScopedValueRollback>
#include <QScrollBar>

#include <algorithm>

namespace gravin {

namespace {

int heightOf(RowHeight height) {
    switch (height) {
    case RowHeight::Compact:
        return space::CompactRowHeight;
    case RowHeight::Comfortable:
        return space::RowHeight;
    case RowHeight::Tall:
        return 2 * space::RowHeight;
    }
    return space::RowHeight;
}

} // namespace

GridView::GridView(GridModel* model, QWidget* parent)
    : QTableView(parent)
    , m_model(model) {
    setObjectName(QStringLiteral("grid"));
    setAccessibleName(tr("Records"));
    setHorizontalHeader(new ColumnHeads(this));
    setModel(model);
    auto* delegate = new CellDelegate(model, this);
    setItemDelegate(delegate);
    connect(delegate, &CellDelegate::written, this, &GridView::cellWritten);
    // Return in an editor, or a pick: behind the view's own slot, when the editor is closed.
    const auto closed = [this](QWidget*, QAbstractItemDelegate::EndEditHint hint) {
        if (hint == QAbstractItemDelegate::SubmitModelCache && m_model->takesLines())
            goOn();
    };
    connect(delegate, &QAbstractItemDelegate::closeEditor, this, closed);
    auto* gutter = new Gutter(this);
    setVerticalHeader(gutter);
    followSelection();
    applyGutterWidth();
    connect(gutter, &Gutter::openingRequested, this, &GridView::toggleRow);
    connect(gutter, &Gutter::tickRequested, this, &GridView::tickRow);
    connect(model, &GridModel::marksChanged, gutter->viewport(), qOverload<>(&QWidget::update));
    setShowGrid(false);
    setWordWrap(false);
    setHorizontalScrollMode(QAbstractItemView::ScrollPerPixel);
    setEditTriggers(QAbstractItemView::AnyKeyPressed | QAbstractItemView::EditKeyPressed |
                    QAbstractItemView::DoubleClicked);
    setSelectionMode(QAbstractItemView::ExtendedSelection);
    setTabKeyNavigation(true);
    horizontalHeader()->setHighlightSections(false);
    // A click on a head sorts; it does not choose the column, which would leave the record.
    horizontalHeader()->setSectionsClickable(true);
    for (const auto signal : {&QHeaderView::sectionPressed, &QHeaderView::sectionEntered})
        disconnect(horizontalHeader(), signal, this, nullptr);
    horizontalHeader()->setDefaultAlignment(Qt::AlignLeft | Qt::AlignVCenter);
    horizontalHeader()->setMinimumSectionSize(28);
    horizontalHeader()->setFixedHeight(Distance(34));
    auto* frozenDelegate = new CellDelegate(model, this);
    connect(frozenDelegate, &CellDelegate::written, this, &GridView::cellWritten);
    m_frozen = new FrozenColumns(this, frozenDelegate);
    connect(frozenDelegate, &QAbstractItemDelegate::closeEditor, this, closed);
    connect(delegate->thumbnails(), &Thumbnails::read, viewport(), qOverload<>(&QWidget::update));
    connect(frozenDelegate->thumbnails(), &Thumbnails::read, this,
            [this] { m_frozen->viewport()->update(); });
    // After sorting or reading anew the current record is the same one.
    connect(model, &QAbstractItemModel::modelAboutToBeReset, this,
            [this] { m_rowBefore = currentIndex().row(); });
    connect(model, &QAbstractItemModel::modelReset, this, &GridView::keepPlace);
    connect(model, &QAbstractItemModel::modelReset, this, &GridView::followOpening);
    connect(model, &QAbstractItemModel::modelReset, this, &GridView::enterNow);
    connect(model, &QAbstractItemModel::rowsInserted, this, &GridView::enterNow);
    connect(model->view(), &RecordView::completed, this, &GridView::enterNow);
    connect(model, &QAbstractItemModel::rowsInserted, this, [this] {
        if (m_model->rowOf(m_wanted) >= 0)
            setCurrentRecord(m_wanted);
    });
    connect(model->binding(), &ScreenBinding::rebound, this, [this] {
        // Where the developer gave another width, that word is newer.
        for (const BoundField& field : m_model->binding()->fields()) {
            if (m_placed.value(field.name(), field.placement.width) != field.placement.width)
                m_dragged.remove(field.name());
        }
        applyGutterWidth();
        applyWidths();
        applyRowHeight();
    });
    // What a person drags stays, whatever the list does next; in Build it is the screen's own.
    connect(horizontalHeader(), &QHeaderView::sectionResized, this,
            [this](int column, int, int width) { followDragged(column, width); });
    connect(horizontalHeader(), &QHeaderView::sectionMoved, this, &GridView::followMoved);
    connect(model, &QAbstractItemModel::modelReset, this, &GridView::applyWidths);
    connect(model, &QAbstractItemModel::dataChanged, this,
            [this](const QModelIndex& first, const QModelIndex& last) {
                const RecordId id = m_model->recordAt(first.row());
                if (first.row() == last.row() && m_model->binding()->draft(id))
                    widenFor(first.row());
            });
    connect(model->binding()->workspace()->records(), &Records::lookupsLoaded, this,
            &GridView::applyWidths);
    applyWidths();
    applyRowHeight();
}

// Where the program moves, what was selected before is not meant any more. setCurrentIndex() would
// keep it while a key like Ctrl happens to be down, as it is in the midst of Ctrl+S.
void GridView::moveTo(const QModelIndex& index) {
    selectionModel()->setCurrentIndex(index, QItemSelectionModel::ClearAndSelect);
}

RecordId GridView::currentRecord() const { return m_model->recordAt(currentIndex().row()); }

void GridView::setCurrentRecord(const RecordId& id) {
    int row = m_model->rowOf(id);
    if (row < 0 && m_model->reveal(id))
        row = m_model->rowOf(id);
    // The list may be being read anew: the record is gone to when its row arrives.
    m_wanted = row < 0 ? id : RecordId();
    if (row < 0)
        return;
    const int column =
        std::clamp(currentIndex().isValid() ? currentIndex().column() : m_currentColumn, 0,
                   std::max(0, m_model->columnCount() - 1));
    moveTo(m_model->index(row, column));
    scrollTo(currentIndex());
}

// The same record; where the new list lacks it, the one that stands there now.
void GridView::keepPlace() {
    // Its group was closed: the head stands for it. When a list begins to be grouped it stays open.
    const bool isNewGrouping =
        std::exchange(m_groupedBy, m_model->groupedBy()) != m_model->groupedBy();
    if (const int head = m_model->rows().headRowOf(m_current);
        !isNewGrouping && head >= 0 && m_model->rowOf(m_current) < 0) {
        moveTo(m_model->index(head, std::max(0, m_currentColumn)));
        return;
    }
    // What was gone to before the list had it goes first.
    setCurrentRecord(m_model->rowOf(m_wanted) >= 0 ? m_wanted : m_current);
    const RecordView* view = m_model->view();
    if (currentIndex().isValid() || !view->isComplete() || m_model->rowCount() == 0)
        return;
    m_wanted = {};
    const int row = std::clamp(m_rowBefore, 0, m_model->rowCount() - 1);
    setCurrentRecord(m_model->recordAt(m_model->rows().isInset(row) ? row - 1 : row));
}

void GridView::showHiddenFields(bool show) {
    m_showHidden = show;
    // In Build the names of the plate's lines stand above the gutter.
    applyGutterWidth();
    applyWidths();
}

void GridView::hideFields(const QStringList& columns) {
    if (columns == m_unwanted)
        return;
    m_unwanted = columns;
    applyWidths();
}

bool GridView::isFrozen(int column) const {
    return m_frozen->coveredWidth() > 0 && m_frozen->holds(column);
}

int GridView::frozenWidth() const { return m_frozen->coveredWidth(); }

QRect GridView::columnRect(int column) const {
    const int scrolled = isFrozen(column) ? horizontalHeader()->offset() : 0;
    return {viewport()->x() + columnViewportPosition(column) + scrolled, 0, columnWidth(column),
            height()};
}

void GridView::scrollTo(const QModelIndex& index, ScrollHint hint) {
    const int before = horizontalScrollBar()->value();
    const bool inSight = m_frozen->coveredWidth() > 0 && m_frozen->holds(index.column());
    QTableView::scrollTo(index, hint);
    if (inSight)
        horizontalScrollBar()->setValue(before);
    else if (const int hidden = m_frozen->coveredWidth() - visualRect(index).left(); hidden > 0)
        horizontalScrollBar()->setValue(horizontalScrollBar()->value() - hidden);
}

QList<int> GridView::shownColumns() const {
    QList<int> columns;
    for (int place = 0; place < m_model->columnCount(); ++place) {
        const int column = horizontalHeader()->logicalIndex(place);
        if (!isColumnHidden(column))
            columns += column;
    }
    return columns;
}

bool GridView::goToFirstOpen(int row) {
    for (const int column : shownColumns()) {
        if (!m_model->isOpen(m_model->index(row, column)))
            continue;
        moveTo(m_model->index(row, column));
        return true;
    }
    return false;
}

void GridView::goOn() {
    const int row = currentIndex().row();
    const QList<int> columns = shownColumns();
    for (qsizetype at = columns.indexOf(currentIndex().column()) + 1; at < columns.size(); ++at) {
        if (!m_model->isOpen(m_model->index(row, columns[at])))
            continue;
        moveTo(m_model->index(row, columns[at]));
        return;
    }
    for (int next = row + 1; next < m_model->rowCount(); ++next) {
        if (goToFirstOpen(next))
            return;
    }
}

// A record begins in the empty line with the first key, and the key goes into it.
bool GridView::beginLine(int column, EditTrigger trigger, QEvent* event) {
    if (!(trigger == AllEditTriggers || (editTriggers() & trigger)))
        return false;
    const RecordId begun = m_model->beginLine();
    const int row = m_model->rowOf(begun);
    if (row < 0)
        return false;
    moveTo(m_model->index(row, column));
    m_begun = begun;
    scrollTo(currentIndex());
    return edit(currentIndex(), trigger, event);
}

void GridView::dropUntouched(const RecordId& begun) {
    const Draft* draft = m_model->binding()->draft(begun);
    if (!draft || !draft->bad.isEmpty())
        return;
    const Restriction& same = m_model->view()->restriction();
    for (auto each = draft->changed.begin(); each != draft->changed.end(); ++each) {
        const QString& column = m_model->view()->table().columns[each.key()].name;
        if (!draft->given.contains(each.key()) && !same.columns.contains(column))
            return;
    }
    m_model->binding()->workspace()->records()->discard(m_model->binding()->tableName(), begun);
}

bool GridView::edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) {
    if (m_model->rows().isEmptyLine(index.row()))
        return (m_model->flags(index) & Qt::ItemIsEditable) &&
               beginLine(index.column(), trigger, event);
    if (m_frozen && m_frozen->isVisible() && m_frozen->holds(index.column()))
        return m_frozen->beginEdit(index, trigger, event);
    return QTableView::edit(index, trigger, event);
}

void GridView::resizeEvent(QResizeEvent* event) {
    QTableView::resizeEvent(event);
    m_frozen->follow();
}

void GridView::applyRowHeight() {
    const int height = heightOf(m_model->binding()->screen().screen.rowHeight);
    if (verticalHeader()->defaultSectionSize() != height)
        verticalHeader()->setDefaultSectionSize(height);
}

// What has no room in a cell, and every cell of a screen that edits in windows, opens a window.
bool GridView::openInstead(const QModelIndex& index) {
    if (m_model->recordAt(index.row()).isNone())
        return false;
    const ScreenBinding& binding = *m_model->binding();
    const bool inWindows = binding.screen().screen.arrangement == Arrangement::GridWindows;
    if (!inWindows && FieldEditor::fitsInCell(binding.fields()[index.column()]))
        return false;
    Q_EMIT openRequested(m_model->recordAt(index.row()));
    return true;
}

void GridView::contextMenuEvent(QContextMenuEvent* event) {
    const bool byKey = event->reason() == QContextMenuEvent::Keyboard;
    if (!byKey) {
        const QModelIndex index = indexAt(event->pos());
        if (!index.isValid() || m_model->rows().isInset(index.row()))
            return;
        // What was selected is what the actions are for, where it is pointed at.
        const auto rows = selectedRows();
        const bool isSelected = std::any_of(rows.begin(), rows.end(), [&](const auto& range) {
            return range.first <= index.row() && index.row() <= range.second;
        });
        if (isSelected)
            selectionModel()->setCurrentIndex(index, QItemSelectionModel::NoUpdate);
        else
            moveTo(index);
    }
    Q_EMIT actionsRequested(byKey ? viewport()->mapToGlobal(visualRect(currentIndex()).bottomLeft())
                                  : event->globalPos());
}

bool GridView::toggleYesNo(const QModelIndex& index) {
    if (m_model->recordAt(index.row()).isNone() || !(m_model->flags(index) & Qt::ItemIsEditable) ||
        m_model->binding()->fields()[index.column()].definition.shownAs != ShownAs::YesNo ||
        !m_model->binding()->fields()[index.column()].definition.choices.isEmpty())
        return false;
    const auto now = m_model->value(index);
    const bool isYes = now && now->kind() == Value::Kind::Boolean && now->asBoolean();
    m_model->apply(index, Value::boolean(!isYes));
    Q_EMIT cellWritten(m_model->recordAt(index.row()));
    return true;
}

void GridView::focusInEvent(QFocusEvent* event) {
    QTableView::focusInEvent(event);
    // Work in lines begins in the first of them, and goes on where it was.
    const bool comesByTab = event->reason() == Qt::TabFocusReason;
    if (m_model->takesLines() && event->reason() != Qt::MouseFocusReason &&
        (comesByTab || !m_model->isOpen(currentIndex())))
        goToFirstOpen(comesByTab ? 0 : std::max(0, currentIndex().row()));
    Q_EMIT focusTaken();
}

void GridView::beginFirstEdit() {
    setFocus(Qt::OtherFocusReason);
    const int row = currentIndex().row();
    for (const int column : shownColumns()) {
        const QModelIndex index = m_model->index(row, column);
        const auto now = m_model->value(index);
        const Draft* draft = m_model->binding()->draft(m_model->recordAt(row));
        const bool isGiven =
            draft && draft->parent &&
            draft->parent->columns.contains(m_model->binding()->fields()[column].name());
        if (!(m_model->flags(index) & Qt::ItemIsEditable) || isGiven || (now && !now->isNull()))
            continue;
        moveTo(index);
        edit(index);
        return;
    }
}

void GridView::focusField(const QString& column) {
    setFocus(Qt::OtherFocusReason);
    const auto& fields = m_model->binding()->fields();
    for (int i = 0; i < fields.size(); ++i) {
        if (fields[i].name() == column && !isColumnHidden(i))
            setCurrentIndex(m_model->index(currentIndex().row(), i));
    }
}

void GridView::paintEvent(QPaintEvent* event) {
    QTableView::paintEvent(event);
    const ScreenBinding& binding = *m_model->binding();
    if (m_model->isGrouped()) {
        QPainter heads(viewport());
        paintGroupBands(heads, *this);
    }
    if (m_model->opensRows())
        paintInsets();
    if (m_model->takesLines())
        paintEmptyLine();
    if (m_model->rowCount() > 0 || !m_model->view()->isComplete())
        return;
    QPainter painter(viewport());
    painter.setPen(Theme::instance().colours().faint);
    painter.drawText(viewport()->rect().adjusted(CellDelegate::Pad, 18, -CellDelegate::Pad, 0),
                     Qt::AlignTop | Qt::TextWordWrap,
                     binding.isReadOnly()
                         ? tr("There are no records here.")
                         : tr("There are no records yet. Ctrl+N begins the first."));
}

// What the empty line is for stands behind its cells, where there is room.
void GridView::paintEmptyLine() {
    const int row = m_model->rows().recordRows();
    const int top = rowViewportPosition(row);
    const int left = horizontalHeader()->length() - horizontalHeader()->offset();
    const QString words = tr("type to begin the next");
    const QRect room(left + CellDelegate::Pad, top, viewport()->width() - left, rowHeight(row));
    if (top > viewport()->height() ||
        fontMetrics().horizontalAdvance(words) + 2 * CellDelegate::Pad > room.width())
        return;
    QPainter painter(viewport());
    painter.setPen(Theme::instance().colours().faint);
    painter.drawText(room, Qt::AlignVCenter, words);
}

std::optional<CellAction> GridView::cellActionOf(const QKeyEvent& event) const {
    if (event.matches(QKeySequence::Copy))
        return CellAction::Copy;
    if (event.matches(QKeySequence::Cut))
        return CellAction::Cut;
    if (event.matches(QKeySequence::Paste))
        return CellAction::Paste;
    if (event.key() == Qt::Key_D && event.modifiers() == Qt::ControlModifier)
        return CellAction::FillDown;
    if (event.key() == Qt::Key_Delete && event.modifiers() == Qt::NoModifier)
        return CellAction::Clear;
    return std::nullopt;
}

bool GridView::hasWholeRecordsSelected() const {
    return selectionModel()->isRowSelected(currentIndex().row(), {}) && m_model->columnCount() > 1;
}

void GridView::keyPressEvent(QKeyEvent* event) {
    // A key that meant nothing in an inset means nothing here either.
    if (m_model->opensRows() && isOfInset(QApplication::focusWidget())) {
        event->ignore();
        return;
    }
    if (const auto action = cellActionOf(*event)) {
        if (*action == CellAction::Clear && hasWholeRecordsSelected())
            Q_EMIT deleteRequested();
        else
            Q_EMIT cellsRequested(*action);
        return;
    }
    if (event->key() == Qt::Key_Space && event->modifiers() == Qt::ControlModifier &&
        hasTickBoxes()) {
        tickSelected();
        return;
    }
    if (openByKey(*event))
        return;
    if (event->key() == Qt::Key_Space && toggleYesNo(currentIndex()))
        return;
    if (event->key() == Qt::Key_Escape) {
        // Back one step: first the cell's edit, then all edits of the record.
        const RecordId id = currentRecord();
        const Draft* draft = m_model->binding()->draft(id);
        if (draft && currentIndex().isValid()) {
            const int column = m_model->binding()->fields()[currentIndex().column()].editIndex();
            DraftStore* drafts =
                m_model->binding()->workspace()->records()->drafts(m_model->binding()->tableName());
            if (draft->changed.contains(column) || draft->bad.contains(column))
                drafts->revertField(id, column);
            else
                m_model->binding()->workspace()->records()->discard(m_model->binding()->tableName(),
                                                                    id);
            return;
        }
    }
    if ((event->key() == Qt::Key_Return || event->key() == Qt::Key_Enter) &&
        event->modifiers() == Qt::NoModifier && state() != EditingState) {
        if (m_model->rows().isEmptyLine(currentIndex().row()))
            Q_EMIT left(true); // nothing more is to come
        else if (m_model->takesLines())
            goOn();
        else if (!openInstead(currentIndex()))
            edit(currentIndex());
        return;
    }
    QTableView::keyPressEvent(event);
}

void GridView::mouseDoubleClickEvent(QMouseEvent* event) {
    const QModelIndex index = indexAt(event->pos());
    if (index.isValid() && m_model->rows().groupAt(index.row()))
        return; // its first click did it
    if (toggleYesNo(index) || openInstead(index))
        return;
    QTableView::mouseDoubleClickEvent(event);
}

void GridView::currentChanged(const QModelIndex& current, const QModelIndex& previous) {
    QTableView::currentChanged(current, previous);
    if (!current.isValid())
        return;
    m_currentColumn = current.column();
    if (current.row() != previous.row()) {
        viewport()->update();
        verticalHeader()->viewport()->update();
    }
    const RecordId id = m_model->recordAt(current.row());
    if (id == m_current)
        return;
    // Not in the midst of the move.
    if (!m_begun.isNone() && !(id == m_begun))
        QMetaObject::invokeMethod(
            this, [this, begun = std::exchange(m_begun, RecordId())] { dropUntouched(begun); },
            Qt::QueuedConnection);
    m_current = id;
    Q_EMIT currentRecordChanged(id);
}

void GridView::commitData(QWidget* editor) {
    if (!editor->isHidden())
        QTableView::commitData(editor);
}

void GridView::closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) {
    if (!editor->isHidden())
        QTableView::closeEditor(editor, hint);
}

} // namespace gravin
