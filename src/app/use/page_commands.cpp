// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/page_commands.h"

#include "app/bulk/bulk_dialog.h"
#include "app/commands/command_list.h"
#include "app/grid/cell_clipboard.h"
#include "app/grid/grid_view.h"
#include "app/look/plain_text.h"
#include "app/look/theme.h"
#include "app/use/delete_dialog.h"
#include "app/use/lines/line_work.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "app/use/row_actions.h"
#include "app/use/save_many.h"
#include "app/use/screen_actions.h"
#include "app/use/screen_page.h"
#include "app/use/stored_dialog.h"
#include "session/record_copy.h"

#include <QIcon>

namespace gravin {

PageCommands::PageCommands(ScreenPage* page)
    : QObject(page)
    , m_page(page)
    , m_cells(new CellClipboard(this)) {
    makeActions();
    connect(m_cells, &CellClipboard::notice, page, &ScreenPage::showNotice);
}

QList<PageCommands::Words> PageCommands::allWords() {
    constexpr auto Both = Qt::CTRL | Qt::SHIFT;
    return {
        {Command::Save, "save", tr("Save record"), QKeySequence::Save, "document-save"},
        {Command::SaveAll, "save-screen", tr("Save all of this screen"), {}, "document-save-all"},
        {Command::Discard, "discard", tr("Discard edits"), {}, "edit-undo"},
        {Command::New, "new-record", tr("New record"), QKeySequence::New, "list-add"},
        {Command::Copy, "copy-record", tr("Copy this record"), Both | Qt::Key_C, "edit-copy"},
        {Command::CopyWithLines, "copy-with-lines", tr("Copy with its lines"), Both | Qt::Key_D,
         "edit-copy"},
        {Command::Delete, "delete", tr("Delete…"), Qt::CTRL | Qt::Key_Delete, "edit-delete"},
        {Command::Bulk, "bulk-update", tr("Bulk update…"), Qt::CTRL | Qt::Key_B, "edit-select-all"},
        {Command::Open, "open-window", tr("Open in window"), Qt::CTRL | Qt::Key_Return,
         "window-new"},
        {Command::AsStored, "as-stored", tr("Show as stored"), Qt::CTRL | Qt::Key_I,
         "document-properties"},
        {Command::Refresh, "refresh", tr("Refresh now"), QKeySequence::Refresh, "view-refresh"},
        {Command::First, "first", tr("First record"), Qt::CTRL | Qt::Key_Home, "go-first"},
        {Command::Previous, "previous", tr("Previous record"), Qt::ALT | Qt::Key_Up, "go-previous"},
        {Command::Next, "next", tr("Next record"), Qt::ALT | Qt::Key_Down, "go-next"},
        {Command::Last, "last", tr("Last record"), Qt::CTRL | Qt::Key_End, "go-last"},
    };
}

PageCommands::Words PageCommands::wordsOf(Command command) {
    return allWords()[static_cast<int>(command)];
}

// The keys are the window's: here they are only said.
void PageCommands::makeActions() {
    for (const Words& words : allWords()) {
        auto* action = new QAction(QIcon::fromTheme(QLatin1String(words.icon)), words.text, this);
        connect(action, &QAction::triggered, this,
                [this, command = words.command] { run(command); });
        m_actions.insert(static_cast<int>(words.command), action);
    }
    connect(&Theme::instance(), &Theme::changed, this, [this] {
        for (const Words& words : allWords())
            action(words.command)->setIcon(QIcon::fromTheme(QLatin1String(words.icon)));
    });
}

QString PageCommands::reasonAgainstNew(const GridPart& now) const {
    const QString reason = now.binding->screen().reasonAgainst(Operation::Insert);
    return reason.isEmpty() ? now.noNewReason : reason;
}

QString PageCommands::reasonAgainstStep(Command command, const GridPart& now) const {
    const int row = now.grid->currentIndex().row();
    if (command == Command::First || command == Command::Previous)
        return now.model()->rows().indexBefore(row) >= 0 ? QString()
                                                         : tr("This is the first record.");
    return row >= 0 && now.model()->rows().indexBehind(row) < now.model()->rows().listCount()
               ? QString()
               : tr("This is the last record.");
}

QString PageCommands::reasonAgainst(Command command) const {
    const GridPart now = m_page->part();
    const RecordId id = now.current();
    const QString noneIsChosen = id.isNone() ? tr("No record is chosen.") : QString();
    switch (command) {
    case Command::Save:
        return plainTextOf(savedPart().binding->saveReason(savedPart().current()));
    case Command::SaveAll:
        return draftsToSave(*m_page->workspace(), m_page->tablesShown()).isEmpty()
                   ? tr("There are no edits to save.")
                   : QString();
    case Command::Discard:
        return now.binding->draft(id) ? QString() : tr("There are no edits to discard.");
    case Command::New:
        return reasonAgainstNew(now);
    case Command::Copy:
        if (const QString reason = now.binding->screen().reasonAgainst(Operation::Insert);
            !reason.isEmpty())
            return reason;
        return id.isNone() ? noneIsChosen : now.noNewReason;
    case Command::CopyWithLines:
        return reasonAgainstCopyWithLines(now);
    case Command::Delete:
        return id.isNew() && now.grid != m_page->grid() ? QString()
                                                        : now.binding->reasonAgainstDeleting(id);
    case Command::Bulk:
        if (const QString reason = now.binding->screen().reasonAgainst(Operation::Update);
            !reason.isEmpty())
            return reason;
        if (const QString reason = now.binding->screen().reasonAgainst(Act::BulkUpdate);
            !reason.isEmpty())
            return reason;
        return id.isNone() ? tr("No records are selected.") : QString();
    case Command::Open:
        return noneIsChosen;
    case Command::AsStored:
        return id.isNew() ? tr("This record is not stored yet.") : noneIsChosen;
    case Command::Refresh:
        return {};
    case Command::First:
    case Command::Previous:
    case Command::Next:
    case Command::Last:
        return reasonAgainstStep(command, now);
    }
    return {};
}

void PageCommands::run(Command command) {
    if (!reasonAgainst(command).isEmpty())
        return;
    const GridPart now = m_page->part();
    switch (command) {
    case Command::Save:
        return save();
    case Command::SaveAll:
        return saveAll();
    case Command::Discard:
        return discard();
    case Command::New:
        return newRecord();
    case Command::Copy:
        return copyRecord();
    case Command::CopyWithLines:
        return copyWithLines();
    case Command::Delete:
        return deleteRecords();
    case Command::Bulk:
        return updateMany();
    case Command::Open:
        m_page->openEdits()->open(now.binding->screenId(), now.current());
        return;
    case Command::AsStored:
        (new StoredDialog(now.binding, now.current(), m_page))->open();
        return;
    case Command::Refresh:
        m_page->workspace()->records()->refreshNow();
        m_page->showNotice({Notice::Kind::Done, tr("All that is shown is read anew.")});
        return;
    case Command::First:
    case Command::Previous:
    case Command::Next:
    case Command::Last:
        return stepFrom(command);
    }
}

void PageCommands::stepFrom(Command command) {
    const GridPart now = m_page->part();
    const int row = now.grid->currentIndex().row();
    if (command == Command::First)
        step(0);
    else if (command == Command::Previous)
        step(now.model()->rows().indexBefore(row));
    else if (command == Command::Next)
        step(now.model()->rows().indexBehind(row));
    else
        step(now.model()->rows().listCount() - 1);
}

void PageCommands::step(qsizetype listIndex) {
    const GridPart now = m_page->part();
    now.grid->setCurrentRecord(now.model()->rows().recordAtIndex(listIndex));
}

void PageCommands::discard() {
    const GridPart now = m_page->part();
    if (now.grid == m_page->grid())
        m_page->form()->discard();
    else
        m_page->workspace()->records()->discard(now.binding->tableName(), now.current());
}

void PageCommands::copyRecord() {
    const GridPart now = m_page->part();
    if (const auto made = m_page->workspace()->records()->copyRecord(now.binding->screen(),
                                                                     now.current(), now.parent))
        beginRecord(*made);
}

QString PageCommands::reasonAgainstCopyWithLines(const GridPart& now) const {
    const BoundScreen& screen = now.binding->screen();
    if (const QString reason = screen.reasonAgainst(Operation::Insert); !reason.isEmpty())
        return reason;
    if (now.grid != m_page->grid())
        return tr("Lines are copied with the record that they belong to.");
    if (!showsChildren(screen.screen.arrangement))
        return tr("This screen shows no lines.");
    return now.current().isNone() ? tr("No record is chosen.") : QString();
}

void PageCommands::copyWithLines() {
    const GridPart now = m_page->part();
    Workspace* workspace = m_page->workspace();
    auto* copy =
        new RecordCopy(workspace->database(), workspace->document(), workspace->records(), this);
    connect(copy, &RecordCopy::done, this, &PageCommands::beginRecord);
    connect(copy, &RecordCopy::failed, this, [this](const Error& error) {
        m_page->showNotice({Notice::Kind::Refused, error.sentence, error.detail});
    });
    copy->copy(now.binding->screen(), now.current());
}

void PageCommands::updateMany() {
    const GridPart now = m_page->part();
    (new BulkDialog(m_page->workspace(), now.binding->screenId(), now.grid->chosenRecords(),
                    now.model()->view()->query(), m_page))
        ->open();
}

GridPart PageCommands::savedPart() const {
    const GridPart main{m_page->binding(), m_page->grid()};
    return main.current().isNone() ? m_page->part() : main;
}

void PageCommands::save() {
    const GridPart now = savedPart();
    if (now.grid == m_page->grid())
        m_page->form()->fieldsDone();
    if (!now.binding->saveReason(now.current()).isEmpty())
        return;
    m_savedHere = now.current();
    now.binding->save(now.current());
}

// What the developer wants to follow a save, when it was this page's own.
void PageCommands::followSave(const RecordId& before, const RecordId& now) {
    if (m_savedHere.isNone() || !(m_savedHere == before || m_savedHere == now))
        return;
    m_savedHere = {};
    const Screen& screen = m_page->part().binding->screen().screen;
    const bool isMain = m_page->part().grid == m_page->grid();
    if (isMain && !screen.runAfterSaving.isEmpty())
        m_page->ownActions()->runAfterSave(screen.runAfterSaving, now, [this, now] {
            // Whoever has gone on meanwhile is where they want to be.
            if (m_page->grid()->currentRecord() == now)
                goOnAfterSave();
        });
    else
        goOnAfterSave();
}

void PageCommands::goOnAfterSave() {
    switch (m_page->part().binding->screen().screen.afterSaving) {
    case AfterSaving::Stay:
    case AfterSaving::Close:
        break;
    case AfterSaving::NextRecord:
        run(Command::Next);
        break;
    case AfterSaving::NewRecord:
        // Not before the saved record stands where it belongs.
        QMetaObject::invokeMethod(
            this, [this] { run(Command::New); }, Qt::QueuedConnection);
        break;
    }
}

void PageCommands::newRecord() {
    const GridPart now = m_page->part();
    beginRecord(
        m_page->workspace()->records()->newRecord(now.binding->screen(), now.presets, now.parent));
}

// Where its first field waits to be filled in.
void PageCommands::beginRecord(const RecordId& id) {
    const GridPart now = m_page->part();
    now.grid->setCurrentRecord(id);
    const Arrangement arrangement = now.binding->screen().screen.arrangement;
    if (arrangement == Arrangement::GridWindows)
        m_page->openEdits()->open(now.binding->screenId(), id);
    else if (now.grid == m_page->grid() && m_page->showsForm())
        m_page->focusForm();
    else
        now.grid->beginFirstEdit();
}

void PageCommands::deleteRecords() {
    const GridPart now = m_page->part();
    std::vector<Key> keys;
    QStringList names;
    const QList<RecordId> selected = now.grid->chosenOrCurrent();
    if (now.grid != m_page->grid())
        return m_page->showNotice({Notice::Kind::Done, removeLines(now, selected)});
    for (const RecordId& id : selected) {
        if (id.isNew() || id.isNone())
            continue;
        keys.push_back(id.key);
        const QString name = now.binding->nameOf(id);
        names += name;
    }
    (new DeleteDialog(m_page->workspace(), now.binding->screen(), keys, names, m_page))->open();
}

void PageCommands::saveAll() {
    m_page->form()->fieldsDone();
    saveTogether(
        *m_page->workspace(), m_page->screenLabel(), m_page->tablesShown(), m_page,
        [this](const DraftRef& place, const QString& column) { m_page->goToField(place, column); });
}

void PageCommands::onCells(CellAction action) { m_cells->run(action, m_page->part()); }

void PageCommands::showMenu(const QPoint& globalPosition) {
    const GridPart now = m_page->part();
    auto* menu = new RowActionsMenu(now, m_page);
    menu->setReason(RowAction::Kind::Delete, reasonAgainst(Command::Delete));
    connect(menu, &RowActionsMenu::chosen, this, [this, now](const RowAction& action) {
        switch (action.kind) {
        case RowAction::Kind::Open:
            run(Command::Open);
            break;
        case RowAction::Kind::Delete:
            run(Command::Delete);
            break;
        case RowAction::Kind::GoTo:
            goAlong(action, now);
            break;
        }
    });
    if (now.grid == m_page->grid() && !m_page->ownActions()->all().isEmpty()) {
        menu->addSeparator();
        menu->addActions(m_page->ownActions()->all());
    }
    menu->addSeparator();
    menu->addAction(action(Command::Copy));
    if (reasonAgainst(Command::CopyWithLines).isEmpty())
        menu->addAction(action(Command::CopyWithLines));
    menu->addAction(action(Command::AsStored));
    menu->popup(globalPosition);
}

void PageCommands::goAlong(const RowAction& action, const GridPart& part) {
    const auto values = RowActionsMenu::valuesFor(action, part);
    if (values)
        Q_EMIT goToRequested(action.link, *values,
                             tr("those of %1").arg(part.binding->nameOf(part.current())));
}

void PageCommands::refresh() {
    static const QList<Words> all = allWords();
    for (const Words& words : all) {
        const QString reason = reasonAgainst(words.command);
        QAction* action = this->action(words.command);
        action->setEnabled(reason.isEmpty());
        const QString keys = shownKeys(QLatin1String(words.id), words.keys);
        const QString plain =
            keys.isEmpty() ? action->text() : tr("%1 (%2)").arg(action->text(), keys);
        action->setToolTip(reason.isEmpty() ? plain : reason);
    }
    // While a grid of children has the work, the buttons say so.
    const GridPart now = m_page->part();
    const bool ofChild = now.grid != m_page->grid();
    const QString place = now.binding->screen().screen.label;
    action(Command::New)->setText(ofChild ? tr("New record in %1").arg(place) : tr("New record"));
    action(Command::Delete)->setText(ofChild ? tr("Delete from %1").arg(place) : tr("Delete…"));
}

} // namespace gravin
