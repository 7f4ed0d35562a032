// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "cli/interruption.h"
#include "core/database/session.h"
#include "core/fitting/binding.h"
#include "core/fitting/query_source.h"
#include "core/records/filter.h"

namespace gravin::cli {

// An opened project with its connection: what a command works on.
struct Opened {
    Project project;
    std::unique_ptr<Session> session;
    std::unique_ptr<Watched> watched; // that session
    Catalog catalog;
    RuleBook rules;
    QString lostLog; // what is missing of the change log that was seen before; empty: nothing
};

// The database with the catalog as the project sees it.
Result<Opened> openDatabase(const ConnectionSpec& spec, Session::Access access,
                            const Project& project = {}, const SourceValues& given = {});
// `locale`: how dates and figures are read and written here; what programs do has one form
// everywhere. `with`: "name=value", what the project's SELECTs are asked with.
Result<Opened> openProject(const QString& file, Session::Access access,
                           const QString& locale = QStringLiteral("C"),
                           const QStringList& with = {});
// "name=value" apart. Usage: there is no name.
Result<std::pair<QString, QString>> givenPair(const QString& text);
// Texts as a routine's parameters take them. Usage: one has no such name or is none of its type.
Result<QMap<QString, Value>> givenTo(const Routine& routine, const QStringList& with,
                                     const LocaleForm& form);
// Says what no rollback will take back, and asks whether to go on, where that was not agreed to.
bool agreesToCall(const QString& note, bool yes);

// Where a project works, or what an address says.
Result<ConnectionSpec> connectionOf(const QString& projectOrUrl);

// Brings what others did to watched tables into the log, before it is read. Where that cannot be
// done, a line says so.
void gatherSeen(Opened& opened);

// By id, label or table. Usage, with the screens there are, when there is none; Refused when the
// person's roles do not open it, or do not let them do `act` there.
Result<BoundScreen> findScreen(const Opened& opened, const QString& name, Act act = Act::Open);
// What they may not do in the project at all is Refused.
Status mayDo(const Opened& opened, Act act);
// By column, else by label or column without regard to case. Null: none.
const BoundField* findField(const BoundScreen& screen, const QString& name);
// A key as it is typed. Usage: it is none of this table.
Result<Key> keyFrom(const Opened& opened, const Table& table, const QString& text);

Error unknownField(const BoundScreen& screen, const QString& name);

// A mistake in an expression, with a line that marks where it is.
Error mistakeIn(const QString& expression, const ExpressionError& mistake);
// The condition over the table's columns.
Result<Filter> filterFrom(const QString& where, const Table& table, Engine engine);

} // namespace gravin::cli
