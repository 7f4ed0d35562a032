// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/known_parents.h"
#include "core/records/rules.h"

namespace gravin {

// The checks that only the database can answer. `values` are what the record has or will have.
class DatabaseRules {
public:
    // All must outlive the object. `key` is the record's own, empty for a new one: it does not
    // stand in its own way. `known`: records that need not be asked for; null: none.
    DatabaseRules(Session& session, const Catalog& catalog, const Table& table,
                  const TableRules& rules, const Key& key, const KnownParents* known = nullptr)
        : m_session(session)
        , m_catalog(catalog)
        , m_table(table)
        , m_rules(rules)
        , m_key(key)
        , m_known(known) {}

    // Whether what the database's references ask holds where one of these columns was written.
    Status askReferences(const ProposedValues& values, const QSet<QString>& written,
                         std::vector<Problem>& problems);
    // The same for its unique keys.
    Status askUniqueKeys(const ProposedValues& values, const QSet<QString>& written,
                         std::vector<Problem>& problems);
    // The project's own unique and reference checks that are asked on this occasion.
    Status askChecks(const ProposedValues& values, const Occasion& occasion,
                     std::vector<Problem>& problems);

private:
    std::vector<Value> pick(const ProposedValues& values, const QStringList& columns) const;
    Result<bool> hasAnother(const QStringList& columns, const std::vector<Value>& wanted);
    Result<bool> isThere(const QString& table, const QStringList& columns,
                         const std::vector<Value>& wanted);

    Session& m_session;
    const Catalog& m_catalog;
    const Table& m_table;
    const TableRules& m_rules;
    const Key& m_key;
    const KnownParents* m_known;
};

} // namespace gravin
