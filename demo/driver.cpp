// SPDX-License-Identifier: GPL-3.0-or-later
#include "driver.h"

#include <QAbstractItemView>
#include <QApplication>
#include <QComboBox>
#include <QLineEdit>
#include <QMouseEvent>
#include <QPointer>
#include <QTableView>
#include <QTest>
#include <QTreeView>

namespace gravin {

namespace {

QtMessageHandler usualHandler = nullptr;

// What a platform without a display says of each window is no news.
void passOnNews(QtMsgType type, const QMessageLogContext& context, const QString& text) {
    if (!text.startsWith(QStringLiteral("This plugin does not support")) && usualHandler)
        usualHandler(type, context, text);
}

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

void Driver::quietenPlatform() { usualHandler = qInstallMessageHandler(passOnNews); }

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

void Driver::drag(QWidget* widget, const QPoint& from, const QPoint& to) {
    constexpr int Steps = 6;
    QTest::mousePress(widget, Qt::LeftButton, {}, from);
    for (int step = 1; step <= Steps; ++step) {
        // QTest moves without a button, which is no drag.
        const QPoint at = from + (to - from) * step / Steps;
        QMouseEvent move(QEvent::MouseMove, at, widget->mapToGlobal(at), Qt::NoButton,
                         Qt::LeftButton, {});
        QApplication::sendEvent(widget, &move);
        settle(15);
    }
    QTest::mouseRelease(widget, Qt::LeftButton, {}, to);
    settle();
}

bool Driver::choose(QWidget* comboBox, const QString& entry) {
    auto* box = qobject_cast<QComboBox*>(comboBox);
    const int row = box ? box->findText(entry) : -1;
    if (row < 0)
        return false;
    // A list that has just opened takes no click until a timer of its own has ended, which a busy
    // machine delays: what was not taken is clicked again. Choosing may replace the box.
    const QPointer<QComboBox> chosenIn(box);
    return until([&] {
        if (!box->view()->isVisible())
            QTest::mouseClick(box, Qt::LeftButton);
        settle(QApplication::doubleClickInterval() + 50);
        QAbstractItemView* view = box->view();
        if (!view->isVisible())
            return false;
        view->scrollTo(box->model()->index(row, 0));
        QTest::mouseClick(view->viewport(), Qt::LeftButton, {},
                          view->visualRect(box->model()->index(row, 0)).center());
        settle(120);
        return !chosenIn || !box->view()->isVisible();
    });
}

bool Driver::lookUp(QWidget* field, const QString& text) {
    if (!field)
        return false;
    QTest::mouseClick(field, Qt::LeftButton);
    auto* line = qobject_cast<QLineEdit*>(field);
    line->selectAll();
    QTest::keyClicks(line, text);
    auto* list = find(QStringLiteral("lookup-list"));
    auto* view = list ? list->findChild<QTreeView*>() : nullptr;
    const bool found =
        view && until([&] {
            return view->model()->rowCount() > 0 &&
                   view->model()->index(0, 0).data().toString().contains(text, Qt::CaseInsensitive);
        });
    if (!found)
        return false;
    QTest::mouseClick(view->viewport(), Qt::LeftButton, {},
                      view->visualRect(view->model()->index(0, 0)).center());
    settle(120);
    return true;
}

void Driver::type(const QString& text) {
    // The first letter may open an editor, which takes the rest.
    for (const QChar letter : text)
        QTest::keyClicks(receiver(), QString(letter));
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
