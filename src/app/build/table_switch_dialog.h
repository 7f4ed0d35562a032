// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/table_switch.h"
#include "session/workspace.h"

#include <QDialog>

#include <optional>

class QComboBox;
class QLabel;
class QPushButton;
class QTreeWidget;

namespace gravin {

// Asks which other table a screen is to show, and says before what stays and what goes.
class TableSwitchDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed.
    TableSwitchDialog(Workspace* workspace, const QString& screenId, QWidget* parent);

private:
    void offerTables();
    void refresh();
    void apply();

    Workspace* m_workspace;
    QString m_screenId;
    QComboBox* m_table;
    QTreeWidget* m_list;
    QLabel* m_reason;
    QPushButton* m_switch = nullptr;
    std::optional<TableSwitch> m_plan;
};

} // namespace gravin
