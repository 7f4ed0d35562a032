// SPDX-License-Identifier: GPL-3.0-or-later
// A project that leaves its account open: the first start asks for it, and the next one does not.
#include "app/connect/connection_page.h"
#include "app/grid/grid_view.h"
#include "app/shell/main_window.h"
#include "app/use/screen_page.h"
#include "core/database/own_access.h"
#include "core/database/secrets.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/project/project_file.h"
#include "driver.h"
#include "support/engines.h"
#include "support/text.h"

#include <QCoreApplication>
#include <QLineEdit>
#include <QPushButton>

namespace gravin::test {
namespace {

class AccessAsked : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        qputenv("XDG_DATA_HOME", folder.path().toUtf8());
        user = name("ida_%1").arg(QCoreApplication::applicationPid());
        database->run(name("CREATE TABLE visit (id INTEGER PRIMARY KEY, state VARCHAR(20)); INSERT "
                           "INTO visit VALUES (1, 'open');"));
        database->run(
            name("CREATE ROLE %1 LOGIN PASSWORD 'ebb'; GRANT SELECT ON visit TO %1;").arg(user));
        auto session = database->open();
        const auto catalog = session->readCatalog();
        ASSERT_TRUE(catalog);
        Project project;
        project.connection = database->spec();
        addGeneratedScreen(project, *catalog, *catalog->table(name("visit")), Arrangement::Grid);
        project.connection.host = QString::fromLocal8Bit(qgetenv("PGHOST"));
        project.connection.port = qgetenv("PGPORT").toInt();
        project.connection.user.clear();
        project.connection.changeLog = false;
        ASSERT_TRUE(saveProject(project, file()));
        open = project.connection;
        for (const QByteArray& each : hidden) {
            environment.insert(each, qgetenv(each));
            qunsetenv(each);
        }
    }
    void TearDown() override {
        window.reset();
        if (IsSkipped())
            return;
        for (auto each = environment.begin(); each != environment.end(); ++each) {
            if (!each->isNull())
                qputenv(each.key(), *each);
        }
        database->run(name("DROP OWNED BY %1; DROP ROLE %1;").arg(user));
        qunsetenv("XDG_DATA_HOME");
    }
    QString file() const { return folder.filePath(name("p.gravin")); }
    void start() {
        window = std::make_unique<MainWindow>(OpenRequest{file(), {}, true});
        window->show();
        window->activateWindow();
    }
    bool isShown() {
        return Driver::until([this] {
            return window->currentPage() && window->currentPage()->grid()->model()->rowCount() == 1;
        });
    }
    QLineEdit* field(const char* objectName) {
        return window->findChild<ConnectionPage*>()->findChild<QLineEdit*>(name(objectName));
    }

    QTemporaryDir folder;
    const QByteArrayList hidden{"PGUSER", "PGPASSWORD"}; // what would let the test in by itself
    QMap<QByteArray, QByteArray> environment;
    QString user;
    ConnectionSpec open;
    std::unique_ptr<MainWindow> window;
};

TEST_P(AccessAsked, OnceAndRememberedOutsideOfTheProject) {
    QFile project(file());
    ASSERT_TRUE(project.open(QIODevice::ReadOnly));
    const QByteArray before = project.readAll();
    start();
    ASSERT_TRUE(Driver::until([this] { return field("user") && field("user")->hasFocus(); }));
    EXPECT_FALSE(field("host")->isEnabled()) << "the project says it";
    Driver::type(user);
    field("password")->setFocus();
    Driver::type(name("ebb"));
    Driver::key(Qt::Key_Return);
    Driver::click(name("create-project"), window.get());
    ASSERT_TRUE(isShown());
    window.reset();
    // A new run knows the account, and asks for nothing where the password is still known.
    OwnAccess::remember(open, open);
    start();
    EXPECT_TRUE(isShown());
    project.seek(0);
    EXPECT_EQ(project.readAll(), before);
    EXPECT_FALSE(before.contains(user.toUtf8()));
}

INSTANTIATE_TEST_SUITE_P(Each, AccessAsked, testing::Values(Engine::PostgreSql), engineTestName);

} // namespace
} // namespace gravin::test
