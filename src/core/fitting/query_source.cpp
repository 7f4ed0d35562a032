// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/query_source.h"

#include "core/base/text.h"
#include "core/database/literal.h"
#include "core/database/select_parameters.h"
#include "core/project/project_catalog.h"
#include "core/records/bound_expression.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

namespace {

// Records that verifying compares with those they are said to be.
constexpr qint64 SampleSize = 200;

Error notIn(const QString& source, const QString& table, const QString& column) {
    return {
        ErrorKind::Usage,
        coreTr("%1 cannot change %2: its column %3, a part of the key, is not in the SELECT under "
               "its own name.")
            .arg(source, table, column)};
}

// The column as the catalog knows it where the engine says whose it is.
Column columnOf(const Catalog& catalog, const AnswerColumn& answer) {
    const Table* home = catalog.relation(answer.schema, answer.relation);
    const Column* origin = home ? home->column(answer.origin) : nullptr;
    Column column = origin ? *origin : answer.column;
    column.name = answer.column.name;
    column.defaultExpression = QString();
    column.nullable = true;
    column.givenByDatabase = column.givenAlways = false;
    column.computed = true;
    return column;
}

bool isOwnOf(const Table& base, const AnswerColumn& answer) {
    return answer.schema == base.schema && answer.relation == base.relation &&
           answer.origin == answer.column.name && base.column(answer.origin);
}

Status declareBase(Table& table, const Catalog& catalog, const QString& name,
                   const QList<AnswerColumn>& answers) {
    const Table* base = catalog.table(name);
    if (!base || base->isQuery())
        return Error{ErrorKind::Usage, coreTr("%1 shows records of %2, which the database does not "
                                              "have.")
                                           .arg(table.name, name)};
    if (const QString reason = base->readOnlyReason(); !reason.isEmpty())
        return Error{ErrorKind::Usage, reason};
    for (qsizetype i = 0; i < answers.size(); ++i) {
        if (isOwnOf(*base, answers[i]))
            table.columns[i] = *base->column(answers[i].origin);
    }
    for (const QString& part : base->key) {
        const auto isPart = [&](const AnswerColumn& answer) {
            return answer.column.name == part && isOwnOf(*base, answer);
        };
        if (std::none_of(answers.begin(), answers.end(), isPart))
            return notIn(table.name, name, part);
    }
    table.base = name;
    table.key = base->key;
    table.rights = base->rights;
    table.foreignKeys = base->foreignKeys;
    table.foreignKeys.removeIf([&](const ForeignKey& reference) {
        return std::any_of(reference.columns.begin(), reference.columns.end(),
                           [&](const QString& column) { return !table.column(column); });
    });
    return ok();
}

// In which of the kinds that people are asked for a value of this type is typed.
TypeKind askedKindOf(const ColumnType& type) {
    if (parameterKinds().contains(type.kind))
        return type.kind;
    return type.kind == TypeKind::Double    ? TypeKind::Decimal
           : type.kind == TypeKind::Instant ? TypeKind::Timestamp
                                            : TypeKind::Text;
}

// The SELECT with its values in it, which the table keeps beside it.
Status fillIn(Table& table, const QuerySource& source, Engine engine,
              const QMap<QString, Value>& given) {
    QMap<QString, QString> texts;
    for (const SourceParameter& parameter : parametersOf(source, engine)) {
        auto value = given.contains(parameter.name) ? Result<Value>(given.value(parameter.name))
                                                    : initialValue(parameter);
        if (!value)
            return value.error();
        const ColumnType type{parameter.kind};
        const auto literal = literalOf(*value, type, engine);
        if (!literal)
            return literal.error();
        texts.insert(parameter.name, *literal);
        table.given += GivenParameter{parameter.name,
                                      parameter.label.isEmpty() ? parameter.name : parameter.label,
                                      type, *value};
    }
    table.select = withParameters(source.select, engine, texts);
    return ok();
}

} // namespace

SourceValues givenIn(const Catalog& catalog) {
    SourceValues values;
    for (const Table& table : catalog.tables) {
        for (const GivenParameter& each : table.given)
            values[table.name].insert(each.name, each.value);
    }
    return values;
}

QList<SourceParameter> parametersOf(const QuerySource& source, Engine engine) {
    QList<SourceParameter> parameters;
    for (const QString& name : parametersOf(source.select, engine)) {
        const auto known =
            std::find_if(source.parameters.begin(), source.parameters.end(),
                         [&](const SourceParameter& each) { return each.name == name; });
        parameters += known == source.parameters.end() ? SourceParameter{name} : *known;
    }
    return parameters;
}

QuerySource sourceFrom(const Routine& routine, const Dialect& dialect) {
    QuerySource source;
    QStringList marks;
    for (const Routine::Parameter& each : routine.parameters) {
        if (!each.isGiven())
            continue;
        marks += QStringLiteral("CAST(:%1 AS %2)").arg(each.column.name, each.column.declaredType);
        source.parameters += SourceParameter{each.column.name, askedKindOf(each.column.type)};
    }
    source.select = QStringLiteral("SELECT * FROM %1.%2(%3)")
                        .arg(dialect.quoted(routine.schema), dialect.quoted(routine.routine),
                             marks.join(QStringLiteral(", ")));
    return source;
}

