// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/deliberate_button.h"

#include <QDialog>
#include <QKeyEvent>
#include <QPushButton>
#include <QShortcut>

namespace gravin {

namespace {

bool isReturn(const QKeyEvent& key) {
    return key.key() == Qt::Key_Return || key.key() == Qt::Key_Enter;
}

// A button that is not a dialog's default does nothing on Return.
class ReturnPresses : public QObject {
public:
    explicit ReturnPresses(QPushButton* button)
        : QObject(button)
        , m_button(button) {
        button->installEventFilter(this);
    }
    bool eventFilter(QObject*, QEvent* event) override {
        if (event->type() != QEvent::KeyPress || !isReturn(*static_cast<QKeyEvent*>(event)))
            return false;
        m_button->click();
        return true;
    }

private:
    QPushButton* m_button;
};

} // namespace

void makeDeliberate(QDialog* dialog, QPushButton* button) {
    for (QPushButton* each : dialog->findChildren<QPushButton*>()) {
        each->setAutoDefault(false);
        each->setDefault(false);
        new ReturnPresses(each);
    }
    for (const int key : {Qt::Key_Return, Qt::Key_Enter}) {
        auto* shortcut = new QShortcut(QKeySequence(Qt::CTRL | static_cast<Qt::Key>(key)), dialog);
        QObject::connect(shortcut, &QShortcut::activated, button, &QPushButton::click);
    }
    button->setToolTip(QKeySequence(Qt::CTRL | Qt::Key_Return).toString(QKeySequence::NativeText));
}

} // namespace gravin
