// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/generation/evidence.h"

#include <QHash>

namespace gravin {

// Takes the values of one column one after another and says in the end what they have in common.
class ColumnTally {
public:
    ColumnTally(QString column, ColumnType type);

    void take(const Value& value);
    void takeOrphan(const Value& value);
    // Extremes that another count knows better, for want of having seen every value.
    void setExtremes(const Value& smallest, const Value& largest);

    // `filled` of it counts the values that were taken.
    ColumnEvidence result() const;

private:
    struct Times {
        qint64 count = 0;
        Value value; // null until it is seen often enough to be worth keeping
    };

    void takeText(const QString& text);
    void takeExtremes(const Value& value);
    std::vector<ColumnEvidence::Seen> mostFrequent() const;
    std::vector<qint64> bars() const;

    ColumnEvidence m_evidence;
    // By a hash of the value: two values could share one, which would make a column seem to repeat
    // a value that it does not. That proposes less, never more.
    QHash<size_t, Times> m_times;
    QMap<int, qint64> m_lengths;
    QMap<int, QString> m_exampleOfLength;
    QHash<QString, ColumnEvidence::SeenShape> m_shapes;
    std::vector<double> m_places; // of values on an axis
};

} // namespace gravin
