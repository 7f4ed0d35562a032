// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/aggregate_reading.h"
#include "core/records/record.h"

#include <QObject>

namespace gravin {

class Database;
class LiveRecords;
class Records;
struct Draft;

// Keeps what subqueries give right while records are edited: the sum in a parent is that of its
// lines as they stand on the screen, with new and edited ones, before anything is saved. Only
// records that a draft touches are asked for, in the background; the last answer counts.
class DraftAggregates : public QObject {
    Q_OBJECT
public:
    // All must outlive it.
    DraftAggregates(Database* database, Records* records, LiveRecords* live);

    // A draft was begun, edited or ended.
    void follow(const QString& table, const RecordId& id);
    // Somebody changed records.
    void askAgain();

private:
    // An aggregate of a table in use, by its place there.
    using Site = std::pair<QString, int>;
    // Whose line a record is: of the records with a link, as the key, or of a new one.
    using Owner = RecordId;
    struct Lines {
        std::shared_ptr<const Aggregate> aggregate;
        QHash<RecordId, QSet<Owner>> owners; // of each draft: before its edits, and with them
        QHash<Owner, QSet<RecordId>> drafts; // the same the other way round
        QHash<Owner, QSet<Key>> told;        // stored records that show another value than stored
        QSet<Owner> touched;                 // to be asked for
        QSet<RecordId> touchedRecords;       // the same of drafts that read otherwise themselves
    };
    QList<Site> sitesOver(const QString& lines) const;
    const Aggregate& aggregateAt(const Site& site) const;
    Lines& linesAt(const Site& site);
    QSet<Owner> ownersOf(const Site& site, const QString& linesTable, const RecordId& id) const;
    void followLine(const Site& site, const QString& linesTable, const RecordId& id);
    void followRecord(const QString& table, const RecordId& id);
    void follows(const QString& table, const QList<Key>& arrived);
    void askSoon();
    void askAll();
    void askFor(const Site& site, Lines& lines);
    QHash<Owner, QSet<RecordId>> recordsWith(const Site& site, const QSet<Owner>& owners) const;
    void letGo(const Site& site, Lines& lines, const Owner& owner);
    void ask(const Site& site, const RecordId& id, const QSet<RecordId>& drafts);
    ComingLines comingOf(const QString& linesTable, const QSet<RecordId>& drafts) const;
    std::optional<std::vector<Value>> valuesOfRecord(const Site& site, const RecordId& id) const;

    Database* m_database;
    Records* m_records;
    LiveRecords* m_live;
    QHash<Site, Lines> m_lines;
    QHash<std::pair<Site, RecordId>, int> m_asked; // the number of the last question
    int m_questions = 0;
    bool m_isWaiting = false;
};

} // namespace gravin
