// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/connection_spec.h"

#include <QByteArray>
#include <QHash>
#include <QList>
#include <QMap>

namespace gravin {

// How a field is shown and edited.
enum class ShownAs { Text, LongText, Number, Date, YesNo, Choices, Lookup, Picture };
QString shownAsName(ShownAs shownAs); // the word of the project file: "long_text"
std::optional<ShownAs> shownAsFromName(const QString& name);
QString shownAsLabel(ShownAs shownAs); // the word for people: "Long text"
QList<ShownAs> allShownAs();

enum class Arrangement { Grid, Form, GridForm };
QString arrangementName(Arrangement arrangement); // "grid", "form", "grid-form"
std::optional<Arrangement> arrangementFromName(const QString& name);

struct Choice {
    QString stored; // as text; read by the column's type
    QString label;
    QByteArray unknown = {};
    friend bool operator==(const Choice&, const Choice&) = default;
};

// A value that stands for a record of another table.
struct Lookup {
    QString table;
    QString storedColumn; // what the field holds
    QString shownColumn;  // what people see
    QByteArray unknown = {};
    friend bool operator==(const Lookup&, const Lookup&) = default;
};

// When a field can be edited.
enum class Editable { Always, OnlyNew, Never };

// What a new record begins with in a field. The database's own default is another thing: it comes
// in where nothing was given.
struct FieldDefault {
    enum class Kind { None, Fixed, Today, Now, Person };
    Kind kind = Kind::None;
    QString text = {}; // of Fixed: as a person would type it into the field
    friend bool operator==(const FieldDefault&, const FieldDefault&) = default;
};
QString defaultKindName(FieldDefault::Kind kind); // "today"; empty for None and Fixed
std::optional<FieldDefault::Kind> defaultKindFromName(const QString& name);

// A column as people meet it, shared by every screen that shows it. `unknown` members hold what a
// newer Gravin or a person wrote beside: a JSON object that is kept and written back.
struct FieldDefinition {
    QString column;
    QString label;
    ShownAs shownAs = ShownAs::Text;
    bool required = false;
    Editable editable = Editable::Always;
    QString help = {}; // a sentence or two for the person who fills the field in
    FieldDefault standard = {};
    QList<Choice> choices = {};
    Lookup lookup = {};
    QByteArray unknown = {};
    friend bool operator==(const FieldDefinition&, const FieldDefinition&) = default;
};

// What one screen says of one field.
struct ScreenField {
    static constexpr int FittedWidth = 0;

    QString column;
    bool visible = true;
    int width = FittedWidth; // device-independent pixels, or fitted to label and data
    QByteArray unknown = {};
    friend bool operator==(const ScreenField&, const ScreenField&) = default;
};

struct Screen {
    QString id; // unique in the project, never shown to people who key data in
    QString label;
    QString group;
    QString table;
    Arrangement arrangement = Arrangement::GridForm;
    Rights allowed = {}; // what people may do here, whatever the connection would allow
    QList<ScreenField> fields = {};
    QByteArray unknown = {};

    ScreenField* field(const QString& column);
    const ScreenField* field(const QString& column) const;
    friend bool operator==(const Screen&, const Screen&) = default;
};

// One file NAME.gravin. Holds no secrets and no data. A plain value.
struct Project {
    QString name;
    ConnectionSpec connection; // the path is relative to the project file where it can be
    QByteArray unknownOfConnection;
    QMap<QString, QList<FieldDefinition>> fields; // by table
    QList<Screen> screens;
    QByteArray unknown;

    // By id, then by label, then by table, without regard to case. Null: none.
    const Screen* screen(const QString& wanted) const;
    FieldDefinition* definition(const QString& table, const QString& column);
    const FieldDefinition* definition(const QString& table, const QString& column) const;
    friend bool operator==(const Project&, const Project&) = default;
};

} // namespace gravin
