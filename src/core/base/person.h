// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

namespace gravin {

// Who is at work: the name of the system's account. For any thread.
QString personName();

// The language that the person is spoken to in, as a BCP 47 name ("de"); empty: that of the
// project. For any thread.
QString personLanguage();
void setPersonLanguage(const QString& name);

} // namespace gravin
