// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/worker.h"

#include <gtest/gtest.h>

#include <QCoreApplication>
#include <QLocale>

int main(int argc, char** argv) {
    const QCoreApplication application(argc, argv);
    // Whoever runs them; C alone would leave out what parts thousands.
    QLocale nobodys = QLocale::c();
    nobodys.setNumberOptions(QLocale::DefaultNumberOptions);
    QLocale::setDefault(nobodys);
    ::testing::InitGoogleTest(&argc, argv);
    const int code = RUN_ALL_TESTS();
    // As the program does: sessions that are still being closed need what ends with it.
    (void)gravin::Worker::waitUntilAllClosed(std::chrono::seconds(30));
    return code;
}
