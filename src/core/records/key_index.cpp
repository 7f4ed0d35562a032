// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/records/key_index.h"

#include <algorithm>

namespace gravin {

namespace {

bool isWholeNumber(const Key& key) {
    return key.size() == 1 && key[0].kind() == Value::Kind::Integer;
}

QByteArray encode(const Key& key) { return key.encoded().toUtf8(); }

template <typename T>
qsizetype find(const std::vector<T>& keys, const T& key) {
    const auto found = std::find(keys.begin(), keys.end(), key);
    return found == keys.end() ? -1 : std::distance(keys.begin(), found);
}

} // namespace

qsizetype KeyIndex::size() const {
    return static_cast<qsizetype>(m_integers.size()) + static_cast<qsizetype>(m_encoded.size());
}

Key KeyIndex::at(qsizetype position) const {
    const auto i = static_cast<size_t>(position);
    if (m_encoded.empty())
        return Key({Value::integer(m_integers[i])});
    return *Key::decoded(QString::fromUtf8(m_encoded[i]));
}

qsizetype KeyIndex::positionOf(const Key& key) const {
    if (!m_encoded.empty())
        return find(m_encoded, encode(key));
    return isWholeNumber(key) ? find(m_integers, key[0].asInteger()) : -1;
}

void KeyIndex::leaveIntegers() {
    m_encoded.reserve(m_integers.size());
    for (const qint64 number : m_integers)
        m_encoded.push_back(encode(Key({Value::integer(number)})));
    m_integers = {};
}

void KeyIndex::append(const Key& key) { insert(size(), key); }

void KeyIndex::append(KeyIndex&& run) {
    if (isEmpty()) {
        std::swap(*this, run);
    } else if (m_encoded.empty() && run.m_encoded.empty()) {
        m_integers.insert(m_integers.end(), run.m_integers.begin(), run.m_integers.end());
    } else {
        if (m_encoded.empty())
            leaveIntegers();
        if (run.m_encoded.empty())
            run.leaveIntegers();
        m_encoded.insert(m_encoded.end(), std::make_move_iterator(run.m_encoded.begin()),
                         std::make_move_iterator(run.m_encoded.end()));
    }
    run.clear();
}

void KeyIndex::insert(qsizetype position, const Key& key) {
    if (m_encoded.empty() && isWholeNumber(key)) {
        m_integers.insert(m_integers.begin() + position, key[0].asInteger());
        return;
    }
    if (m_encoded.empty())
        leaveIntegers();
    m_encoded.insert(m_encoded.begin() + position, encode(key));
}

void KeyIndex::removeAt(qsizetype position) {
    if (m_encoded.empty())
        m_integers.erase(m_integers.begin() + position);
    else
        m_encoded.erase(m_encoded.begin() + position);
}

void KeyIndex::clear() {
    m_integers.clear();
    m_encoded.clear();
}

KeyIndex KeyIndex::rearranged(const std::vector<qsizetype>& leaving,
                              const std::vector<std::pair<qsizetype, Key>>& coming) const {
    KeyIndex result;
    const bool staysIntegers =
        m_encoded.empty() && std::all_of(coming.begin(), coming.end(), [](const auto& each) {
            return isWholeNumber(each.second);
        });
    if (!staysIntegers && !m_integers.empty()) {
        KeyIndex copy = *this;
        copy.leaveIntegers();
        return copy.rearranged(leaving, coming);
    }
    const auto build = [&](const auto& from, auto& to, const auto& made) {
        to.reserve(from.size() + coming.size());
        auto leaves = leaving.begin();
        auto comes = coming.begin();
        const auto size = static_cast<qsizetype>(from.size());
        qsizetype row = 0;
        while (row < size || comes != coming.end()) {
            while (comes != coming.end() && comes->first <= row)
                to.push_back(made((comes++)->second));
            // What lies up to the next of either is taken over as it is.
            qsizetype end = comes == coming.end() ? size : std::min(comes->first, size);
            if (leaves != leaving.end())
                end = std::min(end, *leaves);
            to.insert(to.end(), from.begin() + row, from.begin() + end);
            row = end;
            if (leaves != leaving.end() && *leaves == row && row < size) {
                ++leaves;
                ++row;
            }
        }
    };
    if (staysIntegers)
        build(m_integers, result.m_integers, [](const Key& key) { return key[0].asInteger(); });
    else
        build(m_encoded, result.m_encoded, [](const Key& key) { return encode(key); });
    return result;
}

size_t KeyIndex::bytes() const {
    size_t total =
        m_integers.capacity() * sizeof(qint64) + m_encoded.capacity() * sizeof(QByteArray);
    for (const QByteArray& key : m_encoded)
        total += static_cast<size_t>(key.capacity());
    return total;
}

} // namespace gravin
