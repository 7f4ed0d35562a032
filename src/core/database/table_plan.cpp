// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/table_plan.h"

#include "core/base/text.h"
#include "core/database/session_writer.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

// PostgreSQL cuts longer ones in silence; the others allow about as much.
constexpr qsizetype LongestName = 63; // bytes of UTF-8
constexpr int HighestLength = 10'000;
constexpr int DefaultScale = 2;

Status verifyName(const QString& name, const QString& what) {
    if (name.trimmed().isEmpty())
        return Error{ErrorKind::Usage, coreTr("Give %1 a name.").arg(what)};
    if (name != name.trimmed())
        return Error{ErrorKind::Usage,
                     coreTr("The name “%1” begins or ends with a blank.").arg(name)};
    if (name.toUtf8().size() > LongestName)
        return Error{ErrorKind::Usage, coreTr("The name “%1” is too long: %2 bytes are allowed.")
                                           .arg(name.left(20) + u'…')
                                           .arg(LongestName)};
    return ok();
}

// The key column of a table of the catalog; null unless it has just one.
const Column* referencedKey(const Catalog& catalog, const QString& table) {
    const Table* target = catalog.table(table);
    return target && target->key.size() == 1 ? target->column(target->key.front()) : nullptr;
}

// The same of the table that is planned.
const FieldPlan* ownKey(const TablePlan& plan) {
    const FieldPlan* found = nullptr;
    for (const FieldPlan& field : plan.fields) {
        if (field.key && std::exchange(found, &field))
            return nullptr;
    }
    return found;
}

Result<QString> declaredType(const Dialect& dialect, const Catalog& catalog, const TablePlan& plan,
                             const FieldPlan& field) {
    const bool isIndexed = field.key;
    if (field.reference.isEmpty())
        return dialect.declaration(field.kind, field.length, isIndexed);
    if (field.reference == plan.name) {
        const FieldPlan* key = ownKey(plan);
        if (key && key != &field && key->reference.isEmpty())
            return dialect.declaration(key->kind == FieldKind::GivenNumber ? FieldKind::Integer
                                                                           : key->kind,
                                       key->length, true);
    } else if (const Column* key = referencedKey(catalog, field.reference)) {
        return key->declaredType;
    }
    return Error{ErrorKind::Usage, coreTr("%1 cannot refer to %2, which has no key of one column.")
                                       .arg(field.name, field.reference)};
}

QString referencedColumn(const Catalog& catalog, const TablePlan& plan, const FieldPlan& field) {
    if (field.reference == plan.name)
        return ownKey(plan)->name;
    return referencedKey(catalog, field.reference)->name;
}

bool hasGivenNumber(const TablePlan& plan) {
    return std::any_of(plan.fields.begin(), plan.fields.end(),
                       [](const FieldPlan& field) { return field.kind == FieldKind::GivenNumber; });
}

Status verifyLength(const FieldPlan& field) {
    if (field.length > HighestLength || field.length == 0)
        return Error{ErrorKind::Usage, coreTr("%1: a length is a whole number from 1 to %2.")
                                           .arg(field.name)
                                           .arg(HighestLength)};
    if (field.kind == FieldKind::Decimal && field.length > DecimalDigits)
        return Error{ErrorKind::Usage,
                     coreTr("%1: a decimal number has at most %2 digits behind the point.")
                         .arg(field.name)
                         .arg(DecimalDigits)};
    return ok();
}

bool isSameName(const QString& a, const QString& b) {
    return a.compare(b, Qt::CaseInsensitive) == 0;
}

