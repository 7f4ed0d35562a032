// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QComboBox;

namespace gravin {

// Choices of the developer's in a list: shown by label and colour, stored by value.
class ChoiceEditor : public FieldEditor {
    Q_OBJECT
public:
    ChoiceEditor(const BoundField& field, Workspace* workspace, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    bool isDoneWithPick() const override { return true; }

protected:
    void openInCell() override;

private:
    void fill();

    BoundField m_field;
    Workspace* m_workspace;
    QComboBox* m_box;
    Value m_value;
    std::vector<Value> m_values; // behind the entries
};

// The choices with the values behind them, an empty one first; a stored value that is none of them
// comes last, so that it is shown and kept. Choices that their column cannot hold are left out.
struct ChoiceEntry {
    QString label;
    QString colour; // empty: none
    Value value;
};
QList<ChoiceEntry> choiceEntries(const BoundField& field, Workspace* workspace,
                                 const Value& present);

} // namespace gravin
