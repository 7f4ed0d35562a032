// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/rollback.h"

#include "core/base/text.h"
#include "core/changes/picture.h"
#include "core/records/table_reader.h"

#include <QHash>

#include <algorithm>
#include <numeric>

namespace gravin {

namespace {

// Changes that a note names one by one.
constexpr qsizetype MostNamed = 12;

// Goes through changes backwards on a picture of the database.
class Planner {
public:
    Planner(Session& session, const Catalog& catalog, const LogScope& scope,
            const RollbackChoices& choices)
        : m_session(session)
        , m_catalog(catalog)
        , m_scope(scope)
        , m_choices(choices)
        , m_picture(session, catalog) {}

    Result<RollbackPlan> plan() {
        RollbackPlan plan{m_scope, {}, {}};
        Status read = ChangeLog(m_session).scan(
            m_scope, m_catalog, [&](qint64 change, qint64 sequence, RecordChange&& record) {
                if (plan.changes.isEmpty() || plan.changes.back() != change)
                    plan.changes += change;
                m_records.push_back({change, sequence, std::move(record)});
                return true;
            });
        if (!read)
            return read.error();
        if (Status there = verifyAllThere(plan.changes); !there)
            return there.error();
        if (Status before = readBefore(); !before)
            return before.error();
        plan.steps.reserve(m_records.size());
        for (const Logged& logged : m_records) {
            auto step = planStep(logged);
            if (!step)
                return step.error();
            plan.steps.push_back(std::move(*step));
        }
        if (Status held = holdByReferences(plan.steps); !held)
            return held.error();
        if (Status told = tellWhoChanged(plan.steps); !told)
            return told.error();
        return plan;
    }

private:
    using State = Picture::State;
    struct Logged {
        qint64 change;
        qint64 sequence;
        RecordChange record;
    };

    Status verifyAllThere(const QList<qint64>& found) {
        for (const qint64 change : m_scope.changes) {
            if (found.contains(change))
                continue;
            const auto listed = ChangeLog(m_session).summary(change);
            if (!listed)
                return listed.error();
            if (!*listed)
                return Error{ErrorKind::NotFound,
                             say("There is no change %1 in the log.").arg(change)};
            if ((*listed)->records > 0 && m_scope.table.isEmpty())
                return Error{ErrorKind::NotFound,
                             say("What change %1 did to its records has been trimmed from the "
                                 "log. It cannot be rolled back any more.")
                                 .arg(change)};
        }
        return done();
    }

    // The records that are touched, by few statements.
    Status readBefore() {
        struct Touched {
            std::vector<Key> keys;
            QSet<QString> columns;
            bool isUpdated = true; // and nothing else
        };
        QHash<QString, Touched> tables;
        for (const Logged& logged : m_records) {
            const RecordChange& record = logged.record;
            const Table* table = m_catalog.table(record.table);
            if (!table || table->key.isEmpty())
                continue;
            Touched& touched = tables[table->name];
            touched.keys.push_back(record.keyAfter(table->key));
            touched.isUpdated = touched.isUpdated && record.operation == Operation::Update;
            for (auto field = record.before.begin(); field != record.before.end(); ++field)
                touched.columns.insert(field.key());
        }
        for (auto each = tables.begin(); each != tables.end(); ++each) {
            Table table = *m_catalog.table(each.key());
            if (each->isUpdated)
                narrow(table, each->columns);
            if (Status read = m_picture.read(table, each->keys); !read)
                return read;
        }
        return done();
    }

    // Of records that stay, only what is restored and what references are about is asked for.
    void narrow(Table& table, QSet<QString> columns) const {
        columns.unite({table.key.begin(), table.key.end()});
        for (const ForeignKey& reference : table.foreignKeys)
            columns.unite({reference.columns.begin(), reference.columns.end()});
        for (const auto& [child, reference] : m_catalog.referencesTo(table.name))
            columns.unite(
                {reference->referencedColumns.begin(), reference->referencedColumns.end()});
        table.columns.removeIf(
            [&](const Column& column) { return !columns.contains(column.name); });
    }

