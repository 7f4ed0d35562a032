// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/own_notes.h"
#include "core/database/connection_spec.h"

namespace gravin {

// What a person gave of what a project leaves open of its server, kept in a file of their own and
// never in the project; no password.
class KnownAccess {
public:
    explicit KnownAccess(QString folder)
        : m_notes(std::move(folder)) {}

    // Tells OwnAccess what is known for the project in this file.
    void recall(const QString& file, const ConnectionSpec& connection) const;
    // Keeps it and tells OwnAccess; that also where it cannot be kept.
    Status keep(const QString& file, const ConnectionSpec& connection,
                const ConnectionSpec& given) const;

private:
    OwnNotes m_notes; // by the project's real path
};

KnownAccess personsAccess();

} // namespace gravin
