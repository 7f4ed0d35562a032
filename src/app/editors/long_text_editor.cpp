// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/long_text_editor.h"

#include "app/editors/whole_text_dialog.h"
#include "core/base/text.h"
#include "core/value/text_form.h"

#include <QPlainTextEdit>
#include <QToolButton>

#include <algorithm>

namespace gravin {

namespace {

// At rest as many lines as there is room for, in it as many as the text has, within these.
constexpr int FewestLines = 1;
constexpr int RestingLines = 4;
constexpr int MostLines = 10;
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
    m_text->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Preferred);
    fitHeight();
    connect(m_text, &QPlainTextEdit::textChanged, this, &LongTextEditor::fitHeight);
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

int LongTextEditor::heightOf(int lines) const {
    const auto around = static_cast<int>(2 * m_text->document()->documentMargin());
    return m_text->fontMetrics().lineSpacing() * lines + around + 8;
}

void LongTextEditor::fitHeight() {
    if (!m_text->hasFocus()) {
        m_text->setMinimumHeight(heightOf(FewestLines));
        m_text->setMaximumHeight(heightOf(RestingLines));
        return;
    }
    // The height of this layout's document is its number of lines, wrapped ones among them.
    const auto lines = static_cast<int>(m_text->document()->size().height()) + 1;
    m_text->setFixedHeight(heightOf(std::clamp(lines, RestingLines, MostLines)));
}

bool LongTextEditor::eventFilter(QObject* watched, QEvent* event) {
    const bool done = FieldEditor::eventFilter(watched, event);
    if (watched == m_text &&
        (event->type() == QEvent::FocusIn || event->type() == QEvent::FocusOut))
        QMetaObject::invokeMethod(this, &LongTextEditor::fitHeight, Qt::QueuedConnection);
    return done;
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
