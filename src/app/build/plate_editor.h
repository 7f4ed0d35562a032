// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/build/field_setting.h"
#include "session/screen_binding.h"

namespace gravin {

// Reads and changes the settings of one screen's fields, as texts, so that they are edited, copied
// and pasted like data. Every change is one step of the project's undo.
class PlateEditor : public QObject {
    Q_OBJECT
public:
    // `binding` must outlive the editor.
    explicit PlateEditor(ScreenBinding* binding, QObject* parent = nullptr);

    ScreenBinding* binding() const { return m_binding; }

    QString text(PlateLine line, const BoundField& field) const;
    // What can be picked on this line; empty: it is typed.
    QStringList options(PlateLine line, const BoundField& field) const;
    // Whether the setting is what most fields have.
    bool isUsual(PlateLine line, const BoundField& field) const;
    // Whether the list of options is all there is; otherwise other texts can be typed too.
    bool isClosedList(PlateLine line) const;
    // Sets one line of several fields as one step of undo. Fields that cannot take the text are
    // left as they are and refused() says why. A setting that the screen has of its own is set
    // there, any other for all screens.
    void set(PlateLine line, const QStringList& columns, const QString& text);

    // Whether the screen has this setting of its own.
    bool isOwn(PlateLine line, const BoundField& field) const;
    // Makes the setting this screen's own, as it is now, or takes it back to what all share.
    // All that is set of a field and could be so of another one, a line each with its name and
    // text.
    QString settingsText(const QString& column) const;
    // Sets these fields as such a text says, as one step; what does not fit one of them is refused,
    // the rest is set. False: it is no such text.
    bool pasteSettings(const QStringList& columns, const QString& text);
    void setOwn(PlateLine line, const QStringList& columns, bool own);

Q_SIGNALS:
    void refused(const QString& reason); // the setting is as it was

private:
    FieldPlace place() const;
    // Applies one line to one field of the project; the error is the reason against it.
    Status apply(Project& project, PlateLine line, const BoundField& field,
                 const QString& text) const;
    QString checksText(const QString& column) const;
    QString evidenceText(const QString& column) const;
    void proposeChoices(const BoundField& field);

    ScreenBinding* m_binding;
};

} // namespace gravin
