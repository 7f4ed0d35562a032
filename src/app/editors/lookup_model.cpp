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
    read(Reading::First);
}

void LookupModel::readMore() {
    if (!m_complete && m_reading == Reading::Nothing && !m_entries.isEmpty())
        read(Reading::More);
}

void LookupModel::read(Reading reading) {
    m_reading = reading;
    const qsizetype from = reading == Reading::First ? 0 : m_entries.size();
    m_store->find(
        m_search, m_text, from, PageSize, this, [this](const auto& entries) { take(entries); },
        m_only);
}

void LookupModel::take(const Result<QList<LookupStore::Entry>>& entries) {
    const Reading was = std::exchange(m_reading, Reading::Nothing);
    if (!entries && entries.error().kind == ErrorKind::Cancelled)
        return;
    m_failure = entries ? QString() : entries.error().sentence;
    const QList<LookupStore::Entry> page = entries ? *entries : QList<LookupStore::Entry>{};
    m_complete = page.size() < PageSize;
    if (was == Reading::First) {
        beginResetModel();
        m_entries = page;
        endResetModel();
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
