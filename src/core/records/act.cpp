// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/act.h"

#include "core/base/enum_words.h"

namespace gravin {

namespace {

constexpr EnumWords Words(std::to_array<EnumWord<Act>>({
    {Act::Open, "open", QT_TRANSLATE_NOOP("gravin", "Open")},
    {Act::Add, "add", QT_TRANSLATE_NOOP("gravin", "Add")},
    {Act::Change, "change", QT_TRANSLATE_NOOP("gravin", "Change")},
    {Act::Delete, "delete", QT_TRANSLATE_NOOP("gravin", "Delete")},
    {Act::BulkUpdate, "bulk_update", QT_TRANSLATE_NOOP("gravin", "Bulk update")},
    {Act::Import, "import", QT_TRANSLATE_NOOP("gravin", "Import")},
    {Act::Export, "export", QT_TRANSLATE_NOOP("gravin", "Export")},
    {Act::Print, "print", QT_TRANSLATE_NOOP("gravin", "Print")},
    {Act::History, "history", QT_TRANSLATE_NOOP("gravin", "Look back")},
    {Act::RollBackOwn, "roll_back_own", QT_TRANSLATE_NOOP("gravin", "Roll back own changes")},
    {Act::RollBackAll, "roll_back_all", QT_TRANSLATE_NOOP("gravin", "Roll back all changes")},
    {Act::Trial, "trial", QT_TRANSLATE_NOOP("gravin", "Begin and end trials")},
    {Act::Note, "note", QT_TRANSLATE_NOOP("gravin", "Add notes")},
    {Act::Trim, "trim", QT_TRANSLATE_NOOP("gravin", "Trim the change log")},
    {Act::Build, "build", QT_TRANSLATE_NOOP("gravin", "Build")},
}));

} // namespace

QString actName(Act act) { return Words.name(act); }
std::optional<Act> actFromName(const QString& name) { return Words.from(name); }
QString actLabel(Act act) { return Words.label(act); }
QList<Act> allActs() { return Words.all(); }
bool isOfScreens(Act act) { return act < Act::Trial; }

Act actOf(Operation operation) {
    switch (operation) {
    case Operation::Insert:
        return Act::Add;
    case Operation::Update:
        return Act::Change;
    case Operation::Delete:
        return Act::Delete;
    }
    return Act::Change;
}

Acts Acts::all() {
    Acts acts;
    for (const Act act : allActs())
        acts.set(act, true);
    return acts;
}

} // namespace gravin
