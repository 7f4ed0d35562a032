// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <cstddef>
#include <vector>

namespace gravin {

// Which rows of a list stand open. Behind each stands one more row, its inset, where what belongs
// to its record is shown. Plain rows are counted without insets, shown ones with them, both from 0.
class OpenRows {
public:
    bool isEmpty() const { return m_rows.empty(); }
    int count() const { return static_cast<int>(m_rows.size()); }
    bool isOpen(int plain) const;
    int shownOf(int plain) const { return plain + insetsBefore(plain); }
    // The plain row that is shown there, or whose inset is.
    int plainOf(int shown) const;
    bool isInset(int shown) const;
    // Where the inset of the open row at this position, from 0, is shown.
    int insetPlace(int position) const {
        return m_rows[static_cast<std::size_t>(position)] + position + 1;
    }

    // These and no others; in rising order.
    void setRows(std::vector<int> plain) { m_rows = std::move(plain); }
    void open(int plain);
    void close(int plain);
    // Plain rows came or went: those behind move. Requires: rows that go are closed.
    void rowsCame(int first, int count);
    void rowsWent(int first, int count);

private:
    int insetsBefore(int plain) const;
    // How many insets stand above this shown row.
    int insetsAbove(int shown) const;

    std::vector<int> m_rows; // plain, rising
};

} // namespace gravin
