// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/lines/child_lists.h"
#include "app/use/lists/own_arrangement.h"

#include <QWidget>

#include <memory>

class QStackedWidget;
class QTabWidget;

namespace gravin {

class NestedLists;
class OpenEdits;
struct NestedState;

// The records that belong to one record of another screen: a tab for each kind of children, each
// with a list, and below it or in it the lists of their own children where their screen shows some.
class ChildrenPanel : public QWidget, public ChildLists {
    Q_OBJECT
public:
    // Where a panel stands: below how many others, and as which level of lists within lists; 0: in
    // no inset. Lists within its lists share a state then.
    struct Standing {
        int depth = 0;
        int level = 0;
        std::shared_ptr<NestedState> nested = {};
    };
    // Where somebody is in it: in which tab, and which record is the current one of each kind.
    struct Place {
        QString tab = {};
        QHash<QString, RecordId> current = {};
    };

    // All must outlive the panel.
    ChildrenPanel(ScreenBinding* parent, OpenEdits* openEdits, ChildEvents* events,
                  Standing standing, QWidget* widget = nullptr);
    ~ChildrenPanel() override;

    void setParentRecord(const RecordId& id);
    const RecordId& parentRecord() const { return m_record; }
    Place placeNow() const;
    // Looks for nothing there any more.
    void goBackTo(const Place& place);
    // How high it has to be for all of what is in its open tab, in pixels.
    int neededHeight() const;
    // Whether what is in its open tab is there.
    bool isComplete() const;

    GridPart partOf(const RecordList* list) const override;
    RecordList* listAround(const QWidget* widget) const override;
    bool goTo(const DraftRef& place, const QString& column) override;
    QStringList tables() const override;
    QList<RecordList*> listsInSight() const override;
    QList<RecordList*> lists() const; // of this panel, in the order of its tabs
    QList<GridView*> grids() const;   // their grids

Q_SIGNALS:
    // The keys lead out of the lines.
    void left(bool forwards);
    void needChanged();
    // What the panel's events tell, of its own lists.
    void activated(gravin::RecordList* list);
    void currentRecordChanged();
    void openRequested(const gravin::GridPart& part, const gravin::RecordId& id);
    void cellWritten(const gravin::GridPart& part, const gravin::RecordId& id);
    void recordLeft(const gravin::GridPart& part, const gravin::RecordId& id);

protected:
    void mousePressEvent(QMouseEvent* event) override;

private:
    struct Child;
    static QString reasonAgainst(const Result<BoundScreen>& bound, const RecordLink& link);
    void addChild(const RecordLink& link);
    void addDeeper(Child& child, QWidget* part);
    void addNote(const QString& text, const QString& title);
    void connectEvents();
    void connectChild(Child* made);
    void showChild(Child& child);
    const Child* childInSight() const; // null: a note is
    std::optional<std::vector<Value>> parentValues(const Child& child) const;
    GridPart partOfChild(const Child& child) const;

    ScreenBinding* m_parent;
    OpenEdits* m_openEdits;
    ChildEvents* m_events;
    Standing m_standing;
    RecordId m_record;
    QTabWidget* m_tabs;
    QStackedWidget* m_bars; // of the lists, beside the tabs
    OwnArrangement m_own;
    std::vector<std::unique_ptr<Child>> m_children;
};

} // namespace gravin
