// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/rollback.h"

#include "core/base/text.h"
#include "core/changes/change_log.h"
#include "core/records/table_reader.h"

#include <QHash>

#include <algorithm>

namespace gravin {

namespace {

using Place = std::pair<QString, Key>; // table and key

// Goes through a change backwards on a picture of the database: what is stored, overlaid by what
// the steps so far would have done. So a record that the change touched several times is
// understood.
class Planner {
public:
    Planner(Session& session, const Catalog& catalog, const CommittedChange& change)
        : m_session(session)
        , m_catalog(catalog)
        , m_change(change) {}

    Result<RollbackPlan> plan() {
        RollbackPlan plan{m_change.id, {}};
        for (auto record = m_change.records.rbegin(); record != m_change.records.rend(); ++record) {
            auto step = planStep(*record);
            if (!step)
                return step.error();
            plan.steps.push_back(std::move(*step));
        }
        // References count at the end only, when all steps have been made.
        for (RollbackStep& step : plan.steps) {
            if (Status held = holdByReferences(step); !held)
                return held.error();
        }
        return plan;
    }

private:
    using State = std::optional<FieldValues>; // nothing: no such record

    Result<State> current(const Table& table, const Key& key) {
        const auto known = m_overlay.find({table.name, key});
        if (known != m_overlay.end())
            return *known;
        auto stored = TableReader(m_session, table).record(key);
        if (!stored)
            return stored.error();
        return *stored ? State(fieldValues(table, **stored)) : State();
    }

    Result<RollbackStep> planStep(const RecordChange& record) {
        RollbackStep step;
        step.table = record.table;
        step.key = record.key;
        const Table* table = m_catalog.table(record.table);
        if (!table || table->key.isEmpty()) {
            block(step, RollbackState::RecordGone,
                  say("The table %1 is no longer there or has no key any more.").arg(record.table));
            return step;
        }
        step.key = record.keyAfter(table->key);
        auto now = current(*table, step.key);
        if (!now)
            return now.error();
        step.edit = {Operation::Update, record.table, step.key, {}, {}};

        Status planned = done();
        switch (record.operation) {
        case Operation::Insert:
            planned = takeAwayInserted(step, record, *now);
            break;
        case Operation::Update:
            planned = restoreFields(step, record, *now);
            break;
        case Operation::Delete:
            bringBackDeleted(step, *table, record, *now);
            break;
        }
        if (!planned)
            return planned.error();
        if (step.state == RollbackState::Ready)
            overlay(*table, step, *now);
        return step;
    }

    // What the step makes of the picture.
    void overlay(const Table& table, const RollbackStep& step, const State& now) {
        if (step.edit.operation == Operation::Delete) {
            m_overlay[{table.name, step.key}] = std::nullopt;
            return;
        }
        FieldValues after = now.value_or(FieldValues());
        after.insert(step.edit.after);
        std::vector<Value> key;
        for (const QString& column : table.key)
            key.push_back(after.value(column));
        if (now)
            m_overlay[{table.name, step.key}] = std::nullopt;
        m_overlay[{table.name, Key(std::move(key))}] = after;
    }

    Status takeAwayInserted(RollbackStep& step, const RecordChange& record, const State& now) {
        step.operation = step.edit.operation = Operation::Delete;
        if (!now) {
            step.state = RollbackState::AlreadySo;
            return done();
        }
        step.edit.before = *now;
        for (auto field = now->begin(); field != now->end(); ++field)
            step.fields.push_back({field.key(), field.value(), {}});
        for (auto field = record.after.begin(); field != record.after.end(); ++field) {
            if (now->contains(field.key()) && now->value(field.key()) != field.value())
                return changedSince(step, field.key());
        }
        return done();
    }

