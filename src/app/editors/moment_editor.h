// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

class QLineEdit;
class QToolButton;

namespace gravin {

// A date, a time, or both: typed, or picked from a calendar and a list of times (F4).
class MomentEditor : public FieldEditor {
    Q_OBJECT
public:
    MomentEditor(const BoundField& field, QWidget* parent);
    void setContent(const Value& value, const std::optional<QString>& badText) override;
    EditorContent content() const override;
    void setReadOnly(bool readOnly) override;
    void selectAll() override;

protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

private:
    bool hasDate() const;
    bool hasTime() const;
    void openPicker();
    void takeDate(QDate date);
    void takeTime(QTime time);
    Timestamp halves() const;
    void take(const QString& text);

    BoundField m_field;
    QString m_hint;
    QLineEdit* m_line;
    QToolButton* m_pick;
};

} // namespace gravin
