// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/project.h"

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
    ShownAsWords{ShownAs::Number, "number", QT_TRANSLATE_NOOP("gravin", "Number")},
    ShownAsWords{ShownAs::Date, "date", QT_TRANSLATE_NOOP("gravin", "Date")},
    ShownAsWords{ShownAs::YesNo, "yes_no", QT_TRANSLATE_NOOP("gravin", "Yes or no")},
    ShownAsWords{ShownAs::Choices, "choices", QT_TRANSLATE_NOOP("gravin", "Choices")},
    ShownAsWords{ShownAs::Lookup, "lookup", QT_TRANSLATE_NOOP("gravin", "Lookup")},
    ShownAsWords{ShownAs::Picture, "picture", QT_TRANSLATE_NOOP("gravin", "Picture")},
};

const ShownAsWords& wordsOf(ShownAs shownAs) {
    return *std::find_if(ShownAsTable.begin(), ShownAsTable.end(),
                         [&](const ShownAsWords& words) { return words.shownAs == shownAs; });
}

template <typename Container, typename Matches>
auto* findIn(Container& container, Matches matches) {
    const auto found = std::find_if(container.begin(), container.end(), matches);
    return found == container.end() ? nullptr : &*found;
}

} // namespace

QString shownAsName(ShownAs shownAs) { return QLatin1String(wordsOf(shownAs).name); }
QString shownAsLabel(ShownAs shownAs) { return say(wordsOf(shownAs).label); }

std::optional<ShownAs> shownAsFromName(const QString& name) {
    const auto* words =
        findIn(ShownAsTable, [&](const ShownAsWords& w) { return QLatin1String(w.name) == name; });
    return words ? std::optional(words->shownAs) : std::nullopt;
}

QList<ShownAs> allShownAs() {
    QList<ShownAs> all;
    for (const ShownAsWords& words : ShownAsTable)
        all += words.shownAs;
    return all;
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

QString arrangementName(Arrangement arrangement) {
    switch (arrangement) {
    case Arrangement::Grid:
        return QStringLiteral("grid");
    case Arrangement::Form:
        return QStringLiteral("form");
    case Arrangement::GridForm:
        return QStringLiteral("grid-form");
    }
    return {};
}

std::optional<Arrangement> arrangementFromName(const QString& name) {
    for (const auto arrangement : {Arrangement::Grid, Arrangement::Form, Arrangement::GridForm}) {
        if (arrangementName(arrangement) == name)
            return arrangement;
    }
    return std::nullopt;
}

ScreenField* Screen::field(const QString& column) {
    return findIn(fields, [&](const ScreenField& field) { return field.column == column; });
}

const ScreenField* Screen::field(const QString& column) const {
    return findIn(fields, [&](const ScreenField& field) { return field.column == column; });
}

const Screen* Project::screen(const QString& wanted) const {
    for (const auto member : {&Screen::id, &Screen::label, &Screen::table}) {
        const auto* found = findIn(screens, [&](const Screen& screen) {
            return (screen.*member).compare(wanted, Qt::CaseInsensitive) == 0;
        });
        if (found)
            return found;
    }
    return nullptr;
}

FieldDefinition* Project::definition(const QString& table, const QString& column) {
    const auto found = fields.find(table);
    if (found == fields.end())
        return nullptr;
    return findIn(*found, [&](const FieldDefinition& field) { return field.column == column; });
}

const FieldDefinition* Project::definition(const QString& table, const QString& column) const {
    const auto found = fields.find(table);
    if (found == fields.end())
        return nullptr;
    return findIn(*found, [&](const FieldDefinition& field) { return field.column == column; });
}

} // namespace gravin
