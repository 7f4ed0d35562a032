// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-tour: works the real window through the whole example, from shaping a screen to rolling a
// change back, and writes a picture of each station. Needs no display (QT_QPA_PLATFORM=offscreen).
#include "app/build/build_face.h"
#include "app/build/form_shaper.h"
#include "app/build/plate_view.h"
#include "app/bulk/bulk_dialog.h"
#include "app/bulk/bulk_line.h"
#include "app/grid/grid_view.h"
#include "app/history/as_it_was_page.h"
#include "app/history/change_log_panel.h"
#include "app/look/notice_line.h"
#include "app/look/theme.h"
#include "app/shell/main_window.h"
#include "app/sources/new_screens_page.h"
#include "app/use/edit_window.h"
#include "app/use/form_fields.h"
#include "app/use/lines/children_panel.h"
#include "app/use/lines/nested_lists.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/open_edits.h"
#include "app/use/record_form.h"
#include "app/use/screen_page.h"
#include "core/database/worker.h"
#include "core/records/drafts/draft_journal.h"
#include "demonstration.h"
#include "driver.h"

#include <CLI/CLI.hpp>

#include <QAbstractItemView>
#include <QAction>
#include <QApplication>
#include <QClipboard>
#include <QComboBox>
#include <QDialog>
#include <QDir>
#include <QHeaderView>
#include <QLabel>
#include <QLineEdit>
#include <QMenu>
#include <QPainter>
#include <QPlainTextEdit>
#include <QPushButton>
#include <QScrollBar>
#include <QStandardPaths>
#include <QTemporaryDir>
#include <QTest>

#include <algorithm>
#include <cstdio>
#include <limits>
#include <stdexcept>
#include <utility>

namespace gravin {

namespace {

class Tour {
public:
    Tour(MainWindow& window, const QDir& folder)
        : m_window(window)
        , m_folder(folder) {}

    void run() {
        expect("the first screen is read",
               [this] { return page() && grid()->model()->rowCount() == 82; });
        // Widths and lookups arrive a moment after the rows.
        Driver::settle(300);
        shapeTheScreen();
        findInTheList();
        editInTheGrid();
        meetRefusal();
        editInThreeWindows();
        changeMany();
        rollBack();
        look();
        meetAConflict();
    }

    int pictures() const { return m_pictures; }

private:
    ScreenPage* page() const { return m_window.currentPage(); }
    GridView* grid() const { return page()->grid(); }

    void expect(const char* what, const std::function<bool()>& condition) {
        if (!Driver::until(condition))
            throw std::runtime_error(std::string("The tour waited in vain until ") + what + ".");
    }

    void expectNotice(const QString& part) {
        expect("the window says what was done",
               [&] { return page()->noticeText().contains(part); });
    }

    static int depthOf(const QWidget* top) {
        const auto* edit = qobject_cast<const EditWindow*>(top);
        return edit && edit->hasDraft() ? std::numeric_limits<int>::max()
               : edit                   ? edit->number()
                                        : 0;
    }

    // The main window with the windows and dialogs that stand before it.
    void picture(const QString& name) {
        Driver::settle(150);
        QPixmap picture = m_window.grab();
        QPainter painter(&picture);
        QWidgetList tops = QApplication::topLevelWidgets();
        // The one that is worked in stands before the others, those by their number.
        std::stable_sort(tops.begin(), tops.end(), [](const QWidget* a, const QWidget* b) {
            return depthOf(a) < depthOf(b);
        });
        for (QWidget* top : std::as_const(tops)) {
            if (!top->isVisible() || top == &m_window || !top->isWindow())
                continue;
            const QPoint at = top->mapToGlobal(QPoint()) - m_window.mapToGlobal(QPoint());
            painter.fillRect(QRect(at - QPoint(1, 1), top->size() + QSize(2, 2)),
                             Theme::instance().colours().ink);
            painter.drawPixmap(at, top->grab());
        }
        painter.end();
        if (!picture.save(m_folder.filePath(name + QStringLiteral(".png"))))
            throw std::runtime_error("A picture could not be written.");
        ++m_pictures;
    }

