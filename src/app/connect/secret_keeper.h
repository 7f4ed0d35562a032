// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"

#include <QObject>

#include <functional>

namespace gravin {

// Passwords in the desktop's secret service. Every call answers later in the interface's thread,
// while its context lives; a desktop without such a service answers like one that knows nothing.
namespace secret_keeper {

// Hands a kept password to Secrets, where there is one and none is known yet.
void recall(const ConnectionSpec& spec, QObject* context, std::function<void()> answer);
// Keeps the password for later runs. The answer's text says why that failed; empty: kept.
void keep(const ConnectionSpec& spec, const QString& password, QObject* context,
          std::function<void(const QString&)> answer);

} // namespace secret_keeper

} // namespace gravin
