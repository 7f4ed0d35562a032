// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/asked_fields.h"

#include "core/fitting/field_input.h"
#include "core/fitting/generation/screen_generator.h"

#include <QApplication>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLabel>

namespace gravin {

namespace {

constexpr int NarrowestAsked = 120;
constexpr int WidestAsked = 240;

BoundField fieldOf(const GivenParameter& asked, const LocaleForm& form) {
    BoundField field;
    field.column.name = asked.name;
    field.column.type = asked.type;
    field.definition = generateDefinition(Catalog{}, Table{}, field.column);
    field.definition.label = asked.label;
    field.definition.labels.clear();
    // What it is called says nothing of what it is shown as.
    if (asked.type.kind == TypeKind::Text)
        field.definition.shownAs = ShownAs::Text;
    field.form = form;
    return field;
}

} // namespace

AskedFields::AskedFields(Workspace* workspace, const QList<GivenParameter>& asked,
                         Qt::Orientation orientation, QWidget* parent)
    : QWidget(parent) {
    QFormLayout* form = orientation == Qt::Vertical ? new QFormLayout(this) : nullptr;
    QHBoxLayout* line = form ? nullptr : new QHBoxLayout(this);
    layout()->setContentsMargins(0, 0, 0, 0);
    for (const GivenParameter& each : asked) {
        const BoundField field = fieldOf(each, workspace->project().form());
        FieldEditor* editor = FieldEditor::create(field, workspace, this);
        editor->inner()->setObjectName(QStringLiteral("asked:") + each.name);
        editor->setContent(each.value, {});
        auto* label = new QLabel(field.label());
        label->setTextFormat(Qt::PlainText);
        label->setBuddy(editor->inner());
        if (form) {
            form->addRow(label, editor);
        } else {
            editor->setMinimumWidth(NarrowestAsked);
            editor->setMaximumWidth(WidestAsked);
            line->addWidget(label);
            line->addWidget(editor, 1);
        }
        connect(editor, &FieldEditor::edited, this, [this, editor] {
            editor->setState({});
            Q_EMIT edited();
        });
        // Where the focus goes is known a moment later.
        connect(
            editor, &FieldEditor::finished, this, [this, editor] { finish(editor); },
            Qt::QueuedConnection);
        m_fields.append({field, editor});
    }
    if (line)
        line->addStretch();
}

// On the way from one to the next nothing is finished yet.
void AskedFields::finish(const FieldEditor* editor) {
    const QWidget* focus = QApplication::focusWidget();
    const bool isInAnother = focus && isAncestorOf(focus) && !editor->isAncestorOf(focus);
    if (!isInAnother)
        Q_EMIT finished();
}

Result<QMap<QString, Value>> AskedFields::values() const {
    QMap<QString, Value> values;
    for (const auto& [field, editor] : m_fields) {
        const EditorContent content = editor->content();
        if (const Value* picked = std::get_if<Value>(&content)) {
            values.insert(field.name(), *picked);
            continue;
        }
        const QString text = std::get<QString>(content);
        if (text.trimmed().isEmpty()) {
            values.insert(field.name(), Value());
            continue;
        }
        const auto value = inputValue(field, text);
        if (!value) {
            editor->setState(QStringLiteral("problem"));
            return Error{value.error().kind,
                         tr("%1: %2").arg(field.label(), value.error().sentence)};
        }
        values.insert(field.name(), *value);
    }
    return values;
}

void AskedFields::focusFirst() {
    if (!m_fields.isEmpty())
        m_fields.front().second->setFocus(Qt::OtherFocusReason);
}

} // namespace gravin
