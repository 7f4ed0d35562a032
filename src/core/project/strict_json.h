// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/json.h"

#include <QByteArray>

namespace gravin {

// Reads JSON (RFC 8259) in the order of its members, in a time that grows with its length. Throws
// BadProject when one object has two members of one name, for then nobody can know which is meant,
// or when it nests deeper than this; what is no JSON throws nlohmann's own exception.
OrderedJson strictJson(const QByteArray& text, size_t mostDepth);

} // namespace gravin
