// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/base/json.h"
#include "core/base/text.h"
#include "core/base/whole_file.h"
#include "core/exchange/import/file_rows.h"

#include <QSet>

#include <limits>

namespace gravin {

namespace {

constexpr qint64 LargestJsonFile = 512LL << 20;

FileInput inputOf(const OrderedJson& member) {
    switch (member.type()) {
    case OrderedJson::value_t::null:
        return {};
    case OrderedJson::value_t::boolean:
        return {member.get<bool>() ? QStringLiteral("true") : QStringLiteral("false"), false,
                Value::boolean(member.get<bool>())};
    case OrderedJson::value_t::number_integer:
        return {QString::number(member.get<qint64>()), false, Value::integer(member.get<qint64>())};
    case OrderedJson::value_t::number_unsigned: {
        const auto number = member.get<quint64>();
        const bool isSigned = number <= static_cast<quint64>(std::numeric_limits<qint64>::max());
        return {QString::number(number), false,
                isSigned ? std::optional(Value::integer(static_cast<qint64>(number)))
                         : std::nullopt};
    }
    case OrderedJson::value_t::number_float:
        return {fromUtf8(member.dump()), false, Value::real(member.get<double>())};
    case OrderedJson::value_t::string: {
        const QString text = fromUtf8(member.get_ref<const std::string&>());
        return {text.isNull() ? QStringLiteral("") : text, false, {}};
    }
    case OrderedJson::value_t::object:
        if (const OrderedJson& bytes = loose::member(member, "base64"); bytes.is_string()) {
            const QByteArray decoded = QByteArray::fromBase64(
                QByteArray::fromStdString(bytes.get_ref<const std::string&>()));
            return {{}, false, Value::binary(decoded.isNull() ? QByteArray("") : decoded)};
        }
        break;
    default:
        break;
    }
    return {QString::fromUtf8(compactJson(member)), false, {}};
}

class JsonRows : public FileRows {
public:
    explicit JsonRows(OrderedJson rows)
        : m_rows(std::move(rows)) {}

    // Of the first rows, in which all members should be.
    Status findHeads() {
        QSet<QString> seen;
        for (const OrderedJson& row : m_rows) {
            if (!row.is_object())
                return Error{ErrorKind::Damaged,
                             coreTr("A row of the file is no JSON object but: %1")
                                 .arg(QString::fromUtf8(compactJson(row)).left(60))};
            for (const auto& [name, member] : row.items()) {
                const QString head = fromUtf8(name);
                if (!seen.contains(head)) {
                    seen.insert(head);
                    m_heads += head;
                }
            }
        }
        return ok();
    }
    QStringList heads() const override { return m_heads; }
    qint64 line() const override { return m_next; }
    Result<bool> next(std::vector<FileInput>& row) override {
        if (m_next == static_cast<qint64>(m_rows.size()))
            return false;
        const OrderedJson& object = m_rows[static_cast<size_t>(m_next++)];
        row.clear();
        for (const QString& head : m_heads) {
            const auto member = object.find(utf8(head));
            row.push_back(member == object.end() ? FileInput() : inputOf(*member));
        }
        return true;
    }

private:
    OrderedJson m_rows;
    QStringList m_heads;
    qint64 m_next = 0;
};

} // namespace

Result<std::unique_ptr<FileRows>> openJsonRows(const QString& path) {
    const auto content = readWholeFile(path, LargestJsonFile);
    if (!content)
        return content.error();
    OrderedJson json = OrderedJson::parse(content->begin(), content->end(), nullptr, false);
    if (!json.is_array())
        return Error{ErrorKind::Damaged, coreTr("%1 is no JSON array of objects.").arg(path)};
    auto rows = std::make_unique<JsonRows>(std::move(json));
    if (Status found = rows->findHeads(); !found)
        return found.error();
    return std::unique_ptr<FileRows>(std::move(rows));
}

} // namespace gravin
