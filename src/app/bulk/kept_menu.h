// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QPushButton>

namespace gravin {

// The bulk updates that the project keeps for a screen: one is chosen to be run again, the present
// one is kept under a name, others are forgotten. Each is a step of undo in the project.
class KeptMenu : public QPushButton {
    Q_OBJECT
public:
    // What is to be kept now; the error says why it cannot be.
    using Now = std::function<Result<KeptBulkUpdate>()>;

    // `workspace` must outlive the button.
    KeptMenu(Workspace* workspace, const QString& screenId, Now now, QWidget* parent = nullptr);

    // What the menu offers now; the caller's.
    QMenu* makeMenu();

Q_SIGNALS:
    void chosen(const gravin::KeptBulkUpdate& kept);
    // What was done, or why not.
    void said(const QString& sentence);

private:
    void askForName();
    void keep(const QString& name);
    void forget(const QString& name);

    Workspace* m_workspace;
    QString m_screenId;
    Now m_now;
};

} // namespace gravin
