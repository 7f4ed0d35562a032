// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/grants.h"

#include "core/base/text.h"
#include "core/database/aggregate.h"
#include "core/database/reach.h"
#include "core/records/record_limit.h"

#include <algorithm>

namespace gravin {

namespace {

// What is known of the database besides its tables.
struct Ground {
    QString home; // as TableWatch::homeQuery() gives it, or the database
    bool hasLog = false;
    bool isWatching = false;
};

class GrantMaker {
public:
    GrantMaker(const Project& project, const Catalog& catalog, const Dialect& dialect,
               Ground ground)
        : m_project(project)
        , m_catalog(catalog)
        , m_dialect(dialect)
        , m_ground(std::move(ground))
        , m_isPostgres(dialect.engine() == Engine::PostgreSql) {}

    Grants make() {
        if (m_project.connection.changeLog) {
            protectLog();
            // Of all before any is granted: one account can have several roles.
            for (const Role& role : m_project.roles) {
                if (!role.members.isEmpty())
                    m_grants.statements += m_dialect.logProtection()->rights(
                        {role.name, grantees(role)}, m_ground.isWatching);
            }
        }
        for (const Role& role : m_project.roles)
            grantTo(role);
        for (const Table& table : m_catalog.tables)
            limit(table);
        if (m_project.connection.changeLog)
            m_grants.statements += m_dialect.logProtection()->ending();
        return std::move(m_grants);
    }

private:
    void protectLog() {
        if (!m_ground.hasLog) {
            m_grants.statements += m_dialect.changeLogSchema();
            m_grants.statements += LogProtection::markNew();
        }
        const LogProtection& protection = *m_dialect.logProtection();
        m_grants.statements += protection.statements(m_ground.home, m_ground.isWatching);
        if (m_ground.isWatching)
            note(
                coreTr("Whoever writes brings what other programs did into the change log too, and "
                       "could say of it what was not so while something of that account waits."));
        if (protection.dividesReading())
            return;
        note(coreTr("This engine divides no table by records: who writes can read the whole change "
                    "log with other programs."));
        note(coreTr("What accounts were granted of the change log's tables before stays: take it "
                    "from them (REVOKE), and DROP and ALTER of the whole database too."));
    }
    void note(const QString& sentence) {
        if (!m_grants.notes.contains(sentence))
            m_grants.notes += sentence;
    }

    // Roles and accounts have names of their own on one engine, and a host besides on the other.
    QString grantee(const QString& member) const {
        if (member == Role::Everybody)
            return QStringLiteral("PUBLIC");
        if (m_isPostgres || !member.contains(u'@'))
            return m_dialect.quoted(member);
        const qsizetype at = member.lastIndexOf(u'@');
        return m_dialect.quoted(member.left(at)) + u'@' + m_dialect.quoted(member.mid(at + 1));
    }
    QString grantees(const Role& role) const {
        QStringList names;
        for (const QString& member : role.members)
            names += grantee(member);
        return names.join(QStringLiteral(", "));
    }
    QString columnsOf(const Table& table, const QStringList& without) const {
        QStringList names;
        for (const Column& column : table.stored().columns) {
            if (!column.computed && !without.contains(column.name))
                names += m_dialect.quoted(column.name);
        }
        return names.join(QStringLiteral(", "));
    }
    void grant(const QString& rights, const QString& on, const QString& to) {
        const QString statement = QStringLiteral("GRANT %1 ON %2 TO %3").arg(rights, on, to);
        if (!m_grants.statements.contains(statement))
            m_grants.statements += statement;
    }

    bool mayOnTable(const Role& role, const QString& table, Act act) const {
        return std::any_of(
            m_project.screens.begin(), m_project.screens.end(), [&](const Screen& screen) {
                const Table* shown = m_catalog.table(screen.table);
                return shown && shown->written() == table && role.mayOn(screen.id, Act::Open) &&
                       role.mayOn(screen.id, act);
            });
    }
    // Columns that it writes on none of its screens of the table.
    QStringList lockedIn(const Role& role, const QString& table) const {
        std::optional<QStringList> locked;
        for (const Screen& screen : m_project.screens) {
            if (screen.table != table || !role.mayOn(screen.id, Act::Open))
                continue;
            const RoleOnScreen* own = role.onScreen(screen.id);
            const QStringList here = own ? own->locked + own->hidden : QStringList();
            if (!locked)
                locked = here;
            else
                locked->removeIf([&](const QString& column) { return !here.contains(column); });
        }
        return locked.value_or(QStringList());
    }

