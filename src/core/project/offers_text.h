// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/catalog.h"
#include "core/project/field_definition.h"

namespace gravin {

// What a field offers (choices, a lookup, a mask), as one line of text: to read, type, copy and
// paste on the plate.
//
//   choices   in service; stored=put away; lost=Lost at sea #A3263B
//   lookup    sector.name, code by code down where open=yes, kind=2
//   yes or no lit / dark
//   mask      AA-999

QString offersText(const FieldDefinition& field);

// The definition with what the text says; a lookup or choices change the way it is shown too.
// Refused with the form that is expected.
Result<FieldDefinition> withOffers(FieldDefinition field, const QString& text,
                                   const Catalog& catalog, const Column& column);

} // namespace gravin
