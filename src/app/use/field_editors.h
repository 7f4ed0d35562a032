// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/use/field_editor.h"

class QCheckBox;
class QComboBox;
class QLabel;
class QLineEdit;
class QPlainTextEdit;

namespace gravin {

// Text, numbers, dates: what can be typed in one line.
class LineFieldEditor : public FieldEditor {
    Q_OBJECT
public:
    LineFieldEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;

private:
    ColumnType m_type;
    QLineEdit* m_line;
};

class LongTextFieldEditor : public FieldEditor {
    Q_OBJECT
public:
    LongTextFieldEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;

private:
    ColumnType m_type;
    QPlainTextEdit* m_text;
};

class YesNoFieldEditor : public FieldEditor {
    Q_OBJECT
public:
    YesNoFieldEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;

private:
    QCheckBox* m_box;
};

// Choices of the developer's, and lookups: one of a list, shown by label, stored by value.
class ListFieldEditor : public FieldEditor {
    Q_OBJECT
public:
    ListFieldEditor(const BoundField& field, Workspace* workspace, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;

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

// Shows a picture or says how large a binary value is.
class PictureFieldEditor : public FieldEditor {
    Q_OBJECT
public:
    explicit PictureFieldEditor(QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override { return m_value; }
    void setReadOnly(bool) override {}

private:
    QLabel* m_label;
    Value m_value;
};

} // namespace gravin
