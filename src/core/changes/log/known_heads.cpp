// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/log/known_heads.h"

#include "core/base/text.h"
#include "core/base/whole_file.h"

#include <QDateTime>
#include <QFileInfo>

namespace gravin {

namespace {

// A place of the chain.
struct Head {
    qint64 position = 0; // 0: the log has none
    QString chain;
    QString seen; // when, ISO 8601; empty: now
};

// Whoever opens it: the account does not belong to it.
QString nameOf(const ConnectionSpec& spec) {
    if (spec.isFile())
        return QFileInfo(spec.path).absoluteFilePath();
    ConnectionSpec bare;
    bare.engine = spec.engine;
    bare.host = spec.host;
    bare.port = spec.port;
    bare.database = spec.database;
    for (const char* part : {"socket", "service"}) {
        if (const QString value = spec.options.value(QLatin1String(part)); !value.isEmpty())
            bare.options.insert(QLatin1String(part), value);
    }
    return bare.url();
}

// The newest place, or the one at `position`.
Result<Head> headOf(Session& session, qint64 position) {
    Head head;
    const auto sealed = session.hasSealedLog();
    if (!sealed)
        return sealed.error();
    if (!*sealed)
        return head;
    const bool isNewest = position == 0;
    Status read = session.select(
        QStringLiteral("SELECT position, chain FROM gravin_seal WHERE ") +
            (isNewest ? QStringLiteral("position IS NOT NULL ORDER BY position DESC LIMIT 1")
                      : QStringLiteral("position = ?")),
        isNewest ? QVariantList() : QVariantList{position}, [&](const QSqlQuery& row) {
            head = {row.value(0).toLongLong(), row.value(1).toString(), {}};
            return false;
        });
    if (!read)
        return read.error();
    return head;
}

Head known(const OwnNotes& notes, const ConnectionSpec& spec) {
    const OrderedJson json = notes.of(nameOf(spec));
    return {loose::integer(json, "position"), loose::text(json, "chain"),
            loose::text(json, "seen")};
}

Status remember(const OwnNotes& notes, const Head& head, const ConnectionSpec& spec) {
    return notes.keep(nameOf(spec),
                      {{"database", utf8(nameOf(spec))},
                       {"position", head.position},
                       {"chain", utf8(head.chain)},
                       {"seen", utf8(QDateTime::currentDateTimeUtc().toString(Qt::ISODate))}});
}

} // namespace

KnownHeads::KnownHeads(QString folder)
    : m_notes(std::move(folder)) {}

Result<QString> KnownHeads::compare(Session& session) const {
    const Head before = known(m_notes, session.spec());
    auto now = headOf(session, 0);
    if (!now)
        return now.error();
    if (before.position > 0) {
        const auto still = headOf(session, before.position);
        if (!still)
            return still.error();
        const QString when = QLocale().toString(
            QDateTime::fromString(before.seen, Qt::ISODate).toLocalTime(), QLocale::ShortFormat);
        const QString name = session.spec().shownName();
        if (now->position == 0)
            return coreTr("The change log of %1 is not there any more: on %2 it had %3.")
                .arg(name, when, counted(before.position, "change", "changes"));
        if (still->position == 0)
            return coreTr("The change log of %1 has lost its end: on %2 it had %3, now it has %4.")
                .arg(name, when, counted(before.position, "change", "changes"),
                     QLocale().toString(now->position));
        if (still->chain != before.chain)
            return coreTr(
                       "The change log of %1 is not the one that was there on %2: it was written "
                       "anew, or the database was put back to an earlier state and used since.")
                .arg(name, when);
    }
    const bool isNews = now->position != before.position;
    if (Status kept = !isNews ? ok() : remember(m_notes, *now, session.spec()); !kept)
        return kept.error();
    return QString();
}

Status KnownHeads::accept(Session& session) const {
    const auto now = headOf(session, 0);
    if (!now)
        return now.error();
    return remember(m_notes, *now, session.spec());
}

KnownHeads personsHeads() { return KnownHeads(ownDataFolderPath(QStringLiteral("heads"))); }

} // namespace gravin
