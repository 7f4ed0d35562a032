// SPDX-License-Identifier: GPL-3.0-or-later
// Random changes of every type on tables with every kind of key; then each is rolled back, newest
// first, and after each step the user's tables must be what they were, by SQLite's own dump.
#include "support/scratch.h"

#include <cmath>
#include <limits>
#include <random>

using namespace gravin;
using namespace gravin::test;

namespace {

const QString Schema =
    QStringLiteral("CREATE TABLE place (id INTEGER PRIMARY KEY AUTOINCREMENT, name TEXT COLLATE "
                   "NOCASE, up INTEGER "
                   "REFERENCES place (id));"
                   "CREATE TABLE thing (code TEXT PRIMARY KEY NOT NULL, i INTEGER, r REAL, d "
                   "DECIMAL(12,3), b BOOLEAN, day DATE, "
                   "clock TIME, at TIMESTAMP, x BLOB, s TEXT, c VARCHAR(400) COLLATE NOCASE, "
                   "anything, place_id INTEGER REFERENCES "
                   "place (id) ON DELETE SET NULL, twice GENERATED ALWAYS AS (i * 2) STORED);"
                   "CREATE TABLE pair (a INTEGER NOT NULL, b TEXT NOT NULL, n NUMERIC, code TEXT "
                   "REFERENCES thing (code) "
                   "ON DELETE CASCADE, PRIMARY KEY (a, b)) WITHOUT ROWID;"
                   "INSERT INTO place VALUES (1, 'Tarn', NULL), (2, 'Quay', 1);"
                   "INSERT INTO thing (code, i, r, anything) VALUES ('A', 1, 0.1, x'00ff'), "
                   "('B,\\', 'text in an integer', 1e300, 5);"
                   "INSERT INTO pair VALUES (1, 'x', 1.25, 'A'), (1, 'y', '12abc', NULL);");

class RandomHistory {
public:
    explicit RandomHistory(unsigned seed)
        : m_chance(seed)
        , m_database(Schema)
        , m_desk(m_database) {}

    // Every change made, with the dump before it.
    void make(int changes) {
        int attempts = 0;
        while (static_cast<int>(m_dumps.size()) < changes && ++attempts < changes * 20) {
            const QString before = m_database.dump();
            std::vector<RecordEdit> edits;
            for (int n = 1 + below(3); n > 0; --n)
                edits.push_back(randomEdit());
            const auto result = m_desk.write(std::move(edits));
            if (!result) {
                // Refused as a whole: nothing may have happened.
                ASSERT_EQ(m_database.dump(), before) << qPrintable(result.error().error.sentence);
                ++m_refused;
            } else if (result->id > 0) {
                m_dumps.push_back({result->id, before});
            } else {
                ASSERT_EQ(m_database.dump(), before);
            }
        }
        ASSERT_GT(m_dumps.size(), static_cast<size_t>(changes) / 2);
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
        // And rolling back the rollbacks, newest first, goes all the way forward again.
        EXPECT_EQ(
            m_database.sqlite(QStringLiteral("PRAGMA integrity_check; PRAGMA foreign_key_check;")),
            QStringLiteral("ok\n"));
    }

private:
    int below(int limit) { return static_cast<int>(m_chance() % static_cast<unsigned>(limit)); }

    QString randomText() {
        static const QStringList pieces{
            QStringLiteral("a"),  QStringLiteral("A"),       QStringLiteral("ß"),
            QStringLiteral("灯"), QStringLiteral("🚢"),       QStringLiteral("'"),
            QStringLiteral("\""), QStringLiteral("\n"),      QStringLiteral(","),
            QStringLiteral("\\"), QStringLiteral(" "),       QStringLiteral("; --"),
            QStringLiteral("é"),  QStringLiteral("e\u0301"), QStringLiteral("شمس"),
            QStringLiteral("%_"), QStringLiteral("0"),       QStringLiteral("NULL")};
        QString text = QStringLiteral("");
        for (int n = below(6); n > 0; --n)
            text += pieces[below(static_cast<int>(pieces.size()))];
        return text;
    }

    Value randomValue(const Column& column) {
        if (column.nullable && below(5) == 0)
            return {};
        // Sometimes a value that the column was not declared for; SQLite keeps it all the same.
        const TypeKind kind = below(8) == 0 && column.name != u"place_id" && column.name != u"up" &&
                                      column.name != u"code"
                                  ? TypeKind::Any
                                  : column.type.kind;
        switch (kind) {
        case TypeKind::Boolean:
            return Value::boolean(below(2) == 0);
        case TypeKind::Integer:
            if (below(4) == 0)
                return Value::integer(
                    static_cast<qint64>((static_cast<quint64>(m_chance()) << 32) | m_chance()));
            return Value::integer(below(7) - 1);
        case TypeKind::Decimal:
            return Value::decimal(Decimal(Decimal::Integer(below(2'000'000) - 1'000'000), 3));
        case TypeKind::Double:
            return Value::real(std::ldexp(below(1'000'000) - 500'000, below(200) - 100));
        case TypeKind::Date:
            return Value::date(QDate(1 + below(9998), 1 + below(12), 1 + below(28)));
        case TypeKind::Time:
            return Value::time({(static_cast<qint64>(m_chance()) * 20) % 86'400'000'000});
        case TypeKind::Timestamp:
            return Value::timestamp({QDate(1970 + below(100), 1 + below(12), 1 + below(28)),
                                     {below(1'000'000) * 1000LL}});
        case TypeKind::Binary: {
            QByteArray bytes;
            for (int n = below(20); n > 0; --n)
                bytes += static_cast<char>(below(256));
            return Value::binary(bytes);
        }
        case TypeKind::Text:
            return Value::text(randomText());
        default:
            break;
        }
        switch (below(6)) {
        case 0:
            return Value::integer(below(1000));
        case 1:
            return Value::real(below(1000) / 7.0);
        case 2:
            return Value::text(randomText());
        case 3:
            return Value::text(QString::number(below(1000)));
        case 4:
            return Value::real(std::numeric_limits<double>::infinity());
        default:
            return Value::binary(QByteArray(below(3), '\0'));
        }
    }

    RecordEdit randomEdit() {
        const Table& table = m_desk.catalog().tables[below(3)];
        const auto records = *TableReader(m_desk.session(), table).range({}, 0, -1);
        const int what = records.empty() ? 0 : below(4);
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
            records[static_cast<size_t>(below(static_cast<int>(records.size())))];
        edit.key = record.key;
        if (what == 1) {
            edit.operation = Operation::Delete;
            edit.before = fieldValues(table, record);
            edit.cascade = below(2) == 0;
            return edit;
        }
        for (int n = 1 + below(4); n > 0; --n) {
            const Column& column = table.columns[below(static_cast<int>(table.columns.size()))];
            // Now and then a key itself is changed.
            if (!column.computed && (!table.key.contains(column.name) || below(6) == 0))
                edit.after.insert(column.name, randomValue(column));
        }
        return edit;
    }

    std::mt19937 m_chance;
    ScratchDatabase m_database;
    Desk m_desk;
    std::vector<std::pair<qint64, QString>> m_dumps;
    int m_refused = 0;
};

class RollbackProperty : public ::testing::TestWithParam<unsigned> {};

TEST_P(RollbackProperty, RollingBackRestoresExactly) {
    RandomHistory history(GetParam());
    ASSERT_NO_FATAL_FAILURE(history.make(25));
    ASSERT_NO_FATAL_FAILURE(history.takeBackOneByOne());
}

INSTANTIATE_TEST_SUITE_P(Seeds, RollbackProperty, ::testing::Range(1u, 13u));

} // namespace
