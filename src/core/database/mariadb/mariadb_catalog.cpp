// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/mariadb/mariadb_dialect.h"

#include "core/base/text.h"
#include "core/database/mariadb/mariadb_catalog_types.h"
#include "core/database/mariadb/mariadb_routines.h"

#include <QSet>

#include <errmsg.h>
#include <mysql.h>

#include <algorithm>

namespace gravin {

namespace {

ForeignKey::Action actionOfRule(const QString& rule) {
    if (rule == u"CASCADE")
        return ForeignKey::Action::Cascade;
    if (rule == u"SET NULL")
        return ForeignKey::Action::SetNull;
    if (rule == u"SET DEFAULT")
        return ForeignKey::Action::SetDefault;
    return ForeignKey::Action::Forbid;
}

bool isGeometry(const QString& base) {
    static const QSet<QString> names{
        QStringLiteral("geometry"),     QStringLiteral("point"),
        QStringLiteral("linestring"),   QStringLiteral("polygon"),
        QStringLiteral("multipoint"),   QStringLiteral("multilinestring"),
        QStringLiteral("multipolygon"), QStringLiteral("geometrycollection")};
    return names.contains(base);
}

// The word of the catalog for a type of the protocol.
QString typeWord(const MYSQL_FIELD& field) {
    constexpr unsigned BinaryCharacterSet = 63;
    const bool isBinary = field.charsetnr == BinaryCharacterSet;
    switch (field.type) {
    case MYSQL_TYPE_TINY:
        return QStringLiteral("tinyint");
    case MYSQL_TYPE_SHORT:
        return QStringLiteral("smallint");
    case MYSQL_TYPE_YEAR:
        return QStringLiteral("year");
    case MYSQL_TYPE_INT24:
        return QStringLiteral("mediumint");
    case MYSQL_TYPE_LONG:
        return QStringLiteral("int");
    case MYSQL_TYPE_LONGLONG:
        return QStringLiteral("bigint");
    case MYSQL_TYPE_BIT:
        return QStringLiteral("bit");
    case MYSQL_TYPE_DECIMAL:
    case MYSQL_TYPE_NEWDECIMAL:
        return QStringLiteral("decimal");
    case MYSQL_TYPE_FLOAT:
        return QStringLiteral("float");
    case MYSQL_TYPE_DOUBLE:
        return QStringLiteral("double");
    case MYSQL_TYPE_DATE:
    case MYSQL_TYPE_NEWDATE:
        return QStringLiteral("date");
    case MYSQL_TYPE_TIME:
        return QStringLiteral("time");
    case MYSQL_TYPE_DATETIME:
        return QStringLiteral("datetime");
    case MYSQL_TYPE_TIMESTAMP:
        return QStringLiteral("timestamp");
    case MYSQL_TYPE_GEOMETRY:
        return QStringLiteral("geometry");
    case MYSQL_TYPE_TINY_BLOB:
    case MYSQL_TYPE_MEDIUM_BLOB:
    case MYSQL_TYPE_LONG_BLOB:
    case MYSQL_TYPE_BLOB:
        return isBinary ? QStringLiteral("longblob") : QStringLiteral("longtext");
    case MYSQL_TYPE_STRING:
    case MYSQL_TYPE_VARCHAR:
    case MYSQL_TYPE_VAR_STRING:
        return isBinary ? QStringLiteral("varbinary") : QStringLiteral("varchar");
    default:
        return {};
    }
}

class MariaDbCatalogReader {
public:
    explicit MariaDbCatalogReader(MariaDbRows each)
        : m_each(std::move(each)) {}

