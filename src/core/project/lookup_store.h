// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/worker.h"
#include "core/project/project.h"
#include "core/value/value.h"

#include <QHash>

#include <memory>

namespace gravin {

// What a lookup offers: stored values and what people see for them, in the order of the latter.
// Lives in the interface's thread; reads in the background.
class LookupStore : public QObject {
    Q_OBJECT
public:
    // Records offered at most; values beyond are shown as they are stored.
    static constexpr int MaximumEntries = 10'000;

    struct Entry {
        Value stored;
        QString shown;
    };

    // `reader` must outlive the store.
    LookupStore(Lookup lookup, std::shared_ptr<const Catalog> catalog, Worker* reader,
                QObject* parent = nullptr);

    const QList<Entry>& entries() const { return m_entries; }
    bool isLoaded() const { return m_loaded; }
    // What people see for a stored value; empty when it is not here.
    QString shownFor(const Value& stored) const;
    void reload();

Q_SIGNALS:
    void loaded();

private:
    Lookup m_lookup;
    std::shared_ptr<const Catalog> m_catalog;
    Worker* m_reader;
    QList<Entry> m_entries;
    QHash<QString, QString> m_shown; // by the stored value, encoded
    bool m_loaded = false;
};

} // namespace gravin
