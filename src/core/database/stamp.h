// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

// A value that the one door sets by itself, whoever writes: who changed a record, and when.
struct Stamp {
    enum class When { Never, Added, Changed }; // Changed: when added too
    When when = When::Never;
    QString expression = {}; // over the record as it is about to be
    friend bool operator==(const Stamp&, const Stamp&) = default;
};

} // namespace gravin
