// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/record.h"

#include <QObject>

namespace gravin {

class Database;
class Records;
struct Draft;

// Numbers new records whose field counts within its key: one more than the largest number of those
// that share the rest of it, stored ones and such as are begun. What is stored is asked for in the
// background, so a number may come a moment after its record. Two people can get the same one:
// whoever saves second is told that it is taken.
class DraftNumbers : public QObject {
    Q_OBJECT
public:
    // Both must outlive it.
    DraftNumbers(Database* database, Records* records);

    // The record was just begun, with all that is given with it.
    void number(const BoundScreen& screen, const RecordId& id);

private:
    void ask(const QString& table, const RecordId& id, const QString& column,
             const QMap<QString, Value>& shared);
    void give(const QString& table, const RecordId& id, const QString& column,
              const QStringList& shared, qint64 storedNext);

    Database* m_database;
    Records* m_records;
};

} // namespace gravin
