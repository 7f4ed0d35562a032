// SPDX-License-Identifier: GPL-3.0-or-later
// gravin-screen-bench [--rows N] [--server URL] [--only PART…]: the real window on a table of N
// visits (1,000,000 unless told), in a file of its own or in an empty database of a server, driven
// as a person does: what is waited for, and how long the interface stands still meanwhile. All
// times in milliseconds.
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/lists/filter_bar.h"
#include "app/use/screen_page.h"
#include "core/changes/change_writer.h"
#include "core/database/worker.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "demonstration.h"
#include "frames.h"

#include <CLI/CLI.hpp>

#include <QApplication>
#include <QClipboard>
#include <QElapsedTimer>
#include <QFile>
#include <QKeyEvent>
#include <QLabel>
#include <QLineEdit>
#include <QScrollBar>
#include <QTemporaryDir>
#include <QTimer>

#include <algorithm>
#include <cstdio>
#include <functional>
#include <random>
#include <thread>
#include <vector>

using namespace gravin;
using namespace gravin::bench;

namespace {

double residentMegabytes() {
    QFile status(QStringLiteral("/proc/self/status"));
    if (!status.open(QIODevice::ReadOnly))
        return 0;
    for (const QByteArray& line : status.readAll().split('\n')) {
        if (line.startsWith("VmRSS:"))
            return line.mid(6).trimmed().split(' ').front().toDouble() / 1024;
    }
    return 0;
}

class Bench {
public:
    explicit Bench(const QString& project) {
        // The empty application: the same window, on nothing.
        {
            MainWindow empty(OpenRequest{});
            empty.resize(1280, 800);
            empty.show();
            QApplication::processEvents();
        }
        m_empty = residentMegabytes();
        m_window = std::make_unique<MainWindow>(OpenRequest{project, {}, true});
        m_window->resize(1280, 800);
        QElapsedTimer opened;
        QObject::connect(m_window.get(), &MainWindow::opened, m_window.get(),
                         [&opened] { opened.start(); });
        m_window->show();
        Stillness still;
        (void)still.until([&] { return opened.isValid() && isShown(); });
        paint();
        std::printf("%-44s %8.1f\n", "open: first rows painted", milliseconds(opened));
        (void)still.until([&] { return view().isComplete(); });
        std::printf("%-44s %8.1f, longest standstill %.1f\n", "open: all keys there",
                    milliseconds(opened), still.longest());
        std::printf("%-44s %8.1f MB over the empty application\n", "memory, all keys there",
                    residentMegabytes() - m_empty);
    }

    void jump() {
        std::mt19937 random(1);
        Frames misses;
        Frames hits;
        for (int i = 0; i < 100; ++i) {
            const auto place =
                static_cast<qsizetype>(random() % static_cast<quint64>(view().count()));
            misses.take(goTo(place));
            (void)goTo(std::max<qsizetype>(0, place - 30));
            hits.take(goTo(place));
        }
        misses.print("jump anywhere, not read before");
        hits.print("jump back to what is there");
    }

    void page() {
        Frames first;
        Frames again;
        for (Frames* frames : {&first, &again}) {
            (void)goTo(view().count() / 3);
            for (int i = 0; i < 60; ++i) {
                QElapsedTimer timer;
                timer.start();
                grid().verticalScrollBar()->triggerAction(QAbstractSlider::SliderPageStepAdd);
                paint();
                frames->take(milliseconds(timer));
                Stillness still;
                (void)still.until([&] { return isShown(); });
            }
        }
        first.print("page down, not read before: frames");
        again.print("page down, read before: frames");
    }

    void drag() {
        Frames frames;
        QScrollBar& bar = *grid().verticalScrollBar();
        for (int step = 0; step < 300; ++step) {
            QElapsedTimer timer;
            timer.start();
            bar.setValue(static_cast<int>(static_cast<qint64>(bar.maximum()) * step / 300));
            paint();
            frames.take(milliseconds(timer));
            QApplication::processEvents();
        }
        frames.print("drag over the whole table: frames");
    }

