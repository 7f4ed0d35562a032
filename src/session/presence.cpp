// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/presence.h"

#include "core/base/person.h"

#include <QCryptographicHash>
#include <QRegularExpression>

namespace gravin {

Presence::Presence(const ConnectionSpec& database, Worker* worker, QObject* parent)
    : QObject(parent)
    , m_database(database.database)
    , m_worker(worker) {
    m_timer.setInterval(PollMilliseconds);
    connect(&m_timer, &QTimer::timeout, this, &Presence::poll);
}

// The same in every process, whatever its version of Qt.
Presence::Place Presence::placeOf(const QString& table, const RecordId& id) const {
    const QString text = joinEscaped({m_database, table, id.key.encoded()});
    const QByteArray hash = QCryptographicHash::hash(text.toUtf8(), QCryptographicHash::Sha256);
    Place place = 0;
    for (int i = 0; i < 8; ++i)
        place =
            static_cast<Place>(static_cast<quint64>(place) << 8 | static_cast<quint8>(hash.at(i)));
    return place;
}

void Presence::enter(const QString& table, const RecordId& id) {
    if (id.isNew() || id.isNone())
        return;
    const Place place = placeOf(table, id);
    m_left.remove(place);
    if (m_present.contains(place))
        return;
    m_present.insert(place, {});
    m_timer.start();
    poll();
}

void Presence::leave(const QString& table, const RecordId& id) {
    if (id.isNew() || id.isNone())
        return;
    const Place place = placeOf(table, id);
    if (m_present.remove(place) > 0) {
        m_left.insert(place);
        poll();
    }
}

QStringList Presence::others(const QString& table, const RecordId& id) const {
    if (m_present.isEmpty() || id.isNew() || id.isNone())
        return {};
    return m_present.value(placeOf(table, id));
}

// Marks this connection as being at the place, unless it is, and answers who else is.
Result<QStringList> Presence::lookAt(Session& session, Place place, const QString& person) {
    const Dialect& dialect = session.dialect();
    QStringList others;
    bool isMarked = false; // not yet, or no more after a lost connection
    const SqlFragment present = dialect.presentAt(place);
    Status asked = session.select(present.sql, present.values, [&](const QSqlQuery& row) {
        if (row.value(1).toInt() == 1)
            isMarked = true;
        else
            others += row.value(0).toString();
        return true;
    });
    if (!asked)
        return asked.error();
    if (!isMarked) {
        const SqlFragment entering = dialect.enterPlace(place, person);
        if (auto done = session.mark(entering.sql, entering.values); !done)
            return done.error();
    }
    others.removeDuplicates();
    others.sort();
    return others;
}

Result<Presence::Seen> Presence::look(Session& session, const QList<Place>& places,
                                      const QSet<Place>& left, const QString& person) {
    Seen seen;
    if (!session.dialect().carriesPresence())
        return seen;
    for (const Place place : left) {
        const SqlFragment leaving = session.dialect().leavePlace(place);
        if (auto done = session.mark(leaving.sql, leaving.values); !done)
            return done.error();
    }
    for (const Place place : places) {
        auto others = lookAt(session, place, person);
        if (!others)
            return others.error();
        seen.insert(place, std::move(*others));
    }
    return seen;
}

void Presence::poll() {
    if (m_polling)
        return;
    if (m_present.isEmpty() && m_left.isEmpty()) {
        m_timer.stop();
        return;
    }
    m_polling = true;
    m_worker->run<Seen>(
        this,
        [places = m_present.keys(), left = std::exchange(m_left, {}),
         person = personName()](Session& session) { return look(session, places, left, person); },
        [this](const Result<Seen>& seen) { take(seen); });
}

void Presence::take(const Result<Seen>& seen) {
    m_polling = false;
    bool isOther = false;
    // Whoever cannot be asked is not there: that the database is gone is said elsewhere.
    for (auto place = m_present.begin(); place != m_present.end(); ++place) {
        QStringList others = seen ? seen->value(place.key()) : QStringList();
        others.replaceInStrings(QRegularExpression(QStringLiteral("^$")), tr("somebody"));
        isOther = isOther || others != *place;
        *place = others;
    }
    if (isOther)
        Q_EMIT changed();
    if (!m_left.isEmpty())
        poll();
}

} // namespace gravin
