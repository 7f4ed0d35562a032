// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/copy/database_copy.h"

#include "core/base/text.h"
#include "core/database/record_statements.h"
#include "core/database/session_writer.h"
#include "core/exchange/copy/exact_sum.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QFile>
#include <QFileInfo>
#include <QTemporaryFile>

#include <algorithm>
#include <cstdio>

namespace gravin {

namespace {

constexpr qint64 MostHeldBytes = 8'000'000; // of rows that wait to be written
constexpr qint64 RowsBetweenLooks = 512;    // after which progress is told

Error stoppedCopy() { return {ErrorKind::Cancelled, coreTr("Stopped. The copy was not made.")}; }

// The value as a column of this type keeps it, where it is of another kind there.
Value adapted(const Value& value, const ColumnType& type) {
    if (value.kind() == Value::Kind::Instant && type.kind == TypeKind::Timestamp)
        return Value::timestamp(value.asInstant().utc);
    return value;
}

// Why this column cannot keep the value as it is; empty: it can, as far as that can be said before.
// `isFree`: it takes values of any kind.
QString reasonAgainst(const Value& value, const ColumnType& type, const Dialect& dialect,
                      bool isFree) {
    if (const Status held = dialect.canHold(value, type); !held)
        return held.error().sentence;
    if (isFree || value.isNull())
        return {};
    const bool isWidened = (type.kind == TypeKind::Decimal || type.kind == TypeKind::Double) &&
                           value.kind() == Value::Kind::Integer;
    if (!conforms(value, type) && !isWidened)
        return coreTr("“%1” is no %2.").arg(toText(value, {}).left(40), describe(type));
    if (type.kind == TypeKind::Text && type.length >= 0 &&
        value.asText().toUcs4().size() > type.length)
        return coreTr("“%1” has more than %2 characters.")
            .arg(value.asText().left(40))
            .arg(type.length);
    if (value.kind() == Value::Kind::Decimal && type.scale >= 0) {
        const auto kept = value.asDecimal().rescaled(type.scale);
        if (!kept || kept->wholeDigits() > std::max(1, type.precision - type.scale))
            return coreTr("%1 has more digits than %2.").arg(toText(value, {}), describe(type));
    }
    return {};
}

qint64 bytesIn(const std::vector<Value>& row) {
    qint64 bytes = 0;
    for (const Value& value : row) {
        if (value.kind() == Value::Kind::Text)
            bytes += value.asText().size() * 2;
        else if (value.kind() == Value::Kind::Binary)
            bytes += value.asBinary().size();
    }
    return bytes;
}

} // namespace

// One copy on its way. Named here, as it writes rows of its own tables past the one door: nobody
// has seen them yet, and no log is kept of them.
class DatabaseCopy {
public:
    DatabaseCopy(Session& source, Session& target, const CopyProgress& progress)
        : m_source(source)
        , m_target(target)
        , m_writer(target)
        , m_progress(progress)
        , m_isFree(target.spec().isFile() || target.spec().engine == source.spec().engine) {}

    Result<DatabaseCopied> run() {
        const Session::Reading atOneMoment(m_source, Session::Reading::Of::OneState);
        auto planned = planCopy(m_source, m_target);
        if (!planned)
            return planned.error();
        m_plan = std::move(*planned);
        // What the engine computes of a table may turn out to be something else there: then it is
        // all done once more, with plain columns.
        for (;;) {
            m_otherwise.clear();
            m_sums.clear();
            m_made.clear();
            m_copied = {{}, {}, m_plan.notes};
            const Status made =
                m_target.dialect().createsTablesInTransactions() ? makeWhole() : makeStepByStep();
            if (made)
                return m_copied;
            if (m_otherwise.isEmpty())
                return made.error();
            m_plain.insert(m_otherwise);
        }
    }

private:
    // Where tables come and go with the transaction, it is all or nothing by itself.
    Status makeWhole() {
        WriteTransaction transaction(m_writer);
        Status status = transaction.begin(true);
        for (const auto step :
             {&DatabaseCopy::makeTables, &DatabaseCopy::copyRows, &DatabaseCopy::addRest,
              &DatabaseCopy::verify, &DatabaseCopy::makeViews}) {
            if (status)
                status = (this->*step)();
        }
        return status ? transaction.commit() : status;
    }

    // Elsewhere what was made is taken away again.
    Status makeStepByStep() {
        Status status = makeTables();
        if (status) {
            WriteTransaction transaction(m_writer);
            status = transaction.begin(true);
            for (const auto step : {&DatabaseCopy::copyRows, &DatabaseCopy::verify}) {
                if (status)
                    status = (this->*step)();
            }
            if (status)
                status = transaction.commit();
        }
        for (const auto step : {&DatabaseCopy::addRest, &DatabaseCopy::makeViews}) {
            if (status)
                status = (this->*step)();
        }
        if (status)
            return status;
        const QStringList left = dropAll();
        if (left.isEmpty())
            return status;
        Error error = status.error();
        error.sentence += u' ' + coreTr("These tables are left over in the target: %1.")
                                     .arg(left.join(QStringLiteral(", ")));
        return error;
    }

