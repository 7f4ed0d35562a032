// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_part.h"
#include "app/use/lists/own_arrangement.h"

#include <QWidget>

class QStackedWidget;
class QTabWidget;

namespace gravin {

class OpenEdits;
class RecordList;

// The records that belong to one record of another screen: a tab for each kind of children, each
// with a list, and below it the lists of their own children where their screen shows some.
class ChildrenPanel : public QWidget {
    Q_OBJECT
public:
    // All must outlive the panel. `depth`: how many panels stand above this one.
    ChildrenPanel(ScreenBinding* parent, OpenEdits* openEdits, int depth,
                  QWidget* widget = nullptr);
    ~ChildrenPanel() override;

    void setParentRecord(const RecordId& id);
    // The part that this list is, in this panel or one below; invalid: none.
    GridPart partOf(const RecordList* list) const;
    // The list that this widget stands in or belongs to, its bar among them; null: none.
    RecordList* listAround(const QWidget* widget) const;
    // To the field of a record that is among those shown, also in another tab. False: it is not.
    bool goTo(const DraftRef& place, const QString& column);
    QStringList tables() const;              // of all levels
    QList<RecordList*> lists() const;        // of this panel, in the order of its tabs
    QList<GridView*> grids() const;          // their grids
    QList<RecordList*> listsInSight() const; // of all levels, the upper ones first

Q_SIGNALS:
    // A list in here took the focus.
    void activated(gravin::RecordList* list);
    void told(const gravin::Notice& notice);
    // What the current field of a list comes to, for people.
    void totalsChanged(const QString& words);
    void setUpChanged(); // of a list
    void putBack();      // a list is as its screen has it
    // The keys lead out of the lines.
    void left(bool forwards);
    void currentRecordChanged();
    void openRequested(const gravin::GridPart& part, const gravin::RecordId& id);
    void actionsRequested(const QPoint& globalPosition);
    void cellsRequested(gravin::CellAction action);
    void deleteRequested();
    void nextNewRequested();
    void cellWritten(const gravin::GridPart& part, const gravin::RecordId& id);
    // The current record of a grid in here is no longer this one.
    void recordLeft(const gravin::GridPart& part, const gravin::RecordId& id);

private:
    struct Child {
        RecordLink link;
        std::unique_ptr<ScreenBinding> binding;
        std::shared_ptr<RecordView> view;
        RecordList* list = nullptr;
        ChildrenPanel* below = nullptr;
        RecordId current = {};
        bool widthsPending = false;
    };
    static QString reasonAgainst(const Result<BoundScreen>& bound, const RecordLink& link);
    void addChild(const RecordLink& link);
    void addNote(const QString& text, const QString& title);
    void passOn(ChildrenPanel* below);
    void connectChild(Child* made);
    void showChild(Child& child);
    std::optional<std::vector<Value>> parentValues(const Child& child) const;
    GridPart partOfChild(const Child& child) const;

    ScreenBinding* m_parent;
    OpenEdits* m_openEdits;
    int m_depth;
    RecordId m_record;
    QTabWidget* m_tabs;
    QStackedWidget* m_bars; // of the lists, beside the tabs
    OwnArrangement m_own;
    std::vector<std::unique_ptr<Child>> m_children;
};

} // namespace gravin