    Result<RollbackStep> planStep(const Logged& logged) {
        const RecordChange& record = logged.record;
        RollbackStep step;
        step.change = logged.change;
        step.sequence = logged.sequence;
        step.table = record.table;
        step.key = record.key;
        const Table* table = m_catalog.table(record.table);
        if (!table || table->key.isEmpty()) {
            block(step, RollbackState::RecordGone,
                  say("The table %1 is no longer there or has no key any more.").arg(record.table));
            return step;
        }
        step.key = record.keyAfter(table->key);
        auto now = m_picture.at(*table, step.key);
        if (!now)
            return now.error();
        step.edit = {Operation::Update, record.table, step.key, {}, {}};

        switch (record.operation) {
        case Operation::Insert:
            takeAwayInserted(step, record, *now);
            break;
        case Operation::Update:
            restoreFields(step, record, *now);
            break;
        case Operation::Delete:
            bringBackDeleted(step, *table, record, *now);
            break;
        }
        step.overwrites = step.canOverwrite() && m_choices.of(step) == OnConflict::Overwrite;
        if (step.state == RollbackState::Ready || step.overwrites)
            overlay(*table, step, *now);
        return step;
    }

    // What the step makes of the picture.
    void overlay(const Table& table, const RollbackStep& step, const State& now) {
        if (step.edit.operation == Operation::Delete) {
            m_picture.put(table.name, step.key, std::nullopt);
            return;
        }
        FieldValues after = now.value_or(FieldValues());
        after.insert(step.edit.after);
        std::vector<Value> key;
        for (const QString& column : table.key)
            key.push_back(after.value(column));
        Key called(std::move(key));
        if (now && !(called == step.key))
            m_picture.put(table.name, step.key, std::nullopt);
        m_picture.put(table.name, std::move(called), std::move(after));
    }

    void takeAwayInserted(RollbackStep& step, const RecordChange& record, const State& now) {
        step.operation = step.edit.operation = Operation::Delete;
        if (!now) {
            step.state = RollbackState::AlreadySo;
            return;
        }
        step.edit.before = *now;
        for (auto field = now->begin(); field != now->end(); ++field)
            step.fields.push_back({field.key(), field.value(), {}});
        for (auto field = record.after.begin(); field != record.after.end(); ++field) {
            if (now->contains(field.key()) && now->value(field.key()) != field.value())
                return changedSince(step, field.key());
        }
    }

    void restoreFields(RollbackStep& step, const RecordChange& record, const State& now) {
        if (!now) {
            block(step, RollbackState::RecordGone, say("The record was deleted since."));
            return;
        }
        QString clash;
        for (auto field = record.before.begin(); field != record.before.end(); ++field) {
            if (!now->contains(field.key())) {
                block(step, RollbackState::RecordGone,
                      say("The column %1 is no longer there.").arg(field.key()));
                return;
            }
            const Value& is = now->find(field.key()).value();
            if (is == field.value())
                continue;
            if (is != record.after.value(field.key()) && clash.isNull())
                clash = field.key();
            restore(step, field.key(), is, field.value());
        }
        if (step.fields.empty())
            step.state = RollbackState::AlreadySo;
        else if (!clash.isNull())
            return changedSince(step, clash);
    }

    void bringBackDeleted(RollbackStep& step, const Table& table, const RecordChange& record,
                          const State& now) {
        step.operation = Operation::Insert;
        if (now) {
            for (auto field = record.before.begin(); field != record.before.end(); ++field) {
                if (now->contains(field.key()) && now->value(field.key()) != field.value())
                    restore(step, field.key(), now->value(field.key()), field.value());
            }
            if (step.fields.empty())
                step.state = RollbackState::AlreadySo;
            else
                block(step, RollbackState::KeyTaken, say("Another record has its key by now."));
            return;
        }
        step.edit.operation = Operation::Insert;
        step.edit.key = {};
        step.edit.rowNumber = record.rowNumber;
        for (auto field = record.before.begin(); field != record.before.end(); ++field) {
            if (!table.column(field.key()))
                continue;
            step.fields.push_back({field.key(), {}, field.value()});
            step.edit.after.insert(field.key(), field.value());
        }
    }

