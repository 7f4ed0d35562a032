// SPDX-License-Identifier: GPL-3.0-or-later
// The columns of a grid: how wide they are, and in which order they stand.
#include "app/grid/cell_delegate.h"
#include "app/grid/frozen_columns.h"
#include "app/grid/grid_view.h"
#include "app/look/theme.h"

#include <QHeaderView>
#include <QScopedValueRollback>

#include <algorithm>

namespace gravin {

namespace {

constexpr Distance NarrowestFitted(56);
constexpr Distance WidestFitted(240); // where there is no room beside
constexpr Distance WidestOfAll(720);
// Rows that a fitted width is measured on.
constexpr int MeasuredRows = 60;

} // namespace

int GridView::fittedWidth(int column) const {
    QFont bold = font();
    bold.setWeight(QFont::DemiBold);
    int width = QFontMetrics(bold).horizontalAdvance(
        m_model->headerData(column, Qt::Horizontal, Qt::DisplayRole).toString());
    for (int row = 0; row < std::min(MeasuredRows, m_model->rowCount()); ++row) {
        if (!m_model->recordAt(row).isNone())
            width = std::max(
                width, CellDelegate::widthOf(m_model->cell(m_model->index(row, column)), font()));
    }
    return std::clamp<int>(width + 2 * CellDelegate::Pad + 6, NarrowestFitted, WidestOfAll);
}

void GridView::widenFor(int row) {
    // Rows out of sight are not even worked out.
    const int top = rowViewportPosition(row);
    if (m_showHidden || top >= viewport()->height() || top + rowHeight(row) <= 0)
        return;
    const QScopedValueRollback applying(m_isApplyingWidths, true);
    const QList<BoundField>& fields = m_model->binding()->fields();
    for (int column = 0; column < fields.size(); ++column) {
        if (isColumnHidden(column) || m_dragged.contains(fields[column].name()) ||
            fields[column].placement.width != ScreenField::FittedWidth)
            continue;
        const int room = viewport()->width() - horizontalHeader()->length();
        const int most = std::max<int>(WidestFitted, columnWidth(column) + std::max(0, room));
        const int needed =
            CellDelegate::widthOf(m_model->cell(m_model->index(row, column)), font()) +
            2 * CellDelegate::Pad + 6;
        if (std::min(needed, most) > columnWidth(column))
            setColumnWidth(column, std::min(needed, most));
    }
}

// Wide texts get what room there is beside the other columns, and no more than they need.
void GridView::shareRoom(QMap<int, int>& widths) const {
    int taken = 0;
    QMap<int, int> wide;
    for (int column = 0; column < m_model->columnCount(); ++column) {
        if (isColumnHidden(column))
            continue;
        const int width = widths.value(column);
        const BoundField& field = m_model->binding()->fields()[column];
        // What a hand has drawn wide stays so.
        if (width > WidestFitted && field.placement.width == ScreenField::FittedWidth &&
            !m_dragged.contains(field.name()))
            wide.insert(column, width);
        taken += wide.contains(column) ? static_cast<int>(WidestFitted) : width;
    }
    int room = std::max(0, viewport()->width() - taken);
    for (auto each = wide.begin(); each != wide.end(); ++each) {
        const auto left = static_cast<int>(std::distance(each, wide.end()));
        const int more = std::min(each.value() - WidestFitted, room / left);
        widths.insert(each.key(), WidestFitted + more);
        room -= more;
    }
}

void GridView::followDragged(int column, int width) {
    if (m_showHidden || m_isApplyingWidths || width <= 0)
        return;
    const BoundField& field = m_model->binding()->fields()[column];
    m_dragged.insert(field.name(), width);
    m_placed.insert(field.name(), field.placement.width);
    Q_EMIT arranged();
}

void GridView::followMoved() {
    if (m_showHidden || m_isApplyingWidths)
        return;
    m_order.clear();
    for (int place = 0; place < m_model->columnCount(); ++place)
        m_order += m_model->binding()->fields()[horizontalHeader()->logicalIndex(place)].name();
    Q_EMIT arranged();
}

void GridView::arrange(const QHash<QString, int>& widths, const QStringList& order) {
    m_dragged = widths;
    m_placed.clear();
    m_order = order;
    applyWidths();
}

// Fields that the person's order does not know stand behind those that it does.
void GridView::applyOrder() {
    QHeaderView* heads = horizontalHeader();
    const QList<BoundField>& fields = m_model->binding()->fields();
    QList<int> wanted;
    if (!m_showHidden && m_frozen->count() == 0) {
        for (const QString& name : std::as_const(m_order)) {
            for (int column = 0; column < fields.size(); ++column) {
                if (fields[column].name() == name && !wanted.contains(column))
                    wanted += column;
            }
        }
    }
    for (int column = 0; column < fields.size(); ++column) {
        if (!wanted.contains(column))
            wanted += column;
    }
    for (int place = 0; place < wanted.size(); ++place) {
        if (const int now = heads->visualIndex(wanted[place]); now >= 0 && now != place)
            heads->moveSection(now, place);
    }
    // What is frozen stays in its place, and with it all others.
    heads->setSectionsMovable(!m_showHidden && m_frozen->count() == 0);
}

void GridView::applyWidths() {
    const QScopedValueRollback applying(m_isApplyingWidths, true);
    const QList<BoundField>& fields = m_model->binding()->fields();
    QMap<int, int> widths;
    for (int column = 0; column < fields.size(); ++column) {
        const ScreenField& placement = fields[column].placement;
        const bool isShown = placement.inGrid() && !m_unwanted.contains(fields[column].name());
        setColumnHidden(column, !isShown && !m_showHidden);
        const int width =
            placement.width == ScreenField::FittedWidth ? fittedWidth(column) : placement.width;
        widths.insert(column, m_showHidden ? width : m_dragged.value(fields[column].name(), width));
    }
    shareRoom(widths);
    for (auto each = widths.begin(); each != widths.end(); ++each) {
        if (columnWidth(each.key()) != each.value())
            setColumnWidth(each.key(), each.value());
    }
    // What is frozen stands first; while a screen is shaped all columns stand below their settings.
    const auto frozen = std::count_if(fields.begin(), fields.end(), [](const BoundField& field) {
        return field.placement.frozen;
    });
    m_frozen->setColumns(m_showHidden || m_model->opensRows() ? 0 : static_cast<int>(frozen));
    applyOrder();
}

} // namespace gravin