    void grantTo(const Role& role) {
        if (role.members.isEmpty())
            return;
        const QString to = grantees(role);
        QStringList read;
        bool writes = false;
        for (const Screen& screen : m_project.screens) {
            const Table* table = m_catalog.table(screen.table);
            if (!table || !role.mayOn(screen.id, Act::Open))
                continue;
            addRead(*table, read);
            const RoleOnScreen* own = role.onScreen(screen.id);
            if (own && !own->hidden.isEmpty())
                note(
                    coreTr("Fields that the role %1 does not see on %2 can be read by its accounts "
                           "with other programs.")
                        .arg(role.name, screen.label));
        }
        for (const QString& name : std::as_const(read)) {
            const Table& table = *m_catalog.table(name);
            grant(QStringLiteral("SELECT"), m_dialect.quoted(table), to);
            writes = grantWriting(role, table, to) || writes;
        }
        grantCalls(role, to);
        grantLog(role, to, writes);
    }

    // A screen's records are read with those that lookups, paths and subqueries reach.
    void addRead(const Table& table, QStringList& read) const {
        const auto add = [&](const QString& name) {
            const Table* there = m_catalog.table(name);
            if (there && !there->isQuery() && !read.contains(name))
                read += name;
        };
        add(table.written());
        for (const FieldDefinition& field : m_project.fields.value(table.written())) {
            if (field.shownAs == ShownAs::Lookup)
                add(field.lookup.table);
        }
        for (const Column& column : table.columns) {
            for (const Reach::Step& step :
                 column.reach ? column.reach->steps : QList<Reach::Step>())
                add(step.to.name);
            if (column.aggregate)
                add(column.aggregate->from.name);
        }
    }

    bool grantWriting(const Role& role, const Table& table, const QString& to) {
        const QString columns = columnsOf(table, lockedIn(role, table.name));
        const bool adds = mayOnTable(role, table.name, Act::Add);
        const bool changes = mayOnTable(role, table.name, Act::Change);
        const bool deletes = mayOnTable(role, table.name, Act::Delete);
        const QString on = m_dialect.quoted(table);
        const auto itself = [&](Operation operation) {
            return !table.writtenThrough.contains(operation);
        };
        if (adds && !columns.isEmpty() && itself(Operation::Insert))
            grant(QStringLiteral("INSERT (%1)").arg(columns), on, to);
        if (changes && !columns.isEmpty() && itself(Operation::Update))
            grant(QStringLiteral("UPDATE (%1)").arg(columns), on, to);
        if (deletes && itself(Operation::Delete))
            grant(QStringLiteral("DELETE"), on, to);
        if (adds && m_isPostgres && itself(Operation::Insert))
            grantNumbers(table, to);
        for (const auto& [may, operation] :
             {std::pair(adds, Operation::Insert), std::pair(changes, Operation::Update),
              std::pair(deletes, Operation::Delete)}) {
            if (may && !itself(operation))
                grantCall(table.writtenThrough.value(operation).routine, to);
        }
        return adds || changes || deletes;
    }

    // Of routines that actions of these screens call, for who may change records there.
    void grantCalls(const Role& role, const QString& to) {
        for (const Screen& screen : m_project.screens) {
            if (!role.mayOn(screen.id, Act::Open) || !role.mayOn(screen.id, Act::Change))
                continue;
            for (const ScreenAction& action : screen.ownActions) {
                for (const ActionStep& step : action.steps) {
                    if (step.does == ActionStep::Does::Call)
                        grantCall(step.name, to);
                }
            }
        }
    }

    void grantCall(const QString& name, const QString& to) {
        const Routine* routine = m_catalog.routine(name);
        if (!routine)
            return;
        QString on =
            routine->isFunction() ? QStringLiteral("FUNCTION ") : QStringLiteral("PROCEDURE ");
        on += m_isPostgres
                  ? m_dialect.quoted(routine->schema) + u'.' + m_dialect.quoted(routine->routine)
                  : m_dialect.quoted(routine->routine);
        // Where several have one name, their types tell them apart.
        if (m_isPostgres && routine->name.contains(u'('))
            on += routine->name.mid(routine->name.indexOf(u'('));
        grant(QStringLiteral("EXECUTE"), on, to);
        note(coreTr("What %1 does with an account's rights or with its maker's it says itself "
                    "(SECURITY DEFINER): only then does it need no right to the tables.")
                 .arg(routine->name));
    }

    // A number from a sequence of its own; an identity needs no right.
    void grantNumbers(const Table& table, const QString& to) {
        for (const Column& column : table.stored().columns) {
            const QString from = column.defaultExpression;
            const qsizetype begin = from.indexOf(u'\'');
            const qsizetype end = from.indexOf(u'\'', begin + 1);
            if (from.startsWith(u"nextval(") && begin > 0 && end > begin)
                grant(QStringLiteral("USAGE"),
                      QStringLiteral("SEQUENCE ") + from.mid(begin + 1, end - begin - 1), to);
        }
    }

