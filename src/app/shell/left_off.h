// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/key.h"

#include <QByteArray>
#include <QList>
#include <QMap>
#include <QString>

namespace gravin {

// Where a person left a project: kept for them by project file, nothing of it in the project.
// Widths, order and split of lists are kept with the lists (OwnArrangement).
struct LeftOff {
    struct Window {
        QString screen;
        Key record;
        QByteArray geometry;
    };
    QByteArray geometry; // of the main window; empty: never left
    QString screen;
    QMap<QString, Key> records; // by screen
    QMap<QString, int> folded;  // by screen: ScreenPage::Folded
    bool showsChangeLog = false;
    QList<int> middle; // how screen and change log share the height
    QList<Window> windows;

    static LeftOff of(const QString& projectFile);
    void keep(const QString& projectFile) const;
};

} // namespace gravin
