// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/line_moves.h"

#include "core/base/text.h"
#include "core/fitting/next_number.h"
#include "core/records/table_reader.h"
#include "session/database.h"
#include "session/drafts/draft_history.h"
#include "session/records.h"

#include <algorithm>
#include <limits>
#include <utility>

namespace gravin {

namespace {

// The columns that number lines within what they belong by.
QStringList countingColumns(const BoundScreen& screen, const QMap<QString, Value>& parent) {
    QStringList counting;
    for (const BoundField& field : screen.fields) {
        const auto shared = countsWithin(*screen.table, field.name());
        if (shared && field.definition.defaultValue.kind == FieldDefault::Kind::NextNumber &&
            std::all_of(shared->begin(), shared->end(),
                        [&](const QString& column) { return parent.contains(column); }))
            counting += field.name();
    }
    return counting;
}

} // namespace

LineMoves::LineMoves(Database* database, Records* records)
    : m_database(database)
    , m_records(records) {}

void LineMoves::takeUp(const QString& table, const QStringList& links, const QList<RecordId>& lines,
                       const QString& text) {
    m_table = table;
    m_links = links;
    m_lines = lines;
    m_text = text;
}

bool LineMoves::areMeant(const QString& table, const QStringList& links,
                         const QString& text) const {
    return !m_lines.isEmpty() && table == m_table && links == m_links && text == m_text;
}

void LineMoves::putDown(const BoundScreen& screen, const QMap<QString, Value>& parent) {
    const QString reason = screen.reasonAgainst(Operation::Update);
    const bool isOfNew = std::any_of(m_lines.begin(), m_lines.end(), [&](const RecordId& id) {
        const Draft* draft = m_records->drafts(m_table)->find(id);
        return id.isNew() && (!draft || draft->parent);
    });
    if (!reason.isEmpty() || isOfNew) {
        Q_EMIT told({Notice::Kind::Refused,
                     isOfNew ? tr("Save the record that these lines belong to first.") : reason});
        return;
    }
    const QList<RecordId> lines = std::exchange(m_lines, {});
    std::vector<Key> keys;
    for (const RecordId& id : lines) {
        if (!id.isNew())
            keys.push_back(id.key);
    }
    const std::shared_ptr<const Table> laidOut = m_records->table(m_table);
    m_database->reader()->run<Read>(
        this,
        [table = laidOut, keys, parent,
         counting = countingColumns(screen, parent)](Session& session) -> Result<Read> {
            Read read;
            auto records = TableReader(session, *table).records(keys);
            if (!records)
                return records.error();
            read.records = std::move(*records);
            for (const QString& column : counting) {
                QMap<QString, Value> shared;
                for (const QString& each : countsWithin(*table, column).value_or(QStringList()))
                    shared.insert(each, parent.value(each));
                const auto next = nextNumber(session, *table, column, shared);
                if (!next)
                    return next.error();
                if (*next)
                    read.next.insert(column, **next);
            }
            return read;
        },
        [this, screen, parent, lines, laidOut](const Result<Read>& read) {
            // A source may have gone since, or count its columns otherwise.
            if (!m_records->tablesInUse().contains(laidOut->name) ||
                m_records->table(laidOut->name) != laidOut)
                Q_EMIT told({Notice::Kind::Refused,
                             tr("The lines were not moved: their table is another now.")});
            else if (!read)
                Q_EMIT told({Notice::Kind::Refused, read.error().sentence, read.error().detail});
            else
                move(screen, parent, lines, *read);
        });
}

qint64 LineMoves::nextBehindDrafts(const BoundScreen& screen, int column,
                                   const QMap<QString, Value>& parent, qint64 stored) const {
    const DraftStore* drafts = m_records->drafts(screen.table->name);
    qint64 next = stored;
    for (const RecordId& id : drafts->all()) {
        const Draft* draft = drafts->find(id);
        bool isThere = true;
        for (auto each = parent.begin(); each != parent.end(); ++each)
            isThere = isThere && draft->value(screen.table->indexOf(each.key())) == *each;
        const Value& taken = draft->value(column);
        if (isThere && taken.kind() == Value::Kind::Integer &&
            taken.asInteger() < std::numeric_limits<qint64>::max())
            next = std::max(next, taken.asInteger() + 1);
    }
    return next;
}

void LineMoves::move(const BoundScreen& screen, const QMap<QString, Value>& parent,
                     const QList<RecordId>& lines, const Read& read) {
    DraftStore* drafts = m_records->drafts(screen.table->name);
    QMap<int, qint64> numbers;
    for (auto each = read.next.begin(); each != read.next.end(); ++each) {
        const int column = screen.table->indexOf(each.key());
        numbers.insert(column, nextBehindDrafts(screen, column, parent, *each));
    }
    qint64 moved = 0;
    {
        DraftHistory::OneStep step(m_records->history());
        const DraftStore::Batch batch(drafts);
        for (const RecordId& id : lines) {
            const auto record =
                std::find_if(read.records.begin(), read.records.end(),
                             [&](const Record& each) { return each.key == id.key; });
            const Record* stored = record == read.records.end() ? nullptr : &*record;
            const Draft* draft = drafts->find(id);
            if (!draft && !stored)
                continue; // somebody else has deleted it
            const auto valueOf = [&](int column) {
                return draft ? draft->value(column) : stored->values[static_cast<size_t>(column)];
            };
            bool isThere = true;
            for (auto each = parent.begin(); each != parent.end(); ++each)
                isThere = isThere && valueOf(screen.table->indexOf(each.key())) == *each;
            if (isThere)
                continue;
            for (auto each = parent.begin(); each != parent.end(); ++each)
                drafts->setValue(id, stored, screen.table->indexOf(each.key()), *each);
            for (auto number = numbers.begin(); number != numbers.end(); ++number)
                drafts->setValue(id, stored, number.key(), Value::integer((*number)++));
            ++moved;
        }
    }
    Q_EMIT told(moved == 0 ? Notice{Notice::Kind::Refused, tr("They belong here already.")}
                           : Notice{Notice::Kind::Done,
                                    tr("%1 moved here with the next save. Undo puts them back.")
                                        .arg(countedRecords(moved))});
}

} // namespace gravin
