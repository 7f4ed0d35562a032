// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/exchange/record_run.h"
#include "core/fitting/binding.h"
#include "paper/page_flow.h"

namespace gravin {

// Puts records on pages, one after the other.
class RecordPaper {
public:
    virtual ~RecordPaper() = default;
    // The fields whose values it needs.
    virtual QList<const BoundField*> fields() const = 0;
    virtual void put(PageFlow& flow, const Record& record, const ShownTexts& texts) = 0;
    // Behind the last one: what waits for others to come stands there then.
    virtual void finish(PageFlow&) {}
};

// Each record begins a page, and stands there as its form has it.
std::unique_ptr<RecordPaper> sheetPaper(const BoundScreen& screen);
// All as one table of these fields, whose heads stand on each page, with the groups of a list that
// is grouped by these columns, and what they and the list come to.
std::unique_ptr<RecordPaper> listPaper(const BoundScreen& screen, const QStringList& columns,
                                       const QStringList& groupedBy = {});

// What a field of a record is on paper; nothing where people do not see the field.
std::optional<QString> paperText(const BoundField& field, const Record& record,
                                 const ShownTexts& texts, const Present& present);

} // namespace gravin
