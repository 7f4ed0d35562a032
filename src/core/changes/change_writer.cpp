// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/change_writer.h"

#include "core/base/text.h"
#include "core/changes/log_seal.h"
#include "core/database/record_statements.h"
#include "core/records/database_rules.h"
#include "core/value/text_form.h"

#include <QDateTime>

#include <algorithm>
#include <chrono>
#include <functional>

namespace gravin {

namespace {

// How many levels of references a cascading delete follows.
constexpr size_t MaximumCascadeDepth = 200;

std::vector<Value> pick(const Table& table, const ProposedValues& values,
                        const QStringList& columns) {
    std::vector<Value> picked;
    for (const QString& column : columns) {
        const int at = table.indexOf(column);
        picked.push_back(at < 0 ? Value() : values[static_cast<size_t>(at)].value_or(Value()));
    }
    return picked;
}

ProposedValues proposed(const Record& record) {
    return ProposedValues(record.values.begin(), record.values.end());
}

// What another step may clear the way for.
bool isByDatabase(const WriteFailure& failure) {
    static const QStringList checks{QStringLiteral("database"), QStringLiteral("reference"),
                                    QStringLiteral("unique")};
    return !failure.problems.empty() && checks.contains(failure.problems.front().check);
}

} // namespace

QString logTime() {
    using namespace std::chrono;
    const auto now = duration_cast<microseconds>(system_clock::now().time_since_epoch()).count();
    const QDateTime second = QDateTime::fromSecsSinceEpoch(now / 1'000'000, Qt::UTC);
    return second.toString(QStringLiteral("yyyy-MM-dd'T'HH:mm:ss")) +
           QStringLiteral(".%1Z").arg(now % 1'000'000, 6, 10, QLatin1Char('0'));
}

WriteResult ChangeWriter::write(const ChangeRequest& request) {
    m_change = {
        0, logTime(), request.person, request.screen, request.action, request.note, request.undoes,
        {}};
    m_change.uid = request.uid;
    m_failure = {};
    m_gaps.clear();
    m_deleted.clear();
    m_setByEngine.clear();
    m_moved.clear();
    m_inserted.clear();
    m_toDelete.clear();
    m_logged = 0;
    m_wroteSetWise = false;
    m_present = Present::take();
    if (!m_session.spec().changeLog)
        return WriteFailure{
            {ErrorKind::ReadOnly,
             say("This project only reads its database, because keeping a change log "
                 "in it was not agreed to.")},
            {},
            {}};

    if (request.isRepeated) {
        const auto id = m_log.idOf(request.uid);
        if (!id)
            return WriteFailure{id.error(), {}, {}};
        if (*id > 0) {
            auto written = m_log.change(*id, m_catalog);
            return written ? WriteResult(std::move(*written))
                           : WriteResult(WriteFailure{written.error(), {}, {}});
        }
    }
    Session::Transaction transaction(m_session);
    // One update can be judged at once; several steps may pass through a state that could not stay.
    const bool isOneUpdate =
        request.edits.size() == 1 && request.edits.front().operation == Operation::Update;
    // Where making a table ends a transaction, it is done before.
    const bool tablesFirst = !m_session.dialect().createsTablesInTransactions();
    Status status = tablesFirst ? m_log.createTables() : done();
    if (status)
        status = transaction.begin(!isOneUpdate);
    if (status && !tablesFirst)
        status = m_log.createTables();
    if (!status)
        return WriteFailure{status.error(), {}, {}};
    std::optional<LogEntry> entry(std::in_place, m_session, m_catalog);
    const auto isDone = applySetWise(request, *entry);
    if (!isDone)
        return m_failure;
    m_wroteSetWise = *isDone;
    if (!*isDone) {
        entry.emplace(m_session, m_catalog);
        if (!applyAll(request))
            return m_failure;
        if (request.more && !applyMore(request, *entry))
            return m_failure;
        if (m_change.count() == 0)
            return m_change;
    }
    if (request.meanwhile && !m_wroteSetWise)
        m_change.meanwhile = *request.meanwhile;
    if (status = m_change.id == 0 ? entry->begin(m_change) : done(); status)
        status = entry->add(m_change.records);
    if (status)
        status = entry->end(m_change);
    if (status)
        status = transaction.commit();
    if (!status) {
        // A change that names no table, or one that is gone, is refused all the same.
        const Table* table = m_catalog.table(m_change.tables().value(0));
        if (!table)
            return WriteFailure{status.error(), {}, {}};
        refuseByEngine(status.error(), *table,
                       m_change.records.empty() ? Key() : m_change.records.back().key);
        return m_failure;
    }
    // What fails here is done by whoever writes next.
    (void)LogSeal(m_session).chainWaiting();
    return m_change;
}

ChangeWriter::Step ChangeWriter::applyAll(const ChangeRequest& request) {
    std::vector<Pending> pending;
    pending.reserve(request.edits.size());
    for (const RecordEdit& edit : request.edits)
        pending.push_back({edit, pending.size()});
    for (const RecordEdit& edit : request.edits) {
        if (edit.operation == Operation::Delete)
            m_toDelete.insert({edit.table, edit.key}, edit.before);
    }
    if (const Step applied = applyPending(std::move(pending), request); !applied)
        return applied;
    if (m_gaps.empty() || request.more)
        return Nothing{};
    return failForGaps();
}

// What a rollback restores may depend on other records in ways that only the database's own
// triggers know. So what it refuses at first is tried again when the rest is done, as long as that
// helps.
ChangeWriter::Step ChangeWriter::applyPending(std::vector<Pending> pending,
                                              const ChangeRequest& request) {
    const bool handsDown = std::any_of(pending.begin(), pending.end(), [](const Pending& each) {
        return !each.edit.handedDown.isEmpty();
    });
    const bool mayTryAgain = request.restoring;
    const bool mayReturn = mayTryAgain || mayGoOn(pending, request);
    while (!pending.empty()) {
        std::vector<Pending> refused;
        QSet<Place> waiting;   // records of refused steps
        size_t singlyUpTo = 0; // so far something was found to stand in the way of many
        for (size_t next = 0; next < pending.size(); ++next) {
            if (!mayContinue(request))
                return Stop{};
            const bool mayBeTogether = refused.empty() && next >= singlyUpTo;
            const auto together =
                mayBeTogether ? applyTogether(pending, next, request, singlyUpTo) : size_t{0};
            if (!together)
                return Stop{};
            if (*together > 0) {
                next += *together - 1;
                continue;
            }
            // Steps of one record keep their order.
            const QList<Place> touched = placesOf(pending[next].edit);
            if (std::any_of(touched.begin(), touched.end(),
                            [&](const Place& each) { return waiting.contains(each); })) {
                waiting.unite({touched.begin(), touched.end()});
                refused.push_back(std::move(pending[next]));
                continue;
            }
            RecordEdit& edit = pending[next].edit;
            const size_t place = pending[next].place;
            const size_t recordsBefore = m_change.records.size();
            if (Status set = mayReturn ? m_session.setSavepoint() : done(); !set)
                return fail(set.error());
            const Step handed = takeHandedDown(edit);
            if (handed && apply(edit, request)) {
                if (handsDown && edit.operation == Operation::Insert)
                    m_inserted.insert(place, m_change.records.back().after);
                if (Status kept = mayReturn ? m_session.keepSavepoint() : done(); !kept)
                    return fail(kept.error());
                continue;
            }
            const bool goesOn = std::exchange(m_goesOn, false);
            m_failure.edit = place;
            if (!goesOn && (!mayTryAgain || !isByDatabase(m_failure)))
                return Stop{};
            if (Status returned = m_session.returnToSavepoint(); !returned)
                return fail(returned.error());
            forgetFrom(recordsBefore);
            if (!goesOn) {
                waiting.unite({touched.begin(), touched.end()});
                refused.push_back(std::move(pending[next]));
            }
        }
        if (!refused.empty() && refused.size() == pending.size()) {
            const size_t before = refused.size();
            refused = loosened(std::move(refused));
            if (refused.size() == before)
                return Stop{};
        }
        pending = std::move(refused);
    }
    return Nothing{};
}

// The records that an edit is about: as they are now, and as they will be called.
QList<ChangeWriter::Place> ChangeWriter::placesOf(const RecordEdit& edit) const {
    QList<Place> places;
    if (!edit.key.isEmpty())
        places.append({edit.table, edit.key});
    const Table* table = m_catalog.table(edit.table);
    if (!table || edit.operation == Operation::Delete)
        return places;
    std::vector<Value> key = edit.key.values();
    key.resize(static_cast<size_t>(table->key.size()));
    for (qsizetype i = 0; i < table->key.size(); ++i)
        key[static_cast<size_t>(i)] = edit.after.value(table->key[i], key[static_cast<size_t>(i)]);
    if (!anyNull(key) && !(Key(key) == edit.key))
        places.append({edit.table, Key(std::move(key))});
    return places;
}

ChangeWriter::Stop ChangeWriter::failForGaps() {
    m_failure = {
        {ErrorKind::Refused, say("%1 that this change has to ask for.")
                                 .arg(counted(static_cast<qint64>(m_gaps.size()),
                                              say("value is missing"), say("values are missing")))},
        std::move(m_gaps),
        {}};
    return {};
}

ChangeWriter::Step ChangeWriter::takeHandedDown(RecordEdit& edit) {
    for (const HandedDown& handed : std::as_const(edit.handedDown)) {
        const auto from = m_inserted.constFind(handed.from);
        if (from == m_inserted.constEnd() || !from->contains(handed.fromColumn))
            return fail({ErrorKind::Usage, say("Nothing gives %1.%2 its value in this change.")
                                               .arg(edit.table, handed.column)});
        edit.after.insert(handed.column, from->value(handed.fromColumn));
    }
    return Nothing{};
}

bool ChangeWriter::mayGoOn(const std::vector<Pending>& pending,
                           const ChangeRequest& request) const {
    QSet<QString> tables;
    for (const Pending& each : pending)
        tables.insert(each.edit.table);
    return request.isRun && std::any_of(tables.begin(), tables.end(), [&](const QString& table) {
               const QList<CheckRule> checks = m_rules.value(table).checks;
               return std::any_of(checks.begin(), checks.end(), [](const CheckRule& rule) {
                   return rule.inRuns != InRuns::Stop;
               });
           });
}

ChangeWriter::Step ChangeWriter::apply(const RecordEdit& edit, const ChangeRequest& request) {
    const auto table = tableFor(edit, request);
    if (!table)
        return Stop{};
    // A record that has followed another in this change goes by another key since.
    if (const auto now = m_moved.constFind({(*table)->name, edit.key});
        now != m_moved.constEnd() && edit.operation != Operation::Insert) {
        RecordEdit moved = edit;
        moved.key = *now;
        return moved.operation == Operation::Update ? update(**table, moved, request)
                                                    : remove(**table, moved, request);
    }
    switch (edit.operation) {
    case Operation::Insert:
        return insert(**table, edit, request);
    case Operation::Update:
        return update(**table, edit, request);
    case Operation::Delete:
        return remove(**table, edit, request);
    }
    return fail({ErrorKind::Usage, {}});
}

// Where the edit is written; it may be.
Result<const Table*, ChangeWriter::Stop> ChangeWriter::tableFor(const RecordEdit& edit,
                                                                const ChangeRequest& request) {
    const Table* table = m_catalog.table(edit.table);
    if (!table)
        return fail({ErrorKind::Usage, say("There is no table %1.").arg(edit.table)});
    if (const QString reason = table->reasonAgainst(edit.operation); !reason.isEmpty())
        return fail({ErrorKind::ReadOnly, reason});
    // What a SELECT shows is changed where it is kept.
    if (table->isQuery()) {
        table = m_catalog.table(table->base);
        if (const QString reason = table->reasonAgainst(edit.operation); !reason.isEmpty())
            return fail({ErrorKind::ReadOnly, reason});
    }
    if (!m_session.spec().allowed.allow(edit.operation))
        return fail({ErrorKind::ReadOnly, say("This connection does not allow it.")});
    if (const QString reason = reasonOfProject(*table, edit.operation, request); !reason.isEmpty())
        return fail({ErrorKind::ReadOnly, reason});
    return table;
}

// Why the project's screens let nobody do that; empty: they do. A rollback restores what was,
// whatever they say.
QString ChangeWriter::reasonOfProject(const Table& table, Operation operation,
                                      const ChangeRequest& request) const {
    if (request.restoring)
        return {};
    const ScreenRules* screen = request.rulesFor(table.name);
    if (screen)
        return screen->reasons.value(operation);
    return m_rules.value(table.name).reasons.value(operation);
}

ChangeWriter::Step ChangeWriter::insert(const Table& table, const RecordEdit& edit,
                                        const ChangeRequest& request) {
    const Dialect& dialect = m_session.dialect();
    ProposedValues values(static_cast<size_t>(table.columns.size()));
    QList<const Column*> columns;
    QVariantList bound;
    for (auto field = edit.after.begin(); field != edit.after.end(); ++field) {
        const int at = table.indexOf(field.key());
        if (at < 0)
            return fail(
                {ErrorKind::Usage, say("%1 has no column %2.").arg(table.name, field.key())});
        values[static_cast<size_t>(at)] = field.value();
        columns += &table.columns[at];
        bound += dialect.encode(field.value(), table.columns[at].type);
    }
    if (auto checked = check(table, values, edit.after, {}, request, edit.given); !checked)
        return checked;

    Column rowNumber; // the hidden one, named as if it were declared
    if (edit.rowNumber && !table.rowNumber.isEmpty()) {
        auto taken = m_session.scalar(QStringLiteral("SELECT count(*) FROM %1 WHERE %2 = ?")
                                          .arg(dialect.quoted(table), table.rowNumber),
                                      {*edit.rowNumber});
        if (taken && taken->toInt() == 0) {
            rowNumber.name = table.rowNumber;
            columns += &rowNumber;
            bound += *edit.rowNumber;
        }
    }
    FieldValues keyParts;
    for (const QString& name : table.key) {
        const Column& column = *table.column(name);
        if (edit.after.contains(name) && !edit.after[name].isNull()) {
            keyParts.insert(name, edit.after[name]);
        } else if (!column.mayBeLeftOut()) {
            const QString label = m_rules.value(table.name).labelOf(name);
            return refuse({{},
                           name,
                           QStringLiteral("required"),
                           say("%1 is part of the key. Fill it in.").arg(label),
                           label},
                          table, {});
        } else if (!dialect.tellsWhatItInserts() && !column.givenByDatabase) {
            // What the default will be could not be known afterwards: it is asked for now.
            auto given = m_session.scalar(QStringLiteral("SELECT ") + column.defaultExpression);
            if (!given)
                return fail(given.error());
            keyParts.insert(name, dialect.decode(*given, column.type));
            columns += &column;
            bound += *given;
        }
    }
    QStringList keyExpressions;
    for (const QString& column : table.key)
        keyExpressions += dialect.readable(*table.column(column));
    const auto told =
        m_session.insert(dialect.insertStatement(table, columns), bound, keyExpressions);
    if (!told)
        return refuseByEngine(told.error(), table, {}, edit.after);
    std::vector<Value> keyValues;
    for (qsizetype i = 0; i < table.key.size(); ++i) {
        const QString& name = table.key[i];
        const bool isTold = dialect.tellsWhatItInserts() || !keyParts.contains(name);
        const QVariant stored = told->value(dialect.tellsWhatItInserts() ? i : 0);
        keyValues.push_back(isTold ? dialect.decode(stored, table.column(name)->type)
                                   : keyParts[name]);
    }
    auto stored = readBack(table, Key(std::move(keyValues)));
    if (!stored)
        return fail(stored.error());
    if (auto checked = checkStored(table, *stored, nullptr, request); !checked)
        return checked;
    m_deleted.remove({table.name, stored->key});
    m_change.records.push_back(
        {Operation::Insert, table.name, stored->key, {}, fieldValues(table, *stored)});
    return Nothing{};
}

ChangeWriter::Step ChangeWriter::update(const Table& table, const RecordEdit& edit,
                                        const ChangeRequest& request) {
    auto current = TableReader(m_session, table).recordToChange(edit.key);
    if (!current)
        return fail(current.error());
    if (!*current)
        return conflict({table.name, edit.key, true, {}});
    const auto wanted = merged(table, edit, **current);
    if (!wanted)
        return Stop{};
    const FieldValues& now = wanted->now;
    const FieldValues& written = wanted->written;
    if (written.isEmpty())
        return Nothing{};

    ProposedValues values = proposed(**current);
    for (auto field = written.begin(); field != written.end(); ++field) {
        const int at = table.indexOf(field.key());
        if (at < 0)
            return fail(
                {ErrorKind::Usage, say("%1 has no column %2.").arg(table.name, field.key())});
        values[static_cast<size_t>(at)] = field.value();
    }
    if (auto checked = check(table, values, written, edit.key, request); !checked)
        return checked;

    std::vector<Following> following;
    if (const Step found = collectFollowing(table, **current, written, following); !found)
        return found;
    const SqlFragment statement =
        updateStatement(m_session.dialect(), table, edit.key, now, written);
    auto executed = m_session.execute(statement.sql, statement.values);
    if (!executed)
        return refuseByEngine(executed.error(), table, edit.key, written);
    if (*executed != 1)
        return fail(
            {ErrorKind::Database,
             say("%1 records answer to the key of one. Nothing was changed.").arg(*executed)});

    const RecordChange moved{Operation::Update, table.name, (*current)->key, now, written};
    auto stored = readBack(table, moved.keyAfter(table.key));
    if (!stored)
        return fail(stored.error());
    if (auto checked = checkStored(table, *stored, &**current, request); !checked)
        return checked;
    // Before the record that they follow: taken back in the other order, they follow it again.
    if (const Step logged = logFollowing(following); !logged)
        return logged;
    logUpdate(table, (*current)->key, *wanted, *stored, request);
    return Nothing{};
}

// The records that refer to this one by what is about to change, where the database itself lets
// them follow; they belong to the change, and nobody else would log them.
ChangeWriter::Step ChangeWriter::collectFollowing(const Table& table, const Record& record,
                                                  const FieldValues& written,
                                                  std::vector<Following>& following) {
    constexpr size_t MostFollowing = 1'000'000;
    for (const auto& [child, reference] : m_catalog.referencesTo(table.name)) {
        if (reference->onUpdate == ForeignKey::Action::Forbid || child->key.isEmpty())
            continue;
        const auto moves = [&](const QString& column) {
            const int at = table.indexOf(column);
            return written.contains(column) && at >= 0 &&
                   !(written[column] == record.values[static_cast<size_t>(at)]);
        };
        const QStringList& referenced = reference->referencedColumns;
        const std::vector<Value> values = pick(table, proposed(record), referenced);
        if (std::none_of(referenced.begin(), referenced.end(), moves) || anyNull(values))
            continue;
        auto keys = TableReader(m_session, *child).keysWhere(reference->columns, values);
        if (!keys)
            return fail(keys.error());
        auto records = TableReader(m_session, *child).recordsToChange(*keys);
        if (!records)
            return fail(records.error());
        for (Record& each : *records) {
            FieldValues after;
            for (qsizetype i = 0; i < referenced.size(); ++i) {
                if (reference->onUpdate == ForeignKey::Action::Cascade)
                    after.insert(reference->columns[i],
                                 written.value(referenced[i], values[static_cast<size_t>(i)]));
                else
                    after.insert(reference->columns[i], Value::null());
            }
            if (following.size() >= MostFollowing)
                return fail({ErrorKind::Refused,
                             say("Too many records follow this one when its key changes.")});
            following.push_back({child, each, after});
            if (const Step found = collectFollowing(*child, each, after, following); !found)
                return found;
        }
    }
    return Nothing{};
}

ChangeWriter::Step ChangeWriter::logFollowing(const std::vector<Following>& following) {
    for (const Following& each : following) {
        const FieldValues before = fieldValues(*each.table, each.before);
        const RecordChange moved{Operation::Update, each.table->name, each.before.key, before,
                                 each.after};
        auto stored = readBack(*each.table, moved.keyAfter(each.table->key));
        if (!stored)
            return fail(stored.error());
        if (!(stored->key == each.before.key))
            m_moved.insert({each.table->name, each.before.key}, stored->key);
        RecordChange change{Operation::Update, each.table->name, each.before.key, {}, {}};
        const FieldValues after = fieldValues(*each.table, *stored);
        for (auto field = after.begin(); field != after.end(); ++field) {
            if (before[field.key()] == field.value())
                continue;
            change.before.insert(field.key(), before[field.key()]);
            change.after.insert(field.key(), field.value());
        }
        if (!change.after.isEmpty())
            m_change.records.push_back(std::move(change));
    }
    return Nothing{};
}

// Three ways, field by field: what they did not touch is mine, the same value is no clash.
Result<ChangeWriter::Merged, ChangeWriter::Stop>
ChangeWriter::merged(const Table& table, const RecordEdit& edit, const Record& current) {
    Merged merged{fieldValues(table, current), {}};
    RecordConflict clash{table.name, edit.key, false, {}};
    const QSet<QString> byEngine = m_setByEngine.value({table.name, edit.key});
    for (auto field = edit.after.begin(); field != edit.after.end(); ++field) {
        const Value theirs = merged.now.value(field.key());
        if (merged.now.contains(field.key()) && theirs == field.value())
            continue;
        const Value before = edit.before.value(field.key(), theirs);
        if (before != theirs && !byEngine.contains(field.key()))
            clash.fields.push_back({field.key(), before, theirs, field.value()});
        merged.written.insert(field.key(), field.value());
    }
    if (!clash.fields.empty())
        return conflict(std::move(clash));
    return merged;
}

// With what the database made of it.
void ChangeWriter::logUpdate(const Table& table, const Key& key, const Merged& merged,
                             const Record& stored, const ChangeRequest& request) {
    RecordChange change{Operation::Update, table.name, key, {}, {}};
    const FieldValues after = fieldValues(table, stored);
    for (auto field = after.begin(); field != after.end(); ++field) {
        const Value& now = merged.now[field.key()];
        const bool isByEngine = !(merged.written.value(field.key(), now) == field.value());
        if (isByEngine) {
            // A later step of this change finds it so, and it is nobody's doing.
            m_setByEngine[{table.name, stored.key}] += field.key();
            if (request.restoring && !m_change.setAgain[table.name].contains(field.key()))
                m_change.setAgain[table.name] += field.key();
        }
        if (now == field.value())
            continue;
        change.before.insert(field.key(), now);
        change.after.insert(field.key(), field.value());
    }
    m_deleted.remove({table.name, stored.key});
    if (!change.after.isEmpty())
        m_change.records.push_back(std::move(change));
}

ChangeWriter::Step ChangeWriter::remove(const Table& table, const RecordEdit& edit,
                                        const ChangeRequest& request) {
    if (m_deleted.contains({table.name, edit.key}))
        return Nothing{};
    if (m_removing.size() >= MaximumCascadeDepth)
        return fail(
            {ErrorKind::Refused, say("Too many levels of references hang on this record.")});

    auto current = TableReader(m_session, table).recordToChange(edit.key);
    if (!current)
        return fail(current.error());
    if (!*current)
        return conflict({table.name, edit.key, true, {}});
    const FieldValues now = fieldValues(table, **current);
    RecordConflict clash{table.name, edit.key, false, {}};
    const QSet<QString> byEngine = m_setByEngine.value({table.name, edit.key});
    for (auto field = edit.before.begin(); field != edit.before.end(); ++field) {
        if (now.contains(field.key()) && now[field.key()] != field.value() &&
            !byEngine.contains(field.key()))
            clash.fields.push_back({field.key(), field.value(), now[field.key()], {}});
    }
    if (!clash.fields.empty())
        return conflict(std::move(clash));

    m_removing.push_back({table.name, edit.key});
    const size_t before = m_change.records.size();
    auto released = releaseReferences(table, **current, edit.cascade, request);
    m_removing.pop_back();
    if (!released)
        return released;
    FieldValues guarded = edit.before;
    for (const QString& column : byEngine) {
        if (guarded.contains(column))
            guarded[column] = now.value(column);
    }
    if (m_change.records.size() > before) {
        // What went before may have changed this one by a trigger, as a counter of children does.
        // Nobody else could: it is locked, and was what it should be.
        current = TableReader(m_session, table).recordToChange(edit.key);
        if (!current)
            return fail(current.error());
        if (!*current)
            return fail({ErrorKind::Database,
                         say("The database deleted a record of %1 by itself, which nobody could "
                             "take back. Nothing was deleted.")
                             .arg(table.name)});
        const FieldValues then = fieldValues(table, **current);
        for (auto field = guarded.begin(); field != guarded.end(); ++field)
            *field = then.value(field.key(), *field);
    }

    RecordChange change{Operation::Delete, table.name, edit.key, fieldValues(table, **current), {}};
    if (!table.rowNumber.isEmpty()) {
        const SqlFragment where = guardOf(m_session.dialect(), table, edit.key, guarded);
        auto number = m_session.scalar(
            QStringLiteral("SELECT %1 FROM %2 WHERE %3")
                .arg(table.rowNumber, m_session.dialect().quoted(table), where.sql),
            where.values);
        if (!number)
            return fail(number.error());
        change.rowNumber = number->toLongLong();
    }
    const SqlFragment statement = deleteStatement(m_session.dialect(), table, edit.key, guarded);
    auto executed = m_session.execute(statement.sql, statement.values);
    if (!executed)
        return refuseByEngine(executed.error(), table, edit.key);
    if (*executed != 1)
        return fail(
            {ErrorKind::Database,
             say("%1 records answer to the key of one. Nothing was deleted.").arg(*executed)});
    m_deleted.insert({table.name, edit.key});
    m_change.records.push_back(std::move(change));
    return Nothing{};
}

// A step was taken back.
void ChangeWriter::forgetFrom(size_t records) {
    for (size_t i = records; i < m_change.records.size(); ++i) {
        if (m_change.records[i].operation == Operation::Delete)
            m_deleted.remove({m_change.records[i].table, m_change.records[i].key});
    }
    m_change.records.resize(records);
}

// What refers to a record that is about to go: references that the database would empty are
// emptied here, so that the log has them; what would have to be deleted is deleted with it when the
// person agreed, and forbids the deletion otherwise.
ChangeWriter::Step ChangeWriter::releaseReferences(const Table& table, const Record& record,
                                                   bool cascade, const ChangeRequest& request) {
    ChangeRequest emptying; // the database would do it too, whatever a check says
    emptying.restoring = true;
    QStringList referring; // what forbids it
    for (const auto& [child, reference] : m_catalog.referencesTo(table.name)) {
        const std::vector<Value> values =
            pick(table, proposed(record), reference->referencedColumns);
        if (anyNull(values))
            continue;
        auto keys = TableReader(m_session, *child).keysWhere(reference->columns, values);
        if (!keys)
            return fail(keys.error());
        std::erase_if(*keys, [&, childName = child->name](const Key& key) {
            return std::any_of(m_removing.begin(), m_removing.end(), [&](const auto& removing) {
                return removing.first == childName && removing.second == key;
            });
        });
        if (keys->empty())
            continue;

        const bool empties = reference->onDelete == ForeignKey::Action::SetNull;
        const bool allGo =
            std::all_of(keys->begin(), keys->end(), [&, childName = child->name](const Key& key) {
                return m_toDelete.contains({childName, key});
            });
        if (!empties && !cascade && !allGo) {
            referring +=
                say("%1 of %2").arg(countedRecords(static_cast<qint64>(keys->size())), child->name);
            continue;
        }
        if (!referring.isEmpty())
            continue; // it is not deleted
        if (const QString reason = child->readOnlyReason(); !reason.isEmpty())
            return fail({ErrorKind::ReadOnly, reason});
        if (const QString reason =
                empties ? QString() : reasonOfProject(*child, Operation::Delete, request);
            !reason.isEmpty())
            return fail({ErrorKind::ReadOnly, reason});
        for (const Key& key : *keys) {
            RecordEdit edit{Operation::Delete,
                            child->name,
                            key,
                            m_toDelete.value({child->name, key}),
                            {},
                            cascade};
            if (empties) {
                edit.operation = Operation::Update;
                for (const QString& column : reference->columns)
                    edit.after.insert(column, Value::null());
            }
            auto applied = empties ? update(*child, edit, emptying) : remove(*child, edit, request);
            if (!applied)
                return applied;
        }
    }
    if (!referring.isEmpty())
        return refuse({{},
                       {},
                       QStringLiteral("reference"),
                       say("This record is referred to by %1. Delete or change them first, or "
                           "delete them with it.")
                           .arg(referring.join(QStringLiteral(", "))),
                       {}},
                      table, record.key);
    return Nothing{};
}

Result<Record> ChangeWriter::readBack(const Table& table, const Key& key) {
    auto stored = TableReader(m_session, table).record(key);
    if (!stored)
        return stored.error();
    if (!*stored)
        return Error{
            ErrorKind::Database,
            say("The database did not keep the record as it was written. Nothing was changed.")};
    return std::move(**stored);
}

} // namespace gravin
