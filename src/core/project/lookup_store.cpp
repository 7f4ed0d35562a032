// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/lookup_store.h"

#include "core/base/text.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

namespace gravin {

LookupStore::LookupStore(Lookup lookup, std::shared_ptr<const Catalog> catalog, Worker* reader,
                         QObject* parent)
    : QObject(parent)
    , m_lookup(std::move(lookup))
    , m_catalog(std::move(catalog))
    , m_reader(reader) {
    reload();
}

QString LookupStore::shownFor(const Value& stored) const { return m_shown.value(stored.encoded()); }

void LookupStore::reload() {
    m_reader->run<QList<Entry>>(
        this,
        [lookup = m_lookup, catalog = m_catalog](Session& session) -> Result<QList<Entry>> {
            const Table* table = catalog->table(lookup.table);
            const int stored = table ? table->indexOf(lookup.storedColumn) : -1;
            const int shown = table ? table->indexOf(lookup.shownColumn) : -1;
            if (stored < 0 || shown < 0)
                return Error{ErrorKind::NotFound,
                             say("The lookup's table or column is not there.")};
            QList<Entry> entries;
            const auto& dialect = session.dialect();
            const QString sql =
                QStringLiteral("SELECT %1, %2 FROM %3 ORDER BY %3.%4, %3.%5 LIMIT %6")
                    .arg(dialect.readable(table->columns[stored]),
                         dialect.readable(table->columns[shown]), dialect.quoted(*table),
                         dialect.quoted(lookup.shownColumn), dialect.quoted(lookup.storedColumn))
                    .arg(MaximumEntries);
            Status selected = session.select(sql, {}, [&](const QSqlQuery& row) {
                entries.append({dialect.decode(row.value(0), table->columns[stored].type),
                                toText(dialect.decode(row.value(1), table->columns[shown].type),
                                       table->columns[shown].type)});
                return true;
            });
            if (!selected)
                return selected.error();
            return entries;
        },
        [this](Result<QList<Entry>> entries) {
            m_loaded = true;
            if (entries) {
                m_entries = *entries;
                m_shown.clear();
                for (const Entry& entry : m_entries)
                    m_shown.insert(entry.stored.encoded(), entry.shown);
            }
            Q_EMIT loaded();
        });
}

} // namespace gravin
