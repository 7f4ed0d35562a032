// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_dialect.h"

#include <QRegularExpression>
#include <QSqlError>
#include <QSqlQuery>

#include <algorithm>

namespace gravin {

namespace {

// A view has triggers of one kind only: those that write in its place.
void noteInsteadOf(Table& view, const QString& trigger) {
    static const QRegularExpression event(
        QStringLiteral("\\bINSTEAD\\s+OF\\s+(INSERT|UPDATE|DELETE)\\b"),
        QRegularExpression::CaseInsensitiveOption);
    const auto operation = operationFromName(event.match(trigger).captured(1).toLower());
    if (!operation)
        return;
    if (!view.isWritableView)
        view.rights = {false, false, false};
    view.isWritableView = true;
    view.rights.set(*operation, true);
}

// Finds parts in parentheses of a CREATE TABLE statement by the word before them, outside quotes
// and comments.
class DefinitionScanner {
public:
    explicit DefinitionScanner(const QString& sql)
        : m_sql(sql) {}

    // What its CHECK (…) parts say, wherever they stand.
    QList<CheckConstraint> checks() {
        QList<CheckConstraint> checks;
        for (const QString& expression : behind(u"CHECK", AnyDepth))
            checks.append({{}, expression});
        return checks;
    }

    // What its columns are generated from, in their order: "AS (…)", and nowhere deeper, where it
    // would belong to an expression.
    QStringList generated() { return behind(u"AS", OfColumns); }

    // What its constraints call references of the table: the name, and the columns.
    QList<std::pair<QString, QStringList>> namedReferences() {
        QList<std::pair<QString, QStringList>> found;
        int depth = 0;
        for (m_at = 0; m_at < m_sql.size();) {
            if (depth != OfColumns || !atWord(u"CONSTRAINT")) {
                if (skipQuotedOrComment())
                    continue;
                depth += m_sql[m_at] == u'(' ? 1 : m_sql[m_at] == u')' ? -1 : 0;
                skipWordOrCharacter();
                continue;
            }
            const qsizetype begin = m_at + QStringView(u"CONSTRAINT").size();
            m_at = begin;
            skipBlanks();
            const qsizetype nameBegin = m_at;
            if (!skipQuotedOrComment())
                skipWordOrCharacter();
            const QString name = unquoted(m_sql.mid(nameBegin, m_at - nameBegin));
            skipBlanks();
            if (!atWord(u"FOREIGN"))
                continue;
            m_at = m_sql.indexOf(u'(', m_at);
            if (m_at < 0)
                break;
            QStringList columns;
            for (const QString& column : parenthesised().split(u','))
                columns += unquoted(column.trimmed());
            found.append({name, columns});
        }
        return found;
    }

private:
    static constexpr int AnyDepth = -1;
    static constexpr int OfColumns = 1;

    QStringList behind(QStringView word, int depthWanted) {
        QStringList found;
        int depth = 0;
        m_at = 0;
        while (m_at < m_sql.size()) {
            if (skipQuotedOrComment())
                continue;
            if (!atWord(word) || (depthWanted != AnyDepth && depth != depthWanted)) {
                depth += m_sql[m_at] == u'(' ? 1 : m_sql[m_at] == u')' ? -1 : 0;
                skipWordOrCharacter();
                continue;
            }
            m_at += word.size();
            while (m_at < m_sql.size() && (m_sql[m_at].isSpace() || skipQuotedOrComment()))
                m_at += m_at < m_sql.size() && m_sql[m_at].isSpace() ? 1 : 0;
            if (m_at < m_sql.size() && m_sql[m_at] == u'(')
                found += parenthesised();
        }
        return found;
    }

    void skipBlanks() {
        while (m_at < m_sql.size() && m_sql[m_at].isSpace())
            ++m_at;
    }

    static QString unquoted(QString name) {
        const bool isQuoted = name.size() > 1 && (name[0] == u'"' || name[0] == u'`' ||
                                                  name[0] == u'[' || name[0] == u'\'');
        if (!isQuoted)
            return name;
        const QString quote = name.back();
        return name.mid(1, name.size() - 2).replace(quote + quote, quote);
    }

    static bool isWordCharacter(QChar c) { return c.isLetterOrNumber() || c == u'_'; }

    bool atWord(QStringView word) const {
        const QStringView rest = QStringView(m_sql).mid(m_at);
        return rest.startsWith(word, Qt::CaseInsensitive) &&
               (rest.size() == word.size() || !isWordCharacter(rest[word.size()]));
    }

