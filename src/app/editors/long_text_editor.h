// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

#include <optional>

class QPlainTextEdit;
class QToolButton;

namespace gravin {

// Text of several lines. Of one that is too long to be laid out at once its beginning is shown; it
// cannot be edited then, and the whole is shown in a window of its own or saved as a file.
class LongTextEditor : public FieldEditor {
    Q_OBJECT
public:
    LongTextEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;

protected:
    // It grows with its text while somebody is in it.
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    void showWhole();
    void fitHeight();
    int heightOf(int lines) const;

    ColumnType m_type;
    QString m_label;
    QPlainTextEdit* m_text;
    QToolButton* m_open;
    std::optional<EditorContent> m_whole; // what only the beginning of is shown
    bool m_readOnly = false;
};

} // namespace gravin
