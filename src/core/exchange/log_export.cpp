// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/exchange/log_export.h"

#include "core/base/text.h"
#include "core/value/text_form.h"

#include <nlohmann/json.hpp>

namespace gravin {

namespace {

using Json = nlohmann::ordered_json;

std::string utf8(const QString& text) { return text.toUtf8().toStdString(); }

QString quotedCell(QString text) {
    static const QString formula = QStringLiteral("=+-@\t\r");
    bool isNumber = false;
    (void)text.toDouble(&isNumber);
    if (!text.isEmpty() && formula.contains(text[0]) && !isNumber)
        text.prepend(u'\'');
    return u'"' + text.replace(u'"', QStringLiteral("\"\"")) + u'"';
}

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
        , m_out(out) {}

    bool begin() {
        if (m_format == LogFormat::Json)
            return put(QStringLiteral("["));
        QStringList heads;
        for (const char* head : {"change", "at", "by", "screen", "action", "note", "undoes",
                                 "table", "key", "op", "field", "before", "after"})
            heads += QLatin1String(head);
        return putCells(heads);
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
    bool putCells(const QStringList& cells) {
        QStringList quoted;
        for (const QString& cell : cells)
            quoted += quotedCell(cell);
        return put(quoted.join(u',') + QStringLiteral("\r\n"));
    }
    ColumnType typeOf(const Table* table, const QString& name) const {
        const Column* column = table ? table->column(name) : nullptr;
        return column ? column->type : ColumnType{};
    }
    QString keyOf(const RecordChange& record, const Table* table) const {
        return keyText(record.key, table ? table->keyTypes() : std::vector<ColumnType>{});
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
            return putCells(head + QStringList(6));
        for (const RecordChange& record : change.records) {
            const Table* table = m_catalog.table(record.table);
            const QStringList place{record.table, keyOf(record, table),
                                    operationName(record.operation)};
            const QStringList columns = columnsOf(record);
            for (const QString& column : columns) {
                const ColumnType type = typeOf(table, column);
                if (!putCells(head + place +
                              QStringList{column, exported(record.before.value(column), type),
                                          exported(record.after.value(column), type)}))
                    return false;
            }
        }
        return true;
    }

    bool writeJson(const CommittedChange& change) {
        Json json = {{"id", change.id},
                     {"at", utf8(change.at)},
                     {"by", utf8(change.person)},
                     {"screen", utf8(change.screen)},
                     {"action", utf8(change.action)},
                     {"note", utf8(change.note)}};
        json["undoes"] = change.refersTo ? Json(*change.refersTo) : Json(nullptr);
        json["records"] = Json::array();
        for (const RecordChange& record : change.records) {
            const Table* table = m_catalog.table(record.table);
            Json entry = {{"table", utf8(record.table)},
                          {"key", utf8(keyOf(record, table))},
                          {"op", utf8(operationName(record.operation))}};
            entry["fields"] = Json::object();
            const QStringList columns = columnsOf(record);
            for (const QString& column : columns) {
                const ColumnType type = typeOf(table, column);
                const auto text = [&](const FieldValues& values) {
                    const Value value = values.value(column);
                    return value.isNull() ? Json(nullptr) : Json(utf8(exported(value, type)));
                };
                entry["fields"][utf8(column)] = {{"before", text(record.before)},
                                                 {"after", text(record.after)}};
            }
            json["records"].push_back(entry);
        }
        const std::string text = json.dump(2, ' ', false, Json::error_handler_t::replace);
        return put(
            (std::exchange(m_isFirst, false) ? QStringLiteral("\n") : QStringLiteral(",\n")) +
            QString::fromStdString(text));
    }

    const Catalog& m_catalog;
    LogFormat m_format;
    QIODevice& m_out;
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
