// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/act.h"
#include "core/records/bound_expression.h"

#include <QHash>
#include <QSet>

#include <optional>
#include <vector>

namespace gravin {

// What a run over many records does with a record that fails a check: it stops, goes on without it,
// or stops and asks for what is missing, to go on with it.
enum class InRuns { Stop, LeaveOut, Ask };

// One thing that is wrong with one record, for people and for scripts.
struct Problem {
    QString record;       // its key as text; empty for a record that has none yet
    QString field;        // the column; empty when it concerns the whole record
    QString check;        // "required", "range", "reference", "unique", "editable", …
    QString message;      // what is wrong and how to mend it
    QString label;        // the field as people know it
    bool warning = false; // can be passed when somebody says so
    InRuns inRuns = InRuns::Stop;
    friend bool operator==(const Problem&, const Problem&) = default;
};

// What must hold for one field.
struct FieldRule {
    QString column;
    QString label;
    bool required = false;
    bool editable = true;      // in a record that is stored
    bool settable = true;      // in a new one
    QString editableWhen = {}; // only while it is true; empty: always
    QString message = {};      // said when a required field is empty; empty: a sentence of ours
    friend bool operator==(const FieldRule&, const FieldRule&) = default;
};

// A check of the developer's or of the database, ready to be asked.
struct CheckRule {
    enum class Asks {
        Condition,
        Filled,
        Unique,    // of the database: no other record has these values in `columns`
        Reference, // of the database: `table` has a record with this value in `target`
        Nothing    // it cannot be asked; the message says why
    };
    Asks asks = Asks::Condition;
    QString name;             // "range", "one_of", …
    QString column;           // where its message stands
    QStringList columns = {}; // all that it reads
    BoundExpression condition = {};
    QString table = {};
    QString target = {};
    QString message = {};
    bool warns = false;
    InRuns inRuns = InRuns::Stop;
    // When it is asked: at any of these.
    bool onInsert = true;
    bool onUpdate = true;
    bool onPicture = false;
    bool onSignature = false;
    bool onOutput = false;
    QList<BoundExpression> onStages = {}; // while one of them is true
    // Of expressions only whether they are the same ones, not whether they read alike.
    friend bool operator==(const CheckRule&, const CheckRule&) = default;
};

struct TableRules {
    QList<FieldRule> fields; // columns without a rule may be absent
    QList<CheckRule> checks = {};
    // Why no screen of the project lets anybody do this; empty: one does, or none shows the table.
    QMap<Operation, QString> reasons = {};
    // What this person may not do here, by the roles that they have, and why.
    QMap<Act, QString> forbidden = {};

    const FieldRule* rule(const QString& column) const;
    // The label, or the column's name where there is no rule.
    QString labelOf(const QString& column) const;
    friend bool operator==(const TableRules&, const TableRules&) = default;
};

// What one screen says of the edits that are made on it, instead of what all share.
struct ScreenRules {
    QString table;                         // that is written to
    QList<FieldRule> fields;               // those it shows
    QMap<Operation, QString> reasons = {}; // why it does not let people do this; empty: it does
    QMap<Act, QString> forbidden = {};     // by the person's roles, and why

    const FieldRule* rule(const QString& column) const; // null: it does not show it
};

// Rules by table name.
using RuleBook = QHash<QString, TableRules>;

// The values a record will have, in the order of the table's columns; nothing where an insert
// leaves the column out.
using ProposedValues = std::vector<std::optional<Value>>;

// Empty for a required check: NULL, or text without anything but blanks.
bool isEmptyValue(const Value& value);

// What is asked, and of what.
struct Occasion {
    enum class What { Insert, Update, Output };
    What what = What::Update;
    // The columns that were written. What was there before may stay as it is: of an update only
    // checks that read one of these, or whose stage does, are asked, besides what must not be
    // empty. Of stored values also what the database itself changed.
    QSet<QString> written = {};
    // Checks that read one of these are not asked: nobody knows yet what is meant there.
    QSet<QString> unreadable = {};
    // The values are those that the database has stored, with all it gave and computed by itself.
    bool isStored = false;
    Present present;

    explicit Occasion(What asked = What::Update, const Present& now = Present::take())
        : what(asked)
        , present(now) {}
};

// Whether the rule is to be asked on this occasion, by its stages and by what was written.
bool isAsked(const CheckRule& rule, const Table& table, const ProposedValues& values,
             const Occasion& occasion);
// The problem of a record that fails the rule.
Problem problemOf(const CheckRule& rule, const TableRules& rules);

// The columns of a table that can be edited only while a condition is true, bound to that very
// table: a rule may have been stated over a SELECT of it, whose columns stand elsewhere. A
// condition that does not fit locks nothing; the binding check says why.
class FieldLocks {
public:
    // A screen's own rule counts where it shows the column; it may be null.
    FieldLocks(const Table& table, const TableRules& rules, const ScreenRules* screen = nullptr);

    struct Lock {
        QString column;
        QString label;
        QString text;
        BoundExpression when;
    };
    const std::vector<Lock>& all() const { return m_locks; }
    // Of these columns, those that may not be edited in this record, neither as it was nor as it is
    // now. `former`, null for a new record, and `now` have a value for each column of the table.
    std::vector<Problem> problems(const QSet<QString>& written, const std::vector<Value>* former,
                                  const std::vector<Value>& now, const Present& present) const;

private:
    std::vector<Lock> m_locks;
};

// Every check that needs no database. A check that cannot be evaluated has failed.
std::vector<Problem> problemsOf(const Table& table, const TableRules& rules,
                                const ProposedValues& values, const Occasion& occasion);

} // namespace gravin
