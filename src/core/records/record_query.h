// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/restriction.h"
#include "core/records/row_plan.h"
#include "core/value/locale_form.h"

#include <memory>

namespace gravin {

// Where words are looked for: in a column, or in what another table shows for it.
struct SearchedColumn {
    QString column;
    std::shared_ptr<const Table> target = {}; // null: the column itself
    QString stored = {};                      // the target's column that `column` holds
    QString shown = {};                       // the target's column that people read
    // What is read for certain values, and these as they are stored, as texts.
    QList<std::pair<QString, QString>> choices = {};
    friend bool operator==(const SearchedColumn&, const SearchedColumn&) = default;
};

// Which records of a source, in which order.
struct RecordQuery {
    SortOrder sort = {};
    Restriction only = {};
    QStringList conditions = {}; // expressions, all of which have to be true
    // Each of its words has to stand in one of the searched columns, whatever its case. Columns
    // that Gravin computes are not searched.
    QString search = {};
    QList<SearchedColumn> searched = {};
    // How dates and figures among the words are written; they are also looked for as stored.
    LocaleForm form = LocaleForm::plain();

    // It leaves records out by more than the restriction.
    bool isFiltered() const { return !conditions.isEmpty() || !words().isEmpty(); }
    QStringList words() const;
    friend bool operator==(const RecordQuery&, const RecordQuery&) = default;
};

// The condition that stands for all of them; empty when there are none.
QString conjunctionOf(const QStringList& conditions);
// What the engine is asked for the words; empty SQL when there is nothing to look for.
SqlFragment searchSql(const Dialect& dialect, const Table& table, const RecordQuery& query);

} // namespace gravin
