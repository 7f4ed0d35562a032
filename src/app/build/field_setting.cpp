// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/field_setting.h"

#include "app/build/form_setting.h"
#include "core/base/text.h"
#include "core/fitting/far_field.h"
#include "core/fitting/field_input.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/fitting/given_fields.h"
#include "core/project/field_conditions.h"
#include "core/project/offering.h"
#include "core/project/offers_text.h"
#include "core/value/display_format.h"

namespace gravin {

namespace {

constexpr int NarrowestWidth = 28;
constexpr int WidestWidth = 2000;

Error refusalOf(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

// The value of a closed list whose word is the text.
template <typename T, typename Word>
std::optional<T> wordFrom(std::initializer_list<T> values, Word word, const QString& text) {
    for (const T value : values) {
        if (word(value).compare(text.trimmed(), Qt::CaseInsensitive) == 0)
            return value;
    }
    return std::nullopt;
}

constexpr auto Editables = {Editable::Always, Editable::OnlyNew, Editable::Never};
constexpr auto Places = {ShownIn::GridAndForm, ShownIn::Nowhere, ShownIn::Grid, ShownIn::Form};
constexpr auto AllTotals = {FieldTotal::None,  FieldTotal::Sum,      FieldTotal::Average,
                            FieldTotal::Count, FieldTotal::Smallest, FieldTotal::Largest};
constexpr auto Alignments = {Alignment::Natural, Alignment::Left, Alignment::Centre,
                             Alignment::Right};

QString editableText(Editable editable) {
    switch (editable) {
    case Editable::Always:
        return coreTr("always");
    case Editable::OnlyNew:
        return coreTr("only new");
    case Editable::Never:
        return coreTr("never");
    }
    return {};
}

QString shownInText(ShownIn shownIn) {
    switch (shownIn) {
    case ShownIn::GridAndForm:
        return coreTr("yes");
    case ShownIn::Grid:
        return coreTr("in grid");
    case ShownIn::Form:
        return coreTr("in form");
    case ShownIn::Nowhere:
        return coreTr("no");
    }
    return {};
}

QString alignmentText(Alignment alignment) {
    switch (alignment) {
    case Alignment::Natural:
        return coreTr("natural");
    case Alignment::Left:
        return coreTr("left");
    case Alignment::Centre:
        return coreTr("centre");
    case Alignment::Right:
        return coreTr("right");
    }
    return {};
}

QString unofferedText(bool empties) { return empties ? coreTr("emptied") : coreTr("a problem"); }

Result<FieldDefinition> withShownAs(FieldDefinition definition, const BoundField& field,
                                    const FieldPlace& place, const QString& text) {
    for (const ShownAs shown : allShownAs()) {
        if (shownAsLabel(shown).compare(text.trimmed(), Qt::CaseInsensitive) != 0)
            continue;
        if (!canShowAs(shown, field.column.type))
            return refusalOf(
                coreTr("%1 holds %2: it cannot be shown as %3.")
                    .arg(field.name(), describe(field.column.type), shownAsLabel(shown).toLower()));
        definition.shownAs = shown;
        if (shown == ShownAs::Lookup && definition.lookup.table.isEmpty()) {
            const FieldDefinition generated =
                generateDefinition(place.catalog, place.table, field.column);
            if (generated.lookup.table.isEmpty())
                return refusalOf(
                    coreTr("%1 refers to no table. Type table.column under Offers, for example "
                           "sector.name.")
                        .arg(field.name()));
            definition.lookup = generated.lookup;
        }
        return definition;
    }
    return refusalOf(coreTr("“%1” is no way to show a field.").arg(text));
}

} // namespace

bool isPlacement(PlateLine line) {
    return line == PlateLine::Visible || line == PlateLine::VisibleWhen ||
           line == PlateLine::Width || line == PlateLine::Frozen;
}

bool isFieldSetting(PlateLine line) {
    switch (line) {
    case PlateLine::Checks:
    case PlateLine::Evidence:
    case PlateLine::Order:
        return false;
    default:
        return !isPlacement(line) && !belongsToForm(line);
    }
}

QString fieldSettingText(PlateLine line, const BoundField& field) {
    const FieldDefinition& definition = field.definition;
    switch (line) {
    case PlateLine::Label:
        return definition.label;
    case PlateLine::Labels:
        return labelsText(definition.labels);
    case PlateLine::BoundTo:
        return field.column.expression.isEmpty() ? field.name() : field.column.expression;
    case PlateLine::ShownAs:
        return shownAsLabel(definition.shownAs);
    case PlateLine::Source:
        return offersText(definition);
    case PlateLine::OffersWhere:
        return definition.lookup.where;
    case PlateLine::Unoffered:
        return definition.lookup.where.isEmpty() ? QString()
                                                 : unofferedText(definition.lookup.empties);
    case PlateLine::Format:
        return definition.format;
    case PlateLine::Help:
        return definition.help;
    case PlateLine::Default:
        return defaultText(field);
    case PlateLine::FilledWith:
        return definition.filledWith;
    case PlateLine::Stamped:
        return stampText(definition.stamp);
    case PlateLine::Hint:
        return definition.hint;
    case PlateLine::Required:
        return definition.required ? Tick : QString();
    case PlateLine::RequiredWhen:
        return definition.requiredWhen;
    case PlateLine::Message:
        return definition.message;
    case PlateLine::Visible:
        return shownInText(field.placement.shownIn);
    case PlateLine::VisibleWhen:
        return field.placement.visibleWhen;
    case PlateLine::Editable:
        return editableText(definition.editable);
    case PlateLine::EditableWhen:
        return definition.editableWhen;
    case PlateLine::Alignment:
        return alignmentText(definition.alignment);
    case PlateLine::Total:
        return fieldTotalText(definition.total);
    case PlateLine::Width:
        return field.placement.width == ScreenField::FittedWidth
                   ? coreTr("fitted")
                   : QString::number(field.placement.width);
    case PlateLine::Frozen:
        return field.placement.frozen ? Tick : QString();
    default:
        return {};
    }
}

QStringList fieldSettingOptions(PlateLine line, const BoundField& field, const FieldPlace& place) {
    QStringList options;
    switch (line) {
    case PlateLine::Editable:
        for (const auto editable : Editables)
            options += editableText(editable);
        break;
    case PlateLine::Visible:
        for (const auto shownIn : Places)
            options += shownInText(shownIn);
        break;
    case PlateLine::Alignment:
        for (const auto alignment : Alignments)
            options += alignmentText(alignment);
        break;
    case PlateLine::Total:
        for (const auto total : AllTotals) {
            if (canTotal(total, field.column.type))
                options += fieldTotalText(total);
        }
        break;
    case PlateLine::Format:
        options = usualFormats(field.column.type);
        break;
    case PlateLine::ShownAs:
        for (const ShownAs shown : allShownAs()) {
            if (canShowAs(shown, field.column.type))
                options += shownAsLabel(shown);
        }
        break;
    case PlateLine::OffersWhere:
        if (field.definition.shownAs == ShownAs::Lookup)
            options =
                usualOfferings(field.definition.lookup, place.table, field.column, place.catalog);
        break;
    case PlateLine::Unoffered:
        if (!field.definition.lookup.where.isEmpty())
            options = {unofferedText(false), unofferedText(true)};
        break;
    case PlateLine::FilledWith:
        options = usualFillings(place.table, field.column);
        break;
    case PlateLine::RequiredWhen:
    case PlateLine::VisibleWhen:
    case PlateLine::EditableWhen:
        options = usualConditions(place.project, place.table, field.name());
        break;
    case PlateLine::Stamped:
        options = usualStamps(place.table, field.column);
        break;
    default:
        break;
    }
    return options;
}

bool isUsualFieldSetting(PlateLine line, const BoundField& field) {
    switch (line) {
    case PlateLine::Visible:
        return field.placement.shownIn == ShownIn::GridAndForm;
    case PlateLine::Editable:
        return field.definition.editable == Editable::Always;
    case PlateLine::Alignment:
        return field.definition.alignment == Alignment::Natural;
    case PlateLine::Unoffered:
        return !field.definition.lookup.empties;
    case PlateLine::Total:
        return field.definition.total == FieldTotal::None;
    case PlateLine::Width:
        return field.placement.width == ScreenField::FittedWidth;
    default:
        return false;
    }
}

namespace {

Result<FieldDefinition> withLabel(FieldDefinition definition, const QString& text) {
    if (text.trimmed().isEmpty())
        return refusalOf(coreTr("A label cannot be empty."));
    definition.label = text.trimmed();
    return definition;
}

Result<FieldDefinition> withLabels(FieldDefinition definition, const QString& text) {
    auto labels = labelsFromText(text);
    if (!labels)
        return labels.error();
    definition.labels = std::move(*labels);
    return definition;
}

Result<FieldDefinition> withFormat(FieldDefinition definition, const BoundField& field,
                                   const QString& text) {
    if (const Status fits = checkFormat(text.trimmed(), field.column.type); !fits)
        return fits.error();
    definition.format = text.trimmed();
    return definition;
}

Result<FieldDefinition> withOffersWhere(FieldDefinition definition, const BoundField& field,
                                        const FieldPlace& place, const QString& text) {
    if (definition.shownAs != ShownAs::Lookup)
        return refusalOf(coreTr("%1 is no lookup: it offers no records.").arg(field.label()));
    definition.lookup.where = text.trimmed();
    const QString reason = reasonAgainstOffering(definition.lookup, place.table, place.catalog);
    if (!reason.isEmpty())
        return refusalOf(reason);
    return definition;
}

Result<FieldDefinition> withUnoffered(FieldDefinition definition, const QString& text) {
    const auto empties = wordFrom({false, true}, unofferedText, text);
    if (definition.lookup.where.isEmpty() || (!empties && !text.trimmed().isEmpty()))
        return refusalOf(coreTr("A pick that is not offered any more is a problem or emptied; "
                                "“Offers only” says which records are offered."));
    definition.lookup.empties = empties.value_or(false);
    return definition;
}

Result<FieldDefinition> withFilling(FieldDefinition definition, const BoundField& field,
                                    const FieldPlace& place, const QString& text) {
    const QString reason = reasonAgainstFillingField(place.table, field.column, text.trimmed());
    if (!reason.isEmpty())
        return refusalOf(reason);
    definition.filledWith = text.trimmed();
    return definition;
}

Result<FieldDefinition> withStamp(FieldDefinition definition, const BoundField& field,
                                  const FieldPlace& place, const QString& text) {
    auto stamp = stampFromText(place.table, field.column, text);
    if (!stamp)
        return stamp.error();
    definition.stamp = *stamp;
    return definition;
}

Result<FieldDefinition> withDefault(FieldDefinition definition, const BoundField& field,
                                    const FieldPlace& place, const QString& text) {
    auto standard = defaultFromText(field, place.table, text);
    if (!standard)
        return standard.error();
    definition.defaultValue = *standard;
    return definition;
}

Result<FieldDefinition> withRequired(FieldDefinition definition, const BoundField& field,
                                     const QString& text) {
    auto on = switchFrom(text);
    if (!on)
        return on.error();
    if (*on && !field.column.expression.isEmpty())
        return refusalOf(coreTr("%1 is computed, so nobody can fill it in.").arg(field.label()));
    definition.required = *on;
    return definition;
}

Result<FieldDefinition> withCondition(FieldDefinition definition, const BoundField& field,
                                      const FieldPlace& place, PlateLine line,
                                      const QString& text) {
    const QString condition = text.trimmed();
    if (const QString reason = reasonAgainstWhen(condition, place.table); !reason.isEmpty())
        return refusalOf(reason);
    if (!condition.isEmpty() && !field.column.expression.isEmpty())
        return refusalOf(coreTr("%1 is computed, so nobody can fill it in.").arg(field.label()));
    (line == PlateLine::EditableWhen ? definition.editableWhen : definition.requiredWhen) =
        condition;
    return definition;
}

Result<FieldDefinition> withEditable(FieldDefinition definition, const BoundField& field,
                                     const FieldPlace& place, const QString& text) {
    // An emptied cell means never.
    const auto editable = text.trimmed().isEmpty() ? std::optional(Editable::Never)
                                                   : wordFrom(Editables, editableText, text);
    if (!editable)
        return refusalOf(
            coreTr("Editable is always, only new (until the record is saved for the first time) "
                   "or never."));
    if (*editable != Editable::Never && !field.column.expression.isEmpty()) {
        const QString reason = reasonAgainstFarField(place.table, field.column, place.catalog);
        if (!reason.isEmpty())
            return refusalOf(reason);
        if (*editable == Editable::OnlyNew)
            return refusalOf(coreTr("%1 stands in another record, which is not new: it is "
                                    "editable always or never.")
                                 .arg(field.name()));
    } else if (*editable != Editable::Never &&
               (field.column.computed || field.column.givenByDatabase))
        return refusalOf(
            coreTr("%1 is given by the database and cannot be edited.").arg(field.name()));
    definition.editable = *editable;
    return definition;
}

Result<FieldDefinition> withAlignment(FieldDefinition definition, const QString& text) {
    const auto alignment = text.trimmed().isEmpty() ? std::optional(Alignment::Natural)
                                                    : wordFrom(Alignments, alignmentText, text);
    if (!alignment)
        return refusalOf(coreTr("Alignment is natural, left, centre or right."));
    definition.alignment = *alignment;
    return definition;
}

Result<FieldDefinition> withTotal(FieldDefinition definition, const BoundField& field,
                                  const FieldPlace& place, PlateLine line, const QString& text) {
    const auto total = text.trimmed().isEmpty() ? std::optional(FieldTotal::None)
                                                : wordFrom(AllTotals, fieldTotalText, text);
    if (!total || !canTotal(*total, field.column.type))
        return refusalOf(
            coreTr("The total of %1 is one of: %2.")
                .arg(field.label(),
                     fieldSettingOptions(line, field, place).join(QStringLiteral(", "))));
    definition.total = *total;
    return definition;
}

// Of a file: where its name goes.
Result<FieldDefinition> withNameColumn(FieldDefinition definition, const BoundField& field,
                                       const FieldPlace& place, const QString& text) {
    const QString name = text.trimmed();
    const Column* column = place.table.column(name);
    const bool isText = column && column->type.kind == TypeKind::Text && !column->computed;
    if (!name.isEmpty() && (!isText || name == field.name()))
        return refusalOf(coreTr("Type the column of %1 that takes the file's name: a text.")
                             .arg(place.table.name));
    definition.nameColumn = name;
    return definition;
}

} // namespace

Result<FieldDefinition> changedFieldSetting(PlateLine line, const BoundField& field,
                                            const FieldPlace& place, const QString& text) {
    FieldDefinition definition = field.definition;
    switch (line) {
    case PlateLine::Label:
        return withLabel(definition, text);
    case PlateLine::Labels:
        return withLabels(definition, text);
    case PlateLine::ShownAs:
        return withShownAs(definition, field, place, text);
    case PlateLine::Source:
        if (definition.shownAs == ShownAs::File)
            return withNameColumn(definition, field, place, text);
        return withOffers(definition, text, place.catalog, field.column);
    case PlateLine::Format:
        return withFormat(definition, field, text);
    case PlateLine::Help:
        definition.help = text.trimmed();
        return definition;
    case PlateLine::Message:
        definition.message = text.trimmed();
        return definition;
    case PlateLine::OffersWhere:
        return withOffersWhere(definition, field, place, text);
    case PlateLine::Unoffered:
        return withUnoffered(definition, text);
    case PlateLine::Hint:
        definition.hint = text.trimmed();
        return definition;
    case PlateLine::FilledWith:
        return withFilling(definition, field, place, text);
    case PlateLine::Stamped:
        return withStamp(definition, field, place, text);
    case PlateLine::Default:
        return withDefault(definition, field, place, text);
    case PlateLine::Required:
        return withRequired(definition, field, text);
    case PlateLine::RequiredWhen:
    case PlateLine::EditableWhen:
        return withCondition(definition, field, place, line, text);
    case PlateLine::Editable:
        return withEditable(definition, field, place, text);
    case PlateLine::Alignment:
        return withAlignment(definition, text);
    case PlateLine::Total:
        return withTotal(definition, field, place, line, text);
    default:
        return refusalOf(coreTr("%1 cannot be changed here.").arg(plateLineLabel(line)));
    }
}

Result<ScreenField> changedPlacement(PlateLine line, const BoundField& field, const Table& table,
                                     const QString& text) {
    ScreenField placement = field.placement;
    if (line == PlateLine::Frozen) {
        auto on = switchFrom(text);
        if (!on)
            return on.error();
        placement.frozen = *on;
        return placement;
    }
    const QString word = text.trimmed();
    if (line == PlateLine::VisibleWhen) {
        if (const QString reason = reasonAgainstShowing(word, table, field.name());
            !reason.isEmpty())
            return refusalOf(reason);
        placement.visibleWhen = word;
        return placement;
    }
    if (line == PlateLine::Visible) {
        // An emptied cell means no.
        const auto shownIn =
            word.isEmpty() ? std::optional(ShownIn::Nowhere) : wordFrom(Places, shownInText, word);
        if (!shownIn)
            return refusalOf(coreTr("Visible is yes, no, in grid or in form."));
        placement.shownIn = *shownIn;
        return placement;
    }
    if (word.isEmpty() || word.compare(coreTr("fitted"), Qt::CaseInsensitive) == 0) {
        placement.width = ScreenField::FittedWidth;
        return placement;
    }
    bool ok = false;
    const int width = word.toInt(&ok);
    if (!ok || width < NarrowestWidth || width > WidestWidth)
        return refusalOf(coreTr("A width is “fitted” or a whole number from %1 to %2.")
                             .arg(NarrowestWidth)
                             .arg(WidestWidth));
    placement.width = width;
    return placement;
}

} // namespace gravin
