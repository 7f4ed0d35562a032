// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/bulk/bulk_update.h"

#include <QWidget>

#include <memory>

class QLabel;
class QTableWidget;

namespace gravin {

class ScreenBinding;

// What a bulk update would do: how each field spreads before and after, and some of its records,
// those that stand in the way first.
class BulkPreviewView : public QWidget {
    Q_OBJECT
public:
    // `binding` must outlive it.
    explicit BulkPreviewView(ScreenBinding* binding);

    // Null: there is nothing to show.
    void setPreview(const std::shared_ptr<const BulkPreview>& preview);

private:
    void fillSpreads(const BulkPreview& preview);
    QString spreadText(const QString& column, const BulkSpread& spread) const;
    QString countsText(const QString& column,
                       const QHash<Key, std::pair<qint64, qint64>>& counts) const;
    void fillTable(const BulkPreview& preview);
    void addRow(const Key& key, const QStringList& cells, bool isRefused);
    QString nameOf(const Key& key) const;
    QString labelOf(const QString& column) const;
    QString shown(const QString& column, const Value& value) const;
    void openRow(int row);

    ScreenBinding* m_binding;
    QLabel* m_spreads;
    QTableWidget* m_table;
    std::vector<Key> m_rows; // of the table
};

} // namespace gravin
