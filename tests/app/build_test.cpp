// SPDX-License-Identifier: GPL-3.0-or-later
// From an empty project to a grid beside a form, shaped as a developer would: once with the mouse
// alone, once with the keys alone; and what undo promises.
#include "app/build/build_face.h"
#include "app/build/form_shaper.h"
#include "app/build/plate_view.h"
#include "app/build/screen_settings.h"
#include "app/grid/grid_view.h"
#include "app/sources/new_screens_page.h"
#include "app/use/form_fields.h"
#include "app/use/lines/children_panel.h"
#include "core/fitting/form_arranging.h"
#include "core/project/project_file.h"
#include "whole_example.h"

#include <QClipboard>
#include <QComboBox>
#include <QListWidget>
#include <QRandomGenerator>
#include <QTest>
#include <QTreeWidget>

using namespace gravin;
using namespace gravin::test;

namespace {

// A project on the demonstration's database that has no screens yet.
class Building : public ::testing::Test {
protected:
    void SetUp() override {
        ASSERT_TRUE(writeDemonstrationDatabase(m_folder.filePath(QStringLiteral("harbour.db"))));
        Project project;
        project.name = QStringLiteral("Empty");
        project.connection.path = m_folder.filePath(QStringLiteral("harbour.db"));
        project.connection.changeLog = true;
        ASSERT_TRUE(saveProject(project, file()));
        m_window = std::make_unique<MainWindow>(OpenRequest{file(), {}, false});
        m_window->show();
        m_window->activateWindow();
        ASSERT_TRUE(Driver::until([this] { return m_window->newScreens() != nullptr; }));
        Driver::settle(300);
    }
    void TearDown() override {
        // Nothing may ask whether to leave.
        if (m_window && m_window->workspace()) {
            while (m_window->workspace()->document()->undoStack()->canUndo())
                m_window->workspace()->document()->undoStack()->undo();
        }
        m_window.reset();
    }

    QString file() const { return m_folder.filePath(QStringLiteral("empty.gravin")); }
    Workspace& workspace() { return *m_window->workspace(); }
    ScreenPage* page() { return m_window->currentPage(); }
    PlateView* plate() { return BuildFace::of(page())->plate(); }
    QModelIndex cell(PlateLine line, const char* column) {
        return plate()->plateModel()->indexOf(line, QLatin1String(column));
    }
    const FieldDefinition& definition(const char* column) {
        return *workspace().project().definition(QStringLiteral("aid"), QLatin1String(column));
    }

    // One action each: what a person does without moving on to something else.
    void click(QWidget* widget) {
        ASSERT_NE(widget, nullptr);
        Driver::click(widget);
        ++m_actions;
    }
    void doubleClick(PlateLine line, const char* column) {
        const QModelIndex at = cell(line, column);
        Driver::doubleClickCell(plate(), at.row(), at.column());
        Driver::settle();
        ++m_actions;
    }
    void choose(QWidget* list, const char* entry) {
        ASSERT_TRUE(Driver::choose(list, QString::fromUtf8(entry)));
        ++m_actions;
    }
    QComboBox* openList() {
        QComboBox* list = nullptr;
        (void)Driver::until([&] {
            for (QComboBox* box : plate()->viewport()->findChildren<QComboBox*>()) {
                if (box->isVisible())
                    list = box;
            }
            return list != nullptr;
        });
        return list;
    }
    void press(Qt::Key key, Qt::KeyboardModifiers modifiers = {}) {
        Driver::key(key, modifiers);
        ++m_actions;
    }
    // Return opens the list of a cell, letters find the entry, Return takes it.
    void pickFromList(const QString& beginning) {
        press(Qt::Key_Return);
        ASSERT_TRUE(Driver::until([] { return QApplication::activePopupWidget() != nullptr; }));
        Driver::type(beginning);
        ++m_actions;
        press(Qt::Key_Return);
    }
    void goTo(PlateLine line, const char* column) {
        const QModelIndex target = cell(line, column);
        const auto walk = [&](Qt::Key key, const std::function<bool()>& isShort) {
            for (int step = 0; step < 40 && isShort(); ++step)
                press(key);
        };
        walk(Qt::Key_Right, [&] { return plate()->currentIndex().column() < target.column(); });
        walk(Qt::Key_Left, [&] { return plate()->currentIndex().column() > target.column(); });
        walk(Qt::Key_Down, [&] { return plate()->currentIndex().row() < target.row(); });
        walk(Qt::Key_Up, [&] { return plate()->currentIndex().row() > target.row(); });
        ASSERT_EQ(plate()->currentIndex(), cell(line, column)) << column;
    }

