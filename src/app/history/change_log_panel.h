// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/workspace.h"

#include <QWidget>

class QLabel;
class QPushButton;
class QTableWidget;
class QTreeWidget;

namespace gravin {

// The change log, newest first, and every field of the chosen change before and after; the way to
// roll a change back.
class ChangeLogPanel : public QWidget {
    Q_OBJECT
public:
    static constexpr int MaximumListed = 2000;

    explicit ChangeLogPanel(Workspace* workspace, QWidget* parent = nullptr);

    void choose(qint64 id);
    void chooseNewest();
    qint64 chosen() const;
    void focusList();

Q_SIGNALS:
    void closeRequested();
    void rollbackRequested(qint64 id);

protected:
    void keyPressEvent(QKeyEvent* event) override;

private:
    void load();
    void fill(const std::vector<ChangeSummary>& changes);
    void loadDetails();
    void showDetails(const Result<CommittedChange>& change);
    void addRecord(const RecordChange& record);

    Workspace* m_workspace;
    QTableWidget* m_list;
    QTreeWidget* m_details;
    QLabel* m_empty;
    QPushButton* m_rollback;
    qint64 m_wanted = 0;
};

} // namespace gravin
