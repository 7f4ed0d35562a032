// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "session/workspace.h"

#include <QDialog>
#include <QTimer>

class QComboBox;
class QFormLayout;
class QLabel;
class QLineEdit;
class QPlainTextEdit;
class QPushButton;
class QTableWidget;

namespace gravin {

class ParameterTable;

// A SELECT of the developer's own is named, tried while it is typed, and made a source for screens:
// editable when a table is declared whose records its records are, and when the data say so too.
class QuerySourceDialog : public QDialog {
    Q_OBJECT
public:
    // Without a name: a new one. `workspace` must outlive the dialog.
    QuerySourceDialog(Workspace* workspace, const QString& name, QWidget* parent = nullptr);
    ~QuerySourceDialog() override;

Q_SIGNALS:
    // The source is in the project, new or in place of a former one.
    void made(const QString& name);

private:
    struct Answer {
        Table table;
        QString rows; // how many, for people
        std::optional<Error> unfit;
    };
    QuerySource source() const;
    void nameParts();
    void offerFunctions();
    void followParameters(QFormLayout* form);
    void ask();
    void setAnswer(const Result<Answer>& answer);
    void fillColumns(const Table& table);
    void take();

    Workspace* m_workspace;
    QString m_former;
    QLineEdit* m_name;
    QPlainTextEdit* m_select;
    QPushButton* m_functions;
    ParameterTable* m_parameters;
    QComboBox* m_base;
    QTableWidget* m_columns;
    QLabel* m_state;
    QPushButton* m_take;
    QTimer m_askSoon;
    std::optional<Table> m_described; // of what stands in the fields now
    WorkerHandle m_worker;            // a slow SELECT holds up nobody else
    LatestJob<Answer> m_question;
};

} // namespace gravin
