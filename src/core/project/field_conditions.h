// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/project/project.h"

namespace gravin {

// The conditions of a field: when it is shown, can be edited and has to be filled in. What they
// mean is said in field_definition.h and screen.h.

// Why it is no condition on the records of the table; empty: it is one, or there is none. What it
// reaches need not be read yet.
QString reasonAgainstWhen(const QString& condition, const Table& table);
// The same for one that shows a field: one that reads the field itself could never be met again.
QString reasonAgainstShowing(const QString& condition, const Table& table, const QString& column);

// What must hold for a record, for a field with FieldDefinition::requiredWhen: the condition is not
// true, or the field is filled in.
QString requiredCheck(const FieldDefinition& field, const Column& column);

// The conditions that are most often wanted for a field: the stages and tags of its table, and what
// its yes-or-no fields and choices say.
QStringList usualConditions(const Project& project, const Table& table, const QString& column);

} // namespace gravin
