// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "session/workspace.h"
#include "support/scratch.h"
#include "support/text.h"

#include <QCoreApplication>
#include <QElapsedTimer>
#include <QThread>

namespace gravin::test {

// An open project without any window, on a small database of its own: boats at berths.
class OpenProject : public ::testing::Test {
protected:
    // `more`: tables beside them, by their names, and how they are made.
    explicit OpenProject(const QString& more = {}, const QStringList& moreTables = {})
        : database(
              QStringLiteral(
                  "CREATE TABLE berth (id INTEGER PRIMARY KEY, name TEXT NOT NULL UNIQUE);"
                  "CREATE TABLE boat (id INTEGER PRIMARY KEY, name TEXT NOT NULL, length NUMERIC "
                  "CHECK (length < 100), berth_id INTEGER REFERENCES berth (id));"
                  "INSERT INTO berth VALUES (1, 'North'), (2, 'South');"
                  "INSERT INTO boat VALUES (1, 'Heron', 7, 1), (2, 'Tern', 9, 1), (3, 'Skua', 8, "
                  "2);") +
              more) {
        qputenv("XDG_DATA_HOME", database.folder().toUtf8());
        Project project;
        project.name = QStringLiteral("Boats");
        project.connection = database.spec();
        const Catalog catalog = *database.open()->readCatalog();
        for (const QString& table : QStringList{name("boat"), name("berth")} + moreTables)
            addGeneratedScreen(project, catalog, *catalog.table(table), Arrangement::GridForm);
        EXPECT_TRUE(saveProject(project, file()));
        std::optional<Error> failure;
        Workspace::open(file(), project, &m_context, [&](const auto& opened) {
            if (opened)
                m_workspace = *opened;
            else
                failure = opened.error();
        });
        EXPECT_TRUE(until([&] { return m_workspace || failure; }));
        QObject::connect(m_workspace->notices(), &Notices::said, &m_context,
                         [this](const Notice& notice) { said.append(notice); });
    }
    ~OpenProject() override {
        m_workspace.reset();
        EXPECT_TRUE(Worker::waitUntilAllClosed(std::chrono::seconds(20)));
    }

    static bool until(const std::function<bool()>& condition) {
        QElapsedTimer timer;
        timer.start();
        while (!condition()) {
            if (timer.elapsed() > 20'000)
                return false;
            QCoreApplication::processEvents(QEventLoop::AllEvents, 10);
            QCoreApplication::sendPostedEvents(nullptr, QEvent::DeferredDelete);
            QThread::msleep(1);
        }
        return true;
    }
    static void settle() {
        for (int turn = 0; turn < 20; ++turn)
            QCoreApplication::processEvents();
    }

    QString file() const { return database.folder() + QStringLiteral("/boats.gravin"); }
    Workspace& workspace() { return *m_workspace; }
    void close() { m_workspace.reset(); }
    Records& records() { return *m_workspace->records(); }
    Writing& writing() { return *m_workspace->writing(); }
    BoundScreen screen(const char* table) { return *m_workspace->document()->bound(name(table)); }
    const BoundField& fieldOf(const BoundScreen& screen, const char* column) {
        return *screen.field(name(column));
    }
    DraftStore& drafts(const char* table) { return *records().drafts(name(table)); }
    // Reads the record into the cache.
    const Record* record(const char* table, qint64 id) {
        RecordStore* store = records().store(name(table));
        (void)until([&] { return store->record(key(id)) || store->isGone(key(id)); });
        return store->record(key(id));
    }
    void type(qint64 boat, const char* column, const char* typed) {
        ASSERT_NE(record("boat", boat), nullptr);
        const BoundScreen bound = screen("boat");
        records().type(bound, {key(boat), 0}, fieldOf(bound, column), QString::fromUtf8(typed));
    }
    bool isSaid(const char* part) {
        return until([&] {
            return std::any_of(said.begin(), said.end(), [&](const Notice& notice) {
                return notice.text.contains(QString::fromUtf8(part));
            });
        });
    }
    QString stored(const char* sql) const { return database.sqlite(name(sql)).trimmed(); }

    ScratchDatabase database;
    QList<Notice> said;

private:
    QObject m_context;
    std::shared_ptr<Workspace> m_workspace;
};

} // namespace gravin::test
