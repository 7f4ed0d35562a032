// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/connection_spec.h"
#include "core/database/routine.h"
#include "core/project/check.h"
#include "core/project/computed_field.h"
#include "core/project/kept_bulk_update.h"
#include "core/project/kept_cards.h"
#include "core/project/kept_import.h"
#include "core/project/role.h"
#include "core/project/screen.h"
#include "core/value/locale_form.h"

#include <QMap>

namespace gravin {

// What is asked for before a SELECT is read: its value stands where the text says :name.
struct SourceParameter {
    QString name;
    TypeKind kind = TypeKind::Text; // one of parameterKinds()
    QString label = {};             // empty: the name
    QString initial = {};           // an expression without fields; empty: nothing is given
    QByteArray unknown = {};
    friend bool operator==(const SourceParameter&, const SourceParameter&) = default;
};
QList<TypeKind> parameterKinds();
QString parameterKindName(TypeKind kind); // "date"
std::optional<TypeKind> parameterKindFromName(const QString& name);
QString parameterKindLabel(TypeKind kind); // "Date"

// A SELECT of the developer's own that screens can show like a table.
struct QuerySource {
    QString name;
    QString select;
    QString table = {}; // whose records its records are, so that they can be changed; empty: none
    QList<SourceParameter> parameters = {};
    QByteArray unknown = {};
    friend bool operator==(const QuerySource&, const QuerySource&) = default;
};

// One file NAME.gravin. Holds no secrets and no data. A plain value.
struct Project {
    QString name;
    ConnectionSpec connection; // the path is relative to the project file where it can be
    QByteArray unknownOfConnection;
    QList<QuerySource> sources;
    QMap<QString, QList<FieldDefinition>> fields; // by table
    // By table; tables without any are left out.
    QMap<QString, TableChecks> checks;
    ComputedFields computed; // tables without any are left out
    // By view: the columns that tell its records apart, so that they can be written.
    QMap<QString, QStringList> viewKeys;
    // By table: the routines that write its records.
    QMap<QString, QMap<Operation, RoutineUse>> writtenThrough;
    QList<Screen> screens;
    QList<KeptList> lists;             // in the order in which they were kept
    QList<KeptBulkUpdate> bulkUpdates; // in the order in which they were kept
    QList<KeptCards> cards;            // in the order in which they were kept
    QList<KeptImport> imports;         // in the order in which they were kept
    QList<Role> roles;                 // empty: everybody may do everything
    // A BCP 47 name ("de-CH"): how everybody writes dates and figures here; empty: each person
    // their own way.
    QString locale;
    QString startScreen; // the id of the one that is shown first; empty: the first of the list
    QByteArray unknown;
    // Why nothing is to be written with it, a sentence; empty: it may. Of the file that it came
    // from, and not in it (KnownSigners).
    QString distrust;

    LocaleForm form() const;

    // By id, then by label, then by table, without regard to case. Null: none.
    const Screen* screen(const QString& wanted) const;
    // By id alone. Null: none.
    Screen* screenById(const QString& id);
    const Screen* screenById(const QString& id) const;
    const QuerySource* source(const QString& wanted) const; // by name; null: none
    // By the id of its screen and its name, without regard to case; null: none.
    const KeptList* list(const QString& screenId, const QString& wanted) const;
    const KeptBulkUpdate* bulkUpdate(const QString& screenId, const QString& wanted) const;
    const KeptCards* cardsNamed(const QString& screenId, const QString& wanted) const;
    const KeptImport* importNamed(const QString& screenId, const QString& wanted) const;
    FieldDefinition* definition(const QString& table, const QString& column);
    const FieldDefinition* definition(const QString& table, const QString& column) const;
    friend bool operator==(const Project&, const Project&) = default;
};

// Gives a table these computed fields. One that has another name now and the same expression is
// called so on every screen; one that went is taken off them. New ones are on no screen yet.
void setComputed(Project& project, const QString& table, const QList<ComputedField>& fields);

} // namespace gravin
