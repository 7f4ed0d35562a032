// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_log_protection.h"

namespace gravin {

namespace {

// A function that runs with the rights of the log's owner. `%2`: the schema.
QString definers(const QString& head, const QString& returns, const QString& home,
                 const QString& body) {
    return QStringLiteral("CREATE OR REPLACE FUNCTION %1.%2 RETURNS %3 LANGUAGE plpgsql SECURITY "
                          "DEFINER SET search_path = pg_catalog, %1, pg_temp AS $gravin$\n%4\n"
                          "$gravin$")
        .arg(home, head, returns, body);
}

// Who, and when: the server says it. What was not finished may still be counted, by who began it.
const QLatin1String OfChange(
    "DECLARE\n"
    "  waits boolean := false;\n"
    "BEGIN\n"
    "  IF TG_OP = 'UPDATE' THEN\n"
    "    IF (NEW.id, NEW.uid, NEW.at, NEW.person, NEW.screen, NEW.action, NEW.note, NEW.undoes, "
    "NEW.account) IS DISTINCT FROM (OLD.id, OLD.uid, OLD.at, OLD.person, OLD.screen, OLD.action, "
    "OLD.note, OLD.undoes, OLD.account) OR (OLD.account <> session_user AND OLD.action <> "
    "'outside Gravin') OR EXISTS (SELECT FROM gravin_seal s WHERE s.change_id = OLD.id) THEN\n"
    "      RAISE EXCEPTION 'A change of the change log cannot be changed.' USING ERRCODE = "
    "'insufficient_privilege';\n"
    "    END IF;\n"
    "    RETURN NEW;\n"
    "  END IF;\n"
    "  IF NEW.action = 'outside Gravin' THEN\n"
    "    IF to_regclass('gravin_seen') IS NOT NULL THEN\n"
    "      waits := EXISTS (SELECT FROM gravin_seen s WHERE s.account = NEW.account);\n"
    "    END IF;\n"
    "    IF NOT waits THEN\n"
    "      RAISE EXCEPTION 'Nothing of this account waits for the change log.' USING ERRCODE = "
    "'insufficient_privilege';\n"
    "    END IF;\n"
    "    NEW.person := '';\n"
    "  ELSE\n"
    "    NEW.account := session_user;\n"
    "    NEW.person := session_user;\n"
    "    NEW.at := to_char(clock_timestamp() AT TIME ZONE 'UTC', "
    "'YYYY-MM-DD\"T\"HH24:MI:SS.US\"Z\"');\n"
    "  END IF;\n"
    "  RETURN NEW;\n"
    "END");

// A change that is committed is finished, so that nothing can be added to it later.
const QLatin1String
    AtCommit("BEGIN\n"
             "  IF NOT EXISTS (SELECT FROM gravin_seal s WHERE s.change_id = NEW.id) THEN\n"
             "    RAISE EXCEPTION 'A change of the change log has no hash.' USING ERRCODE = "
             "'insufficient_privilege';\n"
             "  END IF;\n"
             "  RETURN NULL;\n"
             "END");

const QLatin1String OfEntries(
    "BEGIN\n"
    "  IF EXISTS (SELECT FROM (SELECT DISTINCT change_id FROM gravin_added) a WHERE NOT EXISTS "
    "(SELECT FROM gravin_change c WHERE c.id = a.change_id AND (c.account = session_user OR "
    "c.action = 'outside Gravin')) OR EXISTS (SELECT FROM gravin_seal s WHERE s.change_id = "
    "a.change_id)) THEN\n"
    "    RAISE EXCEPTION 'Nothing can be added to this change of the change log.' USING ERRCODE = "
    "'insufficient_privilege';\n"
    "  END IF;\n"
    "  RETURN NULL;\n"
    "END");

const QLatin1String OfSeal(
    "BEGIN\n"
    "  IF NOT EXISTS (SELECT FROM gravin_change c WHERE c.id = NEW.change_id AND (c.account = "
    "session_user OR c.action = 'outside Gravin')) THEN\n"
    "    RAISE EXCEPTION 'This change of the change log is not yours.' USING ERRCODE = "
    "'insufficient_privilege';\n"
    "  END IF;\n"
    "  RETURN NEW;\n"
    "END");

// As LogSeal does it.
const QLatin1String PostgresChain(
    "DECLARE\n"
    "  place bigint;\n"
    "  hash text;\n"
    "  waiting record;\n"
    "BEGIN\n"
    "  IF NOT pg_try_advisory_xact_lock(%1) THEN\n"
    "    RETURN;\n"
    "  END IF;\n"
    "  SELECT position, chain INTO place, hash FROM gravin_seal WHERE position IS NOT NULL ORDER "
    "BY position DESC LIMIT 1;\n"
    "  place := coalesce(place, 0);\n"
    "  hash := coalesce(hash, '');\n"
    "  FOR waiting IN SELECT change_id, content FROM gravin_seal WHERE position IS NULL ORDER BY "
    "change_id LOOP\n"
    "    place := place + 1;\n"
    "    hash := encode(sha256(convert_to(hash || ':' || waiting.change_id || ':' || "
    "waiting.content, 'UTF8')), 'hex');\n"
    "    UPDATE gravin_seal SET position = place, chain = hash WHERE change_id = "
    "waiting.change_id;\n"
    "  END LOOP;\n"
    "END");

} // namespace

QStringList PostgresLogProtection::routines(const QString& home) const {
    const QString returnsTrigger = QStringLiteral("trigger");
    const auto drop = [](const QString& name, const QString& table) {
        return QStringLiteral("DROP TRIGGER IF EXISTS %1 ON %2").arg(name, table);
    };
    struct Guard {
        const char* name;
        const char* table;
        const char* kind;
        const char* when;
        QLatin1String body;
    };
    QStringList all;
    for (const Guard& guard :
         {Guard{"gravin_protect_change", "gravin_change", "TRIGGER",
                "BEFORE INSERT OR UPDATE ON gravin_change FOR EACH ROW", OfChange},
          Guard{"gravin_protect_commit", "gravin_change", "CONSTRAINT TRIGGER",
                "AFTER INSERT ON gravin_change DEFERRABLE INITIALLY DEFERRED FOR EACH ROW",
                AtCommit},
          Guard{"gravin_protect_entries", "gravin_entry", "TRIGGER",
                "AFTER INSERT ON gravin_entry REFERENCING NEW TABLE AS gravin_added FOR EACH "
                "STATEMENT",
                OfEntries},
          Guard{"gravin_protect_seal", "gravin_seal", "TRIGGER",
                "BEFORE INSERT ON gravin_seal FOR EACH ROW", OfSeal}}) {
        const QString name = QLatin1String(guard.name);
        all += definers(name + QStringLiteral("()"), returnsTrigger, home, guard.body);
        all += drop(name, QLatin1String(guard.table));
        all += QStringLiteral("CREATE %1 %2 %3 EXECUTE FUNCTION %4.%2()")
                   .arg(QLatin1String(guard.kind), name, QLatin1String(guard.when), home);
    }
    all += definers(QStringLiteral("gravin_chain()"), QStringLiteral("void"), home,
                    QString(PostgresChain).arg(m_sealingLock));
    all += QStringLiteral("REVOKE ALL ON FUNCTION %1.gravin_chain() FROM PUBLIC").arg(home);
    return all;
}

QStringList PostgresLogProtection::statements(const QString& home, bool isWatching) const {
    QStringList all{
        QStringLiteral("DO $gravin$ BEGIN IF NOT EXISTS (SELECT FROM pg_roles WHERE rolname = "
                       "'%1') THEN CREATE ROLE %1 NOLOGIN; END IF; END $gravin$")
            .arg(owner()),
        // Who gives something away has to be a member of who gets it.
        QStringLiteral("GRANT %1 TO CURRENT_USER").arg(owner()),
        QStringLiteral("GRANT USAGE, CREATE ON SCHEMA %1 TO %2").arg(home, owner())};
    all += routines(home);
    QStringList functions{QStringLiteral("gravin_protect_change"),
                          QStringLiteral("gravin_protect_commit"),
                          QStringLiteral("gravin_protect_entries"),
                          QStringLiteral("gravin_protect_seal"), QStringLiteral("gravin_chain")};
    if (isWatching)
        functions += QStringLiteral("gravin_seen_note");
    for (const QString& name : std::as_const(functions))
        all += QStringLiteral("ALTER FUNCTION %1.%2() OWNER TO %3").arg(home, name, owner());
    for (const QString& name : tables(isWatching)) {
        all += QStringLiteral("REVOKE ALL ON %1 FROM PUBLIC").arg(name);
        all += QStringLiteral("ALTER TABLE %1 OWNER TO %2").arg(name, owner());
    }
    // Which rows there are for whom; what may be done with them the rights say.
    for (const char* table : {"gravin_change", "gravin_entry"}) {
        const QString name = QLatin1String(table);
        all += QStringLiteral("ALTER TABLE %1 ENABLE ROW LEVEL SECURITY").arg(name);
        for (const auto& [policy, what] :
             {std::pair{"gravin_append", "FOR INSERT WITH CHECK (true)"},
              std::pair{"gravin_finish", "FOR UPDATE USING (true)"},
              std::pair{"gravin_trim", "FOR DELETE USING (true)"}}) {
            all +=
                QStringLiteral("DROP POLICY IF EXISTS %1 ON %2").arg(QLatin1String(policy), name);
            all += QStringLiteral("CREATE POLICY %1 ON %2 %3")
                       .arg(QLatin1String(policy), name, QLatin1String(what));
        }
    }
    all += mark();
    return all;
}

// Nobody stays a member, who could act as the owner.
QStringList PostgresLogProtection::ending() const {
    return {QStringLiteral("REVOKE %1 FROM CURRENT_USER").arg(owner())};
}

// Who writes has to see what waits to be finished, and what holds for all.
QStringList PostgresLogProtection::reading(const LogRights& rights) {
    const auto literal = [](QString text) {
        return u'\'' + text.replace(u'\'', QStringLiteral("''")) + u'\'';
    };
    QString name = QStringLiteral("gravin ") + rights.role;
    name = u'"' + name.replace(u'"', QStringLiteral("\"\"")) + u'"';
    const auto policy = [&](const QString& table, const QString& condition) {
        return QStringList{QStringLiteral("DROP POLICY IF EXISTS %1 ON %2").arg(name, table),
                           QStringLiteral("CREATE POLICY %1 ON %2 FOR SELECT TO %3 USING (")
                                   .arg(name, table, rights.grantee) +
                               condition + u')'};
    };
    const QString changes =
        rights.readsAll
            ? QStringLiteral("true")
            : QStringLiteral("account = session_user OR action IN ('trial', 'trial end', 'trim') "
                             "OR (action = 'outside Gravin' AND NOT EXISTS (SELECT FROM "
                             "gravin_seal s WHERE s.change_id = id))");
    QStringList entries{
        rights.readsAll
            ? QStringLiteral("true")
            : QStringLiteral("EXISTS (SELECT FROM gravin_change c WHERE c.id = change_id)")};
    for (auto each = rights.seen.begin(); each != rights.seen.end(); ++each)
        entries += QStringLiteral("(table_id IS DISTINCT FROM (SELECT n.id FROM gravin_name n "
                                  "WHERE n.name = ") +
                   literal(each.key()) + u')' +
                   (each.value().isEmpty() ? QString() : QStringLiteral(" OR ") + each.value()) +
                   u')';
    return policy(QStringLiteral("gravin_change"), changes) +
           policy(QStringLiteral("gravin_entry"), entries.join(QStringLiteral(" AND ")));
}

QString PostgresLogProtection::seesAllQuery() const {
    return QStringLiteral(
        "SELECT CASE WHEN EXISTS (SELECT FROM (VALUES ('gravin_change'), ('gravin_entry')) t (n) "
        "WHERE row_security_active(t.n) AND NOT EXISTS (SELECT FROM pg_policy p WHERE p.polrelid = "
        "t.n::regclass AND p.polcmd = 'r' AND pg_get_expr(p.polqual, p.polrelid) = 'true' AND "
        "EXISTS (SELECT FROM unnest(p.polroles) r WHERE r = 0 OR pg_has_role(r, 'USAGE')))) THEN 0 "
        "ELSE 1 END");
}

QStringList PostgresLogProtection::rights(const LogRights& rights, bool isWatching) const {
    const auto grant = [&](const QString& what, const char* on) {
        return QStringLiteral("GRANT %1 ON %2 TO %3").arg(what, QLatin1String(on), rights.grantee);
    };
    if (!rights.writes && !rights.readsAll)
        return {QStringLiteral("REVOKE ALL ON %1 FROM %2")
                    .arg(tables(isWatching).join(QStringLiteral(", ")), rights.grantee)};
    QStringList all;
    all += QStringLiteral("GRANT SELECT ON gravin_change, gravin_entry, gravin_seal, gravin_name, "
                          "gravin_log TO %1")
               .arg(rights.grantee);
    all += reading(rights);
    if (rights.trims)
        all += grant(QStringLiteral("DELETE"), "gravin_entry");
    if (!rights.writes)
        return all;
    all += {grant(QStringLiteral("INSERT (%1), UPDATE (%2)").arg(givenColumns(), finishedColumns()),
                  "gravin_change"),
            grant(QStringLiteral("INSERT"), "gravin_entry"),
            grant(QStringLiteral("INSERT (change_id, content, records)"), "gravin_seal"),
            grant(QStringLiteral("INSERT (name)"), "gravin_name"),
            grant(QStringLiteral("EXECUTE"), "FUNCTION gravin_chain()")};
    if (isWatching)
        all += grant(QStringLiteral("SELECT, DELETE, UPDATE (id)"), "gravin_seen"); // to lock them
    return all;
}

} // namespace gravin
