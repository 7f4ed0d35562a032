// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/deletion_plan.h"
#include "session/workspace.h"

#include <QDialog>

class QCheckBox;
class QLabel;
class QPushButton;

namespace gravin {

// Names the records that are to be deleted, and says what refers to them: what would go with them,
// what would lose its reference, and what forbids it. Deletes them as one change.
class DeleteDialog : public QDialog {
    Q_OBJECT
public:
    // `names` are those of the first records, as people know them. Deletes itself when closed.
    DeleteDialog(Workspace* workspace, const BoundScreen& screen, const std::vector<Key>& keys,
                 const QStringList& names, QWidget* parent);

private:
    void showNames();
    void ask(const std::vector<Key>& keys);
    void setPlan(const Result<DeletionPlan>& plan);
    void showPlan();
    void refresh();
    void run();
    QString labelOf(const QString& table) const;
    // The first lines of a part, one below the other.
    QString shownLines(const DeletionPlan::Part& part) const;
    void nameApart();
    qint64 total() const;

    Workspace* m_workspace;
    BoundScreen m_screen;
    QStringList m_names;
    QLabel* m_question;
    QLabel* m_list;
    DeletionPlan m_plan;
    QString m_reason; // why it cannot be done now
    QLabel* m_consequences;
    QCheckBox* m_agree;
    QPushButton* m_sure;
    QLabel* m_reasonLabel;
};

} // namespace gravin
