// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>

namespace gravin {

// What a column is for, the same words on every engine.
enum class TypeKind {
    Any, // the engine declares nothing that Gravin understands
    Boolean,
    Integer, // 64 bits, signed
    Decimal, // exact
    Double,  // IEEE 754 binary64
    Text,
    Date,      // proleptic Gregorian, years 1 … 9999
    Time,      // of day, to the microsecond
    Timestamp, // date and time without zone, to the microsecond
    Instant,   // a moment, to the microsecond; kept in UTC, shown in the person's zone
    Binary,
    Uuid, // RFC 4122, lower case
    Json,
    Enumeration, // one of `members`
    Foreign,     // of the engine's own (arrays, ranges, networks, …): shown as text, read only
};

// A column's declared type. Limits of -1 mean: none declared.
struct ColumnType {
    TypeKind kind = TypeKind::Any;
    int length = -1;          // characters of text
    int precision = -1;       // digits of a decimal in all
    int scale = -1;           // digits of a decimal after the point
    QStringList members = {}; // of an enumeration, in its own order

    bool isNumber() const {
        return kind == TypeKind::Integer || kind == TypeKind::Decimal || kind == TypeKind::Double;
    }
    // A date, a time of day, or both.
    bool isMoment() const {
        return kind == TypeKind::Date || kind == TypeKind::Time || kind == TypeKind::Timestamp ||
               kind == TypeKind::Instant;
    }

    friend bool operator==(const ColumnType&, const ColumnType&) = default;
};

// "integer", "decimal(8,2)", "text(60)": for the command line and for messages.
QString describe(const ColumnType& type);

} // namespace gravin
