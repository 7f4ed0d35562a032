// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/generation/evidence.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin {

namespace {

// A text has to be no longer than this to stand in the plate's line.
constexpr int ShownText = 14;
// Of a text in a fact so much is shown, and so many shapes.
constexpr int ShownFact = 60;
constexpr int ShownShapes = 4;

bool sameName(const QString& a, const QString& b) { return a.compare(b, Qt::CaseInsensitive) == 0; }

// Whether a column of this name sounds as if it held keys of this table: sector_id, sector,
// sector_code for a key called code, also where the table's name is the plural.
bool hintsAt(const QString& column, const Table& table, const QString& key) {
    QStringList names{table.relation};
    if (table.relation.endsWith(u's', Qt::CaseInsensitive))
        names += table.relation.chopped(1);
    return std::any_of(names.begin(), names.end(), [&](const QString& name) {
        const bool isNamedLikeKey = sameName(column, key) && !sameName(key, QStringLiteral("id"));
        return sameName(column, name) || sameName(column, name + QStringLiteral("_id")) ||
               sameName(column, name + QStringLiteral("id")) ||
               sameName(column, name + u'_' + key) || isNamedLikeKey;
    });
}

std::optional<Relation> hintedRelation(const Catalog& catalog, const Table& table,
                                       const Column& column) {
    for (const Table& target : catalog.tables) {
        if (target.name == table.name || target.isQuery() || target.isView() ||
            target.key.size() != 1)
            continue;
        const Column* key = target.column(target.key.front());
        if (key && key->type.kind == column.type.kind && hintsAt(column.name, target, key->name))
            return Relation{target.name, key->name, false};
    }
    return std::nullopt;
}

bool isOrdered(const ColumnEvidence& evidence) {
    return evidence.shapes.empty() && !evidence.smallest.isNull() &&
           evidence.smallest != evidence.largest;
}

} // namespace

QMap<QString, Relation> relationsOf(const Project& project, const Catalog& catalog,
                                    const Table& table) {
    QMap<QString, Relation> relations;
    for (const Column& column : table.columns) {
        if (!column.expression.isEmpty())
            continue;
        const auto add = [&](const Relation& relation) {
            const Table* target = catalog.table(relation.table);
            const Column* stored = target ? target->column(relation.column) : nullptr;
            if (stored && !stored->expression.isEmpty())
                return;
            // Only what the engine can compare.
            if (stored && stored->type.kind == column.type.kind &&
                column.type.kind != TypeKind::Binary && column.type.kind != TypeKind::Foreign)
                relations.insert(column.name, relation);
        };
        const FieldDefinition* field =
            project.definition(table.definitionTable(column), column.name);
        const bool isKey = table.key.contains(column.name);
        const ForeignKey* reference = table.referenceOf(column.name);
        if (field && field->shownAs == ShownAs::Lookup && !field->lookup.table.isEmpty())
            add({field->lookup.table, field->lookup.storedColumn, true});
        else if (reference && !reference->referencedColumns.isEmpty())
            add({reference->table, reference->referencedColumns.front(), true});
        else if (const auto hinted = hintedRelation(catalog, table, column); hinted && !isKey)
            add(*hinted);
    }
    return relations;
}

const ColumnEvidence* Evidence::column(const QString& name) const {
    const auto found =
        std::find_if(columns.begin(), columns.end(),
                     [&](const ColumnEvidence& each) { return each.column == name; });
    return found == columns.end() ? nullptr : &*found;
}

QString Evidence::basis() const {
    if (isExact())
        return coreTr("All of %1.").arg(countedRecords(records));
    const QString looked = QLocale().toString(lookedAt);
    if (step > 1)
        return coreTr("%1: how full and between which extremes is counted over all, the rest over "
                      "%2 of them, one in every %3.")
            .arg(countedRecords(records), looked, QString::number(step));
    return coreTr("%1: how full and between which extremes is counted over all, the rest over the "
                  "first %2.")
        .arg(countedRecords(records), looked);
}

