// SPDX-License-Identifier: GPL-3.0-or-later
// A developer builds the screens of somebody else's purchases, by keys alone and by mouse alone,
// and types no expression; then a purchase is keyed in. On all three engines. What it took is
// counted: a key, a click, a double click is an action each.
#include "app/build/build_face.h"
#include "app/build/plate_view.h"
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/screen_page.h"
#include "core/base/person.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "driver.h"
#include "support/engines.h"
#include "support/text.h"

#include <QAbstractItemView>
#include <QApplication>
#include <QComboBox>
#include <QListWidget>
#include <QMenu>
#include <QPointer>
#include <QTest>

#include <cstdio>
#include <cstring>

namespace gravin::test {
namespace {

constexpr const char* PurchaseSchema = R"(
CREATE TABLE county (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(20) NOT NULL);
INSERT INTO county VALUES (1, 'North'), (2, 'South');
CREATE TABLE town (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(20) NOT NULL, county_id INTEGER NOT NULL,
                   FOREIGN KEY (county_id) REFERENCES county (id));
INSERT INTO town VALUES (1, 'Ossery', 1), (2, 'Tarn', 2), (3, 'Brack', 1);
CREATE TABLE customer (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(20) NOT NULL, phone VARCHAR(20), terms VARCHAR(20));
INSERT INTO customer VALUES (1, 'Calder', '555 01', '30 days'), (2, 'Brook', '555 02', 'cash');
CREATE TABLE article (id INTEGER NOT NULL PRIMARY KEY, name VARCHAR(20) NOT NULL, price DECIMAL(8,2) NOT NULL);
INSERT INTO article VALUES (1, 'Lamp', 10.50), (2, 'Lens', 0.20);
CREATE TABLE purchase (id INTEGER NOT NULL PRIMARY KEY, customer_id INTEGER, county_id INTEGER, town_id INTEGER,
                       changed_by VARCHAR(40), changed_on DATE,
                       FOREIGN KEY (customer_id) REFERENCES customer (id), FOREIGN KEY (county_id) REFERENCES county (id),
                       FOREIGN KEY (town_id) REFERENCES town (id));
INSERT INTO purchase VALUES (1, 1, 1, 1, NULL, NULL), (2, 2, 2, 2, NULL, NULL);
CREATE TABLE item (id INTEGER NOT NULL PRIMARY KEY, purchase_id INTEGER NOT NULL, article_id INTEGER,
                   quantity INTEGER, price DECIMAL(8,2),
                   FOREIGN KEY (purchase_id) REFERENCES purchase (id), FOREIGN KEY (article_id) REFERENCES article (id));
INSERT INTO item VALUES (1, 1, 1, 2, 10.50), (2, 1, 2, 3, 0.20), (3, 2, NULL, 1, NULL);
)";

class OrderScreen : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name(PurchaseSchema));
        const auto catalog = database->open()->readCatalog();
        ASSERT_TRUE(catalog);
        Project project;
        project.connection = database->spec();
        project.connection.changeLog = true;
        for (const char* table : {"purchase", "item"})
            addGeneratedScreen(project, *catalog, *catalog->table(name(table)), Arrangement::Grid);
        const QString file = m_folder.filePath(name("purchases.gravin"));
        ASSERT_TRUE(saveProject(project, file));
        window = std::make_unique<MainWindow>(OpenRequest{file, {}, false});
        window->resize(1280, 800);
        window->show();
        window->activateWindow();
        ASSERT_TRUE(Driver::until([this] { return isShown("purchase"); }));
        Driver::settle(300);
    }
    void TearDown() override { window.reset(); }

    ScreenPage* page() { return window->currentPage(); }
    GridView* grid() { return page()->grid(); }
    bool isShown(const char* table) {
        return page() && grid()->gridModel()->binding()->tableName() == QLatin1String(table) &&
               grid()->model()->rowCount() > 0;
    }
    PlateView* plate() { return BuildFace::of(page())->plate(); }
    const Project& project() { return window->workspace()->project(); }
    int columnOf(const char* column) {
        const auto& fields = grid()->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return i;
        }
        ADD_FAILURE() << "no field " << column;
        return 0;
    }
    QString shown(int row, const char* column) {
        return grid()->model()->index(row, columnOf(column)).data().toString();
    }

    // The page may have been made anew.
    void whenShown() {
        Driver::settle(300);
        ASSERT_TRUE(Driver::until([this] { return page() && grid()->model()->rowCount() > 0; }));
    }

    // By keys.
    void key(Qt::Key key, Qt::KeyboardModifiers modifiers = {}) {
        Driver::key(key, modifiers);
        ++actions;
    }
    void goToByKeys(const char* screen) {
        key(Qt::Key_K, Qt::ControlModifier);
        Driver::type(QLatin1String(screen));
        actions += static_cast<int>(std::strlen(screen));
        key(Qt::Key_Escape); // the list of proposals
        key(Qt::Key_Return);
        ASSERT_TRUE(Driver::until([&] {
            return isShown(QByteArray(screen).toLower().constData());
        })) << screen;
        Driver::settle(200);
    }
    void addByKeys(std::initializer_list<const char*> words) {
        key(Qt::Key_A, Qt::ControlModifier | Qt::ShiftModifier);
        size_t left = words.size();
        for (const char* word : words) {
            ASSERT_TRUE(Driver::until([] { return QApplication::activePopupWidget(); })) << word;
            auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
            for (int i = 0; i < 60 && !(menu->activeAction() &&
                                        menu->activeAction()->text() == QLatin1String(word));
                 ++i)
                key(Qt::Key_Down);
            ASSERT_TRUE(menu->activeAction() && menu->activeAction()->text() == QLatin1String(word))
                << word;
            key(--left == 0 ? Qt::Key_Return : Qt::Key_Right);
        }
        whenShown();
    }
    bool showsAllLines() { return plate()->plateModel()->lines().contains(PlateLine::FilledWith); }
    void allLinesByKey() {
        if (showsAllLines())
            return;
        key(Qt::Key_M, Qt::ControlModifier);
        EXPECT_TRUE(Driver::until([this] { return showsAllLines(); }));
    }
    // Moves over the plate to the cell, opens its list and takes the entry.
    void setByKeys(PlateLine line, const char* column, const QString& entry) {
        const auto row = static_cast<int>(plate()->plateModel()->lines().indexOf(line));
        const int to = columnOf(column);
        ASSERT_GE(row, 0);
        ASSERT_TRUE(plate()->hasFocus());
        for (int i = 0; i < 60 && plate()->currentIndex().row() != row; ++i)
            key(plate()->currentIndex().row() < row ? Qt::Key_Down : Qt::Key_Up);
        for (int i = 0; i < 60 && plate()->currentIndex().column() != to; ++i)
            key(plate()->currentIndex().column() < to ? Qt::Key_Right : Qt::Key_Left);
        key(Qt::Key_Return);
        auto* box = plate()->findChild<QComboBox*>();
        ASSERT_NE(box, nullptr);
        key(Qt::Key_Down);
        ASSERT_TRUE(Driver::until([&] { return box->view()->isVisible(); }));
        const auto isThere = [&] { return box->view()->currentIndex().data().toString() == entry; };
        for (int i = 0; i < 60 && !isThere(); ++i)
            key(Qt::Key_Down);
        ASSERT_TRUE(isThere()) << qPrintable(entry);
        key(Qt::Key_Return);
        whenShown();
    }

    // By mouse.
    void click(QWidget* widget) {
        Driver::click(widget);
        ++actions;
    }
    void goToByMouse(const char* screen) {
        auto* shelf = qobject_cast<QListWidget*>(Driver::find(name("shelf")));
        ASSERT_NE(shelf, nullptr);
        const QList<QListWidgetItem*> entries =
            shelf->findItems(QString::fromUtf8(screen), Qt::MatchExactly);
        ASSERT_EQ(entries.size(), 1);
        QTest::mouseClick(shelf->viewport(), Qt::LeftButton, {},
                          shelf->visualItemRect(entries.front()).center());
        ++actions;
        ASSERT_TRUE(
            Driver::until([&] { return isShown(QByteArray(screen).toLower().constData()); }));
        Driver::settle(200);
    }
    void addByMouse(std::initializer_list<const char*> words) {
        click(Driver::find(name("add-field")));
        for (const char* word : words) {
            auto* menu = qobject_cast<QMenu*>(QApplication::activePopupWidget());
            ASSERT_NE(menu, nullptr) << word;
            QAction* wanted = nullptr;
            for (QAction* action : menu->actions())
                wanted = action->text() == QLatin1String(word) ? action : wanted;
            ASSERT_NE(wanted, nullptr) << word;
            QTest::mouseClick(menu, Qt::LeftButton, {}, menu->actionGeometry(wanted).center());
            ++actions;
            Driver::settle(150);
        }
        whenShown();
    }
    void setByMouse(PlateLine line, const char* column, const QString& entry) {
        const auto row = static_cast<int>(plate()->plateModel()->lines().indexOf(line));
        plate()->scrollTo(plate()->model()->index(row, columnOf(column)));
        Driver::doubleClickCell(plate(), row, columnOf(column));
        auto* box = plate()->findChild<QComboBox*>();
        ASSERT_NE(box, nullptr);
        ASSERT_GE(box->findText(entry), 0) << qPrintable(entry);
        // A list that has just opened takes no click until a timer of its own has ended.
        const QPointer<QComboBox> chosenIn(box);
        EXPECT_TRUE(Driver::until([&] {
            if (!chosenIn->view()->isVisible())
                QTest::mouseClick(
                    chosenIn, Qt::LeftButton, {},
                    QPoint(chosenIn->width() - 8, chosenIn->height() / 2)); // its arrow
            Driver::settle(QApplication::doubleClickInterval() + 50);
            QAbstractItemView* list = chosenIn->view();
            const QModelIndex at = chosenIn->model()->index(chosenIn->findText(entry), 0);
            list->scrollTo(at);
            QTest::mouseClick(list->viewport(), Qt::LeftButton, {}, list->visualRect(at).center());
            Driver::settle(200);
            return !chosenIn || !chosenIn->isVisible();
        }));
        actions += 3;
        whenShown();
    }

    // What was built is what was meant, and works.
    void expectBuilt() {
        const ComputedFields computed = project().computed;
        ASSERT_EQ(computed.value(name("purchase")).size(), 3);
        EXPECT_EQ(computed.value(name("purchase"))[0].expression, u"customer_id -> phone");
        EXPECT_EQ(computed.value(name("purchase"))[1].expression, u"customer_id -> terms");
        EXPECT_EQ(project().definition(name("purchase"), name("town_id"))->lookup.where,
                  u"county_id = record.county_id");
        EXPECT_EQ(project().definition(name("item"), name("price"))->filledWith,
                  u"article_id -> price");
        for (const Finding& finding : window->workspace()->document()->findings())
            ADD_FAILURE() << qPrintable(finding.cause);
    }
    void expectWorking() {
        // In Use: an article is picked for the third item; the price comes with it.
        Driver::key(Qt::Key_F9);
        Driver::settle(300);
        ASSERT_TRUE(Driver::until([this] { return isShown("item"); }));
        grid()->setFocus();
        grid()->setCurrentIndex(grid()->model()->index(2, columnOf("article_id")));
        Driver::type(name("Lamp"));
        Driver::key(Qt::Key_Return);
        EXPECT_TRUE(Driver::until([this] { return shown(2, "price").contains(name("10")); }))
            << qPrintable(shown(2, "price"));
        Driver::key(Qt::Key_S, Qt::ControlModifier);
        EXPECT_TRUE(Driver::until([this] { return page()->noticeText().contains(name("Saved")); }));
        EXPECT_EQ(database->run(name("SELECT price FROM item WHERE id = 3")).trimmed(),
                  GetParam() == Engine::Sqlite ? name("10.5") : name("10.50"));
        // The purchase shows what its customer is called under, what its items come to, and offers
        // towns of its county; who changed it is told by the save.
        window->showScreen(name("purchase"));
        ASSERT_TRUE(Driver::until([this] { return isShown("purchase"); }));
        Driver::settle(300);
        EXPECT_EQ(shown(0, "customer_phone"), u"555 01");
        EXPECT_EQ(shown(1, "customer_terms"), u"cash");
        EXPECT_TRUE(Driver::until([this] { return shown(0, "item_quantity") == u"5"; }));
        const ScreenBinding* binding = grid()->gridModel()->binding();
        EXPECT_EQ(binding->offered(grid()->gridModel()->recordAt(1),
                                   *binding->screen().field(name("town_id"))),
                  u"county_id = 2");
        grid()->setFocus();
        grid()->setCurrentIndex(grid()->model()->index(1, columnOf("customer_id")));
        Driver::type(name("Calder"));
        Driver::key(Qt::Key_Return);
        EXPECT_TRUE(Driver::until([this] { return shown(1, "customer_terms") == u"30 days"; }));
        Driver::key(Qt::Key_S, Qt::ControlModifier);
        EXPECT_TRUE(Driver::until([this] { return page()->noticeText().contains(name("Saved")); }));
        EXPECT_EQ(database->run(name("SELECT changed_by FROM purchase WHERE id = 2")).trimmed(),
                  personName());
        EXPECT_NE(database->run(name("SELECT COUNT(*) FROM purchase WHERE changed_on IS NOT NULL"))
                      .trimmed(),
                  u"0");
    }

    std::unique_ptr<MainWindow> window;
    int actions = 0;

