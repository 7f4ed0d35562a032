// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/task_thread.h"

#include <pthread.h>

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
    m_given.notify_one();
    m_thread.join();
}

void TaskThread::run(std::function<void()> task) {
    {
        const std::lock_guard lock(m_mutex);
        m_tasks.push_back(std::move(task));
        ++m_taken;
    }
    m_given.notify_one();
}

void TaskThread::drain() {
    std::unique_lock lock(m_mutex);
    const size_t last = m_taken;
    m_done.wait(lock, [&] { return m_finished >= last; });
}

void TaskThread::work() {
    std::unique_lock lock(m_mutex);
    for (;;) {
        m_given.wait(lock, [this] { return m_ends || !m_tasks.empty(); });
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