    Result<Catalog> read() {
        for (const auto step :
             {&MariaDbCatalogReader::readRights, &MariaDbCatalogReader::readTables,
              &MariaDbCatalogReader::readColumns, &MariaDbCatalogReader::readIndexes,
              &MariaDbCatalogReader::readReferences, &MariaDbCatalogReader::readChecks,
              &MariaDbCatalogReader::readTriggers, &MariaDbCatalogReader::readViews}) {
            if (Status status = (this->*step)(); !status)
                return status.error();
        }
        Catalog catalog;
        for (Table& table : m_tables) {
            complete(table);
            if (table.notWritableReason.isEmpty() && table.columns.isEmpty())
                table.notWritableReason =
                    table.isView()
                        ? coreTr("%1 cannot be read: the view no longer fits the "
                                 "tables it reads from.")
                              .arg(table.name)
                        : coreTr("This account has no right to read %1.").arg(table.name);
            catalog.tables.append(std::move(table));
        }
        auto routines = mariadbRoutines(m_each);
        if (!routines)
            return routines.error();
        catalog.routines = std::move(*routines);
        return catalog;
    }

private:
    // Insert and update are told column by column; deletion has to be put together.
    Status readRights() {
        return m_each(
            QStringLiteral(
                "SELECT '' AS t FROM information_schema.USER_PRIVILEGES WHERE PRIVILEGE_TYPE = "
                "'DELETE' AND GRANTEE = CONCAT('''', REPLACE(CURRENT_USER(), '@', '''@'''), '''') "
                "UNION ALL SELECT '' FROM information_schema.SCHEMA_PRIVILEGES WHERE "
                "PRIVILEGE_TYPE = 'DELETE' AND DATABASE() LIKE TABLE_SCHEMA AND GRANTEE = "
                "CONCAT('''', REPLACE(CURRENT_USER(), '@', '''@'''), '''') "
                "UNION ALL SELECT TABLE_NAME FROM information_schema.TABLE_PRIVILEGES WHERE "
                "PRIVILEGE_TYPE = 'DELETE' AND TABLE_SCHEMA = DATABASE() AND GRANTEE = "
                "CONCAT('''', REPLACE(CURRENT_USER(), '@', '''@'''), '''') "
                // What a role grants is not told here: the engine decides at each deletion.
                "UNION ALL SELECT '' WHERE CURRENT_ROLE() IS NOT NULL"),
            [&](const QSqlQuery& row) { m_deletable.insert(row.value(0).toString()); });
    }

    Status readTables() {
        return m_each(
            QStringLiteral(
                "SELECT t.TABLE_NAME, t.TABLE_TYPE, t.TABLE_COMMENT, t.ENGINE, e.TRANSACTIONS "
                "FROM information_schema.TABLES t LEFT JOIN information_schema.ENGINES e "
                "ON e.ENGINE = t.ENGINE WHERE t.TABLE_SCHEMA = DATABASE() AND t.TABLE_TYPE <> "
                "'SEQUENCE' ORDER BY t.TABLE_NAME"),
            [&](const QSqlQuery& row) {
                Table table;
                table.name = table.relation = row.value(0).toString();
                if (isOwnTable(table.relation))
                    return;
                if (row.value(1).toString().endsWith(u"VIEW"))
                    table.kind = Table::Kind::View;
                else
                    table.comment = row.value(2).toString();
                table.rights = {false, false,
                                m_deletable.contains(QString()) ||
                                    m_deletable.contains(table.name)};
                if (!table.isView() && row.value(4).toString() == u"NO")
                    table.notWritableReason =
                        coreTr(
                            "%1 is read only: its storage (%2) keeps no transactions, so a change "
                            "could be left half done. Convert the table to InnoDB to edit it.")
                            .arg(table.name, row.value(3).toString());
                m_at.insert(table.name, m_tables.size());
                m_tables.append(std::move(table));
            });
    }

    Status readColumns() {
        return m_each(
            QStringLiteral(
                "SELECT TABLE_NAME, COLUMN_NAME, DATA_TYPE, COLUMN_TYPE, "
                "CHARACTER_MAXIMUM_LENGTH, NUMERIC_PRECISION, NUMERIC_SCALE, IS_NULLABLE, "
                "COLUMN_DEFAULT, EXTRA, COLUMN_COMMENT, PRIVILEGES, COLLATION_NAME, "
                "GENERATION_EXPRESSION FROM "
                "information_schema.COLUMNS WHERE TABLE_SCHEMA = DATABASE() ORDER BY TABLE_NAME, "
                "ORDINAL_POSITION"),
            [&](const QSqlQuery& row) {
                Table* table = tableOf(row.value(0));
                const QString privileges = row.value(11).toString();
                if (!table || !privileges.contains(u"select"))
                    return;
                table->rights.insert |= privileges.contains(u"insert");
                table->rights.update |= privileges.contains(u"update");
                Column column;
                column.mayInsert = privileges.contains(u"insert");
                column.mayUpdate = privileges.contains(u"update");
                column.name = row.value(1).toString();
                column.declaredType = row.value(3).toString();
                column.baseType = row.value(2).toString().toLower();
                column.foldsText = !row.value(12).toString().endsWith(u"_bin");
                if (isGeometry(column.baseType))
                    column.baseType = QStringLiteral("geometry");
                const auto number = [&](int index) {
                    return row.value(index).isNull() ? -1 : row.value(index).toInt();
                };
                column.type = mariadbTypeOf({column.baseType, column.declaredType.toLower(),
                                             number(4), number(5), number(6)});
                if (column.type.kind == TypeKind::Enumeration)
                    column.type.members = mariadbMembersOf(column.declaredType);
                column.nullable = row.value(7).toString() == u"YES";
                const QString extra = row.value(9).toString();
                column.computed = extra.contains(u"GENERATED");
                if (column.computed)
                    column.generatedFrom = row.value(13).toString();
                column.givenByDatabase = extra.contains(u"auto_increment");
                // No default and a default of NULL are told in the same word.
                const QString standard = row.value(8).toString();
                if (!row.value(8).isNull() && standard != u"NULL")
                    column.defaultExpression = standard;
                column.comment = row.value(10).toString();
                table->columns.append(std::move(column));
            });
    }

