// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/window_commands.h"

#include "app/build/build_face.h"
#include "app/build/project_settings.h"
#include "app/commands/keys_dialog.h"
#include "app/exchange/export_dialog.h"
#include "app/exchange/import_dialog.h"
#include "app/exchange/print_dialog.h"
#include "app/grid/grid_view.h"
#include "app/help/guide_window.h"
#include "app/look/language_dialog.h"
#include "app/look/said_dialog.h"
#include "app/look/theme.h"
#include "app/shell/open_project.h"
#include "app/shell/walk_band.h"
#include "app/shell/workspace_view.h"
#include "app/use/lists/record_list.h"
#include "app/use/open_edits.h"
#include "app/use/screen_actions.h"
#include "app/use/screen_page.h"
#include "session/own_demonstration.h"

namespace gravin {

WindowCommands::WindowCommands(OpenProject* project, CommandList* commands, QWidget* window)
    : QObject(window)
    , m_project(project)
    , m_commands(commands)
    , m_window(window) {
    addRecordCommands();
    addEditCommands();
    addListCommands();
    addGoCommands();
    addLookBackCommands();
    if (!m_project->isUseOnly())
        addBuildCommands();
    addProjectCommands();
    addWindowCommands();
    addHelpCommands();
}

ScreenPage* WindowCommands::page() const { return m_project->currentPage(); }

QString WindowCommands::reasonWithoutProject() const {
    return m_project->view() ? QString() : tr("No project is open.");
}

QString WindowCommands::reasonWithoutPage() const {
    return page() ? QString() : tr("No screen is in front.");
}

QString WindowCommands::reasonWithoutBuild() const {
    return m_project->view() ? m_project->reasonAgainstBuilding() : reasonWithoutProject();
}

QString WindowCommands::reasonAgainst(Act act) const {
    return m_project->workspace()
               ? m_project->workspace()->document()->standing().reasonAgainst(act)
               : reasonWithoutProject();
}

QString WindowCommands::reasonAgainstOnList(Act act) const {
    const QString outside = reasonOutsideUse();
    return outside.isEmpty() ? page()->activeList()->model()->binding()->screen().reasonAgainst(act)
                             : outside;
}

QString WindowCommands::reasonOutsideUse() const {
    return page() && m_project->view()->isBuild()
               ? tr("Here the screen is shaped. Switch to Use first.")
               : reasonWithoutPage();
}

void WindowCommands::add(CommandGroup group, const Words& words, const std::function<void()>& run,
                         const Reason& reason) {
    m_commands->add({.id = QLatin1String(words.id),
                     .group = group,
                     .text = words.text,
                     .usualKeys = words.keys,
                     .run = run,
                     .reasonAgainst = reason});
}

void WindowCommands::addForView(CommandGroup group, const Words& words,
                                void (WorkspaceView::*run)()) {
    add(
        group, words, [this, run] { m_project->inFront(run); },
        [this] { return reasonWithoutProject(); });
}

void WindowCommands::addForPage(CommandGroup group, const Words& words, void (ScreenPage::*run)()) {
    add(
        group, words, [this, run] { (page()->*run)(); }, [this] { return reasonWithoutPage(); });
}

void WindowCommands::addOfPage(CommandGroup group, PageCommands::Command command) {
    const PageCommands::Words words = PageCommands::wordsOf(command);
    add(
        group, {words.id, words.text, words.keys},
        [this, command] { page()->commands()->run(command); },
        [this, command] {
            return page() ? page()->commands()->reasonAgainst(command) : reasonWithoutPage();
        });
}

void WindowCommands::addForList(const Words& words, void (RecordList::*run)()) {
    add(
        CommandGroup::List, words, [this, run] { (page()->activeList()->*run)(); },
        [this] { return reasonOutsideUse(); });
}

void WindowCommands::addForCells(const Words& words, CellAction action) {
    m_commands->add({.id = QLatin1String(words.id),
                     .group = CommandGroup::Edit,
                     .text = words.text,
                     .usualKeys = words.keys,
                     .run = [this, action] { page()->commands()->onCells(action); },
                     .reasonAgainst = [this] { return reasonOutsideUse(); },
                     .isKeyOfWidgets = true});
}

void WindowCommands::addRecordCommands() {
    using Of = PageCommands::Command;
    add(
        CommandGroup::Record, {"save", tr("Save"), QKeySequence::Save},
        [this] { m_project->ifInFront(&WorkspaceView::save); },
        [this] { return reasonWithoutProject(); });
    addOfPage(CommandGroup::Record, Of::SaveAll);
    addForView(CommandGroup::Record,
               {"save-drafts", tr("Save all drafts"), Qt::CTRL | Qt::SHIFT | Qt::Key_S},
               &WorkspaceView::saveAllDrafts);
    for (const auto command :
         {Of::Discard, Of::New, Of::Copy, Of::CopyWithLines, Of::Delete, Of::Open})
        addOfPage(CommandGroup::Record, command);
}

void WindowCommands::addEditCommands() {
    const auto offer = [this] {
        return m_project->isInFront() ? m_project->view()->undoOffer() : WorkspaceView::UndoOffer();
    };
    const auto addStep = [&](const Words& words, void (WorkspaceView::*run)(), const Reason& reason,
                             const Reason& textNow) {
        m_commands->add({.id = QLatin1String(words.id),
                         .group = CommandGroup::Edit,
                         .text = words.text,
                         .usualKeys = words.keys,
                         .run = [this, run] { m_project->ifInFront(run); },
                         .reasonAgainst = reason,
                         .textNow = textNow});
    };
    addStep(
        {"undo", tr("Undo"), QKeySequence::Undo}, &WorkspaceView::undo,
        [offer] { return offer().canUndo ? QString() : tr("There is nothing to undo."); },
        [offer] { return offer().undoText; });
    addStep(
        {"redo", tr("Redo"), Qt::CTRL | Qt::SHIFT | Qt::Key_Z}, &WorkspaceView::redo,
        [offer] { return offer().canRedo ? QString() : tr("There is nothing to redo."); },
        [offer] { return offer().redoText; });
    addForCells({"cut", tr("Cut"), QKeySequence::Cut}, CellAction::Cut);
    addForCells({"copy-cells", tr("Copy"), QKeySequence::Copy}, CellAction::Copy);
    addForCells({"paste", tr("Paste"), QKeySequence::Paste}, CellAction::Paste);
    addForCells({"fill-down", tr("Fill down"), Qt::CTRL | Qt::Key_D}, CellAction::FillDown);
    addForCells({"empty-cells", tr("Empty the cells"), Qt::Key_Delete}, CellAction::Clear);
    m_commands->add({.id = QStringLiteral("select-all"),
                     .group = CommandGroup::Edit,
                     .text = tr("Select all records"),
                     .usualKeys = QKeySequence::SelectAll,
                     .run = [this] { page()->activeList()->grid()->selectAll(); },
                     .reasonAgainst = [this] { return reasonWithoutPage(); },
                     .isKeyOfWidgets = true});
    addOfPage(CommandGroup::Edit, PageCommands::Command::Bulk);
}

void WindowCommands::addListCommands() {
    addForList({"search", tr("Search these records"), QKeySequence::Find},
               &RecordList::focusSearch);
    addForList({"filter", tr("Filter by this field…"), Qt::Key_F8}, &RecordList::askForFilter);
    addForList({"group", tr("Group by this field"), Qt::SHIFT | Qt::Key_F8},
               &RecordList::groupByField);
    addForList({"shown-fields", tr("Shown fields…"), Qt::CTRL | Qt::SHIFT | Qt::Key_F8},
               &RecordList::askForShownFields);
    addForList({"screens-list", tr("The list as the screen has it"), Qt::CTRL | Qt::Key_F8},
               &RecordList::takeScreens);
    addTickCommands();
    addFileCommands();
    addOfPage(CommandGroup::List, PageCommands::Command::Refresh);
}

void WindowCommands::addFileCommands() {
    add(
        CommandGroup::Files, {"export", tr("Export…"), Qt::CTRL | Qt::Key_E},
        [this] {
            const GridView* grid = page()->activeList()->grid();
            const GridModel* model = grid->gridModel();
            ExportDialog::What what{model->binding()->screen(),
                                    model->view()->query(),
                                    {},
                                    model->view()->count(),
                                    model->groupedBy()};
            for (const int column : grid->shownColumns())
                what.shown += what.screen.fields[column].name();
            (new ExportDialog(m_project->workspace(), std::move(what), page()))->open();
        },
        [this] { return reasonAgainstOnList(Act::Export); });
    add(
        CommandGroup::Files, {"print", tr("Print…"), QKeySequence::Print},
        [this] {
            const GridView* grid = page()->activeList()->grid();
            const GridModel* model = grid->gridModel();
            PrintDialog::What what{
                model->binding()->screen(), model->view()->query(), {}, model->view()->count(), {},
                page()->showsForm(),        model->groupedBy()};
            for (const int column : grid->shownColumns())
                what.shown += what.screen.fields[column].name();
            // More than these are printed as listed.
            constexpr qint64 MostChosen = 5000;
            const bool isFew = grid->chosenCount() <= MostChosen;
            for (const RecordId& id : isFew ? grid->chosenRecords() : QList<RecordId>()) {
                if (!id.isNew() && !id.isNone())
                    what.selected.push_back(id.key);
            }
            (new PrintDialog(m_project->workspace(), std::move(what), page()))->open();
        },
        [this] { return reasonAgainstOnList(Act::Print); });
    add(
        CommandGroup::Files, {"import", tr("Import…"), Qt::CTRL | Qt::SHIFT | Qt::Key_I},
        [this] {
            (new ImportDialog(m_project->workspace(),
                              page()->activeList()->model()->binding()->screen(), page()))
                ->open();
        },
        [this] {
            const QString outside = reasonAgainstOnList(Act::Import);
            if (!outside.isEmpty())
                return outside;
            const BoundScreen& screen = page()->activeList()->model()->binding()->screen();
            const QString add = screen.reasonAgainst(Operation::Insert);
            return add.isEmpty() ? add : screen.reasonAgainst(Operation::Update);
        });
}

void WindowCommands::addTickCommands() {
    const auto grid = [this] { return page()->activeList()->grid(); };
    const auto reason = [this, grid] {
        const QString outside = reasonOutsideUse();
        return outside.isEmpty() && !grid()->hasTickBoxes()
                   ? tr("This list has no boxes to tick. Its screen's settings have them.")
                   : outside;
    };
    m_commands->add({.id = QStringLiteral("tick"),
                     .group = CommandGroup::List,
                     .text = tr("Tick or untick what is selected"),
                     .usualKeys = Qt::CTRL | Qt::Key_Space,
                     .run = [grid] { grid()->tickSelected(); },
                     .reasonAgainst = reason,
                     .isKeyOfWidgets = true});
    add(
        CommandGroup::List, {"untick", tr("Untick all")}, [grid] { grid()->untickAll(); },
        [grid, reason] {
            const QString none = reason();
            return none.isEmpty() && grid()->tickedCount() == 0 ? tr("Nothing is ticked.") : none;
        });
}

void WindowCommands::addGoCommands() {
    using Of = PageCommands::Command;
    add(CommandGroup::Go, {"find", tr("Find anything"), Qt::CTRL | Qt::Key_K},
        [this] { Q_EMIT findWanted(); });
    addForPage(CommandGroup::Go, {"go-to", tr("Go to a record…"), Qt::CTRL | Qt::Key_G},
               &ScreenPage::askWhereToGo);
    for (const auto command : {Of::First, Of::Previous, Of::Next, Of::Last})
        addOfPage(CommandGroup::Go, command);
    addForPage(CommandGroup::Go, {"go-round", tr("Go round list, form and lines"), Qt::Key_F6},
               &ScreenPage::focusNextPart);
    addForPage(CommandGroup::Go, {"go-form", tr("Go to the form"), Qt::Key_F7},
               &ScreenPage::focusForm);
    addForView(CommandGroup::Go, {"go-shelf", tr("Go to the shelf"), Qt::SHIFT | Qt::Key_F6},
               &WorkspaceView::focusShelf);
}

void WindowCommands::addLookBackCommands() {
    const auto inView = [this](const Words& words, void (WorkspaceView::*run)(), Act act) {
        add(
            CommandGroup::LookBack, words, [this, run] { m_project->inFront(run); },
            [this, act] { return reasonAgainst(act); });
    };
    inView({"change-log", tr("Change log"), Qt::CTRL | Qt::Key_L}, &WorkspaceView::toggleChangeLog,
           Act::History);
    const auto ofRecord = [this]() -> QString {
        if (!page())
            return reasonWithoutPage();
        const GridPart part = page()->part();
        if (const QString reason = part.binding->screen().reasonAgainst(Act::History);
            !reason.isEmpty())
            return reason;
        const RecordId id = part.current();
        return id.isNone()  ? tr("No record is chosen.")
               : id.isNew() ? tr("This record is not stored yet.")
                            : QString();
    };
    add(
        CommandGroup::LookBack,
        {"record-history", tr("History of this record"), Qt::CTRL | Qt::Key_H},
        [this] { m_project->inFront(&WorkspaceView::showRecordHistory); }, ofRecord);
    add(
        CommandGroup::LookBack,
        {"field-history", tr("History of this field…"), Qt::CTRL | Qt::SHIFT | Qt::Key_H},
        [this] { m_project->inFront(&WorkspaceView::showFieldHistory); }, ofRecord);
    addOfPage(CommandGroup::LookBack, PageCommands::Command::AsStored);
    inView({"start-trial", tr("Start a trial")}, &WorkspaceView::startTrial, Act::Trial);
    add(CommandGroup::LookBack, {"said", tr("What was said…")},
        [this] { (new SaidDialog(m_window))->open(); });
}

void WindowCommands::addBuildCommands() {
    add(
        CommandGroup::Build, {"switch", tr("Switch between Build and Use"), Qt::Key_F9},
        [this] { m_project->view()->setBuild(!m_project->view()->isBuild()); },
        [this] { return reasonWithoutBuild(); });
    // In the menu by way of the project's settings.
    m_commands->add({.id = QStringLiteral("roles"),
                     .group = CommandGroup::Build,
                     .text = tr("Who may do what…"),
                     .run = [this] { m_project->inFront(&WorkspaceView::showRoles); },
                     .reasonAgainst = [this] { return reasonWithoutBuild(); },
                     .isInMenu = false});
    for (const BuildFace::Tool& tool : BuildFace::allTools()) {
        m_commands->add({.id = QLatin1String(tool.id),
                         .group = CommandGroup::Build,
                         .text = tool.text,
                         .usualKeys = tool.keys,
                         .run = [this, tool] { BuildFace::of(page())->use(tool); },
                         .reasonAgainst =
                             [this, tool] {
                                 return page() ? BuildFace::of(page())->reasonAgainst(tool)
                                               : reasonWithoutPage();
                             },
                         .isInMenu = tool.isInMenu});
    }
}

void WindowCommands::addProjectCommands() {
    const auto shaped = [this](const Words& words, void (WorkspaceView::*run)()) {
        if (!m_project->isUseOnly())
            add(
                CommandGroup::Project, words, [this, run] { m_project->inFront(run); },
                [this] { return reasonWithoutBuild(); });
    };
    add(CommandGroup::Project, {"open-project", tr("Open a project…"), QKeySequence::Open},
        [this] { Q_EMIT projectWanted(); });
    add(CommandGroup::Project, {"start-page", tr("Projects of late")},
        [this] { Q_EMIT startWanted(); });
    if (!m_project->isUseOnly()) {
        add(CommandGroup::Project, {"new-project", tr("New project from a database…")},
            [this] { Q_EMIT newProjectWanted(); });
        add(
            CommandGroup::Project, {"other-database", tr("Use another database…")},
            [this] { Q_EMIT otherDatabaseWanted(); }, [this] { return reasonWithoutBuild(); });
    }
    shaped({"new-screens", tr("New screens…"), Qt::CTRL | Qt::SHIFT | Qt::Key_N},
           &WorkspaceView::showNewScreens);
    shaped({"read-structure", tr("Read the structure again"), Qt::SHIFT | Qt::Key_F5},
           &WorkspaceView::readStructure);
    shaped({"watched-tables", tr("Watched tables…")}, &WorkspaceView::showWatchedTables);
    shaped({"check-project", tr("Check the project…"), Qt::CTRL | Qt::SHIFT | Qt::Key_P},
           &WorkspaceView::showFindings);
    if (!m_project->isUseOnly())
        add(
            CommandGroup::Project, {"project-settings", tr("Project settings…")},
            // With the view it goes before the workspace that it changes.
            [this] { (new ProjectSettings(m_project->workspace(), m_project->view()))->open(); },
            [this] { return reasonWithoutBuild(); });
    shaped({"save-project", tr("Save project")}, &WorkspaceView::saveProject);
}

void WindowCommands::addWindowCommands() {
    addForPage(CommandGroup::Window,
               {"fold-list", tr("Fold the list away or back"), Qt::CTRL | Qt::Key_F6},
               &ScreenPage::foldList);
    addForPage(CommandGroup::Window,
               {"fold-form", tr("Fold the form away or back"), Qt::CTRL | Qt::Key_F7},
               &ScreenPage::foldForm);
    add(
        CommandGroup::Window, {"arrange-windows", tr("Edit windows side by side")},
        [this] { m_project->view()->openEdits()->arrangeSideBySide(); },
        [this] {
            return m_project->view() && !m_project->view()->openEdits()->windows().isEmpty()
                       ? QString()
                       : tr("No edit window is open.");
        });
    add(CommandGroup::Window, {"light-or-dark", tr("Light or dark")}, [] {
        Theme& theme = Theme::instance();
        theme.setMode(theme.isDark() ? Theme::Mode::Light : Theme::Mode::Dark);
    });
    add(CommandGroup::Window, {"language", tr("Language…")},
        [this] { (new LanguageDialog(m_window))->open(); });
    add(CommandGroup::Window, {"quit", tr("Quit"), QKeySequence::Quit},
        [this] { Q_EMIT quitWanted(); });
}

void WindowCommands::addHelpCommands() {
    add(CommandGroup::Help, {"guide", tr("Guide"), Qt::Key_F1},
        [this] { GuideWindow::showPart(GuideWindow::partFor(m_window), m_window); });
    add(CommandGroup::Help, {"expressions", tr("What expressions can say")},
        [this] { GuideWindow::showPage(GuideWindow::Page::Expressions, m_window); });
    add(CommandGroup::Help, {"keys", tr("Keys…"), Qt::SHIFT | Qt::Key_F1},
        [this] { (new KeysDialog(m_commands, m_window))->open(); });
    if (!m_project->isUseOnly())
        add(CommandGroup::Help, {"walk", tr("A walk in five steps")}, [this] {
            WalkBand::takeUp();
            if (m_project->workspace() &&
                isOwnDemonstration(m_project->workspace()->document()->file()))
                m_project->inFront(&WorkspaceView::offerWalk);
            else
                m_project->openDemonstration(false);
        });
    add(CommandGroup::Help, {"demonstration", tr("Open the demonstration")},
        [this] { m_project->openDemonstration(false); });
    add(CommandGroup::Help, {"reset-demonstration", tr("Reset the demonstration")},
        [this] { m_project->openDemonstration(true); });
}

QList<Findable> WindowCommands::findable() const {
    QList<Findable> all;
    if (Workspace* workspace = m_project->workspace()) {
        for (const Screen& screen : workspace->document()->openScreens())
            all += Findable{screen.label, tr("Screen"), {}, {}, [this, id = screen.id] {
                                m_project->showScreen(id);
                                if (page())
                                    page()->focusWork();
                            }};
    }
    for (QAction* own : page() ? page()->ownActions()->all() : QList<QAction*>())
        all += Findable{own->text(), page()->screenLabel(),
                        own->shortcut().toString(QKeySequence::NativeText),
                        own->isEnabled() ? QString() : own->toolTip(), [own] { own->trigger(); }};
    for (const Command& command : m_commands->all())
        all += Findable{m_commands->textNow(command.id), commandGroupLabel(command.group),
                        m_commands->keys(command.id).toString(QKeySequence::NativeText),
                        m_commands->reasonAgainst(command.id),
                        [this, id = command.id] { m_commands->run(id); }};
    return all;
}

} // namespace gravin
