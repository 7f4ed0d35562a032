// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QMenu>

namespace gravin {

class CommandList;

// The window's menu: the list of commands in its groups. What cannot be done now is disabled while
// its menu is open, with the reason on hover.
class CommandMenu : public QMenu {
    Q_OBJECT
public:
    // `commands` must outlive it, and has all of its commands.
    CommandMenu(CommandList* commands, QWidget* parent);

private:
    void refresh(const QMenu* group);
    void enableAll();

    CommandList* m_commands;
};

} // namespace gravin
