// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/cell_clipboard.h"

#include "core/base/text.h"
#include "core/exchange/cell_block.h"
#include "core/fitting/field_input.h"
#include "session/drafts/line_moves.h"

#include <QClipboard>
#include <QGuiApplication>
#include <QHeaderView>

#include <algorithm>

namespace gravin {

namespace {

// A cell as its field takes it back: choices by label, lookups by what they show, anything else in
// the form of its editor.
QString exchangedText(Workspace& workspace, const BoundField& field, const Value& value) {
    if (value.isNull() || value.kind() == Value::Kind::Binary)
        return {};
    if (choiceOf(field, value) || field.definition.shownAs == ShownAs::Lookup)
        return workspace.records()->shown(field, value);
    return editedText(field, value);
}

} // namespace

void CellClipboard::run(CellAction action, const GridPart& part) {
    switch (action) {
    case CellAction::Copy:
        return copy(part);
    case CellAction::Cut:
        return cut(part);
    case CellAction::Paste:
        return paste(part);
    case CellAction::FillDown:
        return fillDown(part);
    case CellAction::Clear:
        return clear(part);
    }
}

CellClipboard::Block CellClipboard::selectedBlock(const GridPart& part) {
    Block block;
    const QItemSelection selection = part.grid->selectionModel()->selection();
    const QList<int> shown = part.grid->shownColumns();
    int bottom = -1;
    qsizetype left = shown.size(); // places from left to right
    qsizetype right = -1;
    block.top = part.model()->rowCount();
    for (const QItemSelectionRange& range : selection) {
        block.top = std::min(block.top, range.top());
        bottom = std::max(bottom, range.bottom());
        for (int column = range.left(); column <= range.right(); ++column) {
            if (const qsizetype place = shown.indexOf(column); place >= 0) {
                left = std::min(left, place);
                right = std::max(right, place);
            }
        }
    }
    const OpenRows& open = part.model()->rows().openRows();
    block.top = open.plainOf(block.top);
    block.rows = std::max(0, open.plainOf(std::max(bottom, 0)) - block.top + 1);
    if (right >= left)
        block.columns = shown.mid(left, right - left + 1);
    return block;
}

QList<int> CellClipboard::shownColumns(const GridView& grid, int from) {
    const QList<int> shown = grid.shownColumns();
    return shown.mid(std::max(qsizetype{0}, shown.indexOf(from)));
}

void CellClipboard::withRecords(const GridPart& part, const Block& block, Read read) {
    std::vector<Key> keys;
    QList<RecordId> ids;
    for (int row = block.top; row < block.top + block.rows; ++row) {
        ids += part.model()->recordAt(part.model()->rows().openRows().shownOf(row));
        if (!ids.back().isNew() && !ids.back().isNone())
            keys.push_back(ids.back().key);
    }
    part.binding->workspace()->database()->reader()->run<std::vector<Record>>(
        part.grid,
        [table = part.binding->workspace()->records()->table(part.binding->tableName()),
         keys](Session& session) { return TableReader(session, *table).records(keys); },
        [this, ids, read = std::move(read)](const Result<std::vector<Record>>& found) {
            if (!found) {
                Q_EMIT notice(
                    {Notice::Kind::Refused, found.error().sentence, found.error().detail});
                return;
            }
            QHash<Key, std::shared_ptr<const Record>> byKey;
            for (const Record& record : *found)
                byKey.insert(record.key, std::make_shared<const Record>(record));
            std::vector<CellRow> rows;
            for (const RecordId& id : ids)
                rows.push_back({id, id.isNew() ? nullptr : byKey.value(id.key)});
            read(rows);
        });
}

void CellClipboard::copy(const GridPart& part) {
    const Block block = selectedBlock(part);
    if (block.isEmpty())
        return;
    if (block.rows > MostRows) {
        Q_EMIT notice({Notice::Kind::Refused,
                       tr("%1 are too many for the clipboard: at most %2 rows at once.")
                           .arg(countedRecords(block.rows), QLocale().toString(MostRows))});
        return;
    }
    withRecords(part, block, [this, part, block](const std::vector<CellRow>& rows) {
        copyRead(part, block, rows);
    });
}

QString CellClipboard::textOf(const GridPart& part, const Block& block,
                              const std::vector<CellRow>& rows) {
    Workspace& workspace = *part.binding->workspace();
    const DraftStore* drafts = workspace.records()->drafts(part.binding->tableName());
    QList<QStringList> lines;
    for (const CellRow& row : rows) {
        if (row.id.isNone())
            continue; // the head of a group
        const Draft* draft = drafts->find(row.id);
        QStringList cells;
        for (const int column : block.columns) {
            const BoundField& field = part.binding->fields()[column];
            const Value value = draft ? draft->value(field.editIndex())
                                : row.stored
                                    ? row.stored->values[static_cast<size_t>(field.editIndex())]
                                    : Value();
            cells += exchangedText(workspace, field, value);
        }
        lines += cells;
    }
    return textFromCellBlock(lines);
}

void CellClipboard::copyRead(const GridPart& part, const Block& block,
                             const std::vector<CellRow>& rows) {
    QGuiApplication::clipboard()->setText(textOf(part, block, rows));
    const qint64 cells = static_cast<qint64>(block.rows) * block.columns.size();
    if (cells > 1)
        Q_EMIT notice({Notice::Kind::Done, tr("Copied %1.").arg(counted(cells, "cell", "cells"))});
}

// All of some lines, as a click beside them selects.
bool CellClipboard::areLines(const GridPart& part, const Block& block) {
    return !part.presets.isEmpty() && block.rows <= MostRows &&
           part.grid->selectionModel()->isRowSelected(part.grid->currentIndex().row(), {});
}

void CellClipboard::cut(const GridPart& part) {
    const Block block = selectedBlock(part);
    if (!areLines(part, block)) {
        copy(part);
        clear(part);
        return;
    }
    withRecords(part, block, [this, part, block](const std::vector<CellRow>& rows) {
        QList<RecordId> lines;
        for (const CellRow& row : rows) {
            if (!row.id.isNone())
                lines += row.id;
        }
        const QString text = textOf(part, block, rows);
        QGuiApplication::clipboard()->setText(text);
        part.binding->workspace()->records()->lineMoves()->takeUp(part.binding->tableName(),
                                                                  part.presets.keys(), lines, text);
        Q_EMIT notice({Notice::Kind::Done,
                       tr("Cut %1. Pasted among those of another record, they move there.")
                           .arg(countedRecords(lines.size()))});
    });
}

void CellClipboard::paste(const GridPart& part) {
    const QString text = QGuiApplication::clipboard()->text();
    LineMoves* moves = part.binding->workspace()->records()->lineMoves();
    if (!part.presets.isEmpty() &&
        moves->areMeant(part.binding->tableName(), part.presets.keys(), text)) {
        moves->putDown(part.binding->screen(), part.presets);
        return;
    }
    const QList<QStringList> cells = cellBlockFromText(text);
    if (cells.isEmpty() || !part.grid->currentIndex().isValid()) {
        Q_EMIT notice({Notice::Kind::Refused, cells.isEmpty() ? tr("The clipboard has no text.")
                                                              : tr("No cell is chosen.")});
        return;
    }
    const auto height = static_cast<int>(cells.size());
    qsizetype width = 0;
    for (const QStringList& row : cells)
        width = std::max(width, row.size());
    if (height > MostRows) {
        Q_EMIT notice({Notice::Kind::Refused,
                       tr("%1 rows are too many to paste: at most %2 at once.")
                           .arg(QLocale().toString(height), QLocale().toString(MostRows))});
        return;
    }
    Block block = selectedBlock(part);
    const bool fills = block.rows >= height && block.columns.size() >= width &&
                       block.rows % height == 0 && block.columns.size() % width == 0;
    if (!fills) {
        const QModelIndex current = part.grid->currentIndex();
        const bool isOne = block.rows <= 1 && block.columns.size() <= 1;
        const int left = isOne || block.isEmpty() ? current.column() : block.columns.front();
        block.top = isOne || block.isEmpty()
                        ? part.model()->rows().openRows().plainOf(current.row())
                        : block.top;
        block.rows = height;
        block.columns = shownColumns(*part.grid, left).mid(0, width);
    }
    write(
        part, block,
        [cells, height, width](int row, int column) -> std::optional<Content> {
            const QStringList& line = cells[row % height];
            const auto at = column % width;
            return at < line.size() ? std::optional<Content>(line[at]) : std::nullopt;
        },
        [](qint64 count, qint64 records) {
            return tr("Pasted %1 into %2.")
                .arg(counted(count, "cell", "cells"), countedRecords(records));
        });
}

void CellClipboard::fillDown(const GridPart& part) {
    Block block = selectedBlock(part);
    if (block.rows < 2) {
        Q_EMIT notice({Notice::Kind::Refused,
                       tr("Select the cells to fill, with the one to fill from on top.")});
        return;
    }
    Block source = block;
    source.rows = 1;
    withRecords(part, source, [this, part, block](const std::vector<CellRow>& rows) mutable {
        const Draft* draft = part.binding->draft(rows.front().id);
        const auto& stored = rows.front().stored;
        QList<Value> values;
        for (const int column : block.columns) {
            const int at = part.binding->fields()[column].editIndex();
            values += draft    ? draft->value(at)
                      : stored ? stored->values[static_cast<size_t>(at)]
                               : Value();
        }
        ++block.top;
        --block.rows;
        write(
            part, block,
            [values](int, int column) -> std::optional<Content> { return values[column]; },
            [](qint64 count, qint64 filled) {
                return tr("Filled %1 in %2.")
                    .arg(counted(count, "cell", "cells"), countedRecords(filled));
            });
    });
}

void CellClipboard::clear(const GridPart& part) {
    Block block = selectedBlock(part);
    // In the empty line there is nothing to clear, and nothing begins by it.
    block.rows = std::clamp(part.model()->rows().plainRows() - block.top, 0, block.rows);
    QList<Content> empty;
    for (const int column : block.columns) {
        const Column& stored = part.binding->fields()[column].column;
        empty += stored.nullable || stored.type.kind != TypeKind::Text ? Content(Value::null())
                                                                       : Content(QString());
    }
    if (!block.isEmpty())
        write(
            part, block,
            [empty](int, int column) -> std::optional<Content> { return empty[column]; },
            [](qint64 count, qint64 records) {
                return tr("Cleared %1 in %2.")
                    .arg(counted(count, "cell", "cells"), countedRecords(records));
            });
}

void CellClipboard::write(const GridPart& part, const Block& block, const ContentAt& content,
                          const std::function<QString(qint64, qint64)>& done) {
    Block stored = block;
    stored.rows = std::clamp(part.model()->rows().plainRows() - block.top, 0, block.rows);
    withRecords(part, stored, [this, part, block, content, done](const std::vector<CellRow>& rows) {
        if (m_writing)
            m_writing->finish();
        m_writing = new CellWriting(part, {rows, block.rows, block.columns, content, done}, this);
        connect(m_writing, &CellWriting::ended, this, &CellClipboard::notice);
        m_writing->start();
    });
}

} // namespace gravin
