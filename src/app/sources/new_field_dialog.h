// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/table_plan.h"
#include "session/workspace.h"

#include <QDialog>

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QSpinBox;

namespace gravin {

// A field that a table of the database does not have yet; the statement stands there before it
// runs.
class NewFieldDialog : public QDialog {
    Q_OBJECT
public:
    // `workspace` must outlive it. Deletes itself when closed; what was begun is finished then.
    NewFieldDialog(Workspace* workspace, const QString& table, QWidget* parent);

Q_SIGNALS:
    // The table has the column, and what shows the table knows it.
    void added(const QString& column, bool required, const QString& said);

private:
    QWidget* makeButtons();
    void offerTables();
    FieldPlan plan() const;
    void refresh();
    void add();
    void cancel();

    Workspace* m_workspace;
    QString m_table;
    QLineEdit* m_name;
    QComboBox* m_kind;
    QSpinBox* m_length;
    QComboBox* m_reference;
    QCheckBox* m_required;
    QPlainTextEdit* m_statement;
    QLabel* m_reason;
    QPushButton* m_add;
    Worker::JobId m_job = 0; // 0: nothing runs
};

} // namespace gravin
