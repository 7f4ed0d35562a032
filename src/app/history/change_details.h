// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"

#include <QTreeWidget>

#include <optional>

namespace gravin {

class Workspace;

// What one change did: its records, and below each its fields. Of a change with very many records
// the first ones, and the next ones as they are asked for.
class ChangeDetails : public QTreeWidget {
    Q_OBJECT
public:
    // A record of a change, by its index, or one field of it.
    struct Part {
        qint64 change;
        size_t index;
        QString column; // empty: all of the record
    };

    // `workspace` must outlive it.
    explicit ChangeDetails(Workspace* workspace);

    // `trouble`: what is wrong with it all the same; empty: nothing.
    void setChange(const Result<CommittedChange>& change, const QString& trouble = {});
    // What stands where the cursor is; nothing: it is no part of the change.
    std::optional<Part> currentPart() const;
    // Null: another change is shown by now.
    const RecordChange* recordOf(const Part& part) const;

private:
    void addMore();
    QTreeWidgetItem* recordItem(size_t index) const;
    QTreeWidgetItem* fieldItem(size_t index, const QString& column) const;
    QString nameOf(const RecordChange& record) const;
    QString shownValue(const QString& table, const QString& column, const Value& value) const;

    Workspace* m_workspace;
    CommittedChange m_change;
    size_t m_shown = 0;                // records so far
    QTreeWidgetItem* m_more = nullptr; // the line that shows the next ones; null: all are there
};

} // namespace gravin
