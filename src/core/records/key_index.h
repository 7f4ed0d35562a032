// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/key.h"

#include <QByteArray>

#include <vector>

namespace gravin {

// The ordered keys of a view. Keys of one whole number take 8 bytes each; others are kept encoded.
// Not safe for use by several threads at once; moving one between threads is fine.
class KeyIndex {
public:
    qsizetype size() const;
    bool isEmpty() const { return size() == 0; }

    // Requires: 0 <= position < size().
    Key at(qsizetype position) const;
    // −1 when the key is not here. Takes time in proportion to the size: under a millisecond for a
    // million whole numbers.
    qsizetype positionOf(const Key& key) const;

    void append(const Key& key);
    void appendInteger(qint64 key) { m_integers.push_back(key); }
    void append(KeyIndex&& run);
    // Requires: 0 <= position <= size().
    void insert(qsizetype position, const Key& key);
    // Requires: 0 <= position < size().
    void removeAt(qsizetype position);
    void clear();
    // Without these rows, and with these keys, each before the row that is named (size(): at the
    // end). Both in the order of their rows; takes one pass.
    KeyIndex rearranged(const std::vector<qsizetype>& leaving,
                        const std::vector<std::pair<qsizetype, Key>>& coming) const;

    size_t bytes() const;

private:
    // Whole numbers as long as all keys are of that kind; from the first other key on, encoded.
    void leaveIntegers();

    std::vector<qint64> m_integers;
    std::vector<QByteArray> m_encoded;
};

} // namespace gravin
