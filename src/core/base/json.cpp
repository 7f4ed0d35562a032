// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/json.h"

#include <algorithm>

namespace gravin {

namespace {

// Follows the parser and keeps nothing but where it stopped.
class Looker : public nlohmann::json_sax<nlohmann::json> {
public:
    bool null() override { return true; }
    bool boolean(bool) override { return true; }
    bool number_integer(number_integer_t) override { return true; }
    bool number_unsigned(number_unsigned_t) override { return true; }
    bool number_float(number_float_t, const string_t&) override { return true; }
    bool string(string_t&) override { return true; }
    bool binary(binary_t&) override { return true; }
    bool start_object(size_t) override { return true; }
    bool key(string_t&) override { return true; }
    bool end_object() override { return true; }
    bool start_array(size_t) override { return true; }
    bool end_array() override { return true; }
    bool parse_error(size_t position, const std::string&,
                     const nlohmann::detail::exception& error) override {
        byte = static_cast<qsizetype>(position);
        // A number that no double holds is JSON all the same.
        isOnlyTooLarge = dynamic_cast<const nlohmann::json::out_of_range*>(&error) != nullptr;
        return false;
    }

    qsizetype byte = 0;
    bool isOnlyTooLarge = false;
};

} // namespace

OrderedJson listOf(const QStringList& texts) {
    OrderedJson list = OrderedJson::array();
    for (const QString& text : texts)
        list.push_back(utf8(text));
    return list;
}

void appendMember(OrderedJson& object, std::string name, OrderedJson value) {
    using Members = OrderedJson::object_t;
    static_cast<Members::Container&>(object.get_ref<Members&>())
        .emplace_back(std::move(name), std::move(value));
}

QByteArray compactJson(const OrderedJson& json) {
    return QByteArray::fromStdString(
        json.dump(-1, ' ', false, OrderedJson::error_handler_t::replace));
}

std::optional<qsizetype> placeOfJsonMistake(const QString& text) {
    const QByteArray bytes = text.toUtf8();
    Looker looker;
    if (nlohmann::json::sax_parse(bytes.begin(), bytes.end(), &looker) || looker.isOnlyTooLarge)
        return std::nullopt;
    // The mistake is named by the byte behind it.
    const qsizetype behind = std::clamp<qsizetype>(looker.byte, 1, bytes.size() + 1);
    return QString::fromUtf8(bytes.left(behind - 1)).size() + 1;
}

namespace loose {

OrderedJson parsed(const QByteArray& bytes) {
    OrderedJson json = OrderedJson::parse(bytes.begin(), bytes.end(), nullptr, false);
    return json.is_discarded() ? OrderedJson() : json;
}

const OrderedJson& member(const OrderedJson& object, const char* name) {
    static const OrderedJson none;
    if (!object.is_object())
        return none;
    const auto found = object.find(name);
    return found == object.end() ? none : *found;
}

QString text(const OrderedJson& value) {
    return value.is_string() ? fromUtf8(value.get_ref<const std::string&>()) : QString();
}

QString text(const OrderedJson& object, const char* name) { return text(member(object, name)); }

qint64 integer(const OrderedJson& object, const char* name) {
    const OrderedJson& value = member(object, name);
    return value.is_number_integer() ? value.get<qint64>() : 0;
}

bool boolean(const OrderedJson& object, const char* name) {
    const OrderedJson& value = member(object, name);
    return value.is_boolean() && value.get<bool>();
}

const OrderedJson::object_t& members(const OrderedJson& object) {
    static const OrderedJson none = OrderedJson::object();
    return (object.is_object() ? object : none).get_ref<const OrderedJson::object_t&>();
}

const OrderedJson& list(const OrderedJson& object, const char* name) {
    static const OrderedJson none = OrderedJson::array();
    const OrderedJson& value = member(object, name);
    return value.is_array() ? value : none;
}

QStringList texts(const OrderedJson& object, const char* name) {
    QStringList texts;
    for (const OrderedJson& value : list(object, name))
        texts += text(value);
    return texts;
}

} // namespace loose

} // namespace gravin
