// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/fitting/generation/column_tally.h"
#include "core/fitting/generation/day_of_adding.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

namespace {

// Records of a sample that one statement asks for.
constexpr size_t KeysAsked = 200;
// Records between two questions whether to go on.
constexpr qint64 RecordsPerStep = 500;
// How much of the work the one pass over all records is, where there is a sample too.
constexpr double PassShare = 0.6;

// What repeats itself by tens or dozens is not seen from one side only when the step is a prime.
int primeFrom(qint64 least) {
    const auto isPrime = [](qint64 number) {
        for (qint64 divisor = 2; divisor * divisor <= number; ++divisor) {
            if (number % divisor == 0)
                return false;
        }
        return number > 1;
    };
    qint64 step = std::max<qint64>(least, 2);
    while (!isPrime(step))
        ++step;
    return static_cast<int>(step);
}

Error stopped() { return {ErrorKind::Cancelled, coreTr("Stopped looking at the values.")}; }

class Gatherer {
public:
    Gatherer(Session& session, const Catalog& catalog, const Table& table,
             const QMap<QString, Relation>& relations, const EvidenceLimits& limits,
             const std::function<bool(double)>& goOn)
        : m_session(session)
        , m_dialect(session.dialect())
        , m_catalog(catalog)
        , m_table(table)
        , m_relations(relations)
        , m_limits(limits)
        , m_goOn(goOn) {
        for (qsizetype i = 0; i < table.columns.size(); ++i) {
            const Column& column = table.columns[i];
            ColumnType type = column.type;
            if (type.kind == TypeKind::Binary)
                type = {TypeKind::Integer};
            m_tallies.emplace_back(column.name, type);
            m_types.push_back(type);
            const auto relation = relations.constFind(column.name);
            const Table* target =
                relation == relations.constEnd() ? nullptr : catalog.table(relation->table);
            if (!target || !target->column(relation->column))
                continue;
            m_related.push_back(
                {i, QStringLiteral("%1 gravin_target WHERE gravin_target.%2")
                        .arg(m_dialect.rowsOf(*target), m_dialect.quoted(relation->column))});
            lookForEchoes(i, *target, m_related.back().target);
        }
    }

    Result<Evidence> run() {
        Evidence evidence;
        evidence.table = m_table.name;
        auto records = TableReader(m_session, m_table).count();
        if (!records)
            return records.error();
        evidence.records = *records;
        m_expected = *records;
        if (!m_goOn(0))
            return stopped();
        const bool isExact = *records <= m_limits.exactUpTo;
        const Status looked = isExact ? look({}, {}) : lookAtSome(evidence);
        if (!looked)
            return looked.error();
        evidence.lookedAt = m_lookedAt;
        const auto added = daysOfAdding(m_session, m_catalog, m_table);
        // What the values say does not hang on the log: one that cannot be read counts as none.
        if (!added && (added.error().kind == ErrorKind::Cancelled ||
                       added.error().kind == ErrorKind::Unavailable))
            return added.error();
        const auto days = added ? *added : QMap<QString, DayOfAdding>();
        for (size_t i = 0; i < m_tallies.size(); ++i) {
            ColumnEvidence column = m_tallies[i].result();
            if (!isExact)
                column.filled = m_filled[i];
            column.addedOnItsDay = days.value(column.column).compared;
            column.daysOfAdding = days.value(column.column).days;
            const auto relation = m_relations.constFind(column.column);
            if (relation != m_relations.constEnd())
                column.relation = *relation;
            for (const Echo& echo : m_echoes) {
                if (echo.column == static_cast<qsizetype>(i) && echo.compared > 0 &&
                    echo.equal == echo.compared)
                    column.echoes.push_back(
                        {m_table.columns[echo.reference].name, echo.far, echo.compared});
            }
            evidence.columns.push_back(std::move(column));
        }
        return evidence;
    }

private:
    // Columns that may repeat what this reference leads to: those of the same kind and name, and
    // those that refer to the same table.
    void lookForEchoes(qsizetype reference, const Table& target, const QString& record) {
        constexpr size_t MostEchoes = 24;
        for (qsizetype i = 0; i < m_table.columns.size(); ++i) {
            const Column& column = m_table.columns[i];
            const auto relation = m_relations.constFind(column.name);
            for (const Column& far : target.columns) {
                const ForeignKey* farther = target.referenceOf(far.name);
                const bool isSameReference =
                    relation != m_relations.constEnd() && farther &&
                    farther->table == relation->table &&
                    farther->referencedColumns.value(0) == relation->column;
                const bool isSameName =
                    relation == m_relations.constEnd() && !farther &&
                    column.type.kind == far.type.kind && column.type.kind != TypeKind::Boolean &&
                    (column.name.compare(far.name, Qt::CaseInsensitive) == 0 ||
                     column.name.endsWith(u'_' + far.name, Qt::CaseInsensitive) ||
                     far.name.endsWith(u'_' + column.name, Qt::CaseInsensitive));
                const bool isKey =
                    m_table.key.contains(column.name) || target.key.contains(far.name);
                if (i != reference && !isKey && (isSameReference || isSameName) &&
                    m_echoes.size() < MostEchoes)
                    m_echoes.push_back({i, reference, far.name, record});
            }
        }
    }

