// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QVariant>

#include <functional>
#include <span>

namespace gravin {

// A value as a row of the engine holds it, without a copy: for what goes over very many of them.
struct StoredValue {
    enum class Kind { Null, Integer, Real, Text, Bytes };
    Kind kind = Kind::Null;
    qint64 integer = 0;
    double real = 0;
    QByteArrayView bytes; // of a text in UTF-8; of somebody else's, who keeps them

    friend bool operator==(const StoredValue& a, const StoredValue& b) {
        return a.kind == b.kind && a.integer == b.integer && a.real == b.real && a.bytes == b.bytes;
    }
};

// Called with each row's values, which are there during the call only; false ends the reading.
using TakeStored = std::function<bool(std::span<const StoredValue>)>;

// The same of a variant, as drivers give values and the log keeps them.
class StoredVariant {
public:
    explicit StoredVariant(const QVariant& variant);
    StoredVariant(const StoredVariant&) = delete;
    StoredVariant& operator=(const StoredVariant&) = delete;

    const StoredValue& value() const { return m_value; }

private:
    QByteArray m_bytes;
    StoredValue m_value;
};

} // namespace gravin
