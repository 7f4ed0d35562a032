// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/build/plate_editor.h"

#include "app/build/field_setting.h"
#include "app/build/form_setting.h"
#include "core/base/text.h"
#include "core/exchange/cell_block.h"
#include "core/fitting/check_rules.h"
#include "core/fitting/form_arranging.h"
#include "core/fitting/generation/screen_generator.h"
#include "core/records/table_reader.h"
#include "session/column_profiles.h"

namespace gravin {

namespace {

// Choices are proposed from the data when there are at most so many.
constexpr int MostProposedChoices = 30;

Error plateRefusal(const QString& sentence) { return {ErrorKind::Refused, sentence}; }

} // namespace

PlateEditor::PlateEditor(ScreenBinding* binding, QObject* parent)
    : QObject(parent)
    , m_binding(binding) {}

QString PlateEditor::text(PlateLine line, const BoundField& field) const {
    if (isFieldSetting(line) || isPlacement(line))
        return fieldSettingText(line, field);
    switch (line) {
    case PlateLine::Checks:
        return checksText(field.name());
    case PlateLine::Order:
        for (qsizetype i = 0; i < m_binding->fields().size(); ++i) {
            if (m_binding->fields()[i].name() == field.name())
                return QString::number(i + 1);
        }
        return {};
    case PlateLine::Evidence:
        return evidenceText(field.name());
    default:
        return formSettingText(line, field.name(), arrangedForm(m_binding->screen()));
    }
}

// What is asked about the field, and the conditions whose message stands there.
QString PlateEditor::checksText(const QString& column) const {
    const Table& table = *m_binding->screen().table;
    QStringList parts;
    const TableChecks checks = m_binding->workspace()->project().checks.value(table.written());
    for (const Check& check : checks.checks) {
        const CheckRule rule = ruleOf(check, checks.stages, table, {}, {});
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
    if (line == PlateLine::Section)
        return sectionTexts(arrangedForm(m_binding->screen()));
    return fieldSettingOptions(line, field, place());
}

bool PlateEditor::isUsual(PlateLine line, const BoundField& field) const {
    switch (line) {
    case PlateLine::Span:
        return text(line, field) == QStringLiteral("1");
    case PlateLine::TabOrder:
        return m_binding->screen().screen.form.tabOrder.isEmpty();
    default:
        return isUsualFieldSetting(line, field);
    }
}

bool PlateEditor::isClosedList(PlateLine line) const {
    return line == PlateLine::ShownAs || line == PlateLine::Visible ||
           line == PlateLine::Editable || line == PlateLine::Alignment;
}

FieldPlace PlateEditor::place() const {
    return {m_binding->workspace()->project(), m_binding->workspace()->catalog(),
            *m_binding->screen().table};
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

namespace {

// Not what tells fields apart, and not their places.
QList<PlateLine> copiedLines() {
    QList<PlateLine> lines = gridPlateLines(true);
    lines.removeIf([](PlateLine line) {
        return isOpened(line) || line == PlateLine::Label || line == PlateLine::Labels ||
               line == PlateLine::BoundTo || line == PlateLine::Order;
    });
    return lines;
}

} // namespace

QString PlateEditor::settingsText(const QString& column) const {
    const BoundField* field = m_binding->screen().field(column);
    if (!field)
        return {};
    QList<QStringList> rows;
    for (const PlateLine line : copiedLines())
        rows += QStringList{plateLineLabel(line), text(line, *field)};
    return textFromCellBlock(rows);
}

bool PlateEditor::pasteSettings(const QStringList& columns, const QString& text) {
    const QList<QStringList> rows = cellBlockFromText(text);
    const QList<PlateLine> lines = copiedLines();
    if (rows.size() != lines.size())
        return false;
    for (qsizetype i = 0; i < lines.size(); ++i) {
        if (rows[i].size() > 2 || rows[i].value(0) != plateLineLabel(lines[i]))
            return false;
    }
    QUndoStack* undo = m_binding->workspace()->document()->undoStack();
    undo->beginMacro(tr("settings of %1").arg(columns.join(QStringLiteral(", "))));
    for (qsizetype i = 0; i < lines.size(); ++i) {
        for (const QString& column : columns) {
            const BoundField* field = m_binding->screen().field(column);
            if (field && this->text(lines[i], *field) != rows[i].value(1))
                set(lines[i], {column}, rows[i].value(1));
        }
    }
    undo->endMacro();
    return true;
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
    if (isPlacement(line)) {
        auto changed = changedPlacement(line, field, *m_binding->screen().table, text);
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
    auto changed = changedFieldSetting(line, field, place(), text);
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
    shared->requiredWhen = changed->requiredWhen;
    shared->message = changed->message;
    shared->hint = changed->hint;
    shared->filledWith = changed->filledWith;
    shared->stamp = changed->stamp;
    shared->total = changed->total;
    return ok();
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
