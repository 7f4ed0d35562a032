// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/data_fit.h"

#include "core/fitting/binding.h"
#include "core/fitting/field_input.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// An editor that comes from nothing but the column's name, and refuses some texts.
bool isGuessed(ShownAs shownAs) { return asksForm(shownAs) && shownAs != ShownAs::MaskedText; }

Result<bool> refusesStored(Session& session, const Table& table, const BoundField& field) {
    qint64 looked = 0;
    bool refuses = false;
    Status scanned =
        TableReader(session, table)
            .scanValues({}, {field.column}, [&](std::vector<Value>&& values) {
                if (!isEmptyValue(values.front()))
                    refuses = !storedInputValue(field, toText(values.front(), field.column.type));
                return !refuses && ++looked < MostLookedAt;
            });
    if (!scanned)
        return scanned.error();
    return refuses;
}

} // namespace

Result<DataFit> dataFitOf(Session& session, const Catalog& catalog, const Table& table) {
    DataFit fit;
    const Dialect& dialect = session.dialect();
    QStringList asked;
    QStringList blanks;
    for (const Column& column : table.columns) {
        if (!column.expression.isEmpty())
            continue;
        const FieldDefinition proposed = generateDefinition(catalog, table, column);
        if (proposed.required && column.type.kind == TypeKind::Text) {
            asked += column.name;
            blanks += QStringLiteral("max(CASE WHEN trim(%1) = '' THEN 1 ELSE 0 END)")
                          .arg(dialect.quoted(column.name));
        }
        if (!isGuessed(proposed.shownAs))
            continue;
        Project none;
        const auto refuses = refusesStored(
            session, table, bindField(none, catalog, table, ScreenField{column.name}));
        if (!refuses)
            return refuses.error();
        if (*refuses)
            fit.otherwise += column.name;
    }
    if (asked.isEmpty())
        return fit;
    auto reader = session.readerOf(table);
    if (!reader)
        return reader.error();
    Status read =
        (*reader)->select(QStringLiteral("SELECT %1 FROM %2")
                              .arg(blanks.join(QStringLiteral(", ")), dialect.rowsOf(table)),
                          {}, [&](const QSqlQuery& row) {
                              for (int i = 0; i < asked.size(); ++i) {
                                  if (row.value(i).toInt() == 1)
                                      fit.holdingBlank += asked[i];
                              }
                              return false;
                          });
    if (!read)
        return read.error();
    return fit;
}

void fitToData(Project& project, const Catalog& catalog, const Table& table, const DataFit& fit) {
    for (const Column& column : table.columns) {
        const bool isBlank = fit.holdingBlank.contains(column.name);
        if (!isBlank && !fit.otherwise.contains(column.name))
            continue;
        const FieldDefinition proposed = generateDefinition(catalog, table, column);
        for (FieldDefinition& field : project.fields[table.definitionTable(column)]) {
            if (field.column != column.name)
                continue;
            if (isBlank && field.required == proposed.required)
                field.required = false;
            if (fit.otherwise.contains(column.name) && field.shownAs == proposed.shownAs)
                field.shownAs = ShownAs::Text;
        }
    }
}

} // namespace gravin
