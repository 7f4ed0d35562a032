// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/catalog.h"
#include "core/records/rules.h"
#include "core/value/locale_form.h"

#include <QByteArray>
#include <QList>
#include <QString>
#include <QStringList>

#include <functional>
#include <optional>

namespace gravin {

enum class CheckKind { Required, Range, Length, Pattern, OneOf, Unique, Reference, Condition };
QString checkName(CheckKind kind); // the word of project files and refusals: "one_of"
std::optional<CheckKind> checkFromName(const QString& name);
QString checkLabel(CheckKind kind); // the word for people: "One of"
QList<CheckKind> allCheckKinds();

// Whether a failed check stops a save, or is told and can be passed.
enum class Severity { Stop, Warn };
QString severityName(Severity severity); // "warn"
std::optional<Severity> severityFromName(const QString& name);

QString inRunsName(InRuns inRuns); // "leave_out"
std::optional<InRuns> inRunsFromName(const QString& name);

// The stages that need no declaring.
namespace stage {
inline const QString Insert = QStringLiteral("insert");
inline const QString Update = QStringLiteral("update");
// A binary value is put into the record that is no signature, or one.
inline const QString Picture = QStringLiteral("picture");
inline const QString Signature = QStringLiteral("signature");
inline const QString Output = QStringLiteral("output"); // the record is printed or handed out
} // namespace stage

// What must hold for a record, as the developer states it. NULL passes every check but Required.
struct Check {
    CheckKind kind = CheckKind::Condition;
    // The field it is about, where its message stands. A condition may leave it out: the message
    // then stands at the first field that the condition names.
    QString column;
    // Range: as a person would type it into the field, or an expression; one of them may be empty.
    QString least = {};
    QString most = {};
    // Length: in characters; −1: no limit.
    int shortest = -1;
    int longest = -1;
    QString pattern = {};    // a regular expression that the whole text has to match
    QStringList values = {}; // OneOf: as texts, read by the column's type
    QStringList with = {};   // Unique: the columns that together with `column` are unique
    // Reference: the table and its column that must have a record with this value.
    QString table = {};
    QString target = {};
    QString condition = {}; // an expression, true or empty for a good record
    QString message = {};   // empty: a sentence of ours
    Severity severity = Severity::Stop;
    QStringList stages = {}; // empty: insert and update
    InRuns inRuns = InRuns::Stop;
    QByteArray unknown = {};
    friend bool operator==(const Check&, const Check&) = default;
};

// A step in a record's life: it has been reached while the condition is true.
struct Stage {
    QString name;
    QString when; // an expression
    QByteArray unknown = {};
    friend bool operator==(const Stage&, const Stage&) = default;
};

// Records that meet a condition are tinted and bear its words, all of a record or one field.
struct Tag {
    QString when; // an expression
    QString words;
    QString column = {}; // empty: the whole record
    QString colour = {}; // "#A3263B"; empty: the usual one
    QByteArray unknown = {};
    friend bool operator==(const Tag&, const Tag&) = default;
};

// What the developer says of the records of one table.
struct TableChecks {
    QList<Check> checks = {};
    QList<Stage> stages = {};
    QList<Tag> tags = {};
    friend bool operator==(const TableChecks&, const TableChecks&) = default;
};

// Whether a check of this kind can be about this column: texts have a length and a pattern, and
// what Gravin computes is neither filled in nor asked of the database.
bool canBeAbout(CheckKind kind, const Column& column);
// The expression that stands for a check; empty for those that no expression can stand for
// (required, unique, reference). Fails when a bound or value cannot be one of the column, or the
// column is not there.
Result<QString> conditionOf(const Check& check, const Table& table);
// A sentence for people who meet the check: "Depth must be from 0 to 40." `labelOf` gives a
// column's label; dates and figures are written by `form`.
QString proposedMessage(const Check& check, const Table& table,
                        const std::function<QString(const QString&)>& labelOf,
                        const LocaleForm& form);
// A line for the developer: "Depth from 0 to 40".
QString checkSummary(const Check& check);

} // namespace gravin