    void skipWordOrCharacter() {
        ++m_at;
        while (m_at < m_sql.size() && isWordCharacter(m_sql[m_at - 1]) &&
               isWordCharacter(m_sql[m_at]))
            ++m_at;
    }

    bool skipQuotedOrComment() {
        if (m_at >= m_sql.size())
            return false;
        const QChar c = m_sql[m_at];
        QString end;
        if (c == u'\'' || c == u'"' || c == u'`')
            end = c;
        else if (c == u'[')
            end = u']';
        else if (QStringView(m_sql).mid(m_at).startsWith(u"--"))
            end = u'\n';
        else if (QStringView(m_sql).mid(m_at).startsWith(u"/*"))
            end = QStringLiteral("*/");
        else
            return false;
        // A doubled quote ends one text and begins the next, which comes to the same.
        const qsizetype found = m_sql.indexOf(end, m_at + (end.size() > 1 ? 2 : 1));
        m_at = found < 0 ? m_sql.size() : found + end.size();
        return true;
    }

    QString parenthesised() {
        const qsizetype begin = m_at + 1;
        int depth = 0;
        while (m_at < m_sql.size()) {
            if (skipQuotedOrComment())
                continue;
            const QChar c = m_sql[m_at++];
            depth += c == u'(' ? 1 : c == u')' ? -1 : 0;
            if (depth == 0)
                return m_sql.mid(begin, m_at - begin - 1).trimmed();
        }
        return m_sql.mid(begin).trimmed();
    }

    QString m_sql;
    qsizetype m_at = 0;
};

ForeignKey::Action actionOf(const QString& words) {
    if (words == u"CASCADE")
        return ForeignKey::Action::Cascade;
    if (words == u"SET NULL")
        return ForeignKey::Action::SetNull;
    return words == u"SET DEFAULT" ? ForeignKey::Action::SetDefault : ForeignKey::Action::Forbid;
}

struct IndexInfo {
    bool unique = false;
    bool partial = false;
    bool isPrimaryKey = false;
    QStringList columns; // a null entry stands for an expression or the row number
};

class CatalogReader {
public:
    CatalogReader(const SqliteDialect& dialect, QSqlDatabase& database)
        : m_dialect(dialect)
        , m_database(database) {}

    Result<Catalog> read() {
        struct Listed {
            QString name;
            QString type;
            bool withoutRowid;
        };
        QList<Listed> listed;
        Status status = each(QStringLiteral("SELECT name, type, wr FROM pragma_table_list "
                                            "WHERE schema = 'main' ORDER BY name"),
                             {}, [&](const QSqlQuery& row) {
                                 listed.append({row.value(0).toString(), row.value(1).toString(),
                                                row.value(2).toBool()});
                             });
        Catalog catalog;
        for (const Listed& entry : listed) {
            if (!status)
                return status.error();
            if (isOwnTable(entry.name) || entry.name.startsWith(u"sqlite_") ||
                entry.type == u"shadow")
                continue;
            Table table;
            table.name = entry.name;
            table.relation = entry.name;
            table.kind = entry.type == u"view" ? Table::Kind::View : Table::Kind::Table;
            status = readTable(table, entry.withoutRowid);
            catalog.tables.append(table);
        }
        if (!status)
            return status.error();
        completeReferences(catalog);
        for (Table& table : catalog.tables)
            complete(table);
        return catalog;
    }

private:
    Status each(const QString& sql, const QVariantList& values, auto take) {
        QSqlQuery query(m_database);
        query.setForwardOnly(true);
        bool goesOn = query.prepare(sql);
        for (const QVariant& value : values)
            query.addBindValue(value);
        goesOn = goesOn && query.exec();
        while (goesOn && query.next())
            take(query);
        if (query.lastError().isValid())
            return m_dialect.errorOf(query.lastError());
        return ok();
    }

    Status readTriggers(Table& table) {
        return each(QStringLiteral("SELECT name, sql FROM sqlite_master WHERE type = 'trigger' AND "
                                   "tbl_name = ? COLLATE NOCASE ORDER BY name"),
                    {table.name}, [&](const QSqlQuery& row) {
                        noteTrigger(table, row.value(0).toString(), row.value(1).toString());
                        if (table.isView())
                            noteInsteadOf(table, row.value(1).toString());
                    });
    }

