// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/as_it_was.h"

#include "core/base/text.h"
#include "core/changes/database_overlay.h"
#include "core/changes/log/log_verification.h"
#include "core/database/record_statements.h"
#include "core/records/table_reader.h"

#include <QDateTime>
#include <QRegularExpression>
#include <QTimeZone>

#include <algorithm>
#include <atomic>

namespace gravin {

namespace {

// The column of the temporary table that tells records that were there from those that were not.
constexpr QLatin1String ThereColumn("gravin_there");

QString temporaryName() {
    static std::atomic<int> next = 1;
    return QStringLiteral("gravin_then_%1").arg(next++);
}

} // namespace

class PastTable {
public:
    PastTable(Session& session, const Catalog& catalog, const Table& table, qint64 after)
        : m_session(session)
        , m_writer(session)
        , m_catalog(catalog)
        , m_table(table)
        , m_after(after)
        , m_overlay(session, catalog)
        , m_temporary(temporaryName())
        , m_read(table) {
        for (const Column& column : table.columns) {
            if (!column.expression.isEmpty())
                continue;
            m_columns += &column;
            if (column.computed && !column.generatedFrom.isEmpty())
                m_generated += &column;
            else
                m_kept += &column;
        }
    }

    Result<AsItWas> look() {
        if (Status read = undoInPicture(); !read)
            return read.error();
        AsItWas then;
        then.after = m_after;
        for (auto record = m_overlay.overlay().begin(); record != m_overlay.overlay().end();
             ++record) {
            const Key& key = record.key().second;
            const DatabaseOverlay::State now = m_overlay.stored(m_table.name, key);
            if (now == *record)
                continue;
            then.differences.insert(key, !now      ? Difference::Gone
                                         : *record ? Difference::Changed
                                                   : Difference::Added);
        }
        if (Status kept = keepDifferent(then); !kept)
            return kept.error();
        Table source = m_table;
        source.kind = Table::Kind::Query;
        source.schema.clear();
        source.relation = source.name;
        source.rowNumber.clear();
        source.base.clear();
        source.select = selectThen();
        source.notWritableReason = coreTr("This is the table as it was. It can only be read.");
        then.table = std::make_shared<const Table>(std::move(source));
        return then;
    }

private:
    // Every record that was touched since, as it was.
    Status undoInPicture() {
        LogScope scope;
        scope.afterId = m_after;
        scope.table = m_table.name;
        std::vector<RecordChange> touched; // newest first
        std::vector<Key> keys;
        Status read =
            ChangeLog(m_session).scan(scope, m_catalog, [&](qint64, qint64, RecordChange&& record) {
                keys.push_back(record.key);
                Key after = record.keyAfter(m_table.key);
                if (!(after == record.key))
                    keys.push_back(std::move(after));
                touched.push_back(std::move(record));
                return true;
            });
        if (!read)
            return read;
        if (const auto columns = onlyColumns(touched))
            keepOnly(*columns);
        if (Status before = m_overlay.read(m_read, keys); !before)
            return before;
        for (const RecordChange& record : touched) {
            const Key key = record.keyAfter(m_table.key);
            if (record.operation == Operation::Insert) {
                m_overlay.put(m_table.name, key, std::nullopt);
                continue;
            }
            FieldValues was;
            if (record.operation == Operation::Update) {
                auto now = m_overlay.at(m_read, key);
                if (!now)
                    return now.error();
                was = now->value_or(FieldValues());
                m_overlay.put(m_table.name, key, std::nullopt);
            }
            was.insert(record.before);
            m_overlay.put(m_table.name, record.key, was);
        }
        return ok();
    }

    // The columns that can differ, where every record is there then and now, under one key; all
    // others of a record are what they are. Nothing: whole records are kept.
    std::optional<QSet<QString>> onlyColumns(const std::vector<RecordChange>& touched) const {
        QSet<QString> columns;
        for (const RecordChange& record : touched) {
            if (record.operation != Operation::Update)
                return std::nullopt;
            for (auto field = record.before.keyBegin(); field != record.before.keyEnd(); ++field)
                columns.insert(*field);
        }
        const bool isKeyChanged =
            std::any_of(m_table.key.begin(), m_table.key.end(),
                        [&](const QString& column) { return columns.contains(column); });
        return isKeyChanged || !m_generated.isEmpty() ? std::nullopt : std::optional(columns);
    }

    void keepOnly(const QSet<QString>& columns) {
        const auto isLeftOut = [&](const QString& column) {
            return !columns.contains(column) && !m_table.key.contains(column);
        };
        m_kept.removeIf([&](const Column* column) { return isLeftOut(column->name); });
        m_read.columns.removeIf([&](const Column& column) { return isLeftOut(column.name); });
        m_keepsWhole = false;
    }

