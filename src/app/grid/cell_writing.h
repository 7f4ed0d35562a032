// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_part.h"
#include "session/drafts/draft_history.h"

#include <optional>
#include <variant>

namespace gravin {

// A record that cells are written into; `stored` is null for new ones and those that are gone.
struct CellRow {
    RecordId id;
    std::shared_ptr<const Record> stored;
};

// What is put into a block of a grid's cells, row by row, and the words for what was done.
struct CellContents {
    // The records that are there; the rows behind them become new records.
    std::vector<CellRow> there;
    int rows = 0;
    QList<int> columns; // as they stand in the grid
    // Typed text, or a value as it is; none leaves the cell alone.
    using Content = std::variant<QString, Value>;
    std::function<std::optional<Content>(int row, int column)> at;
    // Of the numbers of cells and of records.
    std::function<QString(qint64, qint64)> done;
};

// Writes contents into the cells of a grid in slices of one turn of the event loop each, so that
// nothing stands still however many they are. It is one step of the undo. Ends early, with words,
// where the screen is bound anew meanwhile or the grid goes. Lives in the interface's thread and
// deletes itself at its end.
class CellWriting : public QObject {
    Q_OBJECT
public:
    CellWriting(GridPart part, CellContents contents, QObject* parent);
    ~CellWriting() override;

    void start();
    // Writes what is left at once.
    void finish();

Q_SIGNALS:
    // The last thing it says: what was done, and what was not and why.
    void ended(const gravin::Notice& notice);

private:
    void writeSlice(qint64 nanoseconds);
    void writeRow(int row);
    bool begin(const CellRow& row);
    bool beginNew();
    void put(const BoundField& field, const CellContents::Content& content);
    void stop();
    void end();
    Notice words() const;
    Workspace& workspace() const { return *m_part.binding->workspace(); }
    DraftStore* drafts() const;

    GridPart m_part;
    CellContents m_contents;
    std::unique_ptr<DraftHistory::OneStep> m_step;
    int m_next = 0; // row
    bool m_isStopped = false;
    RecordId m_id;
    RecordId m_last;
    const Record* m_stored = nullptr;
    QString m_reason;
    QString m_firstBad;
    qint64 m_cells = 0;
    qint64 m_records = 0;
    qint64 m_bad = 0;
    qint64 m_locked = 0;
    qint64 m_notAdded = 0;
    qint64 m_gone = 0;
};

} // namespace gravin
