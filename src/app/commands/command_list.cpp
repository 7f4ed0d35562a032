// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/commands/command_list.h"

#include "app/look/person_settings.h"

#include <QHash>
#include <QWidget>

#include <algorithm>

namespace gravin {

namespace {

QSettings keySettings() { return personSettings(QStringLiteral("keys")); }

// Those that the person has changed, read once: tool tips ask for them all the time.
QHash<QString, QKeySequence>& changedKeys() {
    static QHash<QString, QKeySequence> changed = [] {
        QHash<QString, QKeySequence> read;
        const QSettings kept = keySettings();
        for (const QString& id : kept.childKeys())
            read.insert(id, QKeySequence(kept.value(id).toString(), QKeySequence::PortableText));
        return read;
    }();
    return changed;
}

QKeySequence keysOf(const QString& id, const QKeySequence& usual) {
    return changedKeys().value(id, usual);
}

} // namespace

QString commandGroupLabel(CommandGroup group) {
    switch (group) {
    case CommandGroup::Record:
        return CommandList::tr("Record");
    case CommandGroup::Edit:
        return CommandList::tr("Edit");
    case CommandGroup::List:
        return CommandList::tr("List");
    case CommandGroup::Files:
        return CommandList::tr("Files and paper");
    case CommandGroup::Go:
        return CommandList::tr("Go");
    case CommandGroup::LookBack:
        return CommandList::tr("Look back");
    case CommandGroup::Build:
        return CommandList::tr("Build");
    case CommandGroup::Project:
        return CommandList::tr("Project");
    case CommandGroup::Window:
        return CommandList::tr("Window");
    case CommandGroup::Help:
        return CommandList::tr("Help");
    }
    return {};
}

std::vector<CommandGroup> allCommandGroups() {
    return {CommandGroup::Record, CommandGroup::Edit,    CommandGroup::List,
            CommandGroup::Files,  CommandGroup::Go,      CommandGroup::LookBack,
            CommandGroup::Build,  CommandGroup::Project, CommandGroup::Window,
            CommandGroup::Help};
}

QString shownKeys(const QString& id, const QKeySequence& usual) {
    return keysOf(id, usual).toString(QKeySequence::NativeText);
}

CommandList::CommandList(QWidget* window)
    : QObject(window)
    , m_window(window) {}

void CommandList::add(const Command& command) {
    Q_ASSERT(m_actions.count(command.id) == 0);
    auto* action = new QAction(command.text, this);
    action->setObjectName(command.id);
    action->setShortcut(keysOf(command.id, command.usualKeys));
    action->setShortcutVisibleInContextMenu(true); // the menu is none of a menu bar
    if (command.isKeyOfWidgets)
        action->setShortcutContext(Qt::WidgetShortcut); // of no widget: it is only shown
    else
        m_window->addAction(action);
    connect(action, &QAction::triggered, this, [this, id = command.id] { run(id); });
    m_actions.emplace(command.id, action);
    m_commands.push_back(command);
}

const Command& CommandList::command(const QString& id) const {
    return *std::find_if(m_commands.begin(), m_commands.end(),
                         [&](const Command& each) { return each.id == id; });
}

QString CommandList::reasonAgainst(const QString& id) const {
    const Command& asked = command(id);
    return asked.reasonAgainst ? asked.reasonAgainst() : QString();
}

QString CommandList::textNow(const QString& id) const {
    const Command& asked = command(id);
    const QString now = asked.textNow ? asked.textNow() : QString();
    return now.isEmpty() ? asked.text : now;
}

void CommandList::run(const QString& id) {
    if (const QString reason = reasonAgainst(id); !reason.isEmpty())
        Q_EMIT refused(reason);
    else if (const auto run = command(id).run)
        run(); // a copy: it may end this list
}

const Command* CommandList::usedBy(const QKeySequence& keys, const QString& but) const {
    if (keys.isEmpty())
        return nullptr;
    const auto found = std::find_if(m_commands.begin(), m_commands.end(), [&](const Command& each) {
        return each.id != but && this->keys(each.id) == keys;
    });
    return found == m_commands.end() ? nullptr : &*found;
}

void CommandList::applyKeys(const QString& id, const QKeySequence& keys) {
    QSettings kept = keySettings();
    if (keys == command(id).usualKeys) {
        kept.remove(id);
        changedKeys().remove(id);
    } else {
        kept.setValue(id, keys.toString(QKeySequence::PortableText));
        changedKeys().insert(id, keys);
    }
    action(id)->setShortcut(keys);
}

void CommandList::setKeys(const QString& id, const QKeySequence& keys) {
    if (const Command* other = usedBy(keys, id))
        applyKeys(other->id, {});
    applyKeys(id, keys);
    Q_EMIT keysChanged();
}

void CommandList::useUsualKeys() {
    for (const Command& each : m_commands)
        applyKeys(each.id, each.usualKeys);
    Q_EMIT keysChanged();
}

} // namespace gravin
