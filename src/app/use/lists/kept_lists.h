// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/lists/saved_lists.h"
#include "session/screen_binding.h"

class QMenu;

namespace gravin {

// The menu of the set-ups of a screen's list: those that the project keeps for everyone, the
// person's own, and the screen's. Who shapes the screen keeps them for everyone there.
class KeptLists : public QObject {
    Q_OBJECT
public:
    // `binding` must outlive it; `widget` is its parent, and that of what it asks with.
    KeptLists(ScreenBinding* binding, QWidget* widget);

    // What the list begins with for everyone, as far as it fits the table.
    ListSetUp ofScreen() const;
    // `now`: how the list is set up.
    void show(const QPoint& globalPosition, const ListSetUp& now, bool shapes);

Q_SIGNALS:
    void chosen(const gravin::ListSetUp& setUp);
    void refused(const QString& reason);

private:
    enum class For { Oneself, Everyone };
    void addKept(QMenu* menu, bool shapes);
    void addForEveryone(QMenu* menu, const ListSetUp& now);
    void askForName(For whom, const ListSetUp& now);
    void keep(For whom, const QString& name, const ListSetUp& now);
    void forgetOfProject(const QString& name);
    void keepAsScreens(ListSetUp setUp, bool fixed);

    ScreenBinding* m_binding;
    QWidget* m_widget;
    SavedLists m_own;
};

} // namespace gravin
