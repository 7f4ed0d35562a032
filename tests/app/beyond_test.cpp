// SPDX-License-Identifier: GPL-3.0-or-later
// Screens that reach beyond their table, shaped in Build and used: picked, filled, stamped,
// offered.
#include "app/use/form_fields.h"
#include "app/use/lists/filter_bar.h"
#include "core/base/person.h"
#include "session/drafts/draft_history.h"
#include "support/text.h"
#include "whole_example.h"

#include <QLineEdit>
#include <QMenu>
#include <QTest>
#include <QToolButton>

using namespace gravin;
using namespace gravin::test;

namespace {

class Beyond : public OpenDemonstration {
protected:
    static QMenu* menuOf(QMenu* menu, const char* text) {
        for (QAction* action : menu ? menu->actions() : QList<QAction*>()) {
            if (action->text() == QString::fromUtf8(text) && action->menu()) {
                Q_EMIT action->menu()->aboutToShow();
                return action->menu();
            }
        }
        ADD_FAILURE() << "no menu " << text;
        return nullptr;
    }
    static void pick(QMenu* menu, const char* text) {
        for (QAction* action : menu ? menu->actions() : QList<QAction*>()) {
            if (action->text() == QString::fromUtf8(text)) {
                action->trigger();
                return;
            }
        }
        ADD_FAILURE() << "no entry " << text;
    }
    static QMenu* addField() {
        auto* add = qobject_cast<QToolButton*>(Driver::find(name("add-field")));
        return add ? add->menu() : nullptr;
    }
    void shown() {
        Driver::settle(300);
        ASSERT_TRUE(Driver::until([this] { return page() && grid()->model()->rowCount() > 0; }));
    }
    // The options of a line of the plate, and setting it.
    QStringList options(PlateLine line, const char* column) {
        const auto* editor = BuildFace::of(page())->plate()->plateModel()->editor();
        return editor->options(line, *editor->binding()->screen().field(name(column)));
    }
    void set(PlateLine line, const char* column, const QString& text) {
        BuildFace::of(page())->plate()->plateModel()->editor()->set(line, {name(column)}, text);
        shown();
    }
    void goTo(const char* screen) {
        window().showScreen(name(screen));
        ASSERT_TRUE(Driver::until([&] {
            return page() && grid()->gridModel()->binding()->tableName() == name(screen) &&
                   grid()->model()->rowCount() > 0;
        }));
        Driver::settle(200);
    }
};

TEST_F(Beyond, WhatIsMadeOfLinesIsPickedAndFollowsThem) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    pick(menuOf(addField(), "Of visit"), "How many");
    shown();
    pick(menuOf(menuOf(addField(), "Of visit"), "cost"), "sum");
    shown();
    const ComputedFields computed = workspace().project().computed;
    ASSERT_EQ(computed.value(name("aid")).size(), 2);
    EXPECT_EQ(computed.value(name("aid"))[1].expression,
              u"(SELECT SUM(cost) FROM visit WHERE visit.aid_id = record.id)");
    for (const Finding& finding : workspace().document()->findings())
        ADD_FAILURE() << qPrintable(finding.cause);
    Driver::key(Qt::Key_F9);
    ASSERT_TRUE(
        Driver::until([this] { return !OpenDemonstration::shown(0, "visit_cost").isEmpty(); }));
    const RecordId first = grid()->gridModel()->recordAt(0);
    const QString sum = OpenDemonstration::shown(0, "visit_cost");
    const int count = OpenDemonstration::shown(0, "visit_count").toInt();
    EXPECT_GT(count, 0);
    // A visit more, not saved: counted at once.
    const auto visits = workspace().document()->bound(name("visit"));
    ASSERT_TRUE(visits);
    const RecordId made = workspace().records()->newRecord(
        *visits, {{name("aid_id"), first.key[0]},
                  {name("cost"), Value::decimal(*Decimal::fromText(u"1000.50"))}});
    EXPECT_TRUE(Driver::until(
        [&] { return OpenDemonstration::shown(0, "visit_count").toInt() == count + 1; }));
    EXPECT_NE(OpenDemonstration::shown(0, "visit_cost"), sum);
    workspace().records()->discard(name("visit"), made);
    EXPECT_TRUE(Driver::until([&] { return OpenDemonstration::shown(0, "visit_cost") == sum; }));
}

