// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/grants.h"
#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QPlainTextEdit;
class QPushButton;

namespace gravin {

// The statements by which the server holds its accounts to the project's roles, to be read, copied
// or kept as a file: they are run by an account that may, with the server's own program.
class GrantsDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed.
    GrantsDialog(Workspace* workspace, QWidget* parent);

private:
    void show(const Result<Grants>& grants);
    void keep();

    Workspace* m_workspace;
    QPlainTextEdit* m_text;
    QLabel* m_notes;
    QPushButton* m_copy;
    QPushButton* m_keep;
};

} // namespace gravin
