// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/record.h"

#include <QHash>
#include <QObject>
#include <QSet>

namespace gravin {

class Database;
class Records;

// Reads what drafts reach through references that somebody has just edited, or whose record was
// changed: it is shown and checked as it will be, without saving.
class DraftReach : public QObject {
    Q_OBJECT
public:
    // Both must outlive it.
    DraftReach(Database* database, Records* records);

    // A draft was begun, edited or ended.
    void follow(const QString& table, const RecordId& id);

private:
    using Place = std::pair<QString, RecordId>;
    void askAll();
    void ask(const Place& draft);

    Database* m_database;
    Records* m_records;
    QList<Place> m_waiting;
    QSet<Place> m_known; // the same
};

} // namespace gravin
