// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/list_export.h"

#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/fitting/lookup_store.h"
#include "core/records/table_reader.h"

#include <QFileInfo>

namespace gravin {

namespace {

// Records that are read together.
constexpr qsizetype RecordsAtOnce = 1000;
// Shown texts of a lookup that are remembered.
constexpr qsizetype MostRemembered = 50'000;

// One of the file's columns.
struct Part {
    const BoundField* field;
    bool isShown; // what people see of a lookup or a choice
};

bool isSeenOtherwise(const BoundField& field) {
    return field.definition.shownAs == ShownAs::Lookup || !field.definition.choices.isEmpty();
}

class ListExport {
public:
    ListExport(Session& session, const Catalog& catalog, const BoundScreen& screen,
               const ExportOptions& options)
        : m_session(session)
        , m_catalog(catalog)
        , m_screen(screen)
        , m_options(options) {}

    Status choose(const QStringList& columns) {
        for (const QString& name : columns) {
            const BoundField* field = m_screen.field(name);
            if (!field)
                return Error{
                    ErrorKind::Usage,
                    coreTr("The screen %1 has no field “%2”.").arg(m_screen.screen.label, name)};
            if (field->column.type.kind == TypeKind::Binary && !m_options.withBytes)
                continue;
            using Lookups = ExportOptions::Lookups;
            const bool isOtherwise = isSeenOtherwise(*field);
            if (isOtherwise && m_options.lookups != Lookups::Stored)
                m_parts.push_back({field, true});
            if (!isOtherwise || m_options.lookups != Lookups::Shown)
                m_parts.push_back({field, false});
        }
        if (m_parts.empty())
            return Error{ErrorKind::Usage, coreTr("There is no field to export.")};
        return ok();
    }

    QList<FileColumn> heads() const {
        QList<FileColumn> heads;
        for (const Part& part : m_parts) {
            const bool isStoredBeside = !part.isShown && isSeenOtherwise(*part.field) &&
                                        m_options.lookups == ExportOptions::Lookups::Both;
            QString head = m_options.heads == ExportOptions::Heads::Columns ? part.field->name()
                                                                            : part.field->label();
            if (isStoredBeside)
                head = coreTr("%1 (stored)").arg(head);
            heads.append({head, part.isShown ? ColumnType{TypeKind::Text} : part.field->column.type,
                          part.field->definition.format});
        }
        return heads;
    }

    Status write(RowWriter& writer, const RecordQuery& query, const ExportProgress& progress) {
        const Session::Reading reading(m_session); // all of it as it is at one moment
        return m_screen.table->key.isEmpty() ? writeByPosition(writer, query, progress)
                                             : writeByKeys(writer, query, progress);
    }
    qint64 written() const { return m_written; }

private:
    Status writeByKeys(RowWriter& writer, const RecordQuery& query,
                       const ExportProgress& progress) {
        TableReader reader(m_session, *m_screen.table);
        std::vector<KeyIndex> runs;
        qint64 total = 0;
        const Status scanned = reader.scanKeys(query, [&](KeyIndex&& run) {
            total += run.size();
            runs.push_back(std::move(run));
            return !progress || progress(0, total);
        });
        if (!scanned)
            return scanned;
        std::vector<Key> keys;
        const auto flush = [&]() -> Status {
            auto records = reader.records(keys);
            if (!records)
                return records.error();
            QHash<Key, size_t> places;
            for (size_t i = 0; i < records->size(); ++i)
                places.insert((*records)[i].key, i);
            std::vector<Record> ordered;
            for (const Key& key : keys) {
                if (const auto place = places.constFind(key); place != places.constEnd())
                    ordered.push_back(std::move((*records)[*place]));
            }
            keys.clear();
            return put(writer, ordered, total, progress);
        };
        for (const KeyIndex& run : runs) {
            for (qsizetype place = 0; place < run.size(); ++place) {
                keys.push_back(run.at(place));
                if (static_cast<qsizetype>(keys.size()) < RecordsAtOnce)
                    continue;
                if (Status flushed = flush(); !flushed)
                    return flushed;
            }
        }
        return keys.empty() ? ok() : flush();
    }

    // Of a source without a key, which is neither searched nor filtered.
    Status writeByPosition(RowWriter& writer, const RecordQuery& query,
                           const ExportProgress& progress) {
        if (query.isFiltered())
            return Error{
                ErrorKind::Usage,
                coreTr("%1 has no key, so that it cannot be searched.").arg(m_screen.table->name)};
        TableReader reader(m_session, *m_screen.table);
        const auto total = reader.count();
        if (!total)
            return total.error();
        for (qint64 offset = 0; offset < *total; offset += RecordsAtOnce) {
            const auto records = reader.range(query.sort, offset, RecordsAtOnce);
            if (!records)
                return records.error();
            if (Status done = put(writer, *records, *total, progress); !done)
                return done;
        }
        return ok();
    }

