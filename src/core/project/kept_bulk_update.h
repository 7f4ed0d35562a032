// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/catalog.h"
#include "core/value/value.h"

namespace gravin {

struct BulkValues;

// A bulk update that the project keeps, to be run again. A plain value.
struct KeptBulkUpdate {
    // What one field gets.
    struct Line {
        enum class Gets { Value, Expression, Replaced, Nothing };
        enum class Found { AsItStands, AnyCase, Pattern };
        QString column;
        Gets gets = Gets::Value;
        // Of a value its text form, as stored; the expression; or the text that is found.
        QString text = {};
        QString with = {}; // Replaced: what stands there instead
        Found found = Found::AsItStands;
        QByteArray unknown = {};
        friend bool operator==(const Line&, const Line&) = default;
    };
    QString name;   // unique among those of its screen
    QString screen; // its id
    QString where;  // the condition that says which records; empty: it is said when it is run
    QList<Line> lines;
    bool fills = false; // what fields are filled with follows
    QByteArray unknown = {};
    // Without regard to case.
    bool isCalled(const QString& screenId, const QString& wanted) const {
        return screen == screenId && name.compare(wanted, Qt::CaseInsensitive) == 0;
    }
    friend bool operator==(const KeptBulkUpdate&, const KeptBulkUpdate&) = default;
};

// "value", "expression", "replaced", "nothing"; "as_it_stands", "any_case", "pattern".
QString wordOf(KeptBulkUpdate::Line::Gets gets);
QString wordOf(KeptBulkUpdate::Line::Found found);
std::optional<KeptBulkUpdate::Line::Gets> keptGets(const QString& word);
std::optional<KeptBulkUpdate::Line::Found> keptFound(const QString& word);

// Adds what the line says, for records of this table; Usage, with words for people, where it says
// nothing that can be done there. `label`: of the line's field.
Status addTo(BulkValues& values, const KeptBulkUpdate::Line& line, const Table& table,
             const QString& label);

} // namespace gravin
