// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/worker.h"

#include <QSet>
#include <QTimer>

#include <memory>

namespace gravin {

// Tells of every committed change: those of this process at once, those of others as the server
// tells of them, or else found by looking at the log, of a file about twice a second, of a server
// every two seconds and less often while nobody is at the window. Lives in the interface's thread.
class ChangeFeed : public QObject {
    Q_OBJECT
public:
    static constexpr int FileMilliseconds = 400;
    static constexpr int ServerMilliseconds = 2000;
    static constexpr int RestingMilliseconds = 10'000;

    // `worker`: of a file that of the one door, whose connection tells commits of others from its
    // own; of a server one whose connection is kept, and that has had no job yet. It must outlive
    // the feed. Begins to look as soon as the event loop runs.
    ChangeFeed(std::shared_ptr<const Catalog> catalog, Worker* worker,
               const ConnectionSpec& database, QObject* parent = nullptr);

    // Whether somebody is at the window: then it is looked at once, and more often.
    void setAttended(bool attended);

    // From the next look on, changes are read by this catalog.
    void setCatalog(std::shared_ptr<const Catalog> catalog) { m_catalog = std::move(catalog); }

    // Looks now.
    void look() { poll(); }

    // A change that this process has committed.
    void announce(const CommittedChange& change);

Q_SIGNALS:
    // Of every change in the log, in the order of its commit as far as it can be known: this
    // process's own as well as those of others, each once.
    void committed(const gravin::CommittedChange& change);
    // Just before it, of a change that another process has committed.
    void committedByOthers(const gravin::CommittedChange& change);
    // Something was written by a program that keeps no log: everything may be different.
    void changedOutside();
    // What others did to watched tables waits to be brought into the log (TableWatching::gather()).
    void seenWaiting();
    // The database cannot be reached; restored() follows when it can.
    void lost(const gravin::Error& error);
    void restored();

private:
    struct News {
        qint64 version = 0;
        qint64 newest = 0;
        QList<qint64> ids; // at the end of the log
        std::vector<CommittedChange> changes;
        bool tooMany = false;
        bool isSeenWaiting = false;
    };
    void poll();
    // What the server told: which log, and the number of a change.
    void hear(const QStringList& told);
    // What the log has beyond `seen` (−1: nothing was seen yet) and `told`.
    static Result<News> newsSince(Session& session, const Catalog& catalog, qint64 seen,
                                  const QSet<qint64>& told);
    void take(const Result<News>& news);

    std::shared_ptr<const Catalog> m_catalog;
    Worker* m_worker;
    bool m_isOfServer;
    QTimer m_timer;
    bool m_isTold =
        false; // whether this server tells at all; whether it can be reached just now, m_lost says
    bool m_pollsAgain = false;
    // Recent changes that have been told. Servers number changes before they are committed, so one
    // may appear behind others with higher numbers: the end of the log is looked at again and
    // again.
    QSet<qint64> m_told;
    QSet<qint64> m_heard; // what the engine told of since the last look was begun
    QSet<qint64> m_asked; // what it had told of by then
    qint64 m_newest = -1; // −1: not looked yet
    qint64 m_version = -1;
    bool m_polling = false;
    bool m_lost = false;
};

} // namespace gravin
