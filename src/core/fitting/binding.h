// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/catalog.h"
#include "core/fitting/far_field.h"
#include "core/project/standing.h"
#include "core/records/rules.h"

#include <memory>

namespace gravin {

// A field of a screen together with the column it is bound to: all that showing, editing and
// checking need to know.
struct BoundField {
    Column column;
    int columnIndex = 0; // in the table
    FieldDefinition definition;
    ScreenField placement;
    bool isKey = false;
    LocaleForm form = {}; // how dates and figures are written here
    // Of a field that stands in another record and can be edited here, see editIndex().
    std::optional<FarField> far = {};
    // The conditions of the field that fit the table.
    std::optional<BoundExpression> visibleWhen = {};
    std::optional<BoundExpression> editableWhen = {};
    std::optional<BoundExpression> requiredWhen = {};

    const QString& name() const { return column.name; }
    const QString& label() const { return definition.shownLabel(); }
    // Under which of the table's columns a draft holds what is typed into the field.
    int editIndex() const { return far ? far->place : columnIndex; }
    // Whether what is said of this column of the table is said of the field.
    bool isAbout(const QString& columnName) const {
        return columnName == name() || (far && columnName == far->path);
    }
    // The column can be written and the developer lets it.
    bool isEditable() const;
};

// What a record is called by the value of the column that names it; a long one by its beginning.
QString nameFrom(const Value& value, const ColumnType& type, const LocaleForm& form);

// A screen that fits its database, as far as it does.
struct BoundScreen {
    Screen screen;
    std::shared_ptr<const Table> table;
    QList<BoundField> fields;   // in the screen's order
    QStringList missingColumns; // named by the screen, not in the table
    // Why nothing can be changed at all; empty: something can.
    QString readOnlyReason;
    // Why records cannot be added, changed or deleted here; empty: they can.
    QString reasonAgainst(Operation operation) const;
    QString reasonAgainst(Act act) const { return forbidden.value(act); }
    LocaleForm form;
    QString namingColumn; // its value is what a record is called

    QMap<Operation, QString> reasons; // of the operations that are not allowed
    // What this person may not do here, by the roles that they have, and why.
    QMap<Act, QString> forbidden;

    struct BoundTag {
        Tag tag;
        BoundExpression when;
    };
    QList<BoundTag> tags; // those that fit the table
    std::shared_ptr<const ComputedColumns> computed;
    // The tags of a record with these values. One whose condition cannot be evaluated is none.
    QList<Tag> tagsOf(const std::vector<Value>& values) const;

    const BoundField* field(const QString& column) const;
    // "Cooper Rock": the record's name, or its key when it has none.
    QString nameOf(const std::vector<Value>& values) const;
};

// NotFound when the screen's table is not in the catalog, Refused when the person's roles do not
// open it.
Result<BoundScreen> bindScreen(const Project& project, const Catalog& catalog,
                               const Screen& screen);

// One column of a table as a field, with what all screens share and `placement` has of its own.
// Requires: the table has the column.
BoundField bindField(const Project& project, const Catalog& catalog, const Table& table,
                     const ScreenField& placement);

// What the screen says of edits that are made on it.
std::shared_ptr<const ScreenRules> screenRulesOf(const BoundScreen& screen);

// What must hold, for every table of the catalog: the project's fields and checks, and what can be
// read of the database's own.
RuleBook rulesOf(const Project& project, const Catalog& catalog);

} // namespace gravin
