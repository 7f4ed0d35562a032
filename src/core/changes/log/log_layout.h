// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/operation.h"
#include "core/database/session_writer.h"
#include "core/database/sql_fragment.h"

namespace gravin {

// How statements read what the log has of records, in the layout that it has: a row for each field
// that a change touched, and one for a record of which it touched none. `from` stands behind FROM
// and gives r.change_id, r.seq (the record's place in its change), r.record_key, r.op (a number,
// see below), r.hidden_row, r.old_value and r.new_value; `table` and `column` name what the row is
// of, the latter NULL where there is no field.
struct LogRows {
    Session::LogLayout layout;
    QString from;
    QString table;
    QString column;

    // A condition: the row's record had this key before its change. Served by an index.
    SqlFragment hadKey(const QString& key) const;
    // The same, or its key was changed; `columns`: those of the key.
    SqlFragment hadOrLeftKey(const QString& key, const QStringList& columns) const;
};
LogRows logRows(Session::LogLayout layout);

// How the log writes an operation: 1 added, 2 changed, 3 deleted, 4 changed in its key.
int loggedOperation(Operation operation, bool changesKey);
// Nothing: no log has such a number.
std::optional<Operation> operationFromLog(int number);

// The log's dictionary: tables and columns have a number there, by which its rows name them. 0: no
// column. Belongs to its session's thread.
class LogNames {
public:
    // `writer` must outlive it.
    explicit LogNames(SessionWriter& writer)
        : m_writer(writer) {}

    // Those of the names that have none yet are given one, in the order of their code units, so
    // that two who do so at once wait for each other and never in a ring. Requires: a writing
    // transaction is open.
    Status add(QStringList names);
    // Requires: add() was called with it.
    int number(const QString& name) const { return m_writer.session().logNames().value(name); }

private:
    Status read();

    SessionWriter& m_writer;
};

} // namespace gravin
