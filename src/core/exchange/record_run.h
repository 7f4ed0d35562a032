// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/record.h"
#include "core/records/record_query.h"

#include <functional>

namespace gravin {

// Hands the records that the query lists to `take`, in its order and in parts, with how many there
// are in all: so there may be any number of them. What `take` fails with ends it. All of it is of
// one moment, where the engine keeps one. Usage: a source without a key is searched or filtered.
// `needed`: the columns that are asked for, the others may be NULL; empty: all of them.
Status eachRecord(Session& session, const Table& table, const RecordQuery& query,
                  const std::function<Status(std::vector<Record>&& records, qint64 of)>& take,
                  const QSet<QString>& needed = {});
// The same of these records, as far as they are there, in this order.
Status eachRecord(Session& session, const Table& table, const std::vector<Key>& keys,
                  const std::function<Status(std::vector<Record>&& records, qint64 of)>& take);

// What people see in the fields of records that do not come one by one: lookups by what they show,
// choices by their labels. Belongs to its session's thread.
class ShownTexts {
public:
    // Both must outlive it. `form`: how dates and figures are written.
    ShownTexts(Session& session, const Catalog& catalog, const LocaleForm& form)
        : m_session(session)
        , m_catalog(catalog)
        , m_form(form) {}

    // Looks up what these fields show in these records.
    Status lookUp(const QList<const BoundField*>& fields, const std::vector<Record>& records);
    // Nothing: people see the value itself. Requires: lookUp() was called with it.
    std::optional<QString> of(const BoundField& field, const Value& value) const;

    // Whether people see something else than the value.
    static bool isSeenOtherwise(const BoundField& field);

private:
    Session& m_session;
    const Catalog& m_catalog;
    LocaleForm m_form;
    QHash<QString, QHash<Key, QString>> m_shown; // by the field's column
};

} // namespace gravin
