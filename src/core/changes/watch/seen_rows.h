// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session_writer.h"

namespace gravin {

// What a trigger that watches wrote down: something that happened to a record.
struct SeenRow {
    qint64 id = 0; // in the order in which they happened, within one transaction
    QString at;    // as the log writes times
    RecordChange record;
};

// What stands in gravin_seen and is not in the log yet (TableWatch). Requires for all of it: a
// writing transaction is open, and the session is watching. Belongs to its session's thread.
class SeenRows {
public:
    // Of one transaction of another program, or of what one connection did.
    struct Group {
        QString origin;
        QString account;
    };

    // Both must outlive it.
    SeenRows(SessionWriter& writer, const Catalog& catalog)
        : m_writer(writer)
        , m_session(writer.session())
        , m_catalog(catalog) {}

    // The number that everything gets a higher one than that is seen from now on.
    Result<qint64> newest();
    // What this transaction did behind this number, in its order. Updates that changed nothing are
    // among it.
    Result<std::vector<SeenRow>> ownAfter(qint64 id);
    Status removeOwn(qint64 after, qint64 upTo);
    // What others committed, in the order of their first row.
    Result<std::vector<Group>> others(qint64 floor);
    // The next ones of a group behind this number, nobody else takes them then; at most `most`.
    Result<std::vector<SeenRow>> next(const Group& group, qint64 after, int most);
    Status remove(const Group& group, qint64 after, qint64 upTo);

private:
    Result<std::vector<SeenRow>> read(const QString& where, const QVariantList& values,
                                      const QString& behind);
    Result<RecordChange> unpacked(const QString& table, const QString& keys, int operation,
                                  const QVariant& hiddenRow, const QString& names,
                                  const QVariant& before, const QVariant& after) const;

    SessionWriter& m_writer;
    Session& m_session;
    const Catalog& m_catalog;
};

} // namespace gravin
