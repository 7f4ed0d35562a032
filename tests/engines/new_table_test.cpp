// SPDX-License-Identifier: GPL-3.0-or-later
// Tables that are typed in, made on all three engines.
#include "core/database/table_plan.h"
#include "engines/demonstrated.h"
#include "support/writes.h"

namespace gravin::test {
namespace {

class NewTable : public Demonstrated {
protected:
    void SetUp() override {
        Demonstrated::SetUp();
        if (IsSkipped())
            return;
        session = database->open();
        catalog = *session->readCatalog();
    }
    static FieldPlan field(const char* name, FieldKind kind, int length = -1) {
        return {QString::fromUtf8(name), kind, length};
    }
    static TablePlan everyKind() {
        TablePlan plan;
        plan.name = QStringLiteral("Leucht \"tonne\"");
        for (const FieldKind kind : allFieldKinds())
            plan.fields += {fieldKindLabel(kind), kind};
        plan.fields[0].key = true;
        plan.fields[1].length = 12;
        plan.fields[1].required = true;
        plan.fields[4].length = 3;
        plan.fields += {QStringLiteral("sector_id"), FieldKind::Text, -1, false, false,
                        QStringLiteral("sector")};
        plan.fields += {QStringLiteral("beside"), FieldKind::Text, -1, false, false, plan.name};
        return plan;
    }
    QString refusal(const TablePlan& plan) {
        const auto statement = createStatement(session->dialect(), catalog, plan);
        return statement ? QString() : statement.error().sentence;
    }

    std::unique_ptr<Session> session;
    Catalog catalog;
};

TEST_P(NewTable, EveryKindIsReadBackAsItWasPlanned) {
    TablePlan plan = everyKind();
    plan.rows += QStringList{QString(),
                             QStringLiteral("Ärö"),
                             QStringLiteral("two\nlines"),
                             QStringLiteral("9007199254740993"),
                             QStringLiteral("12.345"),
                             QStringLiteral("2026-03-05"),
                             QStringLiteral("23:59:01"),
                             QStringLiteral("2026-03-05 01:02:03"),
                             QStringLiteral("true"),
                             QString(),
                             QStringLiteral("2"),
                             QString()};
    const auto statement = createStatement(session->dialect(), catalog, plan);
    ASSERT_TRUE(statement) << qPrintable(statement.error().sentence);
    ASSERT_TRUE(writerOf(session).command(*statement)) << qPrintable(*statement);
    const auto after = session->readCatalog();
    ASSERT_TRUE(after);
    const Table* made = after->table(plan.name);
    ASSERT_NE(made, nullptr);
    EXPECT_TRUE(made->readOnlyReason().isEmpty()) << qPrintable(made->readOnlyReason());
    EXPECT_EQ(made->key, QStringList{plan.fields[0].name});
    for (const FieldPlan& planned : plan.fields) {
        const Column* column = made->column(planned.name);
        ASSERT_NE(column, nullptr) << qPrintable(planned.name);
        const ColumnType type = plannedType(*after, plan, planned);
        EXPECT_EQ(column->type.kind, type.kind) << qPrintable(planned.name);
        if (planned.kind == FieldKind::Decimal) {
            EXPECT_EQ(column->type.precision, type.precision);
            EXPECT_EQ(column->type.scale, type.scale);
        }
        EXPECT_EQ(column->nullable, !planned.required && !planned.key) << qPrintable(planned.name);
        EXPECT_EQ(column->givenByDatabase, planned.kind == FieldKind::GivenNumber);
    }
    ASSERT_EQ(made->foreignKeys.size(), 2);
    EXPECT_EQ(made->foreignKeys[0].table, QStringLiteral("sector"));
    EXPECT_EQ(made->foreignKeys[1].table, plan.name);

    const auto values = plannedValues(*after, plan, plan.rows.front());
    ASSERT_TRUE(values) << qPrintable(values.error().sentence);
    const RuleBook rules;
    ChangeRequest request;
    request.action = QStringLiteral("add");
    request.edits.push_back({Operation::Insert, plan.name, {}, {}, *values});
    const auto written = ChangeWriter(*session, *after, rules).write(request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence +
                                       written.error().error.detail);
    for (auto value = values->begin(); value != values->end(); ++value)
        EXPECT_EQ(written->records.front().after[value.key()], value.value())
            << qPrintable(value.key());
}

TEST_P(NewTable, AKeyOfSeveralTypedFields) {
    TablePlan plan;
    plan.name = QStringLiteral("berth");
    plan.fields = {field("quay", FieldKind::Text), field("place", FieldKind::Integer),
                   field("note", FieldKind::LongText)};
    plan.fields[0].key = plan.fields[1].key = true;
    ASSERT_TRUE(writerOf(session).command(*createStatement(session->dialect(), catalog, plan)));
    const auto after = session->readCatalog();
    EXPECT_EQ(after->table(plan.name)->key,
              (QStringList{QStringLiteral("quay"), QStringLiteral("place")}));
    EXPECT_FALSE(after->table(plan.name)->column(QStringLiteral("quay"))->nullable);
}

TEST_P(NewTable, WhatCannotBeMadeIsSaidBeforehand) {
    TablePlan plan;
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("table a name")));
    plan.name = QStringLiteral("berth");
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("needs a field")));
    plan.fields += field("", FieldKind::Text);
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("field 1")));
    plan.fields[0].name = QStringLiteral("quay");
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("key")));
    plan.fields[0].key = true;
    EXPECT_TRUE(refusal(plan).isEmpty());
    plan.fields += field("QUAY", FieldKind::Text);
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("Two fields")));
    plan.fields[1] = field("number", FieldKind::GivenNumber);
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("for a key only")));
    plan.fields[1].key = true;
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("key by itself")));
    plan.fields.removeLast();
    plan.fields[0].name = QString(70, u'q');
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("too long")));
    plan.fields[0].name = QStringLiteral("quay");
    plan.fields += {QStringLiteral("post"),
                    FieldKind::Text,
                    -1,
                    false,
                    false,
                    QStringLiteral("aid_crew_without")};
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("cannot refer")));
    plan.fields.removeLast();
    plan.fields += field("depth", FieldKind::Decimal, DecimalDigits + 1);
    EXPECT_TRUE(refusal(plan).contains(QStringLiteral("behind the point")));
    plan.fields.removeLast();
    for (const char* name : {"aid", "AID", "gravin_more", "a.b"}) {
        plan.name = QLatin1String(name);
        EXPECT_FALSE(refusal(plan).isEmpty()) << name;
    }
}

