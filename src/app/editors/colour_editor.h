// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QLineEdit;
class QToolButton;

namespace gravin {

// A colour by its hex value, with a swatch that opens a palette.
class ColourEditor : public FieldEditor {
    Q_OBJECT
public:
    ColourEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;

private:
    void pick();
    void refreshSwatch();

    ColumnType m_type;
    QLineEdit* m_line;
    QToolButton* m_swatch;
};

} // namespace gravin
