// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/findings/finding_collector.h"
#include "core/records/bound_expression.h"

namespace gravin {

namespace {

// A column with a near name is probably the one that is meant.
void mendCheck(Finding& finding, const QString& tableName, qsizetype at, const Check& check,
               const Table& table) {
    if (!check.column.isEmpty() && !table.column(check.column)) {
        const QString near = nearest(check.column, columnNames(table));
        if (near.isEmpty())
            return;
        finding.mend = coreTr("Ask %1 instead").arg(near);
        finding.apply = [tableName, at, near](Project& project) {
            project.checks[tableName].checks[at].column = near;
        };
        return;
    }
    if (check.kind != CheckKind::Condition)
        return;
    const auto condition = bindCondition(check.condition, table);
    if (condition || condition.error().suggestion.isEmpty())
        return;
    QString mended = check.condition;
    mended.replace(condition.error().at, condition.error().length, condition.error().suggestion);
    finding.mend = coreTr("Write %1 instead").arg(condition.error().suggestion);
    finding.apply = [tableName, at, mended](Project& project) {
        project.checks[tableName].checks[at].condition = mended;
    };
}

void checkTarget(FindingCollector& found, const QString& tableName, const Check& check) {
    if (check.kind != CheckKind::Reference)
        return;
    const Table* target = found.catalog().table(check.table);
    if (target && target->column(check.target))
        return;
    found.add({.kind = QStringLiteral("check_target"),
               .table = tableName,
               .column = check.column,
               .place = tableName + QStringLiteral(" · ") + checkSummary(check),
               .cause = target ? coreTr("%1 has no column %2.").arg(target->name, check.target)
                               : coreTr("There is no table %1.").arg(check.table),
               .consequence = coreTr("Every value of the field is refused.")});
}

void checkTags(FindingCollector& found, const QString& tableName, const QList<Tag>& tags) {
    const Table* table = found.catalog().table(tableName);
    for (qsizetype i = 0; table && i < tags.size(); ++i) {
        const QString reason = reasonAgainst(tags[i], *table);
        if (reason.isEmpty())
            continue;
        found.add({.kind = QStringLiteral("tag_broken"),
                   .severity = Finding::Severity::Risks,
                   .table = tableName,
                   .column = QString::number(i + 1),
                   .place = coreTr("%1 · the tag “%2”").arg(tableName, tags[i].words),
                   .cause = reason,
                   .consequence = coreTr("No record bears the tag."),
                   .mend = coreTr("Remove the tag"),
                   .apply = [tableName, i](Project& project) {
                       QList<Tag>& all = project.checks[tableName].tags;
                       if (i < all.size())
                           all.removeAt(i);
                   }});
    }
}

} // namespace

void findOnChecks(FindingCollector& found, const QString& tableName, const TableChecks& checks) {
    const Table* table = found.catalog().table(tableName);
    if (!table) {
        found.add({.kind = QStringLiteral("checks_lost"),
                   .severity = Finding::Severity::Risks,
                   .table = tableName,
                   .place = tableName,
                   .cause = coreTr("There are checks for %1, which the database does not have.")
                                .arg(tableName),
                   .consequence = coreTr("They are asked of nothing."),
                   .mend = coreTr("Remove them"),
                   .apply = [tableName](Project& project) { project.checks.remove(tableName); }});
        return;
    }
    for (qsizetype i = 0; i < checks.checks.size(); ++i) {
        const Check& check = checks.checks[i];
        const QString reason = reasonAgainst(check, checks.stages, *table);
        if (reason.isEmpty()) {
            checkTarget(found, tableName, check);
            continue;
        }
        Finding finding{.kind = QStringLiteral("check_broken"),
                        .table = tableName,
                        .column = checkName(check.kind) + QString::number(i + 1),
                        .place = tableName + QStringLiteral(" · ") + checkSummary(check),
                        .cause = reason,
                        .consequence =
                            coreTr("No record that it concerns can be saved until it is mended.")};
        mendCheck(finding, tableName, i, check, *table);
        found.add(std::move(finding));
    }
    checkTags(found, tableName, checks.tags);
}

void findOnComputed(FindingCollector& found, const QString& tableName,
                    const QList<ComputedField>& fields) {
    const Table* known = found.catalog().table(tableName);
    if (!known)
        return; // said of the screens that show it
    Table table = known->stored();
    for (qsizetype i = 0; i < fields.size(); ++i) {
        const ComputedField& field = fields[i];
        const QString reason =
            i < MostComputedFields
                ? reasonAgainst(field, table)
                : coreTr("A table can have %1 computed fields.").arg(MostComputedFields);
        if (reason.isEmpty()) {
            addComputedFields(table, {field});
            continue;
        }
        Finding finding{.kind = QStringLiteral("computed_broken"),
                        .table = tableName,
                        .column = field.name,
                        .place = tableName + QStringLiteral(" · ") + field.name,
                        .cause = reason,
                        .consequence = coreTr("The field is not shown.")};
        const auto bound = bindExpression(field.expression, table);
        if (!bound && !bound.error().suggestion.isEmpty()) {
            QString mended = field.expression;
            mended.replace(bound.error().at, bound.error().length, bound.error().suggestion);
            finding.mend = coreTr("Write %1 instead").arg(bound.error().suggestion);
            finding.apply = [tableName, i, mended](Project& project) {
                project.computed[tableName][i].expression = mended;
            };
        }
        found.add(std::move(finding));
    }
}

} // namespace gravin