    QString qualified(const Column& column) const {
        return m_dialect.nameOfRows(m_table) + u'.' + m_dialect.quoted(column.name);
    }

    // What is read of a record: each column so far as it is looked at, and behind them, for each
    // relation, whether nothing is there that the value refers to.
    QString selectList() const {
        QStringList parts;
        for (const Column& column : m_table.columns) {
            const QString name = qualified(column);
            if (column.type.kind == TypeKind::Binary)
                parts += QStringLiteral("length(%1)").arg(name);
            else if (column.type.kind == TypeKind::Text)
                parts += QStringLiteral("CASE WHEN length(%1) > %2 THEN substr(%1, 1, %2) ELSE %1 "
                                        "END")
                             .arg(name, QString::number(ColumnEvidence::LongestRead));
            else
                parts += m_dialect.readable(column);
        }
        for (const Related& related : m_related)
            parts += QStringLiteral("CASE WHEN %1 IS NULL OR EXISTS (SELECT 1 FROM %2 = %1) THEN 0 "
                                    "ELSE 1 END")
                         .arg(qualified(m_table.columns[related.column]), related.target);
        for (const Echo& echo : m_echoes)
            parts += QStringLiteral("CASE WHEN %1 IS NULL OR %2 IS NULL THEN 2 WHEN EXISTS (SELECT "
                                    "1 FROM %3 = %1 AND gravin_target.%4 = %2) THEN 1 ELSE 0 END")
                         .arg(qualified(m_table.columns[echo.reference]),
                              qualified(m_table.columns[echo.column]), echo.record,
                              m_dialect.quoted(echo.far));
        return parts.join(QStringLiteral(", "));
    }

    Status look(const QString& where, const QVariantList& values) {
        bool goesOn = true;
        auto reader = m_session.readerOf(m_table);
        if (!reader)
            return reader.error();
        const Status selected = (*reader)->select(
            QStringLiteral("SELECT ") + selectList() + QStringLiteral(" FROM ") +
                m_dialect.rowsOf(m_table) + where,
            values, [&](const QSqlQuery& row) {
                take(row);
                if (++m_lookedAt % RecordsPerStep == 0)
                    goesOn = m_goOn(m_from + (1 - m_from) * static_cast<double>(m_lookedAt) /
                                                 static_cast<double>(std::max(m_expected, 1LL)));
                return goesOn;
            });
        if (!selected)
            return selected;
        return goesOn ? ok() : Status(stopped());
    }

    void take(const QSqlQuery& row) {
        std::vector<Value> values;
        values.reserve(m_tallies.size());
        int place = 0;
        for (size_t i = 0; i < m_tallies.size(); ++i) {
            values.push_back(m_dialect.decode(row.value(place++), m_types[i]));
            m_tallies[i].take(values.back());
        }
        for (const Related& related : m_related) {
            const auto at = static_cast<size_t>(related.column);
            if (row.value(place++).toInt() == 1)
                m_tallies[at].takeOrphan(values[at]);
        }
        for (Echo& echo : m_echoes) {
            const int said = row.value(place++).toInt();
            echo.compared += said == 2 ? 0 : 1;
            echo.equal += said == 1 ? 1 : 0;
        }
    }

