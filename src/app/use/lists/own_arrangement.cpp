// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/own_arrangement.h"

#include "app/look/person_settings.h"

#include "core/base/file_tag.h"
#include "core/base/json.h"
#include "core/project/list_set_up_json.h"

#include <algorithm>

namespace gravin {

namespace {

constexpr int NarrowestKept = 20;
constexpr int WidestKept = 5000;

QSettings arrangements() { return personSettings(QStringLiteral("arrangements")); }

ListArrangement listFrom(const QByteArray& text) {
    ListArrangement list;
    const OrderedJson json = loose::parsed(text);
    for (const auto& [field, width] : loose::members(loose::member(json, "widths"))) {
        if (width.is_number_integer())
            list.widths.insert(fromUtf8(field),
                               static_cast<int>(std::clamp<qint64>(width.get<qint64>(),
                                                                   NarrowestKept, WidestKept)));
    }
    list.order = loose::texts(json, "order");
    list.shownAlike = loose::texts(json, "shown_alike");
    try {
        ObjectReader reader(loose::member(json, "list"), {});
        list.setUp = readListSetUp(reader, {});
    } catch (const BadProject&) {
        list.setUp = {};
    }
    return list;
}

QByteArray jsonOf(const ListArrangement& list) {
    OrderedJson widths = OrderedJson::object();
    QStringList fields = list.widths.keys();
    fields.sort();
    for (const QString& field : std::as_const(fields))
        appendMember(widths, utf8(field), list.widths[field]);
    return compactJson({{"widths", widths},
                        {"order", listOf(list.order)},
                        {"shown_alike", listOf(list.shownAlike)},
                        {"list", jsonOf(list.setUp)}});
}

} // namespace

ArrangementNews& ArrangementNews::instance() {
    static ArrangementNews news;
    return news;
}

OwnArrangement::OwnArrangement(const QString& projectFile, const QString& place)
    : m_place(projectFile.isEmpty() ? QString()
                                    : fileTag(projectFile) + u'/' + settingsKeyOf(place)) {}

QVariant OwnArrangement::get(const QString& name) const {
    return m_place.isEmpty() ? QVariant() : arrangements().value(m_place + u'/' + name);
}

void OwnArrangement::set(const QString& name, const QVariant& value) {
    if (!m_place.isEmpty())
        arrangements().setValue(m_place + u'/' + name, value);
}

std::optional<ListArrangement> OwnArrangement::list() const {
    const QByteArray kept = get(QStringLiteral("list")).toString().toUtf8();
    return kept.isEmpty() ? std::nullopt : std::optional(listFrom(kept));
}

void OwnArrangement::keep(const ListArrangement& list) {
    if (list.isEmpty() && !m_place.isEmpty())
        arrangements().remove(m_place + QStringLiteral("/list"));
    else
        set(QStringLiteral("list"), QString::fromUtf8(jsonOf(list)));
    if (!m_place.isEmpty())
        Q_EMIT ArrangementNews::instance().kept(m_place);
}

std::optional<double> OwnArrangement::split(const QString& name) const {
    bool isNumber = false;
    const double part = get(QStringLiteral("split-") + name).toDouble(&isNumber);
    return isNumber && part > 0 && part < 1 ? std::optional(part) : std::nullopt;
}

void OwnArrangement::keepSplit(const QString& name, double part) {
    set(QStringLiteral("split-") + name, part);
}

QString OwnArrangement::tab() const { return get(QStringLiteral("tab")).toString(); }

void OwnArrangement::keepTab(const QString& tab) { set(QStringLiteral("tab"), tab); }

void OwnArrangement::forget() {
    if (!m_place.isEmpty())
        arrangements().remove(m_place);
}

} // namespace gravin
