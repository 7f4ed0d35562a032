// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/line_editor.h"

#include "core/base/text.h"
#include "core/fitting/field_input.h"
#include "core/value/display_format.h"
#include "core/value/mask.h"

#include <QDesktopServices>
#include <QIcon>
#include <QLabel>
#include <QLineEdit>
#include <QToolButton>
#include <QToolTip>
#include <QUrl>

namespace gravin {

LineEditor::LineEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_field(field)
    , m_line(new QLineEdit) {
    adopt(m_line, makeBeside());
    if (field.definition.shownAs == ShownAs::Number &&
        field.definition.alignment == Alignment::Natural)
        m_line->setAlignment(Qt::AlignRight);
    if (field.definition.shownAs == ShownAs::FixedText)
        m_line->setFrame(false);
    m_line->setPlaceholderText(hint());
    connect(m_line, &QLineEdit::textEdited, this, [this](const QString& text) {
        if (m_field.definition.shownAs == ShownAs::MaskedText)
            fitToMask(text);
        Q_EMIT edited();
    });
    connect(m_line, &QLineEdit::textChanged, this, &LineEditor::refreshOpen);
    connect(m_line, &QLineEdit::returnPressed, this, &FieldEditor::finished);
    refreshOpen();
}

QList<QWidget*> LineEditor::makeBeside() {
    const FieldDefinition& definition = m_field.definition;
    if (definition.shownAs == ShownAs::Link || definition.shownAs == ShownAs::Mail) {
        m_open = new QToolButton;
        m_open->setIcon(QIcon::fromTheme(definition.shownAs == ShownAs::Mail
                                             ? QStringLiteral("mail-send")
                                             : QStringLiteral("internet-services")));
        m_open->setToolTip(definition.shownAs == ShownAs::Mail ? tr("Write to this address")
                                                               : tr("Open this link"));
        m_open->setAccessibleName(m_open->toolTip());
        connect(m_open, &QToolButton::clicked, this, &LineEditor::openAddress);
        return {m_open};
    }
    const auto pattern = numberPattern(definition.format);
    if (definition.shownAs != ShownAs::Number || !pattern)
        return {};
    const QString unit = (pattern->before + pattern->after).trimmed();
    if (unit.isEmpty())
        return {};
    auto* label = new QLabel(unit);
    label->setTextFormat(Qt::PlainText);
    label->setProperty("role", "faint");
    return {label};
}

// What is to be typed, by an example; a masked text shows its pattern.
QString LineEditor::hint() const {
    const FieldDefinition& definition = m_field.definition;
    if (!definition.hint.isEmpty())
        return definition.hint;
    switch (definition.shownAs) {
    case ShownAs::MaskedText:
        return definition.mask;
    case ShownAs::Link:
        return QStringLiteral("https://");
    case ShownAs::Mail:
        return tr("name@place");
    default:
        return {};
    }
}

// Only what is added is guided: whoever deletes gets nothing put back.
void LineEditor::fitToMask(const QString& text) {
    const bool isLonger = text.size() > m_typed.size();
    if (isLonger && !m_field.definition.mask.isEmpty()) {
        const MaskedTyping typing = typedIntoMask(text, m_field.definition.mask);
        if (typing.text != text) {
            const QString before = text.left(m_line->cursorPosition());
            m_line->setText(typing.text);
            m_line->setCursorPosition(
                static_cast<int>(typedIntoMask(before, m_field.definition.mask).text.size()));
        }
        if (!typing.refusal.isEmpty())
            QToolTip::showText(m_line->mapToGlobal(QPoint(0, m_line->height())), typing.refusal,
                               m_line);
    }
    m_typed = m_line->text();
}

void LineEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    QString text = badText.value_or(editedText(m_field, value));
    m_whole.reset();
    if (text.size() > LongestInLine) {
        m_whole = badText ? EditorContent(*badText) : EditorContent(value);
        text = beginningOf(text, LongestInLine / 10);
    }
    m_line->setReadOnly(m_readOnly || m_whole);
    if (m_line->text() == text)
        return;
    m_line->setText(text);
    m_typed = text;
    m_line->setCursorPosition(0); // a long text is read from its beginning
}

EditorContent LineEditor::content() const {
    return m_whole ? *m_whole : EditorContent(m_line->text());
}

void LineEditor::setReadOnly(bool readOnly) {
    m_readOnly = readOnly;
    m_line->setReadOnly(readOnly || m_whole);
    // What cannot be typed needs no example; an empty value is a dash.
    m_line->setPlaceholderText(readOnly ? QStringLiteral("–") : hint());
}

void LineEditor::selectAll() { m_line->selectAll(); }

void LineEditor::openAddress() {
    const QString text = m_line->text().trimmed();
    // Never anything but these two: a stored text must not be able to start a program.
    if (m_field.definition.shownAs == ShownAs::Mail) {
        QUrl url;
        url.setScheme(QStringLiteral("mailto"));
        url.setPath(text);
        QDesktopServices::openUrl(url);
    } else if (isOpenableLink(text)) {
        QDesktopServices::openUrl(QUrl(text, QUrl::StrictMode));
    }
}

void LineEditor::refreshOpen() {
    // Where a link leads, as the network reads it: what it looks like may be something else.
    if (m_open && m_field.definition.shownAs == ShownAs::Link)
        m_open->setToolTip(isOpenableLink(m_line->text())
                               ? tr("Open %1").arg(QString::fromLatin1(
                                     QUrl(m_line->text().trimmed(), QUrl::StrictMode).toEncoded()))
                               : tr("Open this link"));
    if (m_open)
        m_open->setEnabled(m_field.definition.shownAs == ShownAs::Mail
                               ? m_line->text().contains(u'@')
                               : isOpenableLink(m_line->text()));
}

} // namespace gravin
