// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json.hpp>

#include <QByteArray>
#include <QString>
#include <QStringList>

#include <optional>

namespace gravin {

// JSON (RFC 8259) whose members keep the order they were put in.
using OrderedJson = nlohmann::ordered_json;

// Half a surrogate pair becomes U+FFFD: JSON is UTF-8.
inline std::string utf8(const QString& text) { return text.toStdString(); }
inline QString fromUtf8(const std::string& text) { return QString::fromStdString(text); }
OrderedJson listOf(const QStringList& texts);
// Puts a member behind the others without looking for one of its name.
// Requires: there is none.
void appendMember(OrderedJson& object, std::string name, OrderedJson value);
// On one line; never throws.
QByteArray compactJson(const OrderedJson& json);
// Where the text stops being JSON (RFC 8259), as a character counted from 1; nothing: it is JSON.
std::optional<qsizetype> placeOfJsonMistake(const QString& text);

// For files that Gravin itself keeps: whatever is not as it was written reads as not being there,
// so that a damaged file never stops what it only helps with. Projects are read strictly instead.
namespace loose {
// Null when it is no JSON.
OrderedJson parsed(const QByteArray& bytes);
// Null when `object` is no object, or has no such member.
const OrderedJson& member(const OrderedJson& object, const char* name);
QString text(const OrderedJson& value);                      // empty when it is no text
QString text(const OrderedJson& object, const char* name);   // empty as above
qint64 integer(const OrderedJson& object, const char* name); // 0 when it is no whole number
bool boolean(const OrderedJson& object, const char* name);   // false when it is neither
// Both empty when there is nothing of that name or kind.
const OrderedJson::object_t& members(const OrderedJson& object);
const OrderedJson& list(const OrderedJson& object, const char* name);
QStringList texts(const OrderedJson& object, const char* name);
} // namespace loose

} // namespace gravin
