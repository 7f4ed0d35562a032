// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/rollback_steps.h"

#include "core/base/text.h"
#include "core/changes/database_overlay.h"

#include <QHash>

#include <algorithm>

namespace gravin {

namespace {

// Goes through changes backwards on a picture of the database.
class Planner {
public:
    Planner(Session& session, const Catalog& catalog, const LogScope& scope,
            const RollbackChoices& choices)
        : m_session(session)
        , m_catalog(catalog)
        , m_scope(scope)
        , m_choices(choices)
        , m_overlay(session, catalog) {}

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
        // A step that is held is not made: those before and after it are planned again without it,
        // until no more are held.
        for (qsizetype held = -1; held < m_held.size();) {
            held = m_held.size();
            if (Status planned = planAll(plan.steps); !planned)
                return planned.error();
            for (const RollbackStep& step : plan.steps) {
                if (step.state == RollbackState::Held)
                    m_held.insert({step.change, step.sequence}, step.reason);
            }
        }
        if (Status told = tellWhoChanged(plan.steps); !told)
            return told.error();
        return plan;
    }

private:
    using State = DatabaseOverlay::State;
    struct Logged {
        qint64 change;
        qint64 sequence;
        RecordChange record;
    };

    using Place = std::pair<qint64, qint64>; // change and sequence

    Status planAll(std::vector<RollbackStep>& steps) {
        steps.clear();
        steps.reserve(m_records.size());
        m_overlay.takeBack();
        for (const Logged& logged : m_records) {
            auto step = planStep(logged);
            if (!step)
                return step.error();
            steps.push_back(std::move(*step));
        }
        return holdByReferences(steps);
    }

    Status verifyAllThere(const QList<qint64>& found) {
        for (const qint64 change : m_scope.changes) {
            if (found.contains(change))
                continue;
            const auto listed = ChangeLog(m_session).summary(change);
            if (!listed)
                return listed.error();
            if (!*listed)
                return Error{ErrorKind::NotFound,
                             coreTr("There is no change %1 in the log.").arg(change)};
            if ((*listed)->records > 0 && m_scope.table.isEmpty())
                return Error{ErrorKind::NotFound,
                             coreTr("What change %1 did to its records has been trimmed from the "
                                    "log. It cannot be rolled back any more.")
                                 .arg(change)};
        }
        return ok();
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
            if (Status read = m_overlay.read(table, each->keys); !read)
                return read;
        }
        return ok();
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
                  coreTr("The table %1 is no longer there or has no key any more.")
                      .arg(record.table));
            return step;
        }
        step.key = record.keyAfter(table->key);
        auto now = m_overlay.at(*table, step.key);
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
        const auto held = m_held.constFind({step.change, step.sequence});
        if (held != m_held.constEnd() && step.state == RollbackState::Ready)
            block(step, RollbackState::Held, *held);
        step.overwrites = step.canOverwrite() && m_choices.of(step) == OnConflict::Overwrite;
        if (step.state == RollbackState::Ready || step.overwrites)
            overlay(*table, step, *now);
        return step;
    }

    // What the step makes of the picture.
    void overlay(const Table& table, const RollbackStep& step, const State& now) {
        if (step.edit.operation == Operation::Delete) {
            m_overlay.put(table.name, step.key, std::nullopt);
            return;
        }
        FieldValues after = now.value_or(FieldValues());
        after.insert(step.edit.after);
        std::vector<Value> key;
        for (const QString& column : table.key)
            key.push_back(after.value(column));
        Key called(std::move(key));
        if (now && !(called == step.key))
            m_overlay.put(table.name, step.key, std::nullopt);
        m_overlay.put(table.name, std::move(called), std::move(after));
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
            block(step, RollbackState::RecordGone, coreTr("The record was deleted since."));
            return;
        }
        QString clash;
        for (auto field = record.before.begin(); field != record.before.end(); ++field) {
            if (!now->contains(field.key())) {
                block(step, RollbackState::RecordGone,
                      coreTr("The column %1 is no longer there.").arg(field.key()));
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
                block(step, RollbackState::KeyTaken, coreTr("Another record has its key by now."));
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
            if (Status read = m_overlay.readHolders(*each.table, each.columns, each.values); !read)
                return read;
        }
        for (RollbackStep& step : steps)
            holdByReferences(step);
        return ok();
    }

    void holdByReferences(RollbackStep& step) {
        // What would go away may not be referred to any more.
        forEachReferrer(
            step, [&](const Table& child, const ForeignKey& reference, const Key& values) {
                const qint64 referring = m_overlay.countHolders(child, reference.columns, values);
                if (referring > 0 && step.state == RollbackState::Ready)
                    block(step, RollbackState::Held,
                          coreTr("By now it is referred to by %1 of %2.")
                              .arg(countedRecords(referring), child.name));
            });
        // A reference that would be restored must find its record.
        forEachReferred(step,
                        [&](const Table& target, const ForeignKey& reference, const Key& values) {
                            if (step.state == RollbackState::Ready &&
                                !m_overlay.mayBeHeld(target, reference.referencedColumns, values))
                                block(step, RollbackState::Held,
                                      coreTr("It refers to a record of %1 that is no longer there.")
                                          .arg(target.name));
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
        const auto last = m_overlay.overlay().constFind({step.table, Key(std::move(key))});
        return last != m_overlay.overlay().constEnd() && *last && (*last)->value(column) == value;
    }

    template <typename Do>
    void forEachReferrer(const RollbackStep& step, const Do& visit) {
        const Table* table = m_catalog.table(step.table);
        if (step.state != RollbackState::Ready || !table ||
            step.edit.operation != Operation::Delete)
            return;
        // Brought back by a later step, it does not go away.
        const auto last = m_overlay.overlay().constFind({step.table, step.key});
        if (last != m_overlay.overlay().constEnd() && *last)
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
            step.reason = *by > 0
                              ? coreTr("%1 was changed since, by change %2.").arg(column).arg(*by)
                              : coreTr("%1 was changed since, outside Gravin.").arg(column);
        }
        return ok();
    }

    static void block(RollbackStep& step, RollbackState state, const QString& reason) {
        step.state = state;
        step.reason = reason;
    }

    Session& m_session;
    const Catalog& m_catalog;
    const LogScope& m_scope;
    const RollbackChoices& m_choices;
    DatabaseOverlay m_overlay;
    std::vector<Logged> m_records; // newest first
    QHash<Place, QString> m_held;  // steps that references forbid, and why
};

} // namespace

Result<RollbackPlan> planSteps(Session& session, const Catalog& catalog, const LogScope& scope,
                               const RollbackChoices& choices) {
    return Planner(session, catalog, scope, choices).plan();
}

} // namespace gravin
