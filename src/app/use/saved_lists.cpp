// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/saved_lists.h"

#include "core/base/file_tag.h"
#include "core/base/json.h"

#include <QSettings>

namespace gravin {

namespace {

// A name may hold what separates groups in the settings.
QString keyOf(const QString& name) {
    return QString::fromLatin1(name.toUtf8().toBase64(QByteArray::Base64UrlEncoding));
}

QString nameOf(const QString& key) {
    return QString::fromUtf8(QByteArray::fromBase64(key.toLatin1(), QByteArray::Base64UrlEncoding));
}

QSettings listSettings() {
    return QSettings(QSettings::IniFormat, QSettings::UserScope, QStringLiteral("gravin"),
                     QStringLiteral("lists"));
}

OrderedJson jsonOf(const ListSetUp& setUp) {
    OrderedJson filters = OrderedJson::array();
    for (const ActiveFilter& filter : setUp.filters)
        filters.push_back({{"column", utf8(filter.column)},
                           {"words", utf8(filter.words)},
                           {"condition", utf8(filter.condition)}});
    OrderedJson sort = OrderedJson::array();
    for (const SortBy& by : setUp.sort)
        sort.push_back({{"column", utf8(by.column)}, {"descending", by.descending}});
    return {{"filters", filters},
            {"search", utf8(setUp.search)},
            {"sort", sort},
            {"grouped", listOf(setUp.groupedBy)},
            {"hidden", listOf(setUp.hidden)}};
}

ListSetUp setUpFrom(const OrderedJson& json) {
    ListSetUp setUp;
    for (const OrderedJson& filter : loose::list(json, "filters"))
        setUp.filters += ActiveFilter{loose::text(filter, "column"), loose::text(filter, "words"),
                                      loose::text(filter, "condition")};
    for (const OrderedJson& by : loose::list(json, "sort"))
        setUp.sort += SortBy{loose::text(by, "column"), loose::boolean(by, "descending")};
    setUp.search = loose::text(json, "search");
    setUp.groupedBy = loose::texts(json, "grouped");
    setUp.hidden = loose::texts(json, "hidden");
    return setUp;
}

} // namespace

SavedLists::SavedLists(const QString& projectFile, const QString& screenId)
    : m_place(fileTag(projectFile) + u'/' + keyOf(screenId)) {}

QStringList SavedLists::names() const {
    QSettings kept = listSettings();
    kept.beginGroup(m_place);
    QStringList names;
    for (const QString& key : kept.childKeys())
        names += nameOf(key);
    names.sort(Qt::CaseInsensitive);
    return names;
}

ListSetUp SavedLists::find(const QString& name) const {
    const QByteArray json = listSettings().value(m_place + u'/' + keyOf(name)).toString().toUtf8();
    return setUpFrom(loose::parsed(json));
}

bool SavedLists::keep(const QString& name, const ListSetUp& setUp) {
    QSettings kept = listSettings();
    kept.setValue(m_place + u'/' + keyOf(name), QString::fromUtf8(compactJson(jsonOf(setUp))));
    kept.sync();
    return kept.status() == QSettings::NoError;
}

void SavedLists::forget(const QString& name) {
    listSettings().remove(m_place + u'/' + keyOf(name));
}

} // namespace gravin