    void shapeTheScreen() {
        Driver::key(Qt::Key_F9);
        PlateView* plate = BuildFace::of(page())->plate();
        const int paint = columnOf(QStringLiteral("paint_hex"));
        Driver::doubleClickCell(plate, plateRow(PlateLine::Label), paint);
        Driver::type(QStringLiteral("Paint colour"));
        Driver::key(Qt::Key_Return);
        // Three fields at once: select a run of the line, press Space.
        Driver::clickCell(plate, plateRow(PlateLine::Required),
                          columnOf(QStringLiteral("light_character")));
        Driver::key(Qt::Key_Right, Qt::ShiftModifier);
        Driver::key(Qt::Key_Left);
        Driver::key(Qt::Key_Space);
        expect("light character is required", [this] {
            return m_window.workspace()
                ->project()
                .definition(QStringLiteral("aid"), QStringLiteral("light_character"))
                ->required;
        });
        picture(QStringLiteral("build-plate"));
        lookAtTheValues();
        arrangeTheForm();
        Driver::key(Qt::Key_S, Qt::ControlModifier);
        expectNotice(QStringLiteral("Saved the project"));
        Driver::key(Qt::Key_F9);
    }

    void lookAtTheValues() {
        BuildFace::of(page())->plate()->setCurrent(PlateLine::Evidence, QStringLiteral("day_rate"));
        BuildFace::of(page())->plate()->setFocus();
        Driver::key(Qt::Key_Return);
        expect("the values were looked at", [this] {
            auto* panel = dialog("evidence-panel");
            return panel &&
                   panel->findChild<QWidget*>(QStringLiteral("proposals-accept-all"))->isEnabled();
        });
        dialog("evidence-panel")->close();
        Driver::settle();
    }

    // A condition over two fields, tried on the current record, and the findings there are.
    void stateACheck() {
        Driver::click(QStringLiteral("checks"));
        expect("the checks are open", [this] { return dialog("checks-panel") != nullptr; });
        const auto add =
            dialog("checks-panel")->findChild<QPushButton*>(QStringLiteral("check-add"));
        add->menu()->actions().last()->trigger();
        Driver::settle();
        Driver::click(dialog("checks-panel")->findChild<QWidget*>(QStringLiteral("expression")));
        Driver::type(QStringLiteral("radar_reflector IS TRUE OR day_rate < 500"));
        Driver::settle();
        picture(QStringLiteral("checks"));
        Driver::click(QStringLiteral("checks-set"), dialog("checks-panel"));
        expect("the check is set", [this] { return !dialog("checks-panel"); });
        Driver::key(Qt::Key_Z, Qt::ControlModifier);

        // As if columns had been called otherwise meanwhile.
        m_window.workspace()->document()->change(QStringLiteral("older names"), [](Project&
                                                                                       project) {
            project.screenById(QStringLiteral("visit"))->field(QStringLiteral("hours"))->column =
                QStringLiteral("hour");
            project.definition(QStringLiteral("aid"), QStringLiteral("lamp_id"))
                ->lookup.shownColumns = {QStringLiteral("model_name")};
        });
        Driver::click(QStringLiteral("findings-count"));
        expect("the findings are open", [this] { return dialog("findings-panel") != nullptr; });
        picture(QStringLiteral("findings"));
        dialog("findings-panel")->close();
        Driver::settle();
        m_window.workspace()->document()->undoStack()->undo();
    }

    // What is computed of a visit, with its value for the current record.
    void lookAtAComputedField() {
        m_window.showScreen(QStringLiteral("visit"));
        expect("the visits are read", [this] { return grid()->model()->rowCount() == 420; });
        Driver::settle(300);
        page()->findChild<QAction*>(QStringLiteral("computed-fields"))->trigger();
        expect("the computed fields are open", [this] { return dialog("computed-panel"); });
        dialog("computed-panel")->close();
        m_window.showScreen(QStringLiteral("aid"));
        Driver::settle(200);
    }

    // Null: it is not open. Placed by hand: without a desktop nobody else does.
    QDialog* dialog(const char* name) {
        auto* found = m_window.findChild<QDialog*>(QLatin1String(name));
        if (found)
            found->move(m_window.geometry().center() - found->rect().center());
        return found;
    }

