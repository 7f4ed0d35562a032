// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/worker.h"

#include <algorithm>
#include <optional>

namespace gravin {

Worker::Worker(ConnectionSpec spec, Session::Access access, QObject* parent)
    : QObject(parent)
    , m_spec(std::move(spec))
    , m_access(access)
    , m_inside(new QObject) {
    m_inside->moveToThread(&m_thread);
    m_thread.setObjectName(QStringLiteral("gravin-database"));
    m_thread.start();
}

void Worker::dropAll() {
    const std::lock_guard lock(m_mutex);
    m_dropUpTo = m_next;
    m_cancelled = true;
    if (m_runningSession)
        interruptBeside(m_running);
}

void Worker::retire() {
    dropAll();
    QMetaObject::invokeMethod(
        m_inside,
        [this] {
            m_session.reset();
            deleteLater();
        },
        Qt::QueuedConnection);
}

void EndWorker::operator()(Worker* worker) const {
    if (worker->isOnFile() && QThread::currentThread() == worker->thread())
        delete worker;
    else
        worker->retire();
}

WorkerHandle startWorker(const ConnectionSpec& spec, Session::Access access) {
    return WorkerHandle(new Worker(spec, access));
}

Worker::~Worker() {
    dropAll();
    m_interrupts.waitForDone();
    // The session must be closed in the thread that opened it.
    QMetaObject::invokeMethod(
        m_inside, [this] { m_session.reset(); }, Qt::BlockingQueuedConnection);
    m_inside->deleteLater();
    m_thread.quit();
    m_thread.wait();
}

Worker::JobId Worker::enqueue(Task task) {
    JobId job = 0;
    {
        const std::lock_guard lock(m_mutex);
        job = m_next++;
    }
    QMetaObject::invokeMethod(
        m_inside, [this, job, task = std::move(task)] { runTask(job, task); },
        Qt::QueuedConnection);
    return job;
}

void Worker::runTask(JobId job, const Task& task) {
    Result<Session*> opened = session();
    {
        const std::lock_guard lock(m_mutex);
        const auto dropped = std::find(m_dropped.begin(), m_dropped.end(), job);
        const bool isDropped = dropped != m_dropped.end();
        m_begun = job;
        if (isDropped)
            m_dropped.erase(dropped);
        if (isDropped || job < m_dropUpTo)
            return;
        m_running = job;
        m_runningSession = opened ? *opened : nullptr;
        m_cancelled = false;
    }
    {
        std::optional<Session::Reading> reading;
        if (opened)
            reading.emplace(**opened);
        task(std::move(opened));
    }
    {
        const std::lock_guard lock(m_mutex);
        m_running = 0;
        m_runningSession = nullptr;
    }
    // An interrupt that is still on its way must not hit the next job.
    m_interrupts.waitForDone();
}

// Servers are interrupted through a connection of its own, which takes its time: not in the thread
// of the interface. Requires: m_mutex is held and the job is running.
void Worker::interruptBeside(JobId job) {
    Session* session = m_runningSession;
    m_interrupts.start([this, job, session] {
        {
            const std::lock_guard lock(m_mutex);
            if (m_running != job)
                return;
        }
        session->interrupt();
    });
}

Result<Session*> Worker::session() {
    // A file that was put back is another one: open it anew.
    if (m_session && (m_session->isLost() || !m_session->dialect().verifyStillThere()))
        m_session.reset();
    if (!m_session) {
        auto opened = Session::open(m_spec, m_access);
        if (!opened)
            return opened.error();
        m_session = std::move(*opened);
        m_session->stopWhen(&m_cancelled);
    }
    return m_session.get();
}

void Worker::deliver(std::function<void()> answer) {
    QMetaObject::invokeMethod(&m_here, std::move(answer), Qt::QueuedConnection);
}

void Worker::report(const QPointer<QObject>& context, std::function<void()> show) {
    deliver([context, show = std::move(show)] {
        if (context)
            show();
    });
}

void Worker::cancel(JobId job) {
    const std::lock_guard lock(m_mutex);
    if (m_running == job) {
        m_cancelled = true;
        if (m_runningSession)
            interruptBeside(job);
    } else if (job > m_begun && job < m_next) {
        m_dropped.push_back(job); // it has not begun
    }
}

void Worker::drain() {
    QMetaObject::invokeMethod(
        m_inside, [] {}, Qt::BlockingQueuedConnection);
}

} // namespace gravin
