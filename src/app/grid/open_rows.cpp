// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/grid/open_rows.h"

#include <algorithm>

namespace gravin {

bool OpenRows::isOpen(int plain) const {
    return std::binary_search(m_rows.begin(), m_rows.end(), plain);
}

int OpenRows::insetsBefore(int plain) const {
    return static_cast<int>(std::lower_bound(m_rows.begin(), m_rows.end(), plain) - m_rows.begin());
}

int OpenRows::insetsAbove(int shown) const {
    int from = 0;
    int behind = count();
    while (from < behind) {
        const int middle = (from + behind) / 2;
        if (insetPlace(middle) < shown)
            from = middle + 1;
        else
            behind = middle;
    }
    return from;
}

bool OpenRows::isInset(int shown) const {
    const int above = insetsAbove(shown);
    return above < count() && insetPlace(above) == shown;
}

int OpenRows::plainOf(int shown) const {
    const int above = insetsAbove(shown);
    const bool isOne = above < count() && insetPlace(above) == shown;
    return shown - above - (isOne ? 1 : 0);
}

void OpenRows::open(int plain) {
    const auto at = std::lower_bound(m_rows.begin(), m_rows.end(), plain);
    if (at == m_rows.end() || *at != plain)
        m_rows.insert(at, plain);
}

void OpenRows::close(int plain) {
    const auto at = std::lower_bound(m_rows.begin(), m_rows.end(), plain);
    if (at != m_rows.end() && *at == plain)
        m_rows.erase(at);
}

void OpenRows::rowsCame(int first, int count) {
    for (int& row : m_rows)
        row += row >= first ? count : 0;
}

void OpenRows::rowsWent(int first, int count) {
    for (int& row : m_rows)
        row -= row >= first ? count : 0;
}

} // namespace gravin
