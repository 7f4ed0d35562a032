// SPDX-License-Identifier: GPL-3.0-or-later
#include "driver.h"

#include <QApplication>
#include <QTableView>
#include <QTest>

namespace gravin {

namespace {

QWidget* receiver() {
    if (QWidget* popup = QApplication::activePopupWidget())
        return popup->focusWidget() ? popup->focusWidget() : popup;
    if (QWidget* focus = QApplication::focusWidget())
        return focus;
    if (QWidget* active = QApplication::activeWindow())
        return active;
    // Without a window manager nobody hands the focus back when a window closes.
    for (QWidget* window : QApplication::topLevelWidgets()) {
        if (window->isVisible() && window->isWindow() && window->windowType() == Qt::Window) {
            window->activateWindow();
            QTest::qWait(50);
            return QApplication::focusWidget() ? QApplication::focusWidget() : window;
        }
    }
    return nullptr;
}

QRect cellRect(QTableView* table, int row, int column) {
    const QModelIndex index = table->model()->index(row, column);
    table->scrollTo(index);
    return table->visualRect(index);
}

} // namespace

bool Driver::until(const std::function<bool()>& condition) {
    return QTest::qWaitFor(condition, WaitMilliseconds);
}

void Driver::settle(int milliseconds) { QTest::qWait(milliseconds); }

QWidget* Driver::find(const QString& objectName, QWidget* within) {
    QWidget* found = nullptr;
    (void)until([&] {
        const QWidgetList all =
            within ? within->findChildren<QWidget*>(objectName) : QApplication::allWidgets();
        for (QWidget* widget : all) {
            if (widget->objectName() == objectName && widget->isVisible())
                found = widget;
        }
        return found != nullptr;
    });
    return found;
}

void Driver::click(const QString& objectName, QWidget* within) {
    if (QWidget* widget = find(objectName, within))
        click(widget);
}

void Driver::click(QWidget* widget) {
    QTest::mouseClick(widget, Qt::LeftButton);
    settle();
}

void Driver::clickCell(QWidget* widget, int row, int column, Qt::KeyboardModifiers modifiers) {
    auto* table = qobject_cast<QTableView*>(widget);
    QTest::mouseClick(table->viewport(), Qt::LeftButton, modifiers,
                      cellRect(table, row, column).center());
    settle();
}

void Driver::doubleClickCell(QWidget* widget, int row, int column) {
    auto* table = qobject_cast<QTableView*>(widget);
    const QPoint place = cellRect(table, row, column).center();
    QTest::mouseClick(table->viewport(), Qt::LeftButton, {}, place);
    QTest::mouseDClick(table->viewport(), Qt::LeftButton, {}, place);
    settle();
}

void Driver::type(const QString& text) {
    QTest::keyClicks(receiver(), text);
    settle();
}

void Driver::key(Qt::Key key, Qt::KeyboardModifiers modifiers, int times) {
    for (int i = 0; i < times; ++i) {
        QTest::keyClick(receiver(), key, modifiers);
        settle(20);
    }
    settle();
}

} // namespace gravin
