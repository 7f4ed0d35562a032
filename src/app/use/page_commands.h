// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/grid_part.h"

#include <QAction>
#include <QMap>

namespace gravin {

class CellClipboard;
class ScreenPage;
struct RowAction;

// What can be done on a screen's page: each command works on the part that has the work, and is
// disabled, with the reason, while it cannot be done.
class PageCommands : public QObject {
    Q_OBJECT
public:
    enum class Command {
        Save,
        SaveAll,
        Discard,
        New,
        Copy,
        CopyWithLines,
        Delete,
        Bulk,
        Open,
        AsStored,
        Refresh,
        First,
        Previous,
        Next,
        Last
    };

    struct Words {
        Command command;
        const char* id;
        QString text;
        QKeySequence keys; // the usual ones
        const char* icon;
    };
    // Of all but Save, which is the window's, in the order of Command.
    static Words wordsOf(Command command);

    // `page` owns it.
    explicit PageCommands(ScreenPage* page);

    QAction* action(Command command) const { return m_actions.value(static_cast<int>(command)); }
    // Does nothing where there is a reason against it.
    void run(Command command);
    // Why it cannot be done now; empty: it can. The one place that decides it.
    QString reasonAgainst(Command command) const;
    // The actions' states, reasons and words become those of now.
    void refresh();

    void onCells(CellAction action);
    // The menu of the current record.
    void showMenu(const QPoint& globalPosition);
    // A draft was saved; what the screen wants to follow happens when it was by this page's Save.
    void followSave(const RecordId& before, const RecordId& now);

Q_SIGNALS:
    // Go to the records of another screen that have these values.
    void goToRequested(const gravin::RecordLink& link, const std::vector<gravin::Value>& values,
                       const QString& words);

private:
    void goOnAfterSave();
    static QList<Words> allWords();
    void makeActions();
    // What Save means: lines are saved with the record that they belong to.
    GridPart savedPart() const;
    QString reasonAgainstNew(const GridPart& now) const;
    QString reasonAgainstCopyWithLines(const GridPart& now) const;
    QString reasonAgainstStep(Command command, const GridPart& now) const;
    void stepFrom(Command command);
    void step(qsizetype listIndex);
    void save();
    void saveAll();
    void discard();
    void newRecord();
    void copyRecord();
    void copyWithLines();
    void beginRecord(const RecordId& id);
    void deleteRecords();
    void updateMany();
    void goAlong(const RowAction& action, const GridPart& part);

    ScreenPage* m_page;
    QMap<int, QAction*> m_actions;
    CellClipboard* m_cells;
    RecordId m_savedHere; // by this page's own Save
};

} // namespace gravin
