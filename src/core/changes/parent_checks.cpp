// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/parent_checks.h"

#include "core/database/aggregate.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

ParentChecks::ParentChecks(ChangeRun& run, WriteChecks& checks)
    : m_run(run)
    , m_checks(checks)
    , m_readers(run.request.restoring ? QHash<QString, QList<Reader>>()
                                      : readersOf(run.catalog, run.rules)) {}

QHash<QString, QList<ParentChecks::Reader>> ParentChecks::readersOf(const Catalog& catalog,
                                                                    const RuleBook& rules) {
    QHash<QString, QList<Reader>> readers;
    for (const Table& table : catalog.tables) {
        const auto book = rules.constFind(table.name);
        if (book == rules.constEnd() || table.isQuery())
            continue;
        for (int place = 0; place < table.columns.size(); ++place) {
            const Column& column = table.columns[place];
            if (column.aggregate &&
                std::any_of(book->checks.begin(), book->checks.end(), [&](const CheckRule& rule) {
                    return rule.columns.contains(column.name);
                }))
                readers[column.aggregate->from.name] += {&table, place};
        }
    }
    return readers;
}

bool ParentChecks::areAskedBy(const Catalog& catalog, const RuleBook& rules, const QString& lines) {
    return readersOf(catalog, rules).contains(lines);
}

Step ParentChecks::note() {
    const std::vector<RecordChange>& written = m_run.change.records;
    m_noted = std::min(m_noted, written.size()); // what was moved to the log is not here any more
    for (; !m_readers.isEmpty() && m_noted < written.size(); ++m_noted) {
        const RecordChange& line = written[m_noted];
        for (const Reader& reader : m_readers.value(line.table)) {
            if (const Step noted = noteLine(reader, line); !noted)
                return noted;
        }
    }
    return Success{};
}

// The record that the line belonged to, and the one that it belongs to now.
Step ParentChecks::noteLine(const Reader& reader, const RecordChange& line) {
    const Aggregate& aggregate = *reader.table->columns[reader.place].aggregate;
    const Table* lines = m_run.catalog.table(line.table);
    if (!lines)
        return Success{};
    FieldValues now;
    if (line.operation != Operation::Delete) {
        const auto record = TableReader(m_run.session, *lines).record(line.keyAfter(lines->key));
        if (!record)
            return ChangeRun::failed(record.error());
        if (*record) // else a later step has deleted it, and is noted itself
            now = fieldValues(*lines, **record);
    }
    for (const bool isBefore : {true, false}) {
        if (isBefore ? line.operation == Operation::Insert : now.isEmpty())
            continue;
        std::vector<Value> links;
        for (const Aggregate::Link& link : aggregate.links)
            links.push_back(isBefore ? line.before.value(link.column, now.value(link.column))
                                     : now.value(link.column));
        if (const Step added = addParents(reader, links); !added)
            return added;
    }
    return Success{};
}

Step ParentChecks::addParents(const Reader& reader, const std::vector<Value>& links) {
    // What nothing links belongs to every record: only writing the record itself asks it.
    if (links.empty() || anyNull(links))
        return Success{};
    const Aggregate& aggregate = *reader.table->columns[reader.place].aggregate;
    QStringList columns;
    for (const Aggregate::Link& link : aggregate.links)
        columns += link.ofRecord;
    const auto keys = TableReader(m_run.session, *reader.table).keysWhere(columns, links);
    if (!keys)
        return ChangeRun::failed(keys.error());
    for (const Key& key : *keys)
        m_parents.insert({reader.table->name, key});
    return Success{};
}

Step ParentChecks::ask() {
    if (const Step noted = note(); !noted)
        return noted;
    for (const RecordPlace& place : m_run.askedLater.keys())
        m_parents.insert(place);
    for (const RecordPlace& place : std::as_const(m_parents)) {
        if (const Step asked = askRecord(place); !asked)
            return asked;
    }
    return Success{};
}

Step ParentChecks::askRecord(const RecordPlace& place) {
    const Table& table = *m_run.catalog.table(place.first);
    const auto record = TableReader(m_run.session, table).record(place.second);
    if (!record)
        return ChangeRun::failed(record.error());
    if (!*record)
        return Success{}; // it went with its lines
    return m_checks.atEnd(table, **record, m_run.askedLater.value(place, Occasion::What::Update));
}

} // namespace gravin
