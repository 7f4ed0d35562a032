// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/records/record.h"
#include "session/notices.h"

#include <QObject>

namespace gravin {

class Database;
class Records;

// Lines that were cut, to be put down among those of another record. Putting them down edits them:
// they move with the save, and the undo brings them back as one step.
class LineMoves : public QObject {
    Q_OBJECT
public:
    // Both must outlive it.
    LineMoves(Database* database, Records* records);

    // From now on these are meant, as long as the clipboard holds `text`. `links`: the columns by
    // which they belong to a record.
    void takeUp(const QString& table, const QStringList& links, const QList<RecordId>& lines,
                const QString& text);
    // Whether a paste of this text among lines of this table, which belong by these columns, means
    // them.
    bool areMeant(const QString& table, const QStringList& links, const QString& text) const;
    // They belong to the record with these values from now on. What counts within them goes on
    // counting there. Reads in the background; told() says what became of it. Requires: they are
    // meant.
    void putDown(const BoundScreen& screen, const QMap<QString, Value>& parent);

Q_SIGNALS:
    void told(const gravin::Notice& notice);

private:
    struct Read {
        std::vector<Record> records;
        QMap<QString, qint64> next; // of each column that counts
    };
    void move(const BoundScreen& screen, const QMap<QString, Value>& parent,
              const QList<RecordId>& lines, const Read& read);
    qint64 nextBehindDrafts(const BoundScreen& screen, int column,
                            const QMap<QString, Value>& parent, qint64 stored) const;

    Database* m_database;
    Records* m_records;
    QString m_table;
    QStringList m_links;
    QList<RecordId> m_lines;
    QString m_text;
};

} // namespace gravin
