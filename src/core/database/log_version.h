// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

namespace gravin {

// What a change log of the present layout says of itself. Another number than one expects lets a
// write fail, so that nobody writes by rules that are no longer those of the log.
namespace LogVersion {
constexpr int Plain = 2;
constexpr int Watched = 3;          // the database keeps it of some tables itself
constexpr int Protected = 4;        // LogProtection
constexpr int ProtectedWatched = 5; // both
constexpr int Newest = ProtectedWatched;

constexpr bool isWatched(int version) { return version == Watched || version == ProtectedWatched; }
constexpr bool isProtected(int version) { return version >= Protected; }
constexpr int of(bool watched, bool isProtected) {
    return (isProtected ? Protected : Plain) + (watched ? Watched - Plain : 0);
}
} // namespace LogVersion

} // namespace gravin