    // The records that differ, in a temporary table.
    Status keepDifferent(const AsItWas& then) {
        const Dialect& dialect = m_session.dialect();
        QStringList names;
        for (const Column* column : std::as_const(m_kept))
            names += dialect.quoted(column->name);
        Status made = m_writer.command(
            // Joined from outside, so that no column of it forbids NULL.
            QStringLiteral("CREATE TEMPORARY TABLE %1 AS SELECT %2, 1 AS %3 FROM (SELECT 1 AS "
                           "gravin_one) AS gravin_one LEFT JOIN %4 ON 1 = 0 WHERE 1 = 0")
                .arg(dialect.quoted(m_temporary), names.join(QStringLiteral(", ")), ThereColumn,
                     dialect.quoted(m_table)));
        if (!made)
            return made;
        if (Status generated = addGenerated(); !generated)
            return generated;
        QStringList keys;
        for (const QString& column : m_table.key)
            keys += dialect.indexable(*m_table.column(column));
        made = m_writer.command(QStringLiteral("CREATE INDEX %1 ON %2 (%3)")
                                    .arg(dialect.quoted(m_temporary + QStringLiteral("_key")),
                                         dialect.quoted(m_temporary),
                                         keys.join(QStringLiteral(", "))));
        if (!made)
            return made;
        std::vector<QVariantList> rows;
        for (auto each = then.differences.begin(); each != then.differences.end(); ++each) {
            const DatabaseOverlay::State was =
                m_overlay.overlay().value({m_table.name, each.key()});
            QVariantList row;
            for (const Column* column : std::as_const(m_kept)) {
                Value value = was ? was->value(column->name) : Value();
                const qsizetype part = m_table.key.indexOf(column->name);
                if (!was && part >= 0)
                    value = each.key()[static_cast<size_t>(part)];
                row += dialect.encode(value, column->type);
            }
            row += was ? 1 : 0;
            rows.push_back(std::move(row));
        }
        return fill(rows);
    }

    // Columns that the engine generates are generated there too: none of them is in the log. One
    // that is made from others comes behind them.
    Status addGenerated() {
        const Dialect& dialect = m_session.dialect();
        QList<const Column*> open = m_generated;
        while (!open.isEmpty()) {
            const auto namesNoOther = [&](const Column* column) {
                return std::none_of(open.begin(), open.end(), [&](const Column* other) {
                    return other != column &&
                           column->generatedFrom.contains(other->name, Qt::CaseInsensitive);
                });
            };
            auto next = std::find_if(open.begin(), open.end(), namesNoOther);
            if (next == open.end())
                next = open.begin();
            // Each engine keeps them in the one way that can be added to any table there.
            const bool isStored = dialect.engine() == Engine::PostgreSql;
            Status added = m_writer.command(
                QStringLiteral("ALTER TABLE %1 ADD COLUMN %2 %3 GENERATED ALWAYS AS (%4) %5")
                    .arg(dialect.quoted(m_temporary), dialect.quoted((*next)->name),
                         (*next)->declaredType, (*next)->generatedFrom,
                         isStored ? QStringLiteral("STORED") : QStringLiteral("VIRTUAL")));
            if (!added)
                return added;
            open.erase(next);
        }
        return ok();
    }

    Status fill(const std::vector<QVariantList>& rows) {
        const Dialect& dialect = m_session.dialect();
        QStringList names;
        QStringList places;
        for (const Column* column : std::as_const(m_kept)) {
            names += dialect.quoted(column->name);
            places += dialect.placeholder(*column);
        }
        names += ThereColumn;
        places += QStringLiteral("?");
        const QString one = u'(' + places.join(QStringLiteral(", ")) + u')';
        size_t next = 0;
        for (const size_t count : RowsAtOnce) {
            const QString statement =
                QStringLiteral("INSERT INTO %1 (%2) VALUES %3")
                    .arg(
                        dialect.quoted(m_temporary), names.join(QStringLiteral(", ")),
                        QStringList(static_cast<qsizetype>(count), one).join(QStringLiteral(", ")));
            for (; rows.size() - next >= count; next += count) {
                QVariantList values;
                for (size_t row = next; row < next + count; ++row)
                    values += rows[row];
                if (auto inserted = m_writer.execute(statement, values); !inserted)
                    return inserted.error();
            }
        }
        return ok();
    }

