// SPDX-License-Identifier: GPL-3.0-or-later
// Somebody else's sales and their lines are keyed in on a form over its lines: by keys alone, by
// mouse alone, on all three engines. What it took beside the data itself is counted.
#include "app/grid/totals_row.h"
#include "app/shell/main_window.h"
#include "app/use/lines/children_panel.h"
#include "app/use/lines/nested_lists.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/lists/record_list.h"
#include "app/use/record_form.h"
#include "app/use/screen_page.h"
#include "core/changes/change_writer.h"
#include "core/changes/rollback.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "driver.h"
#include "support/engines.h"
#include "support/text.h"

#include <QApplication>
#include <QLineEdit>
#include <QPushButton>
#include <QTest>

#include <algorithm>
#include <array>
#include <cstdio>

namespace gravin::test {
namespace {

constexpr const char* SaleSchema = R"(
CREATE TABLE client (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(30) NOT NULL);
INSERT INTO client VALUES (1, 'Calder and Sons'), (2, 'Brook Chandlery');
CREATE TABLE article (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(30) NOT NULL, price DECIMAL(8,2) NOT NULL);
INSERT INTO article VALUES (1, 'Lamp', 10.50), (2, 'Lens', 0.20), (3, 'Chain', 7.00), (4, 'Anode', 46.00),
                           (5, 'Rope', 2.15), (6, 'Buoy', 310.00), (7, 'Cell', 132.50), (8, 'Paint', 18.60);
CREATE TABLE sale (id %1, client_id INTEGER NOT NULL, sold_on DATE NOT NULL, reference VARCHAR(30), note VARCHAR(400),
                   FOREIGN KEY (client_id) REFERENCES client (id));
INSERT INTO sale (client_id, sold_on) VALUES (1, '2026-11-02');
CREATE TABLE sale_line (sale_id BIGINT NOT NULL, place INTEGER NOT NULL, article_id INTEGER NOT NULL, quantity INTEGER NOT NULL,
                        price DECIMAL(8,2), PRIMARY KEY (sale_id, place),
                        FOREIGN KEY (sale_id) REFERENCES sale (id), FOREIGN KEY (article_id) REFERENCES article (id));
INSERT INTO sale_line VALUES (1, 1, 1, 2, 10.50), (1, 2, 2, 3, 0.20);
)";

const char* keyOf(Engine engine) {
    switch (engine) {
    case Engine::PostgreSql:
        return "BIGINT GENERATED ALWAYS AS IDENTITY PRIMARY KEY";
    case Engine::MariaDb:
        return "BIGINT NOT NULL AUTO_INCREMENT PRIMARY KEY";
    default:
        return "INTEGER PRIMARY KEY";
    }
}

struct TypedLine {
    const char* article;
    const char* quantity;
};
constexpr std::array<TypedLine, 8> TypedLines{{{"Lamp", "2"},
                                               {"Lens", "30"},
                                               {"Chain", "4"},
                                               {"Anode", "3"},
                                               {"Rope", "35"},
                                               {"Buoy", "1"},
                                               {"Cell", "2"},
                                               {"Paint", "12"}}};

class OrderLines : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(SaleSchema).arg(name(keyOf(GetParam()))));
        const auto catalog = database->open()->readCatalog();
        ASSERT_TRUE(catalog);
        Project project;
        project.connection = database->spec();
        project.connection.changeLog = true;
        addGeneratedScreen(project, *catalog, *catalog->table(name("sale")),
                           Arrangement::FormChildren);
        addGeneratedScreen(project, *catalog, *catalog->table(name("sale_line")),
                           Arrangement::Grid);
        for (FieldDefinition& field : project.fields[name("sale_line")]) {
            if (field.column == u"price")
                field.filledWith = name("article_id -> price");
        }
        const QString file = m_folder.filePath(name("sales.gravin"));
        ASSERT_TRUE(saveProject(project, file));
        window = std::make_unique<MainWindow>(OpenRequest{file, {}, false});
        window->resize(1280, 800);
        window->show();
        window->activateWindow();
        ASSERT_TRUE(Driver::until([this] {
            return page() && page()->children() && lines()->gridModel()->rows().recordRows() == 2;
        }));
        Driver::settle(300);
    }
    void TearDown() override { window.reset(); }

    ScreenPage* page() { return window->currentPage(); }
    RecordList* list() { return page()->children()->lists().front(); }
    GridView* lines() { return list()->grid(); }
    QString shown(int row, const char* column) {
        const auto& fields = lines()->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return lines()->model()->index(row, i).data().toString();
        }
        return {};
    }
    int columnOf(const char* column) {
        const auto& fields = lines()->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return i;
        }
        return -1;
    }
    void key(Qt::Key key, Qt::KeyboardModifiers modifiers = {}) {
        Driver::key(key, modifiers);
        ++actions;
    }
    // What was typed is in the database, as one change.
    void expectSaved() {
        EXPECT_TRUE(Driver::until([this] {
            return page()->noticeText().contains(name("Saved 9"));
        })) << qPrintable(page()->noticeText());
        EXPECT_EQ(database->run(name("SELECT COUNT(*) FROM gravin_change")).trimmed(), u"1");
        EXPECT_EQ(
            database->run(name("SELECT SUM(place * quantity) FROM sale_line WHERE sale_id = 2"))
                .trimmed(),
            QString::number(2 + 60 + 12 + 12 + 175 + 6 + 14 + 96));
        EXPECT_EQ(database
                      ->run(name("SELECT COUNT(*) FROM sale_line l JOIN article a ON a.id = "
                                 "l.article_id AND a.price = l.price WHERE sale_id = 2"))
                      .trimmed(),
                  u"8")
            << "each took the price of its article";
        EXPECT_TRUE(Driver::until([this] {
            return lines()->gridModel()->rows().recordRows() == 8 && shown(7, "place") == u"8";
        })) << "they stay in their order";
    }

    std::unique_ptr<MainWindow> window;
    int actions = 0;

