// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/build_face.h"
#include "app/build/plate_view.h"
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/record_form.h"
#include "app/use/screen_page.h"
#include "core/records/table_reader.h"
#include "demonstration.h"
#include "driver.h"
#include "support/writes.h"

#include <gtest/gtest.h>

#include <QApplication>
#include <QTemporaryDir>

namespace gravin::test {

// The real main window on a copy of the demonstration, worked through the driver; what is stored is
// read from the database itself.
class OpenDemonstration : public ::testing::Test {
protected:
    void SetUp() override {
        const auto project = writeDemonstration(m_folder.path());
        ASSERT_TRUE(project);
        open(*project);
    }

    void open(const QString& project, bool useOnly = false) {
        m_window = std::make_unique<MainWindow>(OpenRequest{project, {}, useOnly});
        m_window->show();
        m_window->activateWindow();
        ASSERT_TRUE(Driver::until([this] { return page() && areRowsRead(); }));
        Driver::settle(250);
    }
    // Whether the rows at the top, which tests begin with, are there with what they hold.
    bool areRowsRead() const {
        const GridModel* model = grid()->gridModel();
        RecordStore* store =
            model->binding()->workspace()->records()->store(model->binding()->tableName());
        for (int row = 0; row < std::min(model->rowCount(), 10); ++row) {
            const RecordId id = model->recordAt(row);
            if (!id.isNone() && !id.isNew() && !store->record(id.key))
                return false;
        }
        return model->rowCount() > 0;
    }

    // A window in which no project is open yet.
    void beginWithout() {
        m_window = std::make_unique<MainWindow>(OpenRequest{});
        m_window->show();
        m_window->activateWindow();
    }

    QString folder() const { return m_folder.path(); }
    MainWindow& window() { return *m_window; }
    void closeWindow() { m_window.reset(); }
    Workspace& workspace() { return *m_window->workspace(); }
    ScreenPage* page() const { return m_window->currentPage(); }
    GridView* grid() const { return page()->grid(); }
    RecordForm* form() const { return page()->form(); }

    int plateRow(PlateLine line) const {
        return static_cast<int>(
            BuildFace::of(page())->plate()->plateModel()->lines().indexOf(line));
    }
    int columnOf(const char* column) const {
        const auto& fields = grid()->gridModel()->binding()->fields();
        for (int i = 0; i < fields.size(); ++i) {
            if (fields[i].name() == QLatin1String(column))
                return i;
        }
        ADD_FAILURE() << "no field " << column;
        return 0;
    }

    // As typing into the field of that row does, without the keys.
    void typeIn(int row, const char* column, const char* utf8) {
        const BoundScreen& screen = grid()->gridModel()->binding()->screen();
        const RecordId id = grid()->gridModel()->recordAt(row);
        (void)Driver::until([&] {
            return id.isNew() || workspace().records()->store(screen.table->name)->record(id.key);
        });
        workspace().records()->type(screen, id, *screen.field(QLatin1String(column)),
                                    QString::fromUtf8(utf8));
    }

    // What the grid shows.
    QString shown(int row, const char* column) const {
        return grid()->model()->index(row, columnOf(column)).data().toString();
    }

    // What the database holds, read through a connection of the test's own.
    Value stored(qint64 id, const char* column) const {
        auto session =
            Session::open({Engine::Sqlite, m_folder.filePath(QStringLiteral("harbour.db")), true},
                          Session::Access::ReadOnly);
        const Catalog catalog = *(*session)->readCatalog();
        const Table& aid = *catalog.table(QStringLiteral("aid"));
        const auto record = TableReader(**session, aid).record(Key({Value::integer(id)}));
        if (!record || !*record)
            return Value::text(QStringLiteral("no such record"));
        return (*record)->values[static_cast<size_t>(aid.indexOf(QLatin1String(column)))];
    }
    std::string storedText(qint64 id, const char* column) const {
        const Value value = stored(id, column);
        return value.kind() == Value::Kind::Text ? value.asText().toStdString()
                                                 : value.encoded().toStdString();
    }

    // Another program writes.
    void writeOutside(const QString& sql) const {
        auto session =
            Session::open({Engine::Sqlite, m_folder.filePath(QStringLiteral("harbour.db")), true},
                          Session::Access::ReadWrite);
        // As most programs leave it: references are not enforced.
        ASSERT_TRUE(writerOf(*session).execute(QStringLiteral("PRAGMA foreign_keys = OFF")));
        ASSERT_TRUE(writerOf(*session).execute(sql));
    }

    bool noticed(const char* part) const {
        return Driver::until([&] { return page()->noticeText().contains(QLatin1String(part)); });
    }

private:
    QTemporaryDir m_folder;
    std::unique_ptr<MainWindow> m_window;
};

} // namespace gravin::test
