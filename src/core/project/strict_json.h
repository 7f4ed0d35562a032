// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <nlohmann/json.hpp>

#include <QByteArray>

namespace gravin {

// Reads JSON (RFC 8259) in the order of its members, in a time that grows with its length. Throws
// BadProject when one object has two members of one name, for then nobody can know which is meant,
// or when it nests deeper than this; what is no JSON throws nlohmann's own exception.
nlohmann::ordered_json strictJson(const QByteArray& text, size_t mostDepth);

// Puts a member behind the others without looking for one of its name.
// Requires: there is none.
void appendMember(nlohmann::ordered_json& object, std::string name, nlohmann::ordered_json value);

} // namespace gravin
