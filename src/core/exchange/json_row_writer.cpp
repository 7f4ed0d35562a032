// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/change_json.h"
#include "core/exchange/row_writer.h"

namespace gravin {

namespace {

class JsonRowWriter : public RowWriter {
public:
    explicit JsonRowWriter(const QString& path)
        : m_file(path) {}

    Status begin(const QList<FileColumn>& columns) override {
        if (Status opened = m_file.open(); !opened)
            return opened;
        for (const FileColumn& column : columns)
            m_names.push_back(utf8(column.head));
        return put(QByteArray("["));
    }
    Status put(const std::vector<FileCell>& row) override {
        OrderedJson object = OrderedJson::object();
        for (size_t i = 0; i < row.size(); ++i)
            appendMember(object, m_names[i],
                         row[i].shown ? OrderedJson(utf8(*row[i].shown)) : jsonOf(row[i].value));
        const QByteArray between = std::exchange(m_isFirst, false) ? "\n" : ",\n";
        return put(between + compactJson(object));
    }
    Status end() override {
        const Status written = put(QByteArray("\n]\n"));
        return written ? m_file.commit() : written;
    }

private:
    Status put(const QByteArray& bytes) {
        if (m_file.device().write(bytes) == bytes.size())
            return ok();
        return Error{
            ErrorKind::File,
            coreTr("The file could not be written: %1").arg(m_file.device().errorString())};
    }

    WholeFile m_file;
    std::vector<std::string> m_names;
    bool m_isFirst = true;
};

} // namespace

std::unique_ptr<RowWriter> jsonRowWriter(const QString& path) {
    return std::make_unique<JsonRowWriter>(path);
}

} // namespace gravin
