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
        addBelow(screen, record->values, ChildDepth(screen.screen), 0, below);
    return below;
}

// Of any record of that screen's children, at any depth that is shown.
bool DraftFamilies::hasDraftsBelow(const BoundScreen& screen, ChildDepth level, int depth) const {
    if (!level.showsChildren() || depth >= DeepestChild)
        return false;
    const auto links = childrenOf(m_document->project(), m_records->catalog(), screen.screen);
    return std::any_of(links.begin(), links.end(), [&](const RecordLink& link) {
        const auto child = m_document->bound(link.screen);
        return child && (!m_records->drafts(child->table->name)->all().isEmpty() ||
                         hasDraftsBelow(*child, level.of(child->screen), depth + 1));
    });
}

void DraftFamilies::addBelow(const BoundScreen& screen, const std::vector<Value>& values,
                             ChildDepth level, int depth, QList<DraftRef>& below) const {
    const auto links = childrenOf(m_document->project(), m_records->catalog(), screen.screen);
    for (const RecordLink& link : links) {
        const auto child = m_document->bound(link.screen);
        const auto wanted = valuesOf(*screen.table, values, link.columns);
        // Nothing belongs to what is empty.
        const bool isEmpty =
            !wanted || std::any_of(wanted->begin(), wanted->end(), std::mem_fn(&Value::isNull));
        if (!child || isEmpty || depth >= DeepestChild)
            continue;
        const ChildDepth childLevel = level.of(child->screen);
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
            if (!id.isNew() && childLevel.showsChildren())
                addBelow(*child, found->was, childLevel, depth + 1, below);
        }
        // What belongs to children that are not edited themselves, as far as those are here.
        if (!hasDraftsBelow(*child, childLevel, depth + 1))
            continue;
        RecordStore* records = m_records->store(child->table->name);
        for (const Key& key : records->here()) {
            const Record* record = drafts->find({key, 0}) ? nullptr : records->record(key);
            if (record && valuesOf(*child->table, record->values, link.targetColumns) == wanted)
                addBelow(*child, record->values, childLevel, depth + 1, below);
        }
    }
}

} // namespace gravin
