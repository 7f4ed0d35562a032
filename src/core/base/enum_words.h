// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/text.h"

#include <QList>

#include <array>
#include <optional>

namespace gravin {

// What a value of an enumeration is called in files and on the command line, and, where people
// choose it, what they read: marked with QT_TRANSLATE_NOOP("gravin", …), or null.
template <typename T>
struct EnumWord {
    T value;
    const char* name;
    const char* label = nullptr;
};

// One table for both ways. A value without a word is called nothing.
template <typename T, size_t N>
class EnumWords {
public:
    constexpr explicit EnumWords(std::array<EnumWord<T>, N> words)
        : m_words(words) {}

    QString name(T value) const {
        const EnumWord<T>* word = find(value);
        return word ? QString(QLatin1String(word->name)) : QString();
    }
    // Requires: the value has one.
    QString label(T value) const { return coreTr(find(value)->label); }
    std::optional<T> from(const QString& name) const {
        for (const EnumWord<T>& word : m_words) {
            if (QLatin1String(word.name) == name)
                return word.value;
        }
        return std::nullopt;
    }
    // In the order of the table.
    QList<T> all() const {
        QList<T> values;
        for (const EnumWord<T>& word : m_words)
            values += word.value;
        return values;
    }

private:
    const EnumWord<T>* find(T value) const {
        for (const EnumWord<T>& word : m_words) {
            if (word.value == value)
                return &word;
        }
        return nullptr;
    }

    std::array<EnumWord<T>, N> m_words;
};

} // namespace gravin