    Status put(RowWriter& writer, const std::vector<Record>& records, qint64 total,
               const ExportProgress& progress) {
        const Present present = Present::take();
        if (Status known = lookUp(records); !known)
            return known;
        std::vector<FileCell> row;
        for (const Record& record : records) {
            row.clear();
            for (const Part& part : m_parts)
                row.push_back(cellOf(part, record, present));
            if (Status placed = writer.put(row); !placed)
                return placed;
            ++m_written;
        }
        if (progress && !progress(m_written, total))
            return Error{ErrorKind::Cancelled, coreTr("Stopped. Nothing was written.")};
        return ok();
    }

    // What a person would not see of this record is not in the file either.
    FileCell cellOf(const Part& part, const Record& record, const Present& present) const {
        const BoundField& field = *part.field;
        if (field.visibleWhen && !isTrueOf(*field.visibleWhen, record.values, present))
            return {};
        const Value& value = record.values[static_cast<size_t>(field.columnIndex)];
        if (value.isNull() || !part.isShown)
            return {value, {}};
        if (field.definition.shownAs == ShownAs::Lookup) {
            const QHash<Key, QString>& shown = m_shown[&field];
            if (const auto text = shown.constFind(Key({value})); text != shown.constEnd())
                return {value, *text};
            return {value, {}};
        }
        const Choice* choice = choiceOf(field, value);
        return {value, choice ? std::optional(choice->label) : std::nullopt};
    }

    Status lookUp(const std::vector<Record>& records) {
        for (const Part& part : m_parts) {
            const BoundField& field = *part.field;
            if (!part.isShown || field.definition.shownAs != ShownAs::Lookup)
                continue;
            QHash<Key, QString>& shown = m_shown[&field];
            if (shown.size() > MostRemembered)
                shown.clear();
            QSet<Key> wanted;
            for (const Record& record : records) {
                const Value& value = record.values[static_cast<size_t>(field.columnIndex)];
                if (!value.isNull() && !shown.contains(Key({value})))
                    wanted.insert(Key({value}));
            }
            if (wanted.isEmpty())
                continue;
            std::vector<Value> values;
            for (const Key& key : std::as_const(wanted))
                values.push_back(key[0]);
            const auto entries = LookupStore::shownEntries(m_session, field.definition.lookup,
                                                           m_options.form, m_catalog, values);
            if (!entries)
                return entries.error();
            for (const LookupStore::Entry& entry : *entries)
                shown.insert(Key({entry.stored}), entry.shown.value(0));
        }
        return ok();
    }

    Session& m_session;
    const Catalog& m_catalog;
    const BoundScreen& m_screen;
    const ExportOptions& m_options;
    std::vector<Part> m_parts;
    mutable QHash<const BoundField*, QHash<Key, QString>> m_shown;
    qint64 m_written = 0;
};

std::unique_ptr<RowWriter> writerFor(const ExportOptions& options, const QString& path,
                                     const QString& title) {
    switch (options.kind) {
    case FileKind::Csv:
        return csvRowWriter(path, options.csv, options.form);
    case FileKind::Json:
        return jsonRowWriter(path);
    case FileKind::Xlsx:
        break;
    }
    return xlsxRowWriter(path, title, options.form);
}

} // namespace

std::optional<FileKind> fileKindOf(const QString& fileName) {
    const QString suffix = QFileInfo(fileName).suffix().toLower();
    if (suffix == u"csv" || suffix == u"tsv" || suffix == u"txt")
        return FileKind::Csv;
    if (suffix == u"xlsx")
        return FileKind::Xlsx;
    if (suffix == u"json")
        return FileKind::Json;
    return std::nullopt;
}

QString fileKindName(FileKind kind) {
    switch (kind) {
    case FileKind::Csv:
        return QStringLiteral("CSV");
    case FileKind::Xlsx:
        return QStringLiteral("XLSX");
    case FileKind::Json:
        return QStringLiteral("JSON");
    }
    return {};
}

Result<qint64> exportList(Session& session, const Catalog& catalog, const BoundScreen& screen,
                          const RecordQuery& query, const QStringList& columns,
                          const ExportOptions& options, const QString& path,
                          const ExportProgress& progress) {
    ListExport list(session, catalog, screen, options);
    if (Status chosen = list.choose(columns); !chosen)
        return chosen.error();
    const auto writer = writerFor(options, path, screen.screen.label);
    Status done = writer->begin(list.heads());
    if (done)
        done = list.write(*writer, query, progress);
    if (done)
        done = writer->end();
    return done ? Result<qint64>(list.written()) : done.error();
}

} // namespace gravin
