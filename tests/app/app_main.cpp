// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/theme.h"
#include "core/database/worker.h"
#include "driver.h"

#include <gtest/gtest.h>

#include <QApplication>
#include <QFile>
#include <QLocale>
#include <QTemporaryDir>

int main(int argc, char** argv) {
    qputenv("QT_QPA_PLATFORM", "offscreen");
    // What is kept for the person is kept apart from a real person's.
    const QTemporaryDir data;
    for (const char* kept : {"XDG_DATA_HOME", "XDG_CONFIG_HOME", "XDG_RUNTIME_DIR"})
        qputenv(kept, QFile::encodeName(data.path()));
    gravin::Driver::quietenPlatform();
    QApplication application(argc, argv);
    // Whoever runs them; C alone would leave out what parts thousands.
    QLocale nobodys = QLocale::c();
    nobodys.setNumberOptions(QLocale::DefaultNumberOptions);
    QLocale::setDefault(nobodys);
    gravin::Theme::instance().apply(application);
    ::testing::InitGoogleTest(&argc, argv);
    const int code = RUN_ALL_TESTS();
    // As the program does: sessions that are still being closed need what ends with it.
    (void)gravin::Worker::waitUntilAllClosed(std::chrono::seconds(30));
    return code;
}
