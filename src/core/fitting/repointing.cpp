// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/fitting/repointing.h"

#include "core/base/text.h"

#include <algorithm>

namespace gravin {

namespace {

QString listedAll(const QStringList& columns) { return columns.join(QStringLiteral(", ")); }

// Compares one table in the two databases.
class TableComparison {
public:
    TableComparison(const Project& project, const Table& before, const Table& after,
                    Findings& findings)
        : m_project(project)
        , m_before(before)
        , m_after(after)
        , m_findings(findings) {}

    void run() {
        compareKeys();
        for (const Column& column : m_before.columns) {
            const Column* now = m_after.column(column.name);
            if (now && column.expression.isEmpty())
                compareColumn(column, *now);
        }
        compareUnique();
        compareReferences();
    }

private:
    void add(const char* kind, const QString& column, const QString& cause,
             const QString& consequence) {
        const FieldDefinition* field = m_project.definition(m_before.name, column);
        QString place = m_before.name;
        if (!column.isEmpty())
            place += QStringLiteral(" · ") + (field ? field->label : column);
        m_findings.push_back({.kind = QLatin1String(kind),
                              .severity = Finding::Severity::Risks,
                              .table = m_before.name,
                              .column = column,
                              .place = place,
                              .cause = cause,
                              .consequence = consequence});
    }

    void compareKeys() {
        if (m_before.key == m_after.key || m_after.key.isEmpty())
            return; // without any key: said of the screen
        add("key_differs", {},
            m_before.key.isEmpty() ? coreTr("Records have the key %1 there; here they have none.")
                                         .arg(listedAll(m_after.key))
                                   : coreTr("Records are told apart by %1 there, and by %2 here.")
                                         .arg(listedAll(m_after.key), listedAll(m_before.key)),
            coreTr("Keys in scripts and in what people noted down mean something else."));
    }

    void compareColumn(const Column& before, const Column& after) {
        if (before.givenByDatabase != after.givenByDatabase)
            add("generated_differs", before.name,
                after.givenByDatabase
                    ? coreTr("The database gives %1 by itself there.").arg(before.name)
                    : coreTr("The database does not give %1 there.").arg(before.name),
                after.givenByDatabase ? coreTr("Nobody fills it in any more.")
                                      : coreTr("Every new record has to be given one."));
        else if (before.computed != after.computed)
            add("computed_differs", before.name,
                after.computed
                    ? coreTr("%1 is computed by the database there.").arg(before.name)
                    : coreTr("%1 is not computed by the database there.").arg(before.name),
                after.computed ? coreTr("It can only be shown.")
                               : coreTr("It stays as it is until somebody fills it in."));
        else if (before.defaultExpression.isNull() != after.defaultExpression.isNull())
            add("default_differs", before.name,
                after.defaultExpression.isNull()
                    ? coreTr("The database puts nothing into %1 there where it is left out.")
                          .arg(before.name)
                    : coreTr("The database puts %1 into %2 there where it is left out.")
                          .arg(after.defaultExpression, before.name),
                coreTr("New records begin otherwise."));
        if (before.nullable && !after.nullable && !after.mayBeLeftOut())
            add("required_differs", before.name,
                coreTr("%1 may not be empty there.").arg(before.name),
                coreTr("Records without it cannot be saved."));
        if (before.foldsText != after.foldsText)
            add("text_differs", before.name,
                after.foldsText
                    ? coreTr("Texts of %1 can be the same there that differ in case, "
                             "accents or blanks.")
                          .arg(before.name)
                    : coreTr("Texts of %1 are different there that differ only in case, "
                             "accents or blanks.")
                          .arg(before.name),
                after.foldsText ? coreTr("What is unique, found or looked up here may meet others.")
                                : coreTr("What is found or looked up here may be missed."));
    }

    void compareUnique() {
        const auto keeps = [](const Table& table, const QStringList& columns) {
            return table.key == columns || table.uniqueKeys.contains(columns);
        };
        for (const QStringList& columns : m_before.uniqueKeys) {
            if (!keeps(m_after, columns))
                add("unique_differs", columns.front(),
                    coreTr("The database does not keep %1 unique there.").arg(listedAll(columns)),
                    coreTr("Two records may get the same value. A check of the project can see to "
                           "it."));
        }
        for (const QStringList& columns : m_after.uniqueKeys) {
            if (!keeps(m_before, columns))
                add("unique_differs", columns.front(),
                    coreTr("The database keeps %1 unique there.").arg(listedAll(columns)),
                    coreTr("A value that another record has is refused."));
        }
    }

    void compareReferences() {
        for (const ForeignKey& reference : m_before.foreignKeys) {
            const auto there = std::find_if(m_after.foreignKeys.begin(), m_after.foreignKeys.end(),
                                            [&](const ForeignKey& each) {
                                                return each.columns == reference.columns &&
                                                       each.table == reference.table;
                                            });
            if (there == m_after.foreignKeys.end())
                add("reference_differs", reference.columns.front(),
                    coreTr(
                        "The database does not see to it there that %1 refers to a record of %2.")
                        .arg(listedAll(reference.columns), reference.table),
                    coreTr("References may point nowhere. A check of the project can see to it."));
            else if (there->onDelete != reference.onDelete)
                add("reference_differs", reference.columns.front(),
                    coreTr("What happens to %1 when its record of %2 is deleted is another thing "
                           "there.")
                        .arg(listedAll(reference.columns), reference.table),
                    coreTr("A deletion may be refused, or take more with it."));
        }
    }

    const Project& m_project;
    const Table& m_before;
    const Table& m_after;
    Findings& m_findings;
};

} // namespace

Findings repointFindings(const Project& project, const Catalog* before, const Catalog& after) {
    Findings findings = bindingFindings(project, after);
    QStringList compared;
    for (const Screen& screen : project.screens) {
        const Table* here = before ? before->table(screen.table) : nullptr;
        const Table* there = after.table(screen.table);
        if (!here || !there || here->isQuery() || compared.contains(here->name))
            continue;
        compared += here->name;
        TableComparison(project, *here, *there, findings).run();
    }
    return findings;
}

} // namespace gravin
