// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QPlainTextEdit;

namespace gravin {

// Text of several lines.
class LongTextEditor : public FieldEditor {
    Q_OBJECT
public:
    LongTextEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;

private:
    ColumnType m_type;
    QPlainTextEdit* m_text;
};

} // namespace gravin
