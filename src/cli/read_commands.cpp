// SPDX-License-Identifier: GPL-3.0-or-later
#include "cli/commands.h"

#include "cli/list_options.h"
#include "cli/opened.h"
#include "cli/output.h"
#include "core/base/text.h"
#include "core/changes/as_it_was.h"
#include "core/database/reach.h"
#include "core/fitting/data_fit.h"
#include "core/fitting/field_filter.h"
#include "core/fitting/field_input.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/list_query.h"
#include "core/fitting/lookup_store.h"
#include "core/project/project_file.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QFileInfo>
#include <QLocale>

namespace gravin::cli {

int runNew(const NewOptions& options) {
    const auto arrangement = arrangementFromName(options.arrangement);
    if (!arrangement)
        return report(
            {ErrorKind::Usage,
             coreTr("The arrangement “%1” is not one of grid, form, grid-form, grid-windows, "
                    "parent-children, form-children, grid-nested.")
                 .arg(options.arrangement)},
            options.json);
    if (QFileInfo::exists(options.file))
        return report(
            {ErrorKind::File,
             coreTr("%1 is already there. Choose another name or move it away.").arg(options.file)},
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
            return report({ErrorKind::Usage, coreTr("The database has no table “%1”.").arg(name)},
                          options.json);
    }
    Json screens = Json::array();
    for (const Table& table : opened->catalog.tables) {
        if (!options.tables.isEmpty() && !options.tables.contains(table.name))
            continue;
        screens.push_back(utf8(addGeneratedScreen(project, opened->catalog, table, *arrangement)));
        // What cannot be read proposes nothing.
        if (const auto fit = dataFitOf(*opened->session, opened->catalog, table))
            fitToData(project, opened->catalog, table, *fit);
    }
    if (Status saved = saveProject(project, options.file); !saved)
        return report(saved.error(), options.json);
    if (options.json) {
        print({{"file", utf8(options.file)}, {"screens", screens}});
        return Done;
    }
    printLine(
        coreTr("%1: %2.").arg(options.file, counted(project.screens.size(), "screen", "screens")));
    if (!options.readOnly)
        printLine(coreTr(
            "The first change will add tables to the database whose names begin with gravin_: they "
            "hold the change log."));
    return Done;
}

int runTables(const TablesOptions& options) {
    const auto spec = connectionOf(options.source);
    if (!spec)
        return report(spec.error(), options.json);
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
                 table.isQuery()  ? coreTr("SELECT")
                 : table.isView() ? coreTr("view")
                                  : coreTr("table"),
                 QString::number(table.columns.size()), table.key.join(QStringLiteral(", ")),
                 table.readOnlyReason().isEmpty() ? QString() : coreTr("read only")};
    printTable({coreTr("table"), coreTr("kind"), coreTr("columns"), coreTr("key"), {}}, rows);
    return Done;
}

