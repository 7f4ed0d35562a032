// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/records/key_index.h"

#include <QHash>

#include <memory>
#include <vector>

namespace gravin {

// Finds where records belong in an ordered list by asking for the order of a few of its records
// together with them: each answer leaves them a part of the list, and a list of a million takes
// three. Belongs to one thread.
class PlaceSearch {
public:
    static constexpr size_t AtOnce = 200; // records of the list in one question

    // `wanted`: which may stand in the list, at places that do not count. The index must not change
    // while this is in use, and must outlive it.
    PlaceSearch(const KeyIndex& index, std::vector<Key> wanted);

    bool isDone() const { return m_question.empty(); }
    // What to ask the order of next.
    const std::vector<Key>& question() const { return m_question; }
    // The same in the list's order, without those that do not belong into it. False: the list is
    // not in that order any more.
    bool take(const std::vector<Key>& ordered);

    // Requires: isDone(). The list with the wanted records where they belong; null: it is as it is
    // already.
    std::unique_ptr<KeyIndex> result() const;

private:
    struct Wanted {
        Key key;
        qsizetype row = -1;   // where it stands now; −1: nowhere
        bool isListed = true; // until an answer lacks it
        // Between these rows of the list, without them.
        qsizetype after = -1;
        qsizetype before = 0;
        size_t rank = 0; // among the wanted, in the newest answer
    };
    void ask();
    void addPivots(qsizetype after, qsizetype before, size_t most);
    bool isFree(qsizetype row) const;
    qsizetype freeRow(qsizetype row, qsizetype after, qsizetype before) const;

    const KeyIndex& m_index;
    std::vector<Wanted> m_wanted;
    std::vector<qsizetype> m_taken; // rows that do not count, in order
    bool m_hasAsked = false;
    std::vector<Key> m_question;
    QHash<Key, qsizetype> m_rows; // of the list's records in the question
};

} // namespace gravin