    // Those that could not be taken away.
    QStringList dropAll() {
        const Session::Finishing finishing(m_target);
        for (const QString& view : std::as_const(m_copied.views))
            (void)m_writer.command(QStringLiteral("DROP VIEW ") + m_target.dialect().quoted(view));
        QStringList left = m_made;
        // What others refer to goes last, whatever the order was.
        for (qsizetype round = 0; round < m_made.size() && !left.isEmpty(); ++round) {
            left.removeIf([&](const QString& name) {
                return m_writer
                    .command(QStringLiteral("DROP TABLE ") + m_target.dialect().quoted(name))
                    .ok();
            });
        }
        return left;
    }

    Status makeTables() {
        for (PlannedTable& table : m_plan.tables) {
            const bool isPlain = m_plain.contains(table.name);
            Status made = isPlain ? Status(Error{}) : attempt(table.create);
            if (!made && table.plain != table.create) {
                made = attempt(table.plain);
                if (made)
                    noteComputed(table.source);
                m_plain.insert(table.name);
            }
            if (!made)
                return about(table.name, made.error());
            m_made += table.name;
        }
        return ok();
    }

    // A statement that the engine may refuse, with nothing changed then.
    Status attempt(const QString& sql) {
        const bool canReturn = m_target.dialect().createsTablesInTransactions();
        if (Status set = canReturn ? m_writer.setSavepoint() : ok(); !set)
            return set;
        Status done = m_writer.command(sql);
        if (done)
            return canReturn ? m_writer.keepSavepoint() : ok();
        if (Status returned = canReturn ? m_writer.returnToSavepoint() : ok(); !returned)
            return returned;
        return done;
    }

    void noteComputed(const Table& table) {
        for (const Column& column : table.columns) {
            if (column.computed && !column.generatedFrom.isNull())
                m_copied.notes += coreTr("%1.%2 is computed in the other engine's way; its values "
                                         "come along, and are not computed any more.")
                                      .arg(table.name, column.name);
        }
    }

    static Error about(const QString& table, Error error) {
        error.sentence = coreTr("%1: %2").arg(table, error.sentence);
        return error;
    }

    Status copyRows() {
        auto catalog = m_target.readCatalog();
        if (!catalog)
            return catalog.error();
        m_targets = std::move(*catalog);
        for (const PlannedTable& table : m_plan.tables) {
            if (Status copied = copyRows(table); !copied)
                return copied;
        }
        return ok();
    }

    Status copyRows(const PlannedTable& planned) {
        const Table* target = m_targets.table(planned.name);
        if (!target || target->columns.size() != planned.source.columns.size())
            return Error{ErrorKind::Database,
                         coreTr("The database did not make %1 as it was told.").arg(planned.name)};
        if (m_progress && !m_progress(CopyStep::Copying, planned.name, 0))
            return stoppedCopy();
        Rows rows{target, {}, {}, 0};
        for (const Column& column : target->columns) {
            if (!column.computed)
                rows.columns += &column;
        }
        ExactSum& sum = m_sums[planned.name];
        Status failed = ok();
        const Status scanned = TableReader(m_source, planned.source)
                                   .scanValues({}, planned.source.columns, [&](auto&& values) {
                                       failed = take(planned, values, rows, sum);
                                       return failed.ok();
                                   });
        if (!failed)
            return failed;
        if (!scanned)
            return about(planned.name, scanned.error());
        return write(rows);
    }

    struct Rows {
        const Table* target;
        QList<const Column*> columns; // that are written
        std::vector<QVariantList> waiting;
        qint64 bytes;
    };

    Status take(const PlannedTable& planned, std::vector<Value>& values, Rows& rows,
                ExactSum& sum) {
        const Dialect& dialect = m_target.dialect();
        QVariantList bound;
        rows.bytes += bytesIn(values);
        for (size_t i = 0; i < values.size(); ++i) {
            const Column& column = rows.target->columns[static_cast<qsizetype>(i)];
            values[i] =
                keptAs(values[i], planned.source.columns[static_cast<qsizetype>(i)], column);
            if (column.computed)
                continue;
            if (const QString reason = reasonAgainst(values[i], column.type, dialect, m_isFree);
                !reason.isEmpty())
                return Error{
                    ErrorKind::Refused,
                    coreTr("%1, record %2, %3: %4 The copy was not made.")
                        .arg(planned.name, recordOf(planned.source, values), column.name, reason)};
            bound += dialect.encode(values[i], column.type);
        }
        sum.add(values);
        rows.waiting.push_back(std::move(bound));
        if (sum.rows() % RowsBetweenLooks == 0 && m_progress &&
            !m_progress(CopyStep::Copying, planned.name, sum.rows()))
            return stoppedCopy();
        return rows.waiting.size() >= RowsAtOnce.front() || rows.bytes > MostHeldBytes ? write(rows)
                                                                                       : ok();
    }

