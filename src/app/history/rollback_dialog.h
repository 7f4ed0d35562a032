// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/workspace.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QPushButton;
class QTreeWidget;

namespace gravin {

// What rolling back a change would do, record by record, before anything happens; then does it as
// one change. Deletes itself when closed.
class RollbackDialog : public QDialog {
    Q_OBJECT
public:
    RollbackDialog(Workspace* workspace, qint64 change, QWidget* parent);

private:
    void load();
    void show(const Result<RollbackPlan>& plan);
    void addStep(const RollbackStep& step);
    void refresh();
    OnConflict onConflict() const;
    void run();

    Workspace* m_workspace;
    qint64 m_change;
    RollbackPlan m_plan;
    QLabel* m_counts;
    QTreeWidget* m_steps;
    QComboBox* m_onConflict;
    QPushButton* m_run;
    QLabel* m_reason;
};

} // namespace gravin
