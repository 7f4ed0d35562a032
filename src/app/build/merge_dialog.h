// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project_merge.h"
#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QPushButton;
class QTableWidget;

namespace gravin {

// What somebody else made of the project file meanwhile beside what was made of it here, setting by
// setting: of each, one of the two is chosen. Taking over is one step of undo.
class MergeDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed.
    MergeDialog(Workspace* workspace, QWidget* parent);

Q_SIGNALS:
    // It was taken over.
    void takenTogether();

private:
    void fill();
    QSet<QString> chosen() const;
    void take();

    Workspace* m_workspace;
    std::vector<SettingDifference> m_differences;
    QLabel* m_lead;
    QTableWidget* m_table;
    QLabel* m_reason;
    QPushButton* m_take;
};

} // namespace gravin