    // What the target has no kind for stands there as a text.
    Value keptAs(const Value& value, const Column& from, const Column& to) const {
        const bool isText = to.type.kind == TypeKind::Text && !m_target.spec().isFile();
        const bool hasNoKind =
            from.type.kind == TypeKind::Any || from.type.kind == TypeKind::Foreign;
        if (isText && hasNoKind && !value.isNull() && value.kind() != Value::Kind::Text &&
            value.kind() != Value::Kind::Binary)
            return Value::text(toText(value, {}));
        return adapted(value, to.type);
    }

    static QString recordOf(const Table& table, const std::vector<Value>& values) {
        std::vector<Value> key;
        for (const QString& column : table.key)
            key.push_back(values[static_cast<size_t>(table.indexOf(column))]);
        return key.empty() ? QStringLiteral("?") : keyText(Key(std::move(key)), table.keyTypes());
    }

    Status write(Rows& rows) {
        const auto bound = static_cast<size_t>(rows.columns.size());
        size_t next = 0;
        for (const size_t count : RowsAtOnce) {
            if (count > 1 && (count * bound > MostBound || bound == 0))
                continue;
            for (; rows.waiting.size() - next >= count; next += count) {
                QVariantList values;
                for (size_t i = next; i < next + count; ++i)
                    values += rows.waiting[i];
                const auto done = m_writer.execute(
                    m_target.dialect().insertStatement(*rows.target, rows.columns, count), values);
                if (!done)
                    return about(rows.target->name, done.error());
            }
        }
        rows.waiting.clear();
        rows.bytes = 0;
        return ok();
    }

    Status addRest() {
        for (const bool refers : {false, true}) {
            for (const PlannedTable& table : m_plan.tables) {
                for (const QString& sql : refers ? table.references : table.after) {
                    if (m_progress && !m_progress(CopyStep::Verifying, table.name, 0))
                        return stoppedCopy();
                    if (Status done = m_writer.command(sql); !done)
                        return about(table.name, done.error());
                }
            }
        }
        return ok();
    }

    Status verify() {
        for (const PlannedTable& planned : m_plan.tables) {
            const auto sum = sumOf(*m_targets.table(planned.name));
            if (!sum)
                return sum.error();
            const ExactSum& wanted = m_sums[planned.name];
            if (!(*sum == wanted) && planned.create != planned.plain &&
                !m_plain.contains(planned.name))
                m_otherwise = planned.name;
            if (!(*sum == wanted))
                return Error{
                    ErrorKind::Database,
                    coreTr("%1: the copy has %2 with the checksum %3 where %4 with %5 were sent. "
                           "The copy was not made.")
                        .arg(planned.name, countedRecords(sum->rows()), sum->text(),
                             countedRecords(wanted.rows()), wanted.text())};
            m_copied.tables += {planned.name, sum->rows(), sum->text()};
        }
        return ok();
    }

    Result<ExactSum> sumOf(const Table& table) {
        ExactSum sum;
        bool goesOn = true;
        const Status scanned =
            TableReader(m_target, table).scanValues({}, table.columns, [&](auto&& values) {
                sum.add(values);
                goesOn = sum.rows() % RowsBetweenLooks != 0 || !m_progress ||
                         m_progress(CopyStep::Verifying, table.name, sum.rows());
                return goesOn;
            });
        if (!goesOn)
            return stoppedCopy();
        if (!scanned)
            return about(table.name, scanned.error());
        return sum;
    }

    // A view is taken over where the target takes its words and gives the same rows.
    Status makeViews() {
        for (const PlannedView& view : m_plan.views) {
            const auto isSame = makeView(view);
            if (!isSame)
                return isSame.error();
            if (*isSame)
                m_copied.views += view.name;
            else
                m_copied.notes += coreTr("The view %1 does not come along: the other engine does "
                                         "not take it, or gives other rows for it.")
                                      .arg(view.name);
        }
        return ok();
    }

