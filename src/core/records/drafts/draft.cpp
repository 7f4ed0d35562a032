// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/drafts/draft.h"

#include "core/records/reached.h"

namespace gravin {

ProposedValues Draft::proposed() const {
    ProposedValues values(was.size());
    for (size_t i = 0; i < was.size(); ++i) {
        const int column = static_cast<int>(i);
        const auto other = reached.constFind(column);
        if (other != reached.cend() && !changed.contains(column))
            values[i] = other->value;
        else if (!id.isNew() || changed.contains(column))
            values[i] = value(column);
    }
    return values;
}

std::vector<Value> Draft::values() const {
    std::vector<Value> values = was;
    for (auto other = reached.begin(); other != reached.end(); ++other)
        values[static_cast<size_t>(other.key())] = other->value.value_or(Value());
    for (auto field = changed.begin(); field != changed.end(); ++field)
        values[static_cast<size_t>(field.key())] = field.value();
    return values;
}

Occasion occasionOf(const Draft& draft, const Table& table) {
    Occasion occasion;
    occasion.what = draft.id.isNew() ? Occasion::What::Insert : Occasion::What::Update;
    for (auto field = draft.changed.begin(); field != draft.changed.end(); ++field)
        occasion.written += table.columns[field.key()].name;
    for (auto bad = draft.bad.begin(); bad != draft.bad.end(); ++bad)
        occasion.unreadable += table.columns[bad.key()].name;
    if (draft.parent)
        occasion.unreadable.unite({draft.parent->columns.begin(), draft.parent->columns.end()});
    for (const int place : reachedThrough(table, occasion.written))
        occasion.written += table.columns[place].name;
    for (const int place : reachedThrough(table, occasion.unreadable))
        occasion.unreadable += table.columns[place].name;
    return occasion;
}

} // namespace gravin
