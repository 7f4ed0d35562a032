// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <chrono>
#include <condition_variable>
#include <deque>
#include <functional>
#include <mutex>
#include <thread>

namespace gravin {

// One thread that runs tasks one after another, in the order in which they were given. Tasks are
// handed over by a mutex of the standard library and not by an event loop, so that a sanitizer of
// threads sees what happens before what.
class TaskThread {
public:
    // `name`: for debuggers, at most 15 characters.
    explicit TaskThread(const char* name);
    // Runs what was given by then, and waits for it.
    ~TaskThread();
    TaskThread(const TaskThread&) = delete;
    TaskThread& operator=(const TaskThread&) = delete;

    // Any thread.
    void run(std::function<void()> task);
    // Waits until everything given so far has run. Any thread but this one.
    void drain();

    // Runs `idle` when nothing was given for this long; again only after something was. Call before
    // anything is given.
    void whenIdle(std::chrono::milliseconds after, std::function<void()> idle);
    // Between tasks, runs `readable` whenever there is something to read of this descriptor; −1:
    // nothing is waited for any more. Called by a task.
    void alsoWaitFor(int descriptor, std::function<void()> readable);

private:
    void work();
    // Waits for the next task, with the lock held before and after.
    void waitForTask(std::unique_lock<std::mutex>& lock);
    void waitForDescriptor(std::unique_lock<std::mutex>& lock);
    void wake();

    std::mutex m_mutex; // guards what follows
    std::condition_variable m_given;
    std::condition_variable m_done;
    std::deque<std::function<void()>> m_tasks;
    size_t m_taken = 0;    // tasks that were given so far
    size_t m_finished = 0; // and have run
    bool m_ends = false;
    std::chrono::milliseconds m_idleAfter{};
    std::function<void()> m_idle;
    bool m_hasIdled = false; // since the last task
    int m_wake = -1;         // written to where a descriptor is waited for

    // Of the thread itself.
    int m_descriptor = -1;
    std::function<void()> m_readable;

    std::thread m_thread; // begins when all of the above is there
};

} // namespace gravin
