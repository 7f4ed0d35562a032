// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/project/project.h"
#include "core/value/locale_form.h"
#include "core/value/text_shape.h"

#include <QMap>

#include <functional>
#include <optional>
#include <vector>

namespace gravin {

// What a column's values are said to refer to.
struct Relation {
    QString table;
    QString column;
    bool isDeclared = false; // by the database or by the project's lookup; else only its name hints
    friend bool operator==(const Relation&, const Relation&) = default;
};
// By column: what the catalog declares, what the project looks up, and, where neither says
// anything, a table that the column's name hints at.
QMap<QString, Relation> relationsOf(const Project& project, const Catalog& catalog,
                                    const Table& table);

// What the stored values say of one column. "Looked at" are all records, or those of the sample.
struct ColumnEvidence {
    struct Seen {
        Value value;
        qint64 count = 0;
    };
    struct SeenShape {
        TextShape shape;
        qint64 count = 0;
    };
    // Of the most frequent values and shapes so many are kept.
    static constexpr int MostSeen = 40;
    static constexpr int MostShapes = 8;
    static constexpr int Bars = 16;

    QString column;
    ColumnType type; // of a binary column: of its size in bytes
    // Of all records, sample or not: how many hold something. A text of nothing but blanks holds
    // nothing.
    qint64 filled = 0;
    qint64 lookedAt = 0; // values that hold something, among those looked at
    qint64 distinct = 0; // of them
    // The most frequent first; all of them when there are no more than MostSeen.
    std::vector<Seen> seen;
    // Numbers, dates, times and moments: of all records. Texts: of those looked at, by code point.
    // Null: nothing that can be ordered.
    Value smallest;
    Value largest;
    // Of texts, in characters; 0 when there are none. A text longer than LongestRead counts as so
    // long.
    static constexpr int LongestRead = 4000;
    int shortest = 0;
    int longest = 0;
    int usual = 0; // as long as 19 of 20 are, at most
    QString typicalText;
    QString longestText;           // its beginning
    std::vector<SeenShape> shapes; // the most frequent first; empty: no texts
    qint64 builds = 0;             // how many different ones there are
    // How values that have an order are spread from the smallest looked at to the largest; empty:
    // not told.
    std::vector<qint64> bars;
    // Values that are not of the column's declared type, among those looked at.
    qint64 strangers = 0;
    QStringList strangerExamples;
    // What is said twice: the column held the value of `far` in the record that `reference` leads
    // to in each of the `compared` records looked at that have both.
    struct Echo {
        QString reference;
        QString far;
        qint64 compared = 0;
    };
    std::vector<Echo> echoes;
    // Of a date: how many records were added on the day that it says, and on how many days, where
    // the change log saw no other.
    qint64 daysOfAdding = 0;
    qint64 addedOnItsDay = 0;
    std::optional<Relation> relation;
    qint64 orphans = 0; // values without a record in the related table, among those looked at
    QStringList orphanExamples;

    bool hasAllValues() const { return static_cast<qint64>(seen.size()) == distinct; }
};

struct Evidence {
    QString table;
    qint64 records = 0;
    qint64 lookedAt = 0;
    // One record in so many was looked at: those whose whole-number key it divides, or by place.
    int step = 1;
    std::vector<ColumnEvidence> columns;
    LocaleForm form; // how its values are written for people

    bool isExact() const { return lookedAt == records; }
    const ColumnEvidence* column(const QString& name) const; // null: none
    // "All 1,204 records." or "1,000,000 records; of 30,303, every 33rd, each value was looked at."
    QString basis() const;
};

// Where a value stands on an axis; nothing for kinds that have none.
std::optional<double> placeOf(const Value& value);

// A line for the plate: "82 of 82 · 6 values".
QString evidenceLine(const ColumnEvidence& evidence, const Evidence& of);

// All that is known of a column, as lines with a name before each: "Filled" and "82 of 82". A
// sample says of how many values it speaks.
QList<std::pair<QString, QString>> evidenceFacts(const ColumnEvidence& evidence,
                                                 const Evidence& of);

struct EvidenceLimits {
    qint64 exactUpTo = 50'000; // records; of more, a sample is looked at
    qint64 sample = 20'000;    // about so many
};

// Reads what the stored values say of a table. Fill and extremes are asked of the engine in one
// pass where there is only a sample. `goOn` is told how far it is, from 0 to 1, again and again;
// answering false ends it with Cancelled. To stop within a statement, interrupt the session.
Result<Evidence> gatherEvidence(Session& session, const Catalog& catalog, const Table& table,
                                const QMap<QString, Relation>& relations,
                                const EvidenceLimits& limits,
                                const std::function<bool(double)>& goOn);

} // namespace gravin
