// SPDX-License-Identifier: GPL-3.0-or-later
// What opens in a grid, groups and rows, and how keys and mouse lead in and out of it.
#include "app/grid/frozen_columns.h"
#include "app/grid/grid_view.h"
#include "app/grid/gutter.h"
#include "app/look/theme.h"

#include <QHeaderView>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QScrollBar>

namespace gravin {

namespace {
constexpr Distance OpeningMark(20); // what the gutter is wider by where rows open
}

void GridView::applyGutterWidth() {
    // In Build the names of the plate's lines stand above the gutter.
    const int open = (m_model->opensRows() ? static_cast<int>(OpeningMark) : 0) +
                     (hasTickBoxes() ? static_cast<int>(Gutter::TickWidth) : 0);
    verticalHeader()->setFixedWidth(m_showHidden ? static_cast<int>(space::PlateNames)
                                                 : space::Gutter + open);
}

// Insets are higher than rows: what is seen moves on by less than a whole one.
void GridView::followOpening() {
    const auto mode =
        m_model->opensRows() ? QAbstractItemView::ScrollPerPixel : QAbstractItemView::ScrollPerItem;
    if (verticalScrollMode() == mode)
        return;
    setVerticalScrollMode(mode);
    applyGutterWidth();
    applyWidths(); // nothing is frozen over insets
}

void GridView::toggleGroup(int row) {
    const bool open = !m_model->rows().isGroupOpen(row);
    m_model->openGroup(row, open);
    moveTo(m_model->index(row, std::max(0, m_currentColumn)));
}

bool GridView::openCurrentGroup(bool open) {
    const int row = currentIndex().row();
    if (!m_model->rows().groupAt(row))
        return false;
    if (m_model->rows().isGroupOpen(row) != open)
        toggleGroup(row);
    return true;
}

void GridView::toggleRow(int row) {
    const RecordId id = m_model->recordAt(row);
    if (id.isNone() || !m_model->opensRows())
        return;
    setFocus(Qt::OtherFocusReason);
    if (currentIndex().row() != row)
        moveTo(m_model->index(row, std::max(0, m_currentColumn)));
    Q_EMIT rowToggled(id);
    m_model->openRow(id, !m_model->rows().isOpen(row));
}

void GridView::goToRow(int row) {
    moveTo(m_model->index(row, std::clamp(m_currentColumn, 0, m_model->columnCount() - 1)));
}

void GridView::makeCurrent(const RecordId& id) {
    const int row = m_model->rowOf(id);
    if (row < 0 || row == currentIndex().row())
        return;
    const bool scrolls = hasAutoScroll();
    setAutoScroll(false);
    goToRow(row);
    setAutoScroll(scrolls);
}

void GridView::enter(bool atBeginning) {
    setFocus(Qt::OtherFocusReason);
    m_entersAtBeginning.reset();
    const RecordView* view = m_model->view();
    if (m_model->rowCount() == 0 || !(view->isComplete() || view->isEmptied())) {
        m_entersAtBeginning = atBeginning;
        return;
    }
    goToRow(atBeginning ? 0 : m_model->rowCount() - 1);
    if (m_model->takesLines() && atBeginning && !m_model->isOpen(currentIndex()))
        goToFirstOpen(0);
}

void GridView::enterNow() {
    if (m_entersAtBeginning && hasFocus())
        enter(*m_entersAtBeginning);
}

bool GridView::openByKey(const QKeyEvent& event) {
    const int row = currentIndex().row();
    const bool opens = event.key() == Qt::Key_Right;
    const bool closes = event.key() == Qt::Key_Left;
    if (m_model->rows().groupAt(row)) {
        if ((opens || closes) && openCurrentGroup(opens))
            return true;
        const bool toggles = event.key() == Qt::Key_Space || event.key() == Qt::Key_Return ||
                             event.key() == Qt::Key_Enter;
        if (toggles)
            toggleGroup(row);
        return toggles;
    }
    const bool isAlt = event.modifiers() & Qt::AltModifier;
    const bool isAtEdge = currentIndex().column() == shownColumns().value(0, -1) &&
                          !(event.modifiers() & (Qt::ShiftModifier | Qt::ControlModifier));
    if (!(opens || closes) || !(isAlt || isAtEdge))
        return false;
    const bool canOpen = m_model->opensRows() && !m_model->recordAt(row).isNone();
    if (canOpen && m_model->rows().isOpen(row) != opens) {
        toggleRow(row);
        return true;
    }
    if (canOpen && isAlt && opens)
        Q_EMIT insetEntered(m_model->recordAt(row), true);
    else if (closes && m_isInInset)
        Q_EMIT left(false);
    else
        return isAlt;
    return true;
}

void GridView::mousePressEvent(QMouseEvent* event) {
    const QModelIndex index = indexAt(event->pos());
    if (event->button() == Qt::LeftButton && index.isValid() &&
        m_model->rows().groupAt(index.row())) {
        setFocus(Qt::MouseFocusReason);
        m_currentColumn = index.column();
        toggleGroup(index.row());
        return;
    }
    // Beside what stands in an inset, the record above is meant.
    if (index.isValid() && m_model->rows().isInset(index.row())) {
        setFocus(Qt::MouseFocusReason);
        moveTo(m_model->index(index.row() - 1, std::max(0, m_currentColumn)));
        return;
    }
    QTableView::mousePressEvent(event);
}

void GridView::leaveSoon(bool forwards) {
    QMetaObject::invokeMethod(
        this, [this, forwards] { Q_EMIT left(forwards); }, Qt::QueuedConnection);
}

// Up and Down lead into the insets on their way, and out of the one that this grid stands in.
bool GridView::crossInset(CursorAction action) {
    const int row = currentIndex().row();
    const RowMap& rows = m_model->rows();
    const bool isDown = action == MoveDown;
    if (row < 0 || !(isDown || action == MoveUp))
        return false;
    const RecordId of =
        isDown ? (rows.isOpen(row) ? rows.recordAt(row) : RecordId()) : rows.insetOf(row - 1);
    if (!of.isNone())
        QMetaObject::invokeMethod(
            this, [this, of, isDown] { Q_EMIT insetEntered(of, isDown); }, Qt::QueuedConnection);
    else if (m_isInInset && (isDown ? row == m_model->rowCount() - 1 : row == 0))
        leaveSoon(isDown);
    else
        return false;
    return true;
}

// Behind the last cell there is room for one more record.
QModelIndex GridView::moveCursor(CursorAction action, Qt::KeyboardModifiers modifiers) {
    const QModelIndex current = currentIndex();
    if (!(modifiers & (Qt::ShiftModifier | Qt::ControlModifier)) && crossInset(action))
        return current;
    // An open row's inset stands behind it.
    const bool isLastRow =
        current.isValid() &&
        m_model->rows().openRows().shownOf(m_model->rows().openRows().plainOf(current.row()) + 1) >=
            m_model->rowCount();
    if (m_model->takesLines() && current.isValid()) {
        const QList<int> columns = shownColumns();
        const bool isLast = isLastRow && (columns.isEmpty() || current.column() == columns.back());
        const bool isFirst =
            current.row() == 0 && (columns.isEmpty() || current.column() == columns.front());
        if ((action == MoveNext && isLast) || (action == MovePrevious && isFirst)) {
            leaveSoon(action == MoveNext);
            return current;
        }
    }
    const QModelIndex next = QTableView::moveCursor(action, modifiers);
    if (m_model->rows().isInset(next.row())) {
        const bool isBehind = next.row() + 1 < m_model->rowCount() && next.row() > current.row();
        return m_model->index(isBehind ? next.row() + 1 : next.row() - 1, next.column());
    }
    if (!(action == MoveNext && isLastRow && next.row() != current.row()))
        return next;
    QMetaObject::invokeMethod(this, &GridView::nextNewRequested, Qt::QueuedConnection);
    return current;
}

bool GridView::isOfInset(const QWidget* widget) const {
    while (widget && widget->parentWidget() != viewport())
        widget = widget->parentWidget();
    // An editor of a cell stands there too.
    return widget && m_model->rows().isInset(rowAt(widget->geometry().center().y()));
}

// The ground that what belongs to a record stands on, and a line down to where it ends.
void GridView::paintInsets() {
    QPainter painter(viewport());
    const Colours& colours = Theme::instance().colours();
    const int first = std::max(0, rowAt(0));
    for (int row = first; row < m_model->rowCount(); ++row) {
        const int top = rowViewportPosition(row);
        if (top >= viewport()->height())
            break;
        if (!m_model->rows().isInset(row))
            continue;
        const QRect inset(0, top, viewport()->width(), rowHeight(row));
        painter.fillRect(inset, colours.raised);
        painter.fillRect(QRect(0, top, 3, inset.height() - 1), colours.accent);
        painter.fillRect(QRect(0, inset.bottom(), inset.width(), 1), colours.lines);
    }
}

} // namespace gravin
