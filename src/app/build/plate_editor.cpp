// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_editor.h"

#include "core/project/field_input.h"
#include "core/project/screen_generator.h"
#include "core/records/table_reader.h"
#include "core/value/text_form.h"

#include <QPointer>
#include <QUndoCommand>

#include <set>

namespace gravin {

namespace {

// Choices are proposed from the data when there are at most so many.
constexpr int MostProposedChoices = 30;
constexpr int NarrowestWidth = 28;
constexpr int WidestWidth = 2000;
const QString Tick = QStringLiteral("✓");

class SetDefinition : public QUndoCommand {
public:
    SetDefinition(Workspace* workspace, QString table, FieldDefinition before,
                  FieldDefinition after)
        : m_workspace(workspace)
        , m_table(std::move(table))
        , m_before(std::move(before))
        , m_after(std::move(after)) {}
    void redo() override { m_workspace->setDefinition(m_table, m_after); }
    void undo() override { m_workspace->setDefinition(m_table, m_before); }

private:
    Workspace* m_workspace;
    QString m_table;
    FieldDefinition m_before;
    FieldDefinition m_after;
};

class SetPlacement : public QUndoCommand {
public:
    SetPlacement(Workspace* workspace, QString screen, ScreenField before, ScreenField after)
        : m_workspace(workspace)
        , m_screen(std::move(screen))
        , m_before(std::move(before))
        , m_after(std::move(after)) {}
    void redo() override { m_workspace->setScreenField(m_screen, m_after); }
    void undo() override { m_workspace->setScreenField(m_screen, m_before); }

private:
    Workspace* m_workspace;
    QString m_screen;
    ScreenField m_before;
    ScreenField m_after;
};

bool belongsToScreen(PlateLine line) {
    return line == PlateLine::Visible || line == PlateLine::Width;
}

Result<bool> switchFrom(const QString& text) {
    const QString word = text.trimmed();
    if (word.isEmpty())
        return false;
    if (word == Tick)
        return true;
    auto value = fromText(word, {TypeKind::Boolean});
    if (!value)
        return value.error();
    return value->asBoolean();
}

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

// One of the three words; an emptied cell means never.
Result<Editable> editableFrom(const QString& text) {
    if (text.trimmed().isEmpty())
        return Editable::Never;
    for (const auto editable : {Editable::Always, Editable::OnlyNew, Editable::Never}) {
        if (editableText(editable).compare(text.trimmed(), Qt::CaseInsensitive) == 0)
            return editable;
    }
    return Error{ErrorKind::Refused,
                 PlateEditor::tr("Editable is always, only new (until the record is saved for the "
                                 "first time) or never.")};
}

// "in service; stored=put away"
QString choicesText(const QList<Choice>& choices) {
    QStringList parts;
    for (const Choice& choice : choices)
        parts +=
            choice.stored == choice.label ? choice.stored : choice.stored + u'=' + choice.label;
    return parts.join(QStringLiteral("; "));
}

QList<Choice> choicesFrom(const QString& text) {
    QList<Choice> choices;
    for (const QString& part : text.split(u';', Qt::SkipEmptyParts)) {
        const QString stored = part.section(u'=', 0, 0).trimmed();
        const QString label = part.section(u'=', 1).trimmed();
        if (!stored.isEmpty())
            choices.append({stored, label.isEmpty() ? stored : label});
    }
    return choices;
}

Error refusal(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

} // namespace

QString plateLineLabel(PlateLine line) {
    switch (line) {
    case PlateLine::Label:
        return PlateEditor::tr("Label");
    case PlateLine::BoundTo:
        return PlateEditor::tr("Bound to");
    case PlateLine::ShownAs:
        return PlateEditor::tr("Shown as");
    case PlateLine::Source:
        return PlateEditor::tr("Offers");
    case PlateLine::Help:
        return PlateEditor::tr("Help text");
    case PlateLine::Default:
        return PlateEditor::tr("Default");
    case PlateLine::Required:
        return PlateEditor::tr("Required");
    case PlateLine::Visible:
        return PlateEditor::tr("Visible");
    case PlateLine::Editable:
        return PlateEditor::tr("Editable");
    case PlateLine::Width:
        return PlateEditor::tr("Width");
    }
    return {};
}

bool isSwitch(PlateLine line) { return line == PlateLine::Required || line == PlateLine::Visible; }

PlateEditor::PlateEditor(ScreenBinding* binding, QUndoStack* undo, QObject* parent)
    : QObject(parent)
    , m_binding(binding)
    , m_undo(undo) {}

QString PlateEditor::text(PlateLine line, const BoundField& field) const {
    const FieldDefinition& definition = field.definition;
    switch (line) {
    case PlateLine::Label:
        return definition.label;
    case PlateLine::BoundTo:
        return field.name();
    case PlateLine::ShownAs:
        return shownAsLabel(definition.shownAs);
    case PlateLine::Source:
        if (definition.shownAs == ShownAs::Choices)
            return choicesText(definition.choices);
        if (definition.shownAs == ShownAs::Lookup)
            return definition.lookup.table + u'.' + definition.lookup.shownColumn;
        return {};
    case PlateLine::Help:
        return definition.help;
    case PlateLine::Default:
        return defaultText(field);
    case PlateLine::Required:
        return definition.required ? Tick : QString();
    case PlateLine::Visible:
        return field.placement.visible ? Tick : QString();
    case PlateLine::Editable:
        return editableText(definition.editable);
    case PlateLine::Width:
        return field.placement.width == ScreenField::FittedWidth
                   ? tr("fitted")
                   : QString::number(field.placement.width);
    }
    return {};
}

QStringList PlateEditor::options(PlateLine line, const BoundField& field) const {
    QStringList options;
    if (line == PlateLine::Editable) {
        for (const auto editable : {Editable::Always, Editable::OnlyNew, Editable::Never})
            options += editableText(editable);
    }
    if (line != PlateLine::ShownAs)
        return options;
    for (const ShownAs shown : allShownAs()) {
        if (canShowAs(shown, field.column.type))
            options += shownAsLabel(shown);
    }
    return options;
}

void PlateEditor::set(PlateLine line, const QStringList& columns, const QString& text) {
    std::vector<std::unique_ptr<QUndoCommand>> commands;
    Workspace* workspace = m_binding->workspace();
    for (const QString& column : columns) {
        const BoundField* field = m_binding->screen().field(column);
        if (!field)
            continue;
        if (belongsToScreen(line)) {
            auto placement = changedPlacement(line, *field, text);
            if (!placement)
                Q_EMIT refused(placement.error().sentence);
            else if (!(*placement == field->placement))
                commands.push_back(std::make_unique<SetPlacement>(workspace, m_binding->screenId(),
                                                                  field->placement, *placement));
            continue;
        }
        auto definition = changedDefinition(line, *field, text);
        if (!definition) {
            Q_EMIT refused(definition.error().sentence);
            continue;
        }
        if (*definition == field->definition)
            continue;
        commands.push_back(std::make_unique<SetDefinition>(workspace, m_binding->tableName(),
                                                           field->definition, *definition));
        if (definition->shownAs == ShownAs::Choices && definition->choices.isEmpty())
            proposeChoices(*field);
    }
    if (commands.empty())
        return;
    m_undo->beginMacro(
        tr("%1 of %2").arg(plateLineLabel(line), columns.join(QStringLiteral(", "))));
    for (auto& command : commands)
        m_undo->push(command.release());
    m_undo->endMacro();
}

Result<FieldDefinition> PlateEditor::changedDefinition(PlateLine line, const BoundField& field,
                                                       const QString& text) const {
    FieldDefinition definition = field.definition;
    switch (line) {
    case PlateLine::Label:
        if (text.trimmed().isEmpty())
            return refusal(tr("A label cannot be empty."));
        definition.label = text.trimmed();
        return definition;
    case PlateLine::ShownAs:
        return shownAs(definition, field, text);
    case PlateLine::Source:
        return source(definition, field, text);
    case PlateLine::Help:
        definition.help = text.trimmed();
        return definition;
    case PlateLine::Default: {
        auto standard = defaultFromText(field, text);
        if (!standard)
            return standard.error();
        definition.standard = *standard;
        return definition;
    }
    case PlateLine::Required: {
        auto on = switchFrom(text);
        if (!on)
            return on.error();
        definition.required = *on;
        return definition;
    }
    case PlateLine::Editable: {
        auto editable = editableFrom(text);
        if (!editable)
            return editable.error();
        if (*editable != Editable::Never && (field.column.computed || field.column.givenByDatabase))
            return refusal(
                tr("%1 is given by the database and cannot be edited.").arg(field.name()));
        definition.editable = *editable;
        return definition;
    }
    default:
        return refusal(tr("%1 cannot be changed here.").arg(plateLineLabel(line)));
    }
}

Result<FieldDefinition> PlateEditor::shownAs(FieldDefinition definition, const BoundField& field,
                                             const QString& text) const {
    for (const ShownAs shown : allShownAs()) {
        if (shownAsLabel(shown).compare(text.trimmed(), Qt::CaseInsensitive) != 0)
            continue;
        if (!canShowAs(shown, field.column.type))
            return refusal(
                tr("%1 holds %2: it cannot be shown as %3.")
                    .arg(field.name(), describe(field.column.type), shownAsLabel(shown).toLower()));
        definition.shownAs = shown;
        if (shown == ShownAs::Lookup && definition.lookup.table.isEmpty()) {
            const FieldDefinition generated = generateDefinition(
                m_binding->workspace()->catalog(), *m_binding->screen().table, field.column);
            if (generated.lookup.table.isEmpty())
                return refusal(
                    tr("%1 refers to no table. Type table.column under Offers, for example "
                       "sector.name.")
                        .arg(field.name()));
            definition.lookup = generated.lookup;
        }
        return definition;
    }
    return refusal(tr("“%1” is no way to show a field.").arg(text));
}

Result<FieldDefinition> PlateEditor::source(FieldDefinition definition, const BoundField& field,
                                            const QString& text) const {
    const Table* target =
        m_binding->workspace()->catalog().table(text.section(u'.', 0, 0).trimmed());
    const QString shown = text.section(u'.', 1).trimmed();
    if (target && target->column(shown)) {
        if (target->key.size() != 1)
            return refusal(tr("%1 has no key of one column to store.").arg(target->name));
        definition.shownAs = ShownAs::Lookup;
        definition.lookup = {target->name, target->key.front(), shown};
        return definition;
    }
    const QList<Choice> choices = choicesFrom(text);
    if (choices.isEmpty())
        return refusal(tr("Type choices (stored; another=its label) or table.column."));
    for (const Choice& choice : choices) {
        if (auto value = fromText(choice.stored, field.column.type); !value)
            return refusal(value.error().sentence);
    }
    definition.shownAs = ShownAs::Choices;
    definition.choices = choices;
    return definition;
}

Result<ScreenField> PlateEditor::changedPlacement(PlateLine line, const BoundField& field,
                                                  const QString& text) const {
    ScreenField placement = field.placement;
    if (line == PlateLine::Visible) {
        auto on = switchFrom(text);
        if (!on)
            return on.error();
        placement.visible = *on;
        return placement;
    }
    const QString word = text.trimmed();
    if (word.isEmpty() || word.compare(tr("fitted"), Qt::CaseInsensitive) == 0) {
        placement.width = ScreenField::FittedWidth;
        return placement;
    }
    bool ok = false;
    const int width = word.toInt(&ok);
    if (!ok || width < NarrowestWidth || width > WidestWidth)
        return refusal(tr("A width is “fitted” or a whole number from %1 to %2.")
                           .arg(NarrowestWidth)
                           .arg(WidestWidth));
    placement.width = width;
    return placement;
}

// The data itself says which choices there are.
void PlateEditor::proposeChoices(const BoundField& field) {
    m_binding->workspace()->reader()->run<QStringList>(
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
            set(PlateLine::Source, {column}, texts->join(QStringLiteral("; ")));
        });
}

} // namespace gravin
