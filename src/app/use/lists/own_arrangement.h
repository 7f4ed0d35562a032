// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/list_set_up.h"

#include <QHash>
#include <QList>
#include <QObject>

namespace gravin {

// How a person has arranged one list, beyond what the screen says.
struct ListArrangement {
    QHash<QString, int> widths = {}; // of fields, in device-independent pixels
    QStringList order = {};          // of fields from left to right; empty: the screen's
    ListSetUp setUp = {};            // its sort, groups and hidden fields only
    QStringList shownAlike = {}; // fields that say the same everywhere and are shown all the same
    friend bool operator==(const ListArrangement&, const ListArrangement&) = default;
    bool isEmpty() const { return *this == ListArrangement(); }
};

// Tells lists that stand in the same place what a person made of one of them.
class ArrangementNews : public QObject {
    Q_OBJECT
public:
    static ArrangementNews& instance();

Q_SIGNALS:
    // `place`: as OwnArrangement::place() has it.
    void kept(const QString& place);
};

// What a person arranged on a place of a project: a screen, or a kind of children on it. Kept in
// the person's own settings, never in the project. A project without a file keeps nothing. Damaged
// settings count as none.
class OwnArrangement {
public:
    // `place`: unique within the project.
    OwnArrangement(const QString& projectFile, const QString& place);

    const QString& place() const { return m_place; } // among all projects; empty: nothing is kept
    // Nothing: the list is as the screen has it.
    std::optional<ListArrangement> list() const;
    // Tells ArrangementNews.
    void keep(const ListArrangement& list);
    // Which part of a divided area its first half takes, 0 to 1, by a name; nothing: as it comes.
    std::optional<double> split(const QString& name) const;
    void keepSplit(const QString& name, double part);
    QString tab() const; // that was open; empty: the first
    void keepTab(const QString& tab);
    void forget(); // all of it

private:
    void set(const QString& name, const QVariant& value);
    QVariant get(const QString& name) const;

    QString m_place; // in the settings; empty: nothing is kept
};

} // namespace gravin
