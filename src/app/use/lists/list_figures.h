// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_view.h"
#include "core/database/latest_job.h"
#include "core/records/totals.h"

#include <QTimer>

namespace gravin {

// Counts and sums of a list, asked by a worker of its own, begun with the first question: groups
// for the grid, and what the values of the current field come to. Follows the list; what is asked
// anew ends what was asked before.
class ListFigures : public QObject {
    Q_OBJECT
public:
    // Both must outlive it.
    ListFigures(ScreenBinding* binding, GridView* grid, QObject* parent = nullptr);

    // Groups the grid by these columns, which its list is sorted by first; none: not at all.
    void group(const QStringList& columns);
    // What the current field comes to: in the selected records, where there are several, else in
    // all of the list.
    void askForTotals();
    // Fields whose sum says something.
    static QStringList summedColumns(const BoundScreen& screen);

Q_SIGNALS:
    // For people; empty: there is nothing to say.
    void totalsChanged(const QString& words);
    void failed(const gravin::Error& error);

private:
    Worker* worker();
    void readGroups();
    void readTotals();
    QString wordsOf(const ColumnTotals& totals, qint64 records, bool isAll) const;

    ScreenBinding* m_binding;
    GridView* m_grid;
    GridModel* m_model;
    WorkerHandle m_worker;
    QStringList m_grouped;
    QString m_column;
    QTimer m_groupSoon;
    QTimer m_totalSoon;
    LatestJob<std::vector<RecordGroup>> m_groupJob;
    LatestJob<ColumnTotals> m_totalJob;
};

} // namespace gravin