    Status readTable(Table& table, bool withoutRowid) {
        QMap<int, QString> keyColumns;
        Status status =
            each(QStringLiteral("SELECT name, type, \"notnull\", dflt_value, pk, hidden "
                                "FROM pragma_table_xinfo(?) ORDER BY cid"),
                 {table.name}, [&](const QSqlQuery& row) {
                     const int hidden = row.value(5).toInt();
                     if (hidden == 1) // a virtual table's own parameter
                         return;
                     Column column;
                     column.name = row.value(0).toString();
                     column.declaredType = row.value(1).toString();
                     column.type = sqliteType(column.declaredType);
                     column.nullable = !row.value(2).toBool();
                     if (!row.value(3).isNull())
                         column.defaultExpression = row.value(3).toString();
                     column.computed = hidden == 2 || hidden == 3;
                     if (const int position = row.value(4).toInt(); position > 0)
                         keyColumns.insert(position, column.name);
                     table.columns.append(column);
                 });
        // A view that no longer fits its tables answers with an error: it stays, without columns.
        if (table.isView())
            return status ? readTriggers(table) : ok();
        if (!status)
            return status;
        table.key = keyColumns.values();
        status = readIndexes(table);
        if (!status)
            return status;
        nameRowNumber(table, withoutRowid);
        QList<std::pair<QString, QStringList>> references;
        status =
            each(QStringLiteral("SELECT sql FROM sqlite_master WHERE type = 'table' AND name = ?"),
                 {table.name}, [&](const QSqlQuery& row) {
                     const QString sql = row.value(0).toString();
                     table.checks = DefinitionScanner(sql).checks();
                     nameGenerated(table, DefinitionScanner(sql).generated());
                     references = DefinitionScanner(sql).namedReferences();
                     // SQLite tells no column's collation; the word says that one may have its own.
                     for (Column& column : table.columns)
                         column.foldsText = sql.contains(u"COLLATE", Qt::CaseInsensitive);
                 });
        if (!status)
            return status;
        status = readTriggers(table);
        if (!status)
            return status;
        status = readForeignKeys(table);
        for (const auto& [name, columns] : std::as_const(references)) {
            for (ForeignKey& foreignKey : table.foreignKeys) {
                if (foreignKey.columns.join(u',').compare(columns.join(u','),
                                                          Qt::CaseInsensitive) == 0)
                    foreignKey.name = name;
            }
        }
        return status;
    }

    Status readIndexes(Table& table) {
        QList<std::pair<QString, IndexInfo>> indexes;
        Status status = each(
            QStringLiteral("SELECT name, \"unique\", origin, partial FROM pragma_index_list(?)"),
            {table.name}, [&](const QSqlQuery& row) {
                indexes.append({row.value(0).toString(),
                                {row.value(1).toBool(),
                                 row.value(3).toBool(),
                                 row.value(2).toString() == u"pk",
                                 {}}});
            });
        bool primaryKeyHasIndex = false;
        for (auto& [name, index] : indexes) {
            if (!status)
                return status;
            status = each(QStringLiteral("SELECT name FROM pragma_index_info(?) ORDER BY seqno"),
                          {name}, [&, columns = &index.columns](const QSqlQuery& row) {
                              columns->append(row.value(0).toString());
                          });
            primaryKeyHasIndex |= index.isPrimaryKey;
            const bool plain = std::none_of(index.columns.begin(), index.columns.end(),
                                            [](const QString& column) { return column.isEmpty(); });
            if (!index.partial && !index.isPrimaryKey && plain)
                (index.unique ? table.uniqueKeys : table.indexes).append(index.columns);
        }
        // A primary key of one INTEGER column without an index of its own is the row number.
        if (table.key.size() == 1 && !primaryKeyHasIndex) {
            Column& column = table.columns[table.indexOf(table.key.front())];
            column.givenByDatabase = true;
            column.nullable = false;
        }
        return status;
    }

    static void nameGenerated(Table& table, const QStringList& expressions) {
        const auto count = std::count_if(table.columns.begin(), table.columns.end(),
                                         [](const Column& column) { return column.computed; });
        if (count != expressions.size())
            return;
        auto next = expressions.begin();
        for (Column& column : table.columns) {
            if (column.computed)
                column.generatedFrom = *next++;
        }
    }

