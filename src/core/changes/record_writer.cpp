// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/changes/record_writer.h"

#include "core/base/text.h"
#include "core/database/record_statements.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

namespace {
// How many levels of references a cascading delete follows.
constexpr size_t MaximumCascadeDepth = 200;
} // namespace

Step RecordWriter::apply(const RecordEdit& edit) {
    const auto table = tableFor(edit, m_run.request);
    if (!table)
        return table.error();
    // A record that has followed another in this change goes by another key since.
    RecordEdit now = edit;
    const auto moved = m_run.moved.constFind({(*table)->name, edit.key});
    if (moved != m_run.moved.constEnd() && edit.operation != Operation::Insert)
        now.key = *moved;
    switch (edit.operation) {
    case Operation::Insert:
        return insert(**table, now);
    case Operation::Update:
        return update(**table, now, m_run.request);
    case Operation::Delete:
        return remove(**table, now);
    }
    return ChangeRun::failed({ErrorKind::Usage, {}});
}

Result<const Table*, NotDone> RecordWriter::tableFor(const RecordEdit& edit,
                                                     const ChangeRequest& request) const {
    const Table* table = m_run.catalog.table(edit.table);
    if (!table)
        return ChangeRun::failed(
            {ErrorKind::Usage, coreTr("There is no table %1.").arg(edit.table)});
    if (const QString reason = table->reasonAgainst(edit.operation); !reason.isEmpty())
        return ChangeRun::failed({ErrorKind::ReadOnly, reason});
    // What a SELECT shows is changed where it is kept.
    if (table->isQuery()) {
        table = m_run.catalog.table(table->base);
        if (const QString reason = table->reasonAgainst(edit.operation); !reason.isEmpty())
            return ChangeRun::failed({ErrorKind::ReadOnly, reason});
    }
    if (!m_run.session.spec().allowed.allow(edit.operation))
        return ChangeRun::failed(
            {ErrorKind::ReadOnly, coreTr("This connection does not allow it.")});
    if (const QString reason = reasonOfProject(*table, edit.operation, request); !reason.isEmpty())
        return ChangeRun::failed({ErrorKind::ReadOnly, reason});
    return table;
}

QString RecordWriter::reasonOfProject(const Table& table, Operation operation,
                                      const ChangeRequest& request) const {
    const ScreenRules* screen = request.rulesFor(table.name);
    const TableRules all = m_run.rules.value(table.name);
    if (request.act) {
        const auto& forbidden = screen ? screen->forbidden : all.forbidden;
        if (const QString reason = forbidden.value(*request.act); !reason.isEmpty())
            return reason;
    }
    if (request.restoring)
        return {};
    return (screen ? screen->reasons : all.reasons).value(operation);
}

Result<RecordWriter::NewRow, NotDone> RecordWriter::newRow(const Table& table,
                                                           const RecordEdit& edit) {
    NewRow row{edit.after, edit.given, {}, {}, {}};
    if (const Step added = m_given.addTo(table, nullptr, row.written, row.given); !added)
        return added.error();
    const Dialect& dialect = m_run.session.dialect();
    ProposedValues values(static_cast<size_t>(table.columns.size()));
    for (auto field = row.written.begin(); field != row.written.end(); ++field) {
        const int at = table.indexOf(field.key());
        if (at < 0)
            return m_run.unknownColumn(table, field.key());
        values[static_cast<size_t>(at)] = field.value();
        row.columns += &table.columns[at];
        row.bound += dialect.encode(field.value(), table.columns[at].type);
    }
    if (auto checked = m_checks.before(table, values, row.written, {}, m_run.request, row.given);
        !checked)
        return checked.error();
    if (const Step added = addKey(table, row); !added)
        return added.error();
    return row;
}

Step RecordWriter::insert(const Table& table, const RecordEdit& edit) {
    auto row = newRow(table, edit);
    if (!row)
        return row.error();
    Column rowNumber; // the hidden one, named as if it were declared
    if (const Step added = addRowNumber(table, edit, rowNumber, *row); !added)
        return added;
    const auto key = insertRow(table, *row);
    if (!key)
        return key.error();
    const auto stored = readBack(table, *key);
    return stored ? logInsert(table, *row, *stored) : Step(stored.error());
}

Result<Key, NotDone> RecordWriter::insertRow(const Table& table, const NewRow& row) {
    if (table.writtenThrough.contains(Operation::Insert))
        return m_indirect.insert(table, row.written, row.keyParts);
    const auto told = m_run.writer.insert(
        m_run.session.dialect().insertStatement(table, row.columns), row.bound, toldOfKey(table));
    if (!told)
        return m_run.refusedByEngine(told.error(), table, {}, row.written);
    return keyOf(table, row, *told);
}

