// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_part.h"

#include <QPointer>

namespace gravin {

class CellClipboard;
class ChildEvents;
class ChildLists;
class OpenEdits;
class RecordList;

// Marks lines for deletion with the save of what they belong to; new ones are not there any more.
// Answers what was done, in words.
QString removeLines(const GridPart& part, const QList<RecordId>& lines);

// Work in the lines of a record that stand in a window of their own: the same as on a page.
class LineWork : public QObject {
    Q_OBJECT
public:
    // All must outlive it.
    LineWork(ChildLists* lines, ChildEvents* events, OpenEdits* openEdits, QObject* parent);

    // Where the keyboard is now; invalid: not in lines.
    GridPart part() const;
    void begin(); // a line
    void remove();
    void open();

Q_SIGNALS:
    void told(const gravin::Notice& notice);

private:
    void onCells(CellAction action);
    void showMenu(const QPoint& globalPosition);
    void goAlong(const RowAction& action, const GridPart& part);

    ChildLists* m_lines;
    OpenEdits* m_openEdits;
    CellClipboard* m_cells;
};

} // namespace gravin
