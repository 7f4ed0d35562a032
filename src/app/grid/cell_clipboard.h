// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/cell_writing.h"

#include <QPointer>

namespace gravin {

// Works on blocks of a grid's cells: copies them to the clipboard as spreadsheets do, pastes, fills
// and clears them. What is pasted becomes drafts; the texts that a field cannot take stay in it as
// they are and are marked. Records that are not here yet are read first.
class CellClipboard : public QObject {
    Q_OBJECT
public:
    // One clipboard text is at most so many rows.
    static constexpr int MostRows = 100'000;

    using QObject::QObject;

    void run(CellAction action, const GridPart& part);
    void copy(const GridPart& part);
    // Whole lines of a record are taken up to be pasted among those of another one; of all else the
    // cells are cleared.
    void cut(const GridPart& part);
    // Over the selection where it is larger than the block, as often as it fits; else from the
    // current cell on. Rows behind the last one become new records, where they can be added.
    void paste(const GridPart& part);
    // The first row of the selection goes into its others.
    void fillDown(const GridPart& part);
    void clear(const GridPart& part);

Q_SIGNALS:
    // What was done, or why it was not.
    void notice(const gravin::Notice& notice);

private:
    // Rows and columns of a grid; rows without insets, columns as they stand there, without hidden
    // ones.
    struct Block {
        int top = 0;
        int rows = 0;
        QList<int> columns;
        bool isEmpty() const { return rows == 0 || columns.isEmpty(); }
    };
    using Read = std::function<void(const std::vector<CellRow>&)>;
    using Content = CellContents::Content;
    using ContentAt = decltype(CellContents::at);

    static Block selectedBlock(const GridPart& part);
    static QList<int> shownColumns(const GridView& grid, int from);
    void withRecords(const GridPart& part, const Block& block, Read read);
    static bool areLines(const GridPart& part, const Block& block);
    static QString textOf(const GridPart& part, const Block& block,
                          const std::vector<CellRow>& rows);
    void copyRead(const GridPart& part, const Block& block, const std::vector<CellRow>& rows);
    // `done` makes the words of what was done of the numbers of cells and of records.
    void write(const GridPart& part, const Block& block, const ContentAt& content,
               const std::function<QString(qint64, qint64)>& done);

    // The last one; null when it has ended.
    QPointer<CellWriting> m_writing;
};

} // namespace gravin
