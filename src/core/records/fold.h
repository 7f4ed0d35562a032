// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/expression/subquery.h"

#include <memory>

namespace gravin {

// Makes one value of many, as a subquery says; NULL among them counts for nothing, as ISO has it.
// Sums and averages of whole numbers and decimals are exact.
class Fold {
public:
    // Code units of a list; a longer one cannot be had.
    static constexpr qsizetype LongestList = 100'000;

    // `subquery` must outlive it.
    explicit Fold(const Subquery& subquery)
        : m_subquery(&subquery) {}

    // `what` is of the type of what the subquery asks for, or NULL; `order` is what a list is
    // ordered by.
    void add(const Value& what, const Value& order = {});
    // Without regard to a value: for those that count records.
    void addRecord() { ++m_count; }
    // Of a value that could not be had nothing can be made.
    void spoil(const Error& error);

    // Fails where the result is out of range or too long.
    Result<Value> result() const;

private:
    struct Listed {
        Value order;
        QString text;
    };
    // What only some need; there can be as many folds as records.
    struct Rare {
        std::vector<Listed> listed = {};
        qsizetype length = 0;
        std::optional<Error> error = {};
    };
    Rare& rare();
    void sumUp(const Value& what);
    Result<Value> list() const;

    const Subquery* m_subquery;
    qint64 m_count = 0;
    Value m_value; // the sum, or the smallest or largest one, so far
    std::unique_ptr<Rare> m_rare;
};

} // namespace gravin
