// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/deletion_plan.h"

#include "core/records/table_reader.h"

#include <QSet>

#include <algorithm>
#include <deque>

namespace gravin {

namespace {

constexpr qint64 MostCounted = 5000;

class DeletionPlanner {
public:
    DeletionPlanner(Session& session, const Catalog& catalog)
        : m_session(session)
        , m_catalog(catalog) {}

    Status plan(const Table& table, const std::vector<Key>& keys, DeletionPlan& plan) {
        auto records = TableReader(m_session, table).records(keys);
        if (!records)
            return records.error();
        plan.gone = static_cast<qint64>(keys.size()) - static_cast<qint64>(records->size());
        plan.records = *records;
        for (Record& record : *records)
            add(table, std::move(record));
        while (!m_waiting.empty()) {
            const auto [deleted, record] = std::move(m_waiting.front());
            m_waiting.pop_front();
            if (Status followed = follow(*deleted, record, plan); !followed)
                return followed;
        }
        return ok();
    }

private:
    void add(const Table& table, Record&& record) {
        m_seen.insert({table.name, record.key});
        m_waiting.emplace_back(&table, std::move(record));
    }

    Status follow(const Table& table, const Record& record, DeletionPlan& plan) {
        for (const auto& [child, reference] : m_catalog.referencesTo(table.name)) {
            std::vector<Value> values;
            for (const QString& column : reference->referencedColumns)
                values.push_back(record.values[static_cast<size_t>(table.indexOf(column))]);
            if (std::any_of(values.begin(), values.end(), std::mem_fn(&Value::isNull)))
                continue;
            auto keys = TableReader(m_session, *child).keysWhere(reference->columns, values);
            if (!keys)
                return keys.error();
            std::erase_if(*keys, [&, name = child->name](const Key& key) {
                return m_seen.contains({name, key});
            });
            if (keys->empty())
                continue;
            const bool empties = reference->onDelete == ForeignKey::Action::SetNull;
            DeletionPlan::Part& part = partOf(
                plan, *child, empties ? DeletionPlan::Fate::Emptied : DeletionPlan::Fate::GoesWith);
            part.count += static_cast<qint64>(keys->size());
            m_counted += static_cast<qint64>(keys->size());
            if (part.first.size() < DeletionPlan::MostShown) {
                const size_t wanted =
                    std::min(DeletionPlan::MostShown - part.first.size(), keys->size());
                const auto shown =
                    TableReader(m_session, *child)
                        .records({keys->begin(), keys->begin() + static_cast<qsizetype>(wanted)});
                if (!shown)
                    return shown.error();
                part.first.insert(part.first.end(), shown->begin(), shown->end());
            }
            plan.isCounted = plan.isCounted && m_counted <= MostCounted;
            if (empties || !plan.isCounted || !part.obstacle.isEmpty())
                continue;
            auto children = TableReader(m_session, *child).records(*keys);
            if (!children)
                return children.error();
            for (Record& each : *children)
                add(*child, std::move(each));
        }
        return ok();
    }

    static DeletionPlan::Part& partOf(DeletionPlan& plan, const Table& child,
                                      DeletionPlan::Fate fate) {
        for (DeletionPlan::Part& part : plan.parts) {
            if (part.table == child.name && part.fate == fate)
                return part;
        }
        plan.parts.append({child.name, fate, 0, child.readOnlyReason()});
        return plan.parts.last();
    }

    Session& m_session;
    const Catalog& m_catalog;
    std::deque<std::pair<const Table*, Record>> m_waiting;
    QSet<std::pair<QString, Key>> m_seen;
    qint64 m_counted = 0;
};

} // namespace

bool DeletionPlan::takesOthers() const {
    return std::any_of(parts.begin(), parts.end(),
                       [](const Part& part) { return part.fate == Fate::GoesWith; });
}

QString DeletionPlan::obstacle() const {
    for (const Part& part : parts) {
        if (!part.obstacle.isEmpty())
            return part.obstacle;
    }
    return {};
}

Result<DeletionPlan> planDeletion(Session& session, const Catalog& catalog, const Table& table,
                                  const std::vector<Key>& keys) {
    DeletionPlan plan;
    if (Status planned = DeletionPlanner(session, catalog).plan(table, keys, plan); !planned)
        return planned.error();
    return plan;
}

} // namespace gravin
