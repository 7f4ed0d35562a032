// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-nested-bench [--parents N]: rows within rows, N accounts (100,000 unless told) with ten
// charges each in a file of its own, driven as a person does. A frame is what happens between an
// action and its picture, and each turn of the event loop after it until all is there.
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/lines/nested_lists.h"
#include "app/use/screen_page.h"
#include "core/changes/change_writer.h"
#include "core/database/worker.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "frames.h"

#include <CLI/CLI.hpp>

#include <QScrollBar>
#include <QTemporaryDir>

#include <sqlite3.h>

using namespace gravin;
using namespace gravin::bench;

namespace {

constexpr double ShortestTurn = 0.5; // shorter ones are waiting, not frames

bool fill(const QString& path, int parents) {
    const QByteArray sql =
        QStringLiteral(
            "CREATE TABLE account (id INTEGER PRIMARY KEY, holder VARCHAR(40) NOT NULL, berth "
            "VARCHAR(8), opened DATE, note TEXT);"
            "CREATE TABLE charge (account_id INTEGER NOT NULL REFERENCES account (id), line "
            "INTEGER NOT NULL, what VARCHAR(40) NOT NULL, days INTEGER NOT NULL, rate "
            "DECIMAL(8,2) NOT NULL, PRIMARY KEY (account_id, line));"
            "WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < %1) INSERT "
            "INTO account SELECT i, 'Holder ' || i, 'B' || (i % 97), date('2020-01-01', '+' || (i "
            "% 2000) || ' days'), 'Keeps to the north quay' FROM n;"
            "WITH RECURSIVE n (i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < 10) INSERT "
            "INTO charge SELECT account.id, n.i, 'Berth, week ' || n.i, n.i % 7 + 1, (account.id * "
            "n.i) % 900 / 10.0 FROM account, n;")
            .arg(parents)
            .toUtf8();
    sqlite3* database = nullptr;
    const bool isDone =
        sqlite3_open(path.toUtf8().constData(), &database) == SQLITE_OK &&
        sqlite3_exec(database, sql.constData(), nullptr, nullptr, nullptr) == SQLITE_OK;
    sqlite3_close(database);
    return isDone;
}

class Bench {
public:
    explicit Bench(const QString& project)
        : m_window(std::make_unique<MainWindow>(OpenRequest{project, {}, true})) {
        m_window->resize(1280, 800);
        m_window->show();
        Stillness still;
        (void)still.until([&] { return m_window->currentPage() && view().isComplete(); });
        (void)still.until([&] { return isSettled(); });
    }

    void openAndClose(int rows) {
        Frames opening;
        Frames closing;
        const auto step = std::max<qsizetype>(1, view().count() / rows);
        for (int i = 0; i < rows; ++i) {
            toggle(i * step, opening);
            // Every second one stays open.
            if (i % 2 == 0)
                toggle(i * step, closing);
        }
        opening.print("opening a row: frames");
        closing.print("closing it: frames");
    }

    // Through neighbours that are all open.
    void page() {
        for (int i = 0; i < 150; ++i)
            model().openRow(model().rows().recordAtIndex(i), true);
        grid().verticalScrollBar()->setValue(0);
        Frames none;
        settle(none);
        Frames frames;
        for (int i = 0; i < 60; ++i) {
            act(frames, [&] {
                grid().verticalScrollBar()->triggerAction(QAbstractSlider::SliderPageStepAdd);
            });
        }
        frames.print("paging through open rows: frames");
    }

    void drag() {
        Frames frames;
        QScrollBar& bar = *grid().verticalScrollBar();
        for (int step = 0; step < 300; ++step)
            act(
                frames,
                [&] {
                    bar.setValue(static_cast<int>(static_cast<qint64>(bar.maximum()) * step / 300));
                },
                false);
        settle(frames);
        frames.print("dragging over the whole table: frames");
        Frames slowly;
        for (int step = 0; step < 400; ++step)
            act(
                slowly, [&] { bar.setValue(step * 40); }, false);
        settle(slowly);
        slowly.print("dragging through open rows: frames");
    }

private:
    void toggle(qsizetype place, Frames& frames) {
        grid().setCurrentRecord(model().rows().recordAtIndex(place));
        Frames none;
        settle(none);
        act(frames, [&] { grid().toggleRow(grid().currentIndex().row()); });
    }
    template <typename Action>
    void act(Frames& frames, const Action& action, bool untilSettled = true) {
        QElapsedTimer timer;
        timer.start();
        action();
        grid().viewport()->repaint();
        frames.take(milliseconds(timer));
        if (untilSettled)
            settle(frames);
        else
            turn(frames);
    }
    static void turn(Frames& frames) {
        QElapsedTimer timer;
        timer.start();
        QApplication::processEvents();
        if (const double time = milliseconds(timer); time >= ShortestTurn)
            frames.take(time);
    }
    void settle(Frames& frames) {
        QElapsedTimer all;
        all.start();
        do
            turn(frames);
        while (!isSettled() && all.elapsed() < 30'000);
    }
    // All rows in sight have their values, and their insets what belongs there.
    bool isSettled() {
        if (!m_window->currentPage()->nested()->isSettled())
            return false;
        const int height = grid().viewport()->height();
        for (int row = std::max(0, grid().rowAt(0)); row < model().rowCount(); ++row) {
            if (grid().rowViewportPosition(row) >= height)
                break;
            if (model().index(row, 0).data(GridModel::PendingRole).toBool())
                return false;
        }
        return true;
    }
    GridView& grid() { return *m_window->currentPage()->grid(); }
    GridModel& model() { return *grid().gridModel(); }
    RecordView& view() { return *model().view(); }

    std::unique_ptr<MainWindow> m_window;
};

} // namespace

int main(int argc, char** argv) {
    const QApplication application(argc, argv);
    // Behind all windows: nothing of Qt may go while a connection is still being closed.
    const struct Closing {
        ~Closing() { (void)Worker::waitUntilAllClosed(std::chrono::seconds(30)); }
    } closing;
    CLI::App arguments("Times rows within rows on many records.", "gravin-nested-bench");
    int parents = 100'000;
    arguments.add_option("--parents", parents, "rows that open")->check(CLI::PositiveNumber);
    CLI11_PARSE(arguments, argc, argv);

    const QTemporaryDir folder;
    const ConnectionSpec spec{Engine::Sqlite, folder.filePath(QStringLiteral("nested.db")), true};
    if (!fill(spec.path, parents))
        return 3;
    Project project;
    project.connection = spec;
    const Catalog catalog = *(*Session::open(spec, Session::Access::ReadOnly))->readCatalog();
    addGeneratedScreen(project, catalog, *catalog.table(QStringLiteral("account")),
                       Arrangement::GridNested);
    const QString file = folder.filePath(QStringLiteral("nested.gravin"));
    if (!saveProject(project, file))
        return 3;
    std::printf("%d rows with %d within them, %s\n", parents, 10 * parents,
                qPrintable(engineName(spec.engine)));
    Bench bench(file);
    bench.openAndClose(200);
    bench.page();
    bench.drag();
    return 0;
}