TEST_F(Beyond, AFieldIsFilledFromThePickedRecordAndStamped) {
    goTo("part");
    Driver::key(Qt::Key_F9);
    Driver::settle();
    const QStringList fillings = options(PlateLine::FilledWith, "name");
    ASSERT_TRUE(fillings.contains(name("supplier_id -> town"))) << qPrintable(fillings.join(u','));
    set(PlateLine::FilledWith, "name", name("supplier_id -> town"));
    EXPECT_TRUE(options(PlateLine::Stamped, "code").contains(name("changed CURRENT_USER")));
    set(PlateLine::Hint, "code", name("as on the shelf"));
    // Who set it by the keyboard is where they were, with all lines in sight.
    Driver::click(name("all-settings"));
    Driver::settle();
    PlateView* plate = BuildFace::of(page())->plate();
    plate->setFocus();
    ASSERT_GE(plateRow(PlateLine::FilledWith), 0);
    plate->setCurrentIndex(plate->model()->index(plateRow(PlateLine::FilledWith), 2));
    set(PlateLine::FilledWith, "name", QString());
    plate = BuildFace::of(page())->plate();
    EXPECT_TRUE(plate->hasFocus());
    EXPECT_EQ(plate->currentIndex().row(), plateRow(PlateLine::FilledWith));
    set(PlateLine::FilledWith, "name", name("supplier_id -> town"));
    Driver::key(Qt::Key_F9);
    Driver::settle(200);
    const RecordId first = grid()->gridModel()->recordAt(0);
    const BoundScreen& screen = grid()->gridModel()->binding()->screen();
    ASSERT_TRUE(Driver::until(
        [&] { return workspace().records()->store(name("part"))->record(first.key); }));
    const Value now = workspace()
                          .records()
                          ->store(name("part"))
                          ->record(first.key)
                          ->values[static_cast<size_t>(screen.table->indexOf(name("supplier_id")))];
    workspace().records()->choose(screen, first, *screen.field(name("supplier_id")),
                                  Value::integer(now == Value::integer(1) ? 2 : 1));
    const QString town = now == Value::integer(1) ? name("Ossery") : name("Tarn");
    EXPECT_TRUE(Driver::until([&] { return OpenDemonstration::shown(0, "name") == town; }))
        << qPrintable(OpenDemonstration::shown(0, "name"));
    // One step of the undo, with what was filled.
    workspace().records()->history()->undo();
    EXPECT_TRUE(workspace().records()->openDrafts().isEmpty());
}

TEST_F(Beyond, AFieldPickedThroughAReferenceTakesOverNothingThatIsGivenThere) {
    workspace().document()->change(QStringLiteral("test"), [](Project& project) {
        FieldDefinition far{name("name"), name("Name")};
        far.filledWith = name("code");
        far.stamp = {Stamp::When::Changed, name("CURRENT_USER")};
        project.fields[name("sector")] = {far};
    });
    Driver::key(Qt::Key_F9);
    Driver::settle();
    pick(menuOf(addField(), "Behind sector_id"), "name");
    shown();
    const FieldDefinition* field =
        workspace().project().definition(name("aid"), name("sector_name"));
    ASSERT_NE(field, nullptr);
    EXPECT_EQ(field->filledWith, QString());
    EXPECT_EQ(field->stamp, Stamp());
    for (const Finding& finding : workspace().document()->findings()) {
        if (finding.table == u"aid" || finding.screen == u"aid")
            ADD_FAILURE() << qPrintable(finding.cause);
    }
}

