// SPDX-License-Identifier: GPL-3.0-or-later
// Random changes of every type on tables with every kind of key; then each is rolled back, newest
// first, and after each step the user's tables must be what they were, by the engine's own dump.
#include "core/changes/as_it_was.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/log/log_verification.h"
#include "core/changes/watch/table_watching.h"
#include "core/database/record_statements.h"
#include "core/database/sqlite/sqlite_text.h"
#include "support/engines.h"
#include "support/writes.h"

#include <cmath>
#include <limits>
#include <random>

using namespace gravin;
using namespace gravin::test;

namespace {

const QString SqliteSchema =
    QStringLiteral("CREATE TABLE place (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT COLLATE "
                   "NOCASE, up INTEGER REFERENCES place (id));"
                   "CREATE TABLE thing (code TEXT PRIMARY KEY NOT NULL, i INTEGER, r REAL, d "
                   "DECIMAL(12,3), b BOOLEAN, day DATE, clock TIME, at TIMESTAMP, x BLOB, s TEXT, "
                   "c VARCHAR(400) COLLATE NOCASE, anything, place_id INTEGER REFERENCES "
                   "place (id) ON DELETE SET NULL, twice GENERATED ALWAYS AS (i * 2) STORED);"
                   "CREATE TABLE pair (a INTEGER NOT NULL, b TEXT NOT NULL, n NUMERIC, code TEXT "
                   "REFERENCES thing (code) ON DELETE CASCADE, PRIMARY KEY (a, b)) WITHOUT ROWID;"
                   "INSERT INTO place VALUES (1, 'Tarn', NULL), (2, 'Quay', 1);"
                   "INSERT INTO thing (code, i, r, anything) VALUES ('A', 1, 0.1, x'00ff'), "
                   "('B,\\', 'text in an integer', 1e300, 5);"
                   "INSERT INTO pair VALUES (1, 'x', 1.25, 'A'), (1, 'y', '12abc', NULL);");

const QString PostgresSchema = QStringLiteral(
    "CREATE EXTENSION citext; CREATE TYPE mood AS ENUM ('calm', 'rough', 'it''s over');"
    "CREATE DOMAIN fee AS numeric(12,3) CHECK (VALUE > -1000000000);"
    "CREATE TABLE place (id integer GENERATED ALWAYS AS IDENTITY PRIMARY KEY, name citext, "
    "up integer REFERENCES place (id));"
    "CREATE TABLE thing (code text PRIMARY KEY, i bigint, small smallint, r double precision, "
    "f real, d fee, free numeric, m money, b boolean, day date, clock time, at timestamp, moment "
    "timestamptz, x bytea, s text, c varchar(400), fixed char(12), u uuid, j json, jb jsonb, e "
    "mood, list int[], span interval, zoned timetz, net inet, bits bit varying(9), place_id "
    "integer "
    "REFERENCES place (id) ON DELETE SET NULL, twice bigint GENERATED ALWAYS AS (small * 2) "
    "STORED);"
    "CREATE TABLE pair (a integer, b text, n numeric(5,2), code text REFERENCES thing (code) ON "
    "DELETE CASCADE, PRIMARY KEY (a, b));"
    "INSERT INTO place (name, up) VALUES ('Tarn', NULL), ('Quay', 1);"
    "INSERT INTO thing (code, i, r, f, free, m, day, clock, at, moment, fixed, j, jb, e, list, "
    "span, "
    "zoned, net, bits) VALUES ('A', 9223372036854775807, 'NaN', 0.1, 1.500, 12.34, 'infinity', "
    "'24:00:00', '0044-03-15 12:00:00 BC', '-infinity', 'ab', '{\"b\": 1,  \"a\": 1.0}', '[1.50]', "
    "'calm', '{1,NULL,3}', '1 mon 30 days 00:00:00.000001', '07:30:00.25+05:30', '10.0.0.1/8', "
    "'101'), ('B,\\', -1, '-0', '-0', 1e-20, -0.01, '4713-01-01 BC', '07:30:00.25', 'infinity', "
    "'2026-03-29 01:30:00.123456+00', '', 'null', '{\"a\": {}}', 'it''s over', '{}', '30 days', "
    "'00:00:00-11', '::1', '');"
    "INSERT INTO pair VALUES (1, 'x', 1.25, 'A'), (1, 'y', 0, NULL);");

const QString MariaDbSchema = QStringLiteral(
    "CREATE TABLE place (id INT AUTO_INCREMENT PRIMARY KEY, name VARCHAR(200) COLLATE "
    "utf8mb4_general_ci, up INT REFERENCES place (id));"
    "CREATE TABLE thing (code VARCHAR(190) COLLATE utf8mb4_general_ci PRIMARY KEY, i BIGINT, small "
    "SMALLINT, r DOUBLE, f FLOAT, d DECIMAL(12,3), b BOOLEAN, day DATE, clock TIME(6), at "
    "DATETIME(6), moment TIMESTAMP(6) NULL, x LONGBLOB, s LONGTEXT, c VARCHAR(400) CHARACTER SET "
    "latin1, fixed CHAR(12), u UUID, j JSON, e ENUM ('calm', 'rough', 'it''s over'), some SET "
    "('a', "
    "'b', 'c'), big BIGINT UNSIGNED, bits BIT(12), flag BIT(1), born YEAR, net INET6, spot POINT, "
    "place_id INT, FOREIGN KEY (place_id) REFERENCES place (id) ON DELETE SET NULL, twice BIGINT "
    "AS "
    "(small * 2) PERSISTENT);"
    "CREATE TABLE pair (a INT, b VARCHAR(100) COLLATE utf8mb4_general_ci, n DECIMAL(5,2), code "
    "VARCHAR(190) COLLATE utf8mb4_general_ci REFERENCES thing (code) ON DELETE CASCADE, PRIMARY "
    "KEY "
    "(a, b));"
    "INSERT INTO place (name, up) VALUES ('Tarn', NULL), ('Quay', 1);"
    "SET sql_mode = 'NO_BACKSLASH_ESCAPES,ALLOW_INVALID_DATES';"
    "INSERT INTO thing (code, i, r, f, d, day, clock, at, moment, fixed, j, e, some, big, bits, "
    "flag, "
    "born, net, spot) VALUES ('A', 9223372036854775807, 1.7976931348623157e308, 0.1, 1.5, "
    "'0000-00-00', '838:59:59', '2026-02-30 00:00:00.000001', '2026-03-29 01:30:00.123456', 'ab', "
    "'{\"b\": 1,  \"a\": 1.0}', 'calm', 'a,c', 18446744073709551615, b'101', 1, 1999, '10.0.0.1', "
    "POINT(1.5, 2)), ('B,\\', -1, -0e0, 1e-30, 0, '2026-00-00', '-01:00:00.5', "
    "'0000-00-00 00:00:00', NULL, '', '[]', 'it''s over', '', 0, b'0', 0, 0, NULL, NULL);"
    "INSERT INTO pair VALUES (1, 'x', 1.25, 'A'), (1, 'y', 0, NULL);");

QString schemaFor(Engine engine) {
    switch (engine) {
    case Engine::Sqlite:
        return SqliteSchema;
    case Engine::PostgreSql:
        return PostgresSchema;
    case Engine::MariaDb:
        return MariaDbSchema;
    }
    return {};
}

// Tables that follow each other: a text key that refers to its own table, keys that are followed
// when they change, and cascades of two steps.
const QString FollowingSchema = QStringLiteral(
    "CREATE TABLE crew (name VARCHAR(60) PRIMARY KEY NOT NULL, boss VARCHAR(60) REFERENCES crew "
    "(name), pay "
    "INTEGER);"
    "CREATE TABLE quay (code VARCHAR(60) PRIMARY KEY NOT NULL, title VARCHAR(100), berths INTEGER "
    "NOT NULL "
    "DEFAULT 0);"
    "CREATE TABLE berth (id INTEGER PRIMARY KEY, quay VARCHAR(60) REFERENCES quay (code) ON UPDATE "
    "CASCADE ON DELETE CASCADE, title VARCHAR(100));"
    "CREATE TABLE mooring (id INTEGER PRIMARY KEY, berth INTEGER REFERENCES berth (id) ON DELETE "
    "CASCADE, crew VARCHAR(60) REFERENCES crew (name) ON UPDATE CASCADE ON DELETE SET NULL, note "
    "VARCHAR(100));"
    "INSERT INTO crew VALUES ('A', NULL, 10), ('B', 'A', 8), ('C', 'B', 7);"
    "INSERT INTO quay VALUES ('A', 'North', 0), ('B', 'South', 0);"
    "INSERT INTO berth VALUES (1, 'A', 'one'), (2, 'A', 'two'), (3, 'B', 'three');"
    "INSERT INTO mooring VALUES (1, 1, 'A', ''), (2, 2, 'B', 'stern'), (3, NULL, 'C', NULL);");

// Triggers of the children count them at their parent.
QString countingTriggers(Engine engine) {
    const QString counted =
        QStringLiteral("UPDATE quay SET berths = berths %1 1 WHERE code = %2.quay;");
    struct Event {
        const char* name;
        QString body;
    };
    // None for updates: a cascade fires it too, and what it did then is set again by a rollback.
    const Event events[] = {{"INSERT", counted.arg(QStringLiteral("+"), QStringLiteral("NEW"))},
                            {"DELETE", counted.arg(QStringLiteral("-"), QStringLiteral("OLD"))}};
    QString triggers;
    for (const auto& [event, body] : events) {
        const QString name = QStringLiteral("count_") + QLatin1String(event);
        if (engine == Engine::PostgreSql)
            triggers += QStringLiteral("CREATE FUNCTION %1() RETURNS trigger LANGUAGE plpgsql AS "
                                       "$$ BEGIN %3 RETURN NULL; END $$; CREATE TRIGGER %1 AFTER "
                                       "%2 ON berth FOR EACH ROW EXECUTE FUNCTION %1();")
                            .arg(name, QLatin1String(event), body);
        else
            triggers +=
                QStringLiteral("CREATE TRIGGER %1 AFTER %2 ON berth FOR EACH ROW %3")
                    .arg(name, QLatin1String(event),
                         engine == Engine::Sqlite ? QStringLiteral("BEGIN %1 END;").arg(body)
                                                  : body);
    }
    return triggers;
}

enum class Tables { OfEveryType, Following, FollowingCounted };

QString schemaFor(Tables tables, Engine engine) {
    switch (tables) {
    case Tables::OfEveryType:
        return schemaFor(engine);
    case Tables::Following:
        return FollowingSchema;
    case Tables::FollowingCounted:
        return FollowingSchema + countingTriggers(engine);
    }
    return {};
}

class RandomHistory {
public:
    RandomHistory(Engine engine, unsigned seed, Tables tables = Tables::OfEveryType)
        : m_chance(seed)
        , m_database(engine)
        , m_desk((m_database.run(schemaFor(tables, engine)), m_database.open()))
        , m_isCounted(tables == Tables::FollowingCounted) {}