    void expectTheScreen() {
        const Screen* screen = workspace().project().screenById(QStringLiteral("aid"));
        ASSERT_NE(screen, nullptr);
        EXPECT_EQ(screen->arrangement, Arrangement::GridForm);
        EXPECT_EQ(definition("light_character").label, QStringLiteral("Light character"));
        EXPECT_EQ(definition("sector_id").shownAs, ShownAs::Lookup);
        EXPECT_EQ(definition("status").shownAs, ShownAs::Choices);
        EXPECT_EQ(definition("status").choices.size(), 4);
        EXPECT_EQ(definition("paint_hex").shownAs, ShownAs::Colour);
        EXPECT_EQ(definition("photo").shownAs, ShownAs::Picture);
        for (const char* column : {"next_due", "established", "light_character"})
            EXPECT_TRUE(definition(column).required) << column;
        ASSERT_EQ(screen->form.sections.size(), 2);
        EXPECT_FALSE(screen->form.sections[0].places.isEmpty());
        EXPECT_FALSE(screen->form.sections[1].places.isEmpty());
        const auto saved = loadProject(file());
        ASSERT_TRUE(saved);
        EXPECT_EQ(saved->screens, workspace().project().screens);
        RecordProperty("actions", m_actions);
        std::printf("            %d actions\n", m_actions);
    }