// The supplier is renamed from one of its parts: said plainly, and as one change.
TEST_F(Beyond, AFieldOfAnotherRecordIsEditedWhereItIsShown) {
    goTo("part");
    Driver::key(Qt::Key_F9);
    Driver::settle();
    pick(menuOf(addField(), "Behind supplier_id"), "name");
    shown();
    const QString column = name("supplier_name");
    set(PlateLine::Editable, "stock_value", name("always"));
    EXPECT_TRUE(noticed("cannot be edited"));
    set(PlateLine::Editable, "supplier_name", name("only new"));
    EXPECT_TRUE(noticed("which is not new"));
    set(PlateLine::Editable, "supplier_name", name("always"));
    EXPECT_EQ(workspace().project().definition(name("part"), column)->editable, Editable::Always);
    for (const Finding& finding : workspace().document()->findings())
        ADD_FAILURE() << qPrintable(finding.cause);
    Driver::key(Qt::Key_F9);
    Driver::settle(200);
    int row = 0;
    while (OpenDemonstration::shown(row, "supplier_name").size() < 2)
        ++row;
    const QString was = OpenDemonstration::shown(row, "supplier_name");
    grid()->setCurrentIndex(grid()->model()->index(row, columnOf("supplier_name")));
    Driver::settle(200);
    grid()->setFocus();
    Driver::key(Qt::Key_Return);
    Driver::settle(100);
    Driver::type("Moor & Sons");
    Driver::key(Qt::Key_Return);
    ASSERT_TRUE(Driver::until(
        [&] { return OpenDemonstration::shown(row, "supplier_name") == u"Moor & Sons"; }));
    // The form says where it stands.
    const auto labels = page()->findChildren<QLabel*>();
    EXPECT_TRUE(std::any_of(labels.begin(), labels.end(), [&](const QLabel* label) {
        return label->text() == u"changes supplier" &&
               label->toolTip() == QStringLiteral("was ") + was;
    }));
    QTest::keyClick(grid(), Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved 1 record as one: change 1."));
    const auto session = Session::open({Engine::Sqlite, folder() + name("/harbour.db"), true},
                                       Session::Access::ReadOnly);
    EXPECT_EQ((*session)
                  ->scalar(name("SELECT count(*) FROM supplier WHERE name = 'Moor & Sons'"))
                  ->toInt(),
              1);
    EXPECT_TRUE(Driver::until([&] {
        int same = 0;
        for (int each = 0; each < grid()->model()->rowCount(); ++each)
            same += OpenDemonstration::shown(each, "supplier_name") == u"Moor & Sons" ? 1 : 0;
        return same > 1;
    })) << "all its parts show it";
}

TEST_F(Beyond, AStampIsSetByTheSaveAndNobodyTypesThere) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    set(PlateLine::Stamped, "light_character", name("changed CURRENT_USER"));
    Driver::key(Qt::Key_F9);
    Driver::settle(200);
    const auto& fields = grid()->gridModel()->binding()->fields();
    const BoundField& stamped = fields[columnOf("light_character")];
    EXPECT_FALSE(stamped.isEditable());
    EXPECT_FALSE(grid()
                     ->gridModel()
                     ->binding()
                     ->readOnlyReason(stamped, grid()->gridModel()->recordAt(0))
                     .isEmpty());
    Driver::clickCell(grid(), 0, columnOf("name"));
    typeIn(0, "name", "Renamed");
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Saved"));
    EXPECT_EQ(storedText(1, "light_character"), personName().toStdString());
    EXPECT_TRUE(Driver::until(
        [&] { return OpenDemonstration::shown(0, "light_character") == personName(); }));
}

