// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/drafts/draft_keeper.h"
#include "session/workspace.h"

#include <QDialog>

class QTreeWidget;

namespace gravin {

// The edits that a run which was cut off has left: taken up again or given up.
class LeftOverPanel : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive the panel.
    LeftOverPanel(Workspace* workspace, QWidget* parent);

private:
    void fill();
    void decide(bool takesUp);

    Workspace* m_workspace;
    QTreeWidget* m_list;
};

} // namespace gravin
