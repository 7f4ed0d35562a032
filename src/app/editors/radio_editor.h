// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QButtonGroup;
class QGridLayout;

namespace gravin {

// One of few: every choice is in sight.
class RadioEditor : public FieldEditor {
    Q_OBJECT
public:
    RadioEditor(const BoundField& field, Workspace* workspace, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override { return m_value; }
    void setReadOnly(bool readOnly) override;
    bool isDoneWithPick() const override { return true; }

protected:
    void resizeEvent(QResizeEvent* event) override;
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void fill();
    void place();
    void check();

    BoundField m_field;
    Workspace* m_workspace;
    QWidget* m_buttons;
    QGridLayout* m_layout;
    QButtonGroup* m_group = nullptr;
    Value m_value;
    std::vector<Value> m_values; // behind the buttons
    int m_perRow = 0;
};

} // namespace gravin