TEST_F(Beyond, FieldsAreShownRequiredAndLockedByWhatTheRecordSays) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    const QStringList usual = options(PlateLine::VisibleWhen, "light_character");
    ASSERT_TRUE(usual.contains(name("radar_reflector"))) << qPrintable(usual.join(u'\n'));
    set(PlateLine::VisibleWhen, "light_character", name("radar_reflector"));
    set(PlateLine::EditableWhen, "day_rate", name("radar_reflector"));
    set(PlateLine::RequiredWhen, "replaces_id", name("NOT radar_reflector"));
    // What would hide itself is refused, with a word.
    set(PlateLine::VisibleWhen, "radar_reflector", name("radar_reflector"));
    EXPECT_EQ(
        workspace().project().screen(name("aid"))->field(name("radar_reflector"))->visibleWhen,
        QString());
    for (const Finding& finding : workspace().document()->findings())
        ADD_FAILURE() << qPrintable(finding.cause);
    Driver::key(Qt::Key_F9);
    Driver::settle(200);

    const ScreenBinding* binding = grid()->gridModel()->binding();
    const BoundField* reflector = binding->screen().field(name("radar_reflector"));
    const BoundField* light = binding->screen().field(name("light_character"));
    const BoundField* rate = binding->screen().field(name("day_rate"));
    const BoundField* replaces = binding->screen().field(name("replaces_id"));
    const auto rowWhere = [&](bool wanted) {
        for (int row = 0; row < grid()->model()->rowCount(); ++row) {
            const auto value = binding->value(grid()->gridModel()->recordAt(row), *reflector);
            if (value && *value == Value::boolean(wanted))
                return row;
        }
        return -1;
    };
    const int row = rowWhere(true);
    ASSERT_GE(row, 0);
    const RecordId id = grid()->gridModel()->recordAt(row);
    EXPECT_TRUE(binding->isShown(*light, id));
    EXPECT_EQ(binding->readOnlyReason(*rate, id), QString());
    EXPECT_FALSE(binding->isRequired(*replaces, id));
    // As one types: it goes, and the light is hidden, locked and asked for, in the grid and in the
    // form.
    grid()->setCurrentIndex(grid()->model()->index(row, columnOf("radar_reflector")));
    Driver::settle(200);
    const auto* form = page()->findChild<FormFields*>();
    ASSERT_NE(form, nullptr);
    ASSERT_TRUE(Driver::until([&] { return form->record() == id; }));
    EXPECT_TRUE(form->isShown(name("light_character")));
    workspace().records()->choose(binding->screen(), id, *reflector, Value::boolean(false));
    Driver::settle(200);
    EXPECT_FALSE(form->isShown(name("light_character")));
    EXPECT_EQ(OpenDemonstration::shown(row, "light_character"), QString());
    EXPECT_FALSE(binding->isShown(*light, id));
    EXPECT_TRUE(binding->readOnlyReason(*light, id).contains(u"not shown"));
    EXPECT_EQ(binding->readOnlyReason(*rate, id), QString()) << "it had one before the edit";
    EXPECT_TRUE(binding->isRequired(*replaces, id));
    const auto problems = workspace().records()->problems(name("aid"), id);
    EXPECT_TRUE(std::any_of(problems.begin(), problems.end(), [](const Problem& problem) {
        return problem.field == u"replaces_id" && problem.check == u"required";
    }));
    workspace().records()->history()->undo();
    EXPECT_TRUE(Driver::until([&] { return form->isShown(name("light_character")); }));
    // One that is stored without is locked.
    const int bare = rowWhere(false);
    ASSERT_GE(bare, 0);
    EXPECT_TRUE(binding->readOnlyReason(*rate, grid()->gridModel()->recordAt(bare))
                    .contains(u"while this is true: radar_reflector"));
    EXPECT_FALSE(grid()->model()->flags(grid()->model()->index(bare, columnOf("day_rate"))) &
                 Qt::ItemIsEditable);
}

TEST_F(Beyond, ALookupOffersOnlyWhatFits) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    set(PlateLine::OffersWhere, "replaces_id", name("sector_id = record.sector_id"));
    EXPECT_EQ(workspace().project().definition(name("aid"), name("replaces_id"))->lookup.where,
              u"sector_id = record.sector_id");
    Driver::key(Qt::Key_F9);
    Driver::settle(200);
    Driver::clickCell(grid(), 0, columnOf("name"));
    Driver::settle(300);
    const RecordId first = grid()->gridModel()->recordAt(0);
    const BoundScreen& screen = grid()->gridModel()->binding()->screen();
    const BoundField& field = *screen.field(name("replaces_id"));
    const QString only = grid()->gridModel()->binding()->offered(first, field);
    ASSERT_TRUE(only.startsWith(name("sector_id = "))) << qPrintable(only);
    QList<LookupStore::Entry> offered;
    bool isAnswered = false;
    QObject context;
    workspace()
        .records()
        ->lookup(field.definition.lookup)
        ->find(
            {}, 0, 1000, &context,
            [&](const Result<QList<LookupStore::Entry>>& entries) {
                isAnswered = true;
                offered = entries ? *entries : QList<LookupStore::Entry>();
            },
            only);
    ASSERT_TRUE(Driver::until([&] { return isAnswered; }));
    EXPECT_GT(offered.size(), 0);
    EXPECT_LT(offered.size(), 82);
    // One of another sector is a problem that says so.
    qint64 other = 0;
    for (qint64 id = 1; id <= 82 && other == 0; ++id) {
        const bool isOffered = std::any_of(offered.begin(), offered.end(), [&](const auto& each) {
            return each.stored == Value::integer(id);
        });
        other = isOffered ? 0 : id;
    }
    workspace().records()->choose(screen, first, field, Value::integer(other));
    EXPECT_TRUE(Driver::until([&] {
        const auto problems = workspace().records()->problems(name("aid"), first);
        return std::any_of(problems.begin(), problems.end(),
                           [](const Problem& problem) { return problem.check == u"offered"; });
    }));
    workspace().records()->choose(screen, first, field, offered.front().stored);
    EXPECT_TRUE(
        Driver::until([&] { return workspace().records()->problems(name("aid"), first).empty(); }));
}

