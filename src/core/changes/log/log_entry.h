// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change.h"
#include "core/database/session_writer.h"
#include "core/database/stored_value.h"

#include <memory>

namespace gravin {

// Updates of one table, side by side in a temporary table: their order from 0, the record's key as
// the log has it, and for each column what it was and what it is.
struct StepTable {
    QString name;        // quoted
    QStringList columns; // in the order of their code units
    qint64 count = 0;
    static QString sequence() { return QStringLiteral("gravin_seq"); }
    static QString key() { return QStringLiteral("gravin_key"); }
    static QString before(qsizetype column) { return QStringLiteral("gravin_o%1").arg(column); }
    static QString after(qsizetype column) { return QStringLiteral("gravin_n%1").arg(column); }
};

// A number for what an update does to one field, from values as the log keeps them. Sums of it tell
// whether two ways to the same changes came to the same.
quint64 stepContent(QByteArrayView recordKey, QByteArrayView column, const StoredValue& before,
                    const StoredValue& after);

// One change while it is written to the log, in parts where it has many records. Requires: a
// writing transaction is open. Belongs to its session's thread.
class LogEntry {
public:
    // Both must outlive the entry.
    LogEntry(SessionWriter& writer, const Catalog& catalog);
    ~LogEntry();

    // Sets the change's id and, where it has none, its uid.
    Status begin(CommittedChange& change);
    Status add(const std::vector<RecordChange>& records);
    // Updates that stand in a table of the engine, as StepTable says; answers the sum of
    // stepContent() over them. Requires: the engine is SetWise, and can say the log's form of these
    // columns.
    Result<quint64> addTogether(const StepTable& steps, const Table& table);
    // Makes what the log says of the change fit what was added, and seals it.
    Status end(CommittedChange& change);

private:
    struct Header {
        qint64 count = 0;
        QString tables;
        QString op;
        friend bool operator==(const Header&, const Header&) = default;
    };
    Status takeOver(CommittedChange& change, QVariantList told);
    // `count`: of all records that are added now.
    void noteAdded(const QString& table, const QString& operation, qint64 count);
    Status insertRows(const QStringList& columns, const std::vector<QVariantList>& rows);

    SessionWriter& m_writer;
    Session& m_session;
    const Catalog& m_catalog;
    std::unique_ptr<class ContentHash> m_hash;
    qint64 m_id = 0;
    Header m_written; // with the change's row
    Header m_added;
    QStringList m_tables;
};

} // namespace gravin
