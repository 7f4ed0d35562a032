// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QCheckBox;

namespace gravin {

// Yes or no as a check box; neither as its third state.
class YesNoEditor : public FieldEditor {
    Q_OBJECT
public:
    YesNoEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    QCheckBox* m_box;
};

} // namespace gravin
