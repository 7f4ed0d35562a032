// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/operation.h"

#include <QList>
#include <QMetaType>
#include <QString>

#include <optional>

namespace gravin {

// What a role can let people do: on a screen, or in the whole project.
enum class Act {
    Open,
    Add,
    Change,
    Delete,
    BulkUpdate,
    Import,
    Export,
    Print,
    History,     // the change log, and how it was
    RollBackOwn, // changes of one's own
    RollBackAll, // also what others did
    // From here on of the project, no screen has a word of its own.
    Trial,
    Note,
    Trim,
    Build
};
QString actName(Act act); // "roll_back_own"
std::optional<Act> actFromName(const QString& name);
QString actLabel(Act act); // "Roll back own changes"
QList<Act> allActs();      // in the order above
bool isOfScreens(Act act);
Act actOf(Operation operation);

// A set of them; a plain value.
class Acts {
public:
    static Acts all();
    bool has(Act act) const { return (m_bits & bitOf(act)) != 0; }
    void set(Act act, bool isIn) { m_bits = isIn ? m_bits | bitOf(act) : m_bits & ~bitOf(act); }
    friend bool operator==(const Acts&, const Acts&) = default;

private:
    static unsigned bitOf(Act act) { return 1U << static_cast<unsigned>(act); }
    unsigned m_bits = 0;
};

} // namespace gravin

Q_DECLARE_METATYPE(gravin::Act)