    static void restore(RollbackStep& step, const QString& column, const Value& now,
                        const Value& restored) {
        step.fields.push_back({column, now, restored});
        step.edit.before.insert(column, now);
        step.edit.after.insert(column, restored);
    }

    // References count at the end only, when all steps have been made.
    Status holdByReferences(std::vector<RollbackStep>& steps) {
        // First what has to be asked of the database, then the answers.
        struct Asked {
            const Table* table;
            QStringList columns;
            QSet<Key> values;
        };
        QMap<QString, Asked> asked;
        const auto ask = [&](const Table& table, const QStringList& columns, const Key& values) {
            Asked& each = asked[table.name + u'\n' + joinEscaped(columns)];
            each.table = &table;
            each.columns = columns;
            each.values.insert(values);
        };
        for (const RollbackStep& step : steps)
            forEachReferrer(step,
                            [&](const Table& child, const ForeignKey& reference,
                                const Key& values) { ask(child, reference.columns, values); });
        for (const RollbackStep& step : steps)
            forEachReferred(
                step, [&](const Table& target, const ForeignKey& reference, const Key& values) {
                    ask(target, reference.referencedColumns, values);
                });
        for (const Asked& each : std::as_const(asked)) {
            if (Status read = m_picture.readHolders(*each.table, each.columns, each.values); !read)
                return read;
        }
        for (RollbackStep& step : steps)
            holdByReferences(step);
        return done();
    }

    void holdByReferences(RollbackStep& step) {
        // What would go away may not be referred to any more.
        forEachReferrer(
            step, [&](const Table& child, const ForeignKey& reference, const Key& values) {
                const qint64 referring = m_picture.countHolders(child, reference.columns, values);
                if (referring > 0 && step.state == RollbackState::Ready)
                    block(step, RollbackState::Held,
                          say("By now it is referred to by %1 of %2.")
                              .arg(countedRecords(referring), child.name));
            });
        // A reference that would be restored must find its record.
        forEachReferred(step, [&](const Table& target, const ForeignKey& reference,
                                  const Key& values) {
            if (step.state == RollbackState::Ready &&
                !m_picture.mayBeHeld(target, reference.referencedColumns, values))
                block(step, RollbackState::Held,
                      say("It refers to a record of %1 that is no longer there.").arg(target.name));
        });
    }

    // What the step leaves has to be so at the end: a later step may have taken it back.
    bool isLastWord(const RollbackStep& step, const QString& column, const Value& value) {
        const Table* table = m_catalog.table(step.table);
        FieldValues after = step.edit.after;
        std::vector<Value> key;
        for (qsizetype i = 0; i < table->key.size(); ++i)
            key.push_back(after.contains(table->key[i]) ? after.value(table->key[i])
                          : step.key.isEmpty()          ? Value()
                                                        : step.key[static_cast<size_t>(i)]);
        const auto last = m_picture.overlay().constFind({step.table, Key(std::move(key))});
        return last != m_picture.overlay().constEnd() && *last && (*last)->value(column) == value;
    }

    template <typename Do>
    void forEachReferrer(const RollbackStep& step, const Do& visit) {
        const Table* table = m_catalog.table(step.table);
        if (step.state != RollbackState::Ready || !table ||
            step.edit.operation != Operation::Delete)
            return;
        // Brought back by a later step, it does not go away.
        const auto last = m_picture.overlay().constFind({step.table, step.key});
        if (last != m_picture.overlay().constEnd() && *last)
            return;
        for (const auto& [child, reference] : m_catalog.referencesTo(table->name)) {
            std::vector<Value> values;
            for (const QString& column : reference->referencedColumns)
                values.push_back(step.edit.before.value(column));
            if (!anyNull(values))
                visit(*child, *reference, Key(std::move(values)));
        }
    }

