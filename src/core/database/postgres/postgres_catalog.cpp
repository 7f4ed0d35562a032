// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/postgres/postgres_dialect.h"

#include "core/base/text.h"
#include "core/database/postgres/postgres_catalog_types.h"
#include "core/database/postgres/postgres_routines.h"

#include <libpq-fe.h>

#include <algorithm>
#include <map>

namespace gravin {

namespace {

// Tables that somebody else has for themselves alone: to spell out an expression of one, the engine
// would wait for them.
const QString LockedByOthers = QStringLiteral(
    "SELECT l.relation FROM pg_locks l WHERE l.locktype = 'relation' AND l.granted AND l.mode = "
    "'AccessExclusiveLock' AND l.pid <> pg_backend_pid() AND l.relation IS NOT NULL");

ForeignKey::Action actionOfLetter(const QString& letter) {
    if (letter == u"c")
        return ForeignKey::Action::Cascade;
    if (letter == u"n")
        return ForeignKey::Action::SetNull;
    if (letter == u"d")
        return ForeignKey::Action::SetDefault;
    return ForeignKey::Action::Forbid;
}

class PostgresCatalogReader {
public:
    explicit PostgresCatalogReader(const PostgresRows& each)
        : m_each(each)
        , m_types(each) {}

    Result<Catalog> read() {
        if (Status types = m_types.read(); !types)
            return types.error();
        for (const auto step :
             {&PostgresCatalogReader::readTables, &PostgresCatalogReader::readColumns,
              &PostgresCatalogReader::readIndexes, &PostgresCatalogReader::readConstraints,
              &PostgresCatalogReader::readTriggers, &PostgresCatalogReader::readViews}) {
            if (Status status = (this->*step)(); !status)
                return status.error();
        }
        Catalog catalog;
        for (auto& [oid, entry] : m_tables) {
            complete(entry.table);
            catalog.tables.append(std::move(entry.table));
        }
        std::sort(catalog.tables.begin(), catalog.tables.end(),
                  [](const Table& a, const Table& b) { return a.name < b.name; });
        auto routines = postgresRoutines(m_each, m_types);
        if (!routines)
            return routines.error();
        catalog.routines = std::move(*routines);
        return catalog;
    }

    // What a statement's description says of its columns, in words.
    Result<QList<AnswerColumn>> read(const PGresult* description) {
        if (Status types = m_types.read(); !types)
            return types.error();
        QList<AnswerColumn> columns;
        for (int i = 0; i < PQnfields(description); ++i) {
            AnswerColumn answer;
            answer.column.name = QString::fromUtf8(PQfname(description, i));
            const Oid type = PQftype(description, i);
            m_types.setType(answer.column, type, PQfmod(description, i));
            answer.column.declaredType = m_types.spelling(type);
            if (const Oid relation = PQftable(description, i); relation != 0) {
                Status named = m_each(
                    QStringLiteral("SELECT n.nspname::text, c.relname::text, a.attname::text FROM "
                                   "pg_attribute a JOIN pg_class c ON c.oid = a.attrelid JOIN "
                                   "pg_namespace n ON n.oid = c.relnamespace WHERE a.attrelid = %1 "
                                   "AND a.attnum = %2")
                        .arg(relation)
                        .arg(PQftablecol(description, i)),
                    [&](const QSqlQuery& row) {
                        answer.schema = row.value(0).toString();
                        answer.relation = row.value(1).toString();
                        answer.origin = row.value(2).toString();
                    });
                if (!named)
                    return named.error();
            }
            columns += answer;
        }
        return columns;
    }

private:
    struct Entry {
        Table table;
        QHash<int, QString> names; // columns by their number
    };

