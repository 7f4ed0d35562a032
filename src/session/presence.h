// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/worker.h"
#include "core/records/record.h"

#include <QSet>
#include <QTimer>

namespace gravin {

// Tells others which records somebody has open here, and who else has them open, where the engine
// can carry it; elsewhere nobody is ever told. Lives in the interface's thread.
class Presence : public QObject {
    Q_OBJECT
public:
    static constexpr int PollMilliseconds = 1500;

    // The worker must outlive the object.
    Presence(const ConnectionSpec& database, Worker* worker, QObject* parent = nullptr);

    void enter(const QString& table, const RecordId& id);
    void leave(const QString& table, const RecordId& id);
    // Names of the others, as far as they are told; "somebody" for the rest.
    QStringList others(const QString& table, const RecordId& id) const;

Q_SIGNALS:
    // Others came or went, at any of the records.
    void changed();

private:
    using Place = qint64;
    Place placeOf(const QString& table, const RecordId& id) const;
    using Seen = QHash<Place, QStringList>; // the others at each place
    static Result<Seen> look(Session& session, const QList<Place>& places, const QSet<Place>& left,
                             const QString& person);
    static Result<QStringList> lookAt(Session& session, Place place, const QString& person);
    void poll();
    void take(const Result<Seen>& seen);

    QString m_database;
    Worker* m_worker;
    QHash<Place, QStringList> m_present; // the others
    QSet<Place> m_left;                  // not told yet
    QTimer m_timer;
    bool m_polling = false;
};

} // namespace gravin
