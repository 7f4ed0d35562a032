// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/task_thread.h"

#include "core/base/mailbox.h"

#include <gtest/gtest.h>

#include <QCoreApplication>
#include <QElapsedTimer>

#include <atomic>
#include <vector>

namespace gravin {
namespace {

TEST(TaskThread, RunsTasksInTheirOrderInOneOtherThread) {
    std::vector<int> order;
    std::vector<std::thread::id> threads;
    TaskThread thread("test");
    for (int i = 0; i < 100; ++i)
        thread.run([&, i] {
            order.push_back(i);
            threads.push_back(std::this_thread::get_id());
        });
    thread.drain();
    ASSERT_EQ(order.size(), 100U);
    for (int i = 0; i < 100; ++i)
        EXPECT_EQ(order[static_cast<size_t>(i)], i);
    for (const std::thread::id id : threads) {
        EXPECT_EQ(id, threads.front());
        EXPECT_NE(id, std::this_thread::get_id());
    }
}

TEST(TaskThread, EndsWhenAllThatWasGivenHasRun) {
    std::atomic<int> run = 0;
    {
        TaskThread thread("test");
        for (int i = 0; i < 50; ++i)
            thread.run([&] { ++run; });
    }
    EXPECT_EQ(run, 50);
}

TEST(TaskThread, ATaskMayGiveAnother) {
    std::atomic<bool> second = false;
    {
        TaskThread thread("test");
        thread.run([&] { thread.run([&] { second = true; }); });
        thread.drain();
    }
    EXPECT_TRUE(second);
}

// What a task holds is given up before it counts as done.
TEST(TaskThread, NothingOfATaskIsLeftWhenItIsDone) {
    auto held = std::make_shared<int>(1);
    TaskThread thread("test");
    thread.run([held] {});
    thread.drain();
    EXPECT_EQ(held.use_count(), 1);
}

TEST(Mailbox, RunsLettersOfManyThreadsWhereItWasMade) {
    Mailbox mailbox;
    const std::thread::id here = std::this_thread::get_id();
    int run = 0;
    bool elsewhere = false;
    {
        TaskThread first("first");
        TaskThread second("second");
        for (int i = 0; i < 100; ++i) {
            for (TaskThread* thread : {&first, &second})
                thread->run([&] {
                    mailbox.post([&] {
                        ++run;
                        elsewhere = elsewhere || std::this_thread::get_id() != here;
                    });
                });
        }
    }
    EXPECT_EQ(run, 0) << "not before the event loop has its turn";
    QElapsedTimer timer;
    timer.start();
    while (run < 200 && timer.elapsed() < 10'000)
        QCoreApplication::processEvents();
    EXPECT_EQ(run, 200);
    EXPECT_FALSE(elsewhere);
}

TEST(Mailbox, WhatWasNotRunGoesWithIt) {
    auto held = std::make_shared<int>(1);
    {
        Mailbox mailbox;
        mailbox.post([held] { ADD_FAILURE() << "nobody is there any more"; });
    }
    QCoreApplication::processEvents();
    EXPECT_EQ(held.use_count(), 1);
}

} // namespace
} // namespace gravin