private:
    QTemporaryDir m_folder;
};

TEST_P(OrderLines, AreKeyedInByKeysAlone) {
    page()->focusWork();
    key(Qt::Key_N, Qt::ControlModifier);
    Driver::settle(200);
    Driver::type(name("Brook"));
    Driver::settle(300);
    key(Qt::Key_Return); // the one that is found
    key(Qt::Key_Return); // to the next field
    Driver::type(name("2026-11-28"));
    key(Qt::Key_Return);
    Driver::type(name("By hand"));
    key(Qt::Key_Return); // to the note
    key(Qt::Key_Tab);    // into the lines
    ASSERT_TRUE(lines()->hasFocus()) << QApplication::focusWidget()->objectName().toStdString();
    const int before = actions;
    for (const TypedLine& line : TypedLines) {
        Driver::type(name(line.article));
        Driver::settle(300);
        key(Qt::Key_Return);
        Driver::settle();
        Driver::type(name(line.quantity));
        key(Qt::Key_Return);
        Driver::settle();
    }
    const auto inLines = static_cast<double>(actions - before);
    RecordProperty("keys_a_line", std::to_string(inLines / TypedLines.size()));
    std::printf("keys a line beside the data: %.1f\n", inLines / TypedLines.size());
    EXPECT_LE(inLines, 4 * TypedLines.size());
    EXPECT_EQ(lines()->gridModel()->rows().recordRows(), 8);
    for (int row = 0; row < 8; ++row) {
        EXPECT_EQ(shown(row, "article_id"), name(TypedLines[static_cast<size_t>(row)].article));
        EXPECT_TRUE(Driver::until([&] { return shown(row, "place") == QString::number(row + 1); }));
    }
    // Return in the empty line has no more to come: Save is next.
    key(Qt::Key_Return);
    EXPECT_EQ(QApplication::focusWidget()->objectName(), u"save-record");
    const auto* save = qobject_cast<QPushButton*>(QApplication::focusWidget());
    ASSERT_NE(save, nullptr);
    EXPECT_TRUE(Driver::until([save] { return save->text() == u"Save 9 records"; }))
        << qPrintable(save->text());
    key(Qt::Key_Space);
    expectSaved();
    std::printf("keys in all beside the data: %d\n", actions);
}

TEST_P(OrderLines, AreKeyedInByMouseAlone) {
    if (GetParam() != Engine::Sqlite && !qEnvironmentVariableIsSet("GRAVIN_ALL_ROADS"))
        GTEST_SKIP() << "the window is the same on each engine, and the keys were tried on all";
    const auto click = [this](QWidget* widget) {
        ASSERT_NE(widget, nullptr);
        Driver::click(widget);
        ++actions;
    };
    click(Driver::find(name("new-record")));
    Driver::settle(200);
    click(Driver::find(name("field:client_id"), page()));
    Driver::type(name("Brook"));
    Driver::settle(300);
    click(Driver::find(name("field:sold_on"), page()));
    Driver::type(name("2026-11-28"));
    for (size_t row = 0; row < TypedLines.size(); ++row) {
        Driver::doubleClickCell(lines(), static_cast<int>(row), columnOf("article_id"));
        Driver::type(name(TypedLines[row].article));
        Driver::settle(300);
        Driver::doubleClickCell(lines(), static_cast<int>(row), columnOf("quantity"));
        Driver::type(name(TypedLines[row].quantity));
        actions += 2;
    }
    auto* save = qobject_cast<QPushButton*>(Driver::find(name("save-record"), page()));
    ASSERT_NE(save, nullptr);
    click(save); // which ends the cell's edit first
    expectSaved();
    std::printf("clicks beside the data: %d\n", actions);
}

