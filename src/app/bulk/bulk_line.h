// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "core/changes/bulk/bulk_update.h"
#include "core/project/kept_bulk_update.h"
#include "session/screen_binding.h"

#include <QWidget>

class QComboBox;
class QLineEdit;
class QStackedWidget;
class QToolButton;

namespace gravin {

class ExpressionField;
class FieldEditor;

// One field of a bulk update, and what it gets: a value, what an expression gives, its own text
// with something replaced, or nothing.
class BulkLine : public QWidget {
    Q_OBJECT
public:
    using Kept = KeptBulkUpdate::Line;

    // `number`: the line's place, from 1; object names of lines behind the first end with it.
    BulkLine(ScreenBinding* binding, const QList<BoundField>& fields, int number,
             QWidget* parent = nullptr);

    QString column() const;
    void setField(const QString& column);
    void setHow(Kept::Gets how);
    void setExpression(const QString& text);
    // What the line says; the error says what is not right yet.
    Result<Kept> said() const;
    // Says what was kept. Requires: its column is one of the line's fields.
    void say(const Kept& kept);
    Status addTo(BulkValues& values) const;
    void setRemovable(bool removable);
    void setSample(const QMap<QString, Value>& sample);
    void focusField();

Q_SIGNALS:
    void changed();         // what the line would do
    void removeRequested(); // the line deletes nothing itself

private:
    const BoundField& field() const;
    QWidget* makeReplacing(const QString& suffix);
    void changeField();

    ScreenBinding* m_binding;
    QList<BoundField> m_choice;
    QComboBox* m_fields;
    QComboBox* m_how;
    QStackedWidget* m_contents;
    QWidget* m_valuePlace;
    FieldEditor* m_editor = nullptr;
    bool m_touched = false; // somebody has said what the field gets
    ExpressionField* m_expression;
    QLineEdit* m_find;
    QLineEdit* m_with;
    QComboBox* m_findKind;
    QToolButton* m_remove;
};

} // namespace gravin