    Status readTriggers() {
        return m_each(QStringLiteral("SELECT EVENT_OBJECT_TABLE, TRIGGER_NAME, "
                                     "ACTION_STATEMENT FROM "
                                     "information_schema.TRIGGERS WHERE EVENT_OBJECT_SCHEMA = "
                                     "DATABASE() ORDER BY TRIGGER_NAME"),
                      [&](const QSqlQuery& row) {
                          if (Table* table = tableOf(row.value(0)))
                              noteTrigger(*table, row.value(1).toString(), row.value(2).toString());
                      });
    }

    // Which of its columns the engine does not write is told by its refusal only.
    Status readViews() {
        return m_each(QStringLiteral("SELECT TABLE_NAME FROM information_schema.VIEWS WHERE "
                                     "TABLE_SCHEMA = DATABASE() AND IS_UPDATABLE = 'YES'"),
                      [&](const QSqlQuery& row) {
                          if (Table* view = tableOf(row.value(0)))
                              view->isWritableView = true;
                      });
    }

    Status readIndexes() {
        struct Index {
            QString name;
            QStringList columns;
            bool isUnique = false;
            bool whole = true; // no column by its beginning only
        };
        QMap<QString, QList<Index>> byTable;
        Status status = m_each(
            QStringLiteral("SELECT TABLE_NAME, INDEX_NAME, COLUMN_NAME, SUB_PART, NON_UNIQUE = 0 "
                           "FROM information_schema.STATISTICS WHERE TABLE_SCHEMA = DATABASE() "
                           "AND (NON_UNIQUE = 0 OR INDEX_TYPE = 'BTREE') ORDER BY TABLE_NAME, "
                           "INDEX_NAME, SEQ_IN_INDEX"),
            [&](const QSqlQuery& row) {
                QList<Index>& indexes = byTable[row.value(0).toString()];
                if (indexes.isEmpty() || indexes.back().name != row.value(1).toString())
                    indexes.append({row.value(1).toString(), {}, row.value(4).toBool()});
                indexes.back().columns += row.value(2).toString();
                indexes.back().whole = indexes.back().whole && row.value(3).isNull();
            });
        for (auto entry = byTable.begin(); status && entry != byTable.end(); ++entry) {
            Table* table = tableOf(entry.key());
            for (const Index& index : *entry) {
                const bool isVisible =
                    table && std::all_of(index.columns.begin(), index.columns.end(),
                                         [&](const QString& name) { return table->column(name); });
                if (!isVisible)
                    continue;
                if (index.isUnique)
                    table->constraintColumns.insert(index.name, index.columns);
                if (index.name == u"PRIMARY")
                    table->key = index.columns;
                else if (index.whole)
                    (index.isUnique ? table->uniqueKeys : table->indexes) += index.columns;
            }
        }
        return status;
    }

    Status readReferences() {
        QString lastTable;
        QString lastName;
        return m_each(
            QStringLiteral(
                "SELECT k.TABLE_NAME, k.CONSTRAINT_NAME, k.COLUMN_NAME, k.REFERENCED_TABLE_NAME, "
                "k.REFERENCED_COLUMN_NAME, r.DELETE_RULE, r.UPDATE_RULE FROM "
                "information_schema.KEY_COLUMN_USAGE "
                "k JOIN information_schema.REFERENTIAL_CONSTRAINTS r ON r.CONSTRAINT_SCHEMA = "
                "k.CONSTRAINT_SCHEMA AND r.CONSTRAINT_NAME = k.CONSTRAINT_NAME AND r.TABLE_NAME = "
                "k.TABLE_NAME WHERE k.TABLE_SCHEMA = DATABASE() AND k.REFERENCED_TABLE_SCHEMA = "
                "DATABASE() ORDER BY k.TABLE_NAME, k.CONSTRAINT_NAME, k.ORDINAL_POSITION"),
            [&](const QSqlQuery& row) {
                Table* table = tableOf(row.value(0));
                if (!table || !tableOf(row.value(3)))
                    return;
                const QString name = row.value(1).toString();
                if (table->name != lastTable || name != lastName)
                    table->foreignKeys.append({{},
                                               row.value(3).toString(),
                                               {},
                                               actionOfRule(row.value(5).toString()),
                                               actionOfRule(row.value(6).toString()),
                                               name});
                lastTable = table->name;
                lastName = name;
                ForeignKey& reference = table->foreignKeys.back();
                reference.columns += row.value(2).toString();
                reference.referencedColumns += row.value(4).toString();
                table->constraintColumns[name] += row.value(2).toString();
            });
    }