    Status lookAtSome(Evidence& evidence) {
        if (Status asked = askEngine(); !asked)
            return asked;
        m_from = PassShare;
        m_expected = m_limits.sample;
        if (m_table.key.isEmpty())
            return look(QStringLiteral(" LIMIT ?"), {m_limits.sample});
        const int step = primeFrom(evidence.records / m_limits.sample);
        evidence.step = step;
        const Column& key = *m_table.column(m_table.key.front());
        if (m_table.key.size() == 1 && key.type.kind == TypeKind::Integer)
            return look(QStringLiteral(" WHERE %1 % %2 = 0").arg(qualified(key)).arg(step), {});
        auto keys = everyKey(step);
        if (!keys)
            return keys.error();
        m_expected = static_cast<qint64>(keys->size());
        for (size_t first = 0; first < keys->size(); first += KeysAsked) {
            SqlFragment where{QStringLiteral(" WHERE "), {}};
            const size_t last = std::min(first + KeysAsked, keys->size());
            for (size_t i = first; i < last; ++i) {
                const SqlFragment condition = m_dialect.keyCondition(m_table, (*keys)[i]);
                where.sql += (i > first ? QStringLiteral(" OR (") : QStringLiteral("(")) +
                             condition.sql + u')';
                where.values += condition.values;
            }
            if (Status looked = look(where.sql, where.values); !looked)
                return looked;
        }
        return ok();
    }

    Result<std::vector<Key>> everyKey(int step) {
        std::vector<Key> keys;
        qint64 at = 0;
        bool goesOn = true;
        const Status scanned = TableReader(m_session, m_table).scanKeys({}, [&](KeyIndex&& run) {
            for (qsizetype i = 0; i < run.size(); ++i) {
                if (at++ % step == 0)
                    keys.push_back(run.at(i));
            }
            goesOn = m_goOn(m_from);
            return goesOn;
        });
        if (!scanned)
            return scanned.error();
        if (!goesOn)
            return stopped();
        return keys;
    }

    // One pass over all records: what is filled, and the extremes.
    Status askEngine() {
        const auto spans = m_session.spans(m_table);
        if (!spans)
            return spans.error();
        for (size_t i = 0; i < m_tallies.size(); ++i) {
            m_filled.push_back((*spans)[i].filled);
            m_tallies[i].setExtremes((*spans)[i].smallest, (*spans)[i].largest);
        }
        return m_goOn(PassShare) ? ok() : Status(stopped());
    }

    Session& m_session;
    const Dialect& m_dialect;
    const Catalog& m_catalog;
    const Table& m_table;
    const QMap<QString, Relation>& m_relations;
    struct Related {
        qsizetype column;
        QString target; // what stands behind FROM, up to the column that is compared
    };
    std::vector<Related> m_related;
    struct Echo {
        qsizetype column;
        qsizetype reference;
        QString far;
        QString record; // what stands behind FROM, as above
        qint64 compared = 0;
        qint64 equal = 0;
    };
    std::vector<Echo> m_echoes;
    const EvidenceLimits& m_limits;
    const std::function<bool(double)>& m_goOn;
    std::vector<ColumnTally> m_tallies;
    std::vector<ColumnType> m_types;
    std::vector<qint64> m_filled;
    qint64 m_lookedAt = 0;
    qint64 m_expected = 0;
    double m_from = 0;
};

} // namespace

Result<Evidence> gatherEvidence(Session& session, const Catalog& catalog, const Table& table,
                                const QMap<QString, Relation>& relations,
                                const EvidenceLimits& limits,
                                const std::function<bool(double)>& goOn) {
    const Table stored = table.stored(); // the engine knows nothing of the rest
    return Gatherer(session, catalog, stored, relations, limits, goOn).run();
}

} // namespace gravin