Step RecordWriter::logInsert(const Table& table, const NewRow& row, const Record& stored) {
    if (auto checked =
            m_checks.after(table, stored, nullptr, byHand(row.written, row.given), m_run.request);
        !checked)
        return checked;
    m_run.deleted.remove({table.name, stored.key});
    m_run.change.records.push_back(
        {Operation::Insert, table.name, stored.key, {}, fieldValues(table, stored)});
    return Success{};
}

Step RecordWriter::addRowNumber(const Table& table, const RecordEdit& edit, Column& rowNumber,
                                NewRow& row) {
    if (!edit.rowNumber || table.rowNumber.isEmpty())
        return Success{};
    auto taken =
        m_run.session.scalar(QStringLiteral("SELECT count(*) FROM %1 WHERE %2 = ?")
                                 .arg(m_run.session.dialect().quoted(table), table.rowNumber),
                             {*edit.rowNumber});
    if (taken && taken->toInt() == 0) {
        rowNumber.name = table.rowNumber;
        row.columns += &rowNumber;
        row.bound += *edit.rowNumber;
    }
    return Success{};
}

Step RecordWriter::addKey(const Table& table, NewRow& row) {
    const Dialect& dialect = m_run.session.dialect();
    for (const QString& name : table.key) {
        const Column& column = *table.column(name);
        if (row.written.contains(name) && !row.written[name].isNull()) {
            row.keyParts.insert(name, row.written[name]);
        } else if (!column.mayBeLeftOut()) {
            const QString label = m_run.rules.value(table.name).labelOf(name);
            return ChangeRun::refused({{},
                                       name,
                                       QStringLiteral("required"),
                                       coreTr("%1 is part of the key. Fill it in.").arg(label),
                                       label},
                                      table, {});
        } else if (!dialect.tellsWhatItInserts() && !column.givenByDatabase) {
            // What the default will be could not be known afterwards: it is asked for now.
            auto given = m_run.session.scalar(QStringLiteral("SELECT ") + column.defaultExpression);
            if (!given)
                return ChangeRun::failed(given.error());
            row.keyParts.insert(name, dialect.decode(*given, column.type));
            row.columns += &column;
            row.bound += *given;
        }
    }
    return Success{};
}

QStringList RecordWriter::toldOfKey(const Table& table) const {
    QStringList expressions;
    for (const QString& column : table.key)
        expressions += m_run.session.dialect().readable(*table.column(column));
    return expressions;
}

Key RecordWriter::keyOf(const Table& table, const NewRow& row, const QVariantList& told) const {
    const Dialect& dialect = m_run.session.dialect();
    std::vector<Value> key;
    for (qsizetype i = 0; i < table.key.size(); ++i) {
        const QString& name = table.key[i];
        const bool isTold = dialect.tellsWhatItInserts() || !row.keyParts.contains(name);
        const QVariant stored = told.value(dialect.tellsWhatItInserts() ? i : 0);
        key.push_back(isTold ? dialect.decode(stored, table.column(name)->type)
                             : row.keyParts[name]);
    }
    return Key(std::move(key));
}

Result<ProposedValues, NotDone> RecordWriter::proposed(const Table& table, const Record& current,
                                                       const FieldValues& written) const {
    ProposedValues values(current.values.begin(), current.values.end());
    for (auto field = written.begin(); field != written.end(); ++field) {
        const int at = table.indexOf(field.key());
        if (at < 0)
            return m_run.unknownColumn(table, field.key());
        values[static_cast<size_t>(at)] = field.value();
    }
    return values;
}

