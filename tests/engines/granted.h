// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/change_writer.h"
#include "core/database/secrets.h"
#include "core/fitting/binding.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/grants.h"
#include "core/project/project_catalog.h"
#include "support/engines.h"
#include "support/text.h"
#include "support/writes.h"

#include <QCoreApplication>

#include <map>

namespace gravin::test {

// A project with roles on a server, for each a real account with just what `gravin grants` says.
// Aids to navigation: clerks keep those of the North, without their price; a foreman all of them,
// and the pay; a developer does everything.
class Granted : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (IsSkipped())
            return;
        database->run(name("CREATE TABLE aid (id INTEGER PRIMARY KEY, name VARCHAR(40), sector "
                           "VARCHAR(20), price INTEGER);"
                           "CREATE TABLE pay (id INTEGER PRIMARY KEY, amount INTEGER);"
                           "INSERT INTO aid VALUES (1, 'Ash', 'North', 5), (2, 'Bell', 'South', 6);"
                           "INSERT INTO pay VALUES (1, 100);"));
        // The log is made by who may.
        owner = std::make_unique<Desk>(database->open());
        ASSERT_TRUE(owner->write({Operation::Update,
                                  name("aid"),
                                  Key({Value::integer(1)}),
                                  {},
                                  {{name("price"), Value::integer(7)}}}));
        project.connection = database->spec();
        project.connection.changeLog = true;
        project.connection.mayTrim = true;
        const Catalog& catalog = owner->catalog();
        aid = addGeneratedScreen(project, catalog, *catalog.table(name("aid")), Arrangement::Grid);
        pay = addGeneratedScreen(project, catalog, *catalog.table(name("pay")), Arrangement::Grid);
        Role clerk{name("clerk"), {make("clerk")}};
        clerk.screens = {
            {aid, acts({Act::Open, Act::Change, Act::Add, Act::RollBackOwn}), {name("price")}}};
        clerk.records = {{name("aid"), name("sector = 'North'")}};
        Role foreman{name("foreman"), {make("foreman")}};
        foreman.may = acts({Act::Open, Act::Change, Act::Add, Act::Delete, Act::BulkUpdate,
                            Act::Import, Act::Export, Act::Print, Act::RollBackOwn,
                            Act::RollBackAll, Act::History, Act::Note});
        Role developer{name("developer"), {make("developer")}, Acts::all()};
        project.roles = {clerk, foreman, developer};
        const auto made = grantsOf(project, catalog, owner->session());
        ASSERT_TRUE(made) << qPrintable(made.error().sentence);
        grants = *made;
        database->run(grants.script(GetParam()));
    }
    void TearDown() override {
        for (const auto& [role, spec] : m_specs) {
            Secrets::forget(spec);
            database->run(isPostgres() ? name("DROP OWNED BY %1; DROP ROLE %1;").arg(spec.user)
                                       : name("DROP USER %1@localhost;").arg(spec.user));
        }
    }

    bool isPostgres() const { return GetParam() == Engine::PostgreSql; }
    static Acts acts(std::initializer_list<Act> may) {
        Acts all;
        for (const Act act : may)
            all.set(act, true);
        return all;
    }
    const ConnectionSpec& specOf(const char* role) const { return m_specs.at(role); }
    QString memberOf(const char* role) const {
        return isPostgres() ? specOf(role).user : specOf(role).user + name("@localhost");
    }

    // As any other program of that account.
    Status plainly(const char* role, const QString& sql) {
        auto session = Session::open(specOf(role), Session::Access::ReadWrite);
        if (!session)
            return session.error();
        return writerOf(**session).command(sql);
    }
    Status plainly(const char* role, const char* sql) { return plainly(role, name(sql)); }
    QString read(const char* role, const char* sql) {
        auto session = Session::open(specOf(role), Session::Access::ReadOnly);
        const auto value =
            session ? (*session)->scalar(name(sql)) : Result<QVariant>(session.error());
        return value ? value->toString() : value.error().sentence;
    }

    // Gravin, opened by an account.
    struct Seat {
        std::unique_ptr<Session> session;
        Catalog catalog;
        RuleBook rules;

        WriteResult write(std::vector<RecordEdit> edits, std::optional<Act> act = {}) {
            ChangeRequest request;
            request.person = QStringLiteral("anna");
            request.action = QStringLiteral("edit");
            request.edits = std::move(edits);
            if (act)
                request.act = *act;
            return ChangeWriter(*session, catalog, rules).write(request);
        }
    };
    Seat sit(const char* role) {
        auto session = Session::open(specOf(role), Session::Access::ReadWrite);
        EXPECT_TRUE(session) << (session ? "" : qPrintable(session.error().sentence));
        Seat seat{std::move(*session), {}, {}};
        seat.catalog = *seat.session->readCatalog();
        extendCatalog(seat.catalog, project);
        seat.rules = rulesOf(project, seat.catalog);
        return seat;
    }
    static RecordEdit set(qint64 id, const char* column, const Value& to) {
        return {
            Operation::Update, name("aid"), Key({Value::integer(id)}), {}, {{name(column), to}}};
    }
    static RecordEdit rename(qint64 id, const char* to) {
        return set(id, "name", Value::text(name(to)));
    }
    static RecordEdit added(qint64 id, const char* sector) {
        return {Operation::Insert,
                name("aid"),
                {},
                {},
                {{name("id"), Value::integer(id)}, {name("sector"), Value::text(name(sector))}}};
    }
    static RecordEdit removed(qint64 id) {
        return {Operation::Delete, name("aid"), Key({Value::integer(id)}), {}, {}};
    }

    std::unique_ptr<Desk> owner;
    Project project;
    QString aid; // screens
    QString pay;
    Grants grants;

private:
    QString make(const char* role) {
        ConnectionSpec spec = database->spec();
        spec.user = name("%1_%2").arg(QLatin1String(role)).arg(QCoreApplication::applicationPid());
        spec.changeLog = true;
        spec.mayTrim = true;
        Secrets::remember(spec, name("x"));
        database->run(isPostgres()
                          ? name("CREATE ROLE %1 LOGIN PASSWORD 'x';").arg(spec.user)
                          : name("CREATE USER %1@localhost IDENTIFIED BY 'x';").arg(spec.user));
        m_specs.emplace(role, spec);
        return memberOf(role);
    }

    std::map<std::string, ConnectionSpec> m_specs;
};

} // namespace gravin::test
