// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/lookup_store.h"

#include <QAbstractTableModel>

namespace gravin {

// What a lookup offers for a text typed so far: page by page, as far as somebody scrolls.
class LookupModel : public QAbstractTableModel {
    Q_OBJECT
public:
    // `store` must outlive the model. `labels`: of the shown columns.
    LookupModel(LookupStore* store, QStringList labels, QObject* parent = nullptr);

    // Begins the search; the present entries stay until the first of the new ones are here.
    void search(const QString& text);
    const QString& text() const { return m_text; }
    // From the next search on only those for which this is true; empty: all.
    void setOnly(const QString& only) { m_only = only; }
    // The first entries are not here yet.
    bool isSearching() const { return m_reading == Reading::First; }
    // Reads the next page, where there is one. Not by canFetchMore(): a view asks for more each
    // time that it lays its rows out, until it has all.
    void readMore();
    // Why the last search failed; empty: it did not.
    const QString& failure() const { return m_failure; }
    // Requires: a valid row.
    const LookupStore::Entry& entry(int row) const { return m_entries[row]; }

    int rowCount(const QModelIndex& parent = {}) const override;
    int columnCount(const QModelIndex& parent = {}) const override;
    QVariant data(const QModelIndex& index, int role) const override;
    QVariant headerData(int section, Qt::Orientation orientation, int role) const override;

Q_SIGNALS:
    // The first entries of the last search are here, or it failed.
    void answered();

private:
    enum class Reading { Nothing, First, More };
    void read(Reading reading);
    void take(const Result<QList<LookupStore::Entry>>& entries);

    LookupStore* m_store;
    QStringList m_labels;
    QString m_text;
    QString m_only;
    QList<LookupStore::Entry> m_entries;
    bool m_complete = false; // there are no more
    Reading m_reading = Reading::Nothing;
    QString m_failure;
    LookupStore::Search m_search;
};

} // namespace gravin
