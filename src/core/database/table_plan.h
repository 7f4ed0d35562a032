// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/dialect.h"
#include "core/value/locale_form.h"

namespace gravin {

class Session;

// What a person says of a field that does not exist yet.
struct FieldPlan {
    QString name;
    FieldKind kind = FieldKind::Text;
    int length = -1; // characters of a text, digits behind the point of a decimal; −1: none said
    bool required = false;
    bool key = false;
    QString reference = {}; // the table whose key it holds, which then gives its type; empty: none
    friend bool operator==(const FieldPlan&, const FieldPlan&) = default;
};

struct TablePlan {
    QString name;
    QList<FieldPlan> fields;
    QList<QStringList> rows; // first records, as typed: a text per field; empty: left out
    LocaleForm form;         // by which they are typed
    friend bool operator==(const TablePlan&, const TablePlan&) = default;
};

QString fieldKindLabel(FieldKind kind); // "Whole number"
QList<FieldKind> allFieldKinds();

// The type that a field of this plan will have, by which the first records are read.
ColumnType plannedType(const Catalog& catalog, const TablePlan& plan, const FieldPlan& field);

// The CREATE TABLE of the plan. Fails with a sentence for the person when the plan cannot be
// carried out: names that are missing, taken, doubled or too long, a reference to a table that has
// no key of one column, no key at all.
Result<QString> createStatement(const Dialect& dialect, const Catalog& catalog,
                                const TablePlan& plan);

// Makes the table. Fails as createStatement() does, or with what the database says.
Status createTable(Session& session, const Catalog& catalog, const TablePlan& plan);

// The statement that gives a table one more field, which is empty in the records that are there.
// Only name, kind, length and reference of the plan count. Fails as createStatement() does.
Result<QString> addFieldStatement(const Dialect& dialect, const Catalog& catalog,
                                  const Table& table, const FieldPlan& field);

// Adds the field. Fails as addFieldStatement() does, or with what the database says.
Status addField(Session& session, const Catalog& catalog, const QString& table,
                const FieldPlan& field);

// All that would run, to read: the CREATE TABLE, then an INSERT for each first record, its values
// apart as comments. Requires: createStatement() succeeds.
QString statementsText(const Dialect& dialect, const Catalog& catalog, const TablePlan& plan);

// The values of one first record by column; what was left empty is not among them. The error names
// the field.
Result<QMap<QString, Value>> plannedValues(const Catalog& catalog, const TablePlan& plan,
                                           const QStringList& row);

} // namespace gravin
