// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/rollback.h"

#include "core/base/text.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/rollback_steps.h"
#include "core/changes/routine_calls.h"
#include "core/records/table_reader.h"

#include <algorithm>
#include <numeric>

namespace gravin {

namespace {

// Changes that a note names one by one.
constexpr qsizetype MostNamedKeys = 12;

// The changes as a sentence for the log; of many, how many and from where to where.
QString whatIsTakenBack(const RollbackPlan& plan) {
    if (plan.changes.isEmpty())
        return {};
    if (plan.changes.size() > MostNamedKeys)
        return coreTr("Takes back %1 changes, %2 to %3.")
            .arg(plan.changes.size())
            .arg(plan.changes.back())
            .arg(plan.changes.front());
    QStringList names;
    for (auto change = plan.changes.rbegin(); change != plan.changes.rend(); ++change)
        names += QString::number(*change);
    return coreTr("Takes back the changes %1.").arg(names.join(QStringLiteral(", ")));
}

} // namespace

QString stateName(RollbackState state) {
    switch (state) {
    case RollbackState::Ready:
        return QStringLiteral("ready");
    case RollbackState::AlreadySo:
        return QStringLiteral("already");
    case RollbackState::ChangedSince:
        return QStringLiteral("changed_since");
    case RollbackState::RecordGone:
        return QStringLiteral("gone");
    case RollbackState::KeyTaken:
        return QStringLiteral("key_taken");
    case RollbackState::Held:
        return QStringLiteral("held");
    }
    return {};
}

qint64 RollbackPlan::count() const {
    return std::accumulate(counts.begin(), counts.end(), qint64{0});
}

OnConflict RollbackChoices::of(const RollbackStep& step) const {
    const auto single = bySteps.constFind({step.change, step.sequence});
    return single != bySteps.constEnd() ? *single : byState.value(step.state, otherwise);
}

namespace {

// How many records of a part are planned together.
constexpr qint64 RecordsOfPart = 5'000;

quint64 contentOf(const std::vector<RollbackStep>& steps) {
    quint64 content = 0;
    for (const RollbackStep& step : steps) {
        size_t hash = qHashMulti(static_cast<size_t>(step.state), step.sequence, step.overwrites);
        for (const RollbackField& field : step.fields)
            hash = ::qHash(field.now.encoded(), ::qHash(field.column, hash));
        content += hash;
    }
    return content;
}

// Counts them, and what the choices make of them.
void take(RollbackPlan& plan, const std::vector<RollbackStep>& steps,
          const RollbackChoices& choices) {
    for (const RollbackStep& step : steps) {
        ++plan.counts[step.state];
        if (step.isClear()) {
            plan.writing += step.state == RollbackState::AlreadySo ? 0 : 1;
            continue;
        }
        ++plan.left;
        if (plan.stop.isNull() && choices.of(step) != OnConflict::Skip)
            plan.stop = notNull(step.reason);
    }
}

void append(const RollbackPlan& plan, std::vector<RecordEdit>& edits) {
    for (const RollbackStep& step : plan.steps) {
        if (step.state != RollbackState::AlreadySo && step.isClear())
            edits.push_back(step.edit);
    }
}

bool hasAny(const QStringList& columns, const QSet<QString>& of) {
    return std::any_of(columns.begin(), columns.end(),
                       [&](const QString& column) { return of.contains(column); });
}

// A change that only updated fields which nothing else hangs on, of records that each were touched
// once: its steps do not know of each other.
Result<bool> isOfSingleSteps(Session& session, const Catalog& catalog, const LogScope& scope) {
    LogScope change;
    change.changes = scope.changes;
    if (scope.changes.size() != 1 || !(change == scope))
        return false;
    const auto summary = ChangeLog(session).summary(scope.changes.front());
    if (!summary)
        return summary.error();
    if (!*summary || (*summary)->records <= RollbackPlan::MostWhole ||
        (*summary)->operation != Operation::Update || (*summary)->tables.size() != 1)
        return false;
    const Table* table = catalog.table((*summary)->tables.front());
    if (!table || table->key.isEmpty())
        return false;
    const auto layout = session.logLayout();
    if (!layout)
        return layout.error();
    const LogRows rows = logRows(*layout);
    QSet<QString> columns;
    Status asked = session.select(QStringLiteral("SELECT DISTINCT %1 FROM %2 WHERE r.change_id = ?")
                                      .arg(rows.column, rows.from),
                                  {scope.changes.front()}, [&](const QSqlQuery& row) {
                                      columns.insert(row.value(0).toString());
                                      return true;
                                  });
    if (!asked)
        return asked.error();
    bool isSingle = !hasAny(table->key, columns);
    for (const ForeignKey& reference : table->foreignKeys)
        isSingle = isSingle && !hasAny(reference.columns, columns);
    for (const auto& [child, reference] : catalog.referencesTo(table->name))
        isSingle = isSingle && !hasAny(reference->referencedColumns, columns);
    if (!isSingle)
        return false;
    auto twice = session.scalar(
        QStringLiteral("SELECT count(DISTINCT r.seq) - count(DISTINCT r.record_key) FROM %1 "
                       "WHERE r.change_id = ?")
            .arg(rows.from),
        {scope.changes.front()});
    if (!twice)
        return twice.error();
    return twice->toLongLong() == 0;
}

// What the log has of a part, from the last to the first.
Result<std::vector<RecordChange>> loggedPart(Session& session, const Catalog& catalog,
                                             const LogScope& part) {
    std::vector<RecordChange> records;
    Status read =
        ChangeLog(session).scan(part, catalog, [&](qint64, qint64, RecordChange&& record) {
            records.push_back(std::move(record));
            return true;
        });
    if (!read)
        return read.error();
    return records;
}

// Whether every record still is as the change left it, which most are: then there is nothing to
// plan.
Result<bool> isAllReady(Session& session, const Catalog& catalog,
                        const std::vector<RecordChange>& records) {
    if (records.empty())
        return false;
    Table table = *catalog.table(records.front().table);
    QSet<QString> columns(table.key.begin(), table.key.end());
    std::vector<Key> keys;
    QHash<Key, const RecordChange*> byKey;
    for (const RecordChange& record : records) {
        columns.unite({record.after.keyBegin(), record.after.keyEnd()});
        keys.push_back(record.key);
        byKey.insert(record.key, &record);
    }
    table.columns.removeIf([&](const Column& column) { return !columns.contains(column.name); });
    const auto now = TableReader(session, table).records(keys);
    if (!now)
        return now.error();
    return now->size() == records.size() &&
           std::all_of(now->begin(), now->end(), [&](const Record& record) {
               const FieldValues& left = byKey.value(record.key)->after;
               return std::all_of(left.keyValueBegin(), left.keyValueEnd(), [&](const auto& field) {
                   const int at = table.indexOf(field.first);
                   return at >= 0 && record.values[static_cast<size_t>(at)] == field.second;
               });
           });
}

// Kept are steps for people to look at.
bool wantsMore(const RollbackPlan& plan) {
    return static_cast<qint64>(plan.steps.size()) < RollbackPlan::MostWhole / 2;
}

Result<RollbackPlan> planInParts(Session& session, const Catalog& catalog, const LogScope& scope,
                                 const RollbackChoices& choices) {
    RollbackPlan plan;
    plan.scope = scope;
    plan.changes = {scope.changes.front()};
    plan.catalog = std::make_shared<const Catalog>(catalog);
    const auto layout = session.logLayout();
    if (!layout)
        return layout.error();
    auto last = session.scalar(QStringLiteral("SELECT max(r.seq) FROM %1 WHERE r.change_id = ?")
                                   .arg(logRows(*layout).from),
                               {scope.changes.front()});
    if (!last)
        return last.error();
    qint64 kept = 0;
    qint64 keptOfThoseInTheWay = 0;
    for (qint64 to = last->toLongLong(); to >= 0; to -= RecordsOfPart) {
        LogScope part = scope;
        part.sequences = {{std::max<qint64>(0, to - RecordsOfPart + 1), to}};
        const auto logged = loggedPart(session, catalog, part);
        const auto ready =
            logged ? isAllReady(session, catalog, *logged) : Result<bool>(logged.error());
        if (!ready)
            return ready.error();
        const auto count = static_cast<qint64>(logged->size());
        if (*ready && !wantsMore(plan)) {
            plan.counts[RollbackState::Ready] += count;
            plan.writing += count;
            plan.parts.push_back({part, true, 0});
            continue;
        }
        auto planned = planSteps(session, catalog, part, choices);
        if (!planned)
            return planned.error();
        take(plan, planned->steps, choices);
        plan.parts.push_back({part, *ready, contentOf(planned->steps)});
        for (RollbackStep& step : planned->steps) {
            qint64& of = step.isClear() ? kept : keptOfThoseInTheWay;
            if (of++ < RollbackPlan::MostWhole / 2)
                plan.steps.push_back(std::move(step));
        }
    }
    return plan;
}

// The edits of a plan in parts, each part planned again and found the same.
class PartsAgain {
public:
    PartsAgain(std::shared_ptr<const RollbackPlan> plan, RollbackChoices choices)
        : m_plan(std::move(plan))
        , m_choices(std::move(choices)) {}

