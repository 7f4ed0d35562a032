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
    m_told.insert(change.id);
    Q_EMIT committed(change);
}

void ChangeFeed::poll() {
    if (m_polling)
        return;
    m_polling = true;
    m_writer->run<News>(
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
    ChangeLog log(session);
    LogFilter filter;
    filter.limit = seen >= 0 ? LookBack + MostChangesAtOnce : LookBack;
    if (seen >= 0)
        filter.afterId = seen - LookBack;
    auto newer = log.list(filter);
    if (!newer)
        return newer.error();
    news.newest = newer->empty() ? std::max<qint64>(seen, 0) : newer->front().id;
    const auto isNews = [&](const ChangeSummary& change) { return !told.contains(change.id); };
    news.tooMany =
        seen >= 0 && std::count_if(newer->begin(), newer->end(), isNews) >= MostChangesAtOnce;
    for (auto summary = newer->rbegin(); summary != newer->rend(); ++summary) {
        news.ids += summary->id;
        if (seen < 0 || news.tooMany || !isNews(*summary))
            continue;
        if (summary->records > MostRecordsTold) {
            news.changes.push_back(withoutRecords(*summary));
            continue;
        }
        auto change = log.change(summary->id, catalog);
        if (!change)
            return change.error();
        news.changes.push_back(std::move(*change));
    }
    return news;
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
    if (first)
        return;
    for (const CommittedChange& change : untold) {
        Q_EMIT committedByOthers(change);
        Q_EMIT committed(change);
    }
    // The writer's connection does not see its own commits as somebody else's.
    if ((moved && news->changes.empty()) || news->tooMany)
        Q_EMIT changedOutside();
}

} // namespace gravin
