// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "support/engines.h"

#include <nlohmann/json.hpp>

#include <QFile>
#include <QProcess>

namespace gravin::test {

using Json = nlohmann::ordered_json;

// The built program, called as a script calls it.
struct Answer {
    int code = -1;
    QByteArray out;
    QByteArray err;
    bool ended = false; // in time, and not by a signal
    Json json() const { return Json::parse(out.toStdString(), nullptr, false); }
    QByteArray all() const { return out + err; }
};

class Program {
public:
    // Seconds after which a command counts as hanging.
    static constexpr int MostSeconds = 30;

    Program& with(const char* name, const QString& value) {
        m_environment.insert(QLatin1String(name), value);
        return *this;
    }
    Program& withoutDisplay() {
        m_environment.remove(QStringLiteral("DISPLAY"));
        m_environment.remove(QStringLiteral("WAYLAND_DISPLAY"));
        m_environment.remove(QStringLiteral("QT_QPA_PLATFORM"));
        return *this;
    }
    Program& to(const QString& standardOutput) {
        m_output = standardOutput;
        return *this;
    }
    Answer run(const QStringList& arguments) const {
        QProcess process;
        process.setProcessEnvironment(m_environment);
        if (!m_output.isEmpty())
            process.setStandardOutputFile(m_output);
        process.start(QStringLiteral(GRAVIN), arguments);
        Answer answer;
        answer.ended = process.waitForFinished(MostSeconds * 1000) &&
                       process.exitStatus() == QProcess::NormalExit;
        if (!answer.ended)
            process.kill();
        process.waitForFinished();
        answer.code = process.exitCode();
        answer.out = process.readAllStandardOutput();
        answer.err = process.readAllStandardError();
        return answer;
    }

private:
    QProcessEnvironment m_environment = QProcessEnvironment::systemEnvironment();
    QString m_output;
};

inline void writeFile(const QString& path, const QByteArray& content) {
    QFile file(path);
    ASSERT_TRUE(file.open(QIODevice::WriteOnly)) << qPrintable(path);
    file.write(content);
}

} // namespace gravin::test
