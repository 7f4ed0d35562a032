// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/database/stamp.h"
#include "core/project/editor_kind.h"

#include <QByteArray>
#include <QList>
#include <QMap>
#include <QString>
#include <QStringList>

#include <optional>

namespace gravin {

struct Choice {
    QString stored; // as text; read by the column's type
    QString label;
    QString colour = {}; // "#1F6F66"; empty: none
    QByteArray unknown = {};
    friend bool operator==(const Choice&, const Choice&) = default;
};

// Only records with this value in this column; an empty text stands for NULL.
struct LookupCondition {
    QString column;
    QString value; // as a person would type it
    friend bool operator==(const LookupCondition&, const LookupCondition&) = default;
};

// A value that stands for a record of another table or view.
struct Lookup {
    QString table;
    QString storedColumn;     // what the field holds
    QStringList shownColumns; // what people see: the first in fields, all of them in the list
    QString sortColumn = {};  // empty: the first shown one
    bool sortDescending = false;
    QList<LookupCondition> conditions = {};
    // Only records for which this expression over them is true; it may read the record that they
    // are chosen for. Empty: all. See offering.h.
    QString where = {};
    // What is picked is emptied when an edit of other fields ends its being offered; otherwise it
    // stays, and stands in the way of saving.
    bool empties = false;
    QByteArray unknown = {};
    friend bool operator==(const Lookup&, const Lookup&) = default;
};

// When a field can be edited.
enum class Editable { Always, OnlyNew, Never };

enum class Alignment { Natural, Left, Centre, Right };
QString alignmentName(Alignment alignment); // "left"; empty for Natural
std::optional<Alignment> alignmentFromName(const QString& name);

// What the foot of a list says of all values of a field.
enum class FieldTotal { None, Sum, Average, Count, Smallest, Largest };
QString fieldTotalName(FieldTotal total); // "sum"; empty for None
std::optional<FieldTotal> fieldTotalFromName(const QString& name);
// For people: "filled" for a Count.
QString fieldTotalText(FieldTotal total);
// Whether values of this type have such a total; None is had by all.
bool canTotal(FieldTotal total, const ColumnType& type);

// What a new record begins with in a field. The database's own default is another thing: it comes
// in where nothing was given.
struct FieldDefault {
    enum class Kind {
        None,
        Fixed,
        Today,
        Now,
        Person,
        NextNumber, // of a column that counts within its key, see core/fitting/next_number.h
        Computed
    };
    Kind kind = Kind::None;
    // Of Fixed: as a person would type it into the field. Of Computed: an expression; the other
    // columns that it names are as a new record begins.
    QString text = {};
    friend bool operator==(const FieldDefault&, const FieldDefault&) = default;
};
// "today"; empty for None and those that have a text
QString defaultKindName(FieldDefault::Kind kind);
std::optional<FieldDefault::Kind> defaultKindFromName(const QString& name);

QString stampWhenName(Stamp::When when); // "added"; empty for Never
std::optional<Stamp::When> stampWhenFromName(const QString& name);

// A column as people meet it, shared by every screen that shows it. `unknown` members hold what a
// newer Gravin or a person wrote beside: a JSON object that is kept and written back.
struct FieldDefinition {
    QString column;
    QString label;
    ShownAs shownAs = ShownAs::Text;
    bool required = false;
    // Conditions on the record as it is with what is typed, besides the settings before them;
    // empty: none. Only one that is true counts, an unknown one does not.
    QString requiredWhen = {}; // required too while it is true
    Editable editable = Editable::Always;
    QString editableWhen = {}; // only while it is true, before the edit or after it
    QString help = {};         // a sentence or two for the person who fills the field in
    QString message = {};      // said when a required field is empty; empty: a sentence of ours
    FieldDefault defaultValue = {};
    QString hint = {}; // faint in the empty editor
    // An expression that the field follows whenever an edit changes what it reads, until a person
    // types there; empty: none.
    QString filledWith = {};
    Stamp stamp = {};
    // Of a file: the field that takes its name; empty: none does.
    QString nameColumn = {};
    QString mask = {};   // of masked text, see core/value/mask.h
    QString format = {}; // how figures and dates are written, see core/value/display_format.h
    Alignment alignment = Alignment::Natural;
    FieldTotal total = FieldTotal::None;
    QList<Choice> choices = {};
    Lookup lookup = {};
    // What people of other languages call it, by the language's BCP 47 name ("de", "pt-BR").
    QMap<QString, QString> labels = {};
    // describe() of the column's type when the field was made; empty: not known. Tells later
    // whether the column has changed.
    QString type = {};
    QByteArray unknown = {};

    // The label in this language; where it has none of its own, in the language without a country,
    // else `label`.
    const QString& labelIn(const QString& language) const;
    // The label for the person at work, see personLanguage().
    const QString& shownLabel() const;
    friend bool operator==(const FieldDefinition&, const FieldDefinition&) = default;
};

// Whether it is shaped like the name of a language (BCP 47); a project may name one that this
// program does not know, and keeps it.
bool isLanguageName(const QString& name);
// Labels by language, as one line of text: "de=Feuerhöhe; fr=Hauteur du feu"; a semicolon within
// one stands behind a backslash.
QString labelsText(const QMap<QString, QString>& labels);
// Refused where an entry is none, or names no language.
Result<QMap<QString, QString>> labelsFromText(const QString& text);

// The settings of a field that one screen can have of its own. Required is not among them: what
// must hold, holds everywhere.
enum class FieldSetting {
    Label,   // with what it is in other languages
    ShownAs, // with its mask, choices and lookup
    Help,
    Default,
    Editable, // with its condition
    Format,
    Alignment
};
QList<FieldSetting> allFieldSettings();
const char* settingMember(FieldSetting setting); // its member of the project file: "shown_as"
// Takes over one setting.
void copySetting(FieldSetting setting, const FieldDefinition& from, FieldDefinition& to);

} // namespace gravin
