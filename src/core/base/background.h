// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QCoreApplication>
#include <QPointer>
#include <QThreadPool>

#include <functional>
#include <memory>
#include <utility>

namespace gravin {

// Runs a job in a thread of the process's pool, then `answer` with what it gave in the main thread,
// while `context` lives. The job may not touch what belongs to the main thread. For work on an open
// database there is Worker. Requires: called from the main thread; an application is there.
template <typename T>
void runInBackground(QObject* context, std::function<T()> job, std::function<void(T)> answer) {
    QThreadPool::globalInstance()->start(
        [guarded = QPointer<QObject>(context), job = std::move(job), answer = std::move(answer)] {
            auto given = std::make_shared<T>(job());
            QMetaObject::invokeMethod(
                QCoreApplication::instance(),
                [guarded, given, answer] {
                    if (guarded)
                        answer(std::move(*given));
                },
                Qt::QueuedConnection);
        });
}

} // namespace gravin
