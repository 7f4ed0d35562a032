// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_query.h"

#include <QRegularExpression>

namespace gravin {

namespace {

// A condition with one placeholder, a word.
QString contains(const Dialect& dialect, const Table& table, const SearchedColumn& searched) {
    const QString column = dialect.quoted(table) + u'.' + dialect.quoted(searched.column);
    if (!searched.target)
        return dialect.containsText(column);
    const Table& target = *searched.target;
    const auto named = [&](const QString& name) {
        return QStringLiteral("gravin_target.") + dialect.quoted(name);
    };
    return QStringLiteral("%1 IN (SELECT %2 FROM %3 gravin_target WHERE %4)")
        .arg(column, named(searched.stored), dialect.quoted(target),
             dialect.containsText(named(searched.shown)));
}

bool canBeSearched(const Table& table, const SearchedColumn& searched) {
    const Column* column = table.column(searched.column);
    return column && column->expression.isEmpty() && column->type.kind != TypeKind::Binary;
}

} // namespace

QStringList RecordQuery::words() const {
    static const QRegularExpression blanks(QStringLiteral("\\s+"));
    return search.split(blanks, Qt::SkipEmptyParts);
}

QString conjunctionOf(const QStringList& conditions) {
    return conditions.isEmpty() ? QString()
                                : u'(' + conditions.join(QStringLiteral(") AND (")) + u')';
}

SqlFragment searchSql(const Dialect& dialect, const Table& table, const RecordQuery& query) {
    SqlFragment sql;
    QStringList places;
    for (const SearchedColumn& searched : query.searched) {
        if (canBeSearched(table, searched))
            places += contains(dialect, table, searched);
    }
    for (const QString& word : query.words()) {
        // With nowhere to look nothing is found.
        const QString any =
            places.isEmpty() ? QStringLiteral("1 = 0") : places.join(QStringLiteral(" OR "));
        sql.sql += (sql.sql.isEmpty() ? QString() : QStringLiteral(" AND ")) + u'(' + any + u')';
        for (qsizetype i = 0; i < places.size(); ++i)
            sql.values += word;
    }
    return sql;
}

} // namespace gravin
