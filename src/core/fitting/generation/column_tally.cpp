// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/generation/column_tally.h"

#include "core/value/text_form.h"

#include <algorithm>
#include <cmath>

namespace gravin {

namespace {

// So many different values are kept at once; of more, those that come again.
constexpr qsizetype KeptValues = 500;
// Of a text so much is kept to be shown.
constexpr qsizetype KeptText = 200;
// Builds of text that are told apart.
constexpr qsizetype KeptBuilds = 200;
constexpr qsizetype MostExamples = 3;
constexpr double SecondsPerDay = 86'400;
constexpr double TallyMicroseconds = 1e6;

double secondsOf(const TimeOfDay& time) {
    return static_cast<double>(time.microseconds) / TallyMicroseconds;
}

double secondsOf(const Timestamp& timestamp) {
    return static_cast<double>(timestamp.date.toJulianDay()) * SecondsPerDay +
           secondsOf(timestamp.time);
}

void addExample(QStringList& examples, const QString& text) {
    if (examples.size() < MostExamples && !examples.contains(text))
        examples += text;
}

bool isEarlier(const Timestamp& a, const Timestamp& b) {
    return a.date != b.date ? a.date < b.date : a.time < b.time;
}

int charactersOf(const QString& text) {
    const auto surrogates =
        std::count_if(text.begin(), text.end(), [](QChar unit) { return unit.isLowSurrogate(); });
    return static_cast<int>(text.size() - surrogates);
}

// The same for values that are the same.
size_t hashOf(const Value& value) {
    const auto seed = static_cast<size_t>(value.kind());
    switch (value.kind()) {
    case Value::Kind::Integer:
        return ::qHash(value.asInteger(), seed);
    case Value::Kind::Text:
        return ::qHash(value.asText(), seed);
    case Value::Kind::Date:
        return ::qHash(value.asDate().toJulianDay(), seed);
    default:
        return ::qHash(value.encoded(), seed);
    }
}

// By worth, both of the same column. Texts by code point.
bool isLess(const Value& a, const Value& b) {
    if (a.kind() == Value::Kind::Text && b.kind() == Value::Kind::Text)
        return a.asText() < b.asText();
    if (a.kind() == Value::Kind::Integer && b.kind() == Value::Kind::Integer)
        return a.asInteger() < b.asInteger();
    if (a.kind() == Value::Kind::Decimal && b.kind() == Value::Kind::Decimal)
        return a.asDecimal() < b.asDecimal();
    if (a.kind() == Value::Kind::Timestamp && b.kind() == Value::Kind::Timestamp)
        return isEarlier(a.asTimestamp(), b.asTimestamp());
    if (a.kind() == Value::Kind::Instant && b.kind() == Value::Kind::Instant)
        return isEarlier(a.asInstant().utc, b.asInstant().utc);
    const auto placeA = placeOf(a);
    const auto placeB = placeOf(b);
    return placeA && placeB && *placeA < *placeB;
}

} // namespace

std::optional<double> placeOf(const Value& value) {
    switch (value.kind()) {
    case Value::Kind::Integer:
        return static_cast<double>(value.asInteger());
    case Value::Kind::Decimal:
        return value.asDecimal().toDouble();
    case Value::Kind::Double:
        return std::isfinite(value.asDouble()) ? std::optional(value.asDouble()) : std::nullopt;
    case Value::Kind::Date:
        return static_cast<double>(value.asDate().toJulianDay());
    case Value::Kind::Time:
        return secondsOf(value.asTime());
    case Value::Kind::Timestamp:
        return secondsOf(value.asTimestamp());
    case Value::Kind::Instant:
        return secondsOf(value.asInstant().utc);
    default:
        return std::nullopt;
    }
}

ColumnTally::ColumnTally(QString column, ColumnType type) {
    m_evidence.column = std::move(column);
    m_evidence.type = std::move(type);
}

void ColumnTally::take(const Value& value) {
    const bool isText = value.kind() == Value::Kind::Text;
    if (value.isNull() || (isText && value.asText().trimmed().isEmpty()))
        return;
    ++m_evidence.filled;
    ++m_evidence.lookedAt;
    Times& times = m_times[hashOf(value)];
    ++times.count;
    const bool isWorthKeeping = m_times.size() <= KeptValues || times.count > 1;
    if (times.value.isNull() && isWorthKeeping)
        times.value = isText ? Value::text(value.asText().left(KeptText)) : value;
    if (!conforms(value, m_evidence.type)) {
        ++m_evidence.strangers;
        addExample(m_evidence.strangerExamples, toText(value, m_evidence.type).left(KeptText));
        return;
    }
    takeExtremes(value);
    if (isText)
        takeText(value.asText());
}

void ColumnTally::takeOrphan(const Value& value) {
    ++m_evidence.orphans;
    addExample(m_evidence.orphanExamples, toText(value, m_evidence.type).left(KeptText));
}

void ColumnTally::takeExtremes(const Value& value) {
    const auto place = placeOf(value);
    if (!place && value.kind() != Value::Kind::Text)
        return;
    if (place)
        m_places.push_back(*place);
    if (m_evidence.smallest.isNull() || isLess(value, m_evidence.smallest))
        m_evidence.smallest = value;
    if (m_evidence.largest.isNull() || isLess(m_evidence.largest, value))
        m_evidence.largest = value;
}

void ColumnTally::setExtremes(const Value& smallest, const Value& largest) {
    if (conforms(smallest, m_evidence.type))
        m_evidence.smallest = smallest;
    if (conforms(largest, m_evidence.type))
        m_evidence.largest = largest;
}

void ColumnTally::takeText(const QString& text) {
    const int length = charactersOf(text);
    ++m_lengths[length];
    QString& example = m_exampleOfLength[length];
    if (example.isEmpty())
        example = text.left(KeptText);
    TextShape shape = TextShape::of(text);
    const auto known = m_shapes.find(shape.build());
    if (known != m_shapes.end()) {
        known->shape.include(shape);
        ++known->count;
    } else if (m_shapes.size() < KeptBuilds) {
        const QString build = shape.build();
        m_shapes.insert(build, {std::move(shape), 1});
    }
}

ColumnEvidence ColumnTally::result() const {
    ColumnEvidence result = m_evidence;
    result.distinct = m_times.size();
    result.seen = mostFrequent();
    result.bars = bars();
    if (!m_lengths.isEmpty()) {
        result.shortest = m_lengths.firstKey();
        result.longest = m_lengths.lastKey();
        result.longestText = m_exampleOfLength.last();
        qint64 texts = 0;
        for (const qint64 count : m_lengths)
            texts += count;
        qint64 soFar = 0;
        for (auto each = m_lengths.begin(); each != m_lengths.end(); ++each) {
            soFar += each.value();
            if (result.typicalText.isEmpty() && soFar * 2 >= texts)
                result.typicalText = m_exampleOfLength.value(each.key());
            if (result.usual == 0 && soFar * 20 >= texts * 19)
                result.usual = each.key();
        }
    }
    result.builds = m_shapes.size();
    result.shapes.assign(m_shapes.begin(), m_shapes.end());
    std::sort(result.shapes.begin(), result.shapes.end(), [](const auto& a, const auto& b) {
        return a.count != b.count ? a.count > b.count : a.shape.text() < b.shape.text();
    });
    if (result.shapes.size() > ColumnEvidence::MostShapes)
        result.shapes.resize(ColumnEvidence::MostShapes);
    return result;
}

std::vector<ColumnEvidence::Seen> ColumnTally::mostFrequent() const {
    std::vector<ColumnEvidence::Seen> seen;
    for (const Times& times : m_times) {
        if (!times.value.isNull())
            seen.push_back({times.value, times.count});
    }
    std::sort(seen.begin(), seen.end(), [](const auto& a, const auto& b) {
        return a.count != b.count ? a.count > b.count : isLess(a.value, b.value);
    });
    if (seen.size() > ColumnEvidence::MostSeen)
        seen.resize(ColumnEvidence::MostSeen);
    return seen;
}

std::vector<qint64> ColumnTally::bars() const {
    if (m_places.empty())
        return {};
    const auto [least, most] = std::minmax_element(m_places.begin(), m_places.end());
    const double width = *most - *least;
    if (width <= 0 || !std::isfinite(width))
        return {};
    std::vector<qint64> bars(ColumnEvidence::Bars, 0);
    for (const double place : m_places) {
        const auto bar = static_cast<int>((place - *least) / width * ColumnEvidence::Bars);
        ++bars[static_cast<size_t>(std::min(bar, ColumnEvidence::Bars - 1))];
    }
    return bars;
}

} // namespace gravin
