// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "session/notices.h"

#include <QDateTime>

#include <vector>

namespace gravin {

// What the windows of this process have said in the last hour, so that a line that has gone can be
// read again. Of the interface's thread.
class SaidLog {
public:
    struct Entry {
        QDateTime at;
        Notice notice;
    };

    static SaidLog& instance();
    void add(const Notice& notice);
    // Oldest first.
    const std::vector<Entry>& entries() const { return m_entries; }

private:
    std::vector<Entry> m_entries;
};

} // namespace gravin