QString evidenceLine(const ColumnEvidence& evidence, const Evidence& of) {
    if (of.records == 0)
        return coreTr("no records");
    if (evidence.filled == 0)
        return coreTr("always empty");
    QStringList parts;
    // Rounded down: 100 % is said of nothing that has a gap.
    const qint64 percent = evidence.filled * 100 / of.records;
    if (evidence.filled == of.records)
        parts += coreTr("full");
    else
        parts += percent == 0 ? coreTr("under 1 %") : coreTr("%1 %").arg(percent);
    if (evidence.strangers > 0)
        parts += coreTr("%1 of another type").arg(QLocale().toString(evidence.strangers));
    if (evidence.orphans > 0)
        parts += counted(evidence.orphans, "orphan", "orphans");
    const bool isSingle = evidence.distinct == evidence.lookedAt && evidence.lookedAt > 1;
    if (isOrdered(evidence) && !evidence.relation && !isSingle)
        parts += coreTr("%1 to %2")
                     .arg(of.form.text(evidence.smallest, evidence.type),
                          of.form.text(evidence.largest, evidence.type));
    else if (!evidence.shapes.empty() && evidence.builds == 1 &&
             evidence.shapes.front().shape.isCode() &&
             evidence.shapes.front().shape.text().size() <= ShownText)
        parts += evidence.shapes.front().shape.text();
    else if (isSingle)
        parts += coreTr("all different");
    else
        parts += counted(evidence.distinct, "value", "values");
    return parts.join(QStringLiteral(" · "));
}

QList<std::pair<QString, QString>> evidenceFacts(const ColumnEvidence& evidence,
                                                 const Evidence& of) {
    const auto number = [](qint64 count) { return QLocale().toString(count); };
    const auto shown = [&](const Value& value) {
        return evidence.type.kind == TypeKind::Text
                   ? coreTr("“%1”").arg(value.asText().left(ShownFact))
                   : of.form.text(value, evidence.type);
    };
    // What stands behind a count that a sample cannot know of all.
    const QString basis =
        of.isExact() ? QString() : coreTr(" of %1 looked at").arg(number(evidence.lookedAt));
    QList<std::pair<QString, QString>> facts;
    facts.append(
        {coreTr("Filled"), coreTr("%1 of %2").arg(number(evidence.filled), number(of.records))});
    if (evidence.lookedAt == 0)
        return facts;
    facts.append({coreTr("Different values"), number(evidence.distinct) + basis});
    if (!evidence.smallest.isNull())
        facts.append({coreTr("Smallest and largest"),
                      coreTr("%1 to %2").arg(shown(evidence.smallest), shown(evidence.largest))});
    if (evidence.longest > 0) {
        facts.append(
            {coreTr("Length"), coreTr("%1 to %2 characters, 19 of 20 up to %3")
                                   .arg(number(evidence.shortest), number(evidence.longest),
                                        number(evidence.usual))});
        facts.append({coreTr("Typical"), coreTr("“%1”").arg(evidence.typicalText.left(ShownFact))});
        if (evidence.longestText != evidence.typicalText)
            facts.append(
                {coreTr("Longest"), coreTr("“%1”").arg(evidence.longestText.left(ShownFact))});
    }
    QStringList shapes;
    for (const ColumnEvidence::SeenShape& each : evidence.shapes) {
        if (shapes.size() < ShownShapes && !each.shape.isFree())
            shapes += coreTr("%1 (%2)").arg(each.shape.text(), number(each.count));
    }
    if (!shapes.isEmpty() && evidence.builds <= ColumnEvidence::MostShapes)
        facts.append({coreTr("Shape"), shapes.join(QStringLiteral(", "))});
    if (evidence.strangers > 0)
        facts.append({coreTr("Of another type"),
                      coreTr("%1%2: %3")
                          .arg(number(evidence.strangers), basis,
                               evidence.strangerExamples.join(QStringLiteral(", ")))});
    if (evidence.relation && evidence.orphans > 0)
        facts.append({coreTr("Without a record in %1").arg(evidence.relation->table),
                      coreTr("%1%2: %3")
                          .arg(number(evidence.orphans), basis,
                               evidence.orphanExamples.join(QStringLiteral(", ")))});
    else if (evidence.relation)
        facts.append(
            {coreTr("Related to"),
             evidence.relation->isDeclared
                 ? coreTr("%1, each value").arg(evidence.relation->table)
                 : coreTr("%1, as its name and each value suggest").arg(evidence.relation->table)});
    return facts;
}

} // namespace gravin
