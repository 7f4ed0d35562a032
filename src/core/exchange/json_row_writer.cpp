// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/cell_text.h"
#include "core/exchange/change_json.h"
#include "core/exchange/row_writer.h"

#include <cmath>

namespace gravin {

namespace {

class JsonRowWriter : public RowWriter {
public:
    explicit JsonRowWriter(const QString& path)
        : m_file(path) {}

    Status begin(const QList<FileColumn>& columns) override {
        if (Status opened = m_file.open(); !opened)
            return opened;
        for (const FileColumn& column : columns) {
            m_names.push_back(utf8(column.head));
            m_types.push_back(column.type);
        }
        return put(QByteArray("["));
    }
    Status put(const std::vector<FileCell>& row) override {
        OrderedJson object = OrderedJson::object();
        for (size_t i = 0; i < row.size(); ++i)
            appendMember(object, m_names[i],
                         row[i].shown ? OrderedJson(utf8(*row[i].shown))
                                      : member(row[i].value, m_types[i]));
        const QByteArray between = std::exchange(m_isFirst, false) ? "\n" : ",\n";
        return put(between + compactJson(object));
    }
    Status end() override {
        const Status written = put(QByteArray("\n]\n"));
        return written ? m_file.commit() : written;
    }

private:
    // JSON's own forms, where the value can be told from them.
    static OrderedJson member(const Value& value, const ColumnType& type) {
        const bool isToldByJson =
            value.kind() == Value::Kind::Binary ||
            (type.kind == TypeKind::Any && value.kind() != Value::Kind::Text &&
             !(value.kind() == Value::Kind::Double && !std::isfinite(value.asDouble())));
        return !isToldByJson && isMarkedCell(value, type)
                   ? OrderedJson(utf8(cellText(value, type, LocaleForm::plain())))
                   : jsonOf(value);
    }

    Status put(const QByteArray& bytes) {
        if (m_file.device().write(bytes) == bytes.size())
            return ok();
        return Error{
            ErrorKind::File,
            coreTr("The file could not be written: %1").arg(m_file.device().errorString())};
    }

    WholeFile m_file;
    std::vector<std::string> m_names;
    std::vector<ColumnType> m_types;
    bool m_isFirst = true;
};

} // namespace

std::unique_ptr<RowWriter> jsonRowWriter(const QString& path) {
    return std::make_unique<JsonRowWriter>(path);
}

} // namespace gravin