    // The plate beside the form: a field is dragged before another, then taken back.
    void arrangeTheForm() {
        Driver::click(QStringLiteral("build-form"));
        Driver::settle(200);
        FormFields* fields = page()->form()->fields();
        const QPoint from = fields->rectOf(QStringLiteral("next_due")).center();
        const QPoint to = fields->rectOf(QStringLiteral("sector_id")).topLeft() + QPoint(12, 20);
        Driver::drag(BuildFace::of(page())->shaper(), from, to);
        expect("the field stands where it was put", [this] {
            const auto at = m_window.workspace()
                                ->project()
                                .screenById(QStringLiteral("aid"))
                                ->form.find(QStringLiteral("next_due"));
            return at && at->section == 0 && at->place == 2;
        });
        picture(QStringLiteral("build-form"));
        stateACheck();
        lookAtAComputedField();
        Driver::key(Qt::Key_Z, Qt::ControlModifier);
        Driver::click(QStringLiteral("build-grid"));
    }

    // Sorted by a head, searched, narrowed to some values; then all records again.
    void findInTheList() {
        QHeaderView* head = grid()->horizontalHeader();
        QTest::mouseClick(
            head->viewport(), Qt::LeftButton, {},
            QPoint(head->sectionViewportPosition(columnOf(QStringLiteral("name"))) + 12,
                   head->height() / 2));
        page()->filterBar()->add({QStringLiteral("status"),
                                  QStringLiteral("Status is in service or needs repair"),
                                  QStringLiteral("status IN ('in service', 'needs repair')")});
        Driver::key(Qt::Key_F, Qt::ControlModifier);
        Driver::type(QStringLiteral("buoy"));
        expect("the list is narrowed", [this] { return grid()->model()->rowCount() < 30; });
        Driver::settle(300);
        groupTheList();
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        Driver::key(Qt::Key_Delete);
        Driver::click(QStringLiteral("filter-word"));
        Driver::click(QStringLiteral("sort-word"));
        expect("all records are there", [this] { return grid()->model()->rowCount() == 82; });
        comeBack();
    }

    // The narrowed list in groups, two of them open; the foot says what the rates come to.
    void groupTheList() {
        Driver::key(Qt::Key_F6);
        setCurrentColumn(QStringLiteral("sector_id"));
        Driver::key(Qt::Key_F8, Qt::ShiftModifier);
        GridModel* model = grid()->gridModel();
        expect("the list is grouped", [model] { return model->isGrouped(); });
        model->openAllGroups(false);
        for (const int row : {2, 0})
            model->openGroup(row, true);
        grid()->setCurrentIndex(model->index(1, columnOf(QStringLiteral("day_rate"))));
        grid()->horizontalScrollBar()->setValue(0);
        expect("the foot says what the field comes to", [this] {
            return page()
                ->findChild<QLabel*>(QStringLiteral("totals"))
                ->text()
                .contains(QStringLiteral("sum"));
        });
        Driver::settle(200);
        picture(QStringLiteral("use-grouped"));
        Driver::click(QStringLiteral("group-word"));
        expect("the list is whole again", [model] { return !model->isGrouped(); });
        Driver::key(Qt::Key_F, Qt::ControlModifier);
    }

    // Somebody else changes the field that is being edited.
    void meetAConflict() {
        m_window.showScreen(QStringLiteral("aid"));
        comeBack();
        goTo(6);
        page()->form()->focusField(QStringLiteral("day_rate"));
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        Driver::type(QStringLiteral("88.00"));
        Driver::key(Qt::Key_Tab);
        ChangeRequest other;
        other.action = QStringLiteral("edit");
        other.edits.push_back(
            {Operation::Update,
             QStringLiteral("aid"),
             grid()->currentRecord().key,
             {},
             {{QStringLiteral("day_rate"), Value::decimal(*Decimal::fromText(u"91.50"))}}});
        bool done = false;
        m_window.workspace()->writing()->write(
            std::move(other), &m_window, [&](const WriteResult& result) { done = result.ok(); });
        expect("the other change is there", [&] { return done; });
        Driver::settle(200);
        picture(QStringLiteral("use-conflict"));
        m_window.workspace()->records()->discard(QStringLiteral("aid"), grid()->currentRecord());
        Driver::settle();
    }