private:
    QTemporaryDir m_folder;
};

TEST_P(OrderScreen, IsBuiltByKeysAlone) {
    key(Qt::Key_F9);
    ASSERT_NO_FATAL_FAILURE(addByKeys({"Behind customer_id", "phone"}));
    ASSERT_NO_FATAL_FAILURE(addByKeys({"Behind customer_id", "terms"}));
    ASSERT_NO_FATAL_FAILURE(addByKeys({"Of item", "quantity", "sum"}));
    allLinesByKey();
    ASSERT_NO_FATAL_FAILURE(
        setByKeys(PlateLine::OffersWhere, "town_id", name("county_id = record.county_id")));
    ASSERT_NO_FATAL_FAILURE(
        setByKeys(PlateLine::Stamped, "changed_by", name("changed CURRENT_USER")));
    ASSERT_NO_FATAL_FAILURE(
        setByKeys(PlateLine::Stamped, "changed_on", name("changed CURRENT_DATE")));
    ASSERT_NO_FATAL_FAILURE(goToByKeys("Item"));
    allLinesByKey();
    plate()->setFocus();
    ASSERT_NO_FATAL_FAILURE(setByKeys(PlateLine::FilledWith, "price", name("article_id -> price")));
    RecordProperty("keys", actions);
    std::printf("keys: %d\n", actions);
    expectBuilt();
    expectWorking();
}