TEST_P(NewTable, AFirstRecordThatDoesNotFitNamesItsField) {
    const TablePlan plan = everyKind();
    const auto refused = [&](int column, const char* typed) {
        QStringList row;
        for (int i = 0; i < column; ++i)
            row += QString();
        row += QLatin1String(typed);
        const auto values = plannedValues(catalog, plan, row);
        return !values && values.error().sentence.startsWith(plan.fields[column].name);
    };
    EXPECT_TRUE(refused(1, "longer than twelve characters"));
    EXPECT_TRUE(refused(3, "seven"));
    EXPECT_TRUE(refused(4, "1.23456"));
    EXPECT_TRUE(refused(5, "2026-02-30"));
}

TEST_P(NewTable, ATableIsGivenFieldsOfEveryKind) {
    const QString table = QStringLiteral("aid");
    const auto before = session->readCatalog();
    for (const FieldKind kind : allFieldKinds()) {
        if (kind == FieldKind::GivenNumber)
            continue;
        FieldPlan added = field("", kind, kind == FieldKind::Text ? 12 : -1);
        added.name = QStringLiteral("new \"%1\"").arg(fieldKindLabel(kind));
        const Status done = addField(*session, catalog, table, added);
        ASSERT_TRUE(done) << qPrintable(added.name + done.error().sentence + done.error().detail);
    }
    FieldPlan reference{QStringLiteral("other_sector"), FieldKind::Text};
    reference.reference = QStringLiteral("sector");
    ASSERT_TRUE(addField(*session, catalog, table, reference));
    const auto after = session->readCatalog();
    ASSERT_TRUE(after);
    const Table& now = *after->table(table);
    EXPECT_EQ(now.columns.size(), before->table(table)->columns.size() + allFieldKinds().size());
    for (const FieldKind kind : allFieldKinds()) {
        if (kind == FieldKind::GivenNumber)
            continue;
        FieldPlan planned = field("", kind, kind == FieldKind::Text ? 12 : -1);
        planned.name = QStringLiteral("new \"%1\"").arg(fieldKindLabel(kind));
        const Column* column = now.column(planned.name);
        ASSERT_NE(column, nullptr) << qPrintable(planned.name);
        EXPECT_EQ(column->type.kind, plannedType(*after, {}, planned).kind)
            << qPrintable(planned.name);
        EXPECT_TRUE(column->nullable) << qPrintable(planned.name);
    }
    const ForeignKey* key = now.referenceOf(reference.name);
    ASSERT_NE(key, nullptr);
    EXPECT_EQ(key->table, QStringLiteral("sector"));
    // The records that are there have it, empty, and can be changed in it.
    ChangeRequest request;
    request.action = QStringLiteral("edit");
    request.edits.push_back({Operation::Update,
                             table,
                             Key({Value::integer(1)}),
                             {{reference.name, Value::null()}},
                             {{reference.name, Value::integer(2)}}});
    const RuleBook rules;
    const auto written = ChangeWriter(*session, *after, rules).write(request);
    ASSERT_TRUE(written) << qPrintable(written.error().error.sentence +
                                       written.error().error.detail);
}

TEST_P(NewTable, AFieldThatCannotBeAddedIsSaidBeforehand) {
    const auto refused = [&](const FieldPlan& field, const char* table = "aid") {
        const auto statement = addFieldStatement(session->dialect(), catalog,
                                                 *catalog.table(QLatin1String(table)), field);
        return statement ? QString() : statement.error().sentence;
    };
    EXPECT_TRUE(refused(field("", FieldKind::Text)).contains(QStringLiteral("name")));
    EXPECT_TRUE(refused(field("NAME", FieldKind::Text)).contains(QStringLiteral("already")));
    EXPECT_TRUE(
        refused(field("counted", FieldKind::GivenNumber)).contains(QStringLiteral("key only")));
    EXPECT_TRUE(refused(field("exact", FieldKind::Decimal, 19))
                    .contains(QStringLiteral("behind the point")));
    FieldPlan nowhere = field("nowhere", FieldKind::Text);
    nowhere.reference = QStringLiteral("none such");
    EXPECT_TRUE(refused(nowhere).contains(QStringLiteral("cannot refer")));
    const Status done = addField(*session, catalog, QStringLiteral("none such"), nowhere);
    EXPECT_FALSE(done);
}

INSTANTIATE_TEST_SUITE_P(Engines, NewTable,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
} // namespace gravin::test
