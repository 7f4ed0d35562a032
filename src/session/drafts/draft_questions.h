// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/record.h"
#include "core/records/rules.h"

#include <QHash>
#include <QObject>
#include <QSet>
#include <QTimer>

namespace gravin {

class Database;
class ProjectDocument;
class Records;

// Asks the database, while somebody types, what only it can answer: whether a value is unique, and
// whether the record that is referred to is there. The answers become problems of the draft. The
// one door asks again; what cannot be asked now is left to it.
class DraftQuestions : public QObject {
    Q_OBJECT
public:
    // All must outlive it.
    DraftQuestions(Database* database, ProjectDocument* document, Records* records);

    // A draft was begun, edited or ended.
    void follow(const QString& table, const RecordId& id);
    // Other records may give other answers now.
    void askAgain();

private:
    void askAll();
    void ask(const QString& table, const RecordId& id);

    using Place = std::pair<QString, RecordId>;
    Database* m_database;
    ProjectDocument* m_document;
    Records* m_records;
    QTimer m_soon;
    QList<Place> m_waiting;               // in their order
    QSet<Place> m_known;                  // the same
    QHash<Place, ProposedValues> m_asked; // what the last question of a draft was about
};

} // namespace gravin
