// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/value.h"

#include <QStringList>

namespace gravin {

// The key of one record: the values of its key columns, in key order. An empty key names no record.
class Key {
public:
    Key() = default;
    explicit Key(std::vector<Value> values)
        : m_values(std::move(values)) {}

    bool isEmpty() const { return m_values.empty(); }
    size_t size() const { return m_values.size(); }
    const Value& operator[](size_t i) const { return m_values[i]; }
    const std::vector<Value>& values() const { return m_values; }

    // Exact and typed, one line per record in the change log: "i42", "i3,tAB\,C".
    QString encoded() const;
    static std::optional<Key> decoded(QStringView text);

    friend bool operator==(const Key& a, const Key& b) { return a.m_values == b.m_values; }

private:
    std::vector<Value> m_values;
};

size_t qHash(const Key& key, size_t seed = 0);

// Joins with commas; a comma or backslash within a part is preceded by a backslash.
QString joinEscaped(const QStringList& parts);
// The inverse; a lone backslash at the end stands for itself.
QStringList splitEscaped(QStringView text);

} // namespace gravin
