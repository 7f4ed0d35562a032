// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/change_log.h"
#include "session/workspace.h"

#include <QWidget>

namespace gravin {

// The edge of the window's ruler: a tick for each change, its height telling how many records it
// touched, its tint what it did. A click opens the change log at that change; the handle at "now"
// is dragged back to see what was.
class TimelineStrip : public QWidget {
    Q_OBJECT
public:
    // Changes read when a project opens; older ones stand in the change log.
    static constexpr int MaximumTicks = 200;

    explicit TimelineStrip(Workspace* workspace, QWidget* parent = nullptr);

    const QList<ChangeSummary>& changes() const { return m_changes; } // oldest first

    // Where the handle stands: right after this change, 0 before all; nothing: now.
    void setMoment(std::optional<qint64> change);

Q_SIGNALS:
    void changeChosen(qint64 id);
    // The handle was dragged to right after this change, 0: before all.
    void momentChosen(qint64 change);
    void nowChosen();

protected:
    void paintEvent(QPaintEvent* event) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

private:
    void load();
    void add(const CommittedChange& change);
    int firstShown() const;
    int tickX(int index) const;
    int indexAt(int x) const; // −1: none
    int handleX() const;
    // The change right before this place; 0: none; nothing: now.
    std::optional<qint64> momentAt(int x) const;

    Workspace* m_workspace;
    QList<ChangeSummary> m_changes;
    std::optional<qint64> m_moment;
    std::optional<int> m_dragged; // where the handle is held
};

} // namespace gravin
