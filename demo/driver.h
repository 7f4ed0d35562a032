// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QWidget>

#include <functional>

namespace gravin {

// Works real windows as a person does: clicks and keys on what is visible, then waits until the
// window shows the result. For the tour and for tests. Every wait ends,
// late enough for a slow machine.
class Driver {
public:
    // Without a display Qt's platform says of each window what it cannot do: not any more.
    static void quietenPlatform();
    static constexpr int WaitMilliseconds = 30'000;

    // Waits until the condition holds; false when it never did.
    static bool until(const std::function<bool()>& condition);
    // Lets queued events and answers arrive.
    static void settle(int milliseconds = 60);

    // Finds a visible widget by name, in any window; null after waiting in vain.
    static QWidget* find(const QString& objectName, QWidget* within = nullptr);
    static void click(const QString& objectName, QWidget* within = nullptr);
    static void click(QWidget* widget);
    static void doubleClickCell(QWidget* table, int row, int column);
    static void clickCell(QWidget* table, int row, int column,
                          Qt::KeyboardModifiers modifiers = {});

    // Presses, moves in steps and lets go.
    static void drag(QWidget* widget, const QPoint& from, const QPoint& to);

    // Opens a list of choices and clicks the entry; opens a lookup's list, types and clicks the
    // first match. False when there is no such entry.
    static bool choose(QWidget* comboBox, const QString& entry);
    static bool lookUp(QWidget* field, const QString& text);

    // Keys go to the widget that has the focus, as from a keyboard.
    static void type(const QString& text);
    static void key(Qt::Key key, Qt::KeyboardModifiers modifiers = {}, int times = 1);
};

} // namespace gravin
