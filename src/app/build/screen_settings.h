// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLabel;
class QLayout;
class QLineEdit;
class QListWidget;
class QPushButton;

namespace gravin {

// The settings of a screen as a whole. Each takes effect at once, as a step of undo.
class ScreenSettings : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive the panel. Deletes itself when closed, and closes when the screen
    // goes.
    ScreenSettings(Workspace* workspace, const QString& screenId, QWidget* parent);
    ~ScreenSettings() override;

Q_SIGNALS:
    // There is another screen like this one now.
    void copied(const QString& screenId);

private:
    void nameParts();
    void offerChoices();
    QLayout* makeTable();
    QLayout* makeRights();
    QWidget* makeChildren();
    QLayout* makePlaces();
    void connectParts();
    void fill();
    void fillActions();
    void fillRunAfterSaving();
    void change(const QString& what, const std::function<void(Screen&)>& edit);
    void fillChildren();
    void changeActions();
    void changeChildren();
    void changeSoon(const QString& what, const std::function<void(Screen&)>& edit);
    // What a link leads to that is not there; empty: nothing is missing.
    QString missing(const RecordLink& link) const;
    void move(int steps);
    void copy();
    void remove();

    Workspace* m_workspace;
    QString m_screenId;
    QLineEdit* m_label;
    QComboBox* m_group;
    QLabel* m_table;
    QComboBox* m_arrangement;
    QCheckBox* m_start;
    QComboBox* m_rowHeight;
    QCheckBox* m_tickBoxes;
    QComboBox* m_savesItself;
    QComboBox* m_afterSaving;
    QComboBox* m_runAfterSaving;
    QMap<Operation, QCheckBox*> m_rights;
    QListWidget* m_actions;
    QListWidget* m_children;
    QWidget* m_childrenPart; // with what adds to them
    QFormLayout* m_form;
    bool m_filling = false;
};

} // namespace gravin