    Result<std::vector<RecordEdit>> next(Session& session) {
        std::vector<RecordEdit> edits;
        while (edits.empty() && m_next < m_plan->parts.size()) {
            const RollbackPlan::Part& part = m_plan->parts[m_next++];
            if (part.isReady) {
                auto logged = loggedPart(session, *m_plan->catalog, part.scope);
                if (!logged)
                    return logged.error();
                // Guarded, each of them, by what the change had left.
                for (RecordChange& record : *logged)
                    edits.push_back({Operation::Update, record.table, record.key,
                                     std::move(record.after), std::move(record.before)});
                continue;
            }
            const auto again = planSteps(session, *m_plan->catalog, part.scope, m_choices);
            if (!again)
                return again.error();
            if (contentOf(again->steps) != part.content)
                return Error{
                    ErrorKind::Conflict,
                    coreTr("Records were changed since this was planned. Nothing was rolled "
                           "back; look at the plan again.")};
            append(*again, edits);
        }
        return edits;
    }

private:
    std::shared_ptr<const RollbackPlan> m_plan;
    RollbackChoices m_choices;
    size_t m_next = 0;
};

// How many of these changes have this in this column.
Result<qint64> countWith(Session& session, const QList<qint64>& changes, const QString& column,
                         const QString& value) {
    constexpr qsizetype AtATime = 500;
    qint64 count = 0;
    for (qsizetype first = 0; first < changes.size(); first += AtATime) {
        QStringList ids;
        for (const qint64 change : changes.mid(first, AtATime))
            ids += QString::number(change);
        const auto found =
            session.scalar(QStringLiteral("SELECT count(*) FROM gravin_change WHERE id IN (%1) AND "
                                          "%2 = ?")
                               .arg(ids.join(u','), column),
                           {value});
        if (!found)
            return found.error();
        count += found->toLongLong();
    }
    return count;
}

// A log of the former layout does not name accounts: then they count as somebody else's. One that
// this account may not see is not its own either.
Result<bool> areOwn(Session& session, const QList<qint64>& changes) {
    const auto layout = session.logLayout();
    if (!layout)
        return layout.error();
    if (*layout != Session::LogLayout::Present)
        return false;
    const auto own = countWith(session, changes, QStringLiteral("account"), session.account());
    return own ? Result<bool>(*own == changes.size()) : own.error();
}

// Whether one of the changes that are meant called a routine, be it one without any record.
Result<bool> haveCalled(Session& session, const LogScope& scope, const QList<qint64>& changes) {
    if (scope.afterId) {
        const auto called = session.scalar(
            QStringLiteral("SELECT count(*) FROM gravin_change WHERE id > ? AND action = ?"),
            {*scope.afterId, CallAction});
        return called ? Result<bool>(called->toLongLong() > 0) : called.error();
    }
    const QList<qint64> meant(scope.changes.begin(), scope.changes.end());
    const auto called =
        countWith(session, meant.isEmpty() ? changes : meant, QStringLiteral("action"), CallAction);
    return called ? Result<bool>(*called > 0) : called.error();
}

} // namespace

Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, const LogScope& scope,
                                  const RollbackChoices& choices) {
    if (Status whole = LogVerifier(session).verifyScope(scope, catalog); !whole)
        return whole.error();
    const auto inParts = isOfSingleSteps(session, catalog, scope);
    if (!inParts)
        return inParts.error();
    auto plan = *inParts ? planInParts(session, catalog, scope, choices)
                         : planSteps(session, catalog, scope, choices);
    if (!plan)
        return plan;
    if (!*inParts)
        take(*plan, plan->steps, choices);
    const auto isOwn = areOwn(session, plan->changes);
    if (!isOwn)
        return isOwn.error();
    plan->isOwn = *isOwn;
    const auto hasCalls = haveCalled(session, scope, plan->changes);
    if (!hasCalls)
        return hasCalls.error();
    plan->hasCalls = *hasCalls;
    return plan;
}

Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, qint64 change) {
    LogScope scope;
    scope.changes = {change};
    return planRollback(session, catalog, scope);
}

