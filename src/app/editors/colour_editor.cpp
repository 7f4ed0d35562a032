// SPDX-License-Identifier: GPL-3.0-or-later
#include "app/editors/colour_editor.h"

#include "app/look/paint.h"
#include "core/value/text_form.h"

#include <QColorDialog>
#include <QLineEdit>
#include <QToolButton>

namespace gravin {

ColourEditor::ColourEditor(const BoundField& field, QWidget* parent)
    : FieldEditor(parent)
    , m_type(field.column.type)
    , m_line(new QLineEdit)
    , m_swatch(new QToolButton) {
    m_swatch->setObjectName(QStringLiteral("swatch:") + field.name());
    m_swatch->setToolTip(tr("Choose a colour"));
    m_swatch->setAccessibleName(m_swatch->toolTip());
    m_line->setPlaceholderText(QStringLiteral("#1F6F66"));
    adopt(m_line, {m_swatch});
    connect(m_line, &QLineEdit::textEdited, this, &FieldEditor::edited);
    connect(m_line, &QLineEdit::textChanged, this, &ColourEditor::refreshSwatch);
    connect(m_line, &QLineEdit::returnPressed, this, &FieldEditor::finished);
    connect(m_swatch, &QToolButton::clicked, this, &ColourEditor::pick);
    refreshSwatch();
}

void ColourEditor::refreshSwatch() {
    const QIcon swatch = swatchIcon(m_line->text().trimmed());
    m_swatch->setIcon(swatch.isNull() ? QIcon::fromTheme(QStringLiteral("color-picker")) : swatch);
}

void ColourEditor::pick() {
    auto* palette = new QColorDialog(swatchColour(m_line->text().trimmed()), this);
    palette->setAttribute(Qt::WA_DeleteOnClose);
    palette->setOption(QColorDialog::DontUseNativeDialog);
    connect(palette, &QColorDialog::colorSelected, this, [this](const QColor& colour) {
        m_line->setText(colour.name().toUpper());
        Q_EMIT edited();
        Q_EMIT finished();
    });
    palette->open();
}

void ColourEditor::setContent(const Value& value, const std::optional<QString>& badText) {
    const QString text = badText.value_or(toText(value, m_type));
    if (m_line->text() != text)
        m_line->setText(text);
}

EditorContent ColourEditor::content() const { return m_line->text(); }

void ColourEditor::setReadOnly(bool readOnly) {
    m_line->setReadOnly(readOnly);
    m_swatch->setEnabled(!readOnly);
}

void ColourEditor::selectAll() { m_line->selectAll(); }

} // namespace gravin
