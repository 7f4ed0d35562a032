// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/field_editor.h"

#include "app/editors/choice_editor.h"
#include "app/editors/colour_editor.h"
#include "app/editors/file_editor.h"
#include "app/editors/line_editor.h"
#include "app/editors/long_text_editor.h"
#include "app/editors/lookup_editor.h"
#include "app/editors/moment_editor.h"
#include "app/editors/picture_editor.h"
#include "app/editors/radio_editor.h"
#include "app/editors/signature_editor.h"
#include "app/editors/yes_no_editor.h"
#include "app/look/theme.h"

#include <QCoreApplication>
#include <QEvent>
#include <QHBoxLayout>
#include <QKeyEvent>

namespace gravin {

namespace {

FieldEditor* make(const BoundField& field, Workspace* workspace, QWidget* parent) {
    switch (field.definition.shownAs) {
    case ShownAs::LongText:
        return new LongTextEditor(field, parent);
    case ShownAs::YesNo:
        if (!field.definition.choices.isEmpty())
            return new ChoiceEditor(field, workspace, parent);
        return new YesNoEditor(field, parent);
    case ShownAs::Radio:
        return new RadioEditor(field, workspace, parent);
    case ShownAs::Choices:
        return new ChoiceEditor(field, workspace, parent);
    case ShownAs::Lookup:
        return new LookupEditor(field, workspace, parent);
    case ShownAs::Colour:
        return new ColourEditor(field, parent);
    case ShownAs::Picture:
        return new PictureEditor(parent);
    case ShownAs::File:
        return new FileEditor(parent);
    case ShownAs::Signature:
        return new SignatureEditor(parent);
    case ShownAs::Date:
    case ShownAs::Time:
    case ShownAs::DateTime:
        return new MomentEditor(field, parent);
    default:
        return new LineEditor(field, parent);
    }
}

} // namespace

FieldEditor* FieldEditor::create(const BoundField& field, Workspace* workspace, QWidget* parent) {
    FieldEditor* editor = make(field, workspace, parent);
    editor->inner()->setAccessibleName(field.label());
    editor->inner()->setAccessibleDescription(field.definition.help);
    editor->inner()->setObjectName(QStringLiteral("field:") + field.name());
    return editor;
}

bool FieldEditor::fitsInCell(const BoundField& field) {
    return gravin::fitsInCell(field.definition.shownAs);
}

void FieldEditor::adopt(QWidget* inner, const QList<QWidget*>& beside) {
    m_inner = inner;
    auto* layout = new QHBoxLayout(this);
    layout->setContentsMargins(0, 0, 0, 0);
    layout->setSpacing(4);
    layout->addWidget(inner, 1);
    for (QWidget* widget : beside)
        layout->addWidget(widget);
    setFocusProxy(inner);
    inner->installEventFilter(this);
}

void FieldEditor::beginInCell() {
    m_inCell = true;
    openInCell();
}

// The delegate watches the editor, but keys and focus are those of the widget inside.
bool FieldEditor::endsCellEdit(QEvent* event) const {
    if (event->type() == QEvent::FocusOut)
        return static_cast<QFocusEvent*>(event)->reason() != Qt::PopupFocusReason;
    if (event->type() != QEvent::KeyPress)
        return false;
    const auto* key = static_cast<QKeyEvent*>(event);
    switch (key->key()) {
    case Qt::Key_Tab:
    case Qt::Key_Backtab:
    case Qt::Key_Escape:
        return true;
    case Qt::Key_Return:
    case Qt::Key_Enter:
        return key->modifiers() == Qt::NoModifier;
    default:
        return false;
    }
}

bool FieldEditor::eventFilter(QObject* watched, QEvent* event) {
    if (watched == m_inner && m_inCell && endsCellEdit(event)) {
        QCoreApplication::sendEvent(this, event);
        return event->type() == QEvent::KeyPress;
    }
    if (watched == m_inner && event->type() == QEvent::FocusOut)
        Q_EMIT finished();
    return QWidget::eventFilter(watched, event);
}

void FieldEditor::setState(const QString& state) { setStyleProperty(m_inner, "state", state); }

void applyContent(ScreenBinding& binding, const RecordId& id, const BoundField& field,
                  const EditorContent& content) {
    if (const QString* text = std::get_if<QString>(&content))
        binding.workspace()->records()->type(binding.screen(), id, field, *text);
    else
        binding.workspace()->records()->choose(binding.screen(), id, field,
                                               std::get<Value>(content));
}

} // namespace gravin