    void editInTheGrid() {
        goTo(5);
        setCurrentColumn(QStringLiteral("next_due"));
        Driver::key(Qt::Key_F2);
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        Driver::type(QStringLiteral("2026-12-02"));
        Driver::key(Qt::Key_Return);
        expect("the draft stands in grid and form",
               [this] { return page()->form()->saveReason().isEmpty(); });
        Driver::key(Qt::Key_S, Qt::ControlModifier);
        expectNotice(QStringLiteral("Saved Sker Ledge"));
        Driver::key(Qt::Key_Home);
    }

    void meetRefusal() {
        goTo(7);
        page()->form()->focusField(QStringLiteral("light_character"));
        Driver::key(Qt::Key_A, Qt::ControlModifier);
        Driver::key(Qt::Key_Delete);
        Driver::key(Qt::Key_Tab);
        expect("saving is refused with a reason", [this] {
            return page()->form()->saveReason().contains(QStringLiteral("1 thing missing"));
        });
    }

    void editInThreeWindows() {
        for (const int position : {2, 9, 12}) {
            goTo(position);
            Driver::key(Qt::Key_Return, Qt::ControlModifier);
            comeBack();
        }
        expect("three windows are open",
               [this] { return m_window.openEdits()->windows().size() == 3; });
        EditWindow* first = m_window.openEdits()->windows()[0];
        EditWindow* second = m_window.openEdits()->windows()[1];
        EditWindow* third = m_window.openEdits()->windows()[2];
        first->resize(430, 380);
        first->move(m_window.mapToGlobal(QPoint(390, 190)));
        third->resize(430, 380);
        third->move(m_window.mapToGlobal(QPoint(590, 280)));
        second->resize(430, 380);
        second->move(m_window.mapToGlobal(QPoint(800, 350)));
        third->raise();
        second->raise();
        second->activateWindow();
        Driver::settle();
        second->form()->focusField(QStringLiteral("name"));
        Driver::settle();
        Driver::key(Qt::Key_End);
        Driver::type(QStringLiteral(" Rock"));
        // The list moves on; the windows stay with their records.
        comeBack();
        goTo(7);
        picture(QStringLiteral("use-windows"));
        Driver::click(QStringLiteral("save-record"), second);
        expectNotice(QStringLiteral("Saved Fiddler Rock"));
        m_window.openEdits()->closeAll();
        comeBack();
        Driver::click(QStringLiteral("discard-edits"), page());
    }

    void changeMany() {
        const int status = columnOf(QStringLiteral("status"));
        Driver::clickCell(grid(), 10, status);
        Driver::clickCell(grid(), 14, status, Qt::ShiftModifier);
        Driver::click(QStringLiteral("bulk-update"));
        auto* fields = qobject_cast<QComboBox*>(Driver::find(QStringLiteral("bulk-field")));
        fields->setFocus();
        Driver::key(Qt::Key_Home);
        while (fields->currentText() != QStringLiteral("Status"))
            Driver::key(Qt::Key_Down);
        QWidget* value = Driver::find(QStringLiteral("field:status"), fields->window());
        value->setFocus();
        while (qobject_cast<QComboBox*>(value)->currentText() != QStringLiteral("stored"))
            Driver::key(Qt::Key_Down);
        QWidget* run = Driver::find(QStringLiteral("bulk-run"));
        expect("the preview is there", [run] { return run->isEnabled(); });
        Driver::click(run);
        expectNotice(QStringLiteral("Changed Status of"));
        raiseRates();
        page()->focusGrid();
        Driver::key(Qt::Key_Home);
    }

    // The day rates of one sector, computed; some would not pass a check.
    void raiseRates() {
        m_window.workspace()->document()->change(QStringLiteral("check"), [](Project& project) {
            Check check;
            check.kind = CheckKind::Range;
            check.column = QStringLiteral("day_rate");
            check.most = QStringLiteral("600");
            check.message = QStringLiteral("Nobody pays more than 600.00 a day.");
            project.checks[QStringLiteral("aid")].checks += check;
        });
        Driver::click(QStringLiteral("bulk-update"));
        auto* dialog = qobject_cast<BulkDialog*>(Driver::find(QStringLiteral("bulk-dialog")));
        auto* scope = qobject_cast<QComboBox*>(Driver::find(QStringLiteral("bulk-scope")));
        scope->setCurrentIndex(scope->count() - 1);
        auto* where = Driver::find(QStringLiteral("bulk-where"));
        where->setFocus();
        Driver::type(QStringLiteral("sector_id = 2"));
        dialog->setField(QStringLiteral("day_rate"));
        dialog->line(0)->setExpression(QStringLiteral("ROUND(day_rate * 1.04 * 20) / 20"));
        QWidget* leaveOut = Driver::find(QStringLiteral("bulk-leave-out"));
        expect("some would be refused", [leaveOut] { return leaveOut->isVisible(); });
        Driver::settle(300);
        picture(QStringLiteral("bulk-update"));
        dialog->reject();
    }

