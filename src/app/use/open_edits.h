// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/grid/window_numbers.h"

#include <QMap>
#include <QPointer>

namespace gravin {

class EditWindow;
class ScreenBinding;
class Workspace;

// The edit windows that are open, by number. A record has at most one; numbers are the smallest
// free ones, so that they stay short.
class OpenEdits : public WindowNumbers {
    Q_OBJECT
public:
    explicit OpenEdits(Workspace* workspace, QObject* parent = nullptr);
    ~OpenEdits() override;

    // Opens a window on the record, or raises the one that has it. Null: there is no such screen,
    // which is said.
    EditWindow* open(const QString& screenId, const RecordId& id);
    int numberOf(const QString& table, const RecordId& id) const override;
    QList<EditWindow*> windows() const; // by number
    // Side by side over the screen, as many columns as fit.
    void arrangeSideBySide();
    // All that is edited in them, as one change.
    void saveAll();
    void closeAll();
    // Makes each anew where it stands, after tables or screens became others; one whose screen or
    // table is no longer there is closed. What is edited is not touched.
    void renew();
    // The same when their drafts were given up: nothing is saved by itself.
    void dismissAll();
    // The names of those with unsaved edits.
    QStringList unsaved() const;
    // Goes on in this window with the record before (−1) or behind (1) its own, as the screen's
    // list has them; where that has a window already, raises it. False: there is none.
    bool step(EditWindow* window, int by);

Q_SIGNALS:
    // From any of the windows.
    void rollbackRequested(qint64 change);
    void goToRequested(const gravin::RecordLink& link, const std::vector<gravin::Value>& values,
                       const QString& words, const QString& where);

private:
    Workspace* m_workspace;
    QMap<int, QPointer<EditWindow>> m_windows;
    QList<QPointer<EditWindow>> m_closed; // that are about to go
};

} // namespace gravin
