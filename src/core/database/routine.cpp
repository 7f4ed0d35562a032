// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/routine.h"

#include <algorithm>

namespace gravin {

const Routine::Parameter* Routine::parameter(const QString& parameterName) const {
    const auto found =
        std::find_if(parameters.begin(), parameters.end(),
                     [&](const Parameter& each) { return each.column.name == parameterName; });
    return found == parameters.end() ? nullptr : &*found;
}

QString Routine::described() const {
    QStringList parts;
    for (const Parameter& each : parameters) {
        const QString direction =
            each.direction == Parameter::Direction::Out    ? QStringLiteral("out ")
            : each.direction == Parameter::Direction::Both ? QStringLiteral("inout ")
                                                           : QString();
        parts += (direction + each.column.name + u' ' + each.column.declaredType).trimmed();
    }
    const QString plain = schema.isEmpty() || name == routine ? routine : schema + u'.' + routine;
    return QStringLiteral("%1(%2)").arg(plain, parts.join(QStringLiteral(", ")));
}

} // namespace gravin
