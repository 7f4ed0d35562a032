// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/saved_lists.h"

#include "core/base/file_tag.h"

#include <QJsonArray>
#include <QJsonDocument>
#include <QJsonObject>
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

QJsonObject jsonOf(const ListSetUp& setUp) {
    QJsonArray filters;
    for (const ActiveFilter& filter : setUp.filters)
        filters += QJsonObject{{QStringLiteral("column"), filter.column},
                               {QStringLiteral("words"), filter.words},
                               {QStringLiteral("condition"), filter.condition}};
    QJsonArray sort;
    for (const SortBy& by : setUp.sort)
        sort += QJsonObject{{QStringLiteral("column"), by.column},
                            {QStringLiteral("descending"), by.descending}};
    return {{QStringLiteral("filters"), filters},
            {QStringLiteral("search"), setUp.search},
            {QStringLiteral("sort"), sort},
            {QStringLiteral("grouped"), QJsonArray::fromStringList(setUp.groupedBy)},
            {QStringLiteral("hidden"), QJsonArray::fromStringList(setUp.hidden)}};
}

QStringList textsOf(const QJsonValue& list) {
    QStringList texts;
    for (const QJsonValue& text : list.toArray())
        texts += text.toString();
    return texts;
}

ListSetUp setUpFrom(const QJsonObject& json) {
    ListSetUp setUp;
    for (const QJsonValue& each : json[u"filters"].toArray()) {
        const QJsonObject filter = each.toObject();
        setUp.filters += ActiveFilter{filter[u"column"].toString(), filter[u"words"].toString(),
                                      filter[u"condition"].toString()};
    }
    for (const QJsonValue& each : json[u"sort"].toArray())
        setUp.sort += SortBy{each[u"column"].toString(), each[u"descending"].toBool()};
    setUp.search = json[u"search"].toString();
    setUp.groupedBy = textsOf(json[u"grouped"]);
    setUp.hidden = textsOf(json[u"hidden"]);
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
    return setUpFrom(QJsonDocument::fromJson(json).object());
}

bool SavedLists::keep(const QString& name, const ListSetUp& setUp) {
    QSettings kept = listSettings();
    kept.setValue(m_place + u'/' + keyOf(name),
                  QString::fromUtf8(QJsonDocument(jsonOf(setUp)).toJson(QJsonDocument::Compact)));
    kept.sync();
    return kept.status() == QSettings::NoError;
}

void SavedLists::forget(const QString& name) {
    listSettings().remove(m_place + u'/' + keyOf(name));
}

} // namespace gravin
