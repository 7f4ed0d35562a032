// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_editor.h"

#include "app/build/form_setting.h"
#include "core/base/text.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/field_input.h"
#include "core/fitting/form_arranging.h"
#include "core/fitting/given_fields.h"
#include "core/fitting/screen_generator.h"
#include "core/project/offering.h"
#include "core/project/offers_text.h"
#include "core/records/table_reader.h"
#include "core/value/display_format.h"
#include "core/value/text_form.h"
#include "session/column_profiles.h"

namespace gravin {

namespace {

// Choices are proposed from the data when there are at most so many.
constexpr int MostProposedChoices = 30;
constexpr int NarrowestWidth = 28;
constexpr int WidestWidth = 2000;

bool belongsToScreen(PlateLine line) {
    return line == PlateLine::Visible || line == PlateLine::Width || line == PlateLine::Frozen;
}

Error plateRefusal(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

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
constexpr auto Alignments = {Alignment::Natural, Alignment::Left, Alignment::Centre,
                             Alignment::Right};

QString editableText(Editable editable) {
    switch (editable) {
    case Editable::Always:
        return PlateEditor::tr("always");
    case Editable::OnlyNew:
        return PlateEditor::tr("only new");
    case Editable::Never:
        return PlateEditor::tr("never");
    }
    return {};
}

QString shownInText(ShownIn shownIn) {
    switch (shownIn) {
    case ShownIn::GridAndForm:
        return PlateEditor::tr("yes");
    case ShownIn::Grid:
        return PlateEditor::tr("in grid");
    case ShownIn::Form:
        return PlateEditor::tr("in form");
    case ShownIn::Nowhere:
        return PlateEditor::tr("no");
    }
    return {};
}

QString alignmentText(Alignment alignment) {
    switch (alignment) {
    case Alignment::Natural:
        return PlateEditor::tr("natural");
    case Alignment::Left:
        return PlateEditor::tr("left");
    case Alignment::Centre:
        return PlateEditor::tr("centre");
    case Alignment::Right:
        return PlateEditor::tr("right");
    }
    return {};
}

} // namespace

PlateEditor::PlateEditor(ScreenBinding* binding, QObject* parent)
    : QObject(parent)
    , m_binding(binding) {}

QString PlateEditor::text(PlateLine line, const BoundField& field) const {
    const FieldDefinition& definition = field.definition;
    switch (line) {
    case PlateLine::Label:
        return definition.label;
    case PlateLine::BoundTo:
        return field.column.expression.isEmpty() ? field.name() : field.column.expression;
    case PlateLine::ShownAs:
        return shownAsLabel(definition.shownAs);
    case PlateLine::Source:
        return offersText(definition);
    case PlateLine::OffersWhere:
        return definition.lookup.where;
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
    case PlateLine::Checks:
        return checksText(field.name());
    case PlateLine::Message:
        return definition.message;
    case PlateLine::Visible:
        return shownInText(field.placement.shownIn);
    case PlateLine::Editable:
        return editableText(definition.editable);
    case PlateLine::Alignment:
        return alignmentText(definition.alignment);
    case PlateLine::Width:
        return field.placement.width == ScreenField::FittedWidth
                   ? tr("fitted")
                   : QString::number(field.placement.width);
    case PlateLine::Frozen:
        return field.placement.frozen ? Tick : QString();
    case PlateLine::Order:
        for (qsizetype i = 0; i < m_binding->fields().size(); ++i) {
            if (m_binding->fields()[i].name() == field.name())
                return QString::number(i + 1);
        }
        return {};
    case PlateLine::Evidence:
        return evidenceText(field.name());
    case PlateLine::Section:
    case PlateLine::Span:
    case PlateLine::BeginsRow:
    case PlateLine::TabOrder:
        break;
    }
    return formSettingText(line, field.name(), arrangedForm(m_binding->screen()));
}

// What is asked about the field, and the conditions whose message stands there.
QString PlateEditor::checksText(const QString& column) const {
    const Table& table = *m_binding->screen().table;
    QStringList parts;
    const TableChecks checks = m_binding->workspace()->project().checks.value(table.written());
    for (const Check& check : checks.checks) {
        const CheckRule rule = ruleOf(check, checks.stages, table, {});
        if (rule.column != column)
            continue;
        QString text = checkSummary(check);
        if (check.kind != CheckKind::Condition && text.startsWith(column + u' '))
            text.remove(0, column.size() + 1);
        parts += text;
    }
    return parts.join(QStringLiteral("; "));
}

QString PlateEditor::evidenceText(const QString& column) const {
    const ColumnProfiles::Entry& entry =
        m_binding->workspace()->records()->profiles()->of(m_binding->tableName());
    switch (entry.state) {
    case ColumnProfiles::State::NotAsked:
        return {};
    case ColumnProfiles::State::TooLarge:
        return tr("%1 to look at").arg(countedRecords(entry.evidence.records));
    case ColumnProfiles::State::Failed:
        return tr("not told");
    case ColumnProfiles::State::Gathering:
        if (entry.evidence.columns.empty())
            return tr("%1 %").arg(static_cast<int>(entry.progress * 100));
        break; // what was known before stays until it is known better
    case ColumnProfiles::State::Ready:
        break;
    }
    const ColumnEvidence* evidence = entry.evidence.column(column);
    return evidence ? evidenceLine(*evidence, entry.evidence) : QString();
}

QStringList PlateEditor::options(PlateLine line, const BoundField& field) const {
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
    case PlateLine::Format:
        options = usualFormats(field.column.type);
        break;
    case PlateLine::Section:
        options = sectionTexts(arrangedForm(m_binding->screen()));
        break;
    case PlateLine::ShownAs:
        for (const ShownAs shown : allShownAs()) {
            if (canShowAs(shown, field.column.type))
                options += shownAsLabel(shown);
        }
        break;
    case PlateLine::OffersWhere:
        if (field.definition.shownAs == ShownAs::Lookup)
            options = usualOfferings(field.definition.lookup, *m_binding->screen().table,
                                     field.column, m_binding->workspace()->catalog());
        break;
    case PlateLine::FilledWith:
        options = usualFillings(*m_binding->screen().table, field.column);
        break;
    case PlateLine::Stamped:
        options = usualStamps(*m_binding->screen().table, field.column);
        break;
    default:
        break;
    }
    return options;
}

bool PlateEditor::isUsual(PlateLine line, const BoundField& field) const {
    switch (line) {
    case PlateLine::Visible:
        return field.placement.shownIn == ShownIn::GridAndForm;
    case PlateLine::Editable:
        return field.definition.editable == Editable::Always;
    case PlateLine::Alignment:
        return field.definition.alignment == Alignment::Natural;
    case PlateLine::Width:
        return field.placement.width == ScreenField::FittedWidth;
    case PlateLine::Span:
        return text(line, field) == QStringLiteral("1");
    case PlateLine::TabOrder:
        return m_binding->screen().screen.form.tabOrder.isEmpty();
    default:
        return false;
    }
}

bool PlateEditor::isClosedList(PlateLine line) const {
    return line != PlateLine::Format && line != PlateLine::Section;
}

bool PlateEditor::isOwn(PlateLine line, const BoundField& field) const {
    const auto setting = settingOf(line);
    return setting && field.placement.overridden.contains(*setting);
}

void PlateEditor::setOwn(PlateLine line, const QStringList& columns, bool own) {
    const auto setting = settingOf(line);
    if (!setting) {
        Q_EMIT refused(tr("%1 cannot differ between screens.").arg(plateLineLabel(line)));
        return;
    }
    const QString names = columns.join(QStringLiteral(", "));
    m_binding->workspace()->document()->change(
        own ? tr("%1 of %2 on this screen only").arg(plateLineLabel(line), names)
            : tr("%1 of %2 as on all screens").arg(plateLineLabel(line), names),
        [&](Project& project) {
            Screen* screen = project.screenById(m_binding->screenId());
            for (const QString& column : columns) {
                ScreenField* placement = screen ? screen->field(column) : nullptr;
                const BoundField* field = m_binding->screen().field(column);
                if (!placement || !field || placement->overridden.contains(*setting) == own)
                    continue;
                if (own) {
                    placement->overridden += *setting;
                    placement->own.column = column;
                    copySetting(*setting, field->definition, placement->own);
                } else {
                    placement->overridden.removeOne(*setting);
                    copySetting(*setting, {}, placement->own);
                    if (placement->overridden.isEmpty())
                        placement->own = {};
                }
            }
        });
}

void PlateEditor::set(PlateLine line, const QStringList& columns, const QString& text) {
    QStringList withoutChoices;
    const QString step =
        tr("%1 of %2").arg(plateLineLabel(line), columns.join(QStringLiteral(", ")));
    m_binding->workspace()->document()->change(step, [&](Project& project) {
        // The fields as they are before the first of them changes.
        const BoundScreen before = m_binding->screen();
        for (const QString& column : columns) {
            const BoundField* field = before.field(column);
            if (!field)
                continue;
            if (const Status applied = apply(project, line, *field, text); !applied)
                Q_EMIT refused(applied.error().sentence);
        }
    });
    for (const QString& column : columns) {
        const BoundField* field = m_binding->screen().field(column);
        const bool wantsChoices = field && picksFromChoices(field->definition.shownAs);
        if (line == PlateLine::ShownAs && wantsChoices && field->definition.choices.isEmpty())
            proposeChoices(*field);
    }
}

Status PlateEditor::apply(Project& project, PlateLine line, const BoundField& field,
                          const QString& text) const {
    Screen* screen = project.screenById(m_binding->screenId());
    ScreenField* placement = screen ? screen->field(field.name()) : nullptr;
    if (!placement)
        return plateRefusal(
            tr("This screen is made for the moment only. Make one for its table first."));
    if (line == PlateLine::Order) {
        bool isNumber = false;
        const int to = text.toInt(&isNumber);
        if (!isNumber || to < 1 || to > screen->fields.size())
            return plateRefusal(
                tr("A place is a whole number from 1 to %1.").arg(screen->fields.size()));
        screen->fields.move(placement - screen->fields.data(), to - 1);
        return ok();
    }
    if (belongsToScreen(line)) {
        auto changed = changedPlacement(line, field, text);
        if (!changed)
            return changed.error();
        *placement = *changed;
        return ok();
    }
    if (belongsToForm(line)) {
        // What the fields before this one changed counts already.
        BoundScreen bound = m_binding->screen();
        bound.screen.form = screen->form;
        auto changed = changedFormSetting(line, field.name(), arrangedForm(bound), text);
        if (!changed)
            return changed.error();
        screen->form = *changed;
        return ok();
    }
    auto changed = changedDefinition(line, field, text);
    if (!changed)
        return changed.error();
    const auto setting = settingOf(line);
    if (setting && placement->overridden.contains(*setting)) {
        copySetting(*setting, *changed, placement->own);
        return ok();
    }
    const QString home = m_binding->screen().table->definitionTable(field.column);
    FieldDefinition* shared = project.definition(home, field.name());
    if (!shared) {
        project.fields[home] += generateDefinition(m_binding->workspace()->catalog(),
                                                   *m_binding->screen().table, field.column);
        shared = &project.fields[home].back();
    }
    if (setting)
        copySetting(*setting, *changed, *shared);
    shared->required = changed->required;
    shared->message = changed->message;
    shared->hint = changed->hint;
    shared->filledWith = changed->filledWith;
    shared->stamp = changed->stamp;
    return ok();
}

Result<FieldDefinition> PlateEditor::changedDefinition(PlateLine line, const BoundField& field,
                                                       const QString& text) const {
    FieldDefinition definition = field.definition;
    switch (line) {
    case PlateLine::Label:
        if (text.trimmed().isEmpty())
            return plateRefusal(tr("A label cannot be empty."));
        definition.label = text.trimmed();
        return definition;
    case PlateLine::ShownAs:
        return shownAs(definition, field, text);
    case PlateLine::Source:
        return withOffers(definition, text, m_binding->workspace()->catalog(), field.column);
    case PlateLine::Format:
        if (const Status fits = checkFormat(text.trimmed(), field.column.type); !fits)
            return fits.error();
        definition.format = text.trimmed();
        return definition;
    case PlateLine::Help:
        definition.help = text.trimmed();
        return definition;
    case PlateLine::Message:
        definition.message = text.trimmed();
        return definition;
    case PlateLine::OffersWhere: {
        if (definition.shownAs != ShownAs::Lookup)
            return plateRefusal(tr("%1 is no lookup: it offers no records.").arg(field.label()));
        definition.lookup.where = text.trimmed();
        const QString reason = reasonAgainstOffering(definition.lookup, *m_binding->screen().table,
                                                     m_binding->workspace()->catalog());
        if (!reason.isEmpty())
            return plateRefusal(reason);
        return definition;
    }
    case PlateLine::Hint:
        definition.hint = text.trimmed();
        return definition;
    case PlateLine::FilledWith: {
        const QString reason =
            reasonAgainstFillingField(*m_binding->screen().table, field.column, text.trimmed());
        if (!reason.isEmpty())
            return plateRefusal(reason);
        definition.filledWith = text.trimmed();
        return definition;
    }
    case PlateLine::Stamped: {
        auto stamp = stampFromText(*m_binding->screen().table, field.column, text);
        if (!stamp)
            return stamp.error();
        definition.stamp = *stamp;
        return definition;
    }
    case PlateLine::Default: {
        auto standard = defaultFromText(field, *m_binding->screen().table, text);
        if (!standard)
            return standard.error();
        definition.defaultValue = *standard;
        return definition;
    }
    case PlateLine::Required: {
        auto on = switchFrom(text);
        if (!on)
            return on.error();
        if (*on && !field.column.expression.isEmpty())
            return plateRefusal(tr("%1 is computed, so nobody can fill it in.").arg(field.label()));
        definition.required = *on;
        return definition;
    }
    case PlateLine::Editable: {
        // An emptied cell means never.
        const auto editable = text.trimmed().isEmpty() ? std::optional(Editable::Never)
                                                       : wordFrom(Editables, editableText, text);
        if (!editable)
            return plateRefusal(
                tr("Editable is always, only new (until the record is saved for the first time) "
                   "or never."));
        if (*editable != Editable::Never && (field.column.computed || field.column.givenByDatabase))
            return plateRefusal(
                tr("%1 is given by the database and cannot be edited.").arg(field.name()));
        definition.editable = *editable;
        return definition;
    }
    case PlateLine::Alignment: {
        const auto alignment = text.trimmed().isEmpty() ? std::optional(Alignment::Natural)
                                                        : wordFrom(Alignments, alignmentText, text);
        if (!alignment)
            return plateRefusal(tr("Alignment is natural, left, centre or right."));
        definition.alignment = *alignment;
        return definition;
    }
    default:
        return plateRefusal(tr("%1 cannot be changed here.").arg(plateLineLabel(line)));
    }
}

Result<FieldDefinition> PlateEditor::shownAs(FieldDefinition definition, const BoundField& field,
                                             const QString& text) const {
    for (const ShownAs shown : allShownAs()) {
        if (shownAsLabel(shown).compare(text.trimmed(), Qt::CaseInsensitive) != 0)
            continue;
        if (!canShowAs(shown, field.column.type))
            return plateRefusal(
                tr("%1 holds %2: it cannot be shown as %3.")
                    .arg(field.name(), describe(field.column.type), shownAsLabel(shown).toLower()));
        definition.shownAs = shown;
        if (shown == ShownAs::Lookup && definition.lookup.table.isEmpty()) {
            const FieldDefinition generated = generateDefinition(
                m_binding->workspace()->catalog(), *m_binding->screen().table, field.column);
            if (generated.lookup.table.isEmpty())
                return plateRefusal(
                    tr("%1 refers to no table. Type table.column under Offers, for example "
                       "sector.name.")
                        .arg(field.name()));
            definition.lookup = generated.lookup;
        }
        return definition;
    }
    return plateRefusal(tr("“%1” is no way to show a field.").arg(text));
}

Result<ScreenField> PlateEditor::changedPlacement(PlateLine line, const BoundField& field,
                                                  const QString& text) const {
    ScreenField placement = field.placement;
    if (line == PlateLine::Frozen) {
        auto on = switchFrom(text);
        if (!on)
            return on.error();
        placement.frozen = *on;
        return placement;
    }
    const QString word = text.trimmed();
    if (line == PlateLine::Visible) {
        // An emptied cell means no.
        const auto shownIn =
            word.isEmpty() ? std::optional(ShownIn::Nowhere) : wordFrom(Places, shownInText, word);
        if (!shownIn)
            return plateRefusal(tr("Visible is yes, no, in grid or in form."));
        placement.shownIn = *shownIn;
        return placement;
    }
    if (word.isEmpty() || word.compare(tr("fitted"), Qt::CaseInsensitive) == 0) {
        placement.width = ScreenField::FittedWidth;
        return placement;
    }
    bool ok = false;
    const int width = word.toInt(&ok);
    if (!ok || width < NarrowestWidth || width > WidestWidth)
        return plateRefusal(tr("A width is “fitted” or a whole number from %1 to %2.")
                                .arg(NarrowestWidth)
                                .arg(WidestWidth));
    placement.width = width;
    return placement;
}

// The data itself says which choices there are.
void PlateEditor::proposeChoices(const BoundField& field) {
    m_binding->workspace()->database()->reader()->run<QStringList>(
        this,
        [table = m_binding->screen().table, field](Session& session) -> Result<QStringList> {
            return distinctTexts(session, *table, field.column, MostProposedChoices + 1);
        },
        [this, column = field.name()](const Result<QStringList>& texts) {
            const BoundField* now = m_binding->screen().field(column);
            if (!texts || !now || !now->definition.choices.isEmpty())
                return;
            if (texts->size() > MostProposedChoices) {
                Q_EMIT refused(
                    tr("%1 holds more than %2 different values: type the choices under Offers.")
                        .arg(column)
                        .arg(MostProposedChoices));
                return;
            }
            if (!texts->isEmpty())
                set(PlateLine::Source, {column}, texts->join(QStringLiteral("; ")));
        });
}

} // namespace gravin
