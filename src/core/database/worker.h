// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/mailbox.h"
#include "core/base/task_thread.h"
#include "core/database/session.h"

#include <QObject>
#include <QPointer>

#include <atomic>
#include <chrono>
#include <functional>
#include <future>
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

    // True while the running job is to stop: long jobs ask between pieces of work. Any thread.
    bool isCancelled() const { return m_cancelled; }

    // Waits until every job given so far has run (their answers are delivered by the event loop).
    void drain();

    // A server's connection is given back when nobody has asked for anything for a while, and when
    // all that one process takes are in use and another worker needs one; the next job takes one
    // anew. Not of this worker: what its session keeps for itself is needed. Call before its first
    // job.
    void keepConnection() { m_keepsConnection = true; }
    // Hears what the server tells of commits, where it tells of any, on the connection that it
    // keeps: `heard` is called in this thread, while `context` lives, with what was told; with
    // nothing, once the connection is lost, until the next job takes another. Call before its first
    // job.
    void listen(QObject* context, std::function<void(const QStringList&)> heard);
    // For all workers of the process, before any is made: how long, and how many connections it
    // takes at most of one server's database.
    static void setConnections(std::chrono::milliseconds idle, int most);

    // Ends the worker without anybody waiting: it goes when its running job is over. Nobody may use
    // it afterwards. Requires: called from the thread that made the worker.
    void retire();
    // Waits until no worker holds this file any more, for whoever is about to replace it. False:
    // one still did after that time. Any thread but theirs.
    static bool waitUntilClosed(const QString& file, std::chrono::milliseconds most);
    // Waits until all workers have closed their sessions, before the program ends: those that were
    // retired and those that are gone. False: one still held its session after that time.
    static bool waitUntilAllClosed(std::chrono::milliseconds most);

private:
    void dropAll();
    using Task = std::function<void(Result<Session*>)>;
    JobId enqueue(Task task);
    void deliver(std::function<void()> answer);
    void runTask(JobId job, const Task& task);
    Result<Session*> session();
    void interruptBeside(JobId job);

    void closeSession();
    Status openSession();
    // Gives the connection back, unless it is kept.
    void giveBack();
    void hear();
    void end(); // for good
    void waitForInterrupts();

    ConnectionSpec m_spec;
    Session::Access m_access;
    std::unique_ptr<Session> m_session; // touched in the worker's thread only
    bool m_hasEnded = false;            // the same
    bool m_keepsConnection = false;
    std::function<void(const QStringList&)> m_heard; // delivers in the maker's thread
    Mailbox m_here;                                  // lives in the maker's thread

    std::mutex m_mutex; // guards what follows
    JobId m_next = 1;
    JobId m_begun = 0; // the last that had its turn
    JobId m_running = 0;
    JobId m_dropUpTo = 0;
    std::vector<JobId> m_dropped;
    Session* m_runningSession = nullptr;
    // Each ends before the job after the one that it is meant for begins.
    std::vector<std::future<void>> m_interrupts;

    std::atomic<bool> m_cancelled = false;
    TaskThread m_thread; // begins when all of the above is there, and ends before any of it
};

// Ends a worker when it can: nobody waits for a file or a server that does not answer.
struct EndWorker {
    void operator()(Worker* worker) const;
};
using WorkerHandle = std::unique_ptr<Worker, EndWorker>;
WorkerHandle startWorker(const ConnectionSpec& spec, Session::Access access);

} // namespace gravin
