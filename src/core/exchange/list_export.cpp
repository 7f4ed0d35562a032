// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/list_export.h"

#include "core/base/text.h"
#include "core/exchange/files_beside.h"
#include "core/exchange/list_totals.h"
#include "core/exchange/record_run.h"

#include <QDir>

#include <QFileInfo>

#include <algorithm>
#include <future>
#include <iterator>

namespace gravin {

namespace {

// One of the file's columns.
struct Part {
    const BoundField* field;
    bool isShown; // what people see of a lookup or a choice
};

// One line of the file: a record's, or one that stands among them.
struct FileRow {
    std::vector<FileCell> cells;
    std::optional<int> level = {}; // of one that is no record's
};

// Writes rows beside who reads them: one part is written while the next one is read.
class WriterBeside {
public:
    explicit WriterBeside(RowWriter& writer)
        : m_writer(writer) {}

    // Takes a part; what came of the one before is the answer.
    Status put(std::vector<FileRow>&& rows) {
        if (Status before = wait(); !before)
            return before;
        m_writing = std::async(std::launch::async, [this, part = std::move(rows)]() -> Status {
            for (const FileRow& row : part) {
                Status placed =
                    row.level ? m_writer.putAside(row.cells, *row.level) : m_writer.put(row.cells);
                if (!placed)
                    return placed;
            }
            return ok();
        });
        return ok();
    }
    // Until all of it is written.
    Status wait() { return m_writing.valid() ? m_writing.get() : ok(); }

private:
    RowWriter& m_writer;
    std::future<Status> m_writing; // it is waited for where it is destroyed, too
};

class ListExport {
public:
    ListExport(Session& session, const Catalog& catalog, const BoundScreen& screen,
               const ExportOptions& options)
        : m_session(session)
        , m_catalog(catalog)
        , m_screen(screen)
        , m_options(options)
        , m_texts(session, catalog, options.form) {}

    Status choose(const QStringList& columns) {
        for (const QString& name : columns) {
            const BoundField* field = m_screen.field(name);
            if (!field)
                return Error{
                    ErrorKind::Usage,
                    coreTr("The screen %1 has no field “%2”.").arg(m_screen.screen.label, name)};
            if (isBytes(*field) && m_options.bytes == ExportOptions::Bytes::LeftOut)
                continue;
            using Lookups = ExportOptions::Lookups;
            const bool isOtherwise = ShownTexts::isSeenOtherwise(*field);
            if (isOtherwise && m_options.lookups != Lookups::Stored)
                m_parts.push_back({field, true});
            if (!isOtherwise || m_options.lookups != Lookups::Shown)
                m_parts.push_back({field, false});
        }
        if (m_parts.empty())
            return Error{ErrorKind::Usage, coreTr("There is no field to export.")};
        if (m_options.withTotals)
            countTotals();
        return ok();
    }

    // Pictures and files go beside the file; none are there before this went well.
    Status beginFiles(const QString& path) {
        return m_options.bytes == ExportOptions::Bytes::Beside ? m_files.begin(path) : ok();
    }
    Status keepFiles() {
        return m_options.bytes == ExportOptions::Bytes::Beside ? m_files.commit() : ok();
    }

    QList<FileColumn> heads() const {
        QList<FileColumn> heads;
        for (const Part& part : m_parts) {
            const bool isStoredBeside = !part.isShown && ShownTexts::isSeenOtherwise(*part.field) &&
                                        m_options.lookups == ExportOptions::Lookups::Both;
            QString head = m_options.heads == ExportOptions::Heads::Columns ? part.field->name()
                                                                            : part.field->label();
            if (isStoredBeside)
                head = storedHead(head);
            const bool isText = part.isShown || (isBytes(*part.field) && areBeside());
            heads.append({head, isText ? ColumnType{TypeKind::Text} : part.field->column.type});
        }
        return heads;
    }

    Status write(RowWriter& writer, const RecordQuery& query, const ExportProgress& progress) {
        WriterBeside beside(writer);
        writer.setLevels(m_totals ? static_cast<int>(m_totals->groups().size()) : 0);
        Status read = eachRecord(
            m_session, *m_screen.table, query,
            [&](std::vector<Record>&& records, qint64 of) {
                return put(beside, records, of, progress);
            },
            needed());
        if (read && m_totals)
            read = beside.put(asides(m_totals->end()));
        Status written = beside.wait();
        return read ? written : read;
    }
    qint64 written() const { return m_written; }

private:
    static bool isBytes(const BoundField& field) {
        return field.column.type.kind == TypeKind::Binary;
    }
    bool areBeside() const { return m_options.bytes == ExportOptions::Bytes::Beside; }

    void countTotals() {
        QList<const BoundField*> fields;
        for (const Part& part : m_parts)
            fields += part.field;
        ListTotals totals(m_screen, fields, m_options.groupedBy);
        if (!totals.groups().isEmpty() || totals.hasTotals())
            m_totals = std::move(totals);
    }

