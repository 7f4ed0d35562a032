// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/field_definition.h"

#include "core/base/enum_words.h"
#include "core/base/text.h"

#include <algorithm>
#include <array>

namespace gravin {

namespace {

constexpr EnumWords ShownAsTable(std::to_array<EnumWord<ShownAs>>(
    {{ShownAs::Text, "text", QT_TRANSLATE_NOOP("gravin", "Text")},
     {ShownAs::LongText, "long_text", QT_TRANSLATE_NOOP("gravin", "Long text")},
     {ShownAs::MaskedText, "masked_text", QT_TRANSLATE_NOOP("gravin", "Masked text")},
     {ShownAs::FixedText, "fixed_text", QT_TRANSLATE_NOOP("gravin", "Read-only text")},
     {ShownAs::Number, "number", QT_TRANSLATE_NOOP("gravin", "Number")},
     {ShownAs::Date, "date", QT_TRANSLATE_NOOP("gravin", "Date")},
     {ShownAs::Time, "time", QT_TRANSLATE_NOOP("gravin", "Time")},
     {ShownAs::DateTime, "date_time", QT_TRANSLATE_NOOP("gravin", "Date and time")},
     {ShownAs::YesNo, "yes_no", QT_TRANSLATE_NOOP("gravin", "Yes or no")},
     {ShownAs::Radio, "radio", QT_TRANSLATE_NOOP("gravin", "Radio buttons")},
     {ShownAs::Choices, "choices", QT_TRANSLATE_NOOP("gravin", "Choices")},
     {ShownAs::Lookup, "lookup", QT_TRANSLATE_NOOP("gravin", "Lookup")},
     {ShownAs::Colour, "colour", QT_TRANSLATE_NOOP("gravin", "Colour")},
     {ShownAs::Picture, "picture", QT_TRANSLATE_NOOP("gravin", "Picture")},
     {ShownAs::Link, "link", QT_TRANSLATE_NOOP("gravin", "Link")},
     {ShownAs::Mail, "mail", QT_TRANSLATE_NOOP("gravin", "E-mail")}}));

constexpr EnumWords Alignments(std::to_array<EnumWord<Alignment>>(
    {{Alignment::Left, "left"}, {Alignment::Centre, "centre"}, {Alignment::Right, "right"}}));

// Others say themselves what they are.
constexpr EnumWords DefaultKinds(
    std::to_array<EnumWord<FieldDefault::Kind>>({{FieldDefault::Kind::Today, "today"},
                                                 {FieldDefault::Kind::Now, "now"},
                                                 {FieldDefault::Kind::Person, "person"}}));

} // namespace

QString shownAsName(ShownAs shownAs) { return ShownAsTable.name(shownAs); }
QString shownAsLabel(ShownAs shownAs) { return ShownAsTable.label(shownAs); }
std::optional<ShownAs> shownAsFromName(const QString& name) { return ShownAsTable.from(name); }
QList<ShownAs> allShownAs() { return ShownAsTable.all(); }

QString alignmentName(Alignment alignment) { return Alignments.name(alignment); }
std::optional<Alignment> alignmentFromName(const QString& name) { return Alignments.from(name); }

QString defaultKindName(FieldDefault::Kind kind) { return DefaultKinds.name(kind); }
std::optional<FieldDefault::Kind> defaultKindFromName(const QString& name) {
    return DefaultKinds.from(name);
}

QList<FieldSetting> allFieldSettings() {
    return {FieldSetting::Label,    FieldSetting::ShownAs,  FieldSetting::Help,
            FieldSetting::Default,  FieldSetting::Editable, FieldSetting::Format,
            FieldSetting::Alignment};
}

const char* settingMember(FieldSetting setting) {
    switch (setting) {
    case FieldSetting::Label:
        return "label";
    case FieldSetting::ShownAs:
        return "shown_as";
    case FieldSetting::Help:
        return "help";
    case FieldSetting::Default:
        return "default";
    case FieldSetting::Editable:
        return "editable";
    case FieldSetting::Format:
        return "format";
    case FieldSetting::Alignment:
        return "align";
    }
    return "";
}

void copySetting(FieldSetting setting, const FieldDefinition& from, FieldDefinition& to) {
    switch (setting) {
    case FieldSetting::Label:
        to.label = from.label;
        break;
    case FieldSetting::ShownAs:
        to.shownAs = from.shownAs;
        to.mask = from.mask;
        to.choices = from.choices;
        to.lookup = from.lookup;
        break;
    case FieldSetting::Help:
        to.help = from.help;
        break;
    case FieldSetting::Default:
        to.standard = from.standard;
        break;
    case FieldSetting::Editable:
        to.editable = from.editable;
        break;
    case FieldSetting::Format:
        to.format = from.format;
        break;
    case FieldSetting::Alignment:
        to.alignment = from.alignment;
        break;
    }
}

} // namespace gravin