    void sort() {
        for (const char* column : {"cost", "report"}) {
            const auto before = view().query();
            Stillness still;
            QElapsedTimer timer;
            timer.start();
            screen().filterBar()->sortBy(QLatin1String(column), false);
            (void)still.until([&] { return view().isComplete() && !(view().query() == before); });
            (void)still.until([&] { return isShown(); });
            paint();
            std::printf(
                "%-44s %8.1f, longest standstill %.1f\n",
                qPrintable(
                    QStringLiteral("sort by %1, without an index").arg(QLatin1String(column))),
                milliseconds(timer), still.longest());
        }
        std::printf("%-44s %8.1f MB over the empty application\n", "memory, sorted",
                    residentMegabytes() - m_empty);
        screen().filterBar()->sortBy(QStringLiteral("id"), false);
        Stillness still;
        (void)still.until([&] { return view().isComplete(); });
    }

    void search() {
        auto* line = screen().findChild<QLineEdit*>(QStringLiteral("search"));
        Stillness still;
        QString typed;
        for (const QChar letter : QStringLiteral("lamp glass")) {
            typed += letter;
            line->setText(typed);
            QElapsedTimer timer;
            timer.start();
            (void)still.until([&] { return timer.elapsed() > 90; }); // the next key
        }
        QElapsedTimer timer;
        timer.start();
        (void)still.until([&] { return view().query().search == typed && view().isComplete(); });
        std::printf("%-44s %8.1f after the last letter, %lld found, longest standstill %.1f\n",
                    "search ten letters over all fields", milliseconds(timer),
                    static_cast<long long>(view().count()), still.longest());
        line->clear();
        (void)still.until([&] { return view().query().search.isEmpty() && view().isComplete(); });
    }

    void group() {
        Stillness still;
        QElapsedTimer timer;
        timer.start();
        screen().filterBar()->groupBy(QStringLiteral("vessel_id"));
        (void)still.until([&] { return grid().gridModel()->isGrouped(); });
        std::printf("%-44s %8.1f, longest standstill %.1f\n", "group by a field, with sums",
                    milliseconds(timer), still.longest());
        screen().filterBar()->groupBy(QStringLiteral("vessel_id"));
    }

    // Until the foot says how many are selected.
    void selectAll() {
        const auto* position = screen().findChild<QLabel*>(QStringLiteral("position"));
        const QString count = QLocale().toString(static_cast<qint64>(view().count()));
        QElapsedTimer timer;
        timer.start();
        QKeyEvent key(QEvent::KeyPress, Qt::Key_A, Qt::ControlModifier);
        QApplication::sendEvent(&grid(), &key);
        const auto isSaid = [&] { return position->text().endsWith(tr("%1 selected").arg(count)); };
        Stillness still;
        const bool isDone = isSaid() || still.until(isSaid);
        paint();
        std::printf("%-44s %8.1f%s\n", "Ctrl+A, counted in the foot", milliseconds(timer),
                    isDone ? "" : " (not counted)");
        grid().setCurrentRecord(grid().gridModel()->recordAt(0));
    }

    // Somebody else changes 2,000 records of a sorted list as one change.
    void othersChange(const ConnectionSpec& spec) {
        screen().filterBar()->sortBy(QStringLiteral("cost"), false);
        Stillness sorting;
        (void)sorting.until([&] { return view().isComplete() && !view().query().sort.isEmpty(); });
        (void)sorting.until([&] { return isShown(); });
        bool isTold = false;
        QObject context;
        QObject::connect(m_window->workspace()->writing(), &Writing::committed, &context,
                         [&] { isTold = true; });
        std::vector<Key> touched;
        for (qint64 id = 1; id <= 2000; ++id)
            touched.push_back(Key({Value::integer(id)}));
        // What the list is sorted by: it has to be read anew.
        std::thread other([&] {
            changeAsSomebodyElse(spec, touched, QStringLiteral("cost"),
                                 Value::decimal(*Decimal::fromText(QStringLiteral("12.34"))));
        });
        Stillness still;
        QElapsedTimer timer;
        timer.start();
        (void)still.until([&] { return isTold; });
        (void)still.until([&] { return view().isComplete() && isShown(); });
        other.join();
        paint();
        std::printf("%-44s %8.1f, longest standstill %.1f\n",
                    "2,000 records changed by somebody else", milliseconds(timer), still.longest());
        screen().filterBar()->sortBy(QStringLiteral("id"), false);
        (void)sorting.until([&] { return view().isComplete(); });
    }

