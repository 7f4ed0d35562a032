// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/field_definition.h"

#include "core/base/text.h"

#include <algorithm>
#include <array>

namespace gravin {

namespace {

struct ShownAsWords {
    ShownAs shownAs;
    const char* name;
    const char* label;
};

constexpr std::array ShownAsTable{
    ShownAsWords{ShownAs::Text, "text", QT_TRANSLATE_NOOP("gravin", "Text")},
    ShownAsWords{ShownAs::LongText, "long_text", QT_TRANSLATE_NOOP("gravin", "Long text")},
    ShownAsWords{ShownAs::MaskedText, "masked_text", QT_TRANSLATE_NOOP("gravin", "Masked text")},
    ShownAsWords{ShownAs::FixedText, "fixed_text", QT_TRANSLATE_NOOP("gravin", "Read-only text")},
    ShownAsWords{ShownAs::Number, "number", QT_TRANSLATE_NOOP("gravin", "Number")},
    ShownAsWords{ShownAs::Date, "date", QT_TRANSLATE_NOOP("gravin", "Date")},
    ShownAsWords{ShownAs::Time, "time", QT_TRANSLATE_NOOP("gravin", "Time")},
    ShownAsWords{ShownAs::DateTime, "date_time", QT_TRANSLATE_NOOP("gravin", "Date and time")},
    ShownAsWords{ShownAs::YesNo, "yes_no", QT_TRANSLATE_NOOP("gravin", "Yes or no")},
    ShownAsWords{ShownAs::Radio, "radio", QT_TRANSLATE_NOOP("gravin", "Radio buttons")},
    ShownAsWords{ShownAs::Choices, "choices", QT_TRANSLATE_NOOP("gravin", "Choices")},
    ShownAsWords{ShownAs::Lookup, "lookup", QT_TRANSLATE_NOOP("gravin", "Lookup")},
    ShownAsWords{ShownAs::Colour, "colour", QT_TRANSLATE_NOOP("gravin", "Colour")},
    ShownAsWords{ShownAs::Picture, "picture", QT_TRANSLATE_NOOP("gravin", "Picture")},
    ShownAsWords{ShownAs::Link, "link", QT_TRANSLATE_NOOP("gravin", "Link")},
    ShownAsWords{ShownAs::Mail, "mail", QT_TRANSLATE_NOOP("gravin", "E-mail")},
};

const ShownAsWords& wordsOf(ShownAs shownAs) {
    return *std::find_if(ShownAsTable.begin(), ShownAsTable.end(),
                         [&](const ShownAsWords& words) { return words.shownAs == shownAs; });
}

} // namespace

QString shownAsName(ShownAs shownAs) { return QLatin1String(wordsOf(shownAs).name); }
QString shownAsLabel(ShownAs shownAs) { return say(wordsOf(shownAs).label); }

std::optional<ShownAs> shownAsFromName(const QString& name) {
    for (const ShownAsWords& words : ShownAsTable) {
        if (QLatin1String(words.name) == name)
            return words.shownAs;
    }
    return std::nullopt;
}

QList<ShownAs> allShownAs() {
    QList<ShownAs> all;
    for (const ShownAsWords& words : ShownAsTable)
        all += words.shownAs;
    return all;
}

QString alignmentName(Alignment alignment) {
    switch (alignment) {
    case Alignment::Natural:
        return {};
    case Alignment::Left:
        return QStringLiteral("left");
    case Alignment::Centre:
        return QStringLiteral("centre");
    case Alignment::Right:
        return QStringLiteral("right");
    }
    return {};
}

std::optional<Alignment> alignmentFromName(const QString& name) {
    for (const auto alignment : {Alignment::Left, Alignment::Centre, Alignment::Right}) {
        if (alignmentName(alignment) == name)
            return alignment;
    }
    return std::nullopt;
}

QString defaultKindName(FieldDefault::Kind kind) {
    switch (kind) {
    case FieldDefault::Kind::Today:
        return QStringLiteral("today");
    case FieldDefault::Kind::Now:
        return QStringLiteral("now");
    case FieldDefault::Kind::Person:
        return QStringLiteral("person");
    case FieldDefault::Kind::None:
    case FieldDefault::Kind::Fixed:
    case FieldDefault::Kind::Computed:
        break;
    }
    return {};
}

std::optional<FieldDefault::Kind> defaultKindFromName(const QString& name) {
    for (const auto kind :
         {FieldDefault::Kind::Today, FieldDefault::Kind::Now, FieldDefault::Kind::Person}) {
        if (defaultKindName(kind) == name)
            return kind;
    }
    return std::nullopt;
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
