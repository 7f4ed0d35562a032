// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/screen_binding.h"

#include <QPointer>
#include <QWidget>

class QAction;
class QSplitter;

namespace gravin {

class Presence;

class ChildrenPanel;
class LineWork;
class NoticeLine;
class OpenEdits;
class RecordForm;
class ScreenActions;

// A window of its own, pinned to one record by key, with its lines where its screen shows some: the
// list may move as it likes. Closing it keeps the draft. Deletes itself when closed.
class EditWindow : public QWidget {
    Q_OBJECT
public:
    EditWindow(OpenEdits* openEdits, Workspace* workspace, const QString& screenId,
               const RecordId& id, int number);
    ~EditWindow() override;

    int number() const { return m_number; }
    const RecordId& record() const;
    QString tableName() const { return m_binding.tableName(); }
    QString recordName() const { return m_binding.nameOf(record()); }
    const QString& screenId() const { return m_binding.screenId(); }
    const QString& screenLabel() const { return m_binding.screen().screen.label; }
    // Pins the window to another record; the draft of the former one stays.
    void setRecord(const RecordId& id);
    // Closes it without saving what a screen would save by itself: it was given up.
    void dismiss();
    bool hasDraft() const { return m_binding.draft(record()) != nullptr; }
    RecordForm* form() const { return m_form; }
    // Null where the screen shows no children.
    ChildrenPanel* children() const { return m_children; }
    // What was said last, in this window; empty: nothing.
    QString noticeText() const;

Q_SIGNALS:
    void closed();       // for good; it may be deleted
    void stateChanged(); // its name, or whether it has unsaved edits
    void rollbackRequested(qint64 change);
    // To the record before (−1) or behind (1).
    void stepRequested(int by);
    // To records of another screen, in the main window.
    void goToRequested(const gravin::RecordLink& link, const std::vector<gravin::Value>& values,
                       const QString& words, const QString& where);

protected:
    void closeEvent(QCloseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

private:
    void addLines(OpenEdits* openEdits);
    void addCommands();
    void addOwnActions();
    void applySplit();
    void setPinned(const RecordId& id);
    void goToField(const DraftRef& place, const QString& column);
    void refreshTitle();
    void followSave();
    void goOnAfterSave();
    void deleteRecord();
    // What is said while somebody works here is said here, and that the connection is lost always.
    void followNotices();

    ScreenBinding m_binding;
    int m_number;
    bool m_isDismissed = false;
    RecordForm* m_form;
    QSplitter* m_parts; // the form over the lines
    ChildrenPanel* m_children = nullptr;
    LineWork* m_lineWork = nullptr;
    NoticeLine* m_notice;
    QAction* m_delete;
    ScreenActions* m_ownActions = nullptr;
    RecordId m_saving;             // by this window
    RecordId m_present;            // where others are told that this window is
    QPointer<Presence> m_presence; // gone with its workspace
};

} // namespace gravin
