// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/record.h"

#include <QHash>
#include <QMap>
#include <QObject>

namespace gravin {

class Database;
class Notices;
class ProjectDocument;
class Records;
struct FieldDefinition;

// Empties the pick of a lookup that is not offered any more, because a person changed what decides
// about that, where the developer wants it so (Lookup::empties). It says so, and does it once for
// what was changed: a pick that is put back by an undo stays, with its problem.
class DraftOffers : public QObject {
    Q_OBJECT
public:
    // All must outlive it.
    DraftOffers(Database* database, ProjectDocument* document, Records* records, Notices* notices);

    // A draft was begun, edited or ended, or what was asked of the database for it has come.
    void follow(const QString& table, const RecordId& id);

private:
    using Place = std::pair<QString, RecordId>;
    void look(const Place& place, const FieldDefinition& field);
    void empty(const Place& place, int column, const QString& label);

    Database* m_database;
    ProjectDocument* m_document;
    Records* m_records;
    Notices* m_notices;
    // By column: what the offer hung on when the pick was emptied.
    QHash<Place, QMap<int, std::vector<Value>>> m_emptied;
};

} // namespace gravin