    void grantLog(const Role& role, const QString& to, bool writes) {
        if (!m_project.connection.changeLog)
            return;
        LogRights rights{role.name, to, writes,
                         role.may.has(Act::History) || role.may.has(Act::RollBackAll),
                         role.may.has(Act::Trim)};
        for (auto records = role.records.begin(); records != role.records.end(); ++records) {
            if (const Table* table = m_catalog.table(records.key()))
                rights.seen.insert(table->name, seenKeys(*table));
        }
        if (rights.writes || rights.readsAll)
            m_grants.statements += m_dialect.logProtection()->rights(rights, m_ground.isWatching);
    }

    // The log's rows of records that the account sees now, by the table's own policy; a key of
    // another kind than one number is not found again by its text.
    QString seenKeys(const Table& table) const {
        const Column* key = table.key.size() == 1 ? table.column(table.key.front()) : nullptr;
        if (!key || key->type.kind != TypeKind::Integer)
            return {};
        return QStringLiteral("EXISTS (SELECT FROM %1 gravin_seen_now WHERE gravin_seen_now.%2 = "
                              "CASE WHEN record_key LIKE 'i%' THEN CAST(substr(record_key, 2) AS "
                              "bigint) END)")
            .arg(m_dialect.quoted(table), m_dialect.quoted(key->name));
    }

    // Policies count for every account that does not own the table: who sees all needs one too.
    void limit(const Table& table) {
        const auto& roles = m_project.roles;
        const bool isLimited = std::any_of(roles.begin(), roles.end(), [&](const Role& role) {
            return role.records.contains(table.name);
        });
        if (!isLimited || table.isQuery() || table.isView())
            return;
        if (!m_isPostgres) {
            note(coreTr("This engine has no conditions on single records: with other programs "
                        "accounts reach all records of %1.")
                     .arg(table.name));
            return;
        }
        const QString on = m_dialect.quoted(table);
        m_grants.statements += QStringLiteral("ALTER TABLE %1 ENABLE ROW LEVEL SECURITY").arg(on);
        for (const Role& role : roles) {
            if (role.members.isEmpty())
                continue;
            const QString condition =
                !role.records.contains(table.name)
                    ? QStringLiteral("true")
                    : recordLimit(role.records[table.name], table, Engine::PostgreSql)
                          .value_or(QStringLiteral("false"));
            const QString policy = m_dialect.quoted(QStringLiteral("gravin ") + role.name);
            m_grants.statements += QStringLiteral("DROP POLICY IF EXISTS %1 ON %2").arg(policy, on);
            m_grants.statements +=
                QStringLiteral("CREATE POLICY %1 ON %2 TO %3 USING (%4) WITH CHECK (%4)")
                    .arg(policy, on, grantees(role), condition);
        }
    }

    const Project& m_project;
    const Catalog& m_catalog;
    const Dialect& m_dialect;
    Ground m_ground;
    bool m_isPostgres;
    Grants m_grants;
};

} // namespace

QString Grants::script(Engine engine) const {
    QString text;
    for (const QString& statement : statements) {
        // That program takes the first end within a routine for that of the statement, unless told.
        const bool isRoutine = engine == Engine::MariaDb && statement.contains(u';');
        text += isRoutine ? QStringLiteral("DELIMITER $$\n%1$$\nDELIMITER ;\n").arg(statement)
                          : statement + QStringLiteral(";\n");
    }
    return text;
}

Result<Grants> grantsOf(const Project& project, const Catalog& catalog, Session& session) {
    const Dialect& dialect = session.dialect();
    if (dialect.engine() == Engine::Sqlite)
        return Error{ErrorKind::Usage,
                     coreTr("A file has no accounts: who may open it may do everything with it.")};
    if (project.roles.isEmpty())
        return Error{ErrorKind::Usage, coreTr("The project has no roles.")};
    const auto layout = session.logLayout();
    if (!layout)
        return layout.error();
    if (*layout == Session::LogLayout::Former)
        return Error{ErrorKind::Refused,
                     coreTr("The change log of this database is that of an earlier Gravin. The "
                            "next change of somebody who may brings it into the present layout; "
                            "ask for the grants then.")};
    const QString asked = dialect.tableWatch().homeQuery();
    const auto home = asked.isEmpty() ? Result<QVariant>(dialect.quoted(session.spec().database))
                                      : session.scalar(asked);
    if (!home)
        return home.error();
    return GrantMaker(
               project, catalog, dialect,
               {home->toString(), *layout == Session::LogLayout::Present, session.isWatching()})
        .make();
}

} // namespace gravin