Step RecordWriter::update(const Table& table, const RecordEdit& edit,
                          const ChangeRequest& request) {
    auto current = TableReader(m_run.session, table).recordToChange(edit.key);
    if (!current)
        return ChangeRun::failed(current.error());
    if (!*current)
        return m_run.conflicting({table.name, edit.key, true, {}});
    const auto wanted = merged(table, edit, **current);
    if (!wanted)
        return wanted.error();
    const FieldValues& written = wanted->written;
    if (written.isEmpty())
        return Success{};
    const auto values = proposed(table, **current, written);
    if (!values)
        return values.error();
    if (auto checked = m_checks.before(table, *values, written, edit.key, request, wanted->given);
        !checked)
        return checked;

    std::vector<Following> following;
    if (const Step found = collectFollowing(table, **current, written, following); !found)
        return found;
    if (const Step done = updateRow(table, edit.key, *wanted); !done)
        return done;
    const RecordChange moved{Operation::Update, table.name, (*current)->key, wanted->now, written};
    auto stored = readBack(table, moved.keyAfter(table.key));
    if (!stored)
        return stored.error();
    if (auto checked =
            m_checks.after(table, *stored, &**current, byHand(written, wanted->given), request);
        !checked)
        return checked;
    // Before the record that they follow: taken back in the other order, they follow it again.
    if (const Step logged = logFollowing(following); !logged)
        return logged;
    logUpdate(table, (*current)->key, *wanted, *stored, request);
    return Success{};
}

Step RecordWriter::updateRow(const Table& table, const Key& key, const Merged& merged) {
    if (table.isWrittenIndirectly())
        return m_indirect.update(table, key, merged.now, merged.written);
    const SqlFragment statement =
        updateStatement(m_run.session.dialect(), table, key, merged.now, merged.written);
    auto executed = m_run.writer.execute(statement.sql, statement.values);
    if (!executed)
        return m_run.refusedByEngine(executed.error(), table, key, merged.written);
    if (*executed != 1)
        return ChangeRun::failed(
            {ErrorKind::Database,
             coreTr("%1 records answer to the key of one. Nothing was changed.").arg(*executed)});
    return Success{};
}

Step RecordWriter::collectFollowing(const Table& table, const Record& record,
                                    const FieldValues& written,
                                    std::vector<Following>& following) const {
    constexpr size_t MostFollowing = 1'000'000;
    for (const auto& [child, reference] : m_run.catalog.referencesTo(table.name)) {
        if (reference->onUpdate == ForeignKey::Action::Forbid || child->key.isEmpty())
            continue;
        const auto moves = [&](const QString& column) {
            const int at = table.indexOf(column);
            return written.contains(column) && at >= 0 &&
                   !(written[column] == record.values[static_cast<size_t>(at)]);
        };
        const QStringList& referenced = reference->referencedColumns;
        const std::vector<Value> values = pick(table, record, referenced);
        if (std::none_of(referenced.begin(), referenced.end(), moves) || anyNull(values))
            continue;
        auto keys = TableReader(m_run.session, *child).keysWhere(reference->columns, values);
        if (!keys)
            return ChangeRun::failed(keys.error());
        auto records = TableReader(m_run.session, *child).recordsToChange(*keys);
        if (!records)
            return ChangeRun::failed(records.error());
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
                return ChangeRun::failed(
                    {ErrorKind::Refused,
                     coreTr("Too many records follow this one when its key changes.")});
            following.push_back({child, each, after});
            if (const Step found = collectFollowing(*child, each, after, following); !found)
                return found;
        }
    }
    return Success{};
}

Step RecordWriter::logFollowing(const std::vector<Following>& following) {
    for (const Following& each : following) {
        const FieldValues before = fieldValues(*each.table, each.before);
        const RecordChange moved{Operation::Update, each.table->name, each.before.key, before,
                                 each.after};
        auto stored = readBack(*each.table, moved.keyAfter(each.table->key));
        if (!stored)
            return stored.error();
        if (!(stored->key == each.before.key))
            m_run.moved.insert({each.table->name, each.before.key}, stored->key);
        m_run.addUpdate(*each.table, each.before.key, before, fieldValues(*each.table, *stored));
    }
    return Success{};
}

Result<RecordWriter::Merged, NotDone>
RecordWriter::merged(const Table& table, const RecordEdit& edit, const Record& current) {
    Merged merged{fieldValues(table, current), {}, edit.given};
    RecordConflict clash{table.name, edit.key, false, {}};
    const QSet<QString> byEngine = m_run.setByEngine.value({table.name, edit.key});
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
        return m_run.conflicting(std::move(clash));
    if (const Step added = m_given.addTo(table, &current, merged.written, merged.given); !added)
        return added.error();
    return merged;
}