namespace {

struct Page {
    qint64 total = 0;
    std::vector<Record> records;
};

bool isOnPage(qint64 place, const RowsOptions& options) {
    return place >= options.offset && (options.limit < 0 || place - options.offset < options.limit);
}

// All that passes the condition, of a source without a key.
Result<Page> scanPage(TableReader& reader, const Table& table, const Filter& filter,
                      const SortOrder& sort, const RowsOptions& options) {
    Page page;
    const Status scanned =
        reader.scanMatching(filter, sort, table.columns, [&](std::vector<Value>&& values) {
            if (isOnPage(page.total++, options))
                page.records.push_back({{}, std::move(values)});
            return true;
        });
    return scanned ? Result<Page>(std::move(page)) : scanned.error();
}

Result<Page> queryPage(TableReader& reader, const RecordQuery& query, const RowsOptions& options) {
    Page page;
    std::vector<Key> wanted;
    const Status scanned = reader.scanKeys(query, [&](KeyIndex&& run) {
        for (qsizetype place = 0; place < run.size(); ++place) {
            if (isOnPage(page.total++, options))
                wanted.push_back(run.at(place));
        }
        return true;
    });
    if (!scanned)
        return scanned.error();
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

// Of these rows: in `asked` what the screen asks for, and what was typed.
Result<Page> readPage(Opened& opened, const BoundScreen& screen, const RecordQuery& asked,
                      const RowsOptions& options) {
    Session& session = *opened.session;
    const QString where = conjunctionOf(asked.conditions);
    const SortOrder& sort = asked.sort;
    const Table table = withReached(*screen.table, {where});
    TableReader reader(session, table);
    if (where.isEmpty() && options.search.isEmpty()) {
        const auto total = reader.count();
        if (!total)
            return total.error();
        auto records = reader.range(sort, options.offset, options.limit);
        if (!records)
            return records.error();
        return Page{*total, std::move(*records)};
    }
    RecordQuery query{sort};
    if (!where.isEmpty()) {
        // What was typed is read alone first, so that a mistake is shown in its place.
        for (const QString& condition : {options.where, where}) {
            if (condition.isEmpty())
                continue;
            const auto filter = filterFrom(condition, table, session.spec().engine);
            if (!filter)
                return filter.error();
            if (condition == where && table.key.isEmpty() && options.search.isEmpty())
                return scanPage(reader, table, *filter, sort, options);
        }
        query.conditions = {where};
    }
    if (table.key.isEmpty())
        return Error{ErrorKind::Usage,
                     coreTr("%1 has no key, so that it cannot be searched.").arg(table.name)};
    query.search = options.search;
    query.searched = searchedColumns(screen, opened.catalog);
    return queryPage(reader, query, options);
}

// What a lookup shows for the values of these records; what it does not know is shown as stored.
QHash<Key, QString> shownBy(Session& session, const Catalog& catalog, const BoundField& field,
                            const std::vector<Record>& records) {
    QHash<Key, QString> shown;
    if (field.definition.shownAs != ShownAs::Lookup)
        return shown;
    QSet<Key> wanted;
    for (const Record& record : records) {
        const Value& value = record.values[static_cast<size_t>(field.columnIndex)];
        if (!value.isNull())
            wanted.insert(Key({value}));
    }
    std::vector<Value> values;
    for (const Key& key : std::as_const(wanted))
        values.push_back(key[0]);
    const auto entries =
        LookupStore::shownEntries(session, field.definition.lookup, field.form, catalog, values);
    for (const LookupStore::Entry& entry : entries ? *entries : QList<LookupStore::Entry>())
        shown.insert(Key({entry.stored}), entry.shown.value(0));
    return shown;
}

// What a grid shows of the records, row by row.
QList<QStringList> cellsOf(Opened& opened, const BoundScreen& screen,
                           const std::vector<Record>& records, bool stored) {
    QList<QStringList> rows(static_cast<qsizetype>(records.size()));
    const Present present = Present::take();
    for (const BoundField& field : screen.fields) {
        if (!field.placement.inGrid())
            continue;
        const auto shown = stored ? QHash<Key, QString>()
                                  : shownBy(*opened.session, opened.catalog, field, records);
        for (size_t i = 0; i < records.size(); ++i) {
            const Value& value = records[i].values[static_cast<size_t>(field.columnIndex)];
            const bool isHidden = !stored && field.visibleWhen &&
                                  !isTrueOf(*field.visibleWhen, records[i].values, present);
            rows[static_cast<qsizetype>(i)] +=
                isHidden ? QString() : shown.value(Key({value}), shownText(field, value));
        }
    }
    return rows;
}

} // namespace

int runRows(const RowsOptions& options) {
    // What was is kept in a temporary table.
    auto opened =
        openProject(options.file,
                    options.asOf.isEmpty() ? Session::Access::ReadOnly : Session::Access::ReadWrite,
                    options.locale, options.with);
    if (!opened)
        return report(opened.error(), options.json);
    auto screen =
        findScreen(*opened, options.screen, options.asOf.isEmpty() ? Act::Open : Act::History);
    if (!screen)
        return report(screen.error(), options.json);
    if (!options.asOf.isEmpty()) {
        gatherSeen(*opened);
        const auto moment = momentFrom(*opened->session, options.asOf);
        if (!moment)
            return report(moment.error(), options.json);
        auto then = lookBack(*opened->session, opened->catalog, *screen->table, *moment);
        if (!then)
            return report(then.error(), options.json);
        screen->table = then->table;
    }
    const auto setUp = setUpFor(options, *screen);
    if (!setUp)
        return report(setUp.error(), options.json);
    RecordQuery asked = listQuery(*screen, *setUp, opened->catalog);
    if (options.stored) {
        for (SortBy& by : asked.sort)
            by.by.clear();
    }
    if (!options.where.isEmpty())
        asked.conditions += options.where;
    for (BoundField& field : screen->fields) {
        if (setUp->hidden.contains(field.name()))
            field.placement.shownIn = ShownIn::Nowhere;
    }
    const auto page = readPage(*opened, *screen, asked, options);
    if (!page)
        return report(page.error(), options.json);
    const auto& [total, records] = *page;

    if (options.json) {
        Json rows = Json::array();
        for (const Record& record : records) {
            Json row = Json::object();
            for (const BoundField& field : screen->fields)
                row[utf8(field.name())] =
                    jsonOf(record.values[static_cast<size_t>(field.columnIndex)], field.column);
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
    const QList<QStringList> rows = cellsOf(*opened, *screen, records, options.stored);
    printTable(heading, rows);
    printLine(coreTr("%1 of %2").arg(QLocale().toString(rows.size()), countedRecords(total)));
    return Done;
}

} // namespace gravin::cli
