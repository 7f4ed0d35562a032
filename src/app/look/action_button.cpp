// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/action_button.h"

#include <QAction>

namespace gravin {

QPushButton* buttonFor(QAction* action, const QString& name) {
    auto* button = new QPushButton;
    button->setObjectName(name);
    const auto follow = [button, action] {
        button->setText(action->text());
        button->setEnabled(action->isEnabled());
        button->setToolTip(action->toolTip());
        button->setAccessibleDescription(action->isEnabled() ? QString() : action->toolTip());
    };
    follow();
    QObject::connect(action, &QAction::changed, button, follow);
    QObject::connect(button, &QPushButton::clicked, action, &QAction::trigger);
    return button;
}

} // namespace gravin