// Thirty lines, sorted, narrowed and totalled; some are changed, some go, some come, one is wrong.
TEST_P(OrderLines, OfEveryKindAreSavedAsOneChangeAndGoBackAsOne) {
    QStringList more;
    for (int place = 3; place <= 30; ++place)
        more += QStringLiteral("(1, %1, %2, %1, NULL)").arg(place).arg(1 + place % 8);
    database->run(name("INSERT INTO sale_line VALUES ") + more.join(u','));
    window->workspace()->document()->change(name("total"), [](Project& project) {
        for (FieldDefinition& field : project.fields[name("sale_line")]) {
            if (field.column == u"quantity")
                field.total = FieldTotal::Sum;
        }
    });
    const auto count = [this] { return lines()->gridModel()->rows().recordRows(); };
    window->workspace()->records()->refreshNow(); // a server says nothing of what others did
    ASSERT_TRUE(Driver::until([&] { return count() == 30; }));
    const QString dump =
        name("SELECT sale_id, place, article_id, quantity, price FROM sale_line ORDER BY 1, 2");
    const QString before = database->run(dump);
    const auto* totals = list()->findChild<TotalsRow*>();
    const auto sum = [&] { return totals->textBelow(columnOf("quantity")); };
    const qint64 former = 2 + 3 + (3 + 30) * 28 / 2;
    EXPECT_TRUE(Driver::until([&] { return sum() == QStringLiteral("sum %1").arg(former); }))
        << qPrintable(sum());

    list()->bar()->sortBy(name("quantity"), false);
    list()->bar()->sortBy(name("quantity"), false); // the largest first
    ASSERT_TRUE(Driver::until([&] { return shown(0, "quantity") == u"30"; }));
    list()->bar()->add({name("quantity"), name("Quantity above 10"), name("quantity > 10")});
    ASSERT_TRUE(Driver::until([&] { return count() == 20 && shown(0, "quantity") == u"30"; }));
    Driver::settle(300);
    lines()->setFocus();
    const auto type = [&](int row, const char* column, const char* text) {
        lines()->setCurrentIndex(lines()->model()->index(row, columnOf(column)));
        Driver::type(name(text));
        Driver::key(Qt::Key_Return);
        Driver::settle();
    };
    for (int row = 0; row < 5; ++row)
        type(row, "quantity", "100");
    lines()->setCurrentIndex(lines()->model()->index(17, columnOf("quantity")));
    Driver::key(Qt::Key_Down, Qt::ShiftModifier, 2);
    Driver::key(Qt::Key_Delete, Qt::ControlModifier);
    Driver::settle(200);
    EXPECT_EQ(count(), 20) << "they stand there until the save";
    type(20, "article_id", "Lamp");
    type(20, "quantity", "many");
    type(21, "article_id", "Rope");
    type(21, "quantity", "7");
    EXPECT_TRUE(Driver::until([&] { return shown(21, "place") == u"32"; }))
        << qPrintable(shown(21, "place"));
    // Narrowed, 11 to 30 are there: five became 100, those of 11, 12 and 13 go, one of 7 came.
    const qint64 now = (11 + 30) * 20 / 2 - (26 + 27 + 28 + 29 + 30) + 500 - (11 + 12 + 13) + 7;
    EXPECT_TRUE(Driver::until([&] { return sum() == QStringLiteral("sum %1").arg(now); }))
        << qPrintable(sum()) << " instead of " << now;

    Driver::key(Qt::Key_S, Qt::ControlModifier);
    Driver::settle(200);
    EXPECT_EQ(lines()->currentIndex(), lines()->model()->index(20, columnOf("quantity")))
        << "Save leads to what is to be mended: " << page()->noticeText().toStdString();
    EXPECT_EQ(database->run(dump), before);
    type(20, "quantity", "9");
    lines()->setFocus();
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] {
        return page()->noticeText().contains(name("Saved 10 records as one"));
    })) << qPrintable(page()->noticeText());
    EXPECT_EQ(database->run(name("SELECT COUNT(*) FROM gravin_change")).trimmed(), u"1");
    EXPECT_EQ(database->run(name("SELECT COUNT(*) FROM sale_line")).trimmed(), u"29");
    EXPECT_NE(database->run(dump), before);
    EXPECT_TRUE(window->workspace()->records()->openDrafts().isEmpty());

    auto session = database->open();
    const auto plan = planRollback(*session, window->workspace()->catalog(), 1);
    ASSERT_TRUE(plan);
    const auto request = rollbackRequest(*plan, OnConflict::Stop);
    ASSERT_TRUE(request);
    ASSERT_TRUE(ChangeWriter(*session, window->workspace()->catalog(), RuleBook()).write(*request));
    EXPECT_EQ(database->run(dump), before);
}