QStringList notesOn(const RollbackPlan& plan, const Catalog& catalog, const RuleBook& rules) {
    QStringList notes;
    const auto add = [&](const QString& note) {
        if (!note.isEmpty() && !notes.contains(note))
            notes += note;
    };
    if (plan.hasCalls)
        add(coreTr("A routine of the database was called: what it did to records that were not "
                   "looked at, in tables that are not watched, is not taken back."));
    for (const RollbackStep& step : plan.steps) {
        if (step.state == RollbackState::AlreadySo)
            continue;
        const Table* table = catalog.table(step.table);
        if (table)
            add(noteOnTriggers(*table));
        if (table && !table->setByTriggers.isEmpty() && step.edit.operation == Operation::Update)
            add(coreTr(
                    "The database sets %1 of %2 again by itself with each change: what was there "
                    "before does not come back.")
                    .arg(table->setByTriggers.join(QStringLiteral(", ")), table->name));
        const TableRules book = rules.value(step.table);
        if (const QString reason = book.reasons.value(step.edit.operation); !reason.isEmpty())
            add(coreTr("%1 A rollback restores them all the same.").arg(reason));
        if (step.edit.operation != Operation::Update)
            continue;
        if (step.state == RollbackState::RecordGone && table && !table->only.isEmpty())
            add(coreTr(
                    "Of %1 your role lets you work on some records only: what is said to be gone "
                    "may be another's.")
                    .arg(table->name));
        for (const RollbackField& field : step.fields) {
            const FieldRule* rule = book.rule(field.column);
            if (rule && !rule->editable)
                add(coreTr("%1 is not to be changed. A rollback restores it all the same.")
                        .arg(rule->label));
        }
    }
    return notes;
}

QString reasonAgainst(const RollbackPlan& plan, const RuleBook& rules) {
    const Act act = plan.isOwn ? Act::RollBackOwn : Act::RollBackAll;
    for (const RollbackStep& step : plan.steps) {
        if (const QString reason = rules.value(step.table).forbidden.value(act); !reason.isEmpty())
            return reason;
    }
    return {};
}

Result<ChangeRequest> rollbackRequest(const RollbackPlan& plan, const RollbackChoices& choices) {
    if (!plan.stop.isNull())
        return Error{ErrorKind::Refused, plan.stop};
    ChangeRequest request;
    request.action = QStringLiteral("roll back");
    request.act = plan.isOwn ? Act::RollBackOwn : Act::RollBackAll;
    if (plan.changes.size() == 1)
        request.refersTo = plan.changes.front();
    else
        request.note = whatIsTakenBack(plan);
    request.restoring = true;
    if (plan.parts.empty()) {
        append(plan, request.edits);
        return request;
    }
    request.more = [kept = std::make_shared<const RollbackPlan>(plan), choices]() -> EditSource {
        auto parts = std::make_shared<PartsAgain>(kept, choices);
        return [parts](Session& session) { return parts->next(session); };
    };
    return request;
}

} // namespace gravin
