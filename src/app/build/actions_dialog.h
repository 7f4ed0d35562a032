// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

#include <functional>

class QCheckBox;
class QKeySequenceEdit;
class QLabel;
class QLineEdit;
class QListWidget;
class QTableWidget;

namespace gravin {

class ExpressionField;

// The actions that a screen has of its own: name, key, when they can be used, what is asked before,
// and their steps. Every edit is a step of the project's undo; what does not fit is said at once.
class ActionsDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed.
    ActionsDialog(Workspace* workspace, const QString& screenId, QWidget* parent);
    ~ActionsDialog() override;

private:
    QWidget* makeList();
    QWidget* makeAction();
    QWidget* makeSteps();
    void connectParts();
    void fill();
    void fillAction();
    void fillSteps(const QList<ActionStep>& steps);
    void addStepRow(int row, const ActionStep& step);
    const ScreenAction* action() const; // null: there is none
    // The action as it is in the fields. Nothing: a step's values are none.
    std::optional<ScreenAction> typed() const;
    void take();
    void change(const QString& step, const std::function<void(QList<ScreenAction>&)>& edit);
    void add();
    void remove();
    void move(int by);
    void addStep();
    void removeStep();
    QString keyTaken() const; // empty: it is free
    void say();

    Workspace* m_workspace;
    QString m_screenId;
    QListWidget* m_list;
    QWidget* m_part; // of the action that is shown
    QLineEdit* m_name;
    QKeySequenceEdit* m_key;
    QCheckBox* m_button;
    ExpressionField* m_when;
    QLineEdit* m_asks;
    QTableWidget* m_steps;
    QLabel* m_reason;
    int m_current = 0;
    bool m_filling = false;
};

} // namespace gravin