    QString selectThen() const {
        const Dialect& dialect = m_session.dialect();
        QStringList now;
        QStringList was;
        for (const Column* column : m_columns) {
            const bool isKept = m_keepsWhole || m_kept.contains(column);
            const QString name = dialect.quoted(column->name);
            now += QStringLiteral("gravin_now.") + name;
            was += (isKept ? QStringLiteral("gravin_was.") : QStringLiteral("gravin_now.")) + name;
        }
        QStringList same;
        for (const QString& column : m_table.key)
            same += QStringLiteral("gravin_was.%1 = gravin_now.%1").arg(dialect.quoted(column));
        const QString on = same.join(QStringLiteral(" AND "));
        return QStringLiteral("SELECT %1 FROM %2 AS gravin_now WHERE NOT EXISTS (SELECT 1 FROM %3 "
                              "AS gravin_was WHERE %4) UNION ALL SELECT %5 FROM %3 AS "
                              "gravin_was%6 WHERE gravin_was.%7 = 1")
            .arg(now.join(QStringLiteral(", ")), dialect.quoted(m_table),
                 dialect.quoted(m_temporary), on, was.join(QStringLiteral(", ")),
                 m_keepsWhole ? QString()
                              : QStringLiteral(" LEFT JOIN %1 AS gravin_now ON %2")
                                    .arg(dialect.quoted(m_table), on),
                 ThereColumn);
    }

    Session& m_session;
    SessionWriter m_writer; // of the temporary table only
    const Catalog& m_catalog;
    const Table& m_table;
    qint64 m_after;
    DatabaseOverlay m_overlay;
    QString m_temporary;
    Table m_read; // the table, so far as its records have to be looked at
    bool m_keepsWhole = true;
    QList<const Column*> m_columns;   // the database's own
    QList<const Column*> m_generated; // those of them that the engine generates again
    QList<const Column*> m_kept;      // and the others
};

qint64 AsItWas::count(Difference difference) const {
    return std::count(differences.begin(), differences.end(), difference);
}

Result<AsItWas> lookBack(Session& session, const Catalog& catalog, const Table& table,
                         qint64 after) {
    if (table.key.isEmpty() || table.isQuery() || table.isView())
        return Error{
            ErrorKind::Usage,
            coreTr("%1 cannot be shown as it was: it is no table with a key.").arg(table.name)};
    auto trimmed = ChangeLog(session).trimmedUpTo();
    if (!trimmed)
        return trimmed.error();
    if (after < *trimmed)
        return Error{
            ErrorKind::NotFound,
            coreTr("What was changed up to change %1 has been trimmed from the log. Nothing "
                   "before it can be shown.")
                .arg(*trimmed)};
    LogScope since;
    since.afterId = after;
    since.table = table.name;
    if (Status whole = LogVerifier(session).verifyScope(since, catalog); !whole)
        return whole.error();
    return PastTable(session, catalog, table, after).look();
}

Result<qint64> momentFrom(Session& session, const QString& text) {
    bool isNumber = false;
    const qint64 change = text.trimmed().toLongLong(&isNumber);
    if (isNumber && change == 0)
        return change; // before all of them
    if (isNumber) {
        const auto found = ChangeLog(session).summary(change);
        if (!found)
            return found.error();
        if (!*found)
            return Error{ErrorKind::Usage, coreTr("There is no change %1 in the log.").arg(change)};
        return change;
    }
    const auto until = logTimeFrom(text, LogTimeEnd::Last);
    if (!until)
        return Error{ErrorKind::Usage,
                     coreTr("“%1” is no change and no time. Write a number, or a time like "
                            "2026-03-04T14:00.")
                         .arg(text)};
    return ChangeLog(session).lastIdAt(*until);
}

std::optional<QString> logTimeFrom(const QString& text, LogTimeEnd end, Qt::TimeSpec withoutZone) {
    // Qt's own reader takes three digits behind the point.
    static const QRegularExpression fraction(QStringLiteral("^(.*:\\d\\d)[.,](\\d+)(.*)$"));
    const auto parts = fraction.match(text.trimmed());
    const QString whole = parts.hasMatch() ? parts.captured(1) + parts.captured(3) : text.trimmed();
    const QDate day = QDate::fromString(whole, QStringLiteral("yyyy-MM-dd"));
    const bool isLast = end == LogTimeEnd::Last;
    QDateTime time = !day.isValid() ? QDateTime::fromString(whole, Qt::ISODate)
                     : isLast       ? day.endOfDay(withoutZone)
                                    : day.startOfDay(withoutZone);
    if (!day.isValid() && time.timeSpec() == Qt::LocalTime)
        time.setTimeSpec(withoutZone);
    if (!time.isValid())
        return std::nullopt;
    // The log's times have six; digits that are not there stand for all of them.
    constexpr int Digits = 6;
    const QString digits = parts.hasMatch() ? parts.captured(2)
                           : day.isValid()  ? QString()
                                            : QStringLiteral("000");
    const QString micros =
        digits.left(Digits).leftJustified(Digits, isLast ? QLatin1Char('9') : QLatin1Char('0'));
    return time.toUTC().toString(QStringLiteral("yyyy-MM-dd'T'HH:mm:ss")) + u'.' + micros + u'Z';
}

} // namespace gravin
