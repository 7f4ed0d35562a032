// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QByteArray>
#include <QString>
#include <QStringList>

namespace gravin {

// How records stand on labels or cards, so many on a page. A plain value; lengths in millimetres.
struct CardForm {
    static constexpr double Least = 5;   // of a width or a height
    static constexpr double Most = 1000; // of any length

    QStringList columns; // the first one stands large
    QString picture;     // the field that has one; empty: none
    double width = 63;
    double height = 38;
    double gap = 0;     // between cards
    double margin = 10; // of the page
    bool hasCutMarks = true;
    bool hasHeads = false; // the fields' labels stand before what is in them
    friend bool operator==(const CardForm&, const CardForm&) = default;
};

// One that the project keeps.
struct KeptCards {
    QString name;   // unique among those of its screen
    QString screen; // its id
    CardForm form;
    QByteArray unknown = {};
    // Without regard to case.
    bool isCalled(const QString& screenId, const QString& wanted) const {
        return screen == screenId && name.compare(wanted, Qt::CaseInsensitive) == 0;
    }
    friend bool operator==(const KeptCards&, const KeptCards&) = default;
};

} // namespace gravin
