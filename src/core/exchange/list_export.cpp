// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/list_export.h"

#include "core/base/text.h"
#include "core/exchange/record_run.h"

#include <QFileInfo>

#include <future>

namespace gravin {

namespace {

// One of the file's columns.
struct Part {
    const BoundField* field;
    bool isShown; // what people see of a lookup or a choice
};

// Writes rows beside who reads them: one part is written while the next one is read.
class WriterBeside {
public:
    explicit WriterBeside(RowWriter& writer)
        : m_writer(writer) {}

    // Takes a part; what came of the one before is the answer.
    Status put(std::vector<std::vector<FileCell>>&& rows) {
        if (Status before = wait(); !before)
            return before;
        m_writing = std::async(std::launch::async, [this, part = std::move(rows)]() -> Status {
            for (const std::vector<FileCell>& row : part) {
                if (Status placed = m_writer.put(row); !placed)
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
            if (field->column.type.kind == TypeKind::Binary && !m_options.withBytes)
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
        return ok();
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
            heads.append(
                {head, part.isShown ? ColumnType{TypeKind::Text} : part.field->column.type});
        }
        return heads;
    }

    Status write(RowWriter& writer, const RecordQuery& query, const ExportProgress& progress) {
        WriterBeside beside(writer);
        Status read = eachRecord(
            m_session, *m_screen.table, query,
            [&](std::vector<Record>&& records, qint64 of) {
                return put(beside, records, of, progress);
            },
            needed());
        Status written = beside.wait();
        return read ? written : read;
    }
    qint64 written() const { return m_written; }

private:
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
        if (Status known = m_texts.lookUp(shown, records); !known)
            return known;
        std::vector<std::vector<FileCell>> rows;
        rows.reserve(records.size());
        for (const Record& record : records) {
            std::vector<FileCell>& row = rows.emplace_back();
            row.reserve(m_parts.size());
            for (const Part& part : m_parts)
                row.push_back(cellOf(part, record, present));
        }
        if (Status placed = writer.put(std::move(rows)); !placed)
            return placed;
        m_written += static_cast<qint64>(records.size());
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
        return {value, m_texts.of(field, value)};
    }

    Session& m_session;
    const Catalog& m_catalog;
    const BoundScreen& m_screen;
    const ExportOptions& m_options;
    std::vector<Part> m_parts;
    ShownTexts m_texts;
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
    Status done = writer->begin(list.heads());
    if (done)
        done = list.write(*writer, query, progress);
    if (done)
        done = writer->end();
    return done ? Result<qint64>(list.written()) : done.error();
}

} // namespace gravin
