// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"

#include <QByteArray>
#include <QMap>

namespace gravin {

// A column that Gravin computes of each record that is read: shown, sorted and filtered by, named
// in other expressions, never written. It may read the table's columns and computed fields that
// stand before it.
struct ComputedField {
    QString name;
    QString expression;
    QByteArray unknown = {};
    friend bool operator==(const ComputedField&, const ComputedField&) = default;
};
using ComputedFields = QMap<QString, QList<ComputedField>>; // by table or source

// Hard limit, so that no project can exhaust the program.
constexpr qsizetype MostComputedFields = 100;

// Why the field does not fit the table, which has the computed fields before it already; empty: it
// fits.
QString reasonAgainst(const ComputedField& field, const Table& table);
// Adds to the table what fits it; the others are left out. Requires: it has none yet.
void addComputedFields(Table& table, const QList<ComputedField>& fields);

} // namespace gravin
