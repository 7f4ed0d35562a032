// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/fitting/binding.h"
#include "core/fitting/generation/evidence.h"

namespace gravin {

// A setting that the stored values suggest. Nothing is applied by itself.
struct Proposal {
    enum class Kind {
        Required,
        Choices,
        Pattern,
        Range,
        Unique,
        Lookup,
        FilledWith, // with what a reference leads to
        OffersOnly, // of a lookup: what fits another field
        Stamped,    // with the day of adding
        LongText,
        Width,
        LeaveOut
    };
    Kind kind = Kind::Required;
    QString column;
    QString what;   // "Require Name"
    QString reason; // in figures: "never empty in 1,204 records"
    std::function<void(Project&)> apply;

    QString id() const; // "required:name", the same as long as it is the same proposal
};
using Proposals = std::vector<Proposal>;
QString proposalKindName(Proposal::Kind kind); // "leave_out"

// What the evidence suggests for the fields of a screen, in their order, without what is so
// already. A width is in device-independent pixels: so many a character.
Proposals proposalsFrom(const Evidence& evidence, const BoundScreen& screen, const Project& project,
                        const Catalog& catalog, int pixelsPerCharacter);

} // namespace gravin
