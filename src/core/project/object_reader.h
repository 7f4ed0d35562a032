// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/text.h"
#include "core/project/strict_json.h"

#include <optional>
#include <stdexcept>

namespace gravin {

// Thrown while a project's JSON is read, and caught before the reading function returns.
struct BadProject : std::runtime_error {
    explicit BadProject(const QString& sentence)
        : std::runtime_error(sentence.toStdString()) {}
};

// Reads the members of one object; what nobody asked for is handed out at the end.
class ObjectReader {
public:
    ObjectReader(const OrderedJson& object, QString place)
        : m_place(std::move(place))
        , m_rest(object) {
        if (!object.is_object())
            throw BadProject(coreTr("%1 should be an object.").arg(m_place));
    }

    QString string(const char* name, const QString& fallback) {
        const OrderedJson value = take(name);
        if (value.is_null())
            return fallback;
        if (!value.is_string())
            throw BadProject(coreTr("%1.%2 should be a text.").arg(m_place, QLatin1String(name)));
        return fromUtf8(value.get<std::string>());
    }

    QString requiredString(const char* name) {
        const QString value = string(name, {});
        if (value.isEmpty())
            throw BadProject(coreTr("%1.%2 is missing.").arg(m_place, QLatin1String(name)));
        return value;
    }

    bool boolean(const char* name, bool fallback) {
        const OrderedJson value = take(name);
        if (value.is_null())
            return fallback;
        if (!value.is_boolean())
            throw BadProject(
                coreTr("%1.%2 should be true or false.").arg(m_place, QLatin1String(name)));
        return value.get<bool>();
    }

    int integer(const char* name, int fallback, int least, int most) {
        const OrderedJson value = take(name);
        if (value.is_null())
            return fallback;
        if (!value.is_number_integer() || value < least || value > most)
            throw BadProject(coreTr("%1.%2 should be a whole number from %3 to %4.")
                                 .arg(m_place, QLatin1String(name))
                                 .arg(least)
                                 .arg(most));
        return value.get<int>();
    }

    double number(const char* name, double fallback, double least, double most) {
        const OrderedJson value = take(name);
        if (value.is_null())
            return fallback;
        if (!value.is_number() || value.get<double>() < least || value.get<double>() > most)
            throw BadProject(coreTr("%1.%2 should be a number from %3 to %4.")
                                 .arg(m_place, QLatin1String(name))
                                 .arg(least)
                                 .arg(most));
        return value.get<double>();
    }

    // A word of a closed list, read by `parse`.
    template <typename T, typename Parse>
    T word(const char* name, T fallback, Parse parse) {
        const QString value = string(name, {});
        if (value.isNull())
            return fallback;
        const std::optional<T> parsed = parse(value);
        if (!parsed)
            throw BadProject(coreTr("%1.%2 is “%3”, which this Gravin does not know.")
                                 .arg(m_place, QLatin1String(name), value));
        return *parsed;
    }

    // The member, or null; asked for once.
    OrderedJson take(const char* name) {
        const auto found = m_rest.find(name);
        if (found == m_rest.end())
            return {};
        OrderedJson value = std::move(*found);
        m_rest.erase(found);
        return value;
    }

    QByteArray rest() const {
        return m_rest.empty() ? QByteArray() : QByteArray::fromStdString(m_rest.dump());
    }

private:
    QString m_place;
    OrderedJson m_rest;
};

inline QStringList readTexts(const OrderedJson& json, const QString& place) {
    QStringList texts;
    if (json.is_null())
        return texts;
    if (!json.is_array())
        throw BadProject(coreTr("%1 should be a list of texts.").arg(place));
    for (const OrderedJson& entry : json) {
        if (!entry.is_string())
            throw BadProject(coreTr("%1 should be a list of texts.").arg(place));
        texts += fromUtf8(entry.get<std::string>());
    }
    return texts;
}

// An object whose members are all texts.
inline QMap<QString, QString> readTextMap(const OrderedJson& json, const QString& place) {
    QMap<QString, QString> texts;
    if (json.is_null())
        return texts;
    if (!json.is_object())
        throw BadProject(coreTr("%1 should be an object of texts.").arg(place));
    for (const auto& [name, value] : json.items()) {
        if (!value.is_string())
            throw BadProject(coreTr("%1 should be an object of texts.").arg(place));
        texts.insert(fromUtf8(name), fromUtf8(value.get<std::string>()));
    }
    return texts;
}

// Calls `read` with a reader for every object of a list.
template <typename Read>
void forEachObject(const OrderedJson& json, const QString& place, Read read) {
    if (json.is_null())
        return;
    if (!json.is_array())
        throw BadProject(coreTr("%1 should be a list.").arg(place));
    for (const OrderedJson& entry : json) {
        ObjectReader reader(entry, place);
        read(reader);
    }
}

// Calls `read` with every table's list.
template <typename Read>
void forEachTable(const OrderedJson& tables, const QString& place, Read read) {
    if (tables.is_null())
        return;
    if (!tables.is_object())
        throw BadProject(coreTr("“%1” should be an object.").arg(place));
    for (const auto& [name, list] : tables.items())
        read(fromUtf8(name), list, QStringLiteral("%1.%2").arg(place, fromUtf8(name)));
}

inline OrderedJson listOfTexts(const QStringList& texts) {
    OrderedJson list = OrderedJson::array();
    for (const QString& text : texts)
        list.push_back(utf8(text));
    return list;
}

// What was read once nests no deeper than that.
constexpr size_t UnknownDepth = 64;

// Writes back what was read and kept without being understood.
inline void putUnknown(OrderedJson& object, const QByteArray& unknown) {
    if (unknown.isEmpty())
        return;
    const OrderedJson rest = strictJson(unknown, UnknownDepth);
    // None of them has a name that is written: those are taken when they are read.
    for (const auto& [name, value] : rest.items())
        appendMember(object, name, value);
}

} // namespace gravin
