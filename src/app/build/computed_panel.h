// SPDX-License-Identifier: GPL-3.0-or-later
#pragma once

#include "app/editors/typed_rows.h"
#include "session/screen_binding.h"

#include <QDialog>

class QLabel;
class QPushButton;

namespace gravin {

// States what Gravin computes of the records of a screen's table. Nothing changes before it is set;
// then as one step of undo, and new fields are put on the screen.
class ComputedPanel : public QDialog {
    Q_OBJECT
public:
    // Begins with the field of this column, if it is one. `binding` must outlive the panel.
    ComputedPanel(ScreenBinding* binding, const QString& column, QWidget* parent = nullptr);

    // The current record, for which it is said what an expression gives.
    void setSample(const ExpressionField::Sample& sample);

private:
    void take();
    void apply();
    const Table& table() const { return *m_binding->screen().table; }

    ScreenBinding* m_binding;
    ExpressionField::Sample m_sample;
    QList<ComputedField> m_fields;
    TypedRows* m_rows;
    QLabel* m_note;
    QPushButton* m_set;
};

} // namespace gravin