    static void nameRowNumber(Table& table, bool withoutRowid) {
        const bool keyIsRowNumber =
            table.key.size() == 1 && table.column(table.key.front())->givenByDatabase;
        if (withoutRowid || keyIsRowNumber)
            return;
        for (const char* name : {"rowid", "_rowid_", "oid"}) {
            const QString candidate = QLatin1String(name);
            const bool taken =
                std::any_of(table.columns.begin(), table.columns.end(), [&](const Column& column) {
                    return column.name.compare(candidate, Qt::CaseInsensitive) == 0;
                });
            if (!taken) {
                table.rowNumber = candidate;
                return;
            }
        }
    }

    Status readForeignKeys(Table& table) {
        QMap<int, ForeignKey> foreignKeys;
        Status status =
            each(QStringLiteral("SELECT id, \"table\", \"from\", \"to\", on_delete, on_update "
                                "FROM pragma_foreign_key_list(?) ORDER BY id DESC, seq"),
                 {table.name}, [&](const QSqlQuery& row) {
                     ForeignKey& foreignKey = foreignKeys[-row.value(0).toInt()];
                     foreignKey.table = row.value(1).toString();
                     foreignKey.columns += row.value(2).toString();
                     foreignKey.referencedColumns += row.value(3).toString();
                     foreignKey.onDelete = actionOf(row.value(4).toString());
                     foreignKey.onUpdate = actionOf(row.value(5).toString());
                 });
        table.foreignKeys = foreignKeys.values();
        return status;
    }

    // Names are compared by SQLite without case, and a reference may leave the key's columns away:
    // both are spelt out here, once.
    static void completeReferences(Catalog& catalog) {
        for (Table& table : catalog.tables) {
            for (ForeignKey& foreignKey : table.foreignKeys) {
                for (const Table& target : catalog.tables) {
                    if (target.name.compare(foreignKey.table, Qt::CaseInsensitive) != 0)
                        continue;
                    foreignKey.table = target.name;
                    if (foreignKey.referencedColumns.join(QString()).isEmpty())
                        foreignKey.referencedColumns = target.key;
                    spellAs(target, foreignKey.referencedColumns);
                }
                spellAs(table, foreignKey.columns);
            }
        }
    }

    static void spellAs(const Table& table, QStringList& names) {
        for (QString& name : names) {
            for (const Column& column : table.columns) {
                if (column.name.compare(name, Qt::CaseInsensitive) == 0)
                    name = column.name;
            }
        }
    }

    const SqliteDialect& m_dialect;
    QSqlDatabase& m_database;
};

} // namespace

ColumnType sqliteType(const QString& declared) {
    const QString name = declared.toUpper();
    ColumnType type;
    static const QRegularExpression limits(
        QStringLiteral("\\(\\s*(\\d+)\\s*(?:,\\s*(\\d+)\\s*)?\\)"));
    const auto match = limits.match(name);
    const auto has = [&](const char* word) { return name.contains(QLatin1String(word)); };

    if (has("BOOL")) {
        type.kind = TypeKind::Boolean;
    } else if (has("INT")) {
        type.kind = TypeKind::Integer;
    } else if (has("CHAR") || has("CLOB") || has("TEXT")) {
        type.kind = TypeKind::Text;
        if (match.hasMatch())
            type.length = match.captured(1).toInt();
    } else if (has("BLOB")) {
        type.kind = TypeKind::Binary;
    } else if (has("REAL") || has("FLOA") || has("DOUB")) {
        type.kind = TypeKind::Double;
    } else if (has("DEC") || has("NUM") || has("MONEY")) {
        type.kind = TypeKind::Decimal;
        if (match.hasMatch()) {
            type.precision = std::min(match.captured(1).toInt(), Decimal::MaximumDigits);
            type.scale = match.captured(2).isEmpty() ? 0 : match.captured(2).toInt();
            // SQLite accepts any figures here; ones that make no sense bind nobody.
            if (type.precision == 0 || type.scale > type.precision)
                type.precision = type.scale = -1;
        }
    } else if (has("TIMESTAMP") || has("DATETIME")) {
        type.kind = TypeKind::Timestamp;
    } else if (has("DATE")) {
        type.kind = TypeKind::Date;
    } else if (has("TIME")) {
        type.kind = TypeKind::Time;
    }
    return type;
}

Result<Catalog> SqliteDialect::readCatalog(QSqlDatabase& database) const {
    return CatalogReader(*this, database).read();
}

} // namespace gravin