    Status restoreFields(RollbackStep& step, const RecordChange& record, const State& now) {
        if (!now) {
            block(step, RollbackState::RecordGone, say("The record was deleted since."));
            return done();
        }
        QString clash;
        for (auto field = record.before.begin(); field != record.before.end(); ++field) {
            if (!now->contains(field.key())) {
                block(step, RollbackState::RecordGone,
                      say("The column %1 is no longer there.").arg(field.key()));
                return done();
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
        return done();
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

    Status holdByReferences(RollbackStep& step) {
        const Table* table = m_catalog.table(step.table);
        if (step.state != RollbackState::Ready || !table)
            return done();
        return step.edit.operation == Operation::Delete ? holdByReferrers(step, *table)
                                                        : holdByReferred(step, *table);
    }

    // What would go away may not be referred to any more.
    Status holdByReferrers(RollbackStep& step, const Table& table) {
        for (const auto& [child, reference] : m_catalog.referencesTo(table.name)) {
            std::vector<Value> values;
            for (const QString& column : reference->referencedColumns)
                values.push_back(step.edit.before.value(column));
            auto referring = countInPicture(*child, reference->columns, values);
            if (!referring)
                return referring.error();
            if (*referring > 0) {
                block(step, RollbackState::Held,
                      say("By now it is referred to by %1 of %2.")
                          .arg(countedRecords(*referring), child->name));
                return done();
            }
        }
        return done();
    }

    // A reference that would be restored must find its record.
    Status holdByReferred(RollbackStep& step, const Table& table) {
        for (const ForeignKey& reference : table.foreignKeys) {
            std::vector<Value> values;
            bool complete = true;
            for (const QString& column : reference.columns) {
                const Value value = step.edit.after.value(column);
                complete = complete && !value.isNull();
                values.push_back(value);
            }
            const Table* target = m_catalog.table(reference.table);
            if (!complete || !target)
                continue;
            auto found = countInPicture(*target, reference.referencedColumns, values);
            if (!found)
                return found.error();
            if (*found == 0) {
                block(step, RollbackState::Held,
                      say("It refers to a record of %1 that is no longer there.")
                          .arg(reference.table));
                return done();
            }
        }
        return done();
    }

    // How many records have these values, when all steps are made.
    Result<qint64> countInPicture(const Table& table, const QStringList& columns,
                                  const std::vector<Value>& values) {
        auto stored = TableReader(m_session, table).keysWhere(columns, values);
        if (!stored)
            return stored.error();
        qint64 count = std::count_if(stored->begin(), stored->end(), [&](const Key& key) {
            return !m_overlay.contains({table.name, key});
        });
        for (auto record = m_overlay.begin(); record != m_overlay.end(); ++record) {
            if (record.key().first != table.name || !record.value())
                continue;
            bool matches = true;
            for (qsizetype i = 0; i < columns.size(); ++i)
                matches =
                    matches && record.value()->value(columns[i]) == values[static_cast<size_t>(i)];
            count += matches ? 1 : 0;
        }
        return count;
    }

    Status changedSince(RollbackStep& step, const QString& column) {
        auto by = ChangeLog(m_session).latestTouching(step.table, step.key, column, m_change.id);
        if (!by)
            return by.error();
        step.changedBy = *by;
        block(step, RollbackState::ChangedSince,
              *by > 0 ? say("%1 was changed since, by change %2.").arg(column).arg(*by)
                      : say("%1 was changed since, outside Gravin.").arg(column));
        return done();
    }

    static void block(RollbackStep& step, RollbackState state, const QString& reason) {
        step.state = state;
        step.reason = reason;
    }

    Session& m_session;
    const Catalog& m_catalog;
    const CommittedChange& m_change;
    QHash<Place, State> m_overlay;
};

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

qint64 RollbackPlan::count(RollbackState state) const {
    return std::count_if(steps.begin(), steps.end(),
                         [state](const RollbackStep& step) { return step.state == state; });
}

bool RollbackPlan::isClean() const {
    return std::all_of(steps.begin(), steps.end(), [](const RollbackStep& step) {
        return step.state == RollbackState::Ready || step.state == RollbackState::AlreadySo;
    });
}

Result<RollbackPlan> planRollback(Session& session, const Catalog& catalog, qint64 change) {
    auto logged = ChangeLog(session).change(change, catalog);
    if (!logged)
        return logged.error();
    return Planner(session, catalog, *logged).plan();
}

Result<ChangeRequest> rollbackRequest(const RollbackPlan& plan, OnConflict onConflict) {
    ChangeRequest request;
    request.action = QStringLiteral("roll back");
    request.undoes = plan.change;
    request.restoring = true;
    for (const RollbackStep& step : plan.steps) {
        if (step.state == RollbackState::AlreadySo)
            continue;
        const bool cleared = onConflict == OnConflict::Overwrite && step.canOverwrite();
        if (step.state == RollbackState::Ready || cleared)
            request.edits.push_back(step.edit);
        else if (onConflict != OnConflict::Skip)
            return Error{ErrorKind::Refused, step.reason};
    }
    return request;
}

} // namespace gravin
