// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QDialog>

class QComboBox;
class QDialogButtonBox;
class QLabel;

namespace gravin {

// Asks which records belong to those of a screen, and by which fields, for relations that the
// database does not declare.
class ChildrenDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed.
    ChildrenDialog(Workspace* workspace, const QString& screenId, QWidget* parent);

Q_SIGNALS:
    void chosen(const gravin::RecordLink& link);

private:
    void offerColumns();
    void offerOwn();
    void check();
    const Table* tableOf(const QString& screenId) const; // null: it has none
    RecordLink link() const;

    Workspace* m_workspace;
    QString m_screenId;
    QComboBox* m_screen;
    QComboBox* m_column; // of the children
    QComboBox* m_own;    // of the record that they belong to
    QLabel* m_reason;
    QDialogButtonBox* m_buttons;
};

} // namespace gravin
