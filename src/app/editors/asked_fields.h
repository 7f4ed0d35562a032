// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/field_editor.h"

namespace gravin {

// Values that a person is asked for, one editor each by its type: in a line, or below each other.
class AskedFields : public QWidget {
    Q_OBJECT
public:
    // `asked`: with the values that they begin with. `workspace` must outlive it.
    AskedFields(Workspace* workspace, const QList<GivenParameter>& asked,
                Qt::Orientation orientation, QWidget* parent = nullptr);

    // What stands there, by name; an empty editor gives NULL. Refused with what cannot be read.
    Result<QMap<QString, Value>> values() const;
    void focusFirst();

Q_SIGNALS:
    void edited();   // by the person
    void finished(); // they pressed Return, or left all of the editors

private:
    void finish(const FieldEditor* editor);

    QList<std::pair<BoundField, FieldEditor*>> m_fields;
};

} // namespace gravin
