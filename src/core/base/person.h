// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

// Who is at work: the name of the system's account. For any thread.
QString personName();

} // namespace gravin