    QTemporaryDir m_folder;
    std::unique_ptr<MainWindow> m_window;
    int m_actions = 0;
};

TEST_F(Building, AGridBesideAFormByMouseAlone) {
    auto* tables = static_cast<QTreeWidget*>(Driver::find(QStringLiteral("tables")));
    const QList<QTreeWidgetItem*> aid = tables->findItems(QStringLiteral("aid"), Qt::MatchExactly);
    ASSERT_EQ(aid.size(), 1);
    QTest::mouseClick(tables->viewport(), Qt::LeftButton, {},
                      tables->visualItemRect(aid.front()).center());
    ++m_actions;
    Driver::settle(300);
    click(Driver::find(QStringLiteral("make-screens")));
    ASSERT_TRUE(
        Driver::until([this] { return page() && page()->grid()->model()->rowCount() == 82; }));

    doubleClick(PlateLine::ShownAs, "status");
    choose(openList(), "Choices");
    ASSERT_TRUE(Driver::until([this] { return definition("status").choices.size() == 4; }));
    doubleClick(PlateLine::ShownAs, "paint_hex");
    choose(openList(), "Colour");
    for (const char* column : {"light_character", "established", "next_due"})
        doubleClick(PlateLine::Required, column);

    click(Driver::find(QStringLiteral("build-form")));
    FormFields* fields = page()->form()->fields();
    QTest::mouseClick(BuildFace::of(page())->shaper(), Qt::LeftButton, {},
                      fields->rectOf(QStringLiteral("latitude")).center());
    ++m_actions;
    click(Driver::find(QStringLiteral("shape-section")));
    Driver::drag(BuildFace::of(page())->shaper(), fields->rectOf(QStringLiteral("status")).center(),
                 fields->rectOf(QStringLiteral("latitude")).center() - QPoint(10, 0));
    ++m_actions;
    EXPECT_EQ(workspace().project().screens.front().form.find(QStringLiteral("status"))->section,
              1);
    click(Driver::find(QStringLiteral("save-project")));
    ASSERT_TRUE(Driver::until([this] { return !workspace().document()->isModified(); }));
    expectTheScreen();
}

TEST_F(Building, AGridBesideAFormByKeyboardAlone) {
    // The first table has the focus, and it is the one.
    EXPECT_EQ(
        static_cast<QTreeWidget*>(Driver::find(QStringLiteral("tables")))->currentItem()->text(0),
        QStringLiteral("aid"));
    press(Qt::Key_Return);
    ASSERT_TRUE(
        Driver::until([this] { return page() && page()->grid()->model()->rowCount() == 82; }));
    ASSERT_TRUE(Driver::until([this] { return plate()->hasFocus(); }));

    press(Qt::Key_Home, Qt::ControlModifier);
    goTo(PlateLine::ShownAs, "status");
    pickFromList(QStringLiteral("Cho"));
    ASSERT_TRUE(Driver::until([this] { return definition("status").choices.size() == 4; }));
    goTo(PlateLine::ShownAs, "paint_hex");
    pickFromList(QStringLiteral("Col"));
    EXPECT_EQ(definition("paint_hex").shownAs, ShownAs::Colour);
    for (const char* column : {"light_character", "established", "next_due"}) {
        goTo(PlateLine::Required, column);
        press(Qt::Key_Space);
    }

    press(Qt::Key_F, Qt::ControlModifier | Qt::ShiftModifier);
    ASSERT_TRUE(Driver::until([this] { return BuildFace::of(page())->shaper()->isVisible(); }));
    ASSERT_TRUE(BuildFace::of(page())->shaper()->hasFocus());
    for (int step = 0; step < 40 && BuildFace::of(page())->shaper()->column() != u"latitude";
         ++step)
        press(Qt::Key_Right);
    press(Qt::Key_Insert);
    EXPECT_EQ(workspace().project().screens.front().form.sections.size(), 2);
    press(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(Driver::until([this] { return !workspace().document()->isModified(); }));
    expectTheScreen();
}

// Whatever is done on the plate and in the form can be undone and redone step by step, and the file
// that would be written is the same, byte for byte.
TEST_F(Building, UndoAndRedoBringTheProjectBackByteForByte) {
    m_window->workspace()->document()->addScreens({QStringLiteral("aid"), QStringLiteral("visit")},
                                                  Arrangement::GridForm);
    m_window->setBuild(true);
    m_window->showScreen(QStringLiteral("aid"));
    ASSERT_NE(page(), nullptr);
    // What a field is filled with makes the page anew.
    const auto binding = [this] { return page()->grid()->gridModel()->binding(); };
    const auto editor = [this] { return BuildFace::of(page())->editor(); };
    const auto shaper = [this] { return BuildFace::of(page())->shaper(); };
    QUndoStack* undo = workspace().document()->undoStack();

    constexpr int Edits = 25;
    for (const quint32 seed : {1U, 42U}) {
        QRandomGenerator random(seed);
        const auto pick = [&random](const auto& list) {
            return list[random.bounded(static_cast<int>(list.size()))];
        };
        const int first = undo->index();
        QList<QByteArray> files{projectToJson(workspace().project())};
        const QList<PlateLine> lines = gridPlateLines(true) + formPlateLines();
        const QStringList texts{QString(),
                                QStringLiteral("✓"),
                                QStringLiteral("2"),
                                QStringLiteral("fitted"),
                                QStringLiteral("120"),
                                QStringLiteral("Dusk"),
                                QStringLiteral("in form"),
                                QStringLiteral("only new"),
                                QStringLiteral("a; b=Bee #1F6F66"),
                                QStringLiteral("sector.name, code by code down"),
                                QStringLiteral("Choices"),
                                QStringLiteral("Radio buttons"),
                                QStringLiteral("right"),
                                QStringLiteral("0.00 m"),
                                QStringLiteral("today")};
        int tries = 0;
        while (files.size() <= Edits && ++tries < Edits * 40) {
            const QStringList order = tabOrderOf(arrangedForm(binding()->screen()));
            const QString column = pick(binding()->fields()).name();
            switch (random.bounded(9)) {
            case 0:
            case 1:
            case 2:
            case 3:
                editor()->set(pick(lines), {column, pick(binding()->fields()).name()}, pick(texts));
                break;
            case 4:
                editor()->setOwn(pick(lines), {column}, random.bounded(2) == 1);
                break;
            case 5:
                if (!order.isEmpty())
                    shaper()->choose(pick(order));
                shaper()->moveChosen(random.bounded(2) == 0 ? -1 : 1);
                break;
            case 6:
                shaper()->addSectionAfter();
                break;
            case 7:
                shaper()->setColumns(random.bounded(1, 5));
                break;
            case 8:
                if (!order.isEmpty())
                    shaper()->choose(pick(order));
                random.bounded(2) == 0 ? shaper()->setSpan(1) : shaper()->moveToSection(1);
                break;
            }
            Driver::settle(1); // choices that the data proposes arrive as steps of their own
            if (undo->index() > first + files.size() - 1)
                files += projectToJson(workspace().project());
            // A step that arrived by itself belongs to the list as well.
            while (undo->index() > first + files.size() - 1)
                files += projectToJson(workspace().project());
        }
        ASSERT_GE(files.size(), Edits) << "seed " << seed;
        ASSERT_EQ(undo->index(), first + files.size() - 1);
        for (qsizetype step = files.size() - 1; step > 0; --step) {
            undo->undo();
            if (files[step - 1] != files[step]) {
                ASSERT_EQ(projectToJson(workspace().project()), files[step - 1]) << "seed " << seed;
            }
        }
        ASSERT_EQ(projectToJson(workspace().project()), files.front());
        for (qsizetype step = 1; step < files.size(); ++step)
            undo->redo();
        ASSERT_EQ(projectToJson(workspace().project()), files.back());
        // What is written is what is read again.
        const auto read = projectFromJson(files.back());
        ASSERT_TRUE(read) << qPrintable(read ? QString() : read.error().sentence);
        EXPECT_EQ(projectToJson(*read), files.back());
        while (undo->index() > first)
            undo->undo();
        ASSERT_EQ(projectToJson(workspace().project()), files.front());
    }
}

TEST_F(Building, SavingWithoutAChangeLeavesTheFileAsAPersonWroteIt) {
    QFile written(file());
    ASSERT_TRUE(written.open(QIODevice::ReadOnly));
    // The same project, as somebody's editor would lay it out.
    const QByteArray ours = written.readAll();
    written.close();
    const QByteArray theirs = QByteArray(ours).replace("\n", "\r\n").replace("  ", "\t");
    ASSERT_TRUE(written.open(QIODevice::WriteOnly | QIODevice::Truncate));
    written.write(theirs);
    written.close();
    // What was open is in front until the other one is read.
    const Workspace* former = &workspace();
    m_window->openProject(file());
    ASSERT_TRUE(Driver::until(
        [&] { return m_window->workspace() != former && m_window->newScreens() != nullptr; }));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(workspace().document()->save());
    ASSERT_TRUE(written.open(QIODevice::ReadOnly));
    EXPECT_EQ(written.readAll(), theirs);
}

TEST_F(Building, AScreenCanHaveASettingOfItsOwnAndGiveItBack) {
    workspace().document()->addScreens({QStringLiteral("aid"), QStringLiteral("aid")},
                                       Arrangement::GridForm);
    m_window->setBuild(true);
    m_window->showScreen(QStringLiteral("aid-2"));
    PlateEditor editor(page()->grid()->gridModel()->binding());
    const QStringList name{QStringLiteral("name")};
    editor.setOwn(PlateLine::Label, name, true);
    editor.set(PlateLine::Label, name, QStringLiteral("Called"));
    const auto label = [this](const char* screen) {
        return workspace()
            .document()
            ->bound(QLatin1String(screen))
            ->field(QStringLiteral("name"))
            ->label();
    };
    EXPECT_EQ(label("aid-2"), QStringLiteral("Called"));
    EXPECT_EQ(label("aid"), QStringLiteral("Name"));
    EXPECT_TRUE(cell(PlateLine::Label, "name").data(PlateModel::OwnRole).toBool());
    const auto again = projectFromJson(projectToJson(workspace().project()));
    ASSERT_TRUE(again);
    EXPECT_EQ(again->screenById(QStringLiteral("aid-2"))->field(QStringLiteral("name"))->own.label,
              QStringLiteral("Called"));
    editor.setOwn(PlateLine::Label, name, false);
    EXPECT_EQ(label("aid-2"), QStringLiteral("Name"));
    EXPECT_TRUE(page()
                    ->grid()
                    ->gridModel()
                    ->binding()
                    ->screen()
                    .screen.field(name.front())
                    ->overridden.isEmpty());
}

// All settings of a field go to another one, but for its name and place.
TEST_F(Building, AFieldsSettingsAreCopiedToAnother) {
    workspace().document()->addScreens({QStringLiteral("aid")}, Arrangement::GridForm);
    m_window->setBuild(true);
    m_window->showScreen(QStringLiteral("aid"));
    workspace().document()->change(QStringLiteral("settings"), [](Project& changed) {
        FieldDefinition* code =
            changed.definition(QStringLiteral("aid"), QStringLiteral("light_character"));
        code->help = QStringLiteral("As on the chart");
        code->requiredWhen = QStringLiteral("status = 'in service'");
        code->alignment = Alignment::Centre;
    });
    plate()->setFocus();
    plate()->setCurrent(PlateLine::ShownAs, QStringLiteral("light_character"));
    Driver::key(Qt::Key_C, Qt::ControlModifier | Qt::AltModifier);
    plate()->setCurrent(PlateLine::ShownAs, QStringLiteral("name"));
    const int steps = workspace().document()->undoStack()->count();
    Driver::key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(definition("name").help, QStringLiteral("As on the chart"));
    EXPECT_EQ(definition("name").requiredWhen, QStringLiteral("status = 'in service'"));
    EXPECT_EQ(definition("name").alignment, Alignment::Centre);
    EXPECT_EQ(definition("name").label, QStringLiteral("Name"));
    EXPECT_EQ(workspace().document()->undoStack()->count(), steps + 1);
    workspace().document()->undoStack()->undo();
    EXPECT_TRUE(definition("name").help.isEmpty());
}

TEST_F(Building, CellsAreCopiedAndPastedSideBySide) {
    workspace().document()->addScreens({QStringLiteral("aid")}, Arrangement::GridForm);
    m_window->setBuild(true);
    m_window->showScreen(QStringLiteral("aid"));
    plate()->setFocus();
    QApplication::clipboard()->setText(QStringLiteral("Mark\tTitle\n"));
    plate()->setCurrent(PlateLine::Label, QStringLiteral("code"));
    Driver::key(Qt::Key_V, Qt::ControlModifier);
    EXPECT_EQ(definition("code").label, QStringLiteral("Mark"));
    EXPECT_EQ(definition("name").label, QStringLiteral("Title"));
    Driver::key(Qt::Key_Z, Qt::ControlModifier);
    EXPECT_EQ(definition("code").label, QStringLiteral("Code"));
    EXPECT_EQ(definition("name").label, QStringLiteral("Name")) << "one step took both back";
}

TEST_F(Building, ALabelIsDraggedToAnotherPlace) {
    workspace().document()->addScreens({QStringLiteral("crew")}, Arrangement::Grid);
    m_window->showScreen(QStringLiteral("crew"));
    m_window->setBuild(true);
    ASSERT_TRUE(Driver::until([this] { return page()->grid()->model()->rowCount() > 0; }));
    Driver::settle(500); // widths are fitted to the rows
    const auto order = [this] {
        QStringList columns;
        for (const ScreenField& field :
             workspace().project().screenById(QStringLiteral("crew"))->fields)
            columns += field.column;
        return columns;
    };
    const QStringList before = order();
    const auto labelOf = [this](const char* column) {
        return plate()->visualRect(cell(PlateLine::Label, column));
    };
    // Behind the last one, then between the first two.
    Driver::drag(plate()->viewport(), labelOf("name").center(),
                 labelOf("email").center() + QPoint(labelOf("email").width() / 3, 0));
    QStringList expected = before;
    expected.move(before.indexOf(QStringLiteral("name")), before.size() - 1);
    EXPECT_EQ(order(), expected);
    EXPECT_EQ(plate()->currentColumn(), QStringLiteral("name"));
    Driver::drag(plate()->viewport(), labelOf("name").center(),
                 labelOf("role").center() - QPoint(labelOf("role").width() / 3, 0));
    EXPECT_EQ(order(), before);
    // A click, or a drag that ends where it began, moves nothing.
    const int steps = workspace().document()->undoStack()->count();
    Driver::drag(plate()->viewport(), labelOf("role").center(),
                 labelOf("role").center() + QPoint(0, 40));
    EXPECT_EQ(workspace().document()->undoStack()->count(), steps);
}

TEST_F(Building, TabOrderIsSetByNumberAndGivenBack) {
    workspace().document()->addScreens({QStringLiteral("crew")}, Arrangement::Form);
    m_window->showScreen(QStringLiteral("crew"));
    PlateEditor editor(page()->grid()->gridModel()->binding());
    const auto text = [&](const char* column) {
        return editor.text(
            PlateLine::TabOrder,
            *page()->grid()->gridModel()->binding()->screen().field(QLatin1String(column)));
    };
    ASSERT_EQ(text("email"), QStringLiteral("5"));
    editor.set(PlateLine::TabOrder, {QStringLiteral("email")}, QStringLiteral("2"));
    EXPECT_EQ(text("email"), QStringLiteral("2"));
    EXPECT_EQ(text("name"), QStringLiteral("3"));
    EXPECT_EQ(workspace().project().screenById(QStringLiteral("crew"))->form.tabOrder.size(), 5);
    QString refused;
    QObject::connect(&editor, &PlateEditor::refused,
                     [&](const QString& sentence) { refused = sentence; });
    editor.set(PlateLine::TabOrder, {QStringLiteral("email")}, QStringLiteral("9"));
    EXPECT_TRUE(refused.contains(QStringLiteral("1 to 5")));
    editor.set(PlateLine::TabOrder, {QStringLiteral("email")}, QString());
    EXPECT_EQ(text("email"), QStringLiteral("5"));
    EXPECT_TRUE(workspace().project().screenById(QStringLiteral("crew"))->form.tabOrder.isEmpty());
}

TEST_F(Building, ChildrenAreChosenAndOrderedInTheScreensSettings) {
    workspace().document()->addScreens({QStringLiteral("aid")}, Arrangement::ParentChildren);
    m_window->showScreen(QStringLiteral("aid"));
    m_window->setBuild(false);
    ASSERT_TRUE(Driver::until([this] { return page()->children() != nullptr; }));
    const auto before = page()->children()->grids().size();
    ASSERT_GE(before, 3);
    auto* settings = new ScreenSettings(&workspace(), QStringLiteral("aid"), m_window.get());
    settings->show();
    auto* list = settings->findChild<QListWidget*>(QStringLiteral("screen-children"));
    ASSERT_TRUE(Driver::until([&] { return list->isVisible(); }));
    EXPECT_EQ(list->count(), before);
    const auto title = [&](int row) { return list->item(row)->text(); };
    const QString first = title(0);
    const QString second = title(1);
    list->item(0)->setCheckState(Qt::Unchecked);
    Driver::settle();
    EXPECT_EQ(page()->children()->grids().size(), before - 1);
    // What is not shown stands behind what is.
    EXPECT_EQ(title(0), second);
    EXPECT_EQ(title(list->count() - 1), first);
    list->item(list->count() - 1)->setCheckState(Qt::Checked);
    Driver::settle();
    EXPECT_EQ(page()->children()->grids().size(), before);
    EXPECT_EQ(workspace().project().screenById(QStringLiteral("aid"))->children->size(), before);
    EXPECT_EQ(title(list->count() - 1), first);
    settings->close();
}

} // namespace
