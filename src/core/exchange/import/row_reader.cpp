// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/row_reader.h"

#include "core/base/text.h"
#include "core/exchange/cell_text.h"
#include "core/exchange/files_beside.h"
#include "core/exchange/import/sheet_moments.h"
#include "core/fitting/field_input.h"
#include "core/records/database_rules.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <algorithm>
#include <cmath>

namespace gravin {

namespace {

constexpr size_t RowsOfAPart = 256;

// A figure, a date or a truth value of the file as the column's type has it; nothing: it is none.
std::optional<Value> fitted(const Value& value, const ColumnType& type) {
    if (type.kind == TypeKind::Any || conforms(value, type))
        return value;
    const auto whole = [&]() -> std::optional<Value> {
        if (value.kind() != Value::Kind::Double ||
            std::trunc(value.asDouble()) != value.asDouble() || std::abs(value.asDouble()) > 9e15)
            return std::nullopt;
        return Value::integer(static_cast<qint64>(value.asDouble()));
    };
    switch (type.kind) {
    case TypeKind::Integer:
        return whole();
    case TypeKind::Double:
        return value.kind() == Value::Kind::Integer
                   ? std::optional(Value::real(static_cast<double>(value.asInteger())))
                   : std::nullopt;
    default:
        return std::nullopt;
    }
}

// Without the sign by which a text is kept from being run as a formula.
QString unguarded(const QString& text) {
    return text.startsWith(u'\'') && isTakenForFormula(text.mid(1)) ? text.mid(1) : text;
}

} // namespace

RowReader::RowReader(Session& session, const Catalog& catalog, const RuleBook& rules,
                     const BoundScreen& screen, const ImportSetUp& setUp)
    : m_session(session)
    , m_catalog(catalog)
    , m_rules(rules)
    , m_screen(screen)
    , m_setUp(setUp)
    , m_table(*screen.table)
    , m_tableRules(rules.value(screen.table->name))
    , m_defaults(defaultsOf(screen))
    , m_lookups(session, catalog, rules, m_table, setUp) {}

Status RowReader::open(const QString& path) {
    auto rows = openRows(path, m_setUp.file);
    if (!rows)
        return rows.error();
    m_rows = std::move(*rows);
    m_path = path;
    if (m_rows->heads().size() != m_setUp.columns.size())
        return Error{ErrorKind::Conflict,
                     coreTr("The file has other columns than before. Look at it again.")};
    for (qsizetype i = 0; i < m_setUp.columns.size(); ++i) {
        if (m_setUp.columns[i].isEmpty())
            continue;
        const BoundField* field = m_screen.field(m_setUp.columns[i]);
        if (!field)
            return Error{ErrorKind::Refused, coreTr("The screen %1 has no field “%2”.")
                                                 .arg(m_screen.screen.label, m_setUp.columns[i])};
        if (!isImportable(*field))
            return Error{
                ErrorKind::Refused,
                coreTr("%1 cannot be written; send its column nowhere.").arg(field->label())};
        Target target{static_cast<size_t>(i), *field};
        target.field.form = m_setUp.form;
        m_targets.push_back(std::move(target));
    }
    for (const Target& target : m_targets)
        m_fields += &target.field;
    return ok();
}

void RowReader::refuse(ImportRow& row, ImportProblem problem) {
    row.outcome = ImportOutcome::Refuse;
    row.problems.push_back(std::move(problem));
}

QString RowReader::labelOf(const QString& column) const {
    const BoundField* field = m_screen.field(column);
    return field ? field->label() : column;
}

Result<std::vector<ImportRow>> RowReader::next() {
    auto part = readPart();
    if (!part)
        return part.error();
    if (Status found = findRecords(*part); !found)
        return found.error();
    if (Status asked = askUnique(*part); !asked)
        return asked.error();
    if (Status asked = askReferences(*part); !asked)
        return asked.error();
    std::vector<ImportRow> rows;
    for (Read& read : *part) {
        const bool isRefused = read.row.outcome == ImportOutcome::Refuse;
        if (isRefused && !read.isNamed && m_unnamedLine == 0)
            m_unnamedLine = read.row.line;
        if (!isRefused)
            read.row.cells.clear();
        rows.push_back(std::move(read.row));
    }
    return rows;
}

Result<std::vector<RowReader::Read>> RowReader::readPart() {
    std::vector<Read> part;
    std::vector<FileInput> cells;
    while (part.size() < RowsOfAPart) {
        const auto isThere = m_rows->next(cells);
        if (!isThere)
            return isThere.error();
        if (!*isThere)
            break;
        const bool isEmpty = std::all_of(cells.begin(), cells.end(),
                                         [](const FileInput& cell) { return cell.isNull; });
        if (isEmpty)
            continue;
        Read read;
        read.row.line = m_rows->line();
        for (const FileInput& cell : cells)
            read.row.cells += cell.isNull ? QString() : cell.text;
        if (const QStringList beyond = m_rows->beyond(); !beyond.isEmpty())
            refuse(read.row, {{},
                              {},
                              beyond.join(QStringLiteral(", ")),
                              coreTr("“%1” stands behind the last column; the row has more cells "
                                     "than the first one.")
                                  .arg(beyond.join(QStringLiteral(", ")))});
        for (const Target& target : m_targets) {
            if (Status taken = take(target, cells[target.cell], read); !taken)
                return taken.error();
        }
        answer(read);
        if (read.row.outcome != ImportOutcome::Refuse)
            m_lookups.noteOwn(m_fields, read.values);
        part.push_back(std::move(read));
    }
    return part;
}

Status RowReader::take(const Target& target, const FileInput& input, Read& read) {
    const bool isLookedUp = target.field.definition.shownAs == ShownAs::Lookup && !input.isNull &&
                            !input.isError && !input.value && !markedValue(input.text);
    if (isLookedUp)
        return takeLookup(target, unguarded(input.text), read);
    const auto value = valueOf(target, input);
    if (value)
        read.values.insert(target.field.name(), *value);
    else if (value.error().kind != ErrorKind::Refused)
        return value.error();
    else
        refuse(read.row, {target.field.name(), target.field.label(), input.text,
                          coreTr("%1: %2").arg(target.field.label(), value.error().sentence)});
    return ok();
}

Status RowReader::takeLookup(const Target& target, const QString& text, Read& read) {
    const auto found = m_lookups.find(target.field, text);
    if (!found && found.error().kind != ErrorKind::Refused)
        return found.error();
    if (found && found->isMade)
        read.row.made.insert(target.field.name(), text);
    else if (found && found->reason.isEmpty())
        read.values.insert(target.field.name(), found->stored);
    else
        refuse(read.row, {target.field.name(), target.field.label(), text,
                          coreTr("%1: %2").arg(target.field.label(),
                                               found ? found->reason : found.error().sentence),
                          InRuns::Stop, found.ok(), found ? found->lacks : QStringList()});
    return ok();
}

void RowReader::answer(Read& read) const {
    const FieldValues answers = m_setUp.answers.value(read.row.line);
    for (auto value = answers.begin(); value != answers.end(); ++value)
        read.values.insert(value.key(), *value);
}

Result<Value> RowReader::valueOf(const Target& target, const FileInput& input) const {
    const Column& column = target.field.column;
    const bool isText = column.type.kind == TypeKind::Text;
    // Files of others cannot say NULL; a text that has to be there is the empty one.
    if (input.isNull)
        return isText && !column.nullable ? Value::text(QStringLiteral("")) : Value::null();
    if (input.isError)
        return Error{ErrorKind::Refused, coreTr("A formula came to %1 there.").arg(input.text)};
    if (input.days) {
        if (auto value = momentOfSheetDays(*input.days, column.type))
            return std::move(*value);
    }
    if (input.value) {
        if (auto value = fitted(*input.value, column.type))
            return std::move(*value);
        // A figure is no text in anybody's way of writing.
        return storedInputValue(target.field, input.text);
    }
    if (auto marked = markedValue(input.text))
        return std::move(*marked);
    if (column.type.kind == TypeKind::Binary) {
        auto bytes = fileBeside(m_path, input.text);
        if (!bytes)
            return Error{ErrorKind::Refused, bytes.error().sentence};
        if (*bytes)
            return Value::binary(**bytes);
    }
    return inputValue(target.field, unguarded(input.text));
}

std::optional<Key> RowReader::keyOf(const FieldValues& values, const QStringList& columns) const {
    std::vector<Value> parts;
    for (const QString& column : columns) {
        const auto value = values.constFind(column);
        if (value == values.constEnd() || value->isNull())
            return std::nullopt;
        parts.push_back(*value);
    }
    return Key(std::move(parts));
}

Status RowReader::findRecords(std::vector<Read>& part) {
    QHash<Key, std::vector<Record>> found;
    if (!m_setUp.match.isEmpty()) {
        std::vector<Key> keys;
        for (const Read& read : part) {
            if (const auto key = keyOf(read.values, m_setUp.match))
                keys.push_back(*key);
        }
        // Read as if what is matched by were the key.
        Table matched = m_table;
        matched.key = m_setUp.match;
        auto records = keys.empty() ? Result<std::vector<Record>>(std::vector<Record>())
                                    : TableReader(m_session, matched).records(keys);
        if (!records)
            return records.error();
        for (Record& record : *records)
            found[record.key].push_back(std::move(record));
    }
    QSet<Key>& seen = m_seen[QStringLiteral("match")];
    for (Read& read : part) {
        const auto key = keyOf(read.values, m_setUp.match);
        // A key that was lost reads as the empty text where it may not be NULL.
        read.isNamed =
            key && std::none_of(key->values().begin(), key->values().end(), isEmptyValue);
        if (key && m_setUp.missing != ImportSetUp::Missing::Stay)
            m_named.insert(*key);
        if (!m_setUp.match.isEmpty() && read.row.problems.empty()) {
            QStringList labels;
            for (const QString& column : m_setUp.match)
                labels += labelOf(column);
            if (!key && m_setUp.does == ImportSetUp::Does::ChangeOnly)
                refuse(read.row, {m_setUp.match.front(),
                                  labels.front(),
                                  {},
                                  coreTr("%1 is empty, by which the record is found.")
                                      .arg(labels.join(QStringLiteral(", ")))});
            else if (key && seen.contains(*key))
                refuse(read.row, {m_setUp.match.front(),
                                  labels.front(),
                                  {},
                                  coreTr("%1: another row of the file has the same.")
                                      .arg(labels.join(QStringLiteral(", ")))});
            if (key)
                seen.insert(*key);
        }
        decide(read, key && !m_setUp.match.isEmpty() ? found.value(*key) : std::vector<Record>());
    }
    return ok();
}

void RowReader::decide(Read& read, const std::vector<Record>& found) const {
    using Does = ImportSetUp::Does;
    if (read.row.outcome == ImportOutcome::Refuse)
        return;
    if (found.size() > 1) {
        refuse(
            read.row,
            {m_setUp.match.front(),
             labelOf(m_setUp.match.front()),
             {},
             coreTr("%1 are found by it.").arg(countedRecords(static_cast<qint64>(found.size())))});
    } else if (found.empty()) {
        if (m_setUp.does == Does::ChangeOnly)
            read.row.outcome = ImportOutcome::PassOver;
        else
            add(read);
    } else if (m_setUp.does == Does::AddOnly) {
        read.row.outcome = ImportOutcome::PassOver;
    } else {
        change(read, found.front());
    }
}

void RowReader::add(Read& read) const {
    ImportRow& row = read.row;
    row.outcome = ImportOutcome::Add;
    for (auto value = read.values.begin(); value != read.values.end(); ++value) {
        const Column& column = *m_table.column(value.key());
        // What the database gives is left to it where the file says nothing.
        if (value->isNull() && column.mayBeLeftOut() &&
            (column.givenByDatabase || !column.nullable))
            continue;
        const BoundField* field = m_screen.field(value.key());
        if (column.givenByDatabase && field && field->definition.editable == Editable::Never &&
            m_setUp.match.contains(value.key()))
            refuse(row, {value.key(), field->label(), toText(*value, column.type),
                         coreTr("%1: there is no such record, and the database gives new ones "
                                "theirs.")
                             .arg(field->label())});
        row.after.insert(value.key(), *value);
    }
    for (auto value = m_defaults.begin(); value != m_defaults.end(); ++value) {
        if (row.after.contains(value.key()) || read.values.contains(value.key()) ||
            row.made.contains(value.key()))
            continue;
        row.after.insert(value.key(), *value);
        row.given.insert(value.key());
    }
    row.name = m_setUp.form.text(row.after.value(m_screen.namingColumn), {});
    check(read, nullptr);
}

void RowReader::change(Read& read, const Record& record) const {
    ImportRow& row = read.row;
    const auto now = [&](const QString& column) {
        return record.values[static_cast<size_t>(m_table.indexOf(column))];
    };
    std::vector<Value> key;
    for (const QString& column : m_table.key)
        key.push_back(now(column));
    row.key = Key(std::move(key));
    row.name = m_screen.nameOf(record.values);
    for (auto value = read.values.begin(); value != read.values.end(); ++value) {
        if (m_setUp.match.contains(value.key()) || now(value.key()) == *value)
            continue;
        row.before.insert(value.key(), now(value.key()));
        row.after.insert(value.key(), *value);
    }
    const bool isSame = row.after.isEmpty() && row.made.isEmpty();
    row.outcome = isSame ? ImportOutcome::Same : ImportOutcome::Change;
    if (!isSame)
        check(read, &record);
}

void RowReader::check(Read& read, const Record* record) const {
    ProposedValues values(static_cast<size_t>(m_table.columns.size()));
    if (record)
        values.assign(record->values.begin(), record->values.end());
    Occasion occasion(record ? Occasion::What::Update : Occasion::What::Insert, m_present);
    for (auto value = read.row.after.begin(); value != read.row.after.end(); ++value) {
        values[static_cast<size_t>(m_table.indexOf(value.key()))] = *value;
        occasion.written.insert(value.key());
    }
    for (auto made = read.row.made.keyBegin(); made != read.row.made.keyEnd(); ++made)
        occasion.unreadable.insert(*made);
    for (const Column& column : m_table.columns) {
        const bool isLater = column.isBeyond() || column.stamp.when != Stamp::When::Never ||
                             (!column.filledWith.isEmpty() && !record);
        if (isLater && !read.row.after.contains(column.name))
            occasion.unreadable.insert(column.name);
    }
    for (const Problem& problem : problemsOf(m_table, m_tableRules, values, occasion)) {
        const auto written = read.row.after.constFind(problem.field);
        ImportProblem told{problem.field, problem.label,
                           written == read.row.after.constEnd()
                               ? QString()
                               : toText(*written, m_table.column(problem.field)->type),
                           problem.message, problem.inRuns};
        if (problem.warning)
            read.row.warnings.push_back(std::move(told));
        else
            refuse(read.row, std::move(told));
    }
}

// Of new records: the engine would stop at the first.
Status RowReader::askUnique(std::vector<Read>& part) {
    QList<QStringList> keys = m_table.uniqueKeys;
    keys.prepend(m_table.key);
    for (const QStringList& columns : std::as_const(keys)) {
        QHash<Key, Read*> asked;
        QSet<Key>& seen = m_seen[columns.join(u',')];
        const auto taken = [&](Read& read, const QString& reason) {
            refuse(read.row, {columns.front(), labelOf(columns.front()),
                              toText(read.row.after.value(columns.front()),
                                     m_table.column(columns.front())->type),
                              reason.arg(labelOf(columns.front()))});
        };
        for (Read& read : part) {
            const auto key = read.row.outcome == ImportOutcome::Add && !columns.isEmpty()
                                 ? keyOf(read.row.after, columns)
                                 : std::nullopt;
            if (!key)
                continue;
            if (seen.contains(*key))
                taken(read, coreTr("%1: another row of the file has the same."));
            else
                asked.insert(*key, &read);
            seen.insert(*key);
        }
        if (asked.isEmpty() || columns == m_setUp.match)
            continue;
        Table by = m_table;
        by.key = columns;
        const QList<Key> all = asked.keys();
        const auto records = TableReader(m_session, by).records({all.begin(), all.end()});
        if (!records)
            return records.error();
        for (const Record& record : *records) {
            if (Read* read = asked.value(record.key))
                taken(*read, coreTr("%1: another record already has this value."));
        }
    }
    return ok();
}

// The values of a row's record as far as the file says them, in the table's order.
ProposedValues RowReader::proposed(const Read& read) const {
    ProposedValues values(static_cast<size_t>(m_table.columns.size()));
    for (auto value = read.row.after.begin(); value != read.row.after.end(); ++value)
        values[static_cast<size_t>(m_table.indexOf(value.key()))] = *value;
    return values;
}

Status RowReader::askReferences(std::vector<Read>& part) {
    std::vector<Read*> writing;
    std::vector<ProposedValues> proposals;
    for (Read& read : part) {
        if (read.row.outcome != ImportOutcome::Add && read.row.outcome != ImportOutcome::Change)
            continue;
        writing.push_back(&read);
        proposals.push_back(proposed(read));
    }
    std::vector<const ProposedValues*> rows;
    for (const ProposedValues& values : proposals)
        rows.push_back(&values);
    KnownParents known;
    if (Status learned = known.learn(m_session, m_catalog, m_table, rows); !learned)
        return learned;
    for (size_t i = 0; i < writing.size(); ++i) {
        if (Status asked = askReferences(*writing[i], proposals[i], known); !asked)
            return asked;
    }
    return ok();
}

Status RowReader::askReferences(Read& read, const ProposedValues& values,
                                const KnownParents& known) const {
    QSet<QString> written;
    for (auto column = read.row.after.keyBegin(); column != read.row.after.keyEnd(); ++column) {
        // What a lookup shows is there, and another record of this table may be of this very file.
        const ForeignKey* reference = m_table.referenceOf(*column);
        if (!m_lookups.knows(*column) && !(reference && reference->table == m_table.name))
            written.insert(*column);
    }
    std::vector<Problem> problems;
    DatabaseRules database(m_session, m_catalog, m_table, m_tableRules, read.row.key, &known);
    if (Status asked = database.askReferences(values, written, problems); !asked)
        return asked;
    for (const Problem& problem : problems)
        refuse(read.row,
               {problem.field, problem.label,
                toText(read.row.after.value(problem.field), m_table.column(problem.field)->type),
                problem.message});
    return ok();
}

} // namespace gravin