    Status readTables() {
        return m_each(
            QStringLiteral(
                "SELECT c.oid::bigint, n.nspname::text, c.relname::text, c.relkind::text, "
                "coalesce(n.nspname = current_schema(), false), "
                "obj_description(c.oid, 'pg_class'), "
                "has_any_column_privilege(c.oid, 'SELECT'), "
                "has_any_column_privilege(c.oid, 'INSERT'), "
                "has_any_column_privilege(c.oid, 'UPDATE'), has_table_privilege(c.oid, 'DELETE'), "
                "c.oid IN (%1) "
                "FROM pg_class c JOIN pg_namespace n ON n.oid = c.relnamespace "
                "WHERE c.relkind IN ('r', 'p', 'v', 'm', 'f') AND NOT c.relispartition "
                "AND n.nspname <> 'information_schema' AND n.nspname NOT LIKE 'pg\\_%' "
                "AND has_schema_privilege(n.oid, 'USAGE')")
                .arg(LockedByOthers),
            [&](const QSqlQuery& row) {
                Table table;
                table.schema = row.value(1).toString();
                table.relation = row.value(2).toString();
                const QString kind = row.value(3).toString();
                // With a point in it, a plain name could be taken for one with a schema.
                const bool isPlain = row.value(4).toBool() && !table.relation.contains(u'.');
                table.name = isPlain ? table.relation : table.schema + u'.' + table.relation;
                table.kind = kind == u"v"   ? Table::Kind::View
                             : kind == u"m" ? Table::Kind::MaterializedView
                             : kind == u"f" ? Table::Kind::ForeignTable
                                            : Table::Kind::Table;
                table.comment = row.value(5).toString();
                table.rights = {row.value(7).toBool(), row.value(8).toBool(),
                                row.value(9).toBool()};
                if (!row.value(6).toBool())
                    table.notWritableReason =
                        coreTr("This account has no right to read %1.").arg(table.name);
                if (row.value(10).toBool())
                    table.notWritableReason =
                        coreTr("%1 is locked by another program, so that not all of it "
                               "is known. Open the project again when that is over.")
                            .arg(table.name);
                if (!isOwnTable(table.relation))
                    m_tables[static_cast<Oid>(row.value(0).toLongLong())].table = std::move(table);
            });
    }

    // Those by which the server keeps references are its own.
    Status readTriggers() {
        return m_each(QStringLiteral("SELECT t.tgrelid::bigint, t.tgname::text, CASE WHEN t.tgname "
                                     "LIKE 'gravin_seen_%' THEN pg_get_triggerdef(t.oid) ELSE "
                                     "p.prosrc END FROM "
                                     "pg_trigger t LEFT JOIN pg_proc p ON p.oid = t.tgfoid WHERE "
                                     "NOT t.tgisinternal ORDER BY t.tgname"),
                      [&](const QSqlQuery& row) {
                          const auto found =
                              m_tables.find(static_cast<Oid>(row.value(0).toLongLong()));
                          if (found != m_tables.end())
                              noteTrigger(found->second.table, row.value(1).toString(),
                                          row.value(2).toString());
                      });
    }

    // What the engine, or a trigger in its place, writes of a view: 4, 8 and 16 stand for UPDATE,
    // INSERT and DELETE.
    Status readViews() {
        return m_each(
            QStringLiteral("SELECT c.oid::bigint, pg_relation_is_updatable(c.oid, true), "
                           "(SELECT string_agg(a.attnum::text, ' ') FROM pg_attribute a WHERE "
                           "a.attrelid = c.oid AND a.attnum > 0 AND NOT "
                           "pg_column_is_updatable(c.oid, a.attnum, true)) "
                           "FROM pg_class c WHERE c.relkind = 'v'"),
            [&](const QSqlQuery& row) {
                Entry* entry = entryOf(row.value(0));
                const int can = row.value(1).toInt();
                if (!entry || can == 0)
                    return;
                Table& view = entry->table;
                view.isWritableView = true;
                view.rights =
                    view.rights.narrowedBy({(can & 8) != 0, (can & 4) != 0, (can & 16) != 0});
                // Where a trigger does only one of the two, the engine answers no for every column.
                const bool tellsColumns = (can & 4) != 0 && (can & 16) != 0;
                for (const int number :
                     numbersOf(tellsColumns ? row.value(2).toString() : QString())) {
                    const int at = view.indexOf(entry->names.value(number));
                    if (at >= 0)
                        view.columns[at].computed = true;
                }
            });
    }

