// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session.h"

#include <QHash>
#include <QSet>

namespace gravin {

// The records of a database as they would be after some steps: what is stored, overlaid by what the
// steps have put. Reads many records at once when it is told beforehand which ones. Belongs to its
// session's thread.
class DatabaseOverlay {
public:
    using Place = std::pair<QString, Key>;    // table and key
    using State = std::optional<FieldValues>; // nothing: no such record

    // Both must outlive the picture.
    DatabaseOverlay(Session& session, const Catalog& catalog)
        : m_session(session)
        , m_catalog(catalog) {}

    // Reads these records of a table together, as far as its description names columns; those that
    // are known are not read again.
    Status read(const Table& table, const std::vector<Key>& keys);
    // A record that was not read before is read alone.
    Result<State> at(const Table& table, const Key& key);
    void put(const QString& table, const Key& key, const State& state) {
        m_overlay.insert({table, key}, state);
    }
    // As if nothing had been put; what was read stays.
    void takeBack();
    bool isPut(const QString& table, const Key& key) const {
        return m_overlay.contains({table, key});
    }
    const QHash<Place, State>& overlay() const { return m_overlay; }
    // As it is stored, whatever was put over it; nothing: there is none, or it was not read.
    State stored(const QString& table, const Key& key) const {
        return m_stored.value({table, key});
    }

    // Asks the database beforehand which records have these values in these columns.
    Status readHolders(const Table& table, const QStringList& columns, const QSet<Key>& values);
    // Whether some record may have these values. Of texts that were put only the engine can tell
    // whether it takes them for the same.
    bool mayBeHeld(const Table& table, const QStringList& columns, const Key& values);
    // How many records have these values. Requires: they were read by readHolders(), and nothing is
    // put any more.
    qint64 countHolders(const Table& table, const QStringList& columns, const Key& values);

private:
    struct Holders {
        QHash<Key, QList<Key>> stored; // keys of records by what they hold
        QHash<Key, qint64> overlaid;   // counted once
        bool isCounted = false;
    };
    Holders& holders(const Table& table, const QStringList& columns) {
        return m_holders[table.name + u'\n' + joinEscaped(columns)];
    }

    Session& m_session;
    const Catalog& m_catalog;
    QHash<Place, State> m_stored;
    QHash<Place, State> m_overlay;
    QHash<QString, Holders> m_holders;
};

} // namespace gravin
