// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/latest_job.h"
#include "session/workspace.h"

#include <QWidget>

class QButtonGroup;
class QLabel;
class QLineEdit;
class QPushButton;
class QTreeWidget;
class QTreeWidgetItem;

namespace gravin {

class NoticeLine;
class OpenEdits;
class ScreenPage;

// Screens from tables, on one page: the tables with their rows, keys and relations; the arrangement
// by its small picture; beside them the real thing with real rows, before anything is made.
class NewScreensPage : public QWidget {
    Q_OBJECT
public:
    // `workspace` must outlive the page.
    explicit NewScreensPage(Workspace* workspace, QWidget* parent = nullptr);
    ~NewScreensPage() override;

    void focusTables();
    void chooseTable(const QString& name);
    void say(const Notice& notice);

Q_SIGNALS:
    // Screens were added to the project; this is the first of them.
    void made(const QString& screenId);
    void newTableRequested();
    void cancelled();

private:
    void arrange(QWidget* title, QWidget* back);
    QWidget* makeTables();
    QWidget* makeArrangements();
    void fillTables();
    void countRows();
    void narrow(const QString& text);
    void showPreview();
    void clearPreview();
    void refresh();
    void create();
    void editQuery(const QString& name); // without a name: a new one
    QStringList markedTables() const;
    QStringList chosenTables() const;
    QString currentTable() const;
    Arrangement arrangement() const;

    Workspace* m_workspace;
    QLineEdit* m_narrow;
    QTreeWidget* m_tables;
    QButtonGroup* m_arrangements;
    QWidget* m_previewPlace;
    QLabel* m_previewNote;
    QPushButton* m_create;
    QPushButton* m_editQuery = nullptr;
    QPushButton* m_removeQuery = nullptr;
    QLabel* m_reason;
    NoticeLine* m_notice;
    WorkerHandle m_counter; // a slow count holds up nobody else
    LatestJob<Success> m_counting;
    // The preview is a workspace of its own that can only read.
    std::shared_ptr<Workspace> m_previewed;
    std::unique_ptr<OpenEdits> m_previewEdits;
    ScreenPage* m_preview = nullptr;
};

} // namespace gravin