    Status readColumns() {
        return m_each(
            QStringLiteral(
                "SELECT a.attrelid::bigint, a.attnum, a.attname::text, "
                "format_type(a.atttypid, a.atttypmod), a.atttypid::bigint, a.atttypmod, "
                "a.attnotnull, CASE WHEN a.attrelid NOT IN (%1) THEN pg_get_expr(d.adbin, "
                "d.adrelid) "
                "END, a.attgenerated::text, "
                "a.attidentity::text, col_description(a.attrelid, a.attnum), "
                "has_column_privilege(a.attrelid, a.attnum, 'INSERT'), "
                "has_column_privilege(a.attrelid, a.attnum, 'UPDATE') "
                "FROM pg_attribute a JOIN pg_class c ON c.oid = a.attrelid "
                "LEFT JOIN pg_attrdef d ON d.adrelid = a.attrelid AND d.adnum = a.attnum "
                "WHERE a.attnum > 0 AND NOT a.attisdropped AND c.relkind IN ('r', 'p', 'v', 'm', "
                "'f') AND has_column_privilege(a.attrelid, a.attnum, 'SELECT') "
                "ORDER BY a.attrelid, a.attnum")
                .arg(LockedByOthers),
            [&](const QSqlQuery& row) {
                const auto found = m_tables.find(static_cast<Oid>(row.value(0).toLongLong()));
                if (found == m_tables.end())
                    return;
                Column column;
                column.name = row.value(2).toString();
                column.declaredType = row.value(3).toString();
                column.nullable = !row.value(6).toBool();
                if (!row.value(7).isNull())
                    column.defaultExpression = row.value(7).toString();
                column.computed = !row.value(8).toString().isEmpty();
                if (column.computed)
                    column.generatedFrom = column.defaultExpression;
                const QString identity = row.value(9).toString();
                column.givenAlways = identity == u"a";
                column.givenByDatabase =
                    !identity.isEmpty() || column.defaultExpression.startsWith(u"nextval(");
                column.comment = row.value(10).toString();
                column.mayInsert = row.value(11).toBool();
                column.mayUpdate = row.value(12).toBool();
                m_types.setType(column, static_cast<Oid>(row.value(4).toLongLong()),
                                row.value(5).toInt());
                found->second.names.insert(row.value(1).toInt(), column.name);
                found->second.table.columns.append(std::move(column));
            });
    }

    Status readIndexes() {
        return m_each(
            QStringLiteral("SELECT i.indrelid::bigint, c.relname::text, i.indkey::text, "
                           "i.indnkeyatts, i.indisprimary, i.indpred IS NULL AND i.indexprs IS "
                           "NULL AND i.indisvalid, i.indisunique FROM pg_index i JOIN pg_class c "
                           "ON c.oid = i.indexrelid WHERE i.indisunique OR c.relam = (SELECT oid "
                           "FROM pg_am WHERE amname = 'btree') ORDER BY c.relname"),
            [&](const QSqlQuery& row) {
                Entry* entry = entryOf(row.value(0));
                if (!entry)
                    return;
                const QStringList columns =
                    named(*entry, numbersOf(row.value(2).toString()).mid(0, row.value(3).toInt()));
                if (columns.isEmpty())
                    return;
                const bool isUnique = row.value(6).toBool();
                if (isUnique)
                    entry->table.constraintColumns.insert(row.value(1).toString(), columns);
                if (row.value(4).toBool())
                    entry->table.key = columns;
                else if (row.value(5).toBool())
                    (isUnique ? entry->table.uniqueKeys : entry->table.indexes) += columns;
            });
    }