Status verify(const Catalog& catalog, const TablePlan& plan) {
    if (Status named = verifyName(plan.name, coreTr("the table")); !named)
        return named;
    // With a point in it, a plain name could be taken for one with a schema.
    if (plan.name.contains(u'.'))
        return Error{ErrorKind::Usage, coreTr("The name of a table cannot have a point in it.")};
    if (isOwnTable(plan.name))
        return Error{ErrorKind::Usage,
                     coreTr("Names that begin with “gravin_” are kept for the change log.")};
    for (const Table& table : catalog.tables) {
        if (isSameName(table.name, plan.name))
            return Error{ErrorKind::Usage, coreTr("There is a %1 already.").arg(table.name)};
    }
    if (plan.fields.isEmpty())
        return Error{ErrorKind::Usage, coreTr("A table needs a field.")};
    for (qsizetype i = 0; i < plan.fields.size(); ++i) {
        const FieldPlan& field = plan.fields[i];
        if (Status named = verifyName(field.name, coreTr("field %1").arg(i + 1)); !named)
            return named;
        if (Status fits = verifyLength(field); !fits)
            return fits;
        if (field.kind == FieldKind::GivenNumber && !field.key)
            return Error{ErrorKind::Usage,
                         coreTr("%1 is given by the database, which it does for a key only.")
                             .arg(field.name)};
        for (qsizetype j = 0; j < i; ++j) {
            if (isSameName(plan.fields[j].name, field.name))
                return Error{ErrorKind::Usage, coreTr("Two fields are called %1.").arg(field.name)};
        }
    }
    const auto keys = std::count_if(plan.fields.begin(), plan.fields.end(),
                                    [](const FieldPlan& field) { return field.key; });
    if (keys == 0)
        return Error{ErrorKind::Usage,
                     coreTr("Mark the field that tells one record from another as the key.")};
    if (hasGivenNumber(plan) && keys > 1)
        return Error{ErrorKind::Usage,
                     coreTr("A number given by the database is a key by itself: mark no other.")};
    return ok();
}

} // namespace

QList<FieldKind> allFieldKinds() {
    return {FieldKind::GivenNumber, FieldKind::Text,   FieldKind::LongText, FieldKind::Integer,
            FieldKind::Decimal,     FieldKind::Date,   FieldKind::Time,     FieldKind::DateTime,
            FieldKind::YesNo,       FieldKind::Picture};
}

QString fieldKindLabel(FieldKind kind) {
    switch (kind) {
    case FieldKind::GivenNumber:
        return coreTr("Number given by the database");
    case FieldKind::Text:
        return coreTr("Text");
    case FieldKind::LongText:
        return coreTr("Long text");
    case FieldKind::Integer:
        return coreTr("Whole number");
    case FieldKind::Decimal:
        return coreTr("Decimal number");
    case FieldKind::Date:
        return coreTr("Date");
    case FieldKind::Time:
        return coreTr("Time");
    case FieldKind::DateTime:
        return coreTr("Date and time");
    case FieldKind::YesNo:
        return coreTr("Yes or no");
    case FieldKind::Picture:
        return coreTr("Picture or file");
    }
    return {};
}

ColumnType plannedType(const Catalog& catalog, const TablePlan& plan, const FieldPlan& field) {
    if (!field.reference.isEmpty() && field.reference != plan.name) {
        const Column* key = referencedKey(catalog, field.reference);
        return key ? key->type : ColumnType{};
    }
    if (!field.reference.isEmpty()) {
        const FieldPlan* key = ownKey(plan);
        return key && key->reference.isEmpty() ? plannedType(catalog, plan, *key) : ColumnType{};
    }
    switch (field.kind) {
    case FieldKind::GivenNumber:
    case FieldKind::Integer:
        return {TypeKind::Integer};
    case FieldKind::Text:
        return {TypeKind::Text, field.length};
    case FieldKind::LongText:
        return {TypeKind::Text};
    case FieldKind::Decimal:
        return {TypeKind::Decimal, -1, DecimalDigits,
                field.length > 0 ? field.length : DefaultScale};
    case FieldKind::Date:
        return {TypeKind::Date};
    case FieldKind::Time:
        return {TypeKind::Time};
    case FieldKind::DateTime:
        return {TypeKind::Timestamp};
    case FieldKind::YesNo:
        return {TypeKind::Boolean};
    case FieldKind::Picture:
        return {TypeKind::Binary};
    }
    return {};
}

Result<QString> createStatement(const Dialect& dialect, const Catalog& catalog,
                                const TablePlan& plan) {
    if (Status verified = verify(catalog, plan); !verified)
        return verified.error();
    QStringList lines;
    QStringList key;
    QStringList references;
    for (const FieldPlan& field : plan.fields) {
        auto type = declaredType(dialect, catalog, plan, field);
        if (!type)
            return type.error();
        const bool neverEmpty = field.required || field.key;
        const QString name = dialect.quoted(field.name);
        lines += QStringLiteral("%1 %2%3").arg(
            name, *type, neverEmpty ? QStringLiteral(" NOT NULL") : QString());
        if (field.kind == FieldKind::GivenNumber)
            lines.back() = QStringLiteral("%1 %2").arg(name, *type);
        if (field.key)
            key += name;
        if (field.reference.isEmpty())
            continue;
        const Table* target = catalog.table(field.reference);
        references +=
            QStringLiteral("FOREIGN KEY (%1) REFERENCES %2 (%3)")
                .arg(name, target ? dialect.quoted(*target) : dialect.quoted(field.reference),
                     dialect.quoted(referencedColumn(catalog, plan, field)));
    }
    if (!hasGivenNumber(plan))
        lines += QStringLiteral("PRIMARY KEY (%1)").arg(key.join(QStringLiteral(", ")));
    return QStringLiteral("CREATE TABLE %1 (\n  %2\n)%3")
        .arg(dialect.quoted(plan.name), (lines + references).join(QStringLiteral(",\n  ")),
             dialect.tableOptions());
}