// What the empty line began and nobody typed into is not there any more.
TEST_P(OrderLines, WhatWasOnlyBegunGoesAgain) {
    lines()->setFocus();
    lines()->setCurrentIndex(lines()->model()->index(2, columnOf("article_id")));
    Driver::key(Qt::Key_F2);
    EXPECT_EQ(lines()->gridModel()->rows().recordRows(), 3);
    Driver::key(Qt::Key_Escape);
    EXPECT_TRUE(Driver::until([this] { return shown(2, "place") == u"3"; })) << "it is numbered";
    Driver::key(Qt::Key_Up);
    EXPECT_TRUE(Driver::until([this] { return lines()->gridModel()->rows().recordRows() == 2; }));
    EXPECT_TRUE(window->workspace()->records()->openDrafts().isEmpty());
}

// The lines are searched, sorted and grouped as every list is; their parent's number is not among
// what is shown.
TEST_P(OrderLines, AreAListLikeEveryOther) {
    EXPECT_TRUE(lines()->isColumnHidden(columnOf("sale_id")));
    lines()->setFocus();
    Driver::key(Qt::Key_F, Qt::ControlModifier);
    EXPECT_TRUE(list()->bar()->isAncestorOf(QApplication::focusWidget()));
    Driver::type(name("lens"));
    EXPECT_TRUE(Driver::until([this] { return lines()->gridModel()->rows().recordRows() == 1; }));
    list()->bar()->clearFilters();
    EXPECT_TRUE(Driver::until([this] { return lines()->gridModel()->rows().recordRows() == 2; }));
    // With F6 from the lines to the form and back.
    lines()->setFocus();
    Driver::key(Qt::Key_F6);
    EXPECT_TRUE(page()->form()->isAncestorOf(QApplication::focusWidget()));
    Driver::key(Qt::Key_F6);
    EXPECT_TRUE(lines()->hasFocus());
    lines()->setCurrentIndex(lines()->model()->index(0, columnOf("article_id")));
    Driver::key(Qt::Key_F8, Qt::ShiftModifier);
    EXPECT_TRUE(Driver::until([this] { return lines()->gridModel()->isGrouped(); }));
    Driver::key(Qt::Key_F8, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] { return !lines()->gridModel()->isGrouped(); }));
    // Ctrl+N means where the focus is.
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_TRUE(lines()->currentRecord().isNew());
    EXPECT_FALSE(page()->grid()->currentRecord().isNew());
}

// The same lines within the row of their record.
TEST_P(OrderLines, StandWithinTheRowOfTheirRecordToo) {
    window->workspace()->document()->change(name("within"), [](Project& project) {
        project.screens.front().arrangement = Arrangement::GridNested;
    });
    const auto settle = [this] {
        ASSERT_TRUE(
            Driver::until([this] { return page()->nested() && page()->nested()->isSettled(); }));
        Driver::settle(150);
    };
    settle();
    page()->focusGrid();
    Driver::key(Qt::Key_Home);
    Driver::key(Qt::Key_Right);
    settle();
    Driver::key(Qt::Key_Down);
    settle();
    GridView* inner = page()->activeList()->grid();
    ASSERT_EQ(inner->gridModel()->binding()->tableName(), u"sale_line");
    ASSERT_EQ(inner->gridModel()->rows().recordRows(), 2);
    const auto placeOf = [inner](const char* column) {
        const auto& fields = inner->gridModel()->binding()->fields();
        const auto found = std::find_if(fields.begin(), fields.end(), [&](const BoundField& field) {
            return field.name() == QLatin1String(column);
        });
        return static_cast<int>(found - fields.begin());
    };
    inner->setCurrentIndex(inner->model()->index(0, placeOf("quantity")));
    Driver::type(name("7"));
    Driver::key(Qt::Key_Return);
    inner->setCurrentIndex(inner->model()->index(2, placeOf("article_id")));
    Driver::type(name("Rope"));
    Driver::settle(300);
    Driver::key(Qt::Key_Return);
    Driver::settle();
    Driver::type(name("5"));
    Driver::key(Qt::Key_Return);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    EXPECT_TRUE(Driver::until([this] { return page()->noticeText().contains(name("Saved 2")); }))
        << qPrintable(page()->noticeText());
    EXPECT_EQ(
        database->run(name("SELECT SUM(quantity) FROM sale_line WHERE sale_id = 1")).trimmed(),
        u"15");
    EXPECT_EQ(database->run(name("SELECT COUNT(*) FROM gravin_change")).trimmed(), u"1");
    settle();
    EXPECT_TRUE(page()->grid()->gridModel()->rows().isOpen(0));
    EXPECT_TRUE(Driver::until([&] { return inner->gridModel()->rows().recordRows() == 3; }));
}

INSTANTIATE_TEST_SUITE_P(Engines, OrderLines,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
