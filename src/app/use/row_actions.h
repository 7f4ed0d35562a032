// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_part.h"

#include <QMenu>

namespace gravin {

// What can be done with the current record of a grid. An action that cannot run now is disabled and
// says why: a screen that is not there yet, an empty reference, a right that is missing.
class RowActionsMenu : public QMenu {
    Q_OBJECT
public:
    // Deletes itself when closed.
    RowActionsMenu(const GridPart& part, QWidget* parent);

    // Disables the actions of this kind for this reason; empty: nothing is against them.
    void setReason(RowAction::Kind kind, const QString& reason);

    // The values that an action looks for on its screen; nothing when the record has none.
    static std::optional<std::vector<Value>> valuesFor(const RowAction& action,
                                                       const GridPart& part);

Q_SIGNALS:
    void chosen(const gravin::RowAction& action);

private:
    static QString reasonAgainst(const RowAction& action, const GridPart& part);

    QList<std::pair<RowAction, QAction*>> m_entries;
};

} // namespace gravin
