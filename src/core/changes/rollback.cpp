// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/rollback.h"

#include "core/base/text.h"
#include "core/changes/change_log.h"
#include "core/records/table_reader.h"

#include <QSet>

#include <algorithm>

namespace gravin {

namespace {

using Place = std::pair<QString, Key>; // table and key

class Planner {
public:
    Planner(Session& session, const Catalog& catalog, const CommittedChange& change)
        : m_session(session)
        , m_catalog(catalog)
        , m_change(change) {}

    Result<RollbackPlan> plan() {
        RollbackPlan plan{m_change.id, {}};
        for (const RecordChange& record : m_change.records) {
            if (record.operation == Operation::Insert)
                m_goes.insert({record.table, record.key});
            if (record.operation == Operation::Delete)
                m_comes.push_back(&record);
        }
        for (auto record = m_change.records.rbegin(); record != m_change.records.rend(); ++record) {
            auto step = planStep(*record);
            if (!step)
                return step.error();
            plan.steps.push_back(std::move(*step));
        }
        return plan;
    }

private:
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
        auto current = TableReader(m_session, *table).record(step.key);
        if (!current)
            return current.error();
        step.edit = {Operation::Update, record.table, step.key, {}, {}};

        Status planned = done();
        switch (record.operation) {
        case Operation::Insert:
            planned = takeAwayInserted(step, *table, record, *current);
            break;
        case Operation::Update:
            planned = restoreFields(step, *table, record, *current);
            break;
        case Operation::Delete:
            planned = bringBackDeleted(step, *table, record, *current);
            break;
        }
        if (!planned)
            return planned.error();
        return step;
    }

    Status takeAwayInserted(RollbackStep& step, const Table& table, const RecordChange& record,
                            const std::optional<Record>& current) {
        step.operation = step.edit.operation = Operation::Delete;
        if (!current) {
            step.state = RollbackState::AlreadySo;
            return done();
        }
        const FieldValues now = fieldValues(table, *current);
        step.edit.before = now;
        for (auto field = now.begin(); field != now.end(); ++field)
            step.fields.push_back({field.key(), field.value(), {}});
        for (auto field = record.after.begin(); field != record.after.end(); ++field) {
            if (now.contains(field.key()) && now[field.key()] != field.value())
                return changedSince(step, field.key());
        }
        for (const auto& [child, reference] : m_catalog.referencesTo(table.name)) {
            std::vector<Value> values;
            for (const QString& column : reference->referencedColumns)
                values.push_back(now.value(column));
            auto keys = TableReader(m_session, *child).keysWhere(reference->columns, values);
            if (!keys)
                return keys.error();
            std::erase_if(*keys, [&, childName = child->name](const Key& key) {
                return m_goes.contains({childName, key});
            });
            if (!keys->empty()) {
                block(step, RollbackState::Held,
                      say("By now it is referred to by %1 of %2.")
                          .arg(countedRecords(static_cast<qint64>(keys->size())), child->name));
                return done();
            }
        }
        return done();
    }

    Status restoreFields(RollbackStep& step, const Table& table, const RecordChange& record,
                         const std::optional<Record>& current) {
        if (!current) {
            block(step, RollbackState::RecordGone, say("The record was deleted since."));
            return done();
        }
        const FieldValues now = fieldValues(table, *current);
        QString clash;
        for (auto field = record.before.begin(); field != record.before.end(); ++field) {
            if (!now.contains(field.key())) {
                block(step, RollbackState::RecordGone,
                      say("The column %1 is no longer there.").arg(field.key()));
                return done();
            }
            const Value& is = now[field.key()];
            if (is == field.value())
                continue;
            if (is != record.after.value(field.key()))
                clash = clash.isNull() ? field.key() : clash;
            step.fields.push_back({field.key(), is, field.value()});
            step.edit.before.insert(field.key(), is);
            step.edit.after.insert(field.key(), field.value());
        }
        if (step.fields.empty())
            step.state = RollbackState::AlreadySo;
        else if (!clash.isNull())
            return changedSince(step, clash);
        return holdDangling(step, table, step.edit.after);
    }

    Status bringBackDeleted(RollbackStep& step, const Table& table, const RecordChange& record,
                            const std::optional<Record>& current) {
        step.operation = Operation::Insert;
        if (current) {
            const FieldValues now = fieldValues(table, *current);
            for (auto field = record.before.begin(); field != record.before.end(); ++field) {
                if (!now.contains(field.key()) || now[field.key()] == field.value())
                    continue;
                step.fields.push_back({field.key(), now[field.key()], field.value()});
                step.edit.before.insert(field.key(), now[field.key()]);
                step.edit.after.insert(field.key(), field.value());
            }
            if (step.fields.empty())
                step.state = RollbackState::AlreadySo;
            else
                block(step, RollbackState::KeyTaken, say("Another record has its key by now."));
            return done();
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
        return holdDangling(step, table, step.edit.after);
    }

    // A reference that would be restored must find its record, there already or coming back.
    Status holdDangling(RollbackStep& step, const Table& table, const FieldValues& restored) {
        if (step.state != RollbackState::Ready)
            return done();
        for (const ForeignKey& reference : table.foreignKeys) {
            std::vector<Value> values;
            bool complete = true;
            for (const QString& column : reference.columns) {
                complete &= restored.contains(column) && !restored[column].isNull();
                values.push_back(restored.value(column));
            }
            const Table* target = m_catalog.table(reference.table);
            if (!complete || !target || comesBack(reference, values))
                continue;
            auto found =
                TableReader(m_session, *target).countWhere(reference.referencedColumns, values);
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

    bool comesBack(const ForeignKey& reference, const std::vector<Value>& values) const {
        return std::any_of(m_comes.begin(), m_comes.end(), [&](const RecordChange* record) {
            if (record->table != reference.table)
                return false;
            for (qsizetype i = 0; i < reference.referencedColumns.size(); ++i) {
                if (record->before.value(reference.referencedColumns[i]) !=
                    values[static_cast<size_t>(i)])
                    return false;
            }
            return true;
        });
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
    QSet<Place> m_goes;                       // records that rolling back takes away
    std::vector<const RecordChange*> m_comes; // records that rolling back brings back
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
