// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/import/file_import.h"

namespace gravin {

// What the lookups of a file's fields find for the texts that stand there. Belongs to its session's
// thread.
class FileLookups {
public:
    // All must outlive it. `table`: that the rows go to.
    FileLookups(Session& session, const Catalog& catalog, const RuleBook& rules, const Table& table,
                const ImportSetUp& setUp)
        : m_session(session)
        , m_catalog(catalog)
        , m_rules(rules)
        , m_table(table)
        , m_setUp(setUp) {}

    struct Found {
        Value stored;
        // Nothing shows the text, and a record of it is to be made: what it stores is not known.
        bool isMade = false;
        // Nothing shows the text, and it could be made, once what it lacks is said.
        QString reason = {};
        QStringList lacks = {}; // columns of the lookup's table
    };
    // By what it shows; else by what it stores. Refused: neither, and none can be made of it.
    Result<Found> find(const BoundField& field, const QString& text);
    // A row may refer to another one of the same file that stands before it. `fields`: the file's.
    void noteOwn(const QList<const BoundField*>& fields, const FieldValues& values);
    // Whether it was asked for something in this field.
    bool knows(const QString& column) const { return m_known.contains(column); }

private:
    struct Known {
        QHash<QString, QList<Value>> byShown; // what is stored for what is shown
        QSet<Key> stored;
    };
    Result<const Known*> known(const BoundField& field);
    struct Making {
        QString reason = {};    // why none can be made; empty: one can
        QStringList lacks = {}; // what has to be said of it before
        QString missing = {};   // the same in words
    };
    Making makingOf(const BoundField& field, const QString& text) const;

    Session& m_session;
    const Catalog& m_catalog;
    const RuleBook& m_rules;
    const Table& m_table;
    const ImportSetUp& m_setUp;
    Present m_present = Present::take();
    QHash<QString, Known> m_known; // by column
};

// The records that are made for texts that lookups do not find, before any row is written.
std::vector<RecordEdit> makingEdits(const BoundScreen& screen, const ImportSetUp& setUp,
                                    const QMap<QString, QStringList>& texts);

} // namespace gravin
