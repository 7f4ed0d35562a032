// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/worker.h"

#include "core/base/text.h"

#include <QDir>
#include <QFileInfo>
#include <QHash>

#include <algorithm>
#include <condition_variable>
#include <optional>
#include <unordered_map>

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

// The connections that this process has to each server's database.
class Connections {
public:
    static Connections& instance() {
        static auto* connections = new Connections; // as OpenFiles
        return *connections;
    }
    void set(std::chrono::milliseconds idle, int most) {
        const std::lock_guard lock(m_mutex);
        m_idle = idle;
        m_most = most;
    }
    std::chrono::milliseconds idle() {
        const std::lock_guard lock(m_mutex);
        return m_idle;
    }

    // Waits for a free one; after a while it is one more than there should be, for nobody is to
    // wait for what others keep.
    void take(const QString& server) {
        std::unique_lock lock(m_mutex);
        const auto isFree = [&] { return m_taken.value(server) < m_most; };
        if (!isFree())
            askIdle(server);
        (void)m_given.wait_for(lock, LongestWait, isFree);
        ++m_taken[server];
    }
    void give(const QString& server) {
        {
            const std::lock_guard lock(m_mutex);
            if (--m_taken[server] <= 0)
                m_taken.remove(server);
        }
        m_given.notify_all();
    }
    // Who has one and does not need it now: `giveBack` is called when somebody else does.
    void offer(const void* who, const QString& server, std::function<void()> giveBack) {
        const std::lock_guard lock(m_mutex);
        m_offers[who] = {server, std::move(giveBack)};
    }
    void takeBack(const void* who) {
        const std::lock_guard lock(m_mutex);
        m_offers.erase(who);
    }

private:
    static constexpr std::chrono::seconds LongestWait{5};
    struct Offer {
        QString server;
        std::function<void()> giveBack;
    };
    // Requires: m_mutex is held.
    void askIdle(const QString& server) {
        const auto found = std::find_if(m_offers.begin(), m_offers.end(), [&](const auto& offer) {
            return offer.second.server == server;
        });
        if (found == m_offers.end())
            return;
        const Offer offer = found->second;
        m_offers.erase(found);
        offer.giveBack();
    }

    std::mutex m_mutex;
    std::condition_variable m_given;
    QHash<QString, int> m_taken;
    std::unordered_map<const void*, Offer> m_offers;
    std::chrono::milliseconds m_idle = std::chrono::minutes(1);
    int m_most = 4;
};

QString nameOf(const QString& file) { return QDir::cleanPath(QFileInfo(file).absoluteFilePath()); }

} // namespace

Worker::Worker(ConnectionSpec spec, Session::Access access, QObject* parent)
    : QObject(parent)
    , m_spec(std::move(spec))
    , m_access(access)
    , m_thread("gravin-database") {
    OpenFiles::instance().begin();
    if (!m_spec.isFile())
        m_thread.whenIdle(Connections::instance().idle(), [this] { giveBack(); });
}

void Worker::setConnections(std::chrono::milliseconds idle, int most) {
    Connections::instance().set(idle, most);
}

void Worker::listen(QObject* context, std::function<void(const QStringList&)> heard) {
    keepConnection();
    m_heard = [this, context = QPointer<QObject>(context),
               heard = std::move(heard)](const QStringList& told) {
        deliver([context, heard, told] {
            if (context)
                heard(told);
        });
    };
}

void Worker::dropAll() {
    const std::lock_guard lock(m_mutex);
    m_dropUpTo = m_next;
    m_cancelled = true;
    if (m_runningSession)
        interruptBeside(m_running);
}

// In the worker's thread, as those that follow.
void Worker::closeSession() {
    if (!m_session)
        return;
    m_thread.alsoWaitFor(-1, {});
    Connections::instance().takeBack(this);
    m_session.reset();
    if (m_spec.isFile())
        OpenFiles::instance().remove(nameOf(m_spec.path));
    else
        Connections::instance().give(m_spec.url());
}

void Worker::giveBack() {
    if (!m_keepsConnection)
        closeSession();
}

// What was told; that the connection is lost is told by nothing.
void Worker::hear() {
    if (!m_session || !m_heard)
        return;
    const auto news = m_session->news();
    if (!news) {
        closeSession();
        m_heard({});
    } else if (!news->isEmpty()) {
        m_heard(*news);
    }
}

Status Worker::openSession() {
    if (!m_spec.isFile())
        Connections::instance().take(m_spec.url());
    auto opened = Session::open(m_spec, m_access);
    Result<int> listening = -1;
    if (opened && m_heard)
        listening = (*opened)->listen();
    if (!opened || !listening) {
        if (!m_spec.isFile())
            Connections::instance().give(m_spec.url());
        return opened ? listening.error() : opened.error();
    }
    m_session = std::move(*opened);
    m_session->askBeforeStatements([this]() -> Status {
        if (m_cancelled)
            return Error{ErrorKind::Cancelled, coreTr("Stopped on request.")};
        return ok();
    });
    if (m_spec.isFile())
        OpenFiles::instance().add(nameOf(m_spec.path));
    if (*listening >= 0)
        m_thread.alsoWaitFor(*listening, [this] { hear(); });
    return ok();
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
    Connections::instance().takeBack(this);
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
    // The job's answers may have brought news along, which nobody waits for any more.
    hear();
    if (m_session && !m_spec.isFile() && !m_keepsConnection)
        Connections::instance().offer(this, m_spec.url(),
                                      [this] { m_thread.run([this] { giveBack(); }); });
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
        if (Status opened = openSession(); !opened)
            return opened.error();
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
