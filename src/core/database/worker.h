// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"

#include <QObject>
#include <QPointer>
#include <QThread>
#include <QThreadPool>

#include <functional>
#include <memory>
#include <mutex>

namespace gravin {

// One thread with one session, opened by its first job. Jobs run one after another; each answer is
// delivered in the thread in which the worker was made, and only while its context object lives.
// A job that cannot have a session (the file is gone) answers with that error; the next job tries
// to open again.
class Worker : public QObject {
    Q_OBJECT
public:
    using JobId = quint64;

    Worker(ConnectionSpec spec, Session::Access access, QObject* parent = nullptr);
    // Interrupts the running job, drops waiting ones and waits for the thread: with a server that
    // does not answer, as long as connecting may take. The interface ends workers by WorkerHandle.
    ~Worker() override;

    // Runs `job` in the worker's thread, then `answer` in this thread.
    // Requires: called from the thread that made the worker; `context` lives there too.
    template <typename T>
    JobId run(QObject* context, std::function<Result<T>(Session&)> job,
              std::function<void(Result<T>)> answer) {
        return enqueue([this, context = QPointer<QObject>(context), job = std::move(job),
                        answer = std::move(answer)](Result<Session*> session) {
            auto result =
                std::make_shared<Result<T>>(session ? job(**session) : Result<T>(session.error()));
            deliver([context, answer, result] {
                if (context)
                    answer(std::move(*result));
            });
        });
    }

    // Delivers a partial result of the running job, while its context lives. Called from within a
    // job; the context is guarded before, in the thread that it lives in.
    void report(const QPointer<QObject>& context, std::function<void()> show);

    // Stops this job if it is running or still waiting; it then answers with Cancelled, or not at
    // all when it had not begun. A job between two statements is stopped by the next.
    void cancel(JobId job);

    bool isOnFile() const { return m_spec.isFile(); }

    // True while the running job is to stop: long jobs ask between pieces of work. Any thread.
    bool isCancelled() const { return m_cancelled; }

    // Waits until every job given so far has run (their answers are delivered by the event loop).
    void drain();

    // Ends the worker without anybody waiting: it goes when its running job is over. Any thread;
    // nobody may use it afterwards.
    void retire();

private:
    void dropAll();
    using Task = std::function<void(Result<Session*>)>;
    JobId enqueue(Task task);
    void deliver(std::function<void()> answer);
    void runTask(JobId job, const Task& task);
    Result<Session*> session();
    void interruptBeside(JobId job);

    ConnectionSpec m_spec;
    Session::Access m_access;
    QThread m_thread;
    QObject* m_inside;                  // lives in m_thread
    QObject m_here;                     // lives in the maker's thread
    std::unique_ptr<Session> m_session; // touched in m_thread only

    QThreadPool m_interrupts; // each ends before the job after the one it is meant for begins

    std::mutex m_mutex; // guards what follows
    JobId m_next = 1;
    JobId m_begun = 0; // the last that had its turn
    JobId m_running = 0;
    JobId m_dropUpTo = 0;
    std::vector<JobId> m_dropped;
    Session* m_runningSession = nullptr;

    std::atomic<bool> m_cancelled = false;
};

// Ends a worker on a file at once, for the file may be moved next; one on a server when it can, so
// that a server that does not answer holds up nobody.
struct EndWorker {
    void operator()(Worker* worker) const;
};
using WorkerHandle = std::unique_ptr<Worker, EndWorker>;
WorkerHandle startWorker(const ConnectionSpec& spec, Session::Access access);

} // namespace gravin
