// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/task_thread.h"

#include "core/base/mailbox.h"

#include <gtest/gtest.h>

#include <QCoreApplication>
#include <QElapsedTimer>

#include <atomic>
#include <vector>

#include <unistd.h>

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

// When nothing was given for a while, once.
TEST(TaskThread, IdlesOnceAfterWhatWasGiven) {
    std::atomic<int> idled = 0;
    TaskThread thread("test");
    thread.whenIdle(std::chrono::milliseconds(20), [&] { ++idled; });
    std::this_thread::sleep_for(std::chrono::milliseconds(80));
    EXPECT_EQ(idled, 0) << "nothing was given yet";
    for (int times = 1; times <= 2; ++times) {
        thread.run([] {});
        for (int i = 0; i < 200 && idled < times; ++i)
            std::this_thread::sleep_for(std::chrono::milliseconds(10));
        std::this_thread::sleep_for(std::chrono::milliseconds(60));
        EXPECT_EQ(idled, times);
    }
}

TEST(TaskThread, WaitsForADescriptorBetweenTasks) {
    int ends[2] = {-1, -1};
    ASSERT_EQ(::pipe(ends), 0);
    std::atomic<int> read = 0;
    std::atomic<int> run = 0;
    {
        TaskThread thread("test");
        thread.run([&] {
            thread.alsoWaitFor(ends[0], [&] {
                char one = 0;
                if (::read(ends[0], &one, 1) == 1)
                    ++read;
            });
        });
        for (int i = 1; i <= 3; ++i) {
            ASSERT_EQ(::write(ends[1], "x", 1), 1);
            for (int turn = 0; turn < 500 && read < i; ++turn)
                std::this_thread::sleep_for(std::chrono::milliseconds(2));
            EXPECT_EQ(read, i);
            thread.run([&] { ++run; });
            thread.drain();
            EXPECT_EQ(run, i) << "tasks go on";
        }
        thread.run([&] { thread.alsoWaitFor(-1, {}); });
        thread.drain();
        ASSERT_EQ(::write(ends[1], "x", 1), 1);
        std::this_thread::sleep_for(std::chrono::milliseconds(50));
        EXPECT_EQ(read, 3) << "nobody waits for it any more";
    }
    ::close(ends[0]);
    ::close(ends[1]);
}

} // namespace
} // namespace gravin