TEST_P(OrderScreen, IsBuiltByMouseAlone) {
    if (GetParam() != Engine::Sqlite && !qEnvironmentVariableIsSet("GRAVIN_ALL_ROADS"))
        GTEST_SKIP() << "the window is the same on each engine, and the keys were tried on all";
    Driver::key(Qt::Key_F9); // the button of the head does the same
    ++actions;
    ASSERT_NO_FATAL_FAILURE(addByMouse({"Behind customer_id", "phone"}));
    ASSERT_NO_FATAL_FAILURE(addByMouse({"Behind customer_id", "terms"}));
    ASSERT_NO_FATAL_FAILURE(addByMouse({"Of item", "quantity", "sum"}));
    click(Driver::find(name("all-settings")));
    ASSERT_NO_FATAL_FAILURE(
        setByMouse(PlateLine::OffersWhere, "town_id", name("county_id = record.county_id")));
    ASSERT_NO_FATAL_FAILURE(
        setByMouse(PlateLine::Stamped, "changed_by", name("changed CURRENT_USER")));
    ASSERT_NO_FATAL_FAILURE(
        setByMouse(PlateLine::Stamped, "changed_on", name("changed CURRENT_DATE")));
    ASSERT_NO_FATAL_FAILURE(goToByMouse("Item"));
    if (!showsAllLines())
        click(Driver::find(name("all-settings")));
    ASSERT_NO_FATAL_FAILURE(
        setByMouse(PlateLine::FilledWith, "price", name("article_id -> price")));
    RecordProperty("clicks", actions);
    std::printf("clicks: %d\n", actions);
    expectBuilt();
    expectWorking();
}

INSTANTIATE_TEST_SUITE_P(Engines, OrderScreen,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