void RecordWriter::logUpdate(const Table& table, const Key& key, const Merged& merged,
                             const Record& stored, const ChangeRequest& request) {
    RecordChange change{Operation::Update, table.name, key, {}, {}};
    const FieldValues after = fieldValues(table, stored);
    for (auto field = after.begin(); field != after.end(); ++field) {
        const Value& now = merged.now[field.key()];
        const bool isByEngine = !(merged.written.value(field.key(), now) == field.value());
        if (isByEngine) {
            // A later step of this change finds it so, and it is nobody's doing.
            m_run.setByEngine[{table.name, stored.key}] += field.key();
            if (request.restoring && !m_run.change.setAgain[table.name].contains(field.key()))
                m_run.change.setAgain[table.name] += field.key();
        }
        if (now == field.value())
            continue;
        change.before.insert(field.key(), now);
        change.after.insert(field.key(), field.value());
    }
    m_run.deleted.remove({table.name, stored.key});
    if (!change.after.isEmpty())
        m_run.change.records.push_back(std::move(change));
}

// Nothing: it is gone already, within this change.
Result<std::optional<Record>, NotDone> RecordWriter::recordToRemove(const Table& table,
                                                                    const RecordEdit& edit) const {
    if (m_run.deleted.contains({table.name, edit.key}))
        return std::optional<Record>();
    if (m_run.removing.size() >= MaximumCascadeDepth)
        return ChangeRun::failed(
            {ErrorKind::Refused, coreTr("Too many levels of references hang on this record.")});
    auto current = TableReader(m_run.session, table).recordToChange(edit.key);
    if (!current)
        return ChangeRun::failed(current.error());
    if (!*current)
        return m_run.conflicting({table.name, edit.key, true, {}});
    const FieldValues now = fieldValues(table, **current);
    RecordConflict clash{table.name, edit.key, false, {}};
    const QSet<QString> byEngine = m_run.setByEngine.value({table.name, edit.key});
    for (auto field = edit.before.begin(); field != edit.before.end(); ++field) {
        if (now.contains(field.key()) && now[field.key()] != field.value() &&
            !byEngine.contains(field.key()))
            clash.fields.push_back({field.key(), field.value(), now[field.key()], {}});
    }
    if (!clash.fields.empty())
        return m_run.conflicting(std::move(clash));
    return std::move(*current);
}

Step RecordWriter::remove(const Table& table, const RecordEdit& edit) {
    auto record = recordToRemove(table, edit);
    if (!record)
        return record.error();
    if (!*record)
        return Success{};
    FieldValues guarded = edit.before;
    auto released = releasedFor(table, edit, std::move(**record), guarded);
    return released ? removeRow(table, edit, *released, guarded) : released.error();
}

// The record as it stands once nothing refers to it any more, and by what it is guarded then.
Result<Record, NotDone> RecordWriter::releasedFor(const Table& table, const RecordEdit& edit,
                                                  Record record, FieldValues& guarded) {
    m_run.removing.push_back({table.name, edit.key});
    const size_t before = m_run.change.records.size();
    const Step released = releaseReferences(table, record, edit.cascade);
    m_run.removing.pop_back();
    if (!released)
        return released.error();
    const FieldValues now = fieldValues(table, record);
    for (const QString& column : m_run.setByEngine.value({table.name, edit.key})) {
        if (guarded.contains(column))
            guarded[column] = now.value(column);
    }
    if (m_run.change.records.size() == before)
        return record;
    // What went before may have changed this one by a trigger, as a counter of children does.
    // Nobody else could: it is locked, and was what it should be.
    auto current = TableReader(m_run.session, table).recordToChange(edit.key);
    if (!current)
        return ChangeRun::failed(current.error());
    if (!*current)
        return ChangeRun::failed(
            {ErrorKind::Database,
             coreTr("The database deleted a record of %1 by itself, which nobody could take back. "
                    "Nothing was deleted.")
                 .arg(table.name)});
    const FieldValues then = fieldValues(table, **current);
    for (auto field = guarded.begin(); field != guarded.end(); ++field)
        *field = then.value(field.key(), *field);
    return std::move(**current);
}

Step RecordWriter::removeRow(const Table& table, const RecordEdit& edit, const Record& record,
                             const FieldValues& guarded) {
    const Dialect& dialect = m_run.session.dialect();
    RecordChange change{Operation::Delete, table.name, edit.key, fieldValues(table, record), {}};
    if (!table.rowNumber.isEmpty()) {
        const SqlFragment where = guardOf(dialect, table, edit.key, guarded);
        auto number =
            m_run.session.scalar(QStringLiteral("SELECT %1 FROM %2 WHERE %3")
                                     .arg(table.rowNumber, dialect.quoted(table), where.sql),
                                 where.values);
        if (!number)
            return ChangeRun::failed(number.error());
        change.rowNumber = number->toLongLong();
    }
    if (table.isWrittenIndirectly()) {
        if (Step removed = m_indirect.remove(table, edit.key, change.before, guarded); !removed)
            return removed;
    } else {
        const SqlFragment statement = deleteStatement(dialect, table, edit.key, guarded);
        auto executed = m_run.writer.execute(statement.sql, statement.values);
        if (!executed)
            return m_run.refusedByEngine(executed.error(), table, edit.key);
        if (*executed != 1)
            return ChangeRun::failed(
                {ErrorKind::Database,
                 coreTr("%1 records answer to the key of one. Nothing was deleted.")
                     .arg(*executed)});
    }
    m_run.deleted.insert({table.name, edit.key});
    m_run.change.records.push_back(std::move(change));
    return Success{};
}

