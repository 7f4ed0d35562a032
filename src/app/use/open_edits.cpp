// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/open_edits.h"

#include "app/use/edit_window.h"

namespace gravin {

namespace {
// Each window stands a little beside the last one, so that none hides another.
constexpr int Step = 36;
constexpr int StepsBeforeReturn = 8;
} // namespace

OpenEdits::OpenEdits(Workspace* workspace, QObject* parent)
    : QObject(parent)
    , m_workspace(workspace) {
    connect(workspace, &Workspace::recordWanted, this, &OpenEdits::open);
}

OpenEdits::~OpenEdits() {
    for (const auto& window : std::as_const(m_windows))
        delete window;
}

EditWindow* OpenEdits::open(const QString& screenId, const RecordId& id) {
    const QString table = m_workspace->bound(screenId)->table->name;
    if (const int number = numberOf(table, id); number > 0) {
        EditWindow* window = m_windows[number];
        window->raise();
        window->activateWindow();
        return window;
    }
    int number = 1;
    while (m_windows.contains(number))
        ++number;
    auto* window = new EditWindow(m_workspace, screenId, id, number);
    m_windows.insert(number, window);
    const int step = (number - 1) % StepsBeforeReturn * Step;
    window->move(160 + step, 120 + step);
    connect(window, &EditWindow::closed, this, [this, number] {
        m_windows.remove(number);
        Q_EMIT changed();
    });
    connect(window, &EditWindow::stateChanged, this, &OpenEdits::changed);
    window->show();
    window->activateWindow();
    Q_EMIT changed();
    return window;
}

int OpenEdits::numberOf(const QString& table, const RecordId& id) const {
    for (auto window = m_windows.begin(); window != m_windows.end(); ++window) {
        if (*window && (*window)->tableName() == table && (*window)->record() == id)
            return window.key();
    }
    return 0;
}

QList<EditWindow*> OpenEdits::windows() const {
    QList<EditWindow*> windows;
    for (const auto& window : m_windows) {
        if (window)
            windows += window;
    }
    return windows;
}

void OpenEdits::closeAll() {
    for (EditWindow* window : windows())
        window->close();
}

} // namespace gravin
