// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_model.h"

#include <QTableView>

#include <limits>

namespace gravin {

class FrozenColumns;
class RecordTicks;

// What is done to the selected cells as a block.
enum class CellAction { Copy, Cut, Paste, FillDown, Clear };

// The grid of a screen.
class GridView : public QTableView {
    Q_OBJECT
public:
    GridView(GridModel* model, QWidget* parent);

    GridModel* gridModel() const { return m_model; }
    RecordId currentRecord() const;
    void setCurrentRecord(const RecordId& id);
    // The rows of all selected cells, first and last of each run, in order.
    std::vector<std::pair<int, int>> selectedRows() const;
    qint64 selectedCount() const; // rows
    QList<RecordId> selectedRecords() const;
    // What many records are done with: those that are ticked, where any are, else those selected.
    // Those that were not read yet have their keys all the same.
    qint64 chosenCount() const;
    QList<RecordId> chosenRecords() const;
    // What is done with them where one of them is pointed at, else with that one.
    QList<RecordId> chosenOrCurrent() const;
    // Where the screen has boxes to tick.
    bool hasTickBoxes() const;
    qint64 tickedCount() const;
    bool isTicked(int row) const;
    // Ticks this record or unticks it; `asFar`: all from the one before as far as here.
    void tickRow(int row, bool asFar);
    // Those that are selected, else the current one; where all are ticked, unticks them.
    void tickSelected();
    void untickAll();
    // Shows every field, hidden ones too: for Build.
    void showHiddenFields(bool show);
    // Fields that the person does not want to see now.
    void hideFields(const QStringList& columns);
    void applyWidths();
    // From left to right, as the columns stand now.
    QList<int> shownColumns() const;
    // What the person made of widths and order; in Build all stand as the screen has them.
    const QHash<QString, int>& ownWidths() const { return m_dragged; }
    const QStringList& ownOrder() const { return m_order; }
    void arrange(const QHash<QString, int>& widths, const QStringList& order);
    // Opens the first empty cell of the current row that can be edited.
    void beginFirstEdit();
    // Opens or closes the group whose head is current; false: none is.
    bool openCurrentGroup(bool open);
    // Opens this row, or closes it, where rows open.
    void toggleRow(int row);
    // Takes the focus and goes to the first or last row; where none is there yet, once one is.
    void enter(bool atBeginning);
    void goToRow(int row);
    void leave(bool forwards) { Q_EMIT left(forwards); }
    // The same record is the current one from now on, wherever the list is scrolled to.
    void makeCurrent(const RecordId& id);
    // The grid stands in an inset of another one: where nothing is left in a direction, the keys
    // lead out of it.
    void setInInset(bool is) { m_isInInset = is; }
    // Where a column stands from left to right, in the grid's own coordinates.
    QRect columnRect(int column) const;
    bool isFrozen(int column) const;
    int frozenWidth() const; // what frozen columns cover now
    // Makes this field of the current record the current cell.
    void focusField(const QString& column);
    using QTableView::edit;
    // Only as far down as needed, where the column is in sight anyway.
    void scrollTo(const QModelIndex& index, ScrollHint hint = EnsureVisible) override;

Q_SIGNALS:
    void currentRecordChanged(const gravin::RecordId& id);
    void chosenChanged(); // chosenRecords()
    // Return or a double click on what cannot be edited in its cell.
    void openRequested(const gravin::RecordId& id);
    void actionsRequested(const QPoint& globalPosition);
    void focusTaken();
    void cellsRequested(gravin::CellAction action);
    // Delete with whole records selected.
    void deleteRequested();
    // Tab behind the last cell.
    void nextNewRequested();
    // Tab or Return behind the last line, or Shift+Tab before the first cell, of a list that takes
    // lines; of one in an inset also Up, Down and Left beyond what there is.
    void left(bool forwards);
    void rowToggled(const gravin::RecordId& id); // opened or closed by the person
    // The keys lead into what stands below this record, to its beginning or its end.
    void insetEntered(const gravin::RecordId& id, bool atBeginning);
    void arranged(); // widths or order, by the person
    // A cell's content was put into its draft by hand.
    void cellWritten(const gravin::RecordId& id);

protected:
    bool edit(const QModelIndex& index, EditTrigger trigger, QEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void focusInEvent(QFocusEvent* event) override;
    void paintEvent(QPaintEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    QModelIndex moveCursor(CursorAction action, Qt::KeyboardModifiers modifiers) override;
    void contextMenuEvent(QContextMenuEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseDoubleClickEvent(QMouseEvent* event) override;
    void currentChanged(const QModelIndex& current, const QModelIndex& previous) override;
    // Of an editor that went with its model's rows, which what it wrote made anew, nothing is
    // wanted.
    void commitData(QWidget* editor) override;
    void closeEditor(QWidget* editor, QAbstractItemDelegate::EndEditHint hint) override;

private:
    // To where work in lines goes on: the next field of the line, behind its last the next line.
    void goOn();
    bool goToFirstOpen(int row);
    bool beginLine(int column, EditTrigger trigger, QEvent* event);
    void dropUntouched(const RecordId& begun);
    void paintEmptyLine();
    void applyOrder();
    void followDragged(int column, int width);
    void followMoved();
    int fittedWidth(int column) const; // as wide as its texts are, whatever room there is
    // What was typed gets the width that it needs.
    void widenFor(int row);
    void shareRoom(QMap<int, int>& widths) const;
    void toggleGroup(int row);
    // Right, Left and what else opens and closes. False: the key means something else.
    bool openByKey(const QKeyEvent& event);
    bool crossInset(CursorAction action);
    void leaveSoon(bool forwards);
    void paintInsets();
    bool isOfInset(const QWidget* widget) const;
    void applyGutterWidth();
    void followOpening();
    void enterNow();
    void moveTo(const QModelIndex& index);
    std::optional<CellAction> cellActionOf(const QKeyEvent& event) const;
    bool hasWholeRecordsSelected() const;
    bool toggleYesNo(const QModelIndex& index);
    bool openInstead(const QModelIndex& index);
    void keepPlace();
    void applyRowHeight();
    void followSelection();
    void keepSelection();
    void restoreSelection();

    // What was selected before the list became another.
    struct KeptSelection {
        bool isAll = false;
        QList<RecordId> records;
        int first = std::numeric_limits<int>::max(); // column
        int last = 0;
    };

    GridModel* m_model;
    FrozenColumns* m_frozen = nullptr;
    RecordTicks* m_ticks = nullptr;
    RecordId m_lastTicked;
    std::optional<KeptSelection> m_keptSelection; // until the list is complete
    bool m_showHidden = false;
    bool m_isInInset = false;
    std::optional<bool> m_entersAtBeginning; // as soon as there is a row
    QStringList m_unwanted;
    QHash<QString, int> m_dragged; // widths that the person gave to fields
    QHash<QString, int> m_placed;  // those that the screen said when they were given
    QStringList m_order;           // of fields, where the person moved some; empty: the screen's
    bool m_isApplyingWidths = false;
    QStringList m_groupedBy; // when the rows were last laid out
    RecordId m_current;
    RecordId m_wanted; // chosen before its row was there
    RecordId m_begun;  // in the empty line; it goes again where nothing is typed into it
    int m_currentColumn = 0;
    int m_rowBefore = -1; // where the current record stood before the list became another
};

} // namespace gravin
