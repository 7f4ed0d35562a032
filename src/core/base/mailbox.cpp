// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/mailbox.h"

#include <QCoreApplication>
#include <QEvent>

namespace gravin {

namespace {
QEvent::Type arrival() {
    static const auto type = static_cast<QEvent::Type>(QEvent::registerEventType());
    return type;
}
} // namespace

void Mailbox::post(std::function<void()> letter) {
    {
        const std::lock_guard lock(m_mutex);
        m_letters.push_back(std::move(letter));
    }
    QCoreApplication::postEvent(this, new QEvent(arrival()));
}

// One event for each letter, so that others have their turn between two of them.
void Mailbox::customEvent(QEvent*) {
    std::function<void()> letter;
    {
        const std::lock_guard lock(m_mutex);
        if (m_letters.empty())
            return;
        letter = std::move(m_letters.front());
        m_letters.pop_front();
    }
    letter(); // may end this mailbox
}

} // namespace gravin
