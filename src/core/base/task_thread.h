// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

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

private:
    void work();

    std::mutex m_mutex; // guards what follows
    std::condition_variable m_given;
    std::condition_variable m_done;
    std::deque<std::function<void()>> m_tasks;
    size_t m_taken = 0;    // tasks that were given so far
    size_t m_finished = 0; // and have run
    bool m_ends = false;
    std::thread m_thread; // begins when all of the above is there
};

} // namespace gravin
