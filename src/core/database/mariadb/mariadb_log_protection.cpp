// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_log_protection.h"

namespace gravin {

namespace {

QString definer() { return LogProtection::owner() + QStringLiteral("@localhost"); }

// The host that an account is granted for is not always the one that it comes from.
QString isOwn(const QString& account) {
    return QStringLiteral("SUBSTRING_INDEX(%1, '@', 1) <=> SUBSTRING_INDEX(USER(), '@', 1)")
        .arg(account);
}

QString refuse(const char* sentence) {
    return QStringLiteral("SIGNAL SQLSTATE '42000' SET MYSQL_ERRNO = 1142, MESSAGE_TEXT = '%1'; ")
        .arg(QLatin1String(sentence));
}

QString isFinished(const QString& change) {
    return QStringLiteral("EXISTS (SELECT 1 FROM gravin_seal s WHERE s.change_id = %1)")
        .arg(change);
}

QString isOfWhoWrites(const QString& change) {
    return QStringLiteral("EXISTS (SELECT 1 FROM gravin_change c WHERE c.id = %1 AND (%2 OR "
                          "c.action = 'outside Gravin'))")
        .arg(change, isOwn(QStringLiteral("c.account")));
}

QString trigger(const char* name, const char* when, const QString& body) {
    return QStringLiteral("CREATE OR REPLACE DEFINER = %1 TRIGGER %2 %3 FOR EACH ROW BEGIN %4END")
        .arg(definer(), QLatin1String(name), QLatin1String(when), body);
}

// Who, and when: the server says it, by a clock that a connection cannot set.
QString ofNewChange(bool isWatching) {
    const QString isNotWaiting =
        isWatching ? QStringLiteral("NOT EXISTS (SELECT 1 FROM gravin_seen s WHERE s.account = "
                                    "NEW.account)")
                   : QStringLiteral("TRUE");
    return QStringLiteral(
               "IF NEW.action = 'outside Gravin' THEN IF %1 THEN %2END IF; SET NEW.person = ''; "
               "ELSE IF NOT (%3) THEN %4END IF; SET NEW.person = SUBSTRING_INDEX(USER(), '@', 1), "
               "NEW.at = DATE_FORMAT(DATE_ADD('1970-01-01', INTERVAL UNIX_TIMESTAMP(SYSDATE(6)) "
               "SECOND_MICROSECOND), '%Y-%m-%dT%H:%i:%s.%fZ'); END IF; ")
        .arg(isNotWaiting, refuse("Nothing of this account waits for the change log."),
             isOwn(QStringLiteral("NEW.account")),
             refuse("A change of the change log is in the name of who writes it."));
}

QString ofChanged() {
    QStringList differs;
    for (const char* column :
         {"id", "uid", "at", "person", "screen", "action", "note", "undoes", "account"})
        differs += QStringLiteral("NOT (NEW.%1 <=> OLD.%1)").arg(QLatin1String(column));
    return QStringLiteral("IF %1 OR (NOT (%2) AND OLD.action <> 'outside Gravin') OR %3 THEN "
                          "%4END IF; ")
        .arg(differs.join(QStringLiteral(" OR ")), isOwn(QStringLiteral("OLD.account")),
             isFinished(QStringLiteral("OLD.id")),
             refuse("A change of the change log cannot be changed."));
}

// As LogSeal does it; those who chain keep out of each other's way by a lock of their own.
const QLatin1String MariaDbChain(
    "CREATE OR REPLACE DEFINER = %1 PROCEDURE gravin_chain() MODIFIES SQL DATA SQL SECURITY "
    "DEFINER BEGIN DECLARE place BIGINT DEFAULT (SELECT coalesce(max(position), 0) FROM "
    "gravin_seal); DECLARE hash VARCHAR(64) DEFAULT coalesce((SELECT s.chain FROM gravin_seal s "
    "WHERE s.position = place), ''); FOR waiting IN (SELECT change_id, content FROM gravin_seal "
    "WHERE position IS NULL ORDER BY change_id) DO SET place = place + 1; SET hash = "
    "sha2(concat(hash, ':', waiting.change_id, ':', waiting.content), 256); UPDATE gravin_seal SET "
    "position = place, chain = hash WHERE change_id = waiting.change_id; END FOR; END");

} // namespace

QStringList MariaDbLogProtection::statements(const QString& home, bool isWatching) const {
    QStringList all{QStringLiteral("CREATE USER IF NOT EXISTS %1 ACCOUNT LOCK").arg(definer())};
    // What the triggers and the procedure need, and no more.
    const auto grant = [&](const char* rights, const char* table) {
        all += QStringLiteral("GRANT %1 ON %2.%3 TO %4")
                   .arg(QLatin1String(rights), home, QLatin1String(table), definer());
    };
    grant("SELECT, INSERT, UPDATE, TRIGGER", "gravin_change");
    grant("SELECT, INSERT, TRIGGER", "gravin_entry");
    grant("SELECT, INSERT, UPDATE, TRIGGER", "gravin_seal");
    if (isWatching)
        grant("SELECT", "gravin_seen");
    all += {
        trigger("gravin_protect_change", "BEFORE INSERT ON gravin_change", ofNewChange(isWatching)),
        trigger("gravin_protect_changed", "BEFORE UPDATE ON gravin_change", ofChanged()),
        trigger("gravin_protect_entries", "BEFORE INSERT ON gravin_entry",
                QStringLiteral("IF NOT %1 OR %2 THEN %3END IF; ")
                    .arg(isOfWhoWrites(QStringLiteral("NEW.change_id")),
                         isFinished(QStringLiteral("NEW.change_id")),
                         refuse("Nothing can be added to this change of the change log."))),
        trigger("gravin_protect_seal", "BEFORE INSERT ON gravin_seal",
                QStringLiteral("IF NOT %1 THEN %2END IF; ")
                    .arg(isOfWhoWrites(QStringLiteral("NEW.change_id")),
                         refuse("This change of the change log is not yours."))),
        // Against rights that an account had before.
        trigger("gravin_protect_sealed", "BEFORE UPDATE ON gravin_seal",
                QStringLiteral("IF NOT (NEW.change_id <=> OLD.change_id AND NEW.content <=> "
                               "OLD.content AND NEW.records <=> OLD.records AND OLD.position "
                               "IS NULL) THEN %1END IF; ")
                    .arg(refuse("A hash of the change log cannot be changed."))),
        trigger("gravin_protect_deleted", "BEFORE DELETE ON gravin_change",
                refuse("A change of the change log cannot be deleted.")),
        trigger("gravin_protect_unsealed", "BEFORE DELETE ON gravin_seal",
                refuse("A hash of the change log cannot be deleted.")),
        QString(MariaDbChain).arg(definer()),
        QStringLiteral("GRANT EXECUTE ON PROCEDURE %1.gravin_chain TO %2").arg(home, definer()),
        mark()};
    return all;
}

QStringList MariaDbLogProtection::rights(const LogRights& rights, bool isWatching) const {
    if (!rights.writes && !rights.readsAll)
        return {};
    QStringList all;
    const auto grant = [&](const QString& what, const char* on) {
        all += QStringLiteral("GRANT %1 ON %2 TO %3").arg(what, QLatin1String(on), rights.grantee);
    };
    for (const char* table :
         {"gravin_change", "gravin_entry", "gravin_seal", "gravin_name", "gravin_log"})
        grant(QStringLiteral("SELECT"), table);
    if (rights.trims)
        grant(QStringLiteral("DELETE"), "gravin_entry");
    if (!rights.writes)
        return all;
    grant(QStringLiteral("INSERT (%1), UPDATE (%2)").arg(givenColumns(), finishedColumns()),
          "gravin_change");
    grant(QStringLiteral("INSERT"), "gravin_entry");
    grant(QStringLiteral("INSERT (change_id, content, records)"), "gravin_seal");
    grant(QStringLiteral("INSERT (name)"), "gravin_name");
    grant(QStringLiteral("EXECUTE"), "PROCEDURE gravin_chain");
    if (isWatching)
        grant(QStringLiteral("SELECT, DELETE"), "gravin_seen");
    return all;
}

} // namespace gravin