    Status readChecks() {
        return m_each(
            QStringLiteral("SELECT TABLE_NAME, CONSTRAINT_NAME, CHECK_CLAUSE, LEVEL FROM "
                           "information_schema.CHECK_CONSTRAINTS WHERE CONSTRAINT_SCHEMA = "
                           "DATABASE() ORDER BY TABLE_NAME, CONSTRAINT_NAME"),
            [&](const QSqlQuery& row) {
                Table* table = tableOf(row.value(0));
                if (!table)
                    return;
                const QString name = row.value(1).toString();
                const QString clause = row.value(2).toString();
                if (row.value(3).toString() == u"Column") {
                    const int at = table->indexOf(name);
                    // JSON is a long text with this very check.
                    if (at >= 0 && clause.startsWith(u"json_valid(")) {
                        table->columns[at].type = ColumnType{TypeKind::Json};
                        return;
                    }
                    table->constraintColumns.insert(table->name + u'.' + name, {name});
                }
                table->checks.append({name, clause});
            });
    }

    Table* tableOf(const QVariant& name) {
        const auto found = m_at.constFind(name.toString());
        return found == m_at.constEnd() ? nullptr : &m_tables[*found];
    }

    MariaDbRows m_each;
    QSet<QString> m_deletable; // tables; the empty name: all of them
    QList<Table> m_tables;
    QHash<QString, qsizetype> m_at;
};

} // namespace

Result<Catalog> MariaDbDialect::readCatalog(QSqlDatabase& database) const {
    return MariaDbCatalogReader(
               [&](const QString& sql, const std::function<void(const QSqlQuery&)>& take) {
                   return each(database, sql, take);
               })
        .read();
}

Result<QList<AnswerColumn>> MariaDbDialect::describe(QSqlDatabase&, const QString& select) const {
    auto* connection = static_cast<MYSQL*>(m_connection);
    using Statement = std::unique_ptr<MYSQL_STMT, my_bool (*)(MYSQL_STMT*)>;
    const auto prepare = [&](const QString& sql) -> Result<Statement> {
        Statement statement(mysql_stmt_init(connection), mysql_stmt_close);
        const QByteArray text = sql.toUtf8();
        if (statement && mysql_stmt_prepare(statement.get(), text.constData(),
                                            static_cast<unsigned long>(text.size())) == 0)
            return statement;
        const char* words = statement ? mysql_stmt_error(statement.get()) : "";
        const unsigned code = statement ? mysql_stmt_errno(statement.get()) : CR_OUT_OF_MEMORY;
        return errorOf(QSqlError({}, QString::fromUtf8(words), QSqlError::StatementError,
                                 QString::number(code)));
    };
    // In brackets it has to be a SELECT; only without them the server says whose columns it shows.
    if (auto source = prepare(QStringLiteral("SELECT * FROM %1 AS source").arg(asSource(select)));
        !source)
        return source.error();
    auto statement = prepare(select);
    if (!statement)
        return statement.error();
    const std::unique_ptr<MYSQL_RES, void (*)(MYSQL_RES*)> description(
        mysql_stmt_result_metadata(statement->get()), mysql_free_result);
    QList<AnswerColumn> columns;
    for (unsigned i = 0; description && i < mysql_num_fields(description.get()); ++i) {
        const MYSQL_FIELD& field = *mysql_fetch_field_direct(description.get(), i);
        AnswerColumn answer;
        answer.column.name = QString::fromUtf8(field.name);
        answer.column.baseType = answer.column.declaredType = typeWord(field);
        MariaDbDeclared declared{answer.column.baseType, answer.column.baseType, -1, -1, -1};
        if ((field.flags & UNSIGNED_FLAG) != 0)
            declared.full += QStringLiteral(" unsigned");
        if (answer.column.baseType == u"bit")
            declared.precision = static_cast<int>(field.length);
        answer.column.type = mariadbTypeOf(declared);
        if (QString::fromUtf8(field.db) == spec().database) {
            answer.relation = QString::fromUtf8(field.org_table);
            answer.origin = QString::fromUtf8(field.org_name);
        }
        columns += answer;
    }
    return columns;
}

} // namespace gravin
