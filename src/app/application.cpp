// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/application.h"

#include "app/look/person_settings.h"
#include "app/look/theme.h"
#include "app/look/translation.h"
#include "app/shell/main_window.h"
#include "app/shell/recent_projects.h"
#include "core/base/whole_file.h"
#include "core/database/worker.h"

#include <QApplication>
#include <QDir>
#include <QIcon>

#include <spdlog/sinks/rotating_file_sink.h>
#include <spdlog/spdlog.h>

namespace gravin {

namespace {

constexpr size_t LogFileSize = 1024 * 1024;
constexpr size_t LogFiles = 3;
constexpr std::chrono::seconds LongestClosing(10);

// Trouble of the libraries below goes into a file; people read about theirs in the window.
void logToFile() {
    const QString folder = ownDataFolderPath({});
    if (!makeOwnFolder(folder))
        return;
    try {
        auto sink = std::make_shared<spdlog::sinks::rotating_file_sink_mt>(
            QDir(folder).filePath(QStringLiteral("gravin.log")).toStdString(), LogFileSize,
            LogFiles);
        spdlog::set_default_logger(std::make_shared<spdlog::logger>("gravin", sink));
        spdlog::flush_on(spdlog::level::info);
    } catch (const spdlog::spdlog_ex&) {
        return; // no log is better than no program
    }
    qInstallMessageHandler([](QtMsgType type, const QMessageLogContext&, const QString& text) {
        const auto level =
            type == QtDebugMsg || type == QtInfoMsg ? spdlog::level::info : spdlog::level::warn;
        spdlog::log(level, text.toStdString());
    });
}

// Light or dark as the person chose last; kept as soon as they choose again.
void followThemeSetting() {
    const QString key = QStringLiteral("theme");
    const auto settings = [] { return personSettings(QStringLiteral("look")); };
    const QString kept = settings().value(key).toString();
    Theme& theme = Theme::instance();
    if (kept == u"light" || kept == u"dark")
        theme.setMode(kept == u"dark" ? Theme::Mode::Dark : Theme::Mode::Light);
    QObject::connect(&theme, &Theme::changed, qApp, [key, settings] {
        const Theme::Mode mode = Theme::instance().mode();
        if (mode == Theme::Mode::Desktop)
            settings().remove(key);
        else
            settings().setValue(key, mode == Theme::Mode::Dark ? QStringLiteral("dark")
                                                               : QStringLiteral("light"));
    });
}

// At small sizes one of fewer lines.
QIcon programIcon() {
    QIcon icon;
    for (const int size : {16, 22, 24})
        icon.addPixmap(QIcon(QStringLiteral(":/look/gravin-small.svg")).pixmap(size, size));
    for (const int size : {32, 48, 64, 128, 256, 512})
        icon.addPixmap(QIcon(QStringLiteral(":/look/gravin.svg")).pixmap(size, size));
    return icon;
}

} // namespace

int runApplication(int& argc, char** argv, const OpenRequest& request) {
    QApplication application(argc, argv);
    QCoreApplication::setApplicationName(QStringLiteral("gravin"));
    QCoreApplication::setApplicationVersion(QStringLiteral(GRAVIN_VERSION));
    QGuiApplication::setApplicationDisplayName(QStringLiteral("Gravin"));
    logToFile();
    installLanguage(application, personsLanguage());
    Theme::instance().apply(application);
    followThemeSetting();
    QApplication::setWindowIcon(programIcon());
    OpenRequest wanted = request;
    wanted.asksFirst = true;
    if (wanted.file.isEmpty() && !wanted.demonstration && RecentProjects::beginsWithLast())
        wanted.file = RecentProjects::last();
    int code = 0;
    {
        MainWindow window(wanted);
        if (request.demonstration)
            window.openDemonstration(false);
        window.show();
        code = QApplication::exec();
    }
    // Files are left as they should lie: nothing beside them that belongs into them.
    (void)Worker::waitUntilAllClosed(LongestClosing);
    return code;
}

} // namespace gravin
