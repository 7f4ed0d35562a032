// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_part.h"
#include "app/use/lists/own_arrangement.h"
#include "app/use/page_commands.h"
#include "session/screen_binding.h"

#include <QWidget>

class QHBoxLayout;
class QLabel;
class QPushButton;
class QSplitter;

namespace gravin {

class ChildEvents;
class ChildLists;
class ChildrenPanel;
class FilterBar;
class NestedLists;
class FoldingRow;
class NoticeLine;
class OpenEdits;
class RecordForm;
class RecordList;
class ScreenActionRow;
class ScreenActions;
class ShapingFace;
class StatusBar;

// One screen in its arrangement: its grid, its form, its children, and in Build the plate with the
// same live records.
class ScreenPage : public QWidget {
    Q_OBJECT
public:
    using Command = PageCommands::Command;

    ScreenPage(Workspace* workspace, const QString& screenId, OpenEdits* openEdits,
               QWidget* parent = nullptr);
    ~ScreenPage() override;

    const QString& screenId() const { return m_binding.screenId(); }
    RecordList* list() const { return m_list; }
    GridView* grid() const { return m_grid; }
    RecordForm* form() const { return m_form; }
    // Below the record; null where the arrangement shows none there.
    ChildrenPanel* children() const { return m_children; }
    // In the rows of the list; null where the arrangement shows none there.
    NestedLists* nested() const { return m_nested; }
    // Null: nobody shapes this page.
    ShapingFace* face() const { return m_face; }
    // Once. The page's widgets own those of the face.
    void setFace(ShapingFace* face);
    QAction* action(Command command) const;
    PageCommands* commands() const { return m_commands; }
    ScreenActions* ownActions() const { return m_ownActions; }
    ScreenBinding* binding() { return &m_binding; }
    Workspace* workspace() const { return m_binding.workspace(); }
    OpenEdits* openEdits() const { return m_openEdits; }
    // The part that the commands work on: the grid that had the focus last.
    GridPart part() const;
    // The tables whose records are shown, children's among them.
    QStringList tablesShown() const;
    bool showsForm() const;

    void setBuild(bool build);
    void showNotice(const Notice& notice);
    QString noticeText() const;
    FilterBar* filterBar() const;
    // The list that the commands work on: the one that had the focus last.
    RecordList* activeList() const { return m_active; }
    // Puts the cursor into the "go to" line.
    void askWhereToGo();
    void goTo(const QString& text);
    void goToRecord(const Key& key);
    // Where the list begins when it is there, instead of at its first record.
    void beginAt(const Key& key) { m_beginsAt = key; }
    // Saves what the commands work on with all that belongs to it; where something stands in the
    // way, goes there.
    void save();
    // To a field of a draft where it can be mended: here, or in a window of its own.
    void goToField(const DraftRef& place, const QString& column);
    const QString& screenLabel() const { return m_binding.screen().screen.label; }
    // Shows these records only, until the person asks for all again. `words`: which they are.
    void showOnly(const Restriction& only, const QString& words);
    void focusGrid();
    void focusForm();
    // The list beside the form away, or back; the form likewise.
    void foldList() { fold(Folded::List); }
    void foldForm() { fold(Folded::Form); }
    enum class Folded { None, List, Form };
    Folded folded() const { return m_folded; }
    void setFolded(Folded folded);
    // Goes round the list, the form, and the lines in turn.
    void focusNextPart();
    // Where work begins: the grid, or the form where there is none.
    void focusWork();
    // The editor of a cell counts as written when work moves on.
    void endCellEdit();

Q_SIGNALS:
    void saveProjectRequested();
    void rollbackRequested(qint64 change);
    // Go to the records of another screen that have these values.
    // `where`: and that meet this condition; empty: all of them.
    void goToRequested(const gravin::RecordLink& link, const std::vector<gravin::Value>& values,
                       const QString& words, const QString& where);

protected:
    void resizeEvent(QResizeEvent* event) override;

private:
    // How the grid, the plate and the form beside it share the room at first.
    static constexpr int GridShare = 620;
    static constexpr int PlateShare = 560;
    static constexpr int FormShare = 474;

    QWidget* makeHead();
    void arrange();
    void applyArrangement();
    void makeChildren();
    void connectGrid();
    void connectChildren();
    // The lists of children, wherever they stand; null: none are shown.
    ChildLists* childLists() const;
    void connectEvents();
    void followFocus(const QWidget* now);
    void setActive(RecordList* list);
    // The list's bar stands where its list is seen; of a form's list, in the head.
    void placeBar();
    // So do the buttons that save the record: below its lines, where there are some.
    void placeFormFoot();
    // Gives the form what its fields need and the lines the rest.
    void applySplit();
    void applySplitSoon();
    void keepSplit();
    // The same of a list and the form beside it.
    void applyFormSplit();
    void keepFormSplit();
    void fold(Folded part);
    void putBack();
    // Where the screen saves by itself: what was left, or written.
    void saveLeft(const GridPart& part, const RecordId& id);
    void saveWritten(const GridPart& part, const RecordId& id);
    QList<RecordId> chosenHere() const;
    void refresh();
    // Once for all that happens in this turn of the event loop.
    void refreshSoon();
    void refreshPosition();
    void chooseFirstRecord();
    void tellWhereLeftOut();
    bool showsGrid() const;

    ScreenBinding m_binding;
    OpenEdits* m_openEdits;
    RecordList* m_list;
    GridView* m_grid; // of the list
    GridModel* m_model;
    RecordForm* m_form;
    ChildrenPanel* m_children = nullptr;
    NestedLists* m_nested = nullptr;
    ChildEvents* m_events; // of both
    RecordList* m_active;  // of the page or of its children
    NoticeLine* m_notice;
    QWidget* m_formSide;
    QSplitter* m_halves;
    QSplitter* m_all;
    FoldingRow* m_useButtons = nullptr;
    QHBoxLayout* m_head = nullptr;
    QPushButton* m_saveProject = nullptr;
    QPushButton* m_onlyThese; // shown while the records are restricted; ends it
    QLabel* m_title;
    QLabel* m_subtitle;
    QHBoxLayout* m_footLine;
    StatusBar* m_foot;
    ScreenActions* m_ownActions;
    ScreenActionRow* m_ownButtons = nullptr;
    PageCommands* m_commands;
    ShapingFace* m_face = nullptr;
    RecordId m_current; // of the main grid
    std::optional<Key> m_beginsAt;
    RecordId m_goingTo; // asked for, and not known yet whether it is in the list
    bool m_build = false;
    bool m_refreshesSoon = false;
    bool m_splitsSoon = false;
    Folded m_folded = Folded::None;
    OwnArrangement m_own;
    std::optional<Arrangement> m_arranged;
    std::optional<QList<RecordLink>> m_listedChildren; // those of the panel that stands now
};

} // namespace gravin
