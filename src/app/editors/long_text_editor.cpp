// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/long_text_editor.h"

#include "app/editors/whole_text_dialog.h"
#include "core/base/text.h"
#include "core/value/text_form.h"

#include <QPlainTextEdit>
#include <QToolButton>

namespace gravin {

namespace {

constexpr int TextLines = 4;
constexpr qsizetype ShownOfLong = 2000;
// One line is laid out as a whole, which takes longer than many of the same length in all.
constexpr qsizetype LongestOfLines = 20'000;

bool isTooLong(const QString& text) {
    if (text.size() > FieldEditor::LongestText)
        return true;
    qsizetype begin = 0;
    while (text.size() - begin > LongestOfLines) {
        const qsizetype end = text.indexOf(u'\n', begin);
        if (end < 0 || end - begin > LongestOfLines)
            return true;
        begin = end + 1;
    }
    return false;
}

} // namespace

LongTextEditor::LongTextEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_type(field.column.type)
    , m_label(field.label())
    , m_text(new QPlainTextEdit)
    , m_open(new QToolButton) {
    m_open->setObjectName(QStringLiteral("whole-text"));
    m_open->setIcon(QIcon::fromTheme(QStringLiteral("document-preview")));
    m_open->setToolTip(tr("Show the whole text"));
    m_open->setAccessibleName(m_open->toolTip());
    m_open->hide();
    adopt(m_text, {m_open});
    m_text->setTabChangesFocus(true);
    m_text->setPlaceholderText(field.definition.hint);
    m_text->setMinimumHeight(fontMetrics().lineSpacing() * TextLines + 16);
    connect(m_text, &QPlainTextEdit::textChanged, this, &FieldEditor::edited);
    connect(m_open, &QToolButton::clicked, this, &LongTextEditor::showWhole);
}

void LongTextEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    QString text = badText.value_or(toText(value, m_type));
    m_whole.reset();
    if (isTooLong(text)) {
        m_whole = badText ? EditorContent(*badText) : EditorContent(value);
        text = beginningOf(text, ShownOfLong);
    }
    m_open->setVisible(m_whole.has_value());
    m_text->setReadOnly(m_readOnly || m_whole);
    if (m_text->toPlainText() == text)
        return;
    const QSignalBlocker blocker(m_text);
    m_text->setPlainText(text);
}

EditorContent LongTextEditor::content() const {
    return m_whole ? *m_whole : EditorContent(m_text->toPlainText());
}

void LongTextEditor::setReadOnly(bool readOnly) {
    m_readOnly = readOnly;
    m_text->setReadOnly(readOnly || m_whole);
}

void LongTextEditor::selectAll() { m_text->selectAll(); }

void LongTextEditor::showWhole() {
    if (!m_whole)
        return;
    const QString text = std::holds_alternative<Value>(*m_whole)
                             ? toText(std::get<Value>(*m_whole), m_type)
                             : std::get<QString>(*m_whole);
    (new WholeTextDialog(m_label, text, this))->open();
}

} // namespace gravin
