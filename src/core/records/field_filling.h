// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/records/filled_fields.h"
#include "core/records/record.h"
#include "core/value/key.h"

#include <QHash>
#include <QMap>
#include <QSet>

namespace gravin {

// Gives fields what they are filled with where no person types: it reads what their expressions
// need of other records. Belongs to the session's thread.
class FieldFilling {
public:
    // What was read of other records is read anew for each record, or, while nothing is written,
    // once for all that refer to the same.
    enum class Reads { Anew, Once };
    // What a field comes to cannot stand there, or, where no column is named, the database did not
    // answer.
    struct Failure {
        QString column;
        Error error;
    };

    // All must outlive it.
    FieldFilling(Session& session, const Table& table, const Present& present, Reads reads);

    // Adds to what is written of a record, null: a new one, what the fields come to that hang on
    // it, and their columns to `given`. What was written there beforehand stands, but for what was
    // given.
    Result<Success, Failure> addTo(const Record* record, QMap<QString, Value>& written,
                                   QSet<QString>& given);
    // The record as it will be, with what an expression reads of other records.
    Result<std::vector<Value>> valuesFor(const Record* record, const QMap<QString, Value>& written,
                                         const BoundExpression& expression);

private:
    Result<Value> readBeyond(int place, const std::vector<Value>& values, bool isNew);

    Session& m_session;
    const Table& m_table;
    const Present& m_present;
    Reads m_reads;
    FilledFields m_fields;
    QHash<std::pair<int, Key>, Value> m_known; // by place in the table, and what it is read for
};

} // namespace gravin
