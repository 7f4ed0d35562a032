// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/commands/command_menu.h"

#include "app/commands/command_list.h"

namespace gravin {

CommandMenu::CommandMenu(CommandList* commands, QWidget* parent)
    : QMenu(parent)
    , m_commands(commands) {
    for (const CommandGroup group : allCommandGroups()) {
        QMenu* menu = nullptr;
        for (const Command& command : commands->all()) {
            if (command.group != group || !command.isInMenu)
                continue;
            if (!menu) {
                menu = addMenu(commandGroupLabel(group));
                menu->setToolTipsVisible(true);
            }
            menu->addAction(commands->action(command.id));
        }
        if (!menu)
            continue;
        connect(menu, &QMenu::aboutToShow, this, [this, menu] { refresh(menu); });
        // Their keys say why not, and for that they have to reach them.
        connect(menu, &QMenu::aboutToHide, this, &CommandMenu::enableAll);
    }
}

void CommandMenu::refresh(const QMenu* group) {
    for (QAction* action : group->actions()) {
        const QString id = action->objectName();
        const QString reason = m_commands->reasonAgainst(id);
        action->setText(m_commands->textNow(id));
        action->setEnabled(reason.isEmpty());
        action->setToolTip(reason);
    }
}

void CommandMenu::enableAll() {
    for (const Command& command : m_commands->all()) {
        QAction* action = m_commands->action(command.id);
        action->setEnabled(true);
        action->setText(command.text);
    }
}

} // namespace gravin