    Status readConstraints() {
        return m_each(
            QStringLiteral(
                "SELECT k.conrelid::bigint, k.conname::text, k.contype::text, k.conkey::text, "
                "k.confrelid::bigint, k.confkey::text, k.confdeltype::text, "
                "CASE WHEN k.contype = 'c' AND k.conrelid NOT IN (%1) THEN pg_get_expr(k.conbin, "
                "k.conrelid) END, "
                "k.confupdtype::text "
                "FROM pg_constraint k WHERE k.contype IN ('f', 'c') AND k.conrelid <> 0 "
                "ORDER BY k.conrelid, k.conname")
                .arg(LockedByOthers),
            [&](const QSqlQuery& row) {
                Entry* entry = entryOf(row.value(0));
                if (!entry)
                    return;
                const QStringList columns = named(*entry, numbersOf(row.value(3).toString()));
                entry->table.constraintColumns.insert(row.value(1).toString(), columns);
                if (row.value(2).toString() == u"c") {
                    entry->table.checks.append({row.value(1).toString(), row.value(7).toString()});
                    return;
                }
                const Entry* target = entryOf(row.value(4));
                if (!target || columns.isEmpty())
                    return;
                entry->table.foreignKeys.append({columns, target->table.name,
                                                 named(*target, numbersOf(row.value(5).toString())),
                                                 actionOfLetter(row.value(6).toString()),
                                                 actionOfLetter(row.value(8).toString()),
                                                 row.value(1).toString()});
            });
    }

    Entry* entryOf(const QVariant& oid) {
        const auto found = m_tables.find(static_cast<Oid>(oid.toLongLong()));
        return found == m_tables.end() ? nullptr : &found->second;
    }

    // Empty when one of them may not be seen.
    static QStringList named(const Entry& entry, const QList<int>& numbers) {
        QStringList names;
        for (const int number : numbers) {
            if (!entry.names.contains(number))
                return {};
            names += entry.names[number];
        }
        return names;
    }

    PostgresRows m_each;
    PostgresTypes m_types;
    std::map<Oid, Entry> m_tables;
};

} // namespace

Result<Catalog> PostgresDialect::readCatalog(QSqlDatabase& database) const {
    return PostgresCatalogReader(
               [&](const QString& sql, const std::function<void(const QSqlQuery&)>& take) {
                   return each(database, sql, take);
               })
        .read();
}

Result<QList<AnswerColumn>> PostgresDialect::describe(QSqlDatabase& database,
                                                      const QString& select) const {
    auto* connection = static_cast<PGconn*>(m_connection);
    using Answer = std::unique_ptr<PGresult, void (*)(PGresult*)>;
    const auto prepare = [&](const QString& sql) {
        return Answer(PQprepare(connection, "", sql.toUtf8().constData(), 0, nullptr), PQclear);
    };
    const auto failure = [&](const PGresult* result) {
        return errorOf(
            QSqlError({}, QString::fromUtf8(PQerrorMessage(connection)), QSqlError::StatementError,
                      QString::fromLatin1(PQresultErrorField(result, PG_DIAG_SQLSTATE))));
    };
    // By itself it has to be one statement, so that it cannot close the brackets around it; within
    // them it has to be a SELECT. Both are only parsed.
    for (const QString& sql :
         {select, QStringLiteral("SELECT * FROM %1 AS source").arg(asSource(select))}) {
        if (const Answer prepared = prepare(sql);
            PQresultStatus(prepared.get()) != PGRES_COMMAND_OK)
            return failure(prepared.get());
    }
    const Answer description(PQdescribePrepared(connection, ""), PQclear);
    if (PQresultStatus(description.get()) != PGRES_COMMAND_OK)
        return failure(description.get());
    return PostgresCatalogReader(
               [&](const QString& sql, const std::function<void(const QSqlQuery&)>& take) {
                   return each(database, sql, take);
               })
        .read(description.get());
}

} // namespace gravin
