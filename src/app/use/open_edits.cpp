// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/open_edits.h"

#include "app/use/edit_window.h"
#include "app/use/record_form.h"
#include "session/drafts/draft_saver.h"

#include <QGuiApplication>
#include <QScreen>

#include <algorithm>

namespace gravin {

namespace {
// Each window stands a little beside the last one, so that none hides another.
constexpr int Step = 36;
constexpr int StepsBeforeReturn = 8;
constexpr int NarrowestArranged = 380;
constexpr int LowestArranged = 260;
} // namespace

OpenEdits::OpenEdits(Workspace* workspace, QObject* parent)
    : WindowNumbers(parent)
    , m_workspace(workspace) {
    connect(workspace->records(), &Records::wanted, this, &OpenEdits::open);
}

OpenEdits::~OpenEdits() {
    for (const auto& window : m_windows.values() + m_closed)
        delete window;
}

EditWindow* OpenEdits::open(const QString& screenId, const RecordId& id) {
    const auto bound = m_workspace->document()->bound(screenId);
    if (!bound) {
        m_workspace->notices()->tell({Notice::Kind::Refused, bound.error().sentence});
        return nullptr;
    }
    const QString table = bound->table->name;
    if (const int number = numberOf(table, id); number > 0) {
        EditWindow* window = m_windows[number];
        window->raise();
        window->activateWindow();
        return window;
    }
    int number = 1;
    while (m_windows.contains(number))
        ++number;
    auto* window = new EditWindow(this, m_workspace, screenId, id, number);
    connect(window, &EditWindow::goToRequested, this, &OpenEdits::goToRequested);
    connect(window, &EditWindow::stepRequested, this,
            [this, window](int by) { (void)step(window, by); });
    m_windows.insert(number, window);
    const int step = (number - 1) % StepsBeforeReturn * Step;
    window->move(160 + step, 120 + step);
    connect(window, &EditWindow::closed, this, [this, number] {
        // It is there until the event loop deletes it, and may not outlive the workspace.
        m_closed.removeIf([](const QPointer<EditWindow>& each) { return each.isNull(); });
        m_closed += m_windows.take(number);
        Q_EMIT changed();
    });
    connect(window, &EditWindow::stateChanged, this, &OpenEdits::changed);
    connect(window, &EditWindow::rollbackRequested, this, &OpenEdits::rollbackRequested);
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

void OpenEdits::arrangeSideBySide() {
    const QList<EditWindow*> all = windows();
    const QScreen* screen = QGuiApplication::primaryScreen();
    if (all.isEmpty() || !screen)
        return;
    const QRect room = screen->availableGeometry();
    const auto count = static_cast<int>(all.size());
    const int fitting = std::max(1, room.width() / NarrowestArranged);
    const int columns = std::min(count, fitting);
    const int lines = (count + columns - 1) / columns;
    for (int i = 0; i < count; ++i) {
        const int width = room.width() / columns;
        const int height = std::max(LowestArranged, room.height() / lines);
        all[i]->showNormal();
        all[i]->setGeometry(room.left() + i % columns * width,
                            room.top() + std::min(i / columns * height, room.height() - height),
                            width, height);
        all[i]->raise();
    }
}

void OpenEdits::saveAll() {
    QList<DraftRef> places;
    QString label;
    for (const EditWindow* window : windows()) {
        if (!window->hasDraft())
            continue;
        window->form()->fieldsDone();
        places.append({window->tableName(), window->record()});
        label = window->screenLabel();
    }
    if (!places.isEmpty())
        m_workspace->writing()->saver()->save(label, places.front(), places.mid(1));
}

QStringList OpenEdits::unsaved() const {
    QStringList names;
    for (const EditWindow* window : windows()) {
        if (window->hasDraft())
            names += window->windowTitle();
    }
    return names;
}

bool OpenEdits::step(EditWindow* window, int by) {
    const RecordView* view = m_workspace->records()->view(window->screenId());
    const qsizetype place = window->record().isNew() ? -1 : view->rowOf(window->record().key);
    const qsizetype wanted = place + by;
    if (place < 0 || wanted < 0 || wanted >= view->count())
        return false;
    const RecordId id{view->keyAt(wanted), 0};
    if (numberOf(window->tableName(), id) > 0)
        (void)open(window->screenId(), id);
    else
        window->setRecord(id);
    Q_EMIT changed();
    return true;
}

void OpenEdits::renew() {
    for (EditWindow* window : windows()) {
        window->form()->fieldsDone();
        const QString screenId = window->screenId();
        const QString table = window->tableName();
        const RecordId id = window->record();
        const QByteArray geometry = window->saveGeometry();
        const auto bound = m_workspace->document()->bound(screenId);
        const bool isSame = bound && bound->table->name == table;
        if (!isSame && window->hasDraft())
            continue; // it shows what is edited, and closes with it
        window->dismiss();
        if (!isSame)
            continue;
        if (EditWindow* anew = open(screenId, id))
            anew->restoreGeometry(geometry);
    }
}

void OpenEdits::dismissAll() {
    for (EditWindow* window : windows())
        window->dismiss();
}

void OpenEdits::closeAll() {
    for (EditWindow* window : windows())
        window->close();
}

} // namespace gravin
