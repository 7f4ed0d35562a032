// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/fitting/findings_list.h"
#include "session/data_question.h"
#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QPushButton;

namespace gravin {

// Before a project gets another database: what fits there, what means something else and what is
// missing. Accepted: it is to be used. Nothing has changed by then.
class RepointPanel : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive the panel.
    RepointPanel(Workspace* workspace, const ConnectionSpec& other, QWidget* parent);

private:
    void compare();
    void askData();
    void refresh();

    Workspace* m_workspace;
    ConnectionSpec m_other;
    WorkerHandle m_worker;
    bool m_compares = true;
    DataQuestion m_question;
    std::shared_ptr<const Catalog> m_catalog; // of the other database; null: not read yet
    Findings m_findings;
    bool m_dataAsked = false;
    QString m_problem; // why it could not be compared, or not to the end
    QLabel* m_summary;
    FindingsList* m_list;
    QPushButton* m_use;
    QPushButton* m_ask; // and stop asking
};

} // namespace gravin
