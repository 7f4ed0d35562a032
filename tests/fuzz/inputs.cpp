// SPDX-License-Identifier: GPL-3.0-or-later
#include "fuzz/inputs.h"

#include "core/exchange/choice_file.h"
#include "core/expression/evaluation/evaluator.h"
#include "core/expression/references.h"
#include "core/project/project_json.h"

#include <QTemporaryFile>

#include <cstdlib>

namespace gravin::test {

namespace {

void require(bool holds) {
    if (!holds)
        std::abort();
}

// Each column refers to a record that is like this one.
class Circle : public References {
public:
    explicit Circle(QList<ExpressionColumn> columns)
        : m_columns(std::move(columns)) {}
    std::optional<QList<ExpressionColumn>> behind(const QStringList&) const override {
        return m_columns;
    }
    QStringList ofSeveralColumns(const QStringList&) const override {
        return {QStringLiteral("s"), QStringLiteral("s v")};
    }
    QStringList tables() const override { return {QStringLiteral("t"), QStringLiteral("u v")}; }
    QList<ExpressionColumn> columnsOf(const QString&) const override { return m_columns; }
    std::unique_ptr<References> of(const QString&) const override {
        return std::make_unique<Circle>(m_columns);
    }

private:
    QList<ExpressionColumn> m_columns;
};

} // namespace

void readExpression(const QByteArray& bytes) {
    static const QList<std::pair<ExpressionColumn, Value>> fields{
        {{QStringLiteral("t"), {TypeKind::Text}}, Value::text(QStringLiteral("Ärø 😀"))},
        {{QStringLiteral("i"), {TypeKind::Integer}}, Value::integer(-7)},
        {{QStringLiteral("n"), {TypeKind::Decimal}}, Value::decimal(*Decimal::fromText(u"12.50"))},
        {{QStringLiteral("r"), {TypeKind::Double}}, Value::real(2.5e300)},
        {{QStringLiteral("b"), {TypeKind::Boolean}}, Value::boolean(true)},
        {{QStringLiteral("d"), {TypeKind::Date}}, Value::date(QDate(2024, 2, 29))},
        {{QStringLiteral("h"), {TypeKind::Time}}, Value::time({1})},
        {{QStringLiteral("m"), {TypeKind::Timestamp}},
         Value::timestamp({QDate(9999, 12, 31), {86'399'999'999}})},
        {{QStringLiteral("z"), {TypeKind::Integer}}, Value::null()},
        {{QStringLiteral("w"), {TypeKind::Integer}}, Value::text(QStringLiteral("odd"))},
        {{QStringLiteral("o"), {TypeKind::Binary}}, Value::binary("x")},
    };
    QList<ExpressionColumn> columns;
    for (const auto& field : fields)
        columns += field.first;
    const QString text = QString::fromUtf8(bytes);
    const Circle circle(columns);
    const auto expression = parseExpression(text, columns, &circle);
    if (!expression) {
        const ExpressionError& error = expression.error();
        require(!error.sentence.isEmpty() && error.at >= 0 && error.at <= text.size() &&
                error.length > 0);
        return;
    }
    std::vector<const Value*> values;
    for (const QString& name : expression->columns()) {
        static const Value none;
        const Value* value = &none; // of a subquery
        for (const auto& field : fields) {
            const QString last = name.split(QStringLiteral(" -> ")).back();
            if (field.first.name == last)
                value = &field.second;
        }
        values.push_back(value);
    }
    const Present present{
        QDate(2026, 5, 1), {{QDate(2026, 5, 1), {0}}}, {QDate(2026, 5, 1), {0}}, {}};
    (void)evaluate(*expression, values, present);
}

// What was read is written, and read again as the same.
void readProject(const QByteArray& bytes) {
    const auto project = projectFromJson(bytes);
    if (!project)
        return;
    const QByteArray written = projectToJson(*project);
    const auto again = projectFromJson(written);
    require(again.ok() && projectToJson(*again) == written);
}

void readChoices(const QByteArray& bytes) {
    QTemporaryFile file;
    require(file.open() && file.write(bytes) == bytes.size() && file.flush());
    for (const TypeKind kind : {TypeKind::Text, TypeKind::Integer})
        (void)readChoiceFile(file.fileName(), {kind});
}

} // namespace gravin::test
