// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/use/lists/saved_lists.h"

#include "app/look/person_settings.h"

#include "core/base/file_tag.h"
#include "core/project/list_set_up_json.h"

namespace gravin {

namespace {

QString nameOf(const QString& key) {
    return QString::fromUtf8(QByteArray::fromBase64(key.toLatin1(), QByteArray::Base64UrlEncoding));
}

QSettings listSettings() { return personSettings(QStringLiteral("lists")); }

} // namespace

SavedLists::SavedLists(const QString& projectFile, const QString& screenId)
    : m_place(fileTag(projectFile) + u'/' + settingsKeyOf(screenId)) {}

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
    const QByteArray json =
        listSettings().value(m_place + u'/' + settingsKeyOf(name)).toString().toUtf8();
    try {
        ObjectReader reader(loose::parsed(json), name);
        return readListSetUp(reader, name);
    } catch (const BadProject&) {
        return {}; // damaged settings never stop anybody
    }
}

bool SavedLists::keep(const QString& name, const ListSetUp& setUp) {
    QSettings kept = listSettings();
    kept.setValue(m_place + u'/' + settingsKeyOf(name),
                  QString::fromUtf8(compactJson(jsonOf(setUp))));
    kept.sync();
    return kept.status() == QSettings::NoError;
}

void SavedLists::forget(const QString& name) {
    listSettings().remove(m_place + u'/' + settingsKeyOf(name));
}

} // namespace gravin
