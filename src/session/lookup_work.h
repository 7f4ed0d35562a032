// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/record.h"

#include <QHash>
#include <QObject>

#include <functional>
#include <optional>

namespace gravin {

class Database;
class Notices;
class ProjectDocument;
class Records;

// What a lookup field asks of the table that it refers to.
class LookupWork : public QObject {
    Q_OBJECT
public:
    // All must outlive it.
    LookupWork(Notices* notices, Database* database, ProjectDocument* document, Records* records);

    // Begins a new record of the other table, asks for a window on it, and chooses it in the field
    // once it is saved.
    void makeNew(const BoundScreen& screen, const RecordId& id, const BoundField& field);
    // Asks for a window on the record that has this value.
    void open(const BoundField& field, const Value& stored);
    // A text was typed instead of a record chosen. It stays as it is until it is known whom it
    // means. `record` as for DraftStore::setValue().
    void resolve(const BoundScreen& screen, const RecordId& id, const BoundField& field,
                 const QString& text, const Record* record);

private:
    using Found = std::function<void(const Value&)>;
    // Answers whom the text means, once it is known; never, if it means nobody.
    void find(const BoundField& field, const QString& text, const QString& only,
              const Found& found);
    void ask(const BoundField& field, const QString& text, const QString& only,
             const QString& question);
    void answer(const QString& question, const std::optional<Value>& value);

    Notices* m_notices;
    Database* m_database;
    ProjectDocument* m_document;
    Records* m_records;
    QHash<QString, QList<Found>> m_asked; // the same question is asked once for all
};

} // namespace gravin
