// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/session/screen_binding.h"

#include <QUndoStack>

namespace gravin {

// The lines of the plate, from top to bottom.
enum class PlateLine {
    Label,
    BoundTo,
    ShownAs,
    Source,
    Help,
    Default,
    Required,
    Visible,
    Editable,
    Width
};
constexpr int PlateLineCount = 10;

QString plateLineLabel(PlateLine line);
bool isSwitch(PlateLine line); // yes or no, toggled in place

// Reads and changes the settings of one screen's fields, as texts, so that they are edited, copied
// and pasted like data. Every change is a command on the undo stack.
class PlateEditor : public QObject {
    Q_OBJECT
public:
    // Both must outlive the editor.
    PlateEditor(ScreenBinding* binding, QUndoStack* undo, QObject* parent = nullptr);

    ScreenBinding* binding() const { return m_binding; }

    QString text(PlateLine line, const BoundField& field) const;
    // What can be picked on this line; empty: it is typed.
    QStringList options(PlateLine line, const BoundField& field) const;
    // Sets one line of several fields as one step of undo. Fields that cannot take the text are
    // left as they are and refused() says why.
    void set(PlateLine line, const QStringList& columns, const QString& text);

Q_SIGNALS:
    void refused(const QString& reason);

private:
    Result<FieldDefinition> changedDefinition(PlateLine line, const BoundField& field,
                                              const QString& text) const;
    Result<ScreenField> changedPlacement(PlateLine line, const BoundField& field,
                                         const QString& text) const;
    Result<FieldDefinition> shownAs(FieldDefinition definition, const BoundField& field,
                                    const QString& text) const;
    Result<FieldDefinition> source(FieldDefinition definition, const BoundField& field,
                                   const QString& text) const;
    void proposeChoices(const BoundField& field);

    ScreenBinding* m_binding;
    QUndoStack* m_undo;
};

} // namespace gravin