    // Every change made, with the dump before it.
    void make(int changes) {
        int attempts = 0;
        QString before;
        QString refusal;
        while (static_cast<int>(m_dumps.size()) < changes && ++attempts < changes * 20) {
            if (before.isNull())
                before = m_database.dump();
            // Sometimes the engine writes even few records by itself.
            m_desk.setFewestSetWise(lessThan(2) == 0 ? 1 : ChangeRequest().fewestSetWise);
            const auto result = m_other && lessThan(4) == 0 ? editsOfAnotherProgram()
                                : lessThan(6) == 0          ? randomBulkUpdate()
                                                            : randomEdits();
            if (!result) {
                refusal = result.error().error.sentence + u' ' + result.error().error.detail;
                // Refused as a whole: nothing may have happened.
                // Dumps take most of the time: not after every refusal.
                if (++m_refused % 5 == 0) {
                    ASSERT_EQ(m_database.dump(), before)
                        << qPrintable(result.error().error.sentence);
                }
            } else if (result->id > 0) {
                m_dumps.push_back({result->id, std::exchange(before, {})});
                if (m_keepsCopies)
                    m_copies.push_back({result->id, copyNow()});
            } else {
                ASSERT_EQ(m_database.dump(), before);
            }
        }
        ASSERT_GT(m_dumps.size(), static_cast<size_t>(changes) / 2) << qPrintable(refusal);
    }

