// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/decimal.h"

#include <QByteArray>
#include <QDate>
#include <QString>

#include <variant>
#include <vector>

namespace gravin {

// Time of day in microseconds since midnight, 0 … 86,399,999,999. (QTime stops at milliseconds.)
struct TimeOfDay {
    static constexpr qint64 PerSecond = 1'000'000;
    qint64 microseconds = 0;
    friend auto operator<=>(const TimeOfDay&, const TimeOfDay&) = default;
};

// A date and a time without zone. (QDateTime stops at milliseconds.)
struct Timestamp {
    QDate date;
    TimeOfDay time;
    friend bool operator==(const Timestamp&, const Timestamp&) = default;
};

// A moment, to the microsecond, as UTC reads it.
struct Instant {
    Timestamp utc;
    friend bool operator==(const Instant&, const Instant&) = default;
};

// One value of one column, exactly as the database holds it. Equality is exact: kinds must match,
// text is compared by code units, doubles by bits, decimals with their scale; NULL equals NULL.
class Value {
public:
    enum class Kind {
        Null,
        Boolean,
        Integer,
        Decimal,
        Double,
        Text,
        Date,
        Time,
        Timestamp,
        Binary,
        Instant
    };

    Value() = default;
    static Value null() { return {}; }
    static Value boolean(bool value) { return Value(Data(value)); }
    static Value integer(qint64 value) { return Value(Data(value)); }
    static Value decimal(Decimal value) { return Value(Data(std::move(value))); }
    static Value real(double value) { return Value(Data(value)); }
    static Value text(QString value) { return Value(Data(std::move(value))); }
    static Value date(QDate value) { return Value(Data(value)); }
    static Value time(TimeOfDay value) { return Value(Data(value)); }
    static Value timestamp(Timestamp value) { return Value(Data(value)); }
    static Value instant(Instant value) { return Value(Data(value)); }
    static Value binary(QByteArray value) { return Value(Data(std::move(value))); }

    Kind kind() const { return static_cast<Kind>(m_data.index()); }
    bool isNull() const { return kind() == Kind::Null; }

    // Requires: kind() is the one named.
    bool asBoolean() const { return std::get<bool>(m_data); }
    qint64 asInteger() const { return std::get<qint64>(m_data); }
    const Decimal& asDecimal() const { return std::get<Decimal>(m_data); }
    double asDouble() const { return std::get<double>(m_data); }
    const QString& asText() const { return std::get<QString>(m_data); }
    QDate asDate() const { return std::get<QDate>(m_data); }
    TimeOfDay asTime() const { return std::get<TimeOfDay>(m_data); }
    const Timestamp& asTimestamp() const { return std::get<Timestamp>(m_data); }
    const Instant& asInstant() const { return std::get<Instant>(m_data); }
    const QByteArray& asBinary() const { return std::get<QByteArray>(m_data); }

    // An exact, typed text of the value, for keys in the change log: "n", "i42", "d1.50", "tAbc",
    // "D2026-12-04", binary as base64. decoded() is its inverse and fails on anything else.
    QString encoded() const;
    static std::optional<Value> decoded(QStringView text);

    friend bool operator==(const Value& a, const Value& b);

private:
    using Data = std::variant<std::monostate, bool, qint64, Decimal, double, QString, QDate,
                              TimeOfDay, Timestamp, QByteArray, Instant>;
    explicit Value(Data data)
        : m_data(std::move(data)) {}

    Data m_data;
};

// The stored forms "2026-12-04", "07:30:00", "07:30:00.000250", "2026-12-04 07:30:00" (ISO 8601,
// blank between date and time). Reading takes exactly what writing gives.
QString isoText(QDate date);
QString isoText(TimeOfDay time);
QString isoText(const Timestamp& timestamp);
std::optional<QDate> dateFromIso(QStringView text);
std::optional<TimeOfDay> timeFromIso(QStringView text);
std::optional<Timestamp> timestampFromIso(QStringView text);

bool anyNull(const std::vector<Value>& values);

} // namespace gravin
