// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QDialog>

class QComboBox;
class QLabel;
class QLineEdit;

namespace gravin {

class Workspace;

// What holds for all screens of a project. Each change is one step of the project's undo. Deletes
// itself when closed.
class ProjectSettings : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it.
    ProjectSettings(Workspace* workspace, QWidget* parent);
    ~ProjectSettings() override;

private:
    void offerLocales();
    void fill();
    void showExample();

    Workspace* m_workspace;
    QLineEdit* m_name;
    QComboBox* m_locale;
    QLabel* m_example;
    QComboBox* m_start;
};

} // namespace gravin
