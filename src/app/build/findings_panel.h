// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/workspace.h"

#include <QDialog>

class QLabel;
class QPushButton;
class QTreeWidget;

namespace gravin {

// Where the project does not fit its database: each finding with its cause, what it means for the
// person who enters data, and its mend. The stored data is asked when somebody wants it, in the
// background.
class FindingsPanel : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive the panel. Deletes itself when closed.
    FindingsPanel(Workspace* workspace, QWidget* parent);

Q_SIGNALS:
    void screenWanted(const QString& screenId);

private:
    void askData();
    void stopAsking();
    void refresh();
    void refreshButtons();
    void mend(bool all);
    const Finding* chosen() const;

    Workspace* m_workspace;
    WorkerHandle m_worker; // a long question must not hold up the screens
    Worker::JobId m_job = 0;
    Findings m_ofData;
    bool m_dataAsked = false;
    Findings m_shown;
    QLabel* m_summary;
    QTreeWidget* m_list;
    QLabel* m_detail; // all of the chosen finding
    QPushButton* m_ask;
    QPushButton* m_mend;
    QPushButton* m_mendAll;
    QPushButton* m_show;
};

} // namespace gravin
