// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QWidget>

class QAction;
class QLabel;
class QLineEdit;
class QPushButton;

namespace gravin {

// The line below a screen's records: where one is, where to go, and what is not saved yet.
class StatusBar : public QWidget {
    Q_OBJECT
public:
    struct Steps {
        QAction* first;
        QAction* previous;
        QAction* next;
        QAction* last;
    };
    explicit StatusBar(const Steps& steps, QWidget* parent = nullptr);

    void setPosition(const QString& text);
    // What is said at the right; in Build of the setting that is edited.
    void setNote(const QString& text);
    // What the current field comes to.
    void setTotals(const QString& text);
    // Offers to save so many records together; 0: nothing is offered.
    void setDrafts(qsizetype count);
    void askWhereToGo();
    // Where to go was found: the question is answered.
    void went();

Q_SIGNALS:
    void goToRequested(const QString& text);
    void saveAllRequested();

private:
    QLabel* m_position;
    QLineEdit* m_goTo;
    QLabel* m_totals;
    QLabel* m_note;
    QPushButton* m_saveAll;
};

} // namespace gravin
