// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/worker.h"

#include "core/base/text.h"

#include <QDir>
#include <QFileInfo>
#include <QHash>

#include <algorithm>
#include <condition_variable>
#include <optional>

namespace gravin {

namespace {

// How many sessions of workers hold a file.
class OpenFiles {
public:
    static OpenFiles& instance() {
        // Never taken down: a worker may close its file while the program ends.
        static auto* files = new OpenFiles;
        return *files;
    }
    void add(const QString& file) {
        const std::lock_guard lock(m_mutex);
        ++m_holders[file];
    }
    void remove(const QString& file) {
        {
            const std::lock_guard lock(m_mutex);
            if (--m_holders[file] == 0)
                m_holders.remove(file);
        }
        m_closed.notify_all();
    }
    bool waitFor(const QString& file, std::chrono::milliseconds most) {
        std::unique_lock lock(m_mutex);
        return m_closed.wait_for(lock, most, [&] { return !m_holders.contains(file); });
    }

    // Workers, from their making until they have closed what they hold: what they close belongs to
    // libraries that are taken down when the program ends.
    void begin() {
        const std::lock_guard lock(m_mutex);
        ++m_workers;
    }
    void end() {
        {
            const std::lock_guard lock(m_mutex);
            --m_workers;
        }
        m_closed.notify_all();
    }
    bool waitForAll(std::chrono::milliseconds most) {
        std::unique_lock lock(m_mutex);
        return m_closed.wait_for(lock, most, [&] { return m_workers == 0; });
    }

private:
    std::mutex m_mutex;
    std::condition_variable m_closed;
    QHash<QString, int> m_holders;
    int m_workers = 0;
};

QString nameOf(const QString& file) { return QDir::cleanPath(QFileInfo(file).absoluteFilePath()); }

} // namespace

Worker::Worker(ConnectionSpec spec, Session::Access access, QObject* parent)
    : QObject(parent)
    , m_spec(std::move(spec))
    , m_access(access)
    , m_thread("gravin-database") {
    OpenFiles::instance().begin();
}

void Worker::dropAll() {
    const std::lock_guard lock(m_mutex);
    m_dropUpTo = m_next;
    m_cancelled = true;
    if (m_runningSession)
        interruptBeside(m_running);
}

// In the worker's thread.
void Worker::closeSession() {
    const bool heldFile = m_session && m_spec.isFile();
    m_session.reset();
    if (heldFile)
        OpenFiles::instance().remove(nameOf(m_spec.path));
}

void Worker::end() {
    closeSession();
    if (!std::exchange(m_hasEnded, true))
        OpenFiles::instance().end();
}

void Worker::retire() {
    dropAll();
    m_thread.run([this] {
        end();
        m_here.post([this] { deleteLater(); });
    });
}

bool Worker::waitUntilClosed(const QString& file, std::chrono::milliseconds most) {
    return OpenFiles::instance().waitFor(nameOf(file), most);
}

bool Worker::waitUntilAllClosed(std::chrono::milliseconds most) {
    return OpenFiles::instance().waitForAll(most);
}

void EndWorker::operator()(Worker* worker) const { worker->retire(); }

WorkerHandle startWorker(const ConnectionSpec& spec, Session::Access access) {
    return WorkerHandle(new Worker(spec, access));
}

Worker::~Worker() {
    dropAll();
    // The session must be closed in the thread that opened it.
    m_thread.run([this] { end(); });
    m_thread.drain();
    waitForInterrupts();
}

Worker::JobId Worker::enqueue(Task task) {
    JobId job = 0;
    {
        const std::lock_guard lock(m_mutex);
        job = m_next++;
    }
    m_thread.run([this, job, task = std::move(task)] { runTask(job, task); });
    return job;
}

void Worker::waitForInterrupts() {
    std::vector<std::future<void>> interrupts;
    {
        const std::lock_guard lock(m_mutex);
        interrupts = std::exchange(m_interrupts, {});
    }
    for (const std::future<void>& interrupt : interrupts)
        interrupt.wait();
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
    waitForInterrupts();
}

// Servers are interrupted through a connection of its own, which takes its time: not in the thread
// of the interface. Requires: m_mutex is held and the job is running.
void Worker::interruptBeside(JobId job) {
    Session* session = m_runningSession;
    m_interrupts.push_back(std::async(std::launch::async, [this, job, session] {
        {
            const std::lock_guard lock(m_mutex);
            if (m_running != job)
                return;
        }
        session->interrupt();
    }));
}

Result<Session*> Worker::session() {
    // A file that was put back is another one: open it anew.
    if (m_session && (m_session->isLost() || !m_session->dialect().verifyStillThere()))
        closeSession();
    if (!m_session) {
        auto opened = Session::open(m_spec, m_access);
        if (!opened)
            return opened.error();
        m_session = std::move(*opened);
        m_session->askBeforeStatements([this]() -> Status {
            if (m_cancelled)
                return Error{ErrorKind::Cancelled, coreTr("Stopped on request.")};
            return ok();
        });
        if (m_spec.isFile())
            OpenFiles::instance().add(nameOf(m_spec.path));
    }
    return m_session.get();
}

void Worker::deliver(std::function<void()> answer) { m_here.post(std::move(answer)); }

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

void Worker::drain() { m_thread.drain(); }

} // namespace gravin
