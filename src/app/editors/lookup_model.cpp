// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/lookup_model.h"

namespace gravin {

namespace {
constexpr int PageSize = 100;
}

LookupModel::LookupModel(LookupStore* store, QStringList labels, QObject* parent)
    : QAbstractTableModel(parent)
    , m_store(store)
    , m_labels(std::move(labels)) {}

void LookupModel::search(const QString& text) {
    m_text = text;
    m_searching = true;
    m_fromStart = true;
    const quint64 generation = ++m_generation;
    if (m_search != 0)
        m_store->giveUp(m_search);
    m_search = m_store->find(text, 0, PageSize, this, [this, generation](const auto& entries) {
        if (generation == m_generation)
            take(entries);
    });
}

void LookupModel::take(const Result<QList<LookupStore::Entry>>& entries) {
    m_searching = false;
    if (!entries && entries.error().kind == ErrorKind::Cancelled)
        return;
    m_failure = entries ? QString() : entries.error().sentence;
    const QList<LookupStore::Entry> page = entries ? *entries : QList<LookupStore::Entry>{};
    m_complete = page.size() < PageSize;
    if (m_fromStart) {
        beginResetModel();
        m_entries = page;
        endResetModel();
        m_fromStart = false;
        Q_EMIT answered();
        return;
    }
    if (page.isEmpty())
        return;
    const int first = static_cast<int>(m_entries.size());
    beginInsertRows({}, first, first + static_cast<int>(page.size()) - 1);
    m_entries += page;
    endInsertRows();
}

bool LookupModel::canFetchMore(const QModelIndex& parent) const {
    return !parent.isValid() && !m_complete && !m_searching && !m_entries.isEmpty();
}

void LookupModel::fetchMore(const QModelIndex& parent) {
    if (!canFetchMore(parent))
        return;
    m_searching = true;
    const quint64 generation = ++m_generation;
    m_search = m_store->find(m_text, m_entries.size(), PageSize, this,
                             [this, generation](const auto& entries) {
                                 if (generation == m_generation)
                                     take(entries);
                             });
}

int LookupModel::rowCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_entries.size());
}

int LookupModel::columnCount(const QModelIndex& parent) const {
    return parent.isValid() ? 0 : static_cast<int>(m_labels.size());
}

QVariant LookupModel::data(const QModelIndex& index, int role) const {
    if (!index.isValid() || (role != Qt::DisplayRole && role != Qt::ToolTipRole))
        return {};
    return m_entries[index.row()].shown.value(index.column());
}

QVariant LookupModel::headerData(int section, Qt::Orientation orientation, int role) const {
    if (orientation != Qt::Horizontal || role != Qt::DisplayRole)
        return {};
    return m_labels.value(section);
}

} // namespace gravin
