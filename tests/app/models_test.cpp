// SPDX-License-Identifier: GPL-3.0-or-later
// Every model of a list, in use and watched by Qt's own tester: that rows come and go as they were
// announced, and that indexes, flags and roles keep the contract.
#include "app/history/as_it_was_page.h"
#include "app/history/change_log_panel.h"
#include "app/shell/workspace_view.h"
#include "app/sources/new_screens_page.h"
#include "app/use/lists/filter_bar.h"
#include "session/drafts/draft_history.h"
#include "whole_example.h"

#include <QAbstractItemModelTester>
#include <QAbstractItemView>
#include <QLineEdit>
#include <QPushButton>
#include <QTreeView>

using namespace gravin;
using namespace gravin::test;

namespace {

// Watches the model of every view that is shown while it lives.
class ModelWatch : public QObject {
public:
    ModelWatch() { qApp->installEventFilter(this); }

    QStringList watched() const { return m_watched; }
    void watch(QAbstractItemModel* model) {
        const QString kind = QString::fromLatin1(model->metaObject()->className());
        if (!kind.startsWith(u"gravin::") || m_models.contains(model))
            return;
        m_models.insert(model);
        m_watched += kind;
        connect(model, &QObject::destroyed, this, [this, model] { m_models.remove(model); });
        // A failed expectation of it ends the test, with what it expected.
        new QAbstractItemModelTester(model, QAbstractItemModelTester::FailureReportingMode::Fatal,
                                     model);
    }
    bool eventFilter(QObject* object, QEvent* event) override {
        const auto* view = qobject_cast<QAbstractItemView*>(object);
        if (view && event->type() == QEvent::Show && view->model())
            watch(view->model());
        return false;
    }

private:
    QSet<QAbstractItemModel*> m_models;
    QStringList m_watched;
};

class ModelsTest : public OpenDemonstration {
protected:
    void SetUp() override {
        OpenDemonstration::SetUp();
        models.watch(grid()->model());
    }
    static QString name(const char* text) { return QString::fromUtf8(text); }
    ModelWatch models;
};

TEST_F(ModelsTest, AListThatIsEditedSortedAndGrouped) {
    typeIn(2, "name", "Typed over");
    page()->action(ScreenPage::Command::New)->trigger();
    Driver::settle();
    const RecordId begun = grid()->currentRecord();
    ASSERT_TRUE(begun.isNew());
    page()->filterBar()->sortBy(name("name"), false);
    ASSERT_TRUE(Driver::until([&] { return page()->grid()->gridModel()->view()->isComplete(); }));
    page()->filterBar()->groupBy(name("sector_id"));
    ASSERT_TRUE(Driver::until([&] { return grid()->gridModel()->isGrouped(); }));
    grid()->gridModel()->openAllGroups(false);
    grid()->gridModel()->openGroup(1, true);
    grid()->gridModel()->openAllGroups(true);
    writeOutside(name("DELETE FROM aid WHERE id = 80"));
    ASSERT_TRUE(Driver::until([&] { return grid()->gridModel()->view()->count() == 81; }));
    page()->filterBar()->groupBy(name("sector_id"));
    ASSERT_TRUE(Driver::until([&] { return !grid()->gridModel()->isGrouped(); }));
    workspace().records()->discard(name("aid"), begun);
    workspace().records()->history()->undo();
    workspace().records()->refreshNow();
    ASSERT_TRUE(Driver::until([&] { return grid()->gridModel()->view()->isComplete(); }));
    EXPECT_TRUE(models.watched().contains(u"gravin::GridModel"));
}

TEST_F(ModelsTest, AListWhoseFieldsComeAndGo) {
    workspace().document()->change(
        name("without"), [](Project& project) { project.screens.front().fields.removeLast(); });
    workspace().document()->change(
        name("moved"), [](Project& project) { project.screens.front().fields.move(0, 2); });
    workspace().document()->undoStack()->undo();
    workspace().document()->undoStack()->undo();
    Driver::settle();
    EXPECT_EQ(grid()->model()->columnCount(), page()->binding()->fields().size());
}

TEST_F(ModelsTest, ThePlate) {
    window().setBuild(true);
    Driver::settle();
    PlateModel* plate = BuildFace::of(page())->plate()->plateModel();
    models.watch(plate);
    ASSERT_TRUE(plate->setData(plate->index(plateRow(PlateLine::Label), columnOf("name")),
                               name("Called"), Qt::EditRole));
    Driver::click(name("all-settings"));
    BuildFace::of(page())->setPart(ShapingFace::Part::Form);
    Driver::settle();
    models.watch(BuildFace::of(page())->plate()->plateModel());
    workspace().document()->undoStack()->undo();
    EXPECT_GE(models.watched().count(u"gravin::PlateModel"), 2);
}

TEST_F(ModelsTest, AListToChooseFrom) {
    form()->focusField(name("sector_id"));
    auto* line = qobject_cast<QLineEdit*>(Driver::find(name("field:sector_id"), form()));
    ASSERT_NE(line, nullptr);
    line->selectAll();
    Driver::type(name("a"));
    ASSERT_TRUE(Driver::until([&] { return models.watched().contains(u"gravin::LookupModel"); }))
        << qPrintable(models.watched().join(u' '));
    Driver::type(name("r"));
    Driver::settle(300);
    Driver::key(Qt::Key_Escape);
}

TEST_F(ModelsTest, ATableThatIsPlanned) {
    window().setBuild(true);
    window().findChild<WorkspaceView*>()->showNewScreens();
    ASSERT_TRUE(Driver::until([&] { return window().newScreens() != nullptr; }));
    Driver::click(name("new-table"));
    ASSERT_TRUE(
        Driver::until([&] { return models.watched().contains(u"gravin::PlannedRowsModel"); }));
    auto* fields = qobject_cast<QAbstractItemView*>(Driver::find(name("planned-fields")));
    auto* rows = qobject_cast<QAbstractItemView*>(Driver::find(name("planned-rows")));
    ASSERT_TRUE(fields && rows);
    const int before = fields->model()->rowCount();
    for (int row = 0; row < 3; ++row)
        fields->model()->setData(fields->model()->index(fields->model()->rowCount() - 1, 0),
                                 name("field_%1").arg(row), Qt::EditRole);
    for (int row = 0; row < 2; ++row)
        rows->model()->setData(rows->model()->index(rows->model()->rowCount() - 1, 0), name("7"),
                               Qt::EditRole);
    EXPECT_EQ(fields->model()->rowCount(), before + 3);
    EXPECT_TRUE(models.watched().contains(u"gravin::PlannedFieldsModel"));
}

TEST_F(ModelsTest, AListAsItWas) {
    typeIn(2, "name", "Typed over");
    page()->action(ScreenPage::Command::Save)->trigger();
    grid()->setCurrentRecord(grid()->gridModel()->recordAt(2));
    page()->action(ScreenPage::Command::Save)->trigger();
    ASSERT_TRUE(noticed("Saved Typed over"));
    Q_EMIT window().findChild<ChangeLogPanel*>()->asItWasRequested(0);
    auto* then = qobject_cast<AsItWasPage*>(Driver::find(name("as-it-was")));
    ASSERT_NE(then, nullptr);
    ASSERT_TRUE(Driver::until([&] { return then->list()->model() != nullptr; }));
    models.watch(then->list()->model());
    ASSERT_TRUE(Driver::until([&] { return then->list()->model()->rowCount() == 82; }));
    EXPECT_TRUE(models.watched().contains(u"gravin::AsItWasModel"));
}

} // namespace
