// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/task_thread.h"

#include <poll.h>
#include <pthread.h>
#include <sys/eventfd.h>
#include <unistd.h>

#include <array>
#include <cstdint>

namespace gravin {

TaskThread::TaskThread(const char* name)
    : m_thread([this] { work(); }) {
    pthread_setname_np(m_thread.native_handle(), name);
}

TaskThread::~TaskThread() {
    {
        const std::lock_guard lock(m_mutex);
        m_ends = true;
    }
    wake();
    m_thread.join();
    if (m_wake >= 0)
        ::close(m_wake);
}

void TaskThread::wake() {
    m_given.notify_one();
    const std::lock_guard lock(m_mutex);
    const std::uint64_t once = 1;
    if (m_wake >= 0)
        (void)!::write(m_wake, &once, sizeof once);
}

void TaskThread::run(std::function<void()> task) {
    {
        const std::lock_guard lock(m_mutex);
        m_tasks.push_back(std::move(task));
        ++m_taken;
        m_hasIdled = false;
    }
    wake();
}

void TaskThread::whenIdle(std::chrono::milliseconds after, std::function<void()> idle) {
    const std::lock_guard lock(m_mutex);
    m_idleAfter = after;
    m_idle = std::move(idle);
    m_hasIdled = true; // until something was given
}

void TaskThread::alsoWaitFor(int descriptor, std::function<void()> readable) {
    const std::lock_guard lock(m_mutex);
    if (descriptor >= 0 && m_wake < 0)
        m_wake = ::eventfd(0, EFD_NONBLOCK | EFD_CLOEXEC);
    m_descriptor = m_wake < 0 ? -1 : descriptor;
    m_readable = std::move(readable);
}

void TaskThread::drain() {
    std::unique_lock lock(m_mutex);
    const size_t last = m_taken;
    m_done.wait(lock, [&] { return m_finished >= last; });
}

void TaskThread::waitForDescriptor(std::unique_lock<std::mutex>& lock) {
    std::array<pollfd, 2> waited{pollfd{m_wake, POLLIN, 0}, pollfd{m_descriptor, POLLIN, 0}};
    lock.unlock();
    const int ready = ::poll(waited.data(), waited.size(), -1);
    std::uint64_t ignored = 0;
    (void)!::read(waited[0].fd, &ignored, sizeof ignored);
    if (ready > 0 && waited[1].revents != 0) {
        const std::function<void()> readable = m_readable; // it may be replaced by what it does
        readable();
    }
    lock.lock();
}

void TaskThread::waitForTask(std::unique_lock<std::mutex>& lock) {
    const auto isGiven = [this] { return m_ends || !m_tasks.empty(); };
    while (!isGiven()) {
        if (m_descriptor >= 0) {
            waitForDescriptor(lock);
        } else if (!m_idle || m_hasIdled) {
            m_given.wait(lock, isGiven);
        } else if (!m_given.wait_for(lock, m_idleAfter, isGiven)) {
            m_hasIdled = true;
            const std::function<void()> idle = m_idle;
            lock.unlock();
            idle();
            lock.lock();
        }
    }
}

void TaskThread::work() {
    std::unique_lock lock(m_mutex);
    for (;;) {
        waitForTask(lock);
        if (m_tasks.empty())
            return;
        std::function<void()> task = std::move(m_tasks.front());
        m_tasks.pop_front();
        lock.unlock();
        task();
        task = nullptr; // what it holds goes in this thread, before it counts as done
        lock.lock();
        ++m_finished;
        m_done.notify_all();
    }
}

} // namespace gravin
