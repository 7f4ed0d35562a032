// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/worker.h"

namespace gravin {

// A question of which only the newest answer counts: asking anew cancels the one before, whose
// answer is not heard of any more. Belongs to the thread that made the worker.
template <typename T>
class LatestJob {
public:
    // Requires: this is a member of `context`, or outlives it; the worker lives until the answer or
    // cancel().
    void run(Worker* worker, QObject* context, std::function<Result<T>(Session&)> job,
             std::function<void(Result<T>)> answer) {
        cancel();
        m_worker = worker;
        m_job = worker->run<T>(context, std::move(job),
                               [this, turn = m_turn, answer = std::move(answer)](Result<T> result) {
                                   if (turn != m_turn)
                                       return;
                                   m_job = 0;
                                   answer(std::move(result));
                               });
    }
    void cancel() {
        ++m_turn;
        if (const Worker::JobId job = std::exchange(m_job, 0); job != 0)
            m_worker->cancel(job);
    }
    bool isRunning() const { return m_job != 0; }

private:
    Worker* m_worker = nullptr;
    Worker::JobId m_job = 0;
    quint64 m_turn = 0;
};

} // namespace gravin
