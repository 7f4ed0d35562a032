// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/lines/child_lists.h"
#include "app/use/lines/children_panel.h"

#include <QTimer>

#include <map>
#include <memory>

namespace gravin {

class GridView;
class OpenEdits;

// What stands open in nested lists, and where somebody was there, by record: it outlives the
// widgets, which are there only for what is in sight. Shared by all lists of one kind.
struct NestedState {
    std::shared_ptr<QSet<RecordId>> opened = std::make_shared<QSet<RecordId>>();
    QHash<RecordId, int> heights; // of their insets, as they were measured, in pixels
    QHash<RecordId, ChildrenPanel::Place> places;
    std::map<QString, std::shared_ptr<NestedState>> below; // by the kind of children

    std::shared_ptr<NestedState> of(const QString& kind);
};

// Rows within rows: makes the rows of a grid open in place, each with the lists of its record's
// children in the inset behind it. Widgets exist for insets in sight only, and are used again for
// others.
class NestedLists : public QObject, public ChildLists {
    Q_OBJECT
public:
    // All must outlive it. `level`: how many lists this grid stands within.
    NestedLists(ScreenBinding* binding, GridView* grid, OpenEdits* openEdits, ChildEvents* events,
                int level, std::shared_ptr<NestedState> state, QObject* parent);
    ~NestedLists() override;

    // Rows open, or not for the time being.
    void setOpens(bool opens);
    // To its children's first list, which is shown and gets the focus.
    void enter(const RecordId& id, bool atBeginning);
    // Whether all insets in sight have what belongs there.
    bool isSettled() const;

    GridPart partOf(const RecordList* list) const override;
    RecordList* listAround(const QWidget* widget) const override;
    bool goTo(const DraftRef& place, const QString& column) override;
    QStringList tables() const override;
    QList<RecordList*> listsInSight() const override;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    struct Inset {
        RecordId record; // none: it waits to be used
        ChildrenPanel* panel = nullptr;
    };
    static QStringList tablesBelow(Workspace* workspace, const Screen& screen, int level);
    QList<RecordId> insetsInSight() const;
    Inset* insetOf(const RecordId& id) const; // null: it has no widgets now
    // One that is free, or a new one.
    Inset& spare();
    void show(const RecordId& id);
    void release(Inset& inset);
    // The insets in sight get their widgets, one each time; those out of sight give theirs back.
    void follow();
    void followSoon();
    void place();
    void applyHeights(int first, int last);
    void measure(const Inset& inset);
    void applyHeight(const RecordId& id, int row); // of its inset
    // So that what was just opened can be seen.
    void bringIntoSight(const RecordId& id);
    void leave(const RecordId& id, bool forwards);
    void followActive(const RecordList* list);

    ScreenBinding* m_binding;
    GridView* m_grid;
    OpenEdits* m_openEdits;
    ChildEvents* m_events;
    int m_level;
    std::shared_ptr<NestedState> m_state;
    std::vector<std::unique_ptr<Inset>> m_insets;
    QStringList m_tables; // of all levels below
    RecordId m_opening;   // by the person just now
    std::optional<std::pair<DraftRef, QString>>
        m_wanted; // a field that is gone to once it is there
    QTimer m_soon;
};

} // namespace gravin
