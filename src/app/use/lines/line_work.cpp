// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lines/line_work.h"

#include "app/grid/cell_clipboard.h"
#include "app/use/lines/child_lists.h"
#include "app/use/open_edits.h"
#include "app/use/row_actions.h"
#include "core/base/text.h"

#include <QApplication>

namespace gravin {

QString removeLines(const GridPart& part, const QList<RecordId>& lines) {
    Records* records = part.binding->workspace()->records();
    const QString& table = part.binding->tableName();
    DraftStore* drafts = records->drafts(table);
    DraftHistory::OneStep step(records->history());
    const DraftStore::Batch batch(drafts);
    qint64 stored = 0;
    qint64 begun = 0;
    for (const RecordId& id : lines) {
        const Record* record = id.isNew() ? nullptr : records->store(table)->record(id.key);
        if (id.isNew()) {
            records->discard(table, id);
            ++begun;
        } else if (record || drafts->find(id)) {
            drafts->setRemoved(id, record, true);
            ++stored;
        }
    }
    if (stored == 0)
        return LineWork::tr("Discarded %1.").arg(counted(begun, "new record", "new records"));
    return LineWork::tr("%1 of %2 will be deleted with the next save. Undo puts them back.")
        .arg(countedRecords(stored), part.binding->screen().screen.label);
}

LineWork::LineWork(ChildLists* lines, ChildEvents* events, OpenEdits* openEdits, QObject* parent)
    : QObject(parent)
    , m_lines(lines)
    , m_openEdits(openEdits)
    , m_cells(new CellClipboard(this)) {
    connect(m_cells, &CellClipboard::notice, this, &LineWork::told);
    connect(events, &ChildEvents::told, this, &LineWork::told);
    connect(events, &ChildEvents::cellsRequested, this, &LineWork::onCells);
    connect(events, &ChildEvents::deleteRequested, this, &LineWork::remove);
    connect(events, &ChildEvents::nextNewRequested, this, &LineWork::begin);
    connect(events, &ChildEvents::openRequested, this,
            [this](const GridPart& part, const RecordId& id) {
                m_openEdits->open(part.binding->screenId(), id);
            });
    connect(events, &ChildEvents::actionsRequested, this, &LineWork::showMenu);
    connect(events, &ChildEvents::cellWritten, this,
            [](const GridPart& part, const RecordId& id) { part.binding->saveWritten(id); });
    connect(events, &ChildEvents::recordLeft, this,
            [](const GridPart& part, const RecordId& id) { part.binding->saveLeft(id); });
}

GridPart LineWork::part() const {
    const QWidget* focus = QApplication::focusWidget();
    return focus ? m_lines->partOf(m_lines->listAround(focus)) : GridPart();
}

void LineWork::begin() {
    const GridPart now = part();
    if (!now.isValid())
        return;
    QString reason = now.binding->screen().reasonAgainst(Operation::Insert);
    if (reason.isEmpty())
        reason = now.noNewReason;
    if (!reason.isEmpty()) {
        Q_EMIT told({Notice::Kind::Refused, reason});
        return;
    }
    now.grid->setCurrentRecord(now.binding->workspace()->records()->newRecord(
        now.binding->screen(), now.presets, now.parent));
    now.grid->beginFirstEdit();
}

void LineWork::remove() {
    const GridPart now = part();
    if (!now.isValid())
        return;
    if (const QString reason = now.binding->reasonAgainstDeleting(now.current());
        !reason.isEmpty() && !now.current().isNew())
        Q_EMIT told({Notice::Kind::Refused, reason});
    else
        Q_EMIT told({Notice::Kind::Done, removeLines(now, now.grid->chosenOrCurrent())});
}

void LineWork::open() {
    const GridPart now = part();
    if (now.isValid() && !now.current().isNone())
        m_openEdits->open(now.binding->screenId(), now.current());
}

void LineWork::onCells(CellAction action) {
    const GridPart now = part();
    if (now.isValid())
        m_cells->run(action, now);
}

void LineWork::showMenu(const QPoint& globalPosition) {
    const GridPart now = part();
    if (!now.isValid())
        return;
    auto* menu = new RowActionsMenu(now, qobject_cast<QWidget*>(parent()));
    menu->setReason(RowAction::Kind::Delete,
                    now.current().isNew() ? QString()
                                          : now.binding->reasonAgainstDeleting(now.current()));
    connect(menu, &RowActionsMenu::chosen, this, [this, now](const RowAction& action) {
        switch (action.kind) {
        case RowAction::Kind::Open:
            return open();
        case RowAction::Kind::Delete:
            return remove();
        case RowAction::Kind::GoTo:
            return goAlong(action, now);
        }
    });
    menu->popup(globalPosition);
}

// One record gets a window; many are for a screen to list.
void LineWork::goAlong(const RowAction& action, const GridPart& part) {
    const auto values = RowActionsMenu::valuesFor(action, part);
    const auto target = part.binding->workspace()->document()->bound(action.link.screen);
    if (values && target && target->table->key == action.link.targetColumns)
        m_openEdits->open(action.link.screen, {Key(*values), 0});
    else if (target)
        Q_EMIT told(
            {Notice::Kind::Refused,
             tr("The screen %1 lists them, in the main window.").arg(target->screen.label)});
}

} // namespace gravin
