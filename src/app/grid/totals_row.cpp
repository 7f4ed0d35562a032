// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/totals_row.h"

#include "app/grid/cell_delegate.h"
#include "app/look/paint.h"
#include "app/look/theme.h"
#include "core/fitting/field_totals.h"
#include "session/notices.h"

#include <QHeaderView>
#include <QHelpEvent>
#include <QPainter>
#include <QScrollBar>
#include <QToolTip>

#include <algorithm>

namespace gravin {

namespace {

constexpr int AskAfter = 120; // milliseconds: what changes several times in a moment is asked once

} // namespace

TotalsRow::TotalsRow(GridView* grid, QWidget* parent)
    : QWidget(parent)
    , m_grid(grid) {
    setObjectName(QStringLiteral("totals-row"));
    setAccessibleName(tr("Totals"));
    setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
    m_soon.setSingleShot(true);
    m_soon.setInterval(AskAfter);
    connect(&m_soon, &QTimer::timeout, this, &TotalsRow::ask);
    const auto again = [this] {
        if (!m_totals.empty())
            m_soon.start();
    };
    const GridModel* model = grid->gridModel();
    Workspace* workspace = binding().workspace();
    connect(model->binding(), &ScreenBinding::rebound, this, &TotalsRow::follow);
    for (const auto signal : {&RecordView::completed, &RecordView::reset, &RecordView::rowInserted,
                              &RecordView::rowRemoved})
        connect(model->view(), signal, this, again);
    connect(model, &QAbstractItemModel::modelReset, this, again);
    connect(workspace->records(), &Records::draftsChanged, this, again);
    connect(workspace->writing(), &Writing::committed, this, again);
    const auto repaint = [this] { update(); };
    connect(grid->horizontalScrollBar(), &QScrollBar::valueChanged, this, repaint);
    connect(grid->horizontalHeader(), &QHeaderView::sectionResized, this, repaint);
    connect(grid->horizontalHeader(), &QHeaderView::geometriesChanged, this, repaint);
    follow();
}

QSize TotalsRow::sizeHint() const { return {0, space::RowHeight}; }

void TotalsRow::follow() {
    m_totals.clear();
    for (const BoundField& field : binding().fields()) {
        const FieldTotal kind = field.definition.total;
        if (kind != FieldTotal::None && canTotal(kind, field.column.type) &&
            field.placement.inGrid())
            m_totals.push_back({field.name(), kind});
    }
    m_job.cancel();
    setVisible(!m_totals.empty());
    if (!m_totals.empty())
        m_soon.start();
    update();
}

// What belongs to one record is read at once; a whole table would hold up others.
Worker* TotalsRow::worker() {
    Database* database = binding().workspace()->database();
    if (!m_grid->gridModel()->view()->restriction().columns.isEmpty())
        return database->reader();
    if (!m_worker)
        m_worker = database->startReader();
    return m_worker.get();
}

std::vector<Value> TotalsRow::valuesOf(const RecordId& id) const {
    std::vector<Value> values;
    for (const Total& total : m_totals) {
        const BoundField* field = binding().screen().field(total.column);
        values.push_back(field ? binding().value(id, *field).value_or(Value()) : Value());
    }
    return values;
}

ComingValues TotalsRow::coming() const {
    ComingValues coming;
    const DraftStore* drafts = binding().workspace()->records()->drafts(binding().tableName());
    for (const RecordId& id : drafts->all()) {
        if (!id.isNew())
            coming.instead.insert(id.key, drafts->find(id)->removed
                                              ? std::vector<Value>(m_totals.size()) // all empty
                                              : valuesOf(id));
    }
    for (const RecordId& id : m_grid->gridModel()->rows().newRecords())
        coming.besides.push_back(valuesOf(id));
    return coming;
}

void TotalsRow::ask() {
    const RecordView* view = m_grid->gridModel()->view();
    if (m_totals.empty())
        return;
    const ComingValues typed = coming();
    if (view->isEmptied() || view->table().key.isEmpty()) {
        m_job.cancel();
        return tell(totalsOf(typed.besides, m_totals.size()));
    }
    QStringList columns;
    for (const Total& total : m_totals)
        columns += total.column;
    m_job.runInParts(
        worker(), this,
        [table = binding().screen().table, query = view->query(), columns,
         typed](Session& session, const auto& meanwhile) {
            return readTotals(
                session, *table, query, columns, [&] { return meanwhile.isCancelled(); }, typed);
        },
        [this](const Result<std::vector<ColumnTotals>>& totals) {
            if (totals)
                tell(*totals);
            else
                binding().workspace()->notices()->refuse(totals.error());
        });
}

void TotalsRow::tell(const std::vector<ColumnTotals>& totals) {
    QStringList words;
    for (size_t i = 0; i < m_totals.size() && i < totals.size(); ++i) {
        const BoundField* field = binding().screen().field(m_totals[i].column);
        m_totals[i].text = field ? totalText(*field, m_totals[i].kind, totals[i]) : QString();
        if (field && !m_totals[i].text.isEmpty())
            words += tr("%1: %2 %3", "a field, what is said of it, and how much")
                         .arg(field->label(), fieldTotalText(m_totals[i].kind), m_totals[i].text);
    }
    setAccessibleDescription(words.join(QStringLiteral(", ")));
    update();
}

const TotalsRow::Total* TotalsRow::totalBelow(int column) const {
    if (column < 0 || column >= binding().fields().size() || m_grid->isColumnHidden(column))
        return nullptr;
    const QString name = binding().fields()[column].name();
    const auto found = std::find_if(m_totals.begin(), m_totals.end(),
                                    [&](const Total& total) { return total.column == name; });
    return found == m_totals.end() ? nullptr : &*found;
}

QString TotalsRow::textBelow(int column) const {
    const Total* total = totalBelow(column);
    return total && !total->text.isEmpty() ? fieldTotalText(total->kind) + u' ' + total->text
                                           : QString();
}

// The word stands before the figure, where there is room up to the total before it.
void TotalsRow::paintBelow(QPainter& painter, int column) const {
    const Total* total = totalBelow(column);
    if (!total || total->text.isEmpty())
        return;
    // Reckoned from the left, and placed as the lines of the language run.
    const auto placed = [&](const QRect& area) {
        return QStyle::visualRect(layoutDirection(), rect(), area);
    };
    const QRect cell = placed(m_grid->columnRect(column));
    const int right = cell.right() - CellDelegate::Pad;
    QFont bold = font();
    bold.setWeight(QFont::DemiBold);
    painter.setFont(bold);
    painter.setPen(Theme::instance().colours().ink);
    const int width = figuresWidth(bold, total->text);
    const bool isFigure = alignmentOf(binding().fields()[column]) & Qt::AlignRight;
    const int left = isFigure ? right - width : cell.left() + CellDelegate::Pad;
    paintFigures(painter, placed(QRect(left, 0, isFigure ? width + 1 : right - left, height())),
                 total->text, isFigure != isRightToLeft());
    painter.setFont(font());
    const QString word = fieldTotalText(total->kind);
    const int wide = fontMetrics().horizontalAdvance(word) + CellDelegate::Pad;
    int room = cell.left();
    for (int before = column - 1; before >= 0 && !totalBelow(before); --before)
        room = m_grid->isColumnHidden(before) ? room : placed(m_grid->columnRect(before)).left();
    painter.setPen(Theme::instance().colours().faint);
    if (isFigure && left - wide >= room)
        painter.drawText(placed(QRect(left - wide + CellDelegate::Pad / 2, 0,
                                      wide - CellDelegate::Pad, height())),
                         Qt::AlignCenter, word);
    else if (!isFigure && left + width + wide <= right)
        painter.drawText(placed(QRect(left + width + CellDelegate::Pad / 2, 0,
                                      wide - CellDelegate::Pad, height())),
                         Qt::AlignCenter, word);
}

void TotalsRow::paintEvent(QPaintEvent*) {
    QPainter painter(this);
    const Colours& colours = Theme::instance().colours();
    painter.fillRect(rect(), colours.paper);
    painter.fillRect(QRect(0, 0, width(), 1), colours.lines);
    const int first = m_grid->viewport()->x();
    for (int column = 0; column < binding().fields().size(); ++column) {
        const int covered = m_grid->isFrozen(column) ? 0 : m_grid->frozenWidth();
        painter.setClipRect(QRect(first + covered, 0, width(), height()));
        paintBelow(painter, column);
    }
}

bool TotalsRow::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip)
        return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    for (int column = 0; column < binding().fields().size(); ++column) {
        const QRect cell = m_grid->columnRect(column);
        const QString text = textBelow(column);
        if (!text.isEmpty() && help->x() >= cell.left() && help->x() <= cell.right())
            QToolTip::showText(help->globalPos(),
                               binding().fields()[column].label() + QStringLiteral(": ") + text,
                               this);
    }
    return true;
}

} // namespace gravin
