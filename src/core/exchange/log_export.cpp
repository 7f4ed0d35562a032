// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/log_export.h"

#include "core/base/text.h"
#include "core/exchange/change_json.h"
#include "core/exchange/csv_writer.h"
#include "core/value/text_form.h"

namespace gravin {

namespace {

// Of a binary value the digits; the others as people type them.
QString exported(const Value& value, const ColumnType& type) {
    return value.kind() == Value::Kind::Binary ? QString::fromLatin1(value.asBinary().toHex())
                                               : toText(value, type);
}

class Exporter {
public:
    Exporter(const Catalog& catalog, LogFormat format, QIODevice& out)
        : m_catalog(catalog)
        , m_format(format)
        , m_out(out)
        , m_csv(out) {}

    bool begin() {
        if (m_format == LogFormat::Json)
            return put(QStringLiteral("["));
        QStringList heads;
        for (const char* head : {"change", "at", "by", "screen", "action", "note", "undoes",
                                 "table", "key", "op", "field", "before", "after", "account"})
            heads += QLatin1String(head);
        return m_csv.putRow(heads);
    }
    bool write(const CommittedChange& change) {
        return m_format == LogFormat::Json ? writeJson(change) : writeCsv(change);
    }
    bool end() { return m_format == LogFormat::Csv || put(QStringLiteral("\n]\n")); }

private:
    bool put(const QString& text) {
        const QByteArray bytes = text.toUtf8();
        return m_out.write(bytes) == bytes.size();
    }
    ColumnType typeOf(const Table* table, const QString& name) const {
        const Column* column = table ? table->column(name) : nullptr;
        return column ? column->type : ColumnType{};
    }
    static QStringList columnsOf(const RecordChange& record) {
        return record.operation == Operation::Delete ? record.before.keys() : record.after.keys();
    }

    bool writeCsv(const CommittedChange& change) {
        const QStringList head{QString::number(change.id),
                               change.at,
                               change.person,
                               change.screen,
                               change.action,
                               change.note,
                               change.refersTo ? QString::number(*change.refersTo) : QString()};
        if (change.records.empty())
            return m_csv.putRow(head + QStringList(6) + QStringList{change.account});
        for (const RecordChange& record : change.records) {
            const Table* table = m_catalog.table(record.table);
            const QStringList place{record.table, shownKey(record.key, table),
                                    operationName(record.operation)};
            const QStringList columns = columnsOf(record);
            for (const QString& column : columns) {
                const ColumnType type = typeOf(table, column);
                if (!m_csv.putRow(head + place +
                                  QStringList{column, exported(record.before.value(column), type),
                                              exported(record.after.value(column), type),
                                              change.account}))
                    return false;
            }
        }
        return true;
    }

    bool writeJson(const CommittedChange& change) {
        const std::string text =
            jsonOf(change, m_catalog).dump(2, ' ', false, OrderedJson::error_handler_t::replace);
        return put(
            (std::exchange(m_isFirst, false) ? QStringLiteral("\n") : QStringLiteral(",\n")) +
            QString::fromStdString(text));
    }

    const Catalog& m_catalog;
    LogFormat m_format;
    QIODevice& m_out;
    CsvWriter m_csv;
    bool m_isFirst = true;
};

} // namespace

std::optional<LogFormat> logFormatOf(const QString& fileName) {
    if (fileName.endsWith(u".csv", Qt::CaseInsensitive))
        return LogFormat::Csv;
    if (fileName.endsWith(u".json", Qt::CaseInsensitive))
        return LogFormat::Json;
    return std::nullopt;
}

Result<qint64> exportLog(Session& session, const Catalog& catalog, const LogFilter& filter,
                         LogFormat format, QIODevice& out,
                         const std::function<bool()>& isCancelled) {
    ChangeLog log(session);
    const auto changes = log.list(filter);
    if (!changes)
        return changes.error();
    Exporter exporter(catalog, format, out);
    bool written = exporter.begin();
    for (auto summary = changes->begin(); written && summary != changes->end(); ++summary) {
        if (isCancelled && isCancelled())
            return Error{ErrorKind::Cancelled, coreTr("Stopped.")};
        const auto change = log.change(summary->id, catalog);
        if (!change)
            return change.error();
        written = exporter.write(*change);
    }
    if (!written || !exporter.end())
        return Error{ErrorKind::File,
                     coreTr("The file could not be written: %1").arg(out.errorString())};
    return static_cast<qint64>(changes->size());
}

} // namespace gravin
