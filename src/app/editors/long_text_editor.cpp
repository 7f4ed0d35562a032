// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/long_text_editor.h"

#include "core/value/text_form.h"

#include <QPlainTextEdit>

namespace gravin {

namespace {
constexpr int TextLines = 4;
}

LongTextEditor::LongTextEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_type(field.column.type)
    , m_text(new QPlainTextEdit) {
    adopt(m_text);
    m_text->setTabChangesFocus(true);
    m_text->setMinimumHeight(fontMetrics().lineSpacing() * TextLines + 16);
    connect(m_text, &QPlainTextEdit::textChanged, this, &FieldEditor::edited);
}

void LongTextEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    const QString text = badText.value_or(toText(value, m_type));
    if (m_text->toPlainText() == text)
        return;
    const QSignalBlocker blocker(m_text);
    m_text->setPlainText(text);
}

EditorContent LongTextEditor::content() const { return m_text->toPlainText(); }

void LongTextEditor::setReadOnly(bool readOnly) { m_text->setReadOnly(readOnly); }

void LongTextEditor::selectAll() { m_text->selectAll(); }

} // namespace gravin
