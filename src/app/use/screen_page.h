// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/screen_binding.h"

#include <QAction>
#include <QWidget>

class QLabel;
class QLineEdit;
class QPushButton;
class QUndoStack;

namespace gravin {

class GridModel;
class GridView;
class NoticeLine;
class OpenEdits;
class PlateEditor;
class PlateView;
class RecordForm;

// One screen: its grid, its form, and in Build the plate over the same live rows.
class ScreenPage : public QWidget {
    Q_OBJECT
public:
    // What can be done on a screen. Each is disabled, with the reason, while it cannot be done.
    enum class Command { Save, Discard, New, Delete, Bulk, Open, First, Previous, Next, Last };

    ScreenPage(Workspace* workspace, const QString& screenId, OpenEdits* openEdits,
               QUndoStack* undo, QWidget* parent = nullptr);

    const QString& screenId() const { return m_binding.screenId(); }
    GridView* grid() const { return m_grid; }
    RecordForm* form() const { return m_form; }
    PlateView* plate() const { return m_plate; }
    QAction* action(Command command) const { return m_actions.value(static_cast<int>(command)); }
    QList<QAction*> actions() const { return m_actions.values(); }

    void setBuild(bool build);
    void showNotice(const Notice& notice);
    QString noticeText() const;
    // Puts the cursor into the "go to" line.
    void askWhereToGo();
    void goTo(const QString& text);
    void focusGrid();
    void focusForm();

Q_SIGNALS:
    void saveProjectRequested();

private:
    void makeActions();
    QWidget* makeHead();
    QWidget* makeFoot();
    void arrange();
    QString reasonAgainst(Command command) const;
    void run(Command command);
    void step(int row);
    void newRecord();
    void deleteRecord();
    void refresh();
    void refreshPosition();
    void chooseFirstRecord();

    ScreenBinding m_binding;
    OpenEdits* m_openEdits;
    GridModel* m_model;
    GridView* m_grid;
    RecordForm* m_form;
    PlateEditor* m_plateEditor;
    PlateView* m_plate;
    NoticeLine* m_notice;
    QMap<int, QAction*> m_actions;
    QWidget* m_gridSide;
    QList<QWidget*> m_useButtons;
    QList<QWidget*> m_buildButtons;
    QLabel* m_subtitle;
    QLabel* m_position;
    QLabel* m_footNote;
    QLineEdit* m_goTo;
    bool m_build = false;
};

} // namespace gravin
