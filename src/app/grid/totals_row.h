// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_view.h"
#include "core/database/latest_job.h"
#include "core/records/totals.h"

#include <QTimer>
#include <QWidget>

namespace gravin {

// The foot of a list: below each field whose definition says so, what all values of the list come
// to, as they are with what is edited. Asked in the background, once for what changes in a moment;
// hidden where no field has a total.
class TotalsRow : public QWidget {
    Q_OBJECT
public:
    // `grid` must outlive it.
    TotalsRow(GridView* grid, QWidget* parent);

    // "sum 12.50" below this column of the grid; empty: nothing stands there, or not yet.
    QString textBelow(int column) const;

    QSize sizeHint() const override;

protected:
    void paintEvent(QPaintEvent* event) override;
    bool event(QEvent* event) override;

private:
    struct Total {
        QString column;
        FieldTotal kind;
        QString text = {}; // empty: not known yet
    };
    const ScreenBinding& binding() const { return *m_grid->gridModel()->binding(); }
    void follow();
    void ask();
    ComingValues coming() const;
    std::vector<Value> valuesOf(const RecordId& id) const;
    void tell(const std::vector<ColumnTotals>& totals);
    Worker* worker();
    const Total* totalBelow(int column) const;
    void paintBelow(QPainter& painter, int column) const;

    GridView* m_grid;
    std::vector<Total> m_totals;
    WorkerHandle m_worker; // begun with the first question about a whole table
    QTimer m_soon;
    LatestJob<std::vector<ColumnTotals>> m_job;
};

} // namespace gravin
