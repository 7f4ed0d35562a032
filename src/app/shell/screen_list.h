// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/workspace.h"

#include <QListWidget>

namespace gravin {

// The screens in the developer's groups and, in Build, the tables that have none yet.
class ScreenList : public QListWidget {
    Q_OBJECT
public:
    explicit ScreenList(QWidget* parent = nullptr);

    void setWorkspace(Workspace* workspace);
    void setBuild(bool build);
    void setCurrentScreen(const QString& screenId);
    // The screen that was shown last, else the first of the project; empty: there is none.
    QString currentScreen() const;

Q_SIGNALS:
    void screenChosen(const QString& screenId);
    void tableChosen(const QString& table);

private:
    void fill();
    void addHeading(const QString& text);
    void addScreen(const Screen& screen);
    void activate(const QListWidgetItem* item);

    Workspace* m_workspace = nullptr;
    QString m_current;
    bool m_build = false;
};

} // namespace gravin
