// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"

#include <QWidget>

class QLabel;

namespace gravin {

// What stands in the window while no project is open, and why one could not be opened.
class StartPage : public QWidget {
    Q_OBJECT
public:
    explicit StartPage(QWidget* parent = nullptr);
    void showError(const Error& error);
    void showReading(const QString& file);

Q_SIGNALS:
    void openRequested();
    void newRequested();
    void demonstrationRequested();

private:
    QLabel* m_state;
};

} // namespace gravin
