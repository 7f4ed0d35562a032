// SPDX-License-Identifier: GPL-3.0-or-later
// Tables that go out into files and come back: every value is what it was.
#include "demonstrated.h"
#include "table_files.h"

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
        TableFiles files(desk);
        for (const char* table : {"place", "thing"})
            ASSERT_NO_FATAL_FAILURE(files.exportTable(name(table), suffix, options));
        database->run(name("DELETE FROM thing; DELETE FROM place;"));
        for (const char* table : {"place", "thing"})
            ASSERT_NO_FATAL_FAILURE(files.importTable(name(table), suffix, options.form));
        const QStringList after = rowsNow();
        EXPECT_TRUE(after == before) << "now:\n"
                                     << qPrintable(after.join(u'\n')) << "\nwas:\n"
                                     << qPrintable(before.join(u'\n'));
        // Read once more, nothing is to be done.
        const BoundScreen screen = files.screenOf(name("thing"));
        const QString path = files.fileOf(name("thing"), suffix);
        ImportSetUp setUp = guessedSetUp(screen, *guessedForm(path),
                                         (*openRows(path, *guessedForm(path)))->heads());
        setUp.form = options.form;
        const auto again =
            previewImport(desk.session(), desk.catalog(), desk.rules(), screen, setUp, path);
        ASSERT_TRUE(again);
        EXPECT_EQ(again->writing(), 0);
    }
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

// A table of columns drawn at random, with values that are hard to write into a file.
class RandomTable {
public:
    RandomTable(quint32 seed, Engine engine)
        : m_random(seed)
        , m_engine(engine) {
        const int columns = 1 + pick(6);
        for (int i = 0; i < columns; ++i)
            m_kinds.push_back(static_cast<Kind>(pick(8)));
    }

    QString create() const {
        QStringList columns{QStringLiteral("id INTEGER PRIMARY KEY")};
        for (size_t i = 0; i < m_kinds.size(); ++i)
            columns += QStringLiteral("c%1 %2").arg(i).arg(declared(m_kinds[i]));
        return QStringLiteral("CREATE TABLE drawn (%1);").arg(columns.join(QStringLiteral(", ")));
    }

    std::vector<RecordEdit> rows(int count) {
        std::vector<RecordEdit> edits;
        for (int id = 1; id <= count; ++id) {
            RecordEdit edit{Operation::Insert, QStringLiteral("drawn"), {}, {}, {}};
            edit.after.insert(QStringLiteral("id"), Value::integer(id));
            for (size_t i = 0; i < m_kinds.size(); ++i)
                edit.after.insert(QStringLiteral("c%1").arg(i), value(m_kinds[i]));
            edits.push_back(std::move(edit));
        }
        return edits;
    }

private:
    enum class Kind { Text, Integer, Decimal, Double, Date, Timestamp, Boolean, Binary };

    int pick(int below) { return static_cast<int>(m_random() % static_cast<unsigned>(below)); }

    QString declared(Kind kind) const {
        const bool isPostgres = m_engine == Engine::PostgreSql;
        switch (kind) {
        case Kind::Text:
            return QStringLiteral("TEXT");
        case Kind::Integer:
            return QStringLiteral("BIGINT");
        case Kind::Decimal:
            return QStringLiteral("DECIMAL(12,3)");
        case Kind::Double:
            return isPostgres ? QStringLiteral("double precision") : QStringLiteral("DOUBLE");
        case Kind::Date:
            return QStringLiteral("DATE");
        case Kind::Timestamp:
            return m_engine == Engine::MariaDb ? QStringLiteral("DATETIME(6)")
                                               : QStringLiteral("TIMESTAMP");
        case Kind::Boolean:
            return QStringLiteral("BOOLEAN");
        case Kind::Binary:
            return isPostgres ? QStringLiteral("bytea") : QStringLiteral("BLOB");
        }
        return {};
    }

