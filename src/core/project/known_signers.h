// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/own_notes.h"
#include "core/project/project_signature.h"

namespace gravin {

// Who had signed each project when this person opened it, in a folder of the person's own, so that
// one whose signature was taken away or is another's is told. Any thread.
class KnownSigners {
public:
    // Made where it is missing (makeOwnFolder).
    explicit KnownSigners(QString folder);

    // Why the project in this file, of this content, is not to be trusted: a sentence. Empty: it is
    // what its developer signed, or was never signed. Who signed it is remembered at its first
    // opening; that this cannot be written is no reason.
    QString reasonAgainst(const QString& file, const QByteArray& content) const;
    // From now on the project counts as it is.
    Status accept(const QString& file, const QByteArray& content) const;

private:
    OwnNotes m_notes; // by the project's real path
};

// Where the program keeps them.
KnownSigners personsSigners();

} // namespace gravin
