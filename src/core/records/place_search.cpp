// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/place_search.h"

#include <algorithm>
#include <set>

namespace gravin {

PlaceSearch::PlaceSearch(const KeyIndex& index, std::vector<Key> wanted)
    : m_index(index) {
    for (Key& key : wanted) {
        const qsizetype row = index.positionOf(key);
        if (row >= 0)
            m_taken.push_back(row);
        m_wanted.push_back({std::move(key), row, true, -1, index.size(), 0});
    }
    std::sort(m_taken.begin(), m_taken.end());
    ask();
}

bool PlaceSearch::isFree(qsizetype row) const {
    return !std::binary_search(m_taken.begin(), m_taken.end(), row);
}

// The free row that is nearest to this one between these two; −1: there is none.
qsizetype PlaceSearch::freeRow(qsizetype row, qsizetype after, qsizetype before) const {
    for (qsizetype up = row; up < before; ++up) {
        if (isFree(up))
            return up;
    }
    for (qsizetype down = row - 1; down > after; --down) {
        if (isFree(down))
            return down;
    }
    return -1;
}

// Rows spread over what lies between.
void PlaceSearch::addPivots(qsizetype after, qsizetype before, size_t most) {
    const qsizetype between = before - after - 1;
    const auto count = std::min<qsizetype>(between, static_cast<qsizetype>(most));
    for (qsizetype i = 0; i < count; ++i) {
        const qsizetype row =
            freeRow(after + 1 + (2 * i + 1) * between / (2 * count), after, before);
        if (row >= 0)
            m_rows.insert(m_index.at(row), row);
    }
}

void PlaceSearch::ask() {
    m_rows.clear();
    m_question.clear();
    std::set<std::pair<qsizetype, qsizetype>> open;
    for (const Wanted& each : m_wanted) {
        if (each.isListed && each.before - each.after > 1)
            open.insert({each.after, each.before});
    }
    for (const auto& [after, before] : open)
        addPivots(after, before, std::max<size_t>(1, AtOnce / open.size()));
    // Whether they belong into the list at all is to be asked even where it is empty.
    if (m_rows.isEmpty() && m_hasAsked)
        return;
    m_question.assign(m_rows.keyBegin(), m_rows.keyEnd());
    for (const Wanted& each : m_wanted) {
        if (each.isListed)
            m_question.push_back(each.key);
    }
}

bool PlaceSearch::take(const std::vector<Key>& ordered) {
    m_hasAsked = true;
    QHash<Key, size_t> places;
    for (size_t i = 0; i < ordered.size(); ++i)
        places.insert(ordered[i], i);
    // The list's own records have to come as the list has them.
    std::vector<qsizetype> rows(ordered.size(), -1);
    qsizetype last = -1;
    for (size_t i = 0; i < ordered.size(); ++i) {
        const auto found = m_rows.constFind(ordered[i]);
        if (found == m_rows.constEnd())
            continue;
        if (*found < last)
            return false;
        last = rows[i] = *found;
    }
    // What left the list meanwhile tells nothing.
    for (auto row = m_rows.begin(); row != m_rows.end(); ++row) {
        if (!places.contains(row.key()))
            m_taken.insert(std::upper_bound(m_taken.begin(), m_taken.end(), *row), *row);
    }
    size_t rank = 0;
    std::vector<size_t> ranks(ordered.size());
    for (size_t i = 0; i < ordered.size(); ++i)
        ranks[i] = rows[i] < 0 ? rank++ : rank;
    for (Wanted& each : m_wanted) {
        const auto place = places.constFind(each.key);
        each.isListed = each.isListed && place != places.constEnd();
        if (!each.isListed)
            continue;
        each.rank = ranks[*place];
        for (size_t i = *place; i-- > 0;) {
            if (rows[i] >= 0) {
                each.after = std::max(each.after, rows[i]);
                break;
            }
        }
        for (size_t i = *place + 1; i < ordered.size(); ++i) {
            if (rows[i] >= 0) {
                each.before = std::min(each.before, rows[i]);
                break;
            }
        }
    }
    ask();
    return true;
}

std::unique_ptr<KeyIndex> PlaceSearch::result() const {
    std::vector<const Wanted*> listed;
    std::vector<qsizetype> leaving;
    for (const Wanted& each : m_wanted) {
        if (each.isListed)
            listed.push_back(&each);
        if (each.row >= 0)
            leaving.push_back(each.row);
    }
    if (listed.empty() && leaving.empty())
        return nullptr;
    // One that stays where it is, alone, is the usual case.
    const Wanted& first = m_wanted.front();
    if (m_wanted.size() == 1 && first.isListed && first.after < first.row &&
        first.row < first.before)
        return nullptr;
    std::sort(leaving.begin(), leaving.end());
    std::sort(listed.begin(), listed.end(), [](const Wanted* a, const Wanted* b) {
        return std::pair(a->before, a->rank) < std::pair(b->before, b->rank);
    });
    std::vector<std::pair<qsizetype, Key>> coming;
    coming.reserve(listed.size());
    for (const Wanted* each : listed)
        coming.emplace_back(each->before, each->key);
    return std::make_unique<KeyIndex>(m_index.rearranged(leaving, coming));
}

} // namespace gravin
