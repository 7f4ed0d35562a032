// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/write_checks.h"

#include "core/base/text.h"
#include "core/records/database_rules.h"
#include "core/records/reached.h"

#include <algorithm>

namespace gravin {

QSet<QString> byHand(const FieldValues& written, const QSet<QString>& given) {
    return QSet<QString>{written.keyBegin(), written.keyEnd()}.subtract(given);
}

Step WriteChecks::before(const Table& table, const ProposedValues& values,
                         const FieldValues& written, const Key& key, const ChangeRequest& request,
                         const QSet<QString>& given) {
    const bool isNew = key.isEmpty();
    std::vector<Problem> problems;
    askWritten(table, written, isNew, request, given, problems);
    if (!request.restoring) {
        Occasion occasion(isNew ? Occasion::What::Insert : Occasion::What::Update, m_run.present);
        occasion.written = {written.keyBegin(), written.keyEnd()};
        occasion.unreadable = m_run.knownLater(table);
        const bool isReaching = !reachedThrough(table, occasion.written).isEmpty();
        ProposedValues known = isReaching ? values : ProposedValues();
        if (isReaching)
            leaveOutReached(table, known, occasion.written);
        for (Problem& problem : problemsOf(table, m_run.rules.value(table.name),
                                           isReaching ? known : values, occasion))
            problems.push_back(std::move(problem));
        const TableRules rules = m_run.rules.value(table.name);
        DatabaseRules database(m_run.session, m_run.catalog, table, rules, key,
                               &m_run.knownParents);
        if (Status asked = database.askReferences(values, occasion.written, problems); !asked)
            return ChangeRun::failed(asked.error());
    }
    return judge(std::move(problems), table, key, request);
}

Step WriteChecks::after(const Table& table, const Record& stored, const Record* former,
                        const QSet<QString>& byHand, const ChangeRequest& request) {
    if (request.restoring)
        return Success{};
    const TableRules rules = m_run.rules.value(table.name);
    std::vector<Problem> problems =
        FieldLocks(table, rules, request.rulesFor(table.name))
            .problems(byHand, former ? &former->values : nullptr, stored.values, m_run.present);
    if (rules.checks.isEmpty())
        return judge(std::move(problems), table, stored.key, request);
    Occasion occasion(former ? Occasion::What::Update : Occasion::What::Insert, m_run.present);
    for (qsizetype i = 0; i < table.columns.size(); ++i) {
        const auto at = static_cast<size_t>(i);
        if (!former || former->values[at] != stored.values[at])
            occasion.written += table.columns[i].name;
    }
    occasion.isStored = true;
    occasion.unreadable = m_run.knownLater(table);
    if (!occasion.unreadable.isEmpty())
        m_run.askedLater.insert({table.name, stored.key}, occasion.what);
    const ProposedValues values(stored.values.begin(), stored.values.end());
    for (Problem& problem : problemsOf(table, rules, values, occasion))
        problems.push_back(std::move(problem));
    DatabaseRules database(m_run.session, m_run.catalog, table, rules, stored.key);
    if (Status asked = database.askChecks(values, occasion, problems); !asked)
        return ChangeRun::failed(asked.error());
    return judge(std::move(problems), table, stored.key, request);
}

Step WriteChecks::atEnd(const Table& table, const Record& stored, Occasion::What what) {
    Occasion occasion(what, m_run.present);
    for (const Column& column : table.columns) {
        if (column.aggregate)
            occasion.written += column.name;
    }
    occasion.isStored = true;
    TableRules rules = m_run.rules.value(table.name);
    // The others were asked when the record itself was written.
    rules.checks.removeIf([&](const CheckRule& rule) {
        return std::none_of(rule.columns.begin(), rule.columns.end(),
                            [&](const QString& name) { return occasion.written.contains(name); });
    });
    const ProposedValues values(stored.values.begin(), stored.values.end());
    Step judged =
        judge(problemsOf(table, rules, values, occasion), table, stored.key, m_run.request);
    if (judged)
        return judged;
    NotDone refusal = judged.error();
    refusal.then = NotDone::Then::Stop; // it is too late to go on without the record
    return refusal;
}

// What stops comes first; warnings pass where they were accepted.
Step WriteChecks::judge(std::vector<Problem> problems, const Table& table, const Key& key,
                        const ChangeRequest& request) {
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
        return Success{};
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
    NotDone refusal = ChangeRun::refused(std::move(problems), table, key);
    if (leavesOut || asks) {
        refusal.then = NotDone::Then::GoOn;
        std::vector<Problem>& noted = leavesOut ? m_run.change.leftOut : m_run.gaps;
        noted.insert(noted.end(), refusal.failure.problems.begin(), refusal.failure.problems.end());
    }
    return refusal;
}

void WriteChecks::askWritten(const Table& table, const FieldValues& written, bool isNew,
                             const ChangeRequest& request, const QSet<QString>& given,
                             std::vector<Problem>& problems) const {
    const TableRules rules = m_run.rules.value(table.name);
    const ScreenRules* screen = request.rulesFor(table.name);
    for (auto field = written.begin(); field != written.end(); ++field) {
        const Column& column = *table.column(field.key());
        const FieldRule* rule = rules.rule(field.key());
        const QString label = rules.labelOf(field.key());
        // The screen that it comes from has its own word; what it does not show, all share.
        const FieldRule* own = screen ? screen->rule(field.key()) : nullptr;
        const FieldRule* asked = own ? own : rule;
        // What a default gives, or Gravin by itself, is nobody's edit.
        const bool isByItself =
            !column.filledWith.isEmpty() || column.stamp.when != Stamp::When::Never;
        const bool isGiven = (isNew || isByItself) && given.contains(field.key());
        const bool isStamped =
            column.stamp.when != Stamp::When::Never && !isGiven && !request.restoring;
        const bool allowed =
            !asked || request.restoring || isGiven || (isNew ? asked->settable : asked->editable);
        const bool granted = isNew ? column.mayInsert : column.mayUpdate;
        if (column.computed || !allowed || !granted || isStamped)
            problems.push_back(
                {{},
                 field.key(),
                 QStringLiteral("editable"),
                 column.computed
                     ? coreTr("%1 is computed by the database and cannot be changed.").arg(label)
                 : isStamped ? coreTr("%1 is set by itself and cannot be changed.").arg(label)
                 : !granted  ? coreTr("This account has no right to write %1.").arg(label)
                 : own       ? coreTr("%1 is not to be changed on this screen.").arg(label)
                             : coreTr("%1 is not to be changed.").arg(label),
                 label});
        else if (Status held = m_run.session.dialect().canHold(field.value(), column.type); !held)
            problems.push_back(
                {{}, field.key(), QStringLiteral("exact"), held.error().sentence, label});
    }
}

} // namespace gravin
