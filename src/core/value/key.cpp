// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/value/key.h"

#include <QHash>

#include <algorithm>

namespace gravin {

namespace {

// Most parts have nothing to escape, and there are many of them.
bool isPlain(QStringView part) {
    return std::none_of(part.begin(), part.end(), [](QChar c) { return c == u',' || c == u'\\'; });
}

} // namespace

QString joinEscaped(const QStringList& parts) {
    if (parts.size() == 1 && isPlain(parts.front()))
        return parts.front();
    QString joined;
    for (qsizetype i = 0; i < parts.size(); ++i) {
        if (i > 0)
            joined += u',';
        for (const QChar c : parts[i]) {
            if (c == u',' || c == u'\\')
                joined += u'\\';
            joined += c;
        }
    }
    return joined;
}

QStringList splitEscaped(QStringView text) {
    QStringList parts;
    QString part;
    for (qsizetype i = 0; i < text.size(); ++i) {
        if (text[i] == u'\\' && i + 1 < text.size()) {
            part += text[++i];
        } else if (text[i] == u',') {
            parts += part;
            part.clear();
        } else {
            part += text[i];
        }
    }
    parts += part;
    return parts;
}

QString Key::encoded() const {
    if (m_values.size() == 1 && m_values.front().kind() == Value::Kind::Integer)
        return m_values.front().encoded();
    QStringList parts;
    for (const Value& value : m_values)
        parts += value.encoded();
    return joinEscaped(parts);
}

std::optional<Key> Key::decoded(QStringView text) {
    std::vector<Value> values;
    for (const QString& part : splitEscaped(text)) {
        auto value = Value::decoded(part);
        if (!value)
            return std::nullopt;
        values.push_back(std::move(*value));
    }
    return Key(std::move(values));
}

size_t qHash(const Key& key, size_t seed) {
    for (const Value& value : key.values()) {
        seed = value.kind() == Value::Kind::Integer ? qHashMulti(seed, value.asInteger())
                                                    : qHashMulti(seed, value.encoded());
    }
    return seed;
}

} // namespace gravin
