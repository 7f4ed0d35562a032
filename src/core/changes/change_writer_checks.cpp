// SPDX-License-Identifier: GPL-3.0-or-later
// The part of the one door that checks what is to be written, and says why it is not.
#include "core/base/text.h"
#include "core/changes/change_writer.h"
#include "core/records/database_rules.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

// Before the statement: what can be said without it.
ChangeWriter::Step ChangeWriter::check(const Table& table, const ProposedValues& values,
                                       const FieldValues& written, const Key& key,
                                       const ChangeRequest& request, const QSet<QString>& given) {
    const bool isNew = key.isEmpty();
    std::vector<Problem> problems;
    checkWritten(table, written, isNew, request, given, problems);
    if (!request.restoring) {
        Occasion occasion{isNew ? Occasion::What::Insert : Occasion::What::Update};
        occasion.written = {written.keyBegin(), written.keyEnd()};
        occasion.present = m_present;
        for (Problem& problem : problemsOf(table, m_rules.value(table.name), values, occasion))
            problems.push_back(std::move(problem));
        const TableRules rules = m_rules.value(table.name);
        DatabaseRules database(m_session, m_catalog, table, rules, key);
        if (Status asked = database.askReferences(values, occasion.written, problems); !asked)
            return fail(asked.error());
    }
    return judge(std::move(problems), table, key, request);
}

// After the statement: what the database gave and computed, and what only it can answer.
ChangeWriter::Step ChangeWriter::checkStored(const Table& table, const Record& stored,
                                             const Record* before, const ChangeRequest& request) {
    const TableRules rules = m_rules.value(table.name);
    if (request.restoring || rules.checks.isEmpty())
        return Nothing{};
    Occasion occasion{before ? Occasion::What::Update : Occasion::What::Insert};
    for (qsizetype i = 0; i < table.columns.size(); ++i) {
        const auto at = static_cast<size_t>(i);
        if (!before || before->values[at] != stored.values[at])
            occasion.written += table.columns[i].name;
    }
    occasion.isStored = true;
    occasion.present = m_present;
    const ProposedValues values(stored.values.begin(), stored.values.end());
    std::vector<Problem> problems = problemsOf(table, rules, values, occasion);
    DatabaseRules database(m_session, m_catalog, table, rules, stored.key);
    if (Status asked = database.askChecks(values, occasion, problems); !asked)
        return fail(asked.error());
    return judge(std::move(problems), table, stored.key, request);
}

// What stops comes first; warnings pass where they were accepted.
ChangeWriter::Step ChangeWriter::judge(std::vector<Problem> problems, const Table& table,
                                       const Key& key, const ChangeRequest& request) {
    std::erase_if(problems, [&](const Problem& problem) {
        const auto isThis = [&](Problem accepted) {
            accepted.record = problem.record;
            return accepted == problem;
        };
        return problem.warning &&
               (request.acceptsAllWarnings || std::any_of(request.acceptedWarnings.begin(),
                                                          request.acceptedWarnings.end(), isThis));
    });
    if (problems.empty())
        return Nothing{};
    std::stable_partition(problems.begin(), problems.end(),
                          [](const Problem& problem) { return !problem.warning; });
    const auto allAre = [&](InRuns way) {
        return std::all_of(problems.begin(), problems.end(),
                           [&](const Problem& problem) { return problem.inRuns == way; });
    };
    const bool leavesOut = request.isRun && allAre(InRuns::LeaveOut);
    // Only what has a field can be asked for.
    const bool asks = request.isRun && allAre(InRuns::Ask) &&
                      std::none_of(problems.begin(), problems.end(),
                                   [](const Problem& problem) { return problem.field.isEmpty(); });
    m_goesOn = leavesOut || asks;
    const Stop stop = refuse(std::move(problems), table, key);
    if (m_goesOn) {
        std::vector<Problem>& noted = leavesOut ? m_change.leftOut : m_gaps;
        noted.insert(noted.end(), m_failure.problems.begin(), m_failure.problems.end());
    }
    return stop;
}

