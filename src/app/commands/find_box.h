// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QLineEdit>

#include <functional>

class QCompleter;
class QStandardItemModel;

namespace gravin {

// What the find box offers: a screen, or something that can be done.
struct Findable {
    QString text;
    QString place;  // faintly behind it: "Screen", "List"
    QString keys;   // on the right, as people read them
    QString reason; // why it cannot be done now, instead of the keys; empty: it can
    std::function<void()> run;
};

// A line in which one finds whatever there is by a part of its name; Return goes there or does it.
class FindBox : public QLineEdit {
    Q_OBJECT
public:
    explicit FindBox(QWidget* parent = nullptr);

    // Asked each time somebody begins to look for something.
    void setSource(std::function<QList<Findable>()> source) { m_source = std::move(source); }
    // Does what is called just so, whatever the case.
    bool runNamed(const QString& text);

Q_SIGNALS:
    // Nothing is called so.
    void unknown(const QString& text);
    void left();

protected:
    void focusInEvent(QFocusEvent* event) override;
    void focusOutEvent(QFocusEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void offer();
    void take();

    std::function<QList<Findable>()> m_source;
    QList<Findable> m_offered;
    QStandardItemModel* m_model;
    QCompleter* m_completer;
};

} // namespace gravin
