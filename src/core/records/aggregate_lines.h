// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/aggregate.h"
#include "core/records/bound_expression.h"
#include "core/records/fold.h"
#include "core/value/key.h"

#include <QHash>

#include <deque>
#include <unordered_map>

namespace gravin {

// What a subquery asks of a line, ready to be asked: by itself and with the record it belongs to.
class LineQuestion {
public:
    // Both must outlive it. `table` is that of the record.
    LineQuestion(const Aggregate& aggregate, const Table& table);

    // The columns of a line that it reads, first those that link it to its record.
    const QList<Column>& columns() const { return m_columns; }
    // The places of what it reads of a record in its table: first those that it is linked by.
    const QList<int>& ofRecord() const { return m_ofRecord; }
    size_t links() const { return static_cast<size_t>(m_aggregate.links.size()); }

    // `line` holds the values of columns(), `record` those of ofRecord(). What the line is linked
    // to is not asked.
    void addTo(Fold& fold, const std::vector<Value>& line, const std::vector<Value>& record,
               const Present& present) const;
    const Subquery& subquery() const { return *m_aggregate.subquery; }
    bool readsRecord() const { return m_readsRecord; }

private:
    // Where the values of an expression's columns are: the line's from 0 on, the record's as −1 and
    // below.
    using Places = QList<int>;
    Places placesOf(const std::shared_ptr<const Expression>& part);
    int placeOf(const QString& column);
    static std::vector<const Value*> valuesAt(const Places& places, const std::vector<Value>& line,
                                              const std::vector<Value>& record);

    const Aggregate& m_aggregate;
    const Table& m_table;
    QList<Column> m_columns;
    QList<int> m_ofRecord;
    Places m_what;
    Places m_order;
    Places m_condition;
    bool m_readsRecord;
};

// What lines come to, by the whole number that links them to their record. Lines mostly come in the
// order of that number: such are kept one behind the other, where the next one asked for is near.
class NumberedFolds {
public:
    // `subquery` must outlive them.
    explicit NumberedFolds(const Subquery& subquery)
        : m_subquery(subquery) {}

    Fold& of(qint64 number);
    const Fold* find(qint64 number) const; // null: none has come

private:
    struct Numbered {
        qint64 number = 0;
        Fold fold;
    };
    const Numbered* inOrder(qint64 number) const;

    const Subquery& m_subquery;
    std::deque<Numbered> m_inOrder; // by number; a vector would move a million of them to grow
    std::unordered_map<qint64, Fold> m_others;
    mutable size_t m_next = 0; // behind the last one that was asked for
};

// The lines of many records, read by one statement, and the value that they give for each record.
class AggregateLines {
public:
    // Both must outlive it.
    AggregateLines(std::shared_ptr<const Aggregate> aggregate, const Table& table);

    const LineQuestion& question() const { return m_question; }
    // A line more. `values` are those of question().columns().
    void take(std::vector<Value>&& values, const Present& present);
    // What they give for a record, whose values are those of question().ofRecord(); NULL where it
    // cannot be had.
    Value valueOf(const std::vector<Value>& record, const Present& present) const;

private:
    Key linkOf(const std::vector<Value>& values) const;
    // The whole number that alone links a line to its record; null: it is linked otherwise.
    const Value* integerLink(const std::vector<Value>& values) const;
    Fold& foldOf(const std::vector<Value>& line);
    const Fold* knownFold(const std::vector<Value>& record) const; // null: it has no lines

    std::shared_ptr<const Aggregate> m_aggregate;
    LineQuestion m_question;
    // Where lines are asked by themselves: by the number that links them, else by all that does.
    NumberedFolds m_byNumber;
    struct LinkHash {
        size_t operator()(const Key& link) const { return qHash(link); }
    };
    std::unordered_map<Key, Fold, LinkHash> m_folds;
    QHash<Key, std::vector<std::vector<Value>>> m_lines; // where the record has a say
};

} // namespace gravin