Result<QMap<QString, Value>> plannedValues(const Catalog& catalog, const TablePlan& plan,
                                           const QStringList& row) {
    QMap<QString, Value> values;
    for (qsizetype i = 0; i < plan.fields.size() && i < row.size(); ++i) {
        const FieldPlan& field = plan.fields[i];
        if (row[i].trimmed().isEmpty())
            continue;
        auto value = plan.form.value(row[i], plannedType(catalog, plan, field));
        if (!value)
            return Error{value.error().kind,
                         field.name + QStringLiteral(": ") + value.error().sentence};
        values.insert(field.name, *value);
    }
    return values;
}

class StructureChange {
public:
    static Status run(Session& session, const QString& statement) {
        return SessionWriter(session).command(statement);
    }
};

Status createTable(Session& session, const Catalog& catalog, const TablePlan& plan) {
    const auto statement = createStatement(session.dialect(), catalog, plan);
    return statement ? StructureChange::run(session, *statement) : statement.error();
}

Result<QString> addFieldStatement(const Dialect& dialect, const Catalog& catalog,
                                  const Table& table, const FieldPlan& field) {
    if (Status named = verifyName(field.name, coreTr("the field")); !named)
        return named.error();
    if (Status fits = verifyLength(field); !fits)
        return fits.error();
    if (table.kind != Table::Kind::Table)
        return Error{ErrorKind::Usage, coreTr("%1 is no table.").arg(table.name)};
    for (const Column& column : table.columns) {
        if (!column.isBeyond() && isSameName(column.name, field.name))
            return Error{ErrorKind::Usage,
                         coreTr("%1 has a %2 already.").arg(table.name, column.name)};
    }
    if (field.kind == FieldKind::GivenNumber)
        return Error{
            ErrorKind::Usage,
            coreTr("%1 is given by the database, which it does for a key only.").arg(field.name)};
    TablePlan plan;
    FieldPlan alone = field;
    alone.key = false;
    const auto type = declaredType(dialect, catalog, plan, alone);
    if (!type)
        return type.error();
    const Table* target = catalog.table(field.reference);
    const QString reference =
        target ? QStringLiteral("REFERENCES %1 (%2)")
                     .arg(dialect.quoted(*target),
                          dialect.quoted(referencedKey(catalog, field.reference)->name))
               : QString();
    return dialect.addColumnStatement(table, field.name, *type, reference);
}

Status addField(Session& session, const Catalog& catalog, const QString& table,
                const FieldPlan& field) {
    const Table* known = catalog.table(table);
    if (!known)
        return Error{ErrorKind::NotFound, coreTr("There is no table %1.").arg(table)};
    const auto statement = addFieldStatement(session.dialect(), catalog, *known, field);
    return statement ? StructureChange::run(session, *statement) : statement.error();
}

QString statementsText(const Dialect& dialect, const Catalog& catalog, const TablePlan& plan) {
    QStringList parts{*createStatement(dialect, catalog, plan) + u';'};
    Table table;
    table.name = table.relation = plan.name;
    for (const FieldPlan& field : plan.fields) {
        Column column;
        column.name = field.name;
        column.type = plannedType(catalog, plan, field);
        table.columns += column;
    }
    for (const QStringList& row : plan.rows) {
        const auto values = plannedValues(catalog, plan, row);
        if (!values || values->isEmpty())
            continue;
        QList<const Column*> columns;
        QStringList notes;
        for (const Column& column : std::as_const(table.columns)) {
            if (!values->contains(column.name))
                continue;
            columns += &column;
            notes += QStringLiteral("--   ? %1: %2")
                         .arg(columns.size())
                         .arg(toText(values->value(column.name), column.type).replace(u'\n', u' '));
        }
        parts +=
            dialect.insertStatement(table, columns) + QStringLiteral(";\n") + notes.join(u'\n');
    }
    return parts.join(QStringLiteral("\n\n"));
}

} // namespace gravin
