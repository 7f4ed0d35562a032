// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/rollback.h"
#include "core/database/latest_job.h"
#include "session/workspace.h"

#include <QDialog>

class QComboBox;
class QGridLayout;
class QLabel;
class QLineEdit;
class QPushButton;
class QTreeWidget;

namespace gravin {

// What rolling back some part of the log would do, step by step, before anything happens; then does
// it as one change. What stands in the way is passed over, overwritten or stops it, as is chosen
// for each kind and for single steps. Deletes itself when closed.
class RollbackDialog : public QDialog {
    Q_OBJECT
public:
    // `words`: what is rolled back, after "Roll back": "change 12", "everything since change 7".
    RollbackDialog(Workspace* workspace, const LogScope& scope, const QString& words,
                   QWidget* parent);
    static RollbackDialog* ofChange(Workspace* workspace, qint64 change, QWidget* parent);

Q_SIGNALS:
    // Done, by this change of the log.
    void rolledBack(qint64 change);

public:
    // While it runs: stops it.
    void reject() override;

private:
    void nameParts();
    QWidget* makeKinds();
    void load();
    void setPlan(const Result<RollbackPlan>& plan);
    void fillSteps();
    QString reasonOf(const RollbackStep& step) const;
    void addStep(const RollbackStep& step);
    void refreshKinds();
    void refresh();
    void chooseForSteps(OnConflict way);
    void run();
    void finish(const WriteResult& result);

    Workspace* m_workspace;
    LogScope m_scope;
    QString m_words;
    WorkerHandle m_planner; // a plan of very many steps must not hold up the screens
    RollbackPlan m_plan;
    RollbackChoices m_choices;
    LatestJob<RollbackPlan> m_plans;
    Worker::JobId m_writing = 0;
    QLabel* m_counts;
    QTreeWidget* m_steps;
    QMap<RollbackState, std::pair<QLabel*, QComboBox*>> m_kinds;
    QPushButton* m_skipStep;
    QPushButton* m_overwriteStep;
    QLineEdit* m_note;
    QPushButton* m_run;
    QLabel* m_reason;
};

} // namespace gravin
