// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/database/sqlite/sqlite_spans.h"

#include <sqlite3.h>

#include <algorithm>
#include <string>

namespace gravin {

namespace {

// The smallest and the largest number or text met so far, as they are stored.
class Extremes {
public:
    explicit Extremes(StoredSpan::Order order)
        : m_order(order) {}

    void take(sqlite3_stmt* row, int column, int storageClass) {
        if (m_order == StoredSpan::Order::Number)
            takeNumber(row, column, storageClass);
        else if (m_order == StoredSpan::Order::Text && storageClass == SQLITE_TEXT)
            takeText(row, column);
    }

    void writeTo(StoredSpan& span) const {
        if (m_hasInteger) {
            span.smallest = m_leastInteger;
            span.largest = m_mostInteger;
        }
        // A whole number and a real are compared as reals; where they are equal, either will do.
        if (m_hasReal && (!m_hasInteger || m_leastReal < static_cast<double>(m_leastInteger)))
            span.smallest = m_leastReal;
        if (m_hasReal && (!m_hasInteger || m_mostReal > static_cast<double>(m_mostInteger)))
            span.largest = m_mostReal;
        if (m_hasText) {
            span.smallest = QString::fromStdString(m_leastText);
            span.largest = QString::fromStdString(m_mostText);
        }
    }

private:
    void takeNumber(sqlite3_stmt* row, int column, int storageClass) {
        if (storageClass == SQLITE_INTEGER) {
            const qint64 number = sqlite3_column_int64(row, column);
            m_leastInteger = m_hasInteger ? std::min(m_leastInteger, number) : number;
            m_mostInteger = m_hasInteger ? std::max(m_mostInteger, number) : number;
            m_hasInteger = true;
        } else if (storageClass == SQLITE_FLOAT) {
            const double number = sqlite3_column_double(row, column);
            m_leastReal = m_hasReal ? std::min(m_leastReal, number) : number;
            m_mostReal = m_hasReal ? std::max(m_mostReal, number) : number;
            m_hasReal = true;
        }
    }

    void takeText(sqlite3_stmt* row, int column) {
        const auto* bytes = reinterpret_cast<const char*>(sqlite3_column_text(row, column));
        const std::string_view text(bytes, static_cast<size_t>(sqlite3_column_bytes(row, column)));
        if (!m_hasText || text < m_leastText)
            m_leastText = text;
        if (!m_hasText || text > m_mostText)
            m_mostText = text;
        m_hasText = true;
    }

    StoredSpan::Order m_order;
    bool m_hasInteger = false;
    bool m_hasReal = false;
    bool m_hasText = false;
    qint64 m_leastInteger = 0;
    qint64 m_mostInteger = 0;
    double m_leastReal = 0;
    double m_mostReal = 0;
    std::string m_leastText;
    std::string m_mostText;
};

} // namespace

int readSpans(sqlite3_stmt* statement, std::vector<StoredSpan>& spans) {
    std::vector<Extremes> extremes;
    extremes.reserve(spans.size());
    for (const StoredSpan& span : spans)
        extremes.emplace_back(span.order);
    int code = SQLITE_DONE;
    while ((code = sqlite3_step(statement)) == SQLITE_ROW) {
        for (size_t i = 0; i < spans.size(); ++i) {
            const int column = static_cast<int>(i);
            const int storageClass = sqlite3_column_type(statement, column);
            if (storageClass == SQLITE_NULL ||
                (storageClass == SQLITE_TEXT && sqlite3_column_bytes(statement, column) == 0))
                continue;
            ++spans[i].filled;
            extremes[i].take(statement, column, storageClass);
        }
    }
    for (size_t i = 0; i < spans.size(); ++i)
        extremes[i].writeTo(spans[i]);
    return code;
}

} // namespace gravin
