// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QLineEdit;
class QToolButton;

namespace gravin {

// Text, masked text, numbers with their unit, links and e-mail addresses: what can be typed in one
// line.
class LineEditor : public FieldEditor {
    Q_OBJECT
public:
    LineEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;

private:
    QList<QWidget*> makeBeside();
    void openAddress();
    void refreshOpen();
    QString hint() const;
    void fitToMask(const QString& text);

    BoundField m_field;
    QLineEdit* m_line;
    QString m_typed;                      // of a masked text: as it stood before the last key
    std::optional<EditorContent> m_whole; // what only the beginning of is shown
    bool m_readOnly = false;
    QToolButton* m_open = nullptr; // of links and addresses
};

} // namespace gravin
