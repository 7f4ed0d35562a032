// SPDX-License-Identifier: GPL-3.0-or-later
// How the view of a project looks back: its change log, rolling back, and the screen as it was.
#include "app/grid/grid_view.h"
#include "app/history/as_it_was_page.h"
#include "app/history/change_log_panel.h"
#include "app/history/field_history_dialog.h"
#include "app/history/rollback_dialog.h"
#include "app/history/timeline_strip.h"
#include "app/history/trial_band.h"
#include "app/shell/walk_band.h"
#include "app/shell/workspace_view.h"
#include "app/use/screen_page.h"

#include <QSplitter>
#include <QStackedWidget>

namespace gravin {

namespace {
constexpr int ChangeLogHeight = 240;
}

void WorkspaceView::startTrial() { m_trial->start(); }

void WorkspaceView::toggleChangeLog() {
    if (m_changeLog->isVisible())
        hideChangeLog();
    else
        showChangeLog();
}

void WorkspaceView::rollBackChange(qint64 change) {
    RollbackDialog::ofChange(m_workspace, change, this)->open();
}

void WorkspaceView::rollBack(const LogScope& scope, const QString& words) {
    (new RollbackDialog(m_workspace, scope, words, this))->open();
}

void WorkspaceView::showAsItWas(qint64 change) {
    const AsItWasPage* shown = qobject_cast<AsItWasPage*>(m_pages->currentWidget());
    const QString screenId = shown           ? shown->screenId()
                             : currentPage() ? currentPage()->screenId()
                                             : QString();
    if (screenId.isEmpty())
        return;
    returnToNow();
    auto* page = new AsItWasPage(m_workspace, screenId, change);
    connect(page, &AsItWasPage::returnRequested, this, &WorkspaceView::returnToNow);
    connect(page, &AsItWasPage::rollbackRequested, this, &WorkspaceView::rollBack);
    m_pages->addWidget(page);
    m_pages->setCurrentWidget(page);
    page->list()->setFocus(Qt::OtherFocusReason);
    m_timeline->setMoment(change);
}

void WorkspaceView::returnToNow() {
    auto* page = qobject_cast<AsItWasPage*>(m_pages->currentWidget());
    if (!page)
        return;
    const QString screenId = page->screenId();
    m_timeline->setMoment({});
    m_pages->removeWidget(page);
    page->deleteLater();
    showScreen(screenId);
    if (currentPage())
        currentPage()->focusWork();
}

void WorkspaceView::showChangeLog(qint64 change) {
    if (!m_changeLog->isVisible()) {
        m_changeLog->show();
        m_middle->setSizes({m_middle->height() - ChangeLogHeight, ChangeLogHeight});
    }
    if (change > 0)
        m_changeLog->choose(change);
    else
        m_changeLog->chooseNewest();
    m_changeLog->focusList();
}

// Requires, as the next: the page's current record is stored.
void WorkspaceView::showRecordHistory() {
    const GridPart part = currentPage()->part();
    const RecordId id = part.current();
    showChangeLog();
    m_changeLog->narrowTo(part.binding->screen().table->written(), id.key,
                          part.binding->nameOf(id));
    m_walk->noteHistory();
}

void WorkspaceView::showFieldHistory() {
    const GridPart part = currentPage()->part();
    const QList<BoundField>& fields = part.binding->fields();
    const int at = part.grid->currentIndex().column();
    if (at < 0 || at >= fields.size() || !fields[at].column.expression.isEmpty()) {
        currentPage()->showNotice(
            {Notice::Kind::Refused, tr("Choose a field that is stored with the record.")});
        return;
    }
    (new FieldHistoryDialog(m_workspace, *part.binding->screen().table, part.current().key,
                            fields[at].name(), this))
        ->open();
    m_walk->noteHistory();
}

void WorkspaceView::hideChangeLog() {
    m_changeLog->hide();
    if (currentPage())
        currentPage()->focusGrid();
}

} // namespace gravin
