// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change_feed.h"

#include "core/changes/change_log.h"

namespace gravin {

namespace {
// Beyond this many changes at once it is cheaper to read everything anew.
constexpr qint64 MostChangesAtOnce = 200;
} // namespace

ChangeFeed::ChangeFeed(std::shared_ptr<const Catalog> catalog, Worker* writer, QObject* parent)
    : QObject(parent)
    , m_catalog(std::move(catalog))
    , m_writer(writer) {
    m_timer.setInterval(PollMilliseconds);
    connect(&m_timer, &QTimer::timeout, this, &ChangeFeed::poll);
    m_timer.start();
    poll();
}

void ChangeFeed::announce(const CommittedChange& change) {
    if (change.id == 0)
        return;
    m_own.insert(change.id);
    Q_EMIT committed(change);
}

void ChangeFeed::poll() {
    if (m_polling)
        return;
    m_polling = true;
    m_writer->run<News>(
        this,
        [catalog = m_catalog, seen = m_newest, own = m_own](Session& session) -> Result<News> {
            if (Status there = session.dialect().verifyStillThere(); !there)
                return there.error();
            News news;
            news.version = session.foreignCommits();
            ChangeLog log(session);
            LogFilter filter;
            filter.limit = MostChangesAtOnce + 1;
            if (seen >= 0)
                filter.afterId = seen;
            else
                filter.limit = 1; // only the newest id is of interest
            auto newer = log.list(filter);
            if (!newer)
                return newer.error();
            news.newest = newer->empty() ? std::max<qint64>(seen, 0) : newer->front().id;
            const bool tooMany = static_cast<qint64>(newer->size()) > MostChangesAtOnce;
            if (seen < 0 || tooMany)
                return news;
            for (auto summary = newer->rbegin(); summary != newer->rend(); ++summary) {
                if (own.contains(summary->id))
                    continue;
                auto change = log.change(summary->id, *catalog);
                if (!change)
                    return change.error();
                news.changes.push_back(std::move(*change));
            }
            return news;
        },
        [this](Result<News> news) { take(news); });
}

void ChangeFeed::take(const Result<News>& news) {
    m_polling = false;
    if (!news) {
        if (!m_lost && news.error().kind != ErrorKind::Busy)
            Q_EMIT lost(news.error());
        m_lost = m_lost || news.error().kind != ErrorKind::Busy;
        return;
    }
    if (m_lost) {
        m_lost = false;
        Q_EMIT restored();
    }
    const bool first = m_newest < 0;
    const bool moved = news->version != m_version;
    const bool logGrew = news->newest > m_newest;
    const qint64 before = m_newest;
    m_newest = std::max(m_newest, news->newest);
    m_version = news->version;
    if (first)
        return;
    for (const CommittedChange& change : news->changes) {
        // Committed here while the answer was under way.
        if (!m_own.contains(change.id))
            Q_EMIT committed(change);
    }
    const bool skipped =
        logGrew && news->changes.empty() && news->newest - before > MostChangesAtOnce;
    // The writer's connection does not see its own commits as somebody else's.
    if ((moved && news->changes.empty()) || skipped)
        Q_EMIT changedOutside();
    m_own.removeIf([this](qint64 id) { return id <= m_newest; });
}

} // namespace gravin
