// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/import/file_lookups.h"

#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/records/table_reader.h"

#include <algorithm>

namespace gravin {

Result<const FileLookups::Known*> FileLookups::known(const BoundField& field) {
    const Lookup& lookup = field.definition.lookup;
    const auto before = m_known.constFind(field.name());
    if (before != m_known.constEnd())
        return &*before;
    Known read;
    const Table* table = m_catalog.table(lookup.table);
    const Column* stored = table ? table->column(lookup.storedColumn) : nullptr;
    const Column* shown = table ? table->column(lookup.shownColumns.value(0)) : nullptr;
    if (stored && shown) {
        const Status scanned =
            TableReader(m_session, *table).scanValues({}, {*stored, *shown}, [&](auto&& values) {
                read.byShown[m_setUp.form.text(values[1], shown->type)] += values[0];
                read.stored.insert(Key({values[0]}));
                return true;
            });
        if (!scanned)
            return scanned.error();
    }
    return &*m_known.insert(field.name(), read);
}

void FileLookups::noteOwn(const QList<const BoundField*>& fields, const FieldValues& values) {
    for (const BoundField* field : fields) {
        const Lookup& lookup = field->definition.lookup;
        if (field->definition.shownAs != ShownAs::Lookup || lookup.table != m_table.name)
            continue;
        const auto all = known(*field);
        const Value stored = values.value(lookup.storedColumn);
        if (!all || stored.isNull() || (*all)->stored.contains(Key({stored})))
            continue;
        Known& own = m_known[field->name()];
        own.stored.insert(Key({stored}));
        const Column* shown = m_table.column(lookup.shownColumns.value(0));
        if (shown && values.contains(shown->name))
            own.byShown[m_setUp.form.text(values[shown->name], shown->type)] += stored;
    }
}

Result<FileLookups::Found> FileLookups::find(const BoundField& field, const QString& text) {
    const QString& table = field.definition.lookup.table;
    const auto all = known(field);
    if (!all)
        return all.error();
    const QList<Value> found = (*all)->byShown.value(text);
    if (found.size() == 1)
        return Found{found.front()};
    if (found.size() > 1)
        return Error{ErrorKind::Refused,
                     coreTr("%1 of %2 show “%3”.")
                         .arg(counted(found.size(), "record", "records"), table, text)};
    const auto stored = storedInputValue(field, text);
    if (stored && !stored->isNull() && (*all)->stored.contains(Key({*stored})))
        return Found{*stored};
    if (text.trimmed().isEmpty())
        return Found{Value::null()};
    const QString reason = coreTr("No record of %1 shows “%2”.").arg(table, text);
    const bool isWanted = m_setUp.makes.contains(field.name());
    const Making making = makingOf(field, text);
    if (!making.reason.isEmpty())
        return Error{ErrorKind::Refused, isWanted ? reason + u' ' + making.reason : reason};
    if (isWanted && making.lacks.isEmpty())
        return Found{{}, true};
    return Found{
        {}, false, isWanted ? (reason + u' ' + making.missing).trimmed() : reason, making.lacks};
}

// A record that has nothing but what people read of it, and what is given.
FileLookups::Making FileLookups::makingOf(const BoundField& field, const QString& text) const {
    const Lookup& lookup = field.definition.lookup;
    const Table* table = m_catalog.table(lookup.table);
    const Column* shown = table ? table->column(lookup.shownColumns.value(0)) : nullptr;
    if (!shown || shown->type.kind != TypeKind::Text || shown->isBeyond() || shown->computed)
        return {coreTr("None can be made of a text.")};
    if (lookup.table == m_table.name)
        return {coreTr("It would be of the same table.")};
    if (!table->notWritableReason.isEmpty())
        return {table->notWritableReason};
    const TableRules rules = m_rules.value(table->name);
    if (const QString reason = rules.reasons.value(Operation::Insert); !reason.isEmpty())
        return {reason};
    FieldValues after = m_setUp.givenTo(field.name(), text);
    after.insert(shown->name, Value::text(text));
    ProposedValues values(static_cast<size_t>(table->columns.size()));
    Occasion occasion(Occasion::What::Insert, m_present);
    for (const Column& column : table->columns) {
        const bool isLater = column.isBeyond() || !column.filledWith.isEmpty() ||
                             column.stamp.when != Stamp::When::Never;
        if (after.contains(column.name)) {
            values[static_cast<size_t>(table->indexOf(column.name))] = after[column.name];
            occasion.written.insert(column.name);
        } else if (isLater || (column.mayBeLeftOut() && !column.nullable)) {
            occasion.unreadable.insert(column.name);
        }
    }
    Making making;
    QStringList missing;
    for (const Problem& problem : problemsOf(*table, rules, values, occasion)) {
        if (problem.warning)
            continue;
        if (problem.field.isEmpty() || after.contains(problem.field))
            return {problem.message};
        making.lacks += problem.field;
        missing += problem.message;
    }
    making.lacks.removeDuplicates();
    making.missing = missing.join(u' ');
    return making;
}

std::vector<RecordEdit> makingEdits(const BoundScreen& screen, const ImportSetUp& setUp,
                                    const QMap<QString, QStringList>& texts) {
    std::vector<RecordEdit> edits;
    QSet<QStringList> made; // two fields may look up the same
    for (auto of = texts.begin(); of != texts.end(); ++of) {
        const BoundField* field = screen.field(of.key());
        if (!field)
            continue;
        const Lookup& lookup = field->definition.lookup;
        for (const QString& text : *of) {
            const QString shown = lookup.shownColumns.value(0);
            const QStringList what{lookup.table, shown, text};
            if (made.contains(what))
                continue;
            made.insert(what);
            RecordEdit& edit = edits.emplace_back();
            edit.operation = Operation::Insert;
            edit.table = lookup.table;
            const FieldValues defaults = setUp.given.value(of.key());
            const FieldValues said = setUp.givenFor.value(of.key()).value(text);
            edit.after = setUp.givenTo(of.key(), text);
            edit.after.insert(shown, Value::text(text));
            for (auto given = defaults.keyBegin(); given != defaults.keyEnd(); ++given) {
                if (*given != shown && !said.contains(*given))
                    edit.given.insert(*given);
            }
        }
    }
    return edits;
}

} // namespace gravin
