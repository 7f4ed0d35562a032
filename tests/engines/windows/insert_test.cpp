// SPDX-License-Identifier: GPL-3.0-or-later
// Real windows on all three engines: new records whose key the database gives, and lookups.
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/record_form.h"
#include "app/use/screen_page.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "driver.h"
#include "engines/demonstrated.h"

#include <QApplication>

namespace gravin::test {
namespace {

class Windows : public Demonstrated {
protected:
    void TearDown() override { window.reset(); }

    void show(const char* table, Arrangement arrangement) {
        auto session = database->open();
        const auto catalog = session->readCatalog();
        ASSERT_TRUE(catalog);
        Project project;
        project.connection = database->spec();
        project.connection.changeLog = true;
        addGeneratedScreen(project, *catalog, *catalog->table(QLatin1String(table)), arrangement);
        const QString file = folder.filePath(QStringLiteral("windows.gravin"));
        ASSERT_TRUE(saveProject(project, file));
        window = std::make_unique<MainWindow>(OpenRequest{file, {}, false});
        window->show();
        window->activateWindow();
        ASSERT_TRUE(Driver::until([this] {
            return window->currentPage() && window->currentPage()->grid()->model()->rowCount() > 0;
        }));
        Driver::settle(300);
    }
    GridView* grid() { return window->currentPage()->grid(); }
    QString shown(const char* column) {
        const auto& fields = grid()->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return grid()->model()->index(grid()->currentIndex().row(), i).data().toString();
        }
        return {};
    }
    bool noticed(const char* part) {
        return Driver::until(
            [&] { return window->currentPage()->noticeText().contains(QLatin1String(part)); });
    }
    QString storedKey(const char* table, const char* name) const {
        return database
            ->run(QStringLiteral("SELECT id FROM %1 WHERE name = '%2'")
                      .arg(QLatin1String(table), QLatin1String(name)))
            .trimmed();
    }

    std::unique_ptr<MainWindow> window;
};

TEST_P(Windows, ANewRecordInTheGridShowsItsKeyAtOnce) {
    show("supplier", Arrangement::Grid);
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    EXPECT_EQ(shown("id"), QStringLiteral("given on save"));
    // The first cell that can be edited is open.
    Driver::type(QStringLiteral("Ösel Ropes"));
    Driver::key(Qt::Key_Return);
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Added")) << qPrintable(window->currentPage()->noticeText());
    EXPECT_EQ(shown("name"), QStringLiteral("Ösel Ropes"));
    EXPECT_EQ(shown("id"), QStringLiteral("13"));
    EXPECT_EQ(
        database->run(QStringLiteral("SELECT count(*) FROM supplier WHERE id = 13")).trimmed(),
        QStringLiteral("1"));
}

TEST_P(Windows, ANewRecordInTheFormFindsItsLookupAndShowsItsKey) {
    show("crew", Arrangement::GridForm);
    Driver::key(Qt::Key_N, Qt::ControlModifier);
    Driver::type(QStringLiteral("Ana Reef"));
    Driver::key(Qt::Key_Tab);
    Driver::type(QStringLiteral("diver"));
    Driver::key(Qt::Key_Tab);
    // A vessel by a part of its name.
    const QString vessel =
        database->run(QStringLiteral("SELECT name FROM vessel ORDER BY name")).section(u'\n', 0, 0);
    Driver::type(vessel.toUpper());
    Driver::key(Qt::Key_Return);
    EXPECT_TRUE(Driver::until([&] { return shown("vessel_id") == vessel; }))
        << qPrintable(shown("vessel_id"));
    Driver::key(Qt::Key_S, Qt::ControlModifier);
    ASSERT_TRUE(noticed("Added Ana Reef")) << qPrintable(window->currentPage()->noticeText());
    EXPECT_EQ(shown("id"), storedKey("crew", "Ana Reef"));
    EXPECT_EQ(database
                  ->run(QStringLiteral("SELECT vessel.name FROM crew JOIN vessel ON vessel.id = "
                                       "crew.vessel_id WHERE crew.name = 'Ana Reef'"))
                  .trimmed(),
              vessel);
}

INSTANTIATE_TEST_SUITE_P(OnEach, Windows,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
