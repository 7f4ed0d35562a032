// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session_writer.h"

#include <memory>

namespace gravin {

// Tests write past the one door what others might write.
class TestWriter {
public:
    static SessionWriter of(Session& session) { return SessionWriter(session); }
};

namespace test {
inline SessionWriter writerOf(Session& session) { return TestWriter::of(session); }
inline SessionWriter writerOf(const std::unique_ptr<Session>& session) {
    return TestWriter::of(*session);
}
} // namespace test

} // namespace gravin
