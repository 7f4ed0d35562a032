// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QObject>
#include <QTimer>

#include <deque>
#include <functional>
#include <mutex>

namespace gravin {

// Runs what other threads hand over in the thread that it was made in, in the event loop and in the
// order of handing over. What was not run when it goes is dropped. Handed over by a mutex of the
// standard library, as TaskThread does. All mailboxes of a thread together run no more in one turn
// of its event loop than a frame has room for, so that painting and keys come between long letters.
class Mailbox : public QObject {
    Q_OBJECT
public:
    explicit Mailbox(QObject* parent = nullptr);

    // Any thread.
    void post(std::function<void()> letter);

protected:
    void customEvent(QEvent* event) override;

private:
    void wait();
    void takeUp();
    void runNext();

    QTimer m_nextTurn;
    int m_waiting = 0;  // letters whose turn came when there was no room
    std::mutex m_mutex; // guards what follows
    std::deque<std::function<void()>> m_letters;
};

} // namespace gravin
