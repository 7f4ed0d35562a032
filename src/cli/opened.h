// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/session.h"
#include "core/project/binding.h"
#include "core/records/filter.h"

namespace gravin::cli {

// An opened project with its connection: what a command works on.
struct Opened {
    Project project;
    std::unique_ptr<Session> session;
    Catalog catalog;
    RuleBook rules;
};

// The database with the catalog as the project sees it.
Result<Opened> openDatabase(const ConnectionSpec& spec, Session::Access access,
                            const Project& project = {});
Result<Opened> openProject(const QString& file, Session::Access access);

// By id, label or table. Usage, with the screens there are, when there is none.
Result<BoundScreen> findScreen(const Opened& opened, const QString& name);
// By column, else by label or column without regard to case. Null: none.
const BoundField* findField(const BoundScreen& screen, const QString& name);
Error unknownField(const BoundScreen& screen, const QString& name);

// A mistake in an expression, with a line that marks where it is.
Error mistakeIn(const QString& expression, const ExpressionError& mistake);
// The condition over the table's columns.
Result<Filter> filterFrom(const QString& where, const Table& table, Engine engine);

} // namespace gravin::cli
