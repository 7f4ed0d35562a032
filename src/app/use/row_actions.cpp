// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/row_actions.h"

#include "core/fitting/screen_links.h"

namespace gravin {

RowActionsMenu::RowActionsMenu(const GridPart& part, QWidget* parent)
    : QMenu(parent) {
    setObjectName(QStringLiteral("row-actions"));
    setAttribute(Qt::WA_DeleteOnClose);
    setToolTipsVisible(true);
    const Workspace* workspace = part.binding->workspace();
    bool goesTo = false;
    for (const RowAction& action :
         actionsOf(workspace->project(), workspace->catalog(), part.binding->screen().screen)) {
        QString text = action.label;
        if (text.isEmpty())
            text = action.kind == RowAction::Kind::Open ? tr("Open in window")
                   : action.kind == RowAction::Kind::Delete
                       ? tr("Delete…")
                       : tr("Go to %1").arg(action.link.screen);
        if (action.kind == RowAction::Kind::GoTo && !std::exchange(goesTo, true))
            addSeparator();
        QAction* entry = addAction(text, this, [this, action] { Q_EMIT chosen(action); });
        m_entries.append({action, entry});
        const QString reason =
            part.current().isNone() ? tr("No record is chosen.") : reasonAgainst(action, part);
        entry->setEnabled(reason.isEmpty());
        entry->setToolTip(reason);
    }
    if (isEmpty())
        addAction(tr("There is nothing to do with a record here."))->setEnabled(false);
}

void RowActionsMenu::setReason(RowAction::Kind kind, const QString& reason) {
    for (const auto& [action, entry] : m_entries) {
        if (action.kind != kind)
            continue;
        entry->setEnabled(reason.isEmpty());
        entry->setToolTip(reason);
    }
}

QString RowActionsMenu::reasonAgainst(const RowAction& action, const GridPart& part) {
    if (action.kind != RowAction::Kind::GoTo)
        return {};
    const auto target = part.binding->workspace()->document()->bound(action.link.screen);
    if (!target)
        return target.error().sentence;
    if (!valuesFor(action, part))
        return part.current().isNew() ? tr("Save the record first.")
                                      : tr("This record refers to none.");
    return {};
}

std::optional<std::vector<Value>> RowActionsMenu::valuesFor(const RowAction& action,
                                                            const GridPart& part) {
    const Table& table = *part.binding->screen().table;
    const Record* record =
        part.binding->workspace()->records()->store(table.name)->record(part.current().key);
    std::vector<Value> values;
    for (const QString& column : action.link.columns) {
        const int index = table.indexOf(column);
        if (!record || index < 0 || record->values[static_cast<size_t>(index)].isNull())
            return std::nullopt;
        values.push_back(record->values[static_cast<size_t>(index)]);
    }
    return values;
}

} // namespace gravin
