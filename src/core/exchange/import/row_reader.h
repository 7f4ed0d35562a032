// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_import.h"
#include "core/exchange/import/file_lookups.h"
#include "core/records/known_parents.h"

namespace gravin {

// Reads a file part by part and finds out what each row would do. What only the one door knows for
// certain (its own checks after the statement, rules of the database) it asks later. Belongs to its
// session's thread.
class RowReader {
public:
    // All must outlive it.
    RowReader(Session& session, const Catalog& catalog, const RuleBook& rules,
              const BoundScreen& screen, const ImportSetUp& setUp);

    Status open(const QString& path);
    QStringList heads() const { return m_rows->heads(); }
    // Empty: that was all.
    Result<std::vector<ImportRow>> next();

    // What the rows so far find records by, where it is asked what the file lacks.
    const QSet<Key>& named() const { return m_named; }
    // The first refused row that does not say which record it means; 0: each says it.
    qint64 unnamedLine() const { return m_unnamedLine; }

private:
    struct Target {
        size_t cell;
        BoundField field; // with the file's form
    };
    struct Read {
        ImportRow row;
        FieldValues values;   // what the file says
        bool isNamed = false; // it says which record it means
    };
    Result<std::vector<Read>> readPart();
    Status take(const Target& target, const FileInput& input, Read& read);
    Status takeLookup(const Target& target, const QString& text, Read& read);
    Result<Value> valueOf(const Target& target, const FileInput& input) const;
    void answer(Read& read) const;
    Status findRecords(std::vector<Read>& part);
    void decide(Read& read, const std::vector<Record>& found) const;
    void add(Read& read) const;
    void change(Read& read, const Record& record) const;
    void check(Read& read, const Record* record) const;
    Status askUnique(std::vector<Read>& part);
    ProposedValues proposed(const Read& read) const;
    Status askReferences(std::vector<Read>& part);
    Status askReferences(Read& read, const ProposedValues& values, const KnownParents& known) const;
    // The record's columns that have these names; nothing: one is not known, or empty.
    std::optional<Key> keyOf(const FieldValues& values, const QStringList& columns) const;
    QString labelOf(const QString& column) const;
    static void refuse(ImportRow& row, ImportProblem problem);

    Session& m_session;
    const Catalog& m_catalog;
    const RuleBook& m_rules;
    const BoundScreen& m_screen;
    const ImportSetUp& m_setUp;
    const Table& m_table;
    TableRules m_tableRules;
    Present m_present = Present::take();
    FieldValues m_defaults;
    std::unique_ptr<FileRows> m_rows;
    std::vector<Target> m_targets;
    QString m_path;
    QList<const BoundField*> m_fields; // of the targets
    FileLookups m_lookups;
    QHash<QString, QSet<Key>> m_seen; // of what has to be unique, by its columns
    QSet<Key> m_named;
    qint64 m_unnamedLine = 0;
};

} // namespace gravin
