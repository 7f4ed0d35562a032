// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/commands/command_list.h"

#include <QDialog>
#include <QKeySequence>

class QKeySequenceEdit;
class QLabel;
class QLineEdit;
class QTreeWidget;
class QTreeWidgetItem;

namespace gravin {

// All commands with their keys, which a person can change here.
class KeysDialog : public QDialog {
    Q_OBJECT
public:
    // `commands` must outlive it. Deletes itself when closed.
    KeysDialog(CommandList* commands, QWidget* parent);
    ~KeysDialog() override;

private:
    void fill();
    void narrow(const QString& text);
    void take(const QKeySequence& keys);
    void showCurrent();
    QString currentId() const;

    CommandList* m_commands;
    QLineEdit* m_narrow;
    QTreeWidget* m_list;
    QKeySequenceEdit* m_edit;
    QLabel* m_said;
};

} // namespace gravin
