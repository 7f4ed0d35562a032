// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/project/kept_cards.h"
#include "paper/record_paper.h"

namespace gravin {

// So many records on a page as its cards find room for, beside and below each other.
std::unique_ptr<RecordPaper> cardPaper(const BoundScreen& screen, const CardForm& form);

// Why no card can be put on this page; empty: some can.
QString reasonAgainst(const CardForm& form, const BoundScreen& screen, const QPageLayout& page);
// The page with the cards' own margin.
QPageLayout pageOf(const CardForm& form, QPageLayout page);

} // namespace gravin
