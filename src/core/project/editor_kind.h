// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/base/result.h"
#include "core/value/column_type.h"

#include <QList>
#include <QString>

#include <optional>

namespace gravin {

// How a field is shown and edited.
enum class ShownAs {
    Text,
    LongText,
    MaskedText,
    FixedText, // read-only text
    Number,
    Date,
    Time,
    DateTime,
    YesNo,
    Radio,
    Choices,
    Lookup,
    Colour,
    Picture,
    File,      // whatever a file holds
    Signature, // a picture that is drawn by hand
    Link,
    Mail
};
QString shownAsName(ShownAs shownAs); // the word of the project file: "long_text"
std::optional<ShownAs> shownAsFromName(const QString& name);
QString shownAsLabel(ShownAs shownAs); // the word for people: "Long text"
QList<ShownAs> allShownAs();

// What each kind can do and asks for stands in one table, in editor_kind.cpp. A new one is a member
// above, a row there, and its editor in app/editors/field_editor.cpp.

// Whether values of this type can be shown so.
bool canShowAs(ShownAs shownAs, const ColumnType& type);
// Never edited, whatever the field says.
bool isOnlyShown(ShownAs shownAs);
// One of the field's choices.
bool picksFromChoices(ShownAs shownAs);
// Chosen rather than typed, so that nothing has to say which values there may be.
bool isPicked(ShownAs shownAs);
// Takes the whole width of a form.
bool isWide(ShownAs shownAs);
// Can be edited within a cell of a list.
bool fitsInCell(ShownAs shownAs);
// Asks a form of its texts that their type does not: see refusalOfForm().
bool asksForm(ShownAs shownAs);
// Why this text is not of the form that is asked for, for people; empty: it is. `mask`: of masked
// text. Empty texts are nobody's business here.
QString refusalOfForm(ShownAs shownAs, const QString& text, const QString& mask);

// http or https, with a host.
bool isOpenableLink(const QString& text);

} // namespace gravin
