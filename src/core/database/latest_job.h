// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/worker.h"

#include <atomic>
#include <memory>

namespace gravin {

// A question of which only the newest answer counts: asking anew cancels the one before, whose
// answer is not heard of any more. Belongs to the thread that made the worker.
template <typename T>
class LatestJob {
public:
    // What a running job may do before it answers; used in the worker's thread.
    class Meanwhile {
    public:
        // Tells a part of the answer, in the thread of who asked, as long as that is who asked
        // last.
        void tell(std::function<void()> part) const {
            m_worker->report(m_context, [latest = m_latest, turn = m_turn, part = std::move(part)] {
                if (latest->m_turn == turn)
                    part();
            });
        }
        bool isCancelled() const { return *m_isToStop || m_worker->isCancelled(); }

    private:
        friend class LatestJob;
        Meanwhile(Worker* worker, QObject* context, const LatestJob* latest)
            : m_worker(worker)
            , m_context(context)
            , m_latest(latest)
            , m_isToStop(latest->m_isToStop)
            , m_turn(latest->m_turn) {}
        Worker* m_worker;
        QPointer<QObject> m_context; // while it lives, so does `m_latest`
        const LatestJob* m_latest;
        std::shared_ptr<const std::atomic<bool>> m_isToStop;
        quint64 m_turn;
    };

    // Requires: this is a member of `context`, or outlives it; the worker lives until the answer or
    // cancel().
    void run(Worker* worker, QObject* context, std::function<Result<T>(Session&)> job,
             std::function<void(Result<T>)> answer) {
        cancel();
        start(worker, context, std::move(job), std::move(answer));
    }
    // The same for a job that tells parts of its answer, or asks whether it is to stop.
    void runInParts(Worker* worker, QObject* context,
                    std::function<Result<T>(Session&, const Meanwhile&)> job,
                    std::function<void(Result<T>)> answer) {
        cancel();
        m_isToStop = std::make_shared<std::atomic<bool>>(false);
        start(
            worker, context,
            [meanwhile = Meanwhile(worker, context, this), job = std::move(job)](Session& session) {
                return job(session, meanwhile);
            },
            std::move(answer));
    }
    void cancel() {
        ++m_turn;
        if (const Worker::JobId job = std::exchange(m_job, 0); job != 0)
            m_worker->cancel(job);
    }
    // Asks a job in parts to stop. Its answer is still heard: it may be done in this very moment.
    void stop() {
        if (isRunning() && m_isToStop)
            *m_isToStop = true;
    }
    bool isRunning() const { return m_job != 0; }

private:
    void start(Worker* worker, QObject* context, std::function<Result<T>(Session&)> job,
               std::function<void(Result<T>)> answer) {
        m_worker = worker;
        m_job = worker->run<T>(context, std::move(job),
                               [this, turn = m_turn, answer = std::move(answer)](Result<T> result) {
                                   if (turn != m_turn)
                                       return;
                                   m_job = 0;
                                   answer(std::move(result));
                               });
    }

    Worker* m_worker = nullptr;
    Worker::JobId m_job = 0;
    std::shared_ptr<std::atomic<bool>> m_isToStop; // of the job that runs in parts
    quint64 m_turn = 0;
};

} // namespace gravin