    // Somebody has since changed two of the records that the bulk update had changed.
    void changeSince() {
        ChangeRequest request;
        request.action = QStringLiteral("edit");
        request.screen = QStringLiteral("Aids");
        for (const qint64 id : {12, 14})
            request.edits.push_back(
                {Operation::Update,
                 QStringLiteral("aid"),
                 Key({Value::integer(id)}),
                 {},
                 {{QStringLiteral("status"), Value::text(QStringLiteral("needs repair"))}}});
        m_window.workspace()->writing()->write(std::move(request), &m_window,
                                               [](const WriteResult&) {});
    }

    void rollBack() {
        Driver::key(Qt::Key_L, Qt::ControlModifier);
        expect("the change log lists three changes",
               [this] { return m_window.changeLog()->chosen() == 3; });
        changeSince();
        Driver::settle(600);
        picture(QStringLiteral("change-log"));
        m_window.changeLog()->choose(3);
        Driver::settle(100);
        Driver::click(QStringLiteral("roll-back"));
        QWidget* ways = Driver::find(QStringLiteral("rollback-on-changed_since"));
        expect("the plan says what is in the way", [ways] { return ways && ways->isVisible(); });
        picture(QStringLiteral("rollback-plan"));
        qobject_cast<QComboBox*>(ways)->setCurrentIndex(1);
        QWidget* run = Driver::find(QStringLiteral("rollback-run"));
        expect("the others can be rolled back", [run] { return run->isEnabled(); });
        Driver::click(run);
        expectNotice(QStringLiteral("Rolled back"));
        lookBack();
        Driver::key(Qt::Key_L, Qt::ControlModifier);
    }

    // Before the second change, with a trial on since.
    void lookBack() {
        for (QAction* action : m_window.actions()) {
            if (action->text() == QStringLiteral("Start a trial"))
                action->trigger();
        }
        expect("the trial is on", [this] {
            QWidget* band = m_window.findChild<QWidget*>(QStringLiteral("trial-band"));
            return band && band->isVisible();
        });
        m_window.changeLog()->asItWasRequested(1);
        auto* then = qobject_cast<AsItWasPage*>(Driver::find(QStringLiteral("as-it-was")));
        expect("what was is there",
               [then] { return then->list()->model() && then->list()->model()->rowCount() == 82; });
        Driver::settle(400);
        picture(QStringLiteral("as-it-was"));
        Driver::click(QStringLiteral("as-it-was-return"));
        Driver::click(QStringLiteral("trial-keep"));
    }

    void look() {
        goTo(8);
        Driver::key(Qt::Key_Home);
        picture(QStringLiteral("use"));
        // The plate and back, for whoever watches.
        Driver::key(Qt::Key_F9);
        Driver::key(Qt::Key_F9);
        m_window.showScreen(QStringLiteral("visit"));
        page()->focusWork();
        expect("the parts of the first visit are here, and what they cost", [this] {
            const auto* cost = page()->findChild<QLineEdit*>(QStringLiteral("field:parts_cost"));
            return page()->children() && cost && !cost->text().isEmpty() &&
                   page()->children()->grids().front()->gridModel()->rows().recordRows() > 0;
        });
        Driver::settle(400);
        picture(QStringLiteral("form-lines"));
        lookAtLinesInAWindow();
        openRowsWithinRows();
    }

