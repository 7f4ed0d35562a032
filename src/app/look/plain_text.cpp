// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/plain_text.h"

#include <QApplication>
#include <QEvent>
#include <QLabel>
#include <QTextDocumentFragment>

namespace gravin {

namespace {

// A label is polished before it is laid out for the first time, and the one of tool tips before it
// gets its text; a message box and a dialog of Qt's own are made of labels too.
class PlainTexts : public QObject {
public:
    using QObject::QObject;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override {
        if (event->type() == QEvent::Polish) {
            auto* label = qobject_cast<QLabel*>(watched);
            if (label && label->textFormat() == Qt::AutoText)
                label->setTextFormat(Qt::PlainText);
        }
        return QObject::eventFilter(watched, event);
    }
};

} // namespace

void keepTextsPlain(QApplication& application) {
    application.installEventFilter(new PlainTexts(&application));
}

QString plainTextOf(const QString& rich) {
    return QTextDocumentFragment::fromHtml(rich).toPlainText();
}

} // namespace gravin
