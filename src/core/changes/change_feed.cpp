// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change_feed.h"

#include "core/changes/log/change_log.h"

#include <algorithm>

namespace gravin {

namespace {
// Beyond this many changes at once it is cheaper to read everything anew.
constexpr qint64 MostChangesAtOnce = 200;
// Of a change with more records than this nobody is told each.
constexpr qint64 MostRecordsTold = 2000;
// How far behind the newest a change may still appear.
constexpr qint64 LookBack = 100;

bool isWatched(const Table& table) { return !table.watchers.isEmpty(); }

// Whether what others did stands in gravin_seen; of a log that this account may not see, nothing.
bool isSeenWaitingIn(Session& session, const Catalog& catalog) {
    if (std::none_of(catalog.tables.begin(), catalog.tables.end(), isWatched))
        return false;
    const auto waiting =
        session.scalar(QStringLiteral("SELECT 1 FROM gravin_seen ORDER BY id LIMIT 1"));
    return waiting && waiting->isValid();
}

// Whether nothing can happen to a table that is not seen.
bool isAllWatched(const Catalog& catalog) {
    return std::all_of(catalog.tables.begin(), catalog.tables.end(), [](const Table& table) {
        return table.kind != Table::Kind::Table || isWatched(table);
    });
}

CommittedChange withoutRecords(const ChangeSummary& summary) {
    CommittedChange large;
    large.id = summary.id;
    large.at = summary.at;
    large.person = summary.person;
    large.screen = summary.screen;
    large.action = summary.action;
    large.note = summary.note;
    large.refersTo = summary.refersTo;
    large.recordCount = summary.records;
    large.touched = summary.tables;
    return large;
}
} // namespace

ChangeFeed::ChangeFeed(std::shared_ptr<const Catalog> catalog, Worker* worker,
                       const ConnectionSpec& database, QObject* parent)
    : QObject(parent)
    , m_catalog(std::move(catalog))
    , m_worker(worker)
    , m_isOfServer(!database.isFile()) {
    m_isTold = !dialectFor(database)->listenStatement().isEmpty();
    if (m_isTold)
        m_worker->listen(this, [this](const QStringList& told) { hear(told); });
    m_timer.setInterval(m_isOfServer ? ServerMilliseconds : FileMilliseconds);
    connect(&m_timer, &QTimer::timeout, this, &ChangeFeed::poll);
    if (!m_isTold)
        m_timer.start();
    poll();
}

void ChangeFeed::setAttended(bool attended) {
    if (!m_isOfServer)
        return;
    m_timer.setInterval(attended || m_lost ? ServerMilliseconds : RestingMilliseconds);
    if (attended)
        poll();
}

void ChangeFeed::hear(const QStringList& told) {
    // The connection is lost: it is tried again until there is another, and what was told in the
    // meantime is looked for then.
    bool isNews = told.isEmpty();
    for (const QString& one : told) {
        const qint64 id = one.section(u' ', 1).toLongLong();
        isNews = isNews || !m_told.contains(id);
        if (id > 0 && !m_told.contains(id))
            m_heard.insert(id);
    }
    if (isNews)
        poll();
}

void ChangeFeed::announce(const CommittedChange& change) {
    if (change.id == 0)
        return;
    m_told.insert(change.id);
    Q_EMIT committed(change);
}

void ChangeFeed::poll() {
    m_pollsAgain = m_polling;
    if (m_polling)
        return;
    m_polling = true;
    m_asked = std::exchange(m_heard, {});
    m_worker->run<News>(
        this,
        [catalog = m_catalog, seen = m_newest, told = m_told](Session& session) {
            return newsSince(session, *catalog, seen, told);
        },
        [this](const Result<News>& news) { take(news); });
}

Result<ChangeFeed::News> ChangeFeed::newsSince(Session& session, const Catalog& catalog,
                                               qint64 seen, const QSet<qint64>& told) {
    if (Status there = session.dialect().verifyStillThere(); !there)
        return there.error();
    News news;
    news.version = session.foreignCommits();
    news.isSeenWaiting = isSeenWaitingIn(session, catalog);
    ChangeLog log(session);
    const auto newer = log.idsAfter(seen >= 0 ? seen - LookBack : 0,
                                    seen >= 0 ? LookBack + MostChangesAtOnce : LookBack);
    if (!newer)
        return newer.error();
    news.ids = *newer;
    news.newest = newer->isEmpty() ? std::max<qint64>(seen, 0) : newer->front();
    QList<qint64> untold = *newer;
    untold.removeIf([&](qint64 id) { return told.contains(id); });
    news.tooMany = seen >= 0 && untold.size() >= MostChangesAtOnce;
    if (seen < 0 || news.tooMany)
        return news;
    std::reverse(untold.begin(), untold.end());
    for (const qint64 id : std::as_const(untold)) {
        const auto summary = log.summary(id);
        if (!summary)
            return summary.error();
        if (!*summary)
            continue;
        if ((*summary)->records > MostRecordsTold) {
            news.changes.push_back(withoutRecords(**summary));
            continue;
        }
        auto change = log.change(id, catalog);
        // Not all of it is to be seen by this account.
        if (!change && change.error().kind == ErrorKind::Refused) {
            news.changes.push_back(withoutRecords(**summary));
            continue;
        }
        if (!change)
            return change.error();
        news.changes.push_back(std::move(*change));
    }
    return news;
}

void ChangeFeed::take(const Result<News>& news) {
    m_polling = false;
    // Something was told while the answer was under way.
    if (std::exchange(m_pollsAgain, false) && m_isTold)
        QMetaObject::invokeMethod(this, &ChangeFeed::poll, Qt::QueuedConnection);
    if (!news) {
        if (!m_lost && news.error().kind != ErrorKind::Busy)
            Q_EMIT lost(news.error());
        m_lost = m_lost || news.error().kind != ErrorKind::Busy;
        // Until it can be had, nobody tells of anything.
        if (m_isTold)
            m_timer.start(ServerMilliseconds);
        return;
    }
    if (m_isTold)
        m_timer.stop();
    if (m_lost) {
        m_lost = false;
        Q_EMIT restored();
    }
    const bool first = m_newest < 0;
    const bool moved = news->version != m_version;
    m_newest = std::max(m_newest, news->newest);
    m_version = news->version;
    // Those committed here while the answer was under way have been told.
    std::vector<CommittedChange> untold;
    for (const CommittedChange& change : news->changes) {
        if (!m_told.contains(change.id))
            untold.push_back(change);
    }
    for (const qint64 id : news->ids)
        m_told.insert(id);
    m_told.removeIf([this](qint64 id) { return id < m_newest - LookBack; });
    if (first) {
        if (news->isSeenWaiting)
            Q_EMIT seenWaiting();
        return;
    }
    for (const CommittedChange& change : untold) {
        Q_EMIT committedByOthers(change);
        Q_EMIT committed(change);
    }
    if (news->isSeenWaiting)
        Q_EMIT seenWaiting();
    // What this account may not see in a protected log may have touched what it shows.
    const bool isHidden = std::any_of(m_asked.begin(), m_asked.end(), [&](qint64 id) {
        return !news->ids.contains(id) && !m_told.contains(id);
    });
    // The writer's connection does not see its own commits as somebody else's.
    const bool isUnseen = moved && news->changes.empty() && !isAllWatched(*m_catalog);
    if (isUnseen || isHidden || news->tooMany)
        Q_EMIT changedOutside();
}

} // namespace gravin
