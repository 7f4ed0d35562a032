// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/screen_binding.h"
#include "app/use/grid_part.h"

#include <QAction>
#include <QWidget>

class QLabel;
class QPushButton;
class QSplitter;

namespace gravin {

class BuildFace;
class CellClipboard;
class ChildrenPanel;
class FilterBar;
class FormShaper;
class ListFigures;
class NoticeLine;
class OpenEdits;
class PageFoot;
class PlateView;
class RecordForm;

// One screen in its arrangement: its grid, its form, its children, and in Build the plate with the
// same live records.
class ScreenPage : public QWidget {
    Q_OBJECT
public:
    // What can be done on a screen. Each is disabled, with the reason, while it cannot be done.
    enum class Command {
        Save,
        SaveAll,
        Discard,
        New,
        Copy,
        Delete,
        Bulk,
        Open,
        AsStored,
        Refresh,
        First,
        Previous,
        Next,
        Last
    };

    ScreenPage(Workspace* workspace, const QString& screenId, OpenEdits* openEdits,
               QWidget* parent = nullptr);
    ~ScreenPage() override;

    const QString& screenId() const { return m_binding.screenId(); }
    GridView* grid() const { return m_grid; }
    RecordForm* form() const { return m_form; }
    // Null where the arrangement shows none.
    ChildrenPanel* children() const { return m_children; }
    // Over the grid or beside the form, whichever is shaped.
    PlateView* plate() const;
    FormShaper* shaper() const;
    BuildFace* buildFace() const { return m_buildFace; }
    QAction* action(Command command) const { return m_actions.value(static_cast<int>(command)); }
    QList<QAction*> actions() const { return m_actions.values(); }

    void setBuild(bool build);
    void showNotice(const Notice& notice);
    QString noticeText() const;
    FilterBar* filterBar() const { return m_filterBar; }
    void focusSearch();
    // Asks by what the list is to be narrowed, beginning with the current field.
    void askForFilter();
    // Groups by the current field, or not any more.
    void groupByField();
    // Asks which fields the list shows.
    void askForShownFields();
    // Puts the cursor into the "go to" line.
    void askWhereToGo();
    void goTo(const QString& text);
    void goToRecord(const Key& key);
    // To a field of a draft where it can be mended: here, or in a window of its own.
    void goToField(const DraftPlace& place, const QString& column);
    const QString& screenLabel() const { return m_binding.screen().screen.label; }
    // Shows these records only, until the person asks for all again. `words`: which they are.
    void showOnly(const Restriction& only, const QString& words);
    void focusGrid();
    void focusForm();
    // Where work begins: the grid, or the form where there is none.
    void focusWork();
    // The editor of a cell counts as written when work moves on.
    void endCellEdit();

Q_SIGNALS:
    void saveProjectRequested();
    void rollbackRequested(qint64 change);
    // Go to the records of another screen that have these values.
    void goToRequested(const gravin::RecordLink& link, const std::vector<gravin::Value>& values,
                       const QString& words);

private:
    void makeActions();
    QWidget* makeHead();
    void arrange();
    void applyArrangement();
    void makeChildren();
    void connectGrid();
    QString reasonAgainst(Command command) const;
    void run(Command command);
    void step(qsizetype place);
    void newRecord();
    void beginRecord(const RecordId& id);
    void deleteRecords();
    void save();
    void saveAll();
    QStringList tablesShown() const;
    void onCells(CellAction action);
    void followFilterBar();
    // Where the screen saves by itself: what was left, or written.
    void saveLeft(const GridPart& part, const RecordId& id);
    void saveWritten(const GridPart& part, const RecordId& id);
    void followSave(const RecordId& before, const RecordId& now);
    void showActions(const QPoint& globalPosition);
    void goAlong(const RowAction& action, const GridPart& part);
    void refresh();
    // Once for all that happens in this turn of the event loop.
    void refreshSoon();
    void refreshPosition();
    void refreshActionTexts();
    void chooseFirstRecord();
    bool showsGrid() const;
    bool showsForm() const;
    // The part that the commands work on: the grid that had the focus last.
    GridPart part() const;

    ScreenBinding m_binding;
    OpenEdits* m_openEdits;
    GridModel* m_model;
    GridView* m_grid;
    RecordForm* m_form;
    BuildFace* m_buildFace;
    FilterBar* m_filterBar;
    ChildrenPanel* m_children = nullptr;
    GridView* m_active; // of the page or of its children
    NoticeLine* m_notice;
    QMap<int, QAction*> m_actions;
    QWidget* m_gridSide;
    QWidget* m_formSide;
    QSplitter* m_halves;
    QSplitter* m_all;
    QList<QWidget*> m_useButtons;
    QPushButton* m_saveProject = nullptr;
    QPushButton* m_onlyThese; // shown while the records are restricted; ends it
    QLabel* m_title;
    QLabel* m_subtitle;
    PageFoot* m_foot;
    CellClipboard* m_cells;
    ListFigures* m_figures;
    RecordId m_current;   // of the main grid
    RecordId m_savedHere; // by this page's own Save
    bool m_build = false;
    bool m_refreshesSoon = false;
    std::optional<Arrangement> m_arranged;
    std::optional<QList<RecordLink>> m_listedChildren; // those of the panel that stands now
};

} // namespace gravin