    // Names stand where there is no figure, in front if possible.
    std::vector<FileRow> asides(const std::vector<ListTotals::Line>& lines) const {
        std::vector<FileRow> rows;
        for (const ListTotals::Line& line : lines) {
            FileRow& row = rows.emplace_back();
            row.level = line.level;
            row.cells.resize(m_parts.size());
            for (size_t i = 0; i < line.totals.size(); ++i) {
                const BoundField& field = *m_parts[i].field;
                if (m_parts[i].isShown)
                    continue;
                row.cells[i].value = line.totals[i];
                // A sheet would write it as what the column has: a date, a price.
                if (field.definition.total == FieldTotal::Count && !line.totals[i].isNull())
                    row.cells[i].shown = totalText(field, FieldTotal::Count, line.totals[i]);
            }
            const auto name = std::find_if(row.cells.begin(), row.cells.end(),
                                           [](const auto& cell) { return cell.value.isNull(); });
            if (name == row.cells.end())
                continue;
            const bool ends = line.what == ListTotals::Line::What::Ends;
            name->value = Value::text(line.name);
            name->shown =
                ends ? coreTr("%1: %2").arg(line.name, countedRecords(line.count)) : line.name;
        }
        return rows;
    }

    // The columns whose values stand in the file, or decide whether they do.
    QSet<QString> needed() const {
        QSet<QString> names;
        for (const Part& part : m_parts) {
            names += part.field->name();
            if (!part.field->visibleWhen)
                continue;
            for (const int place : part.field->visibleWhen->places)
                names += m_screen.table->columns[place].name;
        }
        for (const BoundField* group : m_totals ? m_totals->groups() : QList<const BoundField*>())
            names += group->name();
        return names;
    }

    Status put(WriterBeside& writer, const std::vector<Record>& records, qint64 total,
               const ExportProgress& progress) {
        const Present present = Present::take();
        QList<const BoundField*> shown;
        for (const Part& part : m_parts) {
            if (part.isShown)
                shown += part.field;
        }
        if (m_totals)
            shown += m_totals->groups();
        if (Status known = m_texts.lookUp(shown, records); !known)
            return known;
        std::vector<FileRow> rows;
        rows.reserve(records.size());
        for (const Record& record : records) {
            if (m_totals) {
                std::ranges::move(asides(m_totals->before(record, m_texts)),
                                  std::back_inserter(rows));
                m_totals->take(record);
            }
            std::vector<FileCell>& row = rows.emplace_back().cells;
            row.reserve(m_parts.size());
            for (const Part& part : m_parts) {
                auto cell = cellOf(part, record, present);
                if (!cell)
                    return cell.error();
                row.push_back(std::move(*cell));
            }
        }
        if (Status placed = writer.put(std::move(rows)); !placed)
            return placed;
        m_written += static_cast<qint64>(records.size());
        if (progress && !progress(m_written, total))
            return Error{ErrorKind::Cancelled, coreTr("Stopped. Nothing was written.")};
        return ok();
    }

    // What a person would not see of this record is not in the file either.
    Result<FileCell> cellOf(const Part& part, const Record& record, const Present& present) {
        const BoundField& field = *part.field;
        if (field.visibleWhen && !isTrueOf(*field.visibleWhen, record.values, present))
            return FileCell{};
        const Value& value = record.values[static_cast<size_t>(field.columnIndex)];
        if (!value.isNull() && isBytes(field) && areBeside() &&
            value.kind() == Value::Kind::Binary) {
            auto name = m_files.put(record.key, field.name(), value.asBinary());
            return name ? Result<FileCell>(FileCell{value, std::move(*name)}) : name.error();
        }
        if (value.isNull() || !part.isShown)
            return FileCell{value, {}};
        return FileCell{value, m_texts.of(field, value)};
    }

    Session& m_session;
    const Catalog& m_catalog;
    const BoundScreen& m_screen;
    const ExportOptions& m_options;
    std::vector<Part> m_parts;
    ShownTexts m_texts;
    std::optional<ListTotals> m_totals; // nothing: none are asked for
    FilesBeside m_files;
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
    case FileKind::Ods:
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
    if (suffix == u"ods")
        return FileKind::Ods;
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
    case FileKind::Ods:
        return QStringLiteral("ODS");
    }
    return {};
}

QString storedHead(const QString& head) { return coreTr("%1 (stored)").arg(head); }

Result<qint64> exportList(Session& session, const Catalog& catalog, const BoundScreen& screen,
                          const RecordQuery& query, const QStringList& columns,
                          const ExportOptions& options, const QString& path,
                          const ExportProgress& progress) {
    if (options.kind == FileKind::Ods)
        return Error{ErrorKind::Usage, coreTr("ODS is read only. Write XLSX.")};
    ListExport list(session, catalog, screen, options);
    if (Status chosen = list.choose(columns); !chosen)
        return chosen.error();
    const auto writer = writerFor(options, path, screen.screen.label);
    Status done = list.beginFiles(path);
    if (done)
        done = writer->begin(list.heads());
    if (done)
        done = list.write(*writer, query, progress);
    const Status kept = done ? list.keepFiles() : done;
    if (kept) {
        done = writer->end();
        // Nobody would know what these files are.
        if (!done && options.bytes == ExportOptions::Bytes::Beside)
            QDir(folderBeside(path)).removeRecursively();
    } else {
        done = kept;
    }
    return done ? Result<qint64>(list.written()) : done.error();
}

} // namespace gravin
