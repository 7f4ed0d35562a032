// SPDX-License-Identifier: GPL-3.0-or-later
// Tables that go out into files and come back: every value is what it was.
#include "core/exchange/import/file_import.h"
#include "core/fitting/generation/screen_generator.h"
#include "support/engines.h"

#include <QFile>

#include <random>

using namespace gravin;
using namespace gravin::test;

namespace {

QString schemaOf(Engine engine) {
    switch (engine) {
    case Engine::Sqlite:
        return QStringLiteral(
            "CREATE TABLE place (id INTEGER PRIMARY KEY, name TEXT NOT NULL);"
            "CREATE TABLE thing (code TEXT PRIMARY KEY NOT NULL, i INTEGER, r REAL, d "
            "DECIMAL(12,3), b BOOLEAN, day DATE, clock TIME, at TIMESTAMP, x BLOB, s TEXT, c "
            "VARCHAR(400) COLLATE NOCASE, anything, place_id INTEGER REFERENCES place (id), twice "
            "GENERATED ALWAYS AS (i * 2) STORED);"
            "INSERT INTO place VALUES (1, 'Tarn'), (2, 'Quay');"
            "INSERT INTO thing (code, i, r, d, s, anything, x, place_id) VALUES "
            "('A', 9223372036854775807, 1e300, 0.125, '', 5, x'', 1), "
            "('B,\"', -9223372036854775808, -0.0, 12, NULL, 2.5, x'00ff', 2), "
            "('=1+1', 'no number', 9e999, 'dear', '\\x', '5', NULL, NULL), "
            "('''=x', 0, 0.1, 1, '  blanks ', x'61', NULL, NULL);");
    case Engine::PostgreSql:
        return QStringLiteral(
            "CREATE TYPE mood AS ENUM ('calm', 'rough');"
            "CREATE TABLE place (id integer PRIMARY KEY, name text NOT NULL);"
            "CREATE TABLE thing (code text PRIMARY KEY, i bigint, small smallint, r double "
            "precision, f real, d numeric(12,3), free numeric, b boolean, day date, clock time, at "
            "timestamp, moment timestamptz, x bytea, s text, u uuid, j json, e mood, place_id "
            "integer REFERENCES place (id), twice bigint GENERATED ALWAYS AS (small * 2) STORED);"
            "INSERT INTO place VALUES (1, 'Tarn'), (2, 'Quay');"
            "INSERT INTO thing (code, i, r, f, free, day, at, moment, x, s, j, e, place_id) VALUES "
            "('A', 9223372036854775807, 'NaN', 0.1, 1.500, 'infinity', '0044-03-15 12:00:00 BC', "
            "'-infinity', '', '', '{\"b\": 1,  \"a\": 1.0}', 'calm', 1), ('B,\"', "
            "-9223372036854775808, '-0', '-0', 1e-20, '4713-01-01 BC', 'infinity', '2026-03-29 "
            "01:30:00.123456+00', '\\x00ff', '  blanks ', 'null', NULL, NULL), ('=1+1', 0, 1e300, "
            "1e30, NULL, NULL, NULL, NULL, NULL, '\\x', NULL, NULL, 2);");
    case Engine::MariaDb:
        return QStringLiteral(
            "CREATE TABLE place (id INT PRIMARY KEY, name VARCHAR(100) NOT NULL);"
            "CREATE TABLE thing (code VARCHAR(190) COLLATE utf8mb4_bin PRIMARY KEY, i BIGINT, "
            "small SMALLINT, r DOUBLE, f FLOAT, d DECIMAL(12,3), b BOOLEAN, day DATE, clock "
            "TIME(6), at DATETIME(6), moment TIMESTAMP(6) NULL, x LONGBLOB, s LONGTEXT, c "
            "VARCHAR(400) CHARACTER SET latin1, u UUID, j JSON, e ENUM ('calm', 'rough'), "
            "big BIGINT UNSIGNED, born YEAR, place_id INT REFERENCES place (id), twice BIGINT AS "
            "(small * 2) PERSISTENT);"
            "INSERT INTO place VALUES (1, 'Tarn'), (2, 'Quay');"
            "SET sql_mode = 'NO_BACKSLASH_ESCAPES,ALLOW_INVALID_DATES';"
            "INSERT INTO thing (code, i, r, f, d, day, clock, at, x, s, j, e, big, born, place_id) "
            "VALUES ('A', 9223372036854775807, 1.7976931348623157e308, 0.1, 1.5, '0000-00-00', "
            "'838:59:59', '2026-02-28 00:00:00.000001', '', '', '{\"b\": 1,  \"a\": 1.0}', 'calm', "
            "18446744073709551615, 1999, 1), ('B,\"', -9223372036854775808, -0e0, 1e-30, 0, "
            "'2026-01-01', '-01:00:00.5', NULL, '\\x00', '  blanks ', '[]', 'rough', 0, 0, 2), "
            "('=1+1', NULL, NULL, NULL, NULL, NULL, NULL, NULL, NULL, '\\x', NULL, NULL, NULL, "
            "NULL, NULL);");
    }
    return {};
}

class Exchange : public OnEngine {
protected:
    void SetUp() override {
        OnEngine::SetUp();
        if (!IsSkipped())
            database->run(schemaOf(GetParam()));
    }

