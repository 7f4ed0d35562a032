// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/catalog.h"

#include "core/base/text.h"
#include "core/database/table_watch.h"

#include <QRegularExpression>

#include <algorithm>

namespace gravin {

int Table::indexOf(const QString& columnName) const {
    for (qsizetype i = 0; i < columns.size(); ++i) {
        if (columns[i].name == columnName)
            return static_cast<int>(i);
    }
    return -1;
}

const Column* Table::column(const QString& columnName) const {
    const int at = indexOf(columnName);
    return at < 0 ? nullptr : &columns[at];
}

std::vector<ColumnType> Table::keyTypes() const {
    std::vector<ColumnType> types;
    for (const QString& keyColumn : key)
        types.push_back(column(keyColumn)->type);
    return types;
}

bool Table::hasComputedColumns() const {
    return std::any_of(columns.begin(), columns.end(),
                       [](const Column& column) { return column.computed; });
}

Table Table::stored() const {
    Table stored = *this;
    stored.columns.removeIf([](const Column& column) { return !column.expression.isEmpty(); });
    return stored;
}

QString Table::readOnlyReason() const {
    if (!notWritableReason.isEmpty())
        return notWritableReason;
    if (isView() && !isWrittenIndirectly())
        return coreTr("%1 is a view: its records are changed in the tables it reads from.")
            .arg(name);
    if (isView() && key.isEmpty())
        return coreTr("%1 is a view whose records could be changed: say in Build by which fields "
                      "they are known.")
            .arg(name);
    if (kind == Kind::ForeignTable)
        return coreTr("%1 is read only: its records are kept by another server.").arg(name);
    if (isQuery() && base.isEmpty())
        return coreTr(
                   "%1 is read only: it is a SELECT, and no table is named whose records it shows.")
            .arg(name);
    if (key.isEmpty())
        return coreTr("%1 is read only: it has no primary key, so no record in it can be told from "
                      "another. Give the table a primary key to edit it.")
            .arg(name);
    if (!rights.any())
        return coreTr("%1 is read only: this account has no right to change it.").arg(name);
    return {};
}

QString Table::reasonAgainst(Operation operation) const {
    if (const QString reason = readOnlyReason(); !reason.isEmpty())
        return reason;
    if (rights.allow(operation))
        return {};
    switch (operation) {
    case Operation::Insert:
        return coreTr("This account has no right to add records to %1.").arg(name);
    case Operation::Update:
        return coreTr("This account has no right to change records of %1.").arg(name);
    case Operation::Delete:
        return coreTr("This account has no right to delete records of %1.").arg(name);
    }
    return {};
}

const ForeignKey* Table::referenceOf(const QString& columnName) const {
    for (const ForeignKey& foreignKey : foreignKeys) {
        if (foreignKey.columns == QStringList{columnName})
            return &foreignKey;
    }
    return nullptr;
}

void complete(Table& table) {
    for (ForeignKey& reference : table.foreignKeys) {
        if (reference.name.isEmpty())
            reference.name = reference.table;
    }
    const auto places = [&](const QStringList& columns) {
        QList<int> at;
        for (const QString& column : columns)
            at += table.indexOf(column);
        return at;
    };
    std::sort(table.foreignKeys.begin(), table.foreignKeys.end(),
              [&](const ForeignKey& a, const ForeignKey& b) {
                  return places(a.columns) < places(b.columns);
              });
    std::sort(table.uniqueKeys.begin(), table.uniqueKeys.end(),
              [&](const QStringList& a, const QStringList& b) { return places(a) < places(b); });
    for (Column& column : table.columns) {
        if (table.isView()) {
            column.nullable = true;
            column.givenByDatabase = false;
        }
        if (table.isView() || column.computed)
            column.defaultExpression = QString();
    }
    if (!table.key.isEmpty())
        return;
    for (const QStringList& columns : table.uniqueKeys) {
        const bool neverEmpty =
            std::all_of(columns.begin(), columns.end(), [&](const QString& name) {
                const Column* column = table.column(name);
                return column && !column->nullable;
            });
        if (neverEmpty) {
            table.key = columns;
            return;
        }
    }
}

void noteTrigger(Table& table, const QString& name, const QString& text) {
    if (isWatcher(name)) {
        table.watchers += text;
        return;
    }
    table.triggers += name;
    static const QRegularExpression newValue(
        QStringLiteral("\\bNEW\\s*\\.\\s*[\"`]?(\\w+)[\"`]?\\s*:?=(?!=)"),
        QRegularExpression::CaseInsensitiveOption);
    static const QRegularExpression update(
        QStringLiteral("\\bUPDATE\\s+(?:OR\\s+\\w+\\s+)?[\"`\\[]?(\\w+)[\"`\\]]?\\s+SET\\b(.*?)"
                       "(?:\\bWHERE\\b|;|$)"),
        QRegularExpression::CaseInsensitiveOption | QRegularExpression::DotMatchesEverythingOption);
    static const QRegularExpression assigned(
        QStringLiteral("(?:^|,)\\s*[\"`\\[]?(\\w+)[\"`\\]]?\\s*="));
    const auto add = [&](const QString& column) {
        for (const Column& each : table.columns) {
            if (each.name.compare(column, Qt::CaseInsensitive) == 0 &&
                !table.setByTriggers.contains(each.name))
                table.setByTriggers += each.name;
        }
    };
    for (auto match = newValue.globalMatch(text); match.hasNext();)
        add(match.next().captured(1));
    for (auto match = update.globalMatch(text); match.hasNext();) {
        const auto found = match.next();
        if (found.captured(1).compare(table.relation, Qt::CaseInsensitive) != 0)
            continue;
        for (auto column = assigned.globalMatch(found.captured(2)); column.hasNext();)
            add(column.next().captured(1));
    }
}

QString noteOnTriggers(const Table& table) {
    if (table.triggers.isEmpty())
        return {};
    const QString sentence =
        table.watchers.isEmpty()
            ? coreTr("%1 has triggers (%2). What they change in other records is not in the log, "
                     "so no rollback takes it back.")
            : coreTr("%1 has triggers (%2). What they change in tables that are not watched is "
                     "not in the log, so no rollback takes it back.");
    return sentence.arg(table.name, table.triggers.join(QStringLiteral(", ")));
}

bool isOwnTable(const QString& relation) { return relation.startsWith(u"gravin_"); }

const Table* Catalog::table(const QString& name) const {
    const auto found = std::find_if(tables.begin(), tables.end(),
                                    [&](const Table& table) { return table.name == name; });
    return found == tables.end() ? nullptr : &*found;
}

const Routine* Catalog::routine(const QString& name) const {
    const auto found = std::find_if(routines.begin(), routines.end(),
                                    [&](const Routine& each) { return each.name == name; });
    return found == routines.end() ? nullptr : &*found;
}

const Table* Catalog::relation(const QString& schema, const QString& relation) const {
    const auto found = std::find_if(tables.begin(), tables.end(), [&](const Table& table) {
        return !table.isQuery() && table.schema == schema && table.relation == relation;
    });
    return found == tables.end() ? nullptr : &*found;
}

QList<std::pair<const Table*, const ForeignKey*>>
Catalog::referencesTo(const QString& table) const {
    QList<std::pair<const Table*, const ForeignKey*>> references;
    for (const Table& from : tables) {
        for (const ForeignKey& foreignKey : from.foreignKeys) {
            if (foreignKey.table == table)
                references.append({&from, &foreignKey});
        }
    }
    return references;
}

} // namespace gravin
