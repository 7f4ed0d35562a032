// SPDX-License-Identifier: GPL-3.0-or-later
#include "core/project/field_definition.h"

#include "core/base/enum_words.h"
#include "core/base/person.h"
#include "core/base/text.h"
#include "core/value/locale_form.h"

#include <QRegularExpression>

#include <algorithm>
#include <array>

namespace gravin {

namespace {

constexpr EnumWords Alignments(std::to_array<EnumWord<Alignment>>(
    {{Alignment::Left, "left"}, {Alignment::Centre, "centre"}, {Alignment::Right, "right"}}));

constexpr EnumWords TotalWords(std::to_array<EnumWord<FieldTotal>>(
    {{FieldTotal::Sum, "sum", QT_TRANSLATE_NOOP("gravin", "sum")},
     {FieldTotal::Average, "average", QT_TRANSLATE_NOOP("gravin", "average")},
     {FieldTotal::Count, "count", QT_TRANSLATE_NOOP("gravin", "filled")},
     {FieldTotal::Smallest, "smallest", QT_TRANSLATE_NOOP("gravin", "smallest")},
     {FieldTotal::Largest, "largest", QT_TRANSLATE_NOOP("gravin", "largest")}}));

// Others say themselves what they are.
constexpr EnumWords DefaultKinds(
    std::to_array<EnumWord<FieldDefault::Kind>>({{FieldDefault::Kind::Today, "today"},
                                                 {FieldDefault::Kind::Now, "now"},
                                                 {FieldDefault::Kind::Person, "person"},
                                                 {FieldDefault::Kind::NextNumber, "next_number"}}));

// Between semicolons, but for those behind a backslash.
QStringList entriesOf(const QString& text) {
    QStringList entries(1);
    for (qsizetype at = 0; at < text.size(); ++at) {
        if (text[at] == u'\\' && at + 1 < text.size())
            entries.last() += text[++at];
        else if (text[at] == u';')
            entries += QString();
        else
            entries.last() += text[at];
    }
    return entries;
}

} // namespace

const QString& FieldDefinition::labelIn(const QString& language) const {
    for (const QString& name : {language, language.section(u'-', 0, 0)}) {
        if (const auto found = labels.constFind(name); found != labels.constEnd())
            return *found;
    }
    return label;
}

const QString& FieldDefinition::shownLabel() const { return labelIn(personLanguage()); }

QString labelsText(const QMap<QString, QString>& labels) {
    QStringList entries;
    for (auto entry = labels.begin(); entry != labels.end(); ++entry)
        entries += entry.key() + u'=' +
                   QString(entry.value())
                       .replace(u'\\', QStringLiteral("\\\\"))
                       .replace(u';', QStringLiteral("\\;"));
    return entries.join(QStringLiteral("; "));
}

bool isLanguageName(const QString& name) {
    static const QRegularExpression shape(
        QStringLiteral("\\A[A-Za-z]{2,8}(-[A-Za-z0-9]{1,8})*\\z"));
    return shape.match(name).hasMatch();
}

Result<QMap<QString, QString>> labelsFromText(const QString& text) {
    QMap<QString, QString> labels;
    for (const QString& entry : entriesOf(text)) {
        const QString language = entry.section(u'=', 0, 0).trimmed();
        const QString label = entry.section(u'=', 1).trimmed();
        if (language.isEmpty() && label.isEmpty())
            continue;
        if (label.isEmpty() || !isLanguageName(language) || !localeNamed(language))
            return Error{ErrorKind::Refused,
                         coreTr("Labels in other languages are written as in de=Feuerhöhe; "
                                "fr=Hauteur.")};
        labels.insert(language, label);
    }
    return labels;
}

QString alignmentName(Alignment alignment) { return Alignments.name(alignment); }
std::optional<Alignment> alignmentFromName(const QString& name) { return Alignments.from(name); }

QString fieldTotalName(FieldTotal total) { return TotalWords.name(total); }
std::optional<FieldTotal> fieldTotalFromName(const QString& name) { return TotalWords.from(name); }

QString fieldTotalText(FieldTotal total) {
    return total == FieldTotal::None ? coreTr("none") : TotalWords.label(total);
}

bool canTotal(FieldTotal total, const ColumnType& type) {
    const TypeKind kind = type.kind;
    const bool isNumber =
        kind == TypeKind::Integer || kind == TypeKind::Decimal || kind == TypeKind::Double;
    const bool isMoment = kind == TypeKind::Date || kind == TypeKind::Time ||
                          kind == TypeKind::Timestamp || kind == TypeKind::Instant;
    switch (total) {
    case FieldTotal::Sum:
    case FieldTotal::Average:
        return isNumber;
    case FieldTotal::Smallest:
    case FieldTotal::Largest:
        return isNumber || isMoment;
    case FieldTotal::None:
    case FieldTotal::Count:
        break;
    }
    return true;
}

QString defaultKindName(FieldDefault::Kind kind) { return DefaultKinds.name(kind); }
std::optional<FieldDefault::Kind> defaultKindFromName(const QString& name) {
    return DefaultKinds.from(name);
}

QString stampWhenName(Stamp::When when) {
    switch (when) {
    case Stamp::When::Added:
        return QStringLiteral("added");
    case Stamp::When::Changed:
        return QStringLiteral("changed");
    case Stamp::When::Never:
        break;
    }
    return {};
}

std::optional<Stamp::When> stampWhenFromName(const QString& name) {
    for (const Stamp::When when : {Stamp::When::Added, Stamp::When::Changed}) {
        if (stampWhenName(when) == name)
            return when;
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
        to.labels = from.labels;
        break;
    case FieldSetting::ShownAs:
        to.shownAs = from.shownAs;
        to.mask = from.mask;
        to.nameColumn = from.nameColumn;
        to.choices = from.choices;
        to.lookup = from.lookup;
        break;
    case FieldSetting::Help:
        to.help = from.help;
        break;
    case FieldSetting::Default:
        to.defaultValue = from.defaultValue;
        break;
    case FieldSetting::Editable:
        to.editable = from.editable;
        to.editableWhen = from.editableWhen;
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