    void lookAtLinesInAWindow() {
        EditWindow* window =
            m_window.openEdits()->open(QStringLiteral("visit"), grid()->currentRecord());
        window->resize(820, 560);
        window->move(m_window.mapToGlobal(QPoint(400, 150)));
        window->activateWindow();
        expect("the window has the lines", [window] {
            return window->children() &&
                   window->children()->grids().front()->gridModel()->rows().recordRows() > 0;
        });
        const bool wasDark = Theme::instance().isDark();
        Theme::instance().setMode(Theme::Mode::Dark);
        Driver::settle(400);
        picture(QStringLiteral("window-lines"));
        Theme::instance().setMode(wasDark ? Theme::Mode::Dark : Theme::Mode::Light);
        window->close();
        m_window.activateWindow();
    }

    void openRowsWithinRows() {
        m_window.workspace()->document()->change(
            QStringLiteral("rows within rows"), [](Project& project) {
                project.screenById(QStringLiteral("supplier"))->arrangement =
                    Arrangement::GridNested;
            });
        m_window.showScreen(QStringLiteral("supplier"));
        page()->focusGrid();
        const auto isThere = [this] { return page()->nested() && page()->nested()->isSettled(); };
        expect("the suppliers are here",
               [&] { return isThere() && grid()->model()->rowCount() > 0; });
        Driver::key(Qt::Key_Home);
        Driver::key(Qt::Key_Right);
        Driver::settle(200);
        expect("the first one's parts are here", isThere);
        Driver::key(Qt::Key_Down);
        Driver::settle(100);
        Driver::key(Qt::Key_Right, Qt::AltModifier);
        Driver::settle(300);
        expect("where a part was used is here", isThere);
        Driver::settle(300);
        picture(QStringLiteral("rows-within-rows"));
        m_window.workspace()->document()->undoStack()->undo();
    }

public:
    // The developer's way in, from nothing open to the first screen; needs a window of its own.
    void connectAndMakeScreens(const QString& database) {
        Driver::click(QStringLiteral("new-project"));
        Driver::find(QStringLiteral("database-path"))->setFocus();
        Driver::type(database);
        Driver::click(QStringLiteral("test-connection"));
        auto* answer = static_cast<QLabel*>(Driver::find(QStringLiteral("connection-answer")));
        expect("the database has answered",
               [answer] { return answer->text().contains(QStringLiteral("Reached")); });
        picture(QStringLiteral("connection"));
        Driver::click(QStringLiteral("create-project"));
        expect("the new screens can be chosen", [this] {
            const auto* grid =
                m_window.newScreens() ? m_window.newScreens()->findChild<GridView*>() : nullptr;
            return grid && grid->model()->rowCount() == 82;
        });
        Driver::settle(400);
        picture(QStringLiteral("new-screens"));
        typeATable();
    }

    // What a run that was cut off has left, offered on the next start.
    void offerWhatWasLeft() {
        expect("the panel is open", [this] { return dialog("left-over-panel"); });
        picture(QStringLiteral("left-over"));
    }

private:
    // Typed in and shown, not created: the demonstration stays as it is.
    void typeATable() {
        Driver::click(QStringLiteral("new-table"));
        Driver::type(QStringLiteral("mooring"));
        auto* fields =
            qobject_cast<QAbstractItemView*>(Driver::find(QStringLiteral("planned-fields")));
        auto* rows = qobject_cast<QAbstractItemView*>(Driver::find(QStringLiteral("planned-rows")));
        const auto paste = [](QAbstractItemView* view, int row, int column, const QString& text) {
            view->setFocus();
            view->setCurrentIndex(view->model()->index(row, column));
            QApplication::clipboard()->setText(text);
            Driver::key(Qt::Key_V, Qt::ControlModifier);
        };
        paste(fields, 1, 0,
              QStringLiteral("code\tText\t8\tyes\nsector_id\nlaid_on\tDate\n"
                             "depth_metres\tDecimal number\t1\nlit\tYes or no"));
        paste(rows, 0, 1,
              QStringLiteral("M-01\t2\t2024-05-06\t7.5\tyes\nM-02\t2\t2024-05-07\t8.1\tno"));
        expect("the statements stand beside the table", [] {
            auto* text =
                qobject_cast<QPlainTextEdit*>(Driver::find(QStringLiteral("table-statements")));
            return text && text->toPlainText().contains(QStringLiteral("REFERENCES"));
        });
        picture(QStringLiteral("new-table"));
    }

    void comeBack() {
        m_window.activateWindow();
        page()->focusGrid();
        Driver::settle();
    }

