// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_view.h"
#include "app/use/lists/own_arrangement.h"

#include <QTimer>
#include <QWidget>

namespace gravin {

class FilterBar;
class ListFigures;
class ParameterBar;
class TotalsRow;

// A list of records as it stands everywhere: a line that searches and narrows, heads that sort, the
// rows in groups or not, and what they come to. A screen's own list is one, and each kind of
// children has one.
class RecordList : public QWidget {
    Q_OBJECT
public:
    // All must outlive the list.
    RecordList(ScreenBinding* binding, RecordView* view, WindowNumbers* windows,
               QWidget* parent = nullptr);
    ~RecordList() override;

    GridView* grid() const { return m_grid; }
    GridModel* model() const { return m_grid->gridModel(); }
    // Stands above the rows until somebody puts it elsewhere.
    FilterBar* bar() const { return m_bar; }
    void putBarBack();
    // The list is arranged as the person left it in this place, and keeps what becomes of it. All
    // lists of one place are arranged alike. Requires: only once.
    void setOwnPlace(const QString& place);
    // What stands between the bar and the rows. The list owns it from now on.
    void setOverRows(QWidget* widget);

    void focusSearch();
    // Asks by what the list is to be narrowed, beginning with the current field.
    void askForFilter();
    // Groups by the current field, or not any more.
    void groupByField();
    // Nothing of one's own any more.
    void takeScreens();
    bool isArranged() const; // by the person
    // Asks which fields are shown.
    void askForShownFields();
    // How high it has to be for all of its rows to be in sight, in pixels.
    int neededHeight() const;

Q_SIGNALS:
    // What is searched, narrowed, sorted, grouped or hidden is another.
    void setUpChanged();
    void told(const gravin::Notice& notice);
    // What the current field comes to, for people; empty: there is nothing to say.
    void totalsChanged(const QString& words);
    void putBack();     // as the screen has it
    void needChanged(); // of its height

private:
    void connectHeads();
    void followBar();
    void keepOwnSoon();
    void keepOwn();
    void takeKept();
    ListArrangement ownNow() const;
    QString currentColumn() const; // empty: none

    ScreenBinding* m_binding;
    GridView* m_grid;
    FilterBar* m_bar;
    ParameterBar* m_parameters = nullptr; // null: nothing is asked for
    ListFigures* m_figures;
    TotalsRow* m_totals;
    std::optional<OwnArrangement> m_own;
    bool m_isTakingOwn = false;
    bool m_isKeeping = false;
    QTimer m_keepSoon; // once for what changes in a moment, as a width that is dragged
};

} // namespace gravin
