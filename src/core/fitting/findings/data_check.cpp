// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/expression/literal.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/findings/binding_check.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// Asks one table's stored records whether they meet what the project says of them.
class DataCheck {
public:
    DataCheck(Session& session, const Project& project, const Table& table,
              const std::function<bool()>& goOn)
        : m_session(session)
        , m_project(project)
        , m_table(table)
        , m_goOn(goOn) {}

    Status run(Findings& findings) {
        for (const FieldDefinition& field : m_project.fields.value(m_table.name)) {
            const Column* column = m_table.column(field.column);
            if (!column || column->computed)
                continue;
            if (Status asked = askRequired(field, *column, findings); !asked)
                return asked;
            if (Status asked = askChoices(field, *column, findings); !asked)
                return asked;
        }
        const TableChecks checks = m_project.checks.value(m_table.name);
        for (qsizetype i = 0; i < checks.checks.size(); ++i) {
            const Check& check = checks.checks[i];
            if (!reasonAgainst(check, checks.stages, m_table).isEmpty())
                continue; // said already
            if (Status asked = askCheck(check, i, findings); !asked)
                return asked;
        }
        return ok();
    }

private:
    Finding onColumn(const char* kind, const QString& column, const QString& label) const {
        return {.kind = QLatin1String(kind),
                .severity = Finding::Severity::Risks,
                .table = m_table.name,
                .column = column,
                .place = m_table.name + QStringLiteral(" · ") + label};
    }

    // How many records fail this condition; −1: it is not asked any more.
    Result<qint64> countFailing(const QString& condition) {
        if (!m_goOn())
            return -1;
        auto bound = bindCondition(condition, m_table);
        if (!bound)
            return 0;
        return TableReader(m_session, m_table)
            .countMatching(
                Filter(*bound, Filter::Wants::Failing, m_table, m_session.spec().engine));
    }

    // Some of the values that fail it.
    Result<QString> examples(const QString& condition, const Column& column) {
        constexpr int Most = 3;
        auto bound = bindCondition(condition, m_table);
        if (!bound)
            return QString();
        QStringList texts;
        const Status scanned =
            TableReader(m_session, m_table)
                .scanMatching(
                    Filter(*bound, Filter::Wants::Failing, m_table, m_session.spec().engine), {},
                    {column}, [&](std::vector<Value>&& values) {
                        const QString text = toText(values.front(), column.type);
                        if (!texts.contains(text))
                            texts += text;
                        return texts.size() < Most;
                    });
        if (!scanned)
            return scanned.error();
        return texts.join(QStringLiteral(", "));
    }

    QString filledCondition(const Column& column) const {
        const QString name = nameText(column.name);
        return expressionTypeOf(column.type) == ExpressionType::Text
                   ? QStringLiteral("COALESCE(TRIM(%1), '') <> ''").arg(name)
                   : QStringLiteral("%1 IS NOT NULL").arg(name);
    }

    Status askRequired(const FieldDefinition& field, const Column& column, Findings& findings) {
        const bool isText = expressionTypeOf(column.type) == ExpressionType::Text;
        if (!field.required || (!column.nullable && !isText))
            return ok();
        const auto empty = countFailing(filledCondition(column));
        if (!empty)
            return empty.error();
        if (*empty <= 0)
            return ok();
        Finding finding = onColumn("required_broken", field.column, field.label);
        finding.cause = coreTr("%1 without %2, which is marked as required.")
                            .arg(countedRecords(*empty), field.label);
        finding.consequence = coreTr("None of them can be changed before it is filled in.");
        finding.mend = coreTr("Do not require it");
        finding.apply = [table = m_table.name, name = field.column](Project& project) {
            if (FieldDefinition* definition = project.definition(table, name))
                definition->required = false;
        };
        findings.push_back(std::move(finding));
        return ok();
    }

    Status askChoices(const FieldDefinition& field, const Column& column, Findings& findings) {
        if (!picksFromChoices(field.shownAs) || field.choices.isEmpty())
            return ok();
        Check check{CheckKind::OneOf, field.column};
        for (const Choice& choice : field.choices)
            check.values += choice.stored;
        const auto condition = conditionOf(check, m_table);
        if (!condition)
            return ok();
        const auto others = countFailing(*condition);
        if (!others)
            return others.error();
        if (*others <= 0)
            return ok();
        const auto values = examples(*condition, column);
        if (!values)
            return values.error();
        Finding finding = onColumn("choices_broken", field.column, field.label);
        finding.cause = coreTr("%1 with a value of %2 that is none of the choices: %3.")
                            .arg(countedRecords(*others), field.label, *values);
        finding.consequence =
            coreTr("The value is shown as it is stored, and cannot be chosen again.");
        findings.push_back(std::move(finding));
        return ok();
    }

    Status askCheck(const Check& check, qsizetype at, Findings& findings) {
        QString condition;
        const Column* column = m_table.column(check.column);
        if (check.kind == CheckKind::Required && column && check.stages.isEmpty())
            condition = filledCondition(*column);
        else if (const auto text = conditionOf(check, m_table))
            condition = *text;
        if (condition.isEmpty())
            return ok();
        const auto failing = countFailing(condition);
        if (!failing)
            return failing.error();
        if (*failing <= 0)
            return ok();
        Finding finding = onColumn(
            "check_violated", checkName(check.kind) + QString::number(at + 1), checkSummary(check));
        finding.cause = coreTr("Not met by %1.").arg(countedRecords(*failing));
        if (column) {
            const auto values = examples(condition, *column);
            if (!values)
                return values.error();
            finding.cause = coreTr("Not met by %1: %2.").arg(countedRecords(*failing), *values);
        }
        finding.consequence =
            coreTr("They stay as they are; who changes one of its fields has to mend them.");
        findings.push_back(std::move(finding));
        return ok();
    }

    Session& m_session;
    const Project& m_project;
    const Table& m_table;
    const std::function<bool()>& m_goOn;
};

} // namespace

Result<Findings> dataFindings(Session& session, const Project& project, const Catalog& catalog,
                              const std::function<bool()>& goOn) {
    Findings findings;
    for (const Table& table : catalog.tables) {
        if (!goOn())
            return findings;
        const bool isMentioned =
            project.fields.contains(table.name) || project.checks.contains(table.name);
        if (table.isQuery() || table.isView() || !isMentioned)
            continue;
        if (Status asked = DataCheck(session, project, table, goOn).run(findings); !asked)
            return asked.error();
    }
    return findings;
}

} // namespace gravin
