// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/output.h"
#include "core/base/text.h"
#include "core/changes/bulk_update.h"
#include "core/changes/change_log.h"
#include "core/changes/change_writer.h"
#include "core/project/binding.h"
#include "core/project/check_rules.h"
#include "core/project/field_input.h"
#include "core/project/project_file.h"
#include "core/project/query_source.h"
#include "core/project/screen_generator.h"
#include "core/value/text_form.h"

#include <QFile>
#include <QFileInfo>

namespace gravin::cli {

namespace {

// An opened project with its connection: what a command works on.
struct Opened {
    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
    RuleBook rules;
};

Result<Opened> openDatabase(const ConnectionSpec& spec, Session::Access access,
                            const QList<QuerySource>& sources = {}) {
    auto session = Session::open(spec, access);
    if (!session)
        return session.error();
    auto catalog = catalogOf(**session, sources);
    if (!catalog)
        return catalog.error();
    return Opened{{}, std::move(*session), std::move(*catalog), {}};
}

Result<Opened> openProject(const QString& file, Session::Access access) {
    auto project = loadProject(file);
    if (!project)
        return project.error();
    auto opened = openDatabase(project->connection, access, project->sources);
    if (!opened)
        return opened.error();
    opened->rules = rulesOf(*project, opened->catalog);
    opened->project = std::move(*project);
    return opened;
}

Result<BoundScreen> findScreen(const Opened& opened, const QString& name) {
    const Screen* screen = opened.project.screen(name);
    if (!screen) {
        QStringList known;
        for (const Screen& other : opened.project.screens)
            known += other.id;
        return Error{ErrorKind::Usage, say("The project has no screen “%1”. It has: %2.")
                                           .arg(name, known.join(QStringLiteral(", ")))};
    }
    return bindScreen(opened.project, opened.catalog, *screen);
}

const BoundField* findField(const BoundScreen& screen, const QString& name) {
    if (const BoundField* field = screen.field(name))
        return field;
    for (const BoundField& field : screen.fields) {
        if (field.label().compare(name, Qt::CaseInsensitive) == 0 ||
            field.name().compare(name, Qt::CaseInsensitive) == 0)
            return &field;
    }
    return nullptr;
}

Error unknownField(const BoundScreen& screen, const QString& name) {
    return {ErrorKind::Usage,
            say("The screen %1 has no field “%2”.").arg(screen.screen.label, name)};
}

// "field=value" texts into values. A text that its field cannot take becomes a problem.
Result<FieldValues> fieldValuesFrom(const BoundScreen& screen, const QStringList& assignments,
                                    const QStringList& nulls, std::vector<Problem>& problems) {
    FieldValues values;
    for (const QString& assignment : assignments) {
        const qsizetype equals = assignment.indexOf(u'=');
        if (equals <= 0)
            return Error{ErrorKind::Usage, say("“%1” should read field=value.").arg(assignment)};
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
                                say("%1: %2").arg(field->label(), value.error().sentence),
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
            return Error{ErrorKind::Usage, say("“%1” should read field=path.").arg(assignment)};
        const BoundField* field = findField(screen, assignment.left(equals));
        if (!field)
            return unknownField(screen, assignment.left(equals));
        if (field->column.type.kind != TypeKind::Binary)
            return Error{
                ErrorKind::Usage,
                say("%1 holds no binary value; give it as field=value.").arg(field->label())};
        QFile file(assignment.mid(equals + 1));
        if (!file.open(QIODevice::ReadOnly))
            return Error{ErrorKind::File, say("The file %1 cannot be read.").arg(file.fileName()),
                         file.errorString()};
        values.insert(field->name(), Value::binary(file.readAll()));
    }
    return done();
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
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return fail(opened.error());
    auto screen = findScreen(*opened, options.screen);
    if (!screen)
        return fail(screen.error());
    if (const QString reason = screen->reasonAgainst(operation); !reason.isEmpty())
        return fail({ErrorKind::Refused, reason});
    std::vector<Key> keys;
    for (const QString& text : options.keys) {
        auto key = keyFromText(text, screen->table->keyTypes());
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
            say("%1 has no record with the key %2.")
                .arg(screen.table->name, keyText(key, screen.table->keyTypes()))};
}

int commit(WriteContext& context, ChangeRequest request, const WriteOptions& options) {
    const bool json = options.json;
    request.person = personName();
    request.acceptsAllWarnings = options.acceptWarnings;
    request.screen = context.screen.screen.label;
    ChangeWriter writer(*context.opened.session, context.opened.catalog, context.opened.rules);
    const auto written = writer.write(request);
    if (!written)
        return report(written.error(), context.opened.catalog, json);
    const auto count = static_cast<qint64>(written->records.size());
    if (json) {
        Json answer = {{"change", written->id > 0 ? Json(written->id) : Json(nullptr)},
                       {"records", count}};
        if (count == 1)
            answer["key"] = jsonOf(written->records.front().keyAfter(context.screen.table->key),
                                   context.screen.table.get());
        for (const Problem& problem : written->leftOut)
            answer["left_out"].push_back(jsonOf(problem));
        print(answer);
    } else if (count == 0) {
        printLine(say("Nothing to change: the record already is so."));
    } else {
        printLine(
            say("Change %1: %2, %3.").arg(written->id).arg(request.action, countedRecords(count)));
    }
    for (const Problem& problem : written->leftOut) {
        if (!json)
            printLine(say("Left out %1: %2").arg(problem.record, problem.message));
    }
    return Done;
}

} // namespace

int runNew(const NewOptions& options) {
    const auto arrangement = arrangementFromName(options.arrangement);
    if (!arrangement)
        return report(
            {ErrorKind::Usage,
             say("The arrangement “%1” is not one of grid, form, grid-form, grid-windows, "
                 "parent-children, form-children.")
                 .arg(options.arrangement)},
            options.json);
    if (QFileInfo::exists(options.file))
        return report(
            {ErrorKind::File,
             say("%1 is already there. Choose another name or move it away.").arg(options.file)},
            options.json);
    auto spec = ConnectionSpec::fromUrl(options.database);
    if (!spec)
        return report(spec.error(), options.json);
    auto opened = openDatabase(*spec, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);

    Project project;
    project.name = QFileInfo(options.file).completeBaseName();
    project.connection = *spec;
    if (spec->isFile())
        project.connection.path = QFileInfo(spec->path).absoluteFilePath();
    project.connection.changeLog = !options.readOnly;
    for (const QString& name : options.tables) {
        if (!opened->catalog.table(name))
            return report({ErrorKind::Usage, say("The database has no table “%1”.").arg(name)},
                          options.json);
    }
    Json screens = Json::array();
    for (const Table& table : opened->catalog.tables) {
        if (options.tables.isEmpty() || options.tables.contains(table.name))
            screens.push_back(
                utf8(addGeneratedScreen(project, opened->catalog, table, *arrangement)));
    }
    if (Status saved = saveProject(project, options.file); !saved)
        return report(saved.error(), options.json);
    if (options.json) {
        print({{"file", utf8(options.file)}, {"screens", screens}});
        return Done;
    }
    printLine(say("%1: %2.").arg(options.file,
                                 counted(project.screens.size(), say("screen"), say("screens"))));
    if (!options.readOnly)
        printLine(say(
            "The first change will add the tables gravin_change, gravin_record and gravin_field "
            "to the database: they hold the change log."));
    return Done;
}

int runTables(const TablesOptions& options) {
    auto spec = ConnectionSpec::fromUrl(options.source);
    if (!spec) {
        auto project = loadProject(options.source);
        if (!project)
            return report(project.error(), options.json);
        spec = project->connection;
    }
    auto opened = openDatabase(*spec, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    if (options.json) {
        print(jsonOf(opened->catalog));
        return Done;
    }
    QList<QStringList> rows;
    for (const Table& table : opened->catalog.tables)
        rows += {table.name,
                 table.isQuery()  ? say("SELECT")
                 : table.isView() ? say("view")
                                  : say("table"),
                 QString::number(table.columns.size()), table.key.join(QStringLiteral(", ")),
                 table.readOnlyReason().isEmpty() ? QString() : say("read only")};
    printTable({say("table"), say("kind"), say("columns"), say("key"), {}}, rows);
    return Done;
}

namespace {

// The condition, with a line that marks where it goes wrong.
Result<Filter> filterFrom(const QString& where, const Table& table, Engine engine) {
    auto condition = bindCondition(where, table);
    if (!condition)
        return Error{ErrorKind::Usage, condition.error().sentence,
                     where.simplified() == where
                         ? where + u'\n' + QString(condition.error().at + 3, u' ') + u'^'
                         : where};
    return Filter(*condition, Filter::Wants::Holding, table, engine);
}

struct Page {
    qint64 total = 0;
    std::vector<Record> records;
};

Result<Page> readPage(Session& session, const Table& table, const SortOrder& sort,
                      const RowsOptions& options) {
    TableReader reader(session, table);
    if (options.where.isEmpty()) {
        const auto total = reader.count();
        if (!total)
            return total.error();
        auto records = reader.range(sort, options.offset, options.limit);
        if (!records)
            return records.error();
        return Page{*total, std::move(*records)};
    }
    const auto filter = filterFrom(options.where, table, session.spec().engine);
    if (!filter)
        return filter.error();
    Page page;
    const auto isOnPage = [&](qint64 place) {
        return place >= options.offset &&
               (options.limit < 0 || place - options.offset < options.limit);
    };
    if (table.key.isEmpty()) {
        const Status scanned =
            reader.scanMatching(*filter, sort, table.columns, [&](std::vector<Value>&& values) {
                if (isOnPage(page.total++))
                    page.records.push_back({{}, std::move(values)});
                return true;
            });
        return scanned ? Result<Page>(std::move(page)) : scanned.error();
    }
    const auto keys = reader.keysMatching(*filter, sort);
    if (!keys)
        return keys.error();
    page.total = keys->size();
    std::vector<Key> wanted;
    for (qsizetype place = 0; place < keys->size(); ++place) {
        if (isOnPage(place))
            wanted.push_back(keys->at(place));
    }
    auto records = reader.records(wanted);
    if (!records)
        return records.error();
    QHash<Key, Record*> byKey;
    for (Record& record : *records)
        byKey.insert(record.key, &record);
    for (const Key& key : wanted) {
        if (Record* record = byKey.value(key))
            page.records.push_back(std::move(*record));
    }
    return page;
}

} // namespace

int runRows(const RowsOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    auto screen = findScreen(*opened, options.screen);
    if (!screen)
        return report(screen.error(), options.json);
    const Table& table = *screen->table;
    SortOrder sort;
    if (!options.sort.isEmpty()) {
        auto parsed = sortOrderFromText(options.sort, table);
        if (!parsed)
            return report(parsed.error(), options.json);
        sort = *parsed;
    }
    const auto page = readPage(*opened->session, table, sort, options);
    if (!page)
        return report(page.error(), options.json);
    const auto& [total, records] = *page;

    if (options.json) {
        Json rows = Json::array();
        for (const Record& record : records) {
            Json row = Json::object();
            for (const BoundField& field : screen->fields)
                row[utf8(field.name())] =
                    jsonOf(record.values[static_cast<size_t>(field.columnIndex)]);
            rows.push_back(row);
        }
        print({{"total", total}, {"rows", rows}});
        return Done;
    }
    QStringList heading;
    for (const BoundField& field : screen->fields) {
        if (field.placement.inGrid())
            heading += field.label();
    }
    QList<QStringList> rows;
    for (const Record& record : records) {
        QStringList cells;
        for (const BoundField& field : screen->fields) {
            if (field.placement.inGrid())
                cells += shownText(field, record.values[static_cast<size_t>(field.columnIndex)]);
        }
        rows += cells;
    }
    printTable(heading, rows);
    printLine(say("%1 of %2").arg(QLocale().toString(rows.size()), countedRecords(total)));
    return Done;
}

int runAdd(const WriteOptions& options) {
    auto context = prepareWrite(options, Operation::Insert);
    if (!context)
        return report(context.error(), {}, options.json);
    const FieldValues defaults = defaultsOf(context->screen);
    for (auto value = defaults.begin(); value != defaults.end(); ++value) {
        if (!context->values.contains(value.key()))
            context->values.insert(value.key(), value.value());
    }
    ChangeRequest request;
    request.action = QStringLiteral("add");
    request.edits.push_back(
        {Operation::Insert, context->screen.table->name, {}, {}, context->values});
    return commit(*context, std::move(request), options);
}

int runEdit(const WriteOptions& options) {
    auto context = prepareWrite(options, Operation::Update);
    if (!context)
        return report(context.error(), {}, options.json);
    const Table& table = *context->screen.table;
    const auto record = TableReader(*context->opened.session, table).record(context->keys.front());
    if (!record)
        return report(record.error(), options.json);
    if (!*record)
        return report(noSuchRecord(context->screen, context->keys.front()), options.json);

    RecordEdit edit{Operation::Update, table.name, context->keys.front(), {}, context->values};
    const FieldValues now = fieldValues(table, **record);
    for (auto field = context->values.begin(); field != context->values.end(); ++field)
        edit.before.insert(field.key(), context->was.value(field.key(), now.value(field.key())));
    ChangeRequest request;
    request.action = QStringLiteral("edit");
    request.edits.push_back(std::move(edit));
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

int runBulk(const WriteOptions& options) {
    auto context = prepareWrite(options, Operation::Update);
    if (!context)
        return report(context.error(), {}, options.json);
    const Table& table = *context->screen.table;
    if (options.keys.isEmpty() == options.where.isEmpty())
        return report({ErrorKind::Usage, say("Say which records: --key K … or --where CONDITION.")},
                      options.json);
    if (!options.where.isEmpty()) {
        const auto filter =
            filterFrom(options.where, table, context->opened.session->spec().engine);
        if (!filter)
            return report(filter.error(), options.json);
        const auto keys = TableReader(*context->opened.session, table).keysMatching(*filter, {});
        if (!keys)
            return report(keys.error(), options.json);
        for (qsizetype place = 0; place < keys->size(); ++place)
            context->keys.push_back(keys->at(place));
    }
    const auto preview =
        previewBulkUpdate(*context->opened.session, table, context->keys, context->values);
    if (!preview)
        return report(preview.error(), options.json);
    if (!preview->gone.empty())
        return report(noSuchRecord(context->screen, preview->gone.front()), options.json);
    if (!options.dryRun)
        return commit(*context, bulkUpdateRequest(*preview), options);
    if (options.json) {
        print(jsonOf(*preview, table));
    } else {
        printLine(say("%1 would change, %2 already so.")
                      .arg(countedRecords(static_cast<qint64>(preview->steps.size())))
                      .arg(preview->unchanged.size()));
    }
    return Done;
}

int runLog(const LogOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    LogFilter filter{options.table, options.by, options.since, {}, {}, options.limit};
    if (!options.key.isEmpty()) {
        const Table* table = opened->catalog.table(options.table);
        if (!table)
            return report(
                {ErrorKind::Usage, say("--key needs --table with a table of the database.")},
                options.json);
        auto key = keyFromText(options.key, table->keyTypes());
        if (!key)
            return report(key.error(), options.json);
        filter.key = *key;
    }
    const auto changes = ChangeLog(*opened->session).list(filter);
    if (!changes)
        return report(changes.error(), options.json);
    if (options.json) {
        Json list = Json::array();
        for (const ChangeSummary& change : *changes)
            list.push_back(jsonOf(change));
        print(list);
        return Done;
    }
    QList<QStringList> rows;
    for (const ChangeSummary& change : *changes)
        rows += {QString::number(change.id),
                 change.at,
                 change.person,
                 change.screen,
                 change.action,
                 QString::number(change.records),
                 change.tables.join(QStringLiteral(", "))};
    if (rows.isEmpty())
        printLine(say("The change log is empty."));
    else
        printTable({say("change"), say("at"), say("by"), say("screen"), say("action"),
                    say("records"), say("tables")},
                   rows);
    return Done;
}

int runShow(const ChangeOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadOnly);
    if (!opened)
        return report(opened.error(), options.json);
    const auto change = ChangeLog(*opened->session).change(options.change, opened->catalog);
    if (!change)
        return report(change.error(), options.json);
    if (options.json) {
        print(jsonOf(*change, opened->catalog));
        return Done;
    }
    printLine(say("Change %1: %2 by %3 at %4")
                  .arg(change->id)
                  .arg(change->action, change->person, change->at));
    for (const RecordChange& record : change->records) {
        const Table* table = opened->catalog.table(record.table);
        printLine(
            say("%1 %2 %3")
                .arg(operationName(record.operation), record.table,
                     keyText(record.key, table ? table->keyTypes() : std::vector<ColumnType>{})));
        const FieldValues& columns =
            record.operation == Operation::Delete ? record.before : record.after;
        for (auto field = columns.begin(); field != columns.end(); ++field) {
            const Column* column = table ? table->column(field.key()) : nullptr;
            const ColumnType type = column ? column->type : ColumnType{};
            printLine(QStringLiteral("  %1: %2 → %3")
                          .arg(field.key(), toText(record.before.value(field.key()), type),
                               toText(record.after.value(field.key()), type)));
        }
    }
    return Done;
}

int runRollback(const ChangeOptions& options) {
    auto opened = openProject(options.file, Session::Access::ReadWrite);
    if (!opened)
        return report(opened.error(), options.json);
    const auto plan = planRollback(*opened->session, opened->catalog, options.change);
    if (!plan)
        return report(plan.error(), options.json);

    Json answer = jsonOf(*plan, opened->catalog);
    answer["change"] = nullptr;
    auto request = rollbackRequest(*plan, options.onConflict);
    if (!request || options.dryRun) {
        if (options.json)
            print(answer);
        else
            for (const RollbackStep& step : plan->steps)
                printLine(say("%1 %2 %3: %4 %5")
                              .arg(operationName(step.operation), step.table, keyText(step.key, {}),
                                   stateName(step.state), step.reason)
                              .trimmed());
        if (options.dryRun)
            return plan->isClean() ? Done : RefusedExit;
        if (!options.json)
            return report(request.error(), false);
        return RefusedExit;
    }
    request->person = personName();
    ChangeWriter writer(*opened->session, opened->catalog, opened->rules);
    const auto written = writer.write(*request);
    if (!written)
        return report(written.error(), opened->catalog, options.json);
    if (written->id > 0)
        answer["change"] = written->id;
    if (options.json)
        print(answer);
    else if (written->id > 0)
        printLine(say("Change %1: rolled back %2 of change %3.")
                      .arg(written->id)
                      .arg(countedRecords(static_cast<qint64>(written->records.size())))
                      .arg(options.change));
    else
        printLine(say("Nothing to roll back: the records already are as they were."));
    return Done;
}

} // namespace gravin::cli