    // Everything since the beginning, as one plan.
    void takeBackAtOnce() {
        LogScope all;
        all.afterId = 0;
        const auto undone = m_desk.rollBack(all);
        ASSERT_TRUE(undone) << qPrintable(undone.error().error.sentence +
                                          undone.error().error.detail);
        const QString now = m_database.dump();
        ASSERT_TRUE(now == m_dumps.front().second) << "now:\n"
                                                   << qPrintable(now) << "\nwas:\n"
                                                   << qPrintable(m_dumps.front().second);
    }

    // Any changes, records and fields, in any order; what is in the way is overwritten or left.
    void takeBackAnything(int times) {
        for (int i = 0; i < times; ++i) {
            LogScope scope;
            const Table& table = anyTable();
            switch (lessThan(4)) {
            case 0:
                for (int n = 1 + lessThan(4); n > 0; --n)
                    scope.changes.push_back(
                        m_dumps[static_cast<size_t>(lessThan(static_cast<int>(m_dumps.size())))]
                            .first);
                break;
            case 1:
                scope.afterId = m_dumps.front().first + lessThan(static_cast<int>(m_dumps.size()));
                break;
            case 2: {
                const auto records = *TableReader(m_desk.session(), table).range({}, 0, -1);
                if (records.empty())
                    continue;
                scope.afterId = 0;
                scope.table = table.name;
                scope.key =
                    records[static_cast<size_t>(lessThan(static_cast<int>(records.size())))].key;
                break;
            }
            default:
                scope.afterId = lessThan(static_cast<int>(m_dumps.back().first));
                scope.table = table.name;
                scope.column = table.columns[lessThan(static_cast<int>(table.columns.size()))].name;
                break;
            }
            const QString before = m_database.dump();
            const auto undone = m_desk.rollBack(scope, static_cast<OnConflict>(lessThan(3)));
            if (!undone || undone->id == 0)
                ASSERT_TRUE(m_database.dump() == before) << "refused, but something was done";
            else
                m_dumps.push_back({undone->id, before});
        }
    }

