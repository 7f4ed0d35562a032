// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/look/said_log.h"

#include <algorithm>

namespace gravin {

SaidLog& SaidLog::instance() {
    static SaidLog log;
    return log;
}

void SaidLog::add(const Notice& notice) {
    constexpr qint64 KeptSeconds = 60 * 60;
    constexpr size_t MostKept = 500;
    if (notice.text.isEmpty())
        return;
    const QDateTime now = QDateTime::currentDateTime();
    m_entries.push_back({now, notice});
    const auto isOld = [&](const Entry& each) { return each.at.secsTo(now) > KeptSeconds; };
    m_entries.erase(m_entries.begin(), std::find_if_not(m_entries.begin(), m_entries.end(), isOld));
    if (m_entries.size() > MostKept)
        m_entries.erase(m_entries.begin());
}

} // namespace gravin