void ChangeWriter::checkWritten(const Table& table, const FieldValues& written, bool isNew,
                                const ChangeRequest& request, const QSet<QString>& given,
                                std::vector<Problem>& problems) {
    const TableRules rules = m_rules.value(table.name);
    const ScreenRules* screen = request.rulesFor(table.name);
    for (auto field = written.begin(); field != written.end(); ++field) {
        const Column& column = *table.column(field.key());
        const FieldRule* rule = rules.rule(field.key());
        const QString label = rules.labelOf(field.key());
        // The screen that it comes from has its own word; what it does not show, all share.
        const FieldRule* own = screen ? screen->rule(field.key()) : nullptr;
        const FieldRule* asked = own ? own : rule;
        // What a default gives is nobody's edit.
        const bool isGiven = isNew && given.contains(field.key());
        const bool allowed =
            !asked || request.restoring || isGiven || (isNew ? asked->settable : asked->editable);
        const bool granted = isNew ? column.mayInsert : column.mayUpdate;
        if (column.computed || !allowed || !granted)
            problems.push_back(
                {{},
                 field.key(),
                 QStringLiteral("editable"),
                 column.computed
                     ? say("%1 is computed by the database and cannot be changed.").arg(label)
                 : !granted ? say("This account has no right to write %1.").arg(label)
                 : own      ? say("%1 is not to be changed on this screen.").arg(label)
                            : say("%1 is not to be changed.").arg(label),
                 label});
        else if (Status held = m_session.dialect().canHold(field.value(), column.type); !held)
            problems.push_back(
                {{}, field.key(), QStringLiteral("exact"), held.error().sentence, label});
    }
}

ChangeWriter::Stop ChangeWriter::fail(Error error) {
    m_failure = {std::move(error), {}, {}};
    return {};
}

ChangeWriter::Stop ChangeWriter::refuse(std::vector<Problem> problems, const Table& table,
                                        const Key& key) {
    const QString record = key.isEmpty() ? QString() : keyText(key, table.keyTypes());
    for (Problem& problem : problems)
        problem.record = record;
    m_failure = {{ErrorKind::Refused, problems.front().message}, std::move(problems), {}};
    return {};
}

ChangeWriter::Stop ChangeWriter::refuse(const Problem& problem, const Table& table,
                                        const Key& key) {
    return refuse(std::vector<Problem>{problem}, table, key);
}

// Traces what the database refused back to its field, where it says enough.
ChangeWriter::Stop ChangeWriter::refuseByEngine(const Error& error, const Table& table,
                                                const Key& key, const FieldValues& written) {
    if (error.kind != ErrorKind::Refused)
        return fail(error);
    const ConstraintFailure failure = m_session.dialect().constraintFailure(error);
    const TableRules rules = m_rules.value(table.name);
    QStringList columns = failure.columns.isEmpty()
                              ? table.constraintColumns.value(failure.constraint)
                              : failure.columns;
    // An engine that only tells the value has told the field when one alone was to hold it.
    if (columns.isEmpty() && !failure.value.isEmpty()) {
        for (auto field = written.begin(); field != written.end(); ++field) {
            const Column* held = table.column(field.key());
            if (held && toText(field.value(), held->type) == failure.value)
                columns += field.key();
        }
        if (columns.size() > 1)
            columns.clear();
    }
    const QString column = columns.isEmpty() ? QString() : columns.front();
    const QString label = column.isEmpty() ? QString() : rules.labelOf(column);
    Problem problem{{}, column, QStringLiteral("database"), error.sentence, label};
    switch (failure.kind) {
    case ConstraintFailure::Kind::Unique:
        problem.check = QStringLiteral("unique");
        problem.message = say("%1: another record already has this value.").arg(label);
        break;
    case ConstraintFailure::Kind::NotNull:
        problem.check = QStringLiteral("required");
        problem.message = say("%1 is missing. Fill it in.").arg(label);
        break;
    case ConstraintFailure::Kind::Reference:
        problem.check = QStringLiteral("reference");
        problem.message = say("A reference between records would point nowhere.");
        break;
    case ConstraintFailure::Kind::Check:
        problem.check = QStringLiteral("database");
        problem.message = say("A rule of the database forbids these values.");
        break;
    case ConstraintFailure::Kind::Value:
        problem.check = QStringLiteral("value");
        problem.message = label.isEmpty()
                              ? error.sentence
                              : say("%1: the database cannot take this value.").arg(label);
        break;
    case ConstraintFailure::Kind::Other:
        break;
    }
    refuse(problem, table, key);
    m_failure.error.detail = error.detail;
    return {};
}

ChangeWriter::Stop ChangeWriter::conflict(RecordConflict conflict) {
    const Table& table = *m_catalog.table(conflict.table);
    const QString key = keyText(conflict.key, table.keyTypes());
    QStringList labels;
    for (const FieldConflict& field : conflict.fields)
        labels += m_rules.value(conflict.table).labelOf(field.column);
    const QString sentence =
        conflict.gone
            ? say("The record %1 of %2 was deleted meanwhile. Nothing was written.")
                  .arg(key, conflict.table)
            : say("Somebody else changed %1 of the record %2 meanwhile. Nothing was written.")
                  .arg(labels.join(QStringLiteral(", ")), key);
    m_failure = {{ErrorKind::Conflict, sentence}, {}, {std::move(conflict)}};
    return {};
}

} // namespace gravin