    // The database keeps the log of all tables itself; now and then another program writes, too.
    void watch() {
        QStringList names;
        for (const Table& table : m_desk.catalog().tables)
            names += table.name;
        const Status set = TableWatching(m_desk.session(), m_desk.catalog()).set(names, true);
        ASSERT_TRUE(set) << qPrintable(set.error().sentence + set.error().detail);
        m_other = std::make_unique<Desk>(m_database.open());
    }

    // What was is kept as a copy after each change, and looked back at in the end.
    void keepCopies() { m_keepsCopies = true; }
    void compareCopies() {
        for (const auto& [change, copy] : m_copies) {
            for (const Table& table : m_desk.catalog().tables) {
                const auto was = lookBack(m_desk.session(), m_desk.catalog(), table, change);
                ASSERT_TRUE(was) << qPrintable(was.error().sentence + was.error().detail);
                const QStringList now = recordsOf(*was->table);
                const QStringList then = copy.value(table.name);
                ASSERT_TRUE(now == then)
                    << "after change " << change << " " << qPrintable(table.name) << "\nshown:\n"
                    << qPrintable(now.join(u'\n')) << "\nwas:\n"
                    << qPrintable(then.join(u'\n'));
            }
        }
        const auto verified = LogVerifier(m_desk.session()).verify({});
        ASSERT_TRUE(verified);
        for (const LogDamage& damage : verified->damages)
            ADD_FAILURE() << qPrintable(damage.reason);
    }

    void takeBackOneByOne() {
        for (auto made = m_dumps.rbegin(); made != m_dumps.rend(); ++made) {
            const auto undone = m_desk.rollBack(made->first);
            ASSERT_TRUE(undone) << "change " << made->first << ": "
                                << qPrintable(undone.error().error.sentence)
                                << qPrintable(undone.error().error.detail);
            const QString now = m_database.dump();
            ASSERT_TRUE(now == made->second) << "change " << made->first << "\nnow:\n"
                                             << qPrintable(now) << "\nwas:\n"
                                             << qPrintable(made->second);
        }
        if (m_database.engine() == Engine::Sqlite) {
            EXPECT_EQ(
                m_database.run(QStringLiteral("PRAGMA integrity_check; PRAGMA foreign_key_check;")),
                QStringLiteral("ok\n"));
        }
    }

private:
    static constexpr int ShortNames = 60;

    // Every record as one line, without what the database computes; in a fixed order.
    QStringList recordsOf(const Table& table) {
        QStringList lines;
        const auto records = TableReader(m_desk.session(), table).range({}, 0, -1);
        EXPECT_TRUE(records) << qPrintable(records.error().sentence + records.error().detail);
        for (const Record& record : *records) {
            QStringList parts;
            for (qsizetype i = 0; i < table.columns.size(); ++i) {
                // What triggers do is not in the log.
                const bool isCounter =
                    m_isCounted && !m_other && table.columns[i].name == u"berths";
                if (!table.columns[i].computed && !isCounter)
                    parts += record.values[static_cast<size_t>(i)].encoded();
            }
            lines += parts.join(u'|');
        }
        lines.sort();
        return lines;
    }
    QMap<QString, QStringList> copyNow() {
        QMap<QString, QStringList> copy;
        for (const Table& table : m_desk.catalog().tables)
            copy.insert(table.name, recordsOf(table));
        return copy;
    }