    // A record of a sorted list gets another place, by somebody else: from the news of it on.
    void placeOne(const ConnectionSpec& spec) {
        screen().filterBar()->sortBy(QStringLiteral("cost"), false);
        Stillness sorting;
        (void)sorting.until([&] { return view().isComplete() && !view().query().sort.isEmpty(); });
        (void)sorting.until([&] { return isShown(); });
        const Key touched = view().keyAt(view().count() / 3);
        const qsizetype before = view().rowOf(touched);
        QElapsedTimer timer;
        bool isRead = false;
        QObject context;
        QObject::connect(m_window->workspace()->writing(), &Writing::committed, &context,
                         [&] { timer.start(); });
        QObject::connect(&view(), &RecordView::rowsAboutToBeAppended, &context,
                         [&] { isRead = true; });
        std::thread other([&] {
            changeAsSomebodyElse(spec, {touched}, QStringLiteral("cost"),
                                 Value::decimal(*Decimal::fromText(QStringLiteral("0.01"))));
        });
        Stillness still;
        (void)still.until([&] { return timer.isValid() && view().rowOf(touched) != before; });
        (void)still.until([&] { return isShown(); });
        other.join();
        paint();
        std::printf("%-44s %8.1f, longest standstill %.1f%s\n",
                    "one record of a sorted list, by somebody else", milliseconds(timer),
                    still.longest(), isRead ? ", read anew" : "");
        screen().filterBar()->sortBy(QStringLiteral("id"), false);
        (void)sorting.until([&] { return view().isComplete(); });
    }

    // A column of 1,000 values, as from a spreadsheet. All of them stay drafts.
    void paste() {
        constexpr int Rows = 1000;
        QStringList lines;
        for (int row = 0; row < Rows; ++row)
            lines += QString::number(1000 + row); // other than what is stored
        QGuiApplication::clipboard()->setText(lines.join(u'\n'));
        (void)goTo(0);
        screen().grid()->focusField(QStringLiteral("hours"));
        // Whatever keys were held for what was measured before.
        grid().selectionModel()->setCurrentIndex(grid().currentIndex(),
                                                 QItemSelectionModel::ClearAndSelect);
        Stillness still;
        QElapsedTimer timer;
        timer.start();
        Q_EMIT grid().cellsRequested(CellAction::Paste);
        (void)still.until([&] { return drafts().all().size() >= Rows; });
        // What follows it: the foot, the journal, questions to the database.
        QElapsedTimer after;
        after.start();
        (void)still.until([&] { return after.elapsed() > 1000; });
        std::printf("%-44s %8.1f, longest standstill %.1f\n", "1,000 drafts pasted",
                    milliseconds(timer), still.longest());
    }

    // With a draft, a check that warns and a tag in every row.
    void paintMarked() {
        Frames frames;
        for (int i = 0; i < 100; ++i) {
            grid().verticalScrollBar()->setValue(i % 2 == 0 ? 40 : 0);
            QElapsedTimer timer;
            timer.start();
            paint();
            frames.take(milliseconds(timer));
        }
        frames.print("painting a page, all marked");
        for (const RecordId& id : drafts().all())
            m_window->workspace()->records()->discard(QStringLiteral("visit"), id);
    }

private:
    static QString tr(const char* text) { return ScreenPage::tr(text); }
    DraftStore& drafts() {
        return *m_window->workspace()->records()->drafts(QStringLiteral("visit"));
    }
    static void changeAsSomebodyElse(const ConnectionSpec& spec, const std::vector<Key>& keys,
                                     const QString& column, const Value& value) {
        auto session = Session::open(spec, Session::Access::ReadWrite);
        if (!session)
            return;
        const Catalog catalog = *(*session)->readCatalog();
        ChangeRequest request;
        request.person = QStringLiteral("somebody else");
        request.action = QStringLiteral("edit");
        for (const Key& key : keys)
            request.edits.push_back(
                {Operation::Update, QStringLiteral("visit"), key, {}, {{column, value}}});
        (void)ChangeWriter(**session, catalog, {}).write(request);
    }
    ScreenPage& screen() { return *m_window->currentPage(); }
    GridView& grid() { return *screen().grid(); }
    RecordView& view() { return *grid().gridModel()->view(); }
    void paint() { grid().viewport()->repaint(); }
    // All rows in sight have their values.
    bool isShown() {
        if (!m_window->currentPage() || grid().model()->rowCount() == 0)
            return false;
        const int first = grid().rowAt(0);
        int last = grid().rowAt(grid().viewport()->height() - 1);
        if (last < 0)
            last = grid().model()->rowCount() - 1;
        for (int row = first; row <= last; ++row) {
            if (grid().model()->index(row, 0).data(GridModel::PendingRole).toBool())
                return false;
        }
        return true;
    }
    double goTo(qsizetype place) {
        QElapsedTimer timer;
        timer.start();
        grid().setCurrentRecord(grid().gridModel()->rows().recordAtIndex(place));
        Stillness still;
        if (!isShown())
            (void)still.until([&] { return isShown(); });
        paint();
        return milliseconds(timer);
    }