Result<Value> initialValue(const SourceParameter& parameter) {
    if (parameter.initial.trimmed().isEmpty())
        return Value();
    const auto refused = [&](const QString& reason) {
        return Error{ErrorKind::Usage,
                     coreTr("What %1 begins with: %2").arg(parameter.name, reason)};
    };
    const auto bound = bindExpression(parameter.initial, Table{});
    if (!bound)
        return refused(bound.error().sentence);
    const auto computed = evaluate(*bound, {}, Present::take());
    if (!computed)
        return refused(computed.error().sentence);
    Column column;
    column.name = parameter.name;
    column.type.kind = parameter.kind;
    auto value = valueFor(column, *computed);
    return value ? value : refused(value.error().sentence);
}

Result<Table> describeSource(Session& session, const Catalog& catalog, const QuerySource& source,
                             const QMap<QString, Value>& given) {
    if (source.name.trimmed().isEmpty())
        return Error{ErrorKind::Usage, coreTr("Give the SELECT a name.")};
    if (const Table* taken = catalog.table(source.name); taken && !taken->isQuery())
        return Error{
            ErrorKind::Usage,
            coreTr("The database has a table %1. Give the SELECT another name.").arg(source.name)};
    if (source.select.trimmed().isEmpty())
        return Error{ErrorKind::Usage, coreTr("Write a SELECT.")};
    Table table;
    if (Status filled = fillIn(table, source, session.spec().engine, given); !filled)
        return filled.error();
    auto answers = session.describe(table.select);
    if (!answers)
        return answers.error();
    table.name = table.relation = source.name;
    table.kind = Table::Kind::Query;
    table.isFromProject = true;
    for (const AnswerColumn& answer : *answers) {
        if (table.column(answer.column.name))
            return Error{ErrorKind::Usage,
                         coreTr("Two columns of %1 are called %2. Give one of them another name "
                                "with AS.")
                             .arg(source.name, answer.column.name)};
        table.columns += columnOf(catalog, answer);
    }
    if (!source.table.isEmpty()) {
        if (Status declared = declareBase(table, catalog, source.table, *answers); !declared)
            return declared.error();
    }
    return table;
}

Status verifySource(Session& session, const Catalog& catalog, const Table& source) {
    if (source.base.isEmpty())
        return ok();
    auto reader = session.readerOf(source);
    if (!reader)
        return reader.error();
    const Dialect& dialect = session.dialect();
    QStringList names;
    QStringList empty;
    for (const QString& part : source.key) {
        names += dialect.quoted(part);
        empty += dialect.quoted(part) + QStringLiteral(" IS NULL");
    }
    const QString from = QStringLiteral("SELECT 1 FROM ") + dialect.rowsOf(source);
    const QString list = names.join(QStringLiteral(", "));
    auto doubled = (*reader)->scalar(
        from + QStringLiteral(" GROUP BY %1 HAVING count(*) > 1 LIMIT 1").arg(list));
    if (!doubled)
        return doubled.error();
    if (doubled->isValid())
        return Error{ErrorKind::Refused,
                     coreTr("%1 cannot change %2: several of its rows have the same key (%3).")
                         .arg(source.name, source.base, source.key.join(QStringLiteral(", ")))};
    auto missing = (*reader)->scalar(
        from + QStringLiteral(" WHERE %1 LIMIT 1").arg(empty.join(QStringLiteral(" OR "))));
    if (!missing)
        return missing.error();
    if (missing->isValid())
        return Error{ErrorKind::Refused,
                     coreTr("%1 cannot change %2: the key (%3) of some of its rows is empty.")
                         .arg(source.name, source.base, source.key.join(QStringLiteral(", ")))};

    auto sample = TableReader(session, source).range({}, 0, SampleSize);
    if (!sample)
        return sample.error();
    const Table& base = *catalog.table(source.base);
    for (const Record& record : *sample) {
        auto stored = TableReader(session, base).record(record.key);
        if (!stored)
            return stored.error();
        for (qsizetype i = 0; i < source.columns.size(); ++i) {
            const Column& column = source.columns[i];
            const int at = base.indexOf(column.name);
            if (column.computed || at < 0)
                continue;
            if (!*stored || !((*stored)->values[static_cast<size_t>(at)] ==
                              record.values[static_cast<size_t>(i)]))
                return Error{ErrorKind::Refused,
                             coreTr("%1 cannot change %2: its column %3 is not that of the record "
                                    "with the same key. Give it another name with AS, to show it "
                                    "only.")
                                 .arg(source.name, source.base, column.name)};
        }
    }
    return ok();
}

void putSource(Catalog& catalog, Table source) {
    catalog.tables.removeIf([&](const Table& table) { return table.name == source.name; });
    const auto place = std::find_if(catalog.tables.begin(), catalog.tables.end(),
                                    [&](const Table& table) { return source.name < table.name; });
    catalog.tables.insert(place, std::move(source));
}

Result<Catalog> catalogOf(Session& session, const Project& project, const SourceValues& given) {
    auto read = session.readCatalog();
    if (!read)
        return read;
    Catalog& catalog = *read;
    for (const QuerySource& source : project.sources) {
        if (const Table* taken = catalog.table(source.name); taken && !taken->isQuery())
            continue;
        auto table = describeSource(session, catalog, source, given.value(source.name));
        if (!table && session.isLost())
            return table.error();
        if (!table) {
            Table broken;
            broken.name = broken.relation = source.name;
            broken.kind = Table::Kind::Query;
            broken.isFromProject = true;
            broken.notWritableReason = broken.unreadable = table.error().sentence;
            table = std::move(broken);
        }
        putSource(catalog, std::move(*table));
    }
    extendCatalog(catalog, project);
    return read;
}

} // namespace gravin