    // False: it is not there, and nothing of it is left.
    Result<bool> makeView(const PlannedView& view) {
        const bool canReturn = m_target.dialect().createsTablesInTransactions();
        if (Status set = canReturn ? m_writer.setSavepoint() : ok(); !set)
            return set.error();
        const auto isSame = givesTheSame(view);
        if (isSame && *isSame) {
            if (Status kept = canReturn ? m_writer.keepSavepoint() : ok(); !kept)
                return kept.error();
            return true;
        }
        // One that cannot be read here is no reason to copy nothing.
        const bool goesOn = isSame || (isSame.error().kind != ErrorKind::Cancelled &&
                                       isSame.error().kind != ErrorKind::Unavailable);
        if (!goesOn)
            return isSame.error();
        const Status gone = canReturn ? m_writer.returnToSavepoint()
                                      : m_writer.command(QStringLiteral("DROP VIEW IF EXISTS ") +
                                                         m_target.dialect().quoted(view.name));
        return gone ? Result<bool>(false) : gone.error();
    }

    Result<bool> givesTheSame(const PlannedView& view) {
        if (Status made = m_writer.command(view.create); !made)
            return made.error();
        const auto theirs = m_target.readCatalog();
        if (!theirs)
            return theirs.error();
        const auto ours = m_source.readCatalog();
        if (!ours)
            return ours.error();
        const Table* made = theirs->table(view.name);
        const Table* original = ours->table(view.name);
        if (!made || !original || original->columns.isEmpty() ||
            made->columns.size() != original->columns.size())
            return false;
        ExactSum wanted;
        const Status read =
            TableReader(m_source, *original).scanValues({}, original->columns, [&](auto&& values) {
                for (size_t i = 0; i < values.size(); ++i)
                    values[i] = adapted(values[i], made->columns[static_cast<qsizetype>(i)].type);
                wanted.add(values);
                return true;
            });
        if (!read)
            return read.error();
        const auto given = sumOf(*made);
        return given ? Result<bool>(*given == wanted) : given.error();
    }

    Session& m_source;
    Session& m_target;
    SessionWriter m_writer;
    const CopyProgress& m_progress;
    const bool m_isFree; // what the source has of any column, the target takes
    CopyPlan m_plan;
    Catalog m_targets; // its tables, as they were made
    QHash<QString, ExactSum> m_sums;
    QStringList m_made;
    QSet<QString> m_plain; // tables whose columns are all plain
    QString m_otherwise;   // the table that computes something else there; empty: none does
    DatabaseCopied m_copied;
};

Status verifyCopyTarget(const ConnectionSpec& source, const ConnectionSpec& target) {
    if (source.engine == target.engine && !target.isFile() && source.host == target.host &&
        source.port == target.port && source.database == target.database &&
        source.options == target.options)
        return Error{ErrorKind::Usage, coreTr("This is where the rows are already.")};
    if (target.isFile() && QFileInfo::exists(target.path) && QFileInfo(target.path).size() > 0)
        return Error{ErrorKind::Usage,
                     coreTr("There is a file %1 already. A copy is made in a file that is not "
                            "there yet.")
                         .arg(target.path)};
    return ok();
}

Result<CopyPlan> planCopyTo(Session& source, const ConnectionSpec& target) {
    if (Status may = verifyCopyTarget(source.spec(), target); !may)
        return may.error();
    ConnectionSpec asked = target;
    QTemporaryFile empty;
    if (target.isFile()) {
        if (!empty.open())
            return Error{ErrorKind::File, empty.errorString()};
        asked.path = empty.fileName();
    }
    auto session = Session::open(asked, target.isFile() ? Session::Access::ReadWrite
                                                        : Session::Access::ReadOnly);
    if (!session)
        return session.error();
    return planCopy(source, **session);
}

Result<DatabaseCopied> copyTables(Session& source, const ConnectionSpec& target,
                                  const CopyProgress& progress) {
    if (Status may = verifyCopyTarget(source.spec(), target); !may)
        return may.error();
    ConnectionSpec made = target;
    if (target.isFile()) {
        // Under its name it is there in full, or not at all.
        made.path = target.path + QStringLiteral(".part");
        QFile part(made.path);
        if (!part.open(QIODevice::WriteOnly | QIODevice::NewOnly))
            return Error{ErrorKind::File,
                         coreTr("%1 could not be made: %2").arg(made.path, part.errorString())};
    }
    auto session = Session::open(made, Session::Access::ReadWrite);
    auto copied = session ? DatabaseCopy(source, **session, progress).run()
                          : Result<DatabaseCopied>(session.error());
    if (!target.isFile())
        return copied;
    if (session)
        session->reset();
    // An empty file gives way in one step; one that got something in it meanwhile stays.
    const bool replaces = QFileInfo::exists(target.path) && QFileInfo(target.path).size() == 0;
    const bool isNamed =
        copied && (replaces ? std::rename(QFile::encodeName(made.path).constData(),
                                          QFile::encodeName(target.path).constData()) == 0
                            : QFile::rename(made.path, target.path));
    if (copied && !isNamed)
        copied = Error{ErrorKind::File, coreTr("The copy could not be named %1.").arg(target.path)};
    if (!copied)
        QFile::remove(made.path);
    return copied;
}

} // namespace gravin
