// SPDX-License-Identifier: GPL-3.0-or-later
#include "session/drafts/draft_families.h"

#include "core/fitting/screen_links.h"
#include "session/project_document.h"
#include "session/records.h"

#include <algorithm>
#include <functional>

namespace gravin {

namespace {
// A table may refer to itself: somewhere what hangs on a record must end.
constexpr int DeepestChild = 6;

std::optional<std::vector<Value>> valuesOf(const Table& table, const std::vector<Value>& values,
                                           const QStringList& columns) {
    std::vector<Value> picked;
    for (const QString& column : columns) {
        const int at = table.indexOf(column);
        if (at < 0)
            return std::nullopt;
        picked.push_back(values[static_cast<size_t>(at)]);
    }
    return picked;
}
} // namespace

DraftFamilies::DraftFamilies(const ProjectDocument* document, Records* records)
    : m_document(document)
    , m_records(records) {}

const Draft* DraftFamilies::draft(const DraftRef& ref) const {
    return m_records->drafts(ref.table)->find(ref.id);
}

DraftFamilies::ChildrenByParent DraftFamilies::childrenByParent() const {
    ChildrenByParent children;
    for (const QString& table : m_records->tablesInUse()) {
        const DraftStore* drafts = m_records->drafts(table);
        const QList<RecordId>& all = drafts->newRecords();
        // The hash gives back first what was put in last.
        for (auto id = all.rbegin(); id != all.rend(); ++id) {
            if (const auto& parent = drafts->find(*id)->parent)
                children.insert({parent->table, parent->id}, {table, *id});
        }
    }
    return children;
}

DraftRef DraftFamilies::rootOf(const DraftRef& ref) const {
    DraftRef root = ref;
    for (int depth = 0; depth < DeepestChild; ++depth) {
        const Draft* found = draft(root);
        if (!found || !found->parent || !draft({found->parent->table, found->parent->id}))
            break;
        root = {found->parent->table, found->parent->id};
    }
    return root;
}

QList<DraftRef> DraftFamilies::savedTogether(const QList<DraftRef>& drafts) const {
    const ChildrenByParent children = childrenByParent();
    QList<DraftRef> together;
    QSet<DraftRef> seen;
    const std::function<void(const DraftRef&)> add = [&](const DraftRef& ref) {
        if (seen.contains(ref))
            return;
        seen += ref;
        together += ref;
        for (const DraftRef& child : children.values(ref))
            add(child);
    };
    for (const DraftRef& ref : drafts)
        add(rootOf(ref));
    return together;
}

QList<DraftRef> DraftFamilies::descendants(const DraftRef& ref) const {
    QList<DraftRef> found{ref};
    const ChildrenByParent children = childrenByParent();
    for (qsizetype i = 0; i < found.size(); ++i)
        found += children.values(found[i]);
    return found;
}

QList<DraftRef> DraftFamilies::draftsBelow(const BoundScreen& screen, const RecordId& id) const {
    QList<DraftRef> below;
    const Record* record =
        id.isNew() ? nullptr : m_records->store(screen.table->name)->record(id.key);
    if (record)
        addBelow(screen, record->values, 0, below);
    return below;
}

void DraftFamilies::addBelow(const BoundScreen& screen, const std::vector<Value>& values, int depth,
                             QList<DraftRef>& below) const {
    const auto links = childrenOf(m_document->project(), m_records->catalog(), screen.screen);
    for (const RecordLink& link : links) {
        const auto child = m_document->bound(link.screen);
        const auto wanted = valuesOf(*screen.table, values, link.columns);
        // Nothing belongs to what is empty.
        const bool isEmpty =
            !wanted || std::any_of(wanted->begin(), wanted->end(), std::mem_fn(&Value::isNull));
        if (!child || isEmpty || depth >= DeepestChild)
            continue;
        DraftStore* drafts = m_records->drafts(child->table->name);
        for (const RecordId& id : drafts->all()) {
            const Draft* found = drafts->find(id);
            const DraftRef ref{child->table->name, id};
            // A child that is being moved to another parent still stands below the one it had.
            const bool belongs =
                valuesOf(*child->table, found->values(), link.targetColumns) == wanted ||
                (!id.isNew() && valuesOf(*child->table, found->was, link.targetColumns) == wanted);
            if (!belongs || below.contains(ref))
                continue;
            below += ref;
            if (!id.isNew() && showsChildren(child->screen.arrangement))
                addBelow(*child, found->was, depth + 1, below);
        }
    }
}

} // namespace gravin
