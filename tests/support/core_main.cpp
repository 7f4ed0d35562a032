// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/worker.h"

#include <gtest/gtest.h>

#include <QCoreApplication>

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    ::testing::InitGoogleTest(&argc, argv);
    const int code = RUN_ALL_TESTS();
    // As the program does: sessions that are still being closed need what ends with it.
    (void)gravin::Worker::waitUntilAllClosed(std::chrono::seconds(30));
    return code;
}