    Value value(Kind kind) {
        if (pick(5) == 0)
            return Value::null();
        switch (kind) {
        case Kind::Text:
            return Value::text(text());
        case Kind::Integer:
            return Value::integer(pick(3) == 0 ? std::numeric_limits<qint64>::max() - pick(9)
                                               : pick(2'000'000) - 1'000'000);
        case Kind::Decimal:
            return Value::decimal(
                Decimal(Decimal::Integer(pick(2'000'000'000) - 1'000'000'000), 3));
        case Kind::Double:
            return Value::real((pick(2'000'001) - 1'000'000) / 7.0);
        case Kind::Date:
            return Value::date(QDate(1, 1, 1).addDays(pick(3'650'000)));
        case Kind::Timestamp:
            return Value::timestamp({QDate(1800, 1, 1).addDays(pick(150'000)),
                                     {static_cast<qint64>(m_random()) * 20 % 86'400'000'000}});
        case Kind::Boolean:
            return Value::boolean(pick(2) == 0);
        case Kind::Binary: {
            QByteArray bytes;
            for (int left = pick(40); left > 0; --left)
                bytes += static_cast<char>(pick(256));
            return Value::binary(bytes.isNull() ? QByteArray("") : bytes);
        }
        }
        return {};
    }

    // Of what separates, quotes, guards or looks like something else in one of the forms.
    QString text() {
        static const QStringList parts{
            QStringLiteral(","),          QStringLiteral(";"),    QStringLiteral("\""),
            QStringLiteral("\n"),         QStringLiteral("\r\n"), QStringLiteral("'"),
            QStringLiteral("="),          QStringLiteral("\\x"),  QStringLiteral("\\N"),
            QStringLiteral(" "),          QStringLiteral("\t"),   QStringLiteral("NULL"),
            QStringLiteral("true"),       QStringLiteral("12"),   QStringLiteral("1e3"),
            QStringLiteral("2026-11-28"), QStringLiteral("ü"),    QStringLiteral("مرسى"),
            QStringLiteral("🚢"),          QStringLiteral("<&>"),  QStringLiteral("_x000D_"),
            QStringLiteral("@"),          QStringLiteral("-"),    QStringLiteral("+")};
        QString text;
        for (int left = pick(5); left > 0; --left)
            text += parts[pick(static_cast<int>(parts.size()))];
        return text.isNull() ? QStringLiteral("") : text;
    }

    std::mt19937 m_random;
    Engine m_engine;
    std::vector<Kind> m_kinds;
};

class RandomTables : public OnEngine {};

TEST_P(RandomTables, ComeBackExactly) {
    const int asked = qEnvironmentVariableIntValue("GRAVIN_CASES");
    const auto first = static_cast<quint32>(qEnvironmentVariableIntValue("GRAVIN_SEED"));
    for (quint32 seed = first; seed < first + static_cast<quint32>(asked > 0 ? asked : 4); ++seed) {
        RandomTable drawn(seed, GetParam());
        const EngineDatabase own(GetParam());
        own.run(drawn.create());
        Desk desk(own.open());
        const auto rows = desk.write(drawn.rows(40));
        ASSERT_TRUE(rows) << seed << ' ' << qPrintable(rows.error().error.sentence);
        const QString before = own.dump();
        for (const char* suffix : {".csv", ".xlsx", ".json"}) {
            SCOPED_TRACE(std::to_string(seed) + suffix);
            TableFiles files(desk);
            ASSERT_NO_FATAL_FAILURE(files.exportTable(name("drawn"), suffix));
            own.run(name("DELETE FROM drawn;"));
            ASSERT_NO_FATAL_FAILURE(files.importTable(name("drawn"), suffix));
            ASSERT_TRUE(own.dump() == before)
                << qPrintable(drawn.create()) << qPrintable(own.dump()) << "\nwas\n"
                << qPrintable(before);
        }
    }
}

// Every table of the demonstration, those first that others refer to.
class DemonstrationFiles : public Demonstrated {
protected:
    static QStringList tables() {
        return QStringLiteral("sector aid_type lamp aid vessel crew visit supplier part visit_part "
                              "inspection defect")
            .split(u' ');
    }
    void empty() const {
        QString sql = GetParam() == Engine::MariaDb ? QStringLiteral("SET FOREIGN_KEY_CHECKS = 0;")
                                                    : QString();
        for (const QString& table : tables())
            sql += (GetParam() == Engine::PostgreSql ? QStringLiteral("TRUNCATE %1 CASCADE;")
                                                     : QStringLiteral("DELETE FROM %1;"))
                       .arg(table);
        database->run(sql);
    }
};

TEST_P(DemonstrationFiles, EveryTableComesBackExactly) {
    const QString before = database->dump();
    Desk desk(database->open());
    for (const char* suffix : {".csv", ".xlsx", ".json"}) {
        SCOPED_TRACE(suffix);
        TableFiles files(desk);
        for (const QString& table : tables())
            ASSERT_NO_FATAL_FAILURE(files.exportTable(table, suffix));
        empty();
        for (const QString& table : tables())
            ASSERT_NO_FATAL_FAILURE(files.importTable(table, suffix));
        ASSERT_TRUE(database->dump() == before);
    }
}

INSTANTIATE_TEST_SUITE_P(Engines, RandomTables,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);
INSTANTIATE_TEST_SUITE_P(Engines, DemonstrationFiles,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);
INSTANTIATE_TEST_SUITE_P(Engines, Exchange,
                         ::testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

} // namespace