    // A screen with all fields of a table.
    BoundScreen screenOf(Desk& desk, const char* table) {
        Project project;
        project.connection = database->spec();
        const QString id =
            addGeneratedScreen(project, desk.catalog(), desk.table(name(table)), Arrangement::Grid);
        // Numbers that the database would give come back, too.
        for (const Column& column : desk.table(name(table)).columns) {
            if (FieldDefinition* field = project.definition(name(table), column.name);
                field && column.givenByDatabase)
                field->editable = Editable::OnlyNew;
        }
        return *bindScreen(project, desk.catalog(), *project.screenById(id));
    }

    QString fileOf(const char* table, const char* suffix) const {
        return m_folder.filePath(QLatin1String(table) + QLatin1String(suffix));
    }

    void exportTable(Desk& desk, const char* table, const char* suffix, ExportOptions options) {
        const BoundScreen screen = screenOf(desk, table);
        options.kind = *fileKindOf(fileOf(table, suffix));
        options.heads = ExportOptions::Heads::Columns;
        options.lookups = ExportOptions::Lookups::Stored;
        options.withBytes = true;
        QStringList columns;
        for (const BoundField& field : screen.fields)
            columns += field.name();
        const auto written = exportList(desk.session(), desk.catalog(), screen, {}, columns,
                                        options, fileOf(table, suffix));
        ASSERT_TRUE(written) << qPrintable(written.error().sentence);
    }

    void importTable(Desk& desk, const char* table, const char* suffix, const LocaleForm& form) {
        const BoundScreen screen = screenOf(desk, table);
        const QString path = fileOf(table, suffix);
        const auto file = guessedForm(path);
        ASSERT_TRUE(file) << qPrintable(file.error().sentence);
        ImportSetUp setUp = guessedSetUp(screen, *file, (*openRows(path, *file))->heads());
        setUp.form = form;
        const auto preview =
            previewImport(desk.session(), desk.catalog(), desk.rules(), screen, setUp, path);
        ASSERT_TRUE(preview) << qPrintable(preview.error().sentence);
        for (const ImportRow& row : preview->refused)
            ADD_FAILURE() << row.line << ' ' << qPrintable(row.problems.front().reason);
        const ImportRun run = importRun(std::make_shared<const Catalog>(desk.catalog()),
                                        std::make_shared<const RuleBook>(desk.rules()), screen,
                                        setUp, path, *preview);
        const auto written =
            ChangeWriter(desk.session(), desk.catalog(), desk.rules()).write(run.request);
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence +
                                           written.error().error.detail)
                             << " row " << run.line(written.error());
    }

    // Which rows there are, whatever their order.
    QStringList rowsNow() const {
        QStringList rows = database->dump().split(u'\n');
        rows.sort();
        return rows;
    }

    // Every table goes out, is emptied, and comes back.
    void comesBack(const char* suffix, const ExportOptions& options = {}) {
        const QStringList before = rowsNow();
        Desk desk(database->open());
        for (const char* table : {"place", "thing"})
            ASSERT_NO_FATAL_FAILURE(exportTable(desk, table, suffix, options));
        database->run(name("DELETE FROM thing; DELETE FROM place;"));
        for (const char* table : {"place", "thing"})
            ASSERT_NO_FATAL_FAILURE(importTable(desk, table, suffix, options.form));
        const QStringList after = rowsNow();
        EXPECT_TRUE(after == before) << "now:\n"
                                     << qPrintable(after.join(u'\n')) << "\nwas:\n"
                                     << qPrintable(before.join(u'\n'));
        // Read once more, nothing is to be done.
        const BoundScreen screen = screenOf(desk, "thing");
        const QString path = fileOf("thing", suffix);
        ImportSetUp setUp = guessedSetUp(screen, *guessedForm(path),
                                         (*openRows(path, *guessedForm(path)))->heads());
        setUp.form = options.form;
        const auto again =
            previewImport(desk.session(), desk.catalog(), desk.rules(), screen, setUp, path);
        ASSERT_TRUE(again);
        EXPECT_EQ(again->writing(), 0);
    }

    QTemporaryDir m_folder;
};

TEST_P(Exchange, CsvComesBackExactly) { comesBack(".csv"); }

TEST_P(Exchange, JsonComesBackExactly) { comesBack(".json"); }

TEST_P(Exchange, XlsxComesBackExactly) { comesBack(".xlsx"); }

TEST_P(Exchange, CsvOfALocaleComesBackExactly) {
    ExportOptions options;
    options.form = LocaleForm(*localeNamed(name("de")));
    options.csv.separator = u';';
    options.csv.hasMark = true;
    options.csv.endsInCrLf = false;
    comesBack(".csv", options);
}

TEST_P(Exchange, Utf16ComesBackExactly) {
    ExportOptions options;
    options.csv.encoding = CsvForm::Encoding::Utf16;
    options.csv.separator = u'\t';
    comesBack(".csv", options);
}

INSTANTIATE_TEST_SUITE_P(Engines, Exchange,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
