// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/record_query.h"

#include "core/value/text_form.h"

#include <QRegularExpression>

namespace gravin {

namespace {

// A date or figure as the engine has it; empty: the word is none. Zeros at the end of a fraction
// are there on one engine and not on another.
QString storedForm(const QString& word, const ColumnType& type, const LocaleForm& form) {
    if (!type.isNumber() && type.kind != TypeKind::Date)
        return {};
    const auto value = form.value(word, type);
    if (!value || value->isNull())
        return {};
    static const QRegularExpression zeros(QStringLiteral("\\.?0+$"));
    QString text = toText(*value, type);
    return text.contains(u'.') ? text.remove(zeros) : text;
}

// That a word stands there.
SqlFragment wordIn(const Dialect& dialect, const Table& table, const SearchedColumn& searched,
                   const QString& word, const LocaleForm& form) {
    const QString column = dialect.nameOfRows(table) + u'.' + dialect.quoted(searched.column);
    if (searched.target) {
        const Table& target = *searched.target;
        const auto named = [&](const QString& name) {
            return QStringLiteral("gravin_target.") + dialect.quoted(name);
        };
        return {QStringLiteral("%1 IN (SELECT %2 FROM %3 WHERE %4)")
                    .arg(column, named(searched.stored),
                         dialect.rowsOf(target, QStringLiteral("gravin_target")),
                         dialect.containsText(named(searched.shown))),
                {word}};
    }
    SqlFragment sql{dialect.containsText(column), {word}};
    const Column& stored = *table.column(searched.column);
    QStringList places;
    for (const auto& [read, text] : searched.choices) {
        const auto value = fromText(text, stored.type);
        if (!read.contains(word, Qt::CaseInsensitive) || !value || value->isNull())
            continue;
        places += dialect.placeholder(stored);
        sql.values += dialect.encode(*value, stored.type);
    }
    const QString asStored = storedForm(word, stored.type, form);
    if (!asStored.isEmpty() && asStored != word) {
        sql.sql += QStringLiteral(" OR ") + dialect.containsText(column);
        sql.values += asStored;
    }
    if (!places.isEmpty())
        sql.sql += QStringLiteral(" OR %1 IN (%2)").arg(column, places.join(u','));
    return sql;
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
    for (const QString& word : query.words()) {
        QStringList places;
        for (const SearchedColumn& searched : query.searched) {
            if (!canBeSearched(table, searched))
                continue;
            const SqlFragment place = wordIn(dialect, table, searched, word, query.form);
            places += place.sql;
            sql.values += place.values;
        }
        // With nowhere to look nothing is found.
        const QString any =
            places.isEmpty() ? QStringLiteral("1 = 0") : places.join(QStringLiteral(" OR "));
        sql.sql += (sql.sql.isEmpty() ? QString() : QStringLiteral(" AND ")) + u'(' + any + u')';
    }
    return sql;
}

} // namespace gravin
