// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/bound_expression.h"

namespace gravin {

// A field of a table that follows an expression until a person types there.
struct FilledField {
    int place = 0; // in the table
    BoundExpression expression;
    QStringList hangsOn; // columns of the record

    // What the expression reads, as it is now. Requires: `values` has one for each column.
    std::vector<Value> readFrom(const std::vector<Value>& values) const;
};

// Those of a table that fit it, in the order of its columns.
class FilledFields {
public:
    explicit FilledFields(const Table& table);

    bool isEmpty() const { return m_fields.empty(); }
    const std::vector<FilledField>& all() const { return m_fields; }

    // What a field comes to. Fails where its column cannot take that.
    static Result<Value> valueOf(const FilledField& field, const Table& table,
                                 const std::vector<Value>& values, const Present& present);

private:
    std::vector<FilledField> m_fields;
};

// Why the column cannot be filled with this; empty: it can. `table` has what the expression
// reaches.
QString reasonAgainstFilling(const Table& table, const QString& column, const QString& expression);
// The same for what a stamp sets.
QString reasonAgainstStamp(const Table& table, const QString& column, const Stamp& stamp);

// Columns that are filled with each other in a circle, in its order; empty: there is none.
QStringList fillingCircle(const Table& table);

} // namespace gravin
