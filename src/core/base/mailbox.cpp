// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/mailbox.h"

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QEvent>
#include <QPointer>

#include <chrono>

namespace gravin {

namespace {
QEvent::Type arrival() {
    static const auto type = static_cast<QEvent::Type>(QEvent::registerEventType());
    return type;
}

// What the letters of one thread took of this turn of its event loop.
class Turn {
public:
    static constexpr std::chrono::milliseconds Most{4};

    Turn() {
        m_end.setSingleShot(true);
        QObject::connect(&m_end, &QTimer::timeout, &m_end, [this] { m_used = {}; });
    }
    bool isOver() const { return m_used >= Most; }
    void add(std::chrono::nanoseconds used) {
        m_used += used;
        // A timer has its turn when the events that are waiting have had theirs, those too that
        // are posted meanwhile.
        if (!m_end.isActive())
            m_end.start(0);
    }

private:
    std::chrono::nanoseconds m_used{};
    QTimer m_end;
};

Turn& turnHere() {
    thread_local Turn turn;
    return turn;
}
} // namespace

void Mailbox::post(std::function<void()> letter) {
    {
        const std::lock_guard lock(m_mutex);
        m_letters.push_back(std::move(letter));
    }
    QCoreApplication::postEvent(this, new QEvent(arrival()));
}

Mailbox::Mailbox(QObject* parent)
    : QObject(parent) {
    m_nextTurn.setSingleShot(true);
    connect(&m_nextTurn, &QTimer::timeout, this, &Mailbox::takeUp);
}

// One event for each letter, so that others have their turn between two of them.
void Mailbox::customEvent(QEvent*) {
    if (m_waiting == 0 && !turnHere().isOver()) {
        runNext();
        return;
    }
    ++m_waiting;
    wait();
}

void Mailbox::wait() {
    if (!m_nextTurn.isActive())
        m_nextTurn.start(0);
}

void Mailbox::takeUp() {
    const QPointer<Mailbox> here(this);
    while (here && m_waiting > 0 && !turnHere().isOver()) {
        --m_waiting;
        runNext();
    }
    if (here && m_waiting > 0)
        wait();
}

void Mailbox::runNext() {
    std::function<void()> letter;
    {
        const std::lock_guard lock(m_mutex);
        if (m_letters.empty())
            return;
        letter = std::move(m_letters.front());
        m_letters.pop_front();
    }
    QElapsedTimer timer;
    timer.start();
    letter(); // may end this mailbox
    turnHere().add(std::chrono::nanoseconds(timer.nsecsElapsed()));
}

} // namespace gravin
