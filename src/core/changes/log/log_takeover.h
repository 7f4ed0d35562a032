// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/log/log_verification.h"
#include "core/database/session_writer.h"

#include <functional>

namespace gravin {

// Brings a change log of the former layout (a row of texts for each record and each field) into the
// present one: all of it or nothing. Its hashes stay, for they are of the same content; they are
// verified before and after, and what did not fit before may not fit afterwards, but nothing else.
// Belongs to its session's thread.
class LogTakeover {
public:
    // Records that were brought over, of how many; false stops it. May be empty.
    using Progress = std::function<bool(qint64 done, qint64 of)>;

    // Both must outlive it.
    LogTakeover(SessionWriter& writer, const Catalog& catalog)
        : m_writer(writer)
        , m_session(writer.session())
        , m_catalog(catalog) {}

    // Requires: a writing transaction is open, or none where making a table ends it.
    // ReadOnly: this account may not; Damaged: something became another on the way.
    Status run(const Progress& progress);

private:
    Status clearUp();
    Status makeTables();
    Status bringOver(const Progress& progress);
    Status copy(const Progress& progress);
    Status copyPart(const QString& where, const QVariantList& values);
    Status copyNames();
    Status markKeyChanges();

    SessionWriter& m_writer;
    Session& m_session;
    const Catalog& m_catalog;
};

} // namespace gravin