Result<std::vector<Key>, NotDone> RecordWriter::referring(const Table& child,
                                                          const ForeignKey& reference,
                                                          const std::vector<Value>& values) const {
    auto keys = TableReader(m_run.session, child).keysWhere(reference.columns, values);
    if (!keys)
        return ChangeRun::failed(keys.error());
    std::erase_if(*keys, [&](const Key& key) {
        return std::any_of(m_run.removing.begin(), m_run.removing.end(), [&](const auto& removing) {
            return removing.first == child.name && removing.second == key;
        });
    });
    return std::move(*keys);
}

Step RecordWriter::releaseReferences(const Table& table, const Record& record, bool cascade) {
    QStringList forbidding;
    for (const auto& [child, reference] : m_run.catalog.referencesTo(table.name)) {
        const std::vector<Value> values = pick(table, record, reference->referencedColumns);
        if (anyNull(values))
            continue;
        const auto keys = referring(*child, *reference, values);
        if (!keys)
            return keys.error();
        if (keys->empty())
            continue;
        const bool empties = reference->onDelete == ForeignKey::Action::SetNull;
        const bool allGo =
            std::all_of(keys->begin(), keys->end(), [&, childName = child->name](const Key& key) {
                return m_run.toDelete.contains({childName, key});
            });
        if (!empties && !cascade && !allGo) {
            forbidding += coreTr("%1 of %2")
                              .arg(countedRecords(static_cast<qint64>(keys->size())), child->name);
            continue;
        }
        if (!forbidding.isEmpty())
            continue; // it is not deleted
        if (const Step released = release(*child, *reference, *keys, cascade); !released)
            return released;
    }
    if (forbidding.isEmpty())
        return Success{};
    return ChangeRun::refused(
        {{},
         {},
         QStringLiteral("reference"),
         coreTr("This record is referred to by %1. Delete or change them first, "
                "or delete them with it.")
             .arg(forbidding.join(QStringLiteral(", "))),
         {}},
        table, record.key);
}

Step RecordWriter::release(const Table& child, const ForeignKey& reference,
                           const std::vector<Key>& keys, bool cascade) {
    ChangeRequest emptying; // the database would do it too, whatever a check says
    emptying.restoring = true;
    const bool empties = reference.onDelete == ForeignKey::Action::SetNull;
    if (const QString reason = child.readOnlyReason(); !reason.isEmpty())
        return ChangeRun::failed({ErrorKind::ReadOnly, reason});
    if (const QString reason =
            empties ? QString() : reasonOfProject(child, Operation::Delete, m_run.request);
        !reason.isEmpty())
        return ChangeRun::failed({ErrorKind::ReadOnly, reason});
    for (const Key& key : keys) {
        RecordEdit edit{Operation::Delete,
                        child.name,
                        key,
                        m_run.toDelete.value({child.name, key}),
                        {},
                        cascade};
        if (empties) {
            edit.operation = Operation::Update;
            for (const QString& column : reference.columns)
                edit.after.insert(column, Value::null());
        }
        const Step applied = empties ? update(child, edit, emptying) : remove(child, edit);
        if (!applied)
            return applied;
    }
    return Success{};
}

Result<Record, NotDone> RecordWriter::readBack(const Table& table, const Key& key) const {
    auto stored = TableReader(m_run.session, table).record(key);
    if (!stored)
        return ChangeRun::failed(stored.error());
    if (!*stored && !table.only.isEmpty())
        return ChangeRun::failed(
            {ErrorKind::Refused, coreTr("So it would not be among the records of %1 that your role "
                                        "lets you work on. Nothing was changed.")
                                     .arg(table.name)});
    if (!*stored)
        return ChangeRun::failed(
            {ErrorKind::Database,
             coreTr(
                 "The database did not keep the record as it was written. Nothing was changed.")});
    return std::move(**stored);
}

} // namespace gravin
