// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_part.h"
#include "session/drafts/draft_ref.h"
#include "session/notices.h"

#include <QObject>

namespace gravin {

class RecordList;

// What happens in lists of children, however deep they stand, for who shows the topmost parent.
class ChildEvents : public QObject {
    Q_OBJECT
public:
    using QObject::QObject;

Q_SIGNALS:
    // A list took the focus.
    void activated(gravin::RecordList* list);
    void told(const gravin::Notice& notice);
    // What the current field of a list comes to, for people.
    void totalsChanged(const QString& words);
    void setUpChanged(); // of a list
    void putBack();      // a list is as its screen has it
    void currentRecordChanged();
    void openRequested(const gravin::GridPart& part, const gravin::RecordId& id);
    void actionsRequested(const QPoint& globalPosition);
    void cellsRequested(gravin::CellAction action);
    void deleteRequested();
    void nextNewRequested();
    void cellWritten(const gravin::GridPart& part, const gravin::RecordId& id);
    // The current record of a list is no longer this one.
    void recordLeft(const gravin::GridPart& part, const gravin::RecordId& id);
};

// Lists of children, of all levels, whether they stand below each other or within each other.
class ChildLists {
public:
    virtual ~ChildLists() = default;

    // The part that this list is; invalid: it is none of these.
    virtual GridPart partOf(const RecordList* list) const = 0;
    // The innermost list that this widget stands in or belongs to, its bar among them; null: none.
    virtual RecordList* listAround(const QWidget* widget) const = 0;
    // To the field of a record that is among those shown, also in another tab. False: it is not.
    virtual bool goTo(const DraftRef& place, const QString& column) = 0;
    virtual QStringList tables() const = 0;
    // Those that belong to the current record, the upper ones first.
    virtual QList<RecordList*> listsInSight() const = 0;
};

} // namespace gravin
