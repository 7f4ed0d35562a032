// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/shell/left_off.h"

#include "app/look/person_settings.h"
#include "core/base/file_tag.h"

#include <algorithm>

namespace gravin {

namespace {

QSettings placeSettings() { return personSettings(QStringLiteral("left-off")); }

const QString GeometryKey = QStringLiteral("geometry");
const QString ScreenKey = QStringLiteral("screen");
const QString RecordsKey = QStringLiteral("records");
const QString FoldedKey = QStringLiteral("folded");
const QString RecordKey = QStringLiteral("record");
const QString LogKey = QStringLiteral("change-log");
const QString MiddleKey = QStringLiteral("middle");
const QString WindowsKey = QStringLiteral("windows");

// A file that somebody has changed by hand is read as far as it can be.
std::optional<Key> keyFrom(const QVariant& text) { return Key::decoded(text.toString()); }

} // namespace

LeftOff LeftOff::of(const QString& projectFile) {
    LeftOff left;
    if (projectFile.isEmpty())
        return left;
    QSettings settings = placeSettings();
    settings.beginGroup(fileTag(projectFile));
    left.geometry = settings.value(GeometryKey).toByteArray();
    left.screen = settings.value(ScreenKey).toString();
    left.showsChangeLog = settings.value(LogKey).toBool();
    for (const QVariant& size : settings.value(MiddleKey).toList())
        left.middle += size.toInt();
    const int records = settings.beginReadArray(RecordsKey);
    for (int i = 0; i < records; ++i) {
        settings.setArrayIndex(i);
        if (const auto key = keyFrom(settings.value(RecordKey)))
            left.records.insert(settings.value(ScreenKey).toString(), *key);
        constexpr int MostFolded = 2;
        left.folded.insert(settings.value(ScreenKey).toString(),
                           std::clamp(settings.value(FoldedKey).toInt(), 0, MostFolded));
    }
    settings.endArray();
    const int windows = settings.beginReadArray(WindowsKey);
    for (int i = 0; i < windows; ++i) {
        settings.setArrayIndex(i);
        if (const auto key = keyFrom(settings.value(RecordKey)))
            left.windows += {settings.value(ScreenKey).toString(), *key,
                             settings.value(GeometryKey).toByteArray()};
    }
    settings.endArray();
    return left;
}

void LeftOff::keep(const QString& projectFile) const {
    if (projectFile.isEmpty())
        return;
    QSettings settings = placeSettings();
    settings.beginGroup(fileTag(projectFile));
    settings.remove(QString());
    settings.setValue(GeometryKey, geometry);
    settings.setValue(ScreenKey, screen);
    settings.setValue(LogKey, showsChangeLog);
    QVariantList sizes;
    for (const int size : middle)
        sizes += size;
    settings.setValue(MiddleKey, sizes);
    settings.beginWriteArray(RecordsKey);
    int at = 0;
    for (auto record = records.begin(); record != records.end(); ++record) {
        settings.setArrayIndex(at++);
        settings.setValue(ScreenKey, record.key());
        settings.setValue(RecordKey, record->encoded());
        settings.setValue(FoldedKey, folded.value(record.key()));
    }
    settings.endArray();
    settings.beginWriteArray(WindowsKey);
    for (int i = 0; i < windows.size(); ++i) {
        settings.setArrayIndex(i);
        settings.setValue(ScreenKey, windows[i].screen);
        settings.setValue(RecordKey, windows[i].record.encoded());
        settings.setValue(GeometryKey, windows[i].geometry);
    }
    settings.endArray();
}

} // namespace gravin
