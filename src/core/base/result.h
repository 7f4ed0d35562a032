// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include <QString>

#include <utility>
#include <variant>

namespace gravin {

// The closed set of ways in which work can fail. What a caller may decide on is the kind; texts
// are for people only.
enum class ErrorKind {
    Usage,        // the request itself makes no sense: unknown screen, malformed value
    NotFound,     // a record or a change that is not there
    Refused,      // a check or a rule of the database forbids it
    Conflict,     // somebody else changed the same thing
    Busy,         // the database is locked by another program; trying again may help
    ReadOnly,     // the database or the table cannot be written
    Unavailable,  // file or server gone or out of reach
    AccessDenied, // a server does not let this account in
    Full,         // no space left
    Damaged,      // a file is not what it should be
    Database,     // any other answer of the database
    File,         // reading or writing a file failed
    Cancelled,    // stopped on request
};

// An error in two voices: `sentence` for people (what happened, why, what to do), `detail` with
// the engine's or system's own words, shown folded. Neither holds a password. `code` is the
// engine's own number or SQLSTATE, empty for anything that is not an engine's answer.
struct Error {
    ErrorKind kind = ErrorKind::Database;
    QString sentence;
    QString detail = {};
    QString code = {};
};

struct Success {};

// Either a value or the reason why there is none. Reading the wrong side is a programming error
// (std::get throws std::bad_variant_access, which nobody catches).
template <typename T, typename E = Error>
class [[nodiscard]] Result {
public:
    Result(T value)
        : m_state(std::in_place_index<0>, std::move(value)) {}
    Result(E error)
        : m_state(std::in_place_index<1>, std::move(error)) {}

    bool ok() const { return m_state.index() == 0; }
    explicit operator bool() const { return ok(); }

    // Requires: ok().
    T& operator*() & { return std::get<0>(m_state); }
    const T& operator*() const& { return std::get<0>(m_state); }
    T&& operator*() && { return std::get<0>(std::move(m_state)); }
    T* operator->() { return &std::get<0>(m_state); }
    const T* operator->() const { return &std::get<0>(m_state); }

    // Requires: not ok().
    const E& error() const { return std::get<1>(m_state); }

private:
    std::variant<T, E> m_state;
};

using Status = Result<Success>;

inline Status ok() { return Success{}; }

} // namespace gravin
