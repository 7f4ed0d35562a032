// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QWidget>

class QCheckBox;
class QLabel;
class QListWidget;
class QListWidgetItem;
class QPushButton;

namespace gravin {

// What stands in the window while no project is open: the projects of late, the ways to others, and
// why one could not be opened.
class StartPage : public QWidget {
    Q_OBJECT
public:
    // `useOnly`: nothing is made here.
    explicit StartPage(bool useOnly, QWidget* parent = nullptr);
    void showError(const Error& error);
    void showReading(const QString& file);
    // What was said of the last one that was opened.
    void forget();
    // Looks again which projects there are.
    void refresh();

Q_SIGNALS:
    void openRequested();
    void newRequested();
    void demonstrationRequested();
    void projectChosen(const QString& file);

protected:
    void paintEvent(QPaintEvent* event) override;

private:
    QWidget* makeLeft(bool useOnly);
    QWidget* makeRight();
    void openItem(const QListWidgetItem* item);
    void showMenu(const QPoint& at);
    void refreshButtons();

    QLabel* m_walk;
    QLabel* m_state;
    QLabel* m_heading;
    QListWidget* m_projects;
    QPushButton* m_pin;
    QPushButton* m_forget;
    QCheckBox* m_begins;
};

} // namespace gravin
