// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/changes/bulk/bulk_update.h"
#include "core/changes/change_writer.h"
#include "core/database/reach.h"
#include "core/fitting/far_field.h"
#include "core/fitting/field_input.h"
#include "core/fitting/next_number.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <algorithm>

namespace gravin::cli {

namespace {

constexpr qint64 MostFileBytes = 1024LL * 1024 * 1024; // of a file as a value

// "field=value" texts into values. A text that its field cannot take becomes a problem.
Result<FieldValues> fieldValuesFrom(const BoundScreen& screen, const QStringList& assignments,
                                    const QStringList& nulls, std::vector<Problem>& problems) {
    FieldValues values;
    for (const QString& assignment : assignments) {
        const qsizetype equals = assignment.indexOf(u'=');
        if (equals <= 0)
            return Error{ErrorKind::Usage, coreTr("“%1” should read field=value.").arg(assignment)};
        const QString name = assignment.left(equals);
        const BoundField* field = findField(screen, name);
        if (!field)
            return unknownField(screen, name);
        auto value = inputValue(*field, assignment.mid(equals + 1));
        if (value)
            values.insert(field->name(), *value);
        else
            problems.push_back({{},
                                field->name(),
                                QStringLiteral("type"),
                                coreTr("%1: %2").arg(field->label(), value.error().sentence),
                                field->label()});
    }
    for (const QString& name : nulls) {
        const BoundField* field = findField(screen, name);
        if (!field)
            return unknownField(screen, name);
        values.insert(field->name(), Value::null());
    }
    return values;
}

// "field=path" texts into binary values, added to `values`.
Status addFileValues(const BoundScreen& screen, const QStringList& files, FieldValues& values) {
    for (const QString& assignment : files) {
        const qsizetype equals = assignment.indexOf(u'=');
        if (equals <= 0)
            return Error{ErrorKind::Usage, coreTr("“%1” should read field=path.").arg(assignment)};
        const BoundField* field = findField(screen, assignment.left(equals));
        if (!field)
            return unknownField(screen, assignment.left(equals));
        if (field->column.type.kind != TypeKind::Binary)
            return Error{
                ErrorKind::Usage,
                coreTr("%1 holds no binary value; give it as field=value.").arg(field->label())};
        auto content = readWholeFile(assignment.mid(equals + 1), MostFileBytes);
        if (!content)
            return content.error();
        values.insert(field->name(), Value::binary(*content));
    }
    return ok();
}

// What add, edit, delete and bulk share: the opened screen, the keys and the values.
struct WriteContext {
    Opened opened;
    BoundScreen screen;
    std::vector<Key> keys;
    FieldValues values;
    FieldValues was;
};

Result<WriteContext, WriteFailure> prepareWrite(const WriteOptions& options, Operation operation) {
    const auto fail = [](const Error& error) { return WriteFailure{error, {}, {}}; };
    auto opened =
        openProject(options.file, Session::Access::ReadWrite, options.locale, options.with);
    if (!opened)
        return fail(opened.error());
    auto screen = findScreen(*opened, options.screen);
    if (!screen)
        return fail(screen.error());
    if (const QString reason = screen->reasonAgainst(operation); !reason.isEmpty())
        return fail({ErrorKind::Refused, reason});
    std::vector<Key> keys;
    for (const QString& text : options.keys) {
        auto key = keyFrom(*opened, *screen->table, text);
        if (!key)
            return fail(key.error());
        keys.push_back(std::move(*key));
    }
    std::vector<Problem> problems;
    auto values = fieldValuesFrom(*screen, options.assignments, options.nulls, problems);
    if (!values)
        return fail(values.error());
    if (Status added = addFileValues(*screen, options.files, *values); !added)
        return fail(added.error());
    auto was = fieldValuesFrom(*screen, options.was, {}, problems);
    if (!was)
        return fail(was.error());
    if (!problems.empty()) {
        if (options.keys.size() == 1)
            problems.front().record = options.keys.front();
        return WriteFailure{{ErrorKind::Refused, problems.front().message}, problems, {}};
    }
    return WriteContext{std::move(*opened), std::move(*screen), std::move(keys), std::move(*values),
                        std::move(*was)};
}

Error noSuchRecord(const BoundScreen& screen, const Key& key) {
    return {ErrorKind::NotFound,
            coreTr("%1 has no record with the key %2.")
                .arg(screen.table->name, keyText(key, screen.table->keyTypes()))};
}

int commit(WriteContext& context, ChangeRequest request, const WriteOptions& options) {
    const bool json = options.json;
    request.person = personName();
    request.acceptsAllWarnings = options.acceptWarnings;
    request.screen = context.screen.screen.label;
    request.screenRules = screenRulesOf(context.screen);
    ChangeWriter writer(*context.opened.session, context.opened.catalog, context.opened.rules);
    const auto written = writer.write(request);
    if (!written)
        return report(written.error(), context.opened.catalog, json);
    const qint64 count = written->count();
    if (json) {
        Json answer = {{"change", written->id > 0 ? Json(written->id) : Json(nullptr)},
                       {"records", count}};
        if (written->records.size() == 1)
            answer["key"] = jsonOf(written->records.front().keyAfter(context.screen.table->key),
                                   context.screen.table.get());
        for (const Problem& problem : written->leftOut)
            answer["left_out"].push_back(jsonOf(problem));
        const Meanwhile& meanwhile = written->meanwhile;
        if (!meanwhile.computedAnew.isEmpty() || !meanwhile.leftOut.isEmpty())
            answer["changed_meanwhile"] = {{"computed_anew", listOf(meanwhile.computedAnew)},
                                           {"left_out", listOf(meanwhile.leftOut)}};
        print(answer);
    } else if (count == 0) {
        printLine(coreTr("Nothing to change: the record already is so."));
    } else {
        printLine(coreTr("Change %1: %2, %3.")
                      .arg(written->id)
                      .arg(request.action, countedRecords(count)));
    }
    for (const Problem& problem : written->leftOut) {
        if (!json)
            printLine(coreTr("Left out %1: %2").arg(problem.record, problem.message));
    }
    for (const QString& record : written->meanwhile.computedAnew) {
        if (!json)
            printLine(coreTr("Record %1 was changed meanwhile: it was computed anew.").arg(record));
    }
    for (const QString& record : written->meanwhile.leftOut) {
        if (!json)
            printLine(coreTr("Record %1 was changed meanwhile: it was left out.").arg(record));
    }
    return Done;
}

} // namespace

int runAdd(const WriteOptions& options) {
    auto context = prepareWrite(options, Operation::Insert);
    if (!context)
        return report(context.error(), {}, options.json);
    FieldValues defaults = defaultsOf(context->screen);
    for (const BoundField& field : context->screen.fields) {
        if (field.definition.defaultValue.kind != FieldDefault::Kind::NextNumber ||
            context->values.contains(field.name()))
            continue;
        const auto next = nextNumber(*context->opened.session, *context->screen.table, field.name(),
                                     context->values);
        if (!next)
            return report(next.error(), options.json);
        if (*next)
            defaults.insert(field.name(), Value::integer(**next));
    }
    QSet<QString> given;
    for (auto value = defaults.begin(); value != defaults.end(); ++value) {
        if (context->values.contains(value.key()))
            continue;
        context->values.insert(value.key(), value.value());
        given += value.key();
    }
    ChangeRequest request;
    request.action = QStringLiteral("add");
    RecordEdit edit{Operation::Insert, context->screen.table->name, {}, {}, context->values};
    edit.given = given;
    request.fills = true;
    request.edits.push_back(std::move(edit));
    return commit(*context, std::move(request), options);
}

int runEdit(const WriteOptions& options) {
    if (options.assignments.isEmpty() && options.nulls.isEmpty() && options.files.isEmpty())
        return report({ErrorKind::Usage, coreTr("Say what to set: field=value, --null or --file.")},
                      options.json);
    auto context = prepareWrite(options, Operation::Update);
    if (!context)
        return report(context.error(), {}, options.json);
    const Table& table = *context->screen.table;
    const auto record = TableReader(*context->opened.session, table).record(context->keys.front());
    if (!record)
        return report(record.error(), options.json);
    if (!*record)
        return report(noSuchRecord(context->screen, context->keys.front()), options.json);

    const FieldValues now = fieldValues(table, **record);
    ChangeRequest request;
    request.action = QStringLiteral("edit");
    request.fills = true;
    request.edits.push_back({Operation::Update, table.name, context->keys.front(), {}, {}});
    for (auto value = context->values.begin(); value != context->values.end(); ++value) {
        const QString& column = value.key();
        const BoundField* field = context->screen.field(column);
        if (!field || !field->far) {
            request.edits.front().before.insert(column,
                                                context->was.value(column, now.value(column)));
            request.edits.front().after.insert(column, *value);
            continue;
        }
        const FarField& far = *field->far;
        const auto valueOf = [&](int place) {
            return (*record)->values[static_cast<size_t>(place)];
        };
        const QString reference = table.columns[far.reference.front()].name;
        const bool isChanged =
            std::any_of(far.reference.begin(), far.reference.end(), [&](int place) {
                return context->values.contains(table.columns[place].name);
            });
        const auto key = far.keyFrom(valueOf);
        const QString reason =
            isChanged
                ? coreTr("%1 stands in the record that %2 refers to: change one after the other.")
            : !key ? coreTr("%1 stands in the record that %2 refers to, and that is empty.")
                   : QString();
        if (!reason.isEmpty())
            return report({ErrorKind::Refused, reason.arg(field->label(), reference)},
                          options.json);
        addFarEdit(request.edits, far, *key, context->was.value(column, valueOf(far.place)),
                   *value);
    }
    return commit(*context, std::move(request), options);
}

int runDelete(const WriteOptions& options) {
    auto context = prepareWrite(options, Operation::Delete);
    if (!context)
        return report(context.error(), {}, options.json);
    const Table& table = *context->screen.table;
    ChangeRequest request;
    request.action = QStringLiteral("delete");
    for (const Key& key : context->keys) {
        const auto record = TableReader(*context->opened.session, table).record(key);
        if (!record)
            return report(record.error(), options.json);
        if (!*record)
            return report(noSuchRecord(context->screen, key), options.json);
        request.edits.push_back({Operation::Delete,
                                 table.name,
                                 key,
                                 fieldValues(table, **record),
                                 {},
                                 options.cascade});
    }
    return commit(*context, std::move(request), options);
}

namespace {

Result<BulkValues> bulkValues(const WriteContext& context, const WriteOptions& options) {
    BulkValues values;
    values.put = context.values;
    const Table& table = *context.screen.table;
    for (const QString& assignment : options.sets) {
        const qsizetype equals = assignment.indexOf(u'=');
        if (equals <= 0)
            return Error{ErrorKind::Usage,
                         coreTr("“%1” should read field=expression.").arg(assignment)};
        const BoundField* field = findField(context.screen, assignment.left(equals));
        if (!field)
            return unknownField(context.screen, assignment.left(equals));
        const QString text = assignment.mid(equals + 1);
        auto expression = bindExpression(text, withReached(table, {text}));
        if (!expression)
            return mistakeIn(text, expression.error());
        values.set.insert(field->name(), *expression);
    }
    return values;
}

// Adds what one that the project keeps says; answers its condition.
Result<QString> addKept(const WriteContext& context, const WriteOptions& options,
                        BulkValues& values) {
    const Project& project = context.opened.project;
    const KeptBulkUpdate* kept = project.bulkUpdate(context.screen.screen.id, options.kept);
    if (!kept) {
        QStringList names;
        for (const KeptBulkUpdate& each : project.bulkUpdates) {
            if (each.screen == context.screen.screen.id)
                names += each.name;
        }
        return Error{
            ErrorKind::NotFound,
            names.isEmpty()
                ? coreTr("The project keeps no bulk update for this screen.")
                : coreTr("The project keeps no bulk update “%1” for this screen. It keeps: %2.")
                      .arg(options.kept, names.join(QStringLiteral(", ")))};
    }
    for (const KeptBulkUpdate::Line& line : kept->lines) {
        const BoundField* field = findField(context.screen, line.column);
        if (Status added =
                addTo(values, line, *context.screen.table, field ? field->label() : line.column);
            !added)
            return added.error();
    }
    values.fills = values.fills || kept->fills;
    return kept->where;
}

// What was filled in for single records.
Result<QHash<Key, FieldValues>> filledIn(const WriteContext& context, const QStringList& fills,
                                         const BulkPreview& preview) {
    const Table& table = *context.screen.table;
    QHash<Key, FieldValues> filled;
    for (qsizetype i = 0; i + 1 < fills.size(); i += 2) {
        auto key = keyFrom(context.opened, table, fills[i]);
        if (!key)
            return key.error();
        std::vector<Problem> problems;
        const auto values = fieldValuesFrom(context.screen, {fills[i + 1]}, {}, problems);
        if (!values)
            return values.error();
        if (!problems.empty())
            return Error{ErrorKind::Refused, problems.front().message};
        if (preview.changing.positionOf(*key) < 0)
            return Error{ErrorKind::Usage,
                         coreTr("The record %1 is none of those that change.").arg(fills[i])};
        filled[*key].insert(*values);
    }
    return filled;
}

void printPreview(const BulkPreview& preview, bool asJson) {
    if (asJson) {
        print(jsonOf(preview));
    } else {
        printLine(coreTr("%1 would change, %2 already so.")
                      .arg(countedRecords(preview.changing.size()))
                      .arg(preview.unchanged));
        for (const Problem& problem : preview.problems)
            printLine(coreTr("Record %1: %2").arg(problem.record, problem.message));
        for (const QString& note : notesOn(preview))
            printLine(note);
    }
}

} // namespace

int runBulk(const WriteOptions& options) {
    if (options.assignments.isEmpty() && options.sets.isEmpty() && options.nulls.isEmpty() &&
        options.kept.isEmpty())
        return report(
            {ErrorKind::Usage, coreTr("Say what to set: --put, --set, --null or --kept.")},
            options.json);
    auto context = prepareWrite(options, Operation::Update);
    if (!context)
        return report(context.error(), {}, options.json);
    const Table& table = *context->screen.table;
    auto values = bulkValues(*context, options);
    if (!values)
        return report(values.error(), options.json);
    values->fills = options.withFilled;
    QString where = options.where;
    if (!options.kept.isEmpty()) {
        const auto condition = addKept(*context, options, *values);
        if (!condition)
            return report(condition.error(), options.json);
        if (where.isEmpty() && options.keys.isEmpty())
            where = *condition;
    }
    if (options.keys.isEmpty() == where.isEmpty())
        return report(
            {ErrorKind::Usage, coreTr("Say which records: --key K … or --where CONDITION.")},
            options.json);
    BulkScope scope;
    if (where.isEmpty()) {
        scope.keys = context->keys;
    } else {
        if (const auto filter = filterFrom(where, withReached(table, {where}),
                                           context->opened.session->spec().engine);
            !filter)
            return report(filter.error(), options.json);
        scope.query.conditions = {where};
    }
    auto made = previewBulkUpdate(*context->opened.session, context->screen.table,
                                  context->opened.rules.value(table.name), scope, *values);
    if (!made)
        return report(made.error(), options.json);
    const auto preview = std::make_shared<const BulkPreview>(std::move(*made));
    if (!preview->gone.empty())
        return report(noSuchRecord(context->screen, preview->gone.front()), options.json);
    const auto isUnheld = [](const Problem& problem) { return problem.check == u"expression"; };
    if (std::any_of(preview->problems.begin(), preview->problems.end(), isUnheld))
        return report(WriteFailure{{ErrorKind::Refused, preview->problems.front().message},
                                   preview->problems,
                                   {}},
                      context->opened.catalog, options.json);
    if (!options.dryRun) {
        const auto filled = filledIn(*context, options.fills, *preview);
        if (!filled)
            return report(filled.error(), options.json);
        return commit(*context, bulkUpdateRequest(preview, *filled, false, options.onMeanwhile),
                      options);
    }
    printPreview(*preview, options.json);
    return preview->refused > 0 ? RefusedExit : Done;
}

} // namespace gravin::cli
