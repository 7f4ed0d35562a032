// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/strict_json.h"

#include "core/project/object_reader.h"

#include <unordered_set>
#include <vector>

namespace gravin {

namespace {

// Builds the value from the parser's events; nlohmann's own builder looks through all members of
// an ordered object for each new one.
class Builder : public nlohmann::json_sax<OrderedJson> {
public:
    Builder(OrderedJson& root, size_t mostDepth)
        : m_root(root)
        , m_mostDepth(mostDepth) {}

    bool null() override { return put(nullptr); }
    bool boolean(bool value) override { return put(value); }
    bool number_integer(number_integer_t value) override { return put(value); }
    bool number_unsigned(number_unsigned_t value) override { return put(value); }
    bool number_float(number_float_t value, const string_t&) override { return put(value); }
    bool string(string_t& value) override { return put(std::move(value)); }
    bool binary(binary_t& value) override { return put(std::move(value)); }

    bool start_object(size_t) override { return open(OrderedJson::object()); }
    bool key(string_t& name) override {
        if (!m_open.back().names.insert(name).second)
            throw BadProject(coreTr("It has two members “%1” in one place, so it is not clear what "
                                    "holds. Take one of them out.")
                                 .arg(fromUtf8(name)));
        m_open.back().next = std::move(name);
        return true;
    }
    bool end_object() override { return close(); }
    bool start_array(size_t) override { return open(OrderedJson::array()); }
    bool end_array() override { return close(); }

    bool parse_error(size_t, const std::string&,
                     const nlohmann::detail::exception& error) override {
        throw error;
    }

private:
    struct Open {
        OrderedJson value;
        std::string next = {}; // the name of the member that comes
        std::unordered_set<std::string> names = {};
    };

    bool put(OrderedJson value) {
        if (m_open.empty())
            m_root = std::move(value);
        else if (m_open.back().value.is_array())
            m_open.back().value.push_back(std::move(value));
        else
            appendMember(m_open.back().value, std::move(m_open.back().next), std::move(value));
        return true;
    }
    bool open(OrderedJson empty) {
        if (m_open.size() >= m_mostDepth)
            throw BadProject(coreTr("It is nested too deeply."));
        m_open.push_back({std::move(empty)});
        return true;
    }
    bool close() {
        OrderedJson value = std::move(m_open.back().value);
        m_open.pop_back();
        return put(std::move(value));
    }

    OrderedJson& m_root;
    size_t m_mostDepth;
    std::vector<Open> m_open;
};

} // namespace

OrderedJson strictJson(const QByteArray& json, size_t mostDepth) {
    OrderedJson root;
    Builder builder(root, mostDepth);
    OrderedJson::sax_parse(json.begin(), json.end(), &builder);
    return root;
}

} // namespace gravin
