// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/fitting/screen_links.h"
#include "session/drafts/draft_ref.h"

#include <QMultiHash>

namespace gravin {

class ProjectDocument;
class Records;
struct Draft;

// Which drafts belong together: new records to the new record that they were begun in, edited ones
// to the record whose screen shows them.
class DraftFamilies {
public:
    // Both must outlive it.
    DraftFamilies(const ProjectDocument* document, Records* records);

    // What cannot be saved without these drafts, nor they without it: the new records that they
    // belong to, and the new ones that belong to those, at any depth. With themselves; parents come
    // first.
    QList<DraftRef> savedTogether(const QList<DraftRef>& drafts) const;
    // The new records that belong to this one, at any depth, after itself.
    QList<DraftRef> descendants(const DraftRef& ref) const;
    // The drafts of records that hang on this one by the screen's children, and on those in turn,
    // besides its own.
    QList<DraftRef> draftsBelow(const BoundScreen& screen, const RecordId& id) const;

private:
    using ChildrenByParent = QMultiHash<DraftRef, DraftRef>; // new records
    ChildrenByParent childrenByParent() const;
    const Draft* draft(const DraftRef& ref) const;
    DraftRef rootOf(const DraftRef& ref) const;
    void addBelow(const BoundScreen& screen, const std::vector<Value>& values, ChildDepth level,
                  int depth, QList<DraftRef>& below) const;
    bool hasDraftsBelow(const BoundScreen& screen, ChildDepth level, int depth) const;

    const ProjectDocument* m_document;
    Records* m_records;
};

} // namespace gravin
