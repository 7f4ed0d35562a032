// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/table_watch.h"

#include "core/base/json.h"
#include "core/base/text.h"
#include "core/database/dialect.h"

#include <QCryptographicHash>

#include <algorithm>

namespace gravin {

namespace {
constexpr QLatin1String Prefix("gravin_seen_");
// The least that engines take (PostgreSQL: 63 bytes).
constexpr qsizetype LongestTriggerName = 60;
} // namespace

bool isWatcher(const QString& trigger) { return trigger.startsWith(Prefix); }

QString jsonArray(const QStringList& texts) {
    return QString::fromUtf8(compactJson(listOf(texts)));
}

QStringList fromJsonArray(const QString& text) {
    QStringList texts;
    const OrderedJson list = loose::parsed(text.toUtf8());
    if (!list.is_array())
        return texts;
    for (const OrderedJson& each : list)
        texts += loose::text(each);
    return texts;
}

QStringList TableWatch::withoutSchema() const { return {QStringLiteral("DROP TABLE gravin_seen")}; }

QString TableWatch::reasonAgainst(const Table& table) const {
    if (table.kind != Table::Kind::Table)
        return coreTr("%1 is no table, so nothing can be watched in it.").arg(table.name);
    if (table.key.isEmpty())
        return coreTr("%1 has no key, so the log could not name its records.").arg(table.name);
    return table.notWritableReason;
}

bool TableWatch::isCurrent(const Table& table) const {
    QStringList expected{tableLiteral(table), keyLiteral(table)};
    if (namesColumns())
        expected += columnsLiteral(table);
    return table.watchers.size() == triggerCount() &&
           std::all_of(table.watchers.begin(), table.watchers.end(), [&](const QString& text) {
               return std::all_of(expected.begin(), expected.end(),
                                  [&](const QString& part) { return text.contains(part); });
           });
}

std::optional<SeenRecord> TableWatch::unpacked(const QVariant& before, const QVariant& after,
                                               const QList<const Column*>& columns) const {
    const auto side = [&](const QVariant& packed) {
        return packed.isNull()
                   ? std::optional(SeenValues(static_cast<size_t>(columns.size()), std::nullopt))
                   : unpackedSide(packed.toString(), columns);
    };
    auto was = side(before);
    auto is = side(after);
    if (!was || !is)
        return std::nullopt;
    return SeenRecord{std::move(*was), std::move(*is)};
}

QList<const Column*> TableWatch::packedColumns(const Table& table) const {
    QList<const Column*> columns;
    for (const Column& column : table.columns) {
        if (!column.computed)
            columns += &column;
    }
    return columns;
}

QString TableWatch::literal(const QString& text) const {
    QString doubled = text;
    return u'\'' + doubled.replace(u'\'', QStringLiteral("''")) + u'\'';
}

QString TableWatch::tableLiteral(const Table& table) const { return literal(table.name); }

QString TableWatch::keyLiteral(const Table& table) const { return literal(jsonArray(table.key)); }

QString TableWatch::columnsLiteral(const Table& table) const {
    QStringList names;
    for (const Column* column : packedColumns(table))
        names += column->name;
    return literal(jsonArray(names));
}

QString TableWatch::triggerName(const QString& what, const Table& table) const {
    const QString name = Prefix + what + u'_' + table.relation;
    if (name.toUtf8().size() <= LongestTriggerName)
        return name;
    const QByteArray hash =
        QCryptographicHash::hash(name.toUtf8(), QCryptographicHash::Sha256).toHex();
    return Prefix + what + u'_' + QString::fromLatin1(hash.left(24));
}

} // namespace gravin
