// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>

#include <deque>
#include <functional>
#include <mutex>

namespace gravin {

// Runs what other threads hand over in the thread that it was made in, in the event loop and in the
// order of handing over. What was not run when it goes is dropped. Handed over by a mutex of the
// standard library, as TaskThread does.
class Mailbox : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

    // Any thread.
    void post(std::function<void()> letter);

protected:
    void customEvent(QEvent* event) override;

private:
    std::mutex m_mutex; // guards what follows
    std::deque<std::function<void()>> m_letters;
};

} // namespace gravin
