// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>
#include <QStringList>

#include <vector>

namespace gravin {

// What keyboards and locales write in different ways, in one: digits of every script as 0 … 9,
// every blank as a plain one, every dash as "-", full-width signs as plain ones; without marks of
// direction and without blanks around it.
QString plainSigns(const QString& typed);

// The different ones of what a text can mean.
template <typename T>
std::vector<T> differentOnes(const std::vector<T>& all) {
    std::vector<T> different;
    for (const T& one : all) {
        bool isKnown = false;
        for (const T& known : different)
            isKnown = isKnown || known == one;
        if (!isKnown)
            different.push_back(one);
    }
    return different;
}

} // namespace gravin