    double m_empty = 0;
    std::unique_ptr<MainWindow> m_window;
};

} // namespace

int main(int argc, char** argv) {
    const QApplication application(argc, argv);
    // Behind all windows: nothing of Qt may go while a connection is still being closed.
    const struct Closing {
        ~Closing() { (void)gravin::Worker::waitUntilAllClosed(std::chrono::seconds(30)); }
    } closing;
    CLI::App arguments("Times the real window on a large table.", "gravin-screen-bench");
    int rows = 1'000'000;
    std::string server;
    arguments.add_option("--rows", rows, "rows of the table")->check(CLI::PositiveNumber);
    arguments.add_option("--server", server, "address of an empty database, else a file");
    std::vector<std::string> only;
    arguments.add_option("--only", only,
                         "of: jump page drag sort search group select place others marked");
    CLI11_PARSE(arguments, argc, argv);

    QTemporaryDir folder;
    ConnectionSpec spec{Engine::Sqlite, folder.filePath(QStringLiteral("bench.db")), true};
    Status loaded = ok();
    if (server.empty()) {
        loaded = writeDemonstrationDatabase(spec.path, {rows});
    } else {
        spec = *ConnectionSpec::fromUrl(QString::fromStdString(server));
        spec.changeLog = true;
        loaded = loadDemonstration(spec, {rows});
    }
    if (!loaded) {
        std::fprintf(stderr, "%s\n%s\n", qPrintable(loaded.error().sentence),
                     qPrintable(loaded.error().detail));
        return 3;
    }
    Project project;
    project.connection = spec;
    const Catalog catalog = *(*Session::open(spec, Session::Access::ReadOnly))->readCatalog();
    addGeneratedScreen(project, catalog, *catalog.table(QStringLiteral("visit")),
                       Arrangement::Grid);
    const QString file = folder.filePath(QStringLiteral("bench.gravin"));
    if (!saveProject(project, file))
        return 3;
    std::printf("%d rows, %s\n", rows, qPrintable(engineName(spec.engine)));
    const auto isWanted = [&](const char* name) {
        return only.empty() || std::find(only.begin(), only.end(), name) != only.end();
    };
    {
        Bench bench(file);
        const std::vector<std::pair<const char*, std::function<void()>>> parts{
            {"jump", [&] { bench.jump(); }},
            {"page", [&] { bench.page(); }},
            {"drag", [&] { bench.drag(); }},
            {"sort", [&] { bench.sort(); }},
            {"search", [&] { bench.search(); }},
            {"group", [&] { bench.group(); }},
            {"select", [&] { bench.selectAll(); }},
            {"place", [&] { bench.placeOne(spec); }},
            {"others", [&] { bench.othersChange(spec); }}};
        for (const auto& [name, part] : parts) {
            if (isWanted(name))
                part();
        }
    }
    if (!isWanted("marked"))
        return 0;
    TableChecks& checks = project.checks[QStringLiteral("visit")];
    Check unusual;
    unusual.kind = CheckKind::Range;
    unusual.column = QStringLiteral("hours");
    unusual.least = QStringLiteral("100");
    unusual.severity = Severity::Warn;
    checks.checks = {unusual};
    checks.tags = {{QStringLiteral("id > 0"), QStringLiteral("every one")}};
    if (!saveProject(project, file))
        return 3;
    Bench marked(file);
    marked.paste();
    marked.paintMarked();
    return 0;
}