    template <typename Do>
    void forEachReferred(const RollbackStep& step, const Do& visit) {
        const Table* table = m_catalog.table(step.table);
        if (step.state != RollbackState::Ready || !table ||
            step.edit.operation == Operation::Delete)
            return;
        for (const ForeignKey& reference : table->foreignKeys) {
            const Table* target = m_catalog.table(reference.table);
            std::vector<Value> values;
            for (const QString& column : reference.columns)
                values.push_back(step.edit.after.value(column));
            if (!target || anyNull(values))
                continue;
            bool isLast = true;
            for (size_t i = 0; isLast && i < values.size(); ++i)
                isLast = isLastWord(step, reference.columns[static_cast<qsizetype>(i)], values[i]);
            if (isLast)
                visit(*target, reference, Key(std::move(values)));
        }
    }

    void changedSince(RollbackStep& step, const QString& column) {
        step.changedColumn = column;
        step.state = RollbackState::ChangedSince;
    }

    Status tellWhoChanged(std::vector<RollbackStep>& steps) {
        for (RollbackStep& step : steps) {
            if (step.state != RollbackState::ChangedSince)
                continue;
            const QString& column = step.changedColumn;
            auto by =
                ChangeLog(m_session).latestTouching(step.table, step.key, column, step.change);
            if (!by)
                return by.error();
            step.changedBy = *by;
            step.reason = *by > 0 ? say("%1 was changed since, by change %2.").arg(column).arg(*by)
                                  : say("%1 was changed since, outside Gravin.").arg(column);
        }
        return done();
    }

    static void block(RollbackStep& step, RollbackState state, const QString& reason) {
        step.state = state;
        step.reason = reason;
    }

    Session& m_session;
    const Catalog& m_catalog;
    const LogScope& m_scope;
    const RollbackChoices& m_choices;
    Picture m_picture;
    std::vector<Logged> m_records; // newest first
};

// The changes as a sentence for the log; of many, how many and from where to where.
QString whatIsTakenBack(const RollbackPlan& plan) {
    if (plan.changes.isEmpty())
        return {};
    if (plan.changes.size() > MostNamed)
        return say("Takes back %1 changes, %2 to %3.")
            .arg(plan.changes.size())
            .arg(plan.changes.back())
            .arg(plan.changes.front());
    QStringList names;
    for (auto change = plan.changes.rbegin(); change != plan.changes.rend(); ++change)
        names += QString::number(*change);
    return say("Takes back the changes %1.").arg(names.join(QStringLiteral(", ")));
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
    QSet<QString> columns;
    Status asked = session.select(
        QStringLiteral("SELECT DISTINCT column_name FROM gravin_field WHERE change_id = ?"),
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
        QStringLiteral("SELECT count(*) - count(DISTINCT record_key) FROM gravin_record WHERE "
                       "change_id = ?"),
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
    auto last =
        session.scalar(QStringLiteral("SELECT max(seq) FROM gravin_record WHERE change_id = ?"),
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
        auto planned = Planner(session, catalog, part, choices).plan();
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
            const auto again = Planner(session, *m_plan->catalog, part.scope, m_choices).plan();
            if (!again)
                return again.error();
            if (contentOf(again->steps) != part.content)
                return Error{ErrorKind::Conflict,
                             say("Records were changed since this was planned. Nothing was rolled "
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

} // namespace

Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, const LogScope& scope,
                                  const RollbackChoices& choices) {
    const auto inParts = isOfSingleSteps(session, catalog, scope);
    if (!inParts)
        return inParts.error();
    if (*inParts)
        return planInParts(session, catalog, scope, choices);
    auto plan = Planner(session, catalog, scope, choices).plan();
    if (plan)
        take(*plan, plan->steps, choices);
    return plan;
}

Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, qint64 change) {
    LogScope scope;
    scope.changes = {change};
    return planRollback(session, catalog, scope);
}

Result<ChangeRequest> rollbackRequest(const RollbackPlan& plan, const RollbackChoices& choices) {
    if (!plan.stop.isNull())
        return Error{ErrorKind::Refused, plan.stop};
    ChangeRequest request;
    request.action = QStringLiteral("roll back");
    if (plan.changes.size() == 1)
        request.undoes = plan.changes.front();
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
