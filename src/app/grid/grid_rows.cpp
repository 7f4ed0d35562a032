// SPDX-License-Identifier: GPL-3.0-or-later
// The rows of a grid's model: which records have one, and what becomes of them.
#include "app/grid/grid_model.h"
#include "app/grid/window_numbers.h"
#include "session/remote_changes.h"

#include <algorithm>

namespace gravin {

bool GridModel::comesHere(const Draft& draft) const {
    const QStringList& by = m_view->restriction().columns;
    return std::any_of(by.begin(), by.end(), [&](const QString& column) {
        return draft.changed.contains(m_view->table().indexOf(column));
    });
}

bool GridModel::belongsHere(const RecordId& id) const {
    const Draft* draft = m_drafts->find(id);
    // A stored one comes by an edit of what it belongs by; those of the view are here anyway.
    if (!id.isNew() && (!draft || draft->removed || m_newParent || !comesHere(*draft) ||
                        m_view->rowOf(id.key) >= 0))
        return false;
    if (draft && m_newParent)
        return draft->parent && draft->parent->table == m_newParent->table &&
               draft->parent->id == m_newParent->id;
    const Restriction& only = m_view->restriction();
    for (qsizetype i = 0; draft && i < only.columns.size(); ++i) {
        const int column = m_view->table().indexOf(only.columns[i]);
        if (column < 0 || !(draft->value(column) == only.values[static_cast<size_t>(i)]))
            return false;
    }
    return draft != nullptr && !m_view->isEmptied();
}

void GridModel::setNewParent(const std::optional<DraftRef>& parent) {
    if (parent == m_newParent)
        return;
    beginResetModel();
    m_newParent = parent;
    takeNew();
    endReset();
}

void GridModel::setEmptyLine(std::function<RecordId()> begin) {
    m_begin = std::move(begin);
    const bool has = m_begin != nullptr;
    if (has == m_rows.hasEmptyLine())
        return;
    const int row = m_rows.recordRows();
    if (has)
        beginInsertRows({}, row, row);
    else
        beginRemoveRows({}, row, row);
    m_rows.setEmptyLine(has);
    if (has)
        endInsertRows();
    else
        endRemoveRows();
}

void GridModel::takeNew() {
    m_rows.newRecords().clear();
    for (const RecordId& id : m_drafts->newRecords()) {
        if (belongsHere(id))
            m_rows.newRecords() += id;
    }
    for (const RecordId& id :
         m_view->restriction().columns.isEmpty() ? QList<RecordId>() : m_drafts->all()) {
        m_shown.forget(id); // it comes here, or goes from here
        if (!id.isNew() && belongsHere(id))
            m_rows.newRecords() += id;
    }
}

void GridModel::setGroups(std::vector<RecordGroup> groups, const QStringList& columns,
                          const QStringList& totalled) {
    if (columns.isEmpty() && !isGrouped())
        return;
    beginResetModel();
    m_groupedBy = columns;
    m_totalled = totalled;
    qint64 records = 0;
    for (const RecordGroup& group : groups)
        records += group.level == 0 ? group.count : 0;
    if (columns.isEmpty())
        m_rows.groups().clear();
    else
        m_rows.groups().setGroups(std::move(groups), static_cast<int>(columns.size()), records);
    endReset();
}

void GridModel::openGroup(int row, bool open) {
    if (!m_rows.groupAt(row) || m_rows.isGroupOpen(row) == open)
        return;
    beginResetModel();
    m_rows.groups().setOpen(m_rows.openRows().plainOf(row), open);
    endReset();
}

void GridModel::openAllGroups(bool open) {
    beginResetModel();
    m_rows.groups().setAllOpen(open);
    endReset();
}

bool GridModel::reveal(const RecordId& id) {
    const qsizetype stored = m_rows.storedIndexOf(id);
    if (stored < 0)
        return rowOf(id) >= 0;
    if (isGrouped() && rowOf(id) < 0) {
        beginResetModel();
        m_rows.groups().reveal(stored);
        endReset();
    }
    return true;
}

void GridModel::setOpened(std::shared_ptr<QSet<RecordId>> opened) {
    if (opened == m_opened)
        return;
    beginResetModel();
    m_opened = std::move(opened);
    endReset();
    Q_EMIT marksChanged();
}

void GridModel::openRow(const RecordId& id, bool open) {
    if (!m_opened || id.isNone() || m_opened->contains(id) == open)
        return;
    if (open)
        m_opened->insert(id);
    else
        m_opened->remove(id);
    if (const int plain = m_rows.plainRowOf(id); plain >= 0)
        placeInset(plain, open);
    Q_EMIT marksChanged();
}

void GridModel::placeInset(int plain, bool open) {
    OpenRows& rows = m_rows.openRows();
    if (rows.isOpen(plain) == open)
        return;
    const int inset = rows.shownOf(plain) + 1;
    if (open) {
        beginInsertRows({}, inset, inset);
        rows.open(plain);
        endInsertRows();
    } else {
        beginRemoveRows({}, inset, inset);
        rows.close(plain);
        endRemoveRows();
    }
}

// All rows stand elsewhere than before, and so do their insets.
void GridModel::endReset() {
    std::vector<int> open;
    for (const RecordId& id : m_opened ? *m_opened : QSet<RecordId>()) {
        if (const int plain = m_rows.plainRowOf(id); plain >= 0)
            open.push_back(plain);
    }
    std::sort(open.begin(), open.end());
    m_rows.openRows().setRows(std::move(open));
    endResetModel();
}

void GridModel::beginRows(int first, int last) {
    const int shown = m_rows.openRows().shownOf(first);
    m_coming = {first, last - first + 1};
    beginInsertRows({}, shown, shown + last - first);
}

// Those that were open when they stood here last are so again.
void GridModel::endRows() {
    const auto [first, count] = m_coming;
    m_rows.openRows().rowsCame(first, count);
    endInsertRows();
    for (int row = first + count - 1; m_opened && !m_opened->isEmpty() && row >= first; --row) {
        if (m_opened->contains(recordAt(m_rows.openRows().shownOf(row))))
            placeInset(row, true);
    }
}

void GridModel::beginRowGoes(int plain) {
    const int shown = m_rows.openRows().shownOf(plain);
    m_going = plain;
    beginRemoveRows({}, shown, shown + (m_rows.openRows().isOpen(plain) ? 1 : 0));
}

void GridModel::endRowGoes() {
    m_rows.openRows().close(m_going);
    m_rows.openRows().rowsWent(m_going + 1, 1);
    endRemoveRows();
}

bool GridModel::mayStandBehind(const RecordId& id) const {
    return id.isNew() || !m_view->restriction().columns.isEmpty();
}

void GridModel::syncNew(const RecordId& newRecord) {
    QList<RecordId>& shown = m_rows.newRecords();
    const qsizetype at = shown.indexOf(newRecord);
    const bool belongs = belongsHere(newRecord);
    if (belongs == (at >= 0))
        return;
    if (belongs) {
        const int plain = m_rows.openRows().plainOf(m_rows.rowOfNew(shown.size()));
        beginRows(plain, plain);
        shown += newRecord;
        endRows();
    } else {
        beginRowGoes(m_rows.plainRowOf(newRecord));
        shown.removeAt(at);
        endRowGoes();
    }
}

void GridModel::connectView() {
    // Rows of a grouped list stand elsewhere; its groups are read anew after each such change.
    const auto beginInsert = [this](qsizetype first, qsizetype last) {
        if (isGrouped())
            beginResetModel();
        else
            beginRows(static_cast<int>(first), static_cast<int>(last));
    };
    const auto endInsert = [this] {
        if (isGrouped())
            endReset();
        else
            endRows();
    };
    connect(m_view, &RecordView::rowsAboutToBeAppended, this, beginInsert);
    connect(m_view, &RecordView::rowsAppended, this, endInsert);
    connect(m_view, &RecordView::rowAboutToBeInserted, this,
            [beginInsert](qsizetype row) { beginInsert(row, row); });
    connect(m_view, &RecordView::rowInserted, this, endInsert);
    connect(m_view, &RecordView::rowAboutToBeRemoved, this, [this](qsizetype row) {
        if (isGrouped())
            beginResetModel();
        else
            beginRowGoes(static_cast<int>(row));
    });
    connect(m_view, &RecordView::rowRemoved, this, [this] {
        if (isGrouped())
            endReset();
        else
            endRowGoes();
    });
    connect(m_view, &RecordView::queryChanged, this, [this] {
        if (m_columns > 0)
            Q_EMIT headerDataChanged(Qt::Horizontal, 0, m_columns - 1);
    });
    connect(m_view, &RecordView::aboutToReset, this, [this] { beginResetModel(); });
    connect(m_view, &RecordView::reset, this, [this] {
        takeNew();
        endReset();
    });
}

void GridModel::connectDrafts() {
    connect(m_binding->workspace()->records()->remoteChanges(), &RemoteChanges::changed, this,
            [this](const QString& table, const Key& key) {
                if (table == m_binding->screen().table->written())
                    recordChanged({key, 0});
            });
    connect(m_drafts, &DraftStore::changed, this, [this](const RecordId& id) {
        if (mayStandBehind(id))
            syncNew(id);
        recordChanged(id);
    });
    connect(m_drafts, &DraftStore::manyChanged, this, [this](const QList<RecordId>& ids) {
        for (const RecordId& id : ids) {
            if (mayStandBehind(id))
                syncNew(id);
            m_shown.forget(id);
        }
        allInSightChanged();
    });
    connect(m_drafts, &DraftStore::newRecordAdded, this, &GridModel::syncNew);
    connect(m_drafts, &DraftStore::newRecordAboutToBeRemoved, this, [this](int position) {
        const RecordId id = m_drafts->newRecords()[position];
        m_shown.forget(id);
        if (const int plain = m_rows.plainRowOf(id); plain >= 0) {
            beginRowGoes(plain);
            m_rows.newRecords().removeOne(id);
            endRowGoes();
        }
    });
    // What was open stays so under the key that it got.
    connect(m_binding->workspace()->records(), &Records::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (!m_opened || table != m_binding->tableName() || before == now)
                    return;
                const bool wasOpen = m_opened->contains(before);
                openRow(before, false);
                openRow(now, wasOpen || m_opened->contains(now));
                if (const int plain = m_rows.plainRowOf(now); plain >= 0 && m_opened->contains(now))
                    placeInset(plain, true);
            });
}

} // namespace gravin