    int plateRow(PlateLine line) const {
        return static_cast<int>(
            BuildFace::of(page())->plate()->plateModel()->lines().indexOf(line));
    }
    int columnOf(const QString& column) const {
        const auto& fields = grid()->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == column)
                return i;
        }
        return 0;
    }

    void setCurrentColumn(const QString& column) {
        grid()->setCurrentIndex(
            grid()->model()->index(grid()->currentIndex().row(), columnOf(column)));
    }

    void goTo(int position) {
        Driver::key(Qt::Key_G, Qt::ControlModifier);
        Driver::type(QString::number(position));
        Driver::key(Qt::Key_Return);
        expect("the list is where it should be",
               [this, position] { return grid()->currentIndex().row() == position - 1; });
    }

    MainWindow& m_window;
    QDir m_folder;
    int m_pictures = 0;
};

// As a process that was cut off in the midst of typing leaves them.
void leaveDrafts(const QString& project) {
    DraftJournal journal(QStandardPaths::writableLocation(QStandardPaths::GenericDataLocation) +
                             QStringLiteral("/gravin/drafts"),
                         project);
    QString problem;
    (void)journal.takeLeftOver(problem);
    const auto text = [](const char* words) { return Value::text(QString::fromUtf8(words)); };
    JournalledDraft edited{QStringLiteral("aid"), Key({Value::integer(7)}), {}, {}, {}};
    edited.was[QStringLiteral("name")] = text("Cooper Rock");
    edited.changed[QStringLiteral("name")] = text("Cooper Rock East");
    edited.bad[QStringLiteral("next_due")] = QStringLiteral("next week");
    JournalledDraft begun{QStringLiteral("aid"), {}, {}, {}, {}};
    begun.changed[QStringLiteral("code")] = text("TB-900");
    begun.changed[QStringLiteral("name")] = text("Swallow Ledge");
    (void)journal.write({edited, begun});
}

int runTour(const QString& folder) {
    QTemporaryDir scratch(QDir::tempPath() + QStringLiteral("/tarn-bay-XXXXXX"));
    const auto project = writeDemonstration(scratch.path());
    if (!project || !QDir().mkpath(folder)) {
        std::fprintf(stderr, "The tour could not write its files.\n");
        return 3;
    }
    MainWindow window({*project, {}, false});
    try {
        int pictures = 0;
        {
            MainWindow fresh({{}, {}, false});
            fresh.show();
            fresh.activateWindow();
            Tour beginning(fresh, QDir(folder));
            beginning.connectAndMakeScreens(scratch.filePath(QStringLiteral("harbour.db")));
            pictures = beginning.pictures();
        }
        window.show();
        window.activateWindow();
        Tour tour(window, QDir(folder));
        tour.run();
        pictures += tour.pictures();
        window.hide();
        leaveDrafts(*project);
        MainWindow next({*project, {}, false});
        next.show();
        next.activateWindow();
        Tour again(next, QDir(folder));
        again.offerWhatWasLeft();
        pictures += again.pictures();
        std::printf("%d pictures in %s\n", pictures, qPrintable(QDir(folder).absolutePath()));
    } catch (const std::runtime_error& failed) {
        window.grab().save(QDir(folder).filePath(QStringLiteral("failed.png")));
        std::fprintf(stderr, "%s\n", failed.what());
        return 1;
    }
    return 0;
}

} // namespace

} // namespace gravin

int main(int argc, char** argv) {
    QApplication application(argc, argv);
    CLI::App arguments("Works the real window through the example and writes its pictures.",
                       "gravin-tour");
    std::string folder;
    arguments.add_option("folder", folder, "where to write the pictures")->required();
    bool dark = false;
    arguments.add_flag("--dark", dark, "in dark colours");
    CLI11_PARSE(arguments, argc, argv);
    gravin::Theme::instance().apply(application);
    gravin::Theme::instance().setMode(dark ? gravin::Theme::Mode::Dark
                                           : gravin::Theme::Mode::Light);
    const int result = gravin::runTour(QString::fromStdString(folder));
    // Nothing of Qt may go while a connection is still being closed.
    (void)gravin::Worker::waitUntilAllClosed(std::chrono::seconds(30));
    return result;
}