// The developer's choice: it stands in the way, or goes.
TEST_F(Beyond, APickThatIsNotOfferedAnyMoreIsEmptied) {
    Driver::key(Qt::Key_F9);
    Driver::settle();
    set(PlateLine::Unoffered, "replaces_id", name("emptied"));
    EXPECT_TRUE(noticed("says which records are offered")) << "there is no condition yet";
    set(PlateLine::OffersWhere, "replaces_id", name("sector_id = record.sector_id"));
    EXPECT_EQ(options(PlateLine::Unoffered, "replaces_id"),
              (QStringList{name("a problem"), name("emptied")}));
    set(PlateLine::Unoffered, "replaces_id", name("emptied"));
    Driver::key(Qt::Key_F9);
    Driver::settle(200);
    const BoundScreen& screen = grid()->gridModel()->binding()->screen();
    const BoundField& pick = *screen.field(name("replaces_id"));
    const BoundField& sector = *screen.field(name("sector_id"));
    const RecordId first = grid()->gridModel()->recordAt(0);
    ASSERT_TRUE(Driver::until(
        [&] { return workspace().records()->store(name("aid"))->record(first.key) != nullptr; }));
    const auto value = [&](const BoundField& field) {
        return grid()->gridModel()->binding()->value(first, field).value_or(Value());
    };
    const Value own = value(sector);
    const auto session = Session::open({Engine::Sqlite, folder() + name("/harbour.db"), true},
                                       Session::Access::ReadOnly);
    const auto idWhere = [&](const QString& what) {
        return Value::integer((*session)->scalar(what)->toLongLong());
    };
    const QString ofSector = QString::number(own.asInteger());
    const Value fits = idWhere(name("SELECT max(id) FROM aid WHERE sector_id = ") + ofSector);
    const Value elsewhere = idWhere(name("SELECT min(id) FROM sector WHERE id <> ") + ofSector);
    workspace().records()->choose(screen, first, pick, fits);
    Driver::settle(200);
    EXPECT_EQ(value(pick), fits);
    workspace().records()->choose(screen, first, sector, elsewhere);
    EXPECT_TRUE(Driver::until([&] { return value(pick).isNull(); }));
    EXPECT_TRUE(noticed("was emptied: what it held is not offered here any more."));
    // Undone, it stays with its problem, until the sector goes back too.
    workspace().records()->history()->undo();
    Driver::settle(400);
    EXPECT_EQ(value(pick), fits);
    EXPECT_EQ(value(sector), elsewhere);
    workspace().records()->history()->undo();
    EXPECT_TRUE(Driver::until([&] { return value(sector) == own && value(pick) == fits; }));
    EXPECT_TRUE(
        Driver::until([&] { return workspace().records()->problems(name("aid"), first).empty(); }));
}

TEST_F(Beyond, ALookupsHeadSortsByWhatItShowsAndChoicesInTheirOrder) {
    const auto sortBy = [this](const char* column) {
        page()->filterBar()->sortBy(name(column), false);
        EXPECT_TRUE(Driver::until([this] { return grid()->gridModel()->view()->isComplete(); }));
        Driver::settle(300);
    };
    sortBy("sector_id");
    QStringList sectors;
    for (int row = 0; row < grid()->model()->rowCount(); row += 8)
        sectors += OpenDemonstration::shown(row, "sector_id");
    (void)Driver::until([&] {
        sectors.clear();
        for (int row = 0; row < grid()->model()->rowCount(); row += 8) {
            grid()->scrollTo(grid()->model()->index(row, 0));
            Driver::settle(20);
            sectors += OpenDemonstration::shown(row, "sector_id");
        }
        return !sectors.contains(QString());
    });
    QStringList sorted = sectors;
    sorted.sort();
    EXPECT_EQ(sectors, sorted);
    sortBy("status");
    const auto& choices =
        grid()->gridModel()->binding()->fields()[columnOf("status")].definition.choices;
    EXPECT_EQ(OpenDemonstration::shown(0, "status"), choices.front().label);
    // The words of a choice are found.
    QTest::keyClicks(page()->filterBar()->findChild<QLineEdit*>(name("search")),
                     choices.back().label);
    EXPECT_TRUE(Driver::until([this] { return grid()->model()->rowCount() < 82; }));
}

} // namespace
