// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/role.h"
#include "session/workspace.h"

#include <QDialog>

#include <functional>

class QLabel;
class QLineEdit;
class QListWidget;
class QTableWidget;
class QTableWidgetItem;

namespace gravin {

// Who may do what: the project's roles, each with its members, what it may everywhere and otherwise
// on single screens, and which records there are for it. Every edit is a step of the project's
// undo. Nobody can take the right to build from themselves here.
class RolesDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed.
    RolesDialog(Workspace* workspace, QWidget* parent);
    ~RolesDialog() override;

private:
    void makeList(QWidget* around);
    void makeRole(QWidget* around);
    void fill();
    void fillRole();
    void fillActs(const Role& role);
    void fillScreen(int column, const Role& role, const RoleOnScreen* own);
    void fillRecords(const Role& role);
    const Role* role() const; // null: there is none
    void addRole();
    void removeRole();
    void editRole(const QString& step, const std::function<void(Role&)>& edit);
    void onAct(const QTableWidgetItem* item);
    void onRecords(const QTableWidgetItem* item);
    // The project as it would be then is taken, or why not is said.
    void change(const QString& step, const std::function<void(Project&)>& edit);
    QString screenAt(int column) const; // its id; empty: of all screens

    Workspace* m_workspace;
    QListWidget* m_roles;
    QWidget* m_role;
    QLineEdit* m_name;
    QLineEdit* m_members;
    QTableWidget* m_acts;
    QTableWidget* m_records;
    QLabel* m_reason;
    QString m_current; // the name of the role that is shown
};

} // namespace gravin
