// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/workspace.h"

#include <QWidget>

namespace gravin {

// The edge of the window's ruler: a tick for each change, its height telling how many records it
// touched, its tint what it did. A click opens the change log at that change.
class TimelineStrip : public QWidget {
    Q_OBJECT
public:
    // Changes read when a project opens; older ones stand in the change log.
    static constexpr int MaximumTicks = 200;

    explicit TimelineStrip(Workspace* workspace, QWidget* parent = nullptr);

    const QList<ChangeSummary>& changes() const { return m_changes; } // oldest first

Q_SIGNALS:
    void changeChosen(qint64 id);

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    void load();
    void add(const CommittedChange& change);
    int firstShown() const;
    int tickX(int index) const;
    int indexAt(int x) const; // −1: none

    Workspace* m_workspace;
    QList<ChangeSummary> m_changes;
};

} // namespace gravin
