// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/window_commands.h"

#include "app/look/theme.h"
#include "app/shell/open_project.h"
#include "app/shell/workspace_view.h"
#include "app/use/lists/record_list.h"
#include "app/use/screen_page.h"

#include <QMessageBox>

namespace gravin {

WindowCommands::WindowCommands(OpenProject* project, QWidget* window)
    : m_project(project)
    , m_window(window) {
    makeProjectCommands();
    makeListCommands();
    makeWindowCommands();
    makeUndoCommands();
}

QAction* WindowCommands::add(const QString& text, const QKeySequence& keys,
                             const std::function<void()>& run) {
    auto* action = new QAction(text, this);
    action->setShortcut(keys);
    connect(action, &QAction::triggered, this, run);
    m_window->addAction(action);
    m_all += action;
    return action;
}

void WindowCommands::addForPage(const QString& text, const QKeySequence& keys,
                                void (ScreenPage::*run)()) {
    add(text, keys, [this, run] {
        if (ScreenPage* page = m_project->currentPage())
            (page->*run)();
    });
}

void WindowCommands::addForList(const QString& text, const QKeySequence& keys,
                                void (RecordList::*run)()) {
    add(text, keys, [this, run] {
        ScreenPage* page = m_project->currentPage();
        if (page && !m_project->view()->isBuild())
            (page->activeList()->*run)();
    });
}

void WindowCommands::makeProjectCommands() {
    const auto inFront = [this](void (WorkspaceView::*run)()) {
        return [this, run] { m_project->inFront(run); };
    };
    add(tr("Open a project…"), QKeySequence::Open, [this] { Q_EMIT projectWanted(); });
    add(tr("New project from a database…"), {}, [this] { Q_EMIT newProjectWanted(); });
    add(tr("Use another database…"), {}, [this] { Q_EMIT otherDatabaseWanted(); });
    add(tr("New screens…"), Qt::CTRL | Qt::SHIFT | Qt::Key_N,
        inFront(&WorkspaceView::showNewScreens));
    add(tr("Save"), QKeySequence::Save, [this] { m_project->ifInFront(&WorkspaceView::save); });
    add(tr("Save project"), {}, inFront(&WorkspaceView::saveProject));
    add(tr("Save all drafts"), Qt::CTRL | Qt::SHIFT | Qt::Key_S,
        inFront(&WorkspaceView::saveAllDrafts));
    add(tr("Switch between Build and Use"), Qt::Key_F9, [this] {
        if (WorkspaceView* view = m_project->view())
            view->setBuild(!view->isBuild());
    });
    add(tr("Change log"), Qt::CTRL | Qt::Key_L, inFront(&WorkspaceView::toggleChangeLog));
}

void WindowCommands::makeListCommands() {
    addForPage(tr("Go to a record…"), Qt::CTRL | Qt::Key_G, &ScreenPage::askWhereToGo);
    addForList(tr("Search these records"), QKeySequence::Find, &RecordList::focusSearch);
    addForList(tr("Filter by this field…"), Qt::Key_F8, &RecordList::askForFilter);
    addForList(tr("Group by this field"), Qt::SHIFT | Qt::Key_F8, &RecordList::groupByField);
    addForList(tr("The list as the screen has it"), Qt::CTRL | Qt::Key_F8,
               &RecordList::takeScreens);
    addForList(tr("Shown fields…"), Qt::CTRL | Qt::SHIFT | Qt::Key_F8,
               &RecordList::askForShownFields);
}

void WindowCommands::makeWindowCommands() {
    add(tr("Start a trial"), {}, [this] { m_project->inFront(&WorkspaceView::startTrial); });
    add(tr("Find anything"), Qt::CTRL | Qt::Key_K, [this] { Q_EMIT findWanted(); });
    addForPage(tr("Go round list, form and lines"), Qt::Key_F6, &ScreenPage::focusNextPart);
    addForPage(tr("Go to the form"), Qt::Key_F7, &ScreenPage::focusForm);
    addForPage(tr("Fold the list away or back"), Qt::CTRL | Qt::Key_F6, &ScreenPage::foldList);
    addForPage(tr("Fold the form away or back"), Qt::CTRL | Qt::Key_F7, &ScreenPage::foldForm);
    add(tr("Go to the shelf"), Qt::SHIFT | Qt::Key_F6,
        [this] { m_project->inFront(&WorkspaceView::focusShelf); });
    add(tr("Check the project…"), Qt::CTRL | Qt::SHIFT | Qt::Key_P,
        [this] { m_project->inFront(&WorkspaceView::showFindings); });
    add(tr("Light or dark"), {}, [] {
        Theme& theme = Theme::instance();
        theme.setMode(theme.isDark() ? Theme::Mode::Light : Theme::Mode::Dark);
    });
    add(tr("Open the demonstration"), {}, [this] { m_project->openDemonstration(false); });
    add(tr("Reset the demonstration"), {}, [this] { m_project->openDemonstration(true); });
    add(tr("Keys"), Qt::Key_F1, [this] { showKeys(); });
    add(tr("Quit"), QKeySequence::Quit, [this] { Q_EMIT quitWanted(); });
}

void WindowCommands::makeUndoCommands() {
    const auto thenRefresh = [this](void (WorkspaceView::*run)()) {
        return [this, run] {
            m_project->ifInFront(run);
            refreshUndo();
        };
    };
    m_undo = add(tr("Undo"), QKeySequence::Undo, thenRefresh(&WorkspaceView::undo));
    m_redo = add(tr("Redo"), Qt::CTRL | Qt::SHIFT | Qt::Key_Z, thenRefresh(&WorkspaceView::redo));
    refreshUndo();
}

void WindowCommands::refreshUndo() {
    const bool isInFront = m_project->isInFront();
    const WorkspaceView::UndoOffer offer =
        isInFront ? m_project->view()->undoOffer() : WorkspaceView::UndoOffer();
    m_undo->setEnabled(offer.canUndo);
    m_redo->setEnabled(offer.canRedo);
    m_undo->setText(isInFront ? offer.undoText : tr("Undo"));
    m_redo->setText(isInFront ? offer.redoText : tr("Redo"));
}

QStringList WindowCommands::findable() const {
    QStringList texts;
    if (const Workspace* workspace = m_project->workspace()) {
        for (const Screen& screen : workspace->project().screens)
            texts += screen.label;
    }
    for (const QAction* action : m_all)
        texts += action->text();
    return texts;
}

bool WindowCommands::showScreenCalled(const QString& text) {
    if (!m_project->workspace())
        return false;
    for (const Screen& screen : m_project->workspace()->project().screens) {
        if (screen.label.compare(text, Qt::CaseInsensitive) != 0)
            continue;
        m_project->showScreen(screen.id);
        if (ScreenPage* page = m_project->currentPage())
            page->focusWork();
        return true;
    }
    return false;
}

bool WindowCommands::runFound(const QString& text) {
    if (showScreenCalled(text))
        return true;
    for (QAction* action : m_all) {
        if (action->text().compare(text, Qt::CaseInsensitive) == 0) {
            action->trigger();
            return true;
        }
    }
    return false;
}

void WindowCommands::showKeys() {
    QStringList lines;
    const auto add = [&lines](const QList<QAction*>& actions) {
        for (const QAction* action : actions) {
            if (!action->shortcut().isEmpty())
                lines +=
                    QStringLiteral("<tr><td>%1&nbsp;&nbsp;</td><td>%2</td></tr>")
                        .arg(action->shortcut().toString(QKeySequence::NativeText).toHtmlEscaped(),
                             action->text().toHtmlEscaped());
        }
    };
    add(m_all);
    if (const ScreenPage* page = m_project->currentPage())
        add(page->actions());
    for (const auto& [keys, what] :
         {std::pair{tr("F2 or Return"), tr("Edit the cell")},
          std::pair{tr("Space"), tr("Set yes or no")},
          std::pair{tr("Esc"), tr("Step back: the cell, then the record, then the window")}})
        lines += QStringLiteral("<tr><td>%1&nbsp;&nbsp;</td><td>%2</td></tr>").arg(keys, what);
    auto* box = new QMessageBox(QMessageBox::NoIcon, tr("Keys"),
                                QStringLiteral("<table>%1</table>").arg(lines.join(QString())),
                                QMessageBox::Close, m_window);
    box->setTextFormat(Qt::RichText);
    box->setAttribute(Qt::WA_DeleteOnClose);
    box->open();
}

} // namespace gravin
