// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"
#include "session/workspace.h"

#include <QDialog>

class QLabel;
class QTableWidget;

namespace gravin {

// Who set this field of a record, when and to what, down to how the record was added. Deletes
// itself when closed.
class FieldHistoryDialog : public QDialog {
    Q_OBJECT
public:
    FieldHistoryDialog(Workspace* workspace, const Table& table, const Key& key,
                       const QString& column, QWidget* parent);

private:
    struct History {
        std::vector<FieldHistory> entries;
        std::optional<Value> now; // nothing: the record is gone
    };
    void setHistory(const Result<History>& history);

    Workspace* m_workspace;
    QString m_tableName;
    QString m_column;
    QLabel* m_state;
    QTableWidget* m_list;
};

} // namespace gravin
