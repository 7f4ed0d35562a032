// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/database/operation.h"
#include "core/project/field_definition.h"
#include "core/project/form_layout.h"
#include "core/project/list_set_up.h"
#include "core/project/screen_action.h"

#include <QMetaType>

namespace gravin {

// `GridWindows`: a grid whose records are edited in windows of their own. `ParentChildren`: a grid
// with the grids of its children below; `FormChildren`: a form with them.
enum class Arrangement {
    Grid,
    Form,
    GridForm,
    GridWindows,
    ParentChildren,
    FormChildren,
    GridNested, // rows open in place
};
QString arrangementName(Arrangement arrangement); // "grid-form"
std::optional<Arrangement> arrangementFromName(const QString& name);
QString arrangementLabel(Arrangement arrangement); // "Grid beside form"
QList<Arrangement> allArrangements();
bool showsChildren(Arrangement arrangement);
// How many levels of lists stand within each other where rows open in place, the outermost counted.
inline constexpr int NestedLevels = 3;

// Where a screen shows a field.
enum class ShownIn { GridAndForm, Grid, Form, Nowhere };

// What one screen says of one field.
struct ScreenField {
    static constexpr int FittedWidth = 0;

    QString column;
    ShownIn shownIn = ShownIn::GridAndForm;
    // Only in records for which this is true, which keep their value; empty: in all.
    QString visibleWhen = {};
    int width = FittedWidth; // device-independent pixels, or fitted to label and data
    bool frozen = false;     // stays in sight at the grid's left when it is scrolled
    // What this screen has of its own instead of what all screens share.
    QList<FieldSetting> overridden = {};
    FieldDefinition own = {}; // only what `overridden` names counts
    QByteArray unknown = {};

    bool inGrid() const { return shownIn == ShownIn::GridAndForm || shownIn == ShownIn::Grid; }
    bool inForm() const { return shownIn == ShownIn::GridAndForm || shownIn == ShownIn::Form; }
    // The shared definition with this screen's own settings in it.
    FieldDefinition applied(FieldDefinition shared) const;
    friend bool operator==(const ScreenField&, const ScreenField&) = default;
};

enum class RowHeight { Comfortable, Compact, Tall };
QString rowHeightName(RowHeight height); // "compact"
std::optional<RowHeight> rowHeightFromName(const QString& name);

// What follows when a record was saved.
enum class AfterSaving { Stay, NextRecord, NewRecord, Close };
QString afterSavingName(AfterSaving after); // "next"
std::optional<AfterSaving> afterSavingFromName(const QString& name);

// When what is edited is saved by itself: never, as the person leaves the record, or after each
// field.
enum class SavesItself { Never, LeavingRecord, AfterField };
QString savesItselfName(SavesItself when); // "leaving-record"
std::optional<SavesItself> savesItselfFromName(const QString& name);

// How records of one screen belong to a record of another: the values of `columns` here are those
// of `targetColumns` there.
struct RecordLink {
    QString screen; // the id of the other; it need not exist yet
    QStringList columns;
    QStringList targetColumns; // as many
    QByteArray unknown = {};
    friend bool operator==(const RecordLink&, const RecordLink&) = default;
};

// What a person can do with one record besides editing it.
struct RowAction {
    enum class Kind { Open, Delete, GoTo };
    Kind kind = Kind::Open;
    QString label = {};   // empty: a word of ours
    RecordLink link = {}; // of GoTo
    QByteArray unknown = {};
    friend bool operator==(const RowAction&, const RowAction&) = default;
};
QString rowActionName(RowAction::Kind kind); // "open"
std::optional<RowAction::Kind> rowActionFromName(const QString& name);

struct Screen {
    QString id; // unique in the project, never shown to people who key data in
    QString label;
    QString group;
    QString table;
    Arrangement arrangement = Arrangement::GridForm;
    Rights allowed = {};            // what people may do here, whatever the connection would allow
    QList<ScreenField> fields = {}; // in the grid's order
    FormLayout form = {};
    ListSetUp list = {}; // what the list begins with, for everyone
    RowHeight rowHeight = RowHeight::Comfortable;
    SavesItself savesItself = SavesItself::Never;
    // The name of one of its own actions that runs on a record that was saved, before what follows;
    // empty: none.
    QString runAfterSaving = {};
    AfterSaving afterSaving = AfterSaving::Stay;
    bool tickBoxes = false; // the list marks the selected records by boxes that a click ticks
    // Of arrangements that show them; nothing said: all there are.
    std::optional<QList<RecordLink>> children = {};
    std::optional<QList<RowAction>> actions = {}; // none listed: the usual ones
    QList<ScreenAction> ownActions = {};          // in the order of their buttons
    QByteArray unknown = {};

    ScreenField* field(const QString& column);
    const ScreenField* field(const QString& column) const;
    friend bool operator==(const Screen&, const Screen&) = default;
};

// Calls a column by another name everywhere in the screen.
void renameColumn(Screen& screen, const QString& from, const QString& to);
// Takes a column off the screen, its place in the form too.
void takeOffColumn(Screen& screen, const QString& column);

} // namespace gravin

Q_DECLARE_METATYPE(gravin::RowAction)
