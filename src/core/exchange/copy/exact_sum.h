// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/value/value.h"

namespace gravin {

// What very many rows come to, exactly and whatever their order: two sets of rows with the same sum
// are taken for the same (SHA-256 of each row, added up modulo 2^128). Numbers count by their worth
// and moments as UTC reads them, so that engines which keep them in other ways agree.
class ExactSum {
public:
    void add(const std::vector<Value>& row);

    qint64 rows() const { return m_rows; }
    QString text() const; // hexadecimal

    friend bool operator==(const ExactSum&, const ExactSum&) = default;

private:
    qint64 m_rows = 0;
    quint64 m_high = 0;
    quint64 m_low = 0;
};

} // namespace gravin
