// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/record_ticks.h"

#include "session/screen_binding.h"

namespace gravin {

RecordTicks::RecordTicks(const ScreenBinding* binding, QObject* parent)
    : QObject(parent)
    , m_binding(binding) {
    connect(binding->workspace()->writing(), &Writing::committed, this, &RecordTicks::follow);
    connect(binding->workspace()->records(), &Records::saved, this,
            [this](const QString& table, const RecordId& before, const RecordId& now) {
                if (table == m_binding->tableName() && !(before == now))
                    replace(before, now);
            });
}

void RecordTicks::set(const QList<RecordId>& ids, bool ticked) {
    for (const RecordId& id : ids) {
        if (ticked)
            m_ticked.insert(id);
        else
            m_ticked.remove(id);
    }
    Q_EMIT changed();
}

void RecordTicks::clear() {
    if (m_ticked.isEmpty())
        return;
    m_ticked.clear();
    Q_EMIT changed();
}

void RecordTicks::replace(const RecordId& before, const RecordId& now) {
    if (!m_ticked.remove(before))
        return;
    if (!now.isNone())
        m_ticked.insert(now);
    Q_EMIT changed();
}

void RecordTicks::follow(const CommittedChange& change) {
    if (m_ticked.isEmpty())
        return;
    const Table& table = *m_binding->screen().table;
    for (const RecordChange& record : change.records) {
        if (record.table != table.written() || record.operation == Operation::Insert)
            continue;
        const RecordId before{record.key, 0};
        if (record.operation == Operation::Delete)
            replace(before, {});
        else if (const Key now = record.keyAfter(table.key); !(now == record.key))
            replace(before, {now, 0});
    }
}

} // namespace gravin
