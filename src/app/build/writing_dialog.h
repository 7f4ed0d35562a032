// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

class QComboBox;
class QLabel;
class QListWidget;
class QPushButton;
class QTableWidget;

namespace gravin {

// How records of a table are written: by which fields those of a view are known, and through which
// routines of the database records are added, changed and deleted. Set as one step of undo.
class WritingDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed. Requires: the catalog has the table.
    WritingDialog(Workspace* workspace, const QString& table, QWidget* parent);

private:
    QWidget* makeKeys();
    void chooseRoutine(Operation operation);
    void fillParameters();
    void takeParameters();
    void say();
    void apply();
    Workspace* m_workspace;
    const Table m_table; // as it was when the dialog was opened: it may go meanwhile
    QMap<Operation, RoutineUse> m_uses;
    QMap<Operation, QComboBox*> m_routines;
    QListWidget* m_keys; // null: it is no view
    QTableWidget* m_parameters;
    QLabel* m_note;
    QPushButton* m_set;
};

} // namespace gravin
