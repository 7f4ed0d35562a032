// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/mailbox.h"

#include <gtest/gtest.h>

#include <QCoreApplication>
#include <QStringList>
#include <QTimer>

#include <chrono>
#include <thread>

using namespace gravin;

namespace {

void takeLong() { std::this_thread::sleep_for(std::chrono::milliseconds(6)); }

void runUntil(const std::function<bool()>& isDone) {
    const auto latest = std::chrono::steady_clock::now() + std::chrono::seconds(10);
    while (!isDone() && std::chrono::steady_clock::now() < latest)
        QCoreApplication::processEvents(QEventLoop::WaitForMoreEvents, 100);
}

} // namespace

TEST(Mailbox, OthersHaveTheirTurnBetweenLongLettersOfSeveral) {
    std::array<Mailbox, 3> mailboxes;
    QStringList order;
    for (Mailbox& mailbox : mailboxes)
        mailbox.post([&] {
            takeLong();
            order += QStringLiteral("letter");
        });
    QTimer others;
    QObject::connect(&others, &QTimer::timeout, &others, [&] {
        if (order.isEmpty() || order.last() != u"others")
            order += QStringLiteral("others");
    });
    others.start(0);
    runUntil([&] { return order.count(QStringLiteral("letter")) == 3; });
    const auto first = order.indexOf(QStringLiteral("letter"));
    ASSERT_GE(first, 0);
    const auto between = order.mid(first, 5).join(u' ').toStdString();
    EXPECT_EQ(between, "letter others letter others letter");
}

TEST(Mailbox, LettersKeepTheirOrderWhenTheyHaveToWait) {
    Mailbox mailbox;
    QList<int> ran;
    for (int i = 0; i < 6; ++i)
        mailbox.post([&ran, i] {
            if (i % 2 == 0)
                takeLong();
            ran += i;
        });
    runUntil([&] { return ran.size() == 6; });
    EXPECT_EQ(ran, QList<int>({0, 1, 2, 3, 4, 5}));
}

TEST(Mailbox, WhatWaitsIsDroppedWithItsMailbox) {
    auto mailbox = std::make_unique<Mailbox>();
    int ran = 0;
    mailbox->post([&] {
        takeLong();
        ++ran;
        mailbox.reset();
    });
    mailbox->post([&] { ++ran; });
    runUntil([&] { return ran == 1; });
    for (int i = 0; i < 5; ++i)
        QCoreApplication::processEvents();
    EXPECT_EQ(ran, 1);
}