    const Table& anyTable() {
        const QList<Table>& tables = m_desk.catalog().tables;
        return tables[lessThan(static_cast<int>(tables.size()))];
    }

    int lessThan(int limit) { return static_cast<int>(m_chance() % static_cast<unsigned>(limit)); }

    QString randomText() {
        static const QStringList pieces{
            QStringLiteral("a"),  QStringLiteral("A"),       QStringLiteral("ß"),
            QStringLiteral("灯"), QStringLiteral("🚢"),       QStringLiteral("'"),
            QStringLiteral("\""), QStringLiteral("\n"),      QStringLiteral(","),
            QStringLiteral("\\"), QStringLiteral(" "),       QStringLiteral("; --"),
            QStringLiteral("é"),  QStringLiteral("e\u0301"), QStringLiteral("شمس"),
            QStringLiteral("%_"), QStringLiteral("0"),       QStringLiteral("NULL")};
        QString text = QStringLiteral("");
        // SQLite stores bytes that are no text, too.
        if (m_database.engine() == Engine::Sqlite && lessThan(8) == 0)
            text += textFromSqlite("\xe9\x80");
        for (int n = lessThan(6); n > 0; --n)
            text += pieces[lessThan(static_cast<int>(pieces.size()))];
        return text;
    }

    Value randomValue(const Column& column) {
        if (column.nullable && lessThan(5) == 0)
            return {};
        // Sometimes a value that the column was not declared for; SQLite keeps it all the same.
        const TypeKind kind = m_database.engine() == Engine::Sqlite && lessThan(8) == 0 &&
                                      column.name != u"place_id" && column.name != u"up" &&
                                      column.name != u"code" && column.name != u"berths"
                                  ? TypeKind::Any
                                  : column.type.kind;
        switch (kind) {
        case TypeKind::Boolean:
            return Value::boolean(lessThan(2) == 0);
        case TypeKind::Integer:
            if (column.baseType == u"year")
                return Value::integer(1901 + lessThan(200));
            if (lessThan(4) == 0 && column.name == u"i")
                return Value::integer(
                    static_cast<qint64>((static_cast<quint64>(m_chance()) << 32) | m_chance()));
            return Value::integer(lessThan(7) - 1);
        case TypeKind::Decimal:
            if (column.type.scale == 0)
                return Value::decimal(Decimal(Decimal::Integer(m_chance()) << lessThan(33), 0));
            if (column.type.scale == 2)
                return Value::decimal(Decimal(Decimal::Integer(lessThan(20'000) - 10'000), 2));
            return Value::decimal(Decimal(Decimal::Integer(lessThan(2'000'000) - 1'000'000), 3));
        case TypeKind::Double:
            // What a narrow column keeps of it is what comes back.
            return Value::real(std::ldexp(lessThan(1'000'000) - 500'000, lessThan(100) - 50));
        case TypeKind::Date:
            return Value::date(QDate(1 + lessThan(9998), 1 + lessThan(12), 1 + lessThan(28)));
        case TypeKind::Time:
            return Value::time({(static_cast<qint64>(m_chance()) * 20) % 86'400'000'000});
        case TypeKind::Timestamp:
            return Value::timestamp(
                {QDate(1970 + lessThan(100), 1 + lessThan(12), 1 + lessThan(28)),
                 {lessThan(1'000'000) * 1000LL}});
        case TypeKind::Binary: {
            QByteArray bytes;
            for (int n = lessThan(20); n > 0; --n)
                bytes += static_cast<char>(lessThan(256));
            return Value::binary(bytes);
        }
        case TypeKind::Instant:
            return Value::instant({{QDate(1971 + lessThan(60), 1 + lessThan(12), 1 + lessThan(28)),
                                    {lessThan(1'000'000) * 1'001LL}}});
        case TypeKind::Uuid:
            return Value::text(QStringLiteral("6f1c9a52-3f0e-4d83-9a61-%1")
                                   .arg(lessThan(1'000'000), 12, 16, QLatin1Char('0')));
        case TypeKind::Json:
            return Value::text(QStringLiteral("{\"n\":  %1.50, \"灯\": [null]}").arg(lessThan(50)));
        case TypeKind::Enumeration:
            return Value::text(
                column.type.members[lessThan(static_cast<int>(column.type.members.size()))]);
        case TypeKind::Text:
            if (column.type.length == ShortNames) // few, so that they meet
                return Value::text(QStringLiteral("ABCDé").mid(lessThan(5), 1));
            return column.type.length > 0 ? Value::text(randomText().left(column.type.length))
                                          : Value::text(randomText());
        default:
            break;
        }
        if (m_database.engine() != Engine::Sqlite)
            return Value::null();
        switch (lessThan(6)) {
        case 0:
            return Value::integer(lessThan(1000));
        case 1:
            return Value::real(lessThan(1000) / 7.0);
        case 2:
            return Value::text(randomText());
        case 3:
            return Value::text(QString::number(lessThan(1000)));
        case 4:
            return Value::real(std::numeric_limits<double>::infinity());
        default:
            return Value::binary(QByteArray(lessThan(3), '\0'));
        }
    }

    WriteResult randomEdits() {
        std::vector<RecordEdit> edits;
        for (int n = 1 + lessThan(3); n > 0; --n)
            edits.push_back(randomEdit());
        return m_desk.write(std::move(edits));
    }

    // Written past the one door, some of it in one transaction, and brought into the log then.
    WriteResult editsOfAnotherProgram() {
        const auto failed = [](const Error& error) { return WriteFailure{error, {}, {}}; };
        SessionWriter writer = writerOf(m_other->session());
        const Dialect& dialect = m_other->session().dialect();
        {
            WriteTransaction transaction(writer);
            if (Status begun = transaction.begin(true); !begun)
                return failed(begun.error());
            for (int n = 1 + lessThan(3); n > 0; --n) {
                const RecordEdit edit = randomEdit();
                const Table& table = m_other->table(edit.table);
                const bool isKeyed =
                    std::any_of(edit.after.keyBegin(), edit.after.keyEnd(),
                                [&](const QString& column) { return table.key.contains(column); });
                // MariaDB tells triggers nothing of what follows.
                if (dialect.engine() == Engine::MariaDb && edit.operation != Operation::Insert &&
                    (isKeyed || edit.operation == Operation::Delete))
                    continue;
                SqlFragment statement;
                QList<const Column*> columns;
                switch (edit.operation) {
                case Operation::Insert:
                    for (auto field = edit.after.begin(); field != edit.after.end(); ++field) {
                        columns += table.column(field.key());
                        statement.values += dialect.encode(field.value(), columns.back()->type);
                    }
                    statement.sql = dialect.insertStatement(table, columns);
                    break;
                case Operation::Update:
                    if (edit.after.isEmpty())
                        continue;
                    statement = updateStatement(dialect, table, edit.key, {}, edit.after);
                    break;
                case Operation::Delete:
                    statement = deleteStatement(dialect, table, edit.key, {});
                    break;
                }
                if (const auto done = writer.execute(statement.sql, statement.values); !done)
                    return failed(done.error());
            }
            if (Status committed = transaction.commit(); !committed)
                return failed(committed.error());
        }
        const auto gathered = TableWatching(m_desk.session(), m_desk.catalog()).gather();
        if (!gathered)
            return failed(gathered.error());
        CommittedChange change;
        change.id = *gathered == 0 ? 0 : ChangeLog(m_desk.session()).list({})->front().id;
        return change;
    }

    // One or two fields of all records of a table.
    WriteResult randomBulkUpdate() {
        const auto table = std::make_shared<const Table>(anyTable());
        BulkValues values;
        for (int n = 1 + lessThan(2); n > 0; --n) {
            const Column& column =
                table->columns[lessThan(static_cast<int>(table->columns.size()))];
            if (column.computed || table->key.contains(column.name))
                continue;
            const auto expression = bindExpression(
                column.type.kind == TypeKind::Text
                    ? QStringLiteral("COALESCE(\"%1\", 'x') || 'é,'").arg(column.name)
                    : QStringLiteral("\"%1\" + 1").arg(column.name),
                *table);
            if (column.type.kind == TypeKind::Text && lessThan(3) == 0)
                values.replace.insert(
                    column.name,
                    {QStringLiteral("a"), Qt::CaseInsensitive, {}, QStringLiteral("\\b")});
            else if (expression && lessThan(2) == 0)
                values.set.insert(column.name, *expression);
            else
                values.put.insert(column.name, randomValue(column));
        }
        const auto preview = previewBulkUpdate(m_desk.session(), table, {}, {}, values);
        if (!preview)
            return WriteFailure{preview.error(), {}, {}};
        ChangeRequest request =
            bulkUpdateRequest(std::make_shared<const BulkPreview>(*preview), {}, lessThan(2) == 0);
        request.fewestSetWise = lessThan(2) == 0 ? 1 : request.fewestSetWise;
        return ChangeWriter(m_desk.session(), m_desk.catalog(), m_desk.rules()).write(request);
    }

    RecordEdit randomEdit() {
        const Table& table = anyTable();
        const auto records = *TableReader(m_desk.session(), table).range({}, 0, -1);
        const int what = records.empty() ? 0 : lessThan(4);
        RecordEdit edit{Operation::Update, table.name, {}, {}, {}};
        if (what == 0) {
            edit.operation = Operation::Insert;
            for (const Column& column : table.columns) {
                if (!column.computed && !column.givenByDatabase)
                    edit.after.insert(column.name, randomValue(column));
            }
            return edit;
        }
        const Record& record =
            records[static_cast<size_t>(lessThan(static_cast<int>(records.size())))];
        edit.key = record.key;
        if (what == 1) {
            edit.operation = Operation::Delete;
            edit.before = fieldValues(table, record);
            edit.cascade = lessThan(2) == 0;
            return edit;
        }
        for (int n = 1 + lessThan(4); n > 0; --n) {
            const Column& column = table.columns[lessThan(static_cast<int>(table.columns.size()))];
            // Now and then a key itself is changed.
            if (!column.computed && (!table.key.contains(column.name) || lessThan(6) == 0))
                edit.after.insert(column.name, randomValue(column));
        }
        return edit;
    }

    std::mt19937 m_chance;
    EngineDatabase m_database;
    Desk m_desk;
    std::unique_ptr<Desk> m_other; // null: nothing is watched
    std::vector<std::pair<qint64, QString>> m_dumps;
    bool m_isCounted = false;
    int m_refused = 0;
    bool m_keepsCopies = false;
    std::vector<std::pair<qint64, QMap<QString, QStringList>>> m_copies;
};

class RollbackProperty : public ::testing::TestWithParam<std::tuple<Engine, unsigned>> {};

TEST_P(RollbackProperty, RollingBackRestoresExactly) {
    const auto [engine, seed] = GetParam();
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    RandomHistory history(engine, seed);
    ASSERT_NO_FATAL_FAILURE(history.make(25));
    ASSERT_NO_FATAL_FAILURE(history.takeBackOneByOne());
}

TEST_P(RollbackProperty, EverythingAtOnceAndWhateverWasTakenBackBefore) {
    const auto [engine, seed] = GetParam();
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    RandomHistory history(engine, seed + 100);
    ASSERT_NO_FATAL_FAILURE(history.make(20));
    ASSERT_NO_FATAL_FAILURE(history.takeBackAnything(8));
    ASSERT_NO_FATAL_FAILURE(history.takeBackAtOnce());
}

TEST_P(RollbackProperty, AsItWasIsWhatItWas) {
    const auto [engine, seed] = GetParam();
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    RandomHistory history(engine, seed + 200);
    history.keepCopies();
    ASSERT_NO_FATAL_FAILURE(history.make(20));
    ASSERT_NO_FATAL_FAILURE(history.compareCopies());
}

TEST_P(RollbackProperty, TablesThatFollowEachOther) {
    const auto [engine, seed] = GetParam();
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    RandomHistory counted(engine, seed + 300, Tables::FollowingCounted);
    counted.keepCopies();
    ASSERT_NO_FATAL_FAILURE(counted.make(15));
    ASSERT_NO_FATAL_FAILURE(counted.compareCopies());
    ASSERT_NO_FATAL_FAILURE(counted.takeBackOneByOne());
    RandomHistory history(engine, seed + 400, Tables::Following);
    ASSERT_NO_FATAL_FAILURE(history.make(15));
    ASSERT_NO_FATAL_FAILURE(history.takeBackAnything(6));
    ASSERT_NO_FATAL_FAILURE(history.takeBackAtOnce());
}

TEST_P(RollbackProperty, OfTablesThatAreWatched) {
    const auto [engine, seed] = GetParam();
    if (!serversAreThere())
        GTEST_SKIP() << "run by tests/support/with-servers.sh";
    for (const Tables tables : {Tables::OfEveryType, Tables::FollowingCounted}) {
        RandomHistory history(engine, seed + 500, tables);
        ASSERT_NO_FATAL_FAILURE(history.watch());
        history.keepCopies();
        ASSERT_NO_FATAL_FAILURE(history.make(15));
        ASSERT_NO_FATAL_FAILURE(history.compareCopies());
        if (seed % 2 == 0) {
            ASSERT_NO_FATAL_FAILURE(history.takeBackOneByOne());
        } else {
            ASSERT_NO_FATAL_FAILURE(history.takeBackAnything(4));
            ASSERT_NO_FATAL_FAILURE(history.takeBackAtOnce());
        }
    }
}

class SelfReference : public OnEngine {};

// What waits for its key could not be put back otherwise where references are tested at once.
TEST_P(SelfReference, GoesThoughItsKeyIsAnothersThen) {
    database->run(FollowingSchema);
    Desk desk(database->open());
    const QString before = database->dump();
    const Key crew(std::vector<Value>{text("C")});
    const Key renamed(std::vector<Value>{text("E")});
    const auto write = [&](RecordEdit edit) {
        const auto written = desk.write(std::move(edit));
        ASSERT_TRUE(written) << qPrintable(written.error().error.sentence);
    };
    write({Operation::Update, name("crew"), crew, {}, {{name("name"), text("E")}}});
    write({Operation::Delete, name("crew"), renamed, {}, {}});
    write({Operation::Insert,
           name("crew"),
           {},
           {},
           {{name("name"), text("E")}, {name("boss"), text("E")}}});
    LogScope all;
    all.afterId = 0;
    const auto undone = desk.rollBack(all);
    ASSERT_TRUE(undone) << qPrintable(undone.error().error.sentence);
    EXPECT_EQ(database->dump(), before);
}

INSTANTIATE_TEST_SUITE_P(Engines, SelfReference,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

// The long run: GRAVIN_HISTORIES says how many, GRAVIN_FIRST_SEED from where on.
class LongRun : public ::testing::TestWithParam<Engine> {};

TEST_P(LongRun, OfRandomHistories) {
    const int histories = qEnvironmentVariableIntValue("GRAVIN_HISTORIES");
    if (histories == 0 || !serversAreThere())
        GTEST_SKIP() << "only when it is asked for";
    const auto first = static_cast<unsigned>(qEnvironmentVariableIntValue("GRAVIN_FIRST_SEED"));
    for (unsigned seed = first; seed < first + static_cast<unsigned>(histories); ++seed) {
        SCOPED_TRACE("seed " + std::to_string(seed));
        const Tables tables = static_cast<Tables>(seed % 3);
        // What triggers do is in the log of watched tables only.
        const bool isWatched = tables == Tables::FollowingCounted || seed / 3 % 2 == 0;
        RandomHistory history(GetParam(), seed + 1000, tables);
        if (isWatched) {
            ASSERT_NO_FATAL_FAILURE(history.watch());
        }
        history.keepCopies();
        ASSERT_NO_FATAL_FAILURE(history.make(8));
        ASSERT_NO_FATAL_FAILURE(history.compareCopies());
        if (seed % 2 == 0) {
            ASSERT_NO_FATAL_FAILURE(history.takeBackOneByOne());
        } else {
            ASSERT_NO_FATAL_FAILURE(history.takeBackAnything(4));
            ASSERT_NO_FATAL_FAILURE(history.takeBackAtOnce());
        }
    }
}

INSTANTIATE_TEST_SUITE_P(Engines, LongRun,
                         testing::Values(Engine::Sqlite, Engine::PostgreSql, Engine::MariaDb),
                         engineTestName);

INSTANTIATE_TEST_SUITE_P(Seeds, RollbackProperty,
                         ::testing::Combine(::testing::Values(Engine::Sqlite, Engine::PostgreSql,
                                                              Engine::MariaDb),
                                            ::testing::Range(1u, 3u)),
                         [](const auto& run) {
                             return engineName(std::get<0>(run.param)).toStdString() +
                                    std::to_string(std::get<1>(run.param));
                         });

} // namespace
